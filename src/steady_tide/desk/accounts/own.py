"""One's own account: its password, where it is signed in, and leaving for good, with a week to regret it."""

from datetime import UTC, datetime, timedelta
from typing import Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.desk.accounts.authentication import hashed, proven
from steady_tide.desk.records.access import hash_of
from steady_tide.desk.views import View
from steady_tide.store.owned import Rows
from steady_tide.store.repositories import accounts as kept
from steady_tide.store.repositories.kit import account_of
from steady_tide.store.tables import Account

REGRET: Final = timedelta(days=7)


class SignedIn(View):
    """A browser that is signed in. here: the one that asks."""

    id: UUID
    since: datetime
    address: str
    agent: str
    here: bool


class OwnView(View):
    """An account as its owner sees it. goes_at: when it is deleted, unless that is regretted."""

    name: str
    email: str
    since: datetime
    goes_at: datetime | None
    signed_in: list[SignedIn]


class Own:
    """One's own account. token: of the browser that asks."""

    def __init__(self, rows: Rows, token: str | None) -> None:
        self.rows = rows
        self._here = hash_of(token or "")

    def view(self) -> OwnView:
        """The account, and where it is signed in."""
        account = account_of(self.rows)
        sessions = kept.sessions_of(self.rows.session, account.id)
        return OwnView(
            name=account.name,
            email=account.email,
            since=account.created_at,
            goes_at=account.delete_after,
            signed_in=[
                SignedIn(
                    id=one.id,
                    since=one.created_at,
                    address=one.address,
                    agent=one.agent,
                    here=one.token_hash == self._here,
                )
                for one in sessions
            ],
        )

    def change_password(self, *, old: str, new: str) -> OwnView:
        """Another password; every other browser is signed out. Raises BadInput for a wrong or a weak one."""
        account = account_of(self.rows, lock=True)
        self._prove(account, old, "old")
        account.password_hash = hashed(new, about=(*account.email.split("@"), *account.name.split()))
        kept.forget_sessions(self.rows.session, account.id, but=self._here)
        self.rows.flush()
        return self.view()

    def sign_out_elsewhere(self) -> OwnView:
        """Sign every other browser out."""
        kept.forget_sessions(self.rows.session, self.rows.account_id, but=self._here)
        return self.view()

    def sign_out(self, session_id: UUID) -> OwnView:
        """Sign one browser out, if it still is signed in."""
        kept.forget_session_called(self.rows.session, self.rows.account_id, session_id)
        return self.view()

    def leave(self, *, password: str) -> OwnView:
        """Delete the account in a week."""
        account = account_of(self.rows, lock=True)
        self._prove(account, password, "password")
        account.delete_after = datetime.now(UTC) + REGRET
        self.rows.flush()
        return self.view()

    def stay(self) -> OwnView:
        """Regret it."""
        account_of(self.rows, lock=True).delete_after = None
        self.rows.flush()
        return self.view()

    def _prove(self, account: Account, password: str, field: str) -> None:
        if account.password_hash is None:
            raise BadInput([Problem((field,), "this account has no password; it belongs to the demo")])
        if not proven(account.password_hash, password):
            raise BadInput([Problem((field,), "this is not your password")])
