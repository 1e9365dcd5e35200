"""The one place where errors become HTTP: problem+json in words, never a bare 500."""

from collections.abc import Sequence
from errno import EDQUOT, ENOSPC
from http import HTTPStatus
from typing import Any

from fastapi import FastAPI, Request
from fastapi.encoders import jsonable_encoder
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from steady_tide.api.guards.turns import RETRY_S
from steady_tide.core.document import problems_of
from steady_tide.core.errors import BadInput, NotYet, Problem, SteadyTideError
from steady_tide.desk.accounts.authentication import NotSignedIn
from steady_tide.desk.records.access import TooManyFailures
from steady_tide.store.errors import Collided, NoRoom, NotFound, Stale, Taken, Unstorable
from steady_tide.work.jobs import TooMuchWaits

STATUS: dict[type[SteadyTideError], HTTPStatus] = {
    NotSignedIn: HTTPStatus.UNAUTHORIZED,
    NotFound: HTTPStatus.NOT_FOUND,
    Stale: HTTPStatus.CONFLICT,
    Taken: HTTPStatus.CONFLICT,
    TooManyFailures: HTTPStatus.TOO_MANY_REQUESTS,
    TooMuchWaits: HTTPStatus.TOO_MANY_REQUESTS,
    NoRoom: HTTPStatus.INSUFFICIENT_STORAGE,
    NotYet: HTTPStatus.SERVICE_UNAVAILABLE,
    Unstorable: HTTPStatus.UNPROCESSABLE_ENTITY,
}
MOST_TOLD = 100
"""Of errors in one request, those that are told."""
WRAPPERS = ("body", "query", "path", "header")


class FieldProblem(BaseModel):
    """One field that is wrong: where it is, and what would be accepted."""

    path: list[str | int]
    message: str


class ProblemDocument(BaseModel):
    """Problem details as of RFC 9457; `errors` names the fields.

    theirs: where something was changed elsewhere meanwhile, how it stands there; joined: that with what was sent,
    which wins where both changed the same.
    """

    title: str
    status: int
    detail: str
    errors: list[FieldProblem]
    theirs: Any = None
    joined: Any = None


def problem(status: int, detail: str, errors: Sequence[Problem] = (), *, stale: Stale | None = None) -> JSONResponse:
    """A problem+json response. Of very many errors the first are told."""
    document = ProblemDocument(
        title=HTTPStatus(status).phrase,
        status=status,
        detail=detail,
        errors=[FieldProblem(path=list(one.path), message=one.message) for one in errors[:MOST_TOLD]],
        theirs=stale.theirs if stale else None,
        joined=stale.joined if stale else None,
    )
    plain = document.model_dump(exclude={"theirs", "joined"} if stale is None else None)
    return JSONResponse(jsonable_encoder(plain), status_code=status, media_type="application/problem+json")


async def _bad_input(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, BadInput)
    return problem(422, "Some of this cannot be meant.", error.problems)


async def _invalid_request(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    problems = []
    for one in error.errors()[:MOST_TOLD]:
        location, data = list(one["loc"]), error.body
        if location and location[0] in WRAPPERS:
            location = location[1:]
        # Of an edit, what it shall be is the document that people see.
        if location and location[0] == "after" and isinstance(data, dict):
            location, data = location[1:], data.get("after")
        problems += problems_of([{**one, "loc": tuple(location)}], data)
    return problem(422, "Some of this cannot be meant.", problems)


async def _refused(_: Request, error: Exception) -> JSONResponse:
    status = next((code for kind, code in STATUS.items() if isinstance(error, kind)), HTTPStatus.BAD_REQUEST)
    response = problem(status, str(error))
    if status in (HTTPStatus.SERVICE_UNAVAILABLE, HTTPStatus.TOO_MANY_REQUESTS):
        response.headers["Retry-After"] = str(RETRY_S)
    return response


async def _stale(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, Stale)
    return problem(409, str(error), error.problems, stale=error)


async def _collided(request: Request, error: Exception) -> JSONResponse:
    request.state.collided = True
    return await _refused(request, error)


async def _of_the_system(request: Request, error: Exception) -> JSONResponse:
    if isinstance(error, OSError) and error.errno in (ENOSPC, EDQUOT):
        return await _refused(request, NoRoom("there is no room left where this is kept; nothing was changed"))
    raise error


async def _http(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    return problem(error.status_code, str(error.detail))


async def _unstorable(_: Request, error: Exception) -> JSONResponse:
    return problem(422, "This text holds characters that cannot be kept, such as a null character.")


def stopping() -> JSONResponse:
    """The answer where the service stops and waits no longer for what was asked."""
    response = problem(503, "The service is being restarted; ask again in a moment.")
    response.headers["Retry-After"] = str(RETRY_S)
    return response


def unforeseen() -> JSONResponse:
    """The answer where something happened that nobody foresaw."""
    return problem(503, "Something here went wrong that should not have. Nothing was changed; please try again.")


def install(app: FastAPI) -> None:
    """Map every error of the product to its answer."""
    handlers: dict[type[Exception], Any] = {
        BadInput: _bad_input,
        Stale: _stale,
        Collided: _collided,
        SteadyTideError: _refused,
        RequestValidationError: _invalid_request,
        HTTPException: _http,
        UnicodeError: _unstorable,
        OSError: _of_the_system,
    }
    for kind, handler in handlers.items():
        app.add_exception_handler(kind, handler)


REFUSALS = (400, 401, 403, 404, 409, 413, 422, 429, 503, 507)
RESPONSES: dict[int | str, dict[str, Any]] = {
    code: {"model": ProblemDocument, "content": {"application/problem+json": {}}} for code in REFUSALS
}
"""Declared on every route, so that the generated client knows the shape of problems."""
