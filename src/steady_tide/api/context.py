"""What routes are given: the service's parts, the account behind a request, its rows."""

from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path
from typing import Annotated

from fastapi import Cookie, Depends, Request

from steady_tide.desk.accounts import account_of
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.storage import Files
from steady_tide.store.database import Database, libpq
from steady_tide.store.owned import Rows
from steady_tide.store.trace import current
from steady_tide.work.jobs import Jobs
from steady_tide.work.queue import Queue
from steady_tide.work.worker import Worker

COOKIE = "steady_tide_session"


@dataclass(frozen=True)
class Service:
    """What the service is made of. In `demo` it signs its one creator in by itself; `works`: it does jobs itself."""

    database: Database
    files: Files
    web: Path | None
    demo: bool = False
    secure_cookies: bool = False
    works: bool = True
    shared: Shared = field(default_factory=Shared)

    @cached_property
    def queue(self) -> Queue:
        """The queue of what is done apart from requests."""
        return Queue(libpq(self.database.url))

    @property
    def worker(self) -> Worker:
        """Who does it."""
        return Worker(self.database, self.files, self.shared)


def service_of(request: Request) -> Service:
    """The service that answers this request."""
    service: Service = request.app.state.service
    return service


ServiceOf = Annotated[Service, Depends(service_of)]
Token = Annotated[str | None, Cookie(alias=COOKIE)]


def rows_of(service: ServiceOf, token: Token = None) -> Iterator[Rows]:
    """The rows of the signed-in account, in one transaction committed before the answer is sent."""
    with service.database.session() as session:
        account = account_of(session, token)
        if (trace := current.get()) is not None:
            trace.account = str(account.id)
        yield Rows(session, account.id)


RowsOf = Annotated[Rows, Depends(rows_of, scope="function")]
"""Scope "function": the transaction ends when the route returns, so what is answered is committed."""


def workplace_of(service: ServiceOf, rows: RowsOf) -> Workplace:
    """The rows of the signed-in account with what the service shares."""
    return Workplace(rows, service.shared)


WorkplaceOf = Annotated[Workplace, Depends(workplace_of)]


def jobs_of(service: ServiceOf, at: WorkplaceOf) -> Jobs:
    """The jobs of the signed-in account."""
    return Jobs(at, service.queue)


JobsOf = Annotated[Jobs, Depends(jobs_of)]
