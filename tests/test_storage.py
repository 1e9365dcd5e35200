"""Large files: whole or not at all, the same in a folder and in a bucket (one in memory stands for it)."""

import io
from datetime import UTC, datetime, timedelta
from pathlib import Path
from uuid import uuid4

import pytest

from steady_tide.storage import PIECE_BYTES, QUICK_BYTES, Files, quick_hash

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


def kept(files: Files, data: bytes) -> str:
    with files.writing(uuid4()) as (key, sink):
        sink.write(data)
    return key


def test_pieces_are_put_together_in_their_order(files: Files) -> None:
    told: list[int] = []
    parts, account = [kept(files, data) for data in (b"one ", b"", b"two ", b"three")], uuid4()
    key = files.joined(account, parts, told=told.append)
    assert files.whole(key) == b"one two three" and key.startswith(f"{account}/")
    assert told[-1] == len(b"one two three") and told == sorted(told)
    assert all(files.read(part, most_bytes=9) is not None for part in parts), "the pieces stay"


def test_a_piece_that_is_gone_leaves_nothing_behind(files: Files) -> None:
    parts = [kept(files, b"one"), kept(files, b"two")]
    files.delete(parts[1])
    tomorrow = datetime.now(UTC) + timedelta(days=1)
    with pytest.raises(FileNotFoundError):
        files.joined(uuid4(), parts)
    assert files.older_than(tomorrow) == parts[:1]


def test_some_of_a_file_and_its_size(files: Files) -> None:
    key = kept(files, b"0123456789")
    assert (files.size(key), files.piece(key, 3, 4), files.piece(key, 8, 99)) == (10, b"3456", b"89")
    files.delete(key)
    for ask in (lambda: files.size(key), lambda: files.piece(key, 0, 1), lambda: files.whole(key)):
        with pytest.raises(FileNotFoundError):
            ask()


def test_a_file_is_here_for_as_long_as_it_is_needed(files: Files) -> None:
    key = kept(files, b"clip")
    with files.here(key) as path:
        assert path.read_bytes() == b"clip"
    assert files.whole(key) == b"clip"
    with pytest.raises(FileNotFoundError), files.here(f"{ID}/{ID}"):
        pass


def test_a_file_of_this_machine_is_taken_as_a_copy(files: Files, tmp_path: Path) -> None:
    (tmp_path / "poster.jpg").write_bytes(bytes(PIECE_BYTES + 5))
    account = uuid4()
    key = files.take(account, tmp_path / "poster.jpg")
    (tmp_path / "poster.jpg").unlink()
    assert files.size(key) == PIECE_BYTES + 5 and key.startswith(str(account))


def test_room_is_known_only_of_a_folder(tmp_path: Path) -> None:
    assert (Files(str(tmp_path / "files")).room_bytes or 0) > 0
    assert Files(f"memory://{uuid4()}").room_bytes is None


def quick(data: bytes) -> str:
    return quick_hash(io.BytesIO(data), len(data))


def test_contents_are_known_again_by_length_and_ends() -> None:
    long = bytes(range(256)) * (4 * QUICK_BYTES // 256)
    middle = bytearray(long)
    middle[len(long) // 2] ^= 1
    assert quick(long) == quick(bytes(middle)), "what lies between is not looked at"
    for at in (0, QUICK_BYTES - 1, len(long) - QUICK_BYTES, len(long) - 1):
        other = bytearray(long)
        other[at] ^= 1
        assert quick(long) != quick(bytes(other))
    assert quick(long) != quick(long + long[-1:]) and quick(b"") != quick(b"\0")
