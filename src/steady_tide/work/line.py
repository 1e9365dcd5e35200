"""A line before what there is little of: the urgent first, and of one urgency everybody in turn."""

from collections import OrderedDict, deque
from typing import Generic, TypeVar

from steady_tide.core.requester import Asker, Urgency

Waits = TypeVar("Waits")


class Line(Generic[Waits]):
    """What waits, by urgency and by whose it is. Not safe between threads: its owner holds a lock."""

    def __init__(self) -> None:
        self._queues: dict[Urgency, OrderedDict[str, deque[Waits]]] = {one: OrderedDict() for one in Urgency}

    def __len__(self) -> int:
        return sum(len(queue) for queues in self._queues.values() for queue in queues.values())

    def join(self, asker: Asker, waits: Waits) -> None:
        """Wait behind what the same asker put in before."""
        self._queues[asker.urgency].setdefault(asker.whose, deque()).append(waits)

    def next(self, *, most: Urgency = Urgency.BACKGROUND) -> Waits | None:
        """Whose turn it is, taken out; None where nobody waits who is as urgent as `most`."""
        for urgency, queues in self._queues.items():
            if urgency > most or not queues:
                continue
            whose, queue = queues.popitem(last=False)
            found = queue.popleft()
            if queue:
                queues[whose] = queue
            return found
        return None
