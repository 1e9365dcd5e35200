"""Whether the service answers, and whether it can do everything: for those who watch over it."""

from fastapi import APIRouter, Response
from pydantic import BaseModel
from starlette.concurrency import run_in_threadpool

from steady_tide import __version__
from steady_tide.api.context import ServiceOf
from steady_tide.api.guards.problems import RESPONSES

router = APIRouter(prefix="/api", tags=["service"], responses=RESPONSES)


class Health(BaseModel):
    """That it answers, and which version."""

    status: str
    version: str


class Readiness(BaseModel):
    """Whether it can do everything; else what is wrong, a sentence each."""

    ready: bool
    wrong: list[str]


@router.get("/health")
async def health() -> Health:
    """Whether the service answers at all; nothing else is asked for it."""
    return Health(status="steady", version=__version__)


@router.get("/ready")
async def ready(service: ServiceOf, response: Response) -> Readiness:
    """Whether the service can do everything, and what is wrong where it cannot."""
    wrong = await run_in_threadpool(service.latest_readiness.wrong)
    if wrong:
        response.status_code = 503
    return Readiness(ready=not wrong, wrong=wrong)
