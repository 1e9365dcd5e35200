"""Sun and moon at a place and time, from a library; the day's events as people name them."""

from collections.abc import Iterable
from datetime import UTC, date, datetime, timedelta
from math import degrees
from typing import Final, Literal, NamedTuple
from zoneinfo import ZoneInfo

import ephem
import numpy as np

from steady_tide.core.document import Part
from steady_tide.core.errors import OutOfRange
from steady_tide.core.quantities import Floats

SUNRISE_DEG: Final = -50.0 / 60.0
"""Geometric altitude of the sun's middle at sunrise and sunset: 34' of refraction, 16' of radius."""
GOLDEN_DEG: Final = (-4.0, 6.0)
BLUE_DEG: Final = (-6.0, -4.0)
"""Altitudes between which the hour is called golden, and blue. By practice; the names have no standard."""
EventKind = Literal["dawn", "sunrise", "noon", "sunset", "dusk"]


class Place(NamedTuple):
    """A point on the earth: latitude north [-90, 90], longitude east [-180, 180] [degrees]."""

    latitude_deg: float
    longitude_deg: float


class Position(NamedTuple):
    """Where a body stands [degrees]: geometric altitude over the level horizon, azimuth from north over east."""

    altitude_deg: float
    azimuth_deg: float


class SkyEvent(Part):
    """A moment of the day: civil dawn, sunrise, solar noon, sunset, civil dusk; with the sun's azimuth."""

    kind: EventKind
    at: datetime
    azimuth_deg: float


class SkyDay(Part):
    """A day at a place. polar: whether the sun stays up or down all day; else None."""

    events: list[SkyEvent]
    golden: list[tuple[datetime, datetime]]
    blue: list[tuple[datetime, datetime]]
    polar: Literal["day", "night"] | None
    moon_share: float
    highest_deg: float


def _observer(place: Place, when: datetime) -> ephem.Observer:
    if not (-90 <= place.latitude_deg <= 90 and -180 <= place.longitude_deg <= 180):
        raise OutOfRange("place", "latitude lies within -90 and 90, longitude within -180 and 180 degrees")
    if when.tzinfo is None:
        raise OutOfRange("when", "a time needs its zone")
    observer = ephem.Observer()
    observer.lat, observer.lon = str(place.latitude_deg), str(place.longitude_deg)
    observer.pressure = 0
    observer.date = when.astimezone(UTC).replace(tzinfo=None)
    return observer


def sun_at(place: Place, when: datetime) -> Position:
    """The sun's geometric position at an aware time. Source: the XEphem library, VSOP87, below 0.01 degree."""
    sun = ephem.Sun(_observer(place, when))
    return Position(degrees(sun.alt), degrees(sun.az))


def moon_at(place: Place, when: datetime) -> tuple[Position, float]:
    """The moon's geometric position, and the share of its disc that is lit [0, 1]."""
    moon = ephem.Moon(_observer(place, when))
    return Position(degrees(moon.alt), degrees(moon.az)), float(moon.phase) / 100.0


def sun_path(place: Place, times: Iterable[datetime]) -> Floats:
    """Geometric altitude and azimuth [degrees] at many times, shape (n, 2)."""
    return np.array([sun_at(place, when) for when in times])


def sun_altitudes(place: Place, times: Iterable[datetime]) -> Floats:
    """Geometric altitudes [degrees] at many times, shape (n,)."""
    return sun_path(place, times)[:, 0]


def day_bounds(day: date, zone: str) -> tuple[datetime, datetime]:
    """First and last moment of a local day; 23 or 25 hours apart when the clocks change."""
    start = datetime(day.year, day.month, day.day, tzinfo=ZoneInfo(zone))
    after = day + timedelta(days=1)
    return start, datetime(after.year, after.month, after.day, tzinfo=ZoneInfo(zone))


def sky_day(place: Place, day: date, zone: str) -> SkyDay:
    """Events of a local day in the place's own zone. Source: as `sun_at`; crossings by halving to a second."""
    start, end = day_bounds(day, zone)
    first, last = start.astimezone(UTC), end.astimezone(UTC)
    times = [first + timedelta(minutes=m) for m in range(int((last - first).total_seconds() // 60) + 1)]
    heights = sun_altitudes(place, times)
    local = ZoneInfo(zone)

    def at(moment: datetime) -> datetime:
        return moment.astimezone(local)

    def crossings(level: float) -> list[tuple[datetime, bool]]:
        above = heights > level
        turned = np.flatnonzero(above[1:] != above[:-1])
        return [(_crossing(place, times[i], times[i + 1], level), bool(above[i + 1])) for i in turned]

    noon = times[int(np.argmax(heights))]
    kinds: list[tuple[EventKind, datetime]] = [("noon", noon)]
    for level, up, down in ((-6.0, "dawn", "dusk"), (SUNRISE_DEG, "sunrise", "sunset")):
        kinds += [(up if rising else down, moment) for moment, rising in crossings(level)]  # type: ignore[misc]
    events = [
        SkyEvent(kind=kind, at=at(moment), azimuth_deg=round(sun_at(place, moment).azimuth_deg, 1))
        for kind, moment in sorted(kinds, key=lambda pair: pair[1])
    ]
    risen = bool((heights > SUNRISE_DEG).all())
    polar: Literal["day", "night"] | None = "day" if risen else "night" if (heights <= SUNRISE_DEG).all() else None

    def between(bounds: tuple[float, float]) -> list[tuple[datetime, datetime]]:
        return [(at(first), at(last)) for first, last in _spans(times, heights, bounds)]

    return SkyDay(
        events=events,
        golden=between(GOLDEN_DEG),
        blue=between(BLUE_DEG),
        polar=polar,
        moon_share=round(moon_at(place, noon)[1], 3),
        highest_deg=round(float(heights.max()), 2),
    )


def _crossing(place: Place, before: datetime, after: datetime, level: float) -> datetime:
    """The moment [to a second] at which the sun passes a level between two times on its two sides."""
    rising = sun_at(place, after).altitude_deg > level
    while (after - before).total_seconds() > 1:
        middle = before + (after - before) / 2
        if (sun_at(place, middle).altitude_deg > level) == rising:
            after = middle
        else:
            before = middle
    return after.replace(microsecond=0)


def _spans(times: list[datetime], heights: Floats, bounds: tuple[float, float]) -> list[tuple[datetime, datetime]]:
    """Stretches of time with the sun between two heights, to the minute."""
    inside = np.concatenate([[False], (heights >= bounds[0]) & (heights <= bounds[1]), [False]])
    edges = np.flatnonzero(inside[1:] != inside[:-1])
    return [(times[a], times[min(b, len(times) - 1)]) for a, b in zip(edges[::2], edges[1::2], strict=True)]
