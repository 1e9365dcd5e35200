"""What is wrong with a service, as of a moment ago: however many ask, it is looked at once."""

from threading import Lock
from time import monotonic
from typing import Final

from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.store.errors import Unavailable

FRESH_S: Final = 1.0
"""For how long what was seen counts."""


class LatestReadiness:
    """What was seen last of a service's parts, looked at anew by one at a time. Safe between threads."""

    def __init__(self, database: Database, files: Files) -> None:
        self._database, self._files = database, files
        self._at, self._wrong = -FRESH_S, list[str]()
        self._looking = Lock()

    def wrong(self) -> list[str]:
        """What is wrong, a sentence each."""
        with self._looking:
            if monotonic() - self._at > FRESH_S:
                self._wrong = self._look()
                self._at = monotonic()
            return self._wrong

    def _look(self) -> list[str]:
        wrong = []
        try:
            self._database.check()
        except Unavailable as error:
            wrong.append(f"The database: {error}.")
        try:
            self._files.check()
        except OSError as error:
            told = error.strerror or type(error).__name__
            wrong.append(f"The place for large files cannot be written ({told}).")
        return wrong
