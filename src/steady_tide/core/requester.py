"""Who asks for work that is done elsewhere, and how urgently: told along with a question by its context."""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from enum import IntEnum


class Urgency(IntEnum):
    """What comes first where several wait: somebody who changes something, an open page, work nobody waits for."""

    INTERACTIVE = 0
    PAGE = 1
    BACKGROUND = 2


@dataclass(frozen=True)
class Asker:
    """whose: the account or address that a question counts for; those of one urgency are served in turn."""

    whose: str = ""
    urgency: Urgency = Urgency.INTERACTIVE


NOBODY = Asker()
asker: ContextVar[Asker] = ContextVar("asker", default=NOBODY)
"""Who asks here."""


@contextmanager
def asking(whose: str, urgency: Urgency) -> Iterator[None]:
    """Ask as somebody for as long as the context lasts."""
    token = asker.set(Asker(whose, urgency))
    try:
        yield
    finally:
        asker.reset(token)
