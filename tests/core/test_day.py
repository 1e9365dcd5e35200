"""The light of a day and the windows of a set: against a walk through the minutes, at clock changes, by limits."""

from datetime import date
from itertools import pairwise
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.day.scene_light import Around, scene_light
from steady_tide.core.day.timeline import (
    Marks,
    Window,
    leavings,
    nearest_start,
    shared,
    sky_of,
    steady_windows,
    thinned,
)
from steady_tide.core.light.almanac import Place, sun_at
from steady_tide.core.light.level import EvLight, LuxLight, NamedLight, SunLight
from steady_tide.core.plan.problem.brief import Brief

NOON = 13 * 60 + 24
SKY = sky_of(Place(58.30, 6.60), date(2026, 9, 26), "Europe/Oslo")


def scene_ev100(light: Any, *, at_minute: float = NOON, okta: float = 0.0) -> Any:
    brief = Brief(scenario="motion", light=light)
    return scene_light(brief, Around(SKY, okta, at_minute - 5, at_minute + 5)).ev100


MARKS = Marks(8.0, 12.0)


def test_a_day_runs_from_midnight_to_midnight_on_the_local_clock() -> None:
    assert len(SKY.minutes) == 1441
    assert SKY.clock(0).strftime("%H:%M") == "00:00" and SKY.clock(NOON).strftime("%H:%M") == "13:24"
    assert SKY.sun_deg[NOON] == pytest.approx(sun_at(SKY.place, SKY.clock(NOON)).altitude_deg)
    assert int(np.argmax(SKY.sun_deg)) == pytest.approx(NOON, abs=3)


@pytest.mark.parametrize(("day", "count"), [(date(2026, 3, 29), 1381), (date(2026, 10, 25), 1501)])
def test_when_the_clocks_change_the_day_is_shorter_or_longer(day: date, count: int) -> None:
    sky = sky_of(Place(58.30, 6.60), day, "Europe/Oslo")
    assert len(sky.minutes) == count
    assert sky.clock(sky.minutes[-1]).strftime("%H:%M") == "00:00"


def test_the_moon_is_followed_to_a_tenth_of_a_degree() -> None:
    from steady_tide.core.light.almanac import moon_at

    for minute in (7, 433, 1204):
        assert SKY.moon_deg[minute] == pytest.approx(moon_at(SKY.place, SKY.clock(minute))[0].altitude_deg, abs=0.1)


def test_cloud_takes_its_share_all_day() -> None:
    clear, grey = SKY.ev100(0.0), SKY.ev100(8.0)
    np.testing.assert_allclose(clear - grey, 2.0, atol=0.02)


def test_sun_follows_the_sky_and_its_shade() -> None:
    open_sky = scene_ev100(SunLight(sun_altitude_deg=30))
    shaded = scene_ev100(SunLight(sun_altitude_deg=30, shade_stops=2))
    np.testing.assert_allclose(open_sky, SKY.ev100(0.0))
    np.testing.assert_allclose(open_sky - shaded, 2.0)


@pytest.mark.parametrize(
    "light", [EvLight(ev100=9.5), LuxLight(lux=1800), NamedLight(condition="water-green-shallow", shift_stops=1)]
)
def test_a_reading_or_a_name_bends_the_curve_through_itself(light: Any) -> None:
    from steady_tide.core.light.level import level

    curve = scene_ev100(light, at_minute=600)
    assert curve[600] == pytest.approx(level(light).ev100)
    np.testing.assert_allclose(np.diff(curve), np.diff(SKY.ev100(0.0)), atol=1e-9)


def test_lamps_stay_as_they_are() -> None:
    for light in (NamedLight(condition="market"), LuxLight(lux=500, lamps=True)):
        assert np.ptp(scene_ev100(light, at_minute=600)) == 0


@given(st.lists(st.floats(0, 20), min_size=2, max_size=60))
def test_windows_are_the_minutes_between_the_marks(levels: list[float]) -> None:
    minutes, ev100 = np.arange(len(levels), dtype=float), np.array(levels)
    found = steady_windows(minutes, ev100, MARKS)
    inside = {m for m, value in enumerate(levels) if 7.95 <= value <= 12.05}
    covered = {m for window in found for m in range(window.start, window.end + 1)}
    assert inside <= covered
    assert all(m in inside or any(m == window.end for window in found) for m in covered)
    assert all(one.end <= other.start for one, other in pairwise(found))


def test_the_light_is_told_when_it_leaves_and_on_which_side() -> None:
    minutes = np.arange(10, dtype=float)
    ev100 = np.array([9, 10, 11, 12.5, 13, 11, 9, 7, 6, 9.0])
    found = leavings(minutes, ev100, MARKS, start=0, end=9)
    assert [(one.minute, one.side, one.end) for one in found] == [
        (3, "bright", "clipped"),
        (7, "dark", "dark"),
    ]
    assert leavings(minutes, ev100, MARKS, start=4, end=4)[0].minute == 4, "outside from the start"
    assert leavings(minutes, ev100, MARKS, start=5, end=6) == []


STRETCHES = st.lists(st.tuples(st.integers(0, 140), st.integers(1, 40)), max_size=5).map(
    lambda found: [Window(start=10 * start, end=10 * (start + length)) for start, length in found]
)


@given(STRETCHES, st.integers(0, 280).map(lambda n: 5 * n), st.integers(1, 30).map(lambda n: 5 * n))
def test_the_nearest_start_is_the_one_that_trying_them_all_finds(
    windows: list[Window], start: int, length: int
) -> None:
    fits = [begin for begin in range(0, 2000, 5) if any(w.start <= begin and begin + length <= w.end for w in windows)]
    wanted = min(fits, key=lambda begin: (abs(begin - start), begin), default=None)
    assert nearest_start(windows, start=start, length=length) == wanted


@given(STRETCHES, STRETCHES)
def test_shared_windows_are_those_in_which_all_are_steady(one: list[Window], other: list[Window]) -> None:
    def inside(windows: list[Window], minute: float) -> bool:
        return any(window.start <= minute < window.end for window in windows)

    both = shared([one, other])
    for minute in range(0, 1900, 7):
        assert inside(both, minute + 0.5) == (inside(one, minute + 0.5) and inside(other, minute + 0.5))
    assert shared([]) == [] and sorted(w.start for w in shared([one])) == sorted(w.start for w in one)


def test_a_picture_needs_fewer_points() -> None:
    assert thinned(np.arange(11) / 3.0, every=5) == [0.0, 1.67, 3.33]


def test_a_night_in_the_far_north_is_a_curve_too() -> None:
    sky = sky_of(Place(78.22, 15.65), date(2026, 12, 21), "Arctic/Longyearbyen")
    curve = sky.ev100(4.0)
    assert np.isfinite(curve).all() and curve.max() < 2
