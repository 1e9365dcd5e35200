"""Run the service: one at a time in a folder, on a port that is free, stopped cleanly by Ctrl-C."""

import json
import logging
import os
import signal
import socket
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import asdict, dataclass
from pathlib import Path
from urllib.error import URLError
from urllib.request import urlopen

import uvicorn

from steady_tide import __version__
from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.desk.workplace import Shared
from steady_tide.launch.cluster import Cluster
from steady_tide.settings import PROJECT, Settings
from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.work.planners import Pool

FIRST_PORT = 8420
PORTS_TRIED = 40
STOP_SECONDS = 10
REAL, DEMO = "steady_tide", "steady_tide_demo"
"""Databases in the private cluster, and folders of files."""


def say(words: str) -> None:
    """Tell the person at the terminal."""
    print(f"steady tide: {words}", file=sys.stderr, flush=True)


class StartError(Exception):
    """The service could not be started, in words."""


@dataclass(frozen=True)
class Running:
    """What a running service leaves in its run file."""

    pid: int
    started: str
    address: str
    version: str


def process_start(pid: int) -> str | None:
    """When a process started (clock ticks since boot), or None when there is no such process."""
    with suppress(OSError):
        return Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[19]
    return None


def _read(run_file: Path) -> Running | None:
    """The service that still runs, or None; a file left by a killed one is removed."""
    with suppress(OSError, ValueError, TypeError):
        running = Running(**json.loads(run_file.read_text()))
        if process_start(running.pid) == running.started:
            return running
    run_file.unlink(missing_ok=True)
    return None


def _healthy(running: Running) -> bool:
    with suppress(URLError, OSError, ValueError), urlopen(f"{running.address}/api/health", timeout=3) as answer:
        return bool(json.load(answer).get("version") == __version__)
    return False


def _stop(running: Running) -> None:
    for sign in (signal.SIGTERM, signal.SIGKILL):
        with suppress(ProcessLookupError):
            os.kill(running.pid, sign)
        deadline = time.monotonic() + STOP_SECONDS
        while time.monotonic() < deadline:
            if process_start(running.pid) != running.started:
                return
            time.sleep(0.1)


def bind(host: str, port: int | None) -> socket.socket:
    """A listening socket on the wanted port, or on the next free one when none was named."""
    wanted = [port] if port is not None else range(FIRST_PORT, FIRST_PORT + PORTS_TRIED)
    for number in wanted:
        # Of a socket whose protocol is not named, answers would be held back until they are acknowledged: 40 ms each.
        listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listener.bind((host, number))
            return listener
        except OSError as error:
            listener.close()
            if port is not None:
                raise StartError(f"port {port} cannot be used ({error.strerror}); name another with --port") from error
            say(f"port {number} is busy, trying the next")
    raise StartError(f"no free port from {FIRST_PORT} on; name one with --port")


@contextmanager
def open_database(settings: Settings, name: str) -> Iterator[Database]:
    """The database to use, migrated: the given one, or one in the private cluster."""
    cluster = None
    if settings.database_url:
        url = settings.database_url
    else:
        cluster = Cluster(settings.home, fsync=settings.fsync, tell=say)
        cluster.start()
        url = cluster.url(name)
    database = Database(url)
    try:
        database.migrate()
        yield database
    finally:
        database.close()
        if cluster is not None:
            cluster.stop()


def open_files(settings: Settings, name: str) -> Files:
    """Where the large files of a database are kept. Raises StartError in words."""
    try:
        return Files(f"{settings.files_at}/{name}")
    except (OSError, ValueError, ImportError) as error:
        raise StartError(f"files cannot be kept at {settings.files_at} ({error})") from error


def serve(
    settings: Settings,
    *,
    demo: bool,
    host: str,
    port: int | None,
    replace: bool = False,
    works: bool = True,
    processes: int | None = None,
) -> int:
    """Serve until Ctrl-C. Tells the address once it answers; returns an exit status.

    works: do jobs here as well. processes: that plan, by default one for each core.
    """
    # The server hands a signal on once it has stopped; so it ends here in `finally`, not in death.
    for sign in (signal.SIGTERM, signal.SIGHUP):
        signal.signal(sign, lambda *_: sys.exit(0))
    settings.home.mkdir(parents=True, exist_ok=True)
    run_file = settings.home / ("demo.run" if demo else "serve.run")
    running = _read(run_file)
    if running is not None:
        if _healthy(running) and not replace:
            say(f"already running (process {running.pid}): {running.address}")
            say("stop it there with Ctrl-C, or start this with --replace")
            return 0
        say(f"stopping the stale service (process {running.pid})")
        _stop(running)
    name = DEMO if demo else REAL
    files = open_files(settings, name)
    listener = bind(host, port)
    address = f"http://{'127.0.0.1' if host == '0.0.0.0' else host}:{listener.getsockname()[1]}"
    say("starting the database …")
    with open_database(settings, name) as database:
        if demo:
            _load_demo(database)
        planners = Pool(processes or len(os.sched_getaffinity(0)))
        service = Service(
            database, files, PROJECT / "web" / "dist", demo=demo, works=works, shared=Shared(planners=planners)
        )
        mine = Running(os.getpid(), process_start(os.getpid()) or "", address, __version__)
        run_file.write_text(json.dumps(asdict(mine)))
        try:
            logging.basicConfig(format="%(message)s", level="WARNING" if demo else settings.log.upper())
            planners.warm()
            _run(service, listener, address, demo)
        finally:
            planners.close()
            run_file.unlink(missing_ok=True)
    return 0


def _load_demo(database: Database) -> None:
    from steady_tide.demo.load import load_demo

    with database.session() as session:
        load_demo(session)


class _Server(uvicorn.Server):
    """Tells the address when the first request could be answered."""

    def __init__(self, config: uvicorn.Config, ready: list[str]) -> None:
        super().__init__(config)
        self.ready = ready

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        """Start listening, then tell."""
        await super().startup(sockets)
        for words in self.ready:
            print(words, flush=True)


def _run(service: Service, listener: socket.socket, address: str, demo: bool) -> None:
    config = uvicorn.Config(
        create_app(service), log_level="warning", access_log=False, timeout_graceful_shutdown=5, server_header=False
    )
    what = "the demo shoot, Rope and Lantern" if demo else "Steady Tide"
    server = _Server(config, [f"Open {what}: {address}", "Stop with Ctrl-C."])
    with suppress(KeyboardInterrupt):
        server.run(sockets=[listener])
    say("stopped")
