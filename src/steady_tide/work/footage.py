"""Taking a clip in: its pieces put together, its contents known again, read in a process with limits, made small."""

import hashlib
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any, BinaryIO, Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.reading.reading import Reading
from steady_tide.desk.footage.clips import Clips
from steady_tide.desk.workplace import Workplace
from steady_tide.media.clips.strange import Strange
from steady_tide.media.still import Stopped
from steady_tide.storage import Files, quick_hash
from steady_tide.store.repositories.footage import clips_waiting
from steady_tide.work.queue import Interrupted
from steady_tide.work.task import Subject, Task

PIECE: Final = 4_000_000
JOINED, READ = 0.2, 0.7
"""How far it is when its pieces are together, and when it is read."""


@dataclass
class TakenIn:
    """What was found: the file put together, its hashes, its reading, keys of its pictures."""

    file: str | None
    digest: str
    quick: str
    reading: Reading
    pictures: dict[str, str] = field(default_factory=dict)
    kept: bool = True
    """Whether it was kept, not known to be here already."""


def clip_of(task: Task) -> TakenIn:
    """Take a clip in. Raises BadInput for one that cannot be read."""
    clip_id = UUID(task.subject["clip_id"])
    with _file(task) as (path, key):
        with path.open("rb") as file:
            digest, quick = _digest(file, task), quick_hash(file, path.stat().st_size)
        with TemporaryDirectory() as folder:
            try:
                reading, pictures = _read(task, clip_id, path, Path(folder))
                _proxy(task, reading, path, Path(folder), pictures)
            except Stopped as stopped:
                raise Interrupted from stopped
        return TakenIn(key, digest, quick, reading, pictures)


def keep_clip(at: Workplace, subject: Subject, found: TakenIn) -> None:
    """Keep what was found, and of what scene it is."""
    found.kept = Clips(at).read(
        UUID(subject["clip_id"]), found.reading, found.pictures, file=found.file, digest=found.digest, quick=found.quick
    )


HOLD: Final = "hold"
"""Comparing a clip that was read against its set."""


def holding_of(subject: Subject, found: TakenIn) -> tuple[str, dict[str, Any]] | None:
    """What follows once a clip is read: holding it, unless it was here already."""
    return (HOLD, {"clip_id": subject["clip_id"]}) if found.kept else None


def hold_clip(at: Workplace, subject: Subject, found: None) -> None:
    """Find out of what scene a clip is, and hold it against its set."""
    Clips(at).found(UUID(subject["clip_id"]))


def begun(at: Workplace, subject: Subject, job_id: UUID) -> None:
    """Note by which job something is done of a clip."""
    Clips(at).begun(UUID(subject["clip_id"]), job_id)


def fail_clip(at: Workplace, subject: Subject) -> None:
    """Note that the service failed at a clip, which may be tried again."""
    Clips(at).failed(UUID(subject["clip_id"]))


def waits(at: Workplace) -> bool:
    """Whether any clip of an account is still to be read or held."""
    return clips_waiting(at.rows)


def tidy_clip(files: Files, subject: Subject, found: TakenIn) -> None:
    """Throw away the pieces of a clip that is put together, and one that is here already."""
    for key in subject.get("parts", []):
        files.delete(key)
    if not found.kept and found.file is not None:
        files.delete(found.file)


def refuse_clip(at: Workplace, subject: Subject, words: str) -> None:
    """Note why a clip cannot be read."""
    Clips(at).refused(UUID(subject["clip_id"]), words)


@contextmanager
def _file(task: Task) -> Iterator[tuple[Path, str | None]]:
    """The file of a clip on this machine, with its key where it is kept here: put together, or read in place."""
    if (place := task.subject.get("place")) is not None:
        path = Path(place)
        if not path.is_file() or path.resolve() != path:
            raise BadInput([Problem(("file",), "this file is not in its folder any more")])
        yield path, None
        return
    total = max(1, int(task.subject["bytes"]))
    try:
        key = task.files.joined(
            task.account_id, task.subject["parts"], told=lambda size: _on(task, JOINED * size / total)
        )
    except FileNotFoundError as error:
        raise BadInput([Problem(("file",), "pieces of this file are gone; send it again")]) from error
    try:
        with task.files.here(key) as path:
            yield path, key
    except BaseException:
        task.files.delete(key)
        raise


def _on(task: Task, share: float) -> None:
    if task.stopping():
        raise Interrupted
    task.progress(min(1.0, share))


def _digest(file: BinaryIO, task: Task) -> str:
    made = hashlib.sha256()
    while piece := file.read(PIECE):
        made.update(piece)
        if task.stopping():
            raise Interrupted
    return made.hexdigest()


def _read(task: Task, clip_id: UUID, path: Path, folder: Path) -> tuple[Reading, dict[str, str]]:
    pictures: dict[str, str] = {}

    def told(share: float, first: Reading | None) -> None:
        task.progress(JOINED + (READ - JOINED) * share)
        if first is not None:
            pictures.update(_kept(task, folder, "poster", "sheet"))
            known = dict(pictures)
            task.meanwhile(lambda at: Clips(at).first(clip_id, first, known))

    reading = Strange().read(path, folder, told=told, stopping=task.stopping)
    if not pictures:
        pictures.update(_kept(task, folder, "poster", "sheet"))
    return reading, pictures


def _proxy(task: Task, reading: Reading, path: Path, folder: Path, pictures: dict[str, str]) -> None:
    """A copy that any browser plays; a clip of which none can be made goes without."""
    if reading.facts.kind == "still":
        return
    told: Callable[[float], None] = lambda share: task.progress(READ + (1.0 - READ) * share)  # noqa: E731
    try:
        Strange().proxy(path, folder, told=told, stopping=task.stopping)
    except BadInput:
        return
    pictures.update(_kept(task, folder, "proxy"))


def _kept(task: Task, folder: Path, *kinds: str) -> dict[str, str]:
    names = {"poster": "poster.jpg", "sheet": "sheet.jpg", "proxy": "proxy.mp4"}
    return {
        kind: task.files.take(task.account_id, folder / names[kind])
        for kind in kinds
        if (folder / names[kind]).is_file()
    }
