"""The sun's beam against the sky's light, under a clear sky: what falls on a plane that stands or leans.

Beam and diffuse light by the clear-sky model of the European Solar Radiation Atlas (ESRA), as shares of the light on
level ground; how much that is in lux, `sky.py` says. **Assumed**: that light is shared as energy is. A low sun is
yellower, so that its part in light is a little less; this lies within what an unknown haze does.
"""

from typing import Final

import numpy as np

from steady_tide.core.quantities import Floats, Quantity

TURBIDITY: Final = 4.0
"""Linke turbidity of a clear day at air mass 2: 2 is very clean and cold, 3 clean and warm, 5 moist. **Assumed**."""
LEAST_TURBIDITY: Final = 3.0
MOST_TURBIDITY: Final = 5.0
"""Between these a clear day lies that is called one. **Assumed**."""
SOLAR_W_M2: Final = 1367.0
UPPER_LIMB_DEG: Final = -0.83
"""Altitude of the sun's middle at which its upper limb sets, refraction counted in [degrees]."""
FREE_DEG: Final = 2.0
"""From here down hills, trees and haze take the sun by degrees, with the square of what is left. **Assumed**."""
LEAST_DIFFUSE: Final = 0.0022


def air_mass(altitude_deg: Quantity) -> Floats:
    """Air along the way of the light, over that from the zenith (Kasten and Young 1989); from the horizon up."""
    up = np.maximum(np.asarray(altitude_deg, dtype=float), 0.0)
    return np.asarray(1.0 / (np.sin(np.radians(up)) + 0.50572 * (up + 6.07995) ** -1.6364))


def beam_w_m2(altitude_deg: Quantity, *, turbidity: float = TURBIDITY) -> Floats:
    """The beam on a plane across it [W/m2], ESRA; near the horizon it fades until the sun has set."""
    mass = air_mass(altitude_deg)
    low = 10.4 + 0.718 * mass
    high = 6.6296 + 1.7513 * mass - 0.1202 * mass**2 + 0.0065 * mass**3 - 0.00013 * mass**4
    thickness = 1.0 / np.where(mass > 20.0, low, high)
    over_set = np.asarray(altitude_deg, dtype=float) - UPPER_LIMB_DEG
    left = np.clip(over_set / (FREE_DEG - UPPER_LIMB_DEG), 0.0, 1.0) ** 2
    return np.asarray(left * SOLAR_W_M2 * np.exp(-0.8662 * turbidity * mass * thickness))


def diffuse_w_m2(altitude_deg: Quantity, *, turbidity: float = TURBIDITY) -> Floats:
    """Diffuse light on level ground [W/m2], ESRA; below the horizon as at it."""
    height = np.sin(np.radians(np.maximum(np.asarray(altitude_deg, dtype=float), 0.0)))
    at_zenith = -0.015843 + 0.030543 * turbidity + 0.0003797 * turbidity**2
    first = 0.26463 - 0.061581 * turbidity + 0.0031408 * turbidity**2
    if first * at_zenith < LEAST_DIFFUSE:
        first = LEAST_DIFFUSE / at_zenith
    second = 2.0402 + 0.018945 * turbidity - 0.011161 * turbidity**2
    third = -1.3025 + 0.039231 * turbidity + 0.0085079 * turbidity**2
    return np.asarray(SOLAR_W_M2 * at_zenith * (first + second * height + third * height**2))


def beam_over_level(altitude_deg: Quantity, *, turbidity: float = TURBIDITY) -> Floats:
    """The beam on a plane across it, over all light on level ground; finite and smooth through the horizon."""
    beam, diffuse = beam_w_m2(altitude_deg, turbidity=turbidity), diffuse_w_m2(altitude_deg, turbidity=turbidity)
    height = np.sin(np.radians(np.maximum(np.asarray(altitude_deg, dtype=float), 0.0)))
    return np.asarray(beam / (beam * height + diffuse))


def beam_share(altitude_deg: Quantity, *, turbidity: float = TURBIDITY) -> Floats:
    """Share of the light on level ground that comes straight from the sun [0, 1]."""
    height = np.sin(np.radians(np.maximum(np.asarray(altitude_deg, dtype=float), 0.0)))
    return np.asarray(beam_over_level(altitude_deg, turbidity=turbidity) * height)
