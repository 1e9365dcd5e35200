"""Run the service: one at a time over a database, on a port that is free, stopped cleanly by Ctrl-C."""

import os
import signal
import socket
import sys
from collections.abc import Iterator
from contextlib import contextmanager, nullcontext
from dataclasses import dataclass, replace

from steady_tide.launch.cluster import Cluster
from steady_tide.launch.crew import Crew
from steady_tide.launch.port import bind
from steady_tide.launch.running import RunFile, answers, stop
from steady_tide.launch.server import Answering, answer
from steady_tide.launch.watch import Watch
from steady_tide.launch.words import StartError, say
from steady_tide.settings import Settings
from steady_tide.storage import Files
from steady_tide.store.database import Database, libpq
from steady_tide.store.errors import Taken
from steady_tide.store.swap import undo_unfinished
from steady_tide.work.queue import Queue

REAL, DEMO = "steady_tide", "steady_tide_demo"
"""Databases in the private cluster, and folders of files."""
ANSWER_SECONDS = 30.0
"""How long a service that runs already may take to answer [s]."""
MOST_CONNECTIONS = 40
"""To the database, of all processes together; PostgreSQL of its own takes 60."""


@dataclass(frozen=True)
class Start:
    """How a service is to be started.

    works: whether it does jobs as well. processes: that answer, each with its share of the cores to plan on.
    metrics: port on this machine for its figures; each further process has the next.
    """

    demo: bool = False
    host: str = "127.0.0.1"
    port: int | None = None
    replace: bool = False
    works: bool = True
    processes: int = 1
    metrics: int | None = None

    @property
    def name(self) -> str:
        """Of its database."""
        return DEMO if self.demo else REAL


@contextmanager
def open_database(settings: Settings, name: str) -> Iterator[tuple[Database, Cluster | None]]:
    """The database to use, migrated: the given one, or one in the private cluster, which comes with it."""
    cluster = None
    if settings.database_url:
        url = settings.database_url
    else:
        cluster = Cluster(settings.home, fsync=settings.fsync, tell=say)
        cluster.start()
        url = cluster.url(name)
    database = Database(url)
    try:
        _undo_restore(database)
        database.migrate()
        yield database, cluster
    finally:
        database.close()
        if cluster is not None:
            cluster.stop()


def _undo_restore(database: Database) -> None:
    """Undo a restore that was killed midway. Raises StartError while one is under way."""
    try:
        if undo_unfinished(database):
            say("bringing back a backup was broken off before; what was there before is back")
    except Taken as error:
        raise StartError(str(error)) from error


def files_at(settings: Settings, name: str) -> str:
    """Where the large files of a database are kept."""
    return f"{settings.files_at}/{name}"


def open_files(settings: Settings, name: str) -> Files:
    """The large files of a database. Raises StartError in words."""
    try:
        return Files(files_at(settings, name))
    except (OSError, ValueError, ImportError) as error:
        raise StartError(f"files cannot be kept at {settings.files_at} ({error})") from error


def serve(settings: Settings, start: Start) -> int:
    """Serve until Ctrl-C. Tells the address once it answers; returns an exit status. Raises StartError."""
    # The server hands a signal on once it has stopped; so it ends here in `finally`, not in death.
    for sign in (signal.SIGTERM, signal.SIGHUP):
        signal.signal(sign, lambda *_: sys.exit(0))
    try:
        settings.home.mkdir(parents=True, exist_ok=True)
        run_file = RunFile(settings.home, "demo" if start.demo else "serve", settings.database_url)
        if not _may_start(run_file, start):
            return 0
        with run_file.alone() as alone:
            if not alone:
                _say_running(run_file)
                return 0
            return _served(settings, start, run_file)
    except OSError as error:
        raise StartError(f"{settings.home} cannot be used ({error.strerror or error})") from error


def _may_start(run_file: RunFile, start: Start) -> bool:
    """Whether none runs here, or the one that does was stopped as was wished. Raises StartError for one that is silent.

    One that is only slow, or of another version, is nobody's to stop but whoever says so.
    """
    running = run_file.read()
    if running is None:
        return True
    if start.replace:
        say(f"stopping the service that runs here (process {running.pid})")
        stop(running)
        return True
    if answers(running, within_s=ANSWER_SECONDS, tell=say):
        _say_running(run_file)
        return False
    if run_file.read() is None:
        return True
    raise StartError(
        f"a service runs here (process {running.pid}) and does not answer as this one would: it is busy, "
        "or of another version. Wait and try again, or stop it by starting this with --replace"
    )


def _say_running(run_file: RunFile) -> None:
    running = run_file.read()
    if running is None:
        say("another start of this service is under way here")
        return
    say(f"already running (process {running.pid}): {running.address}")
    say("stop it there with Ctrl-C, or start this with --replace")


def _served(settings: Settings, start: Start, run_file: RunFile) -> int:
    open_files(settings, start.name)
    listener = bind(start.host, start.port)
    address = f"http://{'127.0.0.1' if start.host == '0.0.0.0' else start.host}:{listener.getsockname()[1]}"
    say("starting the database …")
    with open_database(settings, start.name) as (database, cluster):
        if start.demo:
            _load_demo(database, open_files(settings, start.name), footage=settings.demo_footage)
        database.close()
        made = _answering(settings, start, database.url, address)
        run_file.write(address)
        try:
            _answered(made, listener, start, cluster)
        finally:
            run_file.remove()
            say("stopped")
    return 0


def _answering(settings: Settings, start: Start, database_url: str, address: str) -> Answering:
    what = "the demo shoot, Rope and Lantern" if start.demo else "Steady Tide"
    cores = len(os.sched_getaffinity(0))
    return Answering(
        database_url=database_url,
        files=files_at(settings, start.name),
        demo=start.demo,
        works=start.works,
        hosts=settings.names,
        https=settings.https,
        proxies=settings.proxies,
        connections=max(8, min(16, MOST_CONNECTIONS // start.processes)),
        planners=max(1, cores // start.processes),
        metrics=start.metrics,
        registration=settings.registration,
        in_place=settings.footage,
        log="WARNING" if start.demo else settings.log.upper(),
        ready=(f"Open {what}: {address}", "Stop with Ctrl-C."),
    )


def _answered(made: Answering, listener: socket.socket, start: Start, cluster: Cluster | None) -> None:
    def work(number: int) -> None:
        """One of several; the first tells where they answer."""
        first = number == 0
        metrics = None if made.metrics is None else made.metrics + number
        mine = replace(made, metrics=metrics, works=made.works and first, ready=made.ready if first else ())
        answer(mine, listener)

    watch = Watch(cluster) if cluster is not None else nullcontext()
    if start.processes == 1:
        with watch:
            answer(made, listener)
        return
    crew = Crew(start.processes, work)
    crew.begin()
    with watch:
        crew.watch()


def _load_demo(database: Database, files: Files, *, footage: bool) -> None:
    from steady_tide.demo.footage import first_start
    from steady_tide.demo.load import load_demo

    with database.session() as session:
        if footage:
            first_start(session, Queue(libpq(database.url)), files)
        load_demo(session)
