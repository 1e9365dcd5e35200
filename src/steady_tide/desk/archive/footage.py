"""Footage in an account's archive: what clips said goes out, how their owner shakes goes out and comes in."""

from uuid import UUID

from steady_tide.core.footage.lessons import Lesson
from steady_tide.core.footage.selects import Selects
from steady_tide.core.reading.reading import Reading
from steady_tide.formats.archive import KeptClip
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.footage import clips_kept, lessons_taken
from steady_tide.store.tables import ClipRow, LessonRow, SceneRow, SetupRow, ShootRow


def clips_told(rows: Rows, keys: dict[UUID, str]) -> list[KeptClip]:
    """Every clip of an account, as its archive has it. keys: of its cameras, by id."""
    return [_told(rows, keys, row) for row in clips_kept(rows)]


def _told(rows: Rows, keys: dict[UUID, str], row: ClipRow) -> KeptClip:
    shoot, scene = rows.made(ShootRow, row.shoot_id), rows.made(SceneRow, row.scene_id)
    setup = rows.made(SetupRow, row.setup_id)
    reading = None if row.reading is None else Reading.opened(row.reading)
    return KeptClip(
        name=row.name,
        bytes=row.bytes,
        digest=row.digest,
        shoot="" if shoot is None else shoot.name,
        scene="" if scene is None else scene.name,
        device="" if setup is None else keys.get(setup.device_id, ""),
        words=str((row.held or {}).get("words", row.problem)),
        reading=None if reading is None else reading.model_copy(update={"over_time": [], "moves": []}),
        selects=Selects.opened(row.selects),
    )


def shakes_of(rows: Rows) -> list[Lesson]:
    """How the owner shakes, as clips taught; what else they taught stands in the kit."""
    return [lesson for row in lessons_taken(rows) if (lesson := Lesson.opened(row.document)).kind == "shake"]


def bring_shakes(rows: Rows, shakes: list[Lesson]) -> None:
    """Take lessons on shaking in, but for those that are here."""
    here = {lesson.key for lesson in shakes_of(rows)}
    for lesson in shakes:
        if lesson.kind == "shake" and lesson.key not in here:
            rows.add(LessonRow(key=lesson.key, document=lesson.plain(), was={"value": None}))
