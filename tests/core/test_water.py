"""Light by wavelength: spectra, Jerlov's waters, and what coloured glass costs in them."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import OutOfRange
from steady_tide.core.light.glass import loss_stops, transmission
from steady_tide.core.light.spectra import DAYLIGHT, LUMINOSITY, NM, luminous
from steady_tide.core.light.water import JERLOV, JERLOV_NM, attenuation, daylight_under
from tests.reference.spectra import DAYLIGHT_D65, LUMINOSITY_1924

RED = {"form": "edge", "nm": 588.0, "width_nm": 16.0, "least": 0.2, "most": 0.92}
MAGENTA = {"form": "notch", "nm": 535.0, "width_nm": 42.0, "least": 0.22, "most": 0.9}


def test_spectra_are_those_of_the_observer_and_of_daylight() -> None:
    # Reference from colour-science, its generator beside it.
    np.testing.assert_allclose(LUMINOSITY, LUMINOSITY_1924, rtol=0.02, atol=2e-4)
    np.testing.assert_allclose(DAYLIGHT, DAYLIGHT_D65, rtol=5e-3)


@pytest.mark.parametrize(
    ("kind", "nm", "kd"), [("I", 450, 0.019), ("II", 600, 0.26), ("3C", 550, 0.19), ("7C", 475, 0.71), ("9C", 700, 1.1)]
)
def test_attenuation_is_jerlovs_table(kind: str, nm: float, kd: float) -> None:
    # Jerlov, Marine Optics (1976): read from the table at its own wavelengths.
    assert JERLOV[kind][list(JERLOV_NM).index(nm)] == pytest.approx(kd)
    on_grid = attenuation(kind)[np.searchsorted(NM, nm)] if nm in NM else None
    assert on_grid is None or on_grid == pytest.approx(kd)


def test_depth_is_an_exponential_and_distance_takes_more() -> None:
    # 3C at 550 nm: 10 m leave exp(-1.9) = 15 % of what was under the surface.
    at = int(np.searchsorted(NM, 550))
    under = daylight_under("3C", depth_m=10.0)
    assert under[at] / DAYLIGHT[at] == pytest.approx(np.exp(-1.9))
    assert luminous(daylight_under("3C", depth_m=10.0, distance_m=1.0)) < luminous(daylight_under("3C", depth_m=11.0))
    many = daylight_under("3C", depth_m=np.array([0.0, 10.0]))
    np.testing.assert_allclose(many[1], under)


def test_red_goes_first_in_blue_water_and_blue_in_coastal_water() -> None:
    red, green, blue = (int(np.searchsorted(NM, nm)) for nm in (650, 550, 450))
    clear, coastal = (daylight_under(kind, depth_m=8.0) / DAYLIGHT for kind in ("I", "5C"))
    assert clear[red] < clear[green] < clear[blue]
    assert coastal[blue] < coastal[red] < coastal[green]


@pytest.mark.parametrize(("kind", "depth"), [("X", 1.0), ("I", -1.0)])
def test_water_that_is_none_is_refused(kind: str, depth: float) -> None:
    with pytest.raises(OutOfRange):
        daylight_under(kind, depth_m=depth)


def test_transmission_keeps_its_five_figures() -> None:
    red, magenta = transmission(**RED), transmission(**MAGENTA)
    assert red.min() >= 0.2 and red.max() <= 0.92 and np.all(np.diff(red) > 0)
    assert red[int(np.searchsorted(NM, 590))] == pytest.approx((0.2 + 0.92) / 2, abs=0.05)
    assert NM[np.argmin(magenta)] in (530, 540) and magenta.min() == pytest.approx(0.22, abs=0.01)


def test_grey_glass_costs_its_stops_in_any_light() -> None:
    quarter = np.full(31, 0.25)
    for light in (DAYLIGHT, daylight_under("7C", depth_m=6.0)):
        assert loss_stops(quarter, light) == pytest.approx(2.0)


def test_a_red_filter_costs_more_the_deeper_the_light_has_come() -> None:
    # In daylight one to two stops, as practice has it; towards its least transmission where no red is left.
    red = transmission(**RED)
    surface, deep, deeper = (loss_stops(red, daylight_under("IB", depth_m=depth)) for depth in (0.0, 12.0, 40.0))
    assert 1.0 < surface < 2.0
    assert surface < deep < deeper < -np.log2(0.2)


@given(st.sampled_from(sorted(JERLOV)), st.floats(0, 30), st.floats(0, 30))
def test_deeper_is_darker(kind: str, one: float, other: float) -> None:
    shallow, deep = sorted((one, other))
    assert luminous(daylight_under(kind, depth_m=deep)) <= luminous(daylight_under(kind, depth_m=shallow))
