"""Swaps: the shortest path against trying everything, the price of a place, what skipping costs."""

from itertools import product
from math import log2
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steady_tide.core.day.stations import BETWEEN, UNPLANNED, WHILE, Choice, Second, Station, bands, choices_of
from steady_tide.core.day.swaps import cheapest_way, course_of, swaps_of
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import GlassOption, Swappable
from tests.situations import SCENES, brief, planned

GLASSES = {"none": 0.0, "nd8": 3.0, "nd64": 6.0}


def changeable(glass: str = "none", iso: int = 400, **changes: Any) -> Swappable:
    """A set of three filters and two ISO ceilings; with the bare lens and ISO 400 it holds 6 to 10 EV."""
    stops = GLASSES[glass]
    facts = {
        "glass": glass, "glass_stops": stops, "iso_ceiling": iso, "iso_locked": False,
        "dark_ev100": 6.0 + stops - log2(iso / 400), "noise_ev100": 3.0 + stops, "high_ev100": 10.0 + stops,
        "glasses": [GlassOption(key=key, label=key.upper(), stops=stops) for key, stops in GLASSES.items()],
        "iso_ceilings": [400, 1600],
    }  # fmt: skip
    return Swappable(**{**facts, **changes})


def station(levels: list[float], *, start: int = 600, reach: str = "by-hand", **changes: Any) -> Station:
    name, slot, second = changes.pop("scene", "Quay"), changes.pop("slot", 1), changes.pop("second", None)
    minutes = np.arange(start, start + len(levels), dtype=float)
    own = changeable(**changes)
    return Station("s", name, slot, reach, minutes, np.array(levels), own, second)


def slower(**changes: Any) -> Second:
    """A second set in slot 3 that holds 4 to 8 EV with the bare lens."""
    return Second(
        3, changeable(**{"dark_ev100": 4.0, "high_ev100": 8.0, **changes}), (Setting.SHUTTER,), "shutter 1/25 s"
    )


def test_a_filter_moves_both_marks_and_an_iso_the_dark_one() -> None:
    low, high = bands(changeable())
    assert choices_of(changeable()) == (("none", 400), ("none", 1600), ("nd8", 400), ("nd64", 400))
    assert low.tolist() == [6.0, 4.0, 9.0, 12.0] and high.tolist() == [10.0, 10.0, 13.0, 16.0]


def test_no_filter_goes_with_an_iso_over_the_sets() -> None:
    # "Never an ND together with a high ISO ceiling: that buys noise."
    assert ("nd8", 1600) not in choices_of(changeable())
    assert ("nd8", 1600) in choices_of(changeable(iso=1600))


def test_noise_ends_what_a_higher_iso_can_bring() -> None:
    low, _ = bands(changeable(noise_ev100=5.0))
    assert low[:2].tolist() == [6.0, 5.0]


def test_a_locked_iso_moves_the_bright_mark_too() -> None:
    _, high = bands(changeable(iso_locked=True))
    assert high[:2].tolist() == [10.0, 8.0]


def price_of(stations: list[Station], ways: tuple[tuple[int, ...], ...]) -> float:
    """What a way costs, added up line by line: an independent reading of the same prices."""
    total, before = 0.0, None
    for one, way in zip(stations, ways, strict=True):
        for step, choice in enumerate(way):
            now = one.choices[choice]
            total += float(one.costs[choice, step])
            if before is None:
                total += 0.0 if choice == one.planned else UNPLANNED
            else:
                prices = BETWEEN if step == 0 else WHILE[one.reachable]
                was = Choice(one.slot, before.glass, one.swappable.iso_ceiling) if step == 0 else before
                total += prices.glass if now.glass != was.glass else 0.0
                if now.slot != was.slot:
                    total += prices.preset
                elif now.iso != was.iso:
                    total += prices.iso
            before = now
    return total


LEVELS = st.lists(st.floats(2, 18), min_size=1, max_size=3)
REACH = st.sampled_from(["by-hand", "awkward", "menu-only", "not-at-all"])


@settings(max_examples=60, deadline=None)
@given(LEVELS, LEVELS, REACH, REACH, st.sampled_from(sorted(GLASSES)), st.sampled_from([400, 1600]), st.booleans())
def test_the_shortest_path_is_the_one_that_trying_them_all_finds(
    one: list[float], other: list[float], reach: str, later: str, glass: str, iso: int, spare: bool
) -> None:
    first = station(one, reach=reach, second=slower() if spare else None)
    stations = [first, station(other, start=700, reach=later, glass=glass, iso=iso)]
    if len(one) + len(other) > (3 if spare else 4):
        stations = stations[:1]
    every = product(*(product(range(len(part.choices)), repeat=len(part.minutes)) for part in stations))
    best = min(price_of(stations, ways) for ways in every)
    way = cheapest_way(stations)
    assert way.cost == pytest.approx(best)
    assert price_of(stations, tuple(tuple(row) for row in way.choices)) == pytest.approx(way.cost)


def test_an_nd_comes_off_when_the_light_falls() -> None:
    falling = [12.0] * 30 + [8.0] * 30
    begin, off = swaps_of([station(falling, glass="nd8")])
    assert (begin.kind, begin.after) == ("start", "ND8")
    assert (off.kind, off.before, off.after, off.while_filming) == ("filter", "ND8", "bare lens", True)
    assert (off.minute, off.earliest) == (630, 630)
    assert off.skipped == "up to 1.0 stops too dark, 30 minutes of it"


def test_what_is_left_outside_is_counted() -> None:
    falling = station([12.0] * 30 + [8.0] * 30, glass="nd8")
    assert course_of([falling]).minutes_out == {"s": 0}
    stuck = station([12.0] * 30 + [8.0] * 20, glass="nd8", reach="not-at-all")
    assert course_of([stuck]).minutes_out == {"s": 20}


def test_the_earliest_moment_is_when_the_new_choice_begins_to_hold() -> None:
    falling = [13.0] * 10 + [9.5] * 20 + [6.0] * 30
    *_, off = swaps_of([station(falling, glass="nd8")])
    assert (off.minute, off.earliest) == (630, 610), "from 9.5 EV on both hold; at 6 only the bare lens does"


def test_where_nothing_can_be_reached_nothing_is_swapped() -> None:
    falling = [12.0] * 30 + [8.0] * 30
    assert [one.kind for one in swaps_of([station(falling, glass="nd8", reach="not-at-all")])] == ["start"]
    menu = swaps_of([station([8.0] * 30 + [4.5] * 30, reach="menu-only")])
    assert [(one.kind, one.after) for one in menu[1:]] == [("iso", "ISO up to 1600")]


def test_nobody_stops_a_take_for_its_last_minute() -> None:
    assert len(swaps_of([station([8.0] * 40 + [11.0])])) == 1
    assert len(swaps_of([station([8.0] * 40 + [11.0] * 10)])) == 2


def test_between_scenes_the_filter_and_the_preset_are_told() -> None:
    day = [station([12.0] * 20, glass="nd8", scene="Boat"), station([8.0] * 20, start=700, scene="Quay", slot=2)]
    _, preset, filtered = swaps_of(day)
    assert (preset.kind, preset.before, preset.after) == ("preset", "preset 1", "preset 2")
    assert "Boat's set stays on" in preset.skipped
    assert (filtered.kind, filtered.after, filtered.minute, filtered.earliest) == ("filter", "bare lens", 700, 619)
    assert not filtered.while_filming and "too dark" in filtered.skipped


def test_the_filter_stays_on_where_the_next_scene_bears_it() -> None:
    day = [station([12.0] * 20, glass="nd8"), station([9.5] * 20, start=700)]
    assert [one.kind for one in swaps_of(day)] == ["start"]


def test_an_iso_that_is_not_the_presets_own_is_set_before_the_scene() -> None:
    begin, iso = swaps_of([station([4.5] * 30)])
    assert (iso.kind, iso.before, iso.after, iso.while_filming) == ("iso", "ISO up to 400", "ISO up to 1600", False)
    assert "30 minutes" in iso.skipped and begin.kind == "start"


def test_a_camera_without_scenes_has_nothing_to_change() -> None:
    assert swaps_of([]) == [] and cheapest_way([]).cost == 0


@pytest.mark.parametrize("name", sorted(SCENES))
def test_every_demo_set_says_what_of_it_can_be_changed(name: str) -> None:
    if name in ("The smoked jar",):
        return
    plan = planned(brief(name))
    found = plan.swappable
    low, high = bands(found)
    at = choices_of(found).index((found.glass, found.iso_ceiling))
    assert low[at] == pytest.approx(plan.reach.low.ev100, abs=0.002), "unchanged, the marks are those of the plan"
    assert high[at] == pytest.approx(plan.reach.high.ev100, abs=0.002)
    assert 5 < plan.upright_deg < plan.across_deg < 200
