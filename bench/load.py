"""Many at once: what a cheap read bears, and how planners and readers share a machine. `./tide bench --load`.

Starts a service of its own in an empty home, makes accounts, and lets locust ask as they would. Tells figures in words.
"""

import json
import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any
from urllib.request import urlopen

import httpx2

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src")]

PORT = 8477
READERS = PLANNERS = 50
TURNS = (4, 16, 40, 100)
OURS = (b"steady_tide", b"forkserver", b"tide-load")


@contextmanager
def serving(processes: int) -> Iterator[str]:
    """A service in a home of its own, for as long as the context lasts; its address."""
    with tempfile.TemporaryDirectory(prefix="tide-load-", dir="/tmp") as home:
        os.chmod(home, 0o755)
        environment = {**os.environ, "STEADY_TIDE_HOME": home, "PYTHONPATH": str(ROOT / "src")}
        environment |= {"STEADY_TIDE_LOG": "warning"}
        environment.pop("STEADY_TIDE_DATABASE_URL", None)
        command = [sys.executable, "-m", "steady_tide", "serve", "--port", str(PORT), "--processes", str(processes)]
        quiet = subprocess.DEVNULL
        with subprocess.Popen(command, env=environment, stdout=quiet, stderr=quiet) as service:
            try:
                yield _answering()
            finally:
                service.terminate()
                service.wait(timeout=60)


def _answering() -> str:
    address = f"http://127.0.0.1:{PORT}"
    deadline = time.monotonic() + 120
    while time.monotonic() < deadline:
        try:
            with urlopen(f"{address}/api/ready", timeout=3):
                return address
        except OSError:
            time.sleep(0.3)
    raise SystemExit("the service did not start")


def ready(address: str, folder: Path) -> Path:
    """Accounts and scenes for everybody who plans, made before anything is measured; kept in a file."""
    from steady_tide.demo.load import demo_kit, demo_scenes

    brief = next(scene["brief"] for scene in demo_scenes() if scene["brief"]["scenario"] == "motion")
    people = []
    for number in range(PLANNERS):
        with httpx2.Client(base_url=address, timeout=60) as client:
            new = {"email": f"{number}@example.invalid", "name": "Somebody", "password": "a long enough secret"}
            client.post("/api/session/accounts", json=new)
            client.put("/api/kit", json=demo_kit().plain())
            shoot = client.post("/api/shoots", json={"name": "A day"}).json()["id"]
            device = client.get("/api/kit/devices").json()[0]["id"]
            scene = {"name": "A scene", "brief": brief, "device_ids": [device]}
            made = client.post(f"/api/shoots/{shoot}/scenes", json=scene).json()
            people.append({"cookies": dict(client.cookies), "scene": made["id"], "brief": brief})
    kept = folder / "people.json"
    kept.write_text(json.dumps(people))
    return kept


def asked(address: str, people: Path, *, readers: int, planners: int, seconds: int, pause_s: float) -> dict[str, Any]:
    """What locust tells of so many people for so long, by name of what they asked."""
    command = [
        sys.executable, "-m", "locust", "--headless", "--only-summary", "--json", "--host", address,
        "-f", str(ROOT / "bench" / "people.py"), "-u", str(readers + planners), "-r", "1000", "-t", f"{seconds}s",
        "--stop-timeout", "10", "--loglevel", "ERROR",
    ]  # fmt: skip
    environment = {
        **os.environ, "TIDE_READERS": str(readers), "TIDE_PLANNERS": str(planners), "TIDE_PAUSE_S": str(pause_s),
        "TIDE_PEOPLE": str(people), "PYTHONWARNINGS": "ignore",
    }  # fmt: skip
    done = subprocess.run(command, env=environment, capture_output=True, text=True, check=False)
    return {one["name"]: one for one in json.loads(done.stdout)}


def at(times: dict[str, int], share: float) -> int:
    """The time [ms] within which a share of the answers came."""
    ordered = sorted((int(float(time)), count) for time, count in times.items())
    wanted, seen = share * sum(count for _, count in ordered), 0
    for one, count in ordered:
        seen += count
        if seen >= wanted:
            return one
    return 0


def told(name: str, one: dict[str, Any] | None) -> str:
    """One kind of request in words."""
    if one is None or not one["num_requests"]:
        return f"  {name}: none"
    seconds = max(one["last_request_timestamp"] - one["start_time"], 1.0)
    times = one["response_times"]
    return (
        f"  {name}: {one['num_requests'] / seconds:.0f} a second, half within {at(times, 0.5)} ms, "
        f"95 % within {at(times, 0.95)} ms, the slowest {one['max_response_time']:.0f} ms; "
        f"{one['num_failures']} of {one['num_requests']} turned away or failed"
    )


def memory_mb() -> float:
    """What every process of the product and its database holds together, what they share counted once [MB]."""
    total = 0
    for folder in Path("/proc").glob("[0-9]*"):
        try:
            called = (folder / "cmdline").read_bytes()
            if called.startswith(b"postgres:") or any(name in called for name in OURS):
                lines = (folder / "smaps_rollup").read_text().splitlines()
                total += sum(int(line.split()[1]) for line in lines if line.startswith("Pss:"))
        except (OSError, ValueError):
            continue
    return total / 1024


def main(seconds: int = 60, processes: int | None = None) -> None:
    """Measure and tell."""
    count = processes or min(2, len(os.sched_getaffinity(0)))
    with serving(count) as address, tempfile.TemporaryDirectory() as folder:
        people = ready(address, Path(folder))
        print(f"A service of {count} processes, asked from the same machine:")
        for clients in TURNS:
            answers = asked(address, people, readers=clients, planners=0, seconds=10, pause_s=0.0)
            print(f" {clients} clients without a pause")
            print(told("a cheap read", answers.get("read")))
        before = memory_mb()
        for pause in (1.0, 0.0):
            answers = asked(address, people, readers=READERS, planners=PLANNERS, seconds=seconds, pause_s=pause)
            words = f"readers pause {pause:g} s, planners never" if pause else "nobody pauses"
            print(f" {PLANNERS} planners and {READERS} readers for {seconds} s; {words}")
            for name in ("read", "plan"):
                print(told(name, answers.get(name)))
        print(f" Memory of all processes, shared pages once: {before:.0f} MB before, {memory_mb():.0f} MB after")


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 60)
