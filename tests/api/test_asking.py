"""Own schools, own numbers, what if, what a plan hangs on, matched cameras, shared presets: over HTTP."""

from typing import Any

import pytest
from starlette.testclient import TestClient

from steady_tide.core.plan.prices.book import BOOK
from steady_tide.core.plan.problem.stance import SCHOOLS, Axis, Stance
from tests.service import add_scene, join
from tests.situations import SCENES

MARKET = SCENES["Lantern market"]


def outcome(client: TestClient, scene: dict[str, Any], at: int = 0) -> dict[str, Any]:
    found: dict[str, Any] = client.get(f"/api/scenes/{scene['id']}").json()["setups"][at]["outcome"]
    return found


def value(plan: dict[str, Any], setting: str) -> Any:
    return next(one["value"] for one in plan["decisions"] if one["setting"] == setting)


def own(client: TestClient, name: str = "My night", **positions: str) -> dict[str, Any]:
    answer = client.post("/api/schools", json={"stance": {"name": name, **positions}, "line": "As I like it."})
    assert answer.status_code == 201, answer.text
    made: dict[str, Any] = answer.json()
    return made


# Schools.


def test_an_own_school_is_saved_changed_used_and_forgotten(creator: TestClient) -> None:
    made = own(creator, noise_ceiling="clean")
    assert (made["key"], made["own"], made["line"]) == ("own-my-night", True, "As I like it.")
    assert len(creator.get("/api/schools").json()) == len(SCHOOLS) + 1
    scene = add_scene(creator, MARKET)
    setup = scene["setups"][0]["id"]
    clean = creator.put(f"/api/setups/{setup}/school", json={"school": made["key"]}).json()["setups"][0]
    assert clean["held"]["name"] == "My night" and clean["held"]["said_by"] == "scene"
    assert value(clean["outcome"], "iso_ceiling") <= 800
    stance = {**made["stance"], "noise_ceiling": "bright"}
    creator.put(
        f"/api/schools/{made['key']}", json={"stance": stance, "line": "", "before": {"stance": made["stance"]}}
    )
    assert value(outcome(creator, scene), "iso_ceiling") == 3200
    used = creator.delete(f"/api/schools/{made['key']}")
    assert used.status_code == 409 and "choose another" in used.json()["detail"]
    creator.put(f"/api/setups/{setup}/school", json={"school": ""})
    assert [one["key"] for one in creator.delete(f"/api/schools/{made['key']}").json()] == [s.key for s in SCHOOLS]


def test_a_school_holds_for_account_shoot_or_scene(creator: TestClient) -> None:
    scene = add_scene(creator, MARKET)
    shoot = scene["shoot_id"]

    def held() -> tuple[str, str]:
        found = creator.get(f"/api/scenes/{scene['id']}").json()["setups"][0]["held"]
        return found["key"], found["said_by"]

    assert held() == ("even-keel", "account")
    creator.put("/api/schools/usual", json={"school": "bright-night"})
    assert held() == ("bright-night", "account")
    assert value(outcome(creator, scene), "iso_ceiling") == 3200
    creator.put(f"/api/shoots/{shoot}", json={"name": "A day out", "school": "quiet-night"})
    assert held() == ("quiet-night", "shoot")
    creator.put(f"/api/setups/{scene['setups'][0]['id']}/school", json={"school": "darkroom"})
    assert held() == ("darkroom", "scene")
    card = creator.get(f"/api/setups/{scene['setups'][0]['id']}/card").json()
    assert card["school_name"] == "Darkroom"


@pytest.mark.parametrize(
    ("path", "body"),
    [("/api/schools/usual", {"school": "nobody"}), ("/api/setups/{setup}/school", {"school": "nobody"})],
)
def test_a_school_that_is_not_there_is_refused(creator: TestClient, path: str, body: dict[str, str]) -> None:
    scene = add_scene(creator, MARKET)
    answer = creator.put(path.format(setup=scene["setups"][0]["id"]), json=body)
    assert answer.status_code == 422 and answer.json()["errors"][0]["path"] == ["school"]


def test_schools_keep_their_names_apart_and_those_that_ship_stay(creator: TestClient, app: Any) -> None:
    made = own(creator)
    again = creator.post("/api/schools", json={"stance": {"name": "my night"}})
    assert again.status_code == 409 and "another name" in again.json()["detail"]
    nameless = creator.post("/api/schools", json={"stance": {"name": " "}})
    assert nameless.status_code == 422 and nameless.json()["errors"][0]["path"] == ["stance", "name"]
    shipped = creator.put(
        "/api/schools/darkroom", json={"stance": {"name": "Darker"}, "before": {"stance": {"name": "Dark"}}}
    )
    assert shipped.status_code == 404 and "ships with the product" in shipped.json()["detail"]
    assert creator.delete("/api/schools/darkroom").status_code == 404
    wrong = creator.post("/api/schools", json={"stance": {"name": "X", "finish": "shiny"}})
    assert wrong.json()["errors"][0]["path"] == ["stance", "finish"]
    other = join(app)
    assert made["key"] not in {one["key"] for one in other.get("/api/schools").json()}
    assert (
        other.put(
            f"/api/schools/{made['key']}", json={"stance": {"name": "Y"}, "before": {"stance": {"name": "Y"}}}
        ).status_code
        == 404
    )


def test_the_axes_are_told_with_their_positions(visitor: TestClient) -> None:
    axes = {one["key"]: one["positions"] for one in visitor.get("/api/vocabulary").json()["axes"]}
    assert set(axes) == {axis.value for axis in Axis}
    for key, positions in axes.items():
        for position in positions:
            assert getattr(Stance.read({key: position}), key) == position


# Numbers.


def test_a_weight_is_changed_plans_follow_and_it_is_put_back(creator: TestClient, app: Any) -> None:
    rules = creator.get("/api/rules").json()
    assert {one["key"] for one in rules} == set(BOOK)
    assert all(one["own"] is None and one["source"] for one in rules)
    scene = add_scene(creator, MARKET)
    before = outcome(creator, scene)
    changed = creator.put("/api/rules/iso-over-taste", json={"weight": 0}).json()
    assert next(one for one in changed if one["key"] == "iso-over-taste")["own"] == 0
    after = outcome(creator, scene)
    assert value(after, "iso_ceiling") > value(before, "iso_ceiling")
    assert any(one["kind"] == "own-weights" for one in after["assumptions"])
    assert all(one["own"] is None for one in join(app).get("/api/rules").json())
    creator.put("/api/rules/iso-over-taste", json={"weight": None})
    assert outcome(creator, scene) == before


@pytest.mark.parametrize(("key", "weight", "status"), [("noise", -1, 422), ("noise", 21, 422), ("magic", 1, 404)])
def test_weights_have_their_range(creator: TestClient, key: str, weight: float, status: int) -> None:
    assert creator.put(f"/api/rules/{key}", json={"weight": weight}).status_code == status


# Questions.


def test_what_if_changes_nothing(creator: TestClient, app: Any) -> None:
    scene = add_scene(creator, MARKET)
    setup = scene["setups"][0]["id"]
    answer = creator.post(f"/api/setups/{setup}/what-if", json={"setting": "shutter", "value": "1/100"}).json()
    assert answer["outcome"] == "what-if" and answer["cost"] > 0
    assert "angle" in {one["key"] for one in answer["figures"]}
    assert creator.get(f"/api/scenes/{scene['id']}").json() == scene
    clash = {"setting": "frame_rate", "value": "240"}
    creator.put(f"/api/setups/{setup}/pins/resolution", json={"value": "4K"})
    refused = creator.post(f"/api/setups/{setup}/what-if", json=clash).json()
    assert refused["outcome"] == "conflict" and len(refused["ways_out"]) == 2
    assert creator.post(f"/api/setups/{setup}/what-if", json={"setting": "magic", "value": 1}).status_code == 422
    assert join(app).post(f"/api/setups/{setup}/what-if", json=clash).status_code == 404


def test_what_it_hangs_on(creator: TestClient, app: Any) -> None:
    scene = add_scene(creator, SCENES["Under the rafts"])
    setup = scene["setups"][0]["id"]
    found = creator.get(f"/api/setups/{setup}/hangs-on").json()
    assert found and found == sorted(found, key=lambda one: -one["weight"])
    assert any("stop" in one["label"] and one["measure"] for one in found)
    assert join(app).get(f"/api/setups/{setup}/hangs-on").status_code == 404


def test_cameras_are_matched_in_one_step_that_can_be_undone(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["The pilot gig"], "skarv-a4", "skarv-a2", "lumme-8-manual")
    answer = creator.post(f"/api/scenes/{scene['id']}/match").json()
    rates = {value(setup["outcome"], "frame_rate") for setup in answer["scene"]["setups"]}
    assert len(rates) == 1 and answer["dropped"] == []
    assert all("white_balance" in setup["pins"] for setup in answer["scene"]["setups"])
    back = creator.post(f"/api/scenes/{scene['id']}/undo").json()
    assert all(setup["pins"] == {} for setup in back["setups"])
    alone = add_scene(creator, MARKET)
    refused = creator.post(f"/api/scenes/{alone['id']}/match")
    assert refused.status_code == 422 and "two cameras" in refused.json()["errors"][0]["message"]


def test_scenes_share_presets_and_take_their_slots(creator: TestClient, app: Any) -> None:
    first = add_scene(creator, MARKET)
    shoot = first["shoot_id"]
    device = first["setups"][0]["device_id"]
    for name in ("The smoked jar", "The pilot gig"):
        body = {"name": name, "brief": SCENES[name], "device_ids": [device]}
        assert creator.post(f"/api/shoots/{shoot}/scenes", json=body).status_code == 201
    body = {"name": "Market again", "brief": MARKET, "device_ids": [device]}
    creator.post(f"/api/shoots/{shoot}/scenes", json=body)
    (found,) = creator.get(f"/api/shoots/{shoot}/presets").json()
    assert found["scenes"] == 4 and len(found["economy"]["presets"]) == 3
    shared = [one["name"] for preset in found["economy"]["presets"] for one in preset["shared_by"]]
    assert shared == ["Market again"]
    (taken,) = creator.post(f"/api/shoots/{shoot}/presets/{device}").json()
    assert sorted(taken["slot_of"].values()) == [1, 1, 2, 3]
    assert join(app).get(f"/api/shoots/{shoot}/presets").status_code == 404
