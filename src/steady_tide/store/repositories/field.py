"""What is noted in the field, logbooks that were brought in, and what was said last of ticks and dialled values."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import delete, func, select, tuple_
from sqlalchemy.dialects.postgresql import insert

from steady_tide.store.owned import Rows
from steady_tide.store.tables import CheckRow, DialledRow, EntryRow, ReadBackRow


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


def own_entries(rows: Rows, ids: Sequence[UUID]) -> set[UUID]:
    """Which of some ids are entries of this account."""
    mine = select(EntryRow.id).where(EntryRow.account_id == rows.account_id, EntryRow.id.in_(ids))
    return set(rows.session.scalars(mine))


def forget_entries(rows: Rows, shoot_id: UUID, link_id: UUID) -> int:
    """Remove what came to a shoot by a link; how many entries that were."""
    mine = (EntryRow.account_id == rows.account_id, EntryRow.shoot_id == shoot_id, EntryRow.link_id == link_id)
    return len(list(rows.session.scalars(delete(EntryRow).where(*mine).returning(EntryRow.id))))


def count_entries(rows: Rows, shoot_id: UUID, *, link: UUID | None = None) -> int:
    """How many entries a shoot has, or how many came by a link."""
    mine = [EntryRow.account_id == rows.account_id, EntryRow.shoot_id == shoot_id]
    mine += [] if link is None else [EntryRow.link_id == link]
    return rows.session.scalar(select(func.count()).select_from(EntryRow).where(*mine)) or 0


def say_check(rows: Rows, shoot_id: UUID, key: str, *, done: bool, at: datetime, anew: bool = True) -> bool:
    """Note that something is done, or is not, where nothing later says otherwise; whether it stands so then.

    anew: whether to make a line that is not there.
    """
    values = {"done": done, "said_at": at}
    if not anew:
        row = rows.session.scalar(
            rows.query(CheckRow).where(CheckRow.shoot_id == shoot_id, CheckRow.key == key).with_for_update()
        )
        if row is not None and (at, done) > (row.said_at, row.done):
            row.done, row.said_at = done, at
        return row is None or row.done == done
    mine = {"id": uuid4(), "account_id": rows.account_id, "shoot_id": shoot_id, "key": key, **values}
    query = insert(CheckRow).values(mine)
    later = tuple_(query.excluded.said_at, query.excluded.done) > tuple_(CheckRow.said_at, CheckRow.done)
    rows.session.execute(
        query.on_conflict_do_update(index_elements=[CheckRow.shoot_id, CheckRow.key], set_=values, where=later)
    )
    mine_now = select(CheckRow.done).where(CheckRow.shoot_id == shoot_id, CheckRow.key == key)
    return rows.session.scalar(mine_now) == done


def say_read_back(rows: Rows, setup_id: UUID, setting: str, *, value: str, at: datetime) -> bool:
    """Note what was read back, or with nothing that it was not, where nothing later does; whether it stands so then."""
    mine = {"id": uuid4(), "account_id": rows.account_id, "setup_id": setup_id, "setting": setting}
    query = insert(ReadBackRow).values(**mine, value=value, said_at=at)
    said, stands = (query.excluded.said_at, query.excluded.value), (ReadBackRow.said_at, ReadBackRow.value)
    rows.session.execute(
        query.on_conflict_do_update(
            index_elements=[ReadBackRow.setup_id, ReadBackRow.setting],
            set_={"value": value, "said_at": at},
            where=_later(said, stands),
        )
    )
    now = select(ReadBackRow.value).where(ReadBackRow.setup_id == setup_id, ReadBackRow.setting == setting)
    return rows.session.scalar(now) == value


def judged_later(rows: Rows, shoot_id: UUID, take: UUID, *, at: datetime, client: str) -> str | None:
    """What another phone said last of a take after a moment: its verdict; None where none did."""
    mine = rows.query(EntryRow).where(EntryRow.shoot_id == shoot_id, EntryRow.kind == "verdict", EntryRow.at > at)
    others = mine.where(EntryRow.client != client, EntryRow.document["take"].astext == str(take))
    latest = rows.session.scalar(others.order_by(EntryRow.at.desc()).limit(1))
    return None if latest is None else latest.document["verdict"] or "not judged"


def say_dialled(rows: Rows, device_id: UUID, slot: int, setting: str, *, value: str, at: datetime) -> None:
    """Note a value as it stands on a camera, where nothing later says otherwise."""
    mine = {"id": uuid4(), "account_id": rows.account_id, "device_id": device_id, "slot": slot, "setting": setting}
    query = insert(DialledRow).values(**mine, value=value, confirmed_at=at)
    said, stands = (query.excluded.confirmed_at, query.excluded.value), (DialledRow.confirmed_at, DialledRow.value)
    rows.session.execute(
        query.on_conflict_do_update(
            index_elements=[DialledRow.device_id, DialledRow.slot, DialledRow.setting],
            set_={"value": value, "confirmed_at": at},
            where=_later(said, stands),
        )
    )


def _later(said: tuple[Any, Any], stands: tuple[Any, Any]) -> Any:
    """Whether (moment, value) comes after another: by the codes of letters, as the core and browsers compare them."""
    return tuple_(said[0], said[1].collate("C")) > tuple_(stands[0], stands[1].collate("C"))
