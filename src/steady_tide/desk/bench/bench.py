"""The bench: a scene's brief, its cameras, their schools and pins. Every edit is kept at once."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.compatibility import Compatibility, compatibility
from steady_tide.core.plan.problem.wishes import read_pins
from steady_tide.desk.edits import joined
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.preferences.stances import INHERITED, Stances
from steady_tide.desk.records.history import History
from steady_tide.desk.records.slots import Slots
from steady_tide.desk.views import SceneView, SetupView
from steady_tide.desk.workplace import Workplace
from steady_tide.store.errors import Stale, Taken
from steady_tide.store.repositories.removed import soft_delete
from steady_tide.store.repositories.shoots import scenes_in
from steady_tide.store.tables import DeviceRow, SceneRow, SetupRow, ShootRow

LONGEST_COPIED = 110
"""Of a name, so much is kept when it is copied: names have 120 characters at most."""


@dataclass(frozen=True)
class Camera:
    """A camera to put on a scene: which one, under which school, with which pins, in which preset slot."""

    device_id: UUID
    school: str = INHERITED
    pins: Mapping[str, Value] = field(default_factory=dict)
    slot: int | None = None


class Bench:
    """One account's scenes, to be read and edited."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows

    def scene(self, scene_id: UUID) -> SceneView:
        """A scene with the plan of each of its cameras."""
        return self._view(self.rows.get(SceneRow, scene_id))

    def add_scene(
        self, shoot_id: UUID, *, name: str, brief: Brief, cameras: Sequence[Camera], named: UUID | None = None
    ) -> SceneView:
        """A new scene at the end of a shoot, planned for its cameras; the one that was made under this id before."""
        made = self.rows.made(SceneRow, named)
        if made is not None:
            return self._view(made)
        scene = self.put_scene(shoot_id, name=name, brief=brief, cameras=cameras, named=named)
        view = self._view(scene)
        # Only now is it known which sets are the same; a slot that keeps just this set serves both.
        slots = Slots(self.rows)
        for setup in History(self.rows, scene).setups():
            slots.assign(setup, scene)
        return view

    def put_scene(
        self,
        shoot_id: UUID,
        *,
        name: str,
        brief: Brief,
        cameras: Sequence[Camera],
        schedule: Mapping[str, object] | None = None,
        named: UUID | None = None,
    ) -> SceneRow:
        """A new scene at the end of a shoot, not yet planned. schedule: its times, spot and whether they are fixed."""
        shoot = self.rows.get(ShootRow, shoot_id)
        count = scenes_in(self.rows, shoot.id)
        scene = self.rows.add(
            SceneRow(
                shoot_id=shoot.id,
                position=count,
                name=name,
                brief=brief.plain(),
                revision=1,
                history_at=0,
                **(schedule or {}),
            ),
            named=named,
        )
        for camera in cameras:
            self._add_setup(scene, camera)
        History(self.rows, scene).begin()
        return scene

    def copy_scene(
        self, scene_id: UUID, *, to: UUID | None = None, name: str | None = None, with_times: bool = False
    ) -> SceneRow:
        """A copy of a scene with its cameras, at the end of its shoot or another's; not yet planned."""
        scene = self.rows.get(SceneRow, scene_id)
        cameras = [
            Camera(setup.device_id, setup.school, dict(setup.pins), setup.slot)
            for setup in History(self.rows, scene).setups()
        ]
        schedule = {"starts": scene.starts, "ends": scene.ends, "spot": scene.spot, "fixed": scene.fixed}
        return self.put_scene(
            to or scene.shoot_id,
            name=name or f"{scene.name[:LONGEST_COPIED]} (copy)",
            brief=Brief.opened(scene.brief),
            cameras=cameras,
            schedule=schedule if with_times else None,
        )

    def copied(self, scene_id: UUID, *, to: UUID | None = None, name: str | None = None) -> SceneView:
        """A copy of a scene, planned."""
        return self._view(self.copy_scene(scene_id, to=to, name=name))

    def delete_scene(self, scene_id: UUID) -> None:
        """Remove a scene and its cards; it can be brought back for a week."""
        scene = self.rows.get(SceneRow, scene_id)
        soft_delete(self.rows, scene, kind="scene", name=scene.name)

    def edit(
        self,
        scene_id: UUID,
        *,
        label: str,
        revision: int | None = None,
        name: str | None = None,
        brief: Brief | None = None,
        before: Brief | None = None,
    ) -> SceneView:
        """Change name or brief. Raises Stale when `revision` is not the scene's any more.

        before: the brief the edit began with. Raises Stale where elsewhere the same of it was changed.
        """
        scene = self.rows.get(SceneRow, scene_id, lock=True)
        if revision is not None and revision != scene.revision:
            raise Stale("this scene was changed in another window; the newest version is shown")
        if name is not None:
            scene.name = name
        if brief is not None:
            made = joined(before, brief, Brief.opened(scene.brief), at=("brief",))
            scene.brief = Brief.read(made).plain()
        return self.kept(scene, label)

    def add_setup(self, scene_id: UUID, device_id: UUID, *, named: UUID | None = None) -> SceneView:
        """Put another camera on a scene, once."""
        scene = self.rows.get(SceneRow, scene_id, lock=True)
        if self.rows.made(SetupRow, named) is not None:
            return self._view(scene)
        device = self.rows.get(DeviceRow, device_id)
        if any(setup.device_id == device_id for setup in History(self.rows, scene).setups()):
            raise Taken("this camera is on the scene already")
        self._add_setup(scene, Camera(device_id), named=named)
        return self.kept(scene, f"camera {device.document['name']} added")

    def remove_setup(self, setup_id: UUID) -> SceneView:
        """Take a camera off its scene."""
        setup, scene = self._locked(setup_id)
        if len(History(self.rows, scene).setups()) == 1:
            raise BadInput([Problem(("device",), "a scene needs a camera; add another one first")])
        self.rows.delete(setup)
        return self.kept(scene, "camera taken off")

    def choose_school(self, setup_id: UUID, school: str) -> SceneView:
        """Plan a camera under another school; an empty one is the shoot's or the account's."""
        if school != INHERITED:
            Stances(self.rows).known(school)
        setup, scene = self._locked(setup_id)
        setup.school = school
        return self.kept(scene, f"school {Planner(self.at).applied_school(setup).name}")

    def pin(self, setup_id: UUID, setting: str, value: Value | None) -> SceneView:
        """Fix a setting, or release it with None."""
        setup, scene = self._locked(setup_id)
        pins = {name: kept for name, kept in setup.pins.items() if name != setting}
        if value is not None:
            pins[setting] = value
            read_pins(pins)
        elif setting not in set(Setting):
            raise BadInput([Problem(("setting",), "no such setting")])
        setup.pins = pins
        word = SETTINGS[Setting(setting)].in_text
        return self.kept(scene, f"{word} released" if value is None else f"{word} pinned to {value}")

    def release_all(self, setup_id: UUID) -> SceneView:
        """Release every pin of a camera."""
        setup, scene = self._locked(setup_id)
        setup.pins = {}
        return self.kept(scene, "all pins released")

    def bag_of(self, setup_id: UUID) -> list[Compatibility]:
        """What each thing in the bag is to this scene on this camera: usable, idle or unfit, and why."""
        setup = self.rows.get(SetupRow, setup_id)
        scene = self.rows.get(SceneRow, setup.scene_id)
        planner = Planner.of(self.at)
        brief, device = planner.lit_brief(scene), planner.device(setup.device_id)
        return [compatibility(item, device, brief) for item in planner.bag]

    def step(self, scene_id: UUID, by: int) -> SceneView:
        """Undo (-1) or redo (+1)."""
        scene = self.rows.get(SceneRow, scene_id, lock=True)
        History(self.rows, scene).step(by)
        self.rows.flush()
        return self._view(scene, passing=True)

    def _locked(self, setup_id: UUID) -> tuple[SetupRow, SceneRow]:
        setup = self.rows.get(SetupRow, setup_id)
        scene = self.rows.get(SceneRow, setup.scene_id, lock=True)
        self.rows.refresh(setup)
        return setup, scene

    def _add_setup(self, scene: SceneRow, camera: Camera, *, named: UUID | None = None) -> None:
        device = self.rows.get(DeviceRow, camera.device_id)
        position = len(History(self.rows, scene).setups())
        slot = camera.slot or Slots(self.rows).next(scene.shoot_id, device)
        self.rows.add(
            SetupRow(
                scene_id=scene.id,
                device_id=device.id,
                position=position,
                slot=slot,
                school=camera.school,
                pins=dict(camera.pins),
            ),
            named=named,
        )

    def kept(self, scene: SceneRow, label: str) -> SceneView:
        """Record an edit of a scene in its history; the scene anew."""
        History(self.rows, scene).keep(label)
        return self._view(scene, passing=True)

    def _view(self, scene: SceneRow, *, passing: bool = False) -> SceneView:
        planner, history = Planner.of(self.at), History(self.rows, scene)
        sky, (undo, redo) = planner.skies.of(scene), history.labels()
        rows = planner.setups(scene.id)
        outcomes = planner.outcomes([(setup, sky.lit_brief) for setup in rows], passing=passing)
        setups = [
            SetupView(
                id=setup.id,
                device_id=setup.device_id,
                device_name=planner.device(setup.device_id).name,
                school=setup.school,
                held=planner.applied_school(setup),
                pins={Setting(name): value for name, value in setup.pins.items()},
                outcome=outcome,
            )
            for setup, outcome in zip(rows, outcomes, strict=True)
        ]
        return SceneView(
            id=scene.id,
            shoot_id=scene.shoot_id,
            shoot_name=self.rows.get(ShootRow, scene.shoot_id).name,
            name=scene.name,
            brief=sky.brief,
            revision=scene.revision,
            undo=undo,
            redo=redo,
            setups=setups,
        )
