"""Pictures of sets: which there are, and their pixels by an address that always means the same."""

from typing import Annotated, Final
from uuid import UUID

from fastapi import APIRouter, Body, Depends, Path, Query, Response
from pydantic import BaseModel, ConfigDict, Field

from steady_tide.api.context import GalleryOf, OfferedOf, PainterTurn, ServiceOf
from steady_tide.api.guards.bodies import MB, largest
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.core.picture.shot import Look, PlateName, Shot
from steady_tide.core.picture.taken import Light
from steady_tide.desk.bench.pictures import NoPicture, Pictures, PictureView, Wish
from steady_tide.desk.offered import LONGEST_OFFERED

router = APIRouter(prefix="/api", tags=["pictures"], responses=RESPONSES)

MOST: Final = 6
"""Pictures asked for at once."""
CLIP_PX: Final = 480
"""Width of what moves: small, so that it is there soon."""
MOST_PINS: Final = 8
KEPT: Final = {"Cache-Control": "private, max-age=31536000, immutable"}
"""A picture is what its address says, so a browser may keep it for ever."""
LARGEST_TABLE: Final = 12 * MB
TABLE: Final = {"text/plain": {"schema": {"type": "string", "format": "binary"}}}
Word = Annotated[str, Path(min_length=8, max_length=LONGEST_OFFERED, pattern=r"^[A-Za-z0-9_-]+$")]
Looked = Annotated[Look, Query()]
PinnedValue = Annotated[str, Field(max_length=120)] | int | float


class PictureWish(BaseModel):
    """What is looked at; what is left out stands as it is."""

    model_config = ConfigDict(extra="forbid")
    light: Light = Light()
    school: Annotated[str, Field(max_length=60)] | None = None
    device_id: UUID | None = None
    pins: dict[Annotated[str, Field(min_length=1, max_length=40)], PinnedValue] = Field(
        default={}, max_length=MOST_PINS
    )
    plate: PlateName | None = None

    def told(self) -> Wish:
        """The wish as the desk takes it."""
        return Wish(self.light, self.school, self.device_id, dict(self.pins), self.plate)


class PicturesRequest(BaseModel):
    """Several pictures of one scene."""

    model_config = ConfigDict(extra="forbid")
    wishes: Annotated[list[PictureWish], Field(min_length=1, max_length=MOST)]


async def offered_shot(offered: OfferedOf, word: Word) -> Shot:
    """The shot of an address that was offered. Raises BadInput for any other."""
    return offered.shot(word)


OfferedShot = Annotated[Shot, Depends(offered_shot)]


@router.post("/setups/{setup_id}/pictures")
def pictures(at: GalleryOf, setup_id: UUID, asked: PicturesRequest) -> list[PictureView | NoPicture]:
    """What a set of a scene takes, as it stands or with something changed; nothing is kept."""
    return Pictures(at).of(setup_id, [wish.told() for wish in asked.wishes])


@router.get(
    "/pictures/{word}.jpg",
    dependencies=[PainterTurn],
    response_class=Response,
    responses={200: {"content": {"image/jpeg": {}}}},
)
def picture(service: ServiceOf, shot: OfferedShot, look: Looked) -> Response:
    """A picture by the word of its shot and how it is looked at; it never changes."""
    content = service.shared.renderers.still(shot, look)
    return Response(content, media_type="image/jpeg", headers=KEPT)


@router.get(
    "/pictures/{word}.mp4",
    dependencies=[PainterTurn],
    response_class=Response,
    responses={200: {"content": {"video/mp4": {}}}},
)
def clip(service: ServiceOf, shot: OfferedShot, graded: bool = False) -> Response:
    """Some seconds of a shot as they play on the timeline, small; they never change."""
    look = Look(width_px=CLIP_PX, graded=graded)
    return Response(service.shared.renderers.clip(shot, look), media_type="video/mp4", headers=KEPT)


@router.post(
    "/pictures/{word}/through",
    dependencies=[PainterTurn],
    response_class=Response,
    responses={200: {"content": {"image/jpeg": {}}}},
    openapi_extra={**largest(LARGEST_TABLE), "requestBody": {"required": True, "content": TABLE}},
)
def through(service: ServiceOf, shot: OfferedShot, table: Annotated[bytes, Body(media_type="text/plain")]) -> Response:
    """A picture as somebody's own table of colours (.cube) makes it look; the table is not kept."""
    text = table.decode("utf-8", errors="replace")
    return Response(service.shared.renderers.through(shot, Look(), text), media_type="image/jpeg")
