"""Showing a camera or the bag to others by a link, and taking in what is shown."""

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Final, Literal
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.records.access import From, TooManyFailures, hash_of, new_token
from steady_tide.desk.views import View
from steady_tide.store.database import Database, Session
from steady_tide.store.errors import NotFound
from steady_tide.store.owned import Rows
from steady_tide.store.repositories import accounts as kept
from steady_tide.store.repositories.shares import share_behind, shares
from steady_tide.store.tables import ShareRow

DAYS: Final = 30
"""How long a link opens."""
TRIES: Final = 60
"""Links that do not exist, from one address within an hour, before it is told to wait."""
SHARE: Final = "share"

Kind = Literal["camera", "bag"]
KINDS: Final = ("camera", "bag")


class ShareView(View):
    """A link of one's own. device_id: the camera it shows."""

    id: UUID
    kind: Kind
    device_id: UUID | None
    until: datetime


class MadeShare(ShareView):
    """A link just made; its token is told this once."""

    token: str


class SharedView(View):
    """What somebody else shows: cameras with all they say, things of a bag."""

    cameras: list[Device]
    things: list[str]
    until: datetime


class Sharing:
    """One account's links."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    def all(self) -> list[ShareView]:
        """Those that still open, the latest first."""
        return [ShareView(**_facts(row)) for row in shares(self.rows, datetime.now(UTC)) if row.kind in KINDS]

    def make(self, kind: Kind, device_id: UUID | None) -> MadeShare:
        """A new link. Raises NotFound for a camera that is not there, BadInput for an empty bag or too many links."""
        desk = KitDesk(self.rows)
        if kind == "camera":
            if device_id is None:
                raise BadInput([Problem(("device_id",), "say which camera")])
            desk.device(device_id)
        elif not desk.bag():
            raise BadInput([Problem(("kind",), "there is nothing in the bag yet")])
        token = new_token(self.rows)
        row = ShareRow(
            token_hash=hash_of(token),
            kind=kind,
            device_id=device_id if kind == "camera" else None,
            expires_at=datetime.now(UTC) + timedelta(days=DAYS),
        )
        return MadeShare(**_facts(self.rows.add(row)), token=token)

    def close(self, share_id: UUID) -> None:
        """Close a link: it opens nothing any more."""
        self.rows.delete(self.rows.get(ShareRow, share_id))


def _facts(row: ShareRow) -> dict[str, object]:
    return {"id": row.id, "kind": row.kind, "device_id": row.device_id, "until": row.expires_at}


@dataclass(frozen=True)
class Shown:
    """What a link shows, to be taken in."""

    devices: list[Device]
    bag: list[BagItem]
    until: datetime

    @property
    def view(self) -> SharedView:
        """What the link shows, as it is handed out."""
        things = [item.label for item in self.bag]
        return SharedView(cameras=self.devices, things=things, until=self.until)


def shared_kit(session: Session, token: str) -> Shown:
    """What a link shows, for anybody who has it. Raises NotFound for one that is closed, expired or made up."""
    row = share_behind(session, hash_of(token), datetime.now(UTC))
    if row is None or row.kind not in KINDS:
        raise NotFound("this link opens nothing; it may have been closed, or its time is over")
    desk = KitDesk(Rows(session, row.account_id))
    if row.device_id is not None:
        return Shown([desk.device(row.device_id)], [], row.expires_at)
    return Shown([], desk.bag(), row.expires_at)


def note_miss(database: Database, come_from: From) -> None:
    """Count a link that does not exist. Raises TooManyFailures where many were tried from there lately."""
    if come_from.here:
        return
    since = datetime.now(UTC) - timedelta(hours=1)
    with database.session() as session:
        if kept.attempts_since(session, SHARE, since, address=come_from.address) >= TRIES:
            raise TooManyFailures("many links that do not exist were tried from your network; try again in an hour")
        kept.note_attempt(session, SHARE, email="", address=come_from.address)
