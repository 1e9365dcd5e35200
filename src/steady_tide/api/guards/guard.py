"""What stands around every request: who may ask, how much may be sent, what every answer carries, what is noted.

It is the outermost of the application, so that every answer passes it, also that to an error nobody foresaw.
"""

import asyncio
import ipaddress
import logging
from contextlib import suppress
from time import perf_counter
from typing import Final
from urllib.parse import SplitResult, urlsplit
from uuid import uuid4

from fastapi.routing import APIRoute
from starlette.datastructures import Headers, MutableHeaders
from starlette.responses import Response
from starlette.routing import BaseRoute, Match
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from steady_tide.api.context import Service
from steady_tide.api.guards import logs, problems
from steady_tide.api.guards.bodies import EXTRA, LARGEST_BYTES, MB, Arriving, length_of
from steady_tide.store.trace import Trace, current

log = logging.getLogger("steady_tide")

WRITES: Final = frozenset({"POST", "PUT", "PATCH", "DELETE"})
LOOPBACK: Final = frozenset({"127.0.0.1", "localhost", "::1"})
REQUEST_ID: Final = "X-Request-Id"
HEADERS: Final = {
    "Content-Security-Policy": (
        "default-src 'self'; img-src 'self' blob: data:; style-src 'self' 'unsafe-inline'; "
        "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
}
HSTS: Final = "max-age=31536000"
"""Said where the service is reached by https: a browser then comes by nothing else for a year."""


class Guard:
    """The application with its guard around it."""

    def __init__(self, app: ASGIApp, *, service: Service, routes: list[BaseRoute]) -> None:
        self.app, self.service, self.routes = app, service, routes
        self.headers = {**HEADERS, **({"Strict-Transport-Security": HSTS} if service.https else {})}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        answer = _Answer(self, scope, send)
        token = current.set(answer.trace)
        try:
            await self._answered(scope, receive, answer)
        finally:
            current.reset(token)
            answer.noted()

    async def _answered(self, scope: Scope, receive: Receive, answer: "_Answer") -> None:
        length = length_of(scope)
        scope.setdefault("state", {})
        refusal = self._refusal(scope, length)
        if refusal is not None:
            await refusal(scope, receive, answer)
            return
        is_json = "json" in Headers(scope=scope).get("content-type", "json")
        answer.body = Arriving(receive, length, is_json=is_json) if length else None
        try:
            await self.app(scope, answer.body or receive, answer)
            if answer.collided:
                again = answer.body.again() if answer.body else receive
                await self.app(scope, again, answer.anew())
        except asyncio.CancelledError:
            if not self.service.ending.is_set() or answer.begun:
                raise
            await problems.stopping()(scope, receive, answer)
        except Exception as error:
            log.exception("unforeseen error in request %s", answer.name, exc_info=error)
            if not answer.begun:
                await problems.unforeseen()(scope, receive, answer)

    def _refusal(self, scope: Scope, length: int | None) -> Response | None:
        """Why a request is turned away before any route sees it, or None."""
        headers = Headers(scope=scope)
        host = headers.get("host", "")
        if not self._known(host):
            if self.service.demo:
                return problems.problem(403, "The demo answers on this machine only.")
            return problems.problem(421, "This service is not known by the name it was asked for.")
        if scope["method"] in WRITES:
            origin = headers.get("origin")
            if origin is not None and _split(origin).netloc != host:
                return problems.problem(403, "This request comes from another site.")
        if length is None:
            return problems.problem(411, "Say how long what you send is.")
        most = LARGEST_BYTES if length <= LARGEST_BYTES else self._largest(scope)
        return problems.problem(413, f"Send at most {most // MB} MB.") if length > most else None

    def _known(self, host: str) -> bool:
        """Whether this service answers to a name: an address says where it is, a name must be one of its own."""
        name = _split(f"//{host}").hostname or ""
        if name in LOOPBACK or self.service.demo:
            return name in LOOPBACK
        with suppress(ValueError):
            return bool(ipaddress.ip_address(name))
        return name in self.service.hosts

    def _largest(self, scope: Scope) -> int:
        """How much the route of a request takes."""
        for route in self.routes:
            if isinstance(route, APIRoute) and route.matches(scope)[0] is Match.FULL:
                most: int = (route.openapi_extra or {}).get(EXTRA, LARGEST_BYTES)
                return most
        return LARGEST_BYTES


def _split(address: str) -> SplitResult:
    """The parts of an address that somebody sent; of one that is none, nothing."""
    try:
        return urlsplit(address)
    except ValueError:
        return urlsplit("")


class _Answer:
    """An answer on its way out, and what is noted about its request."""

    def __init__(self, guard: Guard, scope: Scope, send: Send) -> None:
        self._guard, self._scope, self._send = guard, scope, send
        self.trace, self.name, self._since = Trace(), uuid4().hex[:16], perf_counter()
        self.status, self.begun = 500, False
        self.body: Arriving | None = None
        self._replaced = False
        self._last_try = False
        self.collided = False
        """Whether what was asked gave way to another change, and can be tried again: nothing of it was sent yet."""

    def anew(self) -> "_Answer":
        """An answer like this one, for the second and last try."""
        self.collided, self._last_try = False, True
        return self

    async def __call__(self, message: Message) -> None:
        """Send a piece of it."""
        if self._replaced or self.collided:
            return
        if message["type"] == "http.response.start" and self._collides():
            self.collided = True
            return
        if message["type"] == "http.response.start" and self.body is not None and (self.body.late or self.body.nested):
            self._replaced = True
            response = problems.problem(408, "What you send did not come in time; nothing was changed.")
            if self.body.nested:
                response = problems.problem(422, "This holds more lists and objects than anything that is meant.")
            response.headers["Connection"] = "close"
            for piece in _pieces(response):
                await self._passed(piece)
            return
        await self._passed(message)

    def _collides(self) -> bool:
        state = self._scope.get("state", {})
        repeatable = self.body is None or self.body.kept is not None
        return bool(state.pop("collided", False)) and repeatable and not self._last_try

    async def _passed(self, message: Message) -> None:
        if message["type"] == "http.response.start":
            self.status, self.begun = message["status"], True
            headers = MutableHeaders(scope=message)
            headers.update(self._guard.headers)
            headers[REQUEST_ID] = self.name
            if self._scope["path"].startswith("/api/"):
                headers.setdefault("Cache-Control", "no-store")
        await self._send(message)

    def noted(self) -> None:
        """Write the line of its request, and count it."""
        seconds = perf_counter() - self._since
        if self._scope["path"].startswith("/api/"):
            logs.note(self._scope, self.status, self.trace, name=self.name, seconds=seconds)
            self._guard.service.meters.request(self._scope, self.status, seconds)


def _pieces(response: Response) -> list[Message]:
    start = {"type": "http.response.start", "status": response.status_code, "headers": list(response.raw_headers)}
    return [start, {"type": "http.response.body", "body": bytes(response.body)}]
