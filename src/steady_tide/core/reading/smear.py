"""How far a frame is smeared, and along which way: from the spectra of several frames of one clip.

A smear of length L along a way v takes sinc^2(f . v) off the power at spatial frequency f [GONZALEZ-WOODS]. What a
scene itself has there is not known; but a hand shakes unevenly, so that of several frames the strongest at each
frequency stands for the scene (E). Noise is white where it is made, and what the camera and its coder make of it is
told by the flattest tiles (N); each tile is measured by its own noise, from the highest frequencies. Each frame is
then the smear v for which E sinc^2(f . v) + N comes nearest to it, in logarithms, but for how bright it is. What is
carried along in the picture (a bow, handlebars) is not smeared: parts that change least over the frames count only
where all are alike.

Simplified: a smear that is the same in every frame cannot be told from softness, and is not told.
"""

from functools import lru_cache
from typing import Final, NamedTuple

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.quantities import Floats
from steady_tide.core.reading.exposure import CLIPPED
from steady_tide.core.reading.frames import FrameCodes

Powers = NDArray[np.float32]
TILE: Final = 128
LONGEST_PX: Final = 42.0
LENGTHS: Final = 34
WAYS: Final = 18
LEAST_FREQUENCY, MOST_FREQUENCY = 0.015, 0.40
EVERY: Final = 5
REGIONS: Final = (2, 3)
"""A frame is looked at in so many parts, down and across."""
MOST_TILES: Final = 9
LEAST_TILES: Final = 3
"""Tiles of a part."""
BLOWN_SHARE: Final = 0.002
"""A tile with more blown out is left out: what is blown out stays sharp however long it was smeared."""
GAMMA: Final = 2.2
"""Luma is taken back to light about so; the camera's own curve is not known here. **Assumed**."""
OVER_NOISE: Final = 3.0
LEAST_FREQUENCIES: Final = 100
EVIDENCE: Final = 0.02
"""By how much a smear has to explain a frame better than none [squared logarithms a frequency]."""
STILL: Final = 0.5
"""A part that changes less than so much of the one that changes most is carried along."""
LOOKED_PX: Final = 1920
"""Frames are looked at at about this width: what is finer in larger ones is noise."""
AS_LONG, MOST_ENDLESS = 0.85, 0.25
NONE_PX: Final = 1.6
"""Shorter smears are none: a pixel is as long."""
CORNER: Final = 0.36
"""Frequencies over this both ways hold noise alone."""
MEAN_OF_LOGS: Final = 1.78
"""A power that spreads as that of noise over the mean of its logarithms: e to Euler's constant."""
MOST_NOISE: Final = 2.0
"""Flat tiles with more over their own noise are not flat."""
BRIGHTER: Final = 0.5
"""Frames may differ in contrast by so much [natural logarithm of power]."""
FEW: Final = 300.0
MOST_OF_NEXT: Final = 2.0
"""A smear over so many times the next longest is a frame misread and counts as the next: with hands that wander, the
longest of eight stands out so far less than once in a hundred clips."""
LEAST_PX, SHARE = 0.5, 0.06
"""How far a smear may be off at least [px], and as a share of itself. **Assumed** after trying simulated clips."""


class Parts(NamedTuple):
    """Spectra of the parts of a frame: signal and noise (R, K), each a mean of logarithms; NaN where blown.

    by: pixels of the frame to one they were taken of.
    """

    signal: Floats
    noise: Floats
    by: int


class Smear(NamedTuple):
    """Of a frame: length [px], way it goes [degrees, 0 across, 90 upright], and by how many frequencies."""

    length_px: float
    way_deg: float
    frequencies: float


class _Grid(NamedTuple):
    use: NDArray[np.intp]
    corner: NDArray[np.intp]
    ways: Floats
    kept: NDArray[np.float32]


@lru_cache(maxsize=1)
def _grid() -> _Grid:
    """Frequencies that are used, and of noise alone; smears that are tried (V, 2) [px], and what each leaves (V, K)."""
    down = np.repeat(np.fft.fftfreq(TILE)[:, None], TILE // 2 + 1, axis=1).ravel()
    across = np.repeat(np.fft.rfftfreq(TILE)[None], TILE, axis=0).ravel()
    far = np.hypot(down, across)
    use = np.flatnonzero((far > LEAST_FREQUENCY) & (far < MOST_FREQUENCY))[::EVERY]
    corner = np.flatnonzero((np.abs(down) > CORNER) & (np.abs(across) > CORNER))
    lengths, turns = np.geomspace(1.0, LONGEST_PX, LENGTHS), np.arange(WAYS) * np.pi / WAYS
    ways = np.array([(0.0, 0.0), *((long * np.cos(turn), long * np.sin(turn)) for long in lengths for turn in turns)])
    along = np.outer(ways[:, 0], across[use]) + np.outer(ways[:, 1], down[use])
    return _Grid(use, corner, ways, (np.sinc(along) ** 2).astype(np.float32))


@lru_cache(maxsize=1)
def _window() -> NDArray[np.float32]:
    edge = np.hanning(TILE)
    whole = np.outer(edge, edge)
    return np.asarray(whole / np.sqrt(np.square(whole).sum()), dtype=np.float32)


def parts(frame: FrameCodes) -> Parts | None:
    """Spectra of a frame, a large one at a fraction of its size; None where it is smaller than a tile."""
    by = max(1, round(int(frame.luma.shape[1]) / LOOKED_PX))
    fewer = frame.fewer(by)
    height, width = fewer.luma.shape
    if min(height, width) < TILE:
        return None
    rows, columns = REGIONS if height >= REGIONS[0] * TILE and width >= REGIONS[1] * TILE else (1, 1)
    down, across = height // rows, width // columns
    most = MOST_TILES if rows > 1 else 2 * MOST_TILES
    found = [
        _part(fewer, slice(row * down, (row + 1) * down), slice(at * across, (at + 1) * across), most)
        for row in range(rows)
        for at in range(columns)
    ]
    signal, noise = (np.array(one) for one in zip(*found, strict=True))
    return Parts(signal, noise, by)


def _part(frame: FrameCodes, rows: slice, columns: slice, most: int) -> tuple[Floats, Floats]:
    tiles = _tiles(frame, rows, columns, most)
    grid = _grid()
    if len(tiles) < LEAST_TILES:
        return np.full(len(grid.use), np.nan), np.full(len(grid.use), np.nan)
    light = np.power(np.maximum(tiles, 0.0), GAMMA)
    light -= light.mean(axis=(1, 2), keepdims=True)
    power = np.square(np.abs(np.fft.rfft2(light * _window()))).reshape(len(tiles), -1) + 1e-12
    own = np.exp(np.log(power[:, grid.corner]).mean(axis=1)) * MEAN_OF_LOGS
    over = power[:, grid.use] / own[:, None]
    order = np.argsort(over.mean(axis=1))
    busy, flat = order[len(order) // 2 :], order[: max(1, len(order) // 4)]
    return np.log(over[busy]).mean(axis=0), np.log(over[flat]).mean(axis=0)


def _tiles(frame: FrameCodes, rows: slice, columns: slice, most: int) -> Powers:
    """Tiles of a part as luma [0, 1], evenly over it, without those in which something is blown out."""
    side = int(np.sqrt(most))
    tops = np.linspace(rows.start, rows.stop - TILE, min(side, (rows.stop - rows.start) // (TILE // 2))).astype(int)
    lefts = np.linspace(
        columns.start, columns.stop - TILE, min(side, (columns.stop - columns.start) // (TILE // 2))
    ).astype(int)
    found = [frame.luma[top : top + TILE, left : left + TILE] for top in tops for left in lefts]
    level = frame.level(np.stack(found))
    return np.asarray(level[(level >= CLIPPED).mean(axis=(1, 2)) <= BLOWN_SHARE])


def smears(frames: list[Parts]) -> list[Smear] | None:
    """How far each of some frames of a clip is smeared; None where there is too little to see, or too few frames."""
    if len(frames) < 4:
        return None
    signal, noise = (np.stack(one) for one in ([f.signal for f in frames], [f.noise for f in frames]))
    seen = ~np.isnan(signal).any(axis=(0, 2))
    if not seen.any():
        return None
    signal, noise = signal[:, seen], noise[:, seen]
    changes = signal.std(axis=0).mean(axis=1)
    moving = changes >= STILL * changes.max()
    floor = np.minimum(np.median(noise[:, moving], axis=(0, 1)), np.log(MOST_NOISE))
    found = [_smear(one) for one in _fits(signal[:, moving], floor)]
    endless = sum(one.length_px >= AS_LONG * LONGEST_PX for one in found)
    if not found or endless > MOST_ENDLESS * len(found):
        # Smears as long as are looked for, again and again, are something else: noise, or a coder at its end.
        return None
    by = frames[0].by
    return [one._replace(length_px=one.length_px * by) for one in found]


def _fits(signal: Floats, floor: Floats) -> list[tuple[Floats, float]]:
    """Squared differences of each frame from every smear, over its parts (V,), and how many frequencies count."""
    power, kept = np.exp(signal), _grid().kept
    noise = np.minimum(np.exp(floor), power.min(axis=0))
    scene = np.maximum(power - noise, 0.0).max(axis=0)
    counts = scene > OVER_NOISE * noise
    if counts.sum() < LEAST_FREQUENCIES:
        return []
    apart = np.zeros((len(power), len(kept)))
    for part, use in enumerate(counts):
        if not use.any():
            continue
        told = np.log(scene[part, use] * kept[:, use] + noise[part, use])
        for frame, one in enumerate(signal[:, part, use]):
            left = one - told
            left -= np.clip(left.mean(axis=1, keepdims=True), -BRIGHTER, BRIGHTER)
            apart[frame] += np.square(left).sum(axis=1)
    return [(one, float(counts.sum())) for one in apart]


def _smear(fit: tuple[Floats, float]) -> Smear:
    apart, frequencies = fit
    best = int(apart.argmin())
    across, down = _grid().ways[best]
    length = float(np.hypot(across, down))
    gained = float(apart[0] - apart[best]) / frequencies
    if length < NONE_PX or gained < EVIDENCE:
        return Smear(0.0, 0.0, frequencies)
    way = float(np.degrees(np.arctan2(down, across)) % 180.0)
    return Smear(length, way, frequencies)


def root_mean_square(found: list[Smear]) -> tuple[float, float]:
    """Of the smears of some frames [px], with how far that may be off."""
    lengths = np.array([one.length_px for one in found])
    second = float(np.sort(lengths)[-2:][0])
    lengths[lengths > MOST_OF_NEXT * max(NONE_PX, second)] = second
    squares = np.square(lengths)
    value = float(np.sqrt(squares.mean()))
    by_chance = float(squares.std()) / (2.0 * value * np.sqrt(len(found))) if value else 0.0
    few = 1.0 + FEW / max(1.0, found[0].frequencies)
    return value, float(np.hypot(LEAST_PX, SHARE * value) * few + by_chance)
