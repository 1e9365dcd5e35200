"""Links by which others see a camera or a bag, and take it into their own kit."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Path, Response
from pydantic import BaseModel, ConfigDict

from steady_tide.api.context import RowsOf, ServiceOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.routes.session import FromOf
from steady_tide.api.texts import Address
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.kit.sharing import Kind, MadeShare, SharedView, ShareView, Sharing, note_miss, shared_kit
from steady_tide.desk.views import DeviceView
from steady_tide.formats.qr import qr_svg
from steady_tide.store.errors import NotFound

router = APIRouter(prefix="/api", tags=["shares"], responses=RESPONSES)
Link = Annotated[str, Path(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_-]+$")]


class ShareRequest(BaseModel):
    """What to show: a camera, or the bag."""

    model_config = ConfigDict(extra="forbid")
    kind: Kind
    device_id: UUID | None = None


@router.get("/shares")
def shares(rows: RowsOf) -> list[ShareView]:
    """One's own links that still open."""
    return Sharing(rows).all()


@router.post("/shares", status_code=201)
def share(rows: RowsOf, wish: ShareRequest) -> MadeShare:
    """A new link; it opens for 30 days, or until it is closed."""
    return Sharing(rows).make(wish.kind, wish.device_id)


@router.delete("/shares/{share_id}", status_code=204)
def close(rows: RowsOf, share_id: UUID) -> None:
    """Close a link."""
    Sharing(rows).close(share_id)


@router.get("/shares/code", response_class=Response, responses={200: {"content": {"image/svg+xml": {}}}})
def code(rows: RowsOf, address: Address) -> Response:
    """A QR code of a link's address, as SVG."""
    return Response(qr_svg(address), media_type="image/svg+xml")


@router.get("/shared/{link}")
def shared(service: ServiceOf, link: Link, come_from: FromOf) -> SharedView:
    """What a link shows; whoever has it may look, without an account."""
    try:
        with service.database.session() as session:
            return shared_kit(session, link).view
    except NotFound:
        note_miss(service.database, come_from)
        raise


@router.post("/shared/{link}/take", status_code=201)
def take(service: ServiceOf, rows: RowsOf, link: Link, come_from: FromOf) -> list[DeviceView]:
    """Take what a link shows into one's own kit, beside what is there; the cameras that came in."""
    try:
        shown = shared_kit(rows.session, link)
    except NotFound:
        note_miss(service.database, come_from)
        raise
    return KitDesk(rows).take_shared(shown.devices, shown.bag)
