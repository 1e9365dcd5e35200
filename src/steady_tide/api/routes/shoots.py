"""Shoots and the scenes on them."""

from datetime import date
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from steady_tide.api.context import PageOf, PlainOf, RowsOf, WorkplaceOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.ids import OwnId
from steady_tide.api.texts import Name
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.typed import TypedNumbers
from steady_tide.demo.load import look_around, made_up, throw_away
from steady_tide.desk.bench.advice import Advice
from steady_tide.desk.bench.bench import Bench, Camera
from steady_tide.desk.bench.helping import Helping, Purchase
from steady_tide.desk.shoots.shoots import ShootFacts, Shoots
from steady_tide.desk.views import PresetsView, SceneView, ShootView
from steady_tide.store.repositories.shoots import Page

router = APIRouter(prefix="/api/shoots", tags=["shoots"], responses=RESPONSES)

Within = Annotated[float | None, Query(ge=0, le=8, allow_inf_nan=False)]
Place = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)]


class ShootRequest(TypedNumbers):
    """Name, place and day of a shoot, and the school of its scenes (empty: the account's)."""

    model_config = ConfigDict(extra="forbid")
    id: OwnId = None
    name: Name
    place: Place = ""
    school: Annotated[str, Field(max_length=60)] = ""
    latitude_deg: float | None = Field(default=None, ge=-90, le=90, allow_inf_nan=False)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180, allow_inf_nan=False)
    cloud_okta: float = Field(default=2, ge=0, le=8, allow_inf_nan=False)
    travel_minutes: int = Field(default=15, ge=0, le=600)

    def facts(self) -> ShootFacts:
        """What the desk is told."""
        return ShootFacts(**self.model_dump(exclude={"id", "before"}))

    day: date | None = None


class ShootEdit(ShootRequest):
    """A shoot as it shall be. before: as an edit began with it; what was changed elsewhere since is kept beside."""

    before: ShootRequest | None = None


class SceneRequest(BaseModel):
    """A new scene: its brief and at least one camera."""

    model_config = ConfigDict(extra="forbid")
    id: OwnId = None
    name: Name
    brief: Brief
    device_ids: Annotated[list[UUID], Field(min_length=1, max_length=20)]


class ShootCopy(BaseModel):
    """The day that a copy of a shoot is for."""

    model_config = ConfigDict(extra="forbid")
    day: date | None = None


class PutAway(BaseModel):
    """Whether a shoot is out of the way."""

    model_config = ConfigDict(extra="forbid")
    away: bool


class MadeUp(BaseModel):
    """The copy of the made-up shoot, or none."""

    shoot_id: UUID | None


@router.get("")
def shoots(
    at: PlainOf,
    most: Annotated[int, Query(ge=1, le=100)] = 40,
    after: UUID | None = None,
    sought: Annotated[str, Query(max_length=200)] = "",
    away: bool | None = None,
) -> list[ShootView]:
    """A part of the shoots, newest day first, with what was kept of their plans last; none is planned.

    after: the last shoot of the part before. sought: words that each has to hold. away: those put away, or the others.
    """
    return Shoots(at).page(Page(most, after, sought, away))


@router.post("", status_code=201)
def add(at: WorkplaceOf, shoot: ShootRequest) -> ShootView:
    """A new shoot."""
    return Shoots(at).add(shoot.facts(), named=shoot.id)


@router.post("/made-up", status_code=201)
def look(at: WorkplaceOf) -> ShootView:
    """A copy of the made-up shoot to look around in, a week ahead; with the kit it takes."""
    return Shoots(at).shoot(look_around(at))


@router.get("/made-up")
def copy_of_made_up(rows: RowsOf) -> MadeUp:
    """Which shoot is that copy, if there is one."""
    return MadeUp(shoot_id=made_up(rows))


@router.delete("/made-up", status_code=204)
def discard(at: PlainOf) -> None:
    """Throw the copy away: the shoot, and of its kit what was not changed."""
    throw_away(at)


@router.get("/{shoot_id}")
def shoot(at: PageOf, shoot_id: UUID, within_s: Within = None) -> ShootView:
    """One shoot as it stands. within_s: what is not planned by then [s] waits for another time."""
    return Shoots(at).shoot(shoot_id, within_s=within_s)


@router.put("/{shoot_id}")
def change(at: WorkplaceOf, shoot_id: UUID, shoot: ShootEdit) -> ShootView:
    """Change name, place or day."""
    before = shoot.before.facts() if shoot.before else None
    return Shoots(at).change(shoot_id, shoot.facts(), before=before)


@router.delete("/{shoot_id}", status_code=204)
def delete(at: PlainOf, shoot_id: UUID) -> None:
    """Remove a shoot with its scenes and cards."""
    Shoots(at).delete(shoot_id)


@router.post("/{shoot_id}/copy", status_code=201)
def copy(at: WorkplaceOf, shoot_id: UUID, wish: ShootCopy | None = None) -> ShootView:
    """A copy of the shoot with its scenes, for another day or none."""
    return Shoots(at).copy(shoot_id, day=wish.day if wish else None)


@router.put("/{shoot_id}/put-away")
def put_away(at: WorkplaceOf, shoot_id: UUID, wish: PutAway) -> ShootView:
    """Put the shoot out of the way, or take it out again."""
    return Shoots(at).put_away(shoot_id, wish.away)


@router.get("/{shoot_id}/presets")
def presets(at: PageOf, shoot_id: UUID) -> list[PresetsView]:
    """For each camera: its scenes in the fewest presets that lose least."""
    return Advice(at).presets(shoot_id)


@router.get("/{shoot_id}/purchases")
def purchases(at: PageOf, shoot_id: UUID) -> list[Purchase]:
    """Which single things would help most scenes of a shoot."""
    return Helping(at).purchases(shoot_id)


@router.post("/{shoot_id}/presets/{device_id}")
def take_presets(at: WorkplaceOf, shoot_id: UUID, device_id: UUID) -> list[PresetsView]:
    """Give a camera's scenes the slots its presets propose."""
    return Advice(at).take_presets(shoot_id, device_id)


@router.post("/{shoot_id}/scenes", status_code=201)
def add_scene(at: WorkplaceOf, shoot_id: UUID, scene: SceneRequest) -> SceneView:
    """A new scene on a shoot."""
    cameras = [Camera(device_id) for device_id in dict.fromkeys(scene.device_ids)]
    return Bench(at).add_scene(shoot_id, name=scene.name, brief=scene.brief, cameras=cameras, named=scene.id)
