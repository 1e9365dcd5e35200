"""What footage taught so far, as planning takes it: in scenes that were made or changed since it was taken."""

from datetime import datetime
from uuid import UUID

from steady_tide.core.footage.lessons import Lesson
from steady_tide.core.plan.problem.problem import Learned
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.footage import lessons_taken
from steady_tide.store.repositories.states import changed_at


class Learning:
    """What an account took from its footage of how it shakes; lessons on the kit stand in the kit itself."""

    def __init__(self, rows: Rows) -> None:
        taken = [(row.created_at, Lesson.opened(row.document)) for row in lessons_taken(rows)]
        self._shakes = [(at, lesson) for at, lesson in taken if lesson.kind == "shake"]
        self._changed: dict[UUID, datetime] = changed_at(rows) if self._shakes else {}

    def of(self, scene_id: UUID) -> Learned:
        """What counts in a scene: plans made before a lesson keep their numbers. Of several on one thing the latest."""
        changed = self._changed.get(scene_id)
        counts = {lesson.of: lesson for at, lesson in self._shakes if changed is None or at < changed}
        return Learned(
            shake_deg_per_s={way: one.after for way, one in counts.items()},
            shake_clips={way: len(one.clips) for way, one in counts.items()},
        )
