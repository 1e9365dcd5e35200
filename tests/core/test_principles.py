"""Principles of practice, each on situations of its own: what moves many values at once."""

from typing import Any

import pytest

from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.problem.brief import Brief
from tests.situations import A2, A4, BUILT_IN, D1, MANUAL, brief, planned, planned_as, situation_of, stance_of

SUN = {"kind": "condition", "condition": "sun"}
CLOUD = {"kind": "condition", "condition": "bright-cloud"}


def scene(scenario: str, light: dict[str, Any] | str = "bright-cloud", carried: str = "standing", **more: Any) -> Brief:
    lit = {"kind": "condition", "condition": light} if isinstance(light, str) else light
    return Brief.read({"scenario": scenario, "light": lit, "carried": carried, **more})


def ev(level: float, kelvin: float = 5500, *, lamps: bool = False) -> dict[str, Any]:
    return {"kind": "ev", "ev100": level, "kelvin": kelvin, "lamps": lamps}


HIGHEST = {"resolution": "highest"}
BIGGEST = [
    (scene("scenic", "sun", "tripod"), A4), (scene("scenic", "overcast", "tripod"), A4),
    (scene("everyday", delivery={"edited_on": "phone"}), A4), (scene("everyday", minutes=40), A4),
    (scene("everyday", "sun", "walking"), A4), (scene("drone", "sun", "gimbal", minutes=15), D1),
    (scene("product", ev(10), "tripod", subject_distance_m=1), MANUAL), (scene("scenic", "sun", "tripod"), BUILT_IN),
    (scene("talking", "bright-cloud", "tripod"), A2),
]  # fmt: skip


@pytest.mark.parametrize(("filmed", "device"), BIGGEST)
def test_the_highest_that_was_asked_for_is_not_outbid_by_comfort(filmed: Brief, device: Any) -> None:
    made = planned_as(filmed, device, tempo="real-time", **HIGHEST)
    chosen = next(
        mode
        for mode in device.modes
        if (mode.frame_shape, mode.resolution) == (made.value(Setting.FRAME_SHAPE), made.value(Setting.RESOLUTION))
    )
    wide = [mode.width_px for mode in device.modes if mode.kind == "video" and mode.rate == 25]
    assert chosen.width_px > 0.95 * max(wide), made.headline


TEMPI = [
    ("everyday", "sun", "standing"), ("everyday", "overcast", "walking"), ("scenic", "sun", "tripod"),
    ("scenic", "snow-sun", "tripod"), ("talking", "sun", "standing"), ("product", "table-panel", "tripod"),
    ("motion", "sun", "riding"), ("motion", "bright-cloud", "standing"), ("low-light", "stage", "standing"),
]  # fmt: skip


@pytest.mark.parametrize(("scenario", "light", "carried"), TEMPI)
@pytest.mark.parametrize("bag", [True, False])
def test_a_tempo_that_was_stated_is_kept(scenario: str, light: str, carried: str, bag: bool) -> None:
    """Frames are not recorded for the shutter's sake, with filters or without."""
    filmed = scene(scenario, light, carried)
    assert planned_as(filmed, A4, bag=bag, tempo="real-time").value(Setting.FRAME_RATE) == "25"
    assert planned_as(filmed, A4, bag=bag, tempo="room-to-slow").value(Setting.FRAME_RATE) == "50"


@pytest.mark.parametrize(
    ("scenario", "light", "falls"),
    [("everyday", "sun", 0.2), ("everyday", "forest", 2), ("scenic", "overcast", 0.5), ("talking", "open-shade", 1),
     ("motion", "sun", 2), ("drone", "hazy-sun", 1), ("everyday", "office", 0.5), ("low-light", "stage", 1)],
)  # fmt: skip
def test_a_ceiling_stands_at_what_the_taste_accepts_wherever_something_moves(
    scenario: str, light: str, falls: float
) -> None:
    filmed = scene(scenario, light, "gimbal" if scenario == "drone" else "standing", falls_stops=falls)
    for control in ("floating-iso", "automatic", "floating-shutter"):
        made = planned_as(filmed, A4, exposure_control=control)
        floats = made.value(Setting.SHUTTER) == "auto"
        low = float(str(made.value(Setting.ISO_FLOOR)))
        high = float(str(made.value(Setting.ISO_CEILING)))
        if control == "automatic":
            assert (floats, high) == (True, 1600), made.headline
        elif floats:
            assert 200 <= high <= 800, made.headline
        else:
            assert low < high == 1600 or low == 1600, made.headline


LAMPS = [(2700, "home"), (2850, "street"), (3000, "street"), (3200, "stage"), (3400, "stage"), (4000, "office"),
         (2300, "fire"), (5000, "shop")]  # fmt: skip


@pytest.mark.parametrize(("kelvin", "_"), LAMPS)
def test_lamps_keep_some_of_their_warmth_but_not_on_things_and_skin(kelvin: float, _: str) -> None:
    lit = ev(6, kelvin, lamps=True)

    def wanted(scenario: str, look: str = "neutral") -> float:
        filmed = scene(scenario, lit, "tripod")
        stance = stance_of(white_look=look)
        return 1e6 / situation_of(filmed, stance, A4, ()).balanced_kelvin()

    light, day = 1e6 / kelvin, 1e6 / 5500
    assert wanted("low-light") == pytest.approx(day + 0.67 * (light - day))
    assert wanted("product") == pytest.approx(light) == wanted("talking")
    assert wanted("low-light", "as-lit") == pytest.approx((day + light) / 2)
    assert wanted("low-light", "warm") == pytest.approx(wanted("low-light") - 25)


TALL = [
    {"point_of_view": True, "carried": "riding"}, {"carried": "helmet-on-snow"},
    {"point_of_view": True, "carried": "walking"}, {"delivery": {"shapes": ["16:9", "9:16"]}},
    {"delivery": {"shapes": ["16:9", "4:3"]}, "carried": "riding"},
    {"point_of_view": True, "delivery": {"shapes": ["16:9", "9:16"]}, "carried": "riding"},
    {"point_of_view": True, "carried": "helmet-on-snow", "delivery": {"shapes": ["16:9", "9:16"]}},
    {"carried": "helmet-on-snow", "delivery": {"crop_room": 0.2}},
]  # fmt: skip


@pytest.mark.parametrize("more", TALL)
def test_a_tall_frame_is_for_bodies_and_uncertain_crops(more: dict[str, Any]) -> None:
    made = planned_as(scene("motion", "sun", **{"windy": True, **more}), A4, tempo="real-time")
    assert made.value(Setting.FRAME_SHAPE) in ("8:7", "4:3"), made.headline
    plain = planned_as(scene("motion", "sun", "standing"), A4, tempo="real-time")
    assert plain.value(Setting.FRAME_SHAPE) == "16:9"


STILL = [("everyday", "bright-cloud", "standing"), ("everyday", "sun", "standing"), ("talking", "sun", "standing"),
         ("scenic", "sun", "standing"), ("underwater", "water-green-shallow", "tray"),
         ("everyday", "forest", "standing"),
         ("underwater", "water-blue-10", "tray"), ("talking", "open-shade", "standing")]  # fmt: skip


@pytest.mark.parametrize(("scenario", "light", "carried"), STILL)
def test_stabilisation_is_as_much_as_shows(scenario: str, light: str, carried: str) -> None:
    """No more than leaves a jump of a pixel or two: a stronger level would only take frame."""
    wet = {"water": {"depth_m": 6, "shallowest_m": 2}} if scenario == "underwater" else {}
    made = planned_as(scene(scenario, light, carried, **wet), A4)
    levels = [level.key for level in A4.stabilisation]
    chosen = levels.index(str(made.value(Setting.STABILISATION)))
    assert made.measures is not None and made.measures.jitter_px < 3
    assert chosen < len(levels) - 1, f"not the strongest: {made.headline}"


SPORT = [(4, 5, "sun"), (8, 10, "sun"), (3, 3, "bright-cloud"), (10, 15, "hazy-sun"), (5, 8, "snow-sun"),
         (6, 6, "bright-cloud"), (12, 20, "sun"), (2, 2, "sun")]  # fmt: skip


@pytest.mark.parametrize(("speed", "distance", "light"), SPORT)
def test_sport_in_good_light_keeps_room_to_slow_once(speed: float, distance: float, light: str) -> None:
    sport = {"subject_speed_m_s": speed, "subject_distance_m": distance, "falls_stops": 1}
    rate = Setting.FRAME_RATE
    assert planned_as(scene("motion", light, "riding", **sport), A4).value(rate) == "50"
    assert planned_as(scene("motion", light, "riding", **sport), A4, tempo="real-time").value(rate) == "25"
    assert planned_as(scene("talking", light, "walking", **sport), A4).value(rate) == "25", "talk is in real time"
    assert planned_as(scene("motion", "market", "riding", **sport), A4).value(rate) == "25", "not in the dark"


@pytest.mark.parametrize(
    ("more", "minutes", "on"),
    [({"scenario": "motion"}, 10, True), ({"scenario": "motion"}, 30, True), ({"scenario": "motion"}, 240, False),
     ({"first_outing": True}, 20, True), ({"repeatable": False}, 20, True), ({"repeatable": False}, 300, False),
     ({}, 20, False), ({"scenario": "scenic"}, 20, False), ({"scenario": "motion", "repeatable": False}, 40, True)],
)  # fmt: skip
def test_what_is_neither_repeated_nor_announced_is_recorded_before_the_press(
    more: dict[str, Any], minutes: float, on: bool
) -> None:
    filmed = scene(**{"scenario": "everyday", "light": "bright-cloud", "minutes": minutes, **more})
    made = planned_as(filmed, A4)
    assert (made.value(Setting.PRE_RECORD) != 0) is on, made.headline


NEAR = [("talking", 0.3), ("talking", 0.5), ("everyday", 0.4), ("product", 0.5), ("product", 0.3), ("everyday", 0.25),
        ("underwater", 0.3), ("low-light", 0.3)]  # fmt: skip


@pytest.mark.parametrize(("scenario", "distance"), NEAR)
def test_close_things_keep_an_honest_shape(scenario: str, distance: float) -> None:
    wet = {"water": {"depth_m": 4, "shallowest_m": 1}} if scenario == "underwater" else {}
    light = {"underwater": "water-sun-shallow", "product": "table-panel", "low-light": "stage"}.get(scenario, "sun")
    made = planned_as(scene(scenario, light, "tray" if wet else "standing", subject_distance_m=distance, **wet), A4)
    assert made.value(Setting.VIEW) in ("rectilinear", "rectilinear-level", "narrow"), made.headline


WET = [("water-green-shallow", "green", 2, 7), ("water-green-shade", "green", 2, 6), ("water-murky", "murky", 2, 5),
       ("water-green-shallow", "green", 5, 15), ("water-blue-10", "blue", 8, 25), ("water-murky", "murky", 4, 10),
       ("water-green-shade", "clear", 6, 12), ("water-green-shallow", "clear", 3, 9)]  # fmt: skip


@pytest.mark.parametrize(("light", "colour", "least", "deepest"), WET)
@pytest.mark.parametrize("filtering", ["always-nd", "nd-when-needed", "bare-lens"])
def test_under_water_the_shutter_stays_near_twice_the_rate(
    light: str, colour: str, least: float, deepest: float, filtering: str
) -> None:
    water = {"depth_m": deepest, "shallowest_m": least, "colour": colour}
    filmed = scene("underwater", light, "tray", water=water, delivery={"slowed": 2}, falls_stops=1.5)
    made = planned_as(filmed, A4, filtering=filtering)
    assert made.value(Setting.ND_FILTER) == "none", "it cannot be taken off below"
    lights = {one.name: one for one in made.in_light}
    rate = float(str(made.value(Setting.FRAME_RATE)))
    short = 0.5 / rate / lights["expected"].shutter_s
    assert short < 2.6 or lights["expected"].iso == 100, f"freezing is no by-product: {made.headline}"


@pytest.mark.parametrize("light", ["sun", "hazy-sun", "bright-cloud", "overcast", "open-shade", "forest", "cliff-shade",
                                   "snow-sun"])  # fmt: skip
@pytest.mark.parametrize("mains_hz", [50, 60])
def test_mains_count_only_where_lamps_shine(light: str, mains_hz: int) -> None:
    filmed = scene("everyday", light, mains_hz=mains_hz, delivery={"timeline_rate": "24000/1001"})
    plain = scene("everyday", light, mains_hz=110 - mains_hz, delivery={"timeline_rate": "24000/1001"})
    made, other = planned_as(filmed, A4), planned_as(plain, A4)
    assert [one.value for one in made.decisions] == [one.value for one in other.decisions]


def test_the_demo_still_keeps_the_tempo_of_its_own() -> None:
    assert planned(brief("Talking on the quay")).value(Setting.FRAME_RATE) == "25"
