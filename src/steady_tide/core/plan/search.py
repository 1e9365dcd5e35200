"""The search: exact minimum over frames × exposures × recordings × profiles, with every rival.

Costs add, and each consideration varies over few columns, so the minimum over millions of
sets is found from small arrays: only what depends on shutter and losses is computed over
frames × exposures, once for each distinct pair of shutter and loss.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, partial
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.exposure.automatic import Chosen
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.block import Block, blocks
from steady_tide.core.plan.considerations import BLOCK_CONSIDERATIONS
from steady_tide.core.plan.considerations import recording as recording_room
from steady_tide.core.plan.considerations.recording import RecordingChoice
from steady_tide.core.plan.finish import weigh_bias, weigh_profile
from steady_tide.core.plan.masks import EXPOSURE_VALUES, FRAME_VALUES, RECORDING_VALUES, Columns
from steady_tide.core.plan.memory import remembered
from steady_tide.core.plan.pins import Pins
from steady_tide.core.plan.situation import Situation
from steady_tide.core.plan.space import (
    Exposures,
    Frames,
    Ints,
    Recordings,
    enumerate_exposures,
    enumerate_frames,
    enumerate_recordings,
)
from steady_tide.core.plan.tables import tabulate
from steady_tide.core.quantities import Floats

Bools = NDArray[np.bool_]
QUANTUM = 1 / 512
"""Shutters this close [stops] are priced alike where frames and exposures meet."""
SCOPES = {consideration.key: consideration.scope for consideration in BLOCK_CONSIDERATIONS}


@dataclass(frozen=True)
class Point:
    """One complete set: indices of frame, exposure, recording and profile."""

    frame: int
    exposure: int
    recording: int
    profile: int


def meeting_points(block: Block, automatic: Block) -> tuple[Ints, Ints, Ints, Ints]:
    """Exposures that look alike to a frame: equal glass and (within QUANTUM) equal shutters.

    Returns (first, kin, order, starts): one exposure of each kind, the kind of each exposure,
    exposures ordered by kind, and where each kind starts in that order. Fixed shutters stand
    first and ordered (see `enumerate_exposures`), so only automatic ones are sorted; they
    are given as a block of their own.
    """
    exposures = block.exposures
    count = int(np.count_nonzero(exposures.shutter >= 0))
    codes = exposures.shutter[:count] * (int(exposures.glass.max(initial=0)) + 1) + exposures.glass[:count]
    new = np.ones(count, dtype=bool)
    new[1:] = codes[1:] != codes[:-1]
    kin, first = np.cumsum(new) - 1, np.flatnonzero(new)
    chosen = (automatic.aim, automatic.dark)
    steps = [np.rint(np.log2(one.shutter_s[0]) / QUANTUM).astype(np.int64) for one in chosen]
    keys = (exposures.glass[count:].astype(np.int64) << 40) + (steps[0] << 20) + steps[1]
    _, first_auto, kin_auto = np.unique(keys, return_index=True, return_inverse=True)
    order_auto = np.argsort(kin_auto, kind="stable")
    starts_auto = np.searchsorted(kin_auto[order_auto], np.arange(len(first_auto)))
    return (
        np.concatenate([first, first_auto + count]),
        np.concatenate([kin, kin_auto + len(first)]),
        np.concatenate([np.arange(count), order_auto + count]),
        np.concatenate([first, starts_auto + count]),
    )


class FixedExposures:
    """Exposures with a fixed shutter through one lens and aperture: priced once for every frame rate."""

    def __init__(self, block: Block, exposures: Exposures) -> None:
        self.count = int(np.count_nonzero(exposures.shutter >= 0))
        fixed = exposures.take(np.arange(self.count))
        self.block = Block(block.situation, block.tables, block.frames, fixed)

    @cached_property
    def terms(self) -> dict[str, Floats]:
        """Price of every consideration about exposures that no frame rate changes, shape (F,)."""
        return {one.key: np.broadcast_to(one.price(self.block), (1, self.count))[0] for one in RATE_FREE}

    @cached_property
    def total(self) -> Floats:
        """Their sum, shape (F,)."""
        return np.asarray(sum(self.terms.values(), np.zeros(self.count)))


RATE_FREE = tuple(one for one in BLOCK_CONSIDERATIONS if one.scope == "exposure" and not one.by_rate)


@dataclass(frozen=True)
class BlockCosts:
    """Prices of one block. frame (k,), exposure (o,), both (k, u); `kin` maps o to u.

    `terms` keeps the price of single considerations in the shape of their scope; of those that
    no frame rate changes only for the automatic exposures, which stand last, the others in `fixed`.
    """

    rows: Ints
    columns: Ints
    frame: Floats
    exposure: Floats
    both: Floats
    kin: Ints
    order: Ints
    starts: Ints
    terms: dict[str, Floats]
    fixed: FixedExposures

    def term(self, key: str, row: int, column: int) -> float:
        """Price of one consideration at one frame and exposure of the block."""
        kept = self.terms[key]
        if key in self.fixed.terms:
            at = int(self.columns[column])
            if at < self.fixed.count:
                return float(self.fixed.terms[key][at])
            column -= len(self.columns) - kept.shape[1]
        elif SCOPES[key] == "both":
            column = int(self.kin[column])
        return float(kept[row if kept.shape[0] > 1 else 0, column if kept.shape[1] > 1 else 0])


def price_block(rows: Ints, columns: Ints, block: Block, fixed: FixedExposures) -> BlockCosts:
    """All block considerations, each and summed by scope."""
    count = int(np.searchsorted(columns, fixed.count))
    automatic = block.of(np.arange(count, len(columns)))
    for name in ("aim", "bright"):
        pairs = zip(getattr(fixed.block, name), getattr(automatic, name), strict=True)
        block.tell(name, Chosen(*(np.concatenate([one[:, columns[:count]], other], axis=1) for one, other in pairs)))
    first, kin, order, starts = meeting_points(block, automatic)
    meeting = block.of(first)
    terms: dict[str, Floats] = {}
    frame, both = np.zeros((len(rows), 1)), np.zeros((len(rows), len(first)))
    exposure = np.concatenate([fixed.total[columns[:count]], np.zeros(len(columns) - count)])[None, :]
    for one in BLOCK_CONSIDERATIONS:
        if one.key in fixed.terms:
            terms[one.key] = np.broadcast_to(one.price(automatic), (1, len(columns) - count))
            exposure[:, count:] += terms[one.key]
        else:
            terms[one.key] = one.price(meeting if one.scope == "both" else block)
            {"frame": frame, "exposure": exposure, "both": both}[one.scope][...] += terms[one.key]
    return BlockCosts(rows, columns, frame[:, 0], exposure[0], both, kin, order, starts, terms, fixed)


class Rivalry(NamedTuple):
    """The least total cost with a value (infinite where it cannot be had), and how to find the set that has it."""

    cost: float
    find: Callable[[], Point]


@dataclass(frozen=True)
class Best:
    """Least block cost for each frame under the exposure pins, and for each exposure under the frame pins."""

    of_frame: Floats
    of_exposure: Floats


class Landscape:
    """Every cost of one situation under its pins; answers "the best set with this value"."""

    def __init__(self, situation: Situation, pins: Pins) -> None:
        self.situation = situation
        self.pins = pins
        device = situation.device
        self.frames: Frames = enumerate_frames(device, kind=situation.kind)
        self.exposures = enumerate_exposures(situation)
        self.recordings: Recordings = enumerate_recordings(device, kind=situation.kind)
        self.frame_columns = Columns(situation, self.frames, FRAME_VALUES)
        self.exposure_columns = Columns(situation, self.exposures, EXPOSURE_VALUES)
        self.recording_columns = Columns(situation, self.recordings, RECORDING_VALUES)
        self.tables = tabulate(situation)
        self.profile_weighing = weigh_profile(situation)
        self.bias_weighings = [weigh_bias(situation, profile) for profile in device.profiles]
        self._biases = [float(pins.get(Setting.EXPOSURE_BIAS, weighing.best())) for weighing in self.bias_weighings]
        self._costs: dict[float, list[BlockCosts]] = {}

    # Profiles and their bias.

    def finish_cost(self, index: int) -> float:
        """Cost of a profile with its bias: the pinned bias, or the one it wants."""
        profile = self.situation.device.profiles[index]
        return self.profile_weighing.cost(profile.key) + self.bias_weighings[index].cost(self._biases[index])

    @remembered
    def situation_for(self, index: int) -> Situation:
        """The situation with the bias of a profile."""
        return replace(self.situation, bias_stops=self._biases[index])

    # Costs by block.

    def _block_costs(self, index: int) -> list[BlockCosts]:
        situation = self.situation_for(index)
        if situation.bias_stops not in self._costs:
            found = blocks(situation, self.tables, self.frames, self.exposures)
            fixed: dict[tuple[str, float], FixedExposures] = {}
            self._costs[situation.bias_stops] = [
                price_block(rows, columns, block, self._fixed(fixed, block)) for rows, columns, block in found
            ]
        return self._costs[situation.bias_stops]

    def _fixed(self, known: dict[tuple[str, float], FixedExposures], block: Block) -> FixedExposures:
        key = (block.lens.key, block.f_number)
        if key not in known:
            known[key] = FixedExposures(block, self.exposures)
        return known[key]

    @cached_property
    def recording_terms(self) -> dict[str, Floats]:
        """Price of each recording by consideration, shape (R,) each."""
        choice = RecordingChoice(self.situation, self.recordings)
        return {consideration.key: consideration.price(choice) for consideration in recording_room.TABLE}

    @cached_property
    def recording_cost(self) -> Floats:
        """Cost of each recording, shape (R,)."""
        total = np.zeros(len(self.recordings.mode))
        for price in self.recording_terms.values():
            total = total + price
        return total

    def prices(self, point: Point) -> dict[str, float]:
        """Price of every consideration in a whole set."""
        costs, row = self._block_of(point.profile, point.frame)
        column = int(np.searchsorted(costs.columns, point.exposure))
        found = {key: costs.term(key, row, column) for key in costs.terms}
        found |= {key: float(price[point.recording]) for key, price in self.recording_terms.items()}
        return found

    @cached_property
    def _profile_in_mode(self) -> Bools:
        """Whether a mode allows a profile, shape (modes, profiles)."""
        device = self.situation.device
        return np.array([[not m.profiles or p.key in m.profiles for p in device.profiles] for m in device.modes])

    def recordable(self, index: int) -> Bools:
        """Recordings with which a profile is offered, shape (R,): deep enough, and in a mode that allows it."""
        deep = self.recordings.depth >= self.situation.device.profiles[index].bit_depth
        return np.asarray(deep & self._profile_in_mode[self.recordings.mode, index])

    def _floor_ok(self, index: int) -> Bools:
        if not self.situation.device.iso.settable:
            return np.ones(len(self.exposures.floor), dtype=bool)
        return np.asarray(self.exposures.floor >= self.situation.device.profiles[index].base_iso)

    def recording_best(self, index: int) -> Floats:
        """Least recording cost of each mode for a profile, shape (modes,); inf where none is allowed."""
        allowed = self.recording_columns.allowed(self.pins) & self.recordable(index)
        least = np.full(len(self.situation.device.modes), np.inf)
        np.minimum.at(least, self.recordings.mode, np.where(allowed, self.recording_cost, np.inf))
        return least

    def best(self, index: int) -> Best:
        """Block costs of a profile, reduced both ways; remembered by what distinguishes them."""
        profile = self.situation.device.profiles[index]
        modes = self._profile_in_mode[:, index].tobytes()
        key = (self._biases[index], profile.base_iso, profile.bit_depth, modes)
        if key not in self._best:
            self._best[key] = self._reduce(index)
        return self._best[key]

    @cached_property
    def _best(self) -> dict[tuple[float, int, int, bytes], Best]:
        return {}

    def _reduce(self, index: int) -> Best:
        exposure_ok = self.exposure_columns.allowed(self.pins) & self._floor_ok(index)
        floor_ok = self._floor_ok(index)
        frame_ok = self.frame_columns.allowed(self.pins)
        extra = np.where(frame_ok, self.recording_best(index)[self.frames.mode], np.inf)
        of_frame = np.full(len(self.frames.mode), np.inf)
        of_exposure = np.full(len(self.exposures.floor), np.inf)
        for costs in self._block_costs(index):
            exposure = np.where(exposure_ok[costs.columns], costs.exposure, np.inf)
            least = np.minimum.reduceat(exposure[costs.order], costs.starts)
            of_frame[costs.rows] = costs.frame + np.min(costs.both + least, axis=1)
            frame = costs.frame + extra[costs.rows]
            if np.isfinite(frame).any():
                meeting = np.min(costs.both + frame[:, None], axis=0)[costs.kin]
                total = np.where(floor_ok[costs.columns], costs.exposure + meeting, np.inf)
                of_exposure[costs.columns] = np.minimum(of_exposure[costs.columns], total)
        return Best(of_frame, of_exposure)

    # Answers.

    def profiles_allowed(self, *, without: Setting | None = None) -> list[int]:
        """Profiles the pins allow, leaving one pin out."""
        pinned = self.pins.get(Setting.COLOUR_PROFILE) if without is not Setting.COLOUR_PROFILE else None
        every = enumerate(self.situation.device.profiles)
        return [index for index, profile in every if pinned is None or profile.key == pinned]

    @remembered
    def by_frame(self, index: int, setting: Setting | None) -> Floats:
        """Total cost of the best set of each frame (K,), with the pin on `setting` left out."""
        allowed = self.frame_columns.allowed(self.pins, without=setting)
        total = self.best(index).of_frame + self.recording_best(index)[self.frames.mode]
        return np.where(allowed, total, np.inf) + self.finish_cost(index)

    @remembered
    def by_exposure(self, index: int, setting: Setting | None) -> Floats:
        """Total cost of the best set of each exposure (O,), with the pin on `setting` left out."""
        allowed = self.exposure_columns.allowed(self.pins, without=setting)
        return np.where(allowed, self.best(index).of_exposure, np.inf) + self.finish_cost(index)

    @remembered
    def by_recording(self, index: int, setting: Setting | None) -> Floats:
        """Total cost of the best set of each recording (R,), with the pin on `setting` left out."""
        allowed = self.recording_columns.allowed(self.pins, without=setting) & self.recordable(index)
        frame_ok = self.frame_columns.allowed(self.pins)
        least = np.full(len(self.situation.device.modes), np.inf)
        np.minimum.at(least, self.frames.mode, np.where(frame_ok, self.best(index).of_frame, np.inf))
        total = self.recording_cost + least[self.recordings.mode]
        return np.where(allowed, total, np.inf) + self.finish_cost(index)

    @remembered
    def least(self, index: int) -> float:
        """Total cost of the best set with this profile."""
        return float(np.min(self.by_frame(index, None)))

    def rivals(self, setting: Setting) -> dict[Value, Rivalry]:
        """For every value that occurs: the least total cost with it, and how to find the set that has it."""
        if setting is Setting.COLOUR_PROFILE:
            return self._rival_profiles()
        for columns, by, point in (
            (self.frame_columns, self.by_frame, self._point_of_frame),
            (self.exposure_columns, self.by_exposure, self._point_of_exposure),
            (self.recording_columns, self.by_recording, self._point_of_recording),
        ):
            if setting in columns.settings:
                totals = {index: by(index, setting) for index in self.profiles_allowed()}
                found: dict[Value, Rivalry] = {}
                for value, mask in columns.masks(setting).items():
                    rows = np.flatnonzero(mask)
                    least = ((total[rows], index) for index, total in totals.items())
                    cost, index, row = min((float(t[at := int(np.argmin(t))]), i, int(rows[at])) for t, i in least)
                    found[value] = Rivalry(cost, partial(point, index, row, setting))
                return found
        raise KeyError(setting)

    def _rival_profiles(self) -> dict[Value, Rivalry]:
        profiles = enumerate(self.situation.device.profiles)
        return {profile.key: Rivalry(self.least(index), partial(self.point, index)) for index, profile in profiles}

    def chosen(self) -> Point | None:
        """The cheapest set, or None when nothing fits."""
        index = min(self.profiles_allowed(), key=self.least)
        return self.point(index) if np.isfinite(self.least(index)) else None

    def point(self, index: int) -> Point:
        """The cheapest set with a profile."""
        return self._point_of_frame(index, int(np.argmin(self.by_frame(index, None))), None)

    # From a row to a whole set. The pin on `without` does not count.

    def point_of(self, index: int, frame: int) -> Point:
        """The cheapest set with a profile and a frame."""
        return self._point_of_frame(index, frame, None)

    def _point_of_frame(self, index: int, frame: int, without: Setting | None) -> Point:
        exposure_ok = self.exposure_columns.allowed(self.pins) & self._floor_ok(index)
        costs, row = self._block_of(index, frame)
        total = costs.exposure + costs.both[row][costs.kin]
        column = int(np.argmin(np.where(exposure_ok[costs.columns], total, np.inf)))
        return Point(frame, int(costs.columns[column]), self._recording_for(index, frame), index)

    def _point_of_exposure(self, index: int, exposure: int, without: Setting | None) -> Point:
        frame_ok = self.frame_columns.allowed(self.pins)
        extra = np.where(frame_ok, self.recording_best(index)[self.frames.mode], np.inf)
        found, least = 0, np.inf
        for costs in self._block_costs(index):
            at = np.flatnonzero(costs.columns == exposure)
            if at.size:
                total = costs.frame + extra[costs.rows] + costs.both[:, costs.kin[at[0]]]
                row = int(np.argmin(total))
                if total[row] < least - 1e-12:
                    found, least = int(costs.rows[row]), float(total[row])
        return Point(found, exposure, self._recording_for(index, found), index)

    def _point_of_recording(self, index: int, recording: int, without: Setting | None) -> Point:
        frame_ok = self.frame_columns.allowed(self.pins) & (self.frames.mode == self.recordings.mode[recording])
        frame = int(np.argmin(np.where(frame_ok, self.best(index).of_frame, np.inf)))
        return replace(self._point_of_frame(index, frame, None), recording=recording)

    def _recording_for(self, index: int, frame: int) -> int:
        allowed = self.recording_columns.allowed(self.pins) & self.recordable(index)
        allowed &= self.recordings.mode == self.frames.mode[frame]
        return int(np.argmin(np.where(allowed, self.recording_cost, np.inf)))

    @remembered
    def _block_of(self, index: int, frame: int) -> tuple[BlockCosts, int]:
        for costs in self._block_costs(index):
            at = np.flatnonzero(costs.rows == frame)
            if at.size:
                return costs, int(at[0])
        raise KeyError(frame)
