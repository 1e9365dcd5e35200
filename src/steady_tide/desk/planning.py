"""Plans of setups: made when needed, kept with what they were made from."""

import hashlib
import json
from collections import OrderedDict
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from threading import Lock
from typing import Any, TypeVar
from uuid import UUID

from pydantic import TypeAdapter

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.account.plan import RULES_VERSION, Conflict, Plan, Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import plan_scene, sketch_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.desk.skies import Skies
from steady_tide.desk.stances import Stances
from steady_tide.desk.views import Outcome, ProblemView, Refusal
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.kit import bag
from steady_tide.store.repositories.setups import plan_of
from steady_tide.store.tables import DeviceRow, PlanRow, SceneRow, SetupRow

_outcome: TypeAdapter[Outcome] = TypeAdapter(Outcome)
_item: TypeAdapter[BagItem] = TypeAdapter(BagItem)


@dataclass(frozen=True)
class Inputs:
    """Everything one plan is made from, with the digests of the documents of device and bag."""

    problem: PlanningProblem
    device_digest: str
    bag_digest: str

    @cached_property
    def fingerprint(self) -> str:
        """Hash of it all, the version of the rules included."""
        problem = self.problem
        return _digest(
            [
                RULES_VERSION,
                problem.brief.plain(),
                self.device_digest,
                problem.stance.plain(),
                self.bag_digest,
                {setting.value: value for setting, value in problem.pins.items()},
                dict(problem.weights),
                dict(problem.learned.shake_deg_per_s),
            ]
        )

    def otherwise(self, **changes: Any) -> "Inputs":
        """The same with something of the problem changed; never device or bag."""
        return replace(self, problem=self.problem.otherwise(**changes))


def _digest(plain: object) -> str:
    return hashlib.sha256(json.dumps(plain, sort_keys=True).encode()).hexdigest()


@lru_cache(maxsize=128)
def _read_device(text: str) -> Device:
    """A stored device. Documents are frozen, so equal texts share one object."""
    return Device.model_validate_json(text)


@lru_cache(maxsize=2048)
def _read_item(text: str) -> BagItem:
    """A stored thing of the bag, shared likewise."""
    return _item.validate_json(text)


Found = TypeVar("Found")


def _asked(inputs: Inputs, ask: Callable[[PlanningProblem, Spaces], Found]) -> Found | Refusal:
    """The planner's answer, with a refusal instead of an error where the place is beyond the camera."""
    device = inputs.problem.device
    try:
        return ask(inputs.problem, _spaces)
    except BadInput as error:
        problems = [ProblemView(path=list(problem.path), message=problem.message) for problem in error.problems]
        return Refusal(device_key=device.key, device_name=device.name, problems=problems)


def solve(inputs: Inputs) -> Outcome:
    """The whole plan of a setup, or why there is none."""
    return _asked(inputs, plan_scene)


class Sketches:
    """Sets without their reasons, the newest kept by what they were made from; shared by all that plan."""

    def __init__(self, most: int = 512) -> None:
        self._kept: OrderedDict[str, Sketch | Conflict | Refusal] = OrderedDict()
        self._most = most
        self._lock = Lock()

    def of(self, inputs: Inputs, planned: Callable[[], Outcome | None]) -> Sketch | Conflict | Refusal:
        """The set of a setup, or why there is none. planned: its whole plan, where there is one already."""
        key = inputs.fingerprint
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return self._kept[key]
        whole = planned()
        made = _asked(inputs, sketch_scene) if whole is None else whole.sketch if isinstance(whole, Plan) else whole
        with self._lock:
            self._kept[key] = made
            if len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return made


_sketches = Sketches()
_spaces = Spaces()


class Planner:
    """Plans the setups of one account; reads its kit once."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows
        stored = bag(rows)
        self.bag: list[BagItem] = [_read_item(json.dumps(row.document)) for row in stored]
        self._bag_digest = _digest([row.document for row in stored])
        self.stances = Stances(rows)
        self.skies = Skies(rows)
        self._devices: dict[UUID, Device] = {}
        self._digests: dict[UUID, str] = {}

    def filmed(self, scene: SceneRow) -> Brief:
        """What a scene is planned for: its brief, with the light of the place and hour it is filmed at."""
        return self.skies.filmed(scene)

    def device(self, device_id: UUID) -> Device:
        """A device of the account's kit."""
        if device_id not in self._devices:
            text = json.dumps(self.rows.get(DeviceRow, device_id).document, sort_keys=True)
            self._devices[device_id] = _read_device(text)
            self._digests[device_id] = hashlib.sha256(text.encode()).hexdigest()
        return self._devices[device_id]

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
        )
        return Inputs(problem, self._digests[setup.device_id], self._bag_digest)

    def sketch(
        self, setup: SetupRow, brief: Brief, pins: Mapping[Setting, Value] | None = None
    ) -> Sketch | Conflict | Refusal:
        """The set of a setup for the day, without its reasons; from the kept plan where that still fits.

        pins: besides the setup's own.
        """
        inputs = self.inputs(setup, brief, pins)
        return _sketches.of(inputs, lambda: self._kept(setup, inputs.fingerprint))

    def _kept(self, setup: SetupRow, made_from: str) -> Outcome | None:
        row = plan_of(self.rows, setup.id)
        return _outcome.validate_python(row.outcome) if row is not None and row.fingerprint == made_from else None

    def outcome(self, setup: SetupRow, brief: Brief) -> Outcome:
        """The kept plan when it still fits its inputs, else a new one, kept."""
        inputs = self.inputs(setup, brief)
        made_from = inputs.fingerprint
        kept = plan_of(self.rows, setup.id)
        if kept is not None and kept.fingerprint == made_from:
            return _outcome.validate_python(kept.outcome)
        outcome = solve(inputs)
        stored = outcome.model_dump(mode="json")
        if kept is None:
            self.rows.add(PlanRow(setup_id=setup.id, fingerprint=made_from, outcome=stored))
        else:
            kept.fingerprint, kept.outcome = made_from, stored
        return outcome
