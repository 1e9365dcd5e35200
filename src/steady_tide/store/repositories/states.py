"""The states in a scene's history."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import delete, select

from steady_tide.store.owned import Rows
from steady_tide.store.tables import SceneRow, SceneStateRow


def state_at(rows: Rows, scene_id: UUID, sequence: int) -> SceneStateRow | None:
    """The state of a scene with a number, or None."""
    mine = rows.query(SceneStateRow).where(SceneStateRow.scene_id == scene_id)
    return rows.session.scalar(mine.where(SceneStateRow.sequence == sequence))


def changed_at(rows: Rows) -> dict[UUID, datetime]:
    """When each scene of an account came to stand as it does."""
    query = (
        select(SceneRow.id, SceneStateRow.created_at)
        .join(SceneStateRow, (SceneStateRow.scene_id == SceneRow.id) & (SceneStateRow.sequence == SceneRow.history_at))
        .where(SceneRow.account_id == rows.account_id)
    )
    return {scene_id: at for scene_id, at in rows.session.execute(query)}


def labels_near(rows: Rows, scene_id: UUID, sequence: int) -> dict[int, str]:
    """What the states just before, at and just after a number are called, by their numbers."""
    near = SceneStateRow.sequence.between(sequence - 1, sequence + 1)
    mine = (SceneStateRow.account_id == rows.account_id, SceneStateRow.scene_id == scene_id, near)
    return {
        at: label
        for at, label in rows.session.execute(select(SceneStateRow.sequence, SceneStateRow.label).where(*mine))
    }


def forget_after(rows: Rows, scene_id: UUID, sequence: int) -> None:
    """States that were stepped back from cannot be reached again."""
    _forget(rows, scene_id, SceneStateRow.sequence > sequence)


def forget_before(rows: Rows, scene_id: UUID, sequence: int) -> None:
    """States too old to be kept."""
    _forget(rows, scene_id, SceneStateRow.sequence < sequence)


def _forget(rows: Rows, scene_id: UUID, which: object) -> None:
    mine = SceneStateRow.account_id == rows.account_id
    rows.session.execute(delete(SceneStateRow).where(mine, SceneStateRow.scene_id == scene_id, which))  # type: ignore[arg-type]
