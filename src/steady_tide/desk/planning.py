"""Plans of setups: made when needed, kept with what they were made from."""

import hashlib
import json
from collections.abc import Sequence
from uuid import UUID

from pydantic import TypeAdapter

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Value
from steady_tide.core.plan.brief import Brief
from steady_tide.core.plan.plan import RULES_VERSION
from steady_tide.core.plan.planner import plan_scene
from steady_tide.core.plan.stance import SCHOOL_BY_KEY
from steady_tide.desk.views import Outcome, ProblemView, Refusal
from steady_tide.store.owned import Rows
from steady_tide.store.tables import BagRow, DeviceRow, PlanRow, SetupRow

_outcome: TypeAdapter[Outcome] = TypeAdapter(Outcome)
_item: TypeAdapter[BagItem] = TypeAdapter(BagItem)


def fingerprint(brief: Brief, device: Device, school: str, bag: Sequence[BagItem], pins: dict[str, Value]) -> str:
    """Hash of everything a plan is made from, the version of the rules included."""
    parts = [RULES_VERSION, brief.plain(), device.plain(), school, [item.plain() for item in bag], pins]
    return hashlib.sha256(json.dumps(parts, sort_keys=True).encode()).hexdigest()


def solve(brief: Brief, device: Device, school: str, bag: Sequence[BagItem], pins: dict[str, Value]) -> Outcome:
    """The planner's answer, with a refusal instead of an error where the place is beyond the camera."""
    try:
        return plan_scene(brief, device, stance=SCHOOL_BY_KEY[school].stance, bag=bag, pins=pins)
    except BadInput as error:
        problems = [ProblemView(path=list(problem.path), message=problem.message) for problem in error.problems]
        return Refusal(device_key=device.key, device_name=device.name, problems=problems)


class Planner:
    """Plans the setups of one account; reads its kit once."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows
        stored = rows.all(rows.query(BagRow).order_by(BagRow.position, BagRow.key))
        self.bag: list[BagItem] = [_item.validate_python(row.document) for row in stored]
        self._devices: dict[UUID, Device] = {}

    def device(self, device_id: UUID) -> Device:
        """A device of the account's kit."""
        if device_id not in self._devices:
            self._devices[device_id] = Device.model_validate(self.rows.get(DeviceRow, device_id).document)
        return self._devices[device_id]

    def outcome(self, setup: SetupRow, brief: Brief) -> Outcome:
        """The kept plan when it still fits its inputs, else a new one, kept."""
        device = self.device(setup.device_id)
        made_from = fingerprint(brief, device, setup.school, self.bag, setup.pins)
        kept = self.rows.session.scalar(self.rows.query(PlanRow).where(PlanRow.setup_id == setup.id))
        if kept is not None and kept.fingerprint == made_from:
            return _outcome.validate_python(kept.outcome)
        outcome = solve(brief, device, setup.school, self.bag, setup.pins)
        stored = outcome.model_dump(mode="json")
        if kept is None:
            self.rows.add(PlanRow(setup_id=setup.id, fingerprint=made_from, outcome=stored))
        else:
            kept.fingerprint, kept.outcome = made_from, stored
        return outcome
