"""The field: a shoot to take along, what phones send home, links for helpers."""

from typing import Annotated, Any, Final
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import AwareDatetime, BaseModel, ConfigDict, Field

from steady_tide.api.context import ConnectionTurn, PageOf, PlainOf, PlannerTurn, RowsOf, ServiceOf
from steady_tide.api.guards.bodies import MB, largest
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.routes.session import FromOf
from steady_tide.api.routes.shares import Link
from steady_tide.core.field.entries import Client, Entry
from steady_tide.desk.exports.offline import OfflineBundle
from steady_tide.desk.field.inbox import Inbox, Received
from steady_tide.desk.field.links import Links, LinkView, MadeLink, Opened, note_opening, opened
from steady_tide.desk.field.views import Pack
from steady_tide.desk.kit.sharing import note_miss
from steady_tide.desk.records.access import From
from steady_tide.desk.records.noted import MarkText, NewlyNoted, NotedPart, noted
from steady_tide.desk.workplace import Workplace
from steady_tide.store.database import Session
from steady_tide.store.errors import NotFound
from steady_tide.store.owned import Rows
from steady_tide.store.tables import ShootRow

router = APIRouter(prefix="/api", tags=["field"], responses=RESPONSES)

MOST_AT_ONCE: Final = 200
"""Entries sent in one go."""
LARGEST: Final = 2 * MB
Within = Annotated[float, Query(ge=0, le=10, description="How long sets for other light may be worked out now [s].")]
Known = Annotated[MarkText | None, Query(description="Mark up to which the entries are known.")]
LONG_S: Final = 5.0


class Sent(BaseModel):
    """Entries of one phone, each read by itself. client: its own name; now: what its clock says as it sends."""

    model_config = ConfigDict(extra="forbid")
    client: Client
    now: AwareDatetime
    entries: Annotated[list[dict[str, Any]], Field(max_length=MOST_AT_ONCE)]


class Cleared(BaseModel):
    """How many entries were thrown away."""

    entries: int


class LinkRequest(BaseModel):
    """A link to make: whether takes may be counted with it, and for how many days it opens."""

    model_config = ConfigDict(extra="forbid")
    counts: bool = False
    days: int = Field(default=7, ge=1, le=90)


@router.get("/shoots/{shoot_id}/pack")
def pack(at: PageOf, shoot_id: UUID, within_s: Within = LONG_S, known: Known = None) -> Pack:
    """A shoot to take along; of what was noted, the first part that is not known."""
    return OfflineBundle(at, shoot_id, within_s=within_s, known=known).pack()


@router.get("/shoots/{shoot_id}/noted")
def noted_part(rows: RowsOf, shoot_id: UUID, known: Known = None) -> NotedPart:
    """What was noted on a shoot since a mark."""
    rows.get(ShootRow, shoot_id)
    return NewlyNoted.read(rows, shoot_id, known).part


@router.post("/shoots/{shoot_id}/entries", openapi_extra=largest(LARGEST))
def send(at: PlainOf, shoot_id: UUID, sent: Sent) -> Received:
    """Keep what was noted in the field; sent again, it is kept once."""
    return Inbox(at).receive(shoot_id, sent.client, sent.now, sent.entries)


@router.get("/shoots/{shoot_id}/entries")
def entries(rows: RowsOf, shoot_id: UUID) -> list[Entry]:
    """Everything that was noted on a shoot, by time."""
    return noted(rows, shoot_id)


@router.get("/shoots/{shoot_id}/links")
def links(rows: RowsOf, shoot_id: UUID) -> list[LinkView]:
    """Links to a shoot that still open."""
    return Links(rows).all(shoot_id)


@router.post("/shoots/{shoot_id}/links", status_code=201)
def link(rows: RowsOf, shoot_id: UUID, wish: LinkRequest) -> MadeLink:
    """A new link to a shoot."""
    return Links(rows).make(shoot_id, counts=wish.counts, days=wish.days)


@router.delete("/shoots/{shoot_id}/links/{link_id}", status_code=204)
def close(rows: RowsOf, shoot_id: UUID, link_id: UUID) -> None:
    """Close a link."""
    Links(rows).close(shoot_id, link_id)


@router.delete("/shoots/{shoot_id}/links/{link_id}/entries")
def clear(at: PlainOf, shoot_id: UUID, link_id: UUID) -> Cleared:
    """Throw away what came by a link."""
    return Cleared(entries=Inbox(at).clear(shoot_id, link_id))


def _opened(service: ServiceOf, token: str, come_from: From) -> Opened:
    """What a link opens, with its use counted. Raises NotFound, and TooManyFailures for too much use or guessing."""
    try:
        with service.database.session() as session:
            found = opened(session, token)
    except NotFound:
        note_miss(service.database, come_from)
        raise
    note_opening(service.database, found, come_from)
    return found


def _at(service: ServiceOf, session: Session, link: Opened) -> Workplace:
    return Workplace(Rows(session, link.account_id), service.shared)


@router.get("/with/{link}/pack", dependencies=[ConnectionTurn, PlannerTurn])
def pack_with(
    service: ServiceOf, link: Link, come_from: FromOf, within_s: Within = LONG_S, known: Known = None
) -> Pack:
    """The shoot that a link shows; whoever has it may look, without an account."""
    found = _opened(service, link, come_from)
    with service.database.session() as session:
        at = _at(service, session, found)
        return OfflineBundle(at, found.shoot_id, may=found.may, within_s=within_s, known=known).pack()


@router.get("/with/{link}/noted", dependencies=[ConnectionTurn])
def noted_with(service: ServiceOf, link: Link, come_from: FromOf, known: Known = None) -> NotedPart:
    """What was noted since a mark on the shoot that a link shows."""
    found = _opened(service, link, come_from)
    with service.database.session() as session:
        return NewlyNoted.read(_at(service, session, found).rows, found.shoot_id, known).part


@router.post("/with/{link}/entries", dependencies=[ConnectionTurn], openapi_extra=largest(LARGEST))
def send_with(service: ServiceOf, link: Link, come_from: FromOf, sent: Sent) -> Received:
    """Keep what a helper counted. A link that only shows takes nothing."""
    found = _opened(service, link, come_from)
    if found.may != "count":
        raise NotFound("this link shows the shoot; nothing can be noted with it")
    with service.database.session() as session:
        inbox = Inbox(_at(service, session, found), link=found.link_id)
        return inbox.receive(found.shoot_id, sent.client, sent.now, sent.entries)
