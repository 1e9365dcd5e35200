"""Whether the service answers, and whether it can do everything: for those who watch over it."""

from threading import Lock
from time import monotonic
from typing import Final
from weakref import WeakKeyDictionary

from fastapi import APIRouter, Response
from pydantic import BaseModel
from starlette.concurrency import run_in_threadpool

from steady_tide import __version__
from steady_tide.api.context import Service, ServiceOf
from steady_tide.api.problems import RESPONSES
from steady_tide.store.errors import Unavailable

router = APIRouter(prefix="/api", tags=["service"], responses=RESPONSES)
FRESH_S: Final = 1.0
"""For how long an answer of the database counts: however many ask, it is asked once."""


class Health(BaseModel):
    """That it answers, and which version."""

    status: str
    version: str


class Readiness(BaseModel):
    """Whether it can do everything; else what is wrong, a sentence each."""

    ready: bool
    wrong: list[str]


def _look(service: Service) -> list[str]:
    wrong = []
    try:
        service.database.check()
    except Unavailable as error:
        wrong.append(f"The database: {error}.")
    try:
        service.files.check()
    except OSError as error:
        wrong.append(f"The place for large files cannot be written ({error.strerror or type(error).__name__}).")
    return wrong


class _Seen:
    """What was seen last, looked at anew by one at a time."""

    def __init__(self) -> None:
        self._last: WeakKeyDictionary[Service, tuple[float, list[str]]] = WeakKeyDictionary()
        self._looking = Lock()

    def of(self, service: Service) -> list[str]:
        """What is wrong, as of a moment ago."""
        with self._looking:
            at, wrong = self._last.get(service, (-FRESH_S, []))
            if monotonic() - at > FRESH_S:
                wrong = _look(service)
                self._last[service] = (monotonic(), wrong)
            return wrong


seen = _Seen()


@router.get("/health")
async def health() -> Health:
    """Whether the service answers at all; nothing else is asked for it."""
    return Health(status="steady", version=__version__)


@router.get("/ready")
async def ready(service: ServiceOf, response: Response) -> Readiness:
    """Whether the service can do everything, and what is wrong where it cannot."""
    wrong = await run_in_threadpool(seen.of, service)
    if wrong:
        response.status_code = 503
    return Readiness(ready=not wrong, wrong=wrong)
