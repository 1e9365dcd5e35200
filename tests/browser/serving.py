"""The service on a port of this machine, for browsers."""

import os
import socket
import tempfile
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import uvicorn
from playwright.sync_api import Browser, sync_playwright

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.demo.footage import first_start
from steady_tide.demo.load import load_demo
from steady_tide.desk.workplace import Shared
from steady_tide.in_place import InPlace
from steady_tide.launch.port import bind
from steady_tide.settings import PROJECT
from steady_tide.storage import Files
from steady_tide.store.database import Database, libpq
from steady_tide.work.planners import Pool
from steady_tide.work.queue import Queue
from steady_tide.work.renderers import Painting
from tests.chromium import CHROMIUM, FLAGS
from tests.service import migrated, throwaway


@contextmanager
def serving(
    database: Database,
    *,
    demo: bool,
    shared: Shared | None = None,
    web: Path = PROJECT / "web" / "dist",
    files: Files | None = None,
    in_place: InPlace | None = None,
    works: bool = True,
) -> Iterator[str]:
    """Serve in a thread; yields the address.

    shared: with planners other than the thread itself. web: the interface. files: where large files are kept that were
    put in before. in_place: footage that is read where it lies. works: whether it does jobs; of no database that
    another does jobs of.
    """
    listener: socket.socket = bind("127.0.0.1", 0)
    with tempfile.TemporaryDirectory(prefix="steady-tide-files-") as folder:
        # The database of the plain service is that of other tests, whose jobs are not its to do.
        service = Service(
            database, files or Files(folder), web, demo=demo, works=works, shared=shared or Shared(), in_place=in_place
        )  # fmt: skip
        app = create_app(service)
        server = uvicorn.Server(uvicorn.Config(app, log_level="warning", timeout_graceful_shutdown=2))
        thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
        thread.start()
        try:
            yield f"http://127.0.0.1:{listener.getsockname()[1]}"
        finally:
            server.should_exit = True
            thread.join(timeout=10)


@contextmanager
def fresh_demo(*, footage: bool = False) -> Iterator[tuple[Browser, str]]:
    """A browser and the address of a demo as on its first start, thrown away at the end; for chores outside pytest.

    Plans are made in processes of their own, as `./tide demo` makes them. footage: whether its clips are brought in;
    they are read while it answers.
    """
    with throwaway("demo") as (cluster, home), migrated(cluster, "demo") as database:
        files = Files(str(home / "files"))
        with database.session() as session:
            if footage:
                first_start(session, Queue(libpq(database.url)), files)
            load_demo(session)
        planners, renderers = Pool(os.cpu_count() or 1), Painting(os.cpu_count() or 1)
        planners.warm()
        shared = Shared(planners=planners, renderers=renderers)
        try:
            with (
                serving(database, demo=True, shared=shared, files=files) as address,
                sync_playwright() as playwright,
            ):
                browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
                yield browser, address
                browser.close()
        finally:
            planners.close()
            renderers.close()
