"""Scenes, pins and cards over HTTP; nobody sees another's; nothing ends in a 500."""

from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from starlette.testclient import TestClient

from tests.service import add_scene, join
from tests.situations import KIT, SCENES

GIG, MARKET, RAFTS = SCENES["The pilot gig"], SCENES["Lantern market"], SCENES["Under the rafts"]


def edit(client: TestClient, scene: dict[str, Any], brief: dict[str, Any]) -> Any:
    before = client.get(f"/api/scenes/{scene['id']}").json()["brief"]
    return client.put(f"/api/scenes/{scene['id']}", json={"label": "light", "brief": brief, "before": before})


def test_changing_the_light_changes_the_set(creator: TestClient) -> None:
    scene = add_scene(creator, MARKET)
    dark = scene["setups"][0]["outcome"]
    brighter = edit(creator, scene, {**MARKET, "light": {"kind": "lux", "lux": 20_000}})
    bright = brighter.json()["setups"][0]["outcome"]
    assert bright["headline"] != dark["headline"]
    assert bright["light"]["ev100"] == pytest.approx(12.97, abs=0.01)
    assert creator.get(f"/api/scenes/{scene['id']}").json()["setups"][0]["outcome"] == bright


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"light": {"kind": "lux", "lux": -4}}, ["brief", "light", "lux"]),
        ({"light": {"kind": "lux", "lux": "dim"}}, ["brief", "light", "lux"]),
        ({"delivery": {"timeline_rate": 0}}, ["brief", "delivery", "timeline_rate"]),
        ({"minutes": ""}, ["brief", "minutes"]),
        ({"water": {"depth_m": -1}}, ["brief", "water", "depth_m"]),
    ],
)
def test_a_bad_field_is_named_and_nothing_is_changed(
    creator: TestClient, change: dict[str, Any], path: list[str]
) -> None:
    scene = add_scene(creator, MARKET)
    answer = edit(creator, scene, {**MARKET, **change})
    assert answer.status_code == 422
    assert path in [error["path"] for error in answer.json()["errors"]]
    assert creator.get(f"/api/scenes/{scene['id']}").json() == scene


def test_numbers_typed_as_text_are_read(creator: TestClient) -> None:
    scene = add_scene(creator, MARKET)
    answer = edit(creator, scene, {**MARKET, "minutes": "12.5", "delivery": {"timeline_rate": "24000/1001"}})
    assert answer.status_code == 200
    assert (answer.json()["brief"]["minutes"], answer.json()["brief"]["delivery"]["timeline_rate"]) == (
        12.5,
        "24000/1001",
    )


def test_pins_conflicts_and_release(creator: TestClient) -> None:
    scene = add_scene(creator, GIG)
    setup = scene["setups"][0]["id"]
    for setting, value in (("resolution", "4K"), ("frame_rate", 120), ("stabilisation", "strong")):
        answer = creator.put(f"/api/setups/{setup}/pins/{setting}", json={"value": value})
        assert answer.status_code == 200
    outcome = answer.json()["setups"][0]["outcome"]
    assert outcome["outcome"] == "conflict" and len(outcome["ways_out"]) >= 2
    assert creator.get(f"/api/setups/{setup}/card").json()["lines"] == []
    freed = creator.put(f"/api/setups/{setup}/pins/stabilisation", json={"value": None}).json()
    assert freed["setups"][0]["outcome"]["outcome"] == "plan"
    assert creator.delete(f"/api/setups/{setup}/pins").json()["setups"][0]["pins"] == {}
    undone = creator.post(f"/api/scenes/{scene['id']}/undo").json()
    assert set(undone["setups"][0]["pins"]) == {"resolution", "frame_rate"}


@pytest.mark.parametrize(
    ("setting", "value", "said"),
    [
        ("iso_floor", 800, "lies over the ceiling"),
        ("frame_rate", "0", "above 0"),
        ("frame_rate", "1e999", "above 0"),
        ("warp", 9, "no such setting"),
    ],
)
def test_a_pin_that_cannot_be_meant_is_refused(creator: TestClient, setting: str, value: Any, said: str) -> None:
    setup = add_scene(creator, GIG)["setups"][0]["id"]
    creator.put(f"/api/setups/{setup}/pins/iso_ceiling", json={"value": 400})
    answer = creator.put(f"/api/setups/{setup}/pins/{setting}", json={"value": value})
    assert answer.status_code == 422
    assert said in answer.json()["errors"][0]["message"]


def test_what_a_camera_cannot_film_is_refused_in_words(creator: TestClient) -> None:
    scene = add_scene(creator, GIG, "kittiwake-d1")
    answer = edit(creator, scene, SCENES["Sky over the sheds"])
    outcome = answer.json()["setups"][0]["outcome"]
    assert outcome["outcome"] == "refused" and outcome["problems"][0]["path"] == ["scenario"]
    listed = creator.get(f"/api/shoots/{scene['shoot_id']}").json()["scenes"][0]["setups"][0]
    assert "takes no frames at intervals" in listed["to_decide"][0]


def test_a_card_follows_the_menu_and_ticks_hold_only_for_the_value_read(creator: TestClient) -> None:
    scene = add_scene(creator, GIG)
    setup = scene["setups"][0]["id"]
    card = creator.get(f"/api/setups/{setup}/card").json()
    menu = [entry.label for entry in KIT.devices[0].menu]
    labels = [line["decision"]["menu_label"] for line in card["lines"] if line["decision"]["menu_label"]]
    assert labels == menu
    for line in card["lines"]:
        assert line["changed"] == (str(line["decision"]["default"]) != str(line["decision"]["value"]))
    shutter = next(line["decision"] for line in card["lines"] if line["decision"]["setting"] == "shutter")
    tick = {"value": str(shutter["value"]), "read_back": True}
    ticked = creator.put(f"/api/setups/{setup}/card/shutter", json=tick).json()
    assert [line["decision"]["setting"] for line in ticked["lines"] if line["read_back"]] == ["shutter"]
    creator.put(f"/api/setups/{setup}/pins/shutter", json={"value": "1/960"})
    after = creator.get(f"/api/setups/{setup}/card").json()
    assert not any(line["read_back"] for line in after["lines"])
    late = creator.put(f"/api/setups/{setup}/card/shutter", json=tick)
    assert late.status_code == 422 and "read it again" in late.json()["errors"][0]["message"]
    assert creator.delete(f"/api/setups/{setup}/card").status_code == 200


def test_a_card_has_a_code_for_the_phone(creator: TestClient) -> None:
    setup = add_scene(creator, GIG)["setups"][0]["id"]
    code = creator.get(f"/api/setups/{setup}/card/code", params={"address": f"http://testserver/cards/{setup}"})
    assert code.headers["content-type"] == "image/svg+xml" and code.content.startswith(b"<svg")
    assert creator.get(f"/api/setups/{setup}/card/code", params={"address": "javascript:1"}).status_code == 422


def test_nobody_reads_changes_or_guesses_what_another_owns(creator: TestClient, app: Any) -> None:
    scene = add_scene(creator, GIG)
    setup, device = scene["setups"][0]["id"], scene["setups"][0]["device_id"]
    other = join(app)
    calls = [
        ("GET", f"/api/shoots/{scene['shoot_id']}", None),
        ("PUT", f"/api/shoots/{scene['shoot_id']}", {"name": "mine now"}),
        ("DELETE", f"/api/shoots/{scene['shoot_id']}", None),
        ("POST", f"/api/shoots/{scene['shoot_id']}/scenes", {"name": "x", "brief": GIG, "device_ids": [device]}),
        ("GET", f"/api/scenes/{scene['id']}", None),
        ("PUT", f"/api/scenes/{scene['id']}", {"label": "x", "name": "mine now"}),
        ("POST", f"/api/scenes/{scene['id']}/undo", None),
        ("DELETE", f"/api/scenes/{scene['id']}", None),
        ("PUT", f"/api/setups/{setup}/pins/shutter", {"value": "1/50"}),
        ("PUT", f"/api/setups/{setup}/school", {"school": "darkroom"}),
        ("GET", f"/api/setups/{setup}/card", None),
        ("DELETE", f"/api/setups/{setup}", None),
        ("GET", f"/api/kit/devices/{device}", None),
    ]
    for method, path, body in calls:
        answer = other.request(method, path, json=body)
        assert answer.status_code == 404, (method, path, answer.text)
    assert other.get("/api/shoots").json() == [] and other.get("/api/kit/devices").json() == []
    assert creator.get(f"/api/scenes/{scene['id']}").json() == scene


def test_a_stale_edit_is_told_and_changes_nothing(creator: TestClient) -> None:
    scene = add_scene(creator, GIG)
    first = creator.put(
        f"/api/scenes/{scene['id']}", json={"label": "name", "name": "A", "revision": scene["revision"]}
    )
    late = creator.put(f"/api/scenes/{scene['id']}", json={"label": "name", "name": "B", "revision": scene["revision"]})
    assert (first.status_code, late.status_code) == (200, 409)
    assert creator.get(f"/api/scenes/{scene['id']}").json()["name"] == "A"


JSON = st.recursive(
    st.none()
    | st.booleans()
    | st.integers()
    | st.floats()
    | st.text(max_size=12)
    | st.just("\x00")
    | st.just("\ud800"),
    lambda inner: (
        st.lists(inner, max_size=3) | st.dictionaries(st.sampled_from(["kind", "lux", "value", "x"]), inner, max_size=3)
    ),
    max_leaves=6,
)


@settings(max_examples=60, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(field=st.sampled_from([*GIG, "water", "version"]), value=JSON)
def test_no_brief_ends_in_a_server_error(creator: TestClient, field: str, value: Any) -> None:
    import json

    scene = add_scene(creator, GIG) if not hasattr(creator, "scene") else creator.scene
    creator.scene = scene  # type: ignore[attr-defined]
    before = creator.get(f"/api/scenes/{scene['id']}").json()["brief"]
    body = json.dumps({"label": "odd", "name": "Odd", "brief": {**GIG, field: value}, "before": before})
    answer = creator.put(f"/api/scenes/{scene['id']}", content=body, headers={"Content-Type": "application/json"})
    assert answer.status_code in (200, 422), answer.text


@settings(max_examples=60, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(
    setting=st.sampled_from(["shutter", "frame_rate", "iso_floor", "exposure_bias", "beeps", "white_balance"]),
    value=JSON,
)
def test_no_pin_ends_in_a_server_error(creator: TestClient, setting: str, value: Any) -> None:
    import json

    scene = add_scene(creator, GIG) if not hasattr(creator, "scene") else creator.scene
    creator.scene = scene  # type: ignore[attr-defined]
    setup = scene["setups"][0]["id"]
    body = json.dumps({"value": value})
    answer = creator.put(
        f"/api/setups/{setup}/pins/{setting}", content=body, headers={"Content-Type": "application/json"}
    )
    assert answer.status_code in (200, 422), answer.text
    assert creator.get(f"/api/scenes/{scene['id']}").status_code == 200
    assert creator.delete(f"/api/setups/{setup}/pins").status_code == 200


@pytest.mark.parametrize(
    ("body", "status"),
    [
        (b"", 422), (b"{", 422), (b"[]", 422), (b'"x"', 422), (b"\xff", 400),
        (b'{"label": "x", "brief": {"a": ' + b"[" * 5000, 400),
    ],
)  # fmt: skip
def test_broken_bodies_are_refused_in_words(creator: TestClient, body: bytes, status: int) -> None:
    scene = add_scene(creator, GIG)
    answer = creator.put(f"/api/scenes/{scene['id']}", content=body, headers={"Content-Type": "application/json"})
    assert answer.status_code == status
    assert answer.headers["content-type"] == "application/problem+json"


def test_a_body_beyond_all_bounds_is_refused(creator: TestClient) -> None:
    answer = creator.put("/api/kit", content=b" " * 5_000_001, headers={"Content-Type": "application/json"})
    assert answer.status_code == 413


def test_a_long_list_is_planned_bit_by_bit(creator: TestClient) -> None:
    shoot = ""
    for name in ("Lantern market", "The pilot gig", "The smoked jar", "Under the rafts"):
        shoot = add_scene(creator, SCENES[name], shoot=shoot)["shoot_id"]
    item = {"kind": "nd", "key": "nd-400", "label": "ND 400", "stops": "ND400", "fits": ["skarv-a4"]}
    assert creator.post("/api/kit/bag/several", json={"items": [item]}).status_code == 200, (
        "and nothing that was planned holds"
    )

    def waiting(within_s: float | None) -> int:
        asked = {} if within_s is None else {"within_s": within_s}
        told = creator.get(f"/api/shoots/{shoot}", params=asked).json()
        return [setup["outcome"] for scene in told["scenes"] for setup in scene["setups"]].count("waiting")

    assert [waiting(0), waiting(0)] == [3, 2], "however late it is, whoever asks gets on by one"
    assert waiting(None) == 0 and waiting(0) == 0, "what is planned stays"
    assert creator.get(f"/api/shoots/{shoot}", params={"within_s": -1}).status_code == 422


def test_the_colour_of_a_set_is_taken_to_a_standard_look(creator: TestClient, app: Any) -> None:
    scene = add_scene(creator, SCENES["Lantern market"])
    path = f"/api/setups/{scene['setups'][0]['id']}/look"
    table = creator.get(path, params={"size": 17})
    assert table.status_code == 200 and "LUT_3D_SIZE 17" in table.text and len(table.text.splitlines()) == 2 + 17**3
    assert "to-standard-17.cube" in table.headers["content-disposition"]
    assert creator.get(path, params={"size": 18}).status_code == 422
    assert join(app).get(path).status_code == 404
