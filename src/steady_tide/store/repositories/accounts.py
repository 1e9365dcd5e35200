"""Accounts, their sessions, attempts to come in: what is asked before anybody's rows are known."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import delete, func, select
from sqlalchemy.exc import IntegrityError

from steady_tide.store.database import Session
from steady_tide.store.errors import Taken
from steady_tide.store.tables import Account, AttemptRow, InvitationRow, JobRow, SessionRow


def account_called(session: Session, email: str) -> Account | None:
    """The account with an address."""
    return session.scalar(select(Account).where(Account.email == email))


def every_account(session: Session) -> list[Account]:
    """All accounts, the oldest first."""
    return list(session.scalars(select(Account).order_by(Account.created_at, Account.email)))


def count_accounts(session: Session) -> int:
    """How many accounts there are."""
    return int(session.scalar(select(func.count()).select_from(Account)) or 0)


def keep_account(session: Session, account: Account) -> None:
    """Keep a new account. Raises Taken for an address that is used."""
    try:
        with session.begin_nested():
            session.add(account)
    except IntegrityError as error:
        raise Taken("there is an account with this address; sign in instead") from error


def forget_account(session: Session, account_id: UUID) -> None:
    """Delete an account and everything it owns. Jobs that are being done end first: they hold their rows."""
    mine = select(JobRow.id).where(JobRow.account_id == account_id).order_by(JobRow.id)
    session.execute(mine.with_for_update())
    session.execute(delete(Account).where(Account.id == account_id))


def accounts_due(session: Session, now: datetime) -> list[UUID]:
    """Accounts whose week to regret is over."""
    return list(session.scalars(select(Account.id).where(Account.delete_after < now)))


# Attempts.


def one_at_a_time(session: Session, what: str) -> None:
    """Wait for others who count the same, until this transaction ends."""
    session.execute(select(func.pg_advisory_xact_lock(func.hashtextextended(what, 0))))


def attempts_since(
    session: Session, kind: str, since: datetime, *, email: str | None = None, address: str | None = None
) -> int:
    """How often it was tried for an account's address, from a host's address, or both."""
    query = select(func.count()).select_from(AttemptRow).where(AttemptRow.kind == kind, AttemptRow.at > since)
    if email is not None:
        query = query.where(AttemptRow.email == email)
    if address is not None:
        query = query.where(AttemptRow.address == address)
    return session.scalar(query) or 0


def note_attempt(session: Session, kind: str, *, email: str, address: str) -> None:
    """It was tried once more."""
    session.add(AttemptRow(kind=kind, email=email, address=address))
    session.flush()


def forget_attempts(session: Session, kind: str, *, email: str, address: str) -> None:
    """It worked: what went before it does not count."""
    mine = (AttemptRow.kind == kind, AttemptRow.email == email, AttemptRow.address == address)
    session.execute(delete(AttemptRow).where(*mine))


def forget_old_attempts(session: Session, before: datetime) -> None:
    """What was tried long ago is no matter."""
    session.execute(delete(AttemptRow).where(AttemptRow.at < before))


# Sessions.


def keep_session(session: Session, row: SessionRow, *, now: datetime) -> None:
    """Keep a new session; those that have run out go."""
    session.execute(delete(SessionRow).where(SessionRow.expires_at < now))
    session.add(row)


def account_behind(session: Session, token_hash: bytes, *, now: datetime) -> Account | None:
    """The account of a session that has not run out, unless it is disabled."""
    behind = (SessionRow.token_hash == token_hash, SessionRow.account_id == Account.id, SessionRow.expires_at > now)
    return session.scalar(select(Account).where(*behind, Account.disabled.is_(False)))


def sessions_of(session: Session, account_id: UUID) -> list[SessionRow]:
    """Where an account is signed in, the latest first."""
    mine = select(SessionRow).where(SessionRow.account_id == account_id)
    return list(session.scalars(mine.order_by(SessionRow.created_at.desc())))


def forget_session(session: Session, token_hash: bytes) -> None:
    """Forget a session."""
    session.execute(delete(SessionRow).where(SessionRow.token_hash == token_hash))


def forget_sessions(session: Session, account_id: UUID, *, but: bytes | None = None) -> None:
    """Forget every session of an account but one."""
    mine = delete(SessionRow).where(SessionRow.account_id == account_id)
    session.execute(mine if but is None else mine.where(SessionRow.token_hash != but))


def forget_session_called(session: Session, account_id: UUID, session_id: UUID) -> None:
    """Forget one session of an account."""
    mine = (SessionRow.account_id == account_id, SessionRow.id == session_id)
    session.execute(delete(SessionRow).where(*mine))


# Invitations.


def keep_invitation(session: Session, token_hash: bytes) -> None:
    """Somebody may make an account."""
    session.add(InvitationRow(token_hash=token_hash))


def use_invitation(session: Session, token_hash: bytes) -> bool:
    """Use an invitation up; False where there is none."""
    used = delete(InvitationRow).where(InvitationRow.token_hash == token_hash).returning(InvitationRow.token_hash)
    return session.scalar(used) is not None
