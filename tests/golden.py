"""Golden plans: the demo's, and every kind of scene under every school, as the rules stand. `python -m tests.golden`
writes them anew once a change of rules has its number (`RULES_VERSION`) and a line in the changelog."""

import json
from pathlib import Path
from typing import Any, Final

from steady_tide.core.plan.account.plan import RULES_VERSION, Conflict, Plan
from steady_tide.core.plan.prices.book import BOOK_DIGEST
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import SCHOOLS
from steady_tide.demo.load import demo_scenes
from steady_tide.settings import PROJECT
from tests.core.test_schools import CAMERA, SCENE
from tests.situations import A4, KIT, outcome

FILE: Final = Path(__file__).parent / "reference" / "golden-plans.json"
Golden = dict[str, Any]


def stated(rules: str) -> bool:
    """Whether the changelog says what rules of this number changed."""
    return f"Rules {rules}:" in (PROJECT / "CHANGELOG.md").read_text(encoding="utf-8")


def golden_of(made: Plan | Conflict) -> Golden:
    """What must not change unsaid: the set, its marks [EV at ISO 100], its cost, what each light comes to [stops]."""
    if isinstance(made, Conflict):
        return {"conflict": sorted(wish.setting.value for wish in made.wishes)}
    return {
        "set": {one.setting.value: one.value for one in made.decisions},
        "marks": [made.reach.low.ev100, made.reach.high.ev100],
        "cost": round(made.cost, 4),
        "off": [one.error_stops for one in made.in_light],
        "cautions": [one.kind for one in made.cautions],
    }


def plans() -> dict[str, Golden]:
    """Every golden plan as it is made now."""
    devices = {device.key: device for device in KIT.devices}
    found = {
        f"{scenario}, {school.key}": golden_of(outcome(scene, CAMERA.get(scenario, A4), school.key))
        for scenario, scene in SCENE.items()
        for school in SCHOOLS
    }
    for scene in demo_scenes():
        for camera in scene["cameras"]:
            device, brief = devices[camera["device"]], Brief.read(scene["brief"])
            made = outcome(brief, device, camera["school"], **camera.get("pins", {}))
            found[f"{scene['name']}, {camera['device']}"] = golden_of(made)
    return found


def write() -> None:
    """Keep the plans as they are made now. Raises SystemExit for a change of rules that is not stated."""
    kept = json.loads(FILE.read_text(encoding="utf-8")) if FILE.exists() else None
    made = plans()
    if kept and kept["plans"] != made and (kept["rules"] == RULES_VERSION or not stated(RULES_VERSION)):
        raise SystemExit("raise RULES_VERSION and say in the changelog what changed: “Rules N: …”")
    text = json.dumps({"rules": RULES_VERSION, "book": BOOK_DIGEST, "plans": made}, indent=1, sort_keys=True)
    FILE.write_text(f"{text}\n", encoding="utf-8")


if __name__ == "__main__":
    write()
