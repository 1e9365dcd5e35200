"""Turns at what there is little of: connections, planners, hashing. Whoever waits holds neither thread nor connection.

Those who wait are served in turn, one after another, however much one of them asks for; who would wait too long is
told so early, and with all places taken it is the one who asks most that is turned away.
"""

import asyncio
from collections import Counter, OrderedDict, deque
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from dataclasses import dataclass
from threading import Lock
from typing import Final

from steady_tide.store.errors import Unavailable

RETRY_S: Final = 2
"""After how long somebody who is turned away may ask again [s]."""
BUSY: Final = "too many are served just now; nothing was changed, try again in a moment"


class Busy(Unavailable):
    """All places are taken, and it would take too long to wait for one."""


@dataclass(eq=False)
class _Waiter:
    """Somebody who waits. seated: True once it is their turn, False once they are turned away."""

    loop: asyncio.AbstractEventLoop
    woken: "asyncio.Future[None]"
    seated: bool | None = None

    def wake(self, seated: bool) -> None:
        self.seated = seated
        self.loop.call_soon_threadsafe(self._wakes)

    def _wakes(self) -> None:
        if not self.woken.done():
            self.woken.set_result(None)


class Turns:
    """So many places, handed on in turn among those who wait. Safe between threads and event loops."""

    def __init__(self, places: int, *, each: int, waiting: int, patience_s: float) -> None:
        """places: at once. each: of them for one person. waiting: at most so many in the queue, so long [s]."""
        self.places, self.each, self.most_waiting, self.patience_s = places, each, waiting, patience_s
        self.free = places
        self.refused = 0
        """How many were turned away so far."""
        self._lock = Lock()
        self._held: Counter[str] = Counter()
        self._queues: OrderedDict[str, deque[_Waiter]] = OrderedDict()

    @property
    def waiting(self) -> int:
        """How many wait."""
        return sum(len(queue) for queue in self._queues.values())

    @asynccontextmanager
    async def one(self, whose: str) -> AsyncIterator[None]:
        """A place for as long as the context lasts. Raises Busy instead of letting anybody wait for long."""
        await self._take(whose)
        try:
            yield
        finally:
            with self._lock:
                self._give_back(whose)

    async def _take(self, whose: str) -> None:
        with self._lock:
            if self.free and self._held[whose] < self.each and whose not in self._queues:
                self._seat(whose)
                return
            waiter = self._join(whose)
        try:
            await asyncio.wait({waiter.woken}, timeout=self.patience_s)
        except BaseException:
            with self._lock:
                if waiter.seated:
                    self._give_back(whose)
                elif waiter.seated is None:
                    self._leave(whose, waiter)
            raise
        with self._lock:
            if waiter.seated is None:
                self._leave(whose, waiter)
                self.refused += 1
        if not waiter.seated:
            raise Busy(BUSY)

    def _seat(self, whose: str) -> None:
        self.free -= 1
        self._held[whose] += 1

    def _give_back(self, whose: str) -> None:
        self.free += 1
        self._held[whose] -= 1
        if not self._held[whose]:
            del self._held[whose]
        self._hand_on()

    def _hand_on(self) -> None:
        """Give free places to those who wait, one to each in turn."""
        while self.free:
            next_one = next((key for key in self._queues if self._held[key] < self.each), None)
            if next_one is None:
                return
            queue = self._queues[next_one]
            self._seat(next_one)
            queue.popleft().wake(seated=True)
            self._queues.move_to_end(next_one)
            if not queue:
                del self._queues[next_one]

    def _join(self, whose: str) -> _Waiter:
        if self.waiting >= self.most_waiting:
            self._make_room(whose)
        loop = asyncio.get_running_loop()
        waiter = _Waiter(loop, loop.create_future())
        self._queues.setdefault(whose, deque()).append(waiter)
        return waiter

    def _make_room(self, whose: str) -> None:
        """Turn the last of those away who wait with most; that may be the one who comes."""
        self.refused += 1
        greedy = max(self._queues, key=lambda key: len(self._queues[key]))
        if len(self._queues[greedy]) <= len(self._queues.get(whose, ())) + 1:
            raise Busy(BUSY)
        waiter = self._queues[greedy].pop()
        waiter.wake(seated=False)

    def _leave(self, whose: str, waiter: _Waiter) -> None:
        queue = self._queues[whose]
        queue.remove(waiter)
        if not queue:
            del self._queues[whose]


PATIENCE_S = 20.0
"""How long a turn may be waited for [s]. Whoever asks ten things at once has ten answers, one after another."""
PICTURE_PATIENCE_S = 20.0
"""How long a picture may be waited for [s]: whoever looks sees that it comes, and nothing else waits for it."""


@dataclass(frozen=True)
class Turnstiles:
    """What requests take turns at. A planner's turn is taken before that at a connection, which it holds meanwhile."""

    connections: Turns
    planners: Turns
    passwords: Turns
    renderers: Turns

    @property
    def every(self) -> dict[str, Turns]:
        """All of them by name."""
        return {
            "connections": self.connections,
            "planners": self.planners,
            "passwords": self.passwords,
            "renderers": self.renderers,
        }

    @classmethod
    def around(cls, *, connections: int, planners: int) -> "Turnstiles":
        """For so many connections to the database, and so many plans worked out at once."""
        return cls(
            Turns(connections, each=max(1, connections // 2), waiting=400, patience_s=PATIENCE_S),
            Turns(planners, each=max(1, planners // 2), waiting=200, patience_s=PATIENCE_S),
            Turns(2, each=1, waiting=20, patience_s=PATIENCE_S),
            Turns(planners, each=max(1, planners // 2), waiting=400, patience_s=PICTURE_PATIENCE_S),
        )
