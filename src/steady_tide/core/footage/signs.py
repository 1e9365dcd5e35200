"""What a clip shows, in the terms a plan promises: stops, degrees a second, signal to noise. One table of them."""

from collections.abc import Mapping
from typing import Final, Literal, NamedTuple

import numpy as np

from steady_tide.core.picture.tone import GREY, Curve
from steady_tide.core.quantities import Floats
from steady_tide.core.reading.reading import Reading

Name = Literal[
    "level", "red", "blue", "noise", "smear", "shake", "ripple",
    "drift", "colour_drift", "jumps", "doubled",
]  # fmt: skip
MeasuredSigns = Mapping[Name, tuple[float, float]]
"""Signs of a clip, each with its uncertainty."""


class Sign(NamedTuple):
    """A sign. unit; fuzzy: how far a sound clip may be off what was expected, one standard deviation, besides its own
    uncertainty; one_sided: whether less of it than expected is no fault.
    """

    label: str
    unit: str
    fuzzy: float
    one_sided: bool = False


TABLE: Final[dict[Name, Sign]] = {
    "level": Sign("Exposure", "stops", 0.5),
    "red": Sign("Red against green", "stops", 0.22),
    "blue": Sign("Blue against green", "stops", 0.22),
    "noise": Sign("Noise at mid grey", "stops", 0.35, one_sided=True),
    "smear": Sign("Smear", "stops", 0.45),
    "shake": Sign("Shake between frames", "stops", 0.45),
    "ripple": Sign("Flicker", "", 0.02, one_sided=True),
    "drift": Sign("Drift of exposure", "stops", 0.3, one_sided=True),
    "colour_drift": Sign("Drift of colour", "stops", 0.1, one_sided=True),
    "jumps": Sign("Jumps of exposure", "", 0.4, one_sided=True),
    "doubled": Sign("Frames that stand twice", "", 0.5, one_sided=True),
}
"""**Assumed**: how far sound footage strays from what was expected of its scene."""
LEAST_SMEAR_PX: Final = 1.5
"""Shorter smears are alike: no eye tells them."""
LEAST_SHAKE_DEG_S: Final = 0.1
NOISE_FROM, NOISE_TO = 0.12, 3.0
"""Noise is taken from light between these, over mid grey."""
LEAST_SLOPE: Final = 1e-4
MOST_BLOWN: Final = 0.3
"""Where more of a frame is blown out, its colour says nothing."""
END: Final = 0.97
"""A code value beyond which nothing is told of light."""


def stops_of(curve: Curve, code: float) -> float:
    """Light of a code value over mid grey [stops], within what the curve holds."""
    light = float(curve.decode(min(max(code, 1e-3), END)))
    return float(np.log2(max(light, 1e-5) / GREY))


def slope(curve: Curve, code: float) -> float:
    """Code values for a relative change of light, at a code value."""
    light = float(curve.decode(code))
    step = 1e-3
    return float(curve.encode(light * (1 + step)) - curve.encode(light * (1 - step))) / (2 * step)


def shown(reading: Reading, curve: Curve, *, focal_px: float, rate_hz: float) -> dict[Name, tuple[float, float]]:
    """Signs of a reading, each with its uncertainty; those it cannot tell are left out.

    focal_px: of the recorded frame, the port's enlargement counted in. rate_hz: frames a second as recorded.
    """
    found: dict[Name, tuple[float, float]] = {}
    steep = max(slope(curve, reading.level.value), LEAST_SLOPE)
    found["level"] = stops_of(curve, reading.level.value), reading.level.spread / steep / np.log(2.0)
    if reading.rgb is not None and reading.clipped.value < MOST_BLOWN:
        red, green, blue = (stops_of(curve, code) for code in reading.rgb)
        found["red"], found["blue"] = (red - green, 0.05), (blue - green, 0.05)
    if (noise := _noise(reading, curve)) is not None:
        found["noise"] = noise, 0.15
    if reading.smear_px is not None:
        found["smear"] = (
            smear_stops(reading.smear_px.value),
            _relative(max(reading.smear_px.value, LEAST_SMEAR_PX), reading.smear_px.spread),
        )
    if reading.shake_px is not None:
        by = np.degrees(1.0 / focal_px) * rate_hz
        value, spread = reading.shake_px.value * by, reading.shake_px.spread * by
        found["shake"] = shake_stops(value), _relative(max(value, LEAST_SHAKE_DEG_S), spread)
    if reading.followed:
        depth = 0.0 if reading.rippling is None else reading.rippling.depth / steep
        found["ripple"] = depth, 0.01
        found["jumps"], found["doubled"] = (float(len(reading.jumps)), 0.1), (float(reading.doubled), 0.1)
    found.update(_over_time(reading, curve))
    return found


def smear_stops(px: float) -> float:
    """A smear in doublings over the shortest that is told."""
    return float(np.log2(max(px, LEAST_SMEAR_PX) / LEAST_SMEAR_PX))


def shake_stops(deg_s: float) -> float:
    """Shake between frames in doublings over the least that is told."""
    return float(np.log2(max(deg_s, LEAST_SHAKE_DEG_S) / LEAST_SHAKE_DEG_S))


def _relative(value: float, spread: float) -> float:
    return float(np.log2(1.0 + spread / max(value, 1e-6)))


def _noise(reading: Reading, curve: Curve) -> float | None:
    """Noise at mid grey over its light [stops], as shot noise has it; None where no level near it is even."""
    found = []
    for one in reading.noise:
        light = float(curve.decode(min(max(one.level, 1e-3), END))) / GREY
        if NOISE_FROM <= light <= NOISE_TO:
            relative = one.sigma / max(slope(curve, one.level), LEAST_SLOPE)
            found.append((np.log2(max(relative * np.sqrt(light), 1e-6)), one.blocks))
    if not found:
        return None
    values, weights = np.array(found).T
    order = np.argsort(values)
    share = np.cumsum(weights[order]) / weights.sum()
    return float(values[order][np.searchsorted(share, 0.5)])


def _over_time(reading: Reading, curve: Curve) -> dict[Name, tuple[float, float]]:
    """How exposure and colour drift: the slow change over a clip, from its first third to its last, and the most."""
    if len(reading.over_time) < 3:
        return {}
    level = np.array([stops_of(curve, one.level) for one in reading.over_time])
    found: dict[Name, tuple[float, float]] = {"drift": (_drift(level), 0.08)}
    coloured = [one.rgb for one in reading.over_time if one.rgb is not None]
    if len(coloured) >= 3:
        light = np.array([[stops_of(curve, code) for code in rgb] for rgb in coloured])
        sides = light[:, [0, 2]] - light[:, [1]]
        found["colour_drift"] = max(_drift(one) for one in sides.T), 0.04
    return found


def _drift(values: Floats) -> float:
    """How far a line through values goes from the first to the last, or a third of them lies off another."""
    count = len(values)
    line = np.linspace(-1.0, 1.0, count)
    along = 2.0 * abs(float(line @ (values - values.mean()) / (line @ line)))
    thirds = [float(np.median(part)) for part in np.array_split(values, 3)]
    return max(along, max(thirds) - min(thirds))
