"""Answers kept by key: as long as what gave them (`Memo`), or so many of the latest for all who ask (`Shelf`)."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

Key = TypeVar("Key", bound=Hashable)
Answer = TypeVar("Answer")


class Memo(Generic[Key, Answer]):
    """A question that is worked out once for each key. Belongs to one object, and goes with it."""

    def __init__(self, work: Callable[[Key], Answer]) -> None:
        self._work = work
        self._kept: dict[Key, Answer] = {}

    def __call__(self, key: Key) -> Answer:
        """The answer, worked out at the first time."""
        if key not in self._kept:
            self._kept[key] = self._work(key)
        return self._kept[key]


class Shelf(Generic[Key, Answer]):
    """The answers asked for most lately, `most` of them. Safe between threads; two may work the same out at once."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._kept: OrderedDict[Key, Answer] = OrderedDict()
        self._lock = Lock()

    def __len__(self) -> int:
        return len(self._kept)

    def __contains__(self, key: Key) -> bool:
        """Whether an answer is kept under a key."""
        with self._lock:
            return key in self._kept

    def pop(self, key: Key) -> Answer | None:
        """The answer kept under a key, taken out; None where there is none."""
        with self._lock:
            return self._kept.pop(key, None)

    def get(self, key: Key) -> Answer | None:
        """The answer kept under a key; None where there is none."""
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
            return self._kept.get(key)

    def put(self, key: Key, answer: Answer) -> None:
        """Keep an answer under a key, in place of the one before."""
        with self._lock:
            self._kept[key] = answer
            self._kept.move_to_end(key)
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)

    def of(self, key: Key, work: Callable[[], Answer]) -> Answer:
        """The answer kept under a key, else one that is worked out now and kept."""
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return self._kept[key]
        made = work()
        self.put(key, made)
        return made
