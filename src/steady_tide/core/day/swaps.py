"""The fewest changes of filter, ISO and preset that keep a camera within its marks: a shortest path over time."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np

from steady_tide.core.day.stations import BETWEEN, UNPLANNED, WHILE, Choice, Second, Skipped, Station
from steady_tide.core.document import Part
from steady_tide.core.plan.problem.brief import Reachable
from steady_tide.core.quantities import Floats

SwapKind = Literal["start", "preset", "filter", "iso"]


class Change(Part):
    """One change on a camera. minute: when, at the latest; earliest: from when it may be made [minutes].

    while_filming: whether the scene is running. glass: key of the ND on the camera afterwards. skipped: what happens
    if it is not made, and as facts how far the light then lies outside [stops, + bright] and for how many minutes;
    None where that is another scene's set.
    """

    kind: SwapKind
    minute: int
    earliest: int
    before: str
    after: str
    while_filming: bool
    reachable: Reachable
    glass: str
    skipped: str
    skipped_stops: float | None = None
    skipped_minutes: int | None = None


class Swap(Change):
    """A change with the setup it is made on, and the scene it is made for."""

    setup: str
    scene: str


class Way(NamedTuple):
    """The cheapest way through a camera's day: the choice at every minute of every scene, and its cost."""

    choices: list[list[int]]
    cost: float


def cheapest_way(stations: Sequence[Station]) -> Way:
    """The shortest path over (minute, choice) through a camera's scenes, in the order they are filmed.

    Dynamic programming: from a minute to the next the choice stays or is swapped at the price of the place;
    between scenes a filter is swapped cheaply and the ISO is that of the next preset. Where every set holds as it is
    planned and nothing is between them, that is the way: it is the only one that costs nothing.
    """
    if all_as_planned(stations):
        return Way([[station.planned] * len(station.minutes) for station in stations], 0.0)
    totals: Floats | None = None
    back: list[list[np.ndarray]] = []
    for index, station in enumerate(stations):
        steps: list[np.ndarray] = []
        within, every = station.moves(WHILE[station.reachable]), np.arange(len(station.choices))
        for minute in range(len(station.minutes)):
            if totals is None:
                start = np.where(every == station.planned, 0.0, UNPLANNED)
                totals, step = start, np.full(start.shape, -1)
            elif minute == 0:
                totals, step = _step(totals, station.moves(BETWEEN, stations[index - 1].choices), every)
            else:
                totals, step = _step(totals, within, every)
            totals = totals + station.costs[:, minute]
            steps.append(step)
        back.append(steps)
    if totals is None:
        return Way([], 0.0)
    return Way(_walked(back, int(np.argmin(totals))), float(totals.min()))


def all_as_planned(stations: Sequence[Station]) -> bool:
    """Whether every set holds all through as it is planned, and no filter changes from one to the next."""
    glasses = {station.swappable.glass for station in stations}
    return len(glasses) <= 1 and all(not station.costs[station.planned].any() for station in stations)


def _step(totals: Floats, moves: Floats, every: np.ndarray) -> tuple[Floats, np.ndarray]:
    through = totals[:, None] + moves
    best = through.argmin(axis=0)
    return through[best, every], best


def _walked(back: Sequence[Sequence[np.ndarray]], last: int) -> list[list[int]]:
    found: list[list[int]] = []
    for steps in reversed(back):
        row: list[int] = []
        for step in reversed(steps):
            row.append(last)
            last = int(step[last])
        found.append(row[::-1])
    return found[::-1]


class Course(NamedTuple):
    """A camera's day with its changes made: the changes, the minutes left outside the marks by setup, the cost.

    seconds: the second sets it takes, by setup.
    """

    swaps: list[Swap]
    minutes_out: dict[str, int]
    way: Way
    seconds: dict[str, Second]


def course_of(stations: Sequence[Station]) -> Course:
    """The cheapest course of one camera through its scenes, in the order they are filmed."""
    way = cheapest_way(stations)
    left = {
        station.setup: int(sum(station.beyond[choice, step] != 0 for step, choice in enumerate(row)))
        for station, row in zip(stations, way.choices, strict=True)
    }
    seconds = {station.setup: station.second for station in stations if station.second is not None}
    return Course(_told(stations, way), left, way, seconds)


def swaps_of(stations: Sequence[Station]) -> list[Swap]:
    """The changes of one camera through its day, in order; the first says what to begin with."""
    return course_of(stations).swaps


def _told(stations: Sequence[Station], way: Way) -> list[Swap]:
    found: list[Swap] = []
    for index, (station, row) in enumerate(zip(stations, way.choices, strict=True)):
        begun = _Change(station, row, 0)
        if index == 0:
            found.append(begun.swap("start", "", station.filter_text(begun.new), None))
        else:
            found += _between(stations[index - 1], way.choices[index - 1][-1], station, row)
        if index == 0 or begun.new.slot == station.slot:
            found += begun.from_choice(station.as_planned._replace(glass=begun.new.glass))
        for step in range(1, len(row)):
            if row[step] != row[step - 1]:
                found += _Change(station, row, step).from_choice(station.choices[row[step - 1]])
    return found


def _between(before: Station, last: int, station: Station, row: list[int]) -> list[Swap]:
    """What changes from one scene to the next: the preset, and the filter."""
    change = _Change(station, row, 0, since=int(before.minutes[-1]))
    old, found = before.choices[last], []
    if old.slot != change.new.slot:
        kept_on = f"{before.scene}'s set stays on"
        found.append(change.swap("preset", f"preset {old.slot}", station.preset_text(change.new.slot), kept_on))
    if old.glass != change.new.glass:
        known = any(glass.key == old.glass for glass in station.swappable.glasses)
        kept = station.as_planned._replace(glass=old.glass)
        told = station.skipped(kept, 0) if known else "the filter of the scene before stays on"
        found.append(change.swap("filter", before.filter_text(old), station.filter_text(change.new), told))
    return found


@dataclass(frozen=True)
class _Change:
    """A step of a way at which something changes. since: from when on it may, where a scene ended before it."""

    station: Station
    row: list[int]
    step: int
    since: int | None = None

    @property
    def new(self) -> Choice:
        """What is on the camera from this step on."""
        return self.station.choices[self.row[self.step]]

    def from_choice(self, old: Choice) -> list[Swap]:
        """What has to be changed from an old choice, one by one; each tells what comes of leaving it alone."""
        station, new, found = self.station, self.new, []
        if old.glass != new.glass:
            told = station.skipped(new._replace(glass=old.glass), self.step)
            found.append(self.swap("filter", station.filter_text(old), station.filter_text(new), told))
        if old.slot != new.slot:
            told = station.skipped(old._replace(glass=new.glass), self.step)
            found.append(self.swap("preset", f"preset {old.slot}", station.preset_text(new.slot), told))
        elif old.iso != new.iso:
            told = station.skipped(new._replace(iso=old.iso), self.step)
            found.append(self.swap("iso", station.iso_text(old), station.iso_text(new), told))
        return found

    def swap(self, kind: SwapKind, before: str, after: str, skipped: Skipped | str | None) -> Swap:
        """A change told with its times."""
        station = self.station
        return Swap(
            setup=station.setup,
            scene=station.scene,
            kind=kind,
            minute=int(station.minutes[self.step]),
            earliest=self.since if self.since is not None else self._earliest(),
            before=before,
            after=after,
            while_filming=self.step > 0,
            reachable=station.reachable,
            glass=self.new.glass,
            skipped=skipped.words if isinstance(skipped, Skipped) else skipped or "",
            skipped_stops=round(skipped.worst_stops, 2) if isinstance(skipped, Skipped) else None,
            skipped_minutes=skipped.minutes if isinstance(skipped, Skipped) else None,
        )

    def _earliest(self) -> int:
        """From when the new choice holds already [minutes]."""
        first = self.step
        while first > 0 and self.station.beyond[self.row[self.step], first - 1] == 0:
            first -= 1
        return int(self.station.minutes[first])
