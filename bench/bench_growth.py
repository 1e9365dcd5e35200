"""What a year of work costs: the main answers of an account with forty shoots beside one with a single shoot.

Both are asked in turn in one run; printed are medians [ms], their ratio, and how many statements each answer puts to
the database. The planners are in this process, and every plan is kept before it is timed.
"""

import statistics
import sys
import time
from pathlib import Path
from typing import Any
from uuid import UUID

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from tests.api import test_statements as made_by  # noqa: E402
from tests.service import device_ids, join, migrated, throwaway, with_kit  # noqa: E402
from tests.situations import SCENES  # noqa: E402

from steady_tide.api.app import create_app  # noqa: E402
from steady_tide.api.context import Service  # noqa: E402
from steady_tide.core.plan.problem.brief import Brief  # noqa: E402
from steady_tide.desk.bench.bench import Bench, Camera  # noqa: E402
from steady_tide.desk.workplace import Shared, Workplace  # noqa: E402
from steady_tide.storage import Files  # noqa: E402
from steady_tide.store.owned import Rows  # noqa: E402
from steady_tide.store.tables import SceneRow  # noqa: E402

ROUNDS = 15
SHOOTS, SCENES_EACH = 40, 10
ANSWERS = {
    "shoots": "/api/shoots", "shoot": "/api/shoots/{shoot}", "day": "/api/shoots/{shoot}/day",
    "bench": "/api/scenes/{scene}", "card": "/api/setups/{setup}/card", "ready": "/api/shoots/{shoot}/ready",
    "pack": "/api/shoots/{shoot}/pack", "logbook": "/api/logbook", "before": "/api/setups/{setup}/before",
    "clips": "/api/shoots/{shoot}/footage",
}  # fmt: skip
"""The clips of the large account are three hundred of one shoot, told all at once: they are what is shown."""


def an_account(service: Service, *, large: bool) -> tuple[Any, dict[str, str]]:
    """A creator with one shoot of three scenes, and if large with a year beside it; the ids that are asked for."""
    client = with_kit(join(create_app(service)))
    shoot, scenes = made_by.a_shoot(client)
    if large:
        made_by.grow(service, client, shoot, scenes[1])
        devices = [Camera(UUID(one)) for one in list(device_ids(client).values())[:2]]
        with service.database.session() as session:
            row = session.get(SceneRow, UUID(scenes[1]["id"]))
            assert row is not None
            bench = Bench(Workplace(Rows(session, row.account_id), Shared()))
            for one in client.get("/api/shoots", params={"most": SHOOTS}).json():
                for index in range(SCENES_EACH if one["id"] != shoot else 0):
                    brief = Brief.read(SCENES[made_by.NAMES[index % 3]])
                    bench.put_scene(UUID(one["id"]), name=f"Scene {index}", brief=brief, cameras=devices)
    return client, {"shoot": shoot, "scene": scenes[1]["id"], "setup": scenes[1]["setups"][0]["id"]}


def timed(service: Service, client: Any, path: str) -> tuple[float, int]:
    """How long an answer takes [ms], and its statements."""
    with made_by.counted(service) as told:
        begun = time.perf_counter()
        assert client.get(path).status_code == 200
        return 1000.0 * (time.perf_counter() - begun), len(told)


def main() -> None:
    """Measure both in turn, and print."""
    with throwaway("growth") as (cluster, home), migrated(cluster, "growth") as database:
        files = Files(str(home / "files"))
        service = Service(database, files, web=None, works=False, hosts=frozenset({"testserver"}))
        sides = [an_account(service, large=large) for large in (False, True)]
        print(f"{'answer':10} {'one shoot':>10} {'a year':>10} {'ratio':>7}   statements")
        for name, path in ANSWERS.items():
            found: list[list[tuple[float, int]]] = [[], []]
            for _ in range(ROUNDS + 1):
                for times, (client, ids) in zip(found, sides, strict=True):
                    times.append(timed(service, client, path.format(**ids)))
            small, large = (statistics.median(ms for ms, _ in times[1:]) for times in found)
            counts = " ".join(str(times[-1][1]) for times in found)
            print(f"{name:10} {small:8.1f}ms {large:8.1f}ms {large / small:7.2f}   {counts}")


if __name__ == "__main__":
    main()
