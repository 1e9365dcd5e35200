"""Processes of one's own for what takes long: bounded in number, none of them busy for longer than it is worth."""

import logging
import multiprocessing
import os
import signal
from collections.abc import Callable
from concurrent.futures import TimeoutError as TookTooLong
from concurrent.futures.process import BrokenProcessPool
from threading import Lock
from typing import Final, TypeVar

from pebble import ProcessExpired, ProcessPool

from steady_tide.core.errors import BadInput, Problem
from steady_tide.store.errors import Unavailable

Given = TypeVar("Given")
Made = TypeVar("Made")
log = logging.getLogger("steady_tide.work")

NICE: Final = 10


def _begin() -> None:
    # Ctrl-C reaches every process of a terminal; these are stopped by the one that began them.
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    # Whoever only reads is not to wait for those who work.
    os.nice(NICE)


class Processes:
    """So many of a kind. Close them at the end. Safe between threads."""

    def __init__(
        self, count: int, *, name: str, preload: str, longest_s: float, too_long: Callable[[float], str]
    ) -> None:
        """name: what one of them is called. preload: a module that each needs. too_long: words after longest_s [s]."""
        self.count, self.name, self.longest_s = count, name, longest_s
        self._too_long = too_long
        self._renewing, self._closed = Lock(), False
        self._context = multiprocessing.get_context("forkserver")
        _PRELOADED.add(preload)
        self._context.set_forkserver_preload(sorted(_PRELOADED))
        self.asked, self.given_up, self.running = 0, 0, 0
        """Tasks so far, those given up after too long, and those that are worked on or wait now."""
        self._pool = self._begun()

    def _begun(self) -> ProcessPool:
        return ProcessPool(self.count, initializer=_begin, context=self._context)

    def do(self, task: Callable[[Given], Made], given: Given) -> Made:
        """What a task makes. Raises what it raises, BadInput after too long, Unavailable where two processes died."""
        self.asked += 1
        self.running += 1
        try:
            return self._done(task, given)
        finally:
            self.running -= 1

    def _done(self, task: Callable[[Given], Made], given: Given) -> Made:
        for _ in range(2):
            pool = self._pool
            try:
                asked = pool.schedule(task, (given,), timeout=self.longest_s)
            except RuntimeError:
                self._renew(pool)
                continue
            try:
                made: Made = asked.result()
                return made
            except TookTooLong as error:
                self.given_up += 1
                raise BadInput([Problem((), self._too_long(self.longest_s))]) from error
            except ProcessExpired as expired:
                log.warning("a %s died (exit code %s); asking another", self.name, expired.exitcode)
            except BrokenProcessPool:
                self._renew(pool)
        raise Unavailable(f"two of those who do this died over it ({self.name}); nothing was changed")

    def _renew(self, broken: ProcessPool) -> None:
        """Begin with new processes where all of the old ones are gone; whoever comes first does it."""
        with self._renewing:
            if self._pool is broken and not self._closed:
                log.warning("every %s is gone; beginning with new ones", self.name)
                self._pool = self._begun()

    def warm(self) -> None:
        """Have every process begin, so that the first task need not wait for it; returns at once."""
        for _ in range(self.count):
            self._pool.schedule(_warmed)

    def close(self) -> None:
        """Stop every process; none is begun after."""
        with self._renewing:
            self._closed = True
        self._pool.stop()  # type: ignore[no-untyped-call]
        self._pool.join()


_PRELOADED: set[str] = set()


def _warmed() -> None:
    """Nothing: beginning is what takes long."""
