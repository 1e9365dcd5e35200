"""Footage in a folder of this machine, read where it lies: each account sees its own part of it, and nothing outside.

Nothing is ever written there, and nothing is deleted.
"""

import os
from contextlib import suppress
from dataclasses import dataclass
from itertools import islice
from pathlib import Path, PurePosixPath
from typing import Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem

MOST_LISTED: Final = 1000
"""So much of a folder is listed, by name."""
MOST_LOOKED: Final = 20_000
LONGEST_NAME: Final = 400


@dataclass(frozen=True)
class Inside:
    """What is in a folder, by names from the account's own folder on. files: with their bytes; more: not all of it."""

    folders: list[str]
    files: list[tuple[str, int]]
    more: bool = False


class InPlace:
    """A folder with footage; that of an account lies in the folder there that is called as its id."""

    def __init__(self, root: Path) -> None:
        self._root = root

    def look(self, account_id: UUID, folder: str = "") -> Inside:
        """What is in a folder of an account; nothing while it has none. Raises BadInput for what is not there."""
        own = self._own(account_id)
        if not own.is_dir() and not folder:
            return Inside([], [])
        at = self._inside(account_id, folder)
        if not at.is_dir():
            raise _refused("there is no such folder")
        try:
            with os.scandir(at) as entries:
                found = list(islice(entries, MOST_LOOKED))
        except OSError as error:
            raise _refused("this folder cannot be read") from error
        folders: list[str] = []
        files: list[tuple[str, int]] = []
        more = len(found) == MOST_LOOKED
        for entry in sorted((one for one in found if _shown(one.name)), key=lambda one: one.name):
            name = str(PurePosixPath(folder) / entry.name)
            if len(name) > LONGEST_NAME or (entry.is_symlink() and not self._owns(own, Path(entry.path))):
                continue
            if len(folders) + len(files) == MOST_LISTED:
                more = True
                break
            with suppress(OSError):
                if entry.is_dir():
                    folders.append(name)
                elif entry.is_file():
                    files.append((name, entry.stat().st_size))
        return Inside(folders, files, more)

    def file(self, account_id: UUID, name: str) -> Path:
        """A file of an account, with every link followed. Raises BadInput for what is none of it."""
        path = self._inside(account_id, name)
        if not path.is_file():
            raise _refused(f"there is no file {name} any more")
        return path

    def _own(self, account_id: UUID) -> Path:
        return (self._root / str(account_id)).resolve()

    def _owns(self, own: Path, path: Path) -> bool:
        try:
            return path.resolve().is_relative_to(own)
        except (OSError, RuntimeError):
            return False

    def _inside(self, account_id: UUID, name: str) -> Path:
        asked = PurePosixPath(name)
        if len(name) > LONGEST_NAME or asked.is_absolute() or ".." in asked.parts or not name.isprintable():
            raise _refused("this is no name within your folder")
        own = self._own(account_id)
        path = own / asked
        if not self._owns(own, path):
            raise _refused("this leads out of your folder")
        return path.resolve()


def _shown(name: str) -> bool:
    """Whether a name can be told at all: hidden ones are not, nor those that are no text."""
    return not name.startswith(".") and name.isprintable()


def _refused(words: str) -> BadInput:
    return BadInput([Problem(("folder",), words)])
