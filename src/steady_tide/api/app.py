"""The application: routes, safety headers, and the built interface."""

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager

from fastapi import FastAPI
from fastapi.routing import APIRoute
from starlette.concurrency import run_in_threadpool

from steady_tide import __version__
from steady_tide.api.context import COOKIE, Service
from steady_tide.api.guards import problems
from steady_tide.api.guards.guard import Guard
from steady_tide.api.interface import serve_interface
from steady_tide.api.routes import (
    account,
    day,
    exports,
    field,
    first,
    footage,
    getting_ready,
    health,
    jobs,
    kit,
    local_folder,
    logbook,
    pictures,
    places,
    removed,
    scenes,
    session,
    setups,
    shares,
    shoots,
    stances,
    vocabulary,
)

MODULES = (
    health, session, account, shoots, day, exports, jobs, scenes, places, removed, shares, setups, kit, stances, first,
    pictures, getting_ready, field, logbook, footage, local_folder, vocabulary,
)  # fmt: skip


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
        # Nobody asks any more but jobs, which another takes up: what they ask is not waited for.
        await run_in_threadpool(service.closing)


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

    serve_interface(app, service.web, signed_in=COOKIE, demo=service.demo)
    app.add_middleware(Guard, service=service, routes=[route for module in MODULES for route in module.router.routes])
    return app
