"""The search: exact minimum over frames × exposures × recordings × profiles, with every rival.

Costs add, and each consideration varies over few columns, so the minimum over millions of
sets is found from small arrays (see `costs`).
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, partial
from typing import NamedTuple

import numpy as np

from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.physics.block import Block, blocks
from steady_tide.core.plan.physics.space import (
    Frames,
    Recordings,
    enumerate_exposures,
    enumerate_frames,
    enumerate_recordings,
)
from steady_tide.core.plan.physics.tables import tabulate
from steady_tide.core.plan.prices import BLOCK_CONSIDERATIONS
from steady_tide.core.plan.prices import recording as recording_room
from steady_tide.core.plan.prices.finish import weigh_bias, weigh_profile
from steady_tide.core.plan.prices.recording import RecordingChoice
from steady_tide.core.plan.problem.pins import Pins
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.search.columns import EXPOSURE_VALUES, FRAME_VALUES, RECORDING_VALUES, Bools, Columns
from steady_tide.core.plan.search.costs import BlockCosts, FixedExposures, FreeFrames
from steady_tide.core.plan.search.memory import remembered
from steady_tide.core.quantities import Floats


@dataclass(frozen=True)
class Point:
    """One complete set: indices of frame, exposure, recording and profile."""

    frame: int
    exposure: int
    recording: int
    profile: int


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
        self._free: dict[tuple[str, float], FreeFrames] = {}

    # Profiles and their bias.

    def finish_cost(self, index: int) -> float:
        """Cost of a profile with its bias: the pinned bias, or the one it wants."""
        profile = self.situation.device.profiles[index]
        return self.profile_weighing.cost(profile.key) + self.bias_weighings[index].cost(self._biases[index])

    @remembered
    def situation_for(self, index: int) -> Situation:
        """The situation with the bias of a profile."""
        return self.situation.fitted(bias_stops=self._biases[index])

    # Costs by block.

    def block_costs(self, index: int) -> list[BlockCosts]:
        """Costs of every block with the bias of a profile; each is priced when it is asked for."""
        situation = self.situation_for(index)
        if situation.bias_stops not in self._costs:
            found = blocks(situation, self.tables, self.frames, self.exposures)
            fixed: dict[tuple[str, float], FixedExposures] = {}
            self._costs[situation.bias_stops] = [
                BlockCosts(rows, columns, block, self._free_frames(block), self._fixed(fixed, block))
                for rows, columns, block in found
            ]
        return self._costs[situation.bias_stops]

    def _free_frames(self, block: Block) -> FreeFrames:
        key = (block.lens.key, block.f_number)
        if key not in self._free:
            through = np.array([view.lens == block.lens.key for view in self.situation.device.views])
            aperture = self.tables.apertures[self.frames.aperture] == block.f_number
            self._free[key] = FreeFrames(block, self.frames, np.flatnonzero(through[self.frames.view] & aperture))
        return self._free[key]

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
        found = {one.key: costs.term(one.key, row, column) for one in BLOCK_CONSIDERATIONS}
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

    def floor_ok(self, index: int) -> Bools:
        """Exposures whose ISO floor a profile allows, shape (O,)."""
        if not self.situation.device.iso.settable:
            return np.ones(len(self.exposures.floor), dtype=bool)
        return np.asarray(self.exposures.floor >= self.situation.device.profiles[index].base_iso)

    def exposures_allowed(self, index: int) -> Bools:
        """Exposures that pins and profile allow, shape (O,)."""
        return self.exposure_columns.allowed(self.pins) & self.floor_ok(index)

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
        exposure_ok = self.exposures_allowed(index)
        floor_ok = self.floor_ok(index)
        frame_ok = self.frame_columns.allowed(self.pins)
        extra = np.where(frame_ok, self.recording_best(index)[self.frames.mode], np.inf)
        of_frame = np.full(len(self.frames.mode), np.inf)
        of_exposure = np.full(len(self.exposures.floor), np.inf)
        for costs in self.block_costs(index):
            of_frame[costs.rows] = costs.of_frame(exposure_ok)
            frame = costs.frame + extra[costs.rows]
            if np.isfinite(frame).any():
                met = np.min(costs.both + frame[:, None], axis=0)[costs.meeting.kin]
                total = np.where(floor_ok[costs.columns], costs.exposure + met, np.inf)
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
        exposure_ok = self.exposures_allowed(index)
        costs, row = self._block_of(index, frame)
        total = costs.exposure + costs.both[row][costs.meeting.kin]
        column = int(np.argmin(np.where(exposure_ok[costs.columns], total, np.inf)))
        return Point(frame, int(costs.columns[column]), self._recording_for(index, frame), index)

    def _point_of_exposure(self, index: int, exposure: int, without: Setting | None) -> Point:
        frame_ok = self.frame_columns.allowed(self.pins)
        extra = np.where(frame_ok, self.recording_best(index)[self.frames.mode], np.inf)
        found, least = 0, np.inf
        for costs in self.block_costs(index):
            at = np.flatnonzero(costs.columns == exposure)
            if at.size:
                total = costs.frame + extra[costs.rows] + costs.both[:, costs.meeting.kin[at[0]]]
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
        for costs in self.block_costs(index):
            at = np.flatnonzero(costs.rows == frame)
            if at.size:
                return costs, int(at[0])
        raise KeyError(frame)
