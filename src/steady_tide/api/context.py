"""What routes are given: the service's parts, the account behind a request, its rows."""

from collections.abc import AsyncIterator, Callable, Iterator
from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path
from threading import Event
from typing import Annotated

from fastapi import Cookie, Depends, Request

from steady_tide.api.guards.metrics import Meters
from steady_tide.api.guards.readiness import LatestReadiness
from steady_tide.api.guards.turns import Turnstiles
from steady_tide.core.memo import Shelf
from steady_tide.core.requester import Asker, Urgency, asker
from steady_tide.desk.accounts.authentication import account_of
from steady_tide.desk.offered import Offered, offered
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.in_place import InPlace
from steady_tide.settings import Registration
from steady_tide.storage import Files
from steady_tide.store.database import Database, libpq
from steady_tide.store.owned import Rows
from steady_tide.store.trace import current
from steady_tide.work.jobs import Jobs
from steady_tide.work.queue import Queue
from steady_tide.work.worker import Worker

COOKIE = "steady_tide_session"
SPARE_CONNECTIONS = 4
"""Of the database's, those that are not for requests in turn: jobs, signing in, asking whether it answers."""
MOST_KNOWN = 20_000
"""Of the sessions that were found lately, so many are known without asking."""
SPARE_PLANS = 1
"""How many requests that plan are let in beyond those that are planned for: reading and writing takes time too."""


@dataclass(frozen=True, eq=False)
class Service:
    """What the service is made of. In `demo` it signs its one creator in by itself; `works`: it does jobs itself.

    hosts: names it is reached by, besides its addresses. https: whether browsers reach it by https.
    registration: who may make an account. in_place: footage that is read where it lies.
    closing: what ends when nobody asks any more, before the jobs do.
    """

    database: Database
    files: Files
    web: Path | None
    demo: bool = False
    https: bool = False
    hosts: frozenset[str] = frozenset()
    registration: Registration = "open"
    works: bool = True
    in_place: InPlace | None = None
    closing: Callable[[], None] = lambda: None
    ending: Event = field(default_factory=Event)
    """Set once it stops: who waits for something to change is answered."""
    shared: Shared = field(default_factory=Shared)
    meters: Meters = field(default_factory=Meters)
    known: Shelf[str, str] = field(default_factory=lambda: Shelf(MOST_KNOWN))
    """Accounts by the tokens of sessions that were found lately."""

    @cached_property
    def turns(self) -> Turnstiles:
        """What requests take turns at."""
        connections = self.database.connections - SPARE_CONNECTIONS
        return Turnstiles.around(connections=connections, planners=self.shared.planners.at_once + SPARE_PLANS)

    @cached_property
    def latest_readiness(self) -> LatestReadiness:
        """What is wrong with it, as of a moment ago."""
        return LatestReadiness(self.database, self.files)

    @cached_property
    def queue(self) -> Queue:
        """The queue of what is done apart from requests."""
        return Queue(libpq(self.database.url))

    @property
    def offered(self) -> Offered:
        """What reads the words of pictures that were offered."""
        with self.database.session() as session:
            return offered(self.shared, session)

    @property
    def worker(self) -> Worker:
        """Who does it."""
        return Worker(self.database, self.files, self.queue, self.shared)


async def service_of(request: Request) -> Service:
    """The service that answers this request."""
    service: Service = request.app.state.service
    return service


ServiceOf = Annotated[Service, Depends(service_of)]
Token = Annotated[str | None, Cookie(alias=COOKIE)]


async def whose(request: Request, service: ServiceOf, token: Token = None) -> str:
    """Whom a request counts for where turns are taken: an account that was seen to be signed in, or an address.

    Whoever comes with a token that nobody knows counts by where they come from: tokens can be made up, addresses not.
    """
    return (service.known.get(token) if token else None) or address_of(request)


def address_of(request: Request) -> str:
    """From which address a request comes."""
    return request.client.host if request.client else ""


def offered_of(service: ServiceOf) -> Offered:
    """What reads the words of pictures that were offered."""
    return service.offered


OfferedOf = Annotated[Offered, Depends(offered_of)]
Whose = Annotated[str, Depends(whose)]


async def connection_turn(service: ServiceOf, who: Whose) -> AsyncIterator[None]:
    """A turn at the database: waiting for it holds neither a thread nor a connection."""
    async with service.turns.connections.one(who):
        yield


async def planner_turn(service: ServiceOf, who: Whose) -> AsyncIterator[None]:
    """A turn at the planners, in whose name they are asked."""
    async with service.turns.planners.one(who):
        asker.set(Asker(who))
        yield


async def page_turn(service: ServiceOf, who: Whose) -> AsyncIterator[None]:
    """A turn at the planners for what an open page waits for, after whoever changes something."""
    async with service.turns.planners.one(who):
        asker.set(Asker(who, Urgency.PAGE))
        yield


async def password_turn(service: ServiceOf, request: Request) -> AsyncIterator[None]:
    """A turn at what is made slow on purpose."""
    async with service.turns.passwords.one(address_of(request)):
        yield


async def painter_turn(service: ServiceOf, who: Whose) -> AsyncIterator[None]:
    """A turn at those who make pictures."""
    async with service.turns.renderers.one(who):
        yield


PainterTurn = Depends(painter_turn, scope="function")
ConnectionTurn = Depends(connection_turn, scope="function")
PlannerTurn = Depends(planner_turn, scope="function")
PageTurn = Depends(page_turn, scope="function")
PasswordTurn = Depends(password_turn, scope="function")
"""Scope "function": the turn ends when the route returns, not when its answer was taken."""


def rows_of(service: ServiceOf, turn: Annotated[None, ConnectionTurn], token: Token = None) -> Iterator[Rows]:
    """The rows of the signed-in account, in one transaction committed before the answer is sent."""
    with service.database.session() as session:
        account = account_of(session, token)
        service.known.put(token or "", str(account.id))
        if (trace := current.get()) is not None:
            trace.account = str(account.id)
        yield Rows(session, account.id)


RowsOf = Annotated[Rows, Depends(rows_of, scope="function")]
"""What is answered is committed."""


async def workplace_of(turn: Annotated[None, PlannerTurn], service: ServiceOf, rows: RowsOf) -> Workplace:
    """The rows of the signed-in account with what the service shares, where plans may have to be made."""
    return Workplace(rows, service.shared)


WorkplaceOf = Annotated[Workplace, Depends(workplace_of)]


async def page_of(turn: Annotated[None, PageTurn], service: ServiceOf, rows: RowsOf) -> Workplace:
    """The workplace of a request that plans for an open page, in its turn."""
    return Workplace(rows, service.shared)


PageOf = Annotated[Workplace, Depends(page_of)]


async def plain_of(service: ServiceOf, rows: RowsOf) -> Workplace:
    """The rows of the signed-in account with what the service shares, where nothing is planned."""
    return Workplace(rows, service.shared)


PlainOf = Annotated[Workplace, Depends(plain_of)]


async def gallery_of(turn: Annotated[None, PainterTurn], service: ServiceOf, rows: RowsOf) -> Workplace:
    """The workplace of a request for pictures, in its turn at the renderers."""
    return Workplace(rows, service.shared)


GalleryOf = Annotated[Workplace, Depends(gallery_of)]


async def jobs_of(service: ServiceOf, rows: RowsOf) -> Jobs:
    """The jobs of the signed-in account."""
    return Jobs(Workplace(rows, service.shared), service.queue)


JobsOf = Annotated[Jobs, Depends(jobs_of)]
