"""Light under water by wavelength: Jerlov's water types, down to the subject and on to the lens."""

from typing import Final

import numpy as np

from steady_tide.core.errors import OutOfRange
from steady_tide.core.light.spectra import DAYLIGHT, NM
from steady_tide.core.quantities import WATER_INDEX, Floats, Quantity

JERLOV_NM: Final[Floats] = np.arange(350.0, 701.0, 25.0)
JERLOV: Final[dict[str, Floats]] = {
    kind: np.array(rows) / 100.0
    for kind, rows in {
        "I": (6.2, 3.8, 2.8, 2.2, 1.9, 1.8, 2.7, 4.3, 6.3, 8.9, 23.5, 30.5, 36, 42, 56),
        "IA": (7.8, 5.2, 3.8, 3.1, 2.6, 2.5, 3.2, 4.8, 6.7, 9.4, 24, 31, 37, 43, 57),
        "IB": (10, 6.6, 5.1, 4.2, 3.6, 3.3, 4.2, 5.4, 7.2, 9.9, 24.5, 31.5, 37.5, 43.5, 58),
        "II": (17.5, 12.2, 9.6, 8.1, 6.8, 6.2, 7.0, 7.6, 8.9, 11.5, 26, 33.5, 40, 46.5, 61),
        "III": (32, 22, 18.5, 16, 13.5, 11.6, 11.5, 11.6, 12.0, 14.8, 29.5, 37.5, 44.5, 52, 66),
        "1C": (120, 80, 51, 36, 25, 17, 14, 13, 12, 15, 30, 37, 45, 51, 65),
        "3C": (170, 110, 78, 54, 39, 29, 22, 20, 19, 21, 33, 40, 46, 56, 71),
        "5C": (230, 160, 110, 78, 56, 43, 36, 31, 30, 33, 40, 48, 54, 65, 80),
        "7C": (300, 210, 160, 120, 89, 71, 58, 49, 46, 46, 48, 54, 63, 78, 92),
        "9C": (390, 300, 240, 190, 160, 123, 99, 78, 63, 58, 60, 65, 76, 92, 110),
    }.items()
}
"""Down-welling attenuation Kd [1/m] by water type, 350 to 700 nm in steps of 25 [JERLOV-1976]."""

BEAM_OVER_DOWNWELLING: Final = {
    "I": 2.0, "IA": 2.0, "IB": 2.2, "II": 2.5, "III": 2.8, "1C": 2.8, "3C": 3.0, "5C": 3.2, "7C": 3.5, "9C": 3.5,
}  # fmt: skip
"""Beam attenuation c over Kd by water type. **Assumed**: scattering weighs more the murkier it is."""


WATER_TYPE: Final = {"ocean": "IA", "blue": "IB", "clear": "1C", "green": "3C", "murky": "7C"}
"""Jerlov type that stands for a water people name. **Assumed**."""
WATER_LABEL: Final = {
    "ocean": "open ocean blue",
    "blue": "tropical blue",
    "clear": "clear temperate",
    "green": "coastal green",
    "murky": "harbour, murky",
}
DIFFUSE_COSINE: Final = 0.86
"""Mean cosine under water of light from the whole sky [KIRK-1984]."""
DIFFUSE_REFLECTED: Final = 0.066
"""Share of the sky's light that a still surface sends back [KIRK-1984]."""


def refracted_cosine(sun_altitude_deg: Quantity) -> Floats:
    """Cosine of the sun's rays to the vertical under a flat surface, (0.66, 1]: Snell, sin w = cos(altitude) / n."""
    altitude = np.radians(np.clip(sun_altitude_deg, 0.0, 90.0))
    return np.asarray(np.sqrt(1.0 - np.square(np.cos(altitude) / WATER_INDEX)))


def surface_passes(sun_altitude_deg: Quantity, *, direct_share: Quantity) -> Floats:
    """Share of the light on level water that goes in [0, 1]: Fresnel for the sun, 6.6 % of the sky's sent back.

    [FRESNEL], [KIRK-1984].
    """
    upon = np.sin(np.radians(np.clip(sun_altitude_deg, 0.0, 90.0)))
    under = refracted_cosine(sun_altitude_deg)
    across = np.square((upon - WATER_INDEX * under) / (upon + WATER_INDEX * under))
    along = np.square((WATER_INDEX * upon - under) / (WATER_INDEX * upon + under))
    sent_back = 0.5 * (across + along)
    share = np.asarray(direct_share, dtype=float)
    return np.asarray(share * (1.0 - sent_back) + (1.0 - share) * (1.0 - DIFFUSE_REFLECTED))


def slant(sun_altitude_deg: Quantity, *, direct_share: Quantity) -> Floats:
    """How much longer the light's way down is than the depth, >= 1: one over the mean cosine under water.

    Kd goes with 1 / mu0 [KIRK-1984]. The tables of Kd stand for a high sun, so 1 with the sun overhead.
    """
    share = np.asarray(direct_share, dtype=float)
    return np.asarray(share / refracted_cosine(sun_altitude_deg) + (1.0 - share) / DIFFUSE_COSINE)


def attenuation(kind: str) -> Floats:
    """Kd [1/m] of a water type on the grid of wavelengths, shape (31,). Raises OutOfRange for an unknown type."""
    if kind not in JERLOV:
        raise OutOfRange("kind", f"known water types are {', '.join(JERLOV)}")
    return np.interp(NM, JERLOV_NM, JERLOV[kind])


def daylight_under(kind: str, *, depth_m: Quantity, distance_m: Quantity = 0.0, slant_by: Quantity = 1.0) -> Floats:
    """Daylight that reaches a lens from a grey subject, power relative to just under the surface, shape (..., 31).

    E(z) = E(0) exp(-Kd z) [JERLOV-1976], then exp(-c r) over the distance r to the lens, c from Kd
    by an assumed ratio. depth_m, distance_m >= 0 [m]; slant_by >= 1 lengthens the way down, see `slant`.
    """
    depth, distance = np.asarray(depth_m, dtype=float), np.asarray(distance_m, dtype=float)
    if np.any(depth < 0) or np.any(distance < 0):
        raise OutOfRange("depth_m", "depth and distance cannot be below 0")
    kd = attenuation(kind)
    path = (depth * np.asarray(slant_by))[..., None] + BEAM_OVER_DOWNWELLING[kind] * distance[..., None]
    return np.asarray(DAYLIGHT * np.exp(-kd * path))
