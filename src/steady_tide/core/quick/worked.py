"""What a quick sum gives: results with their formula, a drawing, what it takes for granted, the start of a scene."""

from collections.abc import Callable, Iterable
from typing import Any, Final

from pydantic import Field

from steady_tide.core.document import Part

POINTS: Final = 48
"""So many points a drawn curve has."""


class Figured(Part):
    """A result: its value in its unit, as it is read, and the formula behind it. main: the one that was asked for."""

    key: str
    label: str
    value: float
    unit: str
    text: str
    formula: str
    main: bool = False


class Point(Part):
    """A point of a curve."""

    x: float
    y: float


class Drawn(Part):
    """A curve with the place that was asked for. across, upward: what x and y are, with their unit."""

    across: str
    upward: str
    points: list[Point]
    at: Point


class Outline(Part):
    """A frame, as it lies in another: its size and name. inner: whether it is what is left."""

    width: float
    height: float
    label: str
    inner: bool = False


class Worked(Part):
    """A quick sum worked out. notes: what it takes for granted. brief: how a scene with these values begins."""

    figures: list[Figured]
    drawn: Drawn | None = None
    outlines: list[Outline] = []
    notes: list[str] = []
    brief: dict[str, Any] | None = Field(default=None, description="The beginning of a brief document.")


def curve(work: Callable[[float], float], *, least: float, most: float, at: float, across: str, upward: str) -> Drawn:
    """A curve of evenly spaced points between two values; at: the value that was asked for."""
    step = (most - least) / (POINTS - 1)

    def point(x: float) -> Point:
        return Point(x=round(x, 5), y=round(work(x), 5))

    points = [point(least + step * index) for index in range(POINTS)]
    return Drawn(across=across, upward=upward, points=points, at=point(at))


def main_first(figures: Iterable[Figured]) -> list[Figured]:
    """Figures with the one that was asked for in front."""
    return sorted(figures, key=lambda one: not one.main)
