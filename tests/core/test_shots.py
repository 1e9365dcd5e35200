"""The shot list: what it covers, what it asks of its scenes, how it begins and is put in order."""

from typing import Any, get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.plan.problem.brief import Scenario
from steady_tide.core.ready.shots import (
    SIZES,
    START,
    SceneOfShot,
    WantedShot,
    coverage_of,
    hints_of,
    in_order,
    start_of,
)
from steady_tide.formats.shot_list import COLUMNS, shots_from_csv, shots_to_csv


def shot(subject: str = "Rope", **more: Any) -> WantedShot:
    return WantedShot.read({"subject": subject, **more})


def test_an_object_wants_three_sizes_and_two_angles_a_moment_one_shot() -> None:
    told = coverage_of([shot(size="medium"), shot("rope", size="detail"), shot("The haul", is_moment=True)])
    rope, haul = told.subjects
    assert (rope.subject, rope.missing, rope.more_angles) == ("Rope", ["establishing"], 1)
    assert (haul.missing, haul.more_angles) == ([], 0)
    assert told.words == "Rope: no establishing; from one angle only: Rope."
    whole = coverage_of(
        [shot(size=size, angle=angle) for size, angle in zip(SIZES, ("low", "side", "low"), strict=True)]
    )
    assert whole.words == "Every object is covered: three sizes, two angles."
    assert coverage_of([]).words == "Nothing is listed yet."


def test_what_is_done_and_how_long_all_of_it_is() -> None:
    told = coverage_of([shot(done=True, hold_s=12), shot(hold_s=3.5)])
    assert (told.done, told.shots, told.seconds) == (1, 2, 15.5)
    assert told.subjects[0].done_by_size["medium"] == 1 and told.subjects[0].by_size["medium"] == 2


@pytest.mark.parametrize("scenario", get_args(Scenario))
def test_every_kind_of_scene_begins_with_a_covered_object(scenario: Any) -> None:
    begun = start_of("Rope", scenario, "a scene")
    told = coverage_of(begun)
    assert told.subjects[0].missing == [] and told.subjects[0].more_angles == 0
    assert all(one.slow_start and one.scene == "a scene" and one.movement for one in begun) and scenario in START


SCENE = SceneOfShot(school="even-keel", looks_back=False, slow_factor=1.0, animals=False, trials=True)


def test_what_can_be_had_once_wants_the_safest_set_and_nothing_untried() -> None:
    once = shot(once_only=True)
    assert [one.kind for one in hints_of(once, SCENE)] == ["safest-school", "pre-record", "untested"]
    safe = SCENE.model_copy(update={"school": "one-chance", "looks_back": True, "trials": False})
    assert hints_of(once, safe) == [] and hints_of(once, None) == [] and hints_of(shot(), SCENE) == []
    assert hints_of(once, safe.model_copy(update={"looks_back": None})) == [], "a camera without it cannot look back"


def test_animals_are_held_and_slow_shots_want_a_rate() -> None:
    deep = SCENE.model_copy(update={"animals": True})
    assert [one.kind for one in hints_of(shot(hold_s=9.5), deep)] == ["hold"]
    assert hints_of(shot(hold_s=10), deep) == []
    assert [one.kind for one in hints_of(shot(slow=True), SCENE)] == ["not-slowed"]
    assert hints_of(shot(slow=True), SCENE.model_copy(update={"slow_factor": 4.0})) == []


def test_an_order_keeps_what_was_not_named_behind_what_stood_before_it() -> None:
    assert in_order(["a", "b", "c", "d"], ["c", "a"]) == ["c", "a", "b", "d"]
    assert in_order(["a", "b"], ["x", "b", "b"]) == ["a", "b"]


@given(st.lists(st.integers(0, 30), unique=True, max_size=12), st.lists(st.integers(0, 30), max_size=12))
def test_an_order_loses_and_doubles_nothing(ids: list[int], wanted: list[int]) -> None:
    here, wished = [str(one) for one in ids], [str(one) for one in wanted]
    found = in_order(here, wished)
    assert sorted(found) == sorted(here)
    named = [one for one in dict.fromkeys(wished) if one in here]
    assert [one for one in found if one in named] == named


WORD = st.text(st.characters(codec="utf-8", categories=("L", "N", "P", "Zs")), max_size=30)


@given(WORD.filter(str.strip), WORD, st.sampled_from(SIZES), st.booleans(), st.floats(0.5, 3600))
def test_a_table_comes_back_as_it_went_out(subject: str, note: str, size: Any, flag: bool, hold: float) -> None:
    flags = {"must_have": flag, "done": not flag}
    made = shot(subject, note=note, size=size, hold_s=round(hold, 1), scene="7", angle="low", **flags)
    (back,) = shots_from_csv(shots_to_csv([made], {"7": "Under the rafts"}), {"under the rafts": "7"})
    plain = {name: value.strip() if isinstance(value, str) else value for name, value in made.plain().items()}
    assert {**plain, "hold_s": pytest.approx(made.hold_s, rel=1e-4)} == back.plain()


def test_a_table_of_people_is_understood() -> None:
    text = "Object;Shot;must have;Scene\nGig;Detail;x;the pilot gig\n\nOars;establishing;;elsewhere\n"
    gig, oars = shots_from_csv(text, {"the pilot gig": "3"})
    assert (gig.subject, gig.size, gig.must_have, gig.scene) == ("Gig", "detail", True, "3")
    assert (oars.size, oars.must_have, oars.scene) == ("establishing", False, "")


@pytest.mark.parametrize(
    ("text", "told"),
    [
        ("", "name the columns"), ("subject", "no shots"), ("size\nmedium", "subject is needed"),
        ("subject,size\nRope,huge", "line 2, size"),
        ("subject,slow\nRope,perhaps", "line 2, slow: write yes or no"), ("subject,hold_s\nRope,-3", "line 2, hold_s"),
        ("subject\n" + "Rope\n" * 501, "at most 500"), ("subject,kind\nRope,thing", "object or moment"),
    ],
)  # fmt: skip
def test_what_cannot_be_meant_is_told_by_its_line(text: str, told: str) -> None:
    with pytest.raises(BadInput, match=told):
        shots_from_csv(text, {})


def test_no_cell_of_a_table_is_a_formula() -> None:
    text = shots_to_csv([shot("=1+1", note="@x")], {})
    assert "'=1+1" in text and text.splitlines()[0] == ",".join(COLUMNS)


def test_a_long_list_names_the_first_gaps_and_counts_the_rest() -> None:
    told = coverage_of([shot(f"Thing {number}") for number in range(6)])
    assert "Thing 2: no" in told.words and "Thing 3: no" not in told.words and "and 3 more" in told.words
