"""Geometry from arrays: grids, sweeps, lathes, boxes, and soft bodies from distance fields. Lengths in m, z is up."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import ArrayLike, NDArray
from skimage.measure import marching_cubes

Array = NDArray[np.float64]
Colour = tuple[float, float, float]


@dataclass(frozen=True)
class Shape:
    """A mesh. points (n, 3), faces (m, 3) as indices, colours (n, 3) as linear reflectance, or None."""

    points: Array
    faces: NDArray[np.int64]
    colours: Array | None = None

    def moved(self, to: ArrayLike, *, turned_deg: float = 0.0, scale: float = 1.0) -> "Shape":
        """Scaled, turned about z and moved."""
        turn = np.radians(turned_deg)
        about = np.array([[np.cos(turn), -np.sin(turn), 0], [np.sin(turn), np.cos(turn), 0], [0, 0, 1]])
        return replace(self, points=scale * self.points @ about.T + np.asarray(to, dtype=float))

    def painted(self, paint: Callable[[Array], ArrayLike] | Colour) -> "Shape":
        """With the reflectance that `paint` gives its points, or one for all."""
        colours = paint(self.points) if callable(paint) else paint
        return replace(self, colours=np.broadcast_to(np.asarray(colours, dtype=float), self.points.shape).copy())


def joined(shapes: Sequence[Shape]) -> Shape:
    """Several meshes as one."""
    starts = np.cumsum([0, *(len(shape.points) for shape in shapes)])
    coloured = all(shape.colours is not None for shape in shapes)
    return Shape(
        np.concatenate([shape.points for shape in shapes]),
        np.concatenate([shape.faces + start for shape, start in zip(shapes, starts, strict=False)]),
        np.concatenate([shape.colours for shape in shapes if shape.colours is not None]) if coloured else None,
    )


def sheet(points: Array, *, closed: bool = False) -> Shape:
    """A mesh over a grid of points (rows, columns, 3). closed: the last column meets the first."""
    rows, columns, _ = points.shape
    index = np.arange(rows * columns).reshape(rows, columns)
    if closed:
        index = np.concatenate([index, index[:, :1]], axis=1)
    a, b, c, d = index[:-1, :-1], index[:-1, 1:], index[1:, 1:], index[1:, :-1]
    faces = np.concatenate([np.stack([a, b, c], -1).reshape(-1, 3), np.stack([a, c, d], -1).reshape(-1, 3)])
    return Shape(points.reshape(-1, 3), faces)


def ground(
    x: tuple[float, float], y: tuple[float, float], *, steps: tuple[int, int], height: Callable[[Array, Array], Array]
) -> Shape:
    """Terrain over a rectangle."""
    across, along = np.meshgrid(np.linspace(*x, steps[0]), np.linspace(*y, steps[1]))
    return sheet(np.stack([across, along, height(across, along)], axis=-1))


def fan(
    centre: tuple[float, float],
    *,
    reach: tuple[float, float],
    steps: tuple[int, int],
    height: Callable[[Array, Array, Array], Array],
    between_deg: tuple[float, float] = (0.0, 360.0),
) -> Shape:
    """Terrain or water all around a point, finer near it. height takes x, y and the size of a cell there [m]."""
    far = np.geomspace(*reach, steps[0])
    way = np.radians(np.linspace(*between_deg, steps[1]))
    radius, angle = np.meshgrid(far, way)
    across, along = centre[0] + radius * np.cos(angle), centre[1] + radius * np.sin(angle)
    cell = radius * max(np.log(far[1] / far[0]), float(way[1] - way[0]))
    return sheet(np.stack([across, along, height(across, along, cell)], axis=-1))


def sweep(path: ArrayLike, radius: ArrayLike, *, sides: int = 12) -> Shape:
    """A tube along points (n, 3). radius: one for all, or one a point."""
    line = np.asarray(path, dtype=float)
    along = np.gradient(line, axis=0)
    along /= np.linalg.norm(along, axis=1, keepdims=True)
    helper = np.where(np.abs(along[:, 2:]) < 0.9, [[0.0, 0.0, 1.0]], [[1.0, 0.0, 0.0]])
    side = np.cross(along, helper)
    side /= np.linalg.norm(side, axis=1, keepdims=True)
    other = np.cross(along, side)
    turn = np.linspace(0, 2 * np.pi, sides, endpoint=False)[None, :, None]
    size = np.broadcast_to(np.asarray(radius, dtype=float), len(line))[:, None, None]
    ring = size * (np.cos(turn) * side[:, None] + np.sin(turn) * other[:, None])
    return sheet(line[:, None] + ring, closed=True)


def lathe(profile: Sequence[tuple[float, float]], *, sides: int = 96) -> Shape:
    """A body turned about z from (radius, height); no radius is quite 0, so that no triangle is degenerate."""
    radius, height = np.asarray(profile, dtype=float).T
    turn = np.linspace(0, 2 * np.pi, sides, endpoint=False)
    size = np.maximum(radius, 1e-4)[:, None]
    rises = np.broadcast_to(height[:, None], (len(height), sides))
    return sheet(np.stack([size * np.cos(turn), size * np.sin(turn), rises], axis=-1), closed=True)


def box(size: Sequence[float], at: Sequence[float] = (0.0, 0.0, 0.0)) -> Shape:
    """A block of (x, y, z) around a centre, with sharp edges (corners are not shared)."""
    half = np.asarray(size, dtype=float) / 2
    points, faces = [], []
    for axis in range(3):
        for sign in (-1.0, 1.0):
            u, v = (axis + 1) % 3, (axis + 2) % 3
            start = len(points)
            for across, up in ((-1, -1), (1, -1), (1, 1), (-1, 1)):
                corner = np.zeros(3)
                corner[axis], corner[u], corner[v] = sign, across, up
                points.append(corner * half + np.asarray(at, dtype=float))
            faces += [(start, start + 1, start + 2), (start, start + 2, start + 3)]
    return Shape(np.array(points), np.array(faces, dtype=np.int64))


# Soft bodies.


def soft_union(distances: Sequence[Array], softness: float) -> Array:
    """The distance to several bodies that flow into each other over `softness` [m]."""
    total = distances[0]
    for other in distances[1:]:
        share = np.clip(0.5 + 0.5 * (other - total) / softness, 0.0, 1.0)
        total = other * (1 - share) + total * share - softness * share * (1 - share)
    return total


def limb(points: Array, start: ArrayLike, end: ArrayLike, radii: tuple[float, float]) -> Array:
    """Distance to a rounded cone from start to end."""
    a, b = np.asarray(start, dtype=float), np.asarray(end, dtype=float)
    way = b - a
    along = np.clip(((points - a) @ way) / (way @ way), 0.0, 1.0)
    return np.linalg.norm(points - a - along[..., None] * way, axis=-1) - (radii[0] + (radii[1] - radii[0]) * along)


def blob(points: Array, centre: ArrayLike, radii: Sequence[float]) -> Array:
    """About the distance to an ellipsoid."""
    size = np.asarray(radii, dtype=float)
    scaled = np.linalg.norm((points - np.asarray(centre, dtype=float)) / size, axis=-1)
    return (scaled - 1.0) * float(size.min())


def body(distance: Callable[[Array], Array], low: Sequence[float], high: Sequence[float], step: float) -> Shape:
    """The surface where a distance field is 0, inside a box."""
    axes = [np.arange(a, b + step, step) for a, b in zip(low, high, strict=True)]
    grid = np.stack(np.meshgrid(*axes, indexing="ij"), axis=-1)
    points, faces, _, _ = marching_cubes(distance(grid), 0.0, spacing=(step, step, step))
    return Shape(points + np.asarray(low, dtype=float), faces[:, ::-1].astype(np.int64))
