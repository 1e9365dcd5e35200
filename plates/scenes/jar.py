"""A glass jar of smoked mussels on slate: one soft panel, a warm accent, and oil being poured."""

import numpy as np

from plates.noise import octaves
from plates.props import mussel
from plates.shapes import Array, Shape, blob, body, box, ground, lathe, limb, soft_union, sweep
from plates.stage import Camera, Stage, coated, matt, placed

OUTSIDE = [
    (0.001, 0.0),
    (0.036, 0.0),
    (0.041, 0.004),
    (0.042, 0.012),
    (0.042, 0.082),
    (0.040, 0.090),
    (0.034, 0.097),
    (0.0335, 0.108),
]


def jar() -> Stage:
    """The jar stands at the origin, seen from 0.4 m away, a little from above."""
    stage = Stage(Camera(eye=(0.0, -0.40, 0.14), at=(0.0, 0.0, 0.066), card=(0.0, -0.05, 0.06)), depth=14)
    stage.put(
        ground((-2.2, 2.2), (-0.9, 1.5), steps=(900, 600), height=_slate).painted(_slate_paint),
        coated(rough=0.42, shine=0.4),
    )
    stage.put(_board(), coated(rough=0.5, shine=0.3), smooth=False)
    backdrop = ground((-3, 3), (-1.2, 2.2), steps=(40, 40), height=lambda x, y: y * 0).painted((0.035, 0.037, 0.042))
    up = Shape(backdrop.points[:, [0, 2, 1]] * [1, 1, 1] + [0, 1.5, 0.4], backdrop.faces, backdrop.colours)
    stage.put(up, matt())
    _glass(stage)
    _content(stage)
    _around(stage)
    stage.panel((-0.75, -0.28, 0.62), (0, 0, 0.06), (0.62, 0.62), (7.0, 7.4, 8.0))
    stage.panel((0.92, 0.10, 0.45), (0, 0, 0.06), (0.16, 0.16), (40.0, 20.0, 7.6))
    stage.panel((0.2, 0.2, 1.6), (0, 0, 0), (0.8, 0.8), (0.16, 0.17, 0.19))
    _pour(stage)
    return stage


def _slate(x: Array, y: Array) -> Array:
    cleft = octaves(x * 5, y * 9, count=6, seed=3)
    return np.asarray(-0.004 + 0.0016 * np.round(cleft * 2) / 2 + 0.0012 * cleft)


def _slate_paint(points: Array) -> Array:
    tone = 1 + 0.35 * octaves(points[:, 0] * 14, points[:, 1] * 20, count=5, seed=12)
    dust = np.clip(octaves(points[:, 0] * 60, points[:, 1] * 60, count=3, seed=2) - 0.45, 0, 1)[:, None]
    return np.array([0.040, 0.043, 0.048]) * tone[:, None] + dust * 0.05


def _board() -> Shape:

    made = box((0.34, 0.16, 0.018), (0.05, 0.30, 0.009))
    return made.painted((0.22, 0.12, 0.06))


def _glass(stage: Stage) -> None:
    """Thin glass, so that light goes through without a caustic; lid off, standing against the board."""
    stage.put(lathe(OUTSIDE), {"type": "thindielectric", "int_ior": 1.5})
    rim = sweep(
        [(0.0335 * np.cos(t), 0.0335 * np.sin(t), 0.108) for t in np.linspace(0, 2 * np.pi, 90)], 0.0016, sides=10
    )
    stage.put(rim, coated((0.5, 0.52, 0.52), rough=0.05, shine=0.9))
    lid = lathe([(0.001, 0.0), (0.035, 0.0), (0.036, 0.002), (0.036, 0.013), (0.0345, 0.013), (0.034, 0.003)])
    turn = np.radians(68)
    tipped = lid.points @ np.array([[1, 0, 0], [0, np.cos(turn), np.sin(turn)], [0, -np.sin(turn), np.cos(turn)]]) + [
        0.13,
        0.185,
        0.0325,
    ]
    stage.put(Shape(tipped, lid.faces).painted((0.72, 0.55, 0.25)), coated(rough=0.25, metal=1.0))


def _flesh(seed: int) -> Shape:
    """A smoked mussel: a soft, folded body with a dark edge."""

    def distance(points: Array) -> Array:
        fold = 0.0007 * octaves(*(points * 170).transpose(3, 0, 1, 2), count=3, seed=seed)
        return (
            soft_union(
                [
                    blob(points, (0, 0, 0), (0.009, 0.006, 0.015)),
                    limb(points, (0.002, 0.004, -0.008), (-0.002, 0.005, 0.009), (0.004, 0.003)),
                ],
                0.004,
            )
            + fold
        )

    def paint(points: Array) -> Array:
        edge = np.clip(octaves(*(points * 260).T, count=3, seed=seed + 4) * 1.3 - 0.1 + points[:, 1] * 70, 0, 1)[
            :, None
        ]
        return np.array([0.56, 0.24, 0.055]) * (1 - edge) + edge * np.array([0.09, 0.035, 0.015])

    return body(distance, (-0.014, -0.012, -0.019), (0.014, 0.013, 0.019), 0.00075).painted(paint)


def _content(stage: Stage) -> None:
    """Mussels packed in the jar, oil up to a line, a leaf and peppercorns."""
    chance = np.random.default_rng(3)
    at = []
    while len(at) < 190:
        point = chance.uniform((-0.036, -0.036, 0.010), (0.036, 0.036, 0.079))
        if np.hypot(*point[:2]) < 0.031 and (not at or np.min(np.linalg.norm(np.array(at) - point, axis=1)) > 0.0078):
            at.append(point)
    places = placed(
        np.array(at),
        out=chance.normal(size=(len(at), 3)),
        spin=chance.uniform(0, 6, len(at)),
        scale=chance.uniform(0.75, 1.0, len(at)),
    )
    stage.scatter([(_flesh(seed), coated(rough=0.22, shine=0.6)) for seed in range(4)], places, seed=5)
    stage.put(
        lathe([(0.0005, 0.0845), (0.03, 0.0845), (0.0403, 0.0852)]).painted((0.62, 0.40, 0.06)),
        {"type": "thindielectric", "int_ior": 1.47},
    )
    for turn in (0.6, 1.9, 3.0, 4.4, 5.5):
        stage.ball(
            (0.035 * np.cos(turn), 0.035 * np.sin(turn), 0.03 + 0.012 * turn),
            0.0028,
            coated((0.03, 0.02, 0.015), rough=0.5),
        )


def _around(stage: Stage) -> None:
    """Two shells, crumbs of salt and a folded cloth."""
    chance = np.random.default_rng(8)
    shell = mussel(3)
    lying = placed(
        np.array([(-0.105, -0.035, 0.010), (-0.078, -0.075, 0.009), (0.088, -0.060, 0.010)]),
        out=np.array([(0.9, 0.4, 0.03), (-0.5, 0.8, 0.05), (0.6, 0.75, -0.02)]),
        spin=np.array([0.4, 2.0, 5.2]),
        scale=np.array([1.0, 0.86, 0.94]),
    )
    stage.scatter([(shell, coated(rough=0.25, shine=0.6))], lying)
    salt = np.stack([chance.normal(0.06, 0.05, 140), chance.normal(-0.10, 0.035, 140), np.zeros(140)], -1)

    grain = box((1, 1, 1)).painted((0.85, 0.85, 0.84))
    ways = placed(
        salt,
        out=chance.normal(size=(140, 3)),
        spin=chance.uniform(0, 6, 140),
        scale=chance.uniform(0.0007, 0.0017, 140),
    )
    stage.scatter([(grain, coated(rough=0.3))], ways, smooth=False)
    cloth = ground(
        (-0.34, -0.12), (0.03, 0.30), steps=(220, 240),
        height=lambda x, y: 0.004 + 0.011 * np.clip(octaves(x * 9 + y * 4, y * 11, count=3, seed=4) + 0.35, 0, 2),
    )  # fmt: skip
    stripes = cloth.painted(
        lambda p: np.where(
            (np.abs(p[:, 0] * 1.0 + 0.23) % 0.07 < 0.006)[:, None], (0.07, 0.10, 0.15), (0.30, 0.29, 0.26)
        )
    )
    stage.put(stripes, matt())


def _pour(stage: Stage) -> None:
    """A thread of oil into the jar; it moves as fast as the brief says."""
    name = stage.layer("pour", "subject")
    high = np.linspace(0.42, 0.086, 160)
    fall = 0.42 - high
    radius = 0.0042 / (1 + 9 * fall) ** 0.5 * (1 + 0.05 * np.sin(fall * 150))
    line = np.stack([0.006 + 0.003 * np.sin(fall * 9), -0.004 + 0.0015 * np.cos(fall * 14), high], -1)
    stage.put(sweep(line, radius, sides=24).painted((0.80, 0.47, 0.05)), coated(rough=0.06, shine=0.8), layer=name)
    drops = np.random.default_rng(2)
    for _ in range(9):
        at = drops.uniform((-0.012, -0.012, 0.088), (0.022, 0.012, 0.115))
        stage.ball(
            tuple(at),
            float(drops.uniform(0.0009, 0.002)),
            coated((0.75, 0.45, 0.06), rough=0.05, shine=0.8),
            layer=name,
        )
