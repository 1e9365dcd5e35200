"""Briefs, kit and a planner's short hand for the tests."""

from typing import Any

from steady_tide.core.kit.bag import Kit
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.planner import plan_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY, Stance
from steady_tide.demo.load import demo_kit, demo_scenes

KIT: Kit = demo_kit()
A4, BUILT_IN, MANUAL, A2, D1 = KIT.devices
SCENES: dict[str, dict[str, Any]] = {scene["name"]: scene["brief"] for scene in demo_scenes()}
TALKING: dict[str, Any] = {
    "scenario": "talking", "light": {"kind": "condition", "condition": "bright-cloud"}, "carried": "walking",
    "subject_distance_m": 0.8, "subject_speed_m_s": 0.2, "minutes": 20,
}  # fmt: skip


def brief(scene: str, **changes: Any) -> Brief:
    """A demo brief with changes; a dict is merged one level deep."""
    data = dict(TALKING if scene == "Talking on the quay" else SCENES[scene])
    for key, value in changes.items():
        data[key] = {**data.get(key, {}), **value} if isinstance(value, dict) and key != "light" else value
    return Brief.read(data)


def outcome(
    scene: Brief, device: Device = A4, school: str = "even-keel", *, stance: Stance | None = None, **pins: Any
) -> Plan | Conflict:
    """Plan with the demo bag."""
    return plan_scene(scene, device, stance=stance or SCHOOL_BY_KEY[school].stance, bag=KIT.bag, pins=pins)


def planned(scene: Brief, device: Device = A4, school: str = "even-keel", **pins: Any) -> Plan:
    """As `outcome`, for what has to be a plan."""
    made = outcome(scene, device, school, **pins)
    assert isinstance(made, Plan), made
    return made


def decision(plan: Plan, setting: str) -> Any:
    """The decision on a setting."""
    return next(one for one in plan.decisions if one.setting == setting)
