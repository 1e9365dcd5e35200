"""A ramp of light at intervals against steps worked by hand; marks of sun and moon against an almanac."""

import math
from datetime import date
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.day.skymarks import sky_marks
from steady_tide.core.day.timeline import sky_of
from steady_tide.core.exposure.reach import ExposureSet
from steady_tide.core.lapse.ramp import ramp_of
from steady_tide.core.light.almanac import Place, sky_day
from steady_tide.core.quantities import setting_value
from tests.core.test_film import on_day
from tests.situations import KIT


def lens(**more: Any) -> ExposureSet:
    """f/2, from 1/1000 to 16 s, ISO 100 to 1600, bare."""
    facts: dict[str, Any] = {
        "f_number": 2.0, "shortest_s": 1 / 1000, "longest_s": 16.0, "iso_floor": 100.0, "iso_ceiling": 1600.0,
        "loss_stops": 0.0, "bias_stops": 0.0,
    }  # fmt: skip
    return ExposureSet(**{**facts, **more})


RIGHT = float(setting_value(f_number=2.0, shutter_s=16.0, iso=100))
"""Light at which the shutter is at its longest and ISO at its floor: EV -2."""


def falling(stops: float, minutes: int = 120, top: float = RIGHT + 6) -> tuple[Any, Any]:
    return np.arange(minutes + 1.0), np.linspace(top, top - stops, minutes + 1)


def test_a_falling_light_lengthens_the_shutter_then_lifts_iso_then_darkens() -> None:
    """14 stops in 140 minutes: 6 by the shutter, 4 by ISO, and 4 that nothing follows."""
    told = ramp_of(*falling(14, 140), lens(), interval_s=20)
    assert [(one.moving, one.start, one.end) for one in told.phases] == [
        ("shutter", 0, 60), ("iso", 60, 100), ("picture", 100, 140),
    ]  # fmt: skip
    assert [one.steps for one in told.phases] == [18, 12, 0] and told.jumps == 30
    assert told.worst_stops == pytest.approx(-4, abs=0.02) and told.phases[-1].error_stops == told.worst_stops
    assert told.leaves == 105, "half a stop is off five minutes after the end"
    # A third of a stop every 200 s: ten frames of 20 s.
    assert told.every_frames == pytest.approx(10)


def test_a_locked_set_jumps_nowhere_and_drifts() -> None:
    fixed = lens(shortest_s=1.0, longest_s=1.0, iso_ceiling=100.0)
    middle = float(setting_value(f_number=2.0, shutter_s=1.0, iso=100))
    told = ramp_of(*falling(6, top=middle + 3), fixed, interval_s=10)
    assert told.jumps == 0 and told.every_frames is None and abs(told.worst_stops) == pytest.approx(3, abs=0.01)
    assert "nothing follows it" in told.words and told.leaves == 0
    still = ramp_of(np.arange(60.0), np.full(60, middle), fixed, interval_s=10)
    assert [one.moving for one in still.phases] == ["nothing"] and still.leaves is None and "it holds" in still.words


def test_over_noon_it_jumps_on_the_way_up_and_on_the_way_down() -> None:
    """Six stops up and six down again within the shutter's range: 18 thirds each way, though it ends as it began."""
    minutes = np.arange(241.0)
    light = RIGHT + 6.0 - np.abs(minutes - 120.0) / 20.0
    told = ramp_of(minutes, light, lens(), interval_s=10)
    assert told.jumps == 36 and told.worst_stops == pytest.approx(0.0, abs=0.01)
    assert "36 jumps" in told.words and told.every_frames == pytest.approx(40.0)


@given(st.lists(st.floats(-3, 9), min_size=3, max_size=12))
def test_jumps_are_those_of_every_minute_along_the_way(nodes: list[float]) -> None:
    """Against a reckoning minute by minute: what the shutter and ISO of that light alone are, in thirds."""
    minutes = np.arange(30.0 * (len(nodes) - 1) + 1)
    light = np.interp(minutes, 30.0 * np.arange(len(nodes)), nodes)
    told = ramp_of(minutes, light, lens(), interval_s=10)
    jumps, before = 0, None
    for ev100 in light:
        gain_stops = min(max(RIGHT - ev100, 0.0), 4.0)
        shutter = min(max(2.0**4 * 2.0 ** -max(ev100 - RIGHT, 0.0), 1 / 1000), 16.0)
        now = (round(3 * math.log2(shutter)), round(3 * (math.log2(100.0) + gain_stops)))
        if before is not None:
            jumps += abs(now[0] - before[0]) + abs(now[1] - before[1])
        before = now
    # A value that lies on a boundary may be rounded either way.
    assert told.jumps == pytest.approx(jumps, abs=2 * len(nodes))


@given(st.floats(-6, 12), st.floats(-20, 20), st.integers(5, 400))
def test_phases_follow_one_another_without_a_gap(top: float, stops: float, minutes: int) -> None:
    told = ramp_of(*falling(stops, minutes, top), lens(), interval_s=15)
    assert told.phases[0].start == 0 and told.phases[-1].end == minutes
    assert all(one.end == other.start for one, other in zip(told.phases, told.phases[1:], strict=False))
    assert told.jumps <= 3 * (abs(stops) + 2) + 2 and told.light_stops == pytest.approx(abs(stops), abs=0.06)


def test_marks_of_the_sky_agree_with_the_almanac() -> None:
    place, zone = Place(58.30, 6.60), "Europe/Oslo"
    sky = sky_of(place, date(2026, 9, 19), zone, beyond_minutes=720)
    marks = {one.kind: one.minute for one in reversed(sky_marks(sky)) if one.minute < 1440}
    told = {event.kind: event.at for event in sky_day(place, date(2026, 9, 19), zone).events}
    for mark, event in (("sunrise", "sunrise"), ("sunset", "sunset"), ("first-light", "dawn"), ("last-light", "dusk")):
        at = told[event]  # type: ignore[index]
        assert marks[mark] == pytest.approx(60 * at.hour + at.minute, abs=0.6)  # type: ignore[index]
    assert marks["sunset"] < marks["last-light"] < marks["dark"] and "moonset" in marks
    after = [one.kind for one in sky_marks(sky) if one.minute > 1440]
    assert after.index("first-dawn") < after.index("first-light"), "the night after has its marks, too"


def test_a_scene_at_intervals_says_what_it_does_along_its_light() -> None:
    dusk = on_day("Sky over the sheds", bag=list(KIT.bag), times=(1140, 1320), light={"kind": "sky"})
    assert dusk.ramp is not None and dusk.ramp.light_stops > 8 and dusk.ramp.phases[0].start == 1140
    assert on_day("Lantern market", bag=list(KIT.bag)).ramp is None
    assert on_day("Sky over the sheds", bag=list(KIT.bag), times=None, light={"kind": "sky"}).ramp is None
