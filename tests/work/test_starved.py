"""A busy machine: planners that get a moment now and then. It is told as waiting, never kept, and ends by itself."""

import asyncio
import os
import signal
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from pathlib import Path
from threading import Event, Thread
from uuid import uuid4

import pytest
from sqlalchemy import text
from starlette.testclient import TestClient

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.desk.workplace import Shared
from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.work import processes
from steady_tide.work.planners import Pool
from tests.api.test_footage import footage, send
from tests.service import device_ids, join, with_kit
from tests.situations import SCENES
from tests.work.test_footage import a_walk, filmed

AWAKE_S, ASLEEP_S = 0.02, 2.0


def own_pid(_: Spaces) -> int:
    return os.getpid()


@pytest.fixture
def pool() -> Iterator[Pool]:
    made = Pool(1, patience_s=0.3)
    made.processes.patience_s = 600.0
    made.ask(own_pid)
    made.processes.patience_s = 0.3
    yield made
    made.close()


@pytest.fixture
def slow(database: Database, files: Files, pool: Pool) -> Service:
    """A service whose planner is a process of its own."""
    shared = Shared(planners=pool)
    return Service(database, files, web=None, works=False, hosts=frozenset({"testserver"}), shared=shared)


@contextmanager
def starved(pool: Pool) -> Iterator[None]:
    """The planner gets 20 ms of every two seconds."""
    pool.processes.patience_s = 600.0
    pid, rested = pool.ask(own_pid), Event()
    pool.processes.patience_s = 0.3

    def doze() -> None:
        while not rested.is_set():
            os.kill(pid, signal.SIGSTOP)
            rested.wait(ASLEEP_S)
            os.kill(pid, signal.SIGCONT)
            time.sleep(AWAKE_S)

    dozing = Thread(target=doze)
    dozing.start()
    try:
        yield
    finally:
        rested.set()
        dozing.join()


def outcomes(client: TestClient, shoot: str) -> list[str]:
    shown = client.get(f"/api/shoots/{shoot}", params={"within_s": 0.1})
    assert shown.status_code == 200, shown.text
    return [setup["outcome"] for scene in shown.json()["scenes"] for setup in scene["setups"]]


def test_what_waits_for_a_starved_planner_is_told_so_and_right_after_rest(slow: Service, pool: Pool) -> None:
    client = with_kit(join(create_app(slow)))
    shoot, devices = client.post("/api/shoots", json={"name": "A busy day"}).json()["id"], device_ids(client)
    kept, told = [], []
    with starved(pool):
        for name in ("The pilot gig", "Lantern market"):
            wanted = {"id": str(uuid4()), "name": name, "brief": SCENES[name]}
            answer = client.post(f"/api/shoots/{shoot}/scenes", json={**wanted, "device_ids": [devices["skarv-a4"]]})
            assert answer.status_code in (201, 503), answer.text
            if answer.status_code == 503:
                assert answer.headers["Retry-After"] and "longer than usual" in answer.json()["detail"]
                kept.append({**wanted, "device_ids": [devices["skarv-a4"]]})
        told += outcomes(client, shoot)
    assert "refused" not in told
    deadline = time.monotonic() + 900
    while kept and time.monotonic() < deadline:
        kept = [one for one in kept if client.post(f"/api/shoots/{shoot}/scenes", json=one).status_code != 201]
    while "waiting" in outcomes(client, shoot) and time.monotonic() < deadline:
        time.sleep(0.1)
    assert outcomes(client, shoot) == ["plan", "plan"]
    listed = client.get("/api/shoots").json()[0]
    assert [setup["outcome"] for scene in listed["scenes"] for setup in scene["setups"]] == ["plan", "plan"]


def do_what_is_due(service: Service) -> None:
    worker = service.worker
    with ThreadPoolExecutor(1) as thread:
        thread.submit(lambda: asyncio.run(service.queue.empty(worker.perform, worker.tidy))).result()


def test_a_clip_that_could_not_be_held_is_held_later_and_belongs_to_its_scene(
    slow: Service, pool: Pool, service: Service, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(processes, "BACKGROUND_PATIENCE_S", 0.3)
    client = with_kit(join(create_app(service)))
    scene = a_walk(client)
    setup, shoot = scene["setups"][0]["id"], scene["shoot_id"]
    send(client, filmed(service, setup, tmp_path), "walk.mp4", shoot=shoot)
    with starved(pool):
        do_what_is_due(slow)
        (clip,) = footage(client, shoot)["clips"]
        assert (clip["state"], clip["problem"], clip["assigned"]) == ("read", "", ""), "read, and waits to be held"
        assert not client.get(f"/api/jobs/{clip['job_id']}").json()["ended"]
    deadline = time.monotonic() + 900
    while clip["state"] != "held" and time.monotonic() < deadline:
        with slow.database.session() as session:
            session.execute(text("UPDATE procrastinate_jobs SET scheduled_at = now() WHERE status = 'todo'"))
        do_what_is_due(slow)
        (clip,) = footage(client, shoot)["clips"]
    assert (clip["state"], clip["setup_id"], clip["assigned"]) == ("held", setup, "guess") and clip["as_planned"]
