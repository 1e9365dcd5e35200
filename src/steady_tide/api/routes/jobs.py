"""What is done apart from requests: how it stands, calling it off, and being told when something became of it."""

import asyncio
import time
from typing import Annotated, Final
from uuid import UUID

from fastapi import APIRouter, Query, Request
from pydantic import BaseModel
from starlette.concurrency import run_in_threadpool

from steady_tide.api.context import JobsOf, Service, ServiceOf, Whose
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.uploads import Sender
from steady_tide.store.repositories.jobs import jobs_mark
from steady_tide.work.jobs import JobView

router = APIRouter(prefix="/api/jobs", tags=["jobs"], responses=RESPONSES)

LOOK_S: Final = 0.5
"""How often it is looked whether something became of a job [s]."""
LONGEST_S: Final = 20.0


class Changes(BaseModel):
    """How an account's jobs stand. mark: another word whenever something became of one."""

    mark: str


@router.get("/changes")
async def changes(
    service: ServiceOf,
    request: Request,
    who: Whose,
    account_id: Sender,
    seen: Annotated[str, Query(max_length=80)] = "",
    within_s: Annotated[float, Query(ge=0, le=LONGEST_S)] = LONGEST_S,
) -> Changes:
    """Answers when something became of a job since a mark was seen, or after a while; at once without a mark.

    Waiting holds neither a thread nor a connection.
    """
    until = time.monotonic() + within_s
    while True:
        async with service.turns.connections.one(who):
            mark = await run_in_threadpool(_mark, service, account_id)
        over = mark != seen or time.monotonic() > until or service.ending.is_set()
        if over or await request.is_disconnected():
            return Changes(mark=mark)
        await asyncio.sleep(LOOK_S)


def _mark(service: Service, account_id: UUID) -> str:
    with service.database.session() as session:
        return jobs_mark(session, account_id)


@router.get("/{job_id}")
def job(jobs: JobsOf, job_id: UUID) -> JobView:
    """How a job stands."""
    return jobs.view(job_id)


@router.delete("/{job_id}")
def cancel(jobs: JobsOf, job_id: UUID) -> JobView:
    """Call a job off; one that has ended stays as it is."""
    return jobs.cancel(job_id)
