"""Shoots, their scenes, their readings, an account's places."""

from uuid import UUID

from sqlalchemy import func, select

from steady_tide.store.owned import Rows
from steady_tide.store.tables import PlaceRow, ReadingRow, SceneRow, SetupRow, ShootRow


def shoots(rows: Rows) -> list[ShootRow]:
    """Every shoot, newest day first, those without a day at the end."""
    return rows.all(rows.query(ShootRow).order_by(ShootRow.day.desc().nulls_last(), ShootRow.created_at))


def scenes_of(rows: Rows, shoot_id: UUID) -> list[SceneRow]:
    """The scenes of a shoot in order."""
    query = rows.query(SceneRow).where(SceneRow.shoot_id == shoot_id)
    return rows.all(query.order_by(SceneRow.position, SceneRow.created_at))


def scenes_in(rows: Rows, shoot_id: UUID) -> int:
    """How many scenes a shoot has."""
    mine = (SceneRow.account_id == rows.account_id, SceneRow.shoot_id == shoot_id)
    return rows.session.scalar(select(func.count()).select_from(SceneRow).where(*mine)) or 0


def taken_to(rows: Rows, device_id: UUID, most: int) -> list[tuple[SceneRow, SetupRow]]:
    """The scenes that a camera is on, with how it is set there: the latest first, `most` of them."""
    query = select(SceneRow, SetupRow).join(SetupRow, SetupRow.scene_id == SceneRow.id)
    mine = query.where(SceneRow.account_id == rows.account_id, SetupRow.device_id == device_id)
    return [
        (scene, setup) for scene, setup in rows.session.execute(mine.order_by(SceneRow.created_at.desc()).limit(most))
    ]


def school_of_shoot(rows: Rows, scene_id: UUID) -> str:
    """The school that the shoot of a scene says; empty where it says none."""
    query = select(ShootRow.school).join(SceneRow, SceneRow.shoot_id == ShootRow.id)
    return rows.session.scalar(query.where(SceneRow.id == scene_id, SceneRow.account_id == rows.account_id)) or ""


def readings_of(rows: Rows, shoot_id: UUID) -> list[ReadingRow]:
    """Everything measured on a shoot, by time."""
    query = rows.query(ReadingRow).where(ReadingRow.shoot_id == shoot_id)
    return rows.all(query.order_by(ReadingRow.minute, ReadingRow.created_at))


def places(rows: Rows) -> list[PlaceRow]:
    """An account's own list of places, by name."""
    return rows.all(rows.query(PlaceRow).order_by(PlaceRow.name))
