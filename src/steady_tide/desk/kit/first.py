"""The first card: a camera from memory and a plan for it, before there is an account."""

from steady_tide.core.kit.device import Device
from steady_tide.core.kit.likely import CLASS_BY_KEY, Class, Remembered, likely
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.desk.inputs import Inputs, solve
from steady_tide.desk.kit.templates import template
from steady_tide.desk.planners import Planners
from steady_tide.desk.views import Outcome


def remembered(kind: Class, said: Remembered, *, key: str, name: str) -> Device:
    """A camera of a plain class with what its owner remembers. Raises BadInput where that cannot be a camera."""
    return likely(template(CLASS_BY_KEY[kind].template), said, key=key, name=name)


def first_problem(device: Device, brief: Brief, school: str) -> PlanningProblem:
    """A scene for a camera that nobody keeps, with an empty bag. school: a key of those that ship."""
    return PlanningProblem.of(brief, device, stance=SCHOOL_BY_KEY[school].stance)


def first_plan(planners: Planners, device: Device, brief: Brief, school: str) -> Outcome:
    """A plan for it."""
    return solve(Inputs(first_problem(device, brief, school), "", ""), planners)
