"""Dew on a lens that looks at a clear night sky."""

from math import log
from typing import Final

from steady_tide.core.errors import OutOfRange

RADIATES_K: Final = 3.0
"""Glass under a clear night sky grows so much colder than the air [K]. **Assumed**."""


def dew_point_c(*, temperature_c: float, humidity_percent: float) -> float:
    """Temperature at which air of a humidity in (0, 100] % begins to settle [degrees C].

    Magnus, with Sonntag's constants (1990): 17.62 and 243.12 degrees C over water.
    """
    if not 0.0 < humidity_percent <= 100.0:
        raise OutOfRange("humidity_percent", "it has to lie above 0, and at most at 100")
    held = log(humidity_percent / 100.0) + 17.62 * temperature_c / (243.12 + temperature_c)
    return 243.12 * held / (17.62 - held)


def settles(*, temperature_c: float, humidity_percent: float) -> bool:
    """Whether dew settles on glass under a clear night sky."""
    return temperature_c - RADIATES_K <= dew_point_c(temperature_c=temperature_c, humidity_percent=humidity_percent)
