"""What is dialled into each camera now: values last confirmed, by preset slot, and what they would do."""

from collections.abc import Mapping
from uuid import UUID

from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.plan import Decision, Plan
from steady_tide.store.owned import Rows
from steady_tide.store.tables import DialledRow

FITTED_BY_HAND = frozenset({Setting.ND_FILTER, Setting.COLOUR_FILTER})
"""Glass is put on, not dialled in: it leaves nothing behind in a preset."""
HURTS_FROM_STOPS = 0.5
"""A left-over value that costs the scene at least this much is flagged. **Assumed**."""


class Dialled:
    """The values on one account's cameras."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    def slot(self, device_id: UUID, slot: int) -> dict[str, str]:
        """Setting to value of one slot; only what was ever confirmed."""
        return {row.setting: row.value for row in self._rows(device_id, slot)}

    def confirm(self, device_id: UUID, slot: int, values: Mapping[str, str]) -> None:
        """Note values as they stand on the camera."""
        known = {row.setting: row for row in self._rows(device_id, slot)}
        for setting, value in values.items():
            if setting in FITTED_BY_HAND:
                continue
            if setting in known:
                known[setting].value = value
            else:
                self.rows.add(DialledRow(device_id=device_id, slot=slot, setting=setting, value=value))

    def _rows(self, device_id: UUID, slot: int) -> list[DialledRow]:
        query = self.rows.query(DialledRow).where(DialledRow.device_id == device_id, DialledRow.slot == slot)
        return self.rows.all(query)


def value_text(decision: Decision, value: str) -> str:
    """How a value reads on this camera."""
    return next((option.text for option in decision.options if str(option.value) == value), value)


def leftovers(plan: Plan, dialled: Mapping[str, str], slot: int) -> list[str]:
    """Values still in the slot that would hurt this scene, dearest first, in words."""
    found = []
    for decision in plan.decisions:
        value = dialled.get(decision.setting.value)
        if value is None or value == str(decision.value):
            continue
        option = next((option for option in decision.options if str(option.value) == value), None)
        cost = option.cost if option is not None else None
        if cost is None or cost >= HURTS_FROM_STOPS:
            price = f"{cost:.1f} stops worse than {decision.text}" if cost is not None else f"wanted is {decision.text}"
            found.append(
                (cost or 99.0, f"slot {slot} still has {decision.label} {value_text(decision, value)}: {price}")
            )
    return [words for _, words in sorted(found, key=lambda pair: -pair[0])]
