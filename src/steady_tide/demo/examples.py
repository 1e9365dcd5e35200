"""The published example documents, made from the demo."""

from typing import Any

from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.demo.load import demo_kit, demo_scenes


def examples() -> dict[str, Any]:
    """Example documents by file name: the demo's briefs and kit, and an own stance."""
    made: dict[str, Any] = {"kit-rope-and-lantern.json": demo_kit().plain()}
    for scene in demo_scenes():
        name = scene["name"].lower().removeprefix("the ").replace(" ", "-")
        made[f"brief-{name}.json"] = Brief.read(scene["brief"]).plain()
    own = Stance(name="Mine, brighter at night", noise_ceiling="bright", finish="grade")
    made["stance-own.json"] = own.plain()
    return made
