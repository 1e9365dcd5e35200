"""What a camera is good at: the planner's cost of a standard scene of each scenario."""

from collections.abc import Sequence
from typing import Final

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.brief import Brief
from steady_tide.core.plan.plan import Plan
from steady_tide.core.plan.planner import plan_scene
from steady_tide.core.plan.stance import Stance

STANDARD_SCENES: Final[dict[str, Brief]] = {
    "Diving in green water, slowed twice": Brief.read(
        {
            "scenario": "underwater", "light": {"kind": "condition", "condition": "water-green-shallow"},
            "falls_stops": 1, "rises_stops": 1, "carried": "tray", "subject_speed_m_s": 0.3, "subject_distance_m": 1,
            "water": {"depth_m": 6, "colour": "green", "port": "flat"}, "delivery": {"slowed": 2},
        }
    ),
    "Walking a lit street at night": Brief.read(
        {
            "scenario": "low-light", "light": {"kind": "condition", "condition": "lit-street"}, "carried": "walking",
            "falls_stops": 1, "rises_stops": 1,
        }
    ),
    "Riding in sun and shade": Brief.read(
        {
            "scenario": "motion", "light": {"kind": "condition", "condition": "sun"}, "falls_stops": 3,
            "carried": "riding", "subject_speed_m_s": 5, "subject_distance_m": 5, "point_of_view": True,
        }
    ),
    "Sport in sun, slowed eight times": Brief.read(
        {
            "scenario": "motion", "light": {"kind": "condition", "condition": "sun"}, "carried": "standing",
            "subject_speed_m_s": 8, "subject_distance_m": 8, "delivery": {"slowed": 8},
        }
    ),
    "A product on a lit table": Brief.read(
        {
            "scenario": "product", "light": {"kind": "condition", "condition": "table-panel"}, "carried": "tripod",
            "falls_stops": 0, "rises_stops": 0, "subject_speed_m_s": 0, "subject_distance_m": 0.7,
        }
    ),
}  # fmt: skip
"""A standard scene a scenario, by its words; planned under a middle stance."""


class Strength(Part):
    """How one camera does in one standard scene. cost: stops-equivalents, None when it cannot be done there."""

    scene: str
    cost: float | None
    words: str
    weakest: str


def strengths(device: Device, bag: Sequence[BagItem]) -> list[Strength]:
    """Every standard scene on a camera, with the best set for it and what that set pays most."""
    return [_strength(scene, brief, device, bag) for scene, brief in STANDARD_SCENES.items()]


def _strength(scene: str, brief: Brief, device: Device, bag: Sequence[BagItem]) -> Strength:
    try:
        made = plan_scene(brief, device, stance=Stance(), bag=bag)
    except BadInput as error:
        return Strength(scene=scene, cost=None, words=error.problems[0].message, weakest="")
    assert isinstance(made, Plan), "without pins there is no conflict"
    weakest = made.prices[0] if made.prices else None
    told = f"{weakest.label.lower()}: {weakest.words}" if weakest else ""
    return Strength(scene=scene, cost=made.cost, words=made.headline, weakest=told)
