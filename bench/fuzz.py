"""Ten thousand calls made up from the service's description, each promise held against its answer, saved as it goes.

`./tide bench --fuzz`, for nights: each day has seeds of its own. What breaks a promise is a line of JSON in
`.tide/fuzz.jsonl`, with its operation and seed; put into `tests/seeds.json`, the tests call it again by day. A run
that is stopped goes on where it was.
"""

import json
import sys
import warnings
from datetime import UTC, datetime
from pathlib import Path
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from collections.abc import Iterator

    from fastapi import FastAPI

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]
SAVED = ROOT / ".tide" / "fuzz.jsonl"
CALLS = 10_000


def called(app: "FastAPI", turn: int) -> "Iterator[dict[str, Any]]":
    """Every operation once more with the seeds of a turn: what broke a promise, and how many calls it were."""
    from tests.api.test_fuzz import fuzzing
    from tests.fuzz import EXAMPLES
    from tests.service import a_browser, joined, with_kit

    fuzz = fuzzing(with_kit(joined(a_browser(app))))
    for operation in fuzz.operations():
        before, seed = fuzz.calls, 1000 * datetime.now(UTC).toordinal() + turn
        told = {"operation": operation.definition.raw["operationId"], "seed": seed}
        yield from ({**told, **one} for one in fuzz.wrongs(operation, examples=EXAMPLES, chance=seed))
        yield {"calls": fuzz.calls - before, "turn": turn}


def main(calls: int = CALLS) -> None:
    """Call, save, tell."""
    warnings.simplefilter("ignore")
    from tests.service import migrated, throwaway

    from steady_tide.api.app import create_app
    from steady_tide.api.context import Service
    from steady_tide.storage import Files

    SAVED.parent.mkdir(exist_ok=True)
    done = [json.loads(line) for line in SAVED.read_text().splitlines()] if SAVED.exists() else []
    made, turn = sum(one.get("calls", 0) for one in done), max((one.get("turn", -1) for one in done), default=-1) + 1
    wrong = [one for one in done if "wrong" in one]
    with throwaway("fuzz") as (cluster, _), migrated(cluster, "fuzz") as database, SAVED.open("a") as saved:
        files = Files("memory://fuzz")
        app = create_app(Service(database, files, None, works=False, hosts=frozenset({"testserver"})))
        while made < calls:
            for one in called(app, turn):
                print(json.dumps(one), file=saved, flush=True)
                made += one.get("calls", 0)
                wrong += [one] if "wrong" in one else []
            turn += 1
            print(f"{made} calls, {len(wrong)} answers that break a promise", flush=True)
    for one in wrong[:20]:
        print(f"  {one['operation']}, seed {one['seed']}: {one['status']}, {one['wrong']}")
    sys.exit(1 if wrong else 0)


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else CALLS)
