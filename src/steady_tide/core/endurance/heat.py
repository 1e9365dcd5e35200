"""How long a body runs before it stops for heat: one node, as a sum anyone can check."""

from dataclasses import dataclass
from math import inf, log
from typing import Final

import numpy as np

from steady_tide.core.quantities import Floats, Quantity
from steady_tide.core.thresholds import threshold, thresholds

BENCH_AIR_C: Final = threshold("heat.bench")
OVERSHOOT: Final = threshold("heat.overshoot")
"""Without a known resistance: the hardest mode would end this much above the limit. **Assumed**."""
COOLING: Final = thresholds("heat.cooling")
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


def rest_minutes(body: Body, *, cooling: str = "still") -> float:
    """Minutes of rest, switched off, in which a body at its limit falls half-way back to the air: tau ln 2."""
    return body.resistance_k_per_w * COOLING[cooling] * body.capacity_j_per_k * log(2.0) / 60.0


def minutes_from_half(body: Body, *, power_w: float, air_c: float, cooling: str = "still") -> float:
    """Minutes it runs again after such a rest; infinite where it settles below its limit, 0 in air beyond it.

    The same equation, begun half-way between the air and the limit.
    """
    resistance = body.resistance_k_per_w * COOLING[cooling]
    end, rise = power_w * resistance, body.limit_c - air_c
    if rise <= 0.0:
        return 0.0
    if end <= rise:
        return inf
    return resistance * body.capacity_j_per_k * log((end - rise / 2.0) / (end - rise)) / 60.0
