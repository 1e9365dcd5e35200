"""What a consideration is."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final, Generic, Literal, Protocol, TypeVar

import numpy as np
from numpy.typing import ArrayLike

from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.quantities import Floats

DIM_EV100: Final = 6.0
"""Below this light the device's low-light tuning counts, and profiles show their shadows. **Assumed**."""


class InSituation(Protocol):
    """Whatever knows the situation it belongs to."""

    @property
    def situation(self) -> Situation:
        """The planning problem."""


Over = TypeVar("Over", bound=InSituation)
"""What a consideration looks at: a block of frames and exposures, or recordings."""


@dataclass(frozen=True)
class Consideration(Generic[Over]):
    """One reason to prefer one set over another.

    key, label: its name in documents and on screen. scope: which columns it varies over;
    "frame" (K, 1), "exposure" (1, O), "both" (K, O) through shutter and losses alone, or
    "recording" (R,).
    weight: stops-equivalents per unit of `cost`; **assumed**. about: settings it is a
    reason for. axis: the disagreement that moves it, if one does. warn_above: cost from
    which the price is told beside the plan. by_rate: whether a frame, or an exposure with a
    fixed shutter, costs otherwise at another frame rate.
    """

    key: str
    label: str
    scope: Literal["frame", "exposure", "both", "recording"]
    weight: float
    cost: Callable[[Over], Floats]
    fact: Callable[[Over], str]
    source: str
    about: tuple[Setting, ...] = ()
    axis: Axis | None = None
    warn_above: float = 1.0
    by_rate: bool = False

    def price(self, over: Over) -> Floats:
        """Cost in stops-equivalents, never negative, in the shape of the scope."""
        return np.asarray(over.situation.weights.get(self.key, self.weight) * self.cost(over))


def over(value: Floats, limit: float = 0.0) -> Floats:
    """How far a value lies above a limit, else 0."""
    return np.maximum(value - limit, 0.0)


def one(value: ArrayLike) -> float:
    """The figure of a single point."""
    return float(np.asarray(value).reshape(-1)[0])
