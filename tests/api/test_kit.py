"""The kit over HTTP: documents out and in, mode tables, strengths; refusals in words."""

import copy
import json
from typing import Any

import pytest
from starlette.testclient import TestClient

from steady_tide.core.advice.strengths import STANDARD_SCENES
from tests.service import add_scene, join, put_device, with_kit
from tests.situations import KIT, SCENES


def device_id(client: TestClient, key: str = "skarv-a4") -> str:
    found: str = next(one["id"] for one in client.get("/api/kit/devices").json() if one["key"] == key)
    return found


def test_a_kit_goes_out_and_in_exactly(creator: TestClient, app: Any) -> None:
    out = creator.get("/api/kit").json()
    assert out == KIT.plain()
    other = join(app)
    assert other.get("/api/kit").status_code == 422, "an empty kit says so"
    assert other.put("/api/kit", json=out).status_code == 200
    assert other.get("/api/kit").json() == out
    assert other.get("/api/kit/bag").json() == out["bag"]


def test_a_mode_table_goes_out_and_in(creator: TestClient) -> None:
    camera = device_id(creator)
    table = creator.get(f"/api/kit/devices/{camera}/modes")
    assert table.headers["content-disposition"] == "attachment; filename=skarv-a4-modes.csv"
    fewer = "\n".join(table.text.splitlines()[:10])
    changed = creator.put(f"/api/kit/devices/{camera}/modes", json={"csv": fewer})
    assert changed.status_code == 200 and len(changed.json()["modes"]) == 9
    wrong = creator.put(f"/api/kit/devices/{camera}/modes", json={"csv": fewer.replace(" wide", " sideways")})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["path"][:2] == ["modes", 0]
    assert "sideways is not described" in wrong.json()["errors"][0]["message"]
    assert len(creator.get(f"/api/kit/devices/{camera}").json()["modes"]) == 9


def test_slips_are_warned_of_but_kept(creator: TestClient) -> None:
    camera = device_id(creator)
    assert creator.get(f"/api/kit/devices/{camera}/warnings").json() == []
    table = creator.get(f"/api/kit/devices/{camera}/modes").text.replace("hevc:60/120", "hevc:6000", 1)
    assert creator.put(f"/api/kit/devices/{camera}/modes", json={"csv": table}).status_code == 200
    told = creator.get(f"/api/kit/devices/{camera}/warnings").json()
    assert told[0]["path"][0] == "modes" and "6000 Mbit/s" in told[0]["message"]


def test_a_changed_camera_changes_the_plans_made_on_it(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    camera = device_id(creator)
    document = creator.get(f"/api/kit/devices/{camera}").json()
    document["lenses"][0]["f_number"] = 1.4
    assert put_device(creator, camera, document).status_code == 200
    after = creator.get(f"/api/scenes/{scene['id']}").json()
    assert after["setups"][0]["outcome"]["profile_digest"] != scene["setups"][0]["outcome"]["profile_digest"]
    assert (
        after["setups"][0]["outcome"]["reach"]["low"]["ev100"] < scene["setups"][0]["outcome"]["reach"]["low"]["ev100"]
    )


def test_a_camera_in_use_is_not_deleted_under_its_scenes(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    camera = device_id(creator)
    refused = creator.delete(f"/api/kit/devices/{camera}")
    assert refused.status_code == 409 and "it is on A scene; take it off there first" in refused.json()["detail"]
    creator.delete(f"/api/scenes/{scene['id']}")
    assert creator.delete(f"/api/kit/devices/{camera}").status_code == 204
    assert "skarv-a4" not in {device["key"] for device in creator.get("/api/kit/devices").json()}


def test_a_key_is_one_cameras_own(creator: TestClient) -> None:
    document = copy.deepcopy(KIT.devices[0].plain())
    document["key"] = "skarv-a2"
    taken = put_device(creator, device_id(creator), document)
    assert taken.status_code == 409 and "another camera" in taken.json()["detail"]


def test_a_copy_is_a_camera_of_its_own(creator: TestClient) -> None:
    first = creator.post(f"/api/kit/devices/{device_id(creator)}/copy").json()
    second = creator.post(f"/api/kit/devices/{device_id(creator)}/copy").json()
    assert (first["key"], first["name"], second["key"]) == ("skarv-a4-2", "Skarv A4 (2)", "skarv-a4-3")
    assert creator.delete(f"/api/kit/devices/{first['id']}").status_code == 204
    assert creator.get(f"/api/kit/devices/{second['id']}").json()["modes"] == KIT.plain()["devices"][0]["modes"]


def test_the_bag_is_filled_tested_and_emptied(creator: TestClient, app: Any) -> None:
    scene = add_scene(creator, {**SCENES["The pilot gig"], "light": {"kind": "condition", "condition": "sun"}})
    nd = next(item for item in creator.get("/api/kit/bag").json() if item["key"] == "nd32")
    marked = creator.put("/api/kit/bag", json={**nd, "flaw": "bands at the long lens", "tested_stops": 4.8})
    assert next(item for item in marked.json() if item["key"] == "nd32")["flaw"] == "bands at the long lens"
    used = creator.get(f"/api/scenes/{scene['id']}").json()["setups"][0]["outcome"]
    filters = next(one for one in used["decisions"] if one["setting"] == "nd_filter")
    assert all("nd32" not in str(option["value"]) or option["value"] == "nd32" for option in filters["options"])
    new = {
        "kind": "cell",
        "key": "spare",
        "label": "Spare",
        "fits": ["skarv-a4"],
        "capacity_wh": 7,
        "share_at_0_c": 0.7,
    }
    assert len(creator.put("/api/kit/bag", json=new).json()) == len(KIT.bag) + 1
    assert len(creator.delete("/api/kit/bag/spare").json()) == len(KIT.bag)
    assert creator.delete("/api/kit/bag/spare").status_code == 404
    assert join(app).delete("/api/kit/bag/nd32").status_code == 404


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"stops": -1}, ["stops"]),
        ({"kind": "magic"}, []),
        ({"fits": []}, ["fits"]),
        ({"most_stops": 1}, ["most_stops"]),
    ],
)
def test_an_item_that_cannot_be_is_refused(creator: TestClient, change: dict[str, Any], path: list[str]) -> None:
    item = {"kind": "nd", "key": "x", "label": "X", "stops": 3, "fits": ["skarv-a4"], **change}
    answer = creator.put("/api/kit/bag", json=item)
    assert answer.status_code == 422
    assert path in [error["path"] for error in answer.json()["errors"]]


def test_strengths_are_planned_not_claimed(creator: TestClient) -> None:
    a4 = {one["scene"]: one for one in creator.get(f"/api/kit/devices/{device_id(creator)}/strengths").json()}
    a2 = {
        one["scene"]: one for one in creator.get(f"/api/kit/devices/{device_id(creator, 'skarv-a2')}/strengths").json()
    }
    assert set(a4) == set(STANDARD_SCENES)
    assert a4["Walking a lit street at night"]["cost"] < a2["Walking a lit street at night"]["cost"]
    phone = creator.get(f"/api/kit/devices/{device_id(creator, 'lumme-8-manual')}/strengths").json()
    dive = next(one for one in phone if "Diving" in one["scene"])
    assert dive["cost"] is None and dive["words"]["key"] == "caution-no-housing"
    assert dive["words"]["args"]["rated"] == "no"


@pytest.mark.parametrize(
    ("body", "status"),
    [
        ('{"devices": "all"}', 422), ('{"devices": [{}]}', 422), ("[1]", 422), ("null", 422),
        ('{"devices": [' + "[" * 3000, 400),
    ],
)  # fmt: skip
def test_hostile_kits_are_refused_in_words(creator: TestClient, body: str, status: int) -> None:
    before = creator.get("/api/kit").json()
    answer = creator.put("/api/kit", content=body, headers={"Content-Type": "application/json"})
    assert answer.status_code == status
    assert answer.headers["content-type"] == "application/problem+json"
    assert creator.get("/api/kit").json() == before


def test_a_kit_of_thousands_of_wrong_modes_is_refused(creator: TestClient) -> None:
    data = KIT.plain()
    data["devices"][0]["modes"] = [{"rate": -1}] * 5000
    answer = creator.put("/api/kit", content=json.dumps(data), headers={"Content-Type": "application/json"})
    assert answer.status_code == 422


def test_a_thing_of_the_bag_says_which_sets_bring_it(app: Any) -> None:
    owner, other = with_kit(join(app)), with_kit(join(app))
    add_scene(owner, SCENES["Under the rafts"])
    brought = owner.get("/api/shoots").json()[0]["scenes"][0]["setups"][0]["id"]
    keys = [one["key"] for one in owner.get(f"/api/setups/{brought}/card").json()["outcome"]["brought"]]
    assert keys
    assert all(owner.get(f"/api/kit/bag/{key}/uses").json() == ["A scene"] for key in keys)
    assert all(other.get(f"/api/kit/bag/{key}/uses").json() == [] for key in keys)
    idle = next(item["key"] for item in owner.get("/api/kit/bag").json() if item["key"] not in keys)
    assert owner.get(f"/api/kit/bag/{idle}/uses").json() == []
