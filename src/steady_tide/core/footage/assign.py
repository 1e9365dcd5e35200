"""To which scene, camera and take a clip belongs: by its time, its mode and its look, with how sure that is."""

from collections.abc import Callable, Sequence
from datetime import datetime, timedelta
from typing import Final, NamedTuple
from uuid import UUID

import numpy as np

TAKE_S: Final = 90.0
"""A take that is noted starts as near to its clip as this, one standard deviation [s].

**Assumed**: thumbs and clocks.
"""
WINDOW_S: Final = 2400.0
"""Filming strays from its planned time by as much [s]. **Assumed**."""
FARTHEST: Final = 6.0
"""Time counts for so many deviations at most: clocks of cameras are often wrong by hours."""
UNKNOWN: Final = 3.0
"""Price of a clip that does not say when it was made, or a scene that has no time."""
FACT: Final = 9.0
"""Price of a fact of the file that the set would have otherwise."""
LOOK: Final = 0.25
"""How much the look counts of its squares: what is wrong with a clip makes it look otherwise, too."""


NEGLIGIBLE: Final = 16.0
"""What is dearer than the likeliest by as much weighs a three thousandth of it: how it looks need not be known."""


class Possible(NamedTuple):
    """A camera on a scene that a clip may be of.

    starts, ends: when the scene is planned; takes: when its takes on this camera were noted, by id. otherwise: facts of
    the file that its set would have otherwise; look: squares of how far the clip's signs are from what is expected.
    """

    scene: UUID
    setup: UUID
    starts: datetime | None
    ends: datetime | None
    takes: Sequence[tuple[UUID, datetime]]
    otherwise: int
    look: float


class Assigned(NamedTuple):
    """What a clip is of. doubt: [0, 1], 0 where nothing else comes near."""

    scene: UUID
    setup: UUID
    take: UUID | None
    doubt: float


def assign(made_at: datetime | None, seconds: float, possible: Sequence[Possible]) -> Assigned | None:
    """The likeliest of what a clip may be of; None where there is nothing.

    made_at: when recording began, by the camera's clock; seconds: how long it is.
    """
    if not possible:
        return None
    prices = np.array([_price(made_at, seconds, one) for one in possible])
    best = int(prices.argmin())
    weights = np.exp(-0.5 * (prices - prices[best]))
    chosen = possible[best]
    return Assigned(
        chosen.scene, chosen.setup, _take(made_at, seconds, chosen), round(float(1.0 - 1.0 / weights.sum()), 3)
    )


def without_look(made_at: datetime | None, seconds: float, one: Possible) -> float:
    """The price of one by its time and its facts, which its look only adds to."""
    return _late(made_at, seconds, one) + FACT * one.otherwise


def looked_at(prices: Sequence[float], look: Callable[[int], float]) -> list[float]:
    """The look of each that may be the likeliest, the cheapest first; 0 for one that cannot be any more.

    prices: by time and facts. look: works out the look of a number, which takes long.
    """
    looks, best = [0.0] * len(prices), np.inf
    for at in sorted(range(len(prices)), key=lambda at: prices[at]):
        if prices[at] > best + NEGLIGIBLE:
            break
        looks[at] = look(at)
        best = min(best, prices[at] + LOOK * looks[at])
    return looks


def _price(made_at: datetime | None, seconds: float, one: Possible) -> float:
    return without_look(made_at, seconds, one) + LOOK * one.look


def _late(made_at: datetime | None, seconds: float, one: Possible) -> float:
    """How far from its time, in squared deviations."""
    if made_at is None:
        return UNKNOWN
    found = [_off(made_at, seconds, at) / TAKE_S for _, at in one.takes]
    if one.starts is not None and one.ends is not None:
        before, after = (one.starts - made_at).total_seconds(), (made_at - one.ends).total_seconds()
        found.append(1.0 + max(0.0, before, after) / WINDOW_S)
    return min(FARTHEST, *found) ** 2 if found else UNKNOWN


def _off(made_at: datetime, seconds: float, at: datetime) -> float:
    """How far a take's moment lies from a clip: it is counted at any time while it runs [s]."""
    over = made_at + timedelta(seconds=seconds)
    return max(0.0, (made_at - at).total_seconds(), (at - over).total_seconds())


def _take(made_at: datetime | None, seconds: float, one: Possible) -> UUID | None:
    """The noted take that is this clip, where one is near."""
    if made_at is None or not one.takes:
        return None
    take, at = min(one.takes, key=lambda pair: _off(made_at, seconds, pair[1]))
    return take if _off(made_at, seconds, at) <= 3.0 * TAKE_S else None
