"""Names, units and conversions of the quantities the product works in.

Everything that can be is kept in stops (base-2 logarithms), so that a plan is a sum.
Floats and NumPy arrays are accepted alike; shapes follow NumPy's broadcasting.
Sources by key: see docs/sources.md.
"""

import math
from fractions import Fraction
from typing import Final

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.errors import OutOfRange

Floats = NDArray[np.float64]
Ints = NDArray[np.intp]
Bools = NDArray[np.bool_]
Quantity = float | Floats

INCIDENT_CONSTANT: Final = 250.0
"""C [lx s], calibration of incident-light meters (ISO 2720)."""
REFLECTED_CONSTANT: Final = 12.5
"""K [cd s/m2], calibration of reflected-light meters (ISO 2720)."""
LENS_FACTOR: Final = 0.65
"""q, focal-plane exposure per luminance: lens, vignetting and cosine together (ISO 12232)."""
MID_GREY_EXPOSURE: Final = 10.0
"""H * S [lx s] of mid grey (ISO 12232, standard output sensitivity)."""
SATURATION_EXPOSURE: Final = 78.0
"""H * S [lx s] at saturation (ISO 12232, saturation-based speed)."""
LUX_AT_EV0: Final = INCIDENT_CONSTANT / 100.0
"""Illuminance [lx] at EV 0 for ISO 100."""
LUMINANCE_AT_EV0: Final = REFLECTED_CONSTANT / 100.0
"""Luminance [cd/m2] at EV 0 for ISO 100."""
HALF_TURN_DEG: Final = 180.0
WATER_INDEX: Final = 1.34
"""Refractive index of water against air."""


def require_positive(name: str, value: Quantity) -> None:
    """Raise OutOfRange unless every value is finite and above zero."""
    if isinstance(value, float):
        if not 0.0 < value < math.inf:
            raise OutOfRange(name, "it has to be above 0")
        return
    array = np.asarray(value, dtype=float)
    if not np.all(np.isfinite(array)) or np.any(array <= 0):
        raise OutOfRange(name, "it has to be above 0")


def stops(ratio: Quantity) -> Quantity:
    """Stops of a ratio of light: log2(ratio). Range: ratio > 0."""
    require_positive("ratio", ratio)
    return _same(np.log2(ratio), ratio)


def ev100_from_lux(lux: Quantity) -> Quantity:
    """EV at ISO 100 [stops] of an illuminance [lx]; E = 2.5 * 2^EV (ISO 2720, C = 250)."""
    require_positive("lux", lux)
    return _same(np.log2(np.asarray(lux) / LUX_AT_EV0), lux)


def lux_from_ev100(ev100: Quantity) -> Quantity:
    """Illuminance [lx] at an EV for ISO 100 [stops]; inverse of `ev100_from_lux`."""
    return _same(LUX_AT_EV0 * np.exp2(ev100), ev100)


def luminance_from_ev100(ev100: Quantity) -> Quantity:
    """Luminance of mid grey [cd/m2] at an EV for ISO 100; L = 0.125 * 2^EV (ISO 2720, K = 12.5)."""
    return _same(LUMINANCE_AT_EV0 * np.exp2(ev100), ev100)


def setting_value(*, f_number: Quantity, shutter_s: Quantity, iso: Quantity) -> Quantity:
    """The EV for ISO 100 that these settings expose to mid grey [stops].

    log2(N^2 / t) - log2(S / 100) (APEX; ISO 2720). All arguments above zero.
    """
    for name, value in (("f_number", f_number), ("shutter_s", shutter_s), ("iso", iso)):
        require_positive(name, value)
    exact = np.log2(np.square(f_number) / np.asarray(shutter_s)) - np.log2(np.asarray(iso) / 100.0)
    return float(exact) if np.ndim(exact) == 0 else exact


def focal_plane_exposure(*, ev100: Quantity, shutter_s: Quantity, f_number: Quantity) -> Quantity:
    """Luminous exposure of mid grey on the sensor [lx s]: H = q L t / N^2 (ISO 12232)."""
    exact = LENS_FACTOR * LUMINANCE_AT_EV0 * np.exp2(ev100) * np.asarray(shutter_s) / np.square(f_number)
    return float(exact) if np.ndim(exact) == 0 else exact


def density_stops(density: float) -> float:
    """Stops taken by an optical density: D / log10(2) = D / 0.30103."""
    return density / math.log10(2.0)


def shutter_angle_deg(*, shutter_s: Quantity, rate: Quantity) -> Quantity:
    """Shutter angle [degrees] = 360 * frames per second * shutter time."""
    exact = 360.0 * np.asarray(rate) * np.asarray(shutter_s)
    return float(exact) if np.ndim(exact) == 0 else exact


def shutter_at_angle(*, angle_deg: float, rate: Fraction) -> Fraction:
    """Shutter time [s], exact, at an angle in (0, 360] degrees."""
    if not 0 < angle_deg <= 360:
        raise OutOfRange("angle_deg", "it has to be above 0 and at most 360 degrees")
    return Fraction(angle_deg).limit_denominator(1000) / 360 / rate


def mired(kelvin: float) -> float:
    """Reciprocal megakelvin of a colour temperature [K]: 10^6 / T (CIE 15)."""
    require_positive("kelvin", kelvin)
    return 1e6 / kelvin


def mired_shift(*, from_kelvin: float, to_kelvin: float) -> float:
    """Mired shift from one colour temperature [K] to another."""
    return mired(to_kelvin) - mired(from_kelvin)


def rate_text(rate: Fraction) -> str:
    """A frame rate as people say it: 25, 29.97, 23.98; below one a second 0.1."""
    if rate < 1:
        return f"{float(rate):.3g}"
    return str(rate.numerator) if rate.denominator == 1 else f"{float(rate):.2f}"


LONG_S: Final = 0.4
"""From this time on shutters are written in seconds, not in parts of one."""


def shutter_text(shutter_s: Fraction | float) -> str:
    """A shutter time [s] as people write it, without its unit: 1/50, 1/97, 1/3, 0.29, 0.5, 15."""
    seconds = float(shutter_s)
    if seconds >= LONG_S:
        return f"{seconds:.1f}".removesuffix(".0")
    part = 1.0 / seconds
    return f"{seconds:.2g}" if part < 4 and abs(part - round(part)) > 0.05 else f"1/{part:.0f}"


def about_text(shutter_s: float) -> str:
    """A shutter time [s] that a camera will choose, to two figures: 1/340, 1/52, 2."""
    if shutter_s >= LONG_S:
        return f"{shutter_s:.2g}"
    return f"1/{float(f'{1.0 / shutter_s:.2g}'):.0f}"


def signed(stops_value: float) -> str:
    """Stops with their sign as people write them: +0.5, −1.0, 0."""
    text = f"{stops_value:+.1f}".replace("-", "−")
    return "0" if text[1:] == "0.0" else text


def _same(result: Floats | np.floating, like: Quantity) -> Quantity:
    """A float for a float, an array for an array."""
    return float(result) if np.ndim(like) == 0 else np.asarray(result)


def counted(number: float, noun: str, form: str = "g") -> str:
    """A number with its noun as people say it: 1 stop, 2 stops, 0.5 stops, 1.0 stops."""
    text = f"{number:{form}}"
    return f"{text} {noun if text == '1' else noun + 's'}"
