"""Preset slots of cameras on a shoot: which one a scene gets, and what lies in it before."""

from collections.abc import Sequence
from uuid import UUID

from steady_tide.core.kit.settings import SETTINGS, Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.ready.checks import preset_of
from steady_tide.core.ready.dialling import InSlot, Preset, dials, slot_for
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.setups import OnCamera, on_camera
from steady_tide.store.tables import DeviceRow, JsonList, SceneRow, SetupRow


class Slots:
    """The slots of one account's cameras."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    def next(self, shoot_id: UUID, device: DeviceRow) -> int:
        """The slot for a scene of a shoot that is not planned yet."""
        return slot_for(None, _uses(on_camera(self.rows, shoot_id, device.id)), int(device.document["preset_slots"]))

    def assign(self, setup: SetupRow, scene: SceneRow) -> None:
        """Give a scene that was just planned the slot that keeps its set already, where there is one."""
        uses = _uses(on_camera(self.rows, scene.shoot_id, setup.device_id))
        own = next(use for use in uses if use.key == str(setup.id))
        others = [use for use in uses if use is not own]
        slots = int(self.rows.get(DeviceRow, setup.device_id).document["preset_slots"])
        if len(others) >= slots and own.preset is not None:
            setup.slot = slot_for(own.preset, others, slots)
            self.rows.flush()

    def after(self, setup: SetupRow, shoot_id: UUID, plan: Plan | None) -> str:
        """The scene whose set lies in a scene's slot before its own is dialled in; empty where there is none."""
        uses = [
            use._replace(preset=preset_of(plan)) if plan is not None and use.key == str(setup.id) else use
            for use in _uses(on_camera(self.rows, shoot_id, setup.device_id, setup.slot))
        ]
        return next((dial.after or "" for dial in dials(uses) if str(setup.id) in dial.keys), "")


def _uses(found: Sequence[OnCamera]) -> list[InSlot]:
    return [InSlot(str(one.setup_id), one.scene, one.slot, _preset(one.decisions)) for one in found]


def _preset(decisions: JsonList | None) -> Preset | None:
    """What a slot keeps of a kept plan, as `preset_of` tells it of a whole one."""
    if decisions is None:
        return None
    made = ((Setting(one["setting"]), one["value"]) for one in decisions)
    return {setting.value: str(value) for setting, value in made if not SETTINGS[setting].by_hand}
