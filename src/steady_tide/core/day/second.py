"""A second set for the light in which a scene's set ends: the same picture, in a free slot, changed at a press."""

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import Final

import numpy as np

from steady_tide.core.day.stations import WHILE, Second, Station
from steady_tide.core.day.swaps import Course, course_of
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.plan import Sketch

LEAST_MINUTES: Final = 5
"""A set that is left for less is not worth a second one. **Assumed**."""
Offer = Callable[[Station, tuple[int, int], frozenset[int]], Second | None]
"""A second set for a station's light between two minutes of the day, in none of the slots that are taken already."""


def picture_of(sketch: Sketch) -> dict[Setting, Value]:
    """What makes a set's picture, as pins for another: only what exposes may differ, if both are to cut together."""
    return {setting: value for setting, value in sketch.values.items() if not SETTINGS[setting].exposes}


def otherwise(first: Sketch, second: Sketch) -> list[Setting]:
    """What has to be dialled in otherwise. Filters are fitted, not dialled in."""
    dialled = [setting for setting in Setting if setting in second.values and not SETTINGS[setting].by_hand]
    return [setting for setting in dialled if second.values[setting] != first.values.get(setting)]


def otherwise_words(settings: Sequence[Setting], second: Sketch) -> str:
    """What a second set has otherwise, as it is read: "shutter 1/60 s, ISO ceiling 1600"."""
    return ", ".join(SETTINGS[setting].in_text_before(second.texts[setting]) for setting in settings)


def _both_used(station: Station, row: Sequence[int]) -> bool:
    """Whether a scene goes through both of its sets: a second one is no other plan for all of it."""
    return len({station.choices[choice].slot for choice in row}) == 2


def with_seconds(stations: Sequence[Station], offer: Offer) -> Course:
    """The course of one camera through its scenes, where a second set may help a scene that filter and ISO do not."""
    course, kept = course_of(stations), list(stations)
    for index, station in enumerate(stations):
        reached = np.isfinite(WHILE[station.reachable].preset)
        if not reached or course.minutes_out[station.setup] < LEAST_MINUTES:
            continue
        row = course.way.choices[index]
        out = station.minutes[np.flatnonzero(station.beyond[row, np.arange(len(row))])]
        taken = frozenset(other.second.slot for other in kept if other.second is not None)
        second = offer(station, (int(out[0]), int(out[-1]) + 1), taken)
        if second is None:
            continue
        tried = [*kept[:index], replace(station, second=second), *kept[index + 1 :]]
        better = course_of(tried)
        fewer = better.minutes_out[station.setup] < course.minutes_out[station.setup]
        if fewer and better.way.cost < course.way.cost and _both_used(tried[index], better.way.choices[index]):
            course, kept = better, tried
    return course
