"""What would help a scene most, and taking it: into the bag, into the brief, onto the scene."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Final, Literal
from uuid import UUID

from steady_tide.core.advice.helps import Help
from steady_tide.core.advice.interventions import Hour
from steady_tide.core.day.scene_light import lit_brief
from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.desk.bench.bench import Bench
from steady_tide.desk.compute import planners
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.records.history import History
from steady_tide.desk.views import SceneView
from steady_tide.desk.workplace import Workplace
from steady_tide.store.errors import NotFound
from steady_tide.store.repositories.kit import devices
from steady_tide.store.tables import SceneRow, SetupRow, ShootRow

ComeBy = Literal["owned", "to-borrow", "to-buy"]
HOURS: Final = (-120, 120)
"""How far from its own time a scene is tried at another [minutes]."""
LAST_MINUTE: Final = 1439


class Purchase(Part):
    """A thing that would help some scenes of a shoot. saves: stops-equivalents less to pay, over all of them."""

    key: str
    label: str
    item: BagItem
    saves: float
    held_stops: float
    scenes: list[str]


class Helping:
    """One account's scenes and what would help them."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.planner = Planner.of(at)

    def helps(self, setup_id: UUID) -> list[Help]:
        """The changes outside the camera that help a plan most; none where it is steady, or there is no plan."""
        setup = self.rows.get(SetupRow, setup_id)
        return self._helps(self.rows.get(SceneRow, setup.scene_id), setup)

    def _helps(self, scene: SceneRow, setup: SetupRow, *, things_only: bool = False) -> list[Help]:
        brief = self.planner.lit_brief(scene)
        (outcome,) = self.planner.outcomes([(setup, brief)], passing=True)
        if not isinstance(outcome, Plan):
            return []
        problem = self.planner.inputs(setup, brief).problem
        others = [] if things_only else self._others(scene)
        hours = [] if things_only else list(self._hours(scene))
        return self.at.shared.planners.ask(planners.helpful, problem, outcome, others, hours)

    def _others(self, scene: SceneRow) -> list[Device]:
        """The cameras that are not on the scene yet."""
        taken = {setup.device_id for setup in History(self.rows, scene).setups()}
        return [self.planner.device(row.id) for row in devices(self.rows) if row.id not in taken]

    def _hours(self, scene: SceneRow) -> Iterator[Hour]:
        """The scene two hours earlier and later, where its light follows the sky of its day."""
        sky = self.planner.skies.of(scene)
        around, light = sky.around, sky.light
        if around is None or light is None or around.start is None or around.end is None or not light.follows_sky:
            return
        for by in HOURS:
            start, end = around.start + by, around.end + by
            if start >= 0 and end <= LAST_MINUTE:
                moved = replace(around, start=start, end=end)
                yield Hour(start, around.sky.on_clock(start), lit_brief(sky.brief, light, moved))

    def take(self, setup_id: UUID, key: str, come_by: ComeBy) -> SceneView:
        """Take what helps: a thing goes into the bag, a change into the brief, a camera onto the scene.

        Raises NotFound where it does not help any more.
        """
        setup = self.rows.get(SetupRow, setup_id)
        found = next((one for one in self.helps(setup_id) if one.key == key), None)
        if found is None:
            raise NotFound("this would not help any more; the plan has changed")
        if found.item is not None:
            KitDesk(self.rows).put_item(found.item.model_copy(update={"come_by": come_by}))
        if found.device_key is not None:
            device = next(row for row in devices(self.rows) if row.document["key"] == found.device_key)
            return Bench(self.at).add_setup(setup.scene_id, device.id)
        if found.start is not None:
            raise BadInput([Problem(("key",), "another hour is chosen on the day")])
        return self._changed(setup, found)

    def _changed(self, setup: SetupRow, found: Help) -> SceneView:
        """A thing alone changes what is planned with, not the scene; what else it takes is an edit of the scene."""
        bench, scene = Bench(self.at), self.rows.get(SceneRow, setup.scene_id)
        if found.setting is not None:
            bench.pin(setup.id, found.setting.value, found.value)
        if not found.changes:
            return bench.scene(scene.id)
        changed = Brief.opened(scene.brief).plain()
        for path, value in found.changes.items():
            *parents, last = path.split(".")
            at = changed
            for parent in parents:
                at = at[parent]
            at[last] = value
        return bench.edit(scene.id, label=f"{found.label} taken", brief=Brief.read(changed))

    def purchases(self, shoot_id: UUID) -> list[Purchase]:
        """What single things would help most scenes of a shoot, the most helpful first."""
        shoot = self.rows.get(ShootRow, shoot_id)
        found: dict[str, Purchase] = {}
        for scene in self.planner.scenes(shoot.id):
            for setup in self.planner.setups(scene.id):
                for one in self._helps(scene, setup, things_only=True):
                    if one.kind == "get" and one.item is not None:
                        _count(found, one, one.item, scene.name, self.planner.device(setup.device_id).name)
        return sorted(found.values(), key=lambda one: (-len(one.scenes), -(one.saves + one.held_stops)))


def _count(found: dict[str, Purchase], one: Help, item: BagItem, scene: str, camera: str) -> None:
    known = found.get(one.key)
    scenes = [*(known.scenes if known else []), scene]
    found[one.key] = Purchase(
        key=one.key,
        label=f"{one.label} for {camera}" if hasattr(item, "fits") else one.label,
        item=item,
        saves=round((known.saves if known else 0.0) + one.saves, 2),
        held_stops=round((known.held_stops if known else 0.0) + one.held_stops, 2),
        scenes=list(dict.fromkeys(scenes)),
    )
