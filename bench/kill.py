"""Nothing acknowledged is lost: service and database are killed while things are written. `./tide bench --kill`.

Kills in turn the service, its database and one of its planners, at moments that differ; writes all the while, and
compares what was acknowledged with what is there at the end.
"""

import os
import random
import signal
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from threading import Event, Thread
from uuid import uuid4

import httpx2

from load import ROOT

sys.path[:0] = [str(ROOT)]

PORT = 8478
WRITERS = 4
LOG = ROOT / ".tide" / "bench.log"
"""What the services said of themselves, the errors among it."""


class Run:
    """A service in a home of its own, begun again whenever it is killed."""

    def __init__(self, home: str) -> None:
        self.home = Path(home)
        self.address = f"http://127.0.0.1:{PORT}"
        self.process = self._begin()

    def _begin(self) -> "subprocess.Popen[bytes]":
        environment = {**os.environ, "STEADY_TIDE_HOME": str(self.home), "PYTHONPATH": str(ROOT / "src")}
        environment |= {"STEADY_TIDE_LOG": "warning"}
        environment.pop("STEADY_TIDE_DATABASE_URL", None)
        command = [sys.executable, "-m", "steady_tide", "serve", "--port", str(PORT), "--processes", "2"]
        with LOG.open("ab") as told:
            return subprocess.Popen(command, env=environment, stdout=told, stderr=told)

    def ready(self) -> None:
        """Wait until it can do everything."""
        deadline = time.monotonic() + 120
        while time.monotonic() < deadline:
            try:
                if httpx2.get(f"{self.address}/api/ready", timeout=3).status_code == 200:
                    return
            except httpx2.HTTPError:
                pass
            time.sleep(0.1)
        raise SystemExit("the service did not come back")

    def kill(self, what: str) -> None:
        """Kill one of its parts, as the system would; the service itself is begun again."""
        if what == "service":
            self.process.kill()
            self.process.wait()
            self.process = self._begin()
        elif what == "database":
            os.kill(int((self.home / "postgres" / "postmaster.pid").read_text().splitlines()[0]), signal.SIGKILL)
        else:
            below = Path(f"/proc/{self.process.pid}/task/{self.process.pid}/children").read_text().split()
            if below:
                os.kill(int(random.choice(below)), signal.SIGKILL)


def write(run: Run, cookies: dict[str, str], kept: list[str], stop: Event) -> None:
    """Write place after place, and note those that were acknowledged."""
    with httpx2.Client(base_url=run.address, cookies=cookies, timeout=10) as client:
        while not stop.is_set():
            name = uuid4().hex
            try:
                answer = client.post("/api/places", json={"name": name, "latitude_deg": 1, "longitude_deg": 1})
                if answer.status_code == 201:
                    kept.append(name)
                elif answer.status_code == 503:
                    time.sleep(0.2)
            except httpx2.HTTPError:
                time.sleep(0.1)


def main(kills: int = 30) -> None:
    """Kill so often, and tell what became of what was written."""
    chance, kept, stop = random.Random(20261125), [], Event()
    with tempfile.TemporaryDirectory(prefix="tide-load-", dir="/tmp") as home:
        os.chmod(home, 0o755)
        run = Run(home)
        run.ready()
        new = {"email": "writer@example.invalid", "name": "Writer", "password": "a long enough secret"}
        cookies = dict(httpx2.post(f"{run.address}/api/session/accounts", json=new).cookies)
        threads = [Thread(target=write, args=(run, cookies, kept, stop)) for _ in range(WRITERS)]
        for thread in threads:
            thread.start()
        back: dict[str, list[float]] = {"service": [], "database": [], "process": []}
        for number in range(kills):
            time.sleep(chance.uniform(0.5, 2.0))
            what = list(back)[number % len(back)]
            run.kill(what)
            begun = time.monotonic()
            time.sleep(0.2)
            run.ready()
            back[what].append(time.monotonic() - begun)
        stop.set()
        for thread in threads:
            thread.join()
        there = {place["name"] for place in httpx2.get(f"{run.address}/api/places", cookies=cookies, timeout=60).json()}
        run.process.terminate()
        run.process.wait(60)
    lost = [name for name in kept if name not in there]
    print(f"{kills} kills while {len(kept)} places were acknowledged: {len(lost)} of them lost.")
    for what, times in back.items():
        print(f"  after the {what} was killed, everything was back within {max(times):.1f} s at most")
    sys.exit(1 if lost else 0)


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 30)
