"""Clips through the service: what is said of them is bounded, kept, and nobody else's; what is not there is said so."""

import io
from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from PIL import Image
from starlette.testclient import TestClient

from tests.api.test_footage import footage, send
from tests.footage import a_clip
from tests.service import add_scene, join, with_kit
from tests.situations import SCENES

DoJobs = Callable[[], None]


@pytest.fixture
def shoot(creator: TestClient) -> str:
    """A shoot without a day."""
    made: str = creator.post("/api/shoots", json={"name": "A shoot", "place": ""}).json()["id"]
    return made


@pytest.fixture
def clip(creator: TestClient, shoot: str, do_jobs: DoJobs) -> dict[str, Any]:
    """A clip that is read and belongs to no scene."""
    send(creator, a_clip(seed=71), "loose.mp4", shoot=shoot)
    do_jobs()
    found: dict[str, Any] = footage(creator, shoot)["clips"][0]
    return found


def picked(client: TestClient, clip: dict[str, Any], **told: Any) -> Any:
    return client.put(f"/api/clips/{clip['id']}/selects", json=told)


# What is picked.


def test_what_is_picked_is_kept(creator: TestClient, shoot: str, clip: dict[str, Any]) -> None:
    told = {
        "starts_s": 0.1, "ends_s": 0.4, "rating": 5, "slowed": 4.0, "verdict": "keep", "grainy": True, "note": "oil",
        "ended": "heat",
    }  # fmt: skip
    assert picked(creator, clip, **told).status_code == 200
    kept = footage(creator, shoot)["clips"][0]["selects"]
    assert {name: kept[name] for name in told} == told


UNPICKABLE: tuple[dict[str, Any], ...] = (
    {"rating": 6}, {"rating": -1}, {"slowed": 0}, {"slowed": 1e9}, {"verdict": "great"}, {"ended": "rain"},
    {"note": "x" * 501}, {"starts_s": -1}, {"starts_s": 99}, {"ends_s": 99}, {"starts_s": 0.4, "ends_s": 0.1},
    {"starts_s": "soon"}, {"more": 1},
)  # fmt: skip


def test_what_cannot_be_picked_is_refused_beside_its_field(
    creator: TestClient, shoot: str, clip: dict[str, Any]
) -> None:
    assert picked(creator, clip, rating=3).status_code == 200
    for told in UNPICKABLE:
        answer = picked(creator, clip, **told)
        assert answer.status_code == 422 and answer.json()["errors"][0]["path"], told
    assert footage(creator, shoot)["clips"][0]["selects"]["rating"] == 3, "nothing is lost"


# To what it belongs.


def test_it_goes_to_a_scene_and_back_by_hand(creator: TestClient, shoot: str, clip: dict[str, Any]) -> None:
    setup = add_scene(creator, SCENES["The smoked jar"])["setups"][0]
    moved = creator.put(f"/api/clips/{clip['id']}/setup", json={"setup_id": setup["id"]}).json()["clip"]
    assert (moved["setup_id"], moved["assigned"], moved["doubt"]) == (setup["id"], "hand", 0.0)
    assert moved["shoot_id"] != shoot, "it goes to the shoot of the scene"
    back = creator.put(f"/api/clips/{clip['id']}/setup", json={"setup_id": None}).json()
    assert back["clip"]["setup_id"] is None and back["why_not"] == "It belongs to no scene yet."


def test_where_it_cannot_go_it_stays(creator: TestClient, clip: dict[str, Any]) -> None:
    nowhere: tuple[tuple[dict[str, Any], int], ...] = (
        ({}, 422), ({"setup_id": "none"}, 422), ({"setup_id": str(uuid4())}, 404),
        ({"setup_id": None, "more": 1}, 422),
    )  # fmt: skip
    for told, status in nowhere:
        assert creator.put(f"/api/clips/{clip['id']}/setup", json=told).status_code == status, told
    assert creator.get(f"/api/clips/{clip['id']}").json()["clip"]["setup_id"] is None


def test_it_cannot_go_to_somebody_elses_scene(app: Any, creator: TestClient, clip: dict[str, Any]) -> None:
    theirs = add_scene(with_kit(join(app)), SCENES["The smoked jar"])["setups"][0]["id"]
    assert creator.put(f"/api/clips/{clip['id']}/setup", json={"setup_id": theirs}).status_code == 404


def test_a_scene_that_goes_leaves_its_clips(creator: TestClient, clip: dict[str, Any]) -> None:
    scene = add_scene(creator, SCENES["The smoked jar"])
    creator.put(f"/api/clips/{clip['id']}/setup", json={"setup_id": scene["setups"][0]["id"]})
    assert creator.delete(f"/api/scenes/{scene['id']}").status_code == 204
    found = creator.get(f"/api/clips/{clip['id']}")
    assert found.status_code == 200 and found.json()["clip"]["state"] == "held"


# What is on its camera.


def test_of_no_scene_nothing_is_on_its_camera(creator: TestClient, clip: dict[str, Any]) -> None:
    answer = creator.put(f"/api/clips/{clip['id']}/dialled", json={"setting": "iso_ceiling", "value": "400"})
    assert answer.status_code == 422 and answer.json()["errors"][0]["message"] == "it belongs to no scene yet"


def test_what_is_no_value_is_not_noted(creator: TestClient, clip: dict[str, Any]) -> None:
    for told in ({"setting": "taste", "value": "1"}, {"setting": "shutter", "value": ""}, {"setting": "shutter"}):
        assert creator.put(f"/api/clips/{clip['id']}/dialled", json=told).status_code == 422


def test_what_was_on_the_camera_is_noted_for_its_slot(creator: TestClient, clip: dict[str, Any]) -> None:
    setup = add_scene(creator, SCENES["The smoked jar"])["setups"][0]
    creator.put(f"/api/clips/{clip['id']}/setup", json={"setup_id": setup["id"]})
    told = {"setting": "white_balance", "value": "4321"}
    assert creator.put(f"/api/clips/{clip['id']}/dialled", json=told).status_code == 200
    assert "4321" in creator.get(f"/api/kit/devices/{setup['device_id']}/dialled").text


# Corrections and pictures.


def test_without_a_set_there_is_no_correction(creator: TestClient, clip: dict[str, Any]) -> None:
    at = f"/api/clips/{clip['id']}"
    assert creator.get(f"{at}/grade").json() == {"grade": None}
    assert creator.get(f"{at}/corrected").status_code == 404
    refused = creator.get(f"{at}/correction")
    assert refused.status_code == 422 and "belongs to no set" in refused.text


def test_with_a_set_there_is_one_and_its_picture_differs(creator: TestClient, clip: dict[str, Any]) -> None:
    setup = add_scene(creator, SCENES["The smoked jar"])["setups"][0]["id"]
    at = f"/api/clips/{clip['id']}"
    creator.put(f"{at}/setup", json={"setup_id": setup})
    grade = creator.get(f"{at}/grade").json()["grade"]
    assert grade is not None and 2000 <= grade["kelvin"] <= 15_000
    lines = creator.get(f"{at}/correction", params={"size": 17}).text.split("\n")
    assert "LUT_3D_SIZE 17" in lines and sum(line[:1].isdigit() for line in lines) == 17**3
    after = creator.get(f"{at}/corrected")
    assert after.headers["content-type"] == "image/jpeg"
    before = creator.get(f"{at}/poster").content
    with Image.open(io.BytesIO(after.content)) as one, Image.open(io.BytesIO(before)) as other:
        assert one.size == other.size
    assert after.content != before


def test_tables_of_other_sizes_are_refused(creator: TestClient, clip: dict[str, Any]) -> None:
    for size in ("1", "66", "many"):
        assert creator.get(f"/api/clips/{clip['id']}/correction", params={"size": size}).status_code == 422


def test_films_are_sent_from_where_they_are_asked_for(creator: TestClient, clip: dict[str, Any]) -> None:
    at = f"/api/clips/{clip['id']}/proxy"
    whole = creator.get(at).content
    for asked, first, end, status in (
        ("bytes=0-9", 0, 10, 206),
        ("bytes=5-", 5, None, 206),
        ("bytes=0-999999999", 0, None, 200),
    ):
        some = creator.get(at, headers={"Range": asked})
        assert (some.status_code, some.content) == (status, whole[first:end]), asked
    odd = {"bytes=9-3": 200, "bytes=x-y": 200, "lines=1-2": 200, "bytes=999999999-": 416, "-": 200, "bytes=--5": 200}
    assert {asked: creator.get(at, headers={"Range": asked}).status_code for asked in odd} == odd


def test_there_are_no_other_pictures(creator: TestClient, clip: dict[str, Any]) -> None:
    assert creator.get(f"/api/clips/{clip['id']}/original").status_code == 422


# Pairs.


def test_a_clip_is_not_laid_beside_itself(creator: TestClient, clip: dict[str, Any]) -> None:
    answer = creator.get(f"/api/pairs/{clip['id']}/{clip['id']}")
    assert answer.status_code == 422 and "choose another clip" in answer.text


def test_a_pair_with_somebody_elses_is_none(
    app: Any, creator: TestClient, clip: dict[str, Any], do_jobs: DoJobs
) -> None:
    other = join(app)
    theirs = other.post("/api/shoots", json={"name": "Theirs", "place": ""}).json()["id"]
    send(other, a_clip(seed=72), "theirs.mp4", shoot=theirs)
    do_jobs()
    found = footage(other, theirs)["clips"][0]["id"]
    for path in (f"/api/pairs/{clip['id']}/{found}", f"/api/pairs/{found}/{clip['id']}"):
        assert creator.get(path).status_code == 404
        assert creator.put(path, json={"better": "left"}).status_code == 404


def test_verdicts_that_cannot_be_are_refused(
    creator: TestClient, shoot: str, clip: dict[str, Any], do_jobs: DoJobs
) -> None:
    send(creator, a_clip(seed=73), "other.mp4", shoot=shoot)
    do_jobs()
    other = next(one["id"] for one in footage(creator, shoot)["clips"] if one["id"] != clip["id"])
    for told in ({"better": "both"}, {"note": "x" * 501}, {"why": ""}):
        assert creator.put(f"/api/pairs/{clip['id']}/{other}", json=told).status_code == 422
    assert creator.get(f"/api/pairs/{clip['id']}/{other}").json()["verdict"]["better"] == ""


# Handing over.


def test_a_shoot_without_clips_is_handed_over_empty(creator: TestClient, shoot: str) -> None:
    assert creator.get(f"/api/shoots/{shoot}/footage.csv").text.count("\n") == 1
    made = creator.get(f"/api/shoots/{shoot}/footage.otio")
    assert made.status_code == 200 and made.json()["OTIO_SCHEMA"].startswith("Timeline")
    assert creator.get(f"/api/shoots/{shoot}/footage/tested").json() == []


def test_clips_that_were_turned_down_are_not_handed_over(creator: TestClient, shoot: str, clip: dict[str, Any]) -> None:
    assert "loose.mp4" in creator.get(f"/api/shoots/{shoot}/footage.otio").text
    picked(creator, clip, verdict="no")
    assert "loose.mp4" not in creator.get(f"/api/shoots/{shoot}/footage.otio").text


# Lessons.


def test_nothing_is_taught_without_clips(creator: TestClient) -> None:
    assert creator.get("/api/lessons").json() == {"proposed": [], "taken": []}
    assert creator.post("/api/lessons", json={"key": "shake walking"}).status_code == 404
    assert creator.delete(f"/api/lessons/{uuid4()}").status_code == 404


@pytest.mark.parametrize("told", [{}, {"key": ""}, {"key": "x" * 161}, {"key": "shake walking", "after": 1}])
def test_wishes_for_lessons_are_bounded(creator: TestClient, told: dict[str, Any]) -> None:
    assert creator.post("/api/lessons", json=told).status_code == 422
