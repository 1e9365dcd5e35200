"""What every paper of a shoot says first: a housing that is not there, a slot that is dialled in anew."""

from typing import Any

from starlette.testclient import TestClient

from tests.service import add_scene, device_ids
from tests.situations import SCENES
from tests.words import read_out

PLACED = {"name": "Rope", "latitude_deg": 58.3, "longitude_deg": 6.6, "day": "2026-09-19"}


def shoot_of(client: TestClient, scenes: list[dict[str, Any]], camera: str) -> tuple[str, list[dict[str, Any]]]:
    """A placed shoot with scenes one after another from nine o'clock; its id and its scenes."""
    shoot = client.post("/api/shoots", json=PLACED).json()["id"]
    devices, made = [device_ids(client)[camera]], []
    for index, one in enumerate(scenes):
        wanted = {"name": f"Scene {index}", "brief": one, "device_ids": devices}
        scene = client.post(f"/api/shoots/{shoot}/scenes", json=wanted).json()
        client.put(f"/api/scenes/{scene['id']}/filming", json={"starts": 540 + 60 * index, "ends": 590 + 60 * index})
        made.append(scene)
    return shoot, made


def card(client: TestClient, scene: dict[str, Any]) -> dict[str, Any]:
    told: dict[str, Any] = client.get(f"/api/setups/{scene['setups'][0]['id']}/card").json()
    return told


def test_a_housing_that_is_not_in_the_bag_is_told_first_on_every_paper(creator: TestClient) -> None:
    dive = {**SCENES["Under the rafts"], "water": {"depth_m": 12, "colour": "green", "port": "flat"}}
    shoot, (scene,) = shoot_of(creator, [dive], "skarv-a2")
    said = "No housing in the bag for 12"
    assert read_out(card(creator, scene)["outcome"]["cautions"][0]["told"]).startswith(said)
    listed = creator.get(f"/api/shoots/{shoot}").json()["scenes"][0]["setups"][0]
    assert listed["headline"].startswith("no housing for its depth") and read_out(listed["to_decide"][0]).startswith(
        said
    )
    ready = creator.get(f"/api/shoots/{shoot}/ready").json()
    assert any("not in the bag" in read_out(one["label"]) for one in ready["packing"])
    assert read_out(ready["cautions"][0]["told"][0]).startswith(said)
    assert any("Do not take Skarv A2 down" in read_out(one["told"]) for one in ready["checks"])
    calendar = creator.get(f"/api/shoots/{shoot}/day.ics").text.replace("\r\n ", "")
    assert f"DESCRIPTION:{said}" in calendar
    day = creator.get(f"/api/shoots/{shoot}/day").json()
    assert day["scenes"][0]["cameras"][0]["headline"].startswith("no housing for its depth")


def test_four_scenes_in_three_slots_never_overwrite_one_another_unsaid(creator: TestClient) -> None:
    names = ["The pilot gig", "Lantern market", "Under the rafts", "The smoked jar"]
    shoot, scenes = shoot_of(creator, [SCENES[name] for name in names], "skarv-a2")
    cards = [card(creator, scene) for scene in scenes]
    assert [one["slot"] for one in cards] == [1, 2, 3, 1]
    assert [one["dial_after"] for one in cards] == ["", "", "", "Scene 0"]
    checks = creator.get(f"/api/shoots/{shoot}/ready").json()["checks"]
    dialled = [read_out(one["told"]) for one in checks if read_out(one["told"]).startswith("Dial preset")]
    assert dialled == [
        "Dial preset 1 of Skarv A2: Scene 0",
        "Dial preset 2 of Skarv A2: Scene 1",
        "Dial preset 3 of Skarv A2: Scene 2",
        "Dial preset 1 of Skarv A2 anew, after Scene 0: Scene 3",
    ]


def test_a_scene_that_takes_the_same_set_shares_its_slot_where_slots_are_short(creator: TestClient) -> None:
    names = ["The pilot gig", "Lantern market", "Under the rafts", "Lantern market"]
    shoot, scenes = shoot_of(creator, [SCENES[name] for name in names], "skarv-a2")
    assert [card(creator, scene)["slot"] for scene in scenes] == [1, 2, 3, 2]
    assert card(creator, scenes[3])["dial_after"] == ""
    checks = creator.get(f"/api/shoots/{shoot}/ready").json()["checks"]
    assert "Dial preset 2 of Skarv A2: Scene 1, Scene 3" in [read_out(one["told"]) for one in checks]


def test_a_scene_that_was_deleted_leaves_its_slot_free(creator: TestClient) -> None:
    first = add_scene(creator, SCENES["The pilot gig"], "skarv-a2")
    shoot, wanted = first["shoot_id"], {"device_ids": [device_ids(creator)["skarv-a2"]]}
    made = creator.post(
        f"/api/shoots/{shoot}/scenes", json={**wanted, "name": "B", "brief": SCENES["Lantern market"]}
    ).json()
    creator.delete(f"/api/scenes/{first['id']}")
    again = creator.post(
        f"/api/shoots/{shoot}/scenes", json={**wanted, "name": "C", "brief": SCENES["The smoked jar"]}
    ).json()
    assert [card(creator, made)["slot"], card(creator, again)["slot"]] == [2, 1]
