"""The day of a shoot: its light, its scenes along it, weather, readings, a proposed order."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body
from pydantic import BaseModel, ConfigDict, Field

from steady_tide.api.context import WorkplaceOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.ids import OwnId
from steady_tide.core.light.reading import Measured
from steady_tide.desk.day.days import Days
from steady_tide.desk.day.filming import Filming, FilmingDesk
from steady_tide.desk.day.views import DayView, OrderView
from steady_tide.desk.ready.remedies import Mending, ShortView

router = APIRouter(prefix="/api", tags=["day"], responses=RESPONSES)


class CloudRequest(BaseModel):
    """The cloud over a shoot [okta]."""

    model_config = ConfigDict(extra="forbid")
    cloud_okta: float = Field(ge=0, le=8, allow_inf_nan=False)


class ReadingRequest(BaseModel):
    """Light that was measured: of the open sky, or on the subject of a scene; minutes after local midnight."""

    model_config = ConfigDict(extra="forbid")
    id: OwnId = None
    scene_id: UUID | None = None
    minute: int = Field(ge=0, le=3000)
    measured: Measured


class SceneTime(BaseModel):
    """A scene and when it is filmed [minutes after local midnight]."""

    model_config = ConfigDict(extra="forbid")
    scene_id: UUID
    starts: int = Field(ge=0, le=3000)
    ends: int = Field(ge=0, le=3000)


class TimesRequest(BaseModel):
    """Times of several scenes at once."""

    model_config = ConfigDict(extra="forbid")
    times: Annotated[list[SceneTime], Field(min_length=1, max_length=40)]


@router.get("/shoots/{shoot_id}/day")
def day(at: WorkplaceOf, shoot_id: UUID) -> DayView:
    """The light of the day against what each scene's set can hold."""
    return Days(at).day(shoot_id)


@router.get("/shoots/{shoot_id}/shortages")
def shortages(at: WorkplaceOf, shoot_id: UUID) -> list[ShortView]:
    """What cells, cards and cooling the day is short of, and what would make up for it."""
    return Mending(at).shortages(shoot_id)


@router.put("/scenes/{scene_id}/filming")
def film(at: WorkplaceOf, scene_id: UUID, filming: Annotated[Filming, Body()]) -> DayView:
    """Change when, where, which way or how deep a scene is filmed; the day anew."""
    return FilmingDesk(at).film(scene_id, filming)


@router.put("/shoots/{shoot_id}/times")
def film_all(at: WorkplaceOf, shoot_id: UUID, wanted: TimesRequest) -> DayView:
    """Give several scenes their times at once; the day anew."""
    return FilmingDesk(at).film_all(shoot_id, [(one.scene_id, one.starts, one.ends) for one in wanted.times])


@router.put("/shoots/{shoot_id}/cloud")
def cloud(at: WorkplaceOf, shoot_id: UUID, wanted: CloudRequest) -> DayView:
    """Change the cloud over a shoot; the day anew."""
    return FilmingDesk(at).cloud(shoot_id, wanted.cloud_okta)


@router.get("/shoots/{shoot_id}/order")
def order(at: WorkplaceOf, shoot_id: UUID) -> OrderView:
    """A better order of the scenes, as a suggestion; nothing is changed."""
    return FilmingDesk(at).order(shoot_id)


@router.post("/shoots/{shoot_id}/readings", status_code=201)
def measure(at: WorkplaceOf, shoot_id: UUID, reading: ReadingRequest) -> DayView:
    """Keep a reading of the light; the day bent through it."""
    return FilmingDesk(at).measure(
        shoot_id, scene_id=reading.scene_id, minute=reading.minute, measured=reading.measured, named=reading.id
    )


@router.delete("/shoots/{shoot_id}/readings/{reading_id}")
def forget(at: WorkplaceOf, shoot_id: UUID, reading_id: UUID) -> DayView:
    """Remove a reading; the day without it, also where it was removed before."""
    return FilmingDesk(at).forget(shoot_id, reading_id)
