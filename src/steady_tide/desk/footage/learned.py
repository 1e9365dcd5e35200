"""What footage taught so far, as planning takes it."""

from steady_tide.core.footage.lessons import Lesson
from steady_tide.core.plan.problem.problem import Learned
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.footage import lessons_taken


def learned_by(rows: Rows) -> Learned:
    """What an account took from its footage; of several lessons on one thing the latest."""
    taken = [Lesson.opened(row.document) for row in lessons_taken(rows)]
    shakes = {one.of: one for one in taken if one.kind == "shake"}
    return Learned(
        shake_deg_per_s={way: one.after for way, one in shakes.items()},
        shake_clips={way: len(one.clips) for way, one in shakes.items()},
    )
