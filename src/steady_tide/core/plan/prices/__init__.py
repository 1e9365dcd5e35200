"""Considerations: small named functions that price a choice in stops-equivalents.

One currency makes the trade-offs explicit. A function over a `Block` returns an array that
broadcasts to (frames, exposures); its `fact` puts the figure behind it into words for one
point. All weights are **assumed** practice: they stand in the table, not in the formulas.
"""

from steady_tide.core.plan.physics.block import Block
from steady_tide.core.plan.prices import exposure, motion, picture, recording
from steady_tide.core.plan.prices.consideration import Consideration

BLOCK_CONSIDERATIONS: tuple[Consideration[Block], ...] = (*exposure.TABLE, *motion.TABLE, *picture.TABLE)
"""Every consideration over frames and exposures, in the order in which reasons are told."""

ROOMS: tuple[tuple[str, tuple[Consideration[Block] | Consideration[recording.RecordingChoice], ...]], ...] = (
    ("Exposure", exposure.TABLE),
    ("Motion", motion.TABLE),
    ("Picture", picture.TABLE),
    ("Recording", recording.TABLE),
)
"""The one table of considerations, by room."""
