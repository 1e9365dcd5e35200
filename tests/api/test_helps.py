"""What would help most, asked for and taken over the service."""

from typing import Any

from starlette.testclient import TestClient

from tests.service import add_scene, join, with_kit
from tests.situations import SCENES
from tests.words import read_out


def first_setup(scene: dict[str, Any]) -> str:
    return str(scene["setups"][0]["id"])


def bag_of(client: TestClient) -> dict[str, dict[str, Any]]:
    return {item["key"]: item for item in client.get("/api/kit/bag").json()}


def test_a_thing_that_helps_goes_into_the_bag_and_onto_the_packing_list(creator: TestClient) -> None:
    market = add_scene(creator, SCENES["Lantern market"])
    setup = first_setup(market)
    lamp = next(one for one in creator.get(f"/api/setups/{setup}/helps").json() if one["kind"] == "get")
    taken = creator.post(f"/api/setups/{setup}/helps/{lamp['key']}", json={"come_by": "to-buy"})
    assert taken.status_code == 200
    assert bag_of(creator)[lamp["key"]]["come_by"] == "to-buy"
    assert taken.json()["brief"]["light"]["kind"] == "ev" and taken.json()["revision"] > market["revision"]
    again = creator.post(f"/api/setups/{setup}/helps/{lamp['key']}", json={"come_by": "to-buy"})
    assert again.status_code == 404 and "would not help any more" in again.text
    undone = creator.post(f"/api/scenes/{market['id']}/undo").json()
    assert undone["brief"]["light"] == market["brief"]["light"], "an edit of the scene like any other"


def test_a_depth_is_made_possible_by_a_housing_still_to_be_borrowed(creator: TestClient) -> None:
    bare = {**SCENES["Under the rafts"]}
    bare["water"] = {**bare["water"], "depth_m": 25}
    for item in [one for one in bag_of(creator).values() if one["kind"] == "housing"]:
        assert creator.delete(f"/api/kit/bag/{item['key']}").status_code == 200
    dive = add_scene(creator, bare)
    assert dive["setups"][0]["outcome"]["cautions"][0]["kind"] == "no-housing"
    housing = creator.get(f"/api/setups/{first_setup(dive)}/helps").json()[0]
    path = f"/api/setups/{first_setup(dive)}/helps/{housing['key']}"
    outcome = creator.post(path, json={"come_by": "to-borrow"}).json()["setups"][0]["outcome"]
    assert "no-housing" not in [one["kind"] for one in outcome["cautions"]]
    assert any("(to borrow)" in words for words in map(read_out, outcome["bring"]))


def test_another_camera_is_put_on_the_scene(creator: TestClient) -> None:
    market = add_scene(creator, SCENES["Lantern market"])
    setup = first_setup(market)
    camera = next((one for one in creator.get(f"/api/setups/{setup}/helps").json() if one["kind"] == "camera"), None)
    assert camera is not None
    scene = creator.post(f"/api/setups/{setup}/helps/{camera['key']}", json={}).json()
    assert [one["outcome"]["device_key"] for one in scene["setups"]][-1] == camera["device_key"]


def test_what_to_get_for_a_shoot_is_counted_over_its_scenes(creator: TestClient) -> None:
    market = add_scene(creator, SCENES["Lantern market"])
    device = market["setups"][0]["device_id"]
    body = {"name": "Again", "brief": SCENES["Lantern market"], "device_ids": [device]}
    assert creator.post(f"/api/shoots/{market['shoot_id']}/scenes", json=body).status_code == 201
    found = creator.get(f"/api/shoots/{market['shoot_id']}/purchases").json()
    assert found and found[0]["scenes"][-1] == "Again" and len(found[0]["scenes"]) == 2
    assert found[0]["saves"] > 0


def test_nobody_asks_for_the_scenes_of_others(creator: TestClient, app: Any) -> None:
    stranger = with_kit(join(app))
    market = add_scene(creator, SCENES["Lantern market"])
    setup = first_setup(market)
    assert stranger.get(f"/api/setups/{setup}/helps").status_code == 404
    assert stranger.post(f"/api/setups/{setup}/helps/pocket-panel-got", json={}).status_code == 404
    assert stranger.get(f"/api/shoots/{market['shoot_id']}/purchases").status_code == 404
