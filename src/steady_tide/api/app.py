"""The application: routes, safety headers, and the built interface."""

from collections.abc import AsyncIterator, Awaitable, Callable
from contextlib import asynccontextmanager
from urllib.parse import urlsplit

from fastapi import FastAPI, Request, Response
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from starlette.responses import FileResponse

from steady_tide import __version__
from steady_tide.api import (
    day,
    exports,
    jobs,
    kit,
    logs,
    places,
    problems,
    scenes,
    session,
    setups,
    shoots,
    stances,
    vocabulary,
)
from steady_tide.api.context import Service, ServiceOf

LARGEST_BODY_BYTES = 5_000_000
LARGEST_STILL_BYTES = 40_000_000
"""Stills come whole from the camera; everything else that is sent is text."""
WRITES = frozenset({"POST", "PUT", "PATCH", "DELETE"})
LOOPBACK = frozenset({"127.0.0.1", "localhost", "[::1]"})
HEADERS = {
    "Content-Security-Policy": (
        "default-src 'self'; img-src 'self' blob: data:; style-src 'self' 'unsafe-inline'; "
        "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
}
Next = Callable[[Request], Awaitable[Response]]


def _operation_id(route: APIRoute) -> str:
    return f"{route.tags[0] if route.tags else 'service'}_{route.name}"


def _refusal(request: Request, service: Service) -> Response | None:
    """Why a request is turned away before any route sees it, or None."""
    host = request.headers.get("host", "")
    if service.demo and host.rsplit(":", 1)[0] not in LOOPBACK:
        return problems.problem(403, "The demo answers on this machine only.")
    if request.method in WRITES:
        origin = request.headers.get("origin")
        if origin is not None and urlsplit(origin).netloc != host:
            return problems.problem(403, "This request comes from another site.")
        length = request.headers.get("content-length", "0")
        most = LARGEST_STILL_BYTES if request.url.path.endswith("/cards") else LARGEST_BODY_BYTES
        if not length.isdigit() or int(length) > most or "transfer-encoding" in request.headers:
            return problems.problem(413, f"Send at most {most // 1_000_000} MB, with its length.")
    return None


@asynccontextmanager
async def _working(app: FastAPI) -> AsyncIterator[None]:
    """Do jobs for as long as the application runs, where the service does them itself."""
    service: Service = app.state.service
    if not service.works:
        yield
        return
    async with service.queue.worker(service.worker.perform, service.worker.tidy):
        yield


def create_app(service: Service) -> FastAPI:
    """The web application around a service."""
    app = FastAPI(
        title="Steady Tide",
        version=__version__,
        generate_unique_id_function=_operation_id,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        separate_input_output_schemas=False,
        lifespan=_working,
    )
    app.state.service = service
    problems.install(app)
    for module in (session, shoots, day, exports, jobs, scenes, places, setups, kit, stances, vocabulary):
        app.include_router(module.router)

    @app.get("/api/health", tags=["service"])
    def health(service: ServiceOf) -> dict[str, str]:
        """Whether the service and its database answer."""
        service.database.check()
        return {"status": "steady", "version": __version__}

    @app.middleware("http")
    async def guard(request: Request, call_next: Next) -> Response:
        response = _refusal(request, service) or await call_next(request)
        for name, value in HEADERS.items():
            response.headers[name] = value
        if request.url.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
        return response

    logs.install(app)
    _serve_interface(app, service)
    return app


def _serve_interface(app: FastAPI, service: Service) -> None:
    web = service.web
    if web is None or not (web / "index.html").exists():
        return
    app.mount("/assets", StaticFiles(directory=web / "assets"), name="assets")
    files = {path.name: path for path in web.iterdir() if path.is_file()}

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> Response:
        """A file of the interface, or the one page that holds all places."""
        if path.startswith("api/"):
            return problems.problem(404, "There is no such thing here.")
        chosen = files.get(path, web / "index.html")
        return FileResponse(chosen, headers={"Cache-Control": "no-cache"})
