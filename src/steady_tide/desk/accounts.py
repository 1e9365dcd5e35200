"""Accounts and sign-in: hashed passwords, sessions by token, throttling of failures."""

import hashlib
import secrets
from datetime import UTC, datetime, timedelta
from uuid import UUID

from argon2 import PasswordHasher
from argon2.exceptions import VerificationError

from steady_tide.core.errors import BadInput, Problem, SteadyTideError
from steady_tide.store.database import Session
from steady_tide.store.repositories import accounts as kept
from steady_tide.store.tables import Account, SessionRow

SESSION_DAYS = 30
FAILURES_ALLOWED = 5
FAILURE_MINUTES = 15
SHORTEST_PASSWORD = 10
_hasher = PasswordHasher()
_NOBODY = _hasher.hash(secrets.token_hex(16))


class NotSignedIn(SteadyTideError):
    """The request needs an account and carries none that is valid."""


class TooManyFailures(SteadyTideError):
    """Sign-in is refused for a while after several failures."""


def normal_email(email: str) -> str:
    """An e-mail address as it is compared: trimmed and in small letters."""
    return email.strip().lower()


def create_account(session: Session, *, email: str, name: str, password: str | None) -> Account:
    """A new account. Raises BadInput for a weak password and Taken for a used address."""
    if password is not None and len(password) < SHORTEST_PASSWORD:
        raise BadInput([Problem(("password",), f"write at least {SHORTEST_PASSWORD} characters")])
    hashed = _hasher.hash(password) if password is not None else None
    account = Account(email=normal_email(email), name=name.strip(), password_hash=hashed, preferences={})
    kept.keep_account(session, account)
    return account


def sign_in(session: Session, *, email: str, password: str) -> Account | None:
    """The account, or None after a wrong address or password (noted for throttling).

    Raises TooManyFailures when the address failed too often lately. The same work is done
    whether or not the address exists.
    """
    address = normal_email(email)
    since = datetime.now(UTC) - timedelta(minutes=FAILURE_MINUTES)
    if kept.failures_since(session, address, since) >= FAILURES_ALLOWED:
        raise TooManyFailures(f"too many failed sign-ins; try again in {FAILURE_MINUTES} minutes")
    account = kept.account_called(session, address)
    stored = account.password_hash if account and account.password_hash else _NOBODY
    try:
        _hasher.verify(stored, password)
    except VerificationError:
        account = None
    if account is None or account.password_hash is None:
        kept.note_failure(session, address)
        return None
    kept.forget_failures(session, address)
    return account


def open_session(session: Session, account: Account) -> str:
    """A new token for a browser; only its hash is kept."""
    token = secrets.token_urlsafe(32)
    now = datetime.now(UTC)
    row = SessionRow(token_hash=_hash(token), account_id=account.id, expires_at=now + timedelta(days=SESSION_DAYS))
    kept.keep_session(session, row, now=now)
    return token


def account_of(session: Session, token: str | None) -> Account:
    """Whose token this is. Raises NotSignedIn for a missing, unknown or expired one."""
    if token:
        account = kept.account_behind(session, _hash(token), now=datetime.now(UTC))
        if account is not None:
            return account
    raise NotSignedIn("sign in first")


def close_session(session: Session, token: str | None) -> None:
    """Forget a token."""
    if token:
        kept.forget_session(session, _hash(token))


def find_account(session: Session, email: str) -> Account | None:
    """The account with an address, or None."""
    return kept.account_called(session, normal_email(email))


def forget_account(session: Session, account_id: UUID) -> None:
    """Delete an account and everything it owns."""
    kept.forget_account(session, account_id)


def _hash(token: str) -> bytes:
    return hashlib.sha256(token.encode()).digest()
