"""Pictures asked of the service: of a set, of what is changed, by their words; sets marked to be tested."""

import io
from typing import Any

import numpy as np
import pytest
from PIL import Image
from starlette.testclient import TestClient

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.formats.shots import word_of
from tests.plates import plain_shot
from tests.service import add_scene, join, with_kit
from tests.situations import SCENES


def market(owner: TestClient) -> str:
    """A camera on a scene by lamp light."""
    return str(add_scene(owner, SCENES["Lantern market"])["setups"][0]["id"])


def asked(owner: TestClient, setup: str, *wishes: dict[str, Any]) -> list[dict[str, Any]]:
    answer = owner.post(f"/api/setups/{setup}/pictures", json={"wishes": list(wishes)})
    assert answer.status_code == 200, answer.text
    return list(answer.json())


def pixels(owner: TestClient, word: str, **look: Any) -> Any:
    answer = owner.get(f"/api/pictures/{word}.jpg", params=look)
    assert answer.status_code == 200 and answer.headers["content-type"] == "image/jpeg"
    assert "immutable" in answer.headers["cache-control"]
    return np.asarray(Image.open(io.BytesIO(answer.content))).astype(float)


@pytest.fixture
def owner(app: Any) -> TestClient:
    return with_kit(join(app))


def test_a_set_is_seen_and_darker_where_it_is_darker_than_it_reaches(owner: TestClient) -> None:
    setup = market(owner)
    here, dark = asked(owner, setup, {}, {"light": {"ev100": -1}})
    assert here["outcome"] == dark["outcome"] == "picture" and here["plate"] == "quay"
    assert dark["figures"]["error_stops"] < here["figures"]["error_stops"] - 2
    levels = [pixels(owner, one["shot"]).mean() for one in (here, dark)]
    assert levels[1] < levels[0] / 2
    assert pixels(owner, here["shot"], peek=True).shape == (540, 960, 3)
    assert pixels(owner, here["shot"], width_px=320).shape == (180, 320, 3)
    assert owner.get(f"/api/pictures/{here['shot']}.jpg", params={"width_px": 9999}).status_code == 422
    assert asked(owner, setup, {})[0] == here, "the same set is the same picture"


def test_a_school_a_pin_and_a_plate_change_what_is_seen_and_nothing_that_is_kept(owner: TestClient) -> None:
    setup = market(owner)
    wishes = [{}, {"school": "quiet-night"}, {"pins": {"iso_ceiling": 400}}, {"plate": "ropes"}]
    seen = asked(owner, setup, *wishes)
    assert len({one["shot"] for one in seen}) == 4
    assert seen[2]["texts"]["iso_ceiling"] == "ISO 400"
    assert asked(owner, setup, {})[0]["shot"] == seen[0]["shot"]


def test_what_cannot_be_seen_says_why(owner: TestClient) -> None:
    setup = market(owner)
    wishes = [
        {"pins": {"frame_rate": "240", "resolution": "5.2K"}}, {"pins": {"colour_profile": "sepia"}},
        {"school": "no-such"},
    ]  # fmt: skip
    for one in asked(owner, setup, *wishes):
        assert one["outcome"] == "none" and one["words"]


@pytest.mark.parametrize(
    "body",
    [
        {}, {"wishes": []}, {"wishes": [{}] * 7}, {"wishes": [{"light": {"ev100": 99}}]},
        {"wishes": [{"plate": "moon"}]}, {"wishes": [{"light": {"depth_m": -1}}]},
        {"wishes": [{"pins": {"iso_ceiling": None}}]}, {"wishes": [{"pins": 3}]},
    ],
)  # fmt: skip
def test_wishes_out_of_bounds_are_refused(owner: TestClient, body: Any) -> None:
    assert owner.post(f"/api/setups/{market(owner)}/pictures", json=body).status_code == 422


def test_a_camera_of_somebody_else_is_not_looked_through(app: Any, owner: TestClient) -> None:
    other = with_kit(join(app))
    theirs = other.get("/api/kit/devices").json()[0]["id"]
    answer = owner.post(f"/api/setups/{market(owner)}/pictures", json={"wishes": [{"device_id": theirs}]})
    assert answer.status_code == 404


def test_a_word_that_is_none_is_refused_in_words(owner: TestClient) -> None:
    asked(owner, market(owner), {})
    for word in ("1madeupword", word_of(plain_shot()), word_of(plain_shot()) + 16 * "A"):
        for address in (f"{word}.jpg", f"{word}.mp4"):
            answer = owner.get(f"/api/pictures/{address}")
            assert answer.status_code == 422 and "no such picture" in answer.text


def test_what_was_offered_by_one_process_is_drawn_by_another_and_without_an_account(
    owner: TestClient, service: Service
) -> None:
    word = asked(owner, market(owner), {})[0]["shot"]
    other = TestClient(create_app(Service(service.database, service.files, web=None, hosts=service.hosts)))
    assert other.get(f"/api/pictures/{word}.jpg", params={"width_px": 64}).status_code == 200
    assert other.get(f"/api/pictures/{word[:-1]}{'A' if word[-1] != 'A' else 'B'}.jpg").status_code == 422


def test_some_seconds_of_it_are_a_clip(owner: TestClient) -> None:
    word = asked(owner, market(owner), {})[0]["shot"]
    answer = owner.get(f"/api/pictures/{word}.mp4")
    assert answer.status_code == 200 and answer.headers["content-type"] == "video/mp4"
    assert answer.content[4:8] == b"ftyp"


CUBE = "LUT_3D_SIZE 2\n" + "\n".join(f"{b} {g} {r}" for b in (0, 1) for g in (0, 1) for r in (0, 1))


def test_a_foreign_table_is_looked_through_and_a_hostile_one_refused(owner: TestClient) -> None:
    word = asked(owner, market(owner), {})[0]["shot"]
    text = {"Content-Type": "text/plain"}
    answer = owner.post(f"/api/pictures/{word}/through", content=CUBE, headers=text)
    assert answer.status_code == 200
    swapped = np.asarray(Image.open(io.BytesIO(answer.content))).astype(float)
    assert np.abs(swapped[..., 0] - pixels(owner, word)[..., 2]).mean() < 3, "this one swaps red and blue"
    for hostile in ("", "LUT_1D_SIZE 4\n", "LUT_3D_SIZE 900\n", "LUT_3D_SIZE 2\n1 2\n", "\x00\xff" * 50, "<html>"):
        refused = owner.post(f"/api/pictures/{word}/through", content=hostile, headers=text)
        assert refused.status_code == 422 and refused.json()["errors"][0]["message"]


def test_two_sets_are_marked_to_be_tested_and_stand_on_the_card(owner: TestClient) -> None:
    setup = market(owner)
    trials = [{"label": "Quiet night", "values": {"iso_ceiling": "ISO 800"}}, {"label": "Bright night", "values": {}}]
    card = owner.put(f"/api/setups/{setup}/trials", json={"trials": trials})
    assert card.status_code == 200 and card.json()["trials"] == trials
    assert owner.get(f"/api/setups/{setup}/card").json()["trials"] == trials
    assert owner.put(f"/api/setups/{setup}/trials", json={"trials": trials * 2}).status_code == 422
    assert owner.put(f"/api/setups/{setup}/trials", json={"trials": []}).json()["trials"] == []


def test_a_table_corrects_what_water_does_to_grey(owner: TestClient) -> None:
    setup = str(add_scene(owner, SCENES["Under the rafts"])["setups"][0]["id"])
    answer = owner.get(f"/api/setups/{setup}/look", params={"size": 17, "to": "correction"})
    assert answer.status_code == 200 and "grey made neutral" in answer.text and "LUT_3D_SIZE 17" in answer.text
    assert owner.get(f"/api/setups/{setup}/look", params={"to": "sepia"}).status_code == 422
