"""Cameras on scenes: their plans, what was read back from them, what is dialled into them."""

from collections.abc import Mapping
from uuid import UUID, uuid4

from sqlalchemy import func, select
from sqlalchemy.dialects.postgresql import insert

from steady_tide.store.owned import Rows
from steady_tide.store.tables import Account, DialledRow, Json, PlanRow, ReadBackRow, SceneRow, SetupRow, ShootRow


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


def kept_plan(rows: Rows, setup_id: UUID, fingerprint: str) -> Json | None:
    """The plan that was kept for a setup, if it was made from just this; others are not fetched."""
    mine = (PlanRow.account_id == rows.account_id, PlanRow.setup_id == setup_id, PlanRow.fingerprint == fingerprint)
    return rows.session.scalar(select(PlanRow.outcome).where(*mine))


def keep_plans(rows: Rows, plans: Mapping[UUID, tuple[str, Json]]) -> None:
    """Keep plans of setups, each with its fingerprint, in place of the ones before.

    All take them in one order, and none while their account is being deleted, so that nobody waits in a circle.
    """
    if not plans:
        return
    held = select(Account.id).where(Account.id == rows.account_id)
    rows.session.execute(held.with_for_update(read=True, key_share=True))
    for setup_id in sorted(plans):
        fingerprint, outcome = plans[setup_id]
        made = {"fingerprint": fingerprint, "outcome": outcome, "made_at": func.now()}
        row = insert(PlanRow).values(id=uuid4(), account_id=rows.account_id, setup_id=setup_id, **made)
        rows.session.execute(row.on_conflict_do_update(index_elements=[PlanRow.setup_id], set_=made))


def scenes_bringing(rows: Rows, key: str) -> list[str]:
    """The names of scenes whose kept plans bring a thing of the bag, each once."""
    brings = PlanRow.outcome["brought"].contains([{"key": key}])
    query = select(SceneRow.name, SceneRow.position).distinct().join(SetupRow, SetupRow.scene_id == SceneRow.id)
    mine = query.join(PlanRow, PlanRow.setup_id == SetupRow.id).where(PlanRow.account_id == rows.account_id, brings)
    return [name for name, _ in rows.session.execute(mine.order_by(SceneRow.position, SceneRow.name))]


def ticks_of(rows: Rows, setup_id: UUID) -> list[ReadBackRow]:
    """What was read back from a camera on a scene."""
    return rows.all(rows.query(ReadBackRow).where(ReadBackRow.setup_id == setup_id))


def keep_dialled(rows: Rows, device_id: UUID, slot: int, values: Mapping[str, str]) -> None:
    """Note values of a slot, each in place of the one before; two who do so at once take them in one order."""
    if not values:
        return
    mine = {"account_id": rows.account_id, "device_id": device_id, "slot": slot}
    noted = [{"id": uuid4(), **mine, "setting": setting, "value": values[setting]} for setting in sorted(values)]
    rows.settle()
    row = insert(DialledRow).values(noted)
    again = {"value": row.excluded.value, "confirmed_at": func.now()}
    columns = [DialledRow.device_id, DialledRow.slot, DialledRow.setting]
    rows.session.execute(row.on_conflict_do_update(index_elements=columns, set_=again))
    rows.session.expire_all()


def dialled(rows: Rows, device_id: UUID | None = None, slot: int | None = None) -> list[DialledRow]:
    """What is dialled in: on every camera, on one, or in one slot of it."""
    query = rows.query(DialledRow)
    if device_id is not None:
        query = query.where(DialledRow.device_id == device_id)
    return rows.all(query if slot is None else query.where(DialledRow.slot == slot))
