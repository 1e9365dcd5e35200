"""What clips teach the kit: proposed, taken when its owner agrees, undone when not any more."""

from collections.abc import Callable
from datetime import UTC, datetime
from typing import Any, Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.footage.lessons import Evidence, Kind, Lesson, lessons
from steady_tide.core.footage.runtime import Ran, minutes_run
from steady_tide.core.footage.selects import Selects
from steady_tide.core.kit.bag import BagItem, Cell, NdFilter
from steady_tide.core.kit.device import Device
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.errors import NotFound, Taken
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.footage import clips_held, lessons_taken
from steady_tide.store.tables import ClipRow, LessonRow, SetupRow


class TakenLesson(View):
    """A lesson that holds. name: whose, as people call it."""

    id: UUID
    lesson: Lesson
    name: str
    taken_at: datetime


class ProposedLesson(View):
    """A lesson that could be taken. clips: names of what it rests on."""

    lesson: Lesson
    name: str
    clips: list[str]


class LessonsView(View):
    """What clips teach that is not taken, and what was."""

    proposed: list[ProposedLesson]
    taken: list[TakenLesson]


class Lessons:
    """One account's lessons."""

    def __init__(self, at: Workplace) -> None:
        self.rows = at.rows
        self.kit = KitDesk(at.rows)

    def all(self) -> LessonsView:
        """Everything clips teach."""
        evidence = self._evidence()
        names = {one.clip: one.name for one in evidence}
        known = self._names()
        rows = lessons_taken(self.rows)
        rests = {Lesson.opened(row.document).key: set(Lesson.opened(row.document).clips) for row in rows}
        proposed = [
            ProposedLesson(lesson=one, name=known.get(one.of, one.of), clips=[names[clip] for clip in one.clips])
            for one in lessons(evidence)
            # What was taken is proposed again only where other clips say otherwise.
            if not set(one.clips) <= rests.get(one.key, set())
        ]
        return LessonsView(proposed=proposed, taken=[self._taken(row, known) for row in rows])

    def take(self, key: str) -> LessonsView:
        """Take a lesson into the kit. Raises NotFound where clips do not teach it any more."""
        found = next((one.lesson for one in self.all().proposed if one.lesson.key == key), None)
        if found is None:
            raise NotFound("your clips do not teach this any more; look again")
        was = CHANGES[found.kind](self, found, found.after) if found.kind in CHANGES else None
        self.rows.add(LessonRow(key=found.key, document=found.plain(), was={"value": was}))
        return self.all()

    def undo(self, lesson_id: UUID) -> LessonsView:
        """Take a lesson back. Raises Taken where what it changed was changed again since."""
        row = self.rows.get(LessonRow, lesson_id, lock=True)
        if row.undone_at is None:
            lesson = Lesson.opened(row.document)
            if lesson.kind in CHANGES:
                CHANGES[lesson.kind](self, lesson, row.was["value"], wanted=lesson.after)
            row.undone_at = datetime.now(UTC)
            self.rows.flush()
        return self.all()

    def _evidence(self) -> list[Evidence]:
        rows = clips_held(self.rows)
        ran = _ran(self.rows, rows)
        found = []
        for row in rows:
            told = (row.held or {}).get("evidence")
            if told is not None:
                more = {"liked": _liked(row), "ended": Selects.opened(row.selects).ended, "ran_minutes": ran[row.id]}
                found.append(Evidence.opened(told).model_copy(update=more))
        return found

    def _names(self) -> dict[str, str]:
        cameras = {one.key: one.name for one in self.kit.devices()}
        return {**{item.key: item.label for item in self.kit.bag()}, **cameras}

    def _taken(self, row: LessonRow, known: dict[str, str]) -> TakenLesson:
        lesson = Lesson.opened(row.document)
        return TakenLesson(id=row.id, lesson=lesson, name=known.get(lesson.of, lesson.of), taken_at=row.created_at)

    # What lessons change.

    def device(self, lesson: Lesson, change: Callable[[Device], tuple[Any, dict[str, Any]]]) -> Any:
        """Change a camera as one step of its kit; what stood there. Raises BadInput where it is gone."""
        found = next((one for one in self.kit.devices() if one.key == lesson.of), None)
        if found is None:
            raise BadInput([Problem(("lesson",), "this camera is not in your kit any more")])
        before = self.kit.device(found.id)
        was, after = change(before)
        self.kit.replace(found.id, Device.read({**before.plain(), **after}), before=before)
        return was

    def filter(self, lesson: Lesson, field: str, value: Any, wanted: float | None) -> Any:
        """Change a field of a filter; what stood there."""
        item = self.item(lesson)
        if not isinstance(item, NdFilter):
            raise BadInput([Problem(("lesson",), "this filter is not in your bag any more")])
        was = getattr(item, field)
        _same(was, wanted)
        self.kit.put_item(NdFilter.read({**item.plain(), field: value}))
        return was

    def item(self, lesson: Lesson) -> BagItem | None:
        """The thing in the bag that a lesson is on."""
        return next((one for one in self.kit.bag() if one.key == lesson.of), None)

    def cold(self, lesson: Lesson, value: Any, wanted: float | None) -> Any:
        """Change what the cold leaves of a cell at a temperature; its table as it stood. value: a share, or a table."""
        item, at_c = self.item(lesson), float(lesson.profile)
        if not isinstance(item, Cell):
            raise BadInput([Problem(("lesson",), "this cell is not in your bag any more")])
        was = [row.plain() for row in item.cold_table]
        _same(next((row.share for row in item.cold_table if row.at_c == at_c), None), wanted)
        rows = value if wanted is not None else _with(item, at_c, value)
        self.kit.put_item(Cell.read({**item.plain(), "cold_table": rows}))
        return was


def _with(cell: Cell, at_c: float, share: float) -> list[dict[str, Any]]:
    """A cell's table with a row more; one that had none keeps what was taken of it at 0 degrees."""
    table = {row.at_c: row.share for row in cell.cold_table} or {0.0: cell.share_at_0_c}
    return [{"at_c": at, "share": told} for at, told in sorted({**table, at_c: share}.items())][:20]


def _same(now: Any, wanted: float | None) -> None:
    """Raises Taken where something is not any more what a lesson made of it."""
    if wanted is not None and (now is None or abs(float(now) - wanted) > 1e-6):
        raise Taken("this was changed again since; what stands now is left as it is")


def _meter(desk: Lessons, lesson: Lesson, value: Any, *, wanted: float | None = None) -> Any:
    def change(device: Device) -> tuple[Any, dict[str, Any]]:
        _same(device.meters_bright_stops, wanted)
        return device.meters_bright_stops, {"meters_bright_stops": value}

    return desk.device(lesson, change)


def _noise(desk: Lessons, lesson: Lesson, value: Any, *, wanted: float | None = None) -> Any:
    def change(device: Device) -> tuple[Any, dict[str, Any]]:
        first = device.lenses[0].sensor.quantum_efficiency
        _same(first, wanted)
        made = [
            {**lens.plain(), "sensor": {**lens.sensor.plain(), "quantum_efficiency": value}}
            if lens.sensor.quantum_efficiency == first
            else lens.plain()
            for lens in device.lenses
        ]
        return first, {"lenses": made}

    return desk.device(lesson, change)


def _bearable(desk: Lessons, lesson: Lesson, value: Any, *, wanted: float | None = None) -> Any:
    def change(device: Device) -> tuple[Any, dict[str, Any]]:
        profile = next(one for one in device.profiles if one.key == lesson.profile)
        _same(profile.bearable_iso, wanted)
        told = None if value is None else int(value)
        made = [
            {**one.plain(), "bearable_iso": told} if one.key == lesson.profile else one.plain()
            for one in device.profiles
        ]
        return profile.bearable_iso, {"profiles": made}

    return desk.device(lesson, change)


def _heat(desk: Lessons, lesson: Lesson, value: Any, *, wanted: float | None = None) -> Any:
    def change(device: Device) -> tuple[Any, dict[str, Any]]:
        _same(device.heat_limit_minutes, wanted)
        return device.heat_limit_minutes, {"heat_limit_minutes": value}

    return desk.device(lesson, change)


CHANGES: Final[dict[Kind, Callable[..., Any]]] = {
    "meter": _meter,
    "noise": _noise,
    "bearable": _bearable,
    "filter": lambda desk, lesson, value, wanted=None: desk.filter(lesson, "tested_stops", value, wanted),
    "heat": _heat,
    "cell": lambda desk, lesson, value, wanted=None: desk.cold(lesson, value, wanted),
    "cast": lambda desk, lesson, value, wanted=None: desk.filter(lesson, "cast_mired", value, wanted),
}
"""What each kind of lesson changes in the kit; how its owner shakes stands with the lesson itself."""


def _liked(row: ClipRow) -> bool | None:
    """Whether a clip was kept and not called grainy; None where nobody judged it."""
    selects = Selects.opened(row.selects)
    if selects.grainy:
        return False
    return True if selects.verdict == "keep" else None


def _ran(rows: Rows, held: list[ClipRow]) -> dict[UUID, float]:
    """How long each clip's camera had run when it ended [minutes], by shoot and camera; 0 where that says nothing."""
    setups = {row.setup_id: rows.made(SetupRow, row.setup_id) for row in held}
    cameras: dict[object, list[tuple[UUID, Ran]]] = {}
    for row in held:
        setup = setups[row.setup_id]
        if row.made_at is not None and row.reading is not None and setup is not None:
            ran = Ran(row.made_at, row.reading["facts"]["seconds"], Selects.opened(row.selects).ended)
            cameras.setdefault((row.shoot_id, setup.device_id), []).append((row.id, ran))
    found = {row.id: 0.0 for row in held}
    for clips in cameras.values():
        minutes = minutes_run([ran for _, ran in clips])
        found.update({clip_id: one for (clip_id, _), one in zip(clips, minutes, strict=True)})
    return found
