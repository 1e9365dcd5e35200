"""The logbook: what was shot, with what set, in what light, and how it turned out."""

from typing import Annotated, Any
from uuid import UUID

from fastapi import APIRouter, Body, Query, Response

from steady_tide.api.context import PlainOf, WorkplaceOf
from steady_tide.api.downloads import download
from steady_tide.api.guards.bodies import MB, largest
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.core.field.logbook import Before, Logbook
from steady_tide.desk.field.logbook import BroughtIn, Logbooks, LogbookView
from steady_tide.formats.logbook_csv import logbook_to_csv

router = APIRouter(prefix="/api", tags=["logbook"], responses=RESPONSES)
LARGEST_BOOK = 20 * MB


@router.get("/logbook")
def logbook(
    at: PlainOf,
    most: Annotated[int, Query(ge=1, le=1000)] = 200,
    after: UUID | None = None,
    sought: Annotated[str, Query(max_length=200)] = "",
) -> LogbookView:
    """A part of the takes, the latest first. after: the last one of the part before. sought: words each has to hold."""
    return Logbooks(at).page(most=most, after=after, sought=sought)


@router.get("/logbook.csv", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def table(at: PlainOf) -> Response:
    """The logbook as a table."""
    return download(logbook_to_csv(Logbooks(at).takes()), "text/csv", "logbook.csv")


@router.get("/logbook.json", response_class=Response, responses={200: {"content": {"application/json": {}}}})
def document(at: PlainOf) -> Response:
    """The logbook as a document, to be brought in elsewhere."""
    return download(Logbooks(at).document().model_dump_json(indent=1), "application/json", "logbook.json")


@router.put("/logbook", openapi_extra=largest(LARGEST_BOOK))
def bring_in(at: PlainOf, book: Annotated[dict[str, Any], Body()]) -> BroughtIn:
    """Take a logbook in beside what is there."""
    return Logbooks(at).bring_in(Logbook.read(book).takes)


@router.get("/setups/{setup_id}/before")
def before(at: WorkplaceOf, setup_id: UUID) -> Before | None:
    """How such a set did in such light before."""
    return Logbooks(at).before(setup_id)
