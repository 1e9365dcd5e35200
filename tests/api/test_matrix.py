"""Every route, asked by nobody, by somebody whose session has run out, and about things of somebody else."""

import io
import zipfile
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from sqlalchemy import update
from starlette.testclient import TestClient

from steady_tide.api.app import create_app
from steady_tide.api.context import COOKIE, Service
from steady_tide.desk.records.access import hash_of
from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.store.tables import SessionRow
from tests.api.test_footage import begin, send
from tests.service import add_scene, join, with_kit
from tests.situations import SCENES

OPEN = {
    "/api/health", "/api/ready", "/api/session", "/api/session/demo", "/api/session/accounts", "/api/vocabulary",
    "/api/first/classes", "/api/first/camera", "/api/first/plan", "/api/first/helps", "/api/first/sky",
    "/api/first/brief",
    "/api/vocabulary/sum", "/api/vocabulary/sums", "/api/vocabulary/towns", "/api/shared/{link}",
    "/api/with/{link}/pack", "/api/with/{link}/noted",
    "/api/with/{link}/entries", "/api/pictures/{word}.jpg", "/api/pictures/{word}.mp4",
    "/api/pictures/{word}/through",
}  # fmt: skip
"""What is answered without an account: nothing of anybody's, and nothing is kept."""
"""What is answered whoever asks."""
UNCHANGED = {"/api/account/sessions/{session_id}", "/api/shoots/{shoot_id}/readings/{reading_id}"}
"""Taking away what is not there is no error, whosesoever it is; nothing of it is told or changed."""
NONE = "6f7f4f0e-0000-4000-8000-000000000000"


def described() -> list[tuple[str, str]]:
    """Every route by its path and method; the description needs no database."""
    app = create_app(Service(Database("postgresql://nobody@127.0.0.1/none"), Files("memory://none"), web=None))
    return [(path, method.upper()) for path, methods in app.openapi()["paths"].items() for method in methods]


ROUTES = described()


def filled(path: str, ids: dict[str, str]) -> str:
    for part in (
        "shoot_id",
        "scene_id",
        "setup_id",
        "device_id",
        "reading_id",
        "place_id",
        "job_id",
        "session_id",
        "removed_id",
        "share_id",
        "shot_id",
        "line_id",
        "link_id",
        "clip_id",
        "upload_id",
    ):
        path = path.replace(f"{{{part}}}", ids.get(part, NONE))
    named = {
        "setting": "frame_rate",
        "key": "own-none",
        "slot": "1",
        "template": "none",
        "link": "made-up",
        "kind": "poster",
    }
    for part, value in named.items():
        path = path.replace(f"{{{part}}}", value)
    return path


@pytest.mark.parametrize(("path", "method"), [route for route in ROUTES if route[0] not in OPEN])
def test_nobody_and_the_expired_are_told_to_sign_in(visitor: TestClient, path: str, method: str) -> None:
    for token in (None, "made up"):
        visitor.cookies.clear()
        if token:
            visitor.cookies.set(COOKIE, token)
        assert visitor.request(method, filled(path, {})).status_code == 401, (
            "before anything that was sent is looked at"
        )


def test_a_session_that_has_run_out_opens_nothing(app: Any, database: Database) -> None:
    mine = join(app)
    assert mine.get("/api/shoots").status_code == 200
    with database.session() as session:
        over = datetime.now(UTC) - timedelta(seconds=1)
        mark = hash_of(str(mine.cookies[COOKIE]))
        session.execute(update(SessionRow).where(SessionRow.token_hash == mark).values(expires_at=over))
    told = {mine.request(method, filled(path, {})).status_code for path, method in ROUTES if path not in OPEN}
    assert told == {401}


def owned(client: TestClient) -> dict[str, bytes]:
    """Everything an account owns."""
    with zipfile.ZipFile(io.BytesIO(client.get("/api/account/archive").content)) as archive:
        return {name: archive.read(name) for name in archive.namelist()}


def test_what_belongs_to_somebody_else_is_not_there(app: Any) -> None:
    owner, stranger = with_kit(join(app)), with_kit(join(app))
    scene = add_scene(owner, SCENES["The pilot gig"])
    setup = scene["setups"][0]
    place = owner.post("/api/places", json={"name": "Mine", "latitude_deg": 1, "longitude_deg": 1}).json()["id"]
    gone = add_scene(owner, SCENES["The pilot gig"])
    owner.delete(f"/api/scenes/{gone['id']}")
    removed = owner.get("/api/removed").json()[0]["id"]
    shot = owner.post(f"/api/shoots/{scene['shoot_id']}/shots", json={"shot": {"subject": "Mine"}}).json()["shots"][0]
    share = owner.post("/api/shares", json={"kind": "bag"}).json()["id"]
    send(owner, b"mine")
    half = begin(owner, 10).rsplit("/", 1)[1]
    clip = owner.get(f"/api/shoots/{scene['shoot_id']}/footage").json()["loose"][0]["id"]
    ids = {
        "clip_id": clip, "upload_id": half,
        "shoot_id": scene["shoot_id"], "scene_id": scene["id"], "setup_id": setup["id"],
        "device_id": setup["device_id"], "place_id": place, "removed_id": removed, "share_id": share,
        "shot_id": shot["id"],
        "session_id": owner.get("/api/account").json()["signed_in"][0]["id"],
    }  # fmt: skip
    before = owned(owner)
    for path, method in ROUTES:
        if "_id}" not in path:
            continue
        answer = stranger.request(method, filled(path, ids), json={} if method in ("PUT", "POST", "PATCH") else None)
        allowed = {200, 404, 422} if path in UNCHANGED else {404, 422}
        assert answer.status_code in allowed, (method, path, answer.text)
        assert scene["name"] not in answer.text and "pilot" not in answer.text
    assert owner.get("/api/account").status_code == 200
    assert owned(owner) == before
