"""What was deleted lately, to be brought back."""

from datetime import datetime, timedelta
from typing import Final, Literal
from uuid import UUID

from steady_tide.desk.views import View
from steady_tide.store.errors import Taken
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.removed import lately_removed, put_back
from steady_tide.store.tables import RemovedRow, SceneRow, ShootRow

KEPT: Final = timedelta(days=7)
"""How long it can be brought back."""


class RemovedView(View):
    """Something that was deleted, and until when it can be brought back. scenes: how many went with it."""

    id: UUID
    kind: Literal["shoot", "scene"]
    name: str
    scenes: int
    until: datetime


class Removed:
    """What one account deleted lately."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    def all(self) -> list[RemovedView]:
        """Everything that can be brought back, the latest first."""
        return [
            RemovedView(
                id=row.id,
                kind="shoot" if row.kind == "shoot" else "scene",
                name=row.name,
                scenes=len(_rows_of(row, SceneRow.__tablename__)),
                until=row.created_at + KEPT,
            )
            for row in lately_removed(self.rows)
        ]

    def bring_back(self, removed_id: UUID) -> None:
        """Put it where it was. Raises Taken, with what to bring back first, where it stood on something gone."""
        row = self.rows.get(RemovedRow, removed_id, lock=True)
        if row.kind == "scene":
            (scene,) = _rows_of(row, SceneRow.__tablename__)
            if self.rows.made(ShootRow, UUID(scene["shoot_id"])) is None:
                raise Taken("its shoot was deleted too; bring that back first")
        put_back(self.rows, row)

    def let_go(self, removed_id: UUID) -> None:
        """Forget it for good."""
        self.rows.delete(self.rows.get(RemovedRow, removed_id))


def _rows_of(row: RemovedRow, table: str) -> list[dict[str, str]]:
    return [one["row"] for one in row.content if one["table"] == table]
