"""Briefs, kit and a planner's short hand for the tests."""

from collections.abc import Mapping, Sequence
from typing import Any

from steady_tide.core.kit.bag import BagItem, Kit
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.account.plan import Conflict, Plan, Sketch
from steady_tide.core.plan.physics.space import DeviceSpace
from steady_tide.core.plan.planner import plan_scene, sketch_scene
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY, Stance
from steady_tide.core.plan.search.costs import SceneCosts
from steady_tide.core.plan.search.landscape import Landscape
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
    return plan_of(scene, device, stance=stance or SCHOOL_BY_KEY[school].stance, bag=KIT.bag, pins=pins)


def situation_of(
    scene: Brief,
    stance: Stance,
    device: Device,
    bag: Sequence[BagItem],
    *,
    weights: Mapping[str, float] | None = None,
    **fit: str,
) -> Situation:
    """A scene with what is fitted, not yet searched."""
    return Situation.of(PlanningProblem.of(scene, device, stance=stance, bag=bag, weights=weights), **fit)


def landscape_over(situation: Situation, pins: Mapping[Setting, Value] | None = None) -> Landscape:
    """Every cost of a situation."""
    prices = Prices(situation.given.problem.weights)
    return Landscape(SceneCosts(situation, prices, DeviceSpace(situation.given.camera)), pins or {})


def plan_of(scene: Brief, device: Device, **wanted: Any) -> Plan | Conflict:
    """A scene planned; wanted: as `PlanningProblem.of` takes it."""
    return plan_scene(PlanningProblem.of(scene, device, **wanted))


def sketch_of(scene: Brief, device: Device, **wanted: Any) -> Sketch | Conflict:
    """The same without its reasons."""
    return sketch_scene(PlanningProblem.of(scene, device, **wanted))


def planned(scene: Brief, device: Device = A4, school: str = "even-keel", **pins: Any) -> Plan:
    """As `outcome`, for what has to be a plan."""
    made = outcome(scene, device, school, **pins)
    assert isinstance(made, Plan), made
    return made


def decision(plan: Plan, setting: str) -> Any:
    """The decision on a setting."""
    return next(one for one in plan.decisions if one.setting == setting)


def stance_of(**positions: str) -> Stance:
    """A middle course with some positions of its own."""
    return Stance.read(positions)


def planned_as(scene: Brief, device: Device = A4, *, bag: bool = True, **positions: str) -> Plan:
    """A scene planned for a taste; with the demo's bag, or an empty one."""
    made = plan_of(scene, device, stance=stance_of(**positions), bag=KIT.bag if bag else ())
    assert isinstance(made, Plan), made
    return made
