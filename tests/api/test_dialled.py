"""What is on the camera now: confirmed by card, remembered by slot, flagged where it would hurt."""

from typing import Any

import pytest
from starlette.testclient import TestClient

from tests.service import add_scene, join
from tests.situations import SCENES

GIG, MARKET = SCENES["The pilot gig"], SCENES["Lantern market"]


def card_of(client: TestClient, scene: dict[str, Any]) -> dict[str, Any]:
    card: dict[str, Any] = client.get(f"/api/setups/{scene['setups'][0]['id']}/card").json()
    return card


def line(card: dict[str, Any], setting: str) -> dict[str, Any]:
    found: dict[str, Any] = next(one for one in card["lines"] if one["decision"]["setting"] == setting)
    return found


def confirm(client: TestClient, card: dict[str, Any]) -> Any:
    return client.post(f"/api/setups/{card['setup_id']}/card/confirm", json={"revision": card["revision"]})


def test_a_confirmed_card_leaves_nothing_to_change_and_the_next_card_shows_only_differences(
    creator: TestClient,
) -> None:
    market = add_scene(creator, MARKET)
    card = card_of(creator, market)
    assert line(card, "shutter")["now"] is None and line(card, "shutter")["changed"]
    done = confirm(creator, card).json()
    assert not any(one["changed"] for one in done["lines"] if one["decision"]["menu_label"])
    assert all(one["read_back"] for one in done["lines"])

    gig = add_scene(creator, GIG, shoot=market["shoot_id"])
    other = gig["setups"][0]["id"]
    assert card_of(creator, gig)["slot"] == 2, "the next scene takes the next slot"
    moved = creator.put(f"/api/setups/{other}/slot", json={"slot": 1}).json()
    for one in moved["lines"]:
        before = next((o for o in done["lines"] if o["decision"]["setting"] == one["decision"]["setting"]), None)
        if before and one["decision"]["menu_label"]:
            assert one["now"] == before["decision"]["text"]
            assert one["changed"] == (one["decision"]["text"] != before["decision"]["text"])
    assert not any(one["read_back"] for one in moved["lines"])


def test_a_value_read_back_is_on_the_camera_even_after_the_plan_moves_on(creator: TestClient) -> None:
    scene = add_scene(creator, MARKET)
    setup = scene["setups"][0]["id"]
    shutter = line(card_of(creator, scene), "shutter")["decision"]
    creator.put(f"/api/setups/{setup}/card/shutter", json={"value": str(shutter["value"]), "read_back": True})
    creator.put(f"/api/setups/{setup}/pins/shutter", json={"value": "1/100"})
    now = line(card_of(creator, scene), "shutter")
    assert (now["now"], now["changed"], now["read_back"]) == (shutter["text"], True, False)


def test_leftovers_that_would_hurt_are_flagged_on_the_shoot(creator: TestClient) -> None:
    night = add_scene(creator, MARKET)
    confirm(creator, card_of(creator, night))
    day = add_scene(creator, {**GIG, "light": {"kind": "condition", "condition": "sun"}})
    setup = day["setups"][0]["id"]
    creator.put(f"/api/setups/{setup}/slot", json={"slot": 1})
    shoots = [creator.get(f"/api/shoots/{scene['shoot_id']}").json() for scene in (night, day)]
    listed = next(s for shoot in shoots for scene in shoot["scenes"] for s in scene["setups"] if s["id"] == setup)
    assert any("Skarv A4 slot 1 still has Shutter 1/50 s" in words for words in listed["leftovers"]), listed[
        "leftovers"
    ]
    assert not any("Beeps" in words for words in listed["leftovers"]), "what does no harm is not flagged"
    same = next(s for shoot in shoots for scene in shoot["scenes"] for s in scene["setups"] if s["id"] != setup)
    assert same["leftovers"] == []


def test_a_card_seen_before_the_scene_changed_cannot_be_confirmed(creator: TestClient) -> None:
    scene = add_scene(creator, GIG)
    card = card_of(creator, scene)
    creator.put(f"/api/setups/{card['setup_id']}/pins/shutter", json={"value": "1/960"})
    late = confirm(creator, card)
    assert late.status_code == 409 and "look at it again" in late.json()["detail"]
    assert line(card_of(creator, scene), "shutter")["now"] is None


@pytest.mark.parametrize("slot", [0, 7, 51, "x", None])
def test_a_slot_the_camera_does_not_have_is_refused(creator: TestClient, slot: Any) -> None:
    scene = add_scene(creator, GIG)
    answer = creator.put(f"/api/setups/{scene['setups'][0]['id']}/slot", json={"slot": slot})
    assert answer.status_code == 422 and answer.json()["errors"][0]["path"] == ["slot"]


def test_nobody_confirms_anothers_card(creator: TestClient, app: Any) -> None:
    card = card_of(creator, add_scene(creator, GIG))
    other = join(app)
    assert confirm(other, card).status_code == 404
    assert other.put(f"/api/setups/{card['setup_id']}/slot", json={"slot": 1}).status_code == 404
