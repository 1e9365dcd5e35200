"""The light of a day and of its scenes, minute by minute, and the windows in which a set is steady."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from typing import Final, Literal
from zoneinfo import ZoneInfo

import numpy as np

from steady_tide.core.document import Part
from steady_tide.core.exposure.reach import EndKind
from steady_tide.core.light.almanac import Place, day_bounds, moon_at, sun_path
from steady_tide.core.light.daylight import moon_lux, sky_lux
from steady_tide.core.light.sky import clear_sky_lux, cloud_transmission
from steady_tide.core.message import Amount, number
from steady_tide.core.quantities import Floats, ev100_from_lux

DAY_MINUTES: Final = 1440
MOON_STEP: Final = 15
"""Minutes between positions of the moon; in between they lie on a line."""
WAKING_LUX: Final = 1e-3
SLACK_STOPS: Final = 0.05
"""Light beyond a mark by less than this still counts as held, as on the bench."""


@dataclass(frozen=True)
class Sky:
    """A local day at a place, minute by minute. minutes [after local midnight], shape (n,); length: of the day itself.

    Minutes are counted as they pass; where the clocks change in the day, see `jump`.
    """

    place: Place
    zone: str
    start: datetime
    length: int
    minutes: Floats
    sun_deg: Floats
    sun_azimuth_deg: Floats
    moon_deg: Floats
    moon_share: float

    def lux(self, okta: float) -> Floats:
        """Illuminance of level ground [lx] behind a cover of cloud [okta], shape (n,)."""
        found = sky_lux(
            sun_altitude_deg=self.sun_deg, moon_altitude_deg=self.moon_deg, moon_share=self.moon_share, okta=okta
        )
        return np.maximum(found, WAKING_LUX / 1000.0)

    def parts_lux(self, okta: float) -> tuple[Floats, Floats]:
        """What of it an even sky gives, and what the moon gives straight [lx], shapes (n,)."""
        passed = np.asarray(cloud_transmission(okta))
        even = np.asarray(clear_sky_lux(self.sun_deg)) * passed
        return even, moon_lux(altitude_deg=self.moon_deg, lit_share=self.moon_share) * passed

    def ev100(self, okta: float) -> Floats:
        """The light of the sky under a cloud cover [okta], as EV at ISO 100."""
        return np.asarray(ev100_from_lux(self.lux(okta)))

    @property
    def jump(self) -> tuple[int, int]:
        """From which minute on the clock is ahead of the minutes passed, and by how much; (0, 0) on most days."""
        if self.length == DAY_MINUTES:
            return 0, 0
        by = DAY_MINUTES - self.length
        walls = [self.clock(minute).hour * 60 + self.clock(minute).minute for minute in range(0, self.length, 30)]
        return next(30 * i for i, wall in enumerate(walls) if wall != 30 * i), by

    def told(self, minute: float) -> str:
        """A minute as the clock shows it: 09:30."""
        return f"{self.clock(minute):%H:%M}"

    def on_clock(self, minute: float) -> Amount:
        """A minute of this day as the clock shows it, to be told by habit."""
        shown = self.clock(minute)
        return number(60.0 * shown.hour + shown.minute, "clock")

    def clock(self, minute: float) -> datetime:
        """The local time at a minute of this day."""
        return (self.start.astimezone(UTC) + timedelta(minutes=float(minute))).astimezone(ZoneInfo(self.zone))


def sky_of(place: Place, day: date, zone: str, *, beyond_minutes: int = 0) -> Sky:
    """The sky of a local day: 1381 to 1501 minutes, as the clocks have it; with so many more after midnight."""
    start, end = (moment.astimezone(UTC) for moment in day_bounds(day, zone))
    length = int((end - start).total_seconds() // 60)
    count = length + 1 + beyond_minutes
    minutes = np.arange(count, dtype=float)
    times = [start + timedelta(minutes=m) for m in range(count)]
    suns = sun_path(place, times)
    rare = minutes[::MOON_STEP]
    moons = [moon_at(place, times[int(m)]) for m in rare]
    return Sky(
        place=place,
        zone=zone,
        start=day_bounds(day, zone)[0],
        length=length,
        minutes=minutes,
        sun_deg=suns[:, 0],
        sun_azimuth_deg=suns[:, 1],
        moon_deg=np.interp(minutes, rare, [position.altitude_deg for position, _ in moons]),
        moon_share=moons[len(moons) // 2][1],
    )


class Window(Part):
    """A stretch of time [minutes after local midnight] in which nothing needs touching."""

    start: int
    end: int


class Leaving(Part):
    """The light leaves a set while a scene is filmed: when, on which side, and what ends the set there."""

    minute: int
    side: Literal["dark", "bright"]
    end: EndKind


@dataclass(frozen=True)
class Marks:
    """What a set holds [EV at ISO 100], and what ends it on either side."""

    low: float
    high: float
    low_end: EndKind = "dark"
    high_end: EndKind = "clipped"


def steady_windows(minutes: Floats, ev100: Floats, marks: Marks) -> list[Window]:
    """Stretches in which the light stands between the marks, in order; none shorter than a step."""
    inside = (ev100 >= marks.low - SLACK_STOPS) & (ev100 <= marks.high + SLACK_STOPS)
    padded = np.concatenate([[False], inside, [False]])
    edges = np.flatnonzero(padded[1:] != padded[:-1])
    last = len(minutes) - 1
    return [
        Window(start=int(minutes[a]), end=int(minutes[min(b, last)]))
        for a, b in zip(edges[::2], edges[1::2], strict=True)
    ]


def leavings(minutes: Floats, ev100: Floats, marks: Marks, *, start: float, end: float) -> list[Leaving]:
    """When the light crosses a mark on its way out, between two minutes; at the start, if it stands outside.

    The minute it ends at is not filmed any more, as in a steady window.
    """
    rows = np.flatnonzero((minutes >= start) & (minutes < max(end, start + 1)))
    found: list[Leaving] = []
    side_before: Literal["dark", "bright"] | None = None
    for row in rows:
        side: Literal["dark", "bright"] | None = None
        if ev100[row] < marks.low - SLACK_STOPS:
            side = "dark"
        elif ev100[row] > marks.high + SLACK_STOPS:
            side = "bright"
        if side is not None and side != side_before:
            kind = marks.low_end if side == "dark" else marks.high_end
            found.append(Leaving(minute=int(minutes[row]), side=side, end=kind))
        side_before = side
    return found


def thinned(values: Floats, *, every: int) -> list[float]:
    """Every so many values of a curve, rounded for a picture."""
    return [round(float(value), 2) for value in values[::every]]


def shared(windows: Sequence[Sequence[Window]]) -> list[Window]:
    """Stretches that lie in a window of each list: when every camera of a scene is steady."""
    if not windows:
        return []
    found = list(windows[0])
    for others in windows[1:]:
        pairs = [(one, other) for one in found for other in others]
        cut = [(max(one.start, other.start), min(one.end, other.end)) for one, other in pairs]
        found = [Window(start=start, end=end) for start, end in cut if end > start]
    return sorted(found, key=lambda window: window.start)


def nearest_start(windows: Sequence[Window], *, start: int, length: int, step: int = 5) -> int | None:
    """The start nearest to the one planned from which a scene stays within one window; None where it fits in none.

    Starts lie on whole steps [minutes]; of two equally near the earlier one.
    """
    fitting = []
    for window in windows:
        first, last = -(-window.start // step) * step, (window.end - length) // step * step
        if first <= last:
            fitting.append(min(max(round(start / step) * step, first), last))
    return min(fitting, key=lambda begin: (abs(begin - start), begin), default=None)
