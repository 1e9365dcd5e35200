"""Clocks of phones: how far one is off, and when something was done if it was."""

from datetime import UTC, datetime, timedelta
from typing import Final

EARLIEST: Final = datetime(2000, 1, 1, tzinfo=UTC)
"""Clocks that were never set say earlier moments."""
OFF_FROM: Final = timedelta(minutes=2)
"""A clock that is off by less is taken at its word: sending takes time, too. **Assumed**."""


def off_by(said_now: datetime, now: datetime) -> timedelta:
    """How far a clock is ahead (+) or behind; nothing where it is near enough."""
    ahead = said_now - now
    return ahead if abs(ahead) > OFF_FROM else timedelta(0)


def corrected(at: datetime, ahead: timedelta, now: datetime) -> datetime:
    """When something was done that such a clock dates so, between `EARLIEST` and now; in whole milliseconds."""
    try:
        moment = min(max((at - ahead).astimezone(UTC), EARLIEST), now)
    except OverflowError:
        moment = now
    return moment.replace(microsecond=moment.microsecond // 1000 * 1000)
