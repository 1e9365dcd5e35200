"""What an answer costs the database hangs on what it shows, not on what its owner has."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from sqlalchemy import event, insert
from starlette.testclient import TestClient

from steady_tide.api.context import Service
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.desk.bench.bench import Bench, Camera
from steady_tide.desk.shoots.shoots import ShootFacts, Shoots
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.store.owned import Rows
from steady_tide.store.tables import ClipRow, EntryRow, LoggedRow, SceneRow
from tests.service import device_ids
from tests.situations import SCENES

MOST = 15
PLACED: dict[str, Any] = {
    "name": "Rope", "place": "Hallin Sound", "latitude_deg": 58.3, "longitude_deg": 6.6, "day": "2026-09-19",
}  # fmt: skip
NAMES = ("The pilot gig", "Lantern market", "The smoked jar")
MANY, TAKES = 60, 6_000


@contextmanager
def counted(service: Service) -> Iterator[list[str]]:
    """The statements that are put to the database meanwhile."""
    told: list[str] = []

    def note(*given: Any) -> None:
        told.append(given[2])

    event.listen(service.database.engine, "before_cursor_execute", note)
    try:
        yield told
    finally:
        event.remove(service.database.engine, "before_cursor_execute", note)


def a_shoot(client: TestClient) -> tuple[str, list[dict[str, Any]]]:
    """A placed shoot with three scenes for two cameras, filmed one after another."""
    shoot = client.post("/api/shoots", json=PLACED).json()["id"]
    devices = device_ids(client)
    made = []
    for index, name in enumerate(NAMES):
        wanted = {"name": name, "brief": SCENES[name], "device_ids": [devices["skarv-a4"], devices["skarv-a2"]]}
        scene = client.post(f"/api/shoots/{shoot}/scenes", json=wanted).json()
        client.put(f"/api/scenes/{scene['id']}/filming", json={"starts": 540 + 60 * index, "ends": 590 + 60 * index})
        made.append(scene)
    return shoot, made


def a_take(scene: dict[str, Any], at: datetime) -> dict[str, Any]:
    """A take as a phone notes it."""
    return {"kind": "take", "id": str(uuid4()), "at": at.isoformat(), "scene": scene["id"],
            "setup": scene["setups"][0]["id"], "ev100": 10.0, "light_from": "planned"}  # fmt: skip


def grow(service: Service, client: TestClient, shoot: str, scene: dict[str, Any]) -> None:
    """Sixty shoots more, six thousand takes and three hundred clips, as a year leaves them."""
    devices = list(device_ids(client).values())[:2]
    with service.database.session() as session:
        row = session.get(SceneRow, UUID(scene["id"]))
        assert row is not None
        at = Workplace(Rows(session, row.account_id), Shared())
        bench, shoots = Bench(at), Shoots(at)
        for index in range(MANY):
            more = ShootRowMaker(shoots, index).id
            cameras = [Camera(UUID(device)) for device in devices]
            bench.put_scene(more, name="More", brief=Brief.read(SCENES[NAMES[index % 3]]), cameras=cameras)
        begun = datetime(2025, 9, 1, tzinfo=UTC)
        entries = [a_take(scene, begun + timedelta(minutes=index)) for index in range(TAKES // 2)]
        mine = {"account_id": row.account_id}
        session.execute(
            insert(EntryRow),
            [
                {**mine, "id": UUID(one["id"]), "shoot_id": UUID(shoot), "kind": "take", "client": "phone",
                 "at": datetime.fromisoformat(one["at"]), "document": one}
                for one in entries
            ],
        )  # fmt: skip
        session.execute(
            insert(LoggedRow),
            [
                {**mine, "id": uuid4(), "take_id": (key := uuid4()), "at": begun,
                 "document": {"id": str(key), "at": begun.isoformat(), "shoot": "Old", "scene": "Old"}}
                for _ in range(TAKES // 2)
            ],
        )  # fmt: skip
        session.execute(
            insert(ClipRow),
            [{**mine, "id": uuid4(), "shoot_id": UUID(shoot), "name": f"{i}.mp4", "bytes": 1, "state": "held",
              "pictures": {}, "parts": [], "selects": {}, "quick": ""} for i in range(300)],
        )  # fmt: skip


class ShootRowMaker:
    """One more shoot of an account."""

    def __init__(self, shoots: Shoots, index: int) -> None:
        self.id = shoots.add(ShootFacts(name=f"Shoot {index}")).id


@pytest.fixture
def answers() -> dict[str, str]:
    """What is asked for, by what it is called."""
    return {
        "shoots": "/api/shoots", "shoot": "/api/shoots/{shoot}", "day": "/api/shoots/{shoot}/day",
        "bench": "/api/scenes/{scene}", "card": "/api/setups/{setup}/card", "ready": "/api/shoots/{shoot}/ready",
        "shots": "/api/shoots/{shoot}/shots", "pack": "/api/shoots/{shoot}/pack",
        "noted": "/api/shoots/{shoot}/noted",
        "clips": "/api/shoots/{shoot}/footage", "logbook": "/api/logbook", "before": "/api/setups/{setup}/before",
    }  # fmt: skip


def test_every_main_answer_costs_a_few_statements_however_much_there_is(
    creator: TestClient, service: Service, answers: dict[str, str]
) -> None:
    shoot, scenes = a_shoot(creator)
    ids = {"shoot": shoot, "scene": scenes[1]["id"], "setup": scenes[1]["setups"][0]["id"]}

    def costs() -> dict[str, int]:
        found = {}
        for name, path in answers.items():
            asked = path.format(**ids)
            assert creator.get(asked).status_code == 200, "once before, so that plans are kept"
            with counted(service) as told:
                assert creator.get(asked).status_code == 200
            found[name] = len(told)
        return found

    one = costs()
    grow(service, creator, shoot, scenes[1])
    many = costs()
    assert {name: count for name, count in many.items() if count > MOST} == {}
    assert many == one
