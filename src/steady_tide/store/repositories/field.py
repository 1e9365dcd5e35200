"""What is noted in the field."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import delete, func, select
from sqlalchemy.dialects.postgresql import insert

from steady_tide.store.owned import Rows
from steady_tide.store.tables import EntryRow


def keep_entries(rows: Rows, entries: Sequence[Mapping[str, Any]]) -> set[UUID]:
    """Keep entries, each once by its id; which were new."""
    if not entries:
        return set()
    noted = [{**entry, "account_id": rows.account_id} for entry in entries]
    query = insert(EntryRow).values(noted).on_conflict_do_nothing(index_elements=[EntryRow.id])
    return set(rows.session.scalars(query.returning(EntryRow.id)))


def entries_of(rows: Rows, shoot_id: UUID) -> list[EntryRow]:
    """What was noted on a shoot, by time."""
    return rows.all(rows.query(EntryRow).where(EntryRow.shoot_id == shoot_id).order_by(EntryRow.at, EntryRow.id))


def entries_after(
    rows: Rows, shoot_id: UUID, number: int, most: int, *, and_all_of: Sequence[str] = ()
) -> list[EntryRow]:
    """What was kept of a shoot after the entry of a number, in the order in which it was kept, at most so many.

    and_all_of: kinds of which all entries are wanted besides, wherever they stand.
    """
    mine = (EntryRow.account_id == rows.account_id, EntryRow.shoot_id == shoot_id)
    later = select(EntryRow.id).where(*mine, EntryRow.number > number).order_by(EntryRow.number).limit(most)
    wanted = EntryRow.id.in_(later) | EntryRow.kind.in_(and_all_of)
    return rows.all(rows.query(EntryRow).where(EntryRow.shoot_id == shoot_id, wanted).order_by(EntryRow.number))


def own_entries(rows: Rows, ids: Sequence[UUID]) -> set[UUID]:
    """Which of some ids are entries of this account."""
    mine = select(EntryRow.id).where(EntryRow.account_id == rows.account_id, EntryRow.id.in_(ids))
    return set(rows.session.scalars(mine))


def forget_entries(rows: Rows, shoot_id: UUID, link_id: UUID) -> int:
    """Remove what came to a shoot by a link; how many entries that were."""
    mine = (EntryRow.account_id == rows.account_id, EntryRow.shoot_id == shoot_id, EntryRow.link_id == link_id)
    return len(list(rows.session.scalars(delete(EntryRow).where(*mine).returning(EntryRow.id))))


def count_entries(rows: Rows, shoot_id: UUID, *, link: UUID | None = None, up_to: int | None = None) -> int:
    """How many entries a shoot has, of those that came by a link, of those up to a number."""
    mine = [EntryRow.account_id == rows.account_id, EntryRow.shoot_id == shoot_id]
    mine += [] if link is None else [EntryRow.link_id == link]
    mine += [] if up_to is None else [EntryRow.number <= up_to]
    return rows.session.scalar(select(func.count()).select_from(EntryRow).where(*mine)) or 0


def judged_later(rows: Rows, shoot_id: UUID, take: UUID, *, at: datetime, client: str) -> str | None:
    """What another phone said last of a take after a moment: its verdict; None where none did."""
    mine = rows.query(EntryRow).where(EntryRow.shoot_id == shoot_id, EntryRow.kind == "verdict", EntryRow.at > at)
    others = mine.where(EntryRow.client != client, EntryRow.document["take"].astext == str(take))
    latest = rows.session.scalar(others.order_by(EntryRow.at.desc()).limit(1))
    return None if latest is None else latest.document["verdict"] or "not judged"
