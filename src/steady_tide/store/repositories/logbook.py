"""Takes of the logbook: counted here or brought in, a part of them at a time, and those alike."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any, NamedTuple
from uuid import UUID, uuid4

from sqlalchemy import String, cast, delete, func, or_, select, tuple_
from sqlalchemy.dialects.postgresql import insert

from steady_tide.store.owned import Rows
from steady_tide.store.tables import Json, LoggedRow, SceneRow, ShootRow

MOST_WORDS = 8
AT_ONCE = 1000


class ToLog(NamedTuple):
    """A take to be kept: when, all of it, and by what it is found. shoot_id: None of one that was brought in."""

    at: datetime
    document: Json
    scenario: str
    camera: str
    ev100: float | None
    shoot_id: UUID | None = None
    scene_id: UUID | None = None


def log_takes(rows: Rows, takes: Mapping[UUID, ToLog], *, counted: bool) -> int:
    """Keep takes, each once by its id; how many were new or are told otherwise now.

    counted: on a shoot that is here; then they take the place of what was kept. Brought-in ones are left as they are.
    """
    noted = [
        {"id": uuid4(), "take_id": key, "account_id": rows.account_id, **take._asdict()} for key, take in takes.items()
    ]
    made = 0
    for start in range(0, len(noted), AT_ONCE):
        query = insert(LoggedRow).values(noted[start : start + AT_ONCE])
        unique = [LoggedRow.account_id, LoggedRow.take_id]
        again = {name: query.excluded[name] for name in ToLog._fields}
        kept = (
            query.on_conflict_do_update(index_elements=unique, set_=again)
            if counted
            else query.on_conflict_do_nothing(index_elements=unique)
        )
        made += len(list(rows.session.scalars(kept.returning(LoggedRow.id))))
    return made


def logged_on(rows: Rows, shoot_id: UUID) -> dict[UUID, Json]:
    """The takes that are kept of a shoot, by id."""
    mine = (LoggedRow.account_id == rows.account_id, LoggedRow.shoot_id == shoot_id)
    return {key: told for key, told in rows.session.execute(select(LoggedRow.take_id, LoggedRow.document).where(*mine))}


def forget_takes(rows: Rows, ids: Sequence[UUID]) -> None:
    """Remove counted takes that were taken back."""
    if ids:
        mine = (LoggedRow.account_id == rows.account_id, LoggedRow.shoot_id.is_not(None))
        rows.session.execute(delete(LoggedRow).where(*mine, LoggedRow.take_id.in_(ids)))


def brought_in(rows: Rows) -> int:
    """How many takes were brought in."""
    mine = (LoggedRow.account_id == rows.account_id, LoggedRow.shoot_id.is_(None))
    return rows.session.scalar(select(func.count()).select_from(LoggedRow).where(*mine)) or 0


def known_takes(rows: Rows, ids: Sequence[UUID]) -> set[UUID]:
    """Which of some takes are there."""
    mine = (LoggedRow.account_id == rows.account_id, LoggedRow.take_id.in_(ids))
    return set(rows.session.scalars(select(LoggedRow.take_id).where(*mine))) if ids else set()


def logged(rows: Rows, *, most: int | None = None, after: UUID | None = None, sought: str = "") -> list[Json]:
    """Takes, the latest first, with the names that their shoots and scenes have now.

    after: the last take of the part before. sought: words that each has to hold.
    """
    query = (
        select(LoggedRow.document, ShootRow.name, SceneRow.name)
        .outerjoin(ShootRow, ShootRow.id == LoggedRow.shoot_id)
        .outerjoin(SceneRow, SceneRow.id == LoggedRow.scene_id)
        .where(LoggedRow.account_id == rows.account_id)
        .order_by(LoggedRow.at.desc(), LoggedRow.take_id.desc())
    )
    if after is not None:
        last = select(LoggedRow.at, LoggedRow.take_id).where(
            LoggedRow.account_id == rows.account_id, LoggedRow.take_id == after
        )
        query = query.where(tuple_(LoggedRow.at, LoggedRow.take_id) < last.scalar_subquery())
    for word in sought.split()[:MOST_WORDS]:
        query = query.where(or_(*(one.icontains(word, autoescape=True) for one in _told())))
    query = query if most is None else query.limit(most)
    return [_named(told, shoot, scene) for told, shoot, scene in rows.session.execute(query)]


def _told() -> list[Any]:
    """What of a take is searched for words."""
    document = LoggedRow.document
    names = [
        document[name].astext
        for name in ("shoot", "scene", "camera_name", "scenario", "verdict", "notes", "set", "faults")
    ]
    return [ShootRow.name, SceneRow.name, *names, cast(document["at"].astext, String)]


def _named(told: Json, shoot: str | None, scene: str | None) -> Json:
    return {**told, **({} if shoot is None else {"shoot": shoot}), **({} if scene is None else {"scene": scene})}


def alike(rows: Rows, *, scenario: str, camera: str, ev100: float, within: float, most: int) -> list[Json]:
    """The latest takes of such a scene on a camera in light within some stops [EV at ISO 100]."""
    query = select(LoggedRow.document).where(
        LoggedRow.account_id == rows.account_id,
        LoggedRow.camera == camera,
        LoggedRow.scenario == scenario,
        LoggedRow.ev100.between(ev100 - within, ev100 + within),
    )
    return list(rows.session.scalars(query.order_by(LoggedRow.at.desc()).limit(most)))
