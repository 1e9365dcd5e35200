"""Large files: written whole or not at all, in a folder or in a bucket, by setting."""

import hashlib
import os
import re
import shutil
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from datetime import datetime
from errno import ENOSPC
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import BinaryIO, Final, Protocol
from uuid import UUID, uuid4

import fsspec
from fsspec.implementations.local import LocalFileSystem

PIECE_BYTES: Final = 4_000_000
LEAST_ROOM: Final = 50_000_000
"""With less room than this [bytes] nothing more can be taken in."""
QUICK_BYTES: Final = 1_000_000
KEY: Final = re.compile(r"[0-9a-f-]{36}/[0-9a-f-]{36}")


def quick_hash(file: BinaryIO, size: int) -> str:
    """A hash of a file's length, first and last million bytes: enough to know it again before it is sent."""
    made = hashlib.sha256(str(size).encode())
    file.seek(0)
    made.update(file.read(QUICK_BYTES))
    file.seek(max(0, size - QUICK_BYTES))
    made.update(file.read(QUICK_BYTES))
    return made.hexdigest()


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
        room = self.room_bytes
        if room is not None and room < LEAST_ROOM:
            raise OSError(ENOSPC, "it is full", self._root)

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

    def size(self, key: str) -> int:
        """How many bytes stand under a key. Raises FileNotFoundError."""
        return int(self._system.size(self._path(key)))

    def piece(self, key: str, start: int, length: int) -> bytes:
        """Some of what stands under a key. Raises FileNotFoundError."""
        with self._system.open(self._path(key), "rb") as file:
            file.seek(start)
            data: bytes = file.read(length)
            return data

    def joined(self, account_id: UUID, parts: Iterable[str], *, told: Callable[[int], None] = lambda size: None) -> str:
        """Pieces put together under a new key, in their order. Raises FileNotFoundError where one is gone."""
        size = 0
        with self.writing(account_id) as (key, sink):
            for part in parts:
                with self._system.open(self._path(part), "rb") as file:
                    while piece := file.read(PIECE_BYTES):
                        size += sink.write(piece)
                        told(size)
        return key

    @contextmanager
    def here(self, key: str) -> Iterator[Path]:
        """A file of this machine with what stands under a key: itself, or a copy for as long as it is needed."""
        path = self._path(key)
        if isinstance(self._system, LocalFileSystem):
            if not self._system.exists(path):
                raise FileNotFoundError(2, "it is not there", key)
            yield Path(path)
            return
        with TemporaryDirectory() as folder:
            copy = Path(folder) / "file"
            self._system.get_file(path, str(copy))
            yield copy

    def take(self, account_id: UUID, path: Path) -> str:
        """Keep a copy of a file of this machine under a new key."""
        with self.writing(account_id) as (key, sink), path.open("rb") as file:
            while piece := file.read(PIECE_BYTES):
                sink.write(piece)
        return key

    @property
    def room_bytes(self) -> int | None:
        """How much room is left, where that can be known."""
        return shutil.disk_usage(self._root).free if isinstance(self._system, LocalFileSystem) else None

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
