"""What a cell gives in the cold."""

from collections.abc import Sequence
from typing import Final

import numpy as np

from steady_tide.core.kit.parts import ColdShare
from steady_tide.core.thresholds import threshold

WARM_C: Final = threshold("cells.warm")
DEEP_COLD_C: Final = threshold("cells.deep-cold")
DEEP_COLD_SHARE: Final = threshold("cells.deep-cold-share")
"""Share of what is left at 0 degrees C that is still left at -20. **Assumed**."""
LEAST_SHARE: Final = threshold("cells.least")
"""What the cold leaves at least of a cell that still works. **Assumed**."""
CUT_OUT_FROM_C: Final = threshold("cells.cut-out-from")
"""Below this temperature the early cut-out under load begins, full at 0 degrees C. **Assumed**."""


def cold_share(temperature_c: float, *, share_at_0_c: float, table: Sequence[ColdShare] = ()) -> float:
    """Share [0, 1] of a cell's energy left at a temperature in [-40, 55] degrees C.

    From its measured table where there is one: linear between the rows, 1 from 20 degrees up, colder than
    its last row along its last line, down to a tenth (**assumed**). Else linear from 1 at 20 degrees to `share_at_0_c`
    and on to 60 % of that at -20, **assumed**.
    """
    known = {DEEP_COLD_C: share_at_0_c * DEEP_COLD_SHARE, 0.0: share_at_0_c}
    if table:
        known = {row.at_c: row.share for row in table}
    if max(known) < WARM_C:
        known[WARM_C] = 1.0
    rows = sorted(known.items())
    (coldest, share), (next_one, above) = rows[:2]
    if temperature_c < coldest:
        slope = (above - share) / (next_one - coldest)
        return max(share - slope * (coldest - temperature_c), min(share, LEAST_SHARE))
    return float(np.interp(temperature_c, [at for at, _ in rows], [share for _, share in rows]))


def usable_share(
    temperature_c: float, *, share_at_0_c: float, table: Sequence[ColdShare] = (), cuts_out_below: float = 0.0
) -> float:
    """Share of a cell's energy that can be had: what the cold leaves, less the charge it cuts out with.

    cuts_out_below: share of charge in [0, 0.9) at which it stops under load at 0 degrees C
    and colder; fading to none at 15 degrees, **assumed**.
    """
    cold = float(np.clip((CUT_OUT_FROM_C - temperature_c) / CUT_OUT_FROM_C, 0.0, 1.0))
    left = cold_share(temperature_c, share_at_0_c=share_at_0_c, table=table)
    return left * (1.0 - cold * cuts_out_below)
