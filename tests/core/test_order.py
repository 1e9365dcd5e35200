"""A better order of scenes: against trying every time, fixed times, ways between, what it gains."""

from itertools import pairwise, product
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steady_tide.core.day.order import (
    SLOT_MINUTES,
    TRAVEL_COST,
    Movable,
    best_starts,
    gap_minutes,
    movable,
    suggestion,
)
from tests.core.test_swaps import changeable


def scene(price: list[float], *, length: int = 30, spot: str = "", name: str = "a") -> Movable:
    costs = np.array(price, dtype=float)
    return Movable(name, spot, 0, length, np.zeros(costs.shape), np.zeros(costs.shape), costs)


def brute(scenes: list[Movable], travel: int) -> float:
    """The least cost of any start slots that leave each other room."""
    best = float("inf")
    for slots in product(*(range(len(one.price)) for one in scenes)):
        order = sorted(range(len(scenes)), key=lambda index: slots[index])
        total = sum(float(one.price[slot]) for one, slot in zip(scenes, slots, strict=True))
        fits = True
        for a, b in pairwise(order):
            gap = gap_minutes(scenes[a], scenes[b], travel)
            fits &= slots[a] * SLOT_MINUTES + scenes[a].length + gap <= slots[b] * SLOT_MINUTES
            total += TRAVEL_COST * gap
        if fits and len(set(slots)) == len(slots):
            best = min(best, total)
    return best


PRICES = st.lists(st.integers(0, 40).map(float), min_size=9, max_size=9)
SCENE = st.builds(
    lambda price, length, spot: scene(price, length=length, spot=spot),
    PRICES, st.sampled_from([10, 25, 30, 40]), st.sampled_from(["quay", "boat"]),
)  # fmt: skip


@settings(max_examples=40, deadline=None)
@given(st.lists(SCENE, min_size=1, max_size=3), st.sampled_from([5, 20, 40]))
def test_the_best_times_are_those_that_trying_them_all_finds(scenes: list[Movable], travel: int) -> None:
    found, expected = best_starts(scenes, travel_minutes=travel), brute(scenes, travel)
    if found is None:
        assert expected == float("inf")
        return
    slots, cost = found
    assert cost == pytest.approx(expected)
    order = sorted(range(len(scenes)), key=lambda index: slots[index])
    for a, b in pairwise(order):
        free = slots[b] * SLOT_MINUTES - slots[a] * SLOT_MINUTES - scenes[a].length
        assert free >= gap_minutes(scenes[a], scenes[b], travel)


DAY = np.concatenate([np.linspace(2, 12, 721), np.linspace(12, 2, 720)])


def on_the_day(name: str, start: int, **changes: Any) -> Movable:
    facts: dict[str, Any] = {"spot": "", "length": 60, "fixed": False, "nuisance": np.zeros(DAY.shape), "latest": 1440}
    return movable(
        scene=name, start=start, cameras=[(changeable(glasses=changeable().glasses[:1]), DAY)], **{**facts, **changes}
    )


def test_a_scene_in_the_dark_is_moved_into_its_light() -> None:
    found = suggestion([on_the_day("boat", 0)], travel_minutes=15)
    assert found is not None
    (move,) = found.moves
    assert DAY[move.starts] > 4 and found.minutes_out == 0
    assert found.minutes_out_before == 60 and found.worst_stops_before > 1


def test_a_fixed_scene_stays_and_others_make_way() -> None:
    assert suggestion([on_the_day("market", 0, fixed=True)], travel_minutes=15) is None
    noon = on_the_day("market", 480, fixed=True)
    found = suggestion([noon, on_the_day("boat", 480)], travel_minutes=15)
    assert found is not None and [move.scene for move in found.moves] == ["boat"], "two scenes at once are one too many"
    assert abs(found.moves[0].starts - 480) >= 60


def test_what_is_good_already_is_left_alone() -> None:
    assert suggestion([on_the_day("boat", 400), on_the_day("quay", 480)], travel_minutes=15) is None
    assert suggestion([], travel_minutes=15) is None


def test_shadows_and_hard_noon_light_count() -> None:
    nuisance = np.zeros(DAY.shape)
    nuisance[300:480] = 0.5
    found = suggestion([on_the_day("boat", 360, nuisance=nuisance)], travel_minutes=15)
    assert found is not None
    start = found.moves[0].starts
    assert nuisance[start : start + 60].sum() == 0


def test_the_way_between_spots_is_told() -> None:
    scenes = [on_the_day("boat", 300, spot="sound"), on_the_day("quay", 320, spot="town")]
    found = suggestion(scenes, travel_minutes=40)
    assert found is not None and found.travel_minutes == 40
    starts = {"boat": 300, "quay": 320} | {move.scene: move.starts for move in found.moves}
    first, second = sorted(starts.values())
    assert second - first >= 100


def test_no_room_is_no_order() -> None:
    crowded = [scene([1.0] * 4, length=60), scene([1.0] * 4, length=60)]
    assert best_starts(crowded, travel_minutes=15) is None
