"""What was noted in the field, as it is kept."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Final, NamedTuple, Self
from uuid import UUID

from pydantic import StringConstraints

from steady_tide.core.field.entries import Entry, entry_of
from steady_tide.core.field.merging import FieldState, merged
from steady_tide.desk.views import View
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.field import count_entries, entries_after, entries_of
from steady_tide.store.tables import EntryRow, ShootRow

AT_ONCE: Final = 500
"""So many entries go along at once."""
MARK: Final = r"^[0-9]{1,9}\.[0-9]{1,18}$"
MarkText = Annotated[str, StringConstraints(pattern=MARK)]


class Mark(NamedTuple):
    """How far somebody knows the entries of a shoot: how many, up to which number."""

    entries: int
    number: int

    @classmethod
    def read(cls, text: str | None) -> Self:
        """From its text, `count.number`; None is nothing known."""
        return cls(*map(int, text.split("."))) if text else cls(0, 0)

    def __str__(self) -> str:
        return f"{self.entries}.{self.number}"


class NotedPart(View):
    """What was noted on a shoot since a mark, in the order in which it was kept.

    entries_anew: these are the first, and what was known before does not hold any more. entries_more: whether there are
    more; ask again with entries_mark.
    """

    entries: list[dict[str, Any]]
    entries_mark: MarkText
    entries_anew: bool
    entries_more: bool


@dataclass(frozen=True)
class NewlyNoted:
    """What was noted on a shoot beyond a mark, with all entries of some kinds, in the order in which it was kept."""

    known: Mark
    rows: Sequence[EntryRow]

    @classmethod
    def read(cls, rows: Rows, shoot_id: UUID, known: str | None, *, and_all_of: Sequence[str] = ()) -> Self:
        """Where some of what is known was thrown away since, all of it anew."""
        mark = Mark.read(known)
        if mark.entries and count_entries(rows, shoot_id, up_to=mark.number) != mark.entries:
            mark = Mark(0, 0)
        return cls(mark, entries_after(rows, shoot_id, mark.number, AT_ONCE + 1, and_all_of=and_all_of))

    @property
    def part(self) -> NotedPart:
        """What goes along at once."""
        beyond = [row for row in self.rows if row.number > self.known.number]
        told = beyond[:AT_ONCE]
        reached = Mark(self.known.entries + len(told), told[-1].number) if told else self.known
        return NotedPart(
            entries=[slim(row) for row in told],
            entries_mark=str(reached),
            entries_anew=self.known.entries == 0,
            entries_more=len(beyond) > len(told),
        )

    def of_kind(self, kind: str) -> list[Entry]:
        """All entries of one of the kinds that were asked for."""
        return [entry_of.validate_python(row.document) for row in self.rows if row.kind == kind]


def noted(rows: Rows, shoot_id: UUID) -> list[Entry]:
    """What was noted on a shoot, by time. Raises NotFound where the shoot is not there."""
    rows.get(ShootRow, shoot_id)
    return [entry_of.validate_python(row.document) for row in entries_of(rows, shoot_id)]


def state_of(rows: Rows, shoot_id: UUID) -> FieldState:
    """A shoot as it was filmed. Raises NotFound where it is not there."""
    return merged(noted(rows, shoot_id))


def slim(row: EntryRow) -> dict[str, Any]:
    """An entry as it goes along to other phones, with which noted it; a take without its set, which the logbook has."""
    plain = {key: value for key, value in row.document.items() if key not in ("set", "told")}
    return {**plain, "by": row.client}
