"""What frames and exposures cost: each consideration priced over the few columns it varies over.

Costs add. A frame's own stand in one array; an exposure's in one for fixed shutters and one for the automatic, which
differs by rate; what depends on both in arrays over frames, shutters and glass alone.
"""

from functools import cached_property
from typing import Any, Final, NamedTuple

import numpy as np

from steady_tide.core.memo import Memo
from steady_tide.core.plan.physics.figures import ExposureFigures, FrameFigures, Interaction, JointFigures
from steady_tide.core.plan.physics.scene_space import SceneSpace
from steady_tide.core.plan.physics.space import WITHIN, DeviceSpace, Frames
from steady_tide.core.plan.prices import OF_RECORDINGS, OF_SETS
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import Consideration
from steady_tide.core.plan.prices.finish import weigh_bias, weigh_profile
from steady_tide.core.plan.prices.recording import RecordingChoice
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Bools, Floats, Ints

Priced = tuple[Consideration[Any, Any], ...]


def _of(scope: str, *, paced: bool | None = None) -> Priced:
    every = (row for row in OF_SETS.values() if row.scope == scope)
    return tuple(row for row in every if paced is None or row.paced == paced)


OF_FRAMES: Final = _of("frame")
OF_MEETINGS: Final = _of("meeting")
OF_EXPOSURES: Final = _of("exposure")
UNPACED: Final = _of("exposure", paced=False)
PACED: Final = _of("exposure", paced=True)
"""Considerations by what they vary over; of those about exposures, by whether a rate changes them."""
TIE: Final = 1e-9
"""Costs that lie nearer than this [stops] are the same: of equals the first in the camera's order is taken."""
ALL: Final = np.zeros(1, dtype=np.intp)


def first_least(costs: Floats) -> int:
    """Where the least of some costs stands; of equals the first."""
    return int(np.argmax(costs <= costs.min() + TIE))


def summed(rows: Priced, over: Any, prices: Prices, shape: tuple[int, ...]) -> Floats:
    """The sum of some considerations, spread out to a shape."""
    total = np.zeros(shape)
    for row in rows:
        price = row.price(over, prices)
        if price.ndim or price:
            total += price
    return total


def reshaped(frames: Frames, shape: tuple[int, ...]) -> Frames:
    """Frames with their indices in another shape."""
    return Frames(*(getattr(frames, name).reshape(shape) for name in ("mode", "view", "level", "aperture", "passage")))


class PairGroups(NamedTuple):
    """ISO pairs that an automatic shutter answers alike: C kinds of P pairs.

    of: the kind of each pair (P,), in order. first: one pair of each kind (C,), where it starts.
    """

    of: Ints
    first: Ints

    @classmethod
    def among(cls, pairs: Floats, programme: str) -> "PairGroups":
        """Where the shutter moves before ISO does, only the floor matters; pairs of one floor stand together."""
        new = np.ones(len(pairs), dtype=bool)
        if programme == "shutter-first":
            new[1:] = pairs[1:, 0] != pairs[:-1, 0]
        return cls(np.cumsum(new) - 1, np.flatnonzero(new))


class Allowed(NamedTuple):
    """Which exposures may be taken: by shutter (S or S + 1,), glass (G,) and ISO pair (P,)."""

    shutter: Bools
    glass: Bools
    pair: Bools


class BiasCosts(NamedTuple):
    """Exposures through one passage under one bias.

    fixed: what those with a fixed shutter cost but for the rate, shape (S, G, P). automatic: what those with an
    automatic one cost at each rate, shape (R, G, P). interaction: what frames see of these, by group of ISO pairs,
    shape (R, G, C); None where there are none.
    """

    fixed: Floats
    automatic: Floats
    interaction: Interaction | None


class Met(NamedTuple):
    """What one frame costs where it meets exposures: fixed shutters (S, G), kinds of automatic ones (G, C)."""

    fixed: Floats
    automatic: Floats


class SceneCosts:
    """What a situation's frames, exposures, recordings and profiles cost, whatever is pinned."""

    def __init__(self, situation: Situation, prices: Prices, device: DeviceSpace) -> None:
        self.situation = situation
        self.prices = prices
        self.device = device
        self.space = SceneSpace(situation, device)
        self.profile_weighing = weigh_profile(situation, prices)
        self.bias_weighings = [weigh_bias(situation, prices, profile) for profile in situation.device.profiles]

    @cached_property
    def frame(self) -> Floats:
        """What each frame costs by itself, shape (K,)."""
        frames = self.device.frames
        return summed(OF_FRAMES, FrameFigures(self.space, frames), self.prices, frames.mode.shape)

    @cached_property
    def passages(self) -> "list[PassageCosts]":
        """Frames against exposures, by the lens and aperture they go through."""
        passage = self.device.frames.passage
        return [
            PassageCosts(self.space, self.prices, int(number), np.flatnonzero(passage == number))
            for number in np.unique(passage)
        ]

    @cached_property
    def recording(self) -> Floats:
        """Cost of each recording, shape (Q,)."""
        choice = RecordingChoice(self.situation, self.device, self.device.recordings)
        return summed(tuple(OF_RECORDINGS.values()), choice, self.prices, choice.rows.mode.shape)


class FrameGroups(NamedTuple):
    """Frames that look at an exposure alike, n of them: all that meets it is the same, only their rates differ.

    first: one frame of each look (n,). of: the look of each frame (k,). order, starts: frames by look.
    """

    first: Ints
    of: Ints
    order: Ints
    starts: Ints

    @classmethod
    def among(cls, look: Ints) -> "FrameGroups":
        """Groups by their numbers, see `DeviceSpace.look`."""
        _, first, of = np.unique(look, return_index=True, return_inverse=True)
        order = np.argsort(of, kind="stable")
        return cls(first, of, order, np.searchsorted(of[order], np.arange(len(first))))


class Reduced(NamedTuple):
    """Allowed exposures under one bias, at their least over ISO pairs: fixed (S, G), automatic (R, G, C)."""

    bias: float
    allowed: Allowed
    fixed: Floats
    automatic: Floats


class PassageCosts:
    """Frames through one passage, k of them and ordered by rate, against every exposure.

    rows: where they stand among all frames. rates: the different ones they have (R,); rate: which each has (k,);
    starts: where each rate begins.
    """

    def __init__(self, space: SceneSpace, prices: Prices, passage: int, rows: Ints) -> None:
        self.space = space
        self.prices = prices
        self.passage = passage
        rate_of = space.device.rate_of_mode[space.device.frames.mode[rows]]
        self.rows = rows[np.argsort(rate_of, kind="stable")]
        self.frames = space.device.frames.take(self.rows)
        self.rates, self.starts, self.rate = np.unique(np.sort(rate_of), return_index=True, return_inverse=True)
        pairs = space.device.iso_pairs
        self.pair_groups = PairGroups.among(pairs, space.situation.device.exposure_programme)
        self.under = Memo(self._under)
        """Costs under a bias."""
        self._meeting = Memo(self._met_automatic)
        """What frames and kinds of automatic exposures cost where they meet under a bias, shape (k, G, C)."""

    @property
    def counts(self) -> tuple[int, int, int]:
        """Fixed shutters, ways to fit ND, ISO pairs: S, G, P."""
        device = self.space.device
        return len(device.shutter_s), len(self.space.glass_stops), len(device.iso_pairs)

    @cached_property
    def frame_groups(self) -> FrameGroups:
        """Which frames meet exposures alike."""
        return FrameGroups.among(self.space.device.look[self.rows])

    def _exposure_figures(self, *, shutter: Ints, glass: Ints, pairs: Ints, rate: Ints, bias: float) -> ExposureFigures:
        floor, ceiling = self.space.device.iso_pairs[pairs].T
        return ExposureFigures(
            self.space,
            passage=self.passage,
            shutter=shutter,
            glass=glass,
            floor=floor,
            ceiling=ceiling,
            rate=rate,
            bias=bias,
        )

    @cached_property
    def _paced(self) -> Floats:
        """What a fixed shutter costs at a rate, shape (R, S); infinite where it does not fit the frame."""
        numbers, rates = np.arange(len(self.space.device.shutter_s))[None, :], self.rates[:, None]
        figures = self._exposure_figures(shutter=numbers, glass=ALL, pairs=ALL, rate=rates, bias=0.0)
        found = summed(PACED, figures, self.prices, (len(self.rates), numbers.size))
        found[self.space.device.shutter_s > self.space.longest_s[rates] * WITHIN] = np.inf
        return found

    @cached_property
    def _fixed_interaction(self) -> Interaction:
        """What frames see of fixed shutters, shape (1, S, G)."""
        shutters, glasses, _ = self.counts
        numbers, glass = np.arange(shutters)[None, :, None], np.arange(glasses)[None, None, :]
        return self._exposure_figures(shutter=numbers, glass=glass, pairs=ALL, rate=ALL, bias=0.0).interaction

    def _where_met(self, rows: Ints, interaction: Interaction, width: int, depth: int) -> Floats:
        """What some frames cost where they meet exposures, shape (rows, width, depth)."""
        frames = FrameFigures(self.space, reshaped(self.frames.take(rows), (-1, 1, 1)))
        return summed(OF_MEETINGS, JointFigures(frames, interaction), self.prices, (len(rows), width, depth))

    @cached_property
    def _met(self) -> Floats:
        """What looks and fixed shutters cost where they meet, shape (n, S, G)."""
        return self._where_met(self.frame_groups.first, self._fixed_interaction, *self.counts[:2])

    def _under(self, bias: float) -> BiasCosts:
        shutters, glasses, pairs = self.counts
        glass, every = np.arange(glasses)[None, :, None], np.arange(pairs)
        numbers = np.arange(shutters)[:, None, None]
        fixed = np.zeros((shutters, glasses, pairs))
        if shutters:
            figures = self._exposure_figures(shutter=numbers, glass=glass, pairs=every, rate=ALL, bias=bias)
            fixed = summed(UNPACED, figures, self.prices, (shutters, glasses, pairs))
        if not self.space.situation.device.automatic_shutter:
            return BiasCosts(fixed, np.full((len(self.rates), glasses, pairs), np.inf), None)
        left, rates = np.full((1, 1, 1), -1), self.rates[:, None, None]
        figures = self._exposure_figures(shutter=left, glass=glass, pairs=every, rate=rates, bias=bias)
        automatic = summed(OF_EXPOSURES, figures, self.prices, (len(self.rates), glasses, pairs))
        return BiasCosts(fixed, automatic, figures.interaction.at(self.pair_groups.first))

    def _met_automatic(self, bias: float) -> Floats:
        """Frames that look alike, at rates at which the exposures are seen alike, are one."""
        interaction, shape = self.under(bias).interaction, (self.counts[1], len(self.pair_groups.first))
        if interaction is None:
            return np.full((len(self.rows), *shape), np.inf)
        alike = interaction.alike(len(self.rates))[self.rate]
        _, first, of = np.unique(self.frame_groups.of * len(self.rates) + alike, return_index=True, return_inverse=True)
        return self._where_met(first, interaction.take(self.rate[first]), *shape)[of]

    def reduced(self, bias: float, allowed: Allowed) -> Reduced:
        """The least cost of allowed exposures over the ISO pairs that frames cannot tell apart."""
        costs = self.under(bias)
        fixed = np.full(self.counts[:2], np.inf)
        if allowed.shutter[:-1].any():
            fixed = _masked(costs.fixed, allowed).min(axis=2)
            fixed[~allowed.shutter[:-1]] = np.inf
        automatic = np.full((len(self.rates), self.counts[1], len(self.pair_groups.first)), np.inf)
        if allowed.shutter[-1]:
            automatic = np.minimum.reduceat(_masked(costs.automatic, allowed), self.pair_groups.first, axis=2)
        return Reduced(bias, allowed, fixed, automatic)

    def of_frames(self, least: Reduced) -> Floats:
        """Least cost of each frame's exposures (k,)."""
        found = np.full(len(self.rows), np.inf)
        if least.allowed.shutter[:-1].any():
            met = (self._met + least.fixed).min(axis=2)
            found = (met[self.frame_groups.of] + self._paced[self.rate]).min(axis=1)
        if least.allowed.shutter[-1]:
            met = self._meeting(least.bias) + least.automatic[self.rate]
            found = np.minimum(found, met.min(axis=(1, 2)))
        return np.asarray(found)

    def floor(self, least: Reduced) -> Floats:
        """What each frame's exposures cost at least (k,): all but where they meet, which is never negative."""
        found = least.automatic.min(axis=(1, 2))
        if least.fixed.size:
            found = np.minimum(found, (self._paced + least.fixed.min(axis=1)).min(axis=1))
        return np.asarray(found[self.rate])

    def of_few(self, least: Reduced, rows: Ints) -> Floats:
        """`of_frames` of some rows alone, worked out for them."""
        rate, (fixed, automatic) = self.rate[rows], self._met_by_few(least.bias, rows)
        found = (automatic + least.automatic[rate]).min(axis=(1, 2))
        if least.fixed.size:
            found = np.minimum(found, ((fixed + least.fixed).min(axis=2) + self._paced[rate]).min(axis=1))
        return np.asarray(found)

    def _met_by_few(self, bias: float, rows: Ints) -> tuple[Floats, Floats]:
        """What some rows cost where they meet exposures: fixed (rows, S, G), automatic (rows, G, C)."""
        interaction, shape = self.under(bias).interaction, (self.counts[1], len(self.pair_groups.first))
        fixed = self._where_met(rows, self._fixed_interaction, *self.counts[:2])
        if interaction is None:
            return fixed, np.full((len(rows), *shape), np.inf)
        return fixed, self._where_met(rows, interaction.take(self.rate[rows]), *shape)

    def met(self, bias: float, at: int) -> Met:
        """Where the frame in row `at` meets exposures; all frames are worked out."""
        return Met(self._met[self.frame_groups.of[at]], self._meeting(bias)[at])

    def met_alone(self, bias: float, at: int) -> Met:
        """What one frame costs where it meets exposures under a bias, worked out for it alone."""
        fixed, automatic = self._met_by_few(bias, np.array([at], dtype=np.intp))
        return Met(fixed[0], automatic[0])

    def of_exposures(self, bias: float, frame: Floats) -> Floats:
        """Least cost of each exposure, shape (S + 1, G, P), with any frame; frame: what those cost besides (k,)."""
        costs = self.under(bias)
        fixed, automatic = costs.fixed, np.full((1, *costs.automatic.shape[1:]), np.inf)
        if fixed.size:
            order = self.frame_groups.order
            paced = frame[order][:, None] + self._paced[self.rate[order]]
            by_look = np.minimum.reduceat(paced, self.frame_groups.starts, axis=0)
            fixed = fixed + (self._met + by_look[:, :, None]).min(axis=0)[:, :, None]
        if self.space.situation.device.automatic_shutter:
            met = np.minimum.reduceat(self._meeting(bias) + frame[:, None, None], self.starts, axis=0)
            automatic = (costs.automatic + met[:, :, self.pair_groups.of]).min(axis=0)[None]
        return np.concatenate([fixed, automatic])

    def exposure_of(self, least: Reduced, at: int, met: Met) -> tuple[int, int, int]:
        """The cheapest exposure (shutter, glass, ISO pair) with the frame in row `at`; of equals the first."""
        costs, glasses = self.under(least.bias), self.counts[1]
        fixed, automatic = least.fixed, met.automatic + least.automatic[self.rate[at]]
        if fixed.size:
            fixed = fixed + met.fixed + self._paced[self.rate[at]][:, None]
        if fixed.min(initial=np.inf) <= automatic.min() + TIE:
            shutter, glass = divmod(first_least(fixed.reshape(-1)), glasses)
            pairs = costs.fixed[shutter, glass]
        else:
            glass, kind = divmod(first_least(automatic.reshape(-1)), automatic.shape[1])
            shutter = len(costs.fixed)
            pairs = np.where(self.pair_groups.of == kind, costs.automatic[self.rate[at], glass], np.inf)
        return shutter, glass, first_least(np.where(least.allowed.pair, pairs, np.inf))

    def frames_of(self, bias: float, shutter: int, glass: int, pair: int) -> Floats:
        """What one exposure costs with each frame (k,). shutter: S for the automatic one."""
        costs = self.under(bias)
        if shutter < len(costs.fixed):
            met = self._met[self.frame_groups.of, shutter, glass] + self._paced[self.rate, shutter]
            return np.asarray(costs.fixed[shutter, glass, pair] + met)
        own = costs.automatic[self.rate, glass, pair]
        return np.asarray(own + self._meeting(bias)[:, glass, self.pair_groups.of[pair]])


def _masked(costs: Floats, allowed: Allowed) -> Floats:
    return np.where(allowed.glass[:, None] & allowed.pair, costs, np.inf)
