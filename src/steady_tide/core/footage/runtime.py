"""How long a camera ran until it stopped, from the clips it left: for heat without a rest, on a cell since the last."""

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Final, NamedTuple

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.footage.selects import Ended

REST: Final = timedelta(minutes=5)
"""A camera that stood off for longer began to cool. **Assumed**."""


class Endures(Part):
    """What was expected of a set where it was filmed. minutes: until heat, None where it never stops for that.

    cell: by key, the best of the bag, empty where there is none; its share of energy there [0, 1] and minutes.
    """

    heat_minutes: float | None = Field(default=None, ge=0)
    limit_minutes: float | None = Field(default=None, ge=0)
    air_c: float = 20.0
    cell: str = ""
    cell_share: float = Field(default=0.0, ge=0, le=1)
    cell_minutes: float = Field(default=0.0, ge=0)


class Ran(NamedTuple):
    """A clip of a camera: when it began, for how long it ran [s], by what it stopped."""

    begun: datetime
    seconds: float
    ended: Ended


def minutes_run(clips: Sequence[Ran]) -> list[float]:
    """For each clip, in order of time, how long the camera had run at its end [minutes]; 0 where that says nothing.

    Until heat: since it last rested. Until its cell was empty: since the last cell was, or since the first clip; so a
    first cell that was not full when it began tells too little, and counts as it is: **simplified**.
    """
    order = sorted(range(len(clips)), key=lambda at: clips[at].begun)
    found = [0.0] * len(clips)
    warm = cell = 0.0
    over: datetime | None = None
    for at in order:
        one = clips[at]
        if over is None or one.begun - over > REST:
            warm = 0.0
        warm, cell = warm + one.seconds / 60.0, cell + one.seconds / 60.0
        over = one.begun + timedelta(seconds=one.seconds)
        found[at] = {"heat": warm, "cell": cell}.get(one.ended, 0.0)
        if one.ended == "cell":
            cell = 0.0
        if one.ended in ("heat", "cell"):
            warm = 0.0
    return found
