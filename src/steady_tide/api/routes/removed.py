"""What was deleted lately, and bringing it back."""

from uuid import UUID

from fastapi import APIRouter

from steady_tide.api.context import RowsOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.desk.shoots.removed import Removed, RemovedView

router = APIRouter(prefix="/api/removed", tags=["removed"], responses=RESPONSES)


@router.get("")
def removed(rows: RowsOf) -> list[RemovedView]:
    """Shoots and scenes deleted in the last week, the latest first."""
    return Removed(rows).all()


@router.post("/{removed_id}/back", status_code=204)
def bring_back(rows: RowsOf, removed_id: UUID) -> None:
    """Put one back where it was."""
    Removed(rows).bring_back(removed_id)


@router.delete("/{removed_id}", status_code=204)
def let_go(rows: RowsOf, removed_id: UUID) -> None:
    """Forget one for good."""
    Removed(rows).let_go(removed_id)
