"""A shot as it plays on the timeline: every frame at its own moment, with what shake is left between frames.

Shake is drawn as a rate that wanders and forgets itself in about a quarter of a second, **assumed**; its root mean
square is what the set leaves of it. The subject crosses evenly, to and fro.
"""

from collections.abc import Iterator
from typing import Final

import numpy as np

from steady_tide.core.picture.develop import picture
from steady_tide.core.picture.plate import Codes8, Plate
from steady_tide.core.picture.scene import Moment
from steady_tide.core.picture.shot import Look, Motion, Shot
from steady_tide.core.quantities import Floats

SECONDS: Final = 2.4
MOST_FRAMES: Final = 150
FORGETS_S: Final = 0.25
BACK_RAD: Final = 0.35
"""The subject turns back when it has gone so far to either side [rad]."""


def frames_of(motion: Motion) -> int:
    """How many frames of the timeline are shown."""
    return max(2, min(MOST_FRAMES, round(SECONDS * motion.timeline_hz)))


def times(motion: Motion) -> Floats:
    """Moments of the scene that the frames of the timeline show [s]: recorded frames one by one, or some twice.

    What was recorded faster plays slower; what was recorded slower is held.
    """
    played = np.arange(frames_of(motion))
    if motion.rate_hz < motion.timeline_hz:
        return np.asarray(np.floor(played * motion.rate_hz / motion.timeline_hz + 1e-9) / motion.rate_hz)
    return np.asarray(played / motion.rate_hz)


def shaken(motion: Motion, *, seed: int = 0) -> Floats:
    """Where the view is by shake at each frame [rad], (frames, 2), across and up; it begins at its middle.

    From frame to frame of the timeline's rate it jumps by `jitter_rad_s` over that rate, root mean square,
    both directions together.
    """
    at = times(motion)
    step_s = 1.0 / motion.timeline_hz
    ends = int(np.ceil(at[-1] / step_s)) + 2
    chance = np.random.default_rng(seed)
    keeps = float(np.exp(-step_s / FORGETS_S))
    rate = np.zeros((ends, 2))
    rate[0] = chance.standard_normal(2)
    for frame in range(1, ends):
        rate[frame] = keeps * rate[frame - 1] + np.sqrt(1 - keeps**2) * chance.standard_normal(2)
    rate *= motion.jitter_rad_s / np.sqrt(np.mean(np.sum(np.square(rate), axis=-1)))
    way = np.cumsum(rate * step_s, axis=0)
    moments = np.arange(ends) * step_s
    found = np.stack([np.interp(at, moments, way[:, axis]) for axis in range(2)], axis=-1)
    return np.asarray(found - found[0])


def crossing(motion: Motion) -> Floats:
    """Where the subject is at each frame [rad]: across, and back again at the ends."""
    gone = motion.subject_rad_s * times(motion)
    return np.asarray(BACK_RAD - np.abs((gone + BACK_RAD) % (4 * BACK_RAD) - 2 * BACK_RAD))


def moving(plate: Plate, shot: Shot, look: Look) -> Iterator[Codes8]:
    """The frames of a shot, one by one, (h, w, 3) each."""
    at, view, subject = times(shot.motion), shaken(shot.motion), crossing(shot.motion)
    for frame, second in enumerate(at):
        moment = Moment(float(subject[frame]), float(-view[frame, 0]), float(-view[frame, 1]))
        phase = float(2.0 * np.pi * shot.flicker.hz * second)
        yield picture(plate, shot, look, moment=moment, seed=frame + 1, phase=phase)
