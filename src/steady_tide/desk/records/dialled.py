"""What is dialled into each camera now: values last confirmed, by preset slot, and what they would do."""

from collections.abc import Mapping
from uuid import UUID

from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting
from steady_tide.core.plan.account.plan import Decision, Plan
from steady_tide.desk.views import DialledValue, SlotView
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.setups import dialled, keep_dialled
from steady_tide.store.tables import DialledRow

HURTS_FROM_STOPS = 0.5
"""A left-over value that costs the scene at least this much is flagged. **Assumed**."""


class Dialled:
    """The values on one account's cameras."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows
        self._every: tuple[int, dict[tuple[UUID, int], dict[str, str]]] | None = None

    def slot(self, device_id: UUID, slot: int) -> dict[str, str]:
        """Setting to value of one slot; only what was ever confirmed."""
        if self._every is not None and self._every[0] == self.rows.writes:
            return self._every[1].get((device_id, slot), {})
        return {row.setting: row.value for row in self._rows(device_id, slot)}

    def every(self) -> dict[tuple[UUID, int], dict[str, str]]:
        """Setting to value of every slot of every camera, by camera and slot; read once."""
        found: dict[tuple[UUID, int], dict[str, str]] = {}
        for row in dialled(self.rows):
            found.setdefault((row.device_id, row.slot), {})[row.setting] = row.value
        self._every = self.rows.writes, found
        return found

    def confirm(self, device_id: UUID, slot: int, values: Mapping[str, str]) -> None:
        """Note values as they stand on the camera."""
        stored = {setting: value for setting, value in values.items() if not SETTINGS[Setting(setting)].by_hand}
        keep_dialled(self.rows, device_id, slot, stored)

    def slots(self, device_id: UUID, device: Device) -> list[SlotView]:
        """Every preset slot of a camera with what was last confirmed there, in the order of its menu."""
        rows = dialled(self.rows, device_id)
        labels = {entry.setting.value: (at, entry.label) for at, entry in enumerate(device.menu)}
        found = []
        for slot in range(1, device.preset_slots + 1):
            mine = sorted(
                (row for row in rows if row.slot == slot), key=lambda row: labels.get(row.setting, (99, ""))[0]
            )
            values = [
                DialledValue(
                    setting=Setting(row.setting),
                    label=labels.get(row.setting, (99, SETTINGS[Setting(row.setting)].label))[1],
                    value=row.value,
                    confirmed_at=row.confirmed_at,
                )
                for row in mine
            ]
            found.append(SlotView(slot=slot, values=values))
        return found

    def forget(self, device_id: UUID, slot: int) -> None:
        """What is in a slot is not known any more: the camera was reset, or somebody else had it."""
        for row in self._rows(device_id, slot):
            self.rows.delete(row)

    def _rows(self, device_id: UUID, slot: int) -> list[DialledRow]:
        return dialled(self.rows, device_id, slot)


def value_text(decision: Decision, value: str) -> str:
    """How a value reads on this camera."""
    return next((option.text for option in decision.options if str(option.value) == value), value)


def leftovers(plan: Plan, on_camera: Mapping[str, str], slot: int) -> list[str]:
    """Values still in the slot that would hurt this scene, dearest first, in words."""
    found = []
    for decision in plan.decisions:
        value = on_camera.get(decision.setting.value)
        if value is None or value == str(decision.value):
            continue
        option = next((option for option in decision.options if str(option.value) == value), None)
        cost = option.cost if option is not None else None
        if cost is None or cost >= HURTS_FROM_STOPS:
            price = f"{cost:.1f} stops worse than {decision.text}" if cost is not None else f"wanted is {decision.text}"
            name = SETTINGS[decision.setting].before(value_text(decision, value))
            still = f"{plan.device_name} slot {slot} still has {name}"
            found.append((cost or 99.0, f"{still}: {price}"))
    return [words for _, words in sorted(found, key=lambda pair: -pair[0])]
