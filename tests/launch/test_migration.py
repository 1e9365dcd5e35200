"""What an older version kept comes in whole: the demo as the version with the database's migration 0015 had it.

It was lived in before it was kept: a value pinned, an own school and weight, a reading, takes with verdict and note,
ticks, a link for a helper and one to the bag. `told.json` is what that version told of it.
"""

import gzip
import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from starlette.testclient import TestClient

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.launch.backup import bring_back
from steady_tide.launch.cluster import Cluster
from steady_tide.launch.service import REAL
from steady_tide.settings import Settings
from steady_tide.storage import Files
from steady_tide.store.database import Database
from tests.service import bring_in, throwaway

KEPT = Path(__file__).parents[1] / "kept" / "0015"
TOLD: dict[str, Any] = json.loads((KEPT / "told.json").read_text())
LOCAL = "http://127.0.0.1:8420"


@pytest.fixture(scope="module")
def home(tmp_path_factory: pytest.TempPathFactory) -> Iterator[tuple[Cluster, Path]]:
    """A home into which the backup of the older version was brought."""
    source = tmp_path_factory.mktemp("older") / "backup.tar"
    source.write_bytes(gzip.decompress((KEPT / "backup.tar.gz").read_bytes()))
    with throwaway("older") as (cluster, folder):
        told = bring_back(Settings(home=folder, fsync=False, database_url=None), source, replace=False)
        assert "1 accounts" in told
        yield cluster, folder


@pytest.fixture(scope="module")
def owner(home: tuple[Cluster, Path]) -> Iterator[TestClient]:
    """The demo's creator of then, signed in to the service of now."""
    cluster, folder = home
    database = Database(cluster.url(REAL))
    service = Service(database, Files(str(folder / "files")), web=None, works=False, demo=True)
    with TestClient(create_app(service), base_url=LOCAL, headers={"Origin": LOCAL}) as client:
        assert client.post("/api/session/demo").status_code == 200
        yield client
    database.close()


def test_shoots_scenes_and_pins_are_there(owner: TestClient) -> None:
    shoot = owner.get(f"/api/shoots/{TOLD['shoot']}").json()
    assert {scene["name"]: scene["id"] for scene in shoot["scenes"]} == TOLD["scenes"]
    setups = {scene["name"]: [one["id"] for one in scene["setups"]] for scene in shoot["scenes"]}
    assert setups == TOLD["setups"]
    market = owner.get(f"/api/scenes/{TOLD['scenes']['Lantern market']}").json()
    assert market["setups"][0]["pins"] == TOLD["pins"]


def test_kit_school_and_weight_are_there(owner: TestClient) -> None:
    assert sorted(one["key"] for one in owner.get("/api/kit/devices").json()) == TOLD["devices"]
    assert sorted(one["key"] for one in owner.get("/api/kit/bag").json()) == TOLD["bag"]
    own = next(one for one in owner.get("/api/schools").json() if one["key"] == "own-mine")
    assert own["stance"]["tempo"] == "slow-first"
    weights = {one["key"]: one["own"] for one in owner.get("/api/rules").json()}
    assert weights["noise.expected"] == 0.9


@pytest.mark.parametrize("setup", sorted(TOLD["headlines"]))
def test_every_card_is_made_and_only_what_was_in_conflict_still_is(owner: TestClient, setup: str) -> None:
    outcome = owner.get(f"/api/setups/{setup}/card").json()["outcome"]
    assert outcome["outcome"] == ("conflict" if "together" in TOLD["headlines"][setup] else "plan")


def test_day_list_and_pack_are_told(owner: TestClient) -> None:
    shoot = TOLD["shoot"]
    assert len(owner.get(f"/api/shoots/{shoot}/day").json()["readings"]) >= 1
    assert any(one["done"] for one in owner.get(f"/api/shoots/{shoot}/ready").json()["checks"] if one["key"] == "lens")
    packed = owner.get(f"/api/shoots/{shoot}/pack").json()
    kinds = sorted(one["kind"] for one in packed["entries"])
    assert kinds == ["check", "light", "note", "take", "verdict"] and not packed["entries_more"]
    again = owner.get(f"/api/shoots/{shoot}/noted", params={"known": packed["entries_mark"]}).json()
    assert (again["entries"], again["entries_anew"]) == ([], False)


def test_the_logbook_has_its_take(owner: TestClient) -> None:
    (take,) = owner.get("/api/logbook").json()["takes"]
    assert TOLD["logbook"] == 1 and (take["verdict"], take["notes"]) == ("keep", ["clear water"])


def test_links_of_then_open(owner: TestClient) -> None:
    with TestClient(owner.app, base_url=LOCAL, headers={"Origin": LOCAL}) as visitor:
        packed = visitor.get(f"/api/with/{TOLD['link']}/pack").json()
        assert packed["may"] == "count" and len(packed["scenes"]) == len(TOLD["scenes"])
        assert visitor.get(f"/api/shared/{TOLD['share']}").status_code == 200


def test_an_archive_of_then_comes_in_beside_what_is_there(creator: TestClient, do_jobs: Any) -> None:
    job = bring_in(creator, (KEPT / "archive.zip").read_bytes(), do_jobs)
    assert job["state"] == "done", job
    found = [one for one in creator.get("/api/shoots").json() if one["name"] == "Rope and Lantern"]
    assert len(found) == 1
    scenes = creator.get(f"/api/shoots/{found[0]['id']}").json()["scenes"]
    assert {scene["name"] for scene in scenes} == set(TOLD["scenes"])
