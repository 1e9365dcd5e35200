"""How bright a frame is: its levels as code values [0, 1], how much of it is blown out or black."""

from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.quantities import Floats
from steady_tide.core.reading.frames import CLOSE_STEP, FrameCodes

CLIPPED: Final = 0.985
"""Luma from here on counts as blown out."""
CRUSHED: Final = 0.012
"""Luma up to here counts as black."""
JUMP: Final = 0.02
"""A change of level from frame to frame that is a jump [code values]; a lens swept across a window stays below."""


class Levels(NamedTuple):
    """Of a frame. median, low and high: code values that half, 5 % and 95 % of it lie under; shares [0, 1]."""

    median: float
    low: float
    high: float
    clipped: float
    crushed: float


def levels(frame: FrameCodes) -> Levels:
    """How bright a frame is."""
    level = frame.level(frame.luma[::CLOSE_STEP, ::CLOSE_STEP])
    low, median, high = np.percentile(level, (5, 50, 95))
    return Levels(
        float(median), float(low), float(high), float(np.mean(level >= CLIPPED)), float(np.mean(level <= CRUSHED))
    )


def jumps(level: Floats) -> list[int]:
    """Before which frames the level of consecutive frames (F,) jumps: farther than it goes before and after."""
    step = np.abs(np.diff(level))
    around = np.concatenate([[0.0], step, [0.0]])
    usual = np.maximum(around[:-2], around[2:])
    return [int(one) + 1 for one in np.flatnonzero((step > JUMP) & (step > 4.0 * usual))]
