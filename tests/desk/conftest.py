"""A workplace with the made-up kit and shoot, whose changes are thrown away."""

from collections.abc import Iterator
from datetime import date
from typing import NamedTuple
from uuid import UUID, uuid4

import pytest

from steady_tide.demo.load import fill
from steady_tide.desk.accounts.authentication import create_account
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.store.database import Database
from steady_tide.store.owned import Rows

DAY = date(2026, 9, 19)


class Filled(NamedTuple):
    """A workplace and the shoot in it."""

    at: Workplace
    shoot: UUID

    @property
    def again(self) -> Workplace:
        """The same rows as another request sees them: nothing is remembered of them but what is shared."""
        return Workplace(self.at.rows, self.at.shared)


@pytest.fixture
def filled(database: Database) -> Iterator[Filled]:
    with database.session() as session:
        account = create_account(session, email=f"{uuid4().hex}@example.invalid", name="X", password=None)
        at = Workplace(Rows(session, account.id), Shared())
        yield Filled(at, fill(at, DAY))
        session.rollback()
