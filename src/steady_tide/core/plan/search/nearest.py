"""The cheapest set alone, from few frames: branch and bound over what a frame costs before it meets exposures.

The same set as `Landscape.chosen`, which works out every frame because rivals are told from them.
"""

from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.memo import Memo
from steady_tide.core.plan.search.costs import TIE, first_least
from steady_tide.core.plan.search.landscape import Landscape, Point
from steady_tide.core.quantities import Floats

FIRST: Final = 12
"""How many of the most promising frames of a passage are worked out before the others are held against them."""


class Near(NamedTuple):
    """The cheapest set and what it costs [stops-equivalents]."""

    point: Point
    cost: float


def nearest(landscape: Landscape) -> Near | None:
    """The cheapest set, or None when nothing fits; of equals the first profile's, then the first frame's."""
    search = _Nearest(landscape)
    point = search.point()
    return None if point is None else Near(point, search.least)


class _Nearest:
    def __init__(self, landscape: Landscape) -> None:
        self.landscape = landscape
        self.costs = landscape.costs
        self.least = np.inf
        self._exposed: Memo[tuple[float, int], Floats] = Memo(lambda _: np.full(len(self.costs.frame), np.nan))
        """What frames' exposures cost, by what of a profile matters to them, shape (K,); NaN till it is asked."""

    def point(self) -> Point | None:
        landscape, totals = self.landscape, {}
        floors = {profile: landscape.floor(profile) for profile in landscape.profiles_allowed()}
        for profile in sorted(floors, key=floors.__getitem__):
            if floors[profile] <= self.least + TIE:
                totals[profile] = self._totals(profile)
        if not np.isfinite(self.least):
            return None
        best = min(profile for profile, total in totals.items() if total.min() <= self.least + TIE)
        return self._whole(best, first_least(totals[best]))

    def _totals(self, profile: int) -> Floats:
        """Total cost of the best set of each frame with a profile, infinite where another is surely better (K,)."""
        landscape, key = self.landscape, self.landscape.exposing(profile)
        beside, finish = landscape.beside_exposure(profile), landscape.finish_cost(profile)
        recorded = landscape.recording_best(profile)[landscape.device.frames.mode]
        exposed, totals = self._exposed(key), np.full(len(beside), np.inf)
        for passage, least in zip(self.costs.passages, landscape.reduced(key), strict=True):
            floor = beside[passage.rows] + passage.floor(least) + finish
            order = np.argsort(floor, kind="stable")
            for few in (order[:FIRST], order[FIRST:]):
                near = few[floor[few] <= self.least + TIE]
                near = near[np.isfinite(floor[near])]
                if near.size:
                    rows = passage.rows[near]
                    unknown = np.isnan(exposed[rows])
                    exposed[rows[unknown]] = passage.of_few(least, near[unknown])
                    totals[rows] = exposed[rows] + self.costs.frame[rows] + recorded[rows] + finish
                    self.least = min(self.least, float(totals[rows].min()))
        return totals

    def _whole(self, profile: int, frame: int) -> Point:
        landscape, mode = self.landscape, int(self.landscape.device.frames.mode[frame])
        for passage, least in zip(self.costs.passages, landscape.reduced(landscape.exposing(profile)), strict=True):
            if passage.passage == landscape.device.frames.passage[frame]:
                row = int(np.flatnonzero(passage.rows == frame)[0])
                place = passage.exposure_of(least, row, passage.met_alone(least.bias, row))
        exposure = int(np.ravel_multi_index(place, landscape.axes.exposure_shape))
        return Point(frame, exposure, landscape.recording_for((profile, mode)), profile)
