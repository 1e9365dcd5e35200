"""What of the field can be one thing only: the one table of registers, of which the latest on the spot holds.

A register is a kind with its key; its value is a text, so that all who compare two agree: the later moment, and of the
same moment the greater text by the codes of its letters. The table is published (`published`), so that the browser
reads the same rows; the store compares by the same order (`store/repositories/registers.py`).
"""

from collections.abc import Iterable
from datetime import datetime
from typing import Any, Final, Literal, NamedTuple

from steady_tide.core.field.entries import FAULTS, Fault, Noted

FLAG: Final = {False: "0", True: "1"}


class Register(NamedTuple):
    """One row: what entries of a kind say.

    key: fields that name the thing. value: the field that says what holds of it. of: a flag (0 or 1) or a text, empty
    for None. counts_if: the field that has to be true for the value to count, else it is empty.
    """

    kind: str
    key: tuple[str, ...]
    value: str
    of: Literal["flag", "text"]
    counts_if: str | None = None


REGISTERS: Final = (
    Register("take-gone", ("take",), "gone", "flag"),
    Register("verdict", ("take",), "verdict", "text"),
    Register("fault", ("take", "fault"), "there", "flag"),
    Register("note-gone", ("note",), "gone", "flag"),
    Register("shot", ("shot",), "done", "flag"),
    Register("check", ("key",), "done", "flag"),
    Register("read-back", ("setup", "setting"), "value", "text", counts_if="read_back"),
)
"""Kinds that are not here add up."""
BY_KIND: Final = {row.kind: row for row in REGISTERS}
FAULT_WORDS: Final[dict[Fault, str]] = {
    "soft": "soft", "shaky": "shaky", "dark": "too dark", "bright": "too bright", "grainy": "grainy",
    "cast": "off in colour", "jumped": "jumping",
}  # fmt: skip
"""What each fault is called, within a sentence."""


class Said(NamedTuple):
    """What was said of one thing: when, and what."""

    at: datetime
    value: str


Thing = tuple[str, ...]
"""A kind with its key."""


def later(one: Said | None, other: Said) -> Said:
    """Which of two holds: the later on the spot; of the same moment the greater, so that all agree."""
    return other if one is None or other > one else one


def said_by(entry: Noted) -> tuple[Thing, str] | None:
    """Of what an entry says something that can be one thing only, and what; None for kinds that add up."""
    row = BY_KIND.get(getattr(entry, "kind", ""))
    if row is None:
        return None
    return (row.kind, *(_text(getattr(entry, name)) for name in row.key)), _value(row, entry)


def _value(row: Register, entry: Noted) -> str:
    if row.counts_if is not None and not getattr(entry, row.counts_if):
        return ""
    value = getattr(entry, row.value)
    return FLAG[value] if row.of == "flag" else _text(value)


def _text(value: Any) -> str:
    return "" if value is None else str(value)


class Registers:
    """What was said last of everything that can be one thing only."""

    def __init__(self, entries: Iterable[Noted] = ()) -> None:
        self._said: dict[Thing, Said] = {}
        for entry in entries:
            if (said := said_by(entry)) is not None:
                self.say(said[0], entry.at, said[1])

    def say(self, thing: Thing, at: datetime, value: str) -> None:
        """Something was said of a thing."""
        self._said[thing] = later(self._said.get(thing), Said(at, value))

    def value(self, *thing: str) -> str | None:
        """What holds; None where nothing was said."""
        said = self._said.get(thing)
        return None if said is None else said.value

    def of(self, kind: str) -> dict[Thing, str]:
        """Everything of one kind by its key, in the order of those."""
        return {thing[1:]: said.value for thing, said in sorted(self._said.items()) if thing[0] == kind}


def published() -> dict[str, Any]:
    """The table and the faults there are, as plain data: for the browser, and for whoever merges entries elsewhere."""
    return {
        "order": ["at", "value"],
        "registers": [{**row._asdict(), "key": list(row.key)} for row in REGISTERS],
        "faults": [{"value": fault, "word": FAULT_WORDS[fault]} for fault in FAULTS],
    }
