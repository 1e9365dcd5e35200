"""Sun and moon as marks to begin and end by, over the day and the night after it."""

from typing import Final, Literal

import numpy as np

from steady_tide.core.day.timeline import Sky
from steady_tide.core.document import Part
from steady_tide.core.light.almanac import SUNRISE_DEG
from steady_tide.core.quantities import Floats

MarkKind = Literal["first-dawn", "first-light", "sunrise", "sunset", "last-light", "dark", "moonrise", "moonset"]
"""first-dawn, dark: sun 18 degrees down; first-light, last-light: 6 degrees down."""
SUN: Final[tuple[tuple[float, MarkKind, MarkKind], ...]] = (
    (-18.0, "first-dawn", "dark"),
    (-6.0, "first-light", "last-light"),
    (SUNRISE_DEG, "sunrise", "sunset"),
)
"""Heights of the sun [degrees], what it is called when it rises through one, and when it sinks."""


class SkyMark(Part):
    """A moment of the sky, in minutes after midnight of the day; past midnight it goes on."""

    kind: MarkKind
    minute: int


def sky_marks(sky: Sky) -> list[SkyMark]:
    """Every mark of the day and the night after it, by time; to a minute."""
    found = [mark for level, up, down in SUN for mark in _through(sky.sun_deg, level, up, down)]
    return sorted([*found, *_through(sky.moon_deg, SUNRISE_DEG, "moonrise", "moonset")], key=lambda one: one.minute)


def _through(heights: Floats, level: float, up: MarkKind, down: MarkKind) -> list[SkyMark]:
    above = heights > level
    turns = np.flatnonzero(above[1:] != above[:-1])
    passed = turns + (level - heights[turns]) / (heights[turns + 1] - heights[turns])
    return [
        SkyMark(kind=up if above[at + 1] else down, minute=int(minute))
        for at, minute in zip(turns, passed, strict=True)
    ]
