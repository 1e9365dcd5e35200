"""A speaker's seat by a window: bright outside, a room in shade. Whoever speaks is not drawn; the seat is theirs."""

import numpy as np

from plates.noise import octaves
from plates.props import hills, house, spruce
from plates.shapes import box, ground, joined, lathe, sheet
from plates.stage import Camera, Stage, coated, matt


def seat() -> Stage:
    """Eye at 1.25 m, 1.7 m from the seat; the window is 2 m wide, on the left behind."""
    stage = Stage(Camera(eye=(0.35, -1.7, 1.28), at=(0.0, 0.4, 1.08), card=(-0.35, -0.3, 1.12)), depth=8)
    stage.sun(height_deg=38, azimuth_deg=200, turbidity=4.0)
    _room(stage)
    _furniture(stage)
    _outside(stage)
    stage.layer("speaker", "subject")
    return stage


def _room(stage: Stage) -> None:
    """Floor of boards, walls, a window with mullions."""
    chance = np.random.default_rng(3)
    floor = []
    for x in np.arange(-2.6, 3.4, 0.14):
        shade = chance.uniform(0.8, 1.2)
        floor.append(box((0.136, 7, 0.04), (x, 0.2, -0.02)).painted((0.30 * shade, 0.20 * shade, 0.115 * shade)))
    stage.put(joined(floor), coated(rough=0.35, shine=0.4), smooth=False)
    wall = (0.52, 0.50, 0.46)
    left = [
        box((0.2, 1.5, 2.7), (-2.2, -1.75, 1.35)),
        box((0.2, 1.4, 2.7), (-2.2, 2.2, 1.35)),
        box((0.2, 2.6, 0.85), (-2.2, 0.2, 0.425)),
        box((0.2, 2.6, 0.5), (-2.2, 0.2, 2.45)),
    ]
    others = [
        box((6.6, 0.2, 2.7), (0.8, 2.75, 1.35)),
        box((0.2, 7.0, 2.7), (3.3, 0.2, 1.35)),
        box((6.6, 7.0, 0.2), (0.6, 0.2, 2.8)),
        box((6.6, 0.2, 2.7), (0.8, -3.4, 1.35)),
    ]
    stage.put(joined([*left, *others]).painted(wall), matt(), smooth=False)
    frame = [box((0.09, 0.05, 1.36), (-2.14, y, 1.53)) for y in (-1.0, -0.35, 0.3, 0.95, 1.45)]
    frame += [box((0.09, 2.5, 0.05), (-2.14, 0.2, z)) for z in (0.86, 1.7, 2.19)] + [
        box((0.35, 2.7, 0.04), (-2.0, 0.2, 0.86))
    ]
    stage.put(joined(frame).painted((0.62, 0.61, 0.58)), coated(rough=0.3), smooth=False)


def _furniture(stage: Stage) -> None:
    oak = (0.25, 0.15, 0.075)
    chair = [box((0.5, 0.48, 0.05), (0, 0.35, 0.45)), box((0.48, 0.05, 0.55), (0, 0.6, 0.78))]
    chair += [box((0.045, 0.045, 0.45), (x, y, 0.22)) for x in (-0.22, 0.22) for y in (0.15, 0.56)]
    table = [
        box((0.7, 1.1, 0.04), (-1.1, 0.25, 0.72)),
        *[box((0.05, 0.05, 0.72), (-1.1 + x, 0.25 + y, 0.36)) for x in (-0.3, 0.3) for y in (-0.5, 0.5)],
    ]
    stage.put(joined([*chair, *table]).painted(oak), coated(rough=0.35), smooth=False)
    shelf = [box((1.5, 0.26, 0.03), (1.35, 2.5, z)) for z in (0.5, 0.95, 1.4, 1.85)] + [
        box((0.03, 0.26, 1.8), (x, 2.5, 0.95)) for x in (0.6, 2.1)
    ]
    stage.put(joined(shelf).painted((0.38, 0.27, 0.16)), coated(rough=0.4), smooth=False)
    chance = np.random.default_rng(9)
    books = []
    for z in (0.515, 0.965, 1.415):
        x = 0.66
        while x < 2.0:
            wide, tall = chance.uniform(0.018, 0.05), chance.uniform(0.18, 0.31)
            tint = tuple(
                float(v)
                for v in chance.choice(
                    [
                        (0.30, 0.07, 0.05),
                        (0.07, 0.14, 0.20),
                        (0.40, 0.36, 0.28),
                        (0.10, 0.16, 0.09),
                        (0.36, 0.24, 0.07),
                        (0.05, 0.05, 0.06),
                    ]
                )
            )
            if chance.uniform() < 0.9:
                books.append(box((wide, 0.19, tall), (x + wide / 2, 2.48, z + tall / 2)).painted(tint))
            x += wide + 0.002
    stage.put(joined(books), matt(), smooth=False)
    mug = lathe([(0.001, 0.0), (0.036, 0.0), (0.04, 0.01), (0.041, 0.09), (0.037, 0.09), (0.036, 0.012), (0.001, 0.01)])
    stage.put(mug.moved((-1.0, 0.02, 0.74)).painted((0.14, 0.22, 0.27)), coated(rough=0.15))
    pot = lathe([(0.001, 0), (0.08, 0), (0.11, 0.16), (0.1, 0.16), (0.09, 0.12), (0.001, 0.12)])
    stage.put(pot.moved((-1.75, 1.15, 0.88)).painted((0.36, 0.16, 0.09)), matt())
    leaves = []
    for _ in range(26):
        turn, lean = chance.uniform(0, 6.3), chance.uniform(0.3, 1.2)
        u, v = np.meshgrid(np.linspace(0, 1, 12), np.linspace(-1, 1, 5))
        wide = 0.035 * np.sin(u * np.pi) ** 0.8
        r, z = 0.34 * u * np.sin(lean), 0.34 * u * np.cos(lean) - 0.22 * u**2.2
        points = np.stack(
            [r * np.cos(turn) - v * wide * np.sin(turn), r * np.sin(turn) + v * wide * np.cos(turn), z], -1
        )

        leaves.append(
            sheet(points).moved((-1.75, 1.15, 1.0), scale=chance.uniform(0.8, 1.3)).painted((0.06, 0.15, 0.045))
        )
    stage.put(joined(leaves), coated(rough=0.4))
    lamp = lathe([(0.001, 0), (0.12, 0), (0.12, 0.012), (0.012, 0.03), (0.012, 1.45), (0.001, 1.45)])
    stage.put(lamp.moved((2.3, 1.6, 0)).painted((0.04, 0.04, 0.04)), coated(rough=0.3))
    stage.put(lathe([(0.10, 1.72), (0.19, 1.42)]).moved((2.3, 1.6, 0)).painted((0.6, 0.54, 0.42)), matt())


def _outside(stage: Stage) -> None:
    lawn = ground(
        (-700, -2.4), (-500, 500), steps=(500, 500), height=lambda x, y: -0.4 + 0.2 * octaves(x * 0.1, y * 0.1, count=3)
    )
    stage.put(lawn.painted((0.10, 0.13, 0.04)), matt())
    for x, y, seed in ((-9, 3.4, 1), (-13, 5.6, 2), (-11, 0.5, 3), (-17, 8, 4), (-16, 2.2, 5)):
        stage.put(spruce(6.5, seed=seed).moved((x, y, -0.4)).painted((0.035, 0.07, 0.025)), matt())
    stage.put(house(6, 8, 3, 2.2, colour=(0.45, 0.42, 0.34)).moved((-22, 9, -0.4), turned_deg=40), matt(), smooth=False)
    stage.put(hills(distance=500, height=60, seed=2, colour=(0.07, 0.09, 0.05), between_deg=(100, 260)), matt())
