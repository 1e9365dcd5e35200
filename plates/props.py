"""Things that several scenes need: hooded figures, mussels, fish, boats, trees, rocks. Lengths in m, z is up."""

from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from plates.noise import octaves
from plates.shapes import Array, Colour, Shape, blob, body, box, joined, limb, sheet, soft_union, sweep

SKIN: Colour = (0.48, 0.29, 0.21)
"""A skin tone; linear reflectance."""
SHADE: Colour = (0.012, 0.010, 0.010)
"""What is within a hood."""


Parts = Callable[[Array], list[tuple[Array, Colour]]]
"""Of points, the distance to each part of a body and its colour."""


def body_of(parts: Parts, low: Sequence[float], high: Sequence[float], step: float) -> Shape:
    """A body of several parts in a box, each point of it in the colour of the part it is nearest to."""

    def distance(points: Array) -> Array:
        return np.minimum.reduce([each for each, _ in parts(points)])

    def paint(points: Array) -> Array:
        found = parts(points)
        nearest = np.argmin(np.stack([each for each, _ in found]), axis=0)
        return np.array([colour for _, colour in found])[nearest]

    return body(distance, low, high, step).painted(paint)


def figure(
    *,
    coat: Colour,
    trousers: Colour = (0.05, 0.055, 0.07),
    stride: float = 0.0,
    hands: str = "down",
    step: float = 0.018,
) -> Shape:
    """A person in a hooded coat, 1.75 m, standing at the origin and looking along y, the hood dark inside.

    stride: how far the legs are apart in walking [m]. hands: "down", "front" or "up".
    """

    def parts(points: Array) -> list[tuple[Array, Colour]]:
        fold = 0.012 * octaves(points[..., 0] * 7, points[..., 1] * 7, points[..., 2] * 4, count=3, seed=5)
        fold = fold + 0.006 * octaves(points[..., 0] * 4, points[..., 1] * 4, points[..., 2] * 19, count=2, seed=6)
        torso = soft_union(
            [
                limb(points, (0, 0, 0.86), (0, 0.01, 1.34), (0.155, 0.165)),
                limb(points, (-0.175, 0, 1.40), (0.175, 0, 1.40), (0.075, 0.075)),
                limb(points, (0, 0.0, 0.74), (0, 0, 0.98), (0.205, 0.15)),
            ],
            0.06,
        )
        ends = {"down": [(0.30, 0.05, 0.84)], "front": [(0.13, 0.36, 1.10)], "up": [(0.20, 0.42, 1.52)]}[hands]
        arms, palms = [], []
        for side in (-1, 1):
            hand = np.array(ends[0]) * (side, 1, 1)
            if hands == "up" and side < 0:
                hand = np.array((-0.30, 0.05, 0.84))
            elbow = np.array((side * 0.31, -0.02 + 0.25 * (hand[1] > 0.2), 1.13))
            arms += [
                limb(points, (side * 0.21, 0, 1.40), elbow, (0.070, 0.060)),
                limb(points, elbow, hand, (0.058, 0.045)),
            ]
            way = (hand - elbow) / np.linalg.norm(hand - elbow)
            palms.append(limb(points, hand + 0.02 * way, hand + 0.11 * way, (0.042, 0.030)))
        head = soft_union(
            [
                blob(points, (0, -0.01, 1.625), (0.108, 0.130, 0.145)),
                limb(points, (0, -0.06, 1.43), (0, -0.02, 1.53), (0.10, 0.085)),
            ],
            0.06,
        )
        clothes = soft_union([torso, *arms, head], 0.03) + fold
        legs = []
        for side in (-1, 1):
            foot = np.array((side * 0.11, side * stride / 2, 0.08))
            knee = np.array((side * 0.11, side * stride / 3 + 0.04, 0.46))
            legs += [
                limb(points, (side * 0.10, 0, 0.86), knee, (0.105, 0.078)),
                limb(points, knee, foot, (0.075, 0.055)),
                limb(points, foot + np.array((0, -0.05, -0.03)), foot + np.array((0, 0.17, -0.04)), (0.052, 0.045)),
            ]
        skin = soft_union(palms, 0.02)
        return [(clothes, coat), (soft_union(legs, 0.05) + 0.5 * fold, trousers), (skin, SKIN)]

    made = body_of(parts, (-0.55, -0.45, 0.0), (0.55, 0.75, 1.86), step)
    x, y, z = made.points.T
    opening = (np.hypot(x / 0.075, (z - 1.62) / 0.105) < 1) & (y > 0.03)
    return replace(made, colours=np.where(opening[:, None], SHADE, made.colours))


def mussel(seed: int = 0) -> Shape:
    """A mussel's shell, 6 cm long along z, with growth lines."""

    def distance(points: Array) -> Array:
        x, y, z = points[..., 0], points[..., 1], points[..., 2]
        along = np.clip((z + 0.03) / 0.06, 0, 1)
        wide = 0.0155 * np.sqrt(np.clip(along * (1.25 - 0.55 * along), 0.02, None))
        bend = 0.006 * (along - 0.5) ** 2 * 4
        rim = np.sqrt(((x - bend) / (wide * 1.05)) ** 2 + (y / (wide * 0.72)) ** 2) - 1
        return np.maximum(rim * 0.011, np.abs(z) - 0.031 + 4 * (x**2 + y**2) ** 0.5 * 0.05)

    def paint(points: Array) -> Array:
        lines = 0.5 + 0.5 * np.sin(points[:, 2] * 900 + 3 * octaves(*(points.T * 60), seed=seed))
        worn = np.clip(octaves(*(points.T * 45), count=3, seed=seed + 9) * 1.4 - 0.25, 0, 1)[:, None]
        dark = np.array([0.018, 0.020, 0.034]) + lines[:, None] * [0.014, 0.013, 0.022]
        return dark * (1 - worn) + worn * np.array([0.16, 0.15, 0.17])

    return body(distance, (-0.024, -0.018, -0.036), (0.026, 0.018, 0.036), 0.0022).painted(paint)


def fish(length: float = 0.34) -> Shape:
    """A young pollack along y, head ahead: olive back, silver flank, pale belly."""

    def distance(points: Array) -> Array:
        p = points / length
        y = p[..., 1]
        along = np.clip(0.5 - y, 0, 1)
        deep = 0.118 * np.sqrt(np.clip(along, 1e-4, 1)) * np.clip(1.25 - 1.18 * along, 0.05, 1) ** 0.75 * 1.32
        core = (np.sqrt((p[..., 0] / (deep * 0.52)) ** 2 + (p[..., 2] / deep) ** 2) - 1) * deep * 0.5
        core = np.maximum(core, np.abs(y) - 0.5)
        fins = [
            _fin(p, at, rise, reach)
            for at, rise, reach in (
                (0.13, 0.13, 0.10), (-0.07, 0.12, 0.13), (-0.27, 0.09, 0.11), (-0.02, -0.13, 0.16), (-0.26, -0.09, 0.11)
            )
        ]  # fmt: skip
        sweep_back = 0.5 + y
        tail = np.maximum.reduce(
            [
                np.abs(p[..., 0]) - 0.006,
                np.abs(p[..., 2]) - (0.135 - 0.75 * sweep_back),
                sweep_back - 0.12,
                0.02 - sweep_back + 0.25 * (0.12 - np.abs(p[..., 2])),
            ]
        )
        return soft_union([core, np.minimum.reduce([*fins, tail])], 0.012) * length

    def paint(points: Array) -> Array:
        height = points[:, 2] / length
        specks = np.clip(octaves(*(points.T * 70), count=2, seed=3), 0, 1)[:, None]
        back = np.clip((height + 0.035) / 0.06, 0, 1)[:, None]
        flank = np.array([0.26, 0.26, 0.20])
        olive = np.array([0.075, 0.07, 0.03])
        painted = flank * (1 - back) + olive * back
        line = np.exp(-(((height - 0.025 + 0.02 * np.sin(points[:, 1] / length * 5)) / 0.006) ** 2))[:, None]
        painted = painted * (1 - 0.5 * line) * (1 - 0.35 * specks)
        for side in (-1, 1):
            eye = np.linalg.norm(points / length - [side * 0.042, 0.40, 0.022], axis=1)
            painted[eye < 0.026] = (0.5, 0.48, 0.3)
            painted[eye < 0.017] = (0.01, 0.01, 0.01)
        return painted

    return body(
        distance,
        (-0.1 * length, -0.56 * length, -0.2 * length),
        (0.1 * length, 0.56 * length, 0.2 * length),
        length / 110,
    ).painted(paint)


def _fin(p: Array, at: float, rise: float, reach: float) -> Array:
    """A thin fin on the back (rise > 0) or belly."""
    sign = 1.0 if rise > 0 else -1.0
    up = sign * p[..., 2]
    along = p[..., 1] - at + 0.45 * up
    shape = np.maximum.reduce(
        [np.abs(p[..., 0]) - 0.005, np.abs(along) - reach / 2, up - abs(rise) - 0.4 * along, 0.03 - up]
    )
    return np.asarray(shape)


def hull(length: float, beam: float, height: float, *, colour: Colour, inside: Colour, steps: int = 80) -> Shape:
    """An open boat along y, bow ahead, keel at z = 0; outside and inside skins, gunwale, ribs and thwarts."""
    stations = np.linspace(-0.5, 0.5, steps)
    turn = np.linspace(-1, 1, 41)

    def skin(shrink: float, paint: Colour) -> Shape:
        fine = np.clip(1 - np.abs(stations * 2 + 0.06) ** 3.0, 0.0, 1) ** 0.8
        half = np.maximum(beam / 2 * fine - shrink, 0.004)[:, None]
        sheer = (
            height * (1 + 0.42 * np.clip(stations * 2, 0, 1) ** 2.2 + 0.18 * np.clip(-stations * 2, 0, 1) ** 2)[:, None]
        )
        keel = shrink + height * 0.55 * np.clip(stations[:, None] * 2 - 0.72, 0, 1) ** 1.4
        around = np.abs(turn)[None, :]
        x = half * np.sign(turn)[None, :] * np.sin(around * np.pi / 2) ** 0.72
        z = keel + (sheer - keel) * (1 - np.cos(around * np.pi / 2)) ** 1.05
        points = np.stack([x, np.broadcast_to(stations[:, None] * length, x.shape), z], -1)

        return sheet(points).painted(lambda p: _planks(p, paint, height))

    rails = []
    fine = np.clip(1 - np.abs(stations * 2 + 0.06) ** 3.0, 0.0, 1) ** 0.8
    sheer = height * (1 + 0.42 * np.clip(stations * 2, 0, 1) ** 2.2 + 0.18 * np.clip(-stations * 2, 0, 1) ** 2)
    for side in (-1, 1):
        rails.append(
            sweep(np.stack([side * beam / 2 * fine, stations * length, sheer], -1), 0.028, sides=10).painted(
                (0.26, 0.15, 0.07)
            )
        )
    for at in np.arange(-0.42, 0.44, 0.055):
        around = np.linspace(-0.94, 0.94, 30)
        full = float(np.interp(at, stations, fine))
        rise = float(np.interp(at, stations, sheer))
        low = 0.03 + height * 0.55 * max(at * 2 - 0.72, 0.0) ** 1.4
        x = max(beam / 2 * full - 0.035, 0.01) * np.sign(around) * np.sin(np.abs(around) * np.pi / 2) ** 0.72
        z = low + (rise - low) * (1 - np.cos(np.abs(around) * np.pi / 2)) ** 1.05
        rails.append(sweep(np.stack([x, np.full(30, at * length), z], -1), 0.016, sides=8).painted((0.24, 0.15, 0.08)))
    thwarts = [
        box((beam * 0.9, 0.24, 0.035), (0, at * length, height * 0.72)).painted((0.30, 0.19, 0.10))
        for at in (-0.3, -0.14, 0.02, 0.17)
    ]
    return joined([skin(0.0, colour), skin(0.02, inside), *rails, *thwarts])


def _planks(points: Array, colour: Colour, height: float) -> Array:
    """Paint over planks: darker seams, a little wear."""
    seam = np.abs((points[:, 2] / height * 7) % 1 - 0.5) < 0.05
    worn = 1 + 0.18 * octaves(*(points * [9, 1.3, 9]).T, count=4, seed=2)
    return np.array(colour) * np.where(seam, 0.55, 1.0)[:, None] * worn[:, None]


def spruce(height: float, *, seed: int = 0) -> Shape:
    """A spruce of drooping tiers; ragged, so that its edge is not a cone's."""
    chance = np.random.default_rng(seed)
    tiers = []
    for share in np.linspace(0.1, 0.98, 20):
        radius = height * 0.2 * (1 - share) ** 0.85 + 0.05
        count = 15
        angles = np.linspace(0, 2 * np.pi, count, endpoint=False) + chance.uniform(0, 6.3)
        for angle in angles:
            reach = radius * chance.uniform(0.65, 1.15)
            along = np.linspace(0, 1, 5)[:, None]
            way = np.array([np.cos(angle), np.sin(angle), 0.0])
            path = along * reach * way + np.array([0, 0, 1]) * (
                share * height - 0.42 * reach * along**1.5 + 0.1 * reach * along
            )
            tiers.append(sweep(path, np.linspace(0.16, 0.01, 5) * radius + 0.008, sides=5))
    trunk = sweep([(0, 0, 0), (0, 0, height * 0.5), (0, 0, height)], np.array([0.025, 0.015, 0.004]) * height, sides=8)
    green = np.array([0.020, 0.038, 0.018]) * chance.uniform(0.8, 1.4)
    return joined([joined(tiers).painted(tuple(green)), trunk.painted((0.06, 0.045, 0.035))])


def rock(size: float, *, seed: int = 0, colour: Colour = (0.16, 0.155, 0.15)) -> Shape:
    """A weathered stone."""

    def distance(points: Array) -> Array:
        rough = octaves(*(points / size * 1.6).transpose(3, 0, 1, 2), count=4, seed=seed)
        return blob(points, (0, 0, 0), (size, size * 0.8, size * 0.6)) + size * 0.22 * rough

    def paint(points: Array) -> Array:
        patches = 1 + 0.5 * octaves(*(points / size * 4).T, count=4, seed=seed + 3)
        return np.array(colour) * patches[:, None]

    reach = size * 1.4
    return body(distance, (-reach,) * 3, (reach,) * 3, size / 14).painted(paint)


def ways_up(count: int, *, seed: int) -> NDArray[np.float64]:
    """Upward directions with a little lean, (count, 3)."""
    lean = np.random.default_rng(seed).normal(0, 0.04, (count, 2))
    return np.concatenate([lean, np.ones((count, 1))], axis=1)


def water(x: Array, y: Array, cell: Array, *, height: float, seed: int = 0, longest: float = 14.0) -> Array:
    """Waves of many lengths and ways, those finer than the cells left out. height: of the roughest, about [m]."""
    chance = np.random.default_rng(seed)
    total = np.zeros_like(x)
    for length in np.geomspace(longest, 0.12, 44):
        way = chance.normal(0.5, 0.55)
        turn = chance.uniform(0, 2 * np.pi)
        seen = np.clip(length / np.maximum(cell, 1e-6) / 3 - 1, 0, 1)
        slope = height * 0.11 * (length / longest) ** 0.72
        phase = 2 * np.pi / length * (x * np.cos(way) + y * np.sin(way)) + turn
        crest = np.sin(phase + 0.35 * np.sin(phase))
        total += slope * crest * seen * (0.6 + 0.4 * np.sin(phase / 7.3 + turn * 2))
    return total


def house(
    width: float, depth: float, wall: float, roof: float, *, colour: Colour, tiles: Colour = (0.05, 0.045, 0.045)
) -> Shape:
    """A boarded house with a pitched roof along y, standing at the origin."""
    boards = []
    count = max(6, int(width / 0.16))
    for at in range(count):
        x = -width / 2 + (at + 0.5) * width / count
        rise = wall + roof * (1 - abs(x) / (width / 2)) * 0.98
        shade = 1 + 0.25 * np.sin(at * 12.9898) * np.cos(at * 4.1)
        tint = tuple(float(c * shade) for c in colour)
        for y in (-depth / 2, depth / 2):
            boards.append(box((width / count * 0.93, 0.05, rise), (x, y, rise / 2)).painted(tint))
    along = max(6, int(depth / 0.16))
    for at in range(along):
        y = -depth / 2 + (at + 0.5) * depth / along
        shade = 1 + 0.25 * np.sin(at * 7.7) * np.cos(at * 2.3)
        tint = tuple(float(c * shade) for c in colour)
        for x in (-width / 2, width / 2):
            boards.append(box((0.05, depth / along * 0.93, wall), (x, y, wall / 2)).painted(tint))
    slopes = []
    for side in (-1, 1):
        out = 0.25
        ridge = np.array([[0, -depth / 2 - out, wall + roof], [0, depth / 2 + out, wall + roof]])
        eaves = np.array(
            [
                [side * (width / 2 + out), y, wall - roof * out / (width / 2)]
                for y in (-depth / 2 - out, depth / 2 + out)
            ]
        )
        plate = np.stack([ridge[0], ridge[1], eaves[1], eaves[0]])
        top = np.concatenate([plate + np.array((0, 0, 0.06)), plate])
        faces = np.array(
            [
                (0, 1, 2),
                (0, 2, 3),
                (4, 6, 5),
                (4, 7, 6),
                (0, 3, 7),
                (0, 7, 4),
                (1, 6, 2),
                (1, 5, 6),
                (3, 2, 6),
                (3, 6, 7),
            ]
        )
        slopes.append(Shape(top, faces).painted(tiles))
    return joined([*boards, *slopes])


def hills(
    *,
    distance: float,
    height: float,
    seed: int,
    colour: Colour,
    between_deg: tuple[float, float] = (0, 180),
    rows: int = 60,
    columns: int = 700,
) -> Shape:
    """A ridge of land far off, around the eye: azimuths from x towards y."""
    turn = np.radians(np.linspace(*between_deg, columns))[None, :]
    back = np.linspace(0, 1, rows)[:, None]
    radius = distance * (1 + 0.9 * back)
    x, y = radius * np.cos(turn), radius * np.sin(turn)
    shape = 0.55 + 0.75 * octaves(x / distance * 2.2, y / distance * 2.2, count=5, seed=seed)
    rough = 0.05 * octaves(x / distance * 30, y / distance * 30, count=4, seed=seed + 1)
    z = height * np.clip(shape + rough, 0.02, None) * np.sin(np.clip(back * 1.35, 0, 1) * np.pi / 2) ** 0.8

    made = sheet(np.stack(np.broadcast_arrays(x, y, z), -1))

    def paint(points: Array) -> Array:
        tone = 1 + 0.6 * octaves(
            points[:, 0] / distance * 60,
            points[:, 1] / distance * 60,
            points[:, 2] / height * 9,
            count=3,
            seed=seed + 2,
        )
        return np.array(colour) * np.clip(tone, 0.3, 2)[:, None]

    return made.painted(paint)
