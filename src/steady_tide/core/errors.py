"""The one small tree of errors that the core raises at its edges."""

from dataclasses import dataclass


class SteadyTideError(Exception):
    """Anything the product refuses, with words for the person who asked."""


class NotYet(SteadyTideError):
    """There is no answer for now: too late, no room, ended from outside, no connection. Asked again, it may come.

    It says nothing of what was asked, is never kept, and is told as waiting.
    """


@dataclass(frozen=True)
class Problem:
    """One thing wrong with an input.

    path: where, from the root of the document, e.g. ("light", "lux").
    message: what is wrong and what would be accepted, in words.
    """

    path: tuple[str | int, ...]
    message: str

    @property
    def where(self) -> str:
        """The path as one readable string, e.g. `modes[3].rate`."""
        text = ""
        for part in self.path:
            text += f"[{part}]" if isinstance(part, int) else f".{part}" if text else part
        return text or "(the whole document)"


class BadInput(SteadyTideError):
    """Input that cannot be meant; carries every problem found."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems = problems
        super().__init__("; ".join(f"{problem.where}: {problem.message}" for problem in problems))

    def __reduce__(self) -> tuple[type["BadInput"], tuple[list[Problem]]]:
        """Goes between processes as its problems."""
        return BadInput, (self.problems,)


class OutOfRange(BadInput, ValueError):
    """A physical quantity outside its range, e.g. a negative illuminance."""

    def __init__(self, name: str, message: str) -> None:
        super().__init__([Problem((name,), message)])
