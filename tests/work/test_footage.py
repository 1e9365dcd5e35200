"""A clip of a planned scene: it finds its scene, is held against its set, moved by hand, read once whatever happens."""

import io
import json
import zipfile
from collections.abc import Callable
from pathlib import Path
from typing import Any
from uuid import UUID

import pytest
from starlette.testclient import TestClient

from steady_tide.api.context import Service
from steady_tide.core.footage.expected_recording import recorded
from steady_tide.core.kit.settings import Setting
from steady_tide.core.picture.filmed import Happening
from steady_tide.desk.footage.comparing import Comparing
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.storage import Files
from steady_tide.store.owned import Rows
from steady_tide.store.tables import Account, ClipRow, JobRow, SetupRow
from steady_tide.work import footage as taking_in
from steady_tide.work.queue import Interrupted, Turn
from tests.api.test_footage import footage, send
from tests.footage import a_clip, filmed_once
from tests.media.test_causes import NIGHT, SMALL, SPACES, camera
from tests.service import add_scene, bring_in, join
from tests.words import read_out

DoJobs = Callable[[], None]
PINS: dict[str, Any] = {**SMALL, "frame_rate": "25", "shutter": "1/50", "iso_ceiling": 1600, "white_balance": 4500}


@pytest.fixture
def scene(creator: TestClient) -> dict[str, Any]:
    """A walk at night, planned on a camera with a small mode."""
    return a_walk(creator)


def a_walk(creator: TestClient) -> dict[str, Any]:
    """The same for anybody with the demo's kit."""
    devices = {one["key"]: one["id"] for one in creator.get("/api/kit/devices").json()}
    before = creator.get(f"/api/kit/devices/{devices['skarv-a4']}").json()
    told = {"before": before, "after": camera().plain()}
    assert creator.patch(f"/api/kit/devices/{devices['skarv-a4']}", json=told).status_code == 200
    made = add_scene(creator, NIGHT)
    for name, value in PINS.items():
        answer = creator.put(f"/api/setups/{made['setups'][0]['id']}/pins/{name}", json={"value": value})
        assert answer.status_code == 200, answer.text
    return made


def filmed(
    service: Service,
    setup: str,
    folder: Path,
    *,
    seed: int = 1,
    shaking: float = 1.0,
    seconds: float = 1.0,
    **dialled: Any,
) -> bytes:
    """A clip of the set of a setup, something dialled in otherwise, by a hand that shakes so many times as much."""
    with service.database.session() as session:
        row = session.get(SetupRow, UUID(setup))
        assert row is not None
        found = Comparing(Workplace(Rows(session, row.account_id), Shared())).set_of(row, None)
    assert found is not None
    values = {**found.values, **{Setting(name): value for name, value in dialled.items()}}
    shot = recorded(SPACES, found.problem, values, found.light, found.plate).shot
    moved = shot.motion.model_copy(
        update={
            "shake_rad_s": shot.motion.shake_rad_s * shaking,
            "jitter_rad_s": shot.motion.jitter_rad_s * shaking,
        }
    )
    shot = shot.model_copy(update={"motion": moved})
    return filmed_once(shot, Happening(seconds=seconds, seed=seed))


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
    assert creator.delete(f"/api/scenes/{scene['id']}").status_code == 204
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
    assert now["state"] == "held" and now["has"] == ["poster", "sheet", "proxy"]
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


def test_a_lesson_is_proposed_taken_counts_in_plans_and_is_undone(
    creator: TestClient, scene: dict[str, Any], service: Service, do_jobs: DoJobs, tmp_path: Path
) -> None:
    setup, shoot = scene["setups"][0]["id"], scene["shoot_id"]

    def assumed() -> str:
        outcome = creator.get(f"/api/scenes/{scene['id']}").json()["setups"][0]["outcome"]
        return read_out(next(one["told"] for one in outcome["assumptions"] if one["kind"] == "shake"))

    before = assumed()
    for seed in (3, 4, 5):
        send(creator, filmed(service, setup, tmp_path, seed=seed, shaking=1.6, seconds=2.2), f"{seed}.mp4", shoot=shoot)
    do_jobs()
    assert all(one["state"] == "held" for one in footage(creator, shoot)["clips"])
    all_ = creator.get("/api/lessons").json()
    told = [(one["words"], one["as_planned"]) for one in footage(creator, shoot)["clips"]]
    assert all_["proposed"], told
    lesson = next(one for one in all_["proposed"] if one["lesson"]["kind"] == "shake")
    assert (lesson["lesson"]["of"], lesson["clips"]) == ("walking", ["5.mp4", "4.mp4", "3.mp4"])
    assert lesson["lesson"]["after"] == pytest.approx(1.6 * lesson["lesson"]["before"], rel=0.2)
    assert assumed() == before, "nothing is taken by itself"

    taken = creator.post("/api/lessons", json={"key": lesson["lesson"]["key"]}).json()
    assert [one["lesson"]["kind"] for one in taken["taken"]] == ["shake"]
    assert not any(one["lesson"]["key"] == lesson["lesson"]["key"] for one in taken["proposed"])
    assert assumed() == before, "a plan made before keeps its numbers"
    assert creator.put(f"/api/setups/{setup}/pins/beeps", json={"value": "off"}).status_code == 200
    assert "as 3 clips of yours taught" in assumed(), "a scene changed since counts what was learned"
    assert creator.post(f"/api/scenes/{scene['id']}/undo").status_code == 200
    assert assumed() == before
    assert creator.post(f"/api/scenes/{scene['id']}/redo").status_code == 200
    assert "as 3 clips of yours taught" in assumed()
    assert creator.post("/api/lessons", json={"key": lesson["lesson"]["key"]}).status_code == 404

    undone = creator.delete(f"/api/lessons/{taken['taken'][0]['id']}").json()
    assert undone["taken"] == [] and assumed() == before
    assert any(one["lesson"]["key"] == lesson["lesson"]["key"] for one in undone["proposed"])


def test_what_a_lesson_changed_in_the_kit_is_put_back_or_left_where_it_was_changed_since(
    creator: TestClient, scene: dict[str, Any], service: Service, do_jobs: DoJobs, tmp_path: Path
) -> None:
    setup, shoot = scene["setups"][0]["id"], scene["shoot_id"]
    send(creator, filmed(service, setup, tmp_path, seed=6), "kept.mp4", shoot=shoot)
    send(creator, filmed(service, setup, tmp_path, seed=7), "grainy.mp4", shoot=shoot)
    do_jobs()
    for clip in footage(creator, shoot)["clips"]:
        picked = {"verdict": "keep"}
        assert creator.put(f"/api/clips/{clip['id']}/selects", json=picked).status_code == 200
    device = next(one["id"] for one in creator.get("/api/kit/devices").json() if one["key"] == "skarv-a4")

    def bearable() -> list[int | None]:
        profiles = creator.get(f"/api/kit/devices/{device}").json()["profiles"]
        return [one["bearable_iso"] for one in profiles if one["key"] == "neutral"]

    key = "bearable skarv-a4 neutral"
    taken = creator.post("/api/lessons", json={"key": key}).json()["taken"][0]
    assert bearable() == [int(taken["lesson"]["after"])]
    creator.delete(f"/api/lessons/{taken['id']}")
    assert bearable() == [None]

    again = creator.post("/api/lessons", json={"key": key}).json()["taken"][0]
    before = creator.get(f"/api/kit/devices/{device}").json()
    other = {**before, "profiles": [{**one, "bearable_iso": 200} for one in before["profiles"]]}
    creator.patch(f"/api/kit/devices/{device}", json={"before": before, "after": other})
    assert creator.delete(f"/api/lessons/{again['id']}").status_code == 409
    assert bearable() == [200]


def test_two_clips_side_by_side_and_the_verdict_whichever_stands_left(
    creator: TestClient, scene: dict[str, Any], service: Service, do_jobs: DoJobs, tmp_path: Path
) -> None:
    setup, shoot = scene["setups"][0]["id"], scene["shoot_id"]
    send(creator, filmed(service, setup, tmp_path, seed=8), "a.mp4", shoot=shoot)
    send(creator, filmed(service, setup, tmp_path, seed=9, iso_ceiling=6400), "b.mp4", shoot=shoot)
    creator.put(f"/api/setups/{setup}/trials", json={"trials": [
        {"label": "ISO 1600", "values": {}}, {"label": "ISO 6400", "values": {}},
    ]})  # fmt: skip
    do_jobs()
    clips = {one["name"]: one["id"] for one in footage(creator, shoot)["clips"]}
    a, b = clips["a.mp4"], clips["b.mp4"]
    (tested,) = creator.get(f"/api/shoots/{shoot}/footage/tested").json()
    assert tested["names"] == ["ISO 1600", "ISO 6400"] and len(tested["clips"]) == 2
    pair = creator.get(f"/api/pairs/{a}/{b}").json()
    assert "Exposure" in [one["label"] for one in pair["signs"] if one["differs"]]
    creator.put(f"/api/pairs/{a}/{b}", json={"better": "left", "note": "cleaner"})
    turned = creator.get(f"/api/pairs/{b}/{a}").json()["verdict"]
    assert turned == {"better": "right", "note": "cleaner"}
    creator.put(f"/api/pairs/{b}/{a}", json={"better": "left", "note": ""})
    assert creator.get(f"/api/pairs/{a}/{b}").json()["verdict"]["better"] == "right"
    assert creator.get(f"/api/pairs/{a}/{a}").status_code == 422


def test_clips_are_picked_corrected_and_handed_over(
    creator: TestClient, scene: dict[str, Any], service: Service, do_jobs: DoJobs, tmp_path: Path
) -> None:
    setup, shoot = scene["setups"][0]["id"], scene["shoot_id"]
    send(creator, filmed(service, setup, tmp_path, seed=10), "a.mp4", shoot=shoot)
    send(creator, filmed(service, setup, tmp_path, seed=11), "b.mp4", shoot=shoot)
    do_jobs()
    clips = {one["name"]: one["id"] for one in footage(creator, shoot)["clips"]}
    a = clips["a.mp4"]
    assert creator.put(f"/api/clips/{a}/selects", json={"starts_s": 0.2, "ends_s": 0.7, "slowed": 2}).status_code == 200
    wrong = creator.put(f"/api/clips/{a}/selects", json={"ends_s": 99})
    assert wrong.status_code == 422 and wrong.json()["errors"][0]["path"] == ["ends_s"]
    creator.put(f"/api/clips/{clips['b.mp4']}/selects", json={"verdict": "no"})

    made = creator.get(f"/api/shoots/{shoot}/footage.otio").json()
    (clip,) = made["tracks"]["children"][0]["children"]
    assert clip["name"] == "a.mp4" and clip["effects"][0]["time_scalar"] == 0.5
    assert clip["metadata"]["steady_tide"]["correction"] == "a.mp4.cube"
    assert len(creator.get(f"/api/shoots/{shoot}/footage.csv").text.splitlines()) == 3
    grade = creator.get(f"/api/clips/{a}/grade").json()["grade"]
    assert -3 <= grade["exposure_stops"] <= 3
    assert creator.get(f"/api/clips/{a}/correction", params={"size": 17}).text.count("\n") == 2 + 17**3
    assert creator.get(f"/api/clips/{a}/corrected").content[:2] == b"\xff\xd8"

    noted = creator.put(f"/api/clips/{a}/dialled", json={"setting": "iso_ceiling", "value": "6400"})
    assert noted.status_code == 200
    lines = creator.get(f"/api/setups/{setup}/card").json()["lines"]
    (line,) = (one for one in lines if one["decision"]["setting"] == "iso_ceiling")
    assert line["now_value"] == "6400" and line["changed"]


def test_what_clips_said_and_taught_goes_with_the_account(
    app: Any, creator: TestClient, scene: dict[str, Any], service: Service, do_jobs: DoJobs, tmp_path: Path
) -> None:
    setup, shoot = scene["setups"][0]["id"], scene["shoot_id"]
    for seed in (13, 14, 15):
        send(creator, filmed(service, setup, tmp_path, seed=seed, shaking=1.6, seconds=2.2), f"{seed}.mp4", shoot=shoot)
    do_jobs()
    clip = footage(creator, shoot)["clips"][0]
    creator.put(f"/api/clips/{clip['id']}/selects", json={"rating": 4, "note": "the one"})
    key = next(one["lesson"]["key"] for one in creator.get("/api/lessons").json()["proposed"])
    creator.post("/api/lessons", json={"key": key})

    data = creator.get("/api/account/archive").content
    with zipfile.ZipFile(io.BytesIO(data)) as archive:
        told = json.loads(archive.read("footage.json"))["clips"]
    assert sorted(one["name"] for one in told) == ["13.mp4", "14.mp4", "15.mp4"]
    mine = next(one for one in told if one["name"] == clip["name"])
    assert (mine["scene"], mine["device"], mine["selects"]["note"]) == (scene["name"], "skarv-a4", "the one")
    assert mine["reading"]["shake_px"]["value"] > 0 and len(mine["digest"]) == 64

    other = join(app)
    for _ in range(2):
        assert bring_in(other, data, do_jobs)["state"] == "done"
    assert [one["lesson"]["key"] for one in other.get("/api/lessons").json()["taken"]] == [key]
    made = add_scene(other, NIGHT)
    outcome = other.get(f"/api/scenes/{made['id']}").json()["setups"][0]["outcome"]
    assert any("as 3 clips of yours taught" in read_out(one["told"]) for one in outcome["assumptions"])
