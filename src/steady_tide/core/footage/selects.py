"""What is picked out of a clip, and how it plays: in and out, rating, speed; and by what it stopped."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.errors import Problem

Ended = Literal["", "heat", "cell", "card"]


class Selects(Part):
    """What is picked. starts, ends: within the clip [s], None for its own; slowed: how many times slower it plays.

    ended: by what it stopped, where that was not its owner.
    """

    starts_s: float | None = Field(default=None, ge=0, le=1e6)
    ends_s: float | None = Field(default=None, ge=0, le=1e6)
    rating: int = Field(default=0, ge=0, le=5)
    slowed: float = Field(default=1.0, ge=0.05, le=100)
    verdict: Literal["keep", "maybe", "no"] | None = None
    grainy: bool = False
    note: Annotated[str, Field(max_length=500)] = ""
    ended: Ended = ""

    def problems(self, seconds: float) -> Iterator[Problem]:
        """What cannot be of a clip so long [s]."""
        ends = seconds if self.ends_s is None else self.ends_s
        if self.ends_s is not None and seconds > 0 and self.ends_s > seconds + 0.05:
            yield Problem(("ends_s",), f"the clip ends at {seconds:.1f} s")
        if self.starts_s is not None and self.starts_s >= ends > 0:
            yield Problem(("starts_s",), "it has to begin before it ends")

    def span(self, seconds: float) -> tuple[float, float]:
        """From when to when of a clip so long [s]."""
        return self.starts_s or 0.0, seconds if self.ends_s is None else self.ends_s
