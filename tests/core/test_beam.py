"""The sun's beam and the sky's light on planes, against reckonings of their own."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.light.beam import LEAST_TURBIDITY, MOST_TURBIDITY, beam_over_level, beam_share, beam_w_m2
from steady_tide.core.light.daylight import REFLECTED, facing_stops, moon_lux, side_uncertainty
from steady_tide.core.light.sky import clear_sky_lux, full_moon_lux


def meinel_w_m2(altitude_deg: float) -> float:
    """The beam of a clear day by another published model (Meinel and Meinel 1976), from 8 degrees up."""
    return float(1353.0 * 0.7 ** ((1.0 / math.sin(math.radians(altitude_deg))) ** 0.678))


@pytest.mark.parametrize("altitude", [8, 10, 15, 20, 30, 45, 60, 75, 90])
def test_the_beam_of_a_clear_day_is_that_of_another_model(altitude: float) -> None:
    hazy, clear = (float(beam_w_m2(altitude, turbidity=haze)) for haze in (MOST_TURBIDITY, LEAST_TURBIDITY))
    assert hazy < meinel_w_m2(altitude) < 1.06 * clear
    assert abs(math.log2(float(beam_w_m2(altitude)) / meinel_w_m2(altitude))) < 0.4


def over_hemisphere(altitude: float, from_lens: float, tilt: float, okta: float) -> float:
    """The side towards the lens over level ground [stops], summed over patches of the sky and of the ground."""
    clear = (1.0 - okta / 8.0) ** 2
    beam = clear * float(beam_over_level(altitude))
    sine = math.sin(math.radians(max(altitude, 0.0)))
    # The lens looks north; its subject's side looks south and, as the lens looks down, up by as much.
    lean = math.radians(tilt)
    normal = np.array([0.0, -math.cos(lean), math.sin(lean)])
    bearing = math.radians(from_lens)
    up = math.radians(max(altitude, 0.0))
    sun = np.array([math.sin(bearing) * math.cos(up), math.cos(bearing) * math.cos(up), math.sin(up)])
    heights, turns = np.meshgrid(
        np.radians(np.arange(-89.5, 90.0, 1.0)), np.radians(np.arange(0.5, 360.0, 1.0)), indexing="ij"
    )
    looks = np.stack([np.cos(heights) * np.sin(turns), np.cos(heights) * np.cos(turns), np.sin(heights)])
    seen = np.maximum(np.tensordot(normal, looks, 1), 0.0) * np.cos(heights) * np.radians(1.0) ** 2 / math.pi
    even = 1.0 - beam * sine
    whole = even * float(seen[heights > 0].sum()) + REFLECTED * float(seen[heights < 0].sum())
    return math.log2(whole + beam * max(float(normal @ sun), 0.0))


@pytest.mark.parametrize("altitude", [0.5, 3, 5, 10, 30, 60, 85])
@pytest.mark.parametrize("from_lens", [0, 60, 120, 180])
@pytest.mark.parametrize(("tilt", "okta"), [(0, 0), (0, 4), (30, 0), (70, 2), (-20, 1)])
def test_a_side_gets_what_is_summed_over_sky_and_ground(
    altitude: float, from_lens: float, tilt: float, okta: float
) -> None:
    told = float(facing_stops(sun_altitude_deg=altitude, sun_from_lens_deg=from_lens, okta=okta, tilt_deg=tilt))
    assert told == pytest.approx(over_hemisphere(altitude, from_lens, tilt, okta), abs=0.02)


@given(st.floats(-20, 90), st.floats(0, 180), st.floats(0, 8), st.floats(-60, 90))
def test_light_on_a_side_never_jumps(altitude: float, from_lens: float, okta: float, tilt: float) -> None:
    more = min(altitude + 0.01, 90.0)
    here, there = (
        float(facing_stops(sun_altitude_deg=one, sun_from_lens_deg=from_lens, okta=okta, tilt_deg=tilt))
        for one in (altitude, more)
    )
    assert abs(there - here) < 0.02, "within a hundredth of a degree"
    assert 0.0 <= float(beam_share(altitude)) <= 0.9


def test_a_low_sun_in_front_lights_more_than_level_ground_gets() -> None:
    """About four times at 3 and 5 degrees, as broadband models of a clear day have it, and told as rather uncertain."""
    for altitude in (3.0, 5.0):
        seen = {"sun_altitude_deg": altitude, "sun_from_lens_deg": 180.0, "okta": 0.0}
        assert float(facing_stops(**seen)) == pytest.approx(2.1, abs=0.3)
        assert 0.3 < float(side_uncertainty(**seen, shade_stops=0.0)) < 0.8
        assert float(side_uncertainty(**seen, shade_stops=3.0)) == 0.0
    behind_cloud = {"sun_altitude_deg": 5.0, "sun_from_lens_deg": 180.0, "okta": 8.0, "shade_stops": 0.0}
    assert float(side_uncertainty(**behind_cloud)) == pytest.approx(0.0, abs=1e-9)


# Published rows of the same source for altitudes between those of the sun's table: full moon at its mean distance.
@pytest.mark.parametrize(("altitude", "lux"), [(0, 1.6e-3), (5, 1.0e-2), (10, 2.4e-2), (30, 9.8e-2), (90, 0.27)])
def test_a_full_moon_is_the_published_one_down_to_the_horizon(altitude: float, lux: float) -> None:
    assert abs(math.log2(float(moon_lux(altitude_deg=altitude, lit_share=1.0)) / lux)) < 0.1


@given(st.floats(-18, 89.9))
def test_sun_and_moon_rise_without_a_step(altitude: float) -> None:
    for light in (clear_sky_lux, full_moon_lux):
        here, there = (float(light(one)) for one in (altitude, altitude + 0.01))
        assert 0.0 <= math.log2(there / here) < 0.03
