"""What can be done apart from requests. Each kind works without the database, then keeps what it found in one go."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any, Final
from uuid import UUID

from steady_tide.core.light.reading import CardReading
from steady_tide.desk.day.filming import FilmingDesk
from steady_tide.desk.workplace import Workplace
from steady_tide.media.still import LARGEST_BYTES, Stopped, read_card
from steady_tide.storage import Files
from steady_tide.work.queue import Interrupted

Subject = Mapping[str, Any]


@dataclass(frozen=True)
class Task:
    """What a kind is given to work with: its subject, the file sent with it, where to tell progress and ask to stop."""

    subject: Subject
    file: str | None
    files: Files
    progress: Callable[[float], None]
    stopping: Callable[[], bool]


@dataclass(frozen=True)
class Kind:
    """find: long, without a connection; raises BadInput in words. keep: short, in one transaction."""

    find: Callable[[Task], Any]
    keep: Callable[[Workplace, Subject, Any], None]


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


GREY_CARD: Final = "grey-card"
KINDS: Final[Mapping[str, Kind]] = {GREY_CARD: Kind(_card_of, _keep_card)}
