"""The whole service against its own description: every route answers in words to whatever is sent."""

import json
import random
from typing import Any
from uuid import uuid4

import pytest
from starlette.testclient import TestClient

from steady_tide.api.guards.problems import ProblemDocument
from steady_tide.core.kit.settings import Setting
from tests.service import add_scene
from tests.situations import SCENES

ODD: list[Any] = [
    None, True, 0, -1, 1.5, 1e308, 10**30, "", "x", "\x00", "\ud800", "a" * 5000, [], [[]], {}, {"kind": "lux"},
    {"label": "x"}, {"value": []}, {"name": None}, {"csv": 5}, {"csv": "a\x00b"}, {"slot": "1e9"}, {"school": "\x00"},
    {"brief": {}}, {"device_id": "x"}, {"email": "a@b.c", "password": "\ud800" * 12, "name": "\x00"},
]  # fmt: skip
ROUNDS = 6


def routes(app: Any) -> list[tuple[str, str]]:
    """Every documented route: method and path."""
    paths = app.openapi()["paths"]
    return [(method.upper(), path) for path, methods in paths.items() for method in methods]


def filled(path: str, ids: dict[str, str], chance: random.Random) -> str:
    """A path with real, foreign or broken ids in it."""
    for name in ("shoot_id", "scene_id", "setup_id", "device_id", "reading_id", "place_id", "setting", "key"):
        odd = [str(uuid4()), "none-such", "%00", "..%2F", "0"]
        path = path.replace(f"{{{name}}}", chance.choice([ids.get(name, "shutter"), ids.get(name, "shutter"), *odd]))
    return path


@pytest.fixture
def ids(creator: TestClient) -> dict[str, str]:
    """Ids that exist in the creator's account."""
    scene = add_scene(creator, SCENES["The pilot gig"], "skarv-a4", "skarv-a2")
    setup = scene["setups"][0]
    return {
        "shoot_id": scene["shoot_id"], "scene_id": scene["id"], "setup_id": setup["id"],
        "device_id": setup["device_id"], "key": "nd16",
    }  # fmt: skip


def test_nothing_odd_ends_in_a_server_error(creator: TestClient, app: Any, ids: dict[str, str]) -> None:
    chance = random.Random(20261123)
    answered = set()
    for _ in range(ROUNDS):
        for method, path in routes(app):
            if method == "DELETE" and path == "/api/session":
                continue
            address = filled(path, ids, chance)
            body = json.dumps(chance.choice(ODD)) if method in ("POST", "PUT") else None
            answer = creator.request(method, address, content=body, headers={"Content-Type": "application/json"})
            answered.add(answer.status_code)
            assert answer.status_code < 500, (method, address, body, answer.text)
            if answer.status_code >= 400 and method != "HEAD":
                assert answer.headers["content-type"] == "application/problem+json", (method, address, answer.text)
                assert ProblemDocument.model_validate(answer.json()).detail
    assert {200, 404, 422} <= answered, "the sample reached good, missing and bad"


def test_every_route_of_the_api_is_described_and_says_how_it_refuses(app: Any) -> None:
    for path, methods in app.openapi()["paths"].items():
        for method, described in methods.items():
            assert described["summary"] and described["operationId"], (method, path)
            assert described.get("description"), (method, path)
            if not path.startswith(("/api/health", "/api/vocabulary")):
                assert {"401", "404", "422"} <= set(described["responses"]), (method, path)


def test_the_vocabulary_has_every_word_the_interface_offers(visitor: TestClient) -> None:
    words = visitor.get("/api/vocabulary").json()
    assert {school["key"] for school in words["schools"]} >= {"even-keel", "one-chance"}
    assert len(words["settings"]) == len(Setting)
    assert {setting["room"] for setting in words["settings"]} == set(words["rooms"])
    assert all(one["shake_deg_per_s"] > 0 for one in words["carrying"])
    assert {condition["group"] for condition in words["conditions"]} >= {"Under water", "By lamps"}


@pytest.mark.parametrize("path", ["/api/none-such", "/api/shoots/x/y/z", "/api/"])
def test_a_place_that_is_not_there_is_a_problem_too(visitor: TestClient, path: str) -> None:
    answer = visitor.get(path)
    assert answer.status_code == 404
    assert answer.headers["content-type"] == "application/problem+json"


def test_shoots_over_http(creator: TestClient) -> None:
    made = creator.post("/api/shoots", json={"name": "  Day one ", "place": "Quay", "day": "2026-09-26"})
    assert (made.status_code, made.json()["name"]) == (201, "Day one")
    shoot = f"/api/shoots/{made.json()['id']}"
    changed = creator.put(shoot, json={"name": "Day two"}).json()
    assert (changed["name"], changed["place"], changed["day"]) == ("Day two", "", None)
    wrong = creator.put(shoot, json={"name": "", "day": "soon"})
    assert {tuple(error["path"]) for error in wrong.json()["errors"]} == {("name",), ("day",)}
    assert creator.get(shoot).json() == changed
    assert creator.delete(shoot).status_code == 204
    assert creator.get(shoot).status_code == 404
