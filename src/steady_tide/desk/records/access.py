"""Who comes, and what opens a link."""

import hashlib
import ipaddress
import secrets
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Final

from steady_tide.core.errors import BadInput, Problem, SteadyTideError
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.shares import shares

MOST: Final = 100
"""Links of one account that open at the same time."""


class TooManyFailures(SteadyTideError):
    """Coming in is refused for a while after several failures."""


@dataclass(frozen=True)
class From:
    """Where somebody comes from: the address of the host, and what the browser calls itself."""

    address: str = ""
    agent: str = ""

    @property
    def here(self) -> bool:
        """Whether that is this machine."""
        with suppress(ValueError):
            return ipaddress.ip_address(self.address).is_loopback
        return False


def hash_of(token: str) -> bytes:
    """A token as it is kept."""
    return hashlib.sha256(token.encode()).digest()


def new_token(rows: Rows) -> str:
    """What opens a new link. Raises BadInput where too many are open."""
    if len(shares(rows, datetime.now(UTC))) >= MOST:
        raise BadInput([Problem(("kind",), f"{MOST} links are open already; close some first")])
    return secrets.token_urlsafe(24)
