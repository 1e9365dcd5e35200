"""A better order of a day's scenes: times that keep them within their marks, with the way between them counted in."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

import numpy as np

from steady_tide.core.day.stations import bands, beyond
from steady_tide.core.document import Part
from steady_tide.core.plan.account.plan import Swappable
from steady_tide.core.quantities import Floats

SLOT_MINUTES: Final = 15
MOST_SCENES: Final = 10
"""More scenes than these would take every order longer than anybody waits."""
BREATH_MINUTES: Final = 5
"""Between two scenes at one spot. **Assumed**."""
HARSH_COST: Final = 0.2
SHADOW_COST: Final = 0.3
"""A minute in harsh noon light, and one with one's own shadow in frame, in stop-minutes. **Assumed**."""
TRAVEL_COST: Final = 0.05
MOVE_COST: Final = 0.01
"""A minute of travel, and a minute by which a scene is moved, in stop-minutes: ties go to what is planned."""
WORTH_STOP_MINUTES: Final = 5.0
"""A suggestion that gains less is none. **Assumed**."""


class Move(Part):
    """A scene at another time [minutes after local midnight]."""

    scene: str
    starts: int
    ends: int


class Suggestion(Part):
    """A better order: who moves, and what it gains. Minutes outside the marks, stop-minutes, minutes of travel."""

    moves: list[Move]
    order: list[str]
    minutes_out_before: int
    minutes_out: int
    worst_stops_before: float
    worst_stops: float
    travel_minutes_before: int
    travel_minutes: int


@dataclass(frozen=True)
class Movable:
    """A scene that may move. out, stops: minutes outside and stop-minutes for a start at each slot, inf where it
    cannot start; worst: the farthest outside; shapes (slots,). price: what is minimised."""

    scene: str
    spot: str
    start: int
    length: int
    out: Floats
    worst: Floats
    price: Floats

    @property
    def slots(self) -> int:
        """Its length in whole slots."""
        return -(-self.length // SLOT_MINUTES)


def starts_of(minutes: int) -> Floats:
    """The minutes at which scenes may start."""
    return np.arange(0, minutes, SLOT_MINUTES, dtype=float)


def outside(found: Swappable, ev100: Floats) -> Floats:
    """How far the light lies outside the marks of each choice of filter and ISO [stops], shape (choices, n)."""
    return np.asarray(np.abs(beyond(*bands(found), ev100)))


def movable(
    *,
    scene: str,
    spot: str,
    start: int,
    length: int,
    fixed: bool,
    cameras: Sequence[tuple[Swappable, Floats]],
    nuisance: Floats,
    latest: int,
) -> Movable:
    """A scene with what every start would cost it.

    cameras: what each set can change, and the light it meets through the day, a value a minute. Each camera is
    given the one choice that suits the whole take best. nuisance: stop-minutes of harsh light and shadows,
    a value a minute. latest: by when it has to be over [minutes].
    """
    last = len(nuisance) - 1
    begins = starts_of(last).astype(int)
    fits = begins + length <= max(latest, start + length)
    ends = np.minimum(begins + length, last)
    out, worst, price = (np.zeros(begins.shape) for _ in range(3))
    for found, ev100 in cameras:
        out_by = outside(found, ev100)
        total = _windowed(out_by, begins, ends)
        best = np.argmin(total, axis=0)
        out += _windowed((out_by > 0).astype(float), begins, ends)[best, np.arange(len(begins))]
        price += total[best, np.arange(len(begins))]
        farthest = [out_by[b, s:e].max(initial=0.0) for b, s, e in zip(best, begins, ends, strict=True)]
        worst = np.maximum(worst, farthest)
    price = price + out + _windowed(nuisance[None, :], begins, ends)[0]
    price = price + MOVE_COST * np.abs(begins - start)
    allowed = fits & ((np.abs(begins - start) < SLOT_MINUTES / 2) if fixed else True)
    if fixed and not allowed.any():
        allowed = begins == begins[int(np.argmin(np.abs(begins - start)))]
    return Movable(scene, spot, start, length, out, worst, np.where(allowed, price, np.inf))


def _windowed(values: Floats, begins: np.ndarray, ends: np.ndarray) -> Floats:
    """Sums of values over stretches, shape (k, n) to (k, stretches)."""
    summed = np.concatenate([np.zeros((values.shape[0], 1)), np.cumsum(values, axis=1)], axis=1)
    return np.asarray(summed[:, ends] - summed[:, begins])


def gap_minutes(first: Movable, other: Movable, travel_minutes: int) -> int:
    """What must lie between two scenes, one after the other."""
    return BREATH_MINUTES if first.spot == other.spot else travel_minutes


def best_starts(scenes: Sequence[Movable], *, travel_minutes: int) -> tuple[list[int], float] | None:
    """The cheapest start slot of every scene, none at the same time as another, and the cost; None if none fit.

    Exact, by dynamic programming over (scenes done, last of them, slot by which they are done).
    """
    count, slots = len(scenes), len(scenes[0].price) if scenes else 0
    best: dict[tuple[int, int], Floats] = {}
    came: dict[tuple[int, int], np.ndarray] = {}
    for mask in sorted(range(1, 1 << count), key=int.bit_count):
        for last in range(count):
            if mask >> last & 1:
                best[mask, last], came[mask, last] = _reached(
                    scenes, best, mask, last, travel_minutes=travel_minutes, slots=slots
                )
    if not count:
        return [], 0.0
    full = (1 << count) - 1
    ends = [(float(best[full, last].min()), last) for last in range(count)]
    cost, last = min(ends)
    return None if not np.isfinite(cost) else (_back(scenes, best, came, last, travel_minutes), cost)


def _gap_slots(first: Movable, other: Movable, travel_minutes: int) -> int:
    """Slots from the end slot of a scene to the start of the next."""
    slack = first.slots * SLOT_MINUTES - first.length
    return max(-(-(gap_minutes(first, other, travel_minutes) - slack) // SLOT_MINUTES), 0)


def _reached(
    scenes: Sequence[Movable],
    best: dict[tuple[int, int], Floats],
    mask: int,
    last: int,
    *,
    travel_minutes: int,
    slots: int,
) -> tuple[Floats, np.ndarray]:
    """Least cost with `last` starting at each slot, and which scene came before, shapes (slots,)."""
    price, rest = scenes[last].price, mask & ~(1 << last)
    if not rest:
        return price, np.full(slots, -1)
    found, before = np.full(slots, np.inf), np.full(slots, -1)
    for other in range(len(scenes)):
        if not rest >> other & 1:
            continue
        way = scenes[other].slots + _gap_slots(scenes[other], scenes[last], travel_minutes)
        until = np.minimum.accumulate(best[rest, other])
        total = np.full(slots, np.inf)
        if way < slots:
            total[way:] = until[: slots - way]
        total = total + price + TRAVEL_COST * gap_minutes(scenes[other], scenes[last], travel_minutes)
        better = total < found
        found, before = np.where(better, total, found), np.where(better, other, before)
    return found, before


def _back(
    scenes: Sequence[Movable],
    best: dict[tuple[int, int], Floats],
    came: dict[tuple[int, int], np.ndarray],
    last: int,
    travel_minutes: int,
) -> list[int]:
    """Start slots, walked back from the last scene."""
    starts = [0] * len(scenes)
    mask, limit = (1 << len(scenes)) - 1, len(scenes[0].price) - 1
    while last >= 0:
        slot = int(np.argmin(best[mask, last][: limit + 1]))
        starts[last] = slot
        before = int(came[mask, last][slot])
        if before >= 0:
            limit = slot - scenes[before].slots - _gap_slots(scenes[before], scenes[last], travel_minutes)
        mask &= ~(1 << last)
        last = before
    return starts


def suggestion(scenes: Sequence[Movable], *, travel_minutes: int) -> Suggestion | None:
    """A better order, or None where none gains enough. Takes at most MOST_SCENES scenes."""
    found = best_starts(scenes, travel_minutes=travel_minutes)
    if found is None or not scenes:
        return None
    slots, _ = found
    now = [round(scene.start / SLOT_MINUTES) for scene in scenes]
    planned = sum(float(_at(scene.price, slot)) for scene, slot in zip(scenes, now, strict=True))
    wanted = sum(float(scene.price[slot]) for scene, slot in zip(scenes, slots, strict=True))
    clashes = _clashes(scenes, [scene.start for scene in scenes], travel_minutes)
    if planned - wanted < WORTH_STOP_MINUTES and not clashes:
        return None
    moves = [
        Move(scene=scene.scene, starts=slot * SLOT_MINUTES, ends=slot * SLOT_MINUTES + scene.length)
        for scene, slot, old in zip(scenes, slots, now, strict=True)
        if slot != old
    ]
    if not moves:
        return None
    order = sorted(range(len(scenes)), key=lambda index: slots[index])
    return Suggestion(
        moves=moves,
        order=[scenes[index].scene for index in order],
        minutes_out_before=round(sum(float(_at(scene.out, slot)) for scene, slot in zip(scenes, now, strict=True))),
        minutes_out=round(sum(float(scene.out[slot]) for scene, slot in zip(scenes, slots, strict=True))),
        worst_stops_before=_worst(scenes, now),
        worst_stops=_worst(scenes, slots),
        travel_minutes_before=_travel(scenes, now, travel_minutes),
        travel_minutes=_travel(scenes, slots, travel_minutes),
    )


def _at(values: Floats, slot: int) -> float:
    found = float(values[min(slot, len(values) - 1)])
    return found if np.isfinite(found) else 0.0


def _worst(scenes: Sequence[Movable], slots: Sequence[int]) -> float:
    return round(max(_at(scene.worst, slot) for scene, slot in zip(scenes, slots, strict=True)), 2)


def _travel(scenes: Sequence[Movable], slots: Sequence[int], travel_minutes: int) -> int:
    order = sorted(range(len(scenes)), key=lambda index: slots[index])
    return sum(travel_minutes for a, b in pairwise(order) if scenes[a].spot != scenes[b].spot)


def _clashes(scenes: Sequence[Movable], starts: Sequence[int], travel_minutes: int) -> bool:
    """Whether two scenes stand in each other's way as they are planned."""
    order = sorted(range(len(scenes)), key=lambda index: starts[index])
    return any(
        starts[a] + scenes[a].length + gap_minutes(scenes[a], scenes[b], travel_minutes) > starts[b] + SLOT_MINUTES / 2
        for a, b in pairwise(order)
    )
