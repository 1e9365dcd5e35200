"""Coloured glass: parametric transmission spectra, and what they cost in the light that reaches them."""

from typing import Literal

import numpy as np

from steady_tide.core.light.spectra import NM, luminous
from steady_tide.core.quantities import Floats

Form = Literal["edge", "notch"]


def transmission(*, form: Form, nm: float, width_nm: float, least: float, most: float) -> Floats:
    """Share that passes by wavelength, shape (31,), each in [least, most].

    "edge": from `least` below `nm` to `most` above it, a logistic of width `width_nm` (a red
    filter). "notch": `most` everywhere but a Gaussian dip to `least` at `nm` (magenta takes
    green). Own parametric form; a measured curve is fitted by its five figures.
    """
    if form == "edge":
        return np.asarray(least + (most - least) / (1.0 + np.exp(-(NM - nm) / width_nm)))
    return np.asarray(most - (most - least) * np.exp(-0.5 * np.square((NM - nm) / width_nm)))


def loss_stops(passed: Floats, light: Floats) -> float:
    """Stops of luminous exposure that glass of transmission `passed` takes from a `light`, both shape (31,)."""
    return float(np.log2(luminous(light) / luminous(np.asarray(passed) * np.asarray(light))))
