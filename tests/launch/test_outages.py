"""What happens when something dies: nothing that was acknowledged is lost, and the service comes back by itself."""

import os
import signal
import subprocess
import time
from collections.abc import Callable
from contextlib import ExitStack
from pathlib import Path
from typing import Any

import httpx2
import pytest

from steady_tide.launch.backup import BackupError, back_up, bring_back
from steady_tide.launch.cluster import Cluster
from steady_tide.launch.running import RunFile
from steady_tide.settings import Settings
from tests.launch.running import PATIENCE_S, command, drained, running, until
from tests.service import joined

READY = "Open Steady Tide"


def eventually(asked: Callable[[], bool], seconds: float = 60) -> bool:
    deadline = time.monotonic() + seconds
    while time.monotonic() < deadline:
        try:
            if asked():
                return True
        except httpx2.HTTPError:
            pass
        time.sleep(0.1)
    return False


def places(client: httpx2.Client) -> list[str]:
    return [place["name"] for place in client.get("/api/places").json()]


def add(client: httpx2.Client, name: str) -> int:
    status: int = client.post("/api/places", json={"name": name, "latitude_deg": 1, "longitude_deg": 1}).status_code
    return status


def postmaster(home: Path) -> int:
    return int((home / "postgres" / "postmaster.pid").read_text().splitlines()[0])


def test_a_database_that_dies_is_started_again_and_keeps_what_was_acknowledged(home: Path) -> None:
    with running(home, name="serve", ready=READY, fsync=True) as address, httpx2.Client(base_url=address) as client:
        joined(client)
        assert add(client, "before") == 201
        os.kill(postmaster(home), signal.SIGKILL)
        assert eventually(lambda: client.get("/api/ready").json()["ready"])
        # A session of the dead server may still have said so; from the first answer on everything has to be there.
        assert eventually(lambda: client.get("/api/places").status_code == 200)
        assert places(client) == ["before"]
        assert eventually(lambda: add(client, "after") == 201)
        assert places(client) == ["after", "before"]


def test_a_process_of_several_that_dies_is_replaced_and_all_end_together(home: Path) -> None:
    with running(home, "--processes", "2", name="serve", ready=READY) as address:
        with httpx2.Client(base_url=address) as client:
            joined(client)
            assert add(client, "before") == 201
        parent = RunFile(home, "serve", None).read()
        assert parent is not None
        children = _answering(parent.pid)
        assert len(children) == 2
        os.kill(children[0], signal.SIGKILL)
        assert eventually(lambda: len(set(_answering(parent.pid)) - {children[0]}) == 2)
        assert eventually(lambda: httpx2.get(f"{address}/api/health").status_code == 200)
        children = _answering(parent.pid)
    assert eventually(lambda: not any(Path(f"/proc/{child}").exists() for child in children))


def _answering(parent: int) -> list[int]:
    """The processes of a crew: forked, so they are called as their parent is."""
    called = Path(f"/proc/{parent}/cmdline").read_bytes()
    found = Path(f"/proc/{parent}/task/{parent}/children").read_text().split()
    return [int(pid) for pid in found if Path(f"/proc/{pid}/cmdline").read_bytes() == called]


def test_planners_end_with_the_service_that_was_killed(home: Path) -> None:
    process = command(home, name="serve")
    until(process, READY)
    drain = drained(process)
    assert eventually(lambda: len(_below(process.pid)) >= 2)
    below = _below(process.pid)
    process.kill()
    process.wait()
    drain.join()
    assert eventually(lambda: not any(_python(pid) for pid in below))


def _below(pid: int) -> list[int]:
    children = [int(one) for one in Path(f"/proc/{pid}/task/{pid}/children").read_text().split()]
    return children + [one for child in children for one in _below(child)]


def _python(pid: int) -> bool:
    try:
        return b"python" in Path(f"/proc/{pid}/cmdline").read_bytes()
    except OSError:
        return False


def test_two_starts_in_one_empty_home_are_one_service(home: Path) -> None:
    first, second = command(home, name="serve"), command(home, name="serve")
    told = {}
    with ExitStack() as ending:
        for process in (first, second):
            ending.callback(_ended, process)
        assert eventually(lambda: first.poll() is not None or second.poll() is not None)
        over, runs = (first, second) if first.poll() is not None else (second, first)
        told[over.pid] = over.stdout.read() if over.stdout else ""
        assert over.returncode == 0 and "already running" in told[over.pid]
        assert READY in until(runs, READY)


def _ended(process: "subprocess.Popen[str]") -> None:
    process.send_signal(signal.SIGINT)
    process.wait(30)
    assert process.stdout is not None
    process.stdout.close()


@pytest.mark.parametrize("kind", ["file", "below-a-file"])
def test_a_home_that_cannot_be_is_told_in_words(tmp_path: Path, kind: str) -> None:
    file = tmp_path / "file"
    file.write_text("")
    process = command(file if kind == "file" else file / "home", name="serve")
    told, _ = process.communicate(timeout=PATIENCE_S)
    assert process.returncode == 2 and "cannot be used" in told and "Traceback" not in told


def test_another_database_has_a_service_of_its_own_in_the_same_home(tmp_path: Path) -> None:
    mine, other = RunFile(tmp_path, "serve", None), RunFile(tmp_path, "serve", "postgresql://elsewhere/tide")
    mine.write("http://127.0.0.1:1")
    assert mine.read() is not None and other.read() is None


def settings_of(home: Path) -> Settings:
    return Settings(home=home, fsync=False, database_url=None)


def test_a_backup_comes_back_whole_into_an_empty_home(home: Path, tmp_path: Path) -> None:
    backup = tmp_path / "backup.tar"
    with running(home, name="serve", ready=READY) as address, httpx2.Client(base_url=address) as client:
        joined(client)
        shoot = client.post("/api/shoots", json={"name": "A day"}).json()["id"]
        client.post("/api/places", json={"name": "The quay", "latitude_deg": 58, "longitude_deg": 6})
        told = back_up(settings_of(home), backup)
        assert "Kept in" in told
        cookies = dict(client.cookies)
    empty = Path(f"{home}-again")
    empty.mkdir(mode=0o755)
    try:
        assert "1 accounts" in bring_back(settings_of(empty), backup, replace=False)
        with running(empty, name="serve", ready=READY) as address, httpx2.Client(base_url=address) as client:
            client.cookies.update(cookies)
            assert client.get(f"/api/shoots/{shoot}").json()["name"] == "A day"
            assert places(client) == ["The quay"]
        with pytest.raises(BackupError, match="accounts here already"):
            bring_back(settings_of(empty), backup, replace=False)
        assert "1 accounts" in bring_back(settings_of(empty), backup, replace=True)
        part = tmp_path / "part.tar"
        for share in (0.3, 0.9):
            part.write_bytes(backup.read_bytes()[: int(share * backup.stat().st_size)])
            with pytest.raises(BackupError):
                bring_back(settings_of(empty), part, replace=True)
        with pytest.raises(BackupError, match="accounts here already"):
            bring_back(settings_of(empty), backup, replace=False)
    finally:
        import shutil

        Cluster(empty).stop()
        shutil.rmtree(empty, ignore_errors=True)


@pytest.mark.parametrize("content", [b"", b"no tar at all", b"\0" * 10240])
def test_what_is_no_backup_is_told_in_words(home: Path, tmp_path: Path, content: bytes) -> None:
    file = tmp_path / "backup.tar"
    file.write_bytes(content)
    with pytest.raises(BackupError, match="no backup"):
        bring_back(settings_of(home), file, replace=False)


def test_who_runs_the_service_lists_resets_closes_and_deletes(home: Path, capsys: Any, monkeypatch: Any) -> None:
    from steady_tide.cli import main

    monkeypatch.setenv("STEADY_TIDE_HOME", str(home))
    monkeypatch.setenv("STEADY_TIDE_FSYNC", "false")
    monkeypatch.delenv("STEADY_TIDE_DATABASE_URL", raising=False)
    with running(home, name="serve", ready=READY) as address, httpx2.Client(base_url=address) as client:
        joined(client)
        email = client.get("/api/session").json()["email"]
        assert main(["account", "list"]) == 0 and email in capsys.readouterr().out
        assert main(["account", "reset", email]) == 0
        password = capsys.readouterr().out.splitlines()[0].rsplit(": ")[1]
        assert client.get("/api/account").status_code == 401
        assert client.post("/api/session", json={"email": email, "password": password}).status_code == 200
        assert main(["account", "disable", email]) == 0
        assert client.get("/api/account").status_code == 401
        closed = client.post("/api/session", json={"email": email, "password": password})
        assert closed.status_code == 422 and "closed" in closed.text
        assert main(["account", "enable", email]) == 0
        assert client.post("/api/session", json={"email": email, "password": password}).status_code == 200
        assert main(["account", "delete", email, "--yes"]) == 0
        assert main(["account", "disable", email]) == 2
        assert "no account" in capsys.readouterr().err
        assert main(["account", "invite"]) == 0 and "for one account" in capsys.readouterr().out
