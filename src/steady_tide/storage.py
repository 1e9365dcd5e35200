"""Large files: written whole or not at all, in a folder or in a bucket, by setting."""

import os
import re
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from datetime import datetime
from typing import Final, Protocol
from uuid import UUID, uuid4

import fsspec
from fsspec.implementations.local import LocalFileSystem

KEY: Final = re.compile(r"[0-9a-f-]{36}/[0-9a-f-]{36}")


class Sink(Protocol):
    """Something that bytes are written to."""

    def write(self, data: bytes, /) -> int: ...


class Files:
    """A place for large files, each under an account and a name of its own."""

    def __init__(self, address: str) -> None:
        """address: a folder, or what fsspec can open, such as `s3://bucket/folder`. Raises ValueError, ImportError."""
        self._system, root = fsspec.core.url_to_fs(address)
        self._root = root.rstrip("/")
        self._system.makedirs(self._root, exist_ok=True)

    def _path(self, key: str) -> str:
        if not KEY.fullmatch(key):
            raise ValueError("a key of a file is made by this module")
        return f"{self._root}/{key}"

    @contextmanager
    def writing(self, account_id: UUID) -> Iterator[tuple[str, Sink]]:
        """A new key, and where to write its bytes; nothing is kept when writing ends in an error."""
        key = f"{account_id}/{uuid4()}"
        path = self._path(key)
        self._system.makedirs(path.rsplit("/", 1)[0], exist_ok=True)
        file = self._system.open(path, "wb", autocommit=False)
        try:
            yield key, file
            file.close()
            file.commit()
        except BaseException:
            file.close()
            file.discard()
            self.delete(key)
            raise

    def read(self, key: str, *, most_bytes: int) -> bytes:
        """What stands under a key, at most so many bytes of it. Raises FileNotFoundError."""
        with self._system.open(self._path(key), "rb") as file:
            data: bytes = file.read(most_bytes)
            return data

    def check(self) -> None:
        """Raises OSError where nothing can be written."""
        if not self._system.isdir(self._root):
            raise FileNotFoundError(2, "it is not there", self._root)
        if isinstance(self._system, LocalFileSystem) and not os.access(self._root, os.W_OK):
            raise PermissionError(13, "it may not be written", self._root)

    def whole(self, key: str) -> bytes:
        """All that stands under a key."""
        with self._system.open(self._path(key), "rb") as file:
            data: bytes = file.read()
            return data

    def put(self, key: str, pieces: Iterable[bytes]) -> None:
        """Write a file under a key it had before; for backups that are brought back."""
        path = self._path(key)
        self._system.makedirs(path.rsplit("/", 1)[0], exist_ok=True)
        with self._system.open(path, "wb") as file:
            for piece in pieces:
                file.write(piece)

    def delete(self, key: str) -> None:
        """Remove a file; one that is gone is no error."""
        if self._system.exists(path := self._path(key)):
            self._system.rm_file(path)

    def older_than(self, moment: datetime) -> list[str]:
        """Keys of files last written before a moment (with its zone)."""
        self._system.invalidate_cache()
        found = self._system.find(self._root)
        keys = {path: "/".join(path.split("/")[-2:]) for path in found}
        return [
            key for path, key in sorted(keys.items()) if KEY.fullmatch(key) and self._system.modified(path) < moment
        ]
