"""Two edits of one document joined: nothing of either is lost, and what clashes is named."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.merging import Clash, merged

BRIEF = {"minutes": 20, "light": {"kind": "lux", "lux": 500}, "delivery": {"shapes": ["16:9"], "timeline_rate": "25"}}


def test_edits_of_different_fields_are_joined() -> None:
    mine = {**BRIEF, "minutes": 30}
    theirs = {**BRIEF, "delivery": {"shapes": ["9:16"], "timeline_rate": "25"}}
    joined, clashes = merged(BRIEF, mine, theirs)
    assert clashes == [] and joined == {**mine, "delivery": theirs["delivery"]}


def test_edits_of_one_field_clash_and_mine_stands() -> None:
    joined, clashes = merged(BRIEF, {**BRIEF, "minutes": 30}, {**BRIEF, "minutes": 40})
    assert joined["minutes"] == 30 and clashes == [Clash(("minutes",), 20, 30, 40)]


def test_pieces_that_mean_another_kind_of_thing_are_never_mixed() -> None:
    theirs = {**BRIEF, "light": {"kind": "ev", "ev100": 5}}
    joined, clashes = merged(BRIEF, {**BRIEF, "light": {"kind": "lux", "lux": 800}}, theirs)
    assert joined["light"] == {"kind": "lux", "lux": 800} and clashes[0].path == ("light",)


def test_lists_of_things_with_keys_are_joined_thing_by_thing() -> None:
    views = [{"key": "wide", "deg": 120}, {"key": "narrow", "deg": 60}]
    mine = [{"key": "wide", "deg": 118}, {"key": "narrow", "deg": 60}, {"key": "mine", "deg": 1}]
    theirs = [{"key": "wide", "deg": 120}, {"key": "theirs", "deg": 2}]
    joined, clashes = merged(views, mine, theirs)
    assert joined == [mine[0], mine[2], theirs[1]] and clashes == []


def test_what_one_removed_and_the_other_changed_clashes() -> None:
    _, clashes = merged({"a": 1, "b": 2}, {"b": 2}, {"a": 5, "b": 2})
    assert [(clash.path, clash.theirs) for clash in clashes] == [(("a",), 5)]


plain = st.recursive(
    st.one_of(st.integers(0, 3), st.sampled_from(["a", "b"])),
    lambda inner: st.one_of(st.lists(inner, max_size=3), st.dictionaries(st.sampled_from("xyz"), inner, max_size=3)),
    max_leaves=8,
)


@given(plain, plain)
def test_an_edit_beside_none_is_that_edit(before: Any, after: Any) -> None:
    assert merged(before, after, before) == (after, [])
    assert merged(before, before, after) == (after, [])
    assert merged(before, after, after) == (after, [])


@given(plain, plain, plain)
def test_joining_is_the_same_from_either_side_where_nothing_clashes(before: Any, one: Any, other: Any) -> None:
    joined, clashes = merged(before, one, other)
    mirrored, mirror = merged(before, other, one)
    assert bool(clashes) == bool(mirror)
    if not clashes:
        assert joined == mirrored


@pytest.mark.parametrize("keys", [["a", "a"], ["a", 3]])
def test_lists_without_keys_of_their_own_are_wholes(keys: list[Any]) -> None:
    mine = [{"key": key} for key in keys] if keys[1] == "a" else keys
    assert len(merged([], mine, [{"key": "z"}])[1]) == 1
