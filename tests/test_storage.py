"""Large files: whole or not at all, the same in a folder and in a bucket (one in memory stands for it)."""

from datetime import UTC, datetime, timedelta
from pathlib import Path
from uuid import uuid4

import pytest

from steady_tide.storage import Files

ID = "00000000-0000-4000-8000-000000000000"


@pytest.fixture(params=["folder", "bucket"])
def files(request: pytest.FixtureRequest, tmp_path: Path) -> Files:
    return Files(str(tmp_path / "files") if request.param == "folder" else f"memory://{uuid4()}/files")


def test_what_was_written_is_read_and_deleted(files: Files) -> None:
    with files.writing(uuid4()) as (key, sink):
        sink.write(b"one ")
        sink.write(b"and two")
    assert files.read(key, most_bytes=100) == b"one and two" and files.read(key, most_bytes=3) == b"one"
    tomorrow = datetime.now(UTC) + timedelta(days=1)
    assert files.older_than(tomorrow) == [key] and files.older_than(tomorrow - timedelta(days=2)) == []
    files.delete(key)
    files.delete(key)
    assert files.older_than(tomorrow) == []
    with pytest.raises(FileNotFoundError):
        files.read(key, most_bytes=1)


def test_a_file_broken_off_is_not_there(files: Files) -> None:
    with pytest.raises(ConnectionError), files.writing(uuid4()) as (key, sink):
        sink.write(b"the first half")
        raise ConnectionError
    with pytest.raises(FileNotFoundError):
        files.read(key, most_bytes=1)
    assert files.older_than(datetime.now(UTC) + timedelta(days=1)) == []


@pytest.mark.parametrize("key", ["../secret", "/etc/hosts", "a/b", "", f"{ID}/{ID}/x", f"{ID}/../x"])
def test_no_key_leads_outside(files: Files, key: str) -> None:
    with pytest.raises(ValueError):
        files.read(key, most_bytes=1)
    with pytest.raises(ValueError):
        files.delete(key)
