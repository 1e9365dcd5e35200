"""Shoots, their scenes, their readings, an account's places."""

from collections.abc import Sequence
from datetime import date, timedelta
from typing import Any, NamedTuple
from uuid import UUID

from sqlalchemy import ColumnElement, String, and_, cast, func, or_, select, tuple_

from steady_tide.store.owned import Rows
from steady_tide.store.tables import DeviceRow, PlaceRow, ReadingRow, SceneRow, SetupRow, ShootRow


def shoots(rows: Rows) -> list[ShootRow]:
    """Every shoot, newest day first, those without a day at the end."""
    return rows.all(rows.query(ShootRow).order_by(ShootRow.day.desc().nulls_last(), ShootRow.created_at))


def shoots_near(rows: Rows, day: date, *, within_days: int, most: int) -> list[ShootRow]:
    """The shoots whose day is at most so many days from another, the nearest first."""
    from_, to = day - timedelta(days=within_days), day + timedelta(days=within_days)
    query = rows.query(ShootRow).where(ShootRow.day.between(from_, to))
    return rows.all(query.order_by(func.abs(ShootRow.day - day), ShootRow.created_at).limit(most))


class Page(NamedTuple):
    """A part of the list of shoots. after: the last one of the part before; sought: words; away: whether put away."""

    most: int
    after: UUID | None = None
    sought: str = ""
    away: bool | None = None


def shoots_page(rows: Rows, page: Page) -> list[ShootRow]:
    """A part of an account's shoots, newest day first, those without a day at the end."""
    query = rows.query(ShootRow).order_by(ShootRow.day.desc().nulls_last(), ShootRow.created_at, ShootRow.id)
    if page.away is not None:
        query = query.where(ShootRow.put_away.is_(page.away))
    for word in page.sought.split()[:MOST_WORDS]:
        query = query.where(_holds(word))
    if page.after is not None:
        last = rows.get(ShootRow, page.after)
        behind = tuple_(ShootRow.created_at, ShootRow.id) > tuple_(last.created_at, last.id)
        if last.day is None:
            query = query.where(ShootRow.day.is_(None), behind)
        else:
            query = query.where(
                or_(ShootRow.day < last.day, ShootRow.day.is_(None), and_(ShootRow.day == last.day, behind))
            )
    return rows.all(query.limit(page.most))


MOST_WORDS = 8


def _holds(word: str) -> ColumnElement[bool]:
    """Whether a shoot has a word in its name, place or day, in a scene of it, or in the name of a camera there."""

    def has(column: Any) -> ColumnElement[bool]:
        found: ColumnElement[bool] = column.icontains(word, autoescape=True)
        return found

    scene = select(SceneRow.id).where(SceneRow.shoot_id == ShootRow.id)
    camera = (
        select(SetupRow.id)
        .join(SceneRow, SceneRow.id == SetupRow.scene_id)
        .join(DeviceRow, DeviceRow.id == SetupRow.device_id)
        .where(SceneRow.shoot_id == ShootRow.id, has(DeviceRow.document["name"].astext))
    )
    return or_(
        has(ShootRow.name),
        has(ShootRow.place),
        has(cast(ShootRow.day, String)),
        scene.where(or_(has(SceneRow.name), has(SceneRow.brief["scenario"].astext))).exists(),
        camera.exists(),
    )


class SceneLine(NamedTuple):
    """A scene as lists tell it."""

    id: UUID
    shoot_id: UUID
    name: str
    scenario: str


def scene_lines(rows: Rows, shoot_ids: Sequence[UUID]) -> list[SceneLine]:
    """The scenes of several shoots in order, as lists tell them."""
    query = select(SceneRow.id, SceneRow.shoot_id, SceneRow.name, SceneRow.brief["scenario"].astext).where(
        SceneRow.account_id == rows.account_id, SceneRow.shoot_id.in_(shoot_ids)
    )
    return [SceneLine(*row) for row in rows.session.execute(query.order_by(SceneRow.position, SceneRow.created_at))]


def scenes_of(rows: Rows, shoot_id: UUID) -> list[SceneRow]:
    """The scenes of a shoot in order."""
    query = rows.query(SceneRow).where(SceneRow.shoot_id == shoot_id)
    return rows.all(query.order_by(SceneRow.position, SceneRow.created_at))


def scenes_in(rows: Rows, shoot_id: UUID) -> int:
    """How many scenes a shoot has."""
    mine = (SceneRow.account_id == rows.account_id, SceneRow.shoot_id == shoot_id)
    return rows.session.scalar(select(func.count()).select_from(SceneRow).where(*mine)) or 0


def taken_to(rows: Rows, device_id: UUID, most: int) -> list[tuple[SceneRow, SetupRow]]:
    """The scenes that a camera is on, with how it is set there: the latest first, `most` of them.

    Scenes made together have one time of making; they stand in their shoot's order.
    """
    query = select(SceneRow, SetupRow).join(SetupRow, SetupRow.scene_id == SceneRow.id)
    mine = query.where(SceneRow.account_id == rows.account_id, SetupRow.device_id == device_id)
    latest = mine.order_by(SceneRow.created_at.desc(), SceneRow.position, SceneRow.id).limit(most)
    return [(scene, setup) for scene, setup in rows.session.execute(latest)]


def readings_of(rows: Rows, shoot_id: UUID) -> list[ReadingRow]:
    """Everything measured on a shoot, by time."""
    query = rows.query(ReadingRow).where(ReadingRow.shoot_id == shoot_id)
    return rows.all(query.order_by(ReadingRow.minute, ReadingRow.created_at))


def places(rows: Rows) -> list[PlaceRow]:
    """An account's own list of places, by name."""
    return rows.all(rows.query(PlaceRow).order_by(PlaceRow.name))
