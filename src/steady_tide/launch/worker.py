"""A worker of its own, beside a service that leaves jobs to it: `./tide worker`."""

import asyncio
import signal

from steady_tide.launch.service import REAL, open_database, open_files
from steady_tide.launch.words import say
from steady_tide.settings import Settings
from steady_tide.store.database import libpq
from steady_tide.work.queue import Queue
from steady_tide.work.worker import Worker


def work(settings: Settings, *, at_once: int) -> int:
    """Do jobs of the service until Ctrl-C; returns an exit status."""
    files = open_files(settings, REAL)
    with open_database(settings, REAL) as (database, _):
        queue = Queue(libpq(database.url))
        asyncio.run(_until_stopped(queue, Worker(database, files, queue), at_once))
    say("stopped")
    return 0


async def _until_stopped(queue: Queue, worker: Worker, at_once: int) -> None:
    stopped = asyncio.Event()
    for sign in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        asyncio.get_running_loop().add_signal_handler(sign, stopped.set)
    async with queue.worker(worker.perform, worker.tidy, at_once=at_once):
        say(f"working, up to {at_once} jobs at once; stop with Ctrl-C")
        await stopped.wait()
