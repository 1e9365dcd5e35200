"""From the bow of a rowing boat, looking ahead: stem and gunwales, the water, a shore with a cliff that passes."""

import numpy as np

from plates.noise import octaves
from plates.props import hills, house, hull, rock, spruce, water, ways_up
from plates.shapes import Array, fan, ground, sweep
from plates.stage import Camera, Stage, coated, matt, placed


def bow() -> Stage:
    """Eye 1.15 m over the water behind the stem; the shore from 9 m on the left, the sun on the right, a little behind."""
    stage = Stage(Camera(eye=(0, 0, 1.15), at=(0.15, 10, 0.45), card=(-1.6, 7.5, 0.9)), depth=6)
    stage.sun(height_deg=27, azimuth_deg=-22, turbidity=3.5)
    sea = fan(
        (0, 0),
        reach=(0.4, 6000),
        steps=(1100, 900),
        height=lambda x, y, cell: water(x, y, cell, height=0.75, seed=9, longest=11),
        between_deg=(-20, 200),
    )
    stage.put(sea, coated((0.006, 0.020, 0.022), rough=0.07, shine=0.33))
    _shore(stage)
    stage.put(hills(distance=1400, height=240, seed=3, colour=(0.045, 0.062, 0.055), between_deg=(-10, 190)), matt())
    stage.put(hills(distance=3300, height=520, seed=8, colour=(0.13, 0.16, 0.20), between_deg=(-10, 190)), matt())
    boat = stage.layer("boat", "carried")
    stage.put(
        hull(7.6, 1.55, 0.62, colour=(0.10, 0.19, 0.16), inside=(0.34, 0.24, 0.14)).moved((0, -1.55, 0.03)),
        coated(rough=0.35, shine=0.4),
        layer=boat,
    )
    line = np.stack(
        [
            0.03 * np.sin(np.linspace(0, 19, 160)),
            np.linspace(0.5, 1.85, 160),
            0.60 + 0.05 * np.linspace(0, 1, 160) + 0.01 * np.cos(np.linspace(0, 23, 160)),
        ],
        -1,
    )
    stage.put(sweep(line, 0.014, sides=10).painted((0.45, 0.40, 0.30)), matt(), layer=boat)
    return stage


def _height(x: Array, y: Array) -> Array:
    """A cliff on the left that falls to a shingle point ahead."""
    inland = -(x + 8.5 + 1.7 * octaves(y * 0.07, 3.0, count=3, seed=2)) - np.clip(y - 30, 0, None) * -0.10
    cliff = 11.0 / (1 + np.exp(-(inland - 2.2) * 1.3)) * np.clip(1.15 - (y - 5) / 85, 0.1, 1.2)
    ledges = 0.9 * octaves(x * 0.35, y * 0.22, count=5, seed=5) * np.clip(inland, 0, 1)
    crack = 0.55 * np.abs(octaves(x * 0.9, y * 0.8, count=4, seed=6)) * np.clip(inland / 2, 0, 1)
    return np.asarray(np.where(inland > -3, cliff + ledges - crack + 0.25 * np.clip(inland, -3, 1.2), -1.0))


def _paint(points: Array) -> Array:
    stone = (
        np.array([0.20, 0.175, 0.155]) * (1 + 0.45 * octaves(*(points * [0.6, 0.6, 2.4]).T, count=5, seed=4))[:, None]
    )
    lichen = np.clip(octaves(*(points * 1.7).T, count=3, seed=7) - 0.15, 0, 1)[:, None]
    stone = stone * (1 - lichen) + lichen * np.array([0.30, 0.29, 0.20])
    wet = np.clip(1 - points[:, 2] / 0.55, 0, 1)[:, None]
    stone = stone * (1 - 0.75 * wet) + wet * 0.02 * np.array([0.9, 1.0, 0.5])
    grass = np.clip((points[:, 2] - 7.2) / 1.6 + octaves(points[:, 0] * 0.5, points[:, 1] * 0.5, count=3), 0, 1)[
        :, None
    ]
    return stone * (1 - grass) + grass * np.array([0.085, 0.10, 0.03])


def _shore(stage: Stage) -> None:
    chance = np.random.default_rng(12)
    land = ground((-70, -4), (-16, 140), steps=(620, 1150), height=_height).painted(_paint)
    stage.put(land, matt())
    count = 240
    at = np.column_stack([chance.uniform(-60, -11, count), chance.uniform(0, 130, count)])
    z = _height(at[:, 0], at[:, 1])
    keep = z > 5.2
    at3 = np.column_stack([at, z - 0.2])[keep]
    kinds = [(spruce(6.5, seed=seed), matt()) for seed in range(3)]
    stage.scatter(
        kinds,
        placed(
            at3,
            out=ways_up(len(at3), seed=3),
            spin=chance.uniform(0, 6, len(at3)),
            scale=chance.uniform(0.6, 1.25, len(at3)),
        ),
    )
    stones = np.column_stack([chance.uniform(-9.5, -6.5, 90), chance.uniform(4, 60, 90), np.full(90, 0.02)])
    stage.scatter(
        [(rock(0.45, seed=s, colour=(0.11, 0.10, 0.09)), matt()) for s in range(3)],
        placed(
            stones, out=chance.normal(size=(90, 3)), spin=chance.uniform(0, 6, 90), scale=chance.uniform(0.4, 1.5, 90)
        ),
    )
    stage.put(
        house(5, 7, 2.8, 2.0, colour=(0.27, 0.05, 0.035)).moved((-7.5, 62, 0.8), turned_deg=60), matt(), smooth=False
    )
    stage.put(
        house(4, 6, 2.4, 1.7, colour=(0.45, 0.40, 0.30)).moved((-9.0, 74, 1.0), turned_deg=40), matt(), smooth=False
    )
