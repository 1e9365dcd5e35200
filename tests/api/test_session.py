"""Who may come in, and who may not."""

from typing import Any

import pytest
from starlette.testclient import TestClient

from steady_tide.api.app import create_app
from steady_tide.api.context import COOKIE, Service
from steady_tide.launch.cluster import Cluster
from steady_tide.storage import Files
from steady_tide.store.database import Database
from tests.service import ORIGIN, join

CLOSED = [
    ("GET", "/api/shoots"), ("POST", "/api/shoots"), ("GET", "/api/kit/devices"), ("PUT", "/api/kit"),
    ("GET", "/api/scenes/6f7f4f0e-0000-4000-8000-000000000000"),
    ("GET", "/api/setups/6f7f4f0e-0000-4000-8000-000000000000/card"),
]  # fmt: skip


@pytest.mark.parametrize(("method", "path"), CLOSED)
def test_nothing_is_shown_without_signing_in(visitor: TestClient, method: str, path: str) -> None:
    answer = visitor.request(method, path, json={"name": "x"} if method == "POST" else None)
    assert answer.status_code == 401
    assert "password" not in answer.text
    if method == "GET":
        assert (answer.status_code, answer.json()["detail"]) == (401, "sign in first")


def test_join_leave_and_come_back(visitor: TestClient) -> None:
    new = {"email": " Ada@Example.invalid ", "name": "Ada", "password": "correct horse battery"}
    joined = visitor.post("/api/session/accounts", json=new)
    assert (joined.status_code, joined.json()["name"]) == (201, "Ada")
    cookie = joined.headers["set-cookie"].lower()
    assert "httponly" in cookie and "samesite=lax" in cookie
    assert visitor.get("/api/session").json() == {
        "name": "Ada", "email": "ada@example.invalid", "demo": False, "registration": "open", "goes_at": None,
        "habits": None,
    }  # fmt: skip
    token = visitor.cookies[COOKIE]
    visitor.delete("/api/session")
    assert visitor.get("/api/session").json()["name"] is None
    visitor.cookies.set(COOKIE, token)
    assert visitor.get("/api/shoots").status_code == 401, "the old token must be dead"
    visitor.cookies.clear()
    back = visitor.post("/api/session", json={"email": "ADA@example.invalid", "password": "correct horse battery"})
    assert back.status_code == 200
    assert visitor.post("/api/session/accounts", json=new).status_code == 409


def test_wrong_sign_ins_say_the_same_and_are_throttled(visitor: TestClient, app: Any) -> None:
    known = join(app).get("/api/session").json()["email"]
    said = [visitor.post("/api/session", json={"email": known, "password": "guess"}) for _ in range(5)]
    unknown = visitor.post("/api/session", json={"email": "nobody@example.invalid", "password": "guess"})
    assert {answer.status_code for answer in said} == {422}
    assert unknown.json() == said[0].json()
    blocked = visitor.post("/api/session", json={"email": known, "password": "a long enough secret"})
    assert blocked.status_code == 429 and "15 minutes" in blocked.json()["detail"]


@pytest.mark.parametrize(
    ("change", "field"),
    [({"email": "no-address"}, "email"), ({"password": "short"}, "password"), ({"name": "  "}, "name")],
)
def test_a_bad_account_names_its_field(visitor: TestClient, change: dict[str, str], field: str) -> None:
    new = {"email": "bo@example.invalid", "name": "Bo", "password": "long enough for this", **change}
    answer = visitor.post("/api/session/accounts", json=new)
    assert answer.status_code == 422
    assert answer.headers["content-type"] == "application/problem+json"
    assert [one["path"] for one in answer.json()["errors"]] == [[field]]


def test_writes_from_another_site_are_refused(creator: TestClient) -> None:
    answer = creator.post("/api/shoots", json={"name": "x"}, headers={"Origin": "http://elsewhere.invalid"})
    assert answer.status_code == 403


def test_a_normal_start_has_no_demo_door(visitor: TestClient) -> None:
    assert visitor.post("/api/session/demo").status_code == 404


def test_the_demo_signs_in_by_itself_but_only_on_this_machine(cluster: Cluster, files: Files) -> None:
    database = Database(cluster.url("demo_door"))
    database.migrate()
    demo = create_app(Service(database, files, web=None, demo=True, works=False))
    with TestClient(demo, base_url="http://127.0.0.1:8420") as client:
        assert client.post("/api/session/demo").json()["name"] == "Ro Vantongeren"
        assert len(client.get("/api/shoots").json()[0]["scenes"]) == 6
        password = client.post("/api/session", json={"email": "ro@hallin.invalid", "password": ""})
        assert password.status_code == 422, "the demo account has no password to sign in with"
    with TestClient(demo, base_url="http://evil.invalid") as client:
        assert client.post("/api/session/demo").status_code == 403
    database.close()


def test_safety_headers_are_on_every_answer(visitor: TestClient) -> None:
    for path in ("/api/session", "/api/nowhere", "/api/openapi.json"):
        headers = visitor.get(path).headers
        assert "default-src 'self'" in headers["content-security-policy"]
        assert headers["x-content-type-options"] == "nosniff"
    assert visitor.get("/api/session").headers["cache-control"] == "no-store"
    assert visitor.get("/api/health").json()["status"] == "steady"
    assert ORIGIN.startswith("http")
