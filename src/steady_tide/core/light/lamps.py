"""What a lamp gives on a subject, through air or water."""

from math import cos, pi, radians

import numpy as np

from steady_tide.core.light.spectra import DAYLIGHT, luminous
from steady_tide.core.light.water import BEAM_OVER_DOWNWELLING, attenuation
from steady_tide.core.quantities import require_positive


def lux_at_1_m(*, lumens: float, beam_deg: float) -> float:
    """Illuminance at a metre in the beam [lx]: the flux [lm] spread evenly over its cone, beam in (0, 360] degrees."""
    require_positive("lumens", lumens)
    solid_angle = 2.0 * pi * (1.0 - cos(radians(beam_deg / 2.0)))
    return lumens / solid_angle


def water_share(kind: str, distance_m: float) -> float:
    """Luminous share of a white light left after a distance [m] through a Jerlov water type, as a beam."""
    passed = np.exp(-BEAM_OVER_DOWNWELLING[kind] * attenuation(kind) * distance_m)
    return float(luminous(DAYLIGHT * passed) / luminous(DAYLIGHT))


def lamp_lux(*, at_1_m: float, distance_m: float, kind: str | None = None) -> float:
    """Illuminance on a subject [lx] from a lamp beside the lens, as the lens sees it.

    Inverse square of the distance [m]; in water of a Jerlov type the light is taken both ways, through twice the
    water, so that the figure can be added to light that reaches the lens. `kind` None is air.
    """
    require_positive("distance_m", distance_m)
    through = water_share(kind, 2.0 * distance_m) if kind else 1.0
    return at_1_m / distance_m**2 * through
