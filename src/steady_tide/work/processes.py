"""Processes of one's own for what takes long: bounded in number, each bounded in what it computes for one task.

Whoever asks waits for so long and is then told *not yet*; the task goes on, and its answer is there when it is asked
for again. A task is stopped for what it computes alone, never because the machine is busy with something else.
"""

import logging
import multiprocessing
import resource
import signal
from collections.abc import Callable
from concurrent.futures import CancelledError, Future
from concurrent.futures import TimeoutError as TookTooLong
from concurrent.futures.process import BrokenProcessPool
from dataclasses import dataclass, field
from math import ceil
from threading import RLock
from typing import Any, Final, TypeVar

from pebble import ProcessExpired, ProcessPool

from steady_tide.core.memo import Shelf
from steady_tide.core.requester import Asker, Urgency, asker
from steady_tide.priority import give_way
from steady_tide.store.errors import Unavailable
from steady_tide.work.line import Line

Given = TypeVar("Given")
Made = TypeVar("Made")
log = logging.getLogger("steady_tide.work")

NICE: Final = 10
ATTEMPTS: Final = 2
"""So many processes may die over one task."""
LATE: Final = 64
"""So many answers that came too late for whoever asked are kept until they are asked for again."""
BACKGROUND_PATIENCE_S: Final = 60.0
"""How long work that nobody waits for waits for one answer [s], before it is tried again later."""


def _begin() -> None:
    # Ctrl-C reaches every process of a terminal; these are stopped by the one that began them.
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    # Whoever only reads is not to wait for those who work.
    give_way(NICE)


def _bounded(task: Callable[[Given], Made], given: Given, most_cpu_s: float) -> Made:
    """Do a task in this process, which is ended where it computes for longer."""
    used = resource.getrusage(resource.RUSAGE_SELF)
    _, hard = resource.getrlimit(resource.RLIMIT_CPU)
    resource.setrlimit(resource.RLIMIT_CPU, (ceil(used.ru_utime + used.ru_stime + most_cpu_s), hard))
    return task(given)


@dataclass(eq=False)
class _Question:
    """A task that waits or is worked on. key: under which the same is known again; waited_for: whether somebody is."""

    task: Callable[[Any], Any]
    given: Any
    key: bytes | None
    answer: "Future[Any]" = field(default_factory=Future)
    attempts: int = 0
    waited_for: int = 0


class Processes:
    """So many of a kind. Close them at the end. Safe between threads."""

    def __init__(self, count: int, *, name: str, preload: str, patience_s: float, most_cpu_s: float) -> None:
        """name: what one of them is called. preload: a module that each needs.

        patience_s: how long an answer is waited for [s]. most_cpu_s: what one task may compute [s of a processor].
        """
        self.count, self.name, self.patience_s, self.most_cpu_s = count, name, patience_s, most_cpu_s
        self._lock, self._closed = RLock(), False
        self._context = multiprocessing.get_context("forkserver")
        _PRELOADED.add(preload)
        self._context.set_forkserver_preload(sorted(_PRELOADED))
        self.asked, self.given_up, self.working = 0, 0, 0
        """Tasks so far, those that ended without an answer, and those that are worked on now."""
        self._line: Line[_Question] = Line()
        self._going: dict[bytes, _Question] = {}
        self._late: Shelf[bytes, Future[Any]] = Shelf(LATE)
        self._pool = self._begun()

    @property
    def running(self) -> int:
        """How many are worked on now or wait."""
        return self.working + len(self._line)

    def _begun(self) -> ProcessPool:
        return ProcessPool(self.count, initializer=_begin, context=self._context)

    def do(self, task: Callable[[Given], Made], given: Given, *, key: bytes | None = None) -> Made:
        """What a task makes. Raises what it raises, and Unavailable where there is no answer yet.

        key: the same for the same task; then an answer that came too late is there when it is asked for again.
        """
        whose = asker.get()
        with self._lock:
            self.asked += 1
            question = self._known(key) or self._put(_Question(task, given, key), whose)
            question.waited_for += 1
        background = whose.urgency is Urgency.BACKGROUND
        try:
            made: Made = question.answer.result(BACKGROUND_PATIENCE_S if background else self.patience_s)
            return made
        except TookTooLong as late:
            if question.answer.done():
                raise Unavailable(f"this was given up ({self.name}); nothing was changed") from late
            raise Unavailable("this takes longer than usual just now; it is being worked on") from late
        except CancelledError as cancelled:
            raise Unavailable(f"this is being stopped ({self.name}); nothing was changed") from cancelled
        finally:
            with self._lock:
                question.waited_for -= 1

    def _known(self, key: bytes | None) -> _Question | None:
        """The question of this key that is worked on, or was answered too late; None where there is none."""
        if key is None:
            return None
        if (going := self._going.get(key)) is not None:
            return going
        late = self._late.pop(key)
        return None if late is None else _Question(_warmed, None, None, answer=late)

    def _put(self, question: _Question, whose: Asker) -> _Question:
        if question.key is not None:
            self._going[question.key] = question
        self._line.join(whose, question)
        self._hand_on()
        return question

    def _hand_on(self) -> None:
        """Give whose turn it is to a process that is free. Held by the lock."""
        while self.working < self.count and (question := self._line.next()) is not None:
            self._start(question)

    def _start(self, question: _Question) -> None:
        if self._closed:
            self._settle(question, Unavailable(f"this is being stopped ({self.name}); nothing was changed"))
            return
        pool = self._pool
        question.attempts += 1
        self.working += 1
        try:
            begun = pool.schedule(_bounded, (question.task, question.given, self.most_cpu_s))
        except RuntimeError:
            self.working -= 1
            self._renew(pool)
            self._again(question, Unavailable(f"those who do this are gone ({self.name}); nothing was changed"))
            return
        begun.add_done_callback(lambda done: self._ended(question, pool, done))

    def _ended(self, question: _Question, pool: ProcessPool, done: "Future[Any]") -> None:
        with self._lock:
            self.working -= 1
            try:
                self._answer(question, done.result())
            except ProcessExpired as expired:
                log.warning("a %s died (exit code %s)", self.name, expired.exitcode)
                words = f"those who do this died over it ({self.name}); nothing was changed"
                if expired.exitcode == -signal.SIGXCPU:
                    question.attempts = ATTEMPTS
                    words = f"this took more than {self.most_cpu_s:.0f} s of computing and was stopped ({self.name})"
                self._again(question, Unavailable(words))
            except (BrokenProcessPool, CancelledError):
                self._renew(pool)
                self._again(question, Unavailable(f"those who do this are gone ({self.name}); nothing was changed"))
            except BaseException as error:
                self._settle(question, error)
            self._hand_on()

    def _again(self, question: _Question, error: Exception) -> None:
        if question.attempts < ATTEMPTS and not self._closed:
            self._start(question)
            return
        self.given_up += 1
        self._settle(question, error)

    def _answer(self, question: _Question, made: Any) -> None:
        self._forget(question)
        question.answer.set_result(made)
        if question.key is not None and not question.waited_for:
            self._late.put(question.key, question.answer)

    def _settle(self, question: _Question, error: BaseException) -> None:
        self._forget(question)
        question.answer.set_exception(error)
        if question.key is not None and not question.waited_for and not isinstance(error, Unavailable):
            self._late.put(question.key, question.answer)

    def _forget(self, question: _Question) -> None:
        if question.key is not None and self._going.get(question.key) is question:
            del self._going[question.key]

    def _renew(self, broken: ProcessPool) -> None:
        """Begin with new processes where all of the old ones are gone; whoever comes first does it."""
        if self._pool is broken and not self._closed:
            log.warning("every %s is gone; beginning with new ones", self.name)
            self._pool = self._begun()

    def warm(self) -> None:
        """Have every process begin, so that the first task need not wait for it; returns at once."""
        for _ in range(self.count):
            self._pool.schedule(_warmed, (None,))

    def close(self) -> None:
        """Stop every process; none is begun after, and whoever waits is told so."""
        with self._lock:
            self._closed = True
            while (waits := self._line.next()) is not None:
                self._settle(waits, Unavailable(f"this is being stopped ({self.name}); nothing was changed"))
        self._pool.stop()  # type: ignore[no-untyped-call]
        self._pool.join()


_PRELOADED: set[str] = set()


def _warmed(_: None) -> None:
    """Nothing: beginning is what takes long."""
