"""Answers kept as long as what gave them: the one way in which the core remembers by key."""

from collections.abc import Callable, Hashable
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
