"""One line of JSON for each request: which, whose, how it ended, how long it took, and how long in the database."""

import json
import logging

from starlette.types import Scope

from steady_tide.store.trace import Trace

log = logging.getLogger("steady_tide.request")
NO_ROUTE = "(none)"


def route_of(scope: Scope) -> str:
    """The pattern of the route that answered; never what somebody wrote into its address."""
    return getattr(scope.get("route"), "path", None) or NO_ROUTE


def note(scope: Scope, status: int, trace: Trace, *, name: str, seconds: float) -> None:
    """Write the line of one request. name: the id it was answered with."""
    if not log.isEnabledFor(logging.INFO):
        return
    told = {
        "request": name,
        "method": scope["method"],
        "route": route_of(scope),
        "status": status,
        "ms": round(1000.0 * seconds, 1),
        "database_ms": round(1000.0 * trace.database_s, 1),
        "statements": trace.statements,
        "account": trace.account or None,
    }
    log.info(json.dumps({**told, **({"slow": trace.notes} if trace.notes else {})}))
