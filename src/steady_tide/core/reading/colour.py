"""Colour of a frame: red, green and blue of its middle, by how bright: the same things whatever the exposure."""

from typing import Final

import numpy as np

from steady_tide.core.quantities import Floats
from steady_tide.core.reading.frames import KB, KR, FrameCodes

MIDDLE: Final = (25.0, 75.0)
"""What is brighter than so many percent of a frame, and darker than the rest."""
DARKEST, BRIGHTEST = 0.015, 0.97
"""What lies beyond says nothing of colour."""
LEAST_SHARE: Final = 0.02


def middle_colour(frame: FrameCodes) -> tuple[float, float, float] | None:
    """Means of red, green and blue code values [0, 1]; None where next to nothing lies in between."""
    rgb = frame.rgb()
    luma = rgb @ np.array([KR, 1.0 - KR - KB, KB])
    low, high = np.percentile(luma, MIDDLE)
    inside = (luma >= low) & (luma <= high) & (luma > DARKEST) & (luma < BRIGHTEST)
    if inside.mean() < LEAST_SHARE:
        return None
    middle: Floats = rgb[inside].mean(axis=0)
    red, green, blue = (float(one) for one in middle)
    return red, green, blue
