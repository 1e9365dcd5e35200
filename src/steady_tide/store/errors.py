"""What the store can answer besides data; the API maps these to HTTP in one place."""

from collections.abc import Sequence

from steady_tide.core.errors import NotYet, Problem, SteadyTideError


class NotFound(SteadyTideError):
    """No such thing in this account (whether or not another account has it)."""


class Stale(SteadyTideError):
    """The thing was changed elsewhere since it was read.

    problems: each field that both changed. theirs: the thing as it stands, as plain data; joined: that with the
    edit, which wins where they clash. None where they are not told.
    """

    def __init__(
        self, words: str, *, problems: Sequence[Problem] = (), theirs: object = None, joined: object = None
    ) -> None:
        super().__init__(words)
        self.problems, self.theirs, self.joined = list(problems), theirs, joined


class Collided(NotYet):
    """Two changes met in the database and one of them gave way; it may be made again."""


class Taken(SteadyTideError):
    """A name or address that has to be unique is in use."""


class Unstorable(SteadyTideError):
    """Text or a number that the database cannot keep."""


class Unavailable(NotYet):
    """What this takes cannot be had right now: the database, a process, a turn."""


class NoRoom(NotYet):
    """There is no room left where this would be kept. Once room is made it may be sent again."""
