"""What was deleted can be brought back for a week; shoots are put away, scenes begun from others."""

from datetime import UTC, datetime, timedelta
from typing import Any

from starlette.testclient import TestClient

from steady_tide.api.context import Service
from tests.service import add_scene, join, with_kit
from tests.situations import SCENES

GIG = SCENES["The pilot gig"]


def pinned(creator: TestClient) -> dict[str, Any]:
    """A scene with a pin, a place and a day, a time and a reading."""
    scene = add_scene(creator, GIG)
    creator.put(f"/api/setups/{scene['setups'][0]['id']}/pins/frame_rate", json={"value": "25"})
    facts = {"name": "A day out", "day": "2026-09-26", "latitude_deg": 58.3, "longitude_deg": 6.6}
    assert creator.put(f"/api/shoots/{scene['shoot_id']}", json=facts).status_code == 200
    reading = {"minute": 700, "scene_id": scene["id"], "measured": {"how": "lux", "lux": 5000}}
    assert creator.post(f"/api/shoots/{scene['shoot_id']}/readings", json=reading).status_code == 201
    times = creator.put(f"/api/scenes/{scene['id']}/filming", json={"starts": 690, "ends": 720})
    assert times.status_code == 200, times.text
    return scene


def seen(creator: TestClient, scene: dict[str, Any]) -> list[Any]:
    """The scene, its shoot, its day."""
    shoot = scene["shoot_id"]
    asked = (f"/api/scenes/{scene['id']}", f"/api/shoots/{shoot}", f"/api/shoots/{shoot}/day")
    answers = [creator.get(path) for path in asked]
    assert [answer.status_code for answer in answers] == [200, 200, 200], [answer.text[:200] for answer in answers]
    return [answer.json() for answer in answers]


def only(creator: TestClient) -> dict[str, Any]:
    (found,) = creator.get("/api/removed").json()
    return dict(found)


def test_a_scene_comes_back_as_it_was(creator: TestClient) -> None:
    scene = pinned(creator)
    before = seen(creator, scene)
    assert before[0]["undo"] and before[0]["setups"][0]["pins"] == {"frame_rate": "25"}
    assert creator.delete(f"/api/scenes/{scene['id']}").status_code == 204
    assert creator.get(f"/api/scenes/{scene['id']}").status_code == 404
    gone = only(creator)
    assert (gone["kind"], gone["name"], gone["scenes"]) == ("scene", "A scene", 1)
    assert creator.post(f"/api/removed/{gone['id']}/back").status_code == 204
    assert seen(creator, scene) == before
    assert creator.get("/api/removed").json() == []
    undone = creator.post(f"/api/scenes/{scene['id']}/undo")
    assert undone.status_code == 200, "its history came back with it"


def test_a_shoot_comes_back_with_its_scenes_and_before_them(creator: TestClient) -> None:
    scene = pinned(creator)
    before = seen(creator, scene)
    creator.delete(f"/api/scenes/{scene['id']}")
    creator.delete(f"/api/shoots/{scene['shoot_id']}")
    shoot, alone = creator.get("/api/removed").json()
    assert (shoot["kind"], alone["kind"]) == ("shoot", "scene"), "the latest first"
    refused = creator.post(f"/api/removed/{alone['id']}/back")
    assert refused.status_code == 409 and "its shoot" in refused.json()["detail"]
    for one in (shoot, alone):
        assert creator.post(f"/api/removed/{one['id']}/back").status_code == 204
    assert seen(creator, scene) == before
    creator.delete(f"/api/shoots/{scene['shoot_id']}")
    assert only(creator)["scenes"] == 1
    assert creator.post(f"/api/removed/{only(creator)['id']}/back").status_code == 204
    assert seen(creator, scene) == before


def test_without_its_camera_a_scene_waits_for_it(creator: TestClient) -> None:
    scene = add_scene(creator, GIG)
    camera = scene["setups"][0]["device_id"]
    refused = creator.delete(f"/api/kit/devices/{camera}")
    assert refused.status_code == 409 and "it is on A scene; take it off" in refused.json()["detail"]
    creator.delete(f"/api/scenes/{scene['id']}")
    assert creator.delete(f"/api/kit/devices/{camera}").status_code == 204
    gone = only(creator)
    told = creator.post(f"/api/removed/{gone['id']}/back")
    assert told.status_code == 409 and "a camera" in told.json()["detail"]
    assert only(creator) == gone, "nothing was lost by trying"
    assert creator.post("/api/kit/undo").status_code == 200
    assert creator.post(f"/api/removed/{gone['id']}/back").status_code == 204
    assert creator.get(f"/api/scenes/{scene['id']}").status_code == 200


def test_it_is_kept_a_week_and_not_too_much_of_it(creator: TestClient, service: Service) -> None:
    scene = add_scene(creator, GIG)
    creator.delete(f"/api/scenes/{scene['id']}")
    now = datetime.now(UTC)
    service.worker.tidy(now=now + timedelta(days=6.9))
    assert only(creator)["name"] == "A scene"
    service.worker.tidy(now=now + timedelta(days=7.1))
    assert creator.get("/api/removed").json() == []
    shoots = [creator.post("/api/shoots", json={"name": f"Shoot {n}"}).json()["id"] for n in range(53)]
    for shoot in shoots:
        creator.delete(f"/api/shoots/{shoot}")
    assert [one["name"] for one in creator.get("/api/removed").json()] == [f"Shoot {n}" for n in range(52, 2, -1)]
    last = creator.get("/api/removed").json()[0]
    assert creator.delete(f"/api/removed/{last['id']}").status_code == 204
    assert creator.post(f"/api/removed/{last['id']}/back").status_code == 404


def test_a_shoot_is_put_away_and_taken_out_again(creator: TestClient, app: Any) -> None:
    shoot = creator.post("/api/shoots", json={"name": "Last year"}).json()
    assert shoot["put_away"] is False
    path = f"/api/shoots/{shoot['id']}/put-away"
    assert creator.put(path, json={"away": True}).json()["put_away"] is True
    kept = {key: shoot[key] for key in ("name", "place", "day", "school", "cloud_okta", "travel_minutes")}
    assert creator.put(f"/api/shoots/{shoot['id']}", json=kept).json()["put_away"] is True, "an edit leaves it away"
    assert creator.put(path, json={"away": False}).json()["put_away"] is False
    assert join(app).put(path, json={"away": True}).status_code == 404


def test_a_scene_begins_from_one_of_another_shoot_and_a_day_from_another(creator: TestClient, app: Any) -> None:
    scene = pinned(creator)
    other = creator.post("/api/shoots", json={"name": "Next time"}).json()
    copied = creator.post(f"/api/scenes/{scene['id']}/copy", json={"shoot_id": other["id"], "name": "Like before"})
    assert copied.status_code == 201
    made = copied.json()
    assert (made["shoot_id"], made["name"], made["brief"]) == (other["id"], "Like before", scene["brief"])
    stranger = with_kit(join(app))
    theirs = stranger.post("/api/shoots", json={"name": "Not yours"}).json()
    refused = creator.post(f"/api/scenes/{scene['id']}/copy", json={"shoot_id": theirs["id"]})
    assert refused.status_code == 404
    day = creator.post(f"/api/shoots/{scene['shoot_id']}/copy", json={"day": "2026-10-03"}).json()
    assert day["day"] == "2026-10-03"
    (again,) = creator.get(f"/api/shoots/{day['id']}/day").json()["scenes"]
    assert (again["starts"], again["ends"]) == (690, 720), "at the same hours"
