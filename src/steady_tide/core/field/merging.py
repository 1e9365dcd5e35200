"""Entries of several phones as one state, whatever the order in which they come: takes and notes add up, of what can
be one thing only the latest on the spot holds. Nothing is dropped: what gave way is still among the entries.

Every rule is a union of entries by id, and a greatest one by (moment, value) (`registers.py`), so that order and
repetition make no difference. The browser reads the same table; a test holds the two to one result.
"""

from collections.abc import Iterable
from datetime import datetime
from uuid import UUID

from steady_tide.core.document import Part
from steady_tide.core.field.entries import (
    FAULTS,
    Entry,
    Fault,
    LightFrom,
    LightNoted,
    NoteNoted,
    SetValue,
    TakeNoted,
    Verdict,
    Which,
)
from steady_tide.core.field.registers import Registers


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


def merged(entries: Iterable[Entry]) -> FieldState:
    """All entries as one state. The same entries give the same state in any order, and however often each comes."""
    each = {entry.id: entry for entry in entries}
    registers = Registers(each.values())
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
