"""Undo and redo of the kit, templates, what is dialled in, what fits where: over HTTP."""

from datetime import UTC, date, datetime, timedelta
from typing import Any

import pytest
from sqlalchemy import update
from starlette.testclient import TestClient

from steady_tide.core.kit.bag import Housing
from steady_tide.core.kit.device import Device, checked
from steady_tide.desk.inventory.templates import TEMPLATES, template
from steady_tide.desk.shoots.shoots import seals_due
from steady_tide.store.database import Database
from steady_tide.store.tables import KitChangeRow
from tests.api.test_kit import device_id
from tests.service import add_scene, join, put_device
from tests.situations import KIT, SCENES, brief, planned


def history(client: TestClient) -> tuple[str | None, str | None]:
    found = client.get("/api/kit/history").json()
    return found["undo"], found["redo"]


def bag(client: TestClient) -> dict[str, Any]:
    return {item["key"]: item for item in client.get("/api/kit/bag").json()}


def test_a_change_of_the_bag_is_taken_back_and_made_again(creator: TestClient) -> None:
    before = bag(creator)
    creator.put("/api/kit/bag", json={**before["nd16"], "flaw": "green cast"})
    creator.delete("/api/kit/bag/tripod")
    assert history(creator) == ("taking out Tripod", None)
    assert creator.post("/api/kit/undo").json() == {"undo": "changing ND 16", "redo": "taking out Tripod"}
    assert bag(creator)["tripod"] == before["tripod"]
    creator.post("/api/kit/undo")
    assert bag(creator) == before and list(bag(creator)) == list(before), "in the same order"
    creator.post("/api/kit/redo")
    assert bag(creator)["nd16"]["flaw"] == "green cast"
    assert history(creator) == ("changing ND 16", "taking out Tripod")


def test_a_new_change_forgets_what_was_taken_back(creator: TestClient) -> None:
    creator.delete("/api/kit/bag/tripod")
    creator.post("/api/kit/undo")
    creator.delete("/api/kit/bag/gimbal")
    assert history(creator) == ("taking out Gimbal", None)
    nothing = creator.post("/api/kit/redo")
    assert nothing.status_code == 404 and "nothing to redo" in nothing.json()["detail"]


def test_edits_of_one_camera_in_quick_succession_are_one_step(creator: TestClient, database: Database) -> None:
    camera = device_id(creator)
    document = creator.get(f"/api/kit/devices/{camera}").json()
    for name in ("Skarv", "Skarv A", "Skarv A4"):
        put_device(creator, camera, {**document, "name": name, "card_mb_s": len(name)})
    put_device(creator, camera, {**document, "card_mb_s": 45})
    assert history(creator)[0] == "editing Skarv A4"
    with database.session() as session:
        session.execute(update(KitChangeRow).values(created_at=datetime.now(UTC) - timedelta(minutes=9)))
    put_device(creator, camera, {**document, "card_mb_s": 55})
    creator.post("/api/kit/undo")
    assert creator.get(f"/api/kit/devices/{camera}").json()["card_mb_s"] == 45
    creator.post("/api/kit/undo")
    assert creator.get(f"/api/kit/devices/{camera}").json() == document, (
        "renaming it on the way made no step of its own"
    )


def test_a_deleted_camera_comes_back_with_what_was_dialled_into_it(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    setup, camera = scene["setups"][0]["id"], device_id(creator)
    creator.post(f"/api/setups/{setup}/card/confirm", json={"revision": scene["revision"]})
    slots = creator.get(f"/api/kit/devices/{camera}/dialled").json()
    assert len(slots[0]["values"]) > 15 and slots[1]["values"] == []
    creator.delete(f"/api/scenes/{scene['id']}")
    creator.delete(f"/api/kit/devices/{camera}")
    creator.post("/api/kit/undo")
    again = creator.get(f"/api/kit/devices/{camera}/dialled").json()
    assert [(v["setting"], v["value"]) for v in again[0]["values"]] == [
        (v["setting"], v["value"]) for v in slots[0]["values"]
    ]


def test_taking_back_a_camera_that_scenes_use_is_refused(creator: TestClient) -> None:
    made = creator.post("/api/kit/devices/from/action-camera").json()
    scene = add_scene(creator, SCENES["Lantern market"], "action-camera")
    refused = creator.post("/api/kit/undo")
    assert refused.status_code == 409 and "take it off there first" in refused.json()["detail"]
    creator.delete(f"/api/scenes/{scene['id']}")
    assert creator.post("/api/kit/undo").status_code == 200
    assert creator.get(f"/api/kit/devices/{made['id']}").status_code == 404


def test_history_is_ones_own(creator: TestClient, app: Any) -> None:
    creator.delete("/api/kit/bag/tripod")
    other = join(app)
    assert history(other) == (None, None)
    assert other.post("/api/kit/undo").status_code == 404
    assert "tripod" not in bag(creator)


def test_bringing_a_document_in_is_one_step(app: Any) -> None:
    creator = join(app)
    creator.put("/api/kit", json=KIT.plain())
    assert creator.post("/api/kit/undo").json() == {"undo": None, "redo": "bringing in a document"}
    assert creator.get("/api/kit/devices").json() == [] and bag(creator) == {}
    creator.post("/api/kit/redo")
    assert creator.get("/api/kit").json() == KIT.plain()


@pytest.mark.parametrize("key", TEMPLATES)
def test_every_template_is_a_camera_one_can_plan_with(creator: TestClient, key: str) -> None:
    device = template(key)
    assert checked(Device.read(device.plain())) == device
    assert planned(brief("The smoked jar"), device).device_key == key
    first, second = (creator.post(f"/api/kit/devices/from/{key}").json() for _ in range(2))
    assert (first["name"], second["name"]) == (device.name, f"{device.name} (2)")
    assert creator.get(f"/api/kit/devices/{first['id']}/warnings").json() == []
    assert {word["key"] for word in creator.get("/api/vocabulary").json()["templates"]} == set(TEMPLATES)


def test_an_unknown_template_is_said(creator: TestClient) -> None:
    answer = creator.post("/api/kit/devices/from/magic")
    assert answer.status_code == 404 and "action-camera" in answer.json()["detail"]


def test_a_slot_is_forgotten_when_the_camera_was_reset(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    setup, camera = scene["setups"][0]["id"], device_id(creator)
    creator.post(f"/api/setups/{setup}/card/confirm", json={"revision": scene["revision"]})
    shutter = next(
        value for value in creator.get(f"/api/kit/devices/{camera}/dialled").json()[0]["values"]
        if value["setting"] == "shutter"
    )  # fmt: skip
    assert shutter["label"] == "Shutter" and shutter["value"] == "1/50" and shutter["confirmed_at"]
    assert creator.delete(f"/api/kit/devices/{camera}/dialled/1").json()[0]["values"] == []
    assert creator.delete(f"/api/kit/devices/{camera}/dialled/51").status_code == 422
    card = creator.get(f"/api/setups/{setup}/card").json()
    assert all(line["now"] is None for line in card["lines"])


def test_what_of_the_bag_fits_the_scene_is_told_with_reasons(creator: TestClient, app: Any) -> None:
    scene = add_scene(creator, SCENES["Under the rafts"])
    setup = scene["setups"][0]["id"]
    found = {one["key"]: one for one in creator.get(f"/api/setups/{setup}/bag").json()}
    assert set(found) == {item.key for item in KIT.bag}
    assert found["housing-60"]["use"] == "usable"
    assert found["panel-80"] == {
        "key": "panel-80", "label": "Panel 80 W, bi-colour", "kind": "lamp", "use": "unfit",
        "reason": "mains", "told": {"key": "unfit-mains", "args": {}},
    }  # fmt: skip
    assert join(app).get(f"/api/setups/{setup}/bag").status_code == 404


def test_seals_due_by_the_day_of_the_shoot_are_told() -> None:
    made = planned(brief("Under the rafts", water={"depth_m": 7}))
    housing = next(item for item in KIT.bag if isinstance(item, Housing))
    assert housing.due == date(2027, 5, 1)
    assert seals_due(made, KIT.bag, date(2027, 4, 30)) == []
    told = seals_due(made, KIT.bag, date(2027, 5, 1))
    assert told == ["Housing 60 m, flat port: its seals were due for service in 2027-05, before the shoot"]
    assert seals_due(planned(brief("The pilot gig")), KIT.bag, date(2030, 1, 1)) == []
    assert housing.model_copy(update={"serviced": None}).due is None
    assert housing.model_copy(update={"serviced": date(2026, 12, 31), "service_months": 1}).due == date(2027, 1, 1)
