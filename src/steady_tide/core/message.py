"""Something told, as facts: a key with its arguments. Words are made of it at the edge, from the catalogue in `words/`.

Arguments are texts that somebody wrote (names, labels), counts, quantities with their unit, other messages, and lists
of those. Nothing decides by reading words; what decides reads kinds, keys and numbers.
"""

from collections.abc import Iterable
from typing import Annotated, Final, Literal

from pydantic import Field, StringConstraints

from steady_tide.core.document import Part

Unit = Literal[
    "m", "degC", "K", "mired", "stops", "EV", "lx", "deg", "deg/s", "s", "shutter", "min", "h", "px", "fps", "share",
    "W", "Wh", "GB", "MB", "MB/s", "Mbit/s", "Hz", "clock",
]  # fmt: skip
"""Units as messages name them. shutter: seconds, told as a fraction. share: of one, told in per cent. clock: minutes
after midnight, told as a time of the day. Lengths, temperatures and times are told as the reader has them."""
Key = Annotated[str, StringConstraints(pattern=r"^[a-z][a-z0-9-]*$", max_length=60)]
VERBATIM: Final = "verbatim"
"""The key of words that were written out when they were kept, before messages were facts."""


class Amount(Part):
    """A number with its unit. digits: after the point; None: three figures in all."""

    value: float
    unit: Unit
    digits: int | None = Field(default=None, ge=0, le=6)


class Message(Part):
    """A key of the catalogue with its arguments."""

    key: Key
    args: dict[str, "Argument"] = {}


Single = Amount | Message | int | float | str
Argument = Single | list[Single]
Message.model_rebuild()
Told = Message | str
"""What is told: facts; a text where that is what somebody wrote, or was kept before messages were facts."""


def say(key: str, **args: Argument) -> Message:
    """A message. Raises nothing for a key that the catalogue does not have; a test goes through them all."""
    return Message(key=key, args=args)


def metres(value: float) -> Amount:
    """A length [m]."""
    return Amount(value=value, unit="m")


def degrees_c(value: float) -> Amount:
    """A temperature [°C]."""
    return Amount(value=value, unit="degC")


def shutter(value: float) -> Amount:
    """A shutter time [s], told as a fraction."""
    return Amount(value=value, unit="shutter")


def share(value: float) -> Amount:
    """A share [0, 1], told in per cent."""
    return Amount(value=value, unit="share", digits=0)


def number(value: float, unit: Unit, digits: int | None = None) -> Amount:
    """Any other quantity. digits: after the point; None: three figures in all."""
    return Amount(value=value, unit=unit, digits=digits)


def verbatim(words: str) -> Message:
    """Words that are there already, as a message."""
    return say(VERBATIM, words=words)


def together(told: Iterable[Told]) -> Message:
    """Several sentences after one another."""
    return say("sentences", each=[verbatim(one) if isinstance(one, str) else one for one in told])


def once(told: Iterable[Message]) -> list[Message]:
    """Messages without those that say the same again, in their order."""
    found: list[Message] = []
    for one in told:
        if one not in found:
            found.append(one)
    return found
