"""Shoots on their shelf, clips as lines, and quantities told by habit."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Page

from tests.web.conftest import Call


def test_lists_of_shoots_and_of_what_was_deleted_are_told_in_words(call: Call) -> None:
    sets = [{"outcome": "plan"}, {"outcome": "waiting"}, {"outcome": "conflict"}]
    assert call("shelf.planned", [{"scenes": [{"setups": sets}, {"setups": []}]}]) == {"done": 2, "waiting": 1}
    assert call("shelf.shortestFirst", ["longer", "short", "longer"]) == ["short", "longer"]
    gone = {"kind": "shoot", "name": "Winter", "scenes": 1}
    assert call("shelf.removedWords", gone) == "Winter, a shoot with 1 scene"
    assert call("shelf.removedWords", {**gone, "scenes": 0}) == "Winter, a shoot with no scenes"
    assert call("shelf.removedWords", {**gone, "kind": "scene"}) == "Winter, a scene"
    assert call("times.dayAfter", "2026-12-31") == "2027-01-01"


@pytest.mark.parametrize(
    ("measured", "rate"),
    [(23.976, 23.976), (24.0004, 24), (29.97, 29.97), (29.99, 30), (239.1, 239.76), (15.02, 15), (333, 333)],
)
def test_a_clip_was_filmed_at_a_usual_rate(call: Call, measured: float, rate: float) -> None:
    assert call("clips.usualRate", measured) == rate


def test_clips_become_lines_each_size_once(call: Call) -> None:
    clips = [(3840, 2160, 50.01), (1920, 1080, 100), (3840, 2160, 25), (3840, 2160, 24.99)]
    lines = call("clips.linesOf", [{"width": w, "height": h, "rate": r} for w, h, r in clips])
    assert lines == "3840 x 2160: 25/50\n1920 x 1080: 100"


def test_a_still_tells_its_size_and_leaves_the_rates_to_be_typed(call: Call) -> None:
    still, moving = {"width": 3840, "height": 2160, "rate": None}, {"width": 3840, "height": 2160, "rate": 50}
    assert call("clips.linesOf", [still]) == "3840 x 2160: "
    assert call("clips.linesOf", [still, moving]) == "3840 x 2160: 50"


@pytest.fixture
def feet(engine: Page) -> Iterator[None]:
    """Somebody who thinks in feet, Fahrenheit, angles and lux, by a clock of twelve hours."""
    engine.evaluate("""() => {
        const { PLAIN, setHabits } = domain.habits;
        setHabits({ ...PLAIN, lengths: "feet", temperatures: "fahrenheit", clock: "12h", mains_hz: 60,
                    shutters: "angle", light: "lux" });
    }""")
    yield
    engine.evaluate("() => domain.habits.setHabits(domain.habits.PLAIN)")


@pytest.mark.parametrize(
    ("language", "twelve", "lengths", "clock", "mains"),
    [("en-US", True, "feet", "12h", 60), ("en-GB", False, "metres", "24h", 50), ("pt-BR", False, "metres", "24h", 60),
     ("nb", False, "metres", "24h", 50), ("en-AU", True, "metres", "12h", 50)],
)  # fmt: skip
def test_habits_are_guessed_from_the_browser(
    call: Call, language: str, twelve: bool, lengths: str, clock: str, mains: int
) -> None:
    found = call("habits.likely", language, twelve)
    assert (found["lengths"], found["clock"], found["mains_hz"]) == (lengths, clock, mains)


def test_what_is_shown_and_typed_by_habit_comes_back(call: Call, feet: None) -> None:
    assert call("habits.shown", "m", "3.048") == "10" and call("habits.unitShown", "m") == "ft"
    assert call("habits.sent", "m", "10") == "10 ft" and call("habits.shown", "m", "10 ft") == "10"
    assert call("habits.sent", "m", "3 m") == "3 m" and call("habits.shown", "m", "3 m") == "3 m"
    assert call("habits.shown", "°C", "-10") == "14" and call("habits.sent", "°C", "−4") == "−4 °F"
    assert call("habits.sent", "m", "far") == "far" and call("habits.shown", "stops", "2") == "2"
    assert call("fields.rangeOf", {"kind": "number", "unit": "m", "least": 0, "most": 60}) == "0–197 ft"
    assert call("habits.metres", 0.5) == "1.64 ft"


def test_without_habits_figures_stay_as_they_are(call: Call) -> None:
    assert call("format.level", 9.12) == "9.1 EV" and call("times.clock", 810) == "13:30"


def test_light_clock_and_shutter_by_habit(call: Call, feet: None) -> None:
    assert call("format.level", 9) == "1.3 klx" and call("format.levelUnit") == "Light"
    clocks = [call("times.clock", minute) for minute in (0, 570, 720, 810, 1439)]
    assert clocks == ["12 am", "9:30 am", "12 pm", "1:30 pm", "11:59 pm"]
    meant = [call("times.minuteOf", text) for text in (*clocks, "13:30", "1 pm", "13 pm")]
    assert meant == [0, 570, 720, 810, 1439, 810, 780, None]
    shutter = {"setting": "shutter", "value": "1/50", "text": "1/50 s"}
    rate = {"setting": "frame_rate", "value": "25", "text": "25"}
    assert call("habits.shutterOf", [shutter, rate]) == "180° (1/50 s)"
    assert call("habits.shutterOf", [shutter]) is None


def test_a_scene_begins_with_the_mains_of_where_one_films(call: Call, feet: None) -> None:
    started = call("brief.startOf", "low-light", False)
    assert started["mains_hz"] == 60 and started["delivery"]["timeline_rate"] == "30"
