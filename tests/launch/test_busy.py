"""The demo's first start beside four processes that take all they get: later, and right without a hand."""

import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import httpx2

from tests.launch.running import PATIENCE_S, running

LOOPS = 4
CONFLICTS = 1
"""Sets of the demo that cannot be had, on purpose."""
BUSY = "while True: pass"


@contextmanager
def busy_loops() -> Iterator[None]:
    """Processes that keep every core busy."""
    loops = [subprocess.Popen([sys.executable, "-c", BUSY]) for _ in range(LOOPS)]
    try:
        yield
    finally:
        for loop in loops:
            loop.kill()
            loop.wait()


def outcomes(client: httpx2.Client, shoot: str) -> list[str]:
    """How each set of a shoot stands, asked as an open page asks."""
    told: dict[str, Any] = client.get(f"/api/shoots/{shoot}", params={"within_s": 1}).json()
    return [setup["outcome"] for scene in told["scenes"] for setup in scene["setups"]]


def test_the_first_start_of_the_demo_on_a_busy_machine_ends_as_on_a_quiet_one(home: Path) -> None:
    with busy_loops(), running(home) as address, httpx2.Client(base_url=address, timeout=PATIENCE_S) as client:
        client.post("/api/session/demo", headers={"Origin": address}).raise_for_status()
        shoot = client.get("/api/shoots").json()[0]["id"]
        deadline = time.monotonic() + PATIENCE_S
        while "waiting" in (found := outcomes(client, shoot)) and time.monotonic() < deadline:
            assert "refused" not in found, "what is late is waited for"
        assert found.count("conflict") == CONFLICTS and found.count("plan") == len(found) - CONFLICTS >= 8
        for scene in client.get(f"/api/shoots/{shoot}").json()["scenes"]:
            answer = client.get(f"/api/scenes/{scene['id']}")
            assert answer.status_code == 200
            assert {setup["outcome"]["outcome"] for setup in answer.json()["setups"]} <= {"plan", "conflict"}
        assert client.get(f"/api/shoots/{shoot}/ready").status_code == 200
