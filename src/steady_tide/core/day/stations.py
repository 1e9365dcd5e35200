"""A scene as one camera films it: what could be changed on the camera, and what each choice costs at each minute."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.day.timeline import SLACK_STOPS
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Swappable
from steady_tide.core.plan.problem.brief import Reachable
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.quantities import Floats


class Prices(NamedTuple):
    """What another filter, another ISO and another preset cost, in minutes outside the marks."""

    glass: float
    iso: float
    preset: float


OUTSIDE_COST: Final = 1.0
"""What a minute outside the marks costs, and as much again for every stop further out. **Assumed**: a swap has to save
more than it costs, so that nobody stops a take for its last minutes."""
BETWEEN: Final = Prices(1.0, 0.3, 0.3)
"""What changes cost before a scene begins. **Assumed**."""
WHILE: Final[dict[Reachable, Prices]] = {
    "by-hand": Prices(5.0, 2.5, 2.0),
    "awkward": Prices(12.0, 6.0, 5.0),
    "menu-only": Prices(np.inf, 4.0, 3.0),
    "not-at-all": Prices(np.inf, np.inf, np.inf),
}
"""What a change costs while a scene is filmed, by how well the camera can be reached. **Assumed**."""
UNPLANNED: Final = 0.05
UNPLANNED_MINUTE: Final = 1e-4
"""What it costs to begin with something else than the set, and each minute of it: ties go to the set."""
Pair = tuple[str, int]
"""A filter with an ISO ceiling."""


class Choice(NamedTuple):
    """What is on the camera: a preset slot, a filter and an ISO ceiling."""

    slot: int
    glass: str
    iso: int


class Second(NamedTuple):
    """Another set with the same picture, for the light in which the set ends; dialled into a free slot beforehand.

    otherwise: what has to be dialled in otherwise, in the order of the settings; words: how that reads, "shutter
    1/60 s, ISO ceiling 1600"; texts: the values alone, in the same order.
    """

    slot: int
    swappable: Swappable
    otherwise: tuple[Setting, ...]
    words: str
    texts: tuple[str, ...] = ()


class Skipped(NamedTuple):
    """What comes of a change that is not made: how far the light then lies outside [stops, + bright], for how long.

    minutes: 0 where the set still holds.
    """

    worst_stops: float
    minutes: int

    @property
    def words(self) -> str:
        """How far the light would be off the set, and for how long, as it is read."""
        if not self.minutes:
            return "the set still holds"
        side = "too bright" if self.worst_stops > 0 else "too dark"
        return f"up to {abs(self.worst_stops):.1f} stops {side}, {self.minutes} minutes of it"


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
    second: Second | None = None

    @cached_property
    def choices(self) -> tuple[Choice, ...]:
        """Every filter with every ISO ceiling that makes sense with it, and every filter on the second set."""
        own = tuple(Choice(self.slot, *pair) for pair in choices_of(self.swappable))
        if self.second is None:
            return own
        slot, found = self.second.slot, self.second.swappable
        known = {glass.key for glass in self.swappable.glasses} & {glass.key for glass in found.glasses}
        return own + tuple(Choice(slot, key, found.iso_ceiling) for key in sorted(known))

    @cached_property
    def planned(self) -> int:
        """Which of the choices the set has."""
        return self.choices.index(self.as_planned)

    @property
    def as_planned(self) -> Choice:
        """The set as it is planned."""
        return Choice(self.slot, self.swappable.glass, self.swappable.iso_ceiling)

    def _swappable(self, slot: int) -> Swappable:
        return self.second.swappable if self.second is not None and slot == self.second.slot else self.swappable

    def filter_text(self, choice: Choice) -> str:
        """The filter of a choice in words."""
        if choice.glass == NO_FILTER:
            return "bare lens"
        return next(glass.label for glass in self.swappable.glasses if glass.key == choice.glass)

    def iso_text(self, choice: Choice) -> str:
        """The ISO of a choice in words."""
        return f"ISO {'' if self._swappable(choice.slot).iso_locked else 'up to '}{choice.iso}"

    def preset_text(self, slot: int) -> str:
        """A preset slot in words; what is dialled into the second one is told with it."""
        if self.second is None or slot != self.second.slot:
            return f"preset {slot}"
        return f"preset {slot}: as preset {self.slot}, but {self.second.words}"

    def beyond_of(self, choice: Choice) -> Floats:
        """How far the light lies beyond the marks of a choice [stops], + bright, - dark, shape (t,)."""
        return np.asarray(beyond(*bands(self._swappable(choice.slot), [choice[1:]]), self.ev100)[0])

    @cached_property
    def beyond(self) -> Floats:
        """How far the light lies beyond the marks of every choice [stops], shape (choices, t)."""
        by_slot: dict[int, list[Pair]] = {}
        for choice in self.choices:
            by_slot.setdefault(choice.slot, []).append((choice.glass, choice.iso))
        rows = [beyond(*bands(self._swappable(slot), pairs), self.ev100) for slot, pairs in by_slot.items()]
        return np.concatenate(rows)

    @cached_property
    def costs(self) -> Floats:
        """Cost of each choice at each minute, shape (choices, t)."""
        out = np.abs(self.beyond)
        found = np.where(out > 0, OUTSIDE_COST * (1.0 + out), 0.0) + UNPLANNED_MINUTE
        found[self.planned] -= UNPLANNED_MINUTE
        return np.asarray(found)

    def moves(self, prices: Prices, others: Sequence[Choice] | None = None) -> Floats:
        """Cost of going from each of `others` (its own choices) to each choice, shape (others, choices).

        A preset brings its ISO along. Others are of the scene before: this one begins with its own preset.
        """
        before = (
            self.choices if others is None else [Choice(self.slot, b.glass, self.swappable.iso_ceiling) for b in others]
        )
        glass = np.array([[b.glass != a.glass for a in self.choices] for b in before])
        preset = np.array([[b.slot != a.slot for a in self.choices] for b in before])
        iso = np.array([[b.slot == a.slot and b.iso != a.iso for a in self.choices] for b in before])
        parts = zip((glass, iso, preset), prices, strict=True)
        return np.asarray(sum(np.where(differs, price, 0.0) for differs, price in parts))

    def skipped(self, choice: Choice, step: int) -> Skipped:
        """What the picture does where a choice stays on from a step to the end of the scene."""
        stays = self.beyond_of(choice)[step:]
        out = np.flatnonzero(stays)
        worst = float(stays[int(np.argmax(np.abs(stays)))]) if len(out) else 0.0
        return Skipped(worst, len(out))


def choices_of(found: Swappable) -> tuple[Pair, ...]:
    """Every filter with every ISO ceiling; but no neutral density with a ceiling over the set's: that buys noise."""
    return tuple(
        (glass.key, iso)
        for glass in found.glasses
        for iso in found.iso_ceilings
        if glass.stops == 0 or iso <= found.iso_ceiling
    )


def bands(found: Swappable, pairs: Sequence[Pair] | None = None) -> tuple[Floats, Floats]:
    """Low and high mark [EV at ISO 100] with each filter and ISO ceiling (those of `choices_of`), shapes (pairs,)."""
    stops = {glass.key: glass.stops - found.glass_stops for glass in found.glasses}
    wanted = choices_of(found) if pairs is None else pairs
    shift = np.array([stops[glass] for glass, _ in wanted])
    raised = np.log2(np.array([iso for _, iso in wanted], dtype=float) / found.iso_ceiling)
    low = np.maximum(found.dark_ev100 - raised, found.noise_ev100) + shift
    high = found.high_ev100 - (raised if found.iso_locked else 0.0) + shift
    return low, np.asarray(high)


def beyond(low: Floats, high: Floats, ev100: Floats) -> Floats:
    """How far light lies outside marks [stops], + bright, - dark, shapes (k,), (k,), (n,) to (k, n); 0 within."""
    over = ev100[None, :] - high[:, None]
    under = low[:, None] - ev100[None, :]
    return np.where(over > SLACK_STOPS, over, 0.0) - np.where(under > SLACK_STOPS, under, 0.0)
