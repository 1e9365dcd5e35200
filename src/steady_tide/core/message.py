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
    "W", "Wh", "GB", "MB", "MB/s", "Mbit/s", "Hz", "clock", "times", "ratio",
]  # fmt: skip
"""Units as messages name them. shutter: seconds, told as a fraction. share: of one, told in per cent. clock: minutes
after midnight, told as a time of the day. times: of another, told with a cross. ratio: a number by itself. Lengths,
temperatures and times are told as the reader has them."""
Key = Annotated[str, StringConstraints(pattern=r"^[a-z][a-z0-9-]*$", max_length=60)]
VERBATIM: Final = "verbatim"
"""The key of words that were written out when they were kept, before messages were facts."""


class Amount(Part):
    """A number with its unit. digits: after the point; None: three figures in all. signed: told with its sign."""

    value: float
    unit: Unit
    digits: int | None = Field(default=None, ge=0, le=6)
    signed: bool = False


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
    # Made by the thousand in a plan, of what is typed here: nothing of it has to be checked again.
    return Message.model_construct(key=key, args=args)


def metres(value: float) -> Amount:
    """A length [m]."""
    return number(value, "m")


def degrees_c(value: float) -> Amount:
    """A temperature [°C]."""
    return number(value, "degC")


def shutter(value: float) -> Amount:
    """A shutter time [s], told as a fraction."""
    return number(value, "shutter")


def share(value: float) -> Amount:
    """A share [0, 1], told in per cent."""
    return number(value, "share", 0)


def frame_rate(value: float) -> Amount:
    """Frames a second, with as many decimals as it has, two at most."""
    return number(value, "fps", next((digits for digits in (0, 1) if round(value, digits) == round(value, 2)), 2))


def stops(value: float) -> Amount:
    """Stops with their sign, to a tenth."""
    return number(value, "stops", 1, signed=True)


def number(value: float, unit: Unit, digits: int | None = None, *, signed: bool = False) -> Amount:
    """Any other quantity. digits: after the point; None: three figures in all. It is kept as it is told."""
    return Amount.model_construct(value=_as_told(float(value), unit, digits), unit=unit, digits=digits, signed=signed)


def _as_told(value: float, unit: Unit, digits: int | None) -> float:
    """Rounded here, so that a tie is told alike by every reader, and what reads the same is the same."""
    if unit == "shutter":
        return value
    if digits is None:
        return float(f"{value:.3g}") if abs(value) < 1000 else float(round(value))
    return round(value, digits + 2 * (unit == "share")) + 0.0


def verbatim(words: str) -> Message:
    """Words that are there already, as a message."""
    return say(VERBATIM, words=words)


def together(told: Iterable[Told]) -> Message:
    """Several sentences after one another."""
    return say("sentences", each=[verbatim(one) if isinstance(one, str) else one for one in told])


def clauses(told: Iterable[Message]) -> Message:
    """What is told as one sentence; a single one as it is."""
    each = list(told)
    return each[0] if len(each) == 1 else say("clauses", each=[*each])


def sentence(told: Told) -> Message:
    """A clause as a sentence of its own."""
    return say("sentence", told=told)


def apart(difference: float) -> Message:
    """A difference [stops] as people say it, whatever its sign: a third of a stop, a stop, 2.3 stops."""
    thirds = round(3.0 * abs(difference))
    if thirds > 3:
        return say("apart", stops=number(abs(difference), "stops", 1))
    return say(f"apart-{('less', 'third', 'two-thirds', 'stop')[thirds]}")


def once(told: Iterable[Message]) -> list[Message]:
    """Messages without those that say the same again, in their order."""
    found: list[Message] = []
    for one in told:
        if one not in found:
            found.append(one)
    return found
