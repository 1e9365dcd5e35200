"""What clips teach the kit: proposed, taken when its owner agrees, undone when not any more."""

from collections.abc import Callable
from datetime import UTC, datetime
from typing import Any, Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.footage.lessons import Evidence, Kind, Lesson, lessons
from steady_tide.core.footage.selects import Selects
from steady_tide.core.kit.bag import BagItem, NdFilter
from steady_tide.core.kit.device import Device
from steady_tide.desk.kit.kit import KitDesk
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.errors import NotFound, Taken
from steady_tide.store.repositories.footage import clips_held, lessons_taken
from steady_tide.store.tables import ClipRow, LessonRow


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
            self.rows.settle()
        return self.all()

    def _evidence(self) -> list[Evidence]:
        found = []
        for row in clips_held(self.rows):
            told = (row.held or {}).get("evidence")
            if told is not None:
                found.append(Evidence.opened(told).model_copy(update={"liked": _liked(row)}))
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
        item: BagItem | None = next((one for one in self.kit.bag() if one.key == lesson.of), None)
        if not isinstance(item, NdFilter):
            raise BadInput([Problem(("lesson",), "this filter is not in your bag any more")])
        was = getattr(item, field)
        _same(was, wanted)
        self.kit.put_item(NdFilter.read({**item.plain(), field: value}))
        return was


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


CHANGES: Final[dict[Kind, Callable[..., Any]]] = {
    "meter": _meter,
    "noise": _noise,
    "bearable": _bearable,
    "filter": lambda desk, lesson, value, wanted=None: desk.filter(lesson, "tested_stops", value, wanted),
    "cast": lambda desk, lesson, value, wanted=None: desk.filter(lesson, "cast_mired", value, wanted),
}
"""What each kind of lesson changes in the kit; how its owner shakes stands with the lesson itself."""


def _liked(row: ClipRow) -> bool | None:
    """Whether a clip was kept and not called grainy; None where nobody judged it."""
    selects = Selects.opened(row.selects)
    if selects.grainy:
        return False
    return True if selects.verdict == "keep" else None
