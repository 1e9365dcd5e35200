"""Lamps on the mains against the shutter: how much ripple is left, and how it beats."""

from collections.abc import Sequence
from fractions import Fraction
from math import log2
from typing import Final

import numpy as np

from steady_tide.core.quantities import Floats, Quantity
from steady_tide.core.thresholds import threshold

CLEAN_RESIDUAL: Final = threshold("flicker.clean")
"""Share of the ripple below which a shutter counts as clean. **Assumed**."""


def residual_ripple(*, shutter_s: Quantity, mains_hz: float) -> Quantity:
    """Share of a lamp's ripple that a shutter keeps, in [0, 1].

    Lamps on mains f ripple at 2f; the shutter averages: |sinc(2 f t)| with the normalised
    sinc, zero at whole multiples of 1/(2f).
    """
    kept = np.abs(np.sinc(2.0 * mains_hz * np.asarray(shutter_s)))
    return float(kept) if kept.ndim == 0 else kept


def beat_hz(*, rate: float, mains_hz: float) -> float:
    """The slow beat seen between ripple and frames [Hz]: the least |2f - k fps| over whole k."""
    return float(beats_hz(rate=np.asarray(rate), mains_hz=mains_hz))


def beats_hz(*, rate: Floats, mains_hz: float) -> Floats:
    """How fast lamps beat from frame to frame [Hz], for many frame rates [1/s] at once, in their shape."""
    ripple = 2.0 * mains_hz
    return np.asarray(np.abs(ripple - np.rint(ripple / rate) * rate))


def nearest_clean_shutter(
    offered: Sequence[Fraction], *, near_s: float, rate: Fraction, mains_hz: float
) -> Fraction | None:
    """The offered shutter [s] nearest in stops that averages the ripple away, or None."""
    clean = [
        shutter
        for shutter in offered
        if shutter <= 1 / rate and residual_ripple(shutter_s=float(shutter), mains_hz=mains_hz) <= CLEAN_RESIDUAL
    ]
    return min(clean, key=lambda shutter: abs(log2(float(shutter) / near_s)), default=None)
