"""`./tide demo`, `./tide serve` and `./tide worker`."""

import argparse
import os
import sys
import threading
import time
from typing import TYPE_CHECKING, Final

from steady_tide.cli import BAD_INPUT

LINGER_S: Final = 10.0
"""How long what still runs in threads is waited for once the service has stopped [s]."""
if TYPE_CHECKING:
    from steady_tide.store.database import Database


def add_commands(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """Add `demo`, `serve` and `worker`."""
    for name, words in (("demo", "open the demo shoot, signed in"), ("serve", "run the service for real accounts")):
        parser = commands.add_parser(name, help=words)
        parser.add_argument("--host", default="127.0.0.1", help="address to listen on (default: this machine only)")
        parser.add_argument("--port", type=int, help="port; otherwise the first free one from 8420")
        parser.add_argument("--replace", action="store_true", help="stop one that already runs here")
        parser.add_argument(
            "--processes", type=int, default=1, choices=range(1, 33), metavar="1-32", help="that answer (default: 1)"
        )
        parser.add_argument("--metrics", type=int, metavar="PORT", help="tell figures on this port of this machine")
        if name == "demo":
            parser.add_argument("--reset", action="store_true", help="throw away what was changed in the demo")
        else:
            parser.add_argument("--no-worker", action="store_true", help="leave long work to `./tide worker`")
        parser.set_defaults(run=run, demo=name == "demo")
    worker = commands.add_parser("worker", help="do long work, such as reading pictures, beside the service")
    worker.add_argument("--at-once", type=int, default=2, choices=range(1, 17), metavar="1-16", help="jobs at once")
    worker.set_defaults(run=run_worker)


def run(arguments: argparse.Namespace) -> int:
    """Serve until stopped."""
    from steady_tide.launch.cluster import ClusterError
    from steady_tide.launch.service import DEMO, Start, open_database, serve
    from steady_tide.launch.words import StartError, say
    from steady_tide.settings import Settings

    settings = Settings()
    if arguments.demo and arguments.host not in ("127.0.0.1", "localhost"):
        say("the demo signs everybody in, so it listens on this machine only")
        return BAD_INPUT
    try:
        if arguments.demo and arguments.reset:
            with open_database(settings, DEMO) as (database, _):
                reset_demo(database)
        start = Start(
            demo=arguments.demo,
            host=arguments.host,
            port=arguments.port,
            replace=arguments.replace,
            works=arguments.demo or not arguments.no_worker,
            processes=arguments.processes,
            metrics=arguments.metrics,
        )
        return _ended(serve(settings, start))
    except (ClusterError, StartError) as error:
        say(str(error))
        return BAD_INPUT


def _ended(status: int) -> int:
    """Wait a little for what still runs in threads, then end all the same: who was told "stopped" is not to find it."""
    deadline = time.monotonic() + LINGER_S
    others = [one for one in threading.enumerate() if one is not threading.main_thread() and not one.daemon]
    for thread in others:
        thread.join(max(0.0, deadline - time.monotonic()))
    if any(thread.is_alive() for thread in others):
        sys.stdout.flush()
        sys.stderr.flush()
        os._exit(status)
    return status


def run_worker(arguments: argparse.Namespace) -> int:
    """Work until stopped."""
    from steady_tide.launch.cluster import ClusterError
    from steady_tide.launch.words import StartError, say
    from steady_tide.launch.worker import work
    from steady_tide.settings import Settings

    try:
        return work(Settings(), at_once=arguments.at_once)
    except (ClusterError, StartError) as error:
        say(str(error))
        return BAD_INPUT


def reset_demo(database: "Database") -> None:
    """Forget the demo account; the next load fills it anew."""
    from steady_tide.demo.load import EMAIL
    from steady_tide.desk.accounts.authentication import find_account, forget_account

    with database.session() as session:
        account = find_account(session, EMAIL)
        if account is not None:
            forget_account(session, account.id)
