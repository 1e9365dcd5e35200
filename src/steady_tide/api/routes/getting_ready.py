"""Getting ready for a shoot: what to mind, charge, pack and do; cells and cards one by one; the shot list."""

from typing import Annotated, Any
from uuid import UUID

from fastapi import APIRouter, Response
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from steady_tide.api.context import PlainOf, RowsOf, WorkplaceOf
from steady_tide.api.downloads import download
from steady_tide.api.guards.bodies import MB, largest
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.ids import OwnId
from steady_tide.core.ready.shots import WantedShot
from steady_tide.core.ready.stock import PieceState
from steady_tide.desk.ready.getting_ready import GettingReady, ReadyView
from steady_tide.desk.ready.shots import ShotLists, ShotsView
from steady_tide.desk.ready.stock import Stock, StockView

router = APIRouter(prefix="/api", tags=["ready"], responses=RESPONSES)
LARGEST_LIST = 1 * MB
Line = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]
Key = Annotated[str, StringConstraints(min_length=1, max_length=130, pattern=r"^[^\x00-\x1f]+$")]


class Tick(BaseModel):
    """Something of a shoot's list, by its key, and whether it is done."""

    model_config = ConfigDict(extra="forbid")
    key: Key
    done: bool


class OwnText(BaseModel):
    """A line of one's own."""

    model_config = ConfigDict(extra="forbid")
    text: Line


class PieceSaid(BaseModel):
    """How a cell or card stands. number: which of its kind, 0 for all; state: null to forget."""

    model_config = ConfigDict(extra="forbid")
    number: int = Field(ge=0, le=200)
    state: PieceState | None


class NewShots(BaseModel):
    """A shot for the end of a list, under an id of its maker's."""

    model_config = ConfigDict(extra="forbid")
    id: OwnId = None
    shot: WantedShot


class ShotEdit(BaseModel):
    """A shot as it shall be. before: as the edit began with it."""

    model_config = ConfigDict(extra="forbid")
    shot: WantedShot
    before: WantedShot | None = None


class ShotOrder(BaseModel):
    """Shots in the order in which they shall stand."""

    model_config = ConfigDict(extra="forbid")
    ids: Annotated[list[UUID], Field(max_length=500)]


class ShotStart(BaseModel):
    """An object of a scene that is to be covered."""

    model_config = ConfigDict(extra="forbid")
    scene_id: UUID
    subject: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]


class ShotTable(BaseModel):
    """A shot list as CSV."""

    model_config = ConfigDict(extra="forbid")
    text: Annotated[str, Field(max_length=500_000)]


@router.get("/shoots/{shoot_id}/ready")
def ready(at: WorkplaceOf, shoot_id: UUID) -> ReadyView:
    """What to mind, charge, pack and do before a shoot."""
    return GettingReady(at).view(shoot_id)


@router.put("/shoots/{shoot_id}/ready/ticks")
def tick(at: WorkplaceOf, shoot_id: UUID, wish: Tick) -> ReadyView:
    """Tick something, or take the tick away."""
    return GettingReady(at).tick(shoot_id, wish.key, wish.done)


@router.put("/shoots/{shoot_id}/ready/lines/{line_id}")
def write_line(at: WorkplaceOf, shoot_id: UUID, line_id: UUID, wish: OwnText) -> ReadyView:
    """Write a line of one's own."""
    return GettingReady(at).write(shoot_id, line_id, wish.text)


@router.delete("/shoots/{shoot_id}/ready/lines/{line_id}")
def strike_line(at: WorkplaceOf, shoot_id: UUID, line_id: UUID) -> ReadyView:
    """Take a line of one's own away."""
    return GettingReady(at).strike(shoot_id, line_id)


@router.get("/kit/stock")
def stock(rows: RowsOf) -> list[StockView]:
    """Cells and cards, piece by piece."""
    return Stock(rows).view()


@router.put("/kit/stock/{key}")
def say_piece(rows: RowsOf, key: str, wish: PieceSaid) -> list[StockView]:
    """Say how a cell or card stands."""
    return Stock(rows).say(key, wish.number, wish.state)


@router.get("/shoots/{shoot_id}/shots")
def shots(at: WorkplaceOf, shoot_id: UUID) -> ShotsView:
    """The shot list of a shoot, and what it covers."""
    return ShotLists(at).view(shoot_id)


@router.post("/shoots/{shoot_id}/shots", status_code=201)
def add_shot(at: WorkplaceOf, shoot_id: UUID, wish: NewShots) -> ShotsView:
    """Put a shot at the end of the list."""
    return ShotLists(at).add(shoot_id, [wish.shot], named=wish.id)


@router.put("/shoots/{shoot_id}/shots/order")
def order_shots(at: WorkplaceOf, shoot_id: UUID, wish: ShotOrder) -> ShotsView:
    """Put the list into another order."""
    return ShotLists(at).order(shoot_id, wish.ids)


@router.post("/shoots/{shoot_id}/shots/start", status_code=201)
def start_shots(at: WorkplaceOf, shoot_id: UUID, wish: ShotStart) -> ShotsView:
    """Cover an object of a scene with the shots one begins with."""
    return ShotLists(at).start(shoot_id, wish.scene_id, wish.subject)


@router.get("/shoots/{shoot_id}/shots.csv", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def shots_table(at: PlainOf, shoot_id: UUID) -> Response:
    """The shot list as a table."""
    return download(ShotLists(at).csv(shoot_id), "text/csv", "shots.csv")


@router.post("/shoots/{shoot_id}/shots/table", status_code=201, openapi_extra=largest(LARGEST_LIST))
def bring_shots_in(at: WorkplaceOf, shoot_id: UUID, wish: ShotTable) -> ShotsView:
    """Put the shots of a table at the end of the list."""
    return ShotLists(at).bring_in(shoot_id, wish.text)


@router.put("/shots/{shot_id}")
def change_shot(at: WorkplaceOf, shot_id: UUID, wish: ShotEdit) -> ShotsView:
    """Say a shot otherwise; the list anew."""
    before: dict[str, Any] | None = wish.before.plain() if wish.before else None
    return ShotLists(at).change(shot_id, wish.shot, before=before)


@router.delete("/shots/{shot_id}")
def delete_shot(at: WorkplaceOf, shot_id: UUID) -> ShotsView:
    """Take a shot off its list."""
    return ShotLists(at).delete(shot_id)
