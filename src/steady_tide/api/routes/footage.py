"""Footage: files on their way in by the tus protocol (1.0.0, with creation and termination), and clips."""

from typing import Annotated, Any, Final, Literal
from uuid import UUID

from fastapi import APIRouter, Header, Query, Request, Response
from pydantic import BaseModel, ConfigDict, Field
from starlette.concurrency import run_in_threadpool
from starlette.requests import ClientDisconnect

from steady_tide.api.context import (
    ConnectionTurn,
    JobsOf,
    PlainOf,
    PlannerTurn,
    RowsOf,
    Service,
    ServiceOf,
    Token,
    Whose,
    WorkplaceOf,
)
from steady_tide.api.downloads import download
from steady_tide.api.guards.bodies import MB, TooSlow, largest
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.uploads import Sender
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.footage.grading import Grade
from steady_tide.core.footage.selects import Selects
from steady_tide.core.kit.settings import Setting
from steady_tide.desk.accounts.authentication import account_of
from steady_tide.desk.exports.edit_lists import Handing
from steady_tide.desk.footage.clips import Clips, Picture, checked_quick
from steady_tide.desk.footage.lessons import Lessons, LessonsView
from steady_tide.desk.footage.pairs import Pairs, PairVerdict, PairView, Tested
from steady_tide.desk.footage.uploads import KEPT, Uploads, UploadView, check_offset, metadata
from steady_tide.desk.footage.views import ClipDetail, ClipView, Footage
from steady_tide.desk.workplace import Workplace
from steady_tide.store.errors import NotFound
from steady_tide.store.owned import Rows
from steady_tide.store.tables import UploadRow
from steady_tide.work.arriving import begin_reading, hold_soon, try_again
from steady_tide.work.jobs import Jobs

router = APIRouter(prefix="/api", tags=["footage"], responses=RESPONSES)

TUS: Final = "1.0.0"
PIECE: Final = 32 * MB
"""What is sent with one request at most."""
OFFSETS: Final = "application/offset+octet-stream"
MEDIA: Final = {"poster": "image/jpeg", "sheet": "image/jpeg", "proxy": "video/mp4"}
MOST_SENT: Final = 4 * MB
"""Of a film that is played, so much is sent at a time."""
Length = Annotated[int, Header(alias="Upload-Length", ge=0, le=10**15)]
Offset = Annotated[int, Header(alias="Upload-Offset", ge=0, le=10**15)]
Told = Annotated[str, Header(alias="Upload-Metadata", max_length=4000)]
Range = Annotated[str, Header(max_length=200)]
MostClips = Annotated[int, Query(ge=1, le=500)]
Size = Annotated[int, Query(ge=2, le=65)]
JPEG: Final[dict[int | str, Any]] = {200: {"content": {"image/jpeg": {}}}}
CUBE: Final[dict[int | str, Any]] = {200: {"content": {"text/plain": {}}}}
OTIO: Final[dict[int | str, Any]] = {200: {"content": {"application/json": {}}}}
CSV: Final[dict[int | str, Any]] = {200: {"content": {"text/csv": {}}}}


class Suggested(BaseModel):
    """A correction suggested for a clip, where there is one."""

    grade: Grade | None


class DialledValue(BaseModel):
    """A value that is on a camera."""

    model_config = ConfigDict(extra="forbid")
    setting: Setting
    value: Annotated[str, Field(min_length=1, max_length=120)]


class TakeLesson(BaseModel):
    """A lesson to take, by its key."""

    model_config = ConfigDict(extra="forbid")
    key: Annotated[str, Field(min_length=1, max_length=160)]


class Move(BaseModel):
    """Of which scene and camera a clip is; left empty, of none."""

    model_config = ConfigDict(extra="forbid")
    setup_id: UUID | None


def _tus(response: Response, **headers: str) -> None:
    response.headers["Tus-Resumable"] = TUS
    for name, value in headers.items():
        response.headers[name.replace("_", "-")] = value


@router.get("/uploads")
def uploads(service: ServiceOf, rows: RowsOf) -> list[UploadView]:
    """Files on their way in."""
    return Uploads(rows, service.files).all()


@router.post("/uploads", status_code=201, response_class=Response)
def begin(service: ServiceOf, jobs: JobsOf, length: Length, told: Told = "") -> Response:
    """Begin to send a file."""
    rows = jobs.at.rows
    made = Uploads(rows, service.files).begin(length, metadata(told))
    response = Response(status_code=201)
    _tus(response, Location=f"/api/uploads/{made.id}", Upload_Expires=_expires(made))
    if length == 0:
        begin_reading(Uploads(rows, service.files), jobs, rows.get(UploadRow, made.id))
    return response


@router.head("/uploads/{upload_id}", response_class=Response)
def offset(service: ServiceOf, rows: RowsOf, upload_id: UUID) -> Response:
    """How much of a file is here."""
    one = Uploads(rows, service.files).one(upload_id)
    response = Response(headers={"Cache-Control": "no-store"})
    _tus(response, Upload_Offset=str(one.received), Upload_Length=str(one.bytes), Upload_Expires=_expires(one))
    return response


@router.delete("/uploads/{upload_id}", status_code=204, response_class=Response)
def drop(service: ServiceOf, rows: RowsOf, upload_id: UUID) -> Response:
    """Call off sending a file."""
    Uploads(rows, service.files).drop(upload_id)
    response = Response(status_code=204)
    _tus(response)
    return response


@router.patch("/uploads/{upload_id}", status_code=204, response_class=Response, openapi_extra=largest(PIECE))
async def go_on(
    request: Request, service: ServiceOf, who: Whose, account_id: Sender, upload_id: UUID, at: Offset
) -> Response:
    """Send the next piece of a file. What arrived before a connection broke is kept."""
    if request.headers.get("content-type") != OFFSETS:
        raise BadInput([Problem(("file",), f"send it as {OFFSETS}")])
    size = int(request.headers.get("content-length", "0"))
    async with service.turns.connections.one(who):
        await run_in_threadpool(_may_go_on, service, account_id, upload_id, at, size)
    size = 0
    with service.files.writing(account_id) as (key, sink):
        try:
            async for part in request.stream():
                size += await run_in_threadpool(sink.write, part)
        except (ClientDisconnect, TooSlow):
            pass
    async with service.turns.connections.one(who):
        received, used = await run_in_threadpool(_went_on, service, account_id, upload_id, at, key, size)
    if not used:
        await run_in_threadpool(service.files.delete, key)
    response = Response(status_code=204)
    _tus(response, Upload_Offset=str(received))
    return response


def _may_go_on(service: Service, account_id: UUID, upload_id: UUID, at: int, size: int) -> None:
    with service.database.session() as session:
        check_offset(Rows(session, account_id).get(UploadRow, upload_id), at, size)


def _went_on(service: Service, account_id: UUID, upload_id: UUID, at: int, key: str, size: int) -> tuple[int, bool]:
    """Keep a piece; how much is there now, and whether the piece is needed. Raises what keeping it raises."""
    try:
        with service.database.session() as session:
            rows = Rows(session, account_id)
            desk = Uploads(rows, service.files)
            row = desk.goes_on(upload_id, at=at, part=key, size=size)
            received = row.received
            if received == row.bytes:
                begin_reading(desk, Jobs(Workplace(rows, service.shared), service.queue), row)
            return received, size > 0
    except BaseException:
        service.files.delete(key)
        raise


def _expires(one: UploadView) -> str:
    return (one.touched_at + KEPT).strftime("%a, %d %b %Y %H:%M:%S GMT")


@router.get("/shoots/{shoot_id}/footage")
def footage(at: PlainOf, shoot_id: UUID, most: MostClips = 60, after: UUID | None = None) -> Footage:
    """A part of the clips of a shoot, as they were filmed, and of those of none."""
    return Clips(at).of(shoot_id, most=most, after=after)


@router.get("/footage/known")
def known(at: PlainOf, quick: Annotated[str, Query(max_length=64)]) -> list[ClipView]:
    """The clip with these contents that is here already, by a hash of its length and ends."""
    found = Clips(at).known(checked_quick(quick))
    return [] if found is None else [found]


@router.get("/clips/{clip_id}")
def clip(at: PlainOf, clip_id: UUID) -> ClipDetail:
    """A clip with everything it says, held against its set."""
    return Clips(at).one(clip_id)


@router.put("/clips/{clip_id}/setup", dependencies=[PlannerTurn])
def move(jobs: JobsOf, clip_id: UUID, where: Move) -> ClipDetail:
    """Say of which scene and camera a clip is."""
    row = Clips(jobs.at).move(clip_id, where.setup_id)
    return hold_soon(jobs, clip_id) if row.state == "read" else Clips(jobs.at).one(clip_id)


@router.post("/clips/{clip_id}/hold", dependencies=[PlannerTurn])
def hold(jobs: JobsOf, clip_id: UUID) -> ClipDetail:
    """Hold a clip against its set as that stands now."""
    return hold_soon(jobs, clip_id)


@router.post("/clips/{clip_id}/again")
def again(jobs: JobsOf, clip_id: UUID) -> ClipDetail:
    """Try a clip again at which the service failed."""
    try_again(jobs, clip_id)
    return Clips(jobs.at).one(clip_id)


@router.post("/shoots/{shoot_id}/footage/again", status_code=204, response_class=Response)
def all_again(jobs: JobsOf, shoot_id: UUID) -> Response:
    """Try every clip of a shoot, and of none, again at which the service failed."""
    for one in Clips(jobs.at).failures(shoot_id):
        try_again(jobs, one)
    return Response(status_code=204)


@router.put("/clips/{clip_id}/selects")
def pick(at: PlainOf, clip_id: UUID, selects: Selects) -> ClipView:
    """Keep what is picked out of a clip: in and out, rating, speed, verdict."""
    return Clips(at).pick(clip_id, selects)


@router.put("/clips/{clip_id}/dialled")
def note_dialled(at: PlainOf, clip_id: UUID, told: DialledValue) -> ClipDetail:
    """Note that a value is on the camera of a clip now."""
    return Clips(at).note_dialled(clip_id, told.setting, told.value)


@router.get("/clips/{clip_id}/grade")
def grade(at: WorkplaceOf, clip_id: UUID) -> Suggested:
    """The correction suggested for a clip; none while it belongs to no set."""
    return Suggested(grade=Handing(at).grade(clip_id))


@router.get("/clips/{clip_id}/corrected", response_class=Response, responses=JPEG)
def after_correction(service: ServiceOf, at: WorkplaceOf, clip_id: UUID) -> Response:
    """The picture of a clip behind its correction."""
    before = service.files.whole(Clips(at).picture(clip_id, "poster"))
    return Response(Handing(at).after(clip_id, before), media_type="image/jpeg")


@router.get("/clips/{clip_id}/correction", response_class=Response, responses=CUBE)
def correction(at: WorkplaceOf, clip_id: UUID, size: Size = 33) -> Response:
    """The suggested correction of a clip as a table of colours (.cube)."""
    return download(Handing(at).correction(clip_id, size=size), "text/plain; charset=utf-8", "correction.cube")


@router.get("/shoots/{shoot_id}/footage.otio", response_class=Response, responses=OTIO)
def timeline(at: WorkplaceOf, shoot_id: UUID) -> Response:
    """The clips that are not turned down one after another, as an OpenTimelineIO timeline with its slow motion."""
    made, _ = Handing(at).over(shoot_id, form="otio")
    return download(made, "application/json", "selects.otio")


@router.get("/shoots/{shoot_id}/footage.csv", response_class=Response, responses=CSV)
def table(at: WorkplaceOf, shoot_id: UUID) -> Response:
    """All clips as a table."""
    made, _ = Handing(at).over(shoot_id, form="csv")
    return download(made, "text/csv; charset=utf-8", "clips.csv")


@router.get("/shoots/{shoot_id}/footage/tested")
def tested(at: WorkplaceOf, shoot_id: UUID) -> list[Tested]:
    """What was marked to be tested for real and has clips by now."""
    return Pairs(at).tested(shoot_id)


@router.get("/pairs/{left_id}/{right_id}")
def pair(at: WorkplaceOf, left_id: UUID, right_id: UUID) -> PairView:
    """Two clips side by side."""
    return Pairs(at).of(left_id, right_id)


@router.put("/pairs/{left_id}/{right_id}")
def judge(at: WorkplaceOf, left_id: UUID, right_id: UUID, verdict: PairVerdict) -> PairView:
    """Keep which of two clips is better."""
    return Pairs(at).judge(left_id, right_id, verdict)


@router.get("/lessons")
def lessons(at: WorkplaceOf) -> LessonsView:
    """What clips teach the kit: proposed, and taken."""
    return Lessons(at).all()


@router.post("/lessons")
def take_lesson(at: WorkplaceOf, wish: TakeLesson) -> LessonsView:
    """Take a lesson into the kit."""
    return Lessons(at).take(wish.key)


@router.delete("/lessons/{lesson_id}")
def undo_lesson(at: WorkplaceOf, lesson_id: UUID) -> LessonsView:
    """Take a lesson back."""
    return Lessons(at).undo(lesson_id)


@router.delete("/clips/{clip_id}")
def delete(at: PlainOf, clip_id: UUID) -> ClipView:
    """Delete a clip; it can be brought back within a week."""
    return Clips(at).delete(clip_id)


@router.post("/clips/{clip_id}/bring-back")
def bring_back(at: PlainOf, clip_id: UUID) -> ClipView:
    """Bring a deleted clip back."""
    return Clips(at).bring_back(clip_id)


@router.get(
    "/clips/{clip_id}/{kind}",
    dependencies=[ConnectionTurn],
    response_class=Response,
    responses={
        200: {"content": {"image/jpeg": {}, "video/mp4": {}}},
        206: {"description": "Some of it."},
        416: {"description": "It ends before what is asked for."},
    },
)
def picture(
    service: ServiceOf,
    clip_id: UUID,
    kind: Literal["poster", "sheet", "proxy"],
    range: Range = "",
    token: Token = None,
) -> Response:
    """A picture of a clip, or the small copy that plays, from where it is asked for."""
    with service.database.session() as session:
        rows = Rows(session, account_of(session, token).id)
        key = Clips(Workplace(rows, service.shared)).picture(clip_id, kind)
    return _sent(service, key, kind, range)


def _sent(service: Service, key: str, kind: Picture, asked: str) -> Response:
    try:
        size = service.files.size(key)
        first, last = _asked(asked, size)
        content = service.files.piece(key, first, last - first + 1)
    except FileNotFoundError as error:
        raise NotFound("this picture is gone") from error
    headers = {"Accept-Ranges": "bytes", "Cache-Control": "private, max-age=86400"}
    if first >= size > 0:
        return Response(status_code=416, headers={**headers, "Content-Range": f"bytes */{size}"})
    if first == 0 and last == size - 1:
        return Response(content, media_type=MEDIA[kind], headers=headers)
    headers["Content-Range"] = f"bytes {first}-{last}/{size}"
    return Response(content, status_code=206, media_type=MEDIA[kind], headers=headers)


def _asked(asked: str, size: int) -> tuple[int, int]:
    """First and last byte that is sent (RFC 9110): what is asked for, at most `MOST_SENT` of it; all of it where the
    range is none. A first one beyond the end is returned as it is.
    """
    unit, _, span = asked.partition("=")
    first, _, last = span.split(",")[0].strip().partition("-")
    if unit.strip() != "bytes" or not (_digits(first) or _digits(last)):
        return 0, size - 1
    if not first:
        return max(0, size - int(last[:18])), size - 1
    if not _digits(first):
        return 0, size - 1
    start, end = int(first[:18]), int(last[:18]) if _digits(last) else size - 1
    if _digits(last) and end < start:
        return 0, size - 1
    return start, max(start, min(end, size - 1, start + MOST_SENT - 1))


def _digits(text: str) -> bool:
    """Whether a text is a number of this protocol: other scripts have digits, too, some of which are no number."""
    return text.isascii() and text.isdigit()
