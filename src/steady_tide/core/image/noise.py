"""Signal to noise from the light that reaches the sensor (EMVA 1288, linear model)."""

from typing import Final

import numpy as np

from steady_tide.core.kit.optics import Sensor
from steady_tide.core.quantities import Floats, Quantity, focal_plane_exposure
from steady_tide.core.thresholds import threshold

PHOTONS_PER_LUX_SECOND_UM2: Final = threshold("noise.photons")
"""Photons per um2 and lx s of daylight in the visible band. **Assumed**."""
MID_GREY_LUX_S = 10.0
"""Exposure of mid grey at ISO 1 [lx s]; ten over the ISO in use (ISO 12232)."""
EXCELLENT_SNR = 40.0
ACCEPTABLE_SNR = 10.0
"""Thresholds of ISO 12232 for a picture."""
SHADOW_STOPS: Final = threshold("noise.shadow")
"""How far under mid grey the shadow figure is taken."""


def electrons(*, exposure_lux_s: Quantity, sensor: Sensor) -> Quantity:
    """Mean electrons in one photosite for a luminous exposure [lx s]."""
    photons = PHOTONS_PER_LUX_SECOND_UM2 * np.asarray(exposure_lux_s) * sensor.pixel_pitch_um**2
    return photons * sensor.quantum_efficiency


def signal_to_noise(*, mean_electrons: Quantity, photosites: Quantity, sensor: Sensor) -> Quantity:
    """SNR of one delivered pixel made of `photosites` photosites.

    mu / sqrt(mu + read^2 + (prnu mu)^2) per photosite (EMVA 1288); summing n photosites
    gains sqrt(n) in shot and read noise, while the fixed pattern averages likewise.
    photosites may be below one (an enlarged picture): the figure then falls accordingly.
    """
    mu = np.asarray(mean_electrons, dtype=float)
    spread = np.sqrt(mu + sensor.read_noise_e**2 + np.square(sensor.prnu * mu))
    return mu / spread * np.sqrt(photosites)


def log2_mid_grey_snr(
    *,
    ev100: Quantity,
    log2_shutter: Quantity,
    f_number: Quantity,
    full_electrons: Quantity,
    read_noise_e: Quantity,
    prnu: Quantity,
) -> Floats:
    """SNR at mid grey of one photosite in stops, as `signal_to_noise`, for many sensors and lights at once.

    ISO does not enter: noise comes from too little light, a higher ISO only shows it.

    ev100: light that reaches the lens, losses taken off. full_electrons: electrons for an exposure of 1 lx s.
    Shapes broadcast.
    """
    at_ev0 = focal_plane_exposure(ev100=0.0, shutter_s=1.0, f_number=f_number)
    mu = np.exp2(np.asarray(ev100) + log2_shutter) * (at_ev0 * np.asarray(full_electrons))
    return np.asarray(np.log2(mu) - 0.5 * np.log2(mu + np.square(read_noise_e) + np.square(prnu * mu)))


def light_for_snr(
    *, snr: float, shutter_s: float, f_number: float, loss_stops: float, photosites: float, sensor: Sensor
) -> float:
    """The scene light [EV at ISO 100] at which mid grey reaches an SNR; inverse of `log2_mid_grey_snr`.

    Returns infinity where the fixed pattern keeps the SNR below the wanted one in any light.
    """
    target = snr / np.sqrt(photosites)
    # target^2 (mu + r^2 + p^2 mu^2) = mu^2
    square = 1.0 - (target * sensor.prnu) ** 2
    if square <= 0:
        return float("inf")
    half = target**2 / 2.0
    mu = (half + np.sqrt(half**2 + square * (target * sensor.read_noise_e) ** 2)) / square
    at_ev0 = electrons(
        exposure_lux_s=focal_plane_exposure(ev100=-loss_stops, shutter_s=shutter_s, f_number=f_number),
        sensor=sensor,
    )
    return float(np.log2(mu / at_ev0))
