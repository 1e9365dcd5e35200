"""One line of JSON for each request: which, whose, how it ended, how long it took, and how long in the database."""

import json
import logging
from collections.abc import Awaitable, Callable
from time import perf_counter
from uuid import uuid4

from fastapi import FastAPI, Request, Response

from steady_tide.store.trace import Trace, current

log = logging.getLogger("steady_tide.request")
HEADER = "X-Request-Id"
Next = Callable[[Request], Awaitable[Response]]


def _line(request: Request, status: int, trace: Trace, *, name: str, seconds: float) -> str:
    route = request.scope.get("route")
    told = {
        "request": name,
        "method": request.method,
        "route": getattr(route, "path", None) or "(none)",
        "status": status,
        "ms": round(1000.0 * seconds, 1),
        "database_ms": round(1000.0 * trace.database_s, 1),
        "statements": trace.statements,
        "account": trace.account or None,
    }
    return json.dumps({**told, **({"slow": trace.notes} if trace.notes else {})})


def install(app: FastAPI) -> None:
    """Keep a trace of each request to the service, answer with its name, and write its line."""

    @app.middleware("http")
    async def traced(request: Request, call_next: Next) -> Response:
        if not request.url.path.startswith("/api/"):
            return await call_next(request)
        trace, name, begun = Trace(), uuid4().hex[:16], perf_counter()
        token = current.set(trace)
        status = 500
        try:
            response = await call_next(request)
            status = response.status_code
            response.headers[HEADER] = name
            return response
        finally:
            current.reset(token)
            if log.isEnabledFor(logging.INFO):
                log.info(_line(request, status, trace, name=name, seconds=perf_counter() - begun))
