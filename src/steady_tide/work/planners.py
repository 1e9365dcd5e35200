"""Plans in processes of their own: as many as there are cores, none of them for longer than it is worth.

What is asked and answered is pickled; a camera, which is large and asked about again and again, goes along as the
bytes it was pickled to once, and each process keeps those it has read.
"""

import hashlib
import io
import logging
import multiprocessing
import os
import pickle
import signal
from collections.abc import Callable
from concurrent.futures import TimeoutError as TookTooLong
from concurrent.futures.process import BrokenProcessPool
from threading import Lock
from typing import Any, Concatenate, Final, NamedTuple, ParamSpec, TypeVar

from pebble import ProcessExpired, ProcessPool

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.device import Device
from steady_tide.core.memo import Shelf
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.store.errors import Unavailable

Told = ParamSpec("Told")
Answer = TypeVar("Answer")
log = logging.getLogger("steady_tide.work")

LONGEST_S: Final = 8.0
"""After how long a question is given up [s]. On a slow machine a plan of a rich camera takes 0.1 s."""
NICE: Final = 10
KEPT: Final = 64
"""How many cameras each process keeps ready."""


class _Packed(NamedTuple):
    """A camera as it goes along. held: itself, so that its identity is not given to another."""

    held: Device
    digest: str
    content: bytes


class _Packer(pickle.Pickler):
    """Pickles everything but cameras, which go by what they were packed to."""

    def __init__(self, file: io.BytesIO, packed: Shelf[int, _Packed]) -> None:
        super().__init__(file, protocol=pickle.HIGHEST_PROTOCOL)
        self._packed = packed

    def persistent_id(self, found: object) -> tuple[str, bytes] | None:
        """What stands for a camera; None for anything else."""
        if not isinstance(found, Device):
            return None
        packed = self._packed.of(id(found), lambda: _pack(found))
        return packed.digest, packed.content


def _pack(device: Device) -> _Packed:
    content = pickle.dumps(device, pickle.HIGHEST_PROTOCOL)
    return _Packed(device, hashlib.sha256(content).hexdigest(), content)


class _Unpacker(pickle.Unpickler):
    def persistent_load(self, pid: Any) -> Device:
        """The camera that was packed."""
        digest, content = pid
        return _KEPT.of(digest, lambda: pickle.loads(content))


_KEPT: Shelf[str, Device] = Shelf(KEPT)
_SPACES = Spaces(KEPT)
"""What each process of a pool keeps for itself."""


def _begin() -> None:
    # Ctrl-C reaches every process of a terminal; these are stopped by the one that began them.
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    # Whoever only reads is not to wait for those who plan.
    os.nice(NICE)


def _answered(packed: bytes) -> bytes:
    question, told, named = _Unpacker(io.BytesIO(packed)).load()
    return pickle.dumps(question(_SPACES, *told, **named), pickle.HIGHEST_PROTOCOL)


class Pool:
    """So many processes that plan. Close it at the end."""

    def __init__(self, processes: int, *, longest_s: float = LONGEST_S) -> None:
        self.longest_s = longest_s
        self._processes = processes
        self._renewing, self._closed = Lock(), False
        self._packed: Shelf[int, _Packed] = Shelf(128)
        context = multiprocessing.get_context("forkserver")
        context.set_forkserver_preload(["steady_tide.desk.planners"])
        self.asked, self.given_up, self.running = 0, 0, 0
        """Questions so far, those given up after too long, and those that are worked on or wait now."""
        self._context = context
        self._pool = self._begun()

    def _begun(self) -> ProcessPool:
        return ProcessPool(self._processes, initializer=_begin, context=self._context)

    @property
    def at_once(self) -> int:
        """How many questions are worked on at once."""
        return self._processes

    def ask(
        self, question: Callable[Concatenate[Spaces, Told], Answer], *told: Told.args, **named: Told.kwargs
    ) -> Answer:
        """The answer of another process. Raises as `Planners.ask`; Unavailable where that process died twice."""
        sheet = io.BytesIO()
        _Packer(sheet, self._packed).dump((question, told, named))
        self.asked += 1
        self.running += 1
        try:
            answer: Answer = pickle.loads(self._asked(sheet.getvalue()))
        finally:
            self.running -= 1
        return answer

    def _asked(self, packed: bytes) -> bytes:
        for _ in range(2):
            pool = self._pool
            try:
                asked = pool.schedule(_answered, (packed,), timeout=self.longest_s)
            except RuntimeError:
                self._renew(pool)
                continue
            try:
                answer: bytes = asked.result()
                return answer
            except TookTooLong as error:
                self.given_up += 1
                words = (
                    f"planning this took longer than {self.longest_s:.0f} s and was given up; "
                    "a camera with fewer modes, shutters or ISO values is planned sooner"
                )
                raise BadInput([Problem((), words)]) from error
            except ProcessExpired as expired:
                log.warning("a planner died (exit code %s); asking another", expired.exitcode)
            except BrokenProcessPool:
                self._renew(pool)
        raise Unavailable("planning failed twice; nothing was changed")

    def _renew(self, broken: ProcessPool) -> None:
        """Begin with new processes where all of the old ones are gone; whoever comes first does it."""
        with self._renewing:
            if self._pool is broken and not self._closed:
                log.warning("all planners are gone; beginning with new ones")
                self._pool = self._begun()

    def warm(self) -> None:
        """Have every process begin, so that the first plan need not wait for it; returns at once."""
        for _ in range(self._processes):
            self._pool.schedule(_warmed)

    def close(self) -> None:
        """Stop every process; none is begun after."""
        with self._renewing:
            self._closed = True
        self._pool.stop()  # type: ignore[no-untyped-call]
        self._pool.join()


def _warmed() -> None:
    """Nothing: beginning is what takes long."""
