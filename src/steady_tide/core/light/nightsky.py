"""The night sky as it is filmed itself: its own luminance, not the light it throws on the ground."""

from math import pi
from typing import Final, Literal

import numpy as np

from steady_tide.core.light.level import LightLevel, LightSource, NamedLight, SunLight, level
from steady_tide.core.quantities import Floats, Quantity, lux_from_ev100

Glow = Literal["dark-site", "country", "village", "town", "city"]
GLOW_MAG: Final[dict[str, float]] = {"dark-site": 30.0, "country": 21.6, "village": 20.5, "town": 19.3, "city": 17.8}
"""Glow of lamps on the ground towards the zenith, on top of the natural sky [magnitudes a square arc second]."""
MAG_0_CD_M2: Final = 1.08e5
"""Luminance of a sky of no magnitudes a square arc second [cd/m²]: L = 10.8e4 · 10^(-0.4 m)."""
MOON_SKY_PER_LUX: Final = 0.027
"""Luminance of the sky [cd/m²] for a lux of moonlight: a full moon's 0.25 lx brightens it to 18 magnitudes. **Assumed**
far from the moon itself (Krisciunas and Schaefer 1991 give 1 magnitude either way)."""
STARLIGHT_LUX: Final = 6.5e-4
"""What a moonless sky throws on level ground [lx]; an even sky of pi times less is 2e-4 cd/m²."""
GLOW_UNCERTAINTY: Final = 0.8
"""Half width of a class of glow [stops]. **Assumed**."""
NIGHT_EV100: Final = 0.0
"""A named light darker than this is one of the night."""


def glow_cd_m2(glow: Glow) -> float:
    """What lamps on the ground add to the sky's luminance [cd/m²]."""
    return float(MAG_0_CD_M2 * 10.0 ** (-0.4 * GLOW_MAG[glow]))


def filmed_sky_ev100(*, even_lux: Quantity, moon_lux: Quantity, glow: Glow) -> Floats:
    """EV at ISO 100 of the sky as the meter would have it grey, from what lights the ground [lx].

    even_lux: from an even sky (twilight, stars, airglow), whose luminance is a pi-th of it. moon_lux: straight from the
    moon. K = 12.5 (ISO 2720): L = 0.125 · 2^EV.
    """
    luminance = np.asarray(even_lux) / pi + MOON_SKY_PER_LUX * np.asarray(moon_lux) + glow_cd_m2(glow)
    return np.asarray(np.log2(luminance / 0.125))


def filmed_sky(light: LightSource, glow: Glow) -> LightLevel:
    """The level of a light where the sky itself is filmed. Readings and light worked out are taken as said."""
    known = level(light)
    if isinstance(light, NamedLight) and known.ev100 < NIGHT_EV100 and not known.lamps:
        lux = float(lux_from_ev100(known.ev100))
        even, moon = min(lux, STARLIGHT_LUX), max(lux - STARLIGHT_LUX, 0.0)
    elif isinstance(light, SunLight):
        even, moon = float(lux_from_ev100(known.ev100)), 0.0
    else:
        return known
    return known.model_copy(
        update={
            "ev100": float(filmed_sky_ev100(even_lux=even, moon_lux=moon, glow=glow)),
            "uncertainty_stops": max(known.uncertainty_stops, GLOW_UNCERTAINTY),
            "source": f"{known.source}, the sky itself filmed, glow of a {glow.replace('-', ' ')}",
        }
    )
