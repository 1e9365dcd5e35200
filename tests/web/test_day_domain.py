"""The day as the interface draws and tells it: clocks, stretches, windows, dives, changes."""

from typing import Any

import pytest
from playwright.sync_api import Page

from tests.web.conftest import Call

# The day.


def a_scene(**changes: Any) -> dict[str, Any]:
    """A scene filmed from 10:00 to 11:00 in rising light, held from 8 to 12 EV."""
    camera = {"setup_id": "c", "device_name": "A4", "low_ev100": 8.0, "high_ev100": 12.0, "leaves": [],
              "verdict": "steady", "steady": [], "minutes_out": 3}  # fmt: skip
    curve = [float(index) / 6 for index in range(145)]
    usual = {"id": "s", "name": "Quay", "starts": 600, "ends": 660, "curve": curve, "cameras": [camera]}
    return {**usual, **changes}


@pytest.mark.parametrize(
    ("minute", "text"), [(0, "00:00"), (570, "09:30"), (1439, "23:59"), (1440, "00:00"), (1500, "01:00")]
)
def test_minutes_are_told_by_the_clock(call: Call, minute: int, text: str) -> None:
    assert call("times.clock", minute) == text


@pytest.mark.parametrize(
    ("text", "minute"),
    [
        ("09:30", 570),
        ("9:05", 545),
        ("24:00", None),
        ("noon", None),
        ("", None),
        ("8", 480),
        ("08", 480),
        ("1230", 750),
        ("830", 510),
        ("0800", 480),
        ("12.30", 750),
        ("12,30", 750),
        ("13h00", 780),
        ("13h", 780),
        ("8h05", 485),
        ("8 : 30", 510),
        ("1.30 pm", 810),
        ("8:3", None),
        ("25", None),
        ("1260", None),
        ("8.", None),
    ],
)
def test_a_clock_is_read_in_minutes(call: Call, text: str, minute: int | None) -> None:
    assert call("times.minuteOf", text) == minute


def test_stretches_in_words(call: Call) -> None:
    assert call("day.stretch", {"start": 0, "end": 1440}) == "all day"
    assert call("day.stretch", {"start": 600, "end": 1440}) == "10:00 to midnight"
    assert call("day.stretch", {"start": 600, "end": 690}) == "10:00 to 11:30"


def test_light_lies_on_the_line_between_two_points(call: Call) -> None:
    assert call("day.lightAt", [8.0, 10.0, 11.0], 10, 5) == pytest.approx(9.0)
    assert call("day.lightAt", [8.0, 10.0, 11.0], 10, 999) == pytest.approx(11.0)


def test_a_scene_moves_in_steps_of_five_and_stays_in_the_day(call: Call) -> None:
    assert call("day.moved", a_scene(), 7, 1440) == {"starts": 605, "ends": 665}
    assert call("day.moved", a_scene(), -9999, 1440) == {"starts": 0, "ends": 60}
    assert call("day.moved", a_scene(), 9999, 1440) == {"starts": 1380, "ends": 1440}
    assert call("day.moved", a_scene(starts=None, ends=None), 5, 1440) is None


def test_how_a_scene_stands_at_its_time(call: Call) -> None:
    assert call("day.standing", a_scene()) == {
        "state": "steady", "steady": True, "fails": False, "words": "steady all through",
    }  # fmt: skip
    leaving = {"minute": 640, "side": "bright", "end": "clipped"}
    cameras = [{**a_scene()["cameras"][0], "leaves": [leaving], "verdict": "not"}]
    unsure = call("day.standing", a_scene(cameras=[{**cameras[0], "verdict": "uncertain"}]))
    assert (unsure["state"], unsure["fails"]) == ("unsure", False) and "a reading would tell" in unsure["words"]
    likely = call("day.standing", a_scene(cameras=[{**a_scene()["cameras"][0], "verdict": "likely"}]))
    assert (likely["state"], likely["words"]) == ("steady", "likely steady all through")
    assert call("day.standing", a_scene(cameras=cameras))["words"] == "from 10:40 too bright: highlights clip"
    made = [{**cameras[0], "minutes_out": 0}]
    held = {"state": "held", "steady": False, "fails": True, "words": "held, with the changes listed"}
    assert call("day.standing", a_scene(cameras=made)) == held
    two = [*cameras, a_scene()["cameras"][0]]
    assert call("day.standing", a_scene(cameras=two))["words"].startswith("A4, from 10:40")
    assert call("day.standing", a_scene(cameras=[]))["words"] == "no set that can be had"
    assert call("day.standing", a_scene(starts=None))["words"] == "no time yet"


def test_the_day_in_a_sentence(call: Call) -> None:
    hand = {"while_filming": True}
    assert call("day.verdict", {"scenes": [a_scene()], "swaps": []})["steady"] is True
    two = {"scenes": [a_scene(), a_scene(cameras=[])], "swaps": [hand]}
    assert call("day.verdict", two)["words"] == "1 of 2 scenes steady all through. 1 change while filming."
    assert "No scene has a time" in call("day.verdict", {"scenes": [a_scene(starts=None)], "swaps": []})["words"]


def test_a_fixed_scene_is_not_moved(call: Call) -> None:
    assert call("day.moved", a_scene(fixed=True), 30, 1440) is None


SPRING, AUTUMN = {"minute": 120, "by": 60}, {"minute": 180, "by": -60}


@pytest.mark.parametrize(
    ("jump", "minute", "text"),
    [(SPRING, 119, "01:59"), (SPRING, 120, "03:00"), (SPRING, 540, "10:00"), (AUTUMN, 179, "02:59"),
     (AUTUMN, 180, "02:00"), (AUTUMN, 660, "10:00")],
)  # fmt: skip
def test_the_clock_where_the_clocks_change(call: Call, jump: dict[str, int], minute: int, text: str) -> None:
    assert call("times.clock", minute, jump) == text
    if minute != 180:  # the second 02:00 of an autumn night is told as the first one
        assert call("times.minuteOf", text, jump) == minute


def test_a_time_that_the_clocks_skip_is_the_moment_they_do(call: Call) -> None:
    assert call("times.minuteOf", "02:30", SPRING) == 120


def test_an_azimuth_goes_the_short_way_round(call: Call) -> None:
    assert call("day.azimuthAt", [350.0, 10.0], 10, 5) == pytest.approx(0.0, abs=1e-9)
    assert call("day.azimuthAt", [80.0, 100.0], 10, 5) == pytest.approx(90.0)


def test_the_hour_is_read_off(call: Call) -> None:
    day = {
        "step_minutes": 10, "jump": {"minute": 0, "by": 0}, "sky": [10.0] * 145, "sky_uncertainty": [0.5] * 145,
        "sun_deg": [20.0] * 145, "sun_azimuth_deg": [130.0] * 145,
        "scenes": [a_scene(uncertainty=[0.8] * 145, kelvin=[5480] * 145), a_scene(starts=None, name="Later")],
    }  # fmt: skip
    lines = call("day.readout", day, 600)
    assert lines == ["10:00", "sky 10.0 ± 0.5 EV, sun 20° high at 130°", "Quay 10.0 ± 0.8 EV, 5500 K"]
    assert len(call("day.readout", day, 300)) == 2, "no scene is filmed then"


def test_a_band_goes_up_one_side_and_down_the_other(engine: Page) -> None:
    plot = "{x: (m) => m, y: (e) => -e}"
    path = engine.evaluate(f"domain.day.bandPath([0, 10], [5, 6], [1, 2], 10, {plot})")
    assert path == "M0.0,-6.0L10.0,-8.0L10.0,-4.0L0.0,-4.0Z"


def test_bearings_on_the_compass(call: Call) -> None:
    east = call("compass.bearing", 90, 10)
    assert (east["x"], east["y"]) == (pytest.approx(10), pytest.approx(0, abs=1e-9))
    for degrees in (0, 45, 135, 290, 355):
        at = call("compass.bearing", degrees, 30)
        assert call("compass.bearingOf", at["x"], at["y"]) == degrees
    assert [call("compass.wind", one) for one in (0, 44, 290, 359)] == ["N", "NE", "W", "N"]
    assert call("compass.wedge", 0, 90, 10).startswith("M0,0L-7.1,-7.1A10,10 0 0 1 7.1,-7.1Z")


@pytest.mark.parametrize(
    ("text", "expected"),
    [
        ("0:0 5:6.5 20:4", [[0, 0], [5, 6.5], [20, 4]]),
        ("", []),
        ("0:0", "one point is no profile"),
        ("0:0 deep", "is no point"),
        ("5:3 2:4", "forward"),
    ],
)
def test_a_dive_in_a_few_points(call: Call, text: str, expected: Any) -> None:
    found = call("dive.pointsOf", text)
    if isinstance(expected, str):
        assert expected in found
    else:
        assert [[one["minute"], one["depth_m"]] for one in found] == expected
        assert call("dive.pointsText", found) == text
    assert call("dive.pointsText", [{"minute": m, "depth_m": 1} for m in range(50)]) == "", "a long log is not typed"


@pytest.mark.parametrize(
    ("steady", "words"),
    [((0, 10), "from the surface to 10 m and on"), ((0, 6.5), "from the surface to 6.5 m"), ((2, 6), "from 2 m to 6 m"),
     ((3, 10), "from 3 m down"), ((None, None), "at no depth")],
)  # fmt: skip
def test_where_a_set_holds_under_water(call: Call, steady: tuple[Any, Any], words: str) -> None:
    depths = {"steady_from_m": steady[0], "steady_to_m": steady[1], "step_m": 0.25, "ev100": [9.0] * 41}
    assert words in call("depth.holds", {"depths": depths})


def test_the_depth_diagram_goes_down_and_gets_darker(call: Call) -> None:
    water = {"depths": {"step_m": 1, "ev100": [12, 11, 10, 9], "uncertainty_stops": 0.5}}
    plot = call("depth.depthPlot", water, [{"low_ev100": 8, "high_ev100": 13}], 70, 30)
    first, last = (tuple(map(float, one.split(","))) for one in plot["curve"][1:].split("L")[::3])
    assert first[0] > last[0] and first[1] == 0 and last[1] == 30


def test_a_reading_is_sent_with_the_fields_of_its_kind(call: Call) -> None:
    typed = {"iso": "100", "f_number": " 2.8", "shutter_s": "1/500", "lux": "9"}
    sent = call("readings.readingSent", "settings", typed)
    assert sent == {"how": "settings", "iso": "100", "f_number": "2.8", "shutter_s": "1/500"}
    assert call("readings.readingSent", "phone", {}) == {"how": "phone", "lux": ""}


@pytest.mark.parametrize(
    ("times", "meant"),
    [
        (("", ""), {"starts": None, "ends": None}),
        (("09:30", "10:00"), {"starts": 570, "ends": 600}),
        (("22:00", "01:30"), {"starts": 1320, "ends": 1530}),
        (("09:30", ""), None),
        (("later", "10:00"), None),
        (("11:00", "10:00"), {"starts": 660, "ends": 600}),
    ],
)
def test_times_as_typed(call: Call, times: tuple[str, str], meant: Any) -> None:
    assert call("times.timesMeant", {"from": times[0], "to": times[1]}) == meant


def test_changes_are_told_in_a_phrase(call: Call) -> None:
    swap = {"kind": "filter", "device_name": "A4", "before": "ND 8", "after": "bare lens"}
    assert call("swaps.swapSentence", swap) == "A4: bare lens instead of ND 8"
    assert call("swaps.swapSentence", {**swap, "kind": "start"}) == "A4: begin with bare lens"


def test_steps_are_taken_back_and_made_again(call: Call) -> None:
    def step(what: str, before: int, after: int, at: int) -> dict[str, Any]:
        return {"what": what, "before": before, "after": after, "at": at}

    steps = call("undo.stepped", call("undo.none"), step("a", 1, 2, 0))
    steps = call("undo.stepped", steps, step("a", 2, 3, 1000))
    assert [(one["before"], one["after"]) for one in steps["done"]] == [(1, 3)], "a drag is one step"
    steps = call("undo.stepped", steps, step("a", 3, 4, 9000))
    undone = call("undo.back", steps)
    assert undone["step"]["before"] == 3 and len(undone["steps"]["done"]) == 1
    redone = call("undo.again", undone["steps"])
    assert redone["step"]["after"] == 4 and redone["steps"]["undone"] == []
    assert call("undo.stepped", undone["steps"], step("b", 0, 1, 9999))["undone"] == [], "a new step forgets them"
    assert call("undo.back", call("undo.none")) is None and call("undo.again", call("undo.none")) is None


def test_a_change_shows_before_it_is_answered(call: Call) -> None:
    water = {"depth_m": 5, "shallowest_m": 1}
    here = a_scene(aim=None, water=water, spot="quay", fixed=False, shade_stops=None, ground=None, reachable="by-hand")
    there = call("filming.shown", here, {"starts": 700, "ends": 760, "heading_deg": 90, "depth_m": 9, "spot": "boat"})
    assert (there["starts"], there["ends"], there["spot"], there["water"]["depth_m"]) == (700, 760, "boat", 9)
    assert there["aim"] == {"heading_deg": 90, "tilt_deg": 0, "height_m": 1.6}
    was = call("filming.before", here, {"starts": 700, "ends": 760, "heading_deg": 90, "depth_m": 9, "tilt_deg": 3})
    assert was == {"starts": 600, "ends": 660, "heading_deg": None, "depth_m": 5, "tilt_deg": 0}


def test_a_new_scene_lies_under_the_sky_of_its_shoot(call: Call) -> None:
    assert call("brief.startOf", "motion", True)["light"]["kind"] == "sky"
    assert call("brief.startOf", "motion", False)["light"]["kind"] == "condition"
    assert call("brief.startOf", "product", True)["light"]["kind"] == "lux", "a table has its own light"
