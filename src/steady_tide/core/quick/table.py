"""The one table of quick sums: what each is called, what it is about, and how it is worked out."""

from collections.abc import Callable
from typing import Annotated, Any, Final, NamedTuple

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.quick import exposing, recording, seeing
from steady_tide.core.quick.worked import Worked

AskedSum = Annotated[
    exposing.Exposure
    | recording.SlowMotion
    | recording.Intervals
    | recording.CardTime
    | recording.ColdCell
    | exposing.RedLeft
    | exposing.Flicker
    | exposing.LampDistance
    | seeing.ViewSize
    | seeing.TallCrop
    | seeing.PanTime,
    Field(discriminator="sum"),
]
"""A quick sum as it is asked: every field has a usual value."""


class Entry(NamedTuple):
    """A sum of the table: its name, the question it answers, and who works it out."""

    name: str
    question: str
    work: Callable[[Any], Worked]


class SumName(Part):
    """A quick sum as a choice."""

    key: str
    name: str
    question: str


TABLE: Final[dict[str, Entry]] = {
    "exposure": Entry("Shutter, ND, ISO", "Which filter or ISO does this light take?", exposing.exposure),
    "slow": Entry("Slow motion", "How long does a moment become?", recording.slow),
    "interval": Entry("Interval shooting", "How often, how long, how much film?", recording.interval),
    "card": Entry("Card and copy", "How long does a card last, how long the copy?", recording.card),
    "cell": Entry("Cell in the cold", "How long does a cell last there?", recording.cell),
    "red": Entry("Red under water", "How much red is left at this depth?", exposing.red),
    "flicker": Entry("Lamps that flicker", "Which shutter is clean under these lamps?", exposing.flicker),
    "lamp": Entry("Lamp and distance", "How much light arrives there?", exposing.lamp),
    "view": Entry("View, distance, size", "Where to stand, what fits?", seeing.view),
    "crop": Entry("Tall crop", "What is left when a tall frame is cut out?", seeing.crop),
    "pan": Entry("Pan", "How long has a pan to take?", seeing.pan),
}


def names() -> list[SumName]:
    """Every quick sum, in the order in which they are offered."""
    return [SumName(key=key, name=one.name, question=one.question) for key, one in TABLE.items()]


def worked(asked: AskedSum) -> Worked:
    """A quick sum worked out."""
    return TABLE[asked.sum].work(asked)
