"""What is done apart from requests: done once, told in words, called off, never another account's."""

import asyncio
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID

import pytest
from starlette.testclient import TestClient

from steady_tide.api.context import Service
from steady_tide.media.still import read_card
from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.store.errors import Unavailable
from steady_tide.store.owned import Rows
from steady_tide.store.tables import JobRow
from steady_tide.work import kinds
from steady_tide.work.jobs import MOST_UNFINISHED
from steady_tide.work.queue import Interrupted, Turn, pause_s
from tests.api.test_day import OPEN, sky_day
from tests.media.test_still import a_still
from tests.service import add_scene, join

DoJobs = Callable[[], None]


@pytest.fixture
def shoot(creator: TestClient) -> tuple[str, str]:
    """A shoot with a day and a place, and its one scene."""
    day, (scene,) = sky_day(creator, OPEN, times=((700, 760),))
    return day, scene


def send(client: TestClient, shoot: str, still: bytes, **more: Any) -> dict[str, Any]:
    answer = client.post(f"/api/shoots/{shoot}/cards", params={"minute": 730, **more}, content=still)
    assert answer.status_code == 202, answer.text
    told: dict[str, Any] = answer.json()
    return told


def readings(client: TestClient, shoot: str) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = client.get(f"/api/shoots/{shoot}/day").json()["readings"]
    return found


def stands(client: TestClient, job: str) -> dict[str, Any]:
    told: dict[str, Any] = client.get(f"/api/jobs/{job}").json()
    return told


def turn_of(service: Service, job: str, *, last: bool = False, stopping: bool = False) -> Turn:
    with service.database.session() as session:
        row = session.get(JobRow, UUID(job))
        assert row is not None
        return Turn(row.account_id, row.id, last, lambda: stopping)


def test_a_grey_card_is_read_apart_from_the_request(
    creator: TestClient, shoot: tuple[str, str], do_jobs: DoJobs, files: Files
) -> None:
    day, scene = shoot
    before = kept_files(files)
    job = send(creator, day, a_still(0.18), scene_id=scene)
    (mine,) = set(kept_files(files)) - set(before)
    assert (job["kind"], job["state"], job["ended"]) == ("grey-card", "waiting", False)
    assert readings(creator, day) == []
    do_jobs()
    assert (stands(creator, job["id"])["state"], stands(creator, job["id"])["progress"]) == ("done", 1.0)
    (reading,) = readings(creator, day)
    # APEX: f/4 at 1/125 and ISO 200 is EV 9.97.
    assert reading["measured"]["how"] == "grey-card" and reading["ev100"] == pytest.approx(9.97, abs=0.06)
    assert reading["scene_name"] == "A scene"
    assert mine not in kept_files(files), "what was read is thrown away; jobs of other accounts were done beside it"


def test_a_still_of_a_real_size_is_taken(creator: TestClient, shoot: tuple[str, str], do_jobs: DoJobs) -> None:
    still, comment = a_still(), b"\xff\xfe\xff\xff" + bytes(65_533)
    job = send(creator, shoot[0], still[:2] + 40 * comment + still[2:])
    do_jobs()
    assert stands(creator, job["id"])["state"] == "done"


def test_what_cannot_be_read_is_told_beside_its_field(
    creator: TestClient, shoot: tuple[str, str], do_jobs: DoJobs
) -> None:
    job = send(creator, shoot[0], b"not a picture")
    do_jobs()
    told = stands(creator, job["id"])
    assert told["state"] == "refused" and told["problems"][0]["path"] == ["file"]
    assert "no picture" in told["problems"][0]["message"] and readings(creator, shoot[0]) == []


def kept_files(files: Files) -> list[str]:
    return files.older_than(datetime.now(UTC) + timedelta(days=1))


def test_what_is_refused_at_once_leaves_no_file(creator: TestClient, shoot: tuple[str, str], files: Files) -> None:
    before = kept_files(files)
    where = f"/api/shoots/{shoot[0]}/cards"
    assert creator.post(where, params={"minute": 99_999}, content=a_still()).status_code == 422
    other = add_scene(creator, OPEN)["id"]
    wrong = creator.post(where, params={"minute": 1, "scene_id": other}, content=a_still())
    assert wrong.status_code == 422 and wrong.json()["errors"][0]["path"] == ["scene_id"]
    huge = creator.post(where, params={"minute": 1}, content=b"0", headers={"Content-Length": str(10**9)})
    assert huge.status_code == 413
    creator.cookies.clear()
    assert creator.post(where, params={"minute": 1}, content=a_still()).status_code == 401
    assert kept_files(files) == before


def test_a_job_is_seen_and_called_off_by_its_owner_only(
    app: Any, creator: TestClient, shoot: tuple[str, str], do_jobs: DoJobs
) -> None:
    job = send(creator, shoot[0], a_still())["id"]
    stranger = join(app)
    assert stranger.get(f"/api/jobs/{job}").status_code == 404
    assert stranger.delete(f"/api/jobs/{job}").status_code == 404
    assert creator.delete(f"/api/jobs/{job}").json()["state"] == "cancelled"
    do_jobs()
    assert stands(creator, job)["state"] == "cancelled" and readings(creator, shoot[0]) == []
    ended = send(creator, shoot[0], a_still())["id"]
    do_jobs()
    assert creator.delete(f"/api/jobs/{ended}").json()["state"] == "done", "what is done is not called off"


def test_so_many_jobs_wait_and_no_more(creator: TestClient, shoot: tuple[str, str], do_jobs: DoJobs) -> None:
    for _ in range(MOST_UNFINISHED):
        send(creator, shoot[0], a_still())
    more = creator.post(f"/api/shoots/{shoot[0]}/cards", params={"minute": 1}, content=a_still())
    assert more.status_code == 429 and "wait" in more.json()["detail"]
    do_jobs()
    send(creator, shoot[0], a_still())
    do_jobs()


def test_a_job_called_off_while_it_runs_keeps_nothing(
    creator: TestClient, shoot: tuple[str, str], service: Service, monkeypatch: pytest.MonkeyPatch
) -> None:
    job = send(creator, shoot[0], a_still())["id"]
    turn = turn_of(service, job)

    def cancelled_meanwhile(data: bytes, **more: Any) -> Any:
        assert stands(creator, job)["state"] == "running" and stands(creator, job)["progress"] > 0
        assert creator.delete(f"/api/jobs/{job}").json()["state"] == "cancelled"
        return read_card(data, **more)

    monkeypatch.setattr(kinds, "read_card", cancelled_meanwhile)
    service.worker.perform(turn)
    assert stands(creator, job)["state"] == "cancelled" and readings(creator, shoot[0]) == []


def test_a_worker_that_stops_leaves_the_job_to_another(
    creator: TestClient, shoot: tuple[str, str], service: Service, do_jobs: DoJobs
) -> None:
    job = send(creator, shoot[0], a_still())["id"]
    with pytest.raises(Interrupted):
        service.worker.perform(turn_of(service, job, stopping=True))
    assert not stands(creator, job)["ended"]
    do_jobs()
    assert stands(creator, job)["state"] == "done"
    service.worker.perform(turn_of(service, job))
    assert len(readings(creator, shoot[0])) == 1, "what is done is not done again"


def test_a_fault_is_tried_again_and_then_told(
    creator: TestClient, shoot: tuple[str, str], service: Service, monkeypatch: pytest.MonkeyPatch
) -> None:
    job = send(creator, shoot[0], a_still())["id"]

    def failing(*_: object, **__: object) -> None:
        raise RuntimeError("a fault")

    monkeypatch.setattr(kinds, "read_card", failing)
    with pytest.raises(RuntimeError):
        service.worker.perform(turn_of(service, job))
    assert stands(creator, job)["state"] == "running"
    service.worker.perform(turn_of(service, job, last=True))
    told = stands(creator, job)
    assert told["state"] == "failed" and told["problems"][0]["message"]
    assert "a fault" not in told["problems"][0]["message"], "what went wrong inside is nobody's business"


def test_what_is_not_yet_waits_however_often_and_is_done_once_it_can_be(
    creator: TestClient, shoot: tuple[str, str], service: Service, monkeypatch: pytest.MonkeyPatch
) -> None:
    job = send(creator, shoot[0], a_still())["id"]

    def busy(*_: object, **__: object) -> None:
        raise Unavailable("this takes longer than usual just now")

    with monkeypatch.context() as starved:
        starved.setattr(kinds, "read_card", busy)
        for last in (False, True, True):
            with pytest.raises(Unavailable):
                service.worker.perform(turn_of(service, job, last=last))
            told = stands(creator, job)
            assert (told["state"], told["ended"], told["problems"]) == ("waiting", False, [])
    service.worker.perform(turn_of(service, job))
    assert stands(creator, job)["state"] == "done"


def test_pauses_grow_and_do_not_grow_without_end() -> None:
    pauses = [pause_s(attempts) for attempts in range(40)]
    assert pauses[:4] == [2, 4, 8, 16] and pauses == sorted(pauses) and pauses[-1] == 300


def test_a_job_whose_shoot_is_gone_is_refused(creator: TestClient, shoot: tuple[str, str], do_jobs: DoJobs) -> None:
    job = send(creator, shoot[0], a_still())["id"]
    assert creator.delete(f"/api/shoots/{shoot[0]}").status_code == 204
    do_jobs()
    assert stands(creator, job)["state"] == "refused"


def test_old_jobs_and_orphaned_files_are_thrown_away(
    creator: TestClient, shoot: tuple[str, str], service: Service, database: Database, files: Files
) -> None:
    job = send(creator, shoot[0], a_still())["id"]
    with database.session() as session:
        row = session.get(JobRow, UUID(job))
        assert row is not None
        account, waits_with = row.account_id, row.file
    with files.writing(account) as (orphan, sink):
        sink.write(b"nobody's")
    service.worker.tidy()
    assert {orphan, waits_with} <= set(kept_files(files)), "what is young is left alone"
    later = datetime.now(UTC) + timedelta(days=8)
    service.worker.tidy(now=later)
    assert waits_with in kept_files(files) and orphan not in kept_files(files)
    creator.delete(f"/api/jobs/{job}")
    service.worker.tidy(now=later)
    with database.session() as session:
        assert Rows(session, account).all(Rows(session, account).query(JobRow)) == []
    assert waits_with not in kept_files(files)


@pytest.mark.parametrize("pause_s", [0.0, 0.005, 0.02, 0.1, 0.3])
def test_a_worker_stops_whenever_it_is_told_to(service: Service, pause_s: float) -> None:
    async def open_and_shut() -> None:
        async with service.queue.worker(service.worker.perform, service.worker.tidy):
            await asyncio.sleep(pause_s)

    with ThreadPoolExecutor(1) as thread:
        thread.submit(lambda: asyncio.run(asyncio.wait_for(open_and_shut(), 60))).result()
