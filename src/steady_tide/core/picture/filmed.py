"""A shot as a camera records it, frame by frame, with what happens in front of it: known truth to measure against.

Shake is two things, as in a camera: how fast the view turns while the shutter is open, which smears, and what is left
of that between frames after stabilisation, which jumps. Both are drawn from one wandering rate, so that the worst smear
comes with the worst jump. Their root mean square over a clip is exactly what the set says.
"""

from collections.abc import Iterator
from typing import Annotated, Final, NamedTuple

import numpy as np
from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.picture.develop import recorded
from steady_tide.core.picture.moving import FORGETS_S
from steady_tide.core.picture.plate import Codes16, Plate
from steady_tide.core.picture.scene import Moment, lens_light
from steady_tide.core.picture.shot import Look, Shot, every_pixel
from steady_tide.core.quantities import Floats

MOST_FRAMES: Final = 3600
BACK_RAD: Final = 0.35
"""The subject turns back when it has gone so far to either side [rad]."""
Second = Annotated[float, Field(ge=0, le=3600)]
Stops = Annotated[float, Field(ge=-8, le=8)]


class Turn(Part):
    """From a moment on: recorded light brighter or darker, its red and its blue against green [stops]."""

    second: Second
    light_stops: Stops = 0.0
    red_stops: Stops = 0.0
    blue_stops: Stops = 0.0


class Happening(Part):
    """What happens in a clip. turns: light and colour at some moments, evenly changing between them; sudden: in jumps.

    pan_deg_s: how fast the view is turned on purpose. soft_px: out of focus [recorded px, standard deviation].
    doubled: frames that are recorded as a copy of the one before.
    """

    seconds: float = Field(default=2.0, gt=0, le=600)
    seed: int = Field(default=1, ge=0, le=2**31)
    turns: Annotated[list[Turn], Field(max_length=200)] = []
    sudden: bool = False
    pan_deg_s: float = Field(default=0.0, ge=-90, le=90)
    soft_px: float = Field(default=0.0, ge=0, le=40)
    doubled: Annotated[list[Annotated[int, Field(ge=1, le=MOST_FRAMES)]], Field(max_length=500)] = []


class Course(NamedTuple):
    """What a clip does at each of its F frames. second (F,); gain: light, and red and blue over it [stops], (F, 3).

    rate: how fast the view turns by shake, to the right and up [rad/s], (F, 2); way: where it is by what is left of
    that [rad], (F, 2); panned: by intention [rad], (F,); subject: where that is [rad], (F,).
    """

    second: Floats
    gain: Floats
    rate: Floats
    way: Floats
    panned: Floats
    subject: Floats


class Frame(NamedTuple):
    """A recorded frame: code values over all of 16 bits (h, w, 3)."""

    second: float
    codes: Codes16


def course(shot: Shot, happening: Happening) -> Course:
    """What happens when, the same for the same seed."""
    motion = shot.motion
    count = max(2, min(MOST_FRAMES, round(happening.seconds * motion.rate_hz)))
    second = np.arange(count) / motion.rate_hz
    unit = _wandering(count, 1.0 / motion.rate_hz, happening.seed)
    left = unit * motion.jitter_rad_s / motion.rate_hz
    way = np.concatenate([np.zeros((1, 2)), np.cumsum(left, axis=0)[:-1]])
    gone = motion.subject_rad_s * second
    return Course(
        second=second,
        gain=_gains(happening, second),
        rate=unit * motion.shake_rad_s,
        way=way,
        panned=np.radians(happening.pan_deg_s) * second,
        subject=BACK_RAD - np.abs((gone + BACK_RAD) % (4 * BACK_RAD) - 2 * BACK_RAD),
    )


def _wandering(count: int, step_s: float, seed: int) -> Floats:
    """A rate that wanders and forgets itself, (count, 2), of root mean square length 1."""
    chance = np.random.default_rng(seed)
    keeps = float(np.exp(-step_s / FORGETS_S))
    fresh = chance.standard_normal((count, 2))
    rate = np.zeros((count, 2))
    rate[0] = fresh[0]
    for frame in range(1, count):
        rate[frame] = keeps * rate[frame - 1] + np.sqrt(1.0 - keeps**2) * fresh[frame]
    rate -= rate.mean(axis=0)
    return np.asarray(rate / np.sqrt(np.mean(np.sum(np.square(rate), axis=1))))


def _gains(happening: Happening, second: Floats) -> Floats:
    """Light, and red and blue over it [stops] at moments, (F, 3)."""
    if not happening.turns:
        return np.zeros((len(second), 3))
    turns = sorted(happening.turns, key=lambda turn: turn.second)
    at = np.array([turn.second for turn in turns])
    told = np.array([(turn.light_stops, turn.red_stops, turn.blue_stops) for turn in turns])
    if happening.sudden:
        last = np.clip(np.searchsorted(at, second + 1e-9, side="right") - 1, 0, len(at) - 1)
        return np.asarray(told[last])
    return np.stack([np.interp(second, at, told[:, column]) for column in range(3)], axis=-1)


def filmed(plate: Plate, shot: Shot, happening: Happening) -> Iterator[Frame]:
    """The frames that are recorded, one by one, at their own size."""
    goes = course(shot, happening)
    look = every_pixel(shot.frame)
    doubled = set(happening.doubled)
    last: Codes16 | None = None
    for frame in range(len(goes.second)):
        if last is None or frame not in doubled:
            last = _frame(plate, shot, look, goes, frame, happening)
        yield Frame(float(goes.second[frame]), last)


def _frame(plate: Plate, shot: Shot, look: Look, goes: Course, frame: int, happening: Happening) -> Codes16:
    right, up = goes.way[frame]
    rate = goes.rate[frame]
    moment = Moment(
        subject=float(goes.subject[frame]),
        right=float(-right - goes.panned[frame]),
        up=float(-up),
        shaking=(float(rate[0]), float(rate[1])),
        soft_px=happening.soft_px,
    )
    light, red, blue = goes.gain[frame]
    gain = np.asarray(shot.gain) * 2.0 ** (light + np.array([red, 0.0, blue]))
    light = lens_light(plate, shot, look, moment)
    lit = shot.model_copy(update={"gain": tuple(float(one) for one in gain)})
    phase = float(2.0 * np.pi * shot.flicker.hz * goes.second[frame])
    return recorded(light, lit, seed=happening.seed * 1000 + frame + 1, phase=phase)
