"""What was noted in the field, as it is kept."""

from typing import Any
from uuid import UUID

from steady_tide.core.field.entries import Entry, entry_of
from steady_tide.core.field.merging import FieldState, merged
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.field import entries_of
from steady_tide.store.tables import EntryRow, ShootRow


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
