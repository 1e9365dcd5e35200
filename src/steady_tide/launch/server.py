"""One process that answers: the application on a socket, with deadlines for those who never finish a sentence."""

import asyncio
import logging
import socket
import time
from collections.abc import Sequence
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path
from threading import Event, Thread
from typing import Any, Final

import uvicorn
from prometheus_client import start_http_server
from uvicorn.protocols.http.h11_impl import H11Protocol

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.desk.workplace import Shared
from steady_tide.in_place import InPlace
from steady_tide.launch.port import BACKLOG
from steady_tide.settings import PROJECT, Registration
from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.store.errors import Unavailable
from steady_tide.store.repositories.jobs import jobs_open
from steady_tide.work.planners import Pool
from steady_tide.work.renderers import Painting

HEADER_S: Final = 10.0
"""By when the header of a request is to be there [s], from when its connection or its first byte is."""
INSIST_S: Final = 15.0
"""How long a service that was told to stop may take for it [s]."""

log = logging.getLogger("steady_tide")


@dataclass(frozen=True)
class Answering:
    """What a process that answers is made of.

    connections: to the database. planners: processes that plan for it. metrics: port of its figures, None for none.
    in_place: folder of footage that is read where it lies. ready: what is told at the terminal once it answers.
    """

    database_url: str
    files: str
    demo: bool
    works: bool
    hosts: frozenset[str]
    https: bool
    proxies: str
    connections: int
    planners: int
    metrics: int | None
    log: str
    registration: Registration
    in_place: Path | None = None
    ready: Sequence[str] = field(default_factory=tuple)


class Prompt(H11Protocol):
    """Closes connections on which no whole header comes in time."""

    _deadline: asyncio.TimerHandle | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """Begin to wait for a header."""
        super().connection_made(transport)
        self._wait()

    def data_received(self, data: bytes) -> None:
        """Take what came; a header that is whole need not be waited for."""
        if self._idle():
            self._wait()
        super().data_received(data)
        if not self._idle():
            self._rest()

    def connection_lost(self, exc: Exception | None) -> None:
        """Nothing to wait for any more."""
        self._rest()
        super().connection_lost(exc)

    def _idle(self) -> bool:
        return self.cycle is None or bool(self.cycle.response_complete)

    def _wait(self) -> None:
        if self._deadline is None:
            self._deadline = self.loop.call_later(HEADER_S, self._give_up)

    def _rest(self) -> None:
        if self._deadline is not None:
            self._deadline.cancel()
            self._deadline = None

    def _give_up(self) -> None:
        self._deadline = None
        if self._idle() and not self.transport.is_closing():
            self.transport.close()


class _Server(uvicorn.Server):
    """Tells the address when the first request could be answered."""

    def __init__(self, config: uvicorn.Config, ready: Sequence[str], ending: Event) -> None:
        super().__init__(config)
        self.ready, self.ending = ready, ending

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        """Start answering, then tell."""
        try:
            await super().startup(sockets)
        except OSError:
            Thread(target=_insist, args=(asyncio.get_running_loop(),), daemon=True).start()
            raise
        for words in self.ready:
            print(words, flush=True)

    async def shutdown(self, sockets: list[socket.socket] | None = None) -> None:
        """Stop; a task that will not end is left behind after a while, or nobody could stop the service."""
        self.ending.set()
        Thread(target=_insist, args=(asyncio.get_running_loop(),), daemon=True).start()
        await super().shutdown(sockets)


def _insist(loop: asyncio.AbstractEventLoop) -> None:
    time.sleep(INSIST_S)
    while not loop.is_closed():
        with suppress(RuntimeError):
            loop.call_soon_threadsafe(loop.stop)
        time.sleep(1.0)


def answer(made: Answering, listener: socket.socket) -> None:
    """Answer on a socket until a signal says stop."""
    logging.basicConfig(format="%(message)s", level=made.log)
    database, planners = Database(made.database_url, connections=made.connections), Pool(made.planners)
    renderers = Painting(made.planners)
    service = Service(
        database,
        Files(made.files),
        PROJECT / "web" / "dist",
        demo=made.demo,
        works=made.works,
        hosts=made.hosts,
        https=made.https,
        registration=made.registration,
        in_place=None if made.in_place is None else InPlace(made.in_place),
        closing=planners.close,
        shared=Shared(planners=planners, renderers=renderers),
    )
    meters = service.meters
    meters.turns(service.turns.every)
    meters.told("plans", "Questions to the planners so far.", lambda: planners.processes.asked)
    meters.told("plans_running", "Questions that planners work on now.", lambda: planners.processes.running)
    meters.told("plans_given_up", "Questions given up after too long.", lambda: planners.processes.given_up)
    meters.told("pictures", "Pictures made so far.", lambda: renderers.processes.asked)
    meters.told("pictures_running", "Pictures that are made now or wait.", lambda: renderers.processes.running)
    meters.told("jobs_waiting", "Jobs that wait or are done now.", lambda: _waiting(database))
    try:
        planners.warm()
        if made.metrics is not None:
            start_http_server(made.metrics, addr="127.0.0.1", registry=service.meters.registry)
        try:
            _Server(_config(service, made), made.ready, service.ending).run(sockets=[listener])
        except KeyboardInterrupt:
            pass
        except RuntimeError as error:
            log.warning("stopped with something left behind (%s)", error)
    finally:
        planners.close()
        renderers.close()
        database.close()


def _config(service: Service, made: Answering) -> uvicorn.Config:
    forwarded: dict[str, Any] = {"proxy_headers": bool(made.proxies), "forwarded_allow_ips": made.proxies or ""}
    return uvicorn.Config(
        create_app(service),
        http=Prompt,
        ws="none",
        log_level="warning",
        access_log=False,
        timeout_graceful_shutdown=5,
        server_header=False,
        backlog=BACKLOG,
        **forwarded,
    )


def _waiting(database: Database) -> float:
    try:
        with database.session() as session:
            return jobs_open(session)
    except Unavailable:
        return float("nan")
