"""Entries of several phones as one state, whatever the order in which they come: takes and notes add up, of what can
be one thing only the latest on the spot holds. Nothing is dropped: what gave way is still among the entries.

Every rule is a union of entries by id, and a greatest one by (moment, value), so that order and repetition make no
difference. The browser has the same rules (`web/src/domain/field/merging.ts`); a test holds the two to one result.
"""

from collections.abc import Callable, Iterable
from datetime import datetime
from typing import Any, Final, NamedTuple
from uuid import UUID

from steady_tide.core.document import Part
from steady_tide.core.field.entries import (
    FAULTS,
    CheckNoted,
    Entry,
    Fault,
    FaultNoted,
    LightFrom,
    LightNoted,
    Noted,
    NoteGone,
    NoteNoted,
    ReadBackNoted,
    SetValue,
    ShotNoted,
    TakeGone,
    TakeNoted,
    Verdict,
    VerdictNoted,
    Which,
)

RANK: Final = {False: "0", True: "1"}


class Said(NamedTuple):
    """What was said of one thing: when, and what, as a text that can be compared."""

    at: datetime
    value: str


def later(one: Said | None, other: Said) -> Said:
    """Which of two holds: the later on the spot; of the same moment the greater, so that all agree."""
    return other if one is None or other > one else one


class NoteOf(Part):
    """Words about a take, a shot or a scene."""

    id: UUID
    at: datetime
    about: UUID
    text: str


class Take(Part):
    """A take as all entries together tell it. number: of its scene, by time. `set` as it was noted."""

    id: UUID
    at: datetime
    number: int
    scene: UUID
    setup: UUID | None
    shot: UUID | None
    which: Which
    set: list[SetValue]
    ev100: float | None
    light_from: LightFrom | None
    seconds: float | None
    verdict: Verdict | None
    faults: list[Fault]
    notes: list[NoteOf]


class FieldState(Part):
    """A shoot as it was filmed: takes and notes by time, what is ticked, what each camera was read back with.

    ticked, shots: by key or id, true or false as it was said last. read_back: by "setup setting", the value that was
    read back last, or empty where that was taken back. lights: what was said of the light, by time.
    """

    takes: list[Take]
    notes: list[NoteOf]
    ticked: dict[str, bool]
    shots: dict[str, bool]
    read_back: dict[str, str]
    lights: list[LightNoted]


class Registers:
    """What was said last of everything that can be one thing only."""

    def __init__(self) -> None:
        self._said: dict[tuple[str, ...], Said] = {}

    def say(self, thing: tuple[str, ...], at: datetime, value: str) -> None:
        """Something was said of a thing."""
        self._said[thing] = later(self._said.get(thing), Said(at, value))

    def value(self, *thing: str) -> str | None:
        """What holds; None where nothing was said."""
        said = self._said.get(thing)
        return None if said is None else said.value

    def of(self, kind: str) -> dict[tuple[str, ...], str]:
        """Everything of one kind, in the order of its names."""
        return {thing[1:]: said.value for thing, said in sorted(self._said.items()) if thing[0] == kind}


Register = tuple[tuple[str, ...], str]
SAYS: Final[dict[type[Noted], Callable[[Any], Register]]] = {
    TakeGone: lambda one: (("take-gone", str(one.take)), RANK[one.gone]),
    VerdictNoted: lambda one: (("verdict", str(one.take)), one.verdict or ""),
    FaultNoted: lambda one: (("fault", str(one.take), one.fault), RANK[one.there]),
    NoteGone: lambda one: (("note-gone", str(one.note)), RANK[one.gone]),
    ShotNoted: lambda one: (("shot", str(one.shot)), RANK[one.done]),
    CheckNoted: lambda one: (("check", one.key), RANK[one.done]),
    ReadBackNoted: lambda one: (
        ("read-back", str(one.setup), one.setting.value),
        one.value if one.read_back else "",
    ),
}
"""What each kind of entry says of something that can be one thing only; the kinds not here add up."""


def merged(entries: Iterable[Entry]) -> FieldState:
    """All entries as one state. The same entries give the same state in any order, and however often each comes."""
    each = {entry.id: entry for entry in entries}
    registers = Registers()
    for entry in each.values():
        if (says := SAYS.get(type(entry))) is not None:
            thing, value = says(entry)
            registers.say(thing, entry.at, value)
    by_time = sorted(each.values(), key=lambda entry: (entry.at, str(entry.id)))
    notes = [_note(one) for one in by_time if isinstance(one, NoteNoted) and not _gone(registers, "note", one.id)]
    return FieldState(
        takes=_takes(by_time, registers, notes),
        notes=notes,
        ticked={key: value == "1" for (key,), value in registers.of("check").items()},
        shots={shot: value == "1" for (shot,), value in registers.of("shot").items()},
        read_back={f"{setup} {setting}": value for (setup, setting), value in registers.of("read-back").items()},
        lights=[one for one in by_time if isinstance(one, LightNoted)],
    )


def _gone(registers: Registers, what: str, of: UUID) -> bool:
    return registers.value(f"{what}-gone", str(of)) == "1"


def _note(entry: NoteNoted) -> NoteOf:
    return NoteOf(id=entry.id, at=entry.at, about=entry.about, text=entry.text)


def _takes(by_time: Iterable[Entry], registers: Registers, notes: Iterable[NoteOf]) -> list[Take]:
    """The takes that count, numbered in their scenes."""
    about: dict[UUID, list[NoteOf]] = {}
    for note in notes:
        about.setdefault(note.about, []).append(note)
    numbers: dict[UUID, int] = {}
    found = []
    for one in by_time:
        if not isinstance(one, TakeNoted) or _gone(registers, "take", one.id):
            continue
        numbers[one.scene] = numbers.get(one.scene, 0) + 1
        facts = one.model_dump(exclude={"kind", "set"})
        verdict = registers.value("verdict", str(one.id)) or None
        there = [fault for fault in FAULTS if registers.value("fault", str(one.id), fault) == "1"]
        kept = about.get(one.id, [])
        found.append(Take(**facts, set=one.set, number=numbers[one.scene], verdict=verdict, faults=there, notes=kept))
    return found
