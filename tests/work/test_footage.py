"""A clip of a planned scene: it finds its scene, is held against its set, moved by hand, read once whatever happens."""

from collections.abc import Callable
from pathlib import Path
from typing import Any
from uuid import UUID

import pytest
from starlette.testclient import TestClient

from steady_tide.api.context import Service
from steady_tide.core.footage.recorded import recorded
from steady_tide.core.kit.settings import Setting
from steady_tide.core.picture.filmed import Happening
from steady_tide.desk.footage.holding import Holding
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.storage import Files
from steady_tide.store.owned import Rows
from steady_tide.store.tables import Account, ClipRow, JobRow, SetupRow
from steady_tide.work import footage as taking_in
from steady_tide.work.queue import Interrupted, Turn
from tests.api.test_footage import footage, send
from tests.footage import a_clip, film
from tests.media.test_causes import NIGHT, SMALL, SPACES, camera
from tests.service import add_scene

DoJobs = Callable[[], None]
PINS: dict[str, Any] = {**SMALL, "frame_rate": "25", "shutter": "1/50", "iso_ceiling": 1600, "white_balance": 4500}


@pytest.fixture
def scene(creator: TestClient) -> dict[str, Any]:
    """A walk at night, planned on a camera with a small mode."""
    devices = {one["key"]: one["id"] for one in creator.get("/api/kit/devices").json()}
    before = creator.get(f"/api/kit/devices/{devices['skarv-a4']}").json()
    told = {"before": before, "after": camera().plain()}
    assert creator.patch(f"/api/kit/devices/{devices['skarv-a4']}", json=told).status_code == 200
    made = add_scene(creator, NIGHT)
    for name, value in PINS.items():
        answer = creator.put(f"/api/setups/{made['setups'][0]['id']}/pins/{name}", json={"value": value})
        assert answer.status_code == 200, answer.text
    return made


def filmed(service: Service, setup: str, folder: Path, *, seed: int = 1, **dialled: Any) -> bytes:
    """A clip of the set of a setup, with something dialled in otherwise."""
    with service.database.session() as session:
        row = session.get(SetupRow, UUID(setup))
        assert row is not None
        found = Holding(Workplace(Rows(session, row.account_id), Shared())).set_of(row, None)
    assert found is not None
    values = {**found.values, **{Setting(name): value for name, value in dialled.items()}}
    shot = recorded(SPACES, found.problem, values, found.light, found.plate).shot
    path = folder / f"{seed}.mp4"
    film(path, shot, Happening(seconds=1.0, seed=seed), codec="h264", quality=10)
    return path.read_bytes()


def test_a_clip_finds_its_scene_and_is_held_against_its_set(
    creator: TestClient, scene: dict[str, Any], service: Service, do_jobs: DoJobs, tmp_path: Path
) -> None:
    setup, shoot = scene["setups"][0]["id"], scene["shoot_id"]
    send(creator, filmed(service, setup, tmp_path), "right.mp4", shoot=shoot)
    send(creator, filmed(service, setup, tmp_path, seed=2, iso_ceiling=6400), "bright.mp4", shoot=shoot)
    do_jobs()
    clips = {one["name"]: one for one in footage(creator, shoot)["clips"]}
    right, bright = clips["right.mp4"], clips["bright.mp4"]
    assert (right["scene_id"], right["setup_id"], right["assigned"]) == (scene["id"], setup, "guess")
    assert right["as_planned"] and right["words"] == "As planned." and right["doubt"] == 0
    assert not bright["as_planned"]
    detail = creator.get(f"/api/clips/{bright['id']}").json()
    first = detail["held"]["causes"][0]
    assert (first["cause"]["setting"], first["cause"]["value"]) == ("iso_ceiling", 6400)
    assert "ISO ceiling 6400" in first["words"] and "planned ISO 1600" in first["words"]
    assert detail["against"] == "plan" and len(detail["shot"]) > 8

    moved = creator.put(f"/api/clips/{bright['id']}/setup", json={"setup_id": None}).json()
    assert moved["held"] is None and "no scene" in moved["why_not"] and moved["clip"]["assigned"] == "hand"
    back = creator.put(f"/api/clips/{bright['id']}/setup", json={"setup_id": setup}).json()
    assert back["held"]["causes"][0]["cause"]["setting"] == "iso_ceiling"


def test_a_clip_outlives_its_scene(
    creator: TestClient, scene: dict[str, Any], service: Service, do_jobs: DoJobs, tmp_path: Path
) -> None:
    send(creator, filmed(service, scene["setups"][0]["id"], tmp_path), shoot=scene["shoot_id"])
    do_jobs()
    assert creator.delete(f"/api/scenes/{scene['id']}").status_code in (200, 204)
    (clip,) = footage(creator, scene["shoot_id"])["clips"]
    assert (clip["scene_id"], clip["setup_id"]) == (None, None)
    assert creator.get(f"/api/clips/{clip['id']}").json()["reading"]["whole"]


def test_a_worker_that_dies_in_the_middle_loses_and_doubles_nothing(
    creator: TestClient, service: Service, files: Files, do_jobs: DoJobs, monkeypatch: pytest.MonkeyPatch
) -> None:
    shoot = creator.post("/api/shoots", json={"name": "A shoot"}).json()["id"]
    send(creator, a_clip(seed=11), "once.mp4", shoot=shoot)
    clip = footage(creator, shoot)["clips"][0]
    with service.database.session() as session:
        job = session.get(JobRow, UUID(clip["job_id"]))
        assert job is not None
        turn = Turn(job.account_id, job.id, False, lambda: False)

    def dies(*_: Any, **__: Any) -> Any:
        raise SystemExit

    for where in ("_digest", "_read", "_proxy"):
        with monkeypatch.context() as patched:
            patched.setattr(taking_in, where, dies)
            with pytest.raises(SystemExit):
                service.worker.perform(turn)
        (now,) = footage(creator, shoot)["clips"]
        assert now["id"] == clip["id"] and now["state"] in ("waiting", "first")
    do_jobs()
    (now,) = footage(creator, shoot)["clips"]
    assert now["state"] == "read" and now["has"] == ["poster", "sheet", "proxy"]
    with service.database.session() as session:
        row = session.get(ClipRow, UUID(clip["id"]))
        assert row is not None and row.file is not None and row.parts == []
        assert files.size(row.file) == clip["bytes"]


def test_one_that_is_called_off_stops(creator: TestClient, service: Service) -> None:
    shoot = creator.post("/api/shoots", json={"name": "A shoot"}).json()["id"]
    send(creator, a_clip(seed=12), shoot=shoot)
    clip = footage(creator, shoot)["clips"][0]
    with service.database.session() as session:
        job = session.get(JobRow, UUID(clip["job_id"]))
        assert job is not None
        turn = Turn(job.account_id, job.id, False, lambda: True)
    with pytest.raises(Interrupted):
        service.worker.perform(turn)
    assert creator.delete(f"/api/jobs/{clip['job_id']}").json()["state"] == "cancelled"
    assert footage(creator, shoot)["clips"][0]["state"] == "waiting"


def test_a_hundred_clips_of_one_account_stand_behind_the_first_of_another(service: Service) -> None:
    """The lane of long work: the more an account has waiting, the later the next of it."""
    with service.database.session() as session:
        accounts = []
        for number in range(2):
            account = Account(email=f"{number}-{UUID(int=number)}@lane.invalid", name="Somebody", preferences={})
            session.add(account)
            session.flush()
            accounts.append(account.id)
        for before in range(5):
            service.queue.enqueue(session, accounts[0], UUID(int=before), heavy=True, before=before)
        service.queue.enqueue(session, accounts[1], UUID(int=99), heavy=True, before=0)
        rows = (
            session.connection()
            .exec_driver_sql(
                "SELECT args->>'job', priority, lock FROM procrastinate_jobs WHERE queue_name = 'footage' "
                "AND status = 'todo' AND lock IN (%s, %s) ORDER BY priority DESC, id",
                tuple(f"heavy {one}" for one in accounts),
            )
            .all()
        )
        session.rollback()
    order = [UUID(job).int for job, _, _ in rows]
    assert order == [0, 99, 1, 2, 3, 4]
    assert len({lock for _, _, lock in rows}) == 2
