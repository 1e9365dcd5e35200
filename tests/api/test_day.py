"""The day of a shoot over HTTP: its light, its windows, scenes moved in time, places and zones."""

from typing import Any

import pytest
from starlette.testclient import TestClient

from tests.service import add_scene, join
from tests.situations import SCENES

HALLIN = {"name": "A day out", "day": "2026-09-26", "latitude_deg": 58.30, "longitude_deg": 6.60, "cloud_okta": 2}


def a_day(client: TestClient, *names: str, **facts: Any) -> tuple[str, list[str]]:
    """A shoot in Hallin Sound with scenes; its id and theirs."""
    first = add_scene(client, SCENES[names[0]])
    shoot = first["shoot_id"]
    assert client.put(f"/api/shoots/{shoot}", json={**HALLIN, **facts}).status_code == 200
    device = first["setups"][0]["device_id"]
    ids = [first["id"]]
    for name in names[1:]:
        body = {"name": name, "brief": SCENES[name], "device_ids": [device]}
        ids.append(client.post(f"/api/shoots/{shoot}/scenes", json=body).json()["id"])
    return shoot, ids


def test_a_day_has_its_light_its_events_and_its_windows(creator: TestClient) -> None:
    shoot, _ = a_day(creator, "The pilot gig", "Lantern market")
    day = creator.get(f"/api/shoots/{shoot}/day").json()
    assert (day["zone"], day["minutes"], len(day["sky"])) == ("Europe/Oslo", 1440, 145)
    assert [event["kind"] for event in day["events"]] == ["dawn", "sunrise", "noon", "sunset", "dusk"]
    sunrise = next(event["at"] for event in day["events"] if event["kind"] == "sunrise")
    assert sunrise.startswith("2026-09-26T07:2") and sunrise.endswith("+02:00")
    gig, market = day["scenes"]
    assert gig["follows_sky"] and not market["follows_sky"]
    assert min(gig["curve"]) < 0 and max(gig["curve"]) > 12
    assert len(set(market["curve"])) == 1
    camera = gig["cameras"][0]
    morning, noon = 615, 13 * 60
    assert any(window["start"] < morning < window["end"] for window in camera["steady"])
    assert not any(window["start"] < noon < window["end"] for window in camera["steady"]), "as the bench says"
    assert all(camera["low_ev100"] - 0.3 <= gig["curve"][w["start"] // 10 + 1] for w in camera["steady"])


def test_a_scene_moved_into_the_evening_loses_its_light(creator: TestClient) -> None:
    shoot, (gig,) = a_day(creator, "The pilot gig")
    morning = creator.put(f"/api/scenes/{gig}/time", json={"starts": 600, "ends": 660}).json()["scenes"][0]
    assert morning["cameras"][0]["leaves"] == [] and morning["cameras"][0]["steady_minutes"] == 60
    dusk = creator.put(f"/api/scenes/{gig}/time", json={"starts": 1080, "ends": 1200}).json()["scenes"][0]
    (leaving,) = dusk["cameras"][0]["leaves"]
    assert leaving["side"] == "dark" and 1080 <= leaving["minute"] <= 1200 and leaving["words"]
    assert dusk["cameras"][0]["steady_minutes"] < 120
    back = creator.post(f"/api/scenes/{gig}/undo")
    assert back.status_code == 200
    assert creator.get(f"/api/shoots/{shoot}/day").json()["scenes"][0]["starts"] is None, "dragging is one step"


@pytest.mark.parametrize(
    ("time", "path"),
    [
        ({"starts": 600}, ["ends"]),
        ({"starts": 600, "ends": 600}, ["ends"]),
        ({"starts": 2000, "ends": 2100}, ["starts"]),
        ({"starts": -1, "ends": 5}, ["starts"]),
        ({"starts": "noon", "ends": 5}, ["starts"]),
    ],
)  # fmt: skip
def test_times_that_cannot_be_are_refused_beside_their_field(
    creator: TestClient, time: dict[str, Any], path: list[str]
) -> None:
    _, (gig,) = a_day(creator, "The pilot gig")
    answer = creator.put(f"/api/scenes/{gig}/time", json=time)
    assert answer.status_code == 422 and path in [error["path"] for error in answer.json()["errors"]]


def test_a_day_needs_a_place_and_a_day(creator: TestClient, app: Any) -> None:
    shoot, _ = a_day(creator, "The pilot gig", latitude_deg=None, longitude_deg=None)
    answer = creator.get(f"/api/shoots/{shoot}/day")
    assert answer.status_code == 422 and "say where" in answer.json()["errors"][0]["message"]
    off = creator.put(f"/api/shoots/{shoot}", json={**HALLIN, "latitude_deg": 95})
    assert off.status_code == 422 and off.json()["errors"][0]["path"] == ["latitude_deg"]
    assert join(app).get(f"/api/shoots/{shoot}/day").status_code == 404


ZONES = [
    (78.22, 15.65, "Arctic/Longyearbyen"),
    (-33.87, 151.21, "Australia/Sydney"),
    (0, -30, "Etc/GMT+2"),
]


@pytest.mark.parametrize(("latitude", "longitude", "zone"), ZONES)
def test_the_zone_comes_from_the_place(creator: TestClient, latitude: float, longitude: float, zone: str) -> None:
    shoot, _ = a_day(creator, "The pilot gig", latitude_deg=latitude, longitude_deg=longitude)
    assert creator.get(f"/api/shoots/{shoot}/day").json()["zone"] == zone


def test_polar_days_and_nights_are_said(creator: TestClient) -> None:
    far = {"latitude_deg": 78.22, "longitude_deg": 15.65}
    shoot, _ = a_day(creator, "The pilot gig", **far, day="2026-06-21")
    assert creator.get(f"/api/shoots/{shoot}/day").json()["polar"] == "day"
    creator.put(f"/api/shoots/{shoot}", json={**HALLIN, **far, "day": "2026-12-21"})
    night = creator.get(f"/api/shoots/{shoot}/day").json()
    assert night["polar"] == "night" and night["golden"] == []


@pytest.mark.parametrize(("day", "minutes"), [("2026-03-29", 1380), ("2026-10-25", 1500)])
def test_days_on_which_the_clocks_change(creator: TestClient, day: str, minutes: int) -> None:
    shoot, _ = a_day(creator, "The pilot gig", day=day)
    assert creator.get(f"/api/shoots/{shoot}/day").json()["minutes"] == minutes
