"""Budgets drawn and told, preparation, the shot list and quick sums, as the browser has them."""

from typing import Any

import pytest
from playwright.sync_api import Page

from steady_tide.formats.facts import forms
from tests.web.conftest import Call

DAY = {"scenes": [], "sky": [0, 10], "minutes": 1440, "step_minutes": 1440}


def strip(engine: Page, call: str, points: list[dict[str, float]]) -> Any:
    """A drawing over a day that is 1440 wide."""
    return engine.evaluate(
        "([day, points]) => domain.budget." + call + "(points, domain.day.plot(day, 1440, 100), 20)", [DAY, points]
    )


def points(*pairs: tuple[float, float]) -> list[dict[str, float]]:
    return [{"minute": minute, "share": share} for minute, share in pairs]


def test_cells_fall_as_areas_and_cards_rise_as_one_line(engine: Page) -> None:
    told = points((600, 1.0), (660, 0.5), (700, 0.5), (730, 0.0))
    assert strip(engine, "areas", told) == [
        "M600.0,20L600.0,0.0L660.0,10.0L660.0,20Z",
        "M700.0,20L700.0,10.0L730.0,20.0L730.0,20Z",
    ]
    again = points((600, 0.0), (660, 0.5), (700, 0.5), (730, 1.0), (730, 0.0), (740, 0.25))
    line = strip(engine, "fillLine", again)
    assert line == "M600.0,20.0L660.0,10.0L700.0,10.0L730.0,0.0M730.0,20.0L740.0,15.0", "another card begins anew"
    assert strip(engine, "areas", told[:1]) == []


def short(**more: Any) -> dict[str, Any]:
    return {
        "kind": "cells", "camera": "a", "camera_name": "Skarv A4", "scene": "s", "scene_name": "Lantern market",
        "minute": 1240, "amount": 12.0, "words": "no cell is left for 12 of the 40 min", **more,
    }  # fmt: skip


def test_what_is_short_is_hatched_as_long_as_it_lasts_and_told_with_its_hour(call: Call) -> None:
    budget = {"short": [short(), short(kind="cards", minute=1250), short(kind="room"), short(camera="b")]}
    found = [(one["start"], one["end"]) for one in call("budget.uncovered", budget, "a")]
    assert found == [(1240, 1252), (1250, 1250)]
    assert call("budget.shortSentence", short()) == (
        "Skarv A4, Lantern market from 20:40: no cell is left for 12 of the 40 min"
    )
    assert call("budget.shortSentence", short(camera_name="")).startswith("Lantern market from 20:40")


@pytest.mark.parametrize(("minutes", "words"), [(0.4, "0 min"), (89, "89 min"), (90, "1 h 30"), (605.2, "10 h 05")])
def test_times_in_words(call: Call, minutes: float, words: str) -> None:
    assert call("budget.lasting", minutes) == words


def test_what_goes_into_a_camera_after_its_first(call: Call) -> None:
    first = {"minute": 600, "label": "Cell", "number": 1, "first": True, "while_filming": False}
    later = {**first, "minute": 725, "number": 2, "first": False, "while_filming": True}
    assert call("budget.changesOf", [first]) == ""
    assert call("budget.changesOf", [first, later]) == "12:05 while filming: Cell, no. 2"
    assert call("budget.cellsWords", {"cells_used": 1, "cells_there": 1, "flies": True}) == "1 of 1 cell, a flight each"


def test_every_figure_that_budgets_rest_on_is_asked(call: Call, engine: Page) -> None:
    asked = engine.evaluate("() => domain.budget.UPKEEP.map(one => one.name)")
    known = set(forms()["upkeep"]) - {"document", "version"}
    assert set(asked) == known
    assert call("budget.upkeepFact", "copies") == {"unit": None, "range": "1–5", "usual": "2"}


def ready(**more: Any) -> dict[str, Any]:
    return {
        "open": 3, "of": 3, "cautions": [{"tick": "caution diving", "once": True, "done": False}],
        "packing": [{"tick": "pack tripod", "done": False}], "checks": [], "own": [{"id": "7", "done": False}], **more,
    }  # fmt: skip


def test_a_tick_is_counted_before_it_is_answered(call: Call) -> None:
    one = call("ready.ticked", ready(), "pack tripod", True)
    assert one["open"] == 2 and one["packing"][0]["done"]
    two = call("ready.ticked", one, "own 7", True)
    assert call("ready.ticked", two, "caution diving", True)["open"] == 0
    assert call("ready.readySentence", {"open": 0, "of": 3}) == {"words": "Everything is ready.", "done": True}
    assert call("ready.readySentence", {"open": 2, "of": 3})["words"] == "1 of 3 done, 2 to go."
    assert call("ready.readySentence", {"open": 0, "of": 0})["done"] is False


def test_charging_in_words_and_rounds(call: Call) -> None:
    turn = {"charger": "c", "charger_label": "Charger", "cell_label": "Cell", "round": 1, "begins": 0, "ends": 60}
    turns = [{**turn, "number": 1}, {**turn, "number": 2, "ends": 70}, {**turn, "number": 3, "round": 2, "begins": 60}]
    (plan,) = call("ready.chargerPlans", turns)
    assert [one["cells"] for one in plan["rounds"]] == ["Cell no. 1 and Cell no. 2", "Cell no. 3"]
    assert plan["rounds"][0]["minutes"] == 70
    late = {"minutes": 130, "late": []}
    assert call("ready.beginWords", "2026-09-18T22:40:00+02:00", late) == (
        "All of it takes 2 h 10: begin by Friday 22:40."
    )
    told = call("ready.beginWords", "2026-09-18T22:40:00+02:00", {**late, "late": ["Cell, no. 1"]})
    assert told.endswith("It is too late for Cell, no. 1.")
    assert call("ready.beginWords", None, late) == "All of it takes 2 h 10."
    assert call("ready.roundWords", plan["rounds"][1], 1, "2026-09-18T23:30:00+02:00") == "from 00:30"
    assert call("ready.roundWords", plan["rounds"][1], 1, None) == "then"
    assert [call("ready.nextState", one) for one in (None, "ready", "in-use", "spent")] == [
        "ready", "in-use", "spent", "ready",
    ]  # fmt: skip


COVERAGE = {
    "subjects": [{"subject": "Rope", "missing": ["detail"], "angles": ["eye-level"]}],
    "shots": 1, "done": 0, "seconds": 8,
}  # fmt: skip


def test_a_new_shot_begins_with_what_is_missing(call: Call) -> None:
    same = call("shots.newShot", " rope ", COVERAGE, "s")
    assert (same["subject"], same["size"], same["angle"], same["scene"]) == ("rope", "detail", "low", "s")
    other = call("shots.newShot", "Oars", COVERAGE, "")
    assert (other["size"], other["angle"]) == ("establishing", "eye-level")
    assert call("shots.shotLine", {**other, "transition": "fast-pan", "movement": "in"}) == (
        "establishing, eye level, 8 s, in, then fast pan"
    )
    assert call("shots.marksOf", {**other, "once_only": True, "slow": True}) == ["once only", "slow"]
    assert call("shots.amountWords", COVERAGE) == "1 shot, 0 done, 8 s as they are held"


@pytest.mark.parametrize(
    ("by", "order"), [(-1, "bacd"), (-9, "bacd"), (1, "acbd"), (2, "acdb"), (9, "acdb"), (0, "abcd")]
)
def test_a_shot_is_moved_within_its_list(call: Call, by: int, order: str) -> None:
    assert "".join(call("shots.movedBy", list("abcd"), "b", by)) == order
    assert call("shots.movedBy", ["a"], "z", 1) == ["a"]


def test_the_fields_of_a_sum_follow_what_is_wanted(call: Call) -> None:
    def names(**values: str) -> set[str]:
        return {one["name"] for one in call("sums.askedOf", "interval", values)}

    assert "film_s" not in names() and "hours" in names()
    assert "hours" not in names(wanted="hours") and "film_s" in names(wanted="hours")
    assert call("sums.bodyOf", "flicker", {"mains_hz": "60", "rate": "1e3 "}) == {
        "sum": "flicker", "mains_hz": 60, "rate": "1e3 ",
    }  # fmt: skip
    assert call("sums.labelOf", "ev100") == "Light on the subject"


def test_every_field_of_every_sum_has_a_label_of_its_own(engine: Page, call: Call) -> None:
    paths = list(forms()["sum"])
    names = {path.partition("].")[2] for path in paths} - {"sum"}
    for name in names:
        assert "_" not in call("sums.labelOf", name), name


def test_a_curve_lies_in_its_box_with_the_place_that_was_asked_for(call: Call) -> None:
    drawn = {"points": [{"x": 0, "y": 0}, {"x": 10, "y": 5}], "at": {"x": 5, "y": 2.5}}
    made = call("sums.drawnIn", drawn, 100, 50)
    assert made["path"].startswith("M0.0,50.0L100.0,") and made["at"] == {"x": 50, "y": 25}
    assert {one["text"] for one in made["across"]} >= {"0", "10"}
    flat = call("sums.drawnIn", {"points": [{"x": 0, "y": 3}, {"x": 1, "y": 3}], "at": {"x": 0, "y": 3}}, 100, 50)
    assert flat["at"]["y"] == 25


def test_shots_in_an_order_of_their_ids(call: Call) -> None:
    shots = [{"id": one} for one in "abc"]
    assert [one["id"] for one in call("shots.inOrderOf", shots, ["c", "a", "b"])] == ["c", "a", "b"]


@pytest.mark.parametrize(
    ("listed", "done", "moment", "words"),
    [(0, 0, False, "missing"), (0, 0, True, ""), (2, 0, False, "2"), (3, 1, False, "1 of 3 done")],
)
def test_how_a_size_stands(call: Call, listed: int, done: int, moment: bool, words: str) -> None:
    one = {"by_size": {"detail": listed}, "done_by_size": {"detail": done}, "is_moment": moment}
    assert call("shots.cellWords", one, "detail") == words


@pytest.mark.parametrize(("takes", "kept", "words"), [(1, 0, "1 take"), (3, 1, "3 takes, 1 kept"), (0, 0, "0 takes")])
def test_takes_in_words(call: Call, takes: int, kept: int, words: str) -> None:
    assert call("shots.takesWords", takes, kept) == words
