"""What frames and exposures cost: each consideration priced over the few columns it varies over.

Only what depends on shutter and losses is computed over frames × exposures, once for each
distinct pair of shutter and loss; what no frame rate changes, once for all of them.
"""

from functools import cached_property
from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.exposure.automatic import Chosen
from steady_tide.core.plan.physics.block import Block
from steady_tide.core.plan.physics.space import Exposures, Frames, Ints
from steady_tide.core.plan.prices import BLOCK_CONSIDERATIONS
from steady_tide.core.plan.search.columns import Bools
from steady_tide.core.quantities import Floats

QUANTUM: Final = 1 / 512
"""Shutters this close [stops] are priced alike where frames and exposures meet."""
OF = {scope: [one for one in BLOCK_CONSIDERATIONS if one.scope == scope] for scope in ("frame", "exposure", "both")}
"""Considerations about frames and exposures, by what they vary over."""
FREE = {scope: [one for one in OF[scope] if not one.by_rate] for scope in ("frame", "exposure")}
"""Those of them that no frame rate changes."""


class Meeting(NamedTuple):
    """Exposures that look alike to a frame.

    first: one exposure of each kind (u,). kin: the kind of each exposure (o,). order: exposures
    ordered by kind (o,). starts: where each kind starts in that order (u,).
    """

    first: Ints
    kin: Ints
    order: Ints
    starts: Ints


def meeting_points(block: Block, automatic: Block) -> Meeting:
    """Exposures that look alike to a frame: equal glass and (within QUANTUM) equal shutters.

    Fixed shutters stand first and ordered (see `enumerate_exposures`), so only automatic ones
    are sorted; they are given as a block of their own.
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
    return Meeting(
        np.concatenate([first, first_auto + count]),
        np.concatenate([kin, kin_auto + len(first)]),
        np.concatenate([np.arange(count), order_auto + count]),
        np.concatenate([first, starts_auto + count]),
    )


class FreeFrames:
    """Frames through one lens and aperture, as far as neither rate nor bias changes what they cost."""

    def __init__(self, block: Block, frames: Frames, rows: Ints) -> None:
        self._block = Block(block.situation, block.tables, frames.take(rows), block.exposures)
        self._rows, self._count = rows, len(frames.mode)

    @cached_property
    def terms(self) -> dict[str, Floats]:
        """Price of every such consideration at every frame, shape (K,); NaN through another lens or aperture."""
        found = {}
        for one in FREE["frame"]:
            found[one.key] = np.full(self._count, np.nan)
            found[one.key][self._rows] = np.broadcast_to(one.price(self._block), (len(self._rows), 1))[:, 0]
        return found

    @cached_property
    def total(self) -> Floats:
        """Their sum, shape (K,)."""
        return np.asarray(sum(self.terms.values(), np.zeros(self._count)))


class FixedExposures:
    """Exposures with a fixed shutter through one lens and aperture: priced once for every frame rate."""

    def __init__(self, block: Block, exposures: Exposures) -> None:
        self.count = int(np.count_nonzero(exposures.shutter >= 0))
        fixed = exposures.take(np.arange(self.count))
        self.block = Block(block.situation, block.tables, block.frames, fixed)

    @cached_property
    def terms(self) -> dict[str, Floats]:
        """Price of every consideration about exposures that no frame rate changes, shape (F,)."""
        return {one.key: np.broadcast_to(one.price(self.block), (1, self.count))[0] for one in FREE["exposure"]}

    @cached_property
    def total(self) -> Floats:
        """Their sum, shape (F,)."""
        return np.asarray(sum(self.terms.values(), np.zeros(self.count)))


class BlockCosts:
    """Prices of one block of k frames and o exposures, priced when first asked for.

    rows, columns: where its frames and exposures stand among all of them. free: what its frames
    cost at any rate. fixed: what its exposures with a fixed shutter do, which stand first.
    """

    def __init__(self, rows: Ints, columns: Ints, block: Block, free: FreeFrames, fixed: FixedExposures) -> None:
        self.rows = rows
        self.columns = columns
        self.free = free
        self.fixed = fixed
        self._block = block
        self._fixed_count = int(np.searchsorted(columns, fixed.count))

    @cached_property
    def frame_terms(self) -> dict[str, Floats]:
        """Price of every consideration about frames alone that asks for the rate, shape (k or 1, 1)."""
        return {one.key: one.price(self._block) for one in OF["frame"] if one.by_rate}

    @cached_property
    def frame(self) -> Floats:
        """What each frame costs by itself, shape (k,)."""
        total = self.free.total[self.rows][:, None]
        for price in self.frame_terms.values():
            total += price
        return total[:, 0]

    @cached_property
    def _automatic(self) -> Block:
        """The exposures with an automatic shutter, which stand last."""
        return self._block.of(np.arange(self._fixed_count, len(self.columns)))

    @cached_property
    def _exposed(self) -> Block:
        """The block, told what the camera does at fixed shutters as far as that is known."""
        kept = self.columns[: self._fixed_count]
        for name in ("aim", "bright"):
            pairs = zip(getattr(self.fixed.block, name), getattr(self._automatic, name), strict=True)
            self._block.tell(name, Chosen(*(np.concatenate([one[:, kept], other], axis=1) for one, other in pairs)))
        return self._block

    @cached_property
    def meeting(self) -> Meeting:
        """Which exposures a frame cannot tell apart."""
        return meeting_points(self._exposed, self._automatic)

    @cached_property
    def exposure_terms(self) -> dict[str, Floats]:
        """Price of every consideration about exposures alone; of those in `fixed` for the automatic ones only."""
        late = (1, len(self.columns) - self._fixed_count)
        return {
            one.key: np.broadcast_to(one.price(self._automatic), late)
            if one.key in self.fixed.terms
            else one.price(self._exposed)
            for one in OF["exposure"]
        }

    @cached_property
    def exposure(self) -> Floats:
        """What each exposure costs by itself, shape (o,)."""
        known, count = self.fixed.total[self.columns[: self._fixed_count]], self._fixed_count
        total = np.concatenate([known, np.zeros(len(self.columns) - count)])[None, :]
        for key, price in self.exposure_terms.items():
            total[:, count if key in self.fixed.terms else 0 :] += price
        return np.asarray(total[0])

    @cached_property
    def both_terms(self) -> dict[str, Floats]:
        """Price of every consideration where frames and exposures meet, shape (k or 1, u or 1)."""
        met = self._exposed.of(self.meeting.first)
        return {one.key: one.price(met) for one in OF["both"]}

    @cached_property
    def both(self) -> Floats:
        """What frames and kinds of exposure cost where they meet, shape (k, u)."""
        total = np.zeros((len(self.rows), len(self.meeting.first)))
        for price in self.both_terms.values():
            total += price
        return total

    def of_frame(self, exposure_ok: Bools) -> Floats:
        """Least cost of each frame (k,) with any exposure that is allowed (O,)."""
        exposure = np.where(exposure_ok[self.columns], self.exposure, np.inf)
        least = np.minimum.reduceat(exposure[self.meeting.order], self.meeting.starts)
        return np.asarray(self.frame + np.min(self.both + least, axis=1))

    def term(self, key: str, row: int, column: int) -> float:
        """Price of one consideration at one frame and exposure of the block."""
        if key in self.free.terms:
            return float(self.free.terms[key][self.rows[row]])
        if key in self.frame_terms:
            kept = self.frame_terms[key]
        elif key in self.both_terms:
            kept, column = self.both_terms[key], int(self.meeting.kin[column])
        else:
            kept = self.exposure_terms[key]
            if key in self.fixed.terms:
                if column < self._fixed_count:
                    return float(self.fixed.terms[key][self.columns[column]])
                column -= self._fixed_count
        return float(kept[row if kept.shape[0] > 1 else 0, column if kept.shape[1] > 1 else 0])
