"""Starting and stopping, as people do it: by the command, on a machine that is not always tidy."""

import socket
import subprocess
import time
from pathlib import Path
from urllib.request import urlopen

import httpx2
import pytest

from steady_tide.launch import cluster as cluster_module
from steady_tide.launch.cluster import Cluster, choose_home
from steady_tide.launch.port import bind
from steady_tide.launch.words import StartError
from steady_tide.settings import PROJECT
from tests.launch.running import ADDRESS, PATIENCE_S, command, running, until
from tests.service import joined


def answers(address: str) -> bool:
    try:
        with urlopen(f"{address}/api/health", timeout=3) as answer:
            return bool(answer.status == 200)
    except OSError:
        return False


def test_ctrl_c_stops_what_it_started_and_a_second_start_is_quick_and_finds_everything(home: Path) -> None:
    with running(home) as address:
        assert answers(address)
        second = command(home)
        told, _ = second.communicate(timeout=PATIENCE_S)
        assert second.returncode == 0
        assert "already running" in told and address in told
    assert not answers(address)
    assert Cluster(home).running_port() is None
    assert not (home / "demo.run").exists()
    with running(home) as again:
        assert answers(again)


def test_a_killed_run_is_taken_over(home: Path) -> None:
    process = command(home)
    address = until(process, ADDRESS).split("Rope and Lantern: ")[1].split()[0]
    process.kill()
    process.wait()
    assert process.stdout is not None
    process.stdout.close()
    assert not answers(address)
    assert Cluster(home).running_port() is not None, "the database outlives its killed service"
    with running(home) as again:
        assert answers(again)
    assert Cluster(home).running_port() is None


def test_a_worker_of_its_own_does_what_the_service_leaves_to_it(home: Path) -> None:
    with running(home, "--no-worker", name="serve", ready="Open Steady Tide") as address:
        client = joined(httpx2.Client(base_url=address))
        shoot = client.post("/api/shoots", json={"name": "A day"}).json()["id"]
        job = client.post(f"/api/shoots/{shoot}/cards", params={"minute": 700}, content=b"no picture").json()["id"]
        with running(home, name="worker", ready="working"):
            deadline = time.monotonic() + PATIENCE_S
            while not (told := client.get(f"/api/jobs/{job}").json())["ended"] and time.monotonic() < deadline:
                time.sleep(0.1)
        assert told["state"] == "refused" and told["problems"][0]["path"] == ["file"]
        client.close()


def test_a_busy_port_is_passed_over_or_told(home: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        with pytest.raises(StartError, match=f"port {port} cannot be used .*--port"):
            bind("127.0.0.1", port)
    first = bind("127.0.0.1", None)
    second = bind("127.0.0.1", None)
    assert first.getsockname()[1] != second.getsockname()[1]
    first.close()
    second.close()


def test_two_users_of_one_cluster_do_not_stop_it_under_each_other(home: Path) -> None:
    # Locks belong to the open file, so two in one process stand for two processes.
    one, two = Cluster(home, fsync=False), Cluster(home, fsync=False)
    one.start()
    two.start()
    one.stop()
    assert two.running_port() is not None
    two.stop()
    assert two.running_port() is None


def test_a_folder_the_database_user_cannot_reach_is_replaced_and_told(
    monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    told: list[str] = []
    monkeypatch.setattr("steady_tide.launch.cluster.os.geteuid", lambda: 0)
    monkeypatch.setattr(cluster_module, "_traversable", lambda folder: False)
    monkeypatch.setattr(cluster_module, "ELSEWHERE", tmp_path / "elsewhere")
    chosen = choose_home(tmp_path / "hidden", told.append)
    assert chosen.parent == tmp_path / "elsewhere" and chosen.is_dir()
    assert str(chosen) in told[0]
    assert choose_home(tmp_path / "hidden", told.append) == chosen, "the same folder every time"


def packages(*, path: str, command_name: str, user: int) -> subprocess.CompletedProcess[str]:
    """Run the package step with a chosen PATH and user id, without touching this machine."""
    script = f"""
        set -euo pipefail
        id() {{ echo {user}; }}
        find_postgres() {{ :; }}
        . setup/packages.sh
        find_postgres() {{ :; }}
        find_python() {{ :; }}
        need_packages {command_name}
    """
    environment = {"PATH": path}
    return subprocess.run(
        ["/bin/bash", "-c", script], cwd=PROJECT, env=environment, capture_output=True, text=True, check=False
    )


def test_without_root_and_sudo_exactly_what_is_missing_is_named(tmp_path: Path) -> None:
    for program in ("dpkg-query", "tail", "sort"):
        (tmp_path / program).symlink_to(f"/usr/bin/{program}")
    done = packages(path=str(tmp_path), command_name="demo", user=1000)
    assert done.returncode == 2
    assert "these Debian packages are missing: python3 python3-venv postgresql-15" in done.stderr
    plan = packages(path=str(tmp_path), command_name="plan", user=1000)
    assert "missing: python3 python3-venv\n" in plan.stderr


def test_a_plain_user_with_sudo_installs_through_it(tmp_path: Path) -> None:
    for program in ("dpkg-query", "tail", "sort", "mkdir", "tee", "env"):
        (tmp_path / program).symlink_to(f"/usr/bin/{program}")
    log = tmp_path / "log"
    (tmp_path / "sudo").write_text(f'#!/bin/bash\necho "$*" >> {log}\n[[ "$1" != tee ]] || /usr/bin/cat >/dev/null\n')
    (tmp_path / "sudo").chmod(0o755)
    done = packages(path=str(tmp_path), command_name="plan", user=1000)
    assert done.returncode == 0, done.stderr
    calls = log.read_text()
    assert "apt-get update" in calls
    assert "apt-get install -y -qq --no-install-recommends python3 python3-venv" in calls
