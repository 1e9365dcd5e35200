"""How the owner of an account reads quantities."""

from steady_tide.core.habits import Habits
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.kit import account_of
from steady_tide.store.tables import Account

PLACE = "habits"


def chosen(account: Account) -> Habits | None:
    """What was chosen in an account; None before anything was."""
    kept = account.preferences.get(PLACE)
    return None if kept is None else Habits.opened(kept)


def habits_of(rows: Rows) -> Habits:
    """How words are told to an account."""
    return chosen(account_of(rows)) or Habits()


def choose(rows: Rows, habits: Habits) -> Habits:
    """Keep what somebody chose."""
    account = account_of(rows, lock=True)
    account.preferences = {**account.preferences, PLACE: habits.plain()}
    rows.flush()
    return habits
