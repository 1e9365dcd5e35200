"""What was ticked on a shoot's list, cells and cards as single pieces, shots."""

from uuid import UUID

from sqlalchemy import delete, func, select

from steady_tide.store.owned import Rows
from steady_tide.store.tables import CheckRow, PieceRow, ShotRow


def checks_of(rows: Rows, shoot_id: UUID) -> list[CheckRow]:
    """Ticks and own lines of a shoot, in the order in which they were made."""
    query = rows.query(CheckRow).where(CheckRow.shoot_id == shoot_id)
    return rows.all(query.order_by(CheckRow.created_at, CheckRow.key))


def check(rows: Rows, shoot_id: UUID, key: str) -> CheckRow | None:
    """One of them."""
    query = rows.query(CheckRow).where(CheckRow.shoot_id == shoot_id, CheckRow.key == key)
    return rows.session.scalar(query)


def pieces(rows: Rows) -> list[PieceRow]:
    """Every single piece that anything is known of."""
    return rows.all(rows.query(PieceRow).order_by(PieceRow.item_key, PieceRow.number))


def forget_pieces(rows: Rows, item_key: str, above: int) -> None:
    """Let go what is known of a thing's pieces above a number."""
    mine = (PieceRow.account_id == rows.account_id, PieceRow.item_key == item_key, PieceRow.number > above)
    rows.session.execute(delete(PieceRow).where(*mine))


def shots_of(rows: Rows, shoot_id: UUID) -> list[ShotRow]:
    """The shots of a shoot in order."""
    query = rows.query(ShotRow).where(ShotRow.shoot_id == shoot_id)
    return rows.all(query.order_by(ShotRow.position, ShotRow.created_at))


def last_position(rows: Rows, shoot_id: UUID) -> int:
    """The place of the last shot of a shoot; -1 where there is none."""
    mine = (ShotRow.account_id == rows.account_id, ShotRow.shoot_id == shoot_id)
    last = rows.session.scalar(select(func.max(ShotRow.position)).where(*mine))
    return -1 if last is None else last
