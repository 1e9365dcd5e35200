"""What can be one thing only, of which the latest on the spot holds: one statement for all of them."""

from collections.abc import Mapping
from datetime import datetime
from typing import Any, NamedTuple
from uuid import uuid4

from sqlalchemy import ColumnElement, String, and_, select, tuple_, update
from sqlalchemy.dialects.postgresql import insert

from steady_tide.store.owned import Rows
from steady_tide.store.tables import Owned


class Said(NamedTuple):
    """A value with its moment, each under the name of its column."""

    value_in: str
    value: Any
    at_in: str
    at: datetime


def keep_latest(rows: Rows, table: type[Owned], key: Mapping[str, Any], said: Said, *, anew: bool = True) -> bool:
    """Keep what was said of a row where nothing later says otherwise; whether it stands so then.

    key: the columns that name the row, unique together. anew: whether to make a row that is not there; without, a row
    that is not there counts as saying the same.
    """
    values = {said.value_in: said.value, said.at_in: said.at}
    at, value = getattr(table, said.at_in), getattr(table, said.value_in)
    here = and_(table.account_id == rows.account_id, *(getattr(table, name) == told for name, told in key.items()))
    if anew:
        query = insert(table).values({"id": uuid4(), "account_id": rows.account_id, **key, **values})
        told = (query.excluded[said.at_in], query.excluded[said.value_in])
        keys = [getattr(table, name) for name in key]
        rows.session.execute(
            query.on_conflict_do_update(index_elements=keys, set_=values, where=_later(told, (at, value)))
        )
    else:
        rows.session.execute(update(table).where(here, _later((said.at, said.value), (at, value))).values(values))
    found = rows.session.execute(select(value).where(here)).first()
    return found is None or found[0] == said.value


def _later(said: tuple[Any, Any], stands: tuple[Any, Any]) -> ColumnElement[bool]:
    """Whether (moment, value) comes after another: texts by the codes of letters, as the core and browsers do."""
    at, value = stands
    return tuple_(*said) > tuple_(at, value.collate("C") if isinstance(value.type, String) else value)
