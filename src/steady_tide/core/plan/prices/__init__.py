"""What a set costs: considerations, small named functions that price a choice in stops-equivalents, and weighings.

One currency makes the trade-offs explicit. Every figure that weighs stands in the book of prices (`prices.toml`);
functions say what is counted, from which facts, and how the facts read.
"""

from typing import Any, Final

from steady_tide.core.plan.physics.figures import Sets
from steady_tide.core.plan.prices import exposure, motion, picture, recording
from steady_tide.core.plan.prices.consideration import Consideration
from steady_tide.core.plan.prices.recording import RecordingChoice

OF_SETS: Final[dict[str, Consideration[Any, Sets]]] = {
    row.key: row for row in (*exposure.TABLE, *motion.TABLE, *picture.TABLE)
}
"""Every consideration over frames and exposures by key, in the order in which reasons are told."""
OF_RECORDINGS: Final[dict[str, Consideration[RecordingChoice, RecordingChoice]]] = {
    row.key: row for row in recording.TABLE
}
"""Every consideration over recordings by key."""
