"""A ramp of light shot at intervals: what the camera's automatic does along it, and where the picture jumps.

The automatic sets shutter and ISO in thirds of a stop, **assumed**: each step is a jump between two frames.
"""

from typing import Final, Literal

import numpy as np

from steady_tide.core.document import Part
from steady_tide.core.exposure.reach import ExposureSet
from steady_tide.core.quantities import Floats, counted, shutter_text

STEP_STOPS: Final = 1.0 / 3.0
STILL_STOPS: Final = 0.004
"""A change from minute to minute below this is none [stops]."""
SHORTEST_PHASE: Final = 3
"""Shorter stretches belong to their neighbours [minutes]."""
SEEN_STOPS: Final = 0.5
"""From so much too bright or dark on the picture is told to leave its place. **Assumed**."""

Moving = Literal["shutter", "iso", "both", "picture", "nothing"]
"""What follows the light: the shutter, the ISO, both, nothing but the picture itself; or the light stands still."""


class Phase(Part):
    """A stretch in which one thing follows the light [minutes of the day]. steps: jumps of a third of a stop in it.

    error_stops: how far the picture is off at its end; words: what it comes to.
    """

    start: int
    end: int
    moving: Moving
    steps: int
    error_stops: float
    words: str


class Ramp(Part):
    """What a set does along a changing light. light_stops: between its brightest and darkest.

    jumps: steps of a third in all; every_frames: frames between two of them where they are nearest; None without any.
    leaves: the minute from which the picture is off by half a stop or more; None where it never is.
    """

    light_stops: float
    phases: list[Phase]
    jumps: int
    every_frames: float | None
    leaves: int | None
    worst_stops: float
    words: str


def ramp_of(minutes: Floats, ev100: Floats, exposing: ExposureSet, *, interval_s: float) -> Ramp:
    """A set along the light of some minutes in order, shape (n,), n > 1. interval_s: between two frames."""
    chosen = exposing.choose(ev100)
    shutter, gain, error = (
        np.broadcast_to(one, ev100.shape)
        for one in (np.log2(chosen.shutter_s), np.log2(chosen.iso), np.asarray(chosen.error_stops))
    )
    moving = _moving(shutter, gain, error)
    phases = [_phase(minutes, shutter, gain, error, moving[first], first, last) for first, last in _stretches(moving)]
    off = np.flatnonzero(np.abs(error) >= SEEN_STOPS)
    jumps = sum(phase.steps for phase in phases)
    return Ramp(
        light_stops=round(float(np.ptp(ev100)), 1),
        phases=phases,
        jumps=jumps,
        every_frames=_every(phases, interval_s),
        leaves=int(minutes[off[0]]) if len(off) else None,
        worst_stops=round(float(error[np.argmax(np.abs(error))]), 2),
        words=_words(float(np.ptp(ev100)), jumps, error),
    )


def _moving(shutter: Floats, gain: Floats, error: Floats) -> list[Moving]:
    """What follows the light between one minute and the next, shape (n - 1,)."""
    found: list[Moving] = []
    for times, isos, off in zip(*(np.abs(np.diff(one)) > STILL_STOPS for one in (shutter, gain, error)), strict=True):
        if times and isos:
            found.append("both")
        elif times or isos:
            found.append("shutter" if times else "iso")
        else:
            found.append("picture" if off else "nothing")
    return found


def _stretches(moving: list[Moving]) -> list[tuple[int, int]]:
    """Stretches of one kind, from index to index of the minutes; shorter ones go with what was before."""
    found: list[tuple[int, int]] = []
    first = 0
    for index in range(1, len(moving) + 1):
        if index == len(moving) or moving[index] != moving[first]:
            if found and (index - first < SHORTEST_PHASE or moving[found[-1][0]] == moving[first]):
                found[-1] = (found[-1][0], index)
            else:
                found.append((first, index))
            first = index
    return found


def _phase(
    minutes: Floats, shutter: Floats, gain: Floats, error: Floats, moving: Moving, first: int, last: int
) -> Phase:
    steps = sum(_steps(one[first : last + 1]) for one in (shutter, gain))
    off = round(float(error[last]), 2)
    at = (
        f"{shutter_text(2.0 ** float(shutter[last]))} s"
        if shutter[last] < -1
        else f"{2.0 ** float(shutter[last]):.3g} s"
    )
    iso = f"ISO {2.0 ** float(gain[last]):.0f}"
    told: dict[Moving, str] = {
        "shutter": f"the shutter goes to {at}",
        "iso": f"ISO goes to {iso.removeprefix('ISO ')}",
        "both": f"shutter and ISO go to {at} and {iso}",
        "picture": f"nothing is left to follow with: {_off(float(error[first]))} at first, {_off(off)} at the end",
        "nothing": f"the light stands still; {at}, {iso}",
    }
    return Phase(
        start=int(minutes[first]), end=int(minutes[last]), moving=moving, steps=steps, error_stops=off,
        words=told[moving],
    )  # fmt: skip


def _steps(stops: Floats) -> int:
    """Thirds of a stop that are gone through on the way, there and back, shape (n,)."""
    return int(np.abs(np.diff(np.rint(stops / STEP_STOPS))).sum())


def _off(stops: float) -> str:
    return f"{counted(abs(stops), 'stop', '.1f')} too {'bright' if stops > 0 else 'dark'}"


def _every(phases: list[Phase], interval_s: float) -> float | None:
    """Frames between two steps where they follow each other fastest."""
    found = [60.0 * (phase.end - phase.start) / phase.steps / interval_s for phase in phases if phase.steps]
    return round(min(found), 1) if found else None


def _words(light: float, jumps: int, error: Floats) -> str:
    worst = float(error[np.argmax(np.abs(error))])
    if jumps == 0:
        fixed = f"The light changes by {light:.1f} stops and nothing follows it"
        return f"{fixed}: the picture comes to {_off(worst)}." if abs(worst) >= SEEN_STOPS else f"{fixed}; it holds."
    told = f"The automatic follows {light:.1f} stops of light in {counted(jumps, 'jump')} of a third of a stop"
    return f"{told}, and comes to {_off(worst)}." if abs(worst) >= SEEN_STOPS else f"{told}; even them out in the edit."
