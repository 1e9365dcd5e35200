"""A clip against the set it was filmed with: as noted in its take, else as planned."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import NamedTuple
from uuid import UUID

from steady_tide.core.endurance.cells import cold_share
from steady_tide.core.errors import BadInput
from steady_tide.core.field.merging import Take
from steady_tide.core.footage.causes import Planned
from steady_tide.core.footage.comparison import Comparison, compared
from steady_tide.core.footage.expected import scene_under
from steady_tide.core.footage.expected_recording import recorded
from steady_tide.core.footage.lessons import Evidence
from steady_tide.core.footage.runtime import Endures
from steady_tide.core.kit.bag import NdFilter
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.picture.shot import PlateName, Shot
from steady_tide.core.picture.taken import FITTED, Light, Taken, plate_for
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.problem.offers import AUTOMATIC
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.reading.reading import Reading
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.records.dialled import Dialled
from steady_tide.desk.records.noted import state_of
from steady_tide.desk.workplace import Workplace
from steady_tide.store.tables import ClipRow, SceneRow, SetupRow


@dataclass(frozen=True)
class Set:
    """A set that clips are held against. of: take or plan; measured: whether its light was."""

    of: str
    problem: PlanningProblem
    values: Mapping[Setting, Value]
    light: Light
    plate: PlateName
    before: Mapping[Setting, str]
    measured: bool = False
    endures: Endures = field(default_factory=Endures)


def compare(spaces: Spaces, one: Set, reading: Reading) -> tuple[Comparison, Shot, Taken]:
    """A reading against a set: a question for whoever plans. The drawn scene is read where it is answered."""
    from steady_tide.media.plates import plate

    base = recorded(spaces, one.problem, one.values, one.light, one.plate)
    scene = scene_under(plate(one.plate), base.shot)
    planned = Planned(one.problem, one.values, one.light, one.plate, scene, base, one.before)
    found, shot = compared(spaces, planned, reading)
    return found, shot, base


class ComparisonResult(NamedTuple):
    """A clip against its set: what came of it, against which set, the shot it should have been, or why not.

    evidence: what it has to say of the kit; None where something else than planned was dialled in.
    """

    found: Comparison | None = None
    against: str = ""
    shot: Shot | None = None
    why_not: str = ""
    evidence: Evidence | None = None


class Comparing:
    """ComparisonResult one account's clips against their sets."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.planner = Planner.of(at)
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
        measured = take is not None and take.light_from == "measured"
        return Set(of, problem, values, light, plate_for(brief), before, measured, endures_of(problem, outcome))

    def compare(self, row: ClipRow, reading: Reading) -> "ComparisonResult":
        """A clip against its set; where there is none, why not."""
        if row.setup_id is None:
            return ComparisonResult(why_not="It belongs to no scene yet.")
        one = self.set_of(self.rows.get(SetupRow, row.setup_id), self.take_of(row))
        if one is None:
            return ComparisonResult(why_not="Its scene has no set; settle it on the bench first.")
        try:
            found, shot, taken = self.at.shared.planners.ask(compare, one, reading)
        except BadInput as error:
            return ComparisonResult(against=one.of, why_not="; ".join(problem.message for problem in error.problems))
        evidence = None if _dialled_otherwise(found) else evidence_of(row, one, found, taken)
        return ComparisonResult(found, one.of, shot, evidence=evidence)

    def take_of(self, row: ClipRow) -> Take | None:
        """The noted take that a clip is, if any."""
        if row.take_id is None or row.shoot_id is None:
            return None
        return next((take for take in self.takes(row.shoot_id) if take.id == row.take_id), None)


def endures_of(problem: PlanningProblem, plan: Plan) -> Endures:
    """How long a plan has its camera run on a cell and until heat, where it is filmed."""
    given, running = Situation.of(problem).given, plan.running
    if running is None:
        return Endures()
    cell, air_c = next(iter(given.cells), None), problem.brief.temperature_c
    draws = cell is not None and running.draw_w > 0
    return Endures(
        heat_minutes=None if running.warming is None else running.warming.first_minutes,
        limit_minutes=problem.device.heat_limit_minutes,
        air_c=air_c,
        cell=cell.key if cell is not None and draws else "",
        cell_share=0.0 if cell is None else cold_share(air_c, share_at_0_c=cell.share_at_0_c, table=cell.cold_table),
        cell_minutes=60.0 * given.usable_wh(cell) / running.draw_w if cell is not None and draws else 0.0,
    )


def _dialled_otherwise(found: Comparison) -> bool:
    """Whether its likeliest cause is a value that was not the planned one."""
    return bool(found.causes) and found.causes[0].cause.kind == "setting"


def evidence_of(row: ClipRow, one: Set, found: Comparison, taken: Taken) -> Evidence:
    """What a clip has to say of the kit it was filmed with."""
    problem, values = one.problem, one.values
    situation = Situation.of(problem)
    for setting in FITTED:
        if setting in values:
            situation = situation.fitted(setting, values[setting])
    glass = next((item for item in problem.bag if item.key == values.get(Setting.ND_FILTER)), None)
    nd = glass if isinstance(glass, NdFilter) else None
    profile = next(one for one in problem.device.profiles if one.key == values[Setting.COLOUR_PROFILE])
    fixed = values[Setting.SHUTTER] != AUTOMATIC and values[Setting.ISO_FLOOR] == values[Setting.ISO_CEILING]
    return Evidence(
        clip=row.id,
        name=row.name,
        camera=problem.device.key,
        profile=profile.key,
        carried=situation.carried,
        iso=taken.figures.iso,
        signs={sign.name: (sign.value, sign.expected, sign.doubt) for sign in found.signs},
        support="" if situation.support is None or situation.support.shake_deg_per_s is None else situation.support.key,
        nd="" if nd is None else nd.key,
        metered=not fixed,
        measured=one.measured,
        shake_deg_s=situation.shake_deg_per_s,
        nd_stops=0.0 if nd is None else nd.taken_stops,
        nd_cast_mired=0.0 if nd is None else nd.cast_mired,
        habit_stops=problem.device.meters_bright_stops,
        efficiency=problem.device.lenses[0].sensor.quantum_efficiency,
        bearable_iso=float(profile.bearable_iso or 0),
        endures=one.endures,
    )


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
