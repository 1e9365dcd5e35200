"""Every kind of scene under every school: what an operator of that taste dials in, and why. Written by hand."""

from typing import Any, Final

import pytest

from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.problem.brief import Brief
from tests.situations import A4, D1, MANUAL, brief, planned

EVERYDAY: Final = {
    "scenario": "everyday", "light": {"kind": "condition", "condition": "bright-cloud"}, "carried": "standing",
    "falls_stops": 1.5, "subject_distance_m": 4, "subject_speed_m_s": 1, "minutes": 15,
}  # fmt: skip
SCENIC: Final = {
    "scenario": "scenic", "light": {"kind": "condition", "condition": "sun"}, "carried": "tripod",
    "falls_stops": 1, "subject_distance_m": 60, "subject_speed_m_s": 0.5, "minutes": 20, "sound_used": False,
}  # fmt: skip
FILTERS: Final = {"nd4", "nd8", "nd16", "nd32", "nd64", "nd16-drone"}
STEADY: Final = {"low", "standard", "strong", "strongest"}
ISO: Final = {"clean": {400, 800}, "balanced": {1600}, "bright": {3200}}
Expected = dict[str, set[Any]]
TABLE: Final[list[tuple[str, str, Expected, str]]] = [
    # Under water: slowed twice on 25 fps, coastal green water at 2 to 7 m, no lamp.
    ("underwater", "even-keel", {"frame_rate": {"50", "100"}, "view": {"wide", "rectilinear"}, "stabilisation": STEADY, "colour_filter": {"magenta"}, "white_balance": {"auto"}, "iso_floor": {100}, "iso_ceiling": {1600}, "nd_filter": {"none"}, "bit_rate": {120}}, "above 60 to be slowed, wide, steadied, a filter for green water, all the bits the card takes"),
    ("underwater", "darkroom", {"bit_depth": {10}, "colour_profile": {"flat", "log"}, "sharpening": {"low"}, "shutter": {"1/100", "1/200"}, "bit_rate": {120}}, "flat or log, 10 bit, high rate: what colour is left is worked on"),
    ("underwater", "straight-ashore", {"shutter": {"auto", "1/100"}, "colour_profile": {"vivid", "neutral"}, "sharpening": {"medium"}, "iso_floor": {100}}, "automatic, or automatic ISO at 180°; done when it comes out of the water"),
    ("underwater", "quiet-night", {"iso_ceiling": {400, 800}, "nd_filter": {"none"}, "colour_filter": {"magenta"}}, "rather dark than grainy, and no glass that takes more"),
    ("underwater", "bright-night", {"iso_ceiling": {3200}, "iso_floor": {100}, "frame_rate": {"50", "100"}}, "up to 3200 where it is deep; from the base where it is not"),
    ("underwater", "slow-water", {"frame_rate": {"100", "200"}, "bit_depth": {10}, "sharpening": {"low"}}, "everything to be slowed"),
    ("underwater", "one-chance", {"screen_lock": {"on"}, "frame_rate": {"50", "100"}, "stabilisation": STEADY}, "water touches the screen"),
    # Low light: walking between stalls at 6 to 15 lx, 50 Hz.
    ("low-light", "even-keel", {"frame_rate": {"25"}, "shutter": {"1/50"}, "iso_ceiling": {1600}, "nd_filter": {"none"}, "resolution": {"4K", "1080"}, "white_balance": {2800, 3200}, "low_light_automatic": {"off"}}, "twice the rate exactly, tuned mode, locked to the lamps"),
    ("low-light", "darkroom", {"shutter": {"1/50"}, "iso_floor": {1600}, "iso_ceiling": {1600}, "sharpening": {"low"}, "nd_filter": {"none"}}, "locked at the limit: nothing pumps under the grade"),
    ("low-light", "straight-ashore", {"white_balance": {"auto"}, "colour_profile": {"vivid"}, "iso_ceiling": {1600}, "frame_rate": {"25"}}, "contrast hides shadow noise, lamps are mixed"),
    ("low-light", "quiet-night", {"iso_floor": {400, 800}, "iso_ceiling": {400, 800}, "stabilisation": {"off"}, "shutter": {"1/50"}}, "clean shadows, locked, off a support"),
    ("low-light", "bright-night", {"iso_ceiling": {3200}, "colour_profile": {"vivid", "neutral"}, "shutter": {"1/50"}}, "shows the scene, and the noise with it"),
    ("low-light", "slow-water", {"frame_rate": {"25", "50"}, "iso_ceiling": {1600}}, "in the dark slow motion is paid in light: half of it at most"),
    ("low-light", "one-chance", {"iso_ceiling": {3200}, "low_light_automatic": {"off"}, "shutter": {"1/50"}}, "nothing missed for want of light"),
    # Motion: from the bow of a rowed boat, sun and the shade of a cliff.
    ("motion", "even-keel", {"view": {"widest", "wide"}, "stabilisation": STEADY, "wind_reduction": {"on"}, "white_balance": {5500}, "iso_floor": {100}, "exposure_bias": {-0.5, -1.0}, "frame_shape": {"8:7", "4:3"}}, "tall frame or widest view, steadied, daylight held through sun and shade"),
    ("motion", "darkroom", {"nd_filter": FILTERS, "sharpening": {"low"}, "iso_floor": {100}, "iso_ceiling": {100}, "bit_depth": {10}, "bit_rate": {120}}, "ND to hold 180°, floor and ceiling at base"),
    ("motion", "straight-ashore", {"nd_filter": {"none"}, "shutter": {"auto"}, "colour_profile": {"vivid", "neutral"}}, "bare lens, automatic"),
    ("motion", "quiet-night", {"iso_ceiling": {100, 200, 400, 800}, "stabilisation": {"off"}}, "steadied by the mount alone"),
    ("motion", "bright-night", {"iso_floor": {100}, "stabilisation": STEADY}, "by day the night taste changes little"),
    ("motion", "slow-water", {"frame_rate": {"100", "200"}, "bit_depth": {10}}, "slow first"),
    ("motion", "one-chance", {"frame_rate": {"50"}, "screen_lock": {"on"}, "stabilisation": STEADY}, "room to slow, nothing touched in motion"),
    # Product: a jar on slate under a panel, on a tripod, with a phone that can be set.
    ("product", "even-keel", {"stabilisation": {"off"}, "white_balance": {5600}, "focus_lock": {"on"}, "frame_rate": {"25"}, "shutter": {"1/50", "1/100"}, "sound": {"off"}, "iso_floor": {50}}, "off on a tripod, equal to the key lamp, lowest ISO"),
    ("product", "darkroom", {"colour_profile": {"log", "flat"}, "bit_depth": {10}, "sharpening": {"low"}, "focus_lock": {"on"}}, "recorded for the grade"),
    ("product", "straight-ashore", {"colour_profile": {"vivid", "neutral"}, "stabilisation": {"off"}, "nd_filter": {"none"}}, "done when the camera stops"),
    ("product", "quiet-night", {"iso_ceiling": {50, 100}, "support": {"tripod"}}, "lowest ISO"),
    ("product", "bright-night", {"iso_floor": {50}, "frame_rate": {"25"}}, "lamps are bright enough for any taste"),
    ("product", "slow-water", {"frame_rate": {"50", "60", "100", "120", "240"}, "stabilisation": {"off"}}, "pours are slowed"),
    ("product", "one-chance", {"frame_rate": {"50"}, "focus_lock": {"on"}}, "room to slow"),
    # Talking to the camera while walking, under bright cloud.
    ("talking", "even-keel", {"view": {"rectilinear", "rectilinear-level"}, "stabilisation": STEADY, "metering": {"spot"}, "frame_rate": {"25"}, "sound": {"on"}, "front_screen": {"frame"}}, "no bent faces, steadied, the face metered"),
    ("talking", "darkroom", {"nd_filter": FILTERS, "shutter": {"1/50"}, "sharpening": {"low"}, "separate_audio": {"on"}}, "180° behind ND; the sound is worked on too"),
    ("talking", "straight-ashore", {"shutter": {"auto"}, "nd_filter": {"none"}, "sharpening": {"medium"}}, "posted as it is"),
    ("talking", "quiet-night", {"iso_ceiling": {100, 200, 400, 800}, "view": {"rectilinear", "rectilinear-level"}}, "cloud is bright: nothing climbs"),
    ("talking", "bright-night", {"view": {"rectilinear", "rectilinear-level"}, "stabilisation": STEADY}, "by day the night taste changes little"),
    ("talking", "slow-water", {"frame_rate": {"50", "100"}, "view": {"rectilinear", "rectilinear-level"}}, "slowed although it talks: as the school says"),
    ("talking", "one-chance", {"frame_rate": {"50"}, "low_light_automatic": {"off"}}, "room to slow"),
    # Everyday: people and streets from the hand, under bright cloud.
    ("everyday", "even-keel", {"view": {"wide", "rectilinear", "rectilinear-level"}, "stabilisation": STEADY, "frame_rate": {"25"}, "sharpening": {"medium"}, "iso_floor": {100}, "metering": {"average"}}, "a middle course on every axis"),
    ("everyday", "darkroom", {"nd_filter": FILTERS, "colour_profile": {"flat", "log"}, "shutter": {"1/50"}, "bit_depth": {10}}, "180° behind ND, for the grade"),
    ("everyday", "straight-ashore", {"nd_filter": {"none"}, "shutter": {"auto"}, "white_balance": {"auto"}, "colour_profile": {"vivid", "neutral"}}, "point and post"),
    ("everyday", "quiet-night", {"iso_ceiling": {100, 200, 400, 800}, "iso_floor": {100}}, "nothing climbs by day"),
    ("everyday", "bright-night", {"iso_floor": {100}, "frame_rate": {"25"}}, "the base by day"),
    ("everyday", "slow-water", {"frame_rate": {"100"}, "sharpening": {"low"}}, "everything slowed"),
    ("everyday", "one-chance", {"frame_rate": {"50"}, "stabilisation": STEADY}, "room to slow, steadied"),
    # Scenic: a headland in sun from a tripod.
    ("scenic", "even-keel", {"stabilisation": {"off"}, "nd_filter": FILTERS, "iso_floor": {100}, "frame_rate": {"25"}, "view": {"wide", "rectilinear", "narrow"}, "sound": {"off"}, "support": {"tripod"}}, "off on a tripod, 180° behind ND, base ISO"),
    ("scenic", "darkroom", {"nd_filter": FILTERS, "shutter": {"1/50", "1/60"}, "iso_ceiling": {100}, "resolution": {"5.2K"}}, "everything there is, for the grade"),
    ("scenic", "straight-ashore", {"nd_filter": {"none"}, "shutter": {"auto"}, "colour_profile": {"vivid", "neutral"}}, "bare and automatic"),
    ("scenic", "quiet-night", {"iso_ceiling": {100}, "stabilisation": {"off"}}, "base in sun"),
    ("scenic", "bright-night", {"iso_floor": {100}, "stabilisation": {"off"}}, "base in sun"),
    ("scenic", "slow-water", {"frame_rate": {"50", "100"}, "stabilisation": {"off"}}, "waves slowed"),
    ("scenic", "one-chance", {"frame_rate": {"50"}, "stabilisation": {"off"}}, "room to slow"),
    # Drone: slow forward flight over the rafts in moving cloud.
    ("drone", "even-keel", {"stabilisation": {"gimbal"}, "nd_filter": {"nd16-drone"}, "frame_rate": {"25"}, "iso_floor": {100}, "white_balance": {5600}}, "the gimbal steadies, ND to hold 180°, daylight held under moving cloud"),
    ("drone", "darkroom", {"nd_filter": {"nd16-drone"}, "shutter": {"1/50"}, "colour_profile": {"flat", "log"}, "bit_depth": {10}}, "for the grade"),
    ("drone", "straight-ashore", {"nd_filter": {"none"}, "shutter": {"auto"}, "view": {"standard"}}, "bare and automatic"),
    ("drone", "quiet-night", {"iso_ceiling": {100}, "stabilisation": {"gimbal"}}, "base ISO"),
    ("drone", "bright-night", {"iso_floor": {100}, "stabilisation": {"gimbal"}}, "base ISO by day"),
    ("drone", "slow-water", {"frame_rate": {"50", "60", "100"}, "stabilisation": {"gimbal"}}, "slowed"),
    ("drone", "one-chance", {"frame_rate": {"50"}, "stabilisation": {"gimbal"}}, "room to slow"),
    # Night lapse: eight hours under a half moon, every 20 s.
    ("lapse", "even-keel", {"frame_rate": {"1/20"}, "shutter": {"15", "10"}, "iso_ceiling": {800, 1600}, "white_balance": {3200, 4000}, "sharpening": {"high"}, "stabilisation": {"off"}}, "as long as writing leaves, locked and cool"),
    ("lapse", "darkroom", {"codec": {"stills"}, "white_balance": {3200, 4000}, "stabilisation": {"off"}}, "frames keep quality"),
    ("lapse", "straight-ashore", {"white_balance": {"auto"}, "frame_rate": {"1/20"}}, "as its taste has it"),
    ("lapse", "quiet-night", {"iso_floor": {800}, "iso_ceiling": {800}, "shutter": {"15", "10"}}, "ISO 800 by night, not more"),
    ("lapse", "bright-night", {"iso_ceiling": {3200}, "shutter": {"15", "10"}}, "rather grainy than unseen"),
    ("lapse", "slow-water", {"frame_rate": {"1/20"}, "stabilisation": {"off"}}, "an interval is not slowed"),
    ("lapse", "one-chance", {"iso_ceiling": {3200}, "frame_rate": {"1/20"}}, "nothing missed for want of light"),
]  # fmt: skip
SCENE: Final[dict[str, Brief]] = {
    "underwater": brief("Under the rafts"),
    "low-light": brief("Lantern market"),
    "motion": brief("The pilot gig"),
    "product": brief("The smoked jar"),
    "talking": brief("Talking on the quay"),
    "everyday": Brief.read(EVERYDAY),
    "scenic": Brief.read(SCENIC),
    "drone": brief("Rafts from above"),
    "lapse": brief("Sky over the sheds"),
}
CAMERA: Final = {"drone": D1, "product": MANUAL}


@pytest.mark.parametrize(("scenario", "school", "expected", "why"), TABLE, ids=[f"{row[0]}, {row[1]}" for row in TABLE])
def test_an_operator_of_that_taste_dials(scenario: str, school: str, expected: Expected, why: str) -> None:
    made = planned(SCENE[scenario], CAMERA.get(scenario, A4), school)
    dialled = {setting: made.value(Setting(setting)) for setting in expected}
    other = {setting: value for setting, value in dialled.items() if value not in expected[setting]}
    assert not other, f"{why}; {made.headline}"
