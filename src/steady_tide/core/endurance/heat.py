"""How long a body runs before it stops for heat: one node, as a sum anyone can check."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from steady_tide.core.quantities import Floats, Quantity

BENCH_AIR_C: Final = 25.0
OVERSHOOT: Final = 1.3
"""Without a known resistance: the hardest mode would end this much above the limit. **Assumed**."""
COOLING: Final = {"still": 1.0, "moving": 0.5, "water": 0.12}
"""Share of the resistance to still air that is left in moving air and in water. **Assumed**."""


@dataclass(frozen=True)
class Body:
    """A body as one node: limit [degrees C], resistance to still air [K/W], capacity [J/K]."""

    limit_c: float
    resistance_k_per_w: float
    capacity_j_per_k: float


def body_of(
    *, limit_minutes: float, limit_c: float, hardest_w: float, resistance_k_per_w: float | None = None
) -> Body | None:
    """The node that reaches its limit after `limit_minutes` at `hardest_w` in still air of 25 degrees C.

    None where this power would never bring it there: the resistance given is too small.
    """
    rise = limit_c - BENCH_AIR_C
    resistance = resistance_k_per_w if resistance_k_per_w is not None else OVERSHOOT * rise / hardest_w
    end = hardest_w * resistance
    if end <= rise:
        return None
    constant_s = limit_minutes * 60.0 / -np.log(1.0 - rise / end)
    return Body(limit_c, resistance, float(constant_s / resistance))


def minutes_to_limit(body: Body, *, power_w: Quantity, air_c: float, cooling: str = "still") -> Floats:
    """Minutes until the limit from air temperature [degrees C] at a power [W]; infinite where it settles below.

    C dT/dt = P - (T - T_air) / R, solved. cooling: a key of COOLING. The body starts at the
    air's temperature; sun on it is not counted.
    """
    resistance = body.resistance_k_per_w * COOLING[cooling]
    end = np.asarray(power_w, dtype=float) * resistance
    rise = body.limit_c - air_c
    if rise <= 0:
        return np.zeros(end.shape)
    constant_s = resistance * body.capacity_j_per_k
    share = np.clip(rise / np.maximum(end, 1e-9), 0.0, 1.0 - 1e-12)
    minutes = -constant_s * np.log1p(-share) / 60.0
    return np.asarray(np.where(end > rise, minutes, np.inf))
