"""Horizontal illuminance under the sky by the altitude of the sun, and what cloud takes."""

import numpy as np

from steady_tide.core.errors import OutOfRange
from steady_tide.core.quantities import Floats, Quantity

CLEAR_SKY_LUX: Floats = np.array(
    [
        (-18.0, 6.5e-4),
        (-12.0, 8.3e-3),
        (-9.0, 0.116),
        (-6.0, 3.4),
        (-4.0, 30.0),
        (-3.0, 79.0),
        (-2.0, 189.0),
        (-0.8, 450.0),
        (0.0, 730.0),
        (5.0, 4_800.0),
        (10.0, 10_900.0),
        (20.0, 27_000.0),
        (30.0, 47_000.0),
        (45.0, 76_000.0),
        (60.0, 102_000.0),
        (90.0, 124_000.0),
    ]
)
"""Rows of (sun altitude [degrees], illuminance [lx]), clear sky [USNO-171]."""

CLOUD_DEPTH = 0.75
CLOUD_POWER = 3.4


def clear_sky_lux(sun_altitude_deg: Quantity) -> Quantity:
    """Horizontal illuminance [lx] under a clear sky, sun altitude in [-90, 90] degrees.

    Linear in log10(lux) between the rows of the table; from -18 degrees down it stays at
    the last row, which stands for starlight and airglow. Source: USNO-171.
    """
    altitude = np.asarray(sun_altitude_deg, dtype=float)
    if np.any(~(np.abs(altitude) <= 90.0)):
        raise OutOfRange("sun_altitude_deg", "it has to lie between -90 and 90 degrees")
    log_lux = np.interp(altitude, CLEAR_SKY_LUX[:, 0], np.log10(CLEAR_SKY_LUX[:, 1]))
    lux = np.power(10.0, log_lux)
    return float(lux) if lux.ndim == 0 else lux


def cloud_transmission(okta: Quantity) -> Quantity:
    """Share of the light that passes a cover of cloud in [0, 8] okta.

    1 - 0.75 (n/8)^3.4 (Kasten and Czeplak 1980); 1 when clear, 0.25 when overcast.
    """
    cover = np.asarray(okta, dtype=float)
    if np.any(~((cover >= 0.0) & (cover <= 8.0))):
        raise OutOfRange("cloud_okta", "it has to lie between 0 (clear) and 8 (overcast)")
    share = 1.0 - CLOUD_DEPTH * np.power(cover / 8.0, CLOUD_POWER)
    return float(share) if share.ndim == 0 else share


def daylight_kelvin(*, sun_altitude_deg: float, cloud_okta: float) -> float:
    """Colour temperature of daylight [K] at a sun's altitude [degrees] under a cloud cover [okta]."""
    return float(daylight_kelvins(sun_altitude_deg=sun_altitude_deg, cloud_okta=cloud_okta))


def daylight_kelvins(*, sun_altitude_deg: Quantity, cloud_okta: float) -> Floats:
    """Correlated colour temperature [K] of light on a level plane, simplified, shape (...).

    **Assumed**: 12 000 K in deep twilight falling to 4 800 K with the sun on the horizon's
    warm side (about 10 degrees), 5 500 K from 30 degrees up; cloud pulls towards 6 500 K.
    """
    clear = np.interp(sun_altitude_deg, [-8.0, -3.0, 0.0, 5.0, 10.0, 30.0], [12000, 8000, 4500, 4200, 4800, 5500])
    weight = cloud_okta / 8.0
    return np.asarray((1.0 - weight) * clear + weight * 6500.0)
