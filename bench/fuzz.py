"""Ten thousand calls made up from the service's description, each promise held against its answer, saved as it goes.

`./tide bench --fuzz`, for nights: each day has seeds of its own. What breaks a promise is a line of JSON in
`.tide/fuzz.jsonl`, with its operation and seed; put into `tests/seeds.json`, the tests call it again by day. A run
that is stopped goes on where it was.
"""

import json
import shutil
import sys
import tempfile
import warnings
from datetime import UTC, datetime
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]
SAVED = ROOT / ".tide" / "fuzz.jsonl"
CALLS = 10_000


def main(calls: int = CALLS) -> None:
    """Call, save, tell."""
    warnings.simplefilter("ignore")
    from tests.fuzz import EXAMPLES, Fuzz
    from tests.service import a_browser, add_scene, joined, with_kit
    from tests.situations import SCENES

    from steady_tide.api.app import create_app
    from steady_tide.api.context import Service
    from steady_tide.launch.cluster import Cluster
    from steady_tide.storage import Files
    from steady_tide.store.database import Database

    SAVED.parent.mkdir(exist_ok=True)
    home = Path(tempfile.mkdtemp(prefix="tide-fuzz-", dir="/tmp"))
    home.chmod(0o755)
    cluster = Cluster(home, fsync=False)
    cluster.start()
    database = Database(cluster.url("fuzz"))
    database.migrate()
    service = Service(database, Files("memory://fuzz"), None, works=False, hosts=frozenset({"testserver"}))
    app = create_app(service)
    done = [json.loads(line) for line in SAVED.read_text().splitlines()] if SAVED.exists() else []
    made, turn = sum(one.get("calls", 0) for one in done), max((one.get("turn", -1) for one in done), default=-1) + 1
    wrong = [one for one in done if "wrong" in one]
    try:
        while made < calls:
            client = with_kit(joined(a_browser(app)))
            scene = add_scene(client, SCENES["The pilot gig"])
            setup = scene["setups"][0]
            ids = {"shoot_id": scene["shoot_id"], "scene_id": scene["id"], "setup_id": setup["id"], "key": "nd16"}
            fuzz = Fuzz(client, {**ids, "device_id": setup["device_id"]})
            for operation in fuzz.operations():
                before = fuzz.calls
                seed = 1000 * datetime.now(UTC).toordinal() + turn
                told = {"operation": operation.definition.raw["operationId"], "seed": seed}
                found = [{**told, **one} for one in fuzz.wrongs(operation, examples=EXAMPLES, chance=seed)]
                with SAVED.open("a") as saved:
                    for one in [*found, {"calls": fuzz.calls - before, "turn": turn}]:
                        saved.write(json.dumps(one) + "\n")
                wrong += found
            made, turn = made + fuzz.calls, turn + 1
            print(f"{made} calls, {len(wrong)} answers that break a promise", flush=True)
    finally:
        database.close()
        cluster.stop()
        shutil.rmtree(home, ignore_errors=True)
    for one in wrong[:20]:
        print(f"  {one['operation']}, seed {one['seed']}: {one['status']}, {one['wrong']}")
    sys.exit(1 if wrong else 0)


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else CALLS)
