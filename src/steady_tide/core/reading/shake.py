"""How a view moves from frame to frame: points followed, and the way split into what is meant and what shakes.

Points are followed by Lucas and Kanade's method [LUCAS-1981] on small frames. How far the middle of the view went is
fitted to them with terms of the second order, which a turn of a lens makes of it, and with little weight on points that
go ways of their own. Meant is what is steady over about two seconds: a straight line through the rates of a stretch.
"""

from typing import Any, Final, NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from steady_tide.core.quantities import Floats
from steady_tide.core.reading.frames import Small

POINTS: Final = 60
AGAIN: Final = 4
"""New points are looked for after so many frames."""
LEAST_POINTS: Final = 12
PLACES: Final = 6
ROUNDS: Final = 5
LEAST_SPREAD: Final = 0.03
RIDGE: Final = 1e-3
SEARCH: Final[dict[str, Any]] = {"winSize": (13, 13), "maxLevel": 3, "criteria": (3, 10, 0.02)}


class Followed(NamedTuple):
    """Points of a pair of frames: where they were (P, 2), and how far they went (P, 2) [small px]."""

    were: NDArray[np.float32]
    went: NDArray[np.float32]


class Follower:
    """Follows points through consecutive frames."""

    def __init__(self) -> None:
        self._last: Small | None = None
        self._points: NDArray[np.float32] | None = None
        self._age = 0
        self.pairs: list[Followed | None] = []
        self.shape = (1, 1)

    def next(self, small: Small) -> None:
        """Take the next frame of a stretch."""
        self.shape = small.shape[0], small.shape[1]
        if self._last is not None:
            self.pairs.append(self._pair(self._last, small))
        self._last = small

    def _pair(self, last: Small, small: Small) -> Followed | None:
        if self._points is None or self._age >= AGAIN or len(self._points) < LEAST_POINTS:
            apart = max(4.0, last.shape[1] / 40.0)
            found: Any = cv2.goodFeaturesToTrack(last, POINTS, 0.01, apart)
            self._points, self._age = found, 0
        if self._points is None:
            return None
        self._age += 1
        gone: Any
        gone, there, _ = cv2.calcOpticalFlowPyrLK(last, small, self._points, None, **SEARCH)  # type: ignore[call-overload]
        kept = there.ravel() == 1
        were, are = self._points[kept].reshape(-1, 2), gone[kept].reshape(-1, 2)
        self._points = are.reshape(-1, 1, 2)
        return Followed(were, are - were) if len(were) >= LEAST_POINTS else None


class Steps(NamedTuple):
    """How far the middle of the view went from frame to frame (F - 1, 2), and the uncertainty of each [small px]."""

    steps: Floats
    spread: Floats


def steps(pairs: list[Followed], shape: tuple[int, int]) -> Steps:
    """How far the middle of the view went in each pair of frames (height, width): all pairs at once."""
    most = max(len(pair.were) for pair in pairs)
    were, went, there = np.zeros((len(pairs), most, 2)), np.zeros((len(pairs), most, 2)), np.zeros((len(pairs), most))
    for at, pair in enumerate(pairs):
        were[at, : len(pair.were)], went[at, : len(pair.were)], there[at, : len(pair.were)] = pair.were, pair.went, 1.0
    x, y = ((were[..., axis] - shape[1 - axis] / 2.0) / shape[1] for axis in range(2))
    terms = np.stack([np.ones_like(x), x, y, x * x, x * y, y * y], axis=-1)
    weight = there.copy()
    middle = np.stack([np.median(pair.went, axis=0) for pair in pairs])
    apart = np.hypot(*np.moveaxis(went - middle[:, None], -1, 0))
    fit = np.zeros((len(pairs), PLACES, 2))
    for _ in range(ROUNDS):
        usual = np.array([np.median(one[: len(pair.were)]) for one, pair in zip(apart, pairs, strict=True)])
        spread = np.maximum(LEAST_SPREAD, 1.5 * 1.4826 * usual)
        weight = there / (1.0 + np.square(apart / spread[:, None]))
        weighted = terms * weight[..., None]
        ridge = RIDGE * weight.sum(axis=1)[:, None, None] * np.diag([0.0] + [1.0] * (PLACES - 1))
        fit = np.linalg.solve(np.swapaxes(weighted, 1, 2) @ terms + ridge, np.swapaxes(weighted, 1, 2) @ went)
        apart = np.hypot(*np.moveaxis(went - terms @ fit, -1, 0))
    squares = (weight * np.square(apart)).sum(axis=1) / weight.sum(axis=1)
    return Steps(fit[:, 0], np.sqrt(squares / np.maximum(weight.sum(axis=1) - PLACES, 1.0)))


class Shake(NamedTuple):
    """What moves from frame to frame, root mean square [px]: shaken, and how sure; and meant, the usual step."""

    shaken: float
    spread: float
    meant: float


def split(step: Floats) -> tuple[Floats, Floats]:
    """Steps of a stretch (F, 2) as those that are meant and those that shake."""
    count = len(step)
    line = np.stack([np.ones(count), np.linspace(-1.0, 1.0, count)], axis=1)
    meant = line @ np.linalg.lstsq(line, step, rcond=None)[0]
    return np.asarray(meant), np.asarray(step - meant)


def shake(stretches: list[Steps], *, by: float) -> Shake | None:
    """Shake over some stretches; by: pixels to one of those they were followed in. None where none is long enough.

    The uncertainty of following adds to what is seen, and is taken off in squares.
    """
    kept = [one for one in stretches if len(one.steps) >= 8]
    if not kept:
        return None
    both = [split(one.steps) for one in kept]
    shaken = np.concatenate([np.sum(np.square(one[1]), axis=1) for one in both])
    meant = np.concatenate([np.hypot(*one[0].T) for one in both])
    noise = np.concatenate([np.square(one.spread) for one in kept])
    square = max(0.0, float(shaken.mean() - np.median(noise)))
    value = by * float(np.sqrt(square))
    doubt = np.hypot(0.05 * value / np.sqrt(len(kept)) + 0.03 * by, value / np.sqrt(2.0 * len(shaken)))
    return Shake(value, float(doubt), by * float(np.median(meant)))
