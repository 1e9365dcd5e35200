"""The product run by its command, as people do it."""

import os
import signal
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from threading import Thread

from steady_tide.settings import PROJECT

ADDRESS = "Open the demo shoot"
PATIENCE_S = 300.0
"""How long the slowest machine may take: how fast it is, is no matter of these tests."""


HEARD = "import os, signal, sys; signal.signal(signal.SIGINT, signal.SIG_DFL); os.execv(sys.argv[1], sys.argv[1:])"
"""Begins what follows with Ctrl-C heard, also where the tests were begun in the background, which has it ignored."""


def command(home: Path, *arguments: str, name: str = "demo", fsync: bool = False) -> subprocess.Popen[str]:
    """The product by its command. Its demo comes without footage, which would be read beside what is tested."""
    told = {"STEADY_TIDE_HOME": str(home), "STEADY_TIDE_FSYNC": str(fsync), "STEADY_TIDE_DEMO_FOOTAGE": "false"}
    environment = {**os.environ, **told, "PYTHONPATH": "src"}
    environment.pop("STEADY_TIDE_DATABASE_URL", None)
    began = (sys.executable, "-m", "steady_tide", name)
    return subprocess.Popen(
        [sys.executable, "-c", HEARD, *began, *arguments], cwd=PROJECT, env=environment, text=True,
        stdout=subprocess.PIPE, stderr=subprocess.STDOUT, start_new_session=True,
    )  # fmt: skip


def until(process: subprocess.Popen[str], words: str, seconds: float = PATIENCE_S) -> str:
    """Read what is printed until these words come; returns all of it."""
    assert process.stdout is not None
    text, deadline = "", time.monotonic() + seconds
    while time.monotonic() < deadline:
        line = process.stdout.readline()
        text += line
        if words in line:
            return text
        if not line and process.poll() is not None:
            break
    raise AssertionError(f"{words!r} never came: {text}")


@contextmanager
def running(
    home: Path, *arguments: str, name: str = "demo", ready: str = ADDRESS, fsync: bool = False
) -> Iterator[str]:
    """A demo that runs, or another command; yields the address it tells, or the last word before it is ready."""
    process = command(home, *arguments, name=name, fsync=fsync)
    try:
        address = until(process, ready).strip().splitlines()[-1].split(": ")[-1]
        drain = drained(process)
        yield address
    finally:
        process.send_signal(signal.SIGINT)
        process.wait(timeout=PATIENCE_S)
    drain.join()


def drained(process: subprocess.Popen[str]) -> Thread:
    """Take what it goes on to print, so that it never waits for somebody to read it."""

    def read() -> None:
        assert process.stdout is not None
        with process.stdout as out:
            out.read()

    thread = Thread(target=read, daemon=True)
    thread.start()
    return thread
