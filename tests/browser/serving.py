"""The service on a port of this machine, for browsers."""

import socket
import threading
from collections.abc import Iterator
from contextlib import contextmanager

import uvicorn

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.launch.service import bind
from steady_tide.settings import PROJECT
from steady_tide.store.database import Database


@contextmanager
def serving(database: Database, *, demo: bool) -> Iterator[str]:
    """Serve in a thread; yields the address."""
    listener: socket.socket = bind("127.0.0.1", 0)
    app = create_app(Service(database=database, web=PROJECT / "web" / "dist", demo=demo))
    server = uvicorn.Server(uvicorn.Config(app, log_level="warning", timeout_graceful_shutdown=2))
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
    thread.start()
    try:
        yield f"http://127.0.0.1:{listener.getsockname()[1]}"
    finally:
        server.should_exit = True
        thread.join(timeout=10)
