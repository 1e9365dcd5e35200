"""How somebody reads and types quantities: chosen once, acted on where words and fields are shown.

Everything is kept and worked out in SI units; what is told is a message whose quantities carry theirs.
"""

from typing import Final, Literal

from steady_tide.core.document import Part

METRES_PER_FOOT: Final = 0.3048


class Habits(Part):
    """Units and ways of reading. mains_hz: of the lamps where new scenes are filmed."""

    lengths: Literal["metres", "feet"] = "metres"
    temperatures: Literal["celsius", "fahrenheit"] = "celsius"
    clock: Literal["24h", "12h"] = "24h"
    mains_hz: Literal[50, 60] = 50
    shutters: Literal["time", "angle"] = "time"
    light: Literal["ev", "lux"] = "ev"
