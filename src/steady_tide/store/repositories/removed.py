"""What was deleted, with all that went with it, kept for a while so that it can be brought back."""

from collections.abc import Iterator
from datetime import date, datetime
from typing import Any, Final
from uuid import UUID

from sqlalchemy import Column, Table, delete, insert, inspect, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from steady_tide.store.errors import Taken
from steady_tide.store.owned import Rows
from steady_tide.store.tables import Base, JsonList, Owned, PlanRow, RemovedRow, ShareRow

MOST: Final = 50
"""How many lie there at most for one account; the oldest go first."""
NOT_KEPT: Final = frozenset({PlanRow.__tablename__, ShareRow.__tablename__})
"""Tables of what is made again when it is asked for; and links, which are closed for good."""


def soft_delete(rows: Rows, row: Owned, *, kind: str, name: str) -> RemovedRow:
    """Delete a row with all that goes with it, and keep them to be brought back."""
    rows.flush()
    table = Base.metadata.tables[inspect(type(row)).local_table.fullname]
    found: dict[str, dict[str, dict[str, Any]]] = {}
    _gather(rows, table, table.c.id == row.id, found)
    order = [each.name for each in Base.metadata.sorted_tables if each.name in found]
    content = [{"table": name, "row": values} for name in order for values in found[name].values()]
    rows.delete(row)
    kept = rows.add(RemovedRow(kind=kind, name=name, content=content))
    newest = select(RemovedRow.id).where(RemovedRow.account_id == rows.account_id)
    newest = newest.order_by(RemovedRow.created_at.desc()).limit(MOST)
    rows.session.execute(
        delete(RemovedRow).where(RemovedRow.account_id == rows.account_id, RemovedRow.id.not_in(newest))
    )
    return kept


def put_back(rows: Rows, removed: RemovedRow) -> None:
    """Bring back what was deleted. Raises Taken where something it stands on is gone."""
    content: JsonList = removed.content
    try:
        with rows.session.begin_nested():
            for one in content:
                table = Base.metadata.tables[one["table"]]
                values = {name: _read(table.c[name], value) for name, value in one["row"].items() if name in table.c}
                rows.session.execute(insert(table).values({**values, "account_id": rows.account_id}))
    except IntegrityError as error:
        words = "something it stood on is gone: its shoot, or a camera that was on it; bring that back first"
        raise Taken(words) from error
    rows.delete(removed)


def lately_removed(rows: Rows) -> list[RemovedRow]:
    """What can be brought back, the latest first."""
    return rows.all(rows.query(RemovedRow).order_by(RemovedRow.created_at.desc()))


def forget_removed(session: Session, before: datetime) -> None:
    """Let go what was deleted before a time, everybody's."""
    session.execute(delete(RemovedRow).where(RemovedRow.created_at < before))


def _gather(rows: Rows, table: Table, which: Any, found: dict[str, dict[str, dict[str, Any]]]) -> None:
    """Rows of a table, and what the database deletes with them."""
    mine = select(table).where(table.c.account_id == rows.account_id, which)
    ids = []
    for values in rows.session.execute(mine).mappings():
        ids.append(values["id"])
        plain = {name: _plain(value) for name, value in values.items() if name != "account_id"}
        found.setdefault(table.name, {})[str(values["id"])] = plain
    if ids:
        for below, column in _below(table):
            _gather(rows, below, column.in_(ids), found)


def _below(table: Table) -> Iterator[tuple[Table, Column[Any]]]:
    """Tables whose rows go with those of another, with the column that says whose they are."""
    for other in Base.metadata.sorted_tables:
        if other.name in NOT_KEPT:
            continue
        for constraint in other.foreign_key_constraints:
            if constraint.referred_table is table and constraint.ondelete == "CASCADE":
                yield other, next(key.parent for key in constraint.elements if key.column.name == "id")


def _plain(value: Any) -> Any:
    if isinstance(value, datetime | date):
        return value.isoformat()
    return str(value) if isinstance(value, UUID) else value


def _read(column: Column[Any], value: Any) -> Any:
    kind = column.type.python_type
    if value is None or not isinstance(value, str) or kind is str:
        return value
    return kind.fromisoformat(value) if issubclass(kind, date) else kind(value)
