"""Plans of setups: made when needed, kept with what they were made from."""

import hashlib
import json
from collections.abc import Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextvars import copy_context
from time import perf_counter
from uuid import UUID

from pydantic import TypeAdapter

from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.account.plan import Conflict, Sketch
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.desk.day.skies import Skies
from steady_tide.desk.footage.learned import Learning
from steady_tide.desk.inputs import Inputs, digest_of, solve, what_made_it
from steady_tide.desk.taste.stances import Stances
from steady_tide.desk.views import Outcome, Refusal
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.kit import bag
from steady_tide.store.repositories.setups import keep_plans, kept_plan
from steady_tide.store.tables import DeviceRow, SceneRow, SetupRow
from steady_tide.store.trace import current

_outcome: TypeAdapter[Outcome] = TypeAdapter(Outcome)
SLOW_S = 0.5
"""A plan that takes longer is told in the log, with what made it slow."""


class Planner:
    """Plans the setups of one account; reads its kit once."""

    def __init__(self, at: Workplace) -> None:
        self.rows = at.rows
        self.shared = at.shared
        stored = bag(at.rows)
        self.bag: list[BagItem] = [at.shared.documents.item(json.dumps(row.document)) for row in stored]
        self._bag_digest = digest_of([row.document for row in stored])
        self.stances = Stances(at.rows)
        self.skies = Skies(at)
        self.learning = Learning(at.rows)
        self._devices: dict[UUID, Device] = {}
        self._digests: dict[UUID, str] = {}

    def lit_brief(self, scene: SceneRow) -> Brief:
        """What a scene is planned for: its brief, with the light of the place and hour it is filmed at."""
        return self.skies.of(scene).lit_brief

    def device(self, device_id: UUID) -> Device:
        """A device of the account's kit."""
        if device_id not in self._devices:
            text = json.dumps(self.rows.get(DeviceRow, device_id).document, sort_keys=True)
            self._devices[device_id] = self.shared.documents.device(text)
            self._digests[device_id] = hashlib.sha256(text.encode()).hexdigest()
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
            stance=self.stances.held(setup).stance,
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
        return self.shared.sketches.of(inputs, self.shared.planners, lambda: self.kept(setup, inputs.fingerprint))

    def kept(self, setup: SetupRow, made_from: str) -> Outcome | None:
        """The plan that is kept of a setup, where it was made from this."""
        kept = kept_plan(self.rows, setup.id, made_from)
        return None if kept is None else _outcome.validate_python(kept)

    def solve(self, inputs: Inputs) -> Outcome:
        """The whole plan from some inputs, or why there is none; not kept. What took long is noted for the log."""
        begun = perf_counter()
        outcome = solve(inputs, self.shared.planners)
        seconds, trace = perf_counter() - begun, current.get()
        if trace is not None and seconds > SLOW_S:
            trace.notes.append({"plan_ms": round(1000.0 * seconds), **what_made_it(inputs)})
        return outcome

    def remembered(self, inputs: Inputs) -> Outcome:
        """The same, from memory where it was made a moment ago: several questions are asked about one plan."""
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
        """The same as far as they are made by a moment [s of `perf_counter`]; None for those left for another time."""
        return self._found(asked, passing=False, until=until)

    def _found(
        self, asked: Sequence[tuple[SetupRow, Brief]], *, passing: bool, until: float | None
    ) -> list[Outcome | None]:
        wanted = [(setup, self.inputs(setup, brief)) for setup, brief in asked]
        kept = [None if passing else self.kept(setup, inputs.fingerprint) for setup, inputs in wanted]
        anew = {inputs.fingerprint: inputs for (_, inputs), before in zip(wanted, kept, strict=True) if before is None}
        made = self._made(list(anew.values()), until)
        if not passing:
            keep_plans(
                self.rows,
                {
                    setup.id: (inputs.fingerprint, made[inputs.fingerprint].model_dump(mode="json"))
                    for setup, inputs in wanted
                    if inputs.fingerprint in made
                },
            )
        return [before or made.get(inputs.fingerprint) for (_, inputs), before in zip(wanted, kept, strict=True)]

    def _made(self, anew: Sequence[Inputs], until: float | None) -> dict[str, Outcome]:
        """Whole plans by what they were made from, as many at once as there are planners; none is begun too late."""

        def one(inputs: Inputs) -> Outcome | None:
            if until is not None and perf_counter() > until:
                return None
            return self.remembered(inputs)

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
