"""Some sets looked at together: what every consideration costs in each, and the facts behind it."""

from collections.abc import Sequence
from functools import cached_property
from typing import NamedTuple

import numpy as np

from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.kit.settings import Setting
from steady_tide.core.memo import Memo
from steady_tide.core.message import Message
from steady_tide.core.plan.physics.figures import Sets
from steady_tide.core.plan.prices import OF_RECORDINGS, OF_SETS
from steady_tide.core.plan.prices.book import BOOK, Price
from steady_tide.core.plan.prices.recording import RecordingChoice
from steady_tide.core.plan.prices.weighing import Weighing
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.search.landscape import Landscape, Point
from steady_tide.core.quantities import Floats

FINISH = ("profile", "bias")
"""Considerations that are weighed with the profile, not over sets."""
KEYS = (*OF_SETS, *OF_RECORDINGS, *FINISH)
"""Every consideration, in the order in which reasons are told."""
ABOUT_FINISH = (Setting.COLOUR_PROFILE, Setting.EXPOSURE_BIAS)


class Fact(NamedTuple):
    """What a consideration says of one set: its key, what it costs there, the figures behind it."""

    key: str
    cost: float
    figures: tuple[float | str, ...]

    @property
    def row(self) -> Price:
        """Its row in the book of prices."""
        return BOOK[self.key]

    @property
    def about(self) -> tuple[Setting, ...]:
        """Settings it is a reason for."""
        if self.key in FINISH:
            return ABOUT_FINISH
        return (OF_SETS.get(self.key) or OF_RECORDINGS[self.key]).about


class Candidates:
    """Whole sets of one landscape, all worked out at once."""

    def __init__(self, landscape: Landscape, points: Sequence[Point]) -> None:
        self.landscape = landscape
        self.points = list(points)
        self.situation: Situation = landscape.situation
        self._figures = Memo(self._figures_of)

    @cached_property
    def sets(self) -> Sets:
        """Frames and exposures, set by set."""
        return self.landscape.sets(self.points)

    @cached_property
    def recordings(self) -> RecordingChoice:
        """Recordings, set by set."""
        return self.landscape.recordings(self.points)

    def profile(self, at: int) -> ColourProfile:
        """The profile of a set."""
        return self.situation.device.profiles[self.points[at].profile]

    def _weighing(self, key: str, at: int) -> Weighing:
        landscape = self.landscape
        return (
            landscape.costs.profile_weighing
            if key == "profile"
            else landscape.costs.bias_weighings[self.points[at].profile]
        )

    @cached_property
    def _table(self) -> Floats:
        """What every consideration costs in each set, shape (considerations, N), in the order of KEYS."""
        prices, sets = self.landscape.prices, self.sets
        over = {"frame": sets.frames, "exposure": sets.exposures, "meeting": sets.meeting}
        table = np.empty((len(KEYS), len(self.points)))
        rows = iter(table)
        for row in OF_SETS.values():
            next(rows)[:] = row.price(over[row.scope], prices)
        for of_recording in OF_RECORDINGS.values():
            next(rows)[:] = of_recording.price(self.recordings, prices)
        for key in FINISH:
            next(rows)[:] = [self._finish_cost(key, at) for at in range(len(self.points))]
        return table

    @cached_property
    def costs(self) -> dict[str, Floats]:
        """What every consideration costs in each set, by key, shape (N,)."""
        return dict(zip(KEYS, self._table, strict=True))

    def _finish_cost(self, key: str, at: int) -> float:
        value = self.profile(at).key if key == "profile" else self.landscape.biases[self.points[at].profile]
        return self._weighing(key, at).cost(value)

    def _figures_of(self, key: str) -> list[tuple[float, ...]]:
        """The figures of a consideration, set by set."""
        told = OF_SETS[key].figures(self.sets) if key in OF_SETS else OF_RECORDINGS[key].figures(self.recordings)
        table = np.empty((len(told), len(self.points)))
        for row, column in zip(table, told, strict=True):
            row[:] = column
        return [*map(tuple, table.T.tolist())]

    def fact(self, key: str, at: int) -> Fact:
        """A consideration in one of the sets."""
        if key in FINISH:
            value = self.profile(at).key if key == "profile" else self.landscape.biases[self.points[at].profile]
            return Fact(key, float(self.costs[key][at]), (value,))
        return Fact(key, float(self.costs[key][at]), self._figures(key)[at])

    def tell(self, fact: Fact, at: int) -> Message:
        """What is told of a fact of one of the sets."""
        if fact.key in FINISH:
            return self._weighing(fact.key, at).told_of(fact.figures[0])
        told = OF_SETS.get(fact.key) or OF_RECORDINGS[fact.key]
        found: Message = told.told(self.situation, *fact.figures)
        return found

    def differences(self, here: int, there: int, *, most: int, untold: float) -> list[tuple[str, float]]:
        """Considerations in which two sets differ by `untold` stops or more, largest difference first."""
        apart = self._table[:, there] - self._table[:, here]
        order = np.argsort(-np.abs(apart), kind="stable")[:most]
        return [(KEYS[row], float(apart[row])) for row in order if abs(apart[row]) >= untold]
