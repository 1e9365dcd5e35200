"""The fewest changes of filter and ISO that keep a camera within its marks: a shortest path over time and choices."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Final, Literal, NamedTuple

import numpy as np

from steady_tide.core.day.timeline import SLACK_STOPS
from steady_tide.core.document import Part
from steady_tide.core.plan.brief import Reachable
from steady_tide.core.plan.plan import Swappable
from steady_tide.core.quantities import Floats

OUTSIDE_COST: Final = 1.0
"""What a minute outside the marks costs, and as much again for every stop further out. **Assumed**: a swap has to save
more than it costs, so that nobody stops a take for its last minutes."""
BETWEEN: Final = (1.0, 0.3)
"""Cost of another filter, and of another ISO, before a scene begins, in minutes outside. **Assumed**."""
WHILE: Final[dict[Reachable, tuple[float, float]]] = {
    "by-hand": (5.0, 2.5),
    "awkward": (12.0, 6.0),
    "menu-only": (np.inf, 4.0),
    "not-at-all": (np.inf, np.inf),
}
"""The same while a scene is filmed, by how well the camera can be reached. **Assumed**."""
UNPLANNED: Final = 0.05
UNPLANNED_MINUTE: Final = 1e-4
"""What it costs to begin with something else than the set, and each minute of it: ties go to the set."""
SwapKind = Literal["start", "preset", "filter", "iso"]


class Swap(Part):
    """One change on one camera. minute: when, at the latest; earliest: from when it may be made [minutes].

    while_filming: whether the scene is running. skipped: what happens if it is not made.
    """

    setup: str
    scene: str
    kind: SwapKind
    minute: int
    earliest: int
    before: str
    after: str
    while_filming: bool
    reachable: Reachable
    skipped: str


@dataclass(frozen=True)
class Station:
    """A scene as one camera films it. minutes, ev100: the light while it is filmed, shape (t,), a minute apart."""

    setup: str
    scene: str
    slot: int
    reachable: Reachable
    minutes: Floats
    ev100: Floats
    swappable: Swappable

    @cached_property
    def choices(self) -> tuple[tuple[str, int], ...]:
        """Every filter with every ISO ceiling that makes sense with it, see `choices_of`."""
        return choices_of(self.swappable)

    @cached_property
    def planned(self) -> int:
        """Which of the choices the set has."""
        return self.choices.index((self.swappable.glass, self.swappable.iso_ceiling))

    def text(self, choice: int, kind: SwapKind) -> str:
        """A choice in words: its filter, or its ISO."""
        glass, iso = self.choices[choice]
        if kind == "iso":
            return f"ISO {'' if self.swappable.iso_locked else 'up to '}{iso}"
        return next(one.label for one in self.swappable.glasses if one.key == glass).replace("none", "bare lens")

    @cached_property
    def beyond(self) -> Floats:
        """How far the light lies beyond each choice's marks [stops], + bright, - dark, shape (choices, t)."""
        low, high = bands(self.swappable)
        return beyond(low, high, self.ev100)

    @cached_property
    def costs(self) -> Floats:
        """Cost of each choice at each minute, shape (choices, t)."""
        out = np.abs(self.beyond)
        found = np.where(out > 0, OUTSIDE_COST * (1.0 + out), 0.0) + UNPLANNED_MINUTE
        found[self.planned] -= UNPLANNED_MINUTE
        return np.asarray(found)

    def moves(self, glass_cost: float, iso_cost: float, others: Sequence[tuple[str, int]] | None = None) -> Floats:
        """Cost of going from each of `others` (its own choices) to each choice, shape (others, choices)."""
        before = self.choices if others is None else others
        glass = np.array([[b[0] != a[0] for a in self.choices] for b in before])
        iso = np.array([[b[1] != a[1] for a in self.choices] for b in before])
        if others is not None:
            iso = np.broadcast_to([a[1] != self.swappable.iso_ceiling for a in self.choices], glass.shape)
        return np.where(glass, glass_cost, 0.0) + np.where(iso, iso_cost, 0.0)

    def skipped(self, choice: tuple[str, int], step: int) -> str:
        """What the picture does where a choice stays on from a step to the end of the scene."""
        stays = self.beyond[self.choices.index(choice), step:]
        out = np.flatnonzero(stays)
        if not len(out):
            return "the set still holds"
        worst = float(stays[int(np.argmax(np.abs(stays)))])
        side = "too bright" if worst > 0 else "too dark"
        return f"up to {abs(worst):.1f} stops {side}, {len(out)} minutes of it"


def choices_of(found: Swappable) -> tuple[tuple[str, int], ...]:
    """Every filter with every ISO ceiling; but no neutral density with a ceiling over the set's: that buys noise."""
    return tuple(
        (glass.key, iso)
        for glass in found.glasses
        for iso in found.iso_ceilings
        if glass.stops == 0 or iso <= found.iso_ceiling
    )


def bands(found: Swappable) -> tuple[Floats, Floats]:
    """Low and high mark [EV at ISO 100] of every choice, shapes (choices,)."""
    stops = {glass.key: glass.stops - found.glass_stops for glass in found.glasses}
    choices = choices_of(found)
    shift = np.array([stops[glass] for glass, _ in choices])
    raised = np.log2(np.array([iso for _, iso in choices], dtype=float) / found.iso_ceiling)
    low = np.maximum(found.dark_ev100 - raised, found.noise_ev100) + shift
    high = found.high_ev100 - (raised if found.iso_locked else 0.0) + shift
    return low, np.asarray(high)


def beyond(low: Floats, high: Floats, ev100: Floats) -> Floats:
    """How far light lies outside marks [stops], + bright, - dark, shapes (k,), (k,), (n,) to (k, n); 0 within."""
    over = ev100[None, :] - high[:, None]
    under = low[:, None] - ev100[None, :]
    return np.where(over > SLACK_STOPS, over, 0.0) - np.where(under > SLACK_STOPS, under, 0.0)


class Way(NamedTuple):
    """The cheapest way through a camera's day: the choice at every minute of every scene, and its cost."""

    choices: list[list[int]]
    cost: float


def cheapest_way(stations: Sequence[Station]) -> Way:
    """The shortest path over (minute, choice) through a camera's scenes, in the order they are filmed.

    Dynamic programming: from a minute to the next the choice stays or is swapped at the price of the place;
    between scenes a filter is swapped cheaply and the ISO is that of the next preset.
    """
    totals: Floats | None = None
    back: list[list[np.ndarray]] = []
    for index, station in enumerate(stations):
        steps: list[np.ndarray] = []
        glass_cost, iso_cost = WHILE[station.reachable]
        within = station.moves(glass_cost, iso_cost)
        for minute in range(len(station.minutes)):
            if totals is None:
                start = np.where(np.arange(len(station.choices)) == station.planned, 0.0, UNPLANNED)
                totals, step = start, np.full(start.shape, -1)
            elif minute == 0:
                totals, step = _step(totals, station.moves(*BETWEEN, stations[index - 1].choices))
            else:
                totals, step = _step(totals, within)
            totals = totals + station.costs[:, minute]
            steps.append(step)
        back.append(steps)
    if totals is None:
        return Way([], 0.0)
    return Way(_walked(back, int(np.argmin(totals))), float(totals.min()))


def _step(totals: Floats, moves: Floats) -> tuple[Floats, np.ndarray]:
    through = totals[:, None] + moves
    best = np.argmin(through, axis=0)
    return through[best, np.arange(through.shape[1])], best


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
    """A camera's day with its changes made: the changes, and the minutes left outside the marks by setup."""

    swaps: list[Swap]
    minutes_out: dict[str, int]


def course_of(stations: Sequence[Station]) -> Course:
    """The cheapest course of one camera through its scenes, in the order they are filmed."""
    way = cheapest_way(stations)
    left = {
        station.setup: sum(station.beyond[choice, step] != 0 for step, choice in enumerate(row))
        for station, row in zip(stations, way.choices, strict=True)
    }
    return Course(_told(stations, way), {setup: int(count) for setup, count in left.items()})


def swaps_of(stations: Sequence[Station]) -> list[Swap]:
    """The changes of one camera through its day, in order; the first says what to begin with."""
    return course_of(stations).swaps


def _told(stations: Sequence[Station], way: Way) -> list[Swap]:
    found: list[Swap] = []
    for index, (station, row) in enumerate(zip(stations, way.choices, strict=True)):
        if index == 0:
            found.append(_Change(station, row, 0).swap("start", "", station.text(row[0], "filter"), ""))
        else:
            found += _between(stations[index - 1], way.choices[index - 1][-1], station, row)
        if station.choices[row[0]][1] != station.swappable.iso_ceiling:
            kept = (station.choices[row[0]][0], station.swappable.iso_ceiling)
            found.append(_Change(station, row, 0).swapped("iso", station.planned, kept))
        for step in range(1, len(row)):
            if row[step] != row[step - 1]:
                found += _while(station, row, step)
    return found


def _between(before: Station, last: int, station: Station, row: list[int]) -> list[Swap]:
    """What changes from one scene to the next: the preset, and the filter."""
    change = _Change(station, row, 0, since=int(before.minutes[-1]))
    found = []
    if before.slot != station.slot:
        kept_on = f"{before.scene}'s set stays on"
        found.append(change.swap("preset", f"preset {before.slot}", f"preset {station.slot}", kept_on))
    fitted = before.choices[last][0]
    if fitted != station.choices[row[0]][0]:
        kept = (fitted, station.swappable.iso_ceiling)
        told = station.skipped(kept, 0) if kept in station.choices else "the filter of the scene before stays on"
        words = (before.text(last, "filter"), station.text(row[0], "filter"))
        found.append(change.swap("filter", *words, told))
    return found


def _while(station: Station, row: list[int], step: int) -> list[Swap]:
    old, new = station.choices[row[step - 1]], station.choices[row[step]]
    change = _Change(station, row, step)
    found = []
    if old[0] != new[0]:
        found.append(change.swapped("filter", row[step - 1], (old[0], new[1])))
    if old[1] != new[1]:
        found.append(change.swapped("iso", row[step - 1], (new[0], old[1])))
    return found


@dataclass(frozen=True)
class _Change:
    """A step of a way at which something changes. since: from when on it may, where a scene ended before it."""

    station: Station
    row: list[int]
    step: int
    since: int | None = None

    def swapped(self, kind: SwapKind, old: int, kept: tuple[str, int]) -> Swap:
        """A change of filter or ISO from an old choice; `kept` is what goes on where it is skipped."""
        station = self.station
        words = (station.text(old, kind), station.text(self.row[self.step], kind))
        return self.swap(kind, *words, station.skipped(kept, self.step))

    def swap(self, kind: SwapKind, before: str, after: str, skipped: str) -> Swap:
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
            skipped=skipped,
        )

    def _earliest(self) -> int:
        """From when the new choice holds already [minutes]."""
        first = self.step
        while first > 0 and self.station.beyond[self.row[self.step], first - 1] == 0:
            first -= 1
        return int(self.station.minutes[first])
