"""What strangers and odd input tried: each ends in words, costs others nothing, and nothing is lost."""

import asyncio
import os
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from starlette.requests import Request
from starlette.testclient import TestClient

from steady_tide.api.context import COOKIE, Service, whose
from steady_tide.core.errors import BadInput
from steady_tide.core.field.clocks import EARLIEST, corrected, off_by
from steady_tide.core.light.reading import SettingsReading
from steady_tide.core.picture.shot import Frame
from steady_tide.desk.field import inbox
from steady_tide.formats.plain import safe, unguarded
from steady_tide.in_place import InPlace
from steady_tide.storage import Files
from tests.api.test_footage import send as send_clip
from tests.footage import a_clip
from tests.service import add_scene
from tests.situations import SCENES


def noted(scene: dict[str, Any], minute: int, **more: Any) -> dict[str, Any]:
    at = datetime(2026, 5, 1, 9, tzinfo=UTC) + timedelta(minutes=minute)
    return {"kind": "take", "id": str(uuid4()), "at": at.isoformat(), "scene": scene["id"],
            "setup": scene["setups"][0]["id"], **more}  # fmt: skip


def send(client: TestClient, path: str, entries: list[dict[str, Any]], now: str = "") -> Any:
    said_now = now or datetime.now(UTC).isoformat()
    return client.post(path, json={"client": "phone-1", "now": said_now, "entries": entries})


def test_a_link_fills_no_shoot_and_its_owner_clears_what_it_sent(
    creator: TestClient, visitor: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(inbox, "MOST_OF_LINK", 5)
    scene = add_scene(creator, SCENES["Lantern market"])
    shoot = scene["shoot_id"]
    link = creator.post(f"/api/shoots/{shoot}/links", json={"counts": True}).json()
    by_link, own = f"/api/with/{link['token']}/entries", f"/api/shoots/{shoot}/entries"
    takes = [noted(scene, minute) for minute in range(8)]
    first = send(visitor, by_link, takes).json()
    assert len(first["kept"]) == 5 and {one["id"] for one in first["refused"]} == {one["id"] for one in takes[5:]}
    again = send(visitor, by_link, takes[:5]).json()
    assert len(again["kept"]) == 5 and again["refused"] == [], "what is kept already is told as kept however full it is"
    assert len(send(creator, own, [noted(scene, 30)]).json()["kept"]) == 1, "the owner's own are not in its way"
    assert len(creator.get("/api/logbook").json()["takes"]) == 6
    assert creator.delete(f"/api/shoots/{shoot}/links/{link['id']}/entries").json() == {"entries": 5}
    assert len(creator.get("/api/logbook").json()["takes"]) == 1
    assert len(send(visitor, by_link, takes[:2]).json()["kept"]) == 2
    assert visitor.delete(f"/api/shoots/{shoot}/links/{link['id']}/entries").status_code == 401


@pytest.mark.parametrize("said", ["9999-12-31T23:59:59Z", "0001-01-01T00:00:00Z", "9999-12-31T23:59:59-23:59"])
def test_clocks_of_any_year_stop_nothing(creator: TestClient, said: str) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    odd = {**noted(scene, 0), "at": said}
    answer = send(creator, f"/api/shoots/{scene['shoot_id']}/entries", [odd, noted(scene, 1)], now=said)
    assert answer.status_code == 200 and len(answer.json()["kept"]) == 2, answer.text
    assert creator.get("/api/logbook").status_code == 200


def test_a_moment_lies_between_the_first_phones_and_now() -> None:
    now = datetime(2026, 5, 1, tzinfo=UTC)
    first, last = datetime.min.replace(tzinfo=UTC), datetime.max.replace(tzinfo=UTC)
    for at in (first, now, last):
        for clock in (first, now, last):
            assert EARLIEST <= corrected(at, off_by(clock, now), now) <= now


@pytest.mark.parametrize(
    ("asked", "status"),
    [("bytes=²-", 200), ("bytes=-²", 200), ("bytes=٣-٤", 200), ("bytes=-", 200), ("bytes=5-²", 206), ("²=0-1", 200)],
)
def test_digits_that_are_no_number_of_the_protocol(creator: TestClient, do_jobs: Any, asked: str, status: int) -> None:
    shoot = creator.post("/api/shoots", json={"name": "A shoot"}).json()["id"]
    send_clip(creator, a_clip(), "a.mp4", shoot=shoot)
    do_jobs()
    clip = creator.get(f"/api/shoots/{shoot}/footage").json()["clips"][0]["id"]
    answer = creator.get(f"/api/clips/{clip}/proxy", headers={"Range": asked.encode()})
    assert answer.status_code == status, "a range that is none asks for all of it"


@pytest.mark.parametrize("cell", ["|=cmd", ";=cmd", "％=cmd", "%=cmd", ",=cmd", "｜=cmd", "；=cmd", "=cmd"])
def test_no_cell_is_taken_for_a_formula_even_after_a_split(cell: str) -> None:
    assert safe(cell) == f"'{cell}" and unguarded(safe(cell)) == cell


def test_what_opens_more_than_is_meant_is_refused_before_it_is_read(creator: TestClient) -> None:
    body = b'{"takes": [' + b",".join([b"{}"] * 450_000) + b"]}"
    begun = time.monotonic()
    answer = creator.put("/api/logbook", content=body, headers={"Content-Type": "application/json"})
    assert answer.status_code == 422 and "more lists and objects" in answer.json()["detail"]
    assert time.monotonic() - begun < 60
    small = b'{"document": "steady-tide/logbook", "takes": []}'
    assert creator.put("/api/logbook", content=small, headers={"Content-Type": "application/json"}).status_code == 200


def test_what_no_meter_says_is_no_reading() -> None:
    for f_number, shutter in ((0.5000001, "1/1000000"), (0.5000001, "1/50"), (2.8, "1/1000000"), (2.8, "4000")):
        with pytest.raises(BadInput):
            SettingsReading.read({"how": "settings", "iso": 100, "f_number": f_number, "shutter_s": shutter})
    assert SettingsReading.read({"how": "settings", "iso": 100, "f_number": 0.95, "shutter_s": "1/8000"}).iso == 100


@pytest.mark.parametrize(("width", "height"), [(20_000, 16), (16, 20_000), (4001, 1000)])
def test_no_picture_is_drawn_of_what_is_no_frame(width: int, height: int) -> None:
    with pytest.raises(BadInput):
        Frame.read({"width_px": width, "height_px": height, "projection": "rectilinear", "focal_px": 500})


def test_made_up_cookies_do_not_make_people(app: Any, service: Service, creator: TestClient) -> None:
    creator.get("/api/shoots")
    token = creator.cookies[COOKIE]
    assert service.known.get(token) is not None and service.known.get("made up") is None

    def counts_for(cookie: str) -> str:
        scope = {"type": "http", "client": ("192.0.2.7", 1), "headers": []}
        return asyncio.run(whose(Request(scope), service, cookie))

    with ThreadPoolExecutor(1) as apart:
        told = [apart.submit(counts_for, cookie).result() for cookie in ("made up", "made up too", token)]
    assert told == ["192.0.2.7", "192.0.2.7", service.known.get(token)]


def test_odd_names_hide_nothing_and_many_are_listed_soon(tmp_path: Path) -> None:
    account = uuid4()
    own = tmp_path / str(account)
    own.mkdir()
    (own / "a.mp4").write_bytes(b"1")
    Path(os.fsdecode(bytes(own) + b"/\xff\xfe.mp4")).write_bytes(b"1")
    (own / "odd\u202e.mp4").write_bytes(b"1")
    assert [name for name, _ in InPlace(tmp_path).look(account).files] == ["a.mp4"]
    for index in range(3000):
        (own / f"{index:05}.mp4").touch()
    found = InPlace(tmp_path).look(account)
    assert len(found.files) == 1000 and found.more


def test_a_full_disk_is_told_as_full(
    creator: TestClient, visitor: TestClient, files: Files, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(Files, "room_bytes", property(lambda _: 1_000_000))
    headers = {"Tus-Resumable": "1.0.0", "Upload-Length": "5000000"}
    answer = creator.post("/api/uploads", headers=headers)
    assert answer.status_code == 507 and "no room" in answer.json()["detail"]
    with pytest.raises(OSError, match="full"):
        files.check()


def test_what_was_promised_is_not_promised_twice(creator: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(Files, "room_bytes", property(lambda _: 10_000_000_000))
    headers = {"Tus-Resumable": "1.0.0", "Upload-Length": "3000000000"}
    answers = [creator.post("/api/uploads", headers=headers).status_code for _ in range(3)]
    assert answers == [201, 507, 507], "two copies of each are needed while it is put together"
