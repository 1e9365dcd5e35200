"""The application: routes, safety headers, and the built interface."""

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager

from fastapi import FastAPI, Response
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from starlette.responses import FileResponse

from steady_tide import __version__
from steady_tide.api import (
    day,
    exports,
    jobs,
    kit,
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
from steady_tide.api.guard import Guard


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
    for module in (session, shoots, day, exports, jobs, scenes, places, setups, kit, stances, vocabulary):
        app.include_router(module.router)

    @app.get("/api/health", tags=["service"])
    def health(service: ServiceOf) -> dict[str, str]:
        """Whether the service and its database answer."""
        service.database.check()
        return {"status": "steady", "version": __version__}

    _serve_interface(app, service)
    app.add_middleware(Guard, service=service, routes=app.routes)
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
