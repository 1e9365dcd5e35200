"""The field: entries of several phones as one state in every order, clocks, sets for other light, the logbook."""

from datetime import timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from steady_tide.core.advice.shifting import shifted
from steady_tide.core.field.clocks import OFF_FROM, corrected, off_by
from steady_tide.core.field.entries import Entry, TakeGone, entry_of
from steady_tide.core.field.fallbacks import SHIFTS, SMALL_CHANGES, Fallback, fallbacks
from steady_tide.core.field.logbook import ALIKE_STOPS, LoggedTake, how_before, tally
from steady_tide.core.field.merging import merged
from steady_tide.core.kit.settings import SETTINGS, Setting
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import sketch_scene
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from tests.field import NOON, SCENES, SETUP, TAKES, noted, three_phones
from tests.situations import A4, D1, KIT, brief

SCENE, OTHER = SCENES


def entry(kind: str, minutes: float = 0, **fields: Any) -> Entry:
    return entry_of.validate_python(noted(kind, minutes, **fields))


# Several phones.


@settings(max_examples=500)
@given(three_phones(), st.randoms(use_true_random=False))
def test_three_phones_end_in_one_state_however_their_entries_come(phones: Any, chance: Any) -> None:
    """Sent in any order, some twice, some thrice; what phones know of each other comes early, late or in between."""
    each = {one["id"]: entry_of.validate_python(one) for phone in phones for one in phone}
    entries = list(each.values())
    expected = merged(entries)
    arrived = (
        entries + [one for one in entries if chance.random() < 0.4] + [one for one in entries if chance.random() < 0.2]
    )
    chance.shuffle(arrived)
    assert merged(arrived) == expected
    cut = chance.randint(0, len(arrived))
    assert merged([*arrived[cut:], *arrived[:cut]]) == expected, "whoever comes first"
    takes = {one.id for one in entries if one.kind == "take"}
    gone = {take for take in takes if _said_gone(entries, take)}
    assert {take.id for take in expected.takes} == takes - gone, "nothing is lost or doubled"


def _said_gone(entries: list[Entry], take: UUID) -> bool:
    """Whether the last that was said of a take is that it was none."""
    said = [(one.at, one.gone) for one in entries if isinstance(one, TakeGone) and one.take == take]
    return max(said, default=(NOON, False))[1]


def test_takes_add_ticks_take_the_latest_and_notes_keep_both() -> None:
    take, second = TAKES[0], TAKES[1]
    entries = [
        entry("take", 1, named=take, scene=SCENE), entry("take", 2, named=second, scene=SCENE),
        entry("take", 1.5, scene=OTHER),
        entry("verdict", 5, take=take, verdict="no"), entry("verdict", 4, take=take, verdict="keep"),
        entry("fault", 5, take=take, fault="soft", there=True), entry("fault", 5, take=take, fault="dark", there=True),
        entry("fault", 6, take=take, fault="dark", there=False),
        entry("note", 7, about=take, text="wind"), entry("note", 8, about=take, text="again, wind"),
        entry("shot", 9, shot=OTHER, done=False), entry("shot", 8, shot=OTHER, done=True),
        entry("read-back", 1, setup=SETUP, setting="shutter", value="1/50", read_back=True),
        entry("read-back", 2, setup=SETUP, setting="shutter", value="1/50", read_back=False),
    ]  # fmt: skip
    state = merged(entries)
    first = next(one for one in state.takes if str(one.id) == take)
    assert [(one.number, str(one.scene)) for one in state.takes] == [(1, SCENE), (1, OTHER), (2, SCENE)]
    assert (first.verdict, first.faults) == ("no", ["soft"]) and [one.text for one in first.notes] == [
        "wind",
        "again, wind",
    ]
    assert state.shots == {OTHER: False} and state.read_back == {f"{SETUP} shutter": ""}


def test_a_take_that_was_counted_by_mistake_comes_back_with_all_that_was_said_of_it() -> None:
    take = TAKES[0]
    said = [entry("take", 0, named=take, scene=SCENE), entry("verdict", 1, take=take, verdict="keep")]
    gone = entry("take-gone", 2, take=take, gone=True)
    assert merged([*said, gone]).takes == []
    back = merged([*said, gone, entry("take-gone", 3, take=take, gone=False)])
    assert back.takes[0].verdict == "keep"


@pytest.mark.parametrize(
    "wrong",
    [
        {"kind": "take", "scene": "here"}, {"kind": "verdict", "take": SCENE, "verdict": "superb"},
        {"kind": "fault", "take": SCENE, "fault": "ugly", "there": True}, {"kind": "song"},
        {"kind": "take", "scene": SCENE, "ev100": 1e9}, {"kind": "take", "scene": SCENE, "more": 1},
        {"kind": "note", "about": SCENE, "text": " "}, {"kind": "check", "key": "a\x00", "done": True},
        {"kind": "take", "scene": SCENE, "at": "2026-09-19T10:00:00"},
    ],
)  # fmt: skip
def test_an_entry_that_says_nothing_sensible_is_refused(wrong: dict[str, Any]) -> None:
    with pytest.raises(ValidationError):
        entry_of.validate_python({"id": str(uuid4()), "at": NOON.isoformat(), **wrong})


def test_a_clock_that_is_an_hour_ahead_is_set_right_and_a_slow_line_is_not() -> None:
    hour = timedelta(hours=1)
    ahead = off_by(NOON + hour, NOON)
    assert ahead == hour
    assert corrected(NOON + hour - timedelta(minutes=20), ahead, NOON) == NOON - timedelta(minutes=20)
    assert off_by(NOON - OFF_FROM, NOON) == timedelta(0)
    assert off_by(NOON - 3 * OFF_FROM, NOON) == -3 * OFF_FROM
    assert corrected(NOON + hour, timedelta(0), NOON) == NOON, "nothing was done in the future"


# The light is otherwise.


def carried(scene: str, device: Any = A4, **changes: Any) -> tuple[PlanningProblem, Sketch, dict[str, Fallback]]:
    problem = PlanningProblem.of(brief(scene, **changes), device, stance=SCHOOL_BY_KEY["even-keel"].stance, bag=KIT.bag)
    here = sketch_scene(problem)
    assert isinstance(here, Sketch)
    return problem, here, {one.key: one for one in fallbacks(problem, here)}


@pytest.mark.parametrize(
    ("scene", "device"), [("Rafts from above", A4), ("Rafts from above", D1), ("The smoked jar", A4)]
)
def test_what_is_carried_along_is_what_would_be_planned_for_that_light(scene: str, device: Any) -> None:
    problem, here, found = carried(scene, device)
    level = problem.brief.level.ev100
    assert set(SHIFTS) <= set(found)
    for key, stops in SHIFTS.items():
        one = found[key]
        assert one.ev100 == pytest.approx(level + stops, abs=0.01)
        assert one.holds == (one.low_ev100 <= level + stops <= one.high_ev100)
        if not one.holds:
            # Then no set holds there: a plan made there does not, either.
            free = sketch_scene(problem.otherwise(brief=shifted(problem.brief, stops)))
            assert isinstance(free, Sketch)
            assert not free.reach.low.ev100 <= level + stops <= free.reach.high.ev100
        changed = {one.setting for one in one.changes}
        assert changed == {name for name, value in one.values.items() if value != here.values.get(name)}
        if one.same_picture:
            assert all(SETTINGS[setting].exposes for setting in changed), "scenes are to cut together"
        held_already = here.reach.low.ev100 <= level + stops <= here.reach.high.ev100
        assert held_already or not one.holds or one.changes, "what holds where the set does not, is another set"


@pytest.mark.parametrize("scene", ["Rafts from above", "The pilot gig", "Talking on the quay", "Lantern market"])
def test_the_smallest_change_that_holds_is_carried(scene: str) -> None:
    """Where ISO alone would hold, nothing else is moved; where shutter and ISO would, neither glass nor picture."""
    device = D1 if scene == "Rafts from above" else A4
    problem, here, found = carried(scene, device)
    for key, stops in SHIFTS.items():
        one, level = found[key], problem.brief.level.ev100 + stops
        for moved in SMALL_CHANGES:
            dialled = {setting: value for setting, value in here.values.items() if setting not in moved}
            little = sketch_scene(problem.otherwise(brief=shifted(problem.brief, stops), pins=dialled))
            if isinstance(little, Sketch) and little.reach.low.ev100 <= level <= little.reach.high.ev100:
                assert {change.setting for change in one.changes} <= set(moved), f"{scene} {key}"
                break


def test_without_the_filter_is_carried_where_there_is_one() -> None:
    _, here, found = carried("Rafts from above")
    assert here.values[Setting.ND_FILTER] != NO_FILTER
    bare = found["no-filter"]
    assert bare.values[Setting.ND_FILTER] == NO_FILTER
    assert bare.high_ev100 is not None and bare.high_ev100 < here.reach.high.ev100
    _, other, none = carried("Lantern market")
    assert other.values[Setting.ND_FILTER] == NO_FILTER and "no-filter" not in none


def test_without_the_lamp_is_carried_where_a_lamp_is_fitted() -> None:
    _, here, found = carried("Under the rafts", water={"depth_m": 20, "shallowest_m": 15})
    assert (here.values.get(Setting.LAMP, NO_FILTER) != NO_FILTER) == ("no-lamp" in found)


def test_a_shift_moves_light_however_it_is_stated() -> None:
    spaces = Spaces()
    for light in (
        {"kind": "condition", "condition": "bright-cloud"}, {"kind": "lux", "lux": 500}, {"kind": "ev", "ev100": 9},
        {"kind": "sun", "sun_altitude_deg": 30, "shade_stops": 3}, {"kind": "lamps"},
    ):  # fmt: skip
        scene = brief("Talking on the quay", light=light)
        assert shifted(scene, -1.5).level.ev100 == pytest.approx(scene.level.ev100 - 1.5, abs=1e-6)
    assert spaces is not None


# The logbook.


def logged(**fields: Any) -> LoggedTake:
    kept = {"scenario": "motion", "camera": "a", "ev100": 12.0, "set": SHUTTER, "verdict": "keep"}
    return LoggedTake.read({"id": str(uuid4()), "at": NOON.isoformat(), **kept, **fields})


SHUTTER = [{"setting": "shutter", "value": "1/50", "text": "1/50 s"}]


def test_how_a_set_did_before_counts_what_was_alike() -> None:
    takes = [
        logged(), logged(verdict="no", faults=["dark", "soft"]), logged(verdict="no", faults=["dark"]),
        logged(set=[{**SHUTTER[0], "value": "1/100"}]), logged(verdict=None),
        logged(ev100=12 + ALIKE_STOPS + 0.1), logged(camera="b"), logged(scenario="talking"), logged(ev100=None),
    ]  # fmt: skip
    found = how_before(takes, scenario="motion", camera="a", ev100=12.0, values={Setting.SHUTTER: "1/50"})
    assert found is not None
    assert (found.alike.takes, found.alike.judged, found.alike.keep, found.alike.no) == (5, 4, 2, 2)
    assert (found.with_set.takes, found.with_set.keep) == (4, 1)
    assert list(found.alike.faults.items()) == [("dark", 2), ("soft", 1)], "the most first"
    assert found.words == (
        "5 takes in such light: 2 of 4 kept; 2 too dark, 1 soft. With this set 1 of 3 kept; 2 too dark, 1 soft."
    )
    assert how_before(takes, scenario="product", camera="a", ev100=12, values={}) is None


def test_a_tally_of_nothing_is_nothing() -> None:
    assert tally([]).model_dump() == {"takes": 0, "judged": 0, "keep": 0, "maybe": 0, "no": 0, "faults": {}}
