"""Cameras on scenes: their plans, what was read back from them, what is dialled into them."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple
from uuid import UUID, uuid4

from sqlalchemy import func, select, tuple_
from sqlalchemy.dialects.postgresql import insert

from steady_tide.store.owned import Rows
from steady_tide.store.tables import (
    Account,
    DeviceRow,
    DialledRow,
    Json,
    JsonList,
    PlanRow,
    ReadBackRow,
    SceneRow,
    SetupRow,
    ShootRow,
)


class OnCamera(NamedTuple):
    """A scene that a camera is on, its preset slot, and the decisions of its kept plan."""

    setup_id: UUID
    scene: str
    slot: int
    decisions: JsonList | None


def setups_of(rows: Rows, scene_id: UUID) -> list[SetupRow]:
    """A scene's cameras in order."""
    query = rows.query(SetupRow).where(SetupRow.scene_id == scene_id)
    return rows.all(query.order_by(SetupRow.position, SetupRow.created_at))


def on_camera(rows: Rows, shoot_id: UUID, device_id: UUID, slot: int | None = None) -> list[OnCamera]:
    """The scenes of a shoot that a camera is on, or one slot of it, in the order of the day; untimed ones last.

    Each with the decisions of its kept plan; none while it has no plan.
    """
    decisions = PlanRow.outcome["decisions"]
    query = (
        select(SetupRow.id, SceneRow.name, SetupRow.slot, decisions)
        .join(SceneRow, SceneRow.id == SetupRow.scene_id)
        .outerjoin(PlanRow, PlanRow.setup_id == SetupRow.id)
        .where(SetupRow.account_id == rows.account_id, SceneRow.shoot_id == shoot_id, SetupRow.device_id == device_id)
        .order_by(SceneRow.starts.nulls_last(), SceneRow.position, SceneRow.created_at)
    )
    found = rows.session.execute(query if slot is None else query.where(SetupRow.slot == slot))
    return [OnCamera(*row) for row in found]


def setups_on(rows: Rows, shoot_id: UUID) -> dict[UUID, list[SetupRow]]:
    """The cameras of every scene of a shoot in order, by scene."""
    query = rows.query(SetupRow).join(SceneRow, SceneRow.id == SetupRow.scene_id).where(SceneRow.shoot_id == shoot_id)
    found: dict[UUID, list[SetupRow]] = {}
    for setup in rows.all(query.order_by(SetupRow.position, SetupRow.created_at)):
        found.setdefault(setup.scene_id, []).append(setup)
    return found


def cameras_on(rows: Rows, shoot_id: UUID) -> dict[UUID, tuple[str, str]]:
    """Key and name of the camera of every setup of a shoot."""
    query = (
        select(SetupRow.id, DeviceRow.key, DeviceRow.document["name"].astext)
        .join(SceneRow, SceneRow.id == SetupRow.scene_id)
        .join(DeviceRow, DeviceRow.id == SetupRow.device_id)
        .where(SetupRow.account_id == rows.account_id, SceneRow.shoot_id == shoot_id)
    )
    return {setup: (key, name) for setup, key, name in rows.session.execute(query)}


def school_in_use(rows: Rows, key: str) -> bool:
    """Whether a scene or a shoot says a school by name."""
    asked = (rows.query(table).where(table.school == key).limit(1) for table in (SetupRow, ShootRow))
    return any(rows.session.scalar(query) is not None for query in asked)


def kept_plans(rows: Rows, made_from: Mapping[UUID, str]) -> dict[UUID, Json]:
    """The plans that were kept for setups, if they were made from just this; others are not fetched."""
    if not made_from:
        return {}
    wanted = tuple_(PlanRow.setup_id, PlanRow.fingerprint).in_(list(made_from.items()))
    query = select(PlanRow.setup_id, PlanRow.outcome).where(PlanRow.account_id == rows.account_id, wanted)
    return {setup_id: outcome for setup_id, outcome in rows.session.execute(query)}


class ToKeep(NamedTuple):
    """A plan to be kept: what it was made from, the whole of it, and what a list tells of it."""

    fingerprint: str
    outcome: Json
    summary: Json


def keep_plans(rows: Rows, plans: Mapping[UUID, ToKeep]) -> None:
    """Keep plans of setups in place of the ones before.

    All take them in one order, and none while their account is being deleted, so that nobody waits in a circle.
    """
    if not plans:
        return
    held = select(Account.id).where(Account.id == rows.account_id)
    rows.session.execute(held.with_for_update(read=True, key_share=True))
    kept = [
        {"id": uuid4(), "account_id": rows.account_id, "setup_id": setup_id, **plans[setup_id]._asdict()}
        for setup_id in sorted(plans)
    ]
    row = insert(PlanRow).values(kept)
    again = {name: row.excluded[name] for name in ToKeep._fields}
    rows.session.execute(
        row.on_conflict_do_update(index_elements=[PlanRow.setup_id], set_={**again, "made_at": func.now()})
    )


def summaries(rows: Rows, scene_ids: Sequence[UUID]) -> list[tuple[UUID, UUID, str, Json | None]]:
    """What lists tell of the cameras on scenes, in order: scene, setup, the camera's name, what was kept last."""
    query = (
        select(SetupRow.scene_id, SetupRow.id, DeviceRow.document["name"].astext, PlanRow.summary)
        .join(DeviceRow, DeviceRow.id == SetupRow.device_id)
        .outerjoin(PlanRow, PlanRow.setup_id == SetupRow.id)
        .where(SetupRow.account_id == rows.account_id, SetupRow.scene_id.in_(scene_ids))
        .order_by(SetupRow.position, SetupRow.created_at)
    )
    return [(scene, setup, name, told) for scene, setup, name, told in rows.session.execute(query)]


def scenes_bringing(rows: Rows, key: str) -> list[str]:
    """The names of scenes whose kept plans bring a thing of the bag, each once."""
    brings = PlanRow.outcome["brought"].contains([{"key": key}])
    query = select(SceneRow.name, SceneRow.position).distinct().join(SetupRow, SetupRow.scene_id == SceneRow.id)
    mine = query.join(PlanRow, PlanRow.setup_id == SetupRow.id).where(PlanRow.account_id == rows.account_id, brings)
    return [name for name, _ in rows.session.execute(mine.order_by(SceneRow.position, SceneRow.name))]


def ticks_of(rows: Rows, setup_id: UUID) -> list[ReadBackRow]:
    """What was read back from a camera on a scene."""
    return rows.all(rows.query(ReadBackRow).where(ReadBackRow.setup_id == setup_id))


def ticks_on(rows: Rows, setup_ids: Sequence[UUID]) -> list[ReadBackRow]:
    """What was read back from several cameras on scenes."""
    return rows.all(rows.query(ReadBackRow).where(ReadBackRow.setup_id.in_(setup_ids))) if setup_ids else []


def keep_dialled(rows: Rows, device_id: UUID, slot: int, values: Mapping[str, str]) -> None:
    """Note values of a slot, each in place of the one before; two who do so at once take them in one order."""
    if not values:
        return
    mine = {"account_id": rows.account_id, "device_id": device_id, "slot": slot}
    noted = [{"id": uuid4(), **mine, "setting": setting, "value": values[setting]} for setting in sorted(values)]
    rows.flush()
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
