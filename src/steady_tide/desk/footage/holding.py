"""A clip against the set it was filmed with: as noted in its take, else as planned."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import NamedTuple
from uuid import UUID

from steady_tide.core.errors import BadInput
from steady_tide.core.field.merging import Take
from steady_tide.core.footage.causes import Planned
from steady_tide.core.footage.expected import scene_under
from steady_tide.core.footage.held import HeldClip, held
from steady_tide.core.footage.recorded import recorded
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.picture.shot import PlateName, Shot
from steady_tide.core.picture.taken import Light, plate_for
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.reading.reading import Reading
from steady_tide.desk.cards.dialled import Dialled
from steady_tide.desk.field.noted import state_of
from steady_tide.desk.planning import Planner
from steady_tide.desk.workplace import Workplace
from steady_tide.store.tables import ClipRow, SceneRow, SetupRow


@dataclass(frozen=True)
class Set:
    """A set that clips are held against. of: take or plan."""

    of: str
    problem: PlanningProblem
    values: Mapping[Setting, Value]
    light: Light
    plate: PlateName
    before: Mapping[Setting, str]


def holds(spaces: Spaces, one: Set, reading: Reading) -> tuple[HeldClip, Shot]:
    """A reading against a set: a question for whoever plans. The drawn scene is read where it is answered."""
    from steady_tide.media.plates import plate

    base = recorded(spaces, one.problem, one.values, one.light, one.plate)
    scene = scene_under(plate(one.plate), base.shot)
    return held(spaces, Planned(one.problem, one.values, one.light, one.plate, scene, one.before), reading)


class Holds(NamedTuple):
    """A clip against its set: what came of it, against which set, the shot it should have been, or why not."""

    found: HeldClip | None = None
    against: str = ""
    shot: Shot | None = None
    why_not: str = ""


class Holding:
    """Holds one account's clips against their sets."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.planner = Planner(at)
        self.dialled = Dialled(at.rows)
        self._takes: dict[UUID, list[Take]] = {}

    def takes(self, shoot_id: UUID) -> list[Take]:
        """What was noted on a shoot."""
        if shoot_id not in self._takes:
            self._takes[shoot_id] = state_of(self.rows, shoot_id).takes
        return self._takes[shoot_id]

    def set_of(self, setup: SetupRow, take: Take | None) -> Set | None:
        """The set of a camera on a scene; None while there is none. What a take noted wins over the plan."""
        scene = self.rows.get(SceneRow, setup.scene_id)
        brief = self.planner.lit_brief(scene)
        outcome = self.planner.outcome(setup, brief)
        if not isinstance(outcome, Plan):
            return None
        problem = self.planner.inputs(setup, brief).problem
        values: dict[Setting, Value] = {decision.setting: decision.value for decision in outcome.decisions}
        light, of = Light(), "plan"
        if take is not None:
            values, of = {**values, **_noted(values, take)}, "take"
            if take.ev100 is not None and -20 <= take.ev100 <= 25:
                light = Light(ev100=take.ev100)
        before = {
            Setting(name): value
            for name, value in self.dialled.slot(setup.device_id, setup.slot).items()
            if name in {one.value for one in Setting}
        }
        return Set(of, problem, values, light, plate_for(brief), before)

    def hold(self, row: ClipRow, reading: Reading) -> "Holds":
        """A clip against its set; where there is none, why not."""
        if row.setup_id is None:
            return Holds(why_not="It belongs to no scene yet.")
        one = self.set_of(self.rows.get(SetupRow, row.setup_id), self.take_of(row))
        if one is None:
            return Holds(why_not="Its scene has no set; settle it on the bench first.")
        try:
            found, shot = self.at.shared.planners.ask(holds, one, reading)
        except BadInput as error:
            return Holds(against=one.of, why_not="; ".join(problem.message for problem in error.problems))
        return Holds(found, one.of, shot)

    def take_of(self, row: ClipRow) -> Take | None:
        """The noted take that a clip is, if any."""
        if row.take_id is None or row.shoot_id is None:
            return None
        return next((take for take in self.takes(row.shoot_id) if take.id == row.take_id), None)


def _noted(planned: Mapping[Setting, Value], take: Take) -> dict[Setting, Value]:
    """What a take noted of its set, as the kind of value that the plan has."""
    found: dict[Setting, Value] = {}
    for one in take.set:
        if one.setting in planned:
            found[one.setting] = _like(planned[one.setting], one.value)
    return found


def _like(planned: Value, noted: Value) -> Value:
    if isinstance(planned, str) or not isinstance(noted, str):
        return str(noted) if isinstance(planned, str) else noted
    try:
        return type(planned)(float(noted))
    except ValueError:
        return planned
