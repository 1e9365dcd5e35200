"""Questions about a plan: what if, what it hangs on, which cameras match, which scenes share a preset."""

from uuid import UUID

from steady_tide.core.advice.assumed import MOST_SCENES, Mattering
from steady_tide.core.advice.confidence import Dependence
from steady_tide.core.advice.matching import Match, match
from steady_tide.core.advice.presets import Economy, Wanted
from steady_tide.core.advice.whatif import WhatIf, what_if
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.settings import Value
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.wishes import read_pins
from steady_tide.desk.bench.bench import Bench
from steady_tide.desk.compute import planners
from steady_tide.desk.compute.inputs import Inputs
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.records.history import History
from steady_tide.desk.views import MatchedScene, PresetsView, Refusal
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.shoots import taken_to
from steady_tide.store.tables import DeviceRow, SceneRow, SetupRow, ShootRow


class Advice:
    """One account's questions. Nothing is changed by asking, except by `match` and `take_presets`."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.planner = Planner.of(at)

    def _inputs(self, setup_id: UUID) -> Inputs:
        setup = self.rows.get(SetupRow, setup_id)
        scene = self.rows.get(SceneRow, setup.scene_id)
        return self.planner.inputs(setup, self.planner.lit_brief(scene))

    def what_if(self, setup_id: UUID, setting: str, value: Value) -> WhatIf | Conflict:
        """Everything that would differ with one more pin, before it is made. Raises BadInput for an impossible one."""
        inputs = self._inputs(setup_id)
        pins = read_pins({**{name.value: kept for name, kept in inputs.problem.pins.items()}, setting: value})
        here = self.planner.remembered(inputs)
        there = self.planner.remembered(inputs.otherwise(pins=pins))
        if isinstance(there, Conflict):
            return there
        if not isinstance(here, Plan) or not isinstance(there, Plan):
            problem = here.problems[0].message if isinstance(here, Refusal) else "there is no plan to compare with"
            raise BadInput([Problem(("value",), problem)])
        return what_if(here, there)

    def hangs_on(self, setup_id: UUID) -> list[Dependence]:
        """The inputs that would turn this plan, most decisive first."""
        inputs = self._inputs(setup_id)
        try:
            return self.at.shared.planners.ask(planners.hangs_on, inputs.problem)
        except BadInput:
            return []

    def mattering(self, device_id: UUID) -> list[Mattering]:
        """What knowing the assumed figures of a camera would change on the scenes it is taken to, most first."""
        device = self.rows.get(DeviceRow, device_id)
        scenes = [
            (scene.name, self.planner.inputs(setup, self.planner.lit_brief(scene)).problem)
            for scene, setup in taken_to(self.rows, device.id, MOST_SCENES)
        ]
        return self.at.shared.planners.ask(planners.weighed, scenes)

    def match(self, scene_id: UUID) -> MatchedScene:
        """Pin on every camera of a scene what lets them cut together; say what cannot be matched."""
        scene = self.rows.get(SceneRow, scene_id, lock=True)
        brief = self.planner.lit_brief(scene)
        setups = History(self.rows, scene).setups()
        plans = {}
        for setup in setups:
            made = self.planner.solve(self.planner.inputs(setup, brief))
            if isinstance(made, Plan):
                plans[setup] = made
        if len(plans) < 2:
            raise BadInput([Problem(("cameras",), "matching takes two cameras with a plan; mend or add one first")])
        devices = {self.planner.device(setup.device_id).key: self.planner.device(setup.device_id) for setup in plans}
        found = match(list(plans.values()), devices)
        dropped = [self._pin(setup, plan, found, brief) for setup, plan in plans.items()]
        view = Bench(self.at).kept(scene, "cameras matched")
        return MatchedScene(scene=view, match=found, dropped=[words for of_camera in dropped for words in of_camera])

    def _pin(self, setup: SetupRow, plan: Plan, match: Match, brief: Brief) -> list[str]:
        """Set the matched pins on one camera, leaving out what its own limits refuse together."""
        pins: dict[str, Value] = dict(setup.pins)
        dropped = []
        for matched in match.matched:
            tried = {**pins, matched.setting.value: matched.values[plan.device_key]}
            inputs = self.planner.inputs(setup, brief)
            if isinstance(self.planner.solve(inputs.otherwise(pins=read_pins(tried))), Plan):
                pins = tried
            else:
                dropped.append(
                    f"{plan.device_name} cannot do {matched.label.lower()} {matched.words} with its other limits"
                )
        setup.pins = pins
        return dropped

    def presets(self, shoot_id: UUID) -> list[PresetsView]:
        """For each camera of a shoot: its scenes in the fewest presets that lose least."""
        shoot = self.rows.get(ShootRow, shoot_id)
        by_device: dict[UUID, list[tuple[SceneRow, SetupRow]]] = {}
        for scene in self.planner.scenes(shoot.id):
            for setup in self.planner.setups(scene.id):
                by_device.setdefault(setup.device_id, []).append((scene, setup))
        return [self._presets(device_id, pairs) for device_id, pairs in by_device.items()]

    def _presets(self, device_id: UUID, pairs: list[tuple[SceneRow, SetupRow]]) -> PresetsView:
        device = self.planner.device(device_id)
        return PresetsView(
            device_id=device_id,
            device_name=device.name,
            scenes=len(pairs),
            slot_of={str(setup.id): setup.slot for _, setup in pairs},
            economy=self._economy(device_id, pairs),
        )

    def _economy(self, device_id: UUID, pairs: list[tuple[SceneRow, SetupRow]]) -> Economy:
        wanted = []
        for scene, setup in pairs:
            inputs = self.planner.inputs(setup, self.planner.lit_brief(scene))
            wanted.append(Wanted(str(setup.id), scene.name, inputs.problem))
        slots = self.planner.device(device_id).preset_slots
        return self.at.shared.planners.ask(planners.economy, wanted, slots)

    def take_presets(self, shoot_id: UUID, device_id: UUID) -> list[PresetsView]:
        """Give the scenes of a camera the slots its presets propose; their plans stay."""
        self.rows.get(DeviceRow, device_id)
        every = self.presets(shoot_id)
        found = next((view for view in every if view.device_id == device_id), None)
        if found is None:
            raise BadInput([Problem(("device_id",), "this camera is on no scene of the shoot")])
        taken = dict(found.slot_of)
        for slot, preset in enumerate(found.economy.presets, start=1):
            for key in (preset.key, *(sharing.key for sharing in preset.shared_by if sharing.cost is not None)):
                taken[key] = slot
        for key, slot in sorted(taken.items()):
            self.rows.get(SetupRow, UUID(key), lock=True).slot = slot
        self.rows.flush()
        # What the scenes could share does not hang on the slots they have.
        return [view.model_copy(update={"slot_of": taken}) if view is found else view for view in every]
