"""Accounts, their sessions, failed sign-ins: what is asked before anybody's rows are known."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import delete, func, select
from sqlalchemy.exc import IntegrityError

from steady_tide.store.database import Session
from steady_tide.store.errors import Taken
from steady_tide.store.tables import Account, SessionRow, SignInFailure


def account_called(session: Session, email: str) -> Account | None:
    """The account with an address."""
    return session.scalar(select(Account).where(Account.email == email))


def keep_account(session: Session, account: Account) -> None:
    """Keep a new account. Raises Taken for an address that is used."""
    try:
        with session.begin_nested():
            session.add(account)
    except IntegrityError as error:
        raise Taken("there is an account with this address; sign in instead") from error


def forget_account(session: Session, account_id: UUID) -> None:
    """Delete an account and everything it owns."""
    session.execute(delete(Account).where(Account.id == account_id))


def failures_since(session: Session, email: str, since: datetime) -> int:
    """How often signing in failed for an address."""
    recent = select(func.count()).where(SignInFailure.email == email, SignInFailure.at > since)
    return session.scalar(recent) or 0


def note_failure(session: Session, email: str) -> None:
    """Signing in failed once more."""
    session.add(SignInFailure(email=email))


def forget_failures(session: Session, email: str) -> None:
    """Signing in worked."""
    session.execute(delete(SignInFailure).where(SignInFailure.email == email))


def keep_session(session: Session, row: SessionRow, *, now: datetime) -> None:
    """Keep a new session; those that have run out go."""
    session.execute(delete(SessionRow).where(SessionRow.expires_at < now))
    session.add(row)


def account_behind(session: Session, token_hash: bytes, *, now: datetime) -> Account | None:
    """The account of a session that has not run out."""
    behind = (SessionRow.token_hash == token_hash, SessionRow.account_id == Account.id, SessionRow.expires_at > now)
    return session.scalar(select(Account).where(*behind))


def forget_session(session: Session, token_hash: bytes) -> None:
    """Forget a session."""
    session.execute(delete(SessionRow).where(SessionRow.token_hash == token_hash))
