"""Pictures of sets: what a set of a scene takes in a light, and the same with something changed."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Final, Literal
from uuid import UUID

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.settings import Value
from steady_tide.core.picture.shot import PlateName
from steady_tide.core.picture.taken import Light, PictureFigures, plate_for
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.problem.wishes import read_pins
from steady_tide.desk.compute import planners
from steady_tide.desk.compute.inputs import Inputs
from steady_tide.desk.offered import offered
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.views import Outcome, Refusal, View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.tables import SceneRow, SetupRow

UNSURE_STOPS: Final = 0.5
"""A picture whose light is known no better than this says so."""


@dataclass(frozen=True)
class Wish:
    """What is looked at: a set as it stands, or under another school, on another camera, with values pinned."""

    light: Light = field(default_factory=Light)
    school: str | None = None
    device_id: UUID | None = None
    pins: Mapping[str, Value] = field(default_factory=dict)
    plate: PlateName | None = None


class PictureView(View):
    """A picture and what stands under it. shot: the word of its addresses.

    unsure: its light is known no better than half a stop. set: the four values that matter, in words.
    """

    outcome: Literal["picture"] = "picture"
    plate: PlateName
    figures: PictureFigures
    unsure: bool
    headline: str
    texts: dict[str, str]
    cost: float
    shot: str


class NoPicture(View):
    """Why there is none, in words."""

    outcome: Literal["none"] = "none"
    words: str


class Pictures:
    """One account's pictures; nothing is changed by looking."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.planner = Planner.of(at)

    def of(self, setup_id: UUID, wishes: Sequence[Wish]) -> list[PictureView | NoPicture]:
        """A picture for each wish, in their order. Raises NotFound for a setup that is not one's own."""
        setup = self.rows.get(SetupRow, setup_id)
        scene = self.rows.get(SceneRow, setup.scene_id)
        brief = self.planner.lit_brief(scene)
        kept = self.planner.inputs(setup, brief)
        return [self._picture(setup, kept, wish) for wish in wishes]

    def _picture(self, setup: SetupRow, kept: Inputs, wish: Wish) -> PictureView | NoPicture:
        try:
            inputs = self._changed(kept, wish)
            outcome = self._planned(setup, kept, inputs)
            if isinstance(outcome, Refusal):
                return NoPicture(words="; ".join(problem.message for problem in outcome.problems))
            if isinstance(outcome, Conflict):
                return NoPicture(words=outcome.words)
            return self._seen(inputs, outcome, wish)
        except BadInput as error:
            return NoPicture(words="; ".join(problem.message for problem in error.problems))

    def _changed(self, kept: Inputs, wish: Wish) -> Inputs:
        problem = kept.problem
        device_digest = kept.device_digest
        if wish.device_id is not None:
            problem = problem.otherwise(device=self.planner.device(wish.device_id), pins={})
            device_digest = self.planner.digest(wish.device_id)
        if wish.school is not None:
            problem = problem.otherwise(stance=self.planner.stances.stance(wish.school))
        if wish.pins:
            own = {name.value: value for name, value in problem.pins.items()}
            problem = problem.otherwise(pins=read_pins({**own, **wish.pins}))
        return Inputs(problem, device_digest, kept.bag_digest)

    def _planned(self, setup: SetupRow, kept: Inputs, inputs: Inputs) -> Outcome:
        """The plan of a setup, or of what is wished; the first as it is kept, others as they are remembered."""
        if inputs.fingerprint == kept.fingerprint and (found := self.planner.kept(setup, kept)) is not None:
            return found
        return self.planner.remembered(inputs)

    def _seen(self, inputs: Inputs, plan: Plan, wish: Wish) -> PictureView:
        values = {decision.setting: decision.value for decision in plan.decisions}
        plate = wish.plate or plate_for(inputs.problem.brief)
        made = self.at.shared.planners.ask(planners.shot, inputs.problem, values, wish.light, plate)
        figures = made.figures
        return PictureView(
            plate=made.shot.plate,
            figures=figures,
            unsure=figures.uncertainty_stops > UNSURE_STOPS,
            headline=plan.headline,
            texts={decision.setting.value: decision.text for decision in plan.decisions},
            cost=round(plan.cost, 2),
            shot=offered(self.at.shared, self.rows.session).word(made.shot),
        )
