"""A folder of footage: each account sees its own part, and nothing outside it by any name or link."""

import os
from pathlib import Path
from uuid import UUID, uuid4

import pytest

from steady_tide.core.errors import BadInput
from steady_tide.in_place import LONGEST_NAME, MOST_LISTED, InPlace

ME, OTHER = UUID(int=1), UUID(int=2)


@pytest.fixture
def root(tmp_path: Path) -> Path:
    """Footage of two accounts, and something of nobody's beside."""
    root = tmp_path / "footage"
    for account in (ME, OTHER):
        (root / str(account) / "day 1").mkdir(parents=True)
        (root / str(account) / "day 1" / f"{account}.mp4").write_bytes(b"clip")
    (root / str(ME) / "gig.mov").write_bytes(b"longer")
    (tmp_path / "secret.mp4").write_bytes(b"secret")
    return root


def words(error: pytest.ExceptionInfo[BadInput]) -> str:
    return error.value.problems[0].message


def test_an_account_sees_its_own_folder(root: Path) -> None:
    found = InPlace(root).look(ME)
    assert (found.folders, found.files, found.more) == (["day 1"], [("gig.mov", 6)], False)
    assert InPlace(root).look(ME, "day 1").files == [(f"day 1/{ME}.mp4", 4)]


def test_an_account_without_a_folder_has_nothing_there(root: Path) -> None:
    found = InPlace(root).look(uuid4())
    assert (found.folders, found.files) == ([], [])
    assert InPlace(root / "not there").look(ME).files == []


def test_a_file_is_told_with_every_link_followed(root: Path, tmp_path: Path) -> None:
    (root / str(ME) / "again.mov").symlink_to(root / str(ME) / "gig.mov")
    assert InPlace(root).file(ME, "again.mov") == (root / str(ME) / "gig.mov").resolve()


@pytest.mark.parametrize(
    "name",
    [
        "../secret.mp4", "day 1/../../secret.mp4", f"../{OTHER}/day 1/{OTHER}.mp4", "/etc/passwd", "a\0b", "a\nb",
        "x" * (LONGEST_NAME + 1),
    ],
)  # fmt: skip
def test_names_that_lead_elsewhere_are_refused(root: Path, name: str) -> None:
    for ask in (InPlace(root).file, InPlace(root).look):
        with pytest.raises(BadInput) as error:
            ask(ME, name)
        assert words(error) == "this is no name within your folder"


@pytest.mark.parametrize("to", ["../../secret.mp4", f"../{OTHER}/day 1/{OTHER}.mp4", "/etc/passwd"])
def test_links_that_lead_elsewhere_are_neither_listed_nor_read(root: Path, to: str) -> None:
    (root / str(ME) / "link.mp4").symlink_to(to)
    assert "link.mp4" not in dict(InPlace(root).look(ME).files)
    with pytest.raises(BadInput) as error:
        InPlace(root).file(ME, "link.mp4")
    assert words(error) == "this leads out of your folder"


def test_a_folder_that_is_a_link_to_a_disk_is_the_account_s_own(root: Path, tmp_path: Path) -> None:
    disk, account = tmp_path / "disk", uuid4()
    disk.mkdir()
    (disk / "a.mp4").write_bytes(b"a")
    (root / str(account)).symlink_to(disk)
    assert InPlace(root).look(account).files == [("a.mp4", 1)]
    assert InPlace(root).file(account, "a.mp4") == (disk / "a.mp4").resolve()


def test_links_in_a_ring_are_left_out(root: Path) -> None:
    one, two = root / str(ME) / "one", root / str(ME) / "two"
    one.symlink_to(two)
    two.symlink_to(one)
    assert [name for name, _ in InPlace(root).look(ME).files] == ["gig.mov"]


def test_what_is_no_plain_file_is_neither_listed_nor_opened(root: Path) -> None:
    os.mkfifo(root / str(ME) / "pipe.mp4")
    assert [name for name, _ in InPlace(root).look(ME).files] == ["gig.mov"]
    with pytest.raises(BadInput) as error:
        InPlace(root).file(ME, "pipe.mp4")
    assert words(error) == "there is no file pipe.mp4 any more"


def test_hidden_files_are_left_out_and_much_is_cut(root: Path) -> None:
    many = root / str(ME) / "many"
    many.mkdir()
    (many / ".trash.mp4").write_bytes(b"")
    for number in range(MOST_LISTED + 5):
        (many / f"{number:05d}.mp4").touch()
    found = InPlace(root).look(ME, "many")
    assert (len(found.files), found.more, found.files[0][0]) == (MOST_LISTED, True, "many/00000.mp4")


def test_no_such_folder_is_said(root: Path) -> None:
    with pytest.raises(BadInput) as error:
        InPlace(root).look(ME, "gig.mov")
    assert words(error) == "there is no such folder"


def test_ids_are_all_that_names_an_account_s_folder(root: Path) -> None:
    (root / "shared").mkdir()
    (root / "shared" / "x.mp4").touch()
    assert InPlace(root).look(UUID(int=0)).files == []
