"""Footage: uploads on their way in, clips, and which large files they need."""

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any, NamedTuple
from uuid import UUID

from sqlalchemy import ColumnElement, case, func, or_, select, tuple_
from sqlalchemy.orm import defer

from steady_tide.store.database import Session
from steady_tide.store.owned import Rows
from steady_tide.store.tables import ClipRow, LessonRow, PairRow, SetupRow, UploadRow

AT_WORK = ("waiting", "first", "read")
"""States of a clip in which something is still being done with it."""
READ = ("read", "held", "unheld")
"""States of a clip that was read to its end."""
FAILED = ("failed", "unheld")
"""States of a clip at which the service failed."""
NEVER = datetime(9999, 1, 1, tzinfo=UTC)
"""Where a clip does not say when it was filmed: after all that do."""
MOST_EVIDENCE = 400
"""So many clips are asked for what they teach, the latest."""


def clips_of(rows: Rows, shoot_id: UUID) -> list[ClipRow]:
    """Clips of a shoot, as they were filmed; none that was deleted."""
    query = rows.query(ClipRow).where(ClipRow.shoot_id == shoot_id, ClipRow.gone_at.is_(None))
    return rows.all(query.order_by(ClipRow.made_at.asc().nulls_last(), ClipRow.created_at, ClipRow.id))


def clips_of_trials(rows: Rows, shoot_id: UUID) -> list[tuple[ClipRow, list[dict[str, Any]]]]:
    """Clips of a shoot that are read, with the sets that their camera is to test for real, as they were filmed."""
    query = (
        select(ClipRow, SetupRow.trials)
        .join(SetupRow, SetupRow.id == ClipRow.setup_id)
        .where(
            ClipRow.account_id == rows.account_id,
            ClipRow.shoot_id == shoot_id,
            ClipRow.gone_at.is_(None),
            ClipRow.state.in_(READ),
            func.jsonb_array_length(SetupRow.trials) > 0,
        )
        .order_by(ClipRow.made_at.asc().nulls_last(), ClipRow.created_at, ClipRow.id)
    )
    return [(row, trials) for row, trials in rows.session.execute(query)]


class ClipLine(NamedTuple):
    """A clip without what it says in full. row: its reading and what came of holding it are not read.

    facts: of its file; words, as_planned: its verdict against the plan.
    """

    row: ClipRow
    facts: dict[str, Any] | None
    words: str | None
    as_planned: bool | None


class ClipPage(NamedTuple):
    """A part of a shoot's clips and of those of none. most: how many; after: the last one of the part before."""

    most: int
    after: UUID | None = None


def clip_lines(rows: Rows, shoot_id: UUID, page: ClipPage) -> list[ClipLine]:
    """A part of the clips of a shoot and of those of none, with little of each; first those being worked on."""
    filmed = (
        case((ClipRow.state.in_(AT_WORK), 0), else_=1),
        func.coalesce(ClipRow.made_at, NEVER),
        ClipRow.created_at,
        ClipRow.id,
    )
    query = (
        select(
            ClipRow,
            ClipRow.reading["facts"],
            ClipRow.held["words"].astext,
            ClipRow.held["as_planned"].as_boolean(),
        )
        .where(*_of_or_loose(rows, shoot_id))
        .options(defer(ClipRow.reading), defer(ClipRow.held), defer(ClipRow.parts))
        .order_by(*filmed)
        .limit(page.most)
    )
    if page.after is not None:
        last = rows.get(ClipRow, page.after)
        behind = (0 if last.state in AT_WORK else 1, last.made_at or NEVER, last.created_at, last.id)
        query = query.where(tuple_(*filmed) > tuple_(*behind))
    return [ClipLine(*one) for one in rows.session.execute(query)]


class ClipCount(NamedTuple):
    """How many clips are of a shoot or of none, in one state, held to be as planned or not (None: not held)."""

    of_shoot: bool
    state: str
    as_planned: bool | None
    clips: int


def clip_counts(rows: Rows, shoot_id: UUID) -> list[ClipCount]:
    """The clips of a shoot and those of none, counted."""
    kinds = (ClipRow.shoot_id.is_not(None), ClipRow.state, ClipRow.held["as_planned"].as_boolean())
    query = select(*kinds, func.count()).where(*_of_or_loose(rows, shoot_id)).group_by(*kinds)
    return [ClipCount(*one) for one in rows.session.execute(query)]


def _of_or_loose(rows: Rows, shoot_id: UUID) -> tuple[ColumnElement[bool], ...]:
    where = or_(ClipRow.shoot_id == shoot_id, ClipRow.shoot_id.is_(None))
    return ClipRow.account_id == rows.account_id, where, ClipRow.gone_at.is_(None)


def clips_kept(rows: Rows) -> list[ClipRow]:
    """Every clip of an account that was not deleted, as they were filmed."""
    query = rows.query(ClipRow).where(ClipRow.gone_at.is_(None))
    return rows.all(query.order_by(ClipRow.made_at.asc().nulls_last(), ClipRow.created_at, ClipRow.id))


def clips_waiting(rows: Rows) -> bool:
    """Whether any clip of an account is still to be read or held."""
    still = rows.query(ClipRow).where(ClipRow.gone_at.is_(None), ClipRow.state.in_(AT_WORK))
    return rows.session.scalar(still.limit(1)) is not None


def clips_failed(rows: Rows, shoot_id: UUID) -> list[ClipRow]:
    """Clips of a shoot, and of none, at which the service failed."""
    where = or_(ClipRow.shoot_id == shoot_id, ClipRow.shoot_id.is_(None))
    query = rows.query(ClipRow).where(where, ClipRow.gone_at.is_(None), ClipRow.state.in_(FAILED))
    return rows.all(query.order_by(ClipRow.created_at, ClipRow.id))


def uploads_of(rows: Rows) -> list[UploadRow]:
    """Files on their way in, the latest first."""
    return rows.all(rows.query(UploadRow).order_by(UploadRow.touched_at.desc()))


def known(rows: Rows, *, quick: str = "", digest: str = "") -> ClipRow | None:
    """The clip with these contents that is there, by its quick or its whole hash."""
    if not (quick or digest):
        return None
    same = ClipRow.digest == digest if digest else ClipRow.quick == quick
    query = rows.query(ClipRow).where(same, ClipRow.state.not_in(("refused", "double")))
    return rows.session.scalar(query.order_by(ClipRow.gone_at.desc().nulls_first()).limit(1))


def lying_at(rows: Rows, places: Sequence[str]) -> dict[str, UUID]:
    """The clips that are read from some files where those lie, by file; none that was deleted or refused."""
    query = rows.query(ClipRow).where(
        ClipRow.place.in_(places), ClipRow.gone_at.is_(None), ClipRow.state.not_in(("refused", "double"))
    )
    return {row.place: row.id for row in rows.all(query) if row.place is not None}


def bytes_kept(rows: Rows) -> int:
    """What an account's footage takes, with what is on its way."""
    clips = select(func.coalesce(func.sum(ClipRow.bytes), 0)).where(
        ClipRow.account_id == rows.account_id, ClipRow.file.is_not(None)
    )
    uploads = select(func.coalesce(func.sum(UploadRow.bytes), 0)).where(UploadRow.account_id == rows.account_id)
    return int(rows.session.scalar(clips) or 0) + int(rows.session.scalar(uploads) or 0)


def still_to_come(session: Session) -> int:
    """Bytes that were promised to uploads of everybody and are not here yet."""
    return int(session.scalar(select(func.coalesce(func.sum(UploadRow.bytes - UploadRow.received), 0))) or 0)


def forget_footage(session: Session, before: datetime) -> None:
    """Remove clips that were deleted, and uploads nobody went on with, before a moment."""
    for clip in session.scalars(select(ClipRow).where(ClipRow.gone_at < before)):
        session.delete(clip)
    for upload in session.scalars(select(UploadRow).where(UploadRow.touched_at < before)):
        session.delete(upload)


def files_in_use(session: Session, files: Sequence[str]) -> set[str]:
    """Those of some large files that footage needs."""
    if not files:
        return set()
    found = {key for key in session.scalars(select(ClipRow.file).where(ClipRow.file.in_(files))) if key}
    accounts = {UUID(key.split("/")[0]) for key in files}
    of_ours = or_(*(ClipRow.account_id == one for one in accounts))
    for pictures, pieces in session.execute(select(ClipRow.pictures, ClipRow.parts).where(of_ours)):
        found.update(str(key) for key in (*pictures.values(), *pieces))
    for pieces in session.scalars(select(UploadRow.parts).where(UploadRow.account_id.in_(accounts))):
        found.update(pieces)
    return found & set(files)


def lessons_taken(rows: Rows) -> list[LessonRow]:
    """Lessons that hold, the latest last."""
    return rows.all(rows.query(LessonRow).where(LessonRow.undone_at.is_(None)).order_by(LessonRow.created_at))


def clips_held(rows: Rows) -> list[ClipRow]:
    """Clips that were held against a set, the latest first."""
    query = rows.query(ClipRow).where(ClipRow.held.is_not(None), ClipRow.gone_at.is_(None))
    return rows.all(query.order_by(ClipRow.made_at.desc().nulls_last(), ClipRow.created_at.desc()).limit(MOST_EVIDENCE))


def pair_of(rows: Rows, left: UUID, right: UUID) -> PairRow | None:
    """The pair of two clips, whichever stands left."""
    either = or_(
        (PairRow.left_id == left) & (PairRow.right_id == right), (PairRow.left_id == right) & (PairRow.right_id == left)
    )
    return rows.session.scalar(rows.query(PairRow).where(either))
