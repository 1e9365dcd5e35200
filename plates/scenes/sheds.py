"""Boat sheds under the stars, the ground in moonlight. The stars are a layer of their own."""

import numpy as np

from plates.noise import octaves
from plates.props import hills, house, hull, rock, spruce, water, ways_up
from plates.shapes import Array, box, fan, ground
from plates.stage import Camera, Stage, coated, matt, placed

STARS = 4200
"""How many stars the sky has, down to what a small camera sees in a long exposure."""


def sheds() -> Stage:
    """Eye at 1.2 m on gravel; the sheds at 14 m, the half moon behind on the left."""
    stage = Stage(Camera(eye=(0, 0, 1.2), at=(0, 12, 3.4), card=(0, 9, 1.0)), depth=5)
    stage.around(_sky())
    stage.lights["moon"] = {
        "type": "directional",
        "direction": [0.86, 0.34, -0.42],
        "irradiance": {"type": "rgb", "value": [1.0, 0.95, 0.86]},
    }
    land = ground((-40, 40), (-2, 40), steps=(800, 520), height=_height).painted(_paint)
    stage.put(land, matt())
    for x, y, turned, colour, width in (
        (-5.4, 15.5, 8, (0.23, 0.05, 0.035), 4.6),
        (0.9, 16.5, -3, (0.20, 0.17, 0.13), 4.2),
        (6.6, 15.0, -12, (0.23, 0.06, 0.04), 5.0),
    ):
        stage.put(house(width, 7, 2.6, 2.1, colour=colour).moved((x, y, 0.15), turned_deg=turned), matt(), smooth=False)
        door = box((1.6, 0.06, 2.1), (0, -3.56, 1.05)).painted((0.10, 0.085, 0.07))
        stage.put(door.moved((x, y, 0.15), turned_deg=turned), matt(), smooth=False)
    stage.put(box((0.55, 0.04, 0.6), (7.9, 11.25, 1.65)), matt((0.1, 0.1, 0.1)), smooth=False, light=(2.6, 1.25, 0.42))
    sea = fan(
        (0, 0),
        reach=(19, 3000),
        steps=(400, 600),
        height=lambda x, y, cell: -0.35 + water(x, y, cell, height=0.2, seed=2, longest=6),
    )
    stage.put(sea, coated((0.006, 0.012, 0.016), rough=0.09, shine=0.33))
    stage.put(hills(distance=1300, height=190, seed=14, colour=(0.05, 0.055, 0.06)), matt())
    stage.put(
        hull(4.6, 1.5, 0.6, colour=(0.36, 0.36, 0.33), inside=(0.2, 0.14, 0.09)).moved(
            (-2.3, 8.4, 0.12), turned_deg=28
        ),
        coated(rough=0.4),
    )
    _scattered(stage)
    return stage


def _sky() -> Array:
    """A dark sky, a little lighter at the horizon, with the band of the galaxy."""
    rows, columns = 512, 1024
    up = np.radians(90 - (np.arange(rows) + 0.5) / rows * 180)[:, None]
    turn = np.linspace(0, 2 * np.pi, columns)[None, :]
    x, y, z = np.cos(up) * np.cos(turn), np.cos(up) * np.sin(turn), np.sin(up) * np.ones_like(turn)
    pole = np.array([0.80, -0.42, 0.36])
    off = (x * pole[0] + y * pole[1] + z * pole[2]) / np.linalg.norm(pole)
    dust = 1 + 0.9 * octaves(x * 6, y * 6, z * 6, count=5, seed=5)
    band = 0.016 * np.exp(-((off / 0.16) ** 2)) * np.clip(dust, 0.1, 2.5)
    level = 0.006 + 0.010 * np.exp(-np.clip(z, 0, 1) * 5) + band
    return (level * (z > -0.02))[..., None] * np.array([0.80, 0.92, 1.15])


def _height(x: Array, y: Array) -> Array:
    fall = -0.55 * np.clip((y - 17) / 5, 0, 1)
    return np.asarray(
        0.06 * octaves(x * 0.4, y * 0.4, count=3, seed=3) + 0.035 * octaves(x * 5, y * 5, count=4, seed=9) + fall
    )


def _paint(points: Array) -> Array:
    pebble = 1 + 0.7 * octaves(points[:, 0] * 9, points[:, 1] * 9, count=4, seed=8)
    grass = np.clip(octaves(points[:, 0] * 0.35, points[:, 1] * 0.35, count=4, seed=1) * 2 - 0.1, 0, 1)[:, None]
    return np.array([0.17, 0.165, 0.155]) * pebble[:, None] * (1 - grass) + grass * np.array([0.07, 0.085, 0.035])


def _scattered(stage: Stage) -> None:
    chance = np.random.default_rng(5)
    count = 420
    at = np.column_stack([chance.uniform(-16, 16, count), chance.uniform(1.6, 17, count)])
    stones = np.column_stack([at, _height(at[:, 0], at[:, 1])])
    size = chance.uniform(0.12, 0.7, count) ** 1.8
    stage.scatter(
        [(rock(0.4, seed=s), matt()) for s in range(3)],
        placed(stones, out=chance.normal(size=(count, 3)), spin=chance.uniform(0, 6, count), scale=size),
    )
    trees = np.column_stack(
        [np.r_[chance.uniform(-34, -11, 24), chance.uniform(12, 36, 24)], chance.uniform(13, 30, 48), np.zeros(48)]
    )
    stage.scatter(
        [(spruce(8, seed=s), matt()) for s in range(3)],
        placed(trees, out=ways_up(48, seed=1), spin=chance.uniform(0, 6, 48), scale=chance.uniform(0.6, 1.3, 48)),
    )
