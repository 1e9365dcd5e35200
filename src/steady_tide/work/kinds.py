"""What can be done apart from requests. Each kind works without the database, then keeps what it found in one go."""

from collections.abc import Mapping
from contextlib import suppress
from typing import Final
from uuid import UUID

from steady_tide.core.errors import NotYet
from steady_tide.core.light.reading import CardReading
from steady_tide.desk.day.filming import FilmingDesk
from steady_tide.desk.footage.lessons import Lessons
from steady_tide.desk.workplace import Workplace
from steady_tide.media.still import LARGEST_BYTES, Stopped, read_card
from steady_tide.store.errors import NotFound
from steady_tide.work import archive_import as bringing
from steady_tide.work import footage
from steady_tide.work.queue import Interrupted
from steady_tide.work.task import Kind, Subject, Task


def _card_of(task: Task) -> CardReading:
    assert task.file is not None
    data = task.files.read(task.file, most_bytes=LARGEST_BYTES + 1)
    task.progress(0.3)
    try:
        return read_card(data, stopping=task.stopping)
    except Stopped as stopped:
        raise Interrupted from stopped


def _keep_card(at: Workplace, subject: Subject, reading: CardReading) -> None:
    scene = subject["scene_id"]
    FilmingDesk(at).keep_reading(
        UUID(subject["shoot_id"]),
        scene_id=UUID(scene) if scene else None,
        minute=subject["minute"],
        measured=reading,
    )


def _take_lessons(at: Workplace, subject: Subject, found: None) -> None:
    """Take what clips teach of some things; what they do not teach is left."""
    if footage.waits(at):
        raise NotYet("clips are still being held against their sets")
    desk = Lessons(at)
    for key in subject["lessons"]:
        with suppress(NotFound):
            desk.take(key)


ARCHIVE: Final = "archive"
GREY_CARD: Final = "grey-card"
CLIP: Final = "clip"
HOLD: Final = footage.HOLD
LESSONS: Final = "lessons"
"""Lessons taken behind the clips that teach them, as the made-up creator does."""
KINDS: Final[Mapping[str, Kind]] = {
    ARCHIVE: Kind(bringing.archive_of, lambda at, subject, found: None, keep_slowly=bringing.bring_in),
    GREY_CARD: Kind(_card_of, _keep_card),
    CLIP: Kind(
        footage.clip_of,
        footage.keep_clip,
        refused=footage.refuse_clip,
        failed=footage.fail_clip,
        then=footage.holding_of,
        begun=footage.begun,
        after=footage.tidy_clip,
        heavy=True,
    ),
    HOLD: Kind(
        lambda task: None,
        footage.hold_clip,
        failed=footage.fail_clip,
        begun=footage.begun,
        heavy=True,
        next_up=True,
    ),
    LESSONS: Kind(lambda task: None, _take_lessons, heavy=True),
}
