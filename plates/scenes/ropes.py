"""Mussel ropes and young pollack under a raft, light from above. The water itself is laid over it later."""

import numpy as np

from plates.noise import octaves
from plates.props import fish, mussel
from plates.shapes import Array, box, sweep
from plates.stage import Camera, Stage, coated, matt, placed

TOP, BOTTOM = 2.6, -5.5


def ropes() -> Stage:
    """Eye at 0, ropes from the raft 2.6 m above; the nearest at 1.6 m."""
    stage = Stage(Camera(eye=(0, 0, 0), at=(0, 1.6, 0.12), card=(0.05, 1.5, 0.05)), depth=6)
    stage.around(_from_above())
    stage.lights["dapple"] = _dapple()
    lines = _lines()
    for at, line in enumerate(lines):
        stage.put(sweep(line, 0.022, sides=8).painted((0.06, 0.055, 0.035)), matt())
        _hang(stage, line, seed=at)
    for x in np.arange(-8, 9, 1.7):
        stage.put(box((0.22, 24, 0.18), (x, 9, TOP + 0.1)).painted((0.10, 0.08, 0.05)), matt(), smooth=False)
    _shoal(stage)
    return stage


def _from_above() -> Array:
    """Down-welling light: bright within the window to the sky, dim beside and below."""
    rows, columns = 256, 512
    up = np.sin(np.radians(90 - (np.arange(rows) + 0.5) / rows * 180))[:, None]
    turn = np.linspace(0, 2 * np.pi, columns)[None, :]
    window = 1 / (1 + np.exp(-(up - 0.66) * 26))
    waves = 1 + 0.5 * octaves(
        np.cos(turn) * np.sqrt(1 - up**2) * 14, np.sin(turn) * np.sqrt(1 - up**2) * 14, up * 3, seed=4
    )
    level = 0.16 + 0.14 * np.clip(up, -1, 1) + 1.7 * window * np.clip(waves, 0.3, 2.2)
    return np.repeat(level[..., None], 3, axis=2) * [1.0, 1.0, 0.98]


def _dapple() -> dict[str, object]:
    """Bright lines that waves throw, from straight above."""
    import mitsuba as mi

    at = np.linspace(0, 34, 1024)
    x, y = np.meshgrid(at, at)
    bent = 0.6 * octaves(x * 0.4, y * 0.4, count=2, seed=8)
    ridge = np.exp(-np.abs(octaves(x + bent, y - bent, count=2, seed=6)) * 13)
    light = (0.1 + 2.6 * ridge)[..., None].repeat(3, axis=2).astype(np.float32)
    return {
        "type": "projector",
        "irradiance": {"type": "bitmap", "bitmap": mi.Bitmap(light), "raw": True},
        "scale": 26.0,
        "fov": 120,
        "to_world": mi.ScalarTransform4f().look_at(origin=[1.5, 3, 7], target=[0, 3.4, 0], up=[0, 1, 0]),
    }


def _lines() -> list[Array]:
    """Ropes in rows, some swaying."""
    chance = np.random.default_rng(21)
    made = []
    depth = np.linspace(TOP, BOTTOM, 80)
    for row, y in enumerate((1.75, 2.9, 4.2, 5.8, 7.6, 9.8, 12.5)):
        for x in np.arange(-7.4 - row, 7.6 + row, 1.15):
            at = np.array([x + chance.uniform(-0.25, 0.25) + 0.42, y + chance.uniform(-0.3, 0.3)])
            if (row == 0 and abs(at[0]) > 2.4) or (row == 0 and abs(at[0] - 0.1) < 0.33):
                continue
            sway = 0.06 * np.sin(depth * 0.9 + chance.uniform(0, 6))
            made.append(np.stack([at[0] + sway, at[1] + 0.05 * np.cos(depth + x), depth], -1))
    return made


def _hang(stage: Stage, line: Array, *, seed: int) -> None:
    """Mussels all around a rope, thicker in clumps."""
    chance = np.random.default_rng(1000 + seed)
    near = line[0, 1] < 4.6
    count = 3400 if near else 1100
    share = chance.uniform(0.04, 0.98, count)
    clump = 0.5 + 0.5 * octaves(share * 22, seed * 3.1, seed=2)
    keep = chance.uniform(size=count) < 0.35 + 0.65 * clump
    share = share[keep]
    at = np.stack([np.interp(share * (len(line) - 1), np.arange(len(line)), line[:, axis]) for axis in range(3)], -1)
    turn = chance.uniform(0, 2 * np.pi, len(at))
    swell = 0.036 + 0.05 * np.clip(octaves(share * 17, seed * 2.0, seed=9) + 0.4, 0, 1.2)
    out = np.stack([np.cos(turn), np.sin(turn), chance.normal(-0.25, 0.55, len(at))], -1)
    radius = (swell * np.sqrt(chance.uniform(0.12, 1, len(at))))[:, None]
    at = at + radius * np.stack([np.cos(turn), np.sin(turn), np.zeros(len(at))], -1)
    size = chance.uniform(0.7, 1.25, len(at)) * (1.0 if near else 1.35)
    kinds = [(mussel(kind), coated(rough=0.38, shine=0.5)) for kind in range(2)]
    stage.scatter(kinds, placed(at, out=out, spin=chance.uniform(0, 6.3, len(at)), scale=size), seed=seed)


def _shoal(stage: Stage) -> None:
    """Young pollack, near ones first."""
    name = stage.layer("fish", "subject")
    chance = np.random.default_rng(5)
    near = np.array([(-0.42, 1.45, 0.16), (0.30, 1.75, -0.10), (0.02, 2.2, 0.34), (0.75, 2.5, 0.2), (-0.9, 2.4, -0.25)])
    far = np.stack([chance.uniform(-3.2, 3.6, 16), chance.uniform(2.8, 6.5, 16), chance.uniform(-1.2, 1.2, 16)], -1)
    at = np.concatenate([near, far])
    way = np.stack([np.ones(len(at)), chance.normal(0.0, 0.22, len(at)), chance.normal(0.02, 0.07, len(at))], -1)
    way /= np.linalg.norm(way, axis=1, keepdims=True)
    side = np.cross(way, [0.0, 0.0, 1.0])
    side /= np.linalg.norm(side, axis=1, keepdims=True)
    places = np.zeros((len(at), 4, 4))
    size = chance.uniform(0.75, 1.1, len(at))[:, None]
    places[:, :3, 0], places[:, :3, 1], places[:, :3, 2] = side * size, way * size, np.cross(side, way) * size
    places[:, :3, 3], places[:, 3, 3] = at, 1
    stage.scatter([(fish(), coated(rough=0.3, shine=0.6))], places, layer=name)
