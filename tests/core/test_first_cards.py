"""First cards: what an operator would dial for somebody new, with a plain camera and an empty bag. Written by hand."""

from typing import Any, Final

import pytest

from steady_tide.core.first import PURPOSES, Answers, brief_of
from steady_tide.core.kit.likely import CLASS_BY_KEY
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.planner import plan_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.core.plan.problem.starts import STARTS
from steady_tide.desk.kit.first import first_problem, remembered

NEW, SOME, OLD, PHONE, MANUAL, OLD_PHONE, DRONE, OLD_DRONE = (
    "action-new", "action-some-years", "action-old", "phone-new", "phone-manual", "phone-old", "drone-new", "drone-old",
)  # fmt: skip
ON: Final = {"low", "standard", "strong", "strongest"}
BIG: Final = {"4K", "5K"}
TWICE: Final = {"1/50", "1/60"}
SLIGHT: Final = {-0.5, 0.0}
LOOK: Final = {"neutral", "vivid"}
FLAT: Final = {"flat", "log"}
Expected = dict[str, set[Any]]
TABLE: Final[list[tuple[str, str, str, str, str, dict[str, Any], Expected, str]]] = [
    # Talking to the camera.
    (PHONE, "talking", "bright-cloud", "walking", "post", {}, {"frame_shape": {"9:16"}, "frame_rate": {"25"}, "stabilisation": ON, "exposure_bias": SLIGHT, "white_balance": {"auto"}}, "upright, steadied, the face as bright as it is"),
    (PHONE, "talking", "sun", "standing", "film", {}, {"frame_shape": {"16:9"}, "view": {"standard"}, "exposure_bias": {-1.0, -0.5}, "frame_rate": {"25"}}, "a phone against a bright sky: half a stop to one down"),
    (PHONE, "talking", "home", "tripod", "film", {}, {"stabilisation": {"off"}, "exposure_bias": SLIGHT, "resolution": BIG}, "on a tripod nothing is cropped for steadiness"),
    (NEW, "talking", "bright-cloud", "walking", "film", {}, {"view": {"rectilinear"}, "stabilisation": ON, "frame_rate": {"25"}, "exposure_bias": SLIGHT, "white_balance": {5500, 6500}}, "no bent face near a wide lens"),
    (NEW, "talking", "open-shade", "walking", "post", {}, {"frame_shape": {"9:16"}, "view": {"rectilinear"}, "white_balance": {"auto"}}, "upright and straight"),
    (MANUAL, "talking", "office", "tripod", "grade", {}, {"shutter": TWICE, "colour_profile": FLAT, "white_balance": {4000}, "stabilisation": {"off"}, "frame_rate": {"25"}}, "skin: the lamps' own Kelvin, 180 degrees"),
    (OLD_PHONE, "talking", "overcast", "standing", "post", {}, {"frame_shape": {"9:16"}, "exposure_bias": SLIGHT, "stabilisation": ON}, "an older phone does the same"),
    # Things.
    (PHONE, "product", "table-panel", "tripod", "film", {}, {"resolution": {"4K"}, "stabilisation": {"off"}, "exposure_bias": SLIGHT, "frame_rate": {"25"}}, "4K at 25 for what stands, nothing cropped, no bias that darkens it"),
    (OLD_PHONE, "product", "home", "standing", "post", {}, {"frame_shape": {"9:16"}, "stabilisation": ON, "exposure_bias": SLIGHT}, "from the hand, steadied"),
    (MANUAL, "product", "table-panel", "tripod", "film", {}, {"shutter": TWICE | {"1/100"}, "white_balance": {5600}, "stabilisation": {"off"}, "iso_floor": {50}, "resolution": {"4K"}}, "the panel's own Kelvin, lowest ISO"),
    (MANUAL, "product", "table-panel", "tripod", "film", {"slowed": 4}, {"frame_rate": {"100", "120"}, "stabilisation": {"off"}, "white_balance": {5600}}, "pours slowed four times"),
    (MANUAL, "product", "table-window", "tripod", "grade", {}, {"colour_profile": FLAT, "shutter": TWICE, "frame_rate": {"25"}, "white_balance": {6500}}, "a window's own Kelvin, flat for the grade"),
    (NEW, "product", "table-panel", "tripod", "film", {}, {"view": {"rectilinear"}, "stabilisation": {"off"}, "white_balance": {5500}}, "straight edges"),
    (MANUAL, "product", "home", "tripod", "film", {}, {"white_balance": {2800}, "stabilisation": {"off"}, "shutter": {"1/50", "1/100"}}, "tungsten matched wholly: colour must be right"),
    # In motion.
    (NEW, "motion", "snow-sun", "helmet-on-snow", "film", {}, {"exposure_bias": {0.0, 0.5}, "frame_rate": {"50"}, "stabilisation": ON, "white_balance": {5500}}, "snow darkens what the meter makes of a face"),
    (SOME, "motion", "snow-sun", "helmet-on-snow", "post", {}, {"exposure_bias": {0.0, 0.5}, "frame_shape": {"9:16"}, "stabilisation": ON}, "the same upright"),
    (NEW, "motion", "sun", "riding", "film", {}, {"frame_rate": {"50"}, "stabilisation": ON, "exposure_bias": SLIGHT, "iso_floor": {100}, "white_balance": {5500}}, "sport in sun keeps room to slow once"),
    (NEW, "motion", "sun", "riding", "film", {"slowed": 4}, {"frame_rate": {"100", "120"}, "stabilisation": ON}, "slowed four times"),
    (NEW, "motion", "forest", "riding", "once", {}, {"frame_rate": {"50"}, "stabilisation": ON, "iso_ceiling": {3200}, "exposure_bias": SLIGHT}, "under trees room for ISO"),
    (OLD, "motion", "bright-cloud", "riding", "film", {}, {"frame_rate": {"25", "50"}, "stabilisation": {"standard"}, "exposure_bias": SLIGHT}, "what it has"),
    (PHONE, "motion", "sun", "standing", "post", {}, {"frame_shape": {"9:16"}, "frame_rate": {"50"}, "stabilisation": ON}, "someone passing, posted"),
    (SOME, "motion", "bright-cloud", "riding", "grade", {}, {"colour_profile": {"flat"}, "stabilisation": ON, "sharpening": {"low"}}, "flat, to be graded"),
    # Under water.
    (SOME, "underwater", "water-blue-10", "tray", "film", {}, {"frame_rate": {"50"}, "view": {"wide", "rectilinear"}, "stabilisation": ON, "nd_filter": {"none"}, "white_balance": {"auto", 6500}, "iso_ceiling": {800, 1600}}, "slowed twice, wide, no glass in the housing"),
    (SOME, "underwater", "water-green-shallow", "swimming", "film", {}, {"frame_rate": {"50"}, "shutter": {"1/100", "1/120", "auto"}, "stabilisation": ON, "nd_filter": {"none"}}, "the shutter near twice the rate"),
    (SOME, "underwater", "water-sun-shallow", "swimming", "post", {}, {"frame_shape": {"9:16"}, "nd_filter": {"none"}, "exposure_bias": {-0.5}}, "half a stop down under the surface"),
    (NEW, "underwater", "water-murky", "tray", "grade", {"lamp": True}, {"colour_profile": FLAT, "white_balance": {5500}, "stabilisation": ON, "lamp": {"dive-lamp-got"}, "colour_filter": {"none"}}, "the lamp's own white, flat"),
    (NEW, "underwater", "water-green-shade", "tray", "film", {"lamp": True}, {"lamp": {"dive-lamp-got"}, "frame_rate": {"50"}, "nd_filter": {"none"}}, "the lamp that was said is used"),
    (OLD, "underwater", "water-green-shallow", "swimming", "film", {}, {"view": {"wide", "rectilinear"}, "stabilisation": {"standard"}, "nd_filter": {"none"}}, "on, nearly always"),
    (NEW, "underwater", "water-blue-10", "tray", "film", {"slowed": 4}, {"frame_rate": {"100", "120"}, "nd_filter": {"none"}}, "fast fish"),
    # From the air.
    (DRONE, "drone", "sun", "gimbal", "film", {}, {"stabilisation": {"gimbal"}, "frame_rate": {"25"}, "iso_floor": {100}, "aperture": {5.6, 8.0, 11.0}, "resolution": BIG}, "closed down for want of an ND"),
    (DRONE, "drone", "sunset", "gimbal", "grade", {}, {"colour_profile": FLAT, "shutter": {"1/50"}, "frame_rate": {"25"}}, "180 degrees in low light"),
    (DRONE, "drone", "hazy-sun", "gimbal", "film", {"slowed": 2}, {"frame_rate": {"50", "60"}, "stabilisation": {"gimbal"}}, "slowed twice"),
    (OLD_DRONE, "drone", "overcast", "gimbal", "film", {}, {"shutter": {"1/50", "1/60"}, "stabilisation": {"gimbal"}, "iso_floor": {100}}, "180 degrees under grey sky"),
    (OLD_DRONE, "drone", "sun", "gimbal", "post", {}, {"shutter": {"auto"}, "colour_profile": LOOK}, "bare and automatic"),
    (DRONE, "drone", "snow-sun", "gimbal", "film", {}, {"iso_floor": {100}, "frame_rate": {"25"}}, "base ISO over snow"),
    # At night.
    (NEW, "low-light", "lit-street", "walking", "film", {}, {"shutter": TWICE, "frame_rate": {"25"}, "stabilisation": ON, "iso_ceiling": {1600}, "white_balance": {2800, 4000}, "nd_filter": {"none"}}, "exactly twice the rate; walking is steadied"),
    (PHONE, "low-light", "market", "walking", "film", {}, {"stabilisation": {"standard"}, "frame_rate": {"25"}, "exposure_bias": SLIGHT | {-1.0}}, "a walk is steadied by night too"),
    (MANUAL, "low-light", "market", "walking", "film", {}, {"shutter": TWICE, "frame_rate": {"25"}, "stabilisation": {"standard"}, "white_balance": {2800, 3200, 4000}}, "lamps keep some of their warmth"),
    (MANUAL, "low-light", "dark-lane", "tripod", "film", {}, {"stabilisation": {"off"}, "frame_rate": {"25"}, "iso_ceiling": {1600}, "shutter": TWICE}, "off on a tripod"),
    (NEW, "low-light", "stage", "standing", "once", {}, {"iso_ceiling": {3200}, "shutter": {"1/100", "1/50"}, "stabilisation": ON}, "nothing missed for want of light"),
    (NEW, "low-light", "forecourt", "walking", "post", {}, {"frame_shape": {"9:16"}, "white_balance": {"auto"}, "colour_profile": LOOK}, "posted from the street"),
    (OLD, "low-light", "lit-street", "standing", "film", {}, {"frame_rate": {"25"}, "iso_ceiling": {1600}}, "what it has, at its limit"),
    (MANUAL, "low-light", "stage", "tripod", "grade", {}, {"shutter": TWICE, "frame_rate": {"25"}, "stabilisation": {"off"}}, "for the grade, off a tripod"),
    (PHONE, "low-light", "home", "standing", "post", {}, {"frame_shape": {"9:16"}, "exposure_bias": SLIGHT}, "an evening at home"),
    # Everyday.
    (PHONE, "everyday", "sun", "standing", "post", {}, {"frame_shape": {"9:16"}, "stabilisation": ON, "exposure_bias": {-1.0, -0.5}, "view": {"standard"}}, "upright, a phone against a bright sky"),
    (OLD, "everyday", "bright-cloud", "walking", "film", {}, {"frame_rate": {"25"}, "stabilisation": {"standard"}, "exposure_bias": SLIGHT, "iso_ceiling": {400, 800}}, "two or three stops guard a floating shutter"),
    (MANUAL, "everyday", "open-shade", "standing", "grade", {}, {"view": {"standard"}, "colour_profile": FLAT, "resolution": {"4K"}, "frame_rate": {"25"}}, "the lens that suits, not the darkest"),
    (NEW, "everyday", "open-shade", "walking", "film", {}, {"view": {"wide", "rectilinear"}, "stabilisation": ON, "frame_rate": {"25"}, "white_balance": {5500, 6500}}, "shade keeps some of its cool"),
    (NEW, "everyday", "hazy-sun", "gimbal", "film", {}, {"stabilisation": {"off"}, "frame_rate": {"25"}}, "the gimbal steadies"),
    (PHONE, "everyday", "cliff-shade", "walking", "once", {}, {"frame_rate": {"50"}, "stabilisation": ON}, "room to slow"),
    (SOME, "everyday", "office", "standing", "film", {}, {"shutter": TWICE | {"1/100"}, "frame_rate": {"25"}, "white_balance": {4000, 5000}}, "in step with the mains"),
    # Scenic.
    (MANUAL, "scenic", "sun", "tripod", "grade", {}, {"view": {"standard"}, "stabilisation": {"off"}, "colour_profile": FLAT, "frame_rate": {"25"}, "resolution": {"4K"}}, "off on a tripod, everything there is"),
    (NEW, "scenic", "overcast", "tripod", "film", {}, {"frame_rate": {"25"}, "resolution": BIG, "stabilisation": {"off"}, "white_balance": {5500, 6500}}, "the timeline's own rate"),
    (NEW, "scenic", "sunset", "tripod", "grade", {}, {"shutter": TWICE, "resolution": {"5K"}, "bit_depth": {10}, "colour_profile": FLAT}, "the highest there is, 10 bit, 180 degrees"),
    (PHONE, "scenic", "sun", "standing", "post", {}, {"frame_shape": {"9:16"}, "view": {"standard"}, "stabilisation": ON}, "upright"),
    (OLD_PHONE, "scenic", "bright-cloud", "tripod", "film", {}, {"stabilisation": {"off"}, "resolution": {"4K"}, "exposure_bias": SLIGHT}, "plain"),
    # Lapses.
    (NEW, "lapse", "half-moon", "tripod", "film", {}, {"frame_rate": {"1/20"}, "shutter": {"15", "10"}, "iso_ceiling": {800, 1600}, "white_balance": {4000}, "stabilisation": {"off"}}, "locked, long, cool"),
    (NEW, "lapse", "moon", "tripod", "film", {"power_bank": True}, {"frame_rate": {"1/20"}, "stabilisation": {"off"}, "white_balance": {4000}}, "through the night from a bank"),
    (NEW, "lapse", "sun", "tripod", "film", {}, {"frame_rate": {"1/2"}, "stabilisation": {"off"}, "white_balance": {5500}, "iso_floor": {100}}, "clouds every two seconds"),
    (PHONE, "lapse", "bright-cloud", "tripod", "film", {}, {"frame_rate": {"1/2"}, "stabilisation": {"off"}, "exposure_bias": SLIGHT}, "crowds"),
    (MANUAL, "lapse", "blue-hour", "tripod", "film", {}, {"frame_rate": {"1/2"}, "stabilisation": {"off"}}, "lights coming on"),
    (SOME, "lapse", "starlight", "tripod", "film", {}, {"shutter": {"15", "10"}, "iso_ceiling": {800, 1600}, "stabilisation": {"off"}}, "stars, as far as it reaches"),
]  # fmt: skip


def planned(camera: str, answers: Answers) -> Plan:
    device = remembered(camera, CLASS_BY_KEY[camera].usual, key="my-camera", name="My camera")  # type: ignore[index]
    made = plan_scene(first_problem(device, answers, brief_of(answers)))
    assert isinstance(made, Plan), made
    return made


def said(kind: str, light: str, carried: str, purpose: str, **more: Any) -> Answers:
    return Answers.read({"kind": kind, "light": light, "carried": carried, "purpose": purpose, **more})


def test_there_are_at_least_sixty_of_every_kind_and_camera() -> None:
    assert len(TABLE) >= 60
    assert {row[1] for row in TABLE} == set(STARTS) and {row[0] for row in TABLE} == set(CLASS_BY_KEY)


@pytest.mark.parametrize(
    ("camera", "kind", "light", "carried", "purpose", "more", "expected", "why"), TABLE,
    ids=[", ".join(map(str, (*row[:5], *row[5]))) for row in TABLE],
)  # fmt: skip
def test_the_first_card_is_what_an_operator_would_dial(
    camera: str,
    kind: str,
    light: str,
    carried: str,
    purpose: str,
    more: dict[str, Any],
    expected: Expected,
    why: str,
) -> None:
    made = planned(camera, said(kind, light, carried, purpose, **more))
    dialled = {setting: made.value(Setting(setting)) for setting in expected}
    other = {setting: value for setting, value in dialled.items() if value not in expected[setting]}
    assert not other, f"{why}; {made.headline}"


@pytest.mark.parametrize("kind", STARTS)
@pytest.mark.parametrize("purpose", PURPOSES)
def test_every_answer_makes_a_brief(kind: str, purpose: str) -> None:
    made = brief_of(said(kind, "sun", str(STARTS[kind]["carried"]), purpose))  # type: ignore[index]
    assert (made.scenario, made.carried) == (kind, STARTS[kind]["carried"])  # type: ignore[index]
    assert made.repeatable is (purpose != "once")
    assert bool(made.delivery.graded) is (purpose == "grade"), "else it is left to the school"
    assert made.delivery.shapes == (["9:16"] if purpose == "post" else ["16:9"])
    assert PURPOSES[purpose].school in SCHOOL_BY_KEY  # type: ignore[index]


@pytest.mark.parametrize(
    ("light", "depth_m", "colour", "least", "deepest"),
    [("water-blue-10", None, "blue", 8, 12), ("water-blue-10", 18, "blue", 8, 18), ("water-blue-10", 4, "blue", 4, 4),
     ("water-sun-shallow", None, "clear", 1, 3), ("water-murky", None, "murky", 2, 5), ("by-hour", 9, "green", 2, 9)],
)  # fmt: skip
def test_the_water_is_that_of_the_light(
    light: str, depth_m: float | None, colour: str, least: float, deepest: float
) -> None:
    water = brief_of(said("underwater", light, "tray", "film", depth_m=depth_m)).water
    assert water is not None and (water.colour, water.shallowest_m, water.depth_m) == (colour, least, deepest)


def test_what_is_slowed_cold_or_lit_is_said() -> None:
    def brief(kind: str, carried: str = "tripod", **more: Any) -> Brief:
        return brief_of(said(kind, "sun", carried, "film", **more))

    assert (brief("motion", slowed=4).delivery.slowed, brief("motion").delivery.slowed) == (4, 1)
    assert brief("underwater").delivery.slowed == 2, "as is usual under water"
    assert (brief("motion", "helmet-on-snow").temperature_c, brief("motion").temperature_c) == (-5, 15)
    assert brief("motion", "helmet-on-snow", temperature_c=3).temperature_c == 3
    assert brief("everyday", mains_hz=60).delivery.timeline_rate == 30
    wet = brief("underwater", lamp=True).water
    assert wet is not None and wet.lamp


def test_a_lapse_by_day_is_of_clouds_and_one_by_night_of_stars() -> None:
    day, night = (brief_of(said("lapse", light, "tripod", "film")).lapse for light in ("sun", "half-moon"))
    assert day is not None and night is not None
    assert (day.stars, day.interval_s, night.stars, night.interval_s) == (False, 2, True, 20)


def test_a_bank_that_was_said_carries_the_night() -> None:
    with_bank, bare = (
        planned(NEW, said("lapse", "half-moon", "tripod", "film", power_bank=bank)) for bank in (True, False)
    )
    assert with_bank.measures is not None and bare.measures is not None
    assert with_bank.measures.battery_minutes > 360 > bare.measures.battery_minutes
