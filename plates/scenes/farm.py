"""A mussel farm from 12 m above: rafts, lines of floats, a work boat with two people, glitter under a low sun."""

import numpy as np

from plates.props import figure, hills, hull, water
from plates.shapes import Shape, box, fan, joined, lathe
from plates.stage import Camera, Stage, coated, matt, placed


def farm() -> Stage:
    """Eye at 12 m, looking down by some 22°; the nearest raft at 22 m."""
    stage = Stage(Camera(eye=(0, 0, 12), at=(0, 24, 2.2), card=(0.5, 25.0, 1.4)), depth=6)
    stage.sun(height_deg=17, azimuth_deg=38, turbidity=4.5)
    sea = fan(
        (0, 0),
        reach=(3, 9000),
        steps=(1200, 1000),
        height=lambda x, y, cell: water(x, y, cell, height=0.7, seed=3, longest=9),
        between_deg=(-20, 200),
    )
    stage.put(sea, coated((0.005, 0.024, 0.024), rough=0.075, shine=0.33))
    for at, (x, y, turned) in enumerate(
        ((-1.5, 26, 4), (11, 31, 7), (-15, 33, -3), (2, 46, 5), (-13, 55, 2), (17, 52, 9), (-30, 47, -6), (34, 66, 4))
    ):
        stage.put(_raft(at).moved((x, y, 0), turned_deg=turned), matt(), smooth=False)
    _floats(stage)
    stage.put(hills(distance=900, height=150, seed=5, colour=(0.05, 0.062, 0.045), between_deg=(-10, 190)), matt())
    stage.put(hills(distance=2400, height=430, seed=11, colour=(0.12, 0.14, 0.17), between_deg=(-10, 190)), matt())
    boat = stage.layer("boat", "subject")
    stage.put(
        hull(5.6, 1.9, 0.75, colour=(0.42, 0.41, 0.38), inside=(0.26, 0.20, 0.14)).moved(
            (4.9, 22.6, -0.05), turned_deg=-58
        ),
        coated(rough=0.35),
        layer=boat,
    )
    for x, y, coat in ((4.2, 22.3, (0.55, 0.20, 0.03)), (5.9, 23.2, (0.08, 0.14, 0.22))):
        stage.put(figure(coat=coat, hands="front", step=0.03).moved((x, y, 0.3), turned_deg=-60), matt(), layer=boat)
    return stage


def _raft(seed: int) -> Shape:
    """A grid of beams on barrels with a walkway, weathered."""
    chance = np.random.default_rng(seed)
    parts = []
    for x in np.arange(-4.0, 4.1, 0.8):
        shade = chance.uniform(0.75, 1.25)
        parts.append(box((0.16, 9.2, 0.16), (x, 0, 0.62)).painted((0.24 * shade, 0.19 * shade, 0.14 * shade)))
    for y in np.arange(-4.4, 4.5, 1.1):
        shade = chance.uniform(0.75, 1.25)
        parts.append(box((8.6, 0.18, 0.18), (0, y, 0.45)).painted((0.21 * shade, 0.17 * shade, 0.13 * shade)))
    for at in np.arange(-4.2, 4.3, 0.22):
        shade = chance.uniform(0.7, 1.3)
        parts.append(box((0.9, 0.2, 0.05), (0, at, 0.74)).painted((0.33 * shade, 0.28 * shade, 0.22 * shade)))
    barrel = lathe([(0.05, -0.45), (0.29, -0.45), (0.31, 0.0), (0.29, 0.45), (0.05, 0.45)], sides=20)
    lying = Shape(barrel.points[:, [2, 0, 1]], barrel.faces)
    for x in (-3.6, -1.2, 1.2, 3.6):
        for y in (-3.9, -1.3, 1.3, 3.9):
            parts.append(lying.moved((x, y, 0.18)).painted((0.04, 0.10, 0.22)))
    for x in np.arange(-3.6, 3.7, 0.8):
        for y in np.arange(-3.85, 4, 1.1):
            parts.append(box((0.1, 0.1, 0.5), (x + 0.1, y, 0.3)).painted((0.03, 0.03, 0.03)))
    return joined(parts)


def _floats(stage: Stage) -> None:
    """Floats along lines between the rafts."""
    chance = np.random.default_rng(6)
    at = []
    for x in (-24, -21, 22, 26, 30, -38, 42):
        for y in np.arange(16, 120, 2.6):
            at.append((x + 0.15 * np.sin(y) + chance.normal(0, 0.1), y + chance.normal(0, 0.15), 0.1))
    ball = lathe([(0.01, -0.28), (0.2, -0.2), (0.28, 0.0), (0.2, 0.2), (0.01, 0.28)], sides=20)
    places = np.array(at)
    ways = placed(places, out=np.tile([[0.0, 0.1, 1.0]], (len(at), 1)), spin=np.zeros(len(at)), scale=np.ones(len(at)))
    stage.scatter(
        [(ball.painted((0.50, 0.10, 0.03)), coated(rough=0.4)), (ball.painted((0.5, 0.48, 0.44)), coated(rough=0.4))],
        ways,
        seed=3,
    )
