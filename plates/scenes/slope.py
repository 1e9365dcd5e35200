"""A snow slope in sun with a rider, spruces and peaks."""

import numpy as np

from plates.noise import octaves
from plates.props import body_of, hills, spruce, ways_up
from plates.shapes import Array, Shape, blob, body, fan, ground, limb, soft_union
from plates.stage import Camera, Stage, coated, matt, placed


def slope() -> Stage:
    """Eye 1.5 m over the snow; the rider at 6 m, turning, with a spray of snow."""
    stage = Stage(Camera(eye=(0, 0, 1.5), at=(0, 8, 1.15), card=(0, 6, 0.9)), depth=7)
    stage.sun(height_deg=28, azimuth_deg=148, turbidity=2.4)
    snow = ground((-60, 60), (-3, 90), steps=(1100, 1000), height=_height).painted(_paint)
    stage.put(snow, matt())
    plain = fan((0, 0), reach=(40, 4500), steps=(60, 200), height=_plain)
    stage.put(plain.painted((0.84, 0.86, 0.89)), matt())
    chance = np.random.default_rng(7)
    at = np.column_stack([np.r_[chance.uniform(-50, -7, 110), chance.uniform(9, 50, 90)], chance.uniform(10, 85, 200)])
    trees = np.column_stack([at, _height(at[:, 0], at[:, 1]) - 0.2])
    kinds = [(_laden(seed), matt()) for seed in range(3)]
    stage.scatter(
        kinds,
        placed(trees, out=ways_up(200, seed=4), spin=chance.uniform(0, 6, 200), scale=chance.uniform(0.55, 1.35, 200)),
    )
    stage.put(
        hills(
            distance=1800,
            height=620,
            seed=21,
            colour=(0.55, 0.57, 0.62),
            between_deg=(-10, 190),
            rows=160,
            columns=1600,
        ),
        matt(),
    )
    stage.put(
        hills(
            distance=4200,
            height=1500,
            seed=25,
            colour=(0.60, 0.63, 0.70),
            between_deg=(-10, 190),
            rows=160,
            columns=1600,
        ),
        matt(),
    )
    rider = stage.layer("rider", "subject")
    stage.put(
        _rider().moved((-0.1, 6.0, _height(np.array(-0.1), np.array(6.0)) + 0.02), turned_deg=-28),
        coated(rough=0.5, shine=0.35),
        layer=rider,
    )
    _spray(stage, rider)
    return stage


def _height(x: Array, y: Array) -> Array:
    drift = 0.55 * octaves(x * 0.06, y * 0.06, count=3, seed=1) + 0.03 * octaves(
        x * 1.3 + y * 0.4, y * 0.5, count=4, seed=2
    )
    track = 0.0
    for offset in (-1.9, 2.4, 3.1):
        line = offset + 1.1 * np.sin(y * 0.33 + offset)
        track = track - 0.07 * np.exp(-(((x - line) / 0.16) ** 2)) + 0.03 * np.exp(-(((x - line - 0.25) / 0.12) ** 2))
    return np.asarray(-0.055 * x - 0.09 * y + 0.0026 * np.clip(y - 20, 0, None) ** 2 + drift + track)


def _plain(x: Array, y: Array, cell: Array) -> Array:
    """The snow beyond: under the slope near by, up to the foot of the mountains."""
    far = np.clip((np.hypot(x, y) - 60) / 500, 0, 1)
    near = -0.055 * np.clip(x, -60, 60) - 0.09 * np.clip(y, -3, 60) - 2.5
    return near * (1 - far) + 4.0 * far


def _paint(points: Array) -> Array:
    grain = 1 + 0.03 * octaves(points[:, 0] * 20, points[:, 1] * 20, count=2, seed=9)
    return np.array([0.86, 0.88, 0.91]) * grain[:, None]


def _laden(seed: int) -> Shape:
    """A spruce with snow on what looks up."""
    tree = spruce(7, seed=seed)
    edges = tree.points[tree.faces]
    normal = np.cross(edges[:, 1] - edges[:, 0], edges[:, 2] - edges[:, 0])
    up = np.zeros(len(tree.points))
    np.add.at(up, tree.faces.ravel(), np.repeat(normal[:, 2], 3))
    length = np.zeros(len(tree.points))
    np.add.at(length, tree.faces.ravel(), np.repeat(np.linalg.norm(normal, axis=1), 3))
    lies = np.abs(up) / np.maximum(length, 1e-12) + 0.4 * octaves(*(tree.points * 1.5).T, count=2, seed=seed)
    snow = np.clip((lies - 0.55) * 4, 0, 1)[:, None] * (up > 0)[:, None]
    return tree.painted(lambda points: np.asarray(tree.colours) * (1 - snow) + snow * 0.82)


def _rider() -> Shape:
    """On a board, knees bent, one arm ahead; helmet and goggles, no face."""

    def parts(points: Array) -> list[tuple[Array, tuple[float, float, float]]]:
        fold = 0.010 * octaves(points[..., 0] * 8, points[..., 1] * 8, points[..., 2] * 6, count=3, seed=2)
        coat = soft_union(
            [
                limb(points, (0.02, -0.10, 0.62), (0.10, 0.04, 1.02), (0.18, 0.185)), limb(points, (0.05, -0.13, 1.04), (0.16, 0.20, 1.06), (0.09, 0.09)),
                limb(points, (0.06, -0.17, 1.04), (0.16, -0.42, 0.90), (0.075, 0.062)), limb(points, (0.16, -0.42, 0.90), (0.30, -0.62, 0.94), (0.06, 0.05)),
                limb(points, (0.16, 0.22, 1.06), (0.28, 0.44, 0.96), (0.075, 0.062)), limb(points, (0.28, 0.44, 0.96), (0.42, 0.62, 1.02), (0.06, 0.05)),
            ], 0.06,
        ) + fold  # fmt: skip
        legs = soft_union(
            [
                limb(points, (0.02, -0.16, 0.62), (0.20, -0.32, 0.40), (0.12, 0.09)), limb(points, (0.20, -0.32, 0.40), (0.03, -0.36, 0.10), (0.088, 0.075)),
                limb(points, (0.02, 0.02, 0.60), (0.22, 0.24, 0.38), (0.12, 0.09)), limb(points, (0.22, 0.24, 0.38), (0.04, 0.30, 0.10), (0.088, 0.075)),
            ], 0.05,
        ) + fold  # fmt: skip
        boots = np.minimum(
            limb(points, (0.0, -0.36, 0.08), (0.14, -0.36, 0.06), (0.07, 0.06)),
            limb(points, (0.0, 0.30, 0.08), (0.14, 0.30, 0.06), (0.07, 0.06)),
        )
        gloves = np.minimum(
            blob(points, (0.34, -0.68, 0.95), (0.06, 0.07, 0.055)),
            blob(points, (0.46, 0.69, 1.04), (0.06, 0.07, 0.055)),
        )
        helmet = blob(points, (0.19, 0.06, 1.30), (0.125, 0.135, 0.14))
        goggles = np.maximum(
            blob(points, (0.245, 0.115, 1.285), (0.10, 0.10, 0.062)),
            -blob(points, (0.1, -0.03, 1.30), (0.07, 0.07, 0.1)),
        )
        scarf = blob(points, (0.19, 0.075, 1.17), (0.10, 0.10, 0.075))
        y = points[..., 1]
        lift = 0.05 * np.clip(np.abs(y) - 0.55, 0, 1) / 0.25
        board = np.maximum.reduce(
            [
                np.abs(points[..., 2] - 0.015 - lift) - 0.013,
                np.abs(points[..., 0] - 0.05)
                - 0.145
                + 0.03 * (1 - (y / 0.5) ** 2) * (np.abs(y) < 0.5)
                + 0.6 * np.clip(np.abs(y) - 0.66, 0, 1) ** 1.2,
                np.abs(y + 0.03) - 0.80,
            ]
        )
        return [
            (coat, (0.50, 0.09, 0.03)), (legs, (0.06, 0.08, 0.11)), (boots, (0.04, 0.04, 0.045)), (gloves, (0.03, 0.03, 0.03)),
            (helmet, (0.07, 0.16, 0.20)), (goggles, (0.015, 0.012, 0.01)), (scarf, (0.30, 0.28, 0.24)), (board, (0.45, 0.36, 0.08)),
        ]  # fmt: skip

    return body_of(parts, (-0.4, -0.95, -0.03), (0.7, 0.95, 1.5), 0.014)


def _spray(stage: Stage, layer: str) -> None:
    """Snow thrown up behind the board's edge."""
    chance = np.random.default_rng(8)
    count = 5200
    age = chance.uniform(0, 1, count) ** 1.3
    way = chance.normal(0, 0.3, count)
    x = -0.15 - 1.4 * age + 0.35 * way * age
    y = 5.8 + 0.5 * chance.normal(0, 0.5, count) * (0.3 + age) - 0.5 * age
    z = _height(x, y) + 0.03 + (1.15 * age - 0.85 * age**2) * np.abs(chance.normal(0.55, 0.35, count))
    flake = body(lambda p: blob(p, (0, 0, 0), (1, 1, 1)), (-1.3,) * 3, (1.3,) * 3, 0.5).painted((0.86, 0.88, 0.9))
    at = np.column_stack([x, y, z])
    size = chance.uniform(0.003, 0.017, count) * (1.1 - 0.7 * age)
    stage.scatter(
        [(flake, matt())], placed(at, out=chance.normal(size=(count, 3)), spin=np.zeros(count), scale=size), layer=layer
    )
