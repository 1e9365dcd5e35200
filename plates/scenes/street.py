"""A wet street at night, lamps along it, lit windows, a rider ahead and the bar of one's own bicycle."""

import numpy as np

from plates.noise import octaves
from plates.props import body_of, figure
from plates.shapes import Array, Shape, blob, box, ground, joined, lathe, limb, soft_union, sweep
from plates.stage import Camera, Stage, coated, matt

SODIUM = (1.0, 0.60, 0.26)


def street() -> Stage:
    """Eye at 1.5 m in the right-hand lane; lamps every 22 m on both sides, the rider ahead at 7 m."""
    stage = Stage(Camera(eye=(0.9, 0, 1.5), at=(0.5, 14, 1.15), card=(0.7, 7.0, 1.1)), depth=6)
    level = np.broadcast_to(np.array([0.00040, 0.00048, 0.0008]), (16, 32, 3)).copy()
    stage.around(level)
    road = ground((-4.0, 4.0), (-4, 130), steps=(500, 2600), height=_camber).painted(_asphalt)
    stage.put(road, coated(rough=0.22, shine=0.42))
    for side in (-1, 1):
        stage.put(
            box((2.0, 140, 0.14), (side * 5.0, 62, 0.03)).painted((0.17, 0.165, 0.155)),
            coated(rough=0.35),
            smooth=False,
        )
    dashes = joined([box((0.12, 2.4, 0.004), (0, y, 0.012)) for y in np.arange(-2, 128, 6.0)]).painted((0.6, 0.6, 0.56))
    stage.put(dashes, coated(rough=0.3), smooth=False)
    _lamps(stage)
    _houses(stage)
    _walkers(stage)
    _ahead(stage)
    _bar(stage)
    return stage


def _camber(x: Array, y: Array) -> Array:
    return np.asarray(
        -0.01 * (x / 4) ** 2 * 4
        + 0.004 * octaves(x * 0.8, y * 0.5, count=3, seed=2)
        + 0.0035 * octaves(x * 22, y * 22, count=2, seed=5)
    )


def _asphalt(points: Array) -> Array:
    tone = (
        1
        + 0.3 * octaves(points[:, 0] * 12, points[:, 1] * 12, count=3, seed=6)
        + 0.25 * octaves(points[:, 0] * 0.6, points[:, 1] * 0.3, count=3, seed=3)
    )
    return np.array([0.052, 0.053, 0.055]) * tone[:, None]


def _lamps(stage: Stage) -> None:
    posts = []
    for at, y in enumerate(np.arange(-17, 130, 11.0)):
        side = 1 if at % 2 else -1
        x = side * 4.4
        path = np.array(
            [(x, y, 0), (x, y, 5.2), (x - side * 0.25, y, 5.9), (x - side * 1.1, y, 6.15), (x - side * 1.7, y, 6.15)]
        )
        smooth = np.stack([np.interp(np.linspace(0, 4, 50), range(5), path[:, axis]) for axis in range(3)], -1)
        posts.append(sweep(smooth, np.linspace(0.075, 0.035, 50), sides=10))
        lamp = box((0.55, 0.24, 0.03), (x - side * 1.7, y, 6.09))
        stage.put(lamp, matt((0.1, 0.1, 0.1)), smooth=False, light=tuple(130 * c for c in SODIUM))
        stage.put(box((0.6, 0.28, 0.06), (x - side * 1.7, y, 6.15)).painted((0.05, 0.05, 0.05)), matt(), smooth=False)
    stage.put(joined(posts).painted((0.06, 0.065, 0.065)), coated(rough=0.4))


def _houses(stage: Stage) -> None:
    """Rows of plastered houses; some windows lit, each in its own warmth."""
    chance = np.random.default_rng(14)
    walls, frames = [], []
    lit: dict[tuple[float, float, float], list[Shape]] = {}
    for side in (-1, 1):
        y = -4.0
        while y < 128:
            long, tall = chance.uniform(7, 11), chance.uniform(6.0, 9.5)
            tint = tuple(
                float(v)
                for v in chance.choice([(0.32, 0.27, 0.20), (0.25, 0.12, 0.08), (0.22, 0.24, 0.24), (0.36, 0.33, 0.28)])
            )
            x = side * (7.4 + chance.uniform(0, 0.5))
            walls.append(box((2.8, long, tall), (x, y + long / 2, tall / 2)).painted(tint))
            walls.append(box((3.1, long + 0.1, 0.3), (x, y + long / 2, tall + 0.15)).painted((0.05, 0.045, 0.045)))
            face = x - side * 1.41
            for row in range(int(tall // 2.7)):
                for at in np.arange(y + 1.1, y + long - 0.9, 1.9):
                    z = 1.6 + row * 2.7
                    frames += [box((0.06, 1.12, 0.09), (face, at, z + d)) for d in (-0.72, 0.72)] + [
                        box((0.06, 0.09, 1.5), (face, at + d, z)) for d in (-0.55, 0, 0.55)
                    ]
                    pane = box((0.03, 1.05, 1.4), (face, at, z))
                    if chance.uniform() < 0.28:
                        key = ((0.21, 0.11, 0.04), (0.15, 0.095, 0.05), (0.10, 0.105, 0.11), (0.26, 0.13, 0.04))[
                            int(chance.integers(4))
                        ]
                        lit.setdefault(key, []).append(pane)
                    else:
                        walls.append(pane.painted((0.012, 0.013, 0.016)))
            y += long + (0.0 if chance.uniform() < 0.7 else 1.6)
    stage.put(joined(walls), coated(rough=0.5, shine=0.3), smooth=False)
    stage.put(joined(frames).painted((0.42, 0.41, 0.38)), matt(), smooth=False)
    for tint, panes in lit.items():
        stage.put(joined(panes), matt((0.1, 0.1, 0.1)), smooth=False, light=tint)


def _walkers(stage: Stage) -> None:
    for x, y, turned, coat, stride in (
        (4.6, 9.5, 4, (0.12, 0.13, 0.17), 0.4),
        (4.9, 19, 176, (0.30, 0.10, 0.05), 0.35),
        (-4.7, 13, 178, (0.08, 0.10, 0.09), 0.4),
        (-4.8, 27, 4, (0.2, 0.19, 0.16), 0.3),
    ):
        stage.put(figure(coat=coat, stride=stride, step=0.024).moved((x, y, 0.1), turned_deg=turned), matt())


def _ahead(stage: Stage) -> None:
    """Somebody on a bicycle, seen from behind, with a red lamp."""
    name = stage.layer("rider", "subject")

    def parts(points: Array) -> list[tuple[Array, tuple[float, float, float]]]:
        coat = soft_union(
            [
                limb(points, (0, -0.12, 1.0), (0, 0.18, 1.42), (0.18, 0.18)), limb(points, (-0.16, 0.18, 1.46), (0.16, 0.18, 1.46), (0.085, 0.085)),
                *[limb(points, (s * 0.2, 0.2, 1.45), (s * 0.29, 0.42, 1.2), (0.078, 0.065)) for s in (-1, 1)],
                *[limb(points, (s * 0.29, 0.42, 1.2), (s * 0.25, 0.62, 1.08), (0.06, 0.05)) for s in (-1, 1)],
                blob(points, (0, 0.26, 1.70), (0.115, 0.14, 0.14)),
            ], 0.06,
        )  # fmt: skip
        legs = soft_union(
            [
                limb(points, (-0.09, -0.1, 0.98), (-0.12, 0.22, 0.68), (0.11, 0.08)), limb(points, (-0.12, 0.22, 0.68), (-0.12, 0.02, 0.33), (0.075, 0.055)),
                limb(points, (0.09, -0.1, 0.98), (0.12, 0.12, 0.56), (0.11, 0.08)), limb(points, (0.12, 0.12, 0.56), (0.12, -0.06, 0.18), (0.075, 0.055)),
            ], 0.04,
        )  # fmt: skip
        frame = np.minimum.reduce(
            [
                limb(points, (0, -0.2, 0.9), (0, 0.05, 0.32), (0.022, 0.022)),
                limb(points, (0, -0.15, 0.82), (0, 0.5, 0.9), (0.022, 0.022)),
                limb(points, (0, 0.5, 1.05), (0, 0.62, 0.34), (0.022, 0.02)),
                limb(points, (-0.28, 0.6, 1.06), (0.28, 0.6, 1.06), (0.018, 0.018)),
                limb(points, (0, 0.05, 0.32), (0, -0.5, 0.34), (0.018, 0.016)),
            ]
        )
        wheels = np.minimum.reduce([_ring(points, (0, y, 0.34)) for y in (-0.5, 0.62)])
        return [
            (coat, (0.34, 0.30, 0.08)),
            (legs, (0.06, 0.065, 0.08)),
            (np.minimum(frame, wheels), (0.05, 0.05, 0.055)),
        ]

    made = body_of(parts, (-0.45, -0.95, 0.0), (0.45, 1.1, 1.95), 0.015)
    stage.put(made.moved((0.75, 7.4, 0.0)), matt(), layer=name)
    stage.ball((0.75, 7.4 - 0.28, 0.86), 0.028, light=(22, 1.0, 0.4), layer=name)


def _ring(points: Array, centre: tuple[float, float, float]) -> Array:
    p = points - np.asarray(centre)
    return np.asarray(np.hypot(np.hypot(p[..., 1], p[..., 2]) - 0.32, p[..., 0]) - 0.02)


def _bar(stage: Stage) -> None:
    """One's own bar, with grips and a bell; it goes along with the camera."""
    name = stage.layer("bar", "carried")
    t = np.linspace(-1, 1, 80)
    line = np.column_stack([0.9 + 0.33 * t, 0.62 - 0.10 * np.abs(t) ** 2, np.full(80, 1.02) + 0.02 * t**2])
    stage.put(sweep(line, 0.014, sides=14).painted((0.30, 0.31, 0.32)), coated(rough=0.25, metal=1.0), layer=name)
    for side in (-1, 1):
        stage.put(sweep(line[(t * side) > 0.62], 0.019, sides=14).painted((0.03, 0.028, 0.026)), matt(), layer=name)
    stage.put(
        sweep([(0.9, 0.62, 1.02), (0.9, 0.72, 1.0), (0.9, 0.8, 0.92)], 0.02, sides=14).painted((0.05, 0.05, 0.05)),
        coated(rough=0.3),
        layer=name,
    )
    bell = lathe([(0.001, 0.028), (0.014, 0.024), (0.024, 0.012), (0.026, 0.0)], sides=40)
    stage.put(bell.moved((0.78, 0.60, 1.035)).painted((0.6, 0.5, 0.3)), coated(rough=0.2, metal=1.0), layer=name)
