"""What a consideration is."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Final, Generic, Literal, Protocol, TypeVar

import numpy as np
from numpy.typing import ArrayLike

from steady_tide.core.kit.settings import Setting
from steady_tide.core.message import Message
from steady_tide.core.plan.prices.book import BOOK, Price, Prices
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats
from steady_tide.core.thresholds import threshold

DIM_EV100: Final = threshold("light.dim")
"""Below this light the device's low-light tuning counts, and profiles show their shadows. **Assumed**."""
Scope = Literal["frame", "exposure", "meeting", "recording"]
Figures = tuple[ArrayLike, ...]
Over = TypeVar("Over")
"""What a price is worked out over: a side of sets, sets, or recordings."""
Whole = TypeVar("Whole", bound="InSituation")
"""What the figures behind it are read from: sets, or recordings."""


class InSituation(Protocol):
    """Whatever knows the situation it belongs to."""

    @property
    def situation(self) -> Situation:
        """The planning problem under its fit."""


@dataclass(frozen=True)
class Consideration(Generic[Over, Whole]):
    """One reason to prefer one set over another.

    key: its row in the book of prices. scope: what it varies over; a frame by itself, an exposure by itself,
    a frame with what it sees of an exposure, or a recording. cost: in the row's unit, in the shape of what it looks at.
    figures: the facts behind it. told: what is told of them, from the situation and the figures of a single set.
    about: settings it is a reason for. paced: whether an exposure costs otherwise at another frame rate; with a fixed
    shutter it then costs by shutter and rate alone.
    """

    key: str
    scope: Scope
    cost: Callable[[Over, Prices], Floats]
    figures: Callable[[Whole], Figures]
    told: Callable[..., Message]
    about: tuple[Setting, ...]
    paced: bool = False

    @property
    def row(self) -> Price:
        """Its row in the book."""
        return BOOK[self.key]

    def price(self, over: Over, prices: Prices) -> Floats:
        """Cost in stops-equivalents, never negative."""
        return np.asarray(prices(self.key) * self.cost(over, prices))


def single(value: ArrayLike, at: int = 0) -> float:
    """A figure of one set; what is the same for all sets stands once."""
    array = np.asarray(value)
    return float(array.reshape(-1)[at if array.size > 1 else 0])


def over(value: Any, limit: float = 0.0) -> Floats:
    """How far a value lies above a limit, else 0."""
    return np.asarray(np.maximum(value - limit, 0.0))


def constant(value: float) -> Floats:
    """A cost that every set has alike."""
    return np.asarray(float(value))
