"""What one request costs the database: counted while it runs, read by whoever answers it."""

from contextvars import ContextVar
from dataclasses import dataclass, field
from time import perf_counter
from typing import Any

from sqlalchemy import Engine, event


@dataclass
class Trace:
    """One request: its statements and the time they took [s], whose it is, and what was slow about it."""

    statements: int = 0
    database_s: float = 0.0
    account: str = ""
    notes: list[dict[str, object]] = field(default_factory=list)


current: ContextVar[Trace | None] = ContextVar("trace", default=None)
"""The trace of the request that is answered here, if one is kept."""


def count_statements(engine: Engine) -> None:
    """Count what an engine is asked towards the current trace."""

    def before(*given: Any) -> None:
        given[4].begun = perf_counter()

    def after(*given: Any) -> None:
        trace = current.get()
        if trace is not None:
            trace.statements += 1
            trace.database_s += perf_counter() - given[4].begun

    event.listen(engine, "before_cursor_execute", before)
    event.listen(engine, "after_cursor_execute", after)
