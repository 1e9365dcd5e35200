"""Noise of a frame, where nothing else is: standard deviation of luma within small even blocks, by how bright they are.

Rows and columns of a block lose their means, so that what rises or falls evenly across it does not count; nor does the
rounding to whole codes. Of all blocks
those count that have no structure left, whose sixteenths differ least for how much their pixels do; and of those the
quieter ones, since fine texture only adds.
"""

from collections.abc import Iterable
from itertools import pairwise
from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.quantities import Floats
from steady_tide.core.reading.frames import FrameCodes

BLOCK: Final = 16
CELLS: Final = 4
MOST_BLOCKS: Final = 1000
EVEN_SHARE: Final = 0.5
"""So many of the blocks count as even: those with least structure."""
QUIET: Final = 0.1
"""Of those, texture finer than a sixteenth is told from noise by what this share of them stays under."""
QUIET_BY_CHANCE: Final = 1.0 - 1.2816 * float(np.sqrt(2.0 / (BLOCK - 1) ** 2))
"""What that is of the variance in blocks of noise alone: a quantile of the chi-squared distribution, nearly normal."""
BINS: Final = (0.03, 0.12, 0.22, 0.32, 0.42, 0.55, 0.75, 0.93)
"""Noise is told between these levels."""
LEAST_BLOCKS: Final = 24
MOST_STRUCTURE: Final = 0.14
"""Blocks whose sixteenths differ by more than this, as a share of how their pixels do, are not even: noise alone has a
sixteenth, and more where a camera smooths."""
BETWEEN_TWO: Final = (1.0 - 1.0 / BLOCK) ** 2
"""What taking off the means of rows and columns leaves of white noise."""


class Blocks(NamedTuple):
    """Blocks of a frame: level (n,), variance of luma (n,), and how much structure each has (n,)."""

    level: Floats
    variance: Floats
    structure: Floats


class NoiseAt(NamedTuple):
    """Noise at a level [code values], from so many blocks."""

    level: float
    sigma: float
    blocks: int


def blocks(frame: FrameCodes) -> Blocks:
    """The blocks of a frame; of a large one, as many as there may be, evenly over it."""
    height, width = (size // BLOCK for size in frame.luma.shape)
    whole = frame.luma[: height * BLOCK, : width * BLOCK].reshape(height, BLOCK, width, BLOCK).swapaxes(1, 2)
    every = max(1, int(np.ceil(np.sqrt(height * width / MOST_BLOCKS))))
    level = frame.level(whole[::every, ::every].reshape(-1, BLOCK, BLOCK))
    mean = level.mean(axis=(1, 2))
    left = level - level.mean(axis=1, keepdims=True) - level.mean(axis=2, keepdims=True) + mean[:, None, None]
    rounded = 1.0 / (frame.white - frame.black) ** 2 / 12.0
    variance = np.maximum(np.square(left).mean(axis=(1, 2)) / BETWEEN_TWO - rounded, 0.0)
    side = BLOCK // CELLS
    cells = left.reshape(-1, CELLS, side, CELLS, side).mean(axis=(2, 4))
    structure = np.square(cells).mean(axis=(1, 2)) / np.maximum(variance, 1e-12)
    return Blocks(*(np.asarray(one, dtype=float) for one in (mean, variance, structure)))


def noise(of: Iterable[Blocks]) -> list[NoiseAt]:
    """Noise by level, from the blocks of some frames, darkest first; none where too little is even."""
    level, variance, structure = (np.concatenate(one) for one in zip(*of, strict=True))
    found = []
    for low, high in pairwise(BINS):
        inside = (level >= low) & (level < high)
        if inside.sum() < LEAST_BLOCKS / EVEN_SHARE:
            continue
        even = inside & (structure <= min(MOST_STRUCTURE, float(np.quantile(structure[inside], EVEN_SHARE))))
        if even.sum() < LEAST_BLOCKS:
            continue
        quiet = float(np.quantile(variance[even], QUIET))
        calm = even & (variance <= np.quantile(variance[even], 2.0 * QUIET))
        found.append(NoiseAt(float(np.median(level[calm])), float(np.sqrt(quiet / QUIET_BY_CHANCE)), int(even.sum())))
    return found
