"""Rows of one account: nothing here can reach another's."""

from collections.abc import Sequence
from typing import TypeVar
from uuid import UUID

from sqlalchemy import Select, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from steady_tide.store.errors import NotFound, Taken
from steady_tide.store.tables import Owned

Row = TypeVar("Row", bound=Owned)


class Rows:
    """One account's view of the tables, within one session."""

    def __init__(self, session: Session, account_id: UUID) -> None:
        self.session = session
        self.account_id = account_id
        self.writes = 0
        """How often something was written so far: what was read before another write may stand otherwise."""

    def query(self, table: type[Row]) -> Select[Row]:
        """A query over the account's rows of a table."""
        return select(table).where(table.account_id == self.account_id)

    def all(self, query: Select[Row]) -> list[Row]:
        """Rows of a query made with `query`."""
        return list(self.session.scalars(query))

    def get(self, table: type[Row], row_id: UUID, *, lock: bool = False) -> Row:
        """The row with this id. Raises NotFound, also when it is another account's."""
        if lock:
            query = self.query(table).where(table.id == row_id).with_for_update()
            row = self.session.scalar(query.execution_options(populate_existing=True))
        else:
            # What this session has read already is not asked for again.
            row = self.session.get(table, row_id)
        if row is None or row.account_id != self.account_id:
            raise NotFound("there is no such thing here; it may have been deleted")
        return row

    def made(self, table: type[Row], row_id: UUID | None) -> Row | None:
        """The row that was made before under an id its maker gave; None where it is to be made."""
        return None if row_id is None else self.session.scalar(self.query(table).where(table.id == row_id))

    def add(self, row: Row, *, named: UUID | None = None) -> Row:
        """Keep a new row as the account's own, under the id its maker gave. Raises Taken where that is used."""
        row.account_id = self.account_id
        self.writes += 1
        if named is None:
            self.session.add(row)
            self.session.flush()
            return row
        row.id = named
        try:
            with self.session.begin_nested():
                self.session.add(row)
        except IntegrityError as error:
            raise Taken("something else has this id; make it under another") from error
        return row

    def add_all(self, rows: Sequence[Row]) -> None:
        """Keep new rows as the account's own, all of a table at once; what they point at has to be there before."""
        for row in rows:
            row.account_id = self.account_id
        self.writes += 1
        self.session.add_all(rows)
        self.session.flush()

    def flush(self) -> None:
        """Write what was changed, so that what is read next has it."""
        self.writes += 1
        self.session.flush()

    def refresh(self, row: Owned) -> None:
        """Read a row again, after waiting for a lock."""
        self.session.refresh(row)

    def delete(self, row: Owned) -> None:
        """Remove a row (and what belongs to it)."""
        self.writes += 1
        self.session.delete(row)
        self.session.flush()
