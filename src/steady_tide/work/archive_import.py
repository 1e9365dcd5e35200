"""Bringing an account's archive in, beside requests."""

from typing import Any, Final

from steady_tide.core.kit.bag import Kit
from steady_tide.desk.archive.archive import Archives
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.archive import LARGEST_ARCHIVE, Archive, unpacked
from steady_tide.work.task import Task

UNPACKED: Final = 0.2
"""Share of the work that is done once an archive is read."""


def archive_of(task: Task) -> tuple[Archive, Kit | None]:
    """What was sent, read and checked. Raises BadInput in words for anything that is no archive."""
    assert task.file is not None, "an archive is sent as a file"
    found = unpacked(task.files.read(task.file, most_bytes=LARGEST_ARCHIVE + 1))
    task.progress(UNPACKED)
    return found


def bring_in(at: Workplace, task: Task, found: Any) -> None:
    """Bring it in, all or nothing, telling how far it is."""
    archive, kit = found
    Archives(at).bring_in(archive, kit, lambda share: task.progress(UNPACKED + (1.0 - UNPACKED) * share))
