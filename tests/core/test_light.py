"""Light: the published sky, cloud, and the ways to state it."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from steady_tide.core.errors import OutOfRange
from steady_tide.core.light.conditions import CONDITIONS
from steady_tide.core.light.level import LightSource, level
from steady_tide.core.light.sky import clear_sky_lux, cloud_transmission
from tests.reference import published

source: TypeAdapter[LightSource] = TypeAdapter(LightSource)


@pytest.mark.parametrize(("altitude", "lux"), published.CLEAR_SKY)
def test_clear_sky_meets_the_published_table(altitude: float, lux: float) -> None:
    error = abs(np.log2(clear_sky_lux(altitude) / lux))
    assert error < published.CLEAR_SKY_TOLERANCE_STOPS


@pytest.mark.parametrize(("okta", "share"), published.CLOUD)
def test_cloud_takes_what_is_published(okta: float, share: float) -> None:
    assert cloud_transmission(okta) == pytest.approx(share, abs=5e-5)


@given(st.floats(-18, 89), st.floats(0.01, 1))
def test_a_higher_sun_is_never_darker(altitude: float, more: float) -> None:
    assert clear_sky_lux(altitude + more) >= clear_sky_lux(altitude)


@given(st.floats(0, 7.9), st.floats(0.01, 0.1))
def test_more_cloud_never_lets_more_through(okta: float, more: float) -> None:
    assert cloud_transmission(okta + more) < cloud_transmission(okta)


@pytest.mark.parametrize("altitude", [91.0, -91.0, float("nan")])
def test_a_sun_beyond_the_sky_is_refused(altitude: float) -> None:
    with pytest.raises(OutOfRange, match="between -90 and 90"):
        clear_sky_lux(altitude)


@pytest.mark.parametrize("okta", [-0.1, 8.1, float("nan")])
def test_impossible_cloud_is_refused(okta: float) -> None:
    with pytest.raises(OutOfRange, match="between 0"):
        cloud_transmission(okta)


def test_every_way_of_stating_the_same_light_gives_the_same_level() -> None:
    # 46.3 klx: the sun at 30 degrees by the published cubic, EV 14.2.
    by_sun = level(source.validate_python({"kind": "sun", "sun_altitude_deg": 30}))
    by_lux = level(source.validate_python({"kind": "lux", "lux": 46_297}))
    by_ev = level(source.validate_python({"kind": "ev", "ev100": by_lux.ev100}))
    assert by_sun.ev100 == pytest.approx(by_lux.ev100, abs=1e-4) == pytest.approx(by_ev.ev100, abs=1e-4)
    assert by_sun.ev100 == pytest.approx(14.2, abs=0.05)


def test_shade_and_shift_move_the_light_by_their_stops() -> None:
    sun = level(source.validate_python({"kind": "sun", "sun_altitude_deg": 30}))
    shade = level(source.validate_python({"kind": "sun", "sun_altitude_deg": 30, "shade_stops": 2.5}))
    assert sun.ev100 - shade.ev100 == pytest.approx(2.5)
    named = level(source.validate_python({"kind": "condition", "condition": "overcast", "shift_stops": -1}))
    assert named.ev100 == pytest.approx(11.0)


def test_the_named_table_is_ordered_sense() -> None:
    by_key = {condition.key: condition for condition in CONDITIONS}
    assert by_key["snow-sun"].ev100 > by_key["sun"].ev100 > by_key["overcast"].ev100 > by_key["forest"].ev100
    # 6-15 lx between market stalls: EV 1.3 to 2.6 by E = 2.5 * 2^EV.
    assert 1.26 < by_key["market"].ev100 < 2.59
    assert all(condition.uncertainty_stops > 0 for condition in CONDITIONS)
    assert len(by_key) == len(CONDITIONS)
