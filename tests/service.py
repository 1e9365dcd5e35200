"""A real database and a real service for the tests: one throwaway cluster a session."""

import asyncio
import shutil
import tempfile
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from pathlib import Path
from typing import Any, TypeVar
from uuid import UUID, uuid4

import httpx2
import pytest
from argon2 import PasswordHasher
from starlette.testclient import TestClient

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.demo.load import demo_kit
from steady_tide.desk.accounts import authentication
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.launch.cluster import Cluster
from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.store.owned import Rows
from steady_tide.store.tables import Owned

Client = TypeVar("Client", bound=httpx2.Client)
ORIGIN = "http://testserver"


@pytest.fixture(scope="session", autouse=True)
def _quick_hashes() -> None:
    """Passwords are hashed with the least there is: how slow that is on purpose, is a test of its own."""
    authentication.HASHER = PasswordHasher(time_cost=1, memory_cost=8, parallelism=1)


@contextmanager
def throwaway(what: str) -> Iterator[tuple[Cluster, Path]]:
    """A private PostgreSQL without fsync, and its folder; both are gone at the end."""
    home = Path(tempfile.mkdtemp(prefix=f"steady-tide-{what}-", dir="/tmp"))
    home.chmod(0o755)
    made = Cluster(home, fsync=False)
    try:
        made.start()
        yield made, home
    finally:
        made.stop()
        shutil.rmtree(home, ignore_errors=True)


@contextmanager
def migrated(cluster: Cluster, name: str) -> Iterator[Database]:
    """A database of a cluster with all its tables."""
    database = Database(cluster.url(name))
    try:
        database.migrate()
        yield database
    finally:
        database.close()


@pytest.fixture(scope="session")
def cluster() -> Iterator[Cluster]:
    """One for a session of tests."""
    with throwaway("test") as (made, _):
        yield made


@pytest.fixture(scope="session")
def database(cluster: Cluster) -> Iterator[Database]:
    """A migrated database in it."""
    with migrated(cluster, "tests") as made:
        yield made


@pytest.fixture(scope="session")
def files(tmp_path_factory: pytest.TempPathFactory) -> Files:
    """A folder for large files."""
    return Files(str(tmp_path_factory.mktemp("files")))


@pytest.fixture(scope="session")
def service(database: Database, files: Files) -> Service:
    """The service as a normal start makes it; jobs wait until a test has them done."""
    return Service(database, files, web=None, works=False, hosts=frozenset({"testserver"}))


@pytest.fixture(scope="session")
def app(service: Service) -> Any:
    """Its application."""
    return create_app(service)


@pytest.fixture
def do_jobs(service: Service) -> Callable[[], None]:
    """Do every job that waits, as the worker of the service does; in a thread, as a browser may hold the loop here."""

    def do() -> None:
        worker = service.worker
        with ThreadPoolExecutor(1) as thread:
            thread.submit(lambda: asyncio.run(service.queue.empty(worker.perform, worker.tidy))).result()

    return do


@pytest.fixture
def visitor(app: Any) -> Iterator[TestClient]:
    """Somebody who is not signed in."""
    with a_browser(app) as client:
        yield client


def a_browser(app: Any, address: str = "127.0.0.1") -> TestClient:
    """A browser that comes from an address; errors are answers to it."""
    headers = {"Origin": ORIGIN}
    return TestClient(app, base_url=ORIGIN, headers=headers, raise_server_exceptions=False, client=(address, 50_000))


def join(app: Any) -> TestClient:
    """A new creator, signed in."""
    return joined(a_browser(app))


def joined(client: Client) -> Client:
    """A client, signed in as a new creator."""
    new = {"email": f"{uuid4().hex}@example.invalid", "name": "Somebody", "password": "a long enough secret"}
    assert client.post("/api/session/accounts", json=new).status_code == 201
    return client


@pytest.fixture
def creator(app: Any) -> TestClient:
    """A signed-in creator with the demo kit."""
    return with_kit(join(app))


def with_kit(client: TestClient) -> TestClient:
    """A signed-in creator, now with the demo kit."""
    assert client.put("/api/kit", json=demo_kit().plain()).status_code == 200
    return client


def device_ids(client: TestClient) -> dict[str, str]:
    """The ids of a creator's cameras by their keys."""
    return {device["key"]: device["id"] for device in client.get("/api/kit/devices").json()}


def bring_in(client: TestClient, data: bytes, do_jobs: Callable[[], None]) -> dict[str, Any]:
    """Send an archive and have it brought in; the job as it ended."""
    answer = client.post("/api/account/archive", content=data, headers={"Content-Type": "application/zip"})
    assert answer.status_code == 202, answer.text
    do_jobs()
    return dict(client.get(f"/api/jobs/{answer.json()['id']}").json())


def put_device(client: Client, device_id: str, document: dict[str, Any]) -> Any:
    """Put another document in a camera's place, as an edit of what is there now."""
    before = client.get(f"/api/kit/devices/{device_id}").json()
    return client.patch(f"/api/kit/devices/{device_id}", json={"before": before, "after": document})


def add_scene(client: TestClient, brief: dict[str, Any], *cameras: str, shoot: str = "") -> dict[str, Any]:
    """A scene on a shoot, a new one where none is said; returns the scene."""
    shoot = shoot or client.post("/api/shoots", json={"name": "A day out"}).json()["id"]
    devices = device_ids(client)
    wanted = {"name": "A scene", "brief": brief, "device_ids": [devices[key] for key in cameras or ("skarv-a4",)]}
    answer = client.post(f"/api/shoots/{shoot}/scenes", json=wanted)
    assert answer.status_code == 201, answer.text
    made: dict[str, Any] = answer.json()
    return made


@contextmanager
def passing(service: Service, table: type[Owned], row_id: str) -> Iterator[Workplace]:
    """The rows of the account that a row belongs to; nothing that is done to them is kept."""
    with service.database.session() as session:
        row = session.get(table, UUID(row_id))
        assert row is not None
        yield Workplace(Rows(session, row.account_id), Shared())
        session.rollback()
