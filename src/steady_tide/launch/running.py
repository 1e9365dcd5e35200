"""One service at a time over one database: what it leaves of itself, so that the next start finds it."""

import fcntl
import hashlib
import json
import os
import signal
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from dataclasses import asdict, dataclass
from pathlib import Path
from urllib.error import URLError
from urllib.request import urlopen

from steady_tide import __version__

STOP_SECONDS = 15
STARTING_SECONDS = 60
"""How long another start is waited for that has begun and not told its address yet."""


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


def healthy(running: Running) -> bool:
    """Whether a service answers, and is of this version."""
    with suppress(URLError, OSError, ValueError), urlopen(f"{running.address}/api/health", timeout=3) as answer:
        return bool(json.load(answer).get("version") == __version__)
    return False


def answers(running: Running, *, within_s: float, tell: Callable[[str], None]) -> bool:
    """Whether a service answers within some seconds, as long as it lives. tell: is told that it is waited for."""
    deadline, told = time.monotonic() + within_s, False
    while process_start(running.pid) == running.started:
        if healthy(running):
            return True
        if time.monotonic() > deadline:
            return False
        if not told:
            tell(f"a service runs here (process {running.pid}) and does not answer yet; waiting for it …")
            told = True
        time.sleep(0.5)
    return False


class RunFile:
    """The run file of a service, and the lock that lets one begin at a time."""

    def __init__(self, home: Path, name: str, database_url: str | None) -> None:
        """database_url: where it is not the home's own, that database has a run file of its own."""
        mark = "" if database_url is None else "-" + hashlib.sha256(database_url.encode()).hexdigest()[:8]
        self.path = home / f"{name}{mark}.run"
        self._gate = home / f"{name}{mark}.lock"

    def read(self) -> Running | None:
        """The service that still runs, or None; a file left by a killed one is removed."""
        with suppress(OSError, ValueError, TypeError):
            running = Running(**json.loads(self.path.read_text()))
            if process_start(running.pid) == running.started:
                return running
        self.path.unlink(missing_ok=True)
        return None

    def write(self, address: str) -> None:
        """Say where this process answers."""
        mine = Running(os.getpid(), process_start(os.getpid()) or "", address, __version__)
        self.path.write_text(json.dumps(asdict(mine)))

    def remove(self) -> None:
        """Say that it does not answer any more."""
        self.path.unlink(missing_ok=True)

    @contextmanager
    def alone(self) -> Iterator[bool]:
        """Hold the service's place for as long as the context lasts; False where another has it and answers."""
        with self._gate.open("w") as gate:
            yield self._held(gate.fileno())

    def _held(self, gate: int) -> bool:
        deadline = time.monotonic() + STARTING_SECONDS
        while True:
            with suppress(BlockingIOError):
                fcntl.flock(gate, fcntl.LOCK_EX | fcntl.LOCK_NB)
                return True
            running = self.read()
            if (running is not None and healthy(running)) or time.monotonic() > deadline:
                return False
            time.sleep(0.2)


def stop(running: Running) -> None:
    """Ask a service to stop, and make it."""
    for sign in (signal.SIGTERM, signal.SIGKILL):
        with suppress(ProcessLookupError):
            os.kill(running.pid, sign)
        deadline = time.monotonic() + STOP_SECONDS
        while time.monotonic() < deadline:
            if process_start(running.pid) != running.started:
                return
            time.sleep(0.1)
