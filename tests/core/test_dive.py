"""Light by depth, and profiles thinned."""

from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.day.dive import depth_levels, depths_of, thinned_profile, with_profile
from steady_tide.core.day.scene_light import scene_light
from steady_tide.core.errors import BadInput
from steady_tide.core.light.reading import Bound
from steady_tide.core.plan.problem.brief import DivePoint, Water
from tests.core.test_scene_light import around, dive


def test_light_by_depth_goes_through_the_scenes_own_light() -> None:
    brief, window = dive(depth_m=8, shallowest_m=2), around()
    light = scene_light(brief, window)
    depths, levels = depth_levels(brief, light, window, okta=2.0)
    assert np.interp(5.0, depths, levels) == pytest.approx(light.at(window.middle), abs=0.02)
    assert (np.diff(levels) < 0).all() and depths[0] == 0 and depths[-1] == 10.0


def test_a_reading_at_depth_moves_the_whole_water() -> None:
    brief, bare = dive(), around()
    read = around(on_subject=(Bound(630.0, 4.0, 0.3),))
    _, before = depth_levels(brief, scene_light(brief, bare), bare, okta=2.0)
    _, after = depth_levels(brief, scene_light(brief, read), read, okta=2.0)
    assert np.ptp(after - before) == pytest.approx(0, abs=1e-9) and after[0] < before[0]


def marked(low: float, high: float) -> Any:
    brief, window = dive(depth_m=8), around()
    return depths_of(brief, scene_light(brief, window), window, okta=2.0, marks=[(low, high)])


def test_the_depths_a_set_holds_at() -> None:
    whole = marked(-5, 20)
    assert (whole.steady_from_m, whole.steady_to_m) == (0.0, 10.0)
    middle = (max(whole.ev100) + min(whole.ev100)) / 2
    deep = marked(-5, middle)
    assert deep.steady_from_m == pytest.approx(5.0, abs=1.0) and deep.steady_to_m == 10.0
    none = marked(18, 20)
    assert (none.steady_from_m, none.steady_to_m) == (None, None)
    assert whole.uncertainty_stops > 0.5


def points(depths: list[float], step: float = 0.5) -> list[DivePoint]:
    return [DivePoint(minute=index * step, depth_m=depth) for index, depth in enumerate(depths)]


def test_a_long_profile_is_thinned_where_it_bends_least() -> None:
    log = points([*np.linspace(0, 20, 500), *np.linspace(20, 5, 500)], step=0.05)
    kept = thinned_profile(log, most=20)
    assert len(kept) <= 20
    assert max(one.depth_m for one in kept) == pytest.approx(20, abs=0.1), "the deepest point is a corner"
    dense = np.interp([p.minute for p in log], [p.minute for p in kept], [p.depth_m for p in kept])
    assert np.abs(dense - [p.depth_m for p in log]).max() < 0.3


@given(st.lists(st.floats(0, 40), min_size=2, max_size=30))
def test_a_short_profile_stays_as_it_is(depths: list[float]) -> None:
    kept = thinned_profile(points(depths))
    assert [one.depth_m for one in kept] == [round(depth, 2) for depth in depths]


def test_two_samples_at_one_minute_become_the_deeper() -> None:
    kept = thinned_profile(
        [DivePoint(minute=1, depth_m=3), DivePoint(minute=1, depth_m=5), DivePoint(minute=2, depth_m=1)]
    )
    assert [(one.minute, one.depth_m) for one in kept] == [(1, 5), (2, 1)]


def test_a_profile_sets_the_depths_of_the_water() -> None:
    water = with_profile(Water(depth_m=3, colour="blue"), points([0, 4, 12.5, 2]))
    assert (water.shallowest_m, water.depth_m, water.colour) == (0, 12.5, "blue") and len(water.profile) == 4


def test_a_dive_beyond_sixty_metres_is_refused() -> None:
    with pytest.raises(BadInput):
        with_profile(Water(), points([0, 70, 3]))
