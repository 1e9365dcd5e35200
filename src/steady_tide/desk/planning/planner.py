"""Plans of setups: made when needed, kept with what they were made from."""

import hashlib
import json
from collections.abc import Iterable, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextvars import copy_context
from functools import cached_property
from time import perf_counter
from typing import NamedTuple, cast
from uuid import UUID

from pydantic import TypeAdapter

from steady_tide.core.errors import NotYet
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.account.plan import Conflict, Sketch
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.desk.compute.inputs import Inputs, digest_of, solve, what_made_it
from steady_tide.desk.planning.skies import Skies
from steady_tide.desk.planning.summaries import summary_of
from steady_tide.desk.preferences.stances import Stances
from steady_tide.desk.records.learned import Learning
from steady_tide.desk.views import AppliedSchool, Outcome, Refusal
from steady_tide.desk.workplace import Workplace
from steady_tide.store.errors import NotFound
from steady_tide.store.repositories.kit import bag, devices_with
from steady_tide.store.repositories.setups import ToKeep, keep_plans, kept_plans, setups_of, setups_on
from steady_tide.store.repositories.shoots import scenes_of
from steady_tide.store.tables import Json, SceneRow, SetupRow
from steady_tide.store.trace import current

_outcome: TypeAdapter[Outcome] = TypeAdapter(Outcome)
SLOW_S = 0.5
"""A plan that takes longer is told in the log, with what made it slow."""


class PlannedScene(NamedTuple):
    """A scene with its light, and its cameras with their plans; None for those left for another time."""

    row: SceneRow
    brief: Brief
    cameras: list[tuple[SetupRow, Outcome | None]]


class Planner:
    """What plans of one account are made from, read once in a request, as it is needed and in batches; and the plans.

    Whoever asks within the same request gets the same, until something is written.
    """

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.shared = at.shared
        self.stances = Stances(at.rows)
        self.skies = Skies(at)
        self._devices: dict[UUID, Device] = {}
        self._digests: dict[UUID, str] = {}
        self._scenes: dict[UUID, list[SceneRow]] = {}
        self._setups: dict[UUID, list[SetupRow]] = {}
        self._kept: dict[tuple[UUID, str], Outcome | None] = {}

    @classmethod
    def of(cls, at: Workplace) -> "Planner":
        """The one of a request, as things stand after what was written last."""
        writes, made = at.memory.get(cls, (-1, None))
        if made is None or writes != at.rows.writes:
            made = cls(at)
            at.memory[cls] = (at.rows.writes, made)
        return cast(Planner, made)

    @cached_property
    def _stored_bag(self) -> list[Json]:
        return [row.document for row in bag(self.rows)]

    @cached_property
    def bag(self) -> list[BagItem]:
        """Everything in the bag."""
        return [self.shared.documents.item(json.dumps(document)) for document in self._stored_bag]

    @cached_property
    def _bag_digest(self) -> str:
        return digest_of(self._stored_bag)

    @cached_property
    def learning(self) -> Learning:
        """What footage taught."""
        return Learning(self.rows)

    def scenes(self, shoot_id: UUID) -> list[SceneRow]:
        """The scenes of a shoot in order; their cameras are read with them."""
        if shoot_id not in self._scenes:
            self._scenes[shoot_id] = scenes_of(self.rows, shoot_id)
            on = setups_on(self.rows, shoot_id)
            self._setups.update({scene.id: on.get(scene.id, []) for scene in self._scenes[shoot_id]})
            self.load_devices(setup.device_id for setups in on.values() for setup in setups)
        return self._scenes[shoot_id]

    def setups(self, scene_id: UUID) -> list[SetupRow]:
        """A scene's cameras in order."""
        if scene_id not in self._setups:
            self._setups[scene_id] = setups_of(self.rows, scene_id)
        return self._setups[scene_id]

    def applied_school(self, setup: SetupRow) -> AppliedSchool:
        """The school that holds for a setup."""
        scene = self.rows.get(SceneRow, setup.scene_id)
        return self.stances.applied_school(setup, shoot=self.skies.shoot(scene.shoot_id).school)

    def lit_brief(self, scene: SceneRow) -> Brief:
        """What a scene is planned for: its brief, with the light of the place and hour it is filmed at."""
        return self.skies.of(scene).lit_brief

    def load_devices(self, ids: Iterable[UUID]) -> None:
        """Read several devices of the account's kit at once."""
        for row in devices_with(self.rows, [one for one in dict.fromkeys(ids) if one not in self._devices]):
            text = json.dumps(row.document, sort_keys=True)
            self._devices[row.id] = self.shared.documents.device(text)
            self._digests[row.id] = hashlib.sha256(text.encode()).hexdigest()

    def device(self, device_id: UUID) -> Device:
        """A device of the account's kit. Raises NotFound for any other."""
        self.load_devices([device_id])
        if device_id not in self._devices:
            raise NotFound("there is no such camera; it may have been deleted")
        return self._devices[device_id]

    def digest(self, device_id: UUID) -> str:
        """Of the document of a device."""
        self.device(device_id)
        return self._digests[device_id]

    def inputs(self, setup: SetupRow, brief: Brief, pins: Mapping[Setting, Value] | None = None) -> Inputs:
        """What a setup is planned from as things stand. pins: besides its own."""
        device = self.device(setup.device_id)
        problem = PlanningProblem.of(
            brief,
            device,
            stance=self.applied_school(setup).stance,
            bag=self.bag,
            pins={**{setting.value: value for setting, value in (pins or {}).items()}, **setup.pins},
            weights=self.stances.weights,
        ).otherwise(learned=self.learning.of(setup.scene_id))
        return Inputs(problem, self._digests[setup.device_id], self._bag_digest)

    def sketch(
        self, setup: SetupRow, brief: Brief, pins: Mapping[Setting, Value] | None = None
    ) -> Sketch | Conflict | Refusal:
        """The set of a setup for the day, without its reasons; from the kept plan where that still fits.

        pins: besides the setup's own.
        """
        inputs = self.inputs(setup, brief, pins)
        return self.shared.sketches.of(inputs, self.shared.planners, lambda: self.kept(setup, inputs))

    def look_up(self, wanted: Iterable[tuple[SetupRow, Inputs]]) -> None:
        """Read the plans that are kept of several setups and were made from this, at once."""
        unknown = {
            setup.id: inputs.fingerprint for setup, inputs in wanted if (setup.id, inputs.fingerprint) not in self._kept
        }
        found = kept_plans(self.rows, unknown)
        for setup_id, fingerprint in unknown.items():
            kept = found.get(setup_id)
            self._kept[setup_id, fingerprint] = None if kept is None else _outcome.validate_python(kept)

    def kept(self, setup: SetupRow, inputs: Inputs) -> Outcome | None:
        """The plan that is kept of a setup, where it was made from this."""
        self.look_up([(setup, inputs)])
        return self._kept[setup.id, inputs.fingerprint]

    def look_up_shoot(self, shoot_id: UUID) -> None:
        """Read what is kept of every setup of a shoot, at once."""
        self.look_up(
            (setup, self.inputs(setup, self.lit_brief(scene)))
            for scene in self.scenes(shoot_id)
            for setup in self.setups(scene.id)
        )

    def planned_shoot(self, shoot_id: UUID, *, until: float | None = None) -> list[PlannedScene]:
        """Every scene of a shoot with its cameras and their plans, all planned at once.

        until: as `outcomes_by` takes it; left out, a plan that is not there raises NotYet.
        """
        found = [(scene, self.lit_brief(scene), self.setups(scene.id)) for scene in self.scenes(shoot_id)]
        asked = [(setup, brief) for _, brief, setups in found for setup in setups]
        made = iter(self._found(asked, passing=False, until=until))
        return [PlannedScene(scene, brief, [(setup, next(made)) for setup in setups]) for scene, brief, setups in found]

    def solve(self, inputs: Inputs) -> Outcome:
        """The whole plan from some inputs, or why there is none; not kept. What took long is noted for the log."""
        begun = perf_counter()
        outcome = solve(inputs, self.shared.planners)
        seconds, trace = perf_counter() - begun, current.get()
        if trace is not None and seconds > SLOW_S:
            trace.notes.append({"plan_ms": round(1000.0 * seconds), **what_made_it(inputs)})
        return outcome

    def remembered(self, inputs: Inputs) -> Outcome:
        """A whole plan, from memory where it was made a moment ago: several questions are asked about one plan."""
        return self.shared.outcomes.of(inputs.fingerprint, lambda: self.solve(inputs))

    def outcome(self, setup: SetupRow, brief: Brief) -> Outcome:
        """The kept plan when it still fits its inputs, else a new one, kept."""
        return self.outcomes([(setup, brief)])[0]

    def outcomes(self, asked: Sequence[tuple[SetupRow, Brief]], *, passing: bool = False) -> list[Outcome]:
        """The plans of several setups, in their order; those that are made anew are made at once.

        passing: while something is pulled and typed, plans come and go; they are kept when they are next looked at.
        """
        found = self._found(asked, passing=passing, until=None)
        return [outcome for outcome in found if outcome is not None]

    def outcomes_by(self, until: float, asked: Sequence[tuple[SetupRow, Brief]]) -> list[Outcome | None]:
        """The plans that are made by a moment [s of `perf_counter`]; None for those left for another time.

        The first that is not kept is planned however late it is, so that whoever asks again gets on.
        """
        return self._found(asked, passing=False, until=until)

    def _found(
        self, asked: Sequence[tuple[SetupRow, Brief]], *, passing: bool, until: float | None
    ) -> list[Outcome | None]:
        self.load_devices(setup.device_id for setup, _ in asked)
        wanted = [(setup, self.inputs(setup, brief)) for setup, brief in asked]
        if not passing:
            self.look_up(wanted)
        kept = [None if passing else self.kept(setup, inputs) for setup, inputs in wanted]
        anew = {inputs.fingerprint: inputs for (_, inputs), before in zip(wanted, kept, strict=True) if before is None}
        made = self._made(list(anew.values()), until)
        if not passing:
            fresh = [(setup, inputs.fingerprint) for setup, inputs in wanted if inputs.fingerprint in made]
            keep_plans(self.rows, {setup.id: _to_keep(print_, made[print_]) for setup, print_ in fresh})
            self._kept.update({(setup.id, print_): made[print_] for setup, print_ in fresh})
        return [before or made.get(inputs.fingerprint) for (_, inputs), before in zip(wanted, kept, strict=True)]

    def _made(self, anew: Sequence[Inputs], until: float | None) -> dict[str, Outcome]:
        """Whole plans by what they were made from, as many at once as there are planners.

        until: where it is given, none but the first is begun after it, and what is not there yet is left out.
        """

        def one(inputs: Inputs) -> Outcome | None:
            if until is None:
                return self.remembered(inputs)
            if perf_counter() > until and inputs is not anew[0]:
                return None
            try:
                return self.remembered(inputs)
            except NotYet:
                return None

        at_once = min(len(anew), self.shared.planners.at_once)
        if at_once < 2:
            found = [one(inputs) for inputs in anew]
        else:
            with ThreadPoolExecutor(at_once) as threads:
                # Each goes on with the trace of the request, which counts what was slow.
                going = [threads.submit(copy_context().run, one, inputs) for inputs in anew]
                found = [each.result() for each in going]
        pairs = zip(anew, found, strict=True)
        return {inputs.fingerprint: outcome for inputs, outcome in pairs if outcome is not None}


def _to_keep(fingerprint: str, outcome: Outcome) -> ToKeep:
    return ToKeep(fingerprint, outcome.model_dump(mode="json"), summary_of(outcome).model_dump(mode="json"))
