"""The cheapest set alone, without its rivals: found by looking only where it can lie.

No consideration is ever negative, so what profile, frame and recording cost by themselves is
the least that any set of a block can cost. Blocks are looked at from the least of these up,
until what is left can only be dearer than what was found (branch and bound).
"""

from typing import NamedTuple

import numpy as np

from steady_tide.core.plan.search.costs import BlockCosts
from steady_tide.core.plan.search.landscape import Landscape, Point
from steady_tide.core.quantities import Floats

ROUNDING = 1e-9
"""Sums in another order differ by less than this [stops]."""


class Lot(NamedTuple):
    """A block under a profile. least: no set of it costs less. beside: what each frame costs besides its block (k,)."""

    least: float
    profile: int
    costs: BlockCosts
    beside: Floats


class Found(NamedTuple):
    """The cheapest set and what it costs in all [stops]."""

    cost: float
    point: Point


def cheapest(landscape: Landscape) -> Found | None:
    """The set that `Landscape.chosen` finds; None when nothing fits."""
    found: tuple[float, int, int] | None = None
    for lot in sorted(_lots(landscape), key=lambda lot: lot.least):
        if found is not None and lot.least > found[0] + ROUNDING:
            break
        allowed = landscape.exposures_allowed(lot.profile)
        total = lot.costs.of_frame(allowed) + lot.beside + landscape.finish_cost(lot.profile)
        at = int(np.argmin(total))
        if np.isfinite(total[at]):
            candidate = (float(total[at]), lot.profile, int(lot.costs.rows[at]))
            found = candidate if found is None else min(found, candidate)
    return None if found is None else Found(found[0], landscape.point_of(found[1], found[2]))


def _lots(landscape: Landscape) -> list[Lot]:
    """Every block under every profile the pins allow."""
    frame_ok = landscape.frame_columns.allowed(landscape.pins)
    lots = []
    for index in landscape.profiles_allowed():
        beside = np.where(frame_ok, landscape.recording_best(index)[landscape.frames.mode], np.inf)
        for costs in landscape.block_costs(index):
            here = beside[costs.rows]
            least = float(np.min(costs.frame + here)) + landscape.finish_cost(index)
            if np.isfinite(least):
                lots.append(Lot(least, index, costs, here))
    return lots
