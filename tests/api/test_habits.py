"""Units and ways of reading, chosen once for an account; typed quantities in any of them."""

from typing import Any

import pytest
from starlette.testclient import TestClient

from tests.service import add_scene, join
from tests.situations import SCENES

FEET = {
    "lengths": "feet",
    "temperatures": "fahrenheit",
    "clock": "12h",
    "mains_hz": 60,
    "shutters": "angle",
    "light": "lux",
}


def test_habits_are_kept_and_told_with_who_is_signed_in(app: Any) -> None:
    owner, other = join(app), join(app)
    assert owner.get("/api/session").json()["habits"] is None, "nothing was chosen yet"
    assert owner.get("/api/account/habits").json()["lengths"] == "metres"
    assert owner.put("/api/account/habits", json=FEET).json() == FEET
    assert owner.get("/api/session").json()["habits"] == FEET
    assert other.get("/api/account/habits").json()["lengths"] == "metres"


@pytest.mark.parametrize("wrong", [{"lengths": "cubits"}, {"mains_hz": 55}, {"clock": "12"}, {"else": 1}])
def test_what_is_no_habit_is_named(creator: TestClient, wrong: dict[str, Any]) -> None:
    refused = creator.put("/api/account/habits", json=wrong)
    assert refused.status_code == 422 and refused.json()["errors"][0]["path"] == list(wrong)


def test_a_brief_takes_feet_and_is_kept_in_metres(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["The pilot gig"])
    brief = {**scene["brief"], "subject_distance_m": "20 ft", "temperature_c": "23 °F"}
    kept = creator.put(f"/api/scenes/{scene['id']}", json={"label": "feet", "brief": brief, "before": scene["brief"]})
    assert kept.status_code == 200
    assert kept.json()["brief"]["subject_distance_m"] == pytest.approx(6.096)
    assert kept.json()["brief"]["temperature_c"] == pytest.approx(-5)
    hot = {"label": "hot", "brief": {**brief, "temperature_c": "900 °F"}, "before": scene["brief"]}
    refused = creator.put(f"/api/scenes/{scene['id']}", json=hot)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["path"] == ["brief", "temperature_c"]


def test_the_printed_day_is_told_by_habit(creator: TestClient) -> None:
    facts = {"name": "Feet", "day": "2026-09-19", "latitude_deg": 58.3, "longitude_deg": 6.6}
    scene = add_scene(creator, SCENES["Under the rafts"])
    assert creator.put(f"/api/shoots/{scene['shoot_id']}", json=facts).status_code == 200
    creator.put(f"/api/scenes/{scene['id']}/filming", json={"starts": 660, "ends": 700})
    for habits in ({}, FEET):
        creator.put("/api/account/habits", json=habits)
        table = creator.get(f"/api/shoots/{scene['shoot_id']}/day.ics")
        assert table.status_code == 200 and "\u202f" not in table.text
