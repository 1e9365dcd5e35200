"""Frames in time: their rate, whether it is even, frames that are missing or stand twice."""

from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.quantities import Floats

UNEVEN: Final = 0.02
"""Steps that differ by more than this share of the usual one are not even."""
CLOCK_S: Final = 0.0011
"""Containers that count time in thousandths put a frame so far from its moment."""
MOSTLY: Final = 0.9
GONE: Final = 1.6
SAME: Final = 0.02
"""Two frames that differ by less than this share of the usual are the same: noise alone differs by more, coded, too.

A copy that falls on a key frame is coded anew, and may be missed.
"""
LEAST_CHANGE: Final = 1.0
"""Where frames usually differ by less than this [codes of 8 bit], nothing can be told."""


class Cadence(NamedTuple):
    """rate_hz: by the usual step. variable: whether frames come unevenly. missing: frames left out in between."""

    rate_hz: float
    variable: bool
    missing: int


def cadence(moments: Floats) -> Cadence | None:
    """What moments of consecutive frames (F,) [s] say; None of fewer than three."""
    step = np.diff(np.sort(moments))
    step = step[step > 0]
    if len(step) < 2:
        return None
    usual = float(step[step <= GONE * np.median(step)].mean())
    even = np.abs(step - usual * np.maximum(1.0, np.round(step / usual))) <= max(UNEVEN * usual, CLOCK_S)
    variable = bool(np.mean(even) < MOSTLY)
    missing = 0 if variable else int(np.round(step[step > GONE * usual] / usual - 1.0).sum())
    return Cadence(1.0 / usual, variable, missing)


def doubled(change: Floats) -> int:
    """How many frames are a copy of the one before. change: mean difference from it [codes of 8 bit], (F - 1,)."""
    if len(change) < 4:
        return 0
    usual = float(np.median(change))
    return int(np.sum(change < SAME * usual)) if usual > LEAST_CHANGE else 0
