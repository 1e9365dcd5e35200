"""Smooth noise for terrain, bark, water and cloud: gradient noise after Perlin (2002), summed over octaves."""

import numpy as np
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]
_LATTICE = 256


def _gradients(seed: int) -> tuple[NDArray[np.int64], Array]:
    chance = np.random.default_rng(seed)
    order = chance.permutation(_LATTICE)
    ways = chance.standard_normal((_LATTICE, 3))
    return order, ways / np.linalg.norm(ways, axis=1, keepdims=True)


def gradient_noise(x: ArrayLike, y: ArrayLike, z: ArrayLike = 0.0, *, seed: int = 0) -> Array:
    """Smooth noise near [-1, 1] with features of size 1, at points of any shape."""
    order, ways = _gradients(seed)
    point = np.stack(np.broadcast_arrays(*(np.asarray(axis, dtype=float) for axis in (x, y, z))), axis=-1)
    cell = np.floor(point).astype(np.int64)
    within = point - cell
    fade = within**3 * (within * (within * 6 - 15) + 10)
    total = np.zeros(point.shape[:-1])
    for corner in np.ndindex(2, 2, 2):
        node = (cell + corner) % _LATTICE
        way = ways[order[(order[(order[node[..., 0]] + node[..., 1]) % _LATTICE] + node[..., 2]) % _LATTICE]]
        share = np.prod(np.where(corner, fade, 1 - fade), axis=-1)
        total += share * np.sum(way * (within - corner), axis=-1)
    return total * 1.6


def octaves(
    x: ArrayLike, y: ArrayLike, z: ArrayLike = 0.0, *, count: int = 5, falloff: float = 0.5, seed: int = 0
) -> Array:
    """Noise summed over octaves: each half as large in feature and `falloff` as strong."""
    total = np.zeros(np.broadcast_shapes(np.shape(x), np.shape(y), np.shape(z)))
    for octave in range(count):
        scale = 2.0**octave
        total = total + falloff**octave * gradient_noise(
            np.asarray(x) * scale, np.asarray(y) * scale, np.asarray(z) * scale, seed=seed + octave
        )
    return total
