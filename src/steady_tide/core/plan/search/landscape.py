"""The search: exact minimum over frames × exposures × recordings × profiles, with every rival.

Costs add, and each consideration varies over few columns, so the minimum over millions of sets is found from a few
arrays (see `costs`).
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import partial
from typing import NamedTuple

import numpy as np

from steady_tide.core.kit.settings import SETTINGS, Decided, Setting, Value
from steady_tide.core.memo import Memo
from steady_tide.core.plan.physics.figures import ExposureFigures, FrameFigures, Sets
from steady_tide.core.plan.prices.recording import RecordingChoice
from steady_tide.core.plan.problem.wishes import Pins
from steady_tide.core.plan.search.axes import Axes
from steady_tide.core.plan.search.costs import TIE, Allowed, Reduced, SceneCosts, first_least
from steady_tide.core.quantities import Bools, Floats, Ints


@dataclass(frozen=True)
class Point:
    """One complete set: numbers of frame, exposure, recording and profile."""

    frame: int
    exposure: int
    recording: int
    profile: int


class Rivalry(NamedTuple):
    """The least total cost with a value (infinite where it cannot be had), and how to find the set that has it."""

    cost: float
    find: Callable[[], Point]


class Cheapest(NamedTuple):
    """Least totals over profiles, and the first profile that has each; both in the shape of what they are totals of."""

    totals: Floats
    profile: Ints


class Landscape:
    """Every cost of one situation under its pins; answers "the best set with this value"."""

    def __init__(self, costs: SceneCosts, pins: Pins) -> None:
        self.costs = costs
        self.situation = costs.situation
        self.prices = costs.prices
        self.device = costs.device
        self.space = costs.space
        self.pins = pins
        self.axes = Axes(self.space)
        wanted = [weighing.best() for weighing in costs.bias_weighings]
        self.biases = [float(pins.get(Setting.EXPOSURE_BIAS, bias)) for bias in wanted]
        """The bias of each profile: the pinned one, or the one it wants [stops]."""
        self.frames_ok: Memo[Setting | None, Bools] = Memo(partial(self.axes.frames, pins))
        """Frames that the pins allow, leaving the pin on a setting out, shape (K,)."""
        self.recordings_ok: Memo[Setting | None, Bools] = Memo(partial(self.axes.recordings, pins))
        """Recordings likewise, shape (Q,)."""
        self.exposures_ok: Memo[Setting | None, Allowed] = Memo(partial(self.axes.exposures, pins))
        """Exposures likewise."""
        self._any = Memo(self._cheapest_of_any)
        self._point = {
            "frame": Memo(self._with_frame),
            "exposure": Memo(self._with_exposure),
            "recording": Memo(self._with_recording),
        }
        """The cheapest set with a profile and a frame, an exposure or a recording."""
        self.beside_exposure = Memo(self._cheapest_recorded)
        """What each frame that the pins allow costs with its best recording, by profile, shape (K,)."""
        self.recording_for = Memo(self._best_recording)
        """The cheapest recording with a profile and a mode."""
        self.recordable = Memo(self._recordable)
        """Recordings with which a profile is offered, shape (Q,): deep enough, and in a mode that allows it."""
        self.reduced = Memo(self._exposures_reduced)
        """Allowed exposures at their least through each passage, by what `exposing` says of a profile."""
        self._of_frame = Memo(self._least_of_frame)
        self._exposure_least = Memo(self._least_of_exposure)
        self.by_frame = Memo(self._by_frame)
        """Total cost of the best set of each frame (K,), by profile and the setting whose pin is left out."""
        self.by_exposure = Memo(self._by_exposure)
        """Total cost of the best set of each exposure, shape (S + 1, G, P), by profile and the setting left out."""
        self.by_recording = Memo(self._by_recording)
        """Total cost of the best set of each recording (Q,), by profile and the setting left out."""
        self.recording_best = Memo(self._recording_best)
        """Least recording cost of each mode for a profile, shape (M,); infinite where none is allowed."""

    def otherwise(self, pins: Pins) -> "Landscape":
        """This situation under other pins; what it costs is not worked out again."""
        return Landscape(self.costs, pins)

    def finish_cost(self, profile: int) -> float:
        """Cost of a profile with its bias."""
        key = self.situation.device.profiles[profile].key
        return self.costs.profile_weighing.cost(key) + self.costs.bias_weighings[profile].cost(self.biases[profile])

    # What pins and profiles allow.

    def _recordable(self, profile: int) -> Bools:
        recordings = self.device.recordings
        deep = recordings.depth >= self.situation.device.profiles[profile].bit_depth
        return np.asarray(deep & self.device.profile_in_mode[recordings.mode, profile])

    def pairs_ok(self, profile: int) -> Bools:
        """ISO pairs whose floor a profile allows, shape (P,)."""
        floors = self.device.iso_pairs[:, 0]
        if not self.situation.device.iso.settable:
            return np.ones(len(floors), dtype=bool)
        return np.asarray(floors >= self.situation.device.profiles[profile].base_iso)

    def exposures_allowed(self, profile: int, without: Setting | None = None) -> Allowed:
        """Exposures that pins and profile allow, leaving one pin out."""
        allowed = self.exposures_ok(without)
        return allowed._replace(pair=allowed.pair & self.pairs_ok(profile))

    def profiles_allowed(self, *, without: Setting | None = None) -> list[int]:
        """Profiles the pins allow, leaving one pin out."""
        pinned = self.pins.get(Setting.COLOUR_PROFILE) if without is not Setting.COLOUR_PROFILE else None
        every = enumerate(self.situation.device.profiles)
        return [number for number, profile in every if pinned is None or profile.key == pinned]

    def _recording_best(self, profile: int) -> Floats:
        allowed = self.recordings_ok(None) & self.recordable(profile)
        least = np.full(len(self.device.modes), np.inf)
        np.minimum.at(least, self.device.recordings.mode, np.where(allowed, self.costs.recording, np.inf))
        return least

    def _cheapest_recorded(self, profile: int) -> Floats:
        recorded = self.recording_best(profile)[self.device.frames.mode]
        return np.where(self.frames_ok(None), self.costs.frame + recorded, np.inf)

    # Totals.

    def _exposures_reduced(self, key: tuple[float, int]) -> list[Reduced]:
        bias, profile = key
        allowed = self.exposures_allowed(profile)
        return [passage.reduced(bias, allowed) for passage in self.costs.passages]

    def _least_of_frame(self, key: tuple[float, int]) -> Floats:
        """Least cost of each frame with its exposures, by bias and a profile that stands for others (K,)."""
        found = np.empty(len(self.costs.frame))
        for passage, least in zip(self.costs.passages, self.reduced(key), strict=True):
            found[passage.rows] = passage.of_frames(least)
        return found + self.costs.frame

    def exposing(self, profile: int) -> tuple[float, int]:
        """What of a profile matters to exposures: its bias, and the first profile with its base ISO."""
        profiles = self.situation.device.profiles
        alike = (at for at, other in enumerate(profiles) if other.base_iso == profiles[profile].base_iso)
        return self.biases[profile], next(alike)

    def of_frame(self, profile: int) -> Floats:
        """Least cost of each frame with its exposures (K,)."""
        return self._of_frame(self.exposing(profile))

    def _of_exposure(self, profile: int) -> Floats:
        """Least cost of each exposure with any frame that the pins allow, shape (S + 1, G, P)."""
        wanted = self._framed(profile)
        return self._exposure_least(next(at for at in range(len(self.biases)) if self._framed(at) == wanted))

    def _framed(self, profile: int) -> tuple[float, int, int, bytes]:
        """What of a profile matters to exposures with any frame: bias, base ISO, and with what it is recorded."""
        made = self.situation.device.profiles[profile]
        return self.biases[profile], made.base_iso, made.bit_depth, self.device.profile_in_mode[:, profile].tobytes()

    def _least_of_exposure(self, profile: int) -> Floats:
        beside = self.beside_exposure(profile)
        found = np.full(self.axes.exposure_shape, np.inf)
        for passage in self.costs.passages:
            found = np.minimum(found, passage.of_exposures(self.biases[profile], beside[passage.rows]))
        return np.where(self.pairs_ok(profile), found, np.inf)

    def _by_frame(self, key: tuple[int, Setting | None]) -> Floats:
        profile, without = key
        allowed = self.frames_ok(without)
        total = self.of_frame(profile) + self.recording_best(profile)[self.device.frames.mode]
        return np.where(allowed, total, np.inf) + self.finish_cost(profile)

    def _by_exposure(self, key: tuple[int, Setting | None]) -> Floats:
        profile, without = key
        allowed = self.exposures_ok(without)
        shutter, glass = allowed.shutter[:, None, None], allowed.glass[None, :, None]
        total = np.where(shutter & glass & allowed.pair, self._of_exposure(profile), np.inf)
        return total + self.finish_cost(profile)

    def _by_recording(self, key: tuple[int, Setting | None]) -> Floats:
        profile, without = key
        allowed = self.recordings_ok(without) & self.recordable(profile)
        least = np.full(len(self.device.modes), np.inf)
        frames = np.where(self.frames_ok(None), self.of_frame(profile), np.inf)
        np.minimum.at(least, self.device.frames.mode, frames)
        total = self.costs.recording + least[self.device.recordings.mode]
        return np.where(allowed, total, np.inf) + self.finish_cost(profile)

    def least(self, profile: int) -> float:
        """Total cost of the best set with a profile."""
        return float(np.min(self.by_frame((profile, None))))

    # Answers.

    def rivals(self, setting: Setting) -> dict[Value, Rivalry]:
        """For every value that occurs: the least total cost with it, and how to find the set that has it."""
        decided = SETTINGS[setting].decided
        if decided == "profile":
            return {
                profile.key: Rivalry(self.least(number), partial(self.point, number))
                for number, profile in enumerate(self.situation.device.profiles)
            }
        column, cheapest = self.axes.column(setting), self._any((decided, setting if setting in self.pins else None))
        totals = self.axes.spread(setting, cheapest.totals)
        least = column.least(totals.min(axis=1) if totals.ndim > 1 else totals).tolist()

        def find(code: int) -> Point:
            rows = np.flatnonzero(column.codes == code)
            row = self.axes.row(setting, rows, first_least(totals[rows].reshape(-1)))
            return self._point[decided]((int(cheapest.profile.reshape(-1)[row]), row))

        return {value: Rivalry(least[code], partial(find, code)) for code, value in enumerate(column.values)}

    def _cheapest_of_any(self, key: tuple[Decided, Setting | None]) -> Cheapest:
        """Totals of frames, recordings or exposures with whichever profile is cheapest."""
        decided, without = key
        by = {"frame": self.by_frame, "exposure": self.by_exposure, "recording": self.by_recording}[decided]
        profiles = self.profiles_allowed()
        totals = np.array([by((profile, without)) for profile in profiles])
        least = totals.min(axis=0)
        return Cheapest(least, np.array(profiles)[np.argmax(totals <= least + TIE, axis=0)])

    def chosen(self) -> Point | None:
        """The cheapest set, or None when nothing fits; of equals the first profile's."""
        floors = {profile: self.floor(profile) for profile in self.profiles_allowed()}
        found: dict[int, float] = {}
        for profile in sorted(floors, key=floors.__getitem__):
            if floors[profile] <= min(found.values(), default=np.inf) + TIE:
                found[profile] = self.least(profile)
        least = min(found.values())
        best = min(profile for profile, cost in found.items() if cost <= least + TIE)
        return self.point(best) if np.isfinite(least) else None

    def floor(self, profile: int) -> float:
        """What no set with a profile can cost less than: exposures are never free of charge, nor paid for."""
        return float(self.beside_exposure(profile).min()) + self.finish_cost(profile)

    def point(self, profile: int) -> Point:
        """The cheapest set with a profile."""
        return self._point["frame"]((profile, first_least(self.by_frame((profile, None)))))

    def point_of(self, profile: int, frame: int) -> Point:
        """The cheapest set with a profile and a frame."""
        return self._point["frame"]((profile, frame))

    # From a row to a whole set.

    def _with_frame(self, key: tuple[int, int]) -> Point:
        profile, frame = key
        number = self.device.frames.passage[frame]
        at = next(at for at, passage in enumerate(self.costs.passages) if passage.passage == number)
        passage, least = self.costs.passages[at], self.reduced(self.exposing(profile))[at]
        row = int(np.flatnonzero(passage.rows == frame)[0])
        place = passage.exposure_of(least, row, passage.met(least.bias, row))
        exposure = int(np.ravel_multi_index(place, self.axes.exposure_shape))
        return Point(frame, exposure, self.recording_for((profile, int(self.device.frames.mode[frame]))), profile)

    def _with_exposure(self, key: tuple[int, int]) -> Point:
        profile, exposure = key
        place = self.axes.place(exposure)
        total = self.beside_exposure(profile).copy()
        for passage in self.costs.passages:
            total[passage.rows] += passage.frames_of(self.biases[profile], *place)
        frame = first_least(total)
        return Point(frame, exposure, self.recording_for((profile, int(self.device.frames.mode[frame]))), profile)

    def _with_recording(self, key: tuple[int, int]) -> Point:
        profile, recording = key
        same_mode = self.device.frames.mode == self.device.recordings.mode[recording]
        frame = first_least(np.where(self.frames_ok(None) & same_mode, self.of_frame(profile), np.inf))
        return replace(self._point["frame"]((profile, frame)), recording=recording)

    def _best_recording(self, key: tuple[int, int]) -> int:
        profile, mode = key
        allowed = self.recordings_ok(None) & self.recordable(profile)
        allowed &= self.device.recordings.mode == mode
        return first_least(np.where(allowed, self.costs.recording, np.inf))

    # Whole sets looked at.

    def sets(self, points: Sequence[Point]) -> Sets:
        """Frames and exposures of some sets, with all their figures."""
        frames = self.device.frames.take(_numbers([point.frame for point in points]))
        shutter, glass, pair = self.axes.places(_numbers([point.exposure for point in points]))
        floor, ceiling = self.device.iso_pairs[pair].T
        exposures = ExposureFigures(
            self.space,
            passage=frames.passage,
            shutter=np.array(self.device.shutters)[shutter],
            glass=glass,
            floor=floor,
            ceiling=ceiling,
            rate=self.device.rate_of_mode[frames.mode],
            bias=np.array([self.biases[point.profile] for point in points]),
        )
        return Sets(FrameFigures(self.space, frames), exposures)

    def recordings(self, points: Sequence[Point]) -> RecordingChoice:
        """Recordings of some sets."""
        choice = RecordingChoice(self.situation, self.device, self.device.recordings)
        return choice.take(_numbers([point.recording for point in points]))

    def values_of(self, points: Sequence[Point], setting: Setting) -> list[Value]:
        """A searched setting of some sets."""
        decided = SETTINGS[setting].decided
        if decided == "profile":
            return [self.situation.device.profiles[point.profile].key for point in points]
        column = self.axes.column(setting)
        rows = _numbers([getattr(point, decided) for point in points])
        return [column.values[code] for code in column.codes[self.axes.along(setting, rows)].tolist()]


def _numbers(found: Sequence[int]) -> Ints:
    return np.array(found, dtype=np.intp)
