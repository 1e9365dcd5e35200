"""Getting ready by the service: budgets and what mends them, ticks and own lines, pieces, the shot list."""

from typing import Any
from uuid import uuid4

import pytest
from starlette.testclient import TestClient

from tests.service import add_scene, join, with_kit
from tests.situations import SCENES

PLACED = {"name": "Rope", "latitude_deg": 58.3, "longitude_deg": 6.6, "day": "2026-09-19"}


@pytest.fixture
def mine(app: Any) -> TestClient:
    return with_kit(join(app))


def timed(client: TestClient, name: str, starts: int, ends: int, **device: Any) -> dict[str, Any]:
    """A demo scene at a time of a placed shoot."""
    scene = add_scene(client, {**SCENES[name], "minutes": 100}, **device)
    client.put(f"/api/shoots/{scene['shoot_id']}", json=PLACED)
    client.put(f"/api/scenes/{scene['id']}/filming", json={"starts": starts, "ends": ends})
    return scene


def without(client: TestClient, kind: str) -> None:
    for item in client.get("/api/kit/bag").json():
        if item["kind"] == kind:
            client.delete(f"/api/kit/bag/{item['key']}")


def test_a_day_short_of_cells_is_mended(mine: TestClient) -> None:
    without(mine, "cell")
    scene = timed(mine, "Lantern market", 1170, 1275)
    shoot = scene["shoot_id"]
    day = mine.get(f"/api/shoots/{shoot}/day").json()["budget"]
    (short,) = day["short"]
    assert short["kind"] == "cells" and short["camera"] == "skarv-a4" and short["amount"] > 10
    assert [one["kind"] for one in mine.get(f"/api/shoots/{shoot}").json()["short"]] == ["cells"]
    (told,) = mine.get(f"/api/shoots/{shoot}/shortages").json()
    assert told["short"] == short and told["setup_id"] == scene["setups"][0]["id"] and told["remedies"]
    more = next(one for one in told["remedies"] if one["item"] and one["left"] == 0)
    mine.post("/api/kit/bag/several", json={"items": [more["item"]]})
    mended = mine.get(f"/api/shoots/{shoot}/day").json()["budget"]
    assert mended["short"] == [] and mended["cameras"][0]["cells_there"] == more["item"]["count"] + 1
    assert mine.get(f"/api/shoots/{shoot}/shortages").json() == []
    assert mine.get(f"/api/shoots/{shoot}").json()["short"] == []


def test_a_value_that_saves_can_be_taken(mine: TestClient) -> None:
    without(mine, "cell")
    scene = timed(mine, "Lantern market", 1170, 1275)
    (told,) = mine.get(f"/api/shoots/{scene['shoot_id']}/shortages").json()
    values = [one for one in told["remedies"] if one["kind"] == "value"]
    assert all(one["left"] < told["short"]["amount"] for one in values)
    for one in values[:1]:
        mine.put(f"/api/setups/{told['setup_id']}/pins/{one['setting']}", json={"value": one["value"]})
        after = mine.get(f"/api/shoots/{scene['shoot_id']}/day").json()["budget"]["short"]
        assert sum(each["amount"] for each in after) == pytest.approx(one["left"], abs=0.1)


def test_what_budgets_rest_on_is_ones_own_and_bounded(app: Any, mine: TestClient) -> None:
    usual = mine.get("/api/account/upkeep").json()
    timed(mine, "Lantern market", 1170, 1275)
    copied = mine.get("/api/shoots").json()[0]["id"]
    before = mine.get(f"/api/shoots/{copied}/day").json()["budget"]["copy_minutes"]
    assert mine.put("/api/account/upkeep", json={**usual, "copies": 4}).json()["copies"] == 4
    after = mine.get(f"/api/shoots/{copied}/day").json()["budget"]["copy_minutes"]
    assert after == pytest.approx(2 * before, abs=0.2)
    refused = mine.put("/api/account/upkeep", json={**usual, "copy_mb_s": 0})
    assert refused.status_code == 422 and refused.json()["errors"][0]["path"][-1] == "copy_mb_s"
    assert with_kit(join(app)).get("/api/account/upkeep").json() == usual


def test_a_preparation_is_ticked_and_added_to(mine: TestClient) -> None:
    scene = timed(mine, "Under the rafts", 570, 640)
    shoot = f"/api/shoots/{scene['shoot_id']}/ready"
    ready = mine.get(shoot).json()
    assert ready["open"] == ready["of"] > 10 and ready["unplanned"] == []
    assert [one["caution"] for one in ready["cautions"] if one["once"]] == ["diving"]
    diving = ready["cautions"][0]["tick"]
    told = mine.put(f"{shoot}/ticks", json={"key": diving, "done": True}).json()
    assert told["cautions"][0]["done"] and told["open"] == ready["open"] - 1
    housing = next(one for one in told["checks"] if one["group"] == "housing")
    mine.put(f"{shoot}/ticks", json={"key": housing["key"], "done": True})
    line = uuid4()
    mine.put(f"{shoot}/lines/{line}", json={"text": "Ask the harbour master"})
    mine.put(f"{shoot}/lines/{line}", json={"text": "Ask the harbour master, by phone"})
    told = mine.put(f"{shoot}/ticks", json={"key": f"own {line}", "done": True}).json()
    assert [(one["text"], one["done"]) for one in told["own"]] == [("Ask the harbour master, by phone", True)]
    assert mine.put(f"{shoot}/ticks", json={"key": f"own {uuid4()}", "done": True}).status_code == 404
    assert mine.put(f"{shoot}/lines/{uuid4()}", json={"text": " "}).status_code == 422
    assert mine.delete(f"{shoot}/lines/{line}").json()["own"] == []
    assert mine.delete(f"{shoot}/lines/{line}").status_code == 200
    # Ticks go and come back with their shoot.
    mine.delete(f"/api/shoots/{scene['shoot_id']}")
    removed = mine.get("/api/removed").json()[0]["id"]
    mine.post(f"/api/removed/{removed}/back")
    again = mine.get(shoot).json()
    assert next(one for one in again["checks"] if one["key"] == housing["key"])["done"]


def test_cells_are_charged_piece_by_piece(mine: TestClient) -> None:
    scene = timed(mine, "Lantern market", 1170, 1275)
    shoot = f"/api/shoots/{scene['shoot_id']}/ready"
    before = mine.get(shoot).json()
    assert before["charging"]["turns"] and before["charging"]["latest"] == pytest.approx(
        1140 - before["charging"]["minutes"], abs=0.2
    )
    key = before["charging"]["turns"][0]["cell"]
    stock = mine.put(f"/api/kit/stock/{key}", json={"number": 0, "state": "ready"}).json()
    said = next(one for one in stock if one["key"] == key)
    assert {one["words"] for one in said["pieces"]} == {"charged"}
    assert all(one["cell"] != key for one in mine.get(shoot).json()["charging"]["turns"])
    mine.put(f"/api/kit/stock/{key}", json={"number": 1, "state": "spent"})
    stock = mine.put(f"/api/kit/stock/{key}", json={"number": 2, "state": None}).json()
    states = [one["state"] for one in next(one for one in stock if one["key"] == key)["pieces"]]
    assert states[:2] == ["spent", None]
    assert mine.put(f"/api/kit/stock/{key}", json={"number": 99, "state": "ready"}).status_code == 422
    assert mine.put("/api/kit/stock/nd-8", json={"number": 1, "state": "ready"}).status_code == 404


def test_a_shot_list_is_kept_in_order_and_covers(mine: TestClient) -> None:
    scene = timed(mine, "Under the rafts", 570, 640)
    base = f"/api/shoots/{scene['shoot_id']}/shots"
    told = mine.post(f"{base}/start", json={"scene_id": scene["id"], "subject": "Ropes"}).json()
    assert [one["shot"]["size"] for one in told["shots"]] == ["establishing", "medium", "detail"]
    assert told["coverage"]["words"].startswith("Every object") and not told["scenes"][0]["starting"]
    assert all(one["setup_id"] == scene["setups"][0]["id"] and one["set_line"] for one in told["shots"])
    named = str(uuid4())
    wish = {"id": named, "shot": {"subject": "The haul", "is_moment": True, "once_only": True, "scene": scene["id"]}}
    for _ in range(2):
        told = mine.post(base, json=wish).json()
    assert len(told["shots"]) == 4, "sent twice, made once"
    assert [one["kind"] for one in told["shots"][3]["hints"]][:1] == ["safest-school"]
    assert "hold" in [one["kind"] for one in told["shots"][3]["hints"]], "where animals are"
    told = mine.put(f"{base}/order", json={"ids": [named, *(one["id"] for one in told["shots"][:3])]}).json()
    assert told["shots"][0]["id"] == named
    first = told["shots"][1]
    changed = {**first["shot"], "hold_s": 20}
    mine.put(f"/api/shots/{first['id']}", json={"shot": changed, "before": first["shot"]})
    other = {**first["shot"], "note": "from the left"}
    told = mine.put(f"/api/shots/{first['id']}", json={"shot": other, "before": first["shot"]}).json()
    kept = told["shots"][1]["shot"]
    assert (kept["hold_s"], kept["note"]) == (20, "from the left"), "two edits of different fields both hold"
    clash = mine.put(
        f"/api/shots/{first['id']}", json={"shot": {**first["shot"], "hold_s": 30}, "before": first["shot"]}
    )
    assert clash.status_code == 409
    refused = mine.put(f"/api/shots/{first['id']}", json={"shot": {**kept, "hold_s": "long"}})
    assert refused.status_code == 422 and refused.json()["errors"][0]["path"][-1] == "hold_s"
    told = mine.delete(f"/api/shots/{first['id']}").json()
    assert "no establishing" in told["coverage"]["words"]


def test_a_shot_list_goes_out_as_a_table_and_comes_in(mine: TestClient) -> None:
    scene = timed(mine, "Under the rafts", 570, 640)
    base = f"/api/shoots/{scene['shoot_id']}/shots"
    mine.post(f"{base}/start", json={"scene_id": scene["id"], "subject": "Ropes"})
    table = mine.get(f"/api/shoots/{scene['shoot_id']}/shots.csv").text
    told = mine.post(f"{base}/table", json={"text": table}).json()
    assert [one["shot"] for one in told["shots"][:3]] == [one["shot"] for one in told["shots"][3:]]
    copied = mine.post(f"/api/shoots/{scene['shoot_id']}/copy", json={}).json()
    there = mine.get(f"/api/shoots/{copied['id']}/shots").json()
    assert len(there["shots"]) == 6 and {one["scene_name"] for one in there["shots"]} == {"A scene"}
    assert there["shots"][0]["shot"]["scene"] == copied["scenes"][0]["id"]
    refused = mine.post(f"{base}/table", json={"text": "subject,size\nRope,huge"})
    assert refused.status_code == 422 and "line 2" in refused.json()["errors"][0]["message"]
    elsewhere = add_scene(mine, SCENES["The pilot gig"])
    assert mine.post(f"{base}/start", json={"scene_id": elsewhere["id"], "subject": "x"}).status_code == 404
    foreign = {"shot": {"subject": "x", "scene": elsewhere["id"]}}
    assert mine.post(base, json=foreign).status_code == 422


def test_lists_budgets_and_shots_go_along(mine: TestClient) -> None:
    without(mine, "cell")
    scene = timed(mine, "Lantern market", 1170, 1275)
    shoot = f"/api/shoots/{scene['shoot_id']}"
    mine.post(f"{shoot}/shots/start", json={"scene_id": scene["id"], "subject": "Lanterns"})
    ready = mine.get(f"{shoot}/ready").json()
    mine.put(f"{shoot}/ready/ticks", json={"key": ready["packing"][0]["tick"], "done": True})
    lists = mine.get(f"{shoot}/ready.csv").text
    assert f"To pack,yes,{ready['packing'][0]['label']}" in lists and "To do,no," in lists
    assert ",short,no cell is left" in mine.get(f"{shoot}/power.csv").text
    calendar = mine.get(f"{shoot}/day.ics").text.replace("\r\n ", "")
    assert "no cell is left" in calendar
    assert mine.get(f"{shoot}/day.pdf").content.startswith(b"%PDF-")
    bare = mine.post("/api/shoots", json={"name": "No day"}).json()["id"]
    assert mine.get(f"/api/shoots/{bare}/ready.csv").status_code == 200
    assert mine.get(f"/api/shoots/{bare}/power.csv").status_code == 422
