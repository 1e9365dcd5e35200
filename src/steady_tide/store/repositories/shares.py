"""Links by which others see something of an account."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import delete, select

from steady_tide.store.database import Session
from steady_tide.store.owned import Rows
from steady_tide.store.tables import Account, ShareRow


def shares(rows: Rows, now: datetime) -> list[ShareRow]:
    """The account's own that still open, the latest first."""
    return rows.all(rows.query(ShareRow).where(ShareRow.expires_at > now).order_by(ShareRow.created_at.desc()))


def shares_of(rows: Rows, shoot_id: UUID, now: datetime) -> list[ShareRow]:
    """Those to one shoot."""
    mine = rows.query(ShareRow).where(ShareRow.expires_at > now, ShareRow.shoot_id == shoot_id)
    return rows.all(mine.order_by(ShareRow.created_at.desc()))


def share_behind(session: Session, token_hash: bytes, now: datetime) -> ShareRow | None:
    """The link with a token, while it opens and its owner may be seen."""
    query = select(ShareRow).join(Account, Account.id == ShareRow.account_id)
    open_now = (ShareRow.token_hash == token_hash, ShareRow.expires_at > now, Account.disabled.is_(False))
    return session.scalar(query.where(*open_now))


def forget_shares(session: Session, now: datetime) -> None:
    """Let go those that have expired, everybody's."""
    session.execute(delete(ShareRow).where(ShareRow.expires_at < now))
