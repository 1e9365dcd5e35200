"""A day to take along, and files that come in: calendar, table, sheet; dive logs, stills of grey cards."""

from typing import Annotated, Any
from uuid import UUID

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, ConfigDict, Field

from steady_tide.api.context import JobsOf, WorkplaceOf
from steady_tide.api.downloads import download
from steady_tide.api.guards.bodies import MB, largest
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.texts import Address
from steady_tide.api.uploads import Uploaded
from steady_tide.desk.day.filming import FilmingDesk
from steady_tide.desk.day.views import DayView
from steady_tide.desk.exports.agenda import agenda_of, lists_of
from steady_tide.desk.preferences.habits import habits_of
from steady_tide.desk.ready.getting_ready import GettingReady
from steady_tide.formats.calendar import day_calendar
from steady_tide.formats.day_csv import day_to_csv
from steady_tide.formats.day_sheet import day_pdf
from steady_tide.formats.dive_log import dive_points
from steady_tide.formats.qr import qr_svg
from steady_tide.formats.ready_csv import lists_to_csv, pieces_to_csv
from steady_tide.work.jobs import JobView
from steady_tide.work.kinds import GREY_CARD

router = APIRouter(prefix="/api", tags=["exports"], responses=RESPONSES)

LARGEST_STILL = 40 * MB
LARGEST_LOG = 5 * MB
BINARY: dict[str, Any] = {
    **largest(LARGEST_STILL),
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    },
}


class DiveLog(BaseModel):
    """The text of a dive log: UDDF, or CSV of time and depth."""

    model_config = ConfigDict(extra="forbid")
    text: str = Field(max_length=4_000_000)


@router.get("/shoots/{shoot_id}/day.ics", response_class=Response, responses={200: {"content": {"text/calendar": {}}}})
def calendar(at: WorkplaceOf, shoot_id: UUID) -> Response:
    """The day for a calendar: scenes, windows, changes, what to charge."""
    return download(day_calendar(agenda_of(at, shoot_id)), "text/calendar", "day.ics")


@router.get("/shoots/{shoot_id}/day.csv", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def table(at: WorkplaceOf, shoot_id: UUID) -> Response:
    """The day's light as a table."""
    return download(day_to_csv(agenda_of(at, shoot_id)), "text/csv", "day.csv")


@router.get(
    "/shoots/{shoot_id}/day.pdf", response_class=Response, responses={200: {"content": {"application/pdf": {}}}}
)
def sheet(at: WorkplaceOf, shoot_id: UUID, address: Address | None = None) -> Response:
    """The day on a sheet to print. address: what a code on it opens, where it shall have one."""
    code = qr_svg(address) if address is not None else None
    return download(day_pdf(agenda_of(at, shoot_id), code=code), "application/pdf", "day.pdf")


@router.get("/shoots/{shoot_id}/ready.csv", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def lists(at: WorkplaceOf, shoot_id: UUID) -> Response:
    """What to pack and do, as a table."""
    told = lists_of(GettingReady(at).view(shoot_id), habits_of(at.rows))
    return download(lists_to_csv(told), "text/csv", "ready.csv")


@router.get("/shoots/{shoot_id}/power.csv", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def power(at: WorkplaceOf, shoot_id: UUID) -> Response:
    """Cells and cards through the day, as a table."""
    return download(pieces_to_csv(agenda_of(at, shoot_id)), "text/csv", "power.csv")


@router.put("/scenes/{scene_id}/dive", openapi_extra=largest(LARGEST_LOG))
def dived(at: WorkplaceOf, scene_id: UUID, log: DiveLog) -> DayView:
    """Take the depths of a dive log for a scene; the day anew."""
    return FilmingDesk(at).dived(scene_id, dive_points(log.text))


@router.post("/shoots/{shoot_id}/cards", status_code=202, openapi_extra=BINARY)
def card(
    still: Uploaded,
    jobs: JobsOf,
    shoot_id: UUID,
    minute: Annotated[int, Query(ge=0, le=3000)],
    scene_id: UUID | None = None,
) -> JobView:
    """Take a still of a grey card, to be read as a reading; the job that does so."""
    FilmingDesk(jobs.at).may_measure(shoot_id, scene_id=scene_id, minute=minute)
    about = {"shoot_id": str(shoot_id), "scene_id": str(scene_id) if scene_id else None, "minute": minute}
    return jobs.begin(GREY_CARD, about, file=still)
