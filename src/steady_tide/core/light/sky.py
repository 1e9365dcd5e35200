"""Horizontal illuminance under the sky by the altitude of sun and moon, and what cloud takes."""

from typing import Final

import numpy as np

from steady_tide.core.errors import OutOfRange
from steady_tide.core.quantities import Floats, Quantity

Pieces = tuple[tuple[float, tuple[float, float, float, float]], ...]
SUN_LOG_LUX: Final[Pieces] = (
    (-18.0, (13.84, 262.72, 1447.42, 2797.93)),
    (-12.0, (2.70, 12.17, -431.69, -1899.83)),
    (-5.0, (2.88, 21.81, -258.11, -858.36)),
    (-0.8, (2.88, 22.26, -207.64, 1034.30)),
    (5.0, (3.05, 13.28, -45.98, 64.33)),
    (20.0, (3.74, 3.97, -4.07, 1.47)),
)
"""Clear sky by the sun: from which altitude [degrees] which cubic gives log10 of the illuminance [lx] over altitude/90.

From -18 degrees down it stays what it is there: starlight and airglow. Source: EXPL-SUPPL, after USNO-171.
"""
FULL_MOON_LOG_LUX: Final[Pieces] = (
    (-0.8, (-2.79, 24.27, -252.95, 1321.29)),
    (5.0, (-2.58, 12.58, -42.58, 59.06)),
    (20.0, (-1.95, 4.06, -4.24, 1.56)),
)
"""The same of a full moon at its mean distance, the sky it lights with it. Source: EXPL-SUPPL, after USNO-171."""
JOINED_DEG: Final = 0.25
"""So far on both sides of a joint one cubic passes into the next: they differ there by up to 0.02 stops."""
BELOW_PER_DEG: Final = 0.33
"""Below the lowest cubic of the moon its light falls by so much a degree, as it does there [log10]."""

CLOUD_DEPTH = 0.75
CLOUD_POWER = 3.4


def clear_sky_lux(sun_altitude_deg: Quantity) -> Quantity:
    """Horizontal illuminance [lx] under a clear sky, sun altitude in [-90, 90] degrees. Source: SUN_LOG_LUX."""
    altitude = np.asarray(sun_altitude_deg, dtype=float)
    if np.any(~(np.abs(altitude) <= 90.0)):
        raise OutOfRange("sun_altitude_deg", "it has to lie between -90 and 90 degrees")
    lux = np.power(10.0, _by_altitude(SUN_LOG_LUX, np.maximum(altitude, SUN_LOG_LUX[0][0])))
    return float(lux) if lux.ndim == 0 else lux


def full_moon_lux(moon_altitude_deg: Quantity) -> Floats:
    """Horizontal illuminance [lx] of a full moon, altitude in [-90, 90] degrees. Source: FULL_MOON_LOG_LUX."""
    altitude = np.asarray(moon_altitude_deg, dtype=float)
    lowest = FULL_MOON_LOG_LUX[0][0]
    found = _by_altitude(FULL_MOON_LOG_LUX, np.maximum(altitude, lowest))
    return np.asarray(np.power(10.0, found + BELOW_PER_DEG * np.minimum(altitude - lowest, 0.0)))


def _by_altitude(pieces: Pieces, altitude_deg: Floats) -> Floats:
    """Cubics of altitude/90, each from its altitude on, one passing into the next."""
    over = altitude_deg / 90.0
    found = np.polynomial.polynomial.polyval(over, pieces[0][1])
    for begins, cubic in pieces[1:]:
        share = np.clip((altitude_deg - begins + JOINED_DEG) / (2.0 * JOINED_DEG), 0.0, 1.0)
        found = (1.0 - share) * found + share * np.polynomial.polynomial.polyval(over, cubic)
    return np.asarray(found)


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
