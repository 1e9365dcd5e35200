"""Lamps that flicker: a wave over time and rows. Over the frames it beats at its own rate less whole multiples of
theirs; down the rows it stands as bands, since a frame is read row by row.

Rows of consecutive frames lose their mean over time, so that the scene goes and what changes stays; its two-dimensional
spectrum has a peak where lamps flicker. A flicker whose beat is nothing at all, at 50 frames under 50 Hz, stands still
in every frame and cannot be told from the scene.
"""

from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.quantities import Floats

LEAST_FRAMES: Final = 16
MOST_BANDS: Final = 12.0
"""More bands than this in a frame are not looked for: no read-out is so slow."""
LEAST_BEAT_HZ: Final = 1.5
LEAST_TURNS: Final = 4.0
"""A beat has to come so often in what is looked at: what moves is slower."""
LEAST_DEPTH: Final = 0.004
OVER_REST: Final = 6.0
"""A peak has to stand so far over what else changes."""
PAD: Final = 4
LAMPS_HZ: Final = (100.0, 120.0)
"""Lamps on mains of 50 and 60 Hz ripple at twice that."""
ALIKE_HZ: Final = 1.0


class Flicker(NamedTuple):
    """beat_hz: how often it comes in the recording; depth: half the swing over the mean, in code values; bands: in a
    frame; lamp_hz: which lamps do that at this frame rate, 0 where it fits neither or both.
    """

    beat_hz: float
    depth: float
    bands: float
    lamp_hz: float


def beat_of(lamp_hz: float, rate_hz: float) -> float:
    """Visible beat [Hz]: |lamp - k * rate|, the least over k."""
    return abs(lamp_hz - round(lamp_hz / rate_hz) * rate_hz)


def flicker(rows: Floats, *, rate_hz: float) -> Flicker | None:
    """Flicker in consecutive frames. rows: mean levels of rows by frame (F, R), above 0. None where there is none."""
    frames, down = rows.shape
    if frames < LEAST_FRAMES:
        return None
    change = np.log(np.maximum(rows, 1e-3))
    change -= change.mean(axis=0)
    line = np.linspace(-1.0, 1.0, frames)
    change -= np.outer(line, line @ change / (line @ line))
    change *= np.hanning(frames)[:, None]
    power = np.abs(np.fft.fft2(change, s=(PAD * frames, PAD * down))) / (0.5 * frames * down)
    beats = np.fft.fftfreq(PAD * frames, 1.0 / rate_hz)
    bands = np.fft.fftfreq(PAD * down, 1.0 / down)
    slowest = max(LEAST_BEAT_HZ, LEAST_TURNS * rate_hz / frames)
    inside = (beats >= slowest)[:, None] & (np.abs(bands) <= MOST_BANDS)[None]
    looked = np.where(inside, power, 0.0)
    at, band = (int(one) for one in np.unravel_index(int(looked.argmax()), looked.shape))
    depth = 2.0 * float(looked[at, band])
    rest = float(np.median(power[beats >= slowest].max(axis=1)))
    if depth < LEAST_DEPTH or float(looked[at, band]) < OVER_REST * rest:
        return None
    beat = float(beats[at])
    fits = [lamp for lamp in LAMPS_HZ if abs(beat_of(lamp, rate_hz) - beat) <= ALIKE_HZ]
    return Flicker(beat, depth, abs(float(bands[band])), fits[0] if len(fits) == 1 else 0.0)
