"""Numbers at their ends, wherever one can be sent: refused in words, or kept without harm to what is shown after."""

from collections.abc import Iterator
from typing import Any

import pytest
from starlette.testclient import TestClient

from tests.service import add_scene, put_device
from tests.situations import SCENES

EXTREMES: list[Any] = [
    0, -0.0, 5e-324, -1, 1e308, 10**30, -(10**30), 2**63, 1.0000000001, "1e10000000", "9" * 4000, "1/" + "9" * 4000,
]  # fmt: skip
SKY = {"kind": "sky", "shade_stops": 0, "ground": "plain"}
READINGS: list[dict[str, Any]] = [
    {"how": "lux", "lux": 500},
    {"how": "phone", "lux": 500},
    {"how": "ev", "ev100": 8},
    {"how": "settings", "iso": 100, "f_number": 2.8, "shutter_s": "1/50"},
    {"how": "grey-card", "iso": 100, "f_number": 2.8, "shutter_s": "1/50", "card_level": 0.18},
]


def numbers(node: Any, path: tuple[str | int, ...] = ()) -> Iterator[tuple[str | int, ...]]:
    """Where numbers stand in plain data; of a list of like things, the first stands for all."""
    if isinstance(node, dict):
        for name, value in node.items():
            yield from numbers(value, (*path, name))
    elif isinstance(node, list):
        if node:
            yield from numbers(node[0], (*path, 0))
    elif (isinstance(node, int | float) and not isinstance(node, bool)) or (path and path[-1] in ("rate", "shutter_s")):
        yield path


def put(node: Any, path: tuple[str | int, ...], value: Any) -> Any:
    """Plain data with one place changed."""
    if not path:
        return value
    copy: Any = dict(node) if isinstance(node, dict) else list(node)
    copy[path[0]] = put(node[path[0]], path[1:], value)
    return copy


def answered(answer: Any) -> bool:
    """Whether an answer is what it should be; True where it was accepted."""
    assert answer.status_code in (200, 201, 409, 422), answer.text[:400]
    if answer.status_code == 422:
        assert answer.json()["errors"][0]["message"]
    return bool(answer.status_code < 300)


@pytest.mark.parametrize("name", ["Under the rafts", "Sky over the sheds", "The smoked jar"])
def test_every_number_of_a_brief(creator: TestClient, name: str) -> None:
    brief = SCENES[name]
    camera = "lumme-8-manual" if name == "Sky over the sheds" else "skarv-a4"
    scene = add_scene(creator, brief, camera)
    where, before, kept = f"/api/scenes/{scene['id']}", scene["brief"], 0
    for path in numbers(brief):
        for value in EXTREMES:
            answer = creator.put(where, json={"label": "x", "brief": put(brief, path, value), "before": before})
            if answered(answer):
                before, kept = answer.json()["brief"], kept + 1
    assert kept > 0 and creator.get(where).status_code == 200


def test_every_number_of_a_reading_leaves_the_day_as_it_can_be_shown(creator: TestClient) -> None:
    scene = add_scene(creator, {**SCENES["The pilot gig"], "light": SKY})
    shoot = f"/api/shoots/{scene['shoot_id']}"
    creator.put(shoot, json={"name": "A day", "latitude_deg": 58, "longitude_deg": 6, "day": "2026-09-19"})
    for measured in READINGS:
        for path in numbers(measured):
            for value in EXTREMES:
                body = {"minute": 600, "scene_id": scene["id"], "measured": put(measured, path, value)}
                answered(creator.post(f"{shoot}/readings", json=body))
    day = creator.get(f"{shoot}/day")
    assert day.status_code == 200 and None not in day.json()["sky"]
    assert creator.get(f"/api/scenes/{scene['id']}").status_code == 200


def test_every_number_of_a_camera_and_of_the_bag(creator: TestClient) -> None:
    device_id = creator.get("/api/kit/devices").json()[0]["id"]
    device = creator.get(f"/api/kit/devices/{device_id}").json()
    for path in numbers(device):
        for value in EXTREMES[:9]:
            answered(put_device(creator, device_id, put(device, path, value)))
    put_device(creator, device_id, device)
    for item in {one["kind"]: one for one in creator.get("/api/kit/bag").json()}.values():
        for path in numbers(item):
            for value in EXTREMES[:9]:
                answered(creator.put("/api/kit/bag", json=put(item, path, value)))


@pytest.mark.parametrize("setting", ["frame_rate", "shutter", "iso_floor", "bit_rate", "exposure_bias"])
def test_pins_of_any_number(creator: TestClient, setting: str) -> None:
    setup = add_scene(creator, SCENES["Lantern market"])["setups"][0]["id"]
    for value in EXTREMES:
        answered(creator.put(f"/api/setups/{setup}/pins/{setting}", json={"value": value}))


def test_very_many_unknown_fields_are_told_in_few_words(creator: TestClient) -> None:
    brief = {**SCENES["Lantern market"], **{f"x{number}": 1 for number in range(40_000)}}
    shoot = creator.post("/api/shoots", json={"name": "A day"}).json()["id"]
    scene = {"name": "x", "brief": brief, "device_ids": [creator.get("/api/kit/devices").json()[0]["id"]]}
    answer = creator.post(f"/api/shoots/{shoot}/scenes", json=scene)
    assert answer.status_code == 422 and len(answer.content) < 20_000


@pytest.mark.parametrize(
    ("body", "status"),
    [("[" * 90_000, 400), ('{"a":' * 90_000, 400), ('{"name": "' + "\\u0000" * 50_000 + '"}', 422)],
)
def test_bodies_without_end_are_refused_in_words(creator: TestClient, body: str, status: int) -> None:
    answer = creator.post("/api/shoots", content=body, headers={"Content-Type": "application/json"})
    assert answer.status_code == status and answer.headers["content-type"] == "application/problem+json"
