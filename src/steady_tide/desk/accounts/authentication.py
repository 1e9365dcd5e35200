"""Coming in: hashed passwords, sessions by token, guessers slowed down."""

import secrets
from datetime import UTC, datetime, timedelta
from functools import cache
from typing import Final
from uuid import UUID

from argon2 import PasswordHasher
from argon2.exceptions import VerificationError

from steady_tide.core.errors import BadInput, Problem, SteadyTideError
from steady_tide.desk.records.access import From, TooManyFailures, hash_of
from steady_tide.store.database import Database, Session
from steady_tide.store.errors import NotFound
from steady_tide.store.repositories import accounts as kept
from steady_tide.store.tables import Account, SessionRow

SESSION_DAYS = 30
FAILURES_ALLOWED: Final = 5
"""Failed sign-ins of one account from one address in FAILURE_MINUTES; the account stays open from elsewhere."""
FAILURES_FROM_ONE: Final = 30
"""Failed sign-ins from one address, of whatever accounts."""
FAILURE_MINUTES: Final = 15
JOINED_FROM_ONE: Final = 10
"""Accounts made from one address in an hour; this machine's own is not counted."""
SHORTEST_PASSWORD: Final = 10
WEAKEST_SCORE: Final = 2
"""Of 0 to 4, by how many guesses a password takes: 2 stands over lists of common ones and what is made from them."""
ENTER, JOIN = "enter", "join"
HASHER = PasswordHasher()


@cache
def _nobody() -> str:
    """The hash of a password that nobody has: asking for an account that is not there takes as long as any."""
    return HASHER.hash(secrets.token_hex(16))


class NotSignedIn(SteadyTideError):
    """The request needs an account and carries none that is valid."""


def normal_email(email: str) -> str:
    """An e-mail address as it is compared: trimmed and in small letters."""
    return email.strip().lower()


def hashed(password: str, *, about: tuple[str, ...] = ()) -> str:
    """A password as it is kept. Raises BadInput for one that is soon guessed; about: what everybody would try."""
    if len(password) < SHORTEST_PASSWORD:
        raise BadInput([Problem(("password",), f"write at least {SHORTEST_PASSWORD} characters")])
    from zxcvbn import zxcvbn

    if zxcvbn(password[:72], user_inputs=[*about, "steady tide"])["score"] < WEAKEST_SCORE:
        words = "this is among the first that are guessed; write a few words that do not belong together"
        raise BadInput([Problem(("password",), words)])
    return HASHER.hash(password)


def proven(stored: str, password: str) -> bool:
    """Whether a password is the one that was kept."""
    try:
        return HASHER.verify(stored, password)
    except VerificationError:
        return False


def create_account(session: Session, *, email: str, name: str, password: str | None) -> Account:
    """A new account. Raises BadInput for a weak password and Taken for a used address."""
    secret = hashed(password, about=(*email.split("@"), *name.split())) if password is not None else None
    account = Account(email=normal_email(email), name=name.strip(), password_hash=secret, preferences={})
    kept.keep_account(session, account)
    return account


def may_join(database: Database, *, email: str, come_from: From) -> None:
    """Count that somebody makes an account. Raises TooManyFailures where many were made from there lately."""
    if come_from.here:
        return
    since = datetime.now(UTC) - timedelta(hours=1)
    with database.session() as session:
        kept.one_at_a_time(session, f"join {come_from.address}")
        if kept.attempts_since(session, JOIN, since, address=come_from.address) >= JOINED_FROM_ONE:
            raise TooManyFailures("many accounts were made from your network lately; try again in an hour")
        kept.note_attempt(session, JOIN, email=normal_email(email), address=come_from.address)


def may_enter(database: Database, *, email: str, come_from: From) -> None:
    """Count a try to sign in, before its password is looked at, so that many at once are not many tries.

    Raises TooManyFailures for this account from this address, or for this address, whether or not the account exists.
    """
    address, since = normal_email(email), datetime.now(UTC) - timedelta(minutes=FAILURE_MINUTES)
    with database.session() as session:
        kept.one_at_a_time(session, f"enter {come_from.address}")
        mine = kept.attempts_since(session, ENTER, since, email=address, address=come_from.address)
        everybodys = kept.attempts_since(session, ENTER, since, address=come_from.address)
        if mine >= FAILURES_ALLOWED or everybodys >= FAILURES_FROM_ONE:
            raise TooManyFailures(f"too many failed sign-ins; try again in {FAILURE_MINUTES} minutes")
        kept.note_attempt(session, ENTER, email=address, address=come_from.address)


def sign_in(session: Session, *, email: str, password: str, come_from: From) -> Account | None:
    """The account, or None after a wrong address or password. The same work is done whether or not it exists.

    Ask `may_enter` first. Raises BadInput for an account that is disabled, once its password is right.
    """
    address = normal_email(email)
    account = kept.account_called(session, address)
    stored = account.password_hash if account and account.password_hash else _nobody()
    if not proven(stored, password) or account is None or account.password_hash is None:
        return None
    if account.disabled:
        raise BadInput([Problem(("email",), "this account is closed; ask whoever runs this service")])
    kept.forget_attempts(session, ENTER, email=address, address=come_from.address)
    return account


def open_session(session: Session, account: Account, come_from: From | None = None) -> str:
    """A new token for a browser; only its hash is kept."""
    token = secrets.token_urlsafe(32)
    now, origin = datetime.now(UTC), come_from or From()
    row = SessionRow(
        token_hash=hash_of(token),
        account_id=account.id,
        expires_at=now + timedelta(days=SESSION_DAYS),
        address=origin.address[:64],
        agent=origin.agent[:200],
    )
    kept.keep_session(session, row, now=now)
    return token


def account_of(session: Session, token: str | None) -> Account:
    """Whose token this is. Raises NotSignedIn for a missing, unknown or expired one."""
    if token:
        account = kept.account_behind(session, hash_of(token), now=datetime.now(UTC))
        if account is not None:
            return account
    raise NotSignedIn("sign in first")


def close_session(session: Session, token: str | None) -> None:
    """Forget a token."""
    if token:
        kept.forget_session(session, hash_of(token))


def invite(session: Session) -> str:
    """What somebody is sent who may make one account."""
    token = secrets.token_urlsafe(12)
    kept.keep_invitation(session, hash_of(token))
    return token


def use_invitation(session: Session, token: str) -> None:
    """Use an invitation up. Raises BadInput where there is none."""
    if not kept.use_invitation(session, hash_of(token.strip())):
        raise BadInput([Problem(("invitation",), "this invitation is not known, or was used already")])


def find_account(session: Session, email: str) -> Account | None:
    """The account with an address, or None."""
    return kept.account_called(session, normal_email(email))


def called(session: Session, email: str) -> Account:
    """The account with an address. Raises NotFound."""
    account = find_account(session, email)
    if account is None:
        raise NotFound(f"there is no account with the address {email}")
    return account


def forget_account(session: Session, account_id: UUID) -> None:
    """Delete an account and everything it owns."""
    kept.forget_account(session, account_id)
