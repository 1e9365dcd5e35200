"""Ids made by the client: what is sent twice is made once; nobody's id hits another's thing."""

from typing import Any
from uuid import uuid4

import pytest
from starlette.testclient import TestClient

from tests.api.test_day import OPEN, sky_day
from tests.service import add_scene, join, with_kit


@pytest.fixture
def scene(creator: TestClient) -> dict[str, Any]:
    return add_scene(creator, OPEN)


@pytest.mark.parametrize(
    ("where", "body", "listed"),
    [
        ("/api/shoots", {"name": "Twice"}, "/api/shoots"),
        ("/api/places", {"name": "Quay", "latitude_deg": 58.3, "longitude_deg": 6.6}, "/api/places"),
    ],
)
def test_what_is_sent_twice_is_made_once(
    app: Any, creator: TestClient, where: str, body: dict[str, Any], listed: str
) -> None:
    wanted = {**body, "id": str(uuid4())}
    first, second = (creator.post(where, json=wanted) for _ in range(2))
    assert first.status_code == second.status_code == 201 and first.json() == second.json()
    assert [one["id"] for one in creator.get(listed).json()] == [wanted["id"]]
    stranger = join(app)
    assert stranger.post(where, json=wanted).status_code == 409
    assert stranger.get(listed).json() == []
    assert creator.post(where, json={**body, "id": "mine"}).status_code == 422


def test_a_scene_its_cameras_and_its_readings_are_made_once(creator: TestClient, scene: dict[str, Any]) -> None:
    where = f"/api/shoots/{scene['shoot_id']}/scenes"
    device = scene["setups"][0]["device_id"]
    wanted = {"name": "Twice", "brief": OPEN, "device_ids": [device], "id": str(uuid4())}
    for _ in range(2):
        assert creator.post(where, json=wanted).json()["id"] == wanted["id"]
    assert len(creator.get(f"/api/shoots/{scene['shoot_id']}").json()["scenes"]) == 2
    other = next(one for one in creator.get("/api/kit/devices").json() if one["id"] != device)
    camera = {"device_id": other["id"], "id": str(uuid4())}
    for _ in range(2):
        answer = creator.post(f"/api/scenes/{scene['id']}/setups", json=camera)
        assert [setup["id"] for setup in answer.json()["setups"]][1:] == [camera["id"]]


def test_a_reading_taken_back_comes_back_under_its_own_id(app: Any, creator: TestClient) -> None:
    shoot, _ = sky_day(creator, OPEN)
    where = f"/api/shoots/{shoot}/readings"
    reading = {"id": str(uuid4()), "minute": 700, "measured": {"how": "lux", "lux": 5000}}
    for _ in range(2):
        assert [one["id"] for one in creator.post(where, json=reading).json()["readings"]] == [reading["id"]]
    assert creator.delete(f"{where}/{reading['id']}").json()["readings"] == []
    assert [one["id"] for one in creator.post(where, json=reading).json()["readings"]] == [reading["id"]]
    stranger = join(app)
    there, _ = sky_day(with_kit(stranger), OPEN)
    assert stranger.post(f"/api/shoots/{there}/readings", json=reading).status_code == 409
    assert stranger.delete(f"/api/shoots/{there}/readings/{reading['id']}").status_code == 200
    assert len(creator.get(f"/api/shoots/{shoot}/day").json()["readings"]) == 1, "another's reading stays"
    for _ in range(2):
        assert creator.delete(f"{where}/{reading['id']}").json()["readings"] == []
