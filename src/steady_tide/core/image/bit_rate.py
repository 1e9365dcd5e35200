"""Bits: how thin the recorder spreads them, and what a card holds."""

from typing import Final

import numpy as np

from steady_tide.core.quantities import Floats, Quantity
from steady_tide.core.thresholds import threshold

GB_PER_HOUR_PER_MBIT = 0.45
"""1 Mbit/s for an hour: 3600 / 8 / 1000 GB."""
CARD_MARGIN: Final = threshold("card.margin")
"""A card has to sustain the bit rate with a quarter to spare."""


def bits_per_pixel(*, mbit_s: Quantity, width_px: Quantity, height_px: Quantity, rate: Quantity) -> Quantity:
    """Bits the recorder spends on each pixel of each frame."""
    pixels: Floats = np.asarray(width_px) * np.asarray(height_px) * np.asarray(rate)
    return np.asarray(mbit_s) * 1e6 / pixels


def gb_per_hour(mbit_s: Quantity) -> Quantity:
    """Gigabytes (10^9) in an hour at a bit rate [Mbit/s]."""
    return GB_PER_HOUR_PER_MBIT * np.asarray(mbit_s)


def needed_card_mb_s(mbit_s: Quantity) -> Quantity:
    """MB/s a card has to sustain for a bit rate [Mbit/s], with margin."""
    return np.asarray(mbit_s) / 8.0 * CARD_MARGIN
