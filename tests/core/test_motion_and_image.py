"""Blur, shake, slow motion, noise and bits."""

from math import log2, radians, sqrt

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import OutOfRange
from steady_tide.core.image import bit_rate as budget
from steady_tide.core.image import noise
from steady_tide.core.kit.optics import Sensor
from steady_tide.core.motion import blur
from tests.reference import published

SENSOR = Sensor(columns=4000, rows=3000, pixel_pitch_um=1.5, quantum_efficiency=0.6, read_noise_e=2.0, full_well_e=8000)


def test_focal_lengths_in_pixels() -> None:
    # Rectilinear 90 degrees: W / (2 tan 45) = W / 2. Fisheye of pi radians: W / pi.
    assert blur.focal_length_px(width_px=3840, horizontal_fov_deg=90, projection="rectilinear") == pytest.approx(1920)
    fisheye = blur.focal_length_px(width_px=3840, horizontal_fov_deg=180, projection="fisheye")
    assert fisheye == pytest.approx(3840 / np.pi)


def test_blur_of_a_subject_worked_by_hand() -> None:
    # 4 m/s at 8 m is 0.5 rad/s; at 1/50 s and f = 1000 px that is 10 px.
    rate = blur.angular_rate(speed_m_s=4, distance_m=8)
    assert rate == pytest.approx(0.5)
    assert blur.blur_px(rate_rad_s=rate, shutter_s=1 / 50, focal_px=1000) == pytest.approx(10)
    with pytest.raises(OutOfRange, match="distance_m"):
        blur.angular_rate(speed_m_s=4, distance_m=0)


def test_longest_useful_shutter_gives_the_limit_exactly() -> None:
    shake = radians(blur.SHAKE_DEG_PER_S["walking"])
    shutter = blur.longest_useful_shutter(limit_px=3, rate_rad_s=shake, focal_px=1200)
    assert blur.blur_px(rate_rad_s=shake, shutter_s=shutter, focal_px=1200) == pytest.approx(3)


def test_flat_port_narrows_the_view_by_refraction() -> None:
    # Half angle 35: sin 35 / 1.34 = 0.42804, arcsin = 25.344 degrees.
    assert blur.flat_port_fov_deg(70.0) == pytest.approx(2 * 25.344, abs=0.01)
    assert blur.flat_port_fov_deg(10.0) == pytest.approx(10.0 / 1.34, abs=0.02)


def test_slow_factor() -> None:
    assert blur.slow_factor(recorded=100.0, timeline=25.0) == pytest.approx(4)
    with pytest.raises(OutOfRange, match="timeline"):
        blur.slow_factor(recorded=100.0, timeline=0.0)


def test_signal_to_noise_worked_by_hand() -> None:
    # 100 electrons, read noise 2, fixed pattern 0.8 %: 100 / sqrt(100 + 4 + 0.64) = 9.775.
    snr = noise.signal_to_noise(mean_electrons=100.0, photosites=1.0, sensor=SENSOR)
    assert snr == pytest.approx(100 / sqrt(104.64))
    assert noise.signal_to_noise(mean_electrons=100.0, photosites=4.0, sensor=SENSOR) == pytest.approx(2 * snr)


def test_limits_of_the_noise_model() -> None:
    # Plenty of light without a fixed pattern: shot noise, sqrt(mu). Very little: mu / read noise.
    even = SENSOR.model_copy(update={"prnu": 0.0})
    assert noise.signal_to_noise(mean_electrons=1e6, photosites=1.0, sensor=even) == pytest.approx(1000, rel=1e-4)
    assert noise.signal_to_noise(mean_electrons=0.01, photosites=1.0, sensor=even) == pytest.approx(0.005, rel=2e-3)


@given(st.floats(2, 39), st.floats(1 / 4000, 1 / 24), st.floats(0.5, 12), st.floats(0, 6))
def test_light_for_snr_is_the_inverse_of_snr(snr: float, shutter: float, photosites: float, loss: float) -> None:
    given_set = {"shutter_s": shutter, "f_number": 2.5, "loss_stops": loss, "photosites": photosites, "sensor": SENSOR}
    ev = noise.light_for_snr(snr=snr, **given_set)
    one = noise.log2_mid_grey_snr(
        ev100=ev - loss,
        log2_shutter=log2(shutter),
        f_number=2.5,
        full_electrons=noise.electrons(exposure_lux_s=1.0, sensor=SENSOR),
        read_noise_e=SENSOR.read_noise_e,
        prnu=SENSOR.prnu,
    )
    assert 2**one * sqrt(photosites) == pytest.approx(snr, rel=1e-6)


def test_an_snr_beyond_the_fixed_pattern_is_never_reached() -> None:
    assert noise.light_for_snr(
        snr=200.0, shutter_s=1 / 50, f_number=2.5, loss_stops=0, photosites=1.0, sensor=SENSOR
    ) == float("inf")


@pytest.mark.parametrize(("mbit", "gigabytes"), published.GB_PER_HOUR)
def test_gigabytes_an_hour(mbit: float, gigabytes: float) -> None:
    assert budget.gb_per_hour(mbit) == pytest.approx(gigabytes)


def test_bits_and_cards() -> None:
    # 60 Mbit/s over 1920 x 1080 x 25.
    assert budget.bits_per_pixel(mbit_s=60, width_px=1920, height_px=1080, rate=25) == pytest.approx(1.1574, abs=1e-4)
    assert budget.needed_card_mb_s(240.0) == pytest.approx(37.5)
