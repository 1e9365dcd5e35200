"""Jobs as their owner sees them: begun, looked at, called off."""

from dataclasses import dataclass
from datetime import UTC, datetime
from enum import StrEnum
from typing import Any, Final
from uuid import UUID

from pydantic import BaseModel

from steady_tide.core.errors import SteadyTideError
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.jobs import unfinished
from steady_tide.store.tables import JobRow
from steady_tide.work.kinds import KINDS
from steady_tide.work.queue import Queue

MOST_UNFINISHED: Final = 8
MOST_HEAVY: Final = 500
HEAVY: Final = frozenset(name for name, kind in KINDS.items() if kind.heavy)


class TooMuchWaits(SteadyTideError):
    """An account has as many jobs waiting as it may have."""


class JobState(StrEnum):
    """How a job stands. Refused: what was sent cannot be meant; failed: the fault is the service's."""

    WAITING = "waiting"
    RUNNING = "running"
    DONE = "done"
    REFUSED = "refused"
    FAILED = "failed"
    CANCELLED = "cancelled"

    @property
    def ended(self) -> bool:
        """Whether nothing more will happen."""
        return self not in (JobState.WAITING, JobState.RUNNING)


class JobProblem(BaseModel):
    """Why a job was refused: the field, and what would be accepted."""

    path: list[str | int]
    message: str


class JobView(BaseModel):
    """A job. progress: share done [0, 1]."""

    id: UUID
    kind: str
    state: JobState
    ended: bool
    progress: float
    problems: list[JobProblem]


@dataclass(frozen=True)
class Jobs:
    """One account's jobs within one transaction."""

    at: Workplace
    queue: Queue

    def allowed(self, kind: str = "") -> None:
        """Raises TooMuchWaits where another job would be too many."""
        heavy = kind in HEAVY
        most = MOST_HEAVY if heavy else MOST_UNFINISHED
        if unfinished(self.at.rows, HEAVY, others=not heavy) >= most:
            raise TooMuchWaits(f"{most} things are being worked on already; wait until one is done")

    def begin(self, kind: str, subject: dict[str, Any], *, file: str | None = None) -> JobView:
        """Put a job into the queue; it is done once this transaction is kept. Raises TooMuchWaits."""
        self.allowed(kind)
        rows, heavy = self.at.rows, kind in HEAVY
        before = unfinished(rows, HEAVY) if heavy and not KINDS[kind].next_up else 0
        row = rows.add(JobRow(kind=kind, subject=subject, file=file, problems=[]))
        row.number = self.queue.enqueue(rows.session, rows.account_id, row.id, heavy=heavy, before=before)
        return job_view(row)

    def view(self, job_id: UUID) -> JobView:
        """How a job stands."""
        return job_view(self.at.rows.get(JobRow, job_id))

    def cancel(self, job_id: UUID) -> JobView:
        """Call a job off. One that has ended stays as it is: what it did is undone where it is seen."""
        row = self.at.rows.get(JobRow, job_id, lock=True)
        if not JobState(row.state).ended:
            end(row, JobState.CANCELLED)
            if row.number is not None:
                self.queue.call_off(self.at.rows.session, row.number)
        return job_view(row)


def begin(jobs: Jobs, kind: str, subject: dict[str, Any]) -> JobView:
    """Put a job in that follows from another act, and note what it is about. Raises TooMuchWaits."""
    view = jobs.begin(kind, subject)
    KINDS[kind].begun(jobs.at, subject, view.id)
    return view


def end(row: JobRow, state: JobState, problems: list[JobProblem] | None = None) -> None:
    """Note how a job ended."""
    row.state, row.ended_at = state.value, datetime.now(UTC)
    row.problems = [one.model_dump() for one in problems or []]
    if state is JobState.DONE:
        row.progress = 1.0


def job_view(row: JobRow) -> JobView:
    """A row as its owner sees it."""
    state = JobState(row.state)
    problems = [JobProblem.model_validate(one) for one in row.problems]
    return JobView(id=row.id, kind=row.kind, state=state, ended=state.ended, progress=row.progress, problems=problems)
