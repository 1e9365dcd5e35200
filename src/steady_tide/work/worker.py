"""Doing jobs: one attempt at a time, ended once and for all under its row's lock."""

import logging
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from typing import Final

from steady_tide.core.errors import BadInput, NotYet, SteadyTideError
from steady_tide.core.requester import Urgency, asking
from steady_tide.desk.shoots.removed import KEPT
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.store.errors import NotFound, Unavailable
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.accounts import accounts_due, forget_account, forget_old_attempts
from steady_tide.store.repositories.footage import files_in_use, forget_footage
from steady_tide.store.repositories.jobs import forget_ended, still_needed
from steady_tide.store.repositories.removed import forget_removed
from steady_tide.store.repositories.shares import forget_shares
from steady_tide.store.tables import JobRow
from steady_tide.work.jobs import JobProblem, Jobs, JobState, begin, end
from steady_tide.work.kinds import KINDS
from steady_tide.work.queue import Interrupted, Queue, Turn
from steady_tide.work.task import Task

log = logging.getLogger("steady_tide.work")

KEPT_DAYS: Final = 7
ORPHAN_HOURS: Final = 24


@dataclass(frozen=True)
class Worker:
    """Does jobs of any account, each with the rows of its own account only."""

    database: Database
    files: Files
    queue: Queue
    shared: Shared = field(default_factory=Shared)

    def perform(self, turn: Turn) -> None:
        """Do one job, or note why not. Raises Interrupted, or NotYet and the unforeseen to be tried again."""
        task = self._begun(turn)
        if task is None:
            return
        try:
            with asking(str(turn.account_id), Urgency.BACKGROUND):
                self._done(turn, *task)
        except Interrupted:
            raise
        except NotYet as error:
            if turn.stopping():
                raise Interrupted from error
            self._waits(turn)
            raise
        except BadInput as error:
            found = [JobProblem(path=list(one.path), message=one.message) for one in error.problems]
            self._ended(turn, JobState.REFUSED, found)
        except NotFound as error:
            self._ended(turn, JobState.REFUSED, [JobProblem(path=[], message=str(error))])
        except Exception as error:
            if turn.stopping():
                # What it leaned on is stopped, too; another takes it up.
                raise Interrupted from error
            if not turn.last:
                raise
            log.exception("job %s failed", turn.job_id)
            words = (
                str(error) if isinstance(error, SteadyTideError) else "something here went wrong that should not have"
            )
            self._ended(turn, JobState.FAILED, [JobProblem(path=[], message=words)])

    def _waits(self, turn: Turn) -> None:
        """Note that a job waits again; where not even that can be noted now, it is noted another time."""
        with suppress(NotYet), self._row(turn) as (_, row):
            if row is not None:
                row.state = JobState.WAITING.value

    def _begun(self, turn: Turn) -> tuple[str, Task] | None:
        with self._row(turn) as (_, row):
            if row is None:
                return None
            row.state = JobState.RUNNING.value
            task = Task(
                row.subject,
                row.file,
                self.files,
                turn.account_id,
                lambda share: self._told(turn, share),
                stopping=turn.stopping,
                meanwhile=lambda keep: self._meanwhile(turn, keep),
            )
            return row.kind, task

    def _done(self, turn: Turn, kind: str, task: Task) -> None:
        found = KINDS[kind].find(task)
        if (keep := KINDS[kind].keep_slowly) is not None:
            self._kept_slowly(turn, task, lambda at: keep(at, task, found))
            self._discard(task.file)
            return
        with self._row(turn) as (rows, row):
            if row is not None:
                at = Workplace(rows, self.shared)
                KINDS[kind].keep(at, task.subject, found)
                end(row, JobState.DONE)
                if (following := KINDS[kind].then(task.subject, found)) is not None:
                    begin(Jobs(at, self.queue), *following)
        KINDS[kind].after(self.files, task.subject, found)
        self._discard(task.file)

    def _kept_slowly(self, turn: Turn, task: Task, keep: Callable[[Workplace], None]) -> None:
        """Keep in one transaction that leaves the job's row free until its end. Raises Interrupted if called off."""
        with self.database.session() as session:
            rows = Rows(session, turn.account_id)
            keep(Workplace(rows, self.shared))
            try:
                row = rows.get(JobRow, turn.job_id, lock=True)
            except NotFound as error:
                raise Interrupted from error
            if JobState(row.state).ended:
                raise Interrupted
            end(row, JobState.DONE)

    def _meanwhile(self, turn: Turn, keep: Callable[[Workplace], None]) -> None:
        with self._row(turn) as (rows, row):
            if row is None:
                raise Interrupted
            keep(Workplace(rows, self.shared))

    def _told(self, turn: Turn, share: float) -> None:
        if turn.stopping():
            raise Interrupted
        with self._row(turn) as (_, row):
            if row is None:
                raise Interrupted
            row.progress = share

    def _ended(self, turn: Turn, state: JobState, problems: list[JobProblem]) -> None:
        with self._row(turn) as (rows, row):
            file = row.file if row is not None else None
            if row is not None:
                at, kind = Workplace(rows, self.shared), KINDS[row.kind]
                if state is JobState.FAILED:
                    kind.failed(at, row.subject)
                else:
                    kind.refused(at, row.subject, "; ".join(one.message for one in problems))
                end(row, state, problems)
        if state is not JobState.FAILED:
            self._discard(file)

    @contextmanager
    def _row(self, turn: Turn) -> Iterator[tuple[Rows, JobRow | None]]:
        """The job, locked; None once it has ended, was called off, or went with its account."""
        with self.database.session() as session:
            rows = Rows(session, turn.account_id)
            try:
                row = rows.get(JobRow, turn.job_id, lock=True)
            except NotFound:
                yield rows, None
                return
            yield rows, None if JobState(row.state).ended else row

    def _discard(self, file: str | None) -> None:
        if file is not None:
            self.files.delete(file)

    def tidy(self, now: datetime | None = None) -> None:
        """Forget jobs that ended long ago, what was deleted a week ago, accounts too, and files nobody waits with.

        now: another time, for tests.
        """
        now = now or datetime.now(UTC)
        old = self.files.older_than(now - timedelta(hours=ORPHAN_HOURS))
        try:
            with self.database.session() as session:
                forget_ended(session, now - timedelta(days=KEPT_DAYS))
                forget_old_attempts(session, now - timedelta(days=1))
                forget_removed(session, now - KEPT)
                forget_shares(session, now)
                forget_footage(session, now - KEPT)
                for account_id in accounts_due(session, now):
                    forget_account(session, account_id)
                    log.warning("account %s was deleted, as its owner wished a week ago", account_id)
                needed = still_needed(session, old) | files_in_use(session, old)
        except Unavailable:
            return
        for file in old:
            if file not in needed:
                self.files.delete(file)
