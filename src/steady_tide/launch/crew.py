"""Several processes that answer on one port: begun by one that only watches over them."""

import ctypes
import multiprocessing
import signal
import time
from collections.abc import Callable
from multiprocessing.process import BaseProcess
from typing import Final

from steady_tide.launch.words import say

STOP_SECONDS: Final = 12
LOOK_S: Final = 0.5
HURRY_S: Final = 3.0
"""A process that ended sooner than this after it began is begun again only after as long a rest."""
PARENT_DEATH: Final = 1
"""prctl's number for the signal that a process is sent when the one that began it dies."""


class Crew:
    """So many processes that do the same; one that dies is begun again."""

    def __init__(self, count: int, work: Callable[[int], None]) -> None:
        """work: what the process of a number does, until it is sent SIGTERM."""
        self._count = count
        self._work = work
        # Forked before anything has threads, so that they share what is loaded.
        self._context = multiprocessing.get_context("fork")
        self._begun: dict[int, float] = {}
        self._crew: dict[int, BaseProcess] = {}

    def begin(self) -> None:
        """Begin them all; before this process has threads."""
        self._crew = {number: self._begin(number) for number in range(self._count)}

    def watch(self) -> None:
        """Keep them at work until this process is told to stop."""
        crew = self._crew
        try:
            while True:
                time.sleep(LOOK_S)
                for number, process in crew.items():
                    if not process.is_alive():
                        crew[number] = self._again(number, process)
        except (KeyboardInterrupt, SystemExit):
            pass
        finally:
            self._stop(list(crew.values()))

    def _begin(self, number: int) -> BaseProcess:
        process = self._context.Process(target=_worked, args=(self._work, number), name=f"answering {number}")
        process.start()
        self._begun[number] = time.monotonic()
        return process

    def _again(self, number: int, dead: BaseProcess) -> BaseProcess:
        if time.monotonic() - self._begun[number] < HURRY_S:
            time.sleep(HURRY_S)
        say(f"a process ended (exit code {dead.exitcode}); beginning another")
        return self._begin(number)

    def _stop(self, crew: list[BaseProcess]) -> None:
        for process in crew:
            if process.is_alive():
                process.terminate()
        deadline = time.monotonic() + STOP_SECONDS
        for process in crew:
            process.join(max(0.0, deadline - time.monotonic()))
            if process.is_alive():
                process.kill()


def _worked(work: Callable[[int], None], number: int) -> None:
    # Nobody answers on after the one that watches was killed.
    ctypes.CDLL(None).prctl(PARENT_DEATH, signal.SIGTERM)
    signal.signal(signal.SIGTERM, signal.SIG_DFL)
    work(number)
