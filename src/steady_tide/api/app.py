"""The application: routes, safety headers, and the built interface."""

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from typing import Any, Final

from fastapi import FastAPI, Response
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from starlette.middleware.gzip import GZipMiddleware
from starlette.responses import FileResponse

from steady_tide import __version__
from steady_tide.api import (
    account,
    day,
    exports,
    first,
    jobs,
    kit,
    places,
    problems,
    ready,
    removed,
    scenes,
    session,
    setups,
    shares,
    shoots,
    stances,
    vocabulary,
)
from steady_tide.api.context import Service
from steady_tide.api.guard import Guard

MODULES = (
    ready, session, account, shoots, day, exports, jobs, scenes, places, removed, shares, setups, kit, stances, first,
    vocabulary,
)  # fmt: skip


LEAST_PACKED: Final = 1024
"""Files from this size on leave compressed [bytes]."""


def _operation_id(route: APIRoute) -> str:
    return f"{route.tags[0] if route.tags else 'service'}_{route.name}"


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
    for module in MODULES:
        app.include_router(module.router)

    _serve_interface(app, service)
    app.add_middleware(Guard, service=service, routes=app.routes)
    return app


class Named(StaticFiles):
    """Files whose names change with what is in them: a browser may keep them for ever."""

    def file_response(self, *args: Any, **named: Any) -> Response:
        """The file, with leave to keep it."""
        response = super().file_response(*args, **named)
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return response


def _serve_interface(app: FastAPI, service: Service) -> None:
    web = service.web
    if web is None or not (web / "index.html").exists():
        return
    app.mount("/assets", GZipMiddleware(Named(directory=web / "assets"), minimum_size=LEAST_PACKED), name="assets")
    files = {path.name: path for path in web.iterdir() if path.is_file()}

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> Response:
        """A file of the interface, or the one page that holds all places."""
        if path.startswith("api/"):
            return problems.problem(404, "There is no such thing here.")
        chosen = files.get(path, web / "index.html")
        return FileResponse(chosen, headers={"Cache-Control": "no-cache"})
