"""Clips read where they lie: asked for, read by the worker, known again, never touched; nobody else's."""

from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from starlette.testclient import TestClient

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.in_place import InPlace
from steady_tide.storage import Files
from steady_tide.store.database import Database
from tests.api.test_footage import footage, send
from tests.footage import a_clip
from tests.service import join

DoJobs = Callable[[], None]


@pytest.fixture
def root(tmp_path: Path) -> Path:
    """An empty folder of footage."""
    return tmp_path / "footage"


@pytest.fixture
def person(database: Database, files: Files, root: Path) -> Iterator[TestClient]:
    """Somebody with a shoot, at a service that reads in place."""
    service = Service(
        database, files, web=None, works=False, hosts=frozenset({"testserver"}), in_place=InPlace(root)
    )  # fmt: skip
    yield join(create_app(service))


def own(client: TestClient, root: Path) -> Path:
    folder = root / str(client.get("/api/folder").json()["own"])
    folder.mkdir(parents=True, exist_ok=True)
    return folder


def a_shoot(client: TestClient) -> str:
    made: str = client.post("/api/shoots", json={"name": "Ropes", "day": "2026-09-19"}).json()["id"]
    return made


def read(client: TestClient, shoot: str, *names: str) -> Any:
    return client.post(f"/api/shoots/{shoot}/folder", json={"files": list(names)})


def test_without_the_setting_there_is_no_such_folder(app: Any) -> None:
    client = join(app)
    assert client.get("/api/folder").json()["on"] is False
    answer = read(client, a_shoot(client), "a.mp4")
    assert answer.status_code == 422 and "reads no footage in place" in answer.text


def test_a_clip_is_read_where_it_lies_and_left_there(person: TestClient, root: Path, do_jobs: DoJobs) -> None:
    folder, shoot = own(person, root), a_shoot(person)
    (folder / "gig.mp4").write_bytes(a_clip(seed=51))
    before = (folder / "gig.mp4").stat()
    assert person.get("/api/folder").json()["files"][0]["clip_id"] is None
    made = read(person, shoot, "gig.mp4").json()[0]
    assert (made["name"], made["state"], made["bytes"]) == ("gig.mp4", "waiting", before.st_size)
    do_jobs()
    clip = person.get(f"/api/clips/{made['id']}").json()
    assert clip["clip"]["state"] == "held" and clip["reading"]["facts"]["codec"] == "h264"
    assert set(clip["clip"]["has"]) == {"poster", "sheet", "proxy"}
    after = (folder / "gig.mp4").stat()
    assert (after.st_size, after.st_mtime_ns) == (before.st_size, before.st_mtime_ns)
    assert person.get("/api/folder").json()["files"][0]["clip_id"] == made["id"]


def test_what_is_here_already_is_not_read_again(person: TestClient, root: Path, do_jobs: DoJobs) -> None:
    folder, shoot, data = own(person, root), a_shoot(person), a_clip(seed=52)
    send(person, data, "sent.mp4", shoot=shoot)
    do_jobs()
    (folder / "copy.mp4").write_bytes(data)
    told = read(person, shoot, "copy.mp4").json()
    assert [one["name"] for one in told] == ["sent.mp4"]
    assert len(footage(person, shoot)["clips"]) == 1


def test_a_deleted_clip_leaves_its_file_and_can_be_read_anew(person: TestClient, root: Path, do_jobs: DoJobs) -> None:
    folder, shoot = own(person, root), a_shoot(person)
    (folder / "gig.mp4").write_bytes(a_clip(seed=53))
    made = read(person, shoot, "gig.mp4").json()[0]
    do_jobs()
    assert person.delete(f"/api/clips/{made['id']}").status_code == 200
    assert (folder / "gig.mp4").exists()
    assert person.get("/api/folder").json()["files"][0]["clip_id"] is None


def test_a_file_that_went_meanwhile_is_said_so(person: TestClient, root: Path, do_jobs: DoJobs) -> None:
    folder, shoot = own(person, root), a_shoot(person)
    (folder / "gig.mp4").write_bytes(a_clip(seed=54))
    made = read(person, shoot, "gig.mp4").json()[0]
    (folder / "gig.mp4").unlink()
    do_jobs()
    clip = person.get(f"/api/clips/{made['id']}").json()["clip"]
    assert (clip["state"], clip["problem"]) == ("refused", "this file is not in its folder any more")


def test_a_file_swapped_for_a_link_before_it_is_read_is_not_followed(
    person: TestClient, root: Path, tmp_path: Path, do_jobs: DoJobs
) -> None:
    folder, shoot = own(person, root), a_shoot(person)
    (folder / "gig.mp4").write_bytes(a_clip(seed=55))
    made = read(person, shoot, "gig.mp4").json()[0]
    (tmp_path / "other.mp4").write_bytes(a_clip(seed=56))
    (folder / "gig.mp4").unlink()
    (folder / "gig.mp4").symlink_to(tmp_path / "other.mp4")
    do_jobs()
    assert person.get(f"/api/clips/{made['id']}").json()["clip"]["state"] == "refused"


def test_what_is_no_clip_ends_in_words(person: TestClient, root: Path, do_jobs: DoJobs) -> None:
    folder, shoot = own(person, root), a_shoot(person)
    (folder / "notes.txt").write_text("not a clip")
    made = read(person, shoot, "notes.txt").json()[0]
    do_jobs()
    clip = person.get(f"/api/clips/{made['id']}").json()["clip"]
    assert clip["state"] == "refused" and clip["problem"]


@pytest.mark.parametrize("name", ["../x.mp4", "/etc/passwd", "not there.mp4", "a" * 401, ""])
def test_names_that_cannot_be_meant_are_refused_in_words(person: TestClient, name: str) -> None:
    answer = read(person, a_shoot(person), name)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["message"]


def test_one_bad_name_among_many_takes_none(person: TestClient, root: Path) -> None:
    folder, shoot = own(person, root), a_shoot(person)
    (folder / "gig.mp4").write_bytes(a_clip(seed=57))
    assert read(person, shoot, "gig.mp4", "not there.mp4").status_code == 422
    assert footage(person, shoot)["clips"] == []


def test_somebody_else_sees_nothing_of_it(person: TestClient, database: Database, files: Files, root: Path) -> None:
    folder = own(person, root)
    (folder / "gig.mp4").write_bytes(a_clip(seed=58))
    service = Service(
        database, files, web=None, works=False, hosts=frozenset({"testserver"}), in_place=InPlace(root)
    )  # fmt: skip
    other = join(create_app(service))
    assert other.get("/api/folder").json()["files"] == []
    assert read(other, a_shoot(other), f"../{folder.name}/gig.mp4").status_code == 422
    assert read(other, a_shoot(person), "gig.mp4").status_code == 404
