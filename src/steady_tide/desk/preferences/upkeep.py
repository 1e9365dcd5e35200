"""How the owner of an account runs cameras, charges cells and copies cards."""

from steady_tide.core.ready.upkeep import Upkeep
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.kit import account_of

PLACE = "upkeep"


def upkeep_of(rows: Rows) -> Upkeep:
    """What budgets of an account rest on."""
    return Upkeep.opened(account_of(rows).preferences.get(PLACE, {}))


def keep_upkeep(rows: Rows, upkeep: Upkeep) -> Upkeep:
    """Keep what somebody changed."""
    account = account_of(rows, lock=True)
    account.preferences = {**account.preferences, PLACE: upkeep.plain()}
    rows.flush()
    return upkeep
