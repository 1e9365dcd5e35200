"""Who works plans out: a question of the core is asked here, and answered here or in another process."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Concatenate, NamedTuple, ParamSpec, Protocol, TypeVar

from steady_tide.core.advice import assumed, confidence, helps, presets, strengths
from steady_tide.core.advice import interventions as tries
from steady_tide.core.advice.shifting import shifted
from steady_tide.core.errors import BadInput
from steady_tide.core.field import fallbacks
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.picture.shot import PlateName, Shot
from steady_tide.core.picture.taken import Light, Taken, taken
from steady_tide.core.plan.account.plan import Conflict, Plan, Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import plan_scene, sketch_scene
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.ready.budget import Short
from steady_tide.core.ready.remedies import Lighter, lighter_sets

Told = ParamSpec("Told")
Answer = TypeVar("Answer")


class Planners(Protocol):
    """Answers questions that take a while: functions of the core that take what cameras share before all else."""

    @property
    def at_once(self) -> int:
        """How many questions are worked on at once."""

    def ask(
        self, question: Callable[Concatenate[Spaces, Told], Answer], *told: Told.args, **named: Told.kwargs
    ) -> Answer:
        """The answer. Raises what the question raises, and NotYet where it is not there in time."""


@dataclass
class Here:
    """Works plans out in the process that asks: for tests and for work that has a process to itself."""

    spaces: Spaces = field(default_factory=Spaces)
    at_once: int = 4

    def ask(
        self, question: Callable[Concatenate[Spaces, Told], Answer], *told: Told.args, **named: Told.kwargs
    ) -> Answer:
        """The answer, worked out now."""
        return question(self.spaces, *told, **named)


# The questions. What they raise is said where their answers are made.


def plan(spaces: Spaces, problem: PlanningProblem) -> Plan | Conflict:
    """A whole plan."""
    return plan_scene(problem, spaces)


def sketch(spaces: Spaces, problem: PlanningProblem) -> Sketch | Conflict:
    """A set without its reasons."""
    return sketch_scene(problem, spaces)


def hangs_on(spaces: Spaces, problem: PlanningProblem) -> list[confidence.Dependence]:
    """What would turn a plan."""
    return confidence.hangs_on(problem, spaces)


def helpful(
    spaces: Spaces,
    problem: PlanningProblem,
    plan: Plan,
    others: Sequence[Device],
    hours: Sequence[tries.Hour],
) -> list[helps.Help]:
    """What would help a plan most."""
    return helps.helps(problem, plan, spaces, others=others, hours=hours)


def economy(spaces: Spaces, scenes: Sequence[presets.Wanted], slots: int) -> presets.Economy:
    """Scenes of one camera in few preset slots."""
    return presets.economy(scenes, slots, spaces)


def strong(spaces: Spaces, device: Device, bag: Sequence[BagItem]) -> list[strengths.Strength]:
    """How a camera does in the standard scenes."""
    return strengths.strengths(device, bag, spaces)


def weighed(spaces: Spaces, scenes: Sequence[tuple[str, PlanningProblem]]) -> list[assumed.Mattering]:
    """What knowing the assumed figures of a camera would change."""
    return assumed.mattering(scenes, spaces)


def lighter(spaces: Spaces, problem: PlanningProblem, kind: Short) -> list[Lighter]:
    """Sets that take less of what a day is short of."""
    return lighter_sets(spaces, problem, kind)


class Carried(NamedTuple):
    """What is taken along of a camera beside its set: the shot that takes, and sets for other light with theirs."""

    shot: Shot | None
    others: list[tuple[fallbacks.Fallback, Shot | None]]


def carried(spaces: Spaces, problem: PlanningProblem, plan: Plan) -> Carried:
    """Sets for other light, and the shots that they and the set as planned take, each in its light."""
    values = {decision.setting: decision.value for decision in plan.decisions}

    def seen(otherwise: Mapping[Setting, Value], light: Light) -> Shot | None:
        try:
            return taken(spaces, problem, {**values, **otherwise}, light).shot
        except BadInput:
            return None

    others = [
        (one, seen(one.values, Light(ev100=one.ev100)) if one.values else None)
        for one in fallbacks.fallbacks(problem, plan.sketch, spaces)
    ]
    return Carried(seen({}, Light()), others)


def anew(spaces: Spaces, problem: PlanningProblem, stops: float) -> Sketch | Conflict:
    """The set for so much more light than planned for [stops]."""
    return sketch_scene(problem.otherwise(brief=shifted(problem.brief, stops)), spaces)


def shot(
    spaces: Spaces, problem: PlanningProblem, values: Mapping[Setting, Value], light: Light, plate: PlateName | None
) -> Taken:
    """The shot that a set takes in a light."""
    return taken(spaces, problem, values, light, plate)
