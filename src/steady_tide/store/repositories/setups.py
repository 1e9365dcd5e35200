"""Cameras on scenes: their plans, what was read back from them, what is dialled into them."""

from uuid import UUID

from sqlalchemy import func, select

from steady_tide.store.owned import Rows
from steady_tide.store.tables import DialledRow, PlanRow, ReadBackRow, SetupRow, ShootRow


def setups_of(rows: Rows, scene_id: UUID) -> list[SetupRow]:
    """A scene's cameras in order."""
    query = rows.query(SetupRow).where(SetupRow.scene_id == scene_id)
    return rows.all(query.order_by(SetupRow.position, SetupRow.created_at))


def setups_with(rows: Rows, device_id: UUID) -> int:
    """On how many scenes a camera is."""
    mine = (SetupRow.account_id == rows.account_id, SetupRow.device_id == device_id)
    return rows.session.scalar(select(func.count()).select_from(SetupRow).where(*mine)) or 0


def school_in_use(rows: Rows, key: str) -> bool:
    """Whether a scene or a shoot says a school by name."""
    asked = (rows.query(table).where(table.school == key).limit(1) for table in (SetupRow, ShootRow))
    return any(rows.session.scalar(query) is not None for query in asked)


def plan_of(rows: Rows, setup_id: UUID) -> PlanRow | None:
    """The plan that was kept for a setup."""
    return rows.session.scalar(rows.query(PlanRow).where(PlanRow.setup_id == setup_id))


def ticks_of(rows: Rows, setup_id: UUID) -> list[ReadBackRow]:
    """What was read back from a camera on a scene."""
    return rows.all(rows.query(ReadBackRow).where(ReadBackRow.setup_id == setup_id))


def dialled(rows: Rows, device_id: UUID | None = None, slot: int | None = None) -> list[DialledRow]:
    """What is dialled in: on every camera, on one, or in one slot of it."""
    query = rows.query(DialledRow)
    if device_id is not None:
        query = query.where(DialledRow.device_id == device_id)
    return rows.all(query if slot is None else query.where(DialledRow.slot == slot))
