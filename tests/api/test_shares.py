"""Links that show a camera or a bag: made, opened by anybody, taken in, closed, expired, guessed."""

from datetime import UTC, datetime, timedelta
from typing import Any

from sqlalchemy import update
from starlette.testclient import TestClient

from steady_tide.api.context import Service
from steady_tide.desk.kit.sharing import TRIES
from steady_tide.desk.records.access import MOST
from steady_tide.store.database import Database
from steady_tide.store.tables import Account, AttemptRow, ShareRow
from tests.service import a_browser, join, joined, with_kit


def a_camera(owner: TestClient, key: str = "skarv-a4") -> str:
    return str(next(one["id"] for one in owner.get("/api/kit/devices").json() if one["key"] == key))


def link_to(owner: TestClient, **wish: Any) -> dict[str, Any]:
    answer = owner.post("/api/shares", json=wish)
    assert answer.status_code == 201, answer.text
    return dict(answer.json())


def test_a_camera_is_shown_to_anybody_and_taken_into_a_kit(app: Any, visitor: TestClient) -> None:
    owner, friend = with_kit(join(app)), join(app)
    link = link_to(owner, kind="camera", device_id=a_camera(owner))
    seen = visitor.get(f"/api/shared/{link['token']}")
    assert seen.status_code == 200
    assert seen.json()["cameras"] == [owner.get(f"/api/kit/devices/{a_camera(owner)}").json()]
    assert seen.json()["things"] == [] and "@" not in seen.text, "nothing else of the owner is told"
    for expected in ("Skarv A4", "Skarv A4 (2)"):
        (came,) = friend.post(f"/api/shared/{link['token']}/take").json()
        assert came["name"] == expected, "beside what is there, never over it"
    assert friend.post("/api/kit/undo").status_code == 200
    assert [one["name"] for one in friend.get("/api/kit/devices").json()] == ["Skarv A4"]


def test_a_bag_is_taken_in_beside_what_is_there(app: Any, visitor: TestClient) -> None:
    owner, friend = with_kit(join(app)), join(app)
    link = link_to(owner, kind="bag")
    bag = owner.get("/api/kit/bag").json()
    assert visitor.get(f"/api/shared/{link['token']}").json()["things"] == [item["label"] for item in bag]
    mine = {**next(item for item in bag if item["kind"] == "nd"), "label": "My own"}
    assert friend.post("/api/kit/bag/several", json={"items": [mine]}).status_code == 200
    assert friend.post(f"/api/shared/{link['token']}/take").status_code == 201
    after = friend.get("/api/kit/bag").json()
    assert {item["key"] for item in after} == {item["key"] for item in bag}
    assert next(item for item in after if item["key"] == mine["key"])["label"] == "My own"


def test_what_cannot_be_shown_is_told(app: Any) -> None:
    empty, owner = join(app), with_kit(join(app))
    for wish, path in (({"kind": "camera"}, "device_id"), ({"kind": "bag"}, "kind"), ({"kind": "all"}, "kind")):
        refused = empty.post("/api/shares", json=wish)
        assert refused.status_code == 422 and path in str(refused.json()["errors"])
    foreign = empty.post("/api/shares", json={"kind": "camera", "device_id": a_camera(owner)})
    assert foreign.status_code == 404
    for _ in range(MOST):
        link_to(owner, kind="bag")
    full = owner.post("/api/shares", json={"kind": "bag"})
    assert full.status_code == 422 and "close some first" in full.text
    assert len(owner.get("/api/shares").json()) == MOST


def test_a_link_is_closed_expires_and_goes_with_its_camera(
    app: Any, visitor: TestClient, database: Database, service: Service
) -> None:
    owner = with_kit(join(app))
    links = [link_to(owner, kind="camera", device_id=a_camera(owner, "kittiwake-d1")) for _ in range(4)]

    def opens(link: dict[str, Any]) -> int:
        return visitor.get(f"/api/shared/{link['token']}").status_code

    assert [opens(link) for link in links] == [200] * 4
    assert join(app).delete(f"/api/shares/{links[0]['id']}").status_code == 404
    assert owner.delete(f"/api/shares/{links[0]['id']}").status_code == 204
    with database.session() as session:
        over = datetime.now(UTC) - timedelta(seconds=1)
        session.execute(update(ShareRow).where(ShareRow.id == links[1]["id"]).values(expires_at=over))
    assert [opens(link) for link in links] == [404, 404, 200, 200]
    assert {one["id"] for one in owner.get("/api/shares").json()} == {links[2]["id"], links[3]["id"]}
    service.worker.tidy()
    with database.session() as session:
        assert session.get(ShareRow, links[1]["id"]) is None
        mine = session.get(ShareRow, links[2]["id"])
        assert mine is not None and links[2]["token"].encode() not in mine.token_hash
        session.execute(update(Account).where(Account.id == mine.account_id).values(disabled=True))
    assert opens(links[2]) == 404, "a closed account shows nothing"
    with database.session() as session:
        session.execute(update(Account).where(Account.disabled).values(disabled=False))
    assert opens(links[2]) == 200
    assert owner.delete(f"/api/kit/devices/{a_camera(owner, 'kittiwake-d1')}").status_code == 204
    assert opens(links[3]) == 404


def test_guessing_links_is_slowed(app: Any, database: Database) -> None:
    guesser, other = a_browser(app, "203.0.113.9"), a_browser(app, "203.0.113.10")
    with database.session() as session:
        session.add_all(AttemptRow(kind="share", email="", address="203.0.113.9") for _ in range(TRIES))
    assert guesser.get("/api/shared/made-up").status_code == 429
    assert joined(guesser).post("/api/shared/made-up/take").status_code == 429, "nor by taking"
    assert other.get("/api/shared/made-up").status_code == 404
    assert other.get("/api/shared/with a space").status_code == 422


def test_a_code_is_drawn(creator: TestClient) -> None:
    code = creator.get("/api/shares/code", params={"address": "https://example.invalid/shared/abc"})
    assert code.status_code == 200 and code.text.startswith("<svg")
