"""Help for a grade, not an editor: what would bring a clip to where its grey card should lie, in stops and Kelvin.

The correction is worked out in light: the clip's tone curve is undone, red, green and blue are multiplied, and the
standard look is put on. How bright and coloured the scene is by itself is left in: only what set and light did is
taken off.
"""

from collections.abc import Callable
from typing import Final

import numpy as np
from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.footage.expected import Scene
from steady_tide.core.footage.lessons import MIRED_PER_STOP
from steady_tide.core.footage.signs import MeasuredSigns
from steady_tide.core.picture.tone import LUMINANCE, STANDARD, Curve
from steady_tide.core.quantities import Floats

MOST_STOPS: Final = 3.0
"""More is not suggested: what lies below is noise, what lies above is gone."""
MOST_COLOUR: Final = 1.5
NEUTRAL_KELVIN: Final = 5500.0
WARMEST, COOLEST = 2000.0, 15_000.0
USUAL_SPREAD: Final = 0.55
"""From the darkest to the brightest twentieth of a picture that looks as usual, in code values. **Assumed**."""
SOFTEST, HARDEST = 0.7, 1.6
PIVOT: Final = 0.44


class Grade(Part):
    """A correction. exposure, red and blue in stops (over green); kelvin: of a picture that is neutral at 5500 K.

    contrast: how much steeper about mid grey than the standard look.
    """

    exposure_stops: float = Field(default=0.0, ge=-MOST_STOPS, le=MOST_STOPS)
    red_stops: float = Field(default=0.0, ge=-MOST_COLOUR, le=MOST_COLOUR)
    blue_stops: float = Field(default=0.0, ge=-MOST_COLOUR, le=MOST_COLOUR)
    kelvin: float = Field(default=NEUTRAL_KELVIN, ge=WARMEST, le=COOLEST)
    contrast: float = Field(default=1.0, ge=SOFTEST, le=HARDEST)


def suggested(seen: MeasuredSigns, scene: Scene, spread: float) -> Grade:
    """The correction for a clip of a scene. spread: between its bright and dark ends [code values of its profile]."""
    level = seen["level"][0] - scene.level
    red = seen["red"][0] - scene.red if "red" in seen else 0.0
    blue = seen["blue"][0] - scene.blue if "blue" in seen else 0.0
    red_stops, blue_stops = (float(np.clip(-one, -MOST_COLOUR, MOST_COLOUR)) for one in (red, blue))
    return Grade(
        exposure_stops=round(float(np.clip(-level, -MOST_STOPS, MOST_STOPS)), 2),
        red_stops=round(red_stops, 2),
        blue_stops=round(blue_stops, 2),
        kelvin=round(kelvin_of(red_stops, blue_stops), -1),
        contrast=round(float(np.clip(USUAL_SPREAD / max(spread, 0.05), SOFTEST, HARDEST)), 2),
    )


def kelvin_of(red_stops: float, blue_stops: float) -> float:
    """The Kelvin value that does about what red and blue gains do [stops]: a warmer correction is a higher one."""
    mired = 1e6 / NEUTRAL_KELVIN - MIRED_PER_STOP * (red_stops - blue_stops)
    return float(np.clip(1e6 / max(mired, 1e6 / COOLEST), WARMEST, COOLEST))


def graded(grade: Grade, curve: Curve) -> Callable[[Floats], Floats]:
    """What a correction makes of code values [0, 1] of a profile (..., 3): those of the standard look."""
    gain = 2.0 ** (grade.exposure_stops + np.array([grade.red_stops, 0.0, grade.blue_stops]))
    # Colour alone leaves the brightness of grey where exposure put it.
    even = 2.0**grade.exposure_stops / float(gain @ LUMINANCE)

    def look(codes: Floats) -> Floats:
        light = curve.decode(codes) * gain * even
        shown = STANDARD.encode(light)
        return np.asarray(np.clip(PIVOT + (shown - PIVOT) * grade.contrast, 0.0, 1.0))

    return look
