"""Which slot holds whose set through a day: no set is overwritten without a word."""

from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.ready.dialling import InSlot, dials, slot_for

ONE, TWO = {"iso": "100"}, {"iso": "800"}


def use(key: str, slot: int, preset: dict[str, str] | None = None) -> InSlot:
    return InSlot(key, f"scene {key}", slot, preset)


def test_a_slot_that_holds_another_set_is_dialled_anew_after_that_scene() -> None:
    told = dials([use("a", 1, ONE), use("b", 2, TWO), use("c", 1, ONE), use("d", 1, TWO)])
    assert [(one.slot, one.keys, one.after) for one in told] == [
        (1, ("a", "c"), None), (2, ("b",), None), (1, ("d",), "scene c"),
    ]  # fmt: skip


def test_sets_that_are_not_known_are_never_taken_for_the_same() -> None:
    assert [one.after for one in dials([use("a", 1), use("b", 1)])] == [None, "scene a"]


def test_a_scene_gets_the_slot_with_its_own_set_then_a_free_one_then_the_one_used_longest_ago() -> None:
    there = [use("a", 2, ONE), use("b", 1, TWO)]
    assert slot_for(ONE, there, 3) == 2 and slot_for({"iso": "50"}, there, 3) == 3
    assert slot_for({"iso": "50"}, there, 2) == 2, "slot 1 was used later in the day"


@given(st.lists(st.tuples(st.integers(1, 4), st.sampled_from(["100", "200", "800"])), max_size=9))
def test_whoever_dials_as_told_films_every_scene_with_its_own_set(scenes: list[tuple[int, str]]) -> None:
    uses = [use(str(index), slot, {"iso": iso}) for index, (slot, iso) in enumerate(scenes)]
    told = {key: (dial, index == 0) for dial in dials(uses) for index, key in enumerate(dial.keys)}
    camera: dict[int, str] = {}
    for one in uses:
        dial, first = told[one.key]
        if first:
            assert (one.slot in camera) == (dial.after is not None)
            camera[one.slot] = (one.preset or {})["iso"]
        assert camera[one.slot] == (one.preset or {})["iso"]
