"""How somebody reads and types quantities: chosen once, acted on where words and fields are shown.

Everything is kept and worked out in SI units. Words that tell a length or a temperature set it with a narrow
no-break space before its unit, as SI has it; by that mark they are told in feet or Fahrenheit to those who wish it.
"""

import re
from typing import Final, Literal

from steady_tide.core.document import Part

THIN: Final = "\u202f"
"""Stands between a number and its unit where the quantity may be told otherwise; nobody types it."""
METRES_PER_FOOT: Final = 0.3048
HOUR: Final = "\u2060"
"""Stands unseen before a time of the clock that may be told otherwise."""
_TOLD: Final = re.compile(rf"([−-]?\d+(?:\.\d+)?){THIN}(m|°C)(?![\w/])")


class Habits(Part):
    """Units and ways of reading. mains_hz: of the lamps where new scenes are filmed."""

    lengths: Literal["metres", "feet"] = "metres"
    temperatures: Literal["celsius", "fahrenheit"] = "celsius"
    clock: Literal["24h", "12h"] = "24h"
    mains_hz: Literal[50, 60] = 50
    shutters: Literal["time", "angle"] = "time"
    light: Literal["ev", "lux"] = "ev"


def metres(value: float) -> str:
    """A length [m] for words, in three figures: 7 m, 0.35 m."""
    return f"{value:.3g}{THIN}m" if abs(value) < 1000 else f"{value:.0f}{THIN}m"


def celsius(value: float) -> str:
    """A temperature [°C] for words."""
    return f"{value:.3g}{THIN}°C"


def hour(clock: str) -> str:
    """A time of the clock, 20:15, for words."""
    return f"{HOUR}{clock}"


def spoken(text: str, habits: Habits) -> str:
    """Words with their lengths and temperatures told by somebody's habits, unmarked; hours stay as on a clock of 24."""

    def told(found: re.Match[str]) -> str:
        value, unit = float(found[1].replace("−", "-")), found[2]
        if unit == "m" and habits.lengths == "feet":
            return f"{value / METRES_PER_FOOT:.3g} ft"
        if unit == "°C" and habits.temperatures == "fahrenheit":
            return f"{32 + 1.8 * value:.0f} °F"
        return f"{found[1]} {unit}"

    return _TOLD.sub(told, text).replace(HOUR, "")
