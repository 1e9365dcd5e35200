"""What a kind of job is, and what it is given to work with."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from steady_tide.desk.workplace import Workplace
from steady_tide.storage import Files

Subject = Mapping[str, Any]


@dataclass(frozen=True)
class Task:
    """What a kind is given to work with: its subject, the file sent with it, where to tell progress and ask to stop.

    meanwhile: keep something that is known before the rest, in a transaction of its own.
    """

    subject: Subject
    file: str | None
    files: Files
    account_id: UUID
    progress: Callable[[float], None]
    stopping: Callable[[], bool]
    meanwhile: Callable[[Callable[[Workplace], None]], None]


@dataclass(frozen=True)
class Kind:
    """find: long, without a connection; raises BadInput in words, NotYet to be tried again. keep: in one transaction.

    refused: what is noted where it cannot be done, and why. failed: where the service failed at it; it may be tried
    again. then: another job that follows, put in as this one is kept: its kind and subject. begun: what is noted of a
    job that was put in so. after: once it is kept, what is not needed any more. keep_slowly: in place of `keep`, where
    that takes long and tells how far it is; the job's row is locked at its end only, and all is undone if it was called
    off. heavy: it takes minutes; done where nothing waits for it. next_up: before other heavy ones of its account.
    """

    find: Callable[[Task], Any]
    keep: Callable[[Workplace, Subject, Any], None]
    refused: Callable[[Workplace, Subject, str], None] = lambda at, subject, words: None
    failed: Callable[[Workplace, Subject], None] = lambda at, subject: None
    then: Callable[[Subject, Any], tuple[str, dict[str, Any]] | None] = lambda subject, found: None
    begun: Callable[[Workplace, Subject, UUID], None] = lambda at, subject, job_id: None
    after: Callable[[Files, Subject, Any], None] = lambda files, subject, found: None
    keep_slowly: Callable[[Workplace, Task, Any], None] | None = None
    heavy: bool = False
    next_up: bool = False
