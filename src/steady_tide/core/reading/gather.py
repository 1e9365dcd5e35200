"""From frames, one after another, to a reading. Whoever decodes hands each frame to `Close` or to a `Stretch`."""

from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.quantities import Floats
from steady_tide.core.reading import cadence, exposure, flicker, noise, shake, smear
from steady_tide.core.reading.colour import middle_colour
from steady_tide.core.reading.frames import FrameCodes
from steady_tide.core.reading.reading import (
    MOST_POINTS,
    FileFacts,
    Measure,
    MomentRead,
    MovedRead,
    NoiseLevel,
    Reading,
    Rippling,
)

LEVEL_SPREAD: Final = 0.004
"""What coding leaves uncertain of a level [code values]. **Assumed**."""
ROWS_APART: Final = 16
"""Two frames are compared in so many-th rows, at their own pixels: noise tells a copy from what only stands still."""
LEAST_BITS: Final = {"h264": 0.15, "hevc": 0.10}
"""Bits a pixel below which a coder has taken what noise and smear are told by. **Assumed** after simulated clips."""
GAMMA: Final = 2.2
CLEAR: Final = 13.0
"""Signal to noise of a pixel near the middle below which smears are not told. **Assumed** after simulated clips."""
CLEAR_FROM, CLEAR_TO = 0.2, 0.6
TELLING: Final = 0.25
"""Ends of a smear or a jump that are told are not more exact than this [px]."""


class _Looked(NamedTuple):
    second: float
    levels: exposure.Levels
    rgb: tuple[float, float, float] | None
    blocks: noise.Blocks
    parts: smear.Parts | None
    sharpness: float


class Close:
    """Frames looked at closely, in any order."""

    def __init__(self) -> None:
        self._looked: list[_Looked] = []

    def look(self, second: float, frame: FrameCodes) -> None:
        """Take a frame; spectra of two in three, which are most of the work."""
        spectra = len(self._looked) % 3 < 2
        self._looked.append(
            _Looked(
                second, exposure.levels(frame), middle_colour(frame), noise.blocks(frame),
                smear.parts(frame) if spectra else None, _sharpness(frame),
            )
        )  # fmt: skip

    def __len__(self) -> int:
        return len(self._looked)

    @property
    def frames(self) -> list[_Looked]:
        """What was seen, in order of time."""
        return sorted(self._looked, key=lambda one: one.second)


def _sharpness(frame: FrameCodes) -> float:
    """How much of the contrast of a frame lies between neighbours: steps between pixels over those of the small one."""
    small = frame.small.astype(np.float32) / 255.0
    rough = float(np.abs(np.diff(small, axis=1)).mean()) or 1e-6
    rows = frame.level(frame.luma[::8])
    return float(np.abs(np.diff(rows, axis=1)).mean()) / rough


class Stretch:
    """Consecutive frames, followed."""

    def __init__(self) -> None:
        self.seconds: list[float] = []
        self._rows: list[Floats] = []
        self._change: list[float] = []
        self._level: list[float] = []
        self._follower = shake.Follower()
        self._last: np.ndarray | None = None
        self._by = 1

    def follow(self, second: float, frame: FrameCodes, *, closely: bool = True) -> None:
        """Take the next frame. closely: whether its points are followed, too; not after one was left out."""
        self.seconds.append(second)
        few = frame.luma[::ROWS_APART].astype(np.int32)
        rows = np.asarray(frame.level(few.mean(axis=1)), dtype=float)
        self._rows.append(rows)
        self._level.append(float(np.median(rows)))
        if self._last is not None and self._last.shape == few.shape:
            self._change.append(float(np.abs(few - self._last).mean()) / 2.0 ** (frame.bits - 8))
        self._last, self._by = few, frame.small_by
        if closely:
            self._follower.next(frame.small)

    @property
    def steps(self) -> shake.Steps | None:
        """How the view moved, where enough could be followed."""
        pairs = [pair for pair in self._follower.pairs if pair is not None]
        return shake.steps(pairs, self._follower.shape) if len(pairs) >= 8 else None

    @property
    def by(self) -> float:
        """Pixels of the clip to one of the small frames."""
        return float(self._by)

    def rippling(self) -> flicker.Flicker | None:
        """Whether lamps flicker."""
        pace = cadence.cadence(np.array(self.seconds))
        if pace is None or pace.variable or len({len(rows) for rows in self._rows}) > 1:
            return None
        return flicker.flicker(np.stack(self._rows), rate_hz=pace.rate_hz)

    @property
    def jumps(self) -> list[float]:
        """Moments at which exposure jumps [s]."""
        return [self.seconds[at] for at in exposure.jumps(np.array(self._level))]

    @property
    def doubled(self) -> int:
        """How many frames stand twice."""
        return cadence.doubled(np.array(self._change))


def reading(facts: FileFacts, close: Close, stretches: list[Stretch], *, whole: bool) -> Reading:
    """The reading of what was looked at and followed; smears only of the whole. Raises ValueError where nothing was."""
    looked = close.frames
    if not looked:
        raise ValueError("no frame was looked at")
    noisy = noise.noise(one.blocks for one in looked)
    smeared = _smears(looked) if whole and _clear(facts, noisy) else None
    level = np.array([one.levels.median for one in looked])
    return Reading(
        facts=facts,
        whole=whole,
        looked=len(looked),
        followed=sum(len(one.seconds) for one in stretches),
        level=_figure(level),
        clipped=_figure(np.array([one.levels.clipped for one in looked]), least=0.001),
        crushed=_figure(np.array([one.levels.crushed for one in looked]), least=0.001),
        noise=[NoiseLevel(**one._asdict()) for one in noisy if one.sigma > _steps(facts)] if _fed(facts) else [],
        sharpness=round(float(np.median([one.sharpness for one in looked])), 4),
        rgb=_middle(looked),
        over_time=[_at(one, (smeared or {}).get(one.second)) for one in _thinned(looked)],
        **_smear_figures(smeared),
        **_stretches(stretches),
    )


def _figure(values: Floats, *, least: float = LEVEL_SPREAD) -> Measure:
    spread = float(values.std() / np.sqrt(len(values)))
    return Measure(value=round(float(np.median(values)), 5), spread=round(float(np.hypot(spread, least)), 5))


def _middle(looked: list[_Looked]) -> list[float] | None:
    found = [one.rgb for one in looked if one.rgb is not None]
    if not found:
        return None
    return [round(float(one), 5) for one in np.median(np.array(found), axis=0)]


def _fed(facts: FileFacts) -> bool:
    """Whether a clip has bits enough for its coder to keep what is fine; a still has."""
    pixels = facts.width_px * facts.height_px * float(facts.rate or 0)
    least = LEAST_BITS.get(facts.codec, min(LEAST_BITS.values()))
    return pixels <= 0 or facts.mbit_s <= 0 or facts.mbit_s * 1e6 / pixels >= least


def _steps(facts: FileFacts) -> float:
    """What the steps of a depth make of even light [code values]: where there is less, a coder took the noise."""
    return float(1.0 / (219.0 * 2.0 ** (facts.bit_depth - 8)) / np.sqrt(12.0))


def _clear(facts: FileFacts, noisy: list[noise.NoiseAt]) -> bool:
    """Whether there is little enough noise, and bits enough, to tell smears by spectra."""
    told = [one.level / (GAMMA * one.sigma) for one in noisy if CLEAR_FROM <= one.level <= CLEAR_TO and one.sigma > 0]
    return _fed(facts) and (not told or float(np.median(told)) >= CLEAR)


def _smears(looked: list[_Looked]) -> dict[float, smear.Smear] | None:
    """Smears of the frames whose spectra were taken, by their moment; None where they cannot be told."""
    seen = [(one.second, one.parts) for one in looked if one.parts is not None]
    found = smear.smears([parts for _, parts in seen])
    return None if found is None else {second: one for (second, _), one in zip(seen, found, strict=True)}


def _smear_figures(smeared: dict[float, smear.Smear] | None) -> dict[str, object]:
    if smeared is None:
        return {}
    found = list(smeared.values())
    value, spread = smear.root_mean_square(found)
    long = [one for one in found if one.length_px >= max(smear.NONE_PX, value)]
    turned = np.radians([2.0 * one.way_deg for one in long])
    way = float(np.degrees(np.arctan2(np.sin(turned).sum(), np.cos(turned).sum())) / 2.0 % 180.0) if long else None
    return {
        "smear_px": Measure(value=round(value, 2), spread=round(max(TELLING, spread), 2)),
        "smear_deg": None if way is None else round(way, 1),
    }


def _at(one: _Looked, smeared: smear.Smear | None) -> MomentRead:
    rgb = None if one.rgb is None else [round(part, 4) for part in one.rgb]
    told = {name: round(float(value), 4) for name, value in zip(LEVELS, one.levels, strict=True)}
    length = None if smeared is None else round(smeared.length_px, 2)
    return MomentRead(second=round(one.second, 3), rgb=rgb, smear_px=length, **told)


LEVELS: Final = ("level", "low", "high", "clipped", "crushed")


def _thinned(looked: list[_Looked]) -> list[_Looked]:
    return looked[:: -(-len(looked) // MOST_POINTS)]


def _stretches(stretches: list[Stretch]) -> dict[str, object]:
    """What following told, put together over the stretches."""
    moved = [(one, steps) for one in stretches if (steps := one.steps) is not None]
    told: dict[str, object] = {
        "jumps": [round(at, 3) for one in stretches for at in one.jumps][:200],
        "doubled": sum(one.doubled for one in stretches),
        "rippling": _deepest(stretches),
        "moves": [point for one, steps in moved for point in _moves(one, steps)][:MOST_POINTS],
    }
    found = shake.shake([steps for _, steps in moved], by=moved[0][0].by) if moved else None
    if found is not None:
        told["shake_px"] = Measure(value=round(found.shaken, 4), spread=round(found.spread, 4))
        told["meant_px"] = round(found.meant, 4)
    return told


def _moves(stretch: Stretch, steps: shake.Steps) -> list[MovedRead]:
    meant, shaken = (np.hypot(*one.T) * stretch.by for one in shake.split(steps.steps))
    every = max(1, len(meant) // 60)
    pairs = list(zip(stretch.seconds[1:], shaken, meant, strict=False))[::every]
    return [
        MovedRead(second=round(at, 3), shaken_px=round(float(one), 3), meant_px=round(float(two), 3))
        for at, one, two in pairs
    ]


def _deepest(stretches: list[Stretch]) -> Rippling | None:
    found = [one for stretch in stretches if (one := stretch.rippling()) is not None]
    if not found:
        return None
    deepest = max(found, key=lambda one: one.depth)
    return Rippling(**{name: round(value, 4) for name, value in deepest._asdict().items()})
