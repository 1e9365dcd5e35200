"""Exposure arithmetic against published figures."""

from fractions import Fraction

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core import quantities as q
from steady_tide.core.errors import OutOfRange
from steady_tide.core.message import apart
from steady_tide.formats.wording import worded
from tests.reference import published


@pytest.mark.parametrize(("ev", "lux", "luminance"), published.EXPOSURE_VALUES)
def test_ev_lux_and_luminance_agree_with_iso_2720(ev: float, lux: float, luminance: float) -> None:
    assert q.lux_from_ev100(ev) == pytest.approx(lux)
    assert q.ev100_from_lux(lux) == pytest.approx(ev)
    assert q.luminance_from_ev100(ev) == pytest.approx(luminance)


@pytest.mark.parametrize(("density", "stops"), published.ND_DENSITIES)
def test_density_in_stops(density: float, stops: float) -> None:
    assert q.density_stops(density) == pytest.approx(stops, abs=0.001)


@pytest.mark.parametrize(("factor", "stops"), published.ND_FACTORS)
def test_filter_factor_in_stops(factor: int, stops: float) -> None:
    assert q.stops(float(factor)) == pytest.approx(stops)


def test_setting_value_of_a_worked_example() -> None:
    # f/8 at 1/125 s is EV 12.97 at ISO 100, and three stops less light is needed at ISO 800 (APEX).
    assert q.setting_value(f_number=8.0, shutter_s=1 / 125, iso=100.0) == pytest.approx(12.966, abs=0.001)
    assert q.setting_value(f_number=8.0, shutter_s=1 / 125, iso=800.0) == pytest.approx(9.966, abs=0.001)


def test_mid_grey_exposure_on_the_sensor_follows_iso_12232() -> None:
    # At the setting value, q L t / N^2 with L = K 2^EV / 100 is 8.125 / S: 0.3 stop under the 10 / S
    # of the standard output sensitivity, the known gap between meter constant and that definition.
    ev = q.setting_value(f_number=2.8, shutter_s=1 / 60, iso=400.0) + 2.0
    exposure = q.focal_plane_exposure(ev100=ev - 2.0, shutter_s=1 / 60, f_number=2.8)
    assert exposure == pytest.approx(0.65 * 12.5 / 400.0)
    assert np.log2(q.MID_GREY_EXPOSURE / 400.0 / exposure) == pytest.approx(0.30, abs=0.01)


def test_shutter_angle_and_back() -> None:
    assert q.shutter_angle_deg(shutter_s=1 / 50, rate=25.0) == pytest.approx(180.0)
    assert q.shutter_at_angle(angle_deg=180.0, rate=Fraction(24000, 1001)) == Fraction(1001, 48000)
    with pytest.raises(OutOfRange, match="above 0"):
        q.shutter_at_angle(angle_deg=0.0, rate=Fraction(25))


def test_mired_shift() -> None:
    assert q.mired_shift(from_kelvin=3200.0, to_kelvin=5600.0) == pytest.approx(-133.9, abs=0.1)


@given(st.floats(-8, 20), st.floats(0.7, 22), st.floats(1 / 8000, 30), st.floats(25, 12800))
def test_a_stop_of_light_is_a_stop_of_any_setting(ev: float, f_number: float, shutter: float, iso: float) -> None:
    here = q.setting_value(f_number=f_number, shutter_s=shutter, iso=iso)
    assert q.setting_value(f_number=f_number, shutter_s=2 * shutter, iso=iso) == pytest.approx(here - 1)
    assert q.setting_value(f_number=f_number, shutter_s=shutter, iso=2 * iso) == pytest.approx(here - 1)
    assert q.ev100_from_lux(q.lux_from_ev100(ev)) == pytest.approx(ev, abs=1e-9)


def test_arrays_equal_scalars() -> None:
    lux = np.array([2.5, 640.0, 81_920.0])
    assert np.allclose(q.ev100_from_lux(lux), [q.ev100_from_lux(float(one)) for one in lux])


@pytest.mark.parametrize("lux", [0.0, -3.0, float("nan"), float("inf")])
def test_impossible_light_is_refused_by_name(lux: float) -> None:
    with pytest.raises(OutOfRange, match="lux: it has to be above 0"):
        q.ev100_from_lux(lux)


@pytest.mark.parametrize(
    ("seconds", "text"),
    [(Fraction(1, 50), "1/50"), (1 / 97.2, "1/97"), (15, "15"), (Fraction(1, 2), "0.5"), (1 / 8000, "1/8000")],
)
def test_shutters_as_people_write_them(seconds: Fraction | float, text: str) -> None:
    assert q.shutter_text(seconds) == text


@pytest.mark.parametrize(("value", "text"), [(0.5, "+0.5"), (-1, "−1.0"), (0, "0"), (-0.01, "0")])
def test_signed_stops(value: float, text: str) -> None:
    assert q.signed(value) == text


@pytest.mark.parametrize(("seconds", "text"), [(1 / 339, "1/340"), (1 / 52.4, "1/52"), (1 / 7, "1/7"), (2.04, "2")])
def test_what_a_camera_will_choose_is_told_to_two_figures(seconds: float, text: str) -> None:
    assert q.about_text(seconds) == text


@pytest.mark.parametrize(
    ("stops", "words"),
    [
        (0.26, "a third of a stop"),
        (-0.7, "two thirds of a stop"),
        (1, "a stop"),
        (2.3, "2.3 stops"),
        (0.1, "less than a third of a stop"),
    ],
)
def test_stops_are_said_as_people_say_them(stops: float, words: str) -> None:
    assert worded(apart(stops)) == words


@pytest.mark.parametrize(("number", "said"), [(1, "1 stop"), (2, "2 stops"), (0.5, "0.5 stops")])
def test_one_is_singular(number: float, said: str) -> None:
    assert q.counted(number, "stop") == said
