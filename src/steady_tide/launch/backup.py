"""Everything of a service in one tar: its database as PostgreSQL's own tool writes it, and its large files."""

import io
import json
import os
import shutil
import subprocess
import tarfile
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Final

from steady_tide import __version__
from steady_tide.launch.cluster import programs
from steady_tide.launch.service import REAL, open_database, open_files
from steady_tide.settings import Settings
from steady_tide.storage import Files
from steady_tide.store.database import Database, libpq, password_of
from steady_tide.store.repositories.accounts import count_accounts
from steady_tide.store.swap import in_place

DUMP, MANIFEST, FILES = "database.dump", "backup.json", "files/"
PIECE: Final = 1_000_000
EVERY: Final = datetime(9999, 1, 1, tzinfo=UTC)


class BackupError(Exception):
    """A backup cannot be made or brought back, in words."""


def back_up(settings: Settings, where: Path) -> str:
    """Write a backup while the service may run; what was committed when it began is in it. Returns what to tell."""
    files = open_files(settings, REAL)
    # What is sent while this runs may lie in a file that the database of this moment does not know; it does no harm.
    with open_database(settings, REAL) as (database, _), tempfile.TemporaryDirectory() as folder:
        dump = Path(folder) / DUMP
        _tool("pg_dump", database.url, "--format=custom", "--no-owner", f"--file={dump}")
        keys = files.older_than(EVERY)
        manifest = {
            "document": "steady-tide/backup",
            "version": 1,
            "made_by": __version__,
            "made_at": datetime.now(UTC).isoformat(timespec="seconds"),
            "schema": database.revision(),
            "files": len(keys),
        }
        part = where.with_name(f"{where.name}.part")
        with tarfile.open(part, "w") as tar:
            _add(tar, MANIFEST, json.dumps(manifest, indent=1).encode())
            tar.add(dump, DUMP)
            for key in keys:
                with files.here(key) as path:
                    tar.add(path, FILES + key)
        part.replace(where)
    return f"Kept in {where}: the database and {len(keys)} files, {where.stat().st_size / 1e6:.1f} MB."


def bring_back(settings: Settings, source: Path, *, replace: bool) -> str:
    """Bring a backup into an empty service, or in place of what is there. Returns what to tell. Raises BackupError."""
    files = open_files(settings, REAL)
    with _opened(source) as tar, tempfile.TemporaryDirectory() as folder:
        manifest = _manifest(tar)
        dump = Path(folder) / DUMP
        _checked(tar, manifest, dump)
        with open_database(settings, REAL) as (database, _):
            if not replace and _accounts(database):
                raise BackupError("there are accounts here already; say --replace to throw them away")
            with in_place(database):
                _tool(
                    "pg_restore", database.url, "--no-owner", "--exit-on-error", f"--dbname={libpq(database.url)}", dump
                )
                database.migrate()
                told = _accounts(database)
                count = _bring_files(tar, files)
    return f"Brought back from {manifest['made_at']}: {told} accounts and {count} files."


def _checked(tar: tarfile.TarFile, manifest: dict[str, Any], dump: Path) -> None:
    """Read all of a backup before anything is changed, and put its dump into a file. Raises BackupError."""
    try:
        members = tar.getmembers()
        content = tar.extractfile(DUMP)
        assert content is not None, "it is a file"
        with dump.open("wb") as file:
            shutil.copyfileobj(content, file, PIECE)
    except (tarfile.TarError, EOFError, KeyError) as error:
        raise BackupError("this backup is not whole; copy it again, or take an earlier one") from error
    there = sum(1 for member in members if member.isfile() and member.name.startswith(FILES))
    last = max((member.offset_data + member.size for member in members), default=0)
    if there != manifest.get("files") or last > Path(str(tar.name)).stat().st_size:
        raise BackupError(f"this backup is not whole: {there} of {manifest.get('files')} files are in it")
    _tool("pg_restore", "", "--file=/dev/null", dump)


@contextmanager
def _opened(source: Path) -> Iterator[tarfile.TarFile]:
    try:
        with tarfile.open(source, "r:") as tar:
            yield tar
    except tarfile.TarError as error:
        raise BackupError(f"{source} is no backup of Steady Tide") from error


def _manifest(tar: tarfile.TarFile) -> dict[str, Any]:
    try:
        found = json.loads(_content(tar, MANIFEST))
    except (KeyError, ValueError) as error:
        raise BackupError("this file is no backup of Steady Tide") from error
    if not isinstance(found, dict) or found.get("document") != "steady-tide/backup" or found.get("version") != 1:
        raise BackupError("this backup was made by a newer version; bring it back with that")
    return found


def _content(tar: tarfile.TarFile, name: str) -> bytes:
    member = tar.extractfile(name)
    if member is None:
        raise KeyError(name)
    return member.read()


def _bring_files(tar: tarfile.TarFile, files: Files) -> int:
    members = [member for member in tar.getmembers() if member.isfile() and member.name.startswith(FILES)]
    for member in members:
        content = tar.extractfile(member)
        assert content is not None, "it is a file"
        files.put(member.name.removeprefix(FILES), iter(lambda: content.read(PIECE), b""))  # noqa: B023
    return len(members)


def _add(tar: tarfile.TarFile, name: str, content: bytes) -> None:
    entry = tarfile.TarInfo(name)
    entry.size, entry.mtime = len(content), int(datetime.now(UTC).timestamp())
    tar.addfile(entry, io.BytesIO(content))


def _accounts(database: Database) -> int:
    with database.session() as session:
        return count_accounts(session)


def _tool(program: str, url: str, *arguments: str | Path) -> None:
    """Run one of PostgreSQL's tools; the password goes by the environment, where nobody else reads it."""
    password = password_of(url) if url else ""
    options = [f"--dbname={libpq(url)}"] if program == "pg_dump" else []
    safe = [str(argument).replace(f":{password}@", "@") for argument in (*options, *arguments)]
    environment = {**os.environ, "PGPASSWORD": password}
    done = subprocess.run(
        [str(programs() / program), *safe], env=environment, capture_output=True, text=True, check=False
    )
    if done.returncode:
        raise BackupError(f"{program} failed: {done.stderr.strip()[-400:]}")
