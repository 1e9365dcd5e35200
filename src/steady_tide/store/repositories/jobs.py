"""Jobs: how many wait, and what of them nobody needs any more."""

from collections.abc import Collection, Sequence
from datetime import datetime
from uuid import UUID

from sqlalchemy import delete, func, select

from steady_tide.store.database import Session
from steady_tide.store.owned import Rows
from steady_tide.store.tables import JobRow


def unfinished(rows: Rows, kinds: Collection[str], *, others: bool = False) -> int:
    """How many jobs of some kinds, or of all others, of an account have not ended."""
    of_kind = JobRow.kind.not_in(kinds) if others else JobRow.kind.in_(kinds)
    mine = (JobRow.account_id == rows.account_id, JobRow.ended_at.is_(None), of_kind)
    return rows.session.scalar(select(func.count()).select_from(JobRow).where(*mine)) or 0


def jobs_mark(session: Session, account_id: UUID) -> str:
    """Another word whenever anything became of an account's jobs."""
    runs = func.count().filter(JobRow.state == "running")
    told = (func.count(), runs, func.count(JobRow.ended_at), func.coalesce(func.sum(JobRow.progress), 0.0))
    mine = JobRow.account_id == account_id
    return ":".join(str(one) for one in session.execute(select(*told).where(mine)).one())


def jobs_open(session: Session) -> int:
    """How many jobs of anybody have not ended."""
    return session.scalar(select(func.count()).select_from(JobRow).where(JobRow.ended_at.is_(None))) or 0


def forget_ended(session: Session, before: datetime) -> None:
    """Remove jobs that ended before a moment."""
    session.execute(delete(JobRow).where(JobRow.ended_at < before))


def still_needed(session: Session, files: Sequence[str]) -> set[str]:
    """Those of some files that a job still waits with."""
    waiting = select(JobRow.file).where(JobRow.file.in_(files), JobRow.ended_at.is_(None))
    return {file for file in session.scalars(waiting) if file is not None}
