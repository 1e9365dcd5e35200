"""The first card over HTTP: without an account, nothing kept, bad input named."""

from datetime import date
from typing import Any

import pytest
from starlette.testclient import TestClient

from steady_tide.core.day.timeline import sky_of
from steady_tide.core.light.almanac import Place
from tests.service import add_scene, join, with_kit
from tests.situations import SCENES


@pytest.fixture
def nobody(app: Any) -> TestClient:
    """Somebody without an account."""
    client: TestClient = TestClient(app)
    return client


def camera(client: TestClient, kind: str = "action-some-years", **said: Any) -> dict[str, Any]:
    usual = next(one["usual"] for one in client.get("/api/first/classes").json() if one["key"] == kind)
    answer = client.post("/api/first/camera", json={"kind": kind, "said": {**usual, **said}})
    assert answer.status_code == 200, answer.text
    made: dict[str, Any] = answer.json()
    return made


ANSWERS: dict[str, Any] = {"kind": "motion", "light": "sun", "carried": "riding", "purpose": "film"}


def test_somebody_without_an_account_gets_a_plan(nobody: TestClient) -> None:
    device = camera(nobody)
    plan = nobody.post("/api/first/plan", json={"device": device, "answers": ANSWERS}).json()
    assert plan["outcome"] == "plan" and plan["answer"]["values"][0]["label"] == "Mode"
    helps = nobody.post("/api/first/helps", json={"device": device, "answers": ANSWERS}).json()
    assert any(one["item"] and one["item"]["kind"] == "nd" for one in helps)
    assert device["assumed"]


def test_what_is_assumed_is_weighed_by_the_scenes_it_is_on(app: Any, nobody: TestClient) -> None:
    mine, other = join(app), join(app)
    made = camera(nobody)
    assert mine.put("/api/kit", json={"devices": [made], "bag": []}).status_code == 200
    device = mine.get("/api/kit/devices").json()[0]["id"]
    assert all(one["sets"] == 0 for one in mine.get(f"/api/kit/devices/{device}/mattering").json())
    add_scene(mine, SCENES["The pilot gig"], made["key"])
    most = mine.get(f"/api/kit/devices/{device}/mattering").json()[0]
    assert most["sets"] == 1 and most["words"].startswith("knowing ") and len(most["scenes"]) == 1
    assert other.get(f"/api/kit/devices/{device}/mattering").status_code == 404


def test_what_cannot_be_meant_is_named(nobody: TestClient) -> None:
    device = camera(nobody)
    wrong = nobody.post("/api/first/plan", json={"device": device, "answers": {**ANSWERS, "kind": "dancing"}})
    assert wrong.status_code == 422
    for field, value in (("light", "moonshine"), ("purpose", "fame"), ("depth_m", 900), ("slowed", 0.5)):
        told = {"device": device, "answers": {**ANSWERS, field: value}}
        refused = nobody.post("/api/first/plan", json=told)
        assert refused.status_code == 422 and refused.json()["errors"][0]["path"][:2] == ["answers", field]
    assert nobody.post("/api/first/camera", json={"kind": "submarine", "said": {}}).status_code == 422
    broken = {**device, "modes": [{**device["modes"][0], "views": ["nothing"]}]}
    refused = nobody.post("/api/first/plan", json={"device": broken, "answers": ANSWERS})
    assert refused.status_code == 422 and "not described" in refused.text


def test_what_was_answered_is_handed_over_to_be_kept(nobody: TestClient) -> None:
    wet = {
        "kind": "underwater",
        "light": "water-blue-10",
        "carried": "tray",
        "purpose": "grade",
        "lamp": True,
        "depth_m": 18,
    }
    made = nobody.post("/api/first/brief", json={"answers": wet}).json()
    assert made["school"] == "darkroom" and [one["kind"] for one in made["bag"]] == ["lamp"]
    water = made["brief"]["water"]
    assert (water["colour"], water["depth_m"], water["lamp"]) == ("blue", 18, True)
    plan = nobody.post("/api/first/plan", json={"device": camera(nobody), "answers": wet}).json()
    assert next(one["value"] for one in plan["decisions"] if one["setting"] == "lamp") == "dive-lamp-got"


def test_what_one_has_is_used_and_not_got_again(app: Any) -> None:
    mine = with_kit(join(app))
    bag = mine.get("/api/kit/bag").json()
    (lamp,) = [one for one in bag if one["kind"] == "lamp" and one["depth_rating_m"] > 12]
    wet = {"kind": "underwater", "light": "water-blue-10", "carried": "tray", "lamp": True}
    made = mine.post("/api/first/brief", json={"answers": wet, "bag": bag}).json()
    assert made["bag"] == [], "there is a lamp"
    device = next(one for one in mine.get("/api/kit").json()["devices"] if one["key"] == "skarv-a4")
    plan = mine.post("/api/first/plan", json={"device": device, "answers": wet, "bag": bag}).json()
    assert next(one["value"] for one in plan["decisions"] if one["setting"] == "lamp") == lamp["key"]


@pytest.mark.parametrize(
    ("kind", "answers"),
    [
        ("action-new", {"kind": "motion", "light": "snow-sun", "carried": "helmet-on-snow"}),
        ("phone-new", {"kind": "talking", "light": "bright-cloud", "carried": "walking", "purpose": "post"}),
        ("action-some-years", {"kind": "underwater", "light": "water-blue-10", "carried": "tray", "lamp": True}),
        ("drone-new", {"kind": "drone", "light": "sun", "carried": "gimbal", "purpose": "grade"}),
        ("action-new", {"kind": "lapse", "light": "half-moon", "carried": "tripod", "power_bank": True}),
    ],
)
def test_what_the_card_says_is_what_the_bench_says(app: Any, kind: str, answers: dict[str, Any]) -> None:
    mine = join(app)
    device = camera(mine, kind)
    card = mine.post("/api/first/plan", json={"device": device, "answers": answers}).json()
    made = mine.post("/api/first/brief", json={"answers": answers}).json()
    assert mine.put("/api/kit", json={"devices": [device], "bag": made["bag"]}).status_code == 200
    scene = add_scene(mine, made["brief"], device["key"])
    setup = scene["setups"][0]["id"]
    assert mine.put(f"/api/setups/{setup}/school", json={"school": made["school"]}).status_code == 200
    bench = mine.get(f"/api/scenes/{scene['id']}").json()["setups"][0]["outcome"]
    for part in ("headline", "answer", "cautions", "prices"):
        assert bench[part] == card[part], part
    assert [(one["setting"], one["value"], one["why"]) for one in bench["decisions"]] == [
        (one["setting"], one["value"], one["why"]) for one in card["decisions"]
    ]


def test_a_lapse_by_place_and_hour_films_the_stars_where_it_is_dark(nobody: TestClient) -> None:
    lapse = {"kind": "lapse", "light": "by-hour", "carried": "tripod"}
    for hour, stars in ((NOON, False), ({**NOON, "day": "2026-12-21", "starts": 60}, True)):
        made = nobody.post("/api/first/brief", json={"answers": lapse, "hour": hour}).json()
        assert made["brief"]["lapse"]["stars"] is stars and made["brief"]["light"]["kind"] == "sky"
        told = {"device": camera(nobody), "answers": lapse, "hour": hour}
        assert nobody.post("/api/first/plan", json=told).json()["outcome"] == "plan"


def test_the_made_up_shoot_is_a_copy_that_can_be_thrown_away(app: Any) -> None:
    newcomer = join(app)
    assert newcomer.get("/api/shoots/made-up").json() == {"shoot_id": None}
    shoot = newcomer.post("/api/shoots/made-up").json()
    assert shoot["day"] > "2026-09-19" and len(shoot["scenes"]) == 6
    assert newcomer.post("/api/shoots/made-up").json()["id"] == shoot["id"], "asked for twice it is there once"
    assert newcomer.get("/api/shoots/made-up").json() == {"shoot_id": shoot["id"]}
    day = newcomer.get(f"/api/shoots/{shoot['id']}/day").json()
    gig = next(scene for scene in day["scenes"] if scene["name"] == "The pilot gig")
    sun_up = sky_of(Place(58.3, 6.6), date.fromisoformat(shoot["day"]), "Europe/Oslo")
    assert sun_up.sun_deg[gig["starts"]] > 0, "its scenes keep their place in the daylight"
    assert newcomer.delete("/api/shoots/made-up").status_code == 204
    assert newcomer.get("/api/shoots").json() == [] and newcomer.get("/api/kit/devices").json() == []
    assert newcomer.get("/api/kit/bag").json() == []


def test_throwing_it_away_keeps_what_was_changed(app: Any) -> None:
    newcomer = join(app)
    newcomer.post("/api/shoots/made-up")
    item = next(one for one in newcomer.get("/api/kit/bag").json() if one["key"] == "nd16")
    assert newcomer.put("/api/kit/bag", json={**item, "note": "mine by now"}).status_code == 200
    assert newcomer.delete("/api/shoots/made-up").status_code == 204
    assert [one["key"] for one in newcomer.get("/api/kit/bag").json()] == ["nd16"]


def test_nobody_throws_away_what_is_another_s(app: Any) -> None:
    one, other = with_kit(join(app)), join(app)
    mine = one.post("/api/shoots/made-up").json()["id"]
    assert other.delete("/api/shoots/made-up").status_code == 404
    assert other.get(f"/api/shoots/{mine}").status_code == 404


NOON = {"latitude_deg": 58.3, "longitude_deg": 6.6, "day": "2026-06-21", "starts": 780, "minutes": 60, "cloud_okta": 0}


def test_a_first_card_by_place_and_hour_follows_the_sky(nobody: TestClient) -> None:
    device = camera(nobody)
    answers = {**ANSWERS, "light": "by-hour"}

    def light(hour: dict[str, Any]) -> float:
        plan = nobody.post("/api/first/plan", json={"device": device, "answers": answers, "hour": hour}).json()
        assert plan["light"]["source"].startswith("sky, cloud")
        return float(plan["light"]["ev100"])

    noon, late, winter = light(NOON), light({**NOON, "starts": 1290}), light({**NOON, "day": "2026-12-21"})
    assert noon > winter > late and noon - late > 4
    helps = nobody.post("/api/first/helps", json={"device": device, "answers": answers, "hour": NOON})
    assert helps.status_code == 200
    refused = nobody.post("/api/first/plan", json={"device": device, "answers": answers})
    assert refused.status_code == 422 and refused.json()["errors"][0]["path"] == ["hour"]


@pytest.mark.parametrize(
    ("wrong", "field"),
    [({"latitude_deg": 91}, "latitude_deg"), ({"starts": 1440}, "starts"), ({"day": "1066-10-14"}, "day"),
     ({"minutes": 99999}, "minutes"), ({"cloud_okta": "grey"}, "cloud_okta")],
)  # fmt: skip
def test_an_hour_that_cannot_be_is_named(nobody: TestClient, wrong: dict[str, Any], field: str) -> None:
    refused = nobody.post("/api/first/sky", json={**NOON, **wrong})
    assert refused.status_code == 422 and refused.json()["errors"][0]["path"] == [field]


def test_the_sky_of_an_hour_is_told(nobody: TestClient) -> None:
    sky = nobody.post("/api/first/sky", json=NOON).json()
    assert sky["zone"] == "Europe/Oslo" and sky["sun_altitude_deg"] == pytest.approx(90 - 58.3 + 23.4, abs=1.0)
    assert 250 < sky["sunrise"] < 280 and 1350 < sky["sunset"] < 1380, "04:24 and 22:46 by the almanac's rule"
    polar = nobody.post("/api/first/sky", json={**NOON, "latitude_deg": 78.2, "longitude_deg": 15.6}).json()
    assert polar["sunrise"] is None and polar["sunset"] is None and polar["sun_altitude_deg"] > 30
    later = nobody.post("/api/first/sky", json={**NOON, "starts": 1439, "minutes": 1440})
    assert later.status_code == 200, "a night runs past midnight"


def test_towns_are_found_by_anybody(nobody: TestClient) -> None:
    (first, *_) = nobody.get("/api/vocabulary/towns", params={"sought": "Flekkefj"}).json()
    assert first["country"] == "Norway" and first["latitude_deg"] == pytest.approx(58.3, abs=0.02)
    (point,) = nobody.get("/api/vocabulary/towns", params={"sought": "58°18'N 6°36'E"}).json()
    assert (point["latitude_deg"], point["longitude_deg"]) == (58.3, 6.6)
    assert nobody.get("/api/vocabulary/towns", params={"sought": "95, 10"}).status_code == 422
    assert nobody.get("/api/vocabulary/towns", params={"sought": "x" * 200}).status_code == 422
