"""Situations with the decision that practice expects, written by hand from how the work is done."""

from typing import Any

import pytest

from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY, Stance
from tests.core.test_schools import EVERYDAY, SCENIC
from tests.situations import A2, A4, BUILT_IN, D1, KIT, MANUAL, brief, outcome, situation_of

DEVICES = {"A4": A4, "A2": A2, "D1": D1, "built-in": BUILT_IN, "manual": MANUAL}
SUN = {"kind": "condition", "condition": "sun"}
ANY_ND = {glass.key for glass in situation_of(brief("The pilot gig"), Stance(), A4, KIT.bag).given.glasses} - {"none"}
LAMPS = {"kind": "condition", "condition": "lit-street"}
EVEN = SCHOOL_BY_KEY["even-keel"].stance
TABLE: list[Any] = [
    # scene, changes to its brief, device, school, setting, expected values, why
    ("Lantern market", {}, "A4", "even-keel", "shutter", {"1/50"}, "twice 25 fps: longer smears, shorter starves"),
    ("Lantern market", {}, "manual", "even-keel", "shutter", {"1/50"}, "the same on a phone that can set it"),
    ("Lantern market", {}, "A4", "even-keel", "frame_rate", {"25"}, "the timeline's rate leaves the longest shutter"),
    ("Lantern market", {}, "A4", "even-keel", "iso_ceiling", {1600}, "balanced puts up with 1600"),
    ("Lantern market", {}, "A4", "quiet-night", "iso_ceiling", {400, 800}, "rather dark than grainy"),
    ("Lantern market", {}, "A4", "bright-night", "iso_ceiling", {3200}, "rather grainy than unseen"),
    ("Lantern market", {}, "A4", "even-keel", "nd_filter", {"none"}, "no glass that takes light at night"),
    ("Lantern market", {}, "A4", "even-keel", "view", {"widest", "wide"}, "the view that reads the whole sensor"),
    ("Lantern market", {}, "A4", "even-keel", "resolution", {"4K"}, "tuned for low light; not the biggest by reflex"),
    ("Lantern market", {}, "A4", "even-keel", "low_light_automatic", {"off"}, "it would halve the frame rate"),
    ("Lantern market", {}, "A4", "even-keel", "white_balance", {2800, 3200}, "locked to the lamps"),
    ("Lantern market", {}, "A4", "straight-ashore", "white_balance", {"auto"}, "this school leaves it automatic"),
    ("Lantern market", {}, "A4", "even-keel", "colour_profile", {"neutral", "vivid"}, "contrast hides shadow noise"),
    ("Lantern market", {"carried": "tripod"}, "A4", "even-keel", "stabilisation", {"off"}, "off on a tripod"),
    ("Lantern market", {"mains_hz": 60}, "A4", "even-keel", "shutter", {"1/60", "1/50", "1/48"}, "near 180°, little ripple"),
    ("Under the rafts", {}, "A4", "even-keel", "frame_rate", {"50", "100"}, "to be slowed twice on 25 fps"),
    ("Under the rafts", {}, "A4", "slow-water", "frame_rate", {"100", "200"}, "slow first"),
    ("Under the rafts", {}, "A4", "even-keel", "view", {"wide", "rectilinear"}, "wide for diving"),
    ("Under the rafts", {}, "A4", "even-keel", "colour_filter", {"magenta"}, "green water above ten metres"),
    ("Under the rafts", {}, "A4", "even-keel", "white_balance", {"auto"}, "behind a filter it follows the depth"),
    ("Under the rafts", {}, "A4", "even-keel", "stabilisation", {"low", "standard", "strong"}, "on, nearly always"),
    ("Under the rafts", {}, "A4", "even-keel", "position_logging", {"off"}, "finds nothing under water"),
    ("Under the rafts", {}, "A4", "even-keel", "screen_lock", {"on"}, "water touches the screen"),
    ("Under the rafts", {}, "A4", "even-keel", "beeps", {"off"}, "animals"),
    ("Under the rafts", {"water": {"lamp": True}}, "A4", "even-keel", "colour_filter", {"none"}, "comes off with lamps"),
    ("Under the rafts", {"water": {"depth_m": 25}}, "A4", "even-keel", "colour_filter", {"none"}, "no red is left"),
    ("Under the rafts", {"water": {"colour": "blue", "depth_m": 4}}, "A4", "even-keel", "colour_filter", {"light-red"}, "light red in bright shallows"),
    ("Under the rafts", {"water": {"colour": "blue", "depth_m": 8}}, "A4", "even-keel", "colour_filter", {"deep-red"}, "stronger red in blue water"),
    ("The pilot gig", {}, "A4", "even-keel", "wind_reduction", {"on"}, "on for speed"),
    ("The pilot gig", {}, "A4", "even-keel", "view", {"widest", "wide"}, "point of view"),
    ("The pilot gig", {}, "A4", "even-keel", "stabilisation", {"standard", "strong", "strongest"}, "steadied in the camera"),
    ("The pilot gig", {"falls_stops": 0, "light": SUN}, "A4", "even-keel", "iso_ceiling", {1600}, "a guard rail at the limit: it costs nothing while the light stays"),
    ("The pilot gig", {"light": SUN}, "A4", "darkroom", "nd_filter", ANY_ND, "always an ND by day"),
    ("The pilot gig", {"light": SUN}, "A4", "straight-ashore", "nd_filter", {"none"}, "bare lens"),
    ("The pilot gig", {"light": SUN}, "A4", "straight-ashore", "shutter", {"auto"}, "everything automatic"),
    ("The pilot gig", {"delivery": {"slowed": 4}}, "A4", "even-keel", "frame_rate", {"100"}, "four times slower on 25 fps"),
    ("The pilot gig", {"delivery": {"timeline_rate": "30"}}, "A4", "even-keel", "frame_rate", {"30", "60"}, "a whole multiple of the timeline"),
    ("The pilot gig", {"repeatable": False, "minutes": 10}, "A4", "even-keel", "pre_record", {15, 30}, "it may begin before you press"),
    ("The pilot gig", {}, "A4", "even-keel", "pre_record", {15, 30}, "what moves begins unannounced, and a cell lasts"),
    ("The pilot gig", {}, "A4", "even-keel", "exposure_bias", {-1.0, -0.5}, "small cameras expose bright"),
    ("The smoked jar", {}, "manual", "even-keel", "stabilisation", {"off"}, "off on a tripod"),
    ("The smoked jar", {}, "manual", "even-keel", "white_balance", {5600}, "equal to the key lamp"),
    ("The smoked jar", {}, "manual", "even-keel", "shutter", {"1/50"}, "180° and clean at 50 Hz"),
    ("The smoked jar", {}, "manual", "even-keel", "focus_lock", {"on"}, "the distance stays"),
    ("The smoked jar", {}, "built-in", "even-keel", "exposure_lock", {"on"}, "the light stays, the app would float"),
    ("The smoked jar", {"subject_distance_m": 1}, "manual", "even-keel", "view", {"telephoto"}, "telephoto for details"),
    ("The smoked jar", {"subject_distance_m": 0.4}, "manual", "even-keel", "view", {"standard"}, "nearer than the telephoto focuses"),
    ("The smoked jar", {"frozen": True, "light": {"kind": "lux", "lux": 20000, "kelvin": 5600}}, "manual", "even-keel", "shutter", {"1/1000", "1/2000"}, "drops stand still"),
    ("The smoked jar", {}, "manual", "darkroom", "colour_profile", {"log"}, "recorded for the grade"),
    ("The smoked jar", {}, "manual", "darkroom", "bit_depth", {10}, "10 bit when grading"),
    ("The smoked jar", {}, "manual", "darkroom", "sharpening", {"low"}, "cannot be undone"),
    ("The smoked jar", {}, "built-in", "even-keel", "white_balance", {"locked"}, "this app can only hold it"),
    ("The smoked jar", {}, "manual", "straight-ashore", "colour_profile", {"vivid", "neutral"}, "straight out"),
    ("The smoked jar", {}, "manual", "even-keel", "metering", {"spot"}, "the product, not the black around it"),
    ("The smoked jar", {}, "manual", "even-keel", "support", {"tripod"}, "on a tripod"),
    ("The smoked jar", {"delivery": {"graded": True}}, "manual", "straight-ashore", "colour_profile", {"log", "flat"}, "this film is graded, whatever the school says"),
    ("The smoked jar", {"delivery": {"graded": False}}, "manual", "darkroom", "colour_profile", {"vivid", "neutral"}, "this film is not graded"),
    ("The smoked jar", {"frozen": True, "delivery": {"slowed": 8}, "light": {"kind": "lux", "lux": 20000, "kelvin": 5600}}, "manual", "even-keel", "frame_rate", {"240"}, "drops at the highest rate"),
    ("Under the rafts", {"water": {"lamp": True}}, "A4", "even-keel", "lamp", {"dive-lamp"}, "close to the subject"),
    ("Under the rafts", {"water": {"lamp": True}}, "A4", "even-keel", "white_balance", {5500}, "white balance to the lamp"),
    ("Under the rafts", {}, "A4", "even-keel", "lamp", {"none"}, "planned without one"),
    ("Under the rafts", {}, "A4", "even-keel", "support", {"tray"}, "two handles beat a stick"),
    ("Under the rafts", {}, "A4", "slow-water", "bit_depth", {10}, "10 bit for the colours that are left"),
    ("Under the rafts", {}, "A4", "even-keel", "microphone", {"built-in"}, "nothing external goes under water"),
    ("Under the rafts", {"repeatable": True, "minutes": 10}, "A4", "even-keel", "pre_record", {0}, "heavy on the battery"),
    ("Rafts from above", {}, "D1", "even-keel", "stabilisation", {"gimbal"}, "the gimbal steadies; electronic off"),
    ("Rafts from above", {"light": SUN}, "D1", "even-keel", "nd_filter", {"nd16-drone"}, "ND to hold 180°; not the one with a cast"),
    ("Rafts from above", {"light": SUN}, "D1", "darkroom", "colour_profile", {"log", "flat"}, "for high contrast and the grade"),
    ("Rafts from above", {}, "D1", "even-keel", "position_logging", {"off"}, "saves battery"),
    ("Rafts from above", {}, "D1", "even-keel", "frame_rate", {"25"}, "the timeline's rate"),
    ("Sky over the sheds", {}, "A4", "even-keel", "frame_rate", {"1/20"}, "the interval asked for"),
    ("Sky over the sheds", {}, "A4", "even-keel", "white_balance", {3200, 4000}, "locked, cool night"),
    ("Sky over the sheds", {}, "A4", "even-keel", "sharpening", {"high"}, "stars on a static lapse, the one exception"),
    ("Sky over the sheds", {}, "A4", "even-keel", "stabilisation", {"off"}, "off on a tripod"),
    ("Sky over the sheds", {}, "A4", "quiet-night", "iso_ceiling", {800}, "ISO 800 by night, not more"),
    ("Sky over the sheds", {}, "A4", "darkroom", "codec", {"stills"}, "frames keep quality"),
    ("Talking on the quay", {}, "A4", "even-keel", "view", {"rectilinear", "rectilinear-level"}, "no bent faces"),
    ("Talking on the quay", {}, "A4", "even-keel", "front_screen", {"frame"}, "the front screen shows the real frame"),
    ("Talking on the quay", {}, "A4", "even-keel", "frame_rate", {"25"}, "real time"),
    ("Talking on the quay", {}, "A4", "even-keel", "stabilisation", {"standard", "strong", "strongest"}, "steadied while walking"),
    ("Talking on the quay", {}, "A4", "even-keel", "microphone", {"external +20 dB"}, "the lapel microphone has no power"),
    ("Talking on the quay", {}, "A4", "even-keel", "metering", {"spot"}, "the face, not the sky"),
    ("Talking on the quay", {"delivery": {"edited_on": "phone"}}, "A4", "straight-ashore", "resolution", {"1080", "2.7K", "4K"}, "not the largest when edited on a phone"),
    ("Talking on the quay", {}, "built-in", "straight-ashore", "view", {"standard"}, "the standard lens"),
    ("Lantern market", {"carried": "tripod"}, "A4", "even-keel", "support", {"tripod"}, "the fixed shot"),
    ("Lantern market", {}, "A4", "even-keel", "support", {"none"}, "nothing in the bag is for walking"),
    ("Lantern market", {}, "A4", "even-keel", "metering", {"spot"}, "lamps may burn out"),
    ("Lantern market", {}, "A2", "even-keel", "shutter", {"1/50"}, "twice 25 on the old camera too"),
    ("The pilot gig", {"light": SUN, "falls_stops": 0}, "A2", "even-keel", "iso_ceiling", {400, 800}, "two or three stops guard a floating shutter"),
    ("The pilot gig", {"light": {"kind": "condition", "condition": "snow-sun"}}, "A4", "even-keel", "white_balance", {5500}, "5500 on snow, locked"),
    ("The pilot gig", {"light": {"kind": "condition", "condition": "snow-sun"}}, "A4", "even-keel", "exposure_bias", {0.0, 0.5}, "snow darkens what a meter makes of a face: no less than it says"),
    ("The pilot gig", {"delivery": {"slowed": 8}}, "A4", "even-keel", "frame_rate", {"200"}, "real slow motion"),
    ("The pilot gig", {"repeatable": False, "minutes": 10}, "A4", "one-chance", "screen_lock", {"on"}, "nothing to touch"),
    ("The pilot gig", {"sound_used": False}, "A4", "even-keel", "wind_reduction", {"off"}, "the sound is not used"),
    # Stances beyond the schools, and what they turn.
    ("everyday", {"light": SUN, "falls_stops": 0.2}, "A4", {"exposure_control": "guarded"}, "iso_ceiling", {400, 800, 1600}, "a guard rail, whether it moves or not"),
    ("everyday", {"light": {"kind": "ev", "ev100": 6}}, "A4", {"exposure_control": "guarded"}, "iso_ceiling", {1600}, "automatic inside its limits"),
    ("everyday", {"light": {"kind": "ev", "ev100": 8}, "falls_stops": 3}, "A4", {"exposure_control": "floating-shutter"}, "iso_ceiling", {400, 800}, "ISO is not pinned to its floor where the light falls"),
    ("everyday", {"light": SUN, "falls_stops": 0.2}, "A4", {"exposure_control": "automatic"}, "iso_ceiling", {1600}, "what is automatic is guarded at the noise that is accepted"),
    ("everyday", {"light": LAMPS}, "A4", {"white_look": "cool"}, "white_balance", {3200}, "a little cool: below what the eye makes of the lamps"),
    ("everyday", {"light": LAMPS}, "A4", {"white_look": "warm"}, "white_balance", {4000}, "warm: above what the eye makes of the lamps"),
    ("everyday", {"light": LAMPS}, "A4", {"white_look": "as-lit"}, "white_balance", {3600, 4000}, "as lit: lamps stay warm"),
    ("everyday", {}, "A4", {"steadying": "in-post"}, "frame_shape", {"8:7", "4:3"}, "tall frame, steadied in post"),
    ("everyday", {}, "A4", {"steadying": "in-post"}, "stabilisation", {"off"}, "the camera's own off"),
    ("everyday", {"delivery": {"shapes": ["16:9", "9:16"]}}, "A4", "even-keel", "frame_shape", {"8:7", "4:3"}, "films both wide and tall"),
    ("everyday", {"delivery": {"shapes": ["16:9"]}}, "A4", "even-keel", "frame_shape", {"16:9"}, "no taller than the film"),
    ("everyday", {"subject_distance_m": 0.3}, "A4", "even-keel", "view", {"rectilinear", "rectilinear-level"}, "near, a wide view bends"),
    ("everyday", {"subject_distance_m": 0.3, "wide_look": True}, "A4", "even-keel", "view", {"widest", "wide"}, "the wide look is meant"),
    ("everyday", {"light": SUN}, "manual", "even-keel", "view", {"standard"}, "no ultra-wide lens to lose light"),
    ("scenic", {}, "manual", "even-keel", "view", {"standard"}, "the standard lens, not the darkest"),
    ("everyday", {}, "A4", "even-keel", "bit_rate", {120}, "the highest the card sustains"),
    ("everyday", {"minutes": 60, "delivery": {"room_gb": 10}}, "A4", "even-keel", "bit_rate", {45, 60, 30}, "less where the room would not hold it"),
    ("everyday", {"delivery": {"edited_on": "phone"}}, "A4", "even-keel", "codec", {"avc"}, "light to edit on a phone"),
    ("everyday", {"delivery": {"edited_on": "laptop"}}, "A4", "even-keel", "codec", {"hevc"}, "any recent laptop plays it"),
    ("everyday", {"delivery": {"edited_on": "phone"}}, "manual", "even-keel", "codec", {"hevc", "avc"}, "no stream of 700 Mbit/s on a phone"),
    ("everyday", {"first_outing": True}, "A4", "even-keel", "pre_record", {15, 30}, "first time out"),
    ("everyday", {"sound_used": False}, "A4", "even-keel", "sound", {"off"}, "nobody hears it"),
    ("everyday", {}, "A4", "even-keel", "shutter", {"1/50"}, "1/50, not 1/48, on a timeline of 25"),
    ("everyday", {"delivery": {"timeline_rate": "24"}}, "A4", "even-keel", "shutter", {"1/48"}, "exactly twice 24"),
    ("everyday", {"temperature_c": -10}, "A2", "even-keel", "shutter", {"auto"}, "no filter fits: two stops off a fixed shutter has lost its reason"),
    ("everyday", {"light": SUN}, "A4", "even-keel", "sharpening", {"medium"}, "medium unless it will be graded"),
    ("everyday", {"light": {"kind": "sun", "sun_altitude_deg": 40, "cloud_okta": 4}, "falls_stops": 2}, "A4", "even-keel", "white_balance", {5500}, "moving clouds: held at daylight"),
    ("The smoked jar", {"frozen": True, "light": {"kind": "lux", "lux": 20000, "kelvin": 5600}}, "A4", "even-keel", "frame_rate", {"100", "120", "200", "240"}, "frozen action wants all the rate there is"),
    ("Under the rafts", {"water": {"lamp": True}, "subject_distance_m": 0.3}, "A4", "even-keel", "lamp_level", {50, 25, 12}, "close by, a lamp is turned down"),
    ("Under the rafts", {"water": {"lamp": True}, "subject_distance_m": 0.3}, "A4", "even-keel", "nd_filter", {"none"}, "no ND under water"),
    ("Under the rafts", {"water": {"lamp": True}}, "A4", "even-keel", "lamp_level", {100}, "further off it gives all it has"),
    ("Lantern market", {"mains_hz": 60, "delivery": {"timeline_rate": "30"}}, "A4", "even-keel", "shutter", {"1/60"}, "180° and clean at 60 Hz"),
    ("Lantern market", {}, "A4", {"exposure_control": "locked"}, "exposure_bias", {0.0}, "a dial that moves nothing is left alone"),
]  # fmt: skip


def situated(scene: str, changes: dict[str, Any]) -> Brief:
    """A scene of the demo, or of a kind, with changes."""
    kinds = {"everyday": EVERYDAY, "scenic": SCENIC}
    return Brief.read({**kinds[scene], **changes}) if scene in kinds else brief(scene, **changes)


@pytest.mark.parametrize("situation", TABLE, ids=[f"{row[0]}, {row[2]}, {row[3]}: {row[4]}, {row[6]}" for row in TABLE])
def test_practice_expects(situation: tuple[str, dict[str, Any], str, str | dict[str, str], str, set[Any], str]) -> None:
    scene, changes, device, school, setting, expected, why = situation
    stance = EVEN.model_copy(update=school) if isinstance(school, dict) else SCHOOL_BY_KEY[school].stance
    made = outcome(situated(scene, changes), DEVICES[device], stance=stance)
    assert isinstance(made, Plan), made
    assert made.value(Setting(setting)) in expected, f"{why}; {made.headline}"
