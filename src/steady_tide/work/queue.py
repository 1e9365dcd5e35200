"""The queue of jobs, in the same PostgreSQL: what is put in lands with the transaction that puts it in."""

import asyncio
import logging
from collections.abc import Callable
from contextlib import asynccontextmanager
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Any, Final
from uuid import UUID

from procrastinate import (
    App,
    BaseConnector,
    BaseRetryStrategy,
    JobContext,
    PsycopgConnector,
    RetryDecision,
    SyncPsycopgConnector,
)
from procrastinate.exceptions import JobAborted, ProcrastinateException
from procrastinate.jobs import Job

from steady_tide.core.errors import NotYet
from steady_tide.store.database import Session, driver_of

if TYPE_CHECKING:
    from collections.abc import AsyncIterator

log = logging.getLogger("steady_tide.work")

LIGHT, HEAVY = "jobs", "footage"
"""Lanes: what takes minutes never stands before what takes seconds."""
MOST_ATTEMPTS: Final = 3
"""So often what nobody foresaw may happen to a job; what is not there yet is tried again without end."""
RETRY_SECONDS: Final = 2
LONGEST_PAUSE_SECONDS: Final = 300
STOP_SECONDS: Final = 8
STOPS: Final = 3
AGAIN_SECONDS: Final = 3
"""After what time a worker that lost the database tries again."""


@dataclass(frozen=True)
class Turn:
    """One attempt at a job. `stopping` tells whether it should end, as it was called off or the worker stops."""

    account_id: UUID
    job_id: UUID
    last: bool
    stopping: Callable[[], bool]


class Interrupted(Exception):
    """A job ends before it is done: it was called off, or the worker stops and another takes it up."""


Perform = Callable[[Turn], None]
Tidy = Callable[[], None]


class Queue:
    """Jobs put in by any process, and taken out by any worker."""

    def __init__(self, url: str) -> None:
        """url: of PostgreSQL, as libpq takes it."""
        self._url = url
        self._door = _queue(SyncPsycopgConnector())
        """Never opened: what it does is done on the connection of whoever comes through it."""

    def enqueue(self, session: Session, account_id: UUID, job_id: UUID, *, heavy: bool = False, before: int = 0) -> int:
        """Put a job in, with what else the session writes; its number in the queue.

        heavy: it takes minutes, and is done in a lane of its own, one of an account at a time; before: how many of the
        account wait there, so that who sent a hundred does not make everybody else wait for all of them.
        """
        lane: dict[str, Any] = {}
        if heavy:
            lane = {"queue": HEAVY, "lock": f"heavy {account_id}", "priority": -before}
        task = self._door.configure_task("job", connection=driver_of(session), **lane)
        return task.defer(account=str(account_id), job=str(job_id))

    def call_off(self, session: Session, number: int) -> None:
        """Take a job out, or tell the worker that does it to stop."""
        self._door.job_manager.cancel_job_by_id(number, abort=True, connection=driver_of(session))

    @asynccontextmanager
    async def worker(self, perform: Perform, tidy: Tidy, *, at_once: int = 2) -> "AsyncIterator[None]":
        """Do jobs, so many at once, in threads, for as long as the context lasts."""
        stands = _Stands()
        context = {"perform": perform, "tidy": tidy}
        doing = [
            (asyncio.create_task(self._keep_working(context, at_once, lane_stands, lane)), lane_stands)
            for lane, lane_stands in ((LIGHT, stands), (HEAVY, _Stands()))
        ]
        try:
            yield
        finally:
            for _, lane_stands in doing:
                lane_stands.stopping = True
            await asyncio.gather(*(_ended(task, lane_stands) for task, lane_stands in doing))

    async def empty(self, perform: Perform, tidy: Tidy) -> None:
        """Do what waits now, and return."""
        for lane in (LIGHT, HEAVY):
            await self._work({"perform": perform, "tidy": tidy}, 1, _Stands(), lane, wait=False)

    async def _work(self, context: dict[str, Any], at_once: int, stands: "_Stands", lane: str, *, wait: bool) -> None:
        app = _queue(PsycopgConnector(conninfo=self._url, min_size=1, max_size=3))
        stands.settled.clear()
        async with app.open_async():
            stands.settled.set()
            if stands.stopping:
                return
            await app.run_worker_async(
                queues=[lane],
                wait=wait,
                concurrency=at_once,
                install_signal_handlers=False,
                shutdown_graceful_timeout=STOP_SECONDS,
                delete_jobs="always",
                additional_context=context,
            )

    async def _keep_working(self, context: dict[str, Any], at_once: int, stands: "_Stands", lane: str) -> None:
        while not stands.stopping:
            try:
                await self._work(context, at_once, stands, lane, wait=True)
            except (ProcrastinateException, OSError) as error:
                stands.settled.set()
                log.warning("the worker lost the database (%s); it tries again", type(error).__name__)
                await asyncio.sleep(AGAIN_SECONDS)


@dataclass
class _Stands:
    """How a worker stands. settled: connected, or given up for now; while it connects, a stop would tear its pool."""

    stopping: bool = False
    settled: asyncio.Event = field(default_factory=asyncio.Event)


async def _ended(doing: asyncio.Task[None], stands: _Stands) -> None:
    """Stop a worker once it is settled. A stop may pass it by while it begins: it is told again."""
    settled = asyncio.create_task(stands.settled.wait())
    await asyncio.wait({doing, settled}, timeout=STOP_SECONDS, return_when=asyncio.FIRST_COMPLETED)
    settled.cancel()
    for _ in range(STOPS):
        doing.cancel()
        done, _ = await asyncio.wait({doing}, timeout=STOP_SECONDS)
        if done:
            return
    log.warning("the worker did not stop; what it did is taken up by another")


def _queue(connector: BaseConnector) -> App:
    app = App(connector=connector)
    app.task(name="job", queue=LIGHT, pass_context=True, retry=_Again())(_do)
    tidy = app.task(name="tidy", queue=LIGHT, queueing_lock="tidy", pass_context=True)(_tidy)
    app.periodic(cron="* * * * *")(tidy)
    return app


def pause_s(attempts: int) -> int:
    """After how long a job that was tried so often [0, ...) is tried again [s]: each pause twice the one before."""
    return min(RETRY_SECONDS << min(attempts, 16), LONGEST_PAUSE_SECONDS)


class _Again(BaseRetryStrategy):
    """Not yet is tried again, with growing pauses and without holding up what waits behind it; a fault a few times."""

    def get_retry_decision(self, *, exception: BaseException, job: Job) -> RetryDecision | None:
        if not isinstance(exception, NotYet) and job.attempts + 1 >= MOST_ATTEMPTS:
            return None
        return RetryDecision(retry_in={"seconds": pause_s(job.attempts)}, lock=f"again {job.id}")


def _do(context: JobContext, account: str, job: str) -> None:
    """Any job of an account: a task of the queue."""
    last = context.job.attempts + 1 >= MOST_ATTEMPTS
    try:
        context.additional_context["perform"](Turn(UUID(account), UUID(job), last, context.should_abort))
    except Interrupted as interrupted:
        raise JobAborted from interrupted


async def _tidy(context: JobContext, timestamp: int) -> None:
    """Take up jobs whose worker died, and throw away what nobody needs any more: a task of the queue."""
    manager = context.app.job_manager
    for stalled in await manager.get_stalled_jobs():
        await manager.retry_job(stalled)
    await asyncio.to_thread(context.additional_context["tidy"])
