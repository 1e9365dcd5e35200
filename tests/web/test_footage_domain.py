"""Footage as the browser words it: sizes, lengths, groups, verdicts, curves."""

from typing import Any

import pytest

from tests.web.conftest import Call


@pytest.mark.parametrize(
    ("bytes_", "told"), [(0, "0 bytes"), (999, "999 bytes"), (1500, "1.5 kB"), (23_328_036, "23 MB"), (4e12, "4 TB")]
)
def test_sizes(call: Call, bytes_: float, told: str) -> None:
    assert call("footage.size", bytes_) == told


@pytest.mark.parametrize(("seconds", "told"), [(8.44, "8.4 s"), (59.9, "59.9 s"), (125, "2:05 min")])
def test_lengths(call: Call, seconds: float, told: str) -> None:
    assert call("footage.length", seconds) == told


def clip(**more: Any) -> dict[str, Any]:
    plain = {"id": "a", "name": "a.mp4", "state": "held", "problem": "", "scene_id": None, "setup_id": None}
    return {**plain, "assigned": "", "doubt": 0, "words": "", "as_planned": None, **more}


def test_clips_stand_under_their_scenes_the_unread_first_and_the_rest_last(call: Call) -> None:
    scenes = [{"id": "s1", "name": "One"}, {"id": "s2", "name": "Two"}]
    clips = [clip(id="a", scene_id="s2"), clip(id="b", scene_id="gone"), clip(id="c"), clip(id="d", state="waiting")]
    groups = call("footage.byScene", scenes, clips)
    assert [(one["kind"], one["scene"] and one["scene"]["id"], [c["id"] for c in one["clips"]]) for one in groups] == [
        ("read", None, ["d"]), ("scene", "s1", []), ("scene", "s2", ["a"]), ("loose", None, ["b", "c"]),
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("counted", "told"),
    [
        ({}, ""),
        ({"clips": 1, "held": 1}, "One clip is as planned."),
        ({"clips": 2, "held": 2, "off": 1}, "1 of 2 is not as planned."),
        ({"clips": 1, "held": 1, "loose": 2, "waiting": 2}, "One clip is as planned. 2 are still being read."),
        ({"clips": 1, "waiting": 1}, "1 is still being read."),
        ({"clips": 2}, "2 clips."),
    ],
)
def test_what_became_of_them_is_a_sentence(call: Call, counted: dict[str, int], told: str) -> None:
    none = dict.fromkeys(("clips", "held", "off", "loose", "waiting", "failed"), 0)
    assert call("footage.toldOf", {**none, **counted}) == told


def test_parts_of_footage_are_one_with_each_clip_once(call: Call) -> None:
    def part(clips: str, loose: str) -> dict[str, Any]:
        return {"zone": "", "clips": [clip(id=one) for one in clips], "loose": [clip(id=one) for one in loose]}

    whole = call("footage.joined", [part("ab", "x"), part("bc", "")])
    assert [[one["id"] for one in whole[which]] for which in ("clips", "loose")] == [["a", "b", "c"], ["x"]]


def test_what_a_clip_is_is_told_in_a_line(call: Call) -> None:
    assert call("footage.verdict", clip(state="refused", problem="empty"))["tone"] == "signal"
    assert call("footage.verdict", clip(words="As planned.", as_planned=True)) == {
        "text": "As planned.",
        "tone": "plain",
    }
    assert call("footage.verdict", clip())["text"] == "belongs to no scene yet"
    assert call("footage.doubt", clip(assigned="guess", doubt=0.7)) == "a guess: look"
    assert call("footage.doubt", clip(assigned="hand", doubt=0.7)) == ""


def test_curves_go_over_the_clips_own_time(call: Call) -> None:
    over = [{"second": at, "level": 0.4 + at / 10, "clipped": 0, "rgb": [0.5, 0.4, 0.3]} for at in (0.0, 1.0, 2.0)]
    found = {one["key"]: one for one in call("footage.curves", {"over_time": over, "moves": [], "jumps": [1.0]})}
    assert set(found) == {"level", "warmth", "clipped"}, "what was not read has no curve"
    assert found["level"]["jumps"] == [1.0] and (found["level"]["low"], found["level"]["high"]) == (0, 100)
    assert call("footage.path", found["level"], 2, 200, 100) == "M0.0 60.0L100.0 50.0L200.0 40.0"


@pytest.mark.parametrize(
    ("at", "told"),
    [
        ("", [("Your footage", "")]),
        ("day 1", [("Your footage", ""), ("day 1", "day 1")]),
        ("day 1/bow/far", [("Your footage", ""), ("day 1", "day 1"), ("bow", "day 1/bow"), ("far", "day 1/bow/far")]),
    ],
)
def test_the_way_to_a_folder(call: Call, at: str, told: list[tuple[str, str]]) -> None:
    assert [(one["name"], one["path"]) for one in call("footage.within", at)] == told


@pytest.mark.parametrize(("seconds", "told"), [(0, "0:00.0"), (3.21, "0:03.2"), (65.5, "1:05.5"), (600, "10:00.0")])
def test_moments_within_a_clip(call: Call, seconds: float, told: str) -> None:
    assert call("footage.moment", seconds) == told


@pytest.mark.parametrize(
    ("states", "at_work"),
    [
        ([], False), (["held", "refused"], False), (["held", "read"], True), (["held", "waiting"], True),
        (["failed"], False), (["first"], True),
    ],
)  # fmt: skip
def test_whether_something_is_still_worked_on(call: Call, states: list[str], at_work: bool) -> None:
    assert call("footage.atWork", [clip(state=state) for state in states]) is at_work


@pytest.mark.parametrize(
    ("doubt", "told"), [(0.0, ""), (0.15, ""), (0.2, "likely"), (0.5, "likely"), (0.51, "a guess: look")]
)
def test_doubt_is_worded_by_how_much_there_is(call: Call, doubt: float, told: str) -> None:
    assert call("footage.doubt", clip(assigned="guess", doubt=doubt)) == told


def test_a_clip_says_first_how_far_it_is(call: Call) -> None:
    assert call("footage.verdict", clip(state="waiting", words="Too dark."))["text"] == "waits to be read"
    assert call("footage.verdict", clip(state="first"))["text"] == "first answer; read on"
    assert call("footage.verdict", clip(setup_id="s"))["text"] == "read"
    assert call("footage.verdict", clip(words="Too dark.", as_planned=False)) == {"text": "Too dark.", "tone": "signal"}


def test_a_curve_that_goes_below_nothing_shows_all_of_that(call: Call) -> None:
    over = [{"second": at, "level": 0.4, "clipped": 0, "rgb": [0.3, 0.4, 0.3 + at / 10]} for at in (0.0, 1.0, 3.0)]
    found = {one["key"]: one for one in call("footage.curves", {"over_time": over, "moves": [], "jumps": []})}
    assert (found["warmth"]["low"], found["warmth"]["high"]) == pytest.approx((-30, 10))


def test_of_one_moment_there_is_no_curve(call: Call) -> None:
    over = [{"second": 0.0, "level": 0.4, "clipped": 0, "rgb": None}]
    assert call("footage.curves", {"over_time": over, "moves": [], "jumps": []}) == []


@pytest.mark.parametrize(
    ("setups", "pair"),
    [([], []), (["a"], [0]), (["a", "b", "c"], [0, 1]), (["a", "b", "c", "b"], [1, 3]), ([None, None, "c"], [0, 1])],
)
def test_two_clips_of_one_scene_are_offered_first(call: Call, setups: list[str | None], pair: list[int]) -> None:
    clips = [clip(id=str(at), setup_id=setup) for at, setup in enumerate(setups)]
    assert [one["id"] for one in call("footage.likeliestPair", clips) if one] == [str(at) for at in pair]


@pytest.mark.parametrize(
    ("zone", "told"), [("Europe/Oslo", "19:42"), ("UTC", "17:42"), ("Asia/Kolkata", "23:12"), ("Asia/Tokyo", "02:42")]
)
def test_when_it_was_filmed_by_the_clocks_where_that_was(call: Call, zone: str, told: str) -> None:
    assert call("footage.filmedAt", "2026-09-19T17:42:00Z", zone) == told
    assert call("footage.filmedAt", None, zone) == ""
