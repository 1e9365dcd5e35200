"""What plans are made from, and the answers that are kept for all who plan."""

import hashlib
import json
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any, TypeVar

from pydantic import TypeAdapter

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.memo import Shelf
from steady_tide.core.plan.account.plan import RULES_VERSION, Conflict, Plan, Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.prices.book import BOOK_DIGEST
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.desk.compute.planners import Planners, plan, sketch
from steady_tide.desk.views import Outcome, ProblemView, Refusal

_item: TypeAdapter[BagItem] = TypeAdapter(BagItem)
Found = TypeVar("Found")


@dataclass(frozen=True)
class Inputs:
    """Everything one plan is made from, with the digests of the documents of device and bag."""

    problem: PlanningProblem
    device_digest: str
    bag_digest: str

    @cached_property
    def fingerprint(self) -> str:
        """Hash of it all, the version of the rules and the book of prices and thresholds included."""
        problem = self.problem
        return digest_of(
            [
                RULES_VERSION,
                BOOK_DIGEST,
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
        """Inputs with something of the problem changed; never device or bag."""
        return replace(self, problem=self.problem.otherwise(**changes))


def digest_of(plain: object) -> str:
    return hashlib.sha256(json.dumps(plain, sort_keys=True).encode()).hexdigest()


def _asked(inputs: Inputs, planners: Planners, question: Callable[[Spaces, PlanningProblem], Found]) -> Found | Refusal:
    """The planners' answer, with a refusal instead of an error where the place is beyond the camera."""
    device = inputs.problem.device
    try:
        return planners.ask(question, inputs.problem)
    except BadInput as error:
        problems = [ProblemView(path=list(problem.path), message=problem.message) for problem in error.problems]
        return Refusal(device_key=device.key, device_name=device.name, problems=problems)


def solve(inputs: Inputs, planners: Planners) -> Outcome:
    """The whole plan of a setup, or why there is none."""
    return _asked(inputs, planners, plan)


def what_made_it(inputs: Inputs) -> dict[str, object]:
    """What the time of a plan hangs on, as figures for a log: nothing of what its owner wrote."""
    problem = inputs.problem
    device = problem.device
    return {
        "modes": len(device.modes),
        "views": len(device.views),
        "shutters": len(device.shutters),
        "isos": len(device.iso.values),
        "bag": len(problem.bag),
        "pins": len(problem.pins),
    }


class Documents:
    """Stored documents of devices and of the bag, read once. They are frozen, so equal texts share one object."""

    def __init__(self) -> None:
        self._devices: Shelf[str, Device] = Shelf(128)
        self._items: Shelf[str, BagItem] = Shelf(2048)

    def device(self, text: str) -> Device:
        """A device from its JSON."""
        return self._devices.of(text, lambda: Device.opened(json.loads(text)))

    def item(self, text: str) -> BagItem:
        """A thing of the bag from its JSON."""
        return self._items.of(text, lambda: _item.validate_json(text))


class Sketches:
    """Sets without their reasons, the latest kept by what they were made from."""

    def __init__(self) -> None:
        self._shelf: Shelf[str, Sketch | Conflict | Refusal] = Shelf(512)

    def of(
        self, inputs: Inputs, planners: Planners, planned: Callable[[], Outcome | None]
    ) -> Sketch | Conflict | Refusal:
        """The set of a setup, or why there is none. planned: its whole plan, where there is one already."""

        def made() -> Sketch | Conflict | Refusal:
            whole = planned()
            if whole is None:
                return _asked(inputs, planners, sketch)
            return whole.sketch if isinstance(whole, Plan) else whole

        return self._shelf.of(inputs.fingerprint, made)
