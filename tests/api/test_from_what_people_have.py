"""A camera from a pasted specification, and a bag ticked off a list, over HTTP."""

from typing import Any

from starlette.testclient import TestClient

from tests.service import add_scene, join, with_kit
from tests.situations import SCENES

SHEET = "4K 16:9: 24/25/30/60\n2.7K 16:9: 120\nWeight: 153 g"


def first_camera(client: TestClient) -> dict[str, Any]:
    found: dict[str, Any] = client.get("/api/kit/devices").json()[0]
    return found


def test_a_pasted_sheet_is_shown_before_it_is_taken(creator: TestClient) -> None:
    camera = first_camera(creator)
    before = creator.get(f"/api/kit/devices/{camera['id']}").json()
    shown = creator.post("/api/kit/specification", json={"text": SHEET}).json()
    assert [mode["resolution"] for mode in shown["modes"]] == ["4K", "2.7K"] and shown["left"] == ["Weight: 153 g"]
    assert creator.get(f"/api/kit/devices/{camera['id']}").json() == before, "nothing is changed by looking"
    taken = creator.put(f"/api/kit/devices/{camera['id']}/specification", json={"text": SHEET}).json()
    video = [mode for mode in taken["modes"] if mode["kind"] == "video"]
    assert [(mode["resolution"], mode["rate"]) for mode in video] == [
        ("4K", "24"), ("4K", "25"), ("4K", "30"), ("4K", "60"), ("2.7K", "120"),
    ]  # fmt: skip
    lapses = [mode for mode in before["modes"] if mode["kind"] == "lapse"]
    assert [mode for mode in taken["modes"] if mode["kind"] == "lapse"] == lapses
    assert creator.post("/api/kit/undo").status_code == 200
    assert creator.get(f"/api/kit/devices/{camera['id']}").json() == before


def test_a_sheet_without_a_mode_is_refused_in_words(creator: TestClient) -> None:
    camera = first_camera(creator)
    refused = creator.put(f"/api/kit/devices/{camera['id']}/specification", json={"text": "Weight: 153 g"})
    assert refused.status_code == 422 and "both a size and a rate" in refused.text


def test_usual_things_are_ticked_and_put_in_together(app: Any) -> None:
    newcomer = join(app)
    device = newcomer.post("/api/kit/devices/from/action-camera").json()
    usual = newcomer.get(f"/api/kit/devices/{device['id']}/ordinary").json()
    assert {"nd", "lamp", "support", "housing", "cell", "card", "power-bank", "charger", "microphone"} == {
        item["kind"] for item in usual
    }
    ticked = [{**item, "count": 3} if item["kind"] == "cell" else item for item in usual[:12]]
    bag = newcomer.post("/api/kit/bag/several", json={"items": ticked}).json()
    assert [item["key"] for item in bag] == [item["key"] for item in ticked]
    assert newcomer.post("/api/kit/bag/several", json={"items": ticked}).json() == bag, "what is there stays as it is"
    assert newcomer.post("/api/kit/undo").status_code == 200


def test_what_clips_say_is_added_to_what_is_there(creator: TestClient) -> None:
    with_kit(creator)
    camera = creator.get("/api/kit/devices").json()[0]
    before = creator.get(f"/api/kit/devices/{camera['id']}").json()["modes"]
    rate = next(mode["rate"] for mode in before if (mode["width_px"], mode["height_px"]) == (3840, 2160))
    text = f"3840 x 2160: {rate}\n1280 x 720: 240"
    path = f"/api/kit/devices/{camera['id']}/specification"
    after = creator.put(path, json={"text": text, "beside": True}).json()["modes"]
    assert len(after) == len(before) + 1 and all(mode in after for mode in before)
    (new,) = [mode for mode in after if mode not in before]
    assert (new["width_px"], new["height_px"], new["rate"]) == (1280, 720, "240")
    assert creator.put(path, json={"text": text}).status_code == 200
    now = creator.get(f"/api/kit/devices/{camera['id']}").json()["modes"]
    assert len([mode for mode in now if mode["kind"] == "video"]) == 2


def test_nobody_writes_into_the_kit_of_others(app: Any) -> None:
    owner, other = with_kit(join(app)), join(app)
    camera = first_camera(owner)
    assert other.put(f"/api/kit/devices/{camera['id']}/specification", json={"text": SHEET}).status_code == 404
    assert other.get(f"/api/kit/devices/{camera['id']}/ordinary").status_code == 404


def test_a_scene_and_a_shoot_are_copied_to_be_changed_into_the_next(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    setup = scene["setups"][0]["id"]
    assert creator.put(f"/api/setups/{setup}/pins/frame_rate", json={"value": "25"}).status_code == 200
    copy = creator.post(f"/api/scenes/{scene['id']}/copy")
    assert copy.status_code == 201
    assert copy.json()["name"] == "A scene (copy)" and copy.json()["brief"] == scene["brief"]
    assert copy.json()["setups"][0]["pins"] == {"frame_rate": "25"} and copy.json()["undo"] is None
    shoot = creator.post(f"/api/shoots/{scene['shoot_id']}/copy").json()
    assert [one["name"] for one in shoot["scenes"]] == ["A scene", "A scene (copy)"] and shoot["day"] is None
    assert shoot["id"] != scene["shoot_id"] and shoot["name"].endswith("(copy)")


def test_nobody_copies_what_is_another_s(creator: TestClient, app: Any) -> None:
    scene, other = add_scene(creator, SCENES["Lantern market"]), join(app)
    assert other.post(f"/api/scenes/{scene['id']}/copy").status_code == 404
    assert other.post(f"/api/shoots/{scene['shoot_id']}/copy").status_code == 404


def test_what_is_understood_can_be_left_out(creator: TestClient) -> None:
    camera = creator.get("/api/kit/devices").json()[0]
    path = f"/api/kit/devices/{camera['id']}/specification"
    sheet = {"text": "4K 25/50, 1080p 100/200", "without": ["4K 16:9"]}
    taken = creator.put(path, json=sheet).json()
    assert {mode["resolution"] for mode in taken["modes"] if mode["kind"] == "video"} == {"1080"}
    assert creator.put(path, json={**sheet, "without": ["4K 16:9", "1080 16:9"]}).status_code == 422
