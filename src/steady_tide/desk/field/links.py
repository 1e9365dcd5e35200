"""Links to a shoot: somebody without an account sees its day and cards, and where they may, counts takes."""

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Final
from uuid import UUID

from steady_tide.desk.field.views import May
from steady_tide.desk.records.access import From, TooManyFailures, hash_of, new_token
from steady_tide.desk.views import View
from steady_tide.store.database import Database, Session
from steady_tide.store.errors import NotFound
from steady_tide.store.owned import Rows
from steady_tide.store.repositories import accounts as kept
from steady_tide.store.repositories.shares import share_behind, shares_of
from steady_tide.store.tables import ShareRow, ShootRow

SHOOT: Final = "shoot"
OPENED: Final = "opened"
AN_HOUR: Final = 600
"""How often one link is opened or written to within an hour, by all who have it, before it is told to wait."""


class LinkView(View):
    """A link to a shoot. counts: whether whoever has it may count takes."""

    id: UUID
    counts: bool
    until: datetime


class MadeLink(LinkView):
    """A link just made; its token is told this once."""

    token: str


class Links:
    """One account's links to its shoots."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    def all(self, shoot_id: UUID) -> list[LinkView]:
        """Those to a shoot that still open, the latest first."""
        self.rows.get(ShootRow, shoot_id)
        return [LinkView(**_facts(row)) for row in shares_of(self.rows, shoot_id, datetime.now(UTC))]

    def make(self, shoot_id: UUID, *, counts: bool, days: int) -> MadeLink:
        """A new link that opens for some days. Raises BadInput where too many are open."""
        self.rows.get(ShootRow, shoot_id)
        token = new_token(self.rows)
        until = datetime.now(UTC) + timedelta(days=days)
        row = ShareRow(token_hash=hash_of(token), kind=SHOOT, shoot_id=shoot_id, counts=counts, expires_at=until)
        return MadeLink(**_facts(self.rows.add(row)), token=token)

    def close(self, shoot_id: UUID, link_id: UUID) -> None:
        """Close a link: it opens nothing any more."""
        row = self.rows.get(ShareRow, link_id)
        if row.shoot_id != shoot_id:
            raise NotFound("there is no such link to this shoot")
        self.rows.delete(row)


def _facts(row: ShareRow) -> dict[str, object]:
    return {"id": row.id, "counts": row.counts, "until": row.expires_at}


@dataclass(frozen=True)
class Opened:
    """What a link opens: whose rows, which shoot, what may be done there."""

    account_id: UUID
    shoot_id: UUID
    link_id: UUID
    may: May


def opened(session: Session, token: str) -> Opened:
    """What a link opens. Raises NotFound for one that is closed, expired, made up, or to something else."""
    row = share_behind(session, hash_of(token), datetime.now(UTC))
    if row is None or row.kind != SHOOT or row.shoot_id is None:
        raise NotFound("this link opens nothing; it may have been closed, or its time is over")
    return Opened(row.account_id, row.shoot_id, row.id, "count" if row.counts else "look")


def note_opening(database: Database, link: Opened, come_from: From) -> None:
    """Count that a link was used. Raises TooManyFailures where it is used all the time."""
    since = datetime.now(UTC) - timedelta(hours=1)
    with database.session() as session:
        if kept.attempts_since(session, OPENED, since, email=str(link.link_id)) >= AN_HOUR:
            raise TooManyFailures("this link is asked for all the time; try again in an hour")
        kept.note_attempt(session, OPENED, email=str(link.link_id), address=come_from.address)
