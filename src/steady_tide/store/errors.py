"""What the store can answer besides data; the API maps these to HTTP in one place."""

from steady_tide.core.errors import SteadyTideError


class NotFound(SteadyTideError):
    """No such thing in this account (whether or not another account has it)."""


class Stale(SteadyTideError):
    """The thing was changed elsewhere since it was read."""


class Taken(SteadyTideError):
    """A name or address that has to be unique is in use."""


class Unstorable(SteadyTideError):
    """Text or a number that the database cannot keep."""


class Unavailable(SteadyTideError):
    """The database cannot be reached right now."""
