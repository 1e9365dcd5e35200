"""An account's own places."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from steady_tide.api.context import RowsOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.ids import OwnId
from steady_tide.desk.shoots.places import Places, PlaceView

router = APIRouter(prefix="/api/places", tags=["places"], responses=RESPONSES)


class PlaceRequest(BaseModel):
    """A place to keep."""

    model_config = ConfigDict(extra="forbid")
    id: OwnId = None
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
    latitude_deg: float = Field(ge=-90, le=90, allow_inf_nan=False)
    longitude_deg: float = Field(ge=-180, le=180, allow_inf_nan=False)


@router.get("")
def places(rows: RowsOf) -> list[PlaceView]:
    """Every place of the account."""
    return Places(rows).all()


@router.post("", status_code=201)
def add(rows: RowsOf, place: PlaceRequest) -> PlaceView:
    """Keep a place."""
    return Places(rows).add(named=place.id, **place.model_dump(exclude={"id"}))


@router.delete("/{place_id}", status_code=204)
def delete(rows: RowsOf, place_id: UUID) -> None:
    """Take a place off the list."""
    Places(rows).delete(place_id)
