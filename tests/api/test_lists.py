"""Lists that grow come a part at a time, and are searched where they are kept."""

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from starlette.testclient import TestClient

from tests.service import add_scene, join
from tests.situations import SCENES


def made(client: TestClient, name: str, day: str | None, **more: Any) -> str:
    return str(client.post("/api/shoots", json={"name": name, "day": day, **more}).json()["id"])


def names(client: TestClient, **asked: Any) -> list[str]:
    return [one["name"] for one in client.get("/api/shoots", params=asked).json()]


@pytest.mark.parametrize("most", [1, 2, 3, 7, 40])
def test_parts_of_the_list_put_together_are_the_list(app: Any, most: int) -> None:
    mine, other = join(app), join(app)
    days = ["2026-05-01", None, "2026-05-03", "2026-05-01", None, "2026-05-02", "2026-05-01"]
    for index, day in enumerate(days):
        made(mine, f"{index}", day)
    made(other, "Not mine", "2026-05-02")
    found: list[dict[str, Any]] = []
    while True:
        after = {"after": found[-1]["id"]} if found else {}
        part = mine.get("/api/shoots", params={"most": most, **after}).json()
        found += part
        if len(part) < most:
            break
    assert [one["name"] for one in found] == ["2", "5", "0", "3", "6", "1", "4"]


def test_shoots_are_found_by_what_is_in_them_and_put_away_ones_only_when_sought(creator: TestClient) -> None:
    summer = add_scene(creator, SCENES["The smoked jar"])["shoot_id"]
    creator.put(f"/api/shoots/{summer}", json={"name": "Summer", "place": "Hallin Sound", "day": "2026-09-19"})
    winter = made(creator, "Winter 100%_", None)
    creator.put(f"/api/shoots/{winter}/put-away", json={"away": True})
    made(creator, "Empty", None)
    assert names(creator, away=False) == ["Summer", "Empty"] and names(creator, away=True) == ["Winter 100%_"]
    assert names(creator, sought="SUMM skarv") == ["Summer"] and names(creator, sought="hallin product") == ["Summer"]
    assert names(creator, sought="2026-09") == ["Summer"] and names(creator, sought="summer winter") == []
    assert names(creator, sought="%_") == ["Winter 100%_"] and names(creator, sought="\\") == []
    answer = creator.get("/api/shoots", params={"after": str(uuid4())})
    assert answer.status_code == 404


def test_a_list_tells_what_was_planned_last_and_plans_nothing(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    (listed,) = creator.get("/api/shoots").json()
    (whole,) = [creator.get(f"/api/shoots/{scene['shoot_id']}").json()]
    told, kept = (one["scenes"][0]["setups"][0] for one in (whole, listed))
    assert {**told, "leftovers": []} == kept and kept["outcome"] == "plan"
    devices = [one["id"] for one in creator.get("/api/kit/devices").json()]
    copied = creator.post(f"/api/shoots/{scene['shoot_id']}/copy").json()
    assert [one["outcome"] for one in copied["scenes"][0]["setups"]] == ["plan"] and devices


def a_take(scene: dict[str, Any], minute: int) -> dict[str, Any]:
    at = datetime(2026, 5, 1, 9, tzinfo=UTC) + timedelta(minutes=minute)
    setup = scene["setups"][0]
    light = {"ev100": setup["outcome"]["light"]["ev100"], "light_from": "planned"}
    return {
        "kind": "take",
        "id": str(uuid4()),
        "at": at.isoformat(),
        "scene": scene["id"],
        "setup": setup["id"],
        **light,
    }


def send(client: TestClient, shoot: str, entries: list[dict[str, Any]]) -> None:
    body = {"client": "phone-1", "now": datetime.now(UTC).isoformat(), "entries": entries}
    answer = client.post(f"/api/shoots/{shoot}/entries", json=body)
    assert answer.status_code == 200 and answer.json()["refused"] == [], answer.text


def test_the_logbook_comes_in_parts_and_follows_what_is_noted(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    shoot, takes = scene["shoot_id"], [a_take(scene, minute) for minute in range(5)]
    send(creator, shoot, takes[1:])
    send(creator, shoot, takes[:1])
    first = creator.get("/api/logbook", params={"most": 3}).json()
    rest = creator.get("/api/logbook", params={"most": 3, "after": first["takes"][-1]["id"]}).json()
    assert first["more"] and not rest["more"]
    listed = [*first["takes"], *rest["takes"]]
    assert [one["id"] for one in listed] == [one["id"] for one in reversed(takes)]
    assert [one["number"] for one in listed] == [5, 4, 3, 2, 1], "one that came in late counts where it was filmed"
    judged = {"kind": "verdict", "id": str(uuid4()), "at": takes[0]["at"], "take": takes[0]["id"], "verdict": "keep"}
    gone = {"kind": "take-gone", "id": str(uuid4()), "at": takes[4]["at"], "take": takes[4]["id"], "gone": True}
    send(creator, shoot, [judged, gone])
    assert creator.get("/api/logbook", params={"sought": "keep"}).json()["takes"][0]["id"] == takes[0]["id"]
    assert len(creator.get("/api/logbook").json()["takes"]) == 4
    creator.put(f"/api/shoots/{shoot}", json={"name": "Renamed"})
    assert {one["shoot"] for one in creator.get("/api/logbook").json()["takes"]} == {"Renamed"}
    before = creator.get(f"/api/setups/{scene['setups'][0]['id']}/before").json()
    assert before["alike"]["takes"] == 4 and before["alike"]["keep"] == 1
    assert join(creator.app).get("/api/logbook").json() == {"takes": [], "more": False}
    creator.delete(f"/api/shoots/{shoot}")
    assert creator.get("/api/logbook").json()["takes"] == []
    removed = creator.get("/api/removed").json()[0]["id"]
    assert creator.post(f"/api/removed/{removed}/back").status_code == 204
    assert len(creator.get("/api/logbook").json()["takes"]) == 4
