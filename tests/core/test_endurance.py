"""Cells in the cold and bodies in the heat: worked by hand, and by limits."""

from math import exp, inf

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.endurance.cells import cold_share, usable_share
from steady_tide.core.endurance.heat import COOLING, body_of, minutes_to_limit
from steady_tide.core.kit.parts import ColdShare

TABLE = [ColdShare(at_c=0, share=0.7), ColdShare(at_c=-10, share=0.4), ColdShare(at_c=10, share=0.9)]


@pytest.mark.parametrize(("at", "share"), [(20, 1.0), (30, 1.0), (10, 0.84), (0, 0.68), (-20, 0.408), (-40, 0.136)])
def test_without_a_table_the_share_falls_along_a_line(at: float, share: float) -> None:
    assert cold_share(at, share_at_0_c=0.68) == pytest.approx(share)


@pytest.mark.parametrize(
    ("at", "share"), [(0, 0.7), (-5, 0.55), (-15, 0.25), (-30, 0.1), (10, 0.9), (15, 0.95), (25, 1.0)]
)
def test_a_measured_table_wins_in_any_order_of_its_rows(at: float, share: float) -> None:
    assert cold_share(at, share_at_0_c=0.1, table=TABLE) == pytest.approx(share)


def test_cutting_out_early_costs_in_the_cold_only() -> None:
    cold = {"share_at_0_c": 0.8, "cuts_out_below": 0.3}
    assert usable_share(20, **cold) == pytest.approx(1.0)
    assert usable_share(0, **cold) == pytest.approx(0.8 * 0.7)
    assert usable_share(7.5, **cold) == pytest.approx(0.875 * (1 - 0.5 * 0.3))


@given(st.floats(-40, 55), st.floats(-40, 55), st.floats(0.05, 1), st.floats(0, 0.8))
def test_colder_never_gives_more(one: float, other: float, share: float, cut: float) -> None:
    cold, warm = sorted((one, other))
    less, more = (usable_share(at, share_at_0_c=share, cuts_out_below=cut) for at in (cold, warm))
    assert 0 < less <= more + 1e-12


def test_the_hardest_mode_in_still_air_of_25_degrees_reaches_the_limit_when_the_owner_says() -> None:
    body = body_of(limit_minutes=22, limit_c=60, hardest_w=6.0)
    assert body is not None
    assert float(minutes_to_limit(body, power_w=6.0, air_c=25)) == pytest.approx(22)


def test_one_node_by_hand() -> None:
    # R = 10 K/W, 5 W: ends 50 K over the air. To 35 K over it: share 0.7, t = -RC ln 0.3.
    body = body_of(limit_minutes=30, limit_c=60, hardest_w=5, resistance_k_per_w=10)
    assert body is not None
    constant_s = body.resistance_k_per_w * body.capacity_j_per_k
    assert 1 - exp(-30 * 60 / constant_s) == pytest.approx(35 / 50)
    # 4 W end 40 K over the air: -RC ln(1 - 35/40) later; 3 W settle at 55 degrees.
    assert float(minutes_to_limit(body, power_w=4, air_c=25)) == pytest.approx(constant_s * 2.0794 / 60, rel=1e-3)
    assert float(minutes_to_limit(body, power_w=3, air_c=25)) == inf


def test_air_hotter_than_the_limit_stops_it_at_once_and_water_never() -> None:
    body = body_of(limit_minutes=20, limit_c=50, hardest_w=6)
    assert body is not None
    assert float(minutes_to_limit(body, power_w=2, air_c=52)) == 0
    assert float(minutes_to_limit(body, power_w=6, air_c=25, cooling="water")) == inf


def test_a_resistance_too_small_for_the_limit_means_it_never_stops() -> None:
    assert body_of(limit_minutes=20, limit_c=60, hardest_w=2, resistance_k_per_w=10) is None


@given(st.floats(1, 20), st.floats(1, 20), st.floats(-20, 45), st.sampled_from(sorted(COOLING)))
def test_more_power_never_lasts_longer(one: float, other: float, air: float, cooling: str) -> None:
    body = body_of(limit_minutes=25, limit_c=60, hardest_w=8)
    assert body is not None
    low, high = (minutes_to_limit(body, power_w=p, air_c=air, cooling=cooling) for p in sorted((one, other)))
    assert high <= low
