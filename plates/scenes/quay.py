"""A market on a quay by lantern light: stalls, strings of lamps, people in hooded coats, wet planks."""

import numpy as np

from plates.props import figure, hills, house, mussel, water
from plates.shapes import Array, Shape, box, fan, joined, lathe, sheet, sweep
from plates.stage import Camera, Stage, coated, matt, placed

WARM = (1.0, 0.52, 0.20)


def quay() -> Stage:
    """Eye at 1.6 m between two rows of stalls; the nearest people at 3 m."""
    stage = Stage(Camera(eye=(0.1, 0, 1.6), at=(0.0, 6, 1.42), card=(-1.25, 3.5, 1.35)), depth=6)
    stage.around(_dusk())
    _planks(stage)
    for side, y, cloth in ((-1, 3.6, 0), (-1, 6.9, 1), (-1, 10.4, 2), (1, 4.6, 2), (1, 8.0, 0), (1, 11.6, 1)):
        _stall(stage, side, y, cloth)
    _strings(stage)
    for x, y, turned, colour in (
        (-3.9, 17, 8, (0.20, 0.05, 0.035)),
        (3.6, 18.5, -6, (0.10, 0.09, 0.07)),
        (0.2, 24, 2, (0.22, 0.17, 0.07)),
    ):
        stage.put(house(4.4, 6, 2.9, 2.0, colour=colour).moved((x, y, 0), turned_deg=turned), matt(), smooth=False)
        stage.put(
            box((0.8, 0.04, 0.8), (x + 0.6, y - 3.06, 1.6)), matt((0.1, 0.1, 0.1)), smooth=False, light=(1.1, 0.6, 0.25)
        )
    sea = fan(
        (0, 0),
        reach=(5.5, 900),
        steps=(500, 700),
        height=lambda x, y, cell: -1.4 + water(x, y, cell, height=0.25, seed=4, longest=5),
    )
    stage.put(sea, coated((0.004, 0.007, 0.009), rough=0.08, shine=0.33))
    stage.put(hills(distance=700, height=110, seed=6, colour=(0.02, 0.025, 0.03)), matt())
    _people(stage)
    return stage


def _dusk() -> Array:
    """What is left of the sky after the blue hour."""
    up = np.sin(np.radians(90 - (np.arange(128) + 0.5) / 128 * 180))[:, None, None]
    level = 0.003 + 0.008 * np.exp(-np.clip(up, 0, 1) * 4) * (up > 0)
    return np.broadcast_to(level * np.array([0.42, 0.62, 1.0]), (128, 256, 3)).copy()


def _planks(stage: Stage) -> None:
    made = []
    chance = np.random.default_rng(4)
    for y in np.arange(-3.5, 26, 0.17):
        shade = chance.uniform(0.7, 1.25)
        tint = tuple(float(c * shade) for c in (0.105, 0.082, 0.062))
        made.append(
            box((11.0, 0.16, 0.06), (chance.uniform(-0.05, 0.05), y, -0.03 + chance.uniform(-0.004, 0.004))).painted(
                tint
            )
        )
    stage.put(joined(made), coated(rough=0.24, shine=0.45), smooth=False)


def _stall(stage: Stage, side: int, y: float, cloth: int) -> None:
    """Posts, a striped awning, a counter with crates, a lamp under the roof."""
    x = side * 2.75
    wood = (0.16, 0.10, 0.06)
    posts = [box((0.07, 0.07, 2.3), (x + dx, y + dy, 1.15)) for dx in (-0.85, 0.85) for dy in (-1.2, 1.2)]
    counter = [box((1.1, 2.5, 0.06), (x - side * 0.25, y, 0.92)).painted(wood)]
    chance = np.random.default_rng(int(y * 10) + side)
    for z in np.arange(0.09, 0.9, 0.15):
        shade = chance.uniform(0.55, 1.2)
        counter.append(
            box((0.04, 2.5, 0.14), (x - side * 0.78, y, z)).painted((0.13 * shade, 0.085 * shade, 0.055 * shade))
        )
    stage.put(joined([*(post.painted(wood) for post in posts), *counter]), matt(), smooth=False)
    tints = (
        ((0.40, 0.07, 0.045), (0.55, 0.50, 0.42)),
        ((0.07, 0.16, 0.22), (0.55, 0.50, 0.42)),
        ((0.36, 0.24, 0.06), (0.50, 0.46, 0.40)),
    )[cloth]
    across, along = np.linspace(-1.15, 1.15, 30), np.linspace(-1.4, 1.4, 141)
    u, v = np.meshgrid(across, along)
    z = (
        2.62
        - 0.42 * (side * -u + 1.15) / 2.3
        - 0.05 * np.cos(v * np.pi / 1.4 * 2) * 0.4
        - 0.04 * np.sin((u + 1.15) / 2.3 * np.pi)
    )

    roof = sheet(np.stack([x + u, y + v, z], -1))
    stripe = (np.floor((roof.points[:, 1] - y + 1.4) / 0.28) % 2).astype(int)
    stage.put(Shape(roof.points, roof.faces, np.array(tints)[stripe]), matt())
    fall = box((0.012, 2.8, 0.2), (x - side * 1.15, y, 2.13)).painted(tints[0])
    stage.put(fall, matt(), smooth=False)
    stage.ball((x - side * 0.1, y - 0.4, 2.0), 0.055, light=tuple(95 * c for c in WARM))
    stage.ball((x - side * 0.2, y + 0.75, 2.0), 0.055, light=tuple(80 * c for c in WARM))
    _goods(stage, x - side * 0.3, y, seed=int(y * 10) + side)


def _goods(stage: Stage, x: float, y: float, *, seed: int) -> None:
    chance = np.random.default_rng(seed + 40)
    crates, heaps = [], []
    for at in np.arange(-0.95, 1.0, 0.62):
        crates += [box((0.5, 0.02, 0.16), (x, y + at + d, 1.03)) for d in (-0.26, 0.26)]
        crates += [box((0.02, 0.52, 0.16), (x + d, y + at, 1.03)) for d in (-0.25, 0.25)]
        count = 130
        spot = chance.uniform((-0.23, -0.24), (0.23, 0.24), (count, 2))
        heap = 0.07 * np.exp(-(spot**2).sum(1) / 0.03) + chance.uniform(0, 0.03, count)
        heaps.append(np.column_stack([x + spot[:, 0], y + at + spot[:, 1], 1.02 + heap]))
    stage.put(joined(crates).painted((0.26, 0.18, 0.10)), matt(), smooth=False)
    at = np.concatenate(heaps)
    stage.scatter(
        [(mussel(1), coated(rough=0.22, shine=0.6))],
        placed(
            at,
            out=chance.normal(size=(len(at), 3)),
            spin=chance.uniform(0, 6, len(at)),
            scale=chance.uniform(0.9, 1.3, len(at)),
        ),
    )


def _strings(stage: Stage) -> None:
    """Strings of small warm lamps across the way, and paper lanterns."""
    lamps, cords = [], []
    for y in (2.6, 4.6, 6.8, 9.2, 12.0, 15.0):
        t = np.linspace(0, 1, 40)
        path = np.stack([-2.4 + 4.8 * t, y + 0.9 * np.sin(t * np.pi) * 0.4, 3.0 - 0.55 * np.sin(t * np.pi)], -1)
        cords.append(sweep(path, 0.006, sides=6))
        for share in np.linspace(0.06, 0.94, 11):
            at = [float(np.interp(share, t, path[:, axis])) for axis in range(3)]
            bulb = lathe([(0.001, -0.075), (0.02, -0.06), (0.026, -0.04), (0.014, -0.012), (0.012, 0.0)], sides=10)
            lamps.append(bulb.moved(at))
    stage.put(joined(cords).painted((0.02, 0.02, 0.02)), matt())
    stage.put(joined(lamps).painted((0.4, 0.3, 0.2)), matt(), light=tuple(34 * c for c in WARM))
    for x, y, z, tint in (
        (-1.2, 5.6, 2.75, (10, 3.6, 1.0)),
        (1.1, 7.6, 2.8, (8, 5.2, 2.4)),
        (-0.5, 10.6, 2.9, (9, 2.4, 0.8)),
        (0.8, 13.6, 2.9, (8, 5, 2.2)),
    ):
        paper = lathe([(0.05, -0.2), (0.15, -0.15), (0.19, -0.05), (0.19, 0.05), (0.15, 0.15), (0.05, 0.2)], sides=36)
        stage.put(paper.moved((x, y, z)).painted((0.5, 0.4, 0.3)), matt(), light=tint)


def _people(stage: Stage) -> None:
    """Those at the stalls stand; two walk away from the eye and one comes."""
    walk = stage.layer("people", "subject")
    coats = ((0.10, 0.12, 0.15), (0.22, 0.06, 0.04), (0.05, 0.09, 0.07), (0.25, 0.17, 0.05), (0.06, 0.06, 0.07))
    bodies = [
        figure(coat=coat, hands=hands, stride=stride)
        for coat, hands, stride in zip(
            coats, ("down", "up", "front", "down", "front"), (0.35, 0.4, 0.0, 0.3, 0.0), strict=True
        )
    ]
    for which, x, y, turned, layer in (
        (0, -0.62, 3.5, 6, walk), (1, 0.55, 4.7, -4, walk), (3, -0.2, 8.6, 170, walk),
        (2, -1.55, 6.6, 92, "ground"), (4, 1.5, 7.7, -95, "ground"), (2, 1.45, 4.2, -88, "ground"), (0, -1.5, 10.2, 84, "ground"),
        (3, 1.3, 11.2, -80, "ground"), (4, -3.1, 3.9, -85, "ground"), (1, 3.1, 8.3, 90, "ground"), (0, 0.6, 14.5, 15, "ground"),
        (2, -0.7, 17.0, -20, "ground"),
    ):  # fmt: skip
        scale = 0.94 + 0.03 * ((which * 7 + int(y * 3)) % 4)
        stage.put(bodies[which].moved((x, y, 0), turned_deg=turned, scale=scale), matt(), layer=layer)
    stage.ball((0.55 + 0.22, 4.7 + 0.47, 1.55), 0.075, light=tuple(40 * c for c in WARM), layer=walk)
