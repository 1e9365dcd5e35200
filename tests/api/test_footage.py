"""Footage: sent in pieces and cut, known again, read, held against its plan, its owner's only."""

import base64
import random
from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from starlette.testclient import TestClient

from steady_tide.storage import Files, quick_hash
from tests.footage import a_clip
from tests.service import join

DoJobs = Callable[[], None]
TUS = {"Tus-Resumable": "1.0.0"}
PIECE = {**TUS, "Content-Type": "application/offset+octet-stream"}


def told(**what: str) -> str:
    return ",".join(f"{name} {base64.b64encode(value.encode()).decode()}" for name, value in what.items())


def begin(client: TestClient, size: int, **what: str) -> str:
    answer = client.post("/api/uploads", headers={**TUS, "Upload-Length": str(size), "Upload-Metadata": told(**what)})
    assert answer.status_code == 201, answer.text
    where: str = answer.headers["Location"]
    return where


def piece(client: TestClient, where: str, at: int, data: bytes) -> Any:
    return client.patch(where, headers={**PIECE, "Upload-Offset": str(at)}, content=data)


def send(client: TestClient, data: bytes, name: str = "CLIP01.MP4", **what: str) -> None:
    """Send a whole file in one piece."""
    assert piece(client, begin(client, len(data), name=name, **what), 0, data).status_code == 204


def footage(client: TestClient, shoot: str) -> dict[str, Any]:
    found: dict[str, Any] = client.get(f"/api/shoots/{shoot}/footage").json()
    return found


@pytest.fixture
def shoot(creator: TestClient) -> str:
    """A shoot without a day."""
    made: str = creator.post("/api/shoots", json={"name": "A shoot", "place": ""}).json()["id"]
    return made


def test_a_file_that_is_cut_again_and_again_arrives_whole(
    creator: TestClient, shoot: str, do_jobs: DoJobs, files: Files
) -> None:
    data, chance = a_clip(), random.Random(7)
    where, at = begin(creator, len(data), name="one.mp4", shoot=shoot), 0
    while at < len(data):
        size = min(len(data) - at, chance.randrange(1, len(data) // 4))
        if chance.random() < 0.3:
            # It was thought that more had arrived, or less.
            wrong = piece(creator, where, at + chance.choice((-1, 1)) * min(at, 5) or 1, b"x")
            assert wrong.status_code == 409
            at = int(creator.head(where, headers=TUS).headers["Upload-Offset"])
        answer = piece(creator, where, at, data[at : at + size])
        assert answer.status_code == 204, answer.text
        at = int(answer.headers["Upload-Offset"])
    (clip,) = footage(creator, shoot)["clips"]
    assert (clip["name"], clip["state"], clip["bytes"]) == ("one.mp4", "waiting", len(data))
    do_jobs()
    (clip,) = footage(creator, shoot)["clips"]
    assert clip["state"] == "held" and clip["has"] == ["poster", "sheet", "proxy"] and clip["seconds"] > 0.5
    detail = creator.get(f"/api/clips/{clip['id']}").json()
    assert detail["reading"]["facts"]["codec"] == "h264" and detail["reading"]["facts"]["timecode"] == "10:00:00:00"
    assert creator.head(where, headers=TUS).status_code == 404


def test_pictures_and_the_small_copy_are_sent_as_they_are_asked_for(
    creator: TestClient, shoot: str, do_jobs: DoJobs
) -> None:
    send(creator, a_clip(), shoot=shoot)
    do_jobs()
    clip = footage(creator, shoot)["clips"][0]["id"]
    poster = creator.get(f"/api/clips/{clip}/poster")
    assert poster.headers["content-type"] == "image/jpeg" and poster.content[:2] == b"\xff\xd8"
    whole = creator.get(f"/api/clips/{clip}/proxy")
    some = creator.get(f"/api/clips/{clip}/proxy", headers={"Range": "bytes=10-19"})
    assert some.status_code == 206 and some.content == whole.content[10:20]
    assert some.headers["content-range"] == f"bytes 10-19/{len(whole.content)}"
    end = creator.get(f"/api/clips/{clip}/proxy", headers={"Range": "bytes=-5"})
    assert end.content == whole.content[-5:]
    odd = creator.get(f"/api/clips/{clip}/proxy", headers={"Range": "lines=1-2"})
    assert odd.status_code == 200


def test_the_same_contents_are_known_again_whatever_the_name(
    creator: TestClient, shoot: str, do_jobs: DoJobs, tmp_path: Any
) -> None:
    data = a_clip()
    send(creator, data, "first.mp4", shoot=shoot)
    do_jobs()
    path = tmp_path / "clip"
    path.write_bytes(data)
    with path.open("rb") as file:
        quick = quick_hash(file, len(data))
    (known,) = creator.get("/api/footage/known", params={"quick": quick}).json()
    assert known["name"] == "first.mp4"
    assert creator.get("/api/footage/known", params={"quick": "0" * 64}).json() == []
    assert creator.get("/api/footage/known", params={"quick": "x"}).status_code == 422
    send(creator, data, "second.mp4", shoot=shoot)
    do_jobs()
    first, second = sorted(footage(creator, shoot)["clips"], key=lambda one: one["name"])
    assert (first["state"], second["state"]) == ("held", "double") and "first.mp4" in second["problem"]


def test_what_is_no_clip_ends_in_words(creator: TestClient, shoot: str, do_jobs: DoJobs) -> None:
    send(creator, b"not a clip at all", "notes.mp4", shoot=shoot)
    where = begin(creator, 0, name="empty.mp4", shoot=shoot)
    assert creator.head(where, headers=TUS).status_code == 404
    do_jobs()
    clips = {one["name"]: one for one in footage(creator, shoot)["clips"]}
    assert clips["notes.mp4"]["state"] == "refused" and "no clip" in clips["notes.mp4"]["problem"]
    assert clips["empty.mp4"]["state"] == "refused" and "empty" in clips["empty.mp4"]["problem"]


def test_nothing_of_it_is_anybody_elses(app: Any, creator: TestClient, shoot: str, do_jobs: DoJobs) -> None:
    send(creator, a_clip(), shoot=shoot)
    half = begin(creator, 100, name="half.mp4")
    do_jobs()
    clip = footage(creator, shoot)["clips"][0]["id"]
    stranger = join(app)
    assert stranger.head(half, headers=TUS).status_code == 404
    assert piece(stranger, half, 0, b"x").status_code == 404
    assert stranger.delete(half, headers=TUS).status_code == 404
    for what in ("", "/poster", "/sheet", "/proxy"):
        assert stranger.get(f"/api/clips/{clip}{what}").status_code == 404
    assert stranger.delete(f"/api/clips/{clip}").status_code == 404
    told_shoot = {**TUS, "Upload-Length": "5", "Upload-Metadata": told(name="x", shoot=shoot)}
    assert stranger.post("/api/uploads", headers=told_shoot).status_code == 404
    send(stranger, a_clip(), "theirs.mp4")
    do_jobs()
    assert creator.get(f"/api/clips/{clip}").status_code == 200


def test_what_is_sent_is_bounded(creator: TestClient) -> None:
    def asked(**headers: str) -> int:
        status: int = creator.post("/api/uploads", headers={**TUS, **headers}).status_code
        return status

    assert asked() == 422
    assert asked(**{"Upload-Length": "-1"}) == 422
    assert asked(**{"Upload-Length": str(10**13)}) == 422
    assert asked(**{"Upload-Length": "5", "Upload-Metadata": "name ???"}) == 422
    assert asked(**{"Upload-Length": "5", "Upload-Metadata": told(shoot="none")}) == 422
    where = begin(creator, 5, name="../../etc/passwd")
    assert creator.get("/api/uploads").json()[0]["name"] == "passwd"
    assert piece(creator, where, 0, b"123456").status_code == 422
    assert creator.patch(where, headers={**TUS, "Upload-Offset": "0"}, content=b"12").status_code == 422
    assert piece(creator, f"/api/uploads/{uuid4()}", 0, b"1").status_code == 404
    assert creator.delete(where, headers=TUS).status_code == 204
    assert creator.head(where, headers=TUS).status_code == 404


def test_a_clip_is_deleted_and_brought_back(creator: TestClient, shoot: str, do_jobs: DoJobs) -> None:
    send(creator, a_clip(seed=5), shoot=shoot)
    do_jobs()
    clip = footage(creator, shoot)["clips"][0]["id"]
    assert creator.delete(f"/api/clips/{clip}").json()["gone"]
    assert footage(creator, shoot)["clips"] == [] and creator.get(f"/api/clips/{clip}").status_code == 404
    assert not creator.post(f"/api/clips/{clip}/bring-back").json()["gone"]
    assert len(footage(creator, shoot)["clips"]) == 1


def test_a_large_piece_is_taken_and_a_larger_one_told(creator: TestClient) -> None:
    large = 3_000_000
    where = begin(creator, large, name="large.mp4")
    assert piece(creator, where, 0, bytes(large - 1)).status_code == 204
    assert (
        creator.patch(where, headers={**PIECE, "Upload-Offset": "0", "Content-Length": "99000000"}).status_code == 413
    )


def test_clips_come_a_part_at_a_time_those_being_read_first(creator: TestClient, shoot: str, do_jobs: DoJobs) -> None:
    for index in range(4):
        send(creator, a_clip(seed=index), name=f"{index}.mp4", shoot=shoot)
    do_jobs()
    send(creator, a_clip(seed=9), name="late.mp4", shoot=shoot)
    names: list[str] = []
    after: dict[str, str] = {}
    for _ in range(3):
        part = creator.get(f"/api/shoots/{shoot}/footage", params={"most": 2, **after}).json()
        names += [one["name"] for one in part["clips"] + part["loose"]]
        assert part["told"]["waiting"] == 1
        assert part["told"]["clips"] + part["told"]["loose"] == 5
        after = {"after": part["after"]}
    assert names[0] == "late.mp4"
    assert sorted(names) == ["0.mp4", "1.mp4", "2.mp4", "3.mp4", "late.mp4"]
    assert part["after"] is None
    assert creator.get(f"/api/shoots/{shoot}/footage", params={"after": str(uuid4())}).status_code == 404
