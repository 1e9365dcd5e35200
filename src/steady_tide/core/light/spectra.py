"""Spectra as small arrays: the grid of wavelengths, daylight, the eye's luminosity."""

from typing import Final

import numpy as np

from steady_tide.core.quantities import Floats

NM: Final[Floats] = np.arange(400.0, 701.0, 10.0)
"""Wavelengths of every spectrum here [nm], shape (31,)."""

DAYLIGHT: Final[Floats] = np.array(
    [
        82.75, 91.49, 93.43, 86.68, 104.86, 117.01, 117.81, 114.86, 115.92, 108.81, 109.35, 107.80, 104.79, 107.69,
        104.41, 104.05, 100.00, 96.33, 95.79, 88.69, 90.01, 89.60, 87.70, 83.29, 83.70, 80.03, 80.21, 82.28, 78.28,
        69.72, 71.61,
    ]
)  # fmt: skip
"""Relative power of daylight D65, 100 at 560 nm [CIE-15]."""

LUMINOSITY: Final[Floats] = np.array(
    [
        0.0004, 0.0012, 0.0040, 0.0116, 0.0230, 0.0380, 0.0600, 0.0910, 0.1390, 0.2080, 0.3230, 0.5030, 0.7100, 0.8620,
        0.9540, 0.9950, 0.9950, 0.9520, 0.8700, 0.7570, 0.6310, 0.5030, 0.3810, 0.2650, 0.1750, 0.1070, 0.0610, 0.0320,
        0.0170, 0.0082, 0.0041,
    ]
)  # fmt: skip
"""Photopic luminosity V of the CIE 1924 observer [CIE-15]."""


def luminous(spectrum: Floats) -> Floats:
    """Luminous amount of spectra of power, shape (..., 31) to (...), in the units of the power."""
    return np.asarray(np.sum(np.asarray(spectrum) * LUMINOSITY, axis=-1))


CHANNEL_NM: Final = ((615.0, 28.0), (540.0, 36.0), (460.0, 30.0))
"""Middle and width [nm] of the red, green and blue answer of a small camera. **Assumed**: smooth, of no make."""
CHANNELS: Final[Floats] = np.array([np.exp(-0.5 * np.square((NM - middle) / width)) for middle, width in CHANNEL_NM])
"""Answers of red, green and blue, shape (3, 31)."""


def channels(spectrum: Floats) -> Floats:
    """What red, green and blue take up of spectra of power, shape (..., 31) to (..., 3), in the units of the power."""
    return np.asarray(np.asarray(spectrum) @ CHANNELS.T)
