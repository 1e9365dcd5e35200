"""A year of work on a busy machine: fifty mixed people on accounts of a year's size, while things are killed.

`./tide bench --year`. Each minute something is killed in turn: a planner, an answering process, the database, the
service; once the disk is full, for a minute the planners get 20 ms of every 2 s, and once every process is replaced in
turn. Printed is what people were told, what took longest, what was lost of what was acknowledged, and what is not right
once all is at rest. Ends with 1 where anything was lost, wrong, or told as a fault of the service.

    python bench/year.py [minutes] [people]
"""

import io
import json
import os
import random
import signal
import subprocess
import sys
import tempfile
import time
import zipfile
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from threading import Event, Thread
from typing import Any

import httpx2

from kill import Run
from load import ROOT, memory_mb
from year_people import Person, Told

sys.path[:0] = [str(ROOT), str(ROOT / "src")]

ACCOUNTS, SHOOTS, SCENES_EACH, TAKES = 5, 40, 10, 5000
SECRET = "a long enough secret"
ROOM_MB = 6000
"""How large the disk is that becomes full once; only where this may mount one."""
FULL_S = STARVED_S = 60.0
KILLS = ("planner", "process", "database", "service")


def archive() -> bytes:
    """A year of one account: shoots with scenes, the kit, and takes filmed before."""
    from tests.situations import SCENES

    from steady_tide.demo.load import demo_kit

    briefs = [SCENES[name] for name in ("The pilot gig", "Lantern market", "Under the rafts")]
    setup = {"device": "skarv-a4", "slot": 1}
    shoots = [
        {
            "name": f"Day {number}",
            "scenes": [
                {"name": f"Scene {at}", "brief": {**briefs[at % 3], "minutes": 1 + number % 50}, "setups": [setup]}
                for at in range(SCENES_EACH)
            ],
        }
        for number in range(SHOOTS)
    ]
    takes = [
        {
            "id": f"00000000-0000-4000-8000-{number:012d}", "at": "2026-03-01T10:00:00Z", "shoot": "Before",
            "scene": "Scene", "scenario": "motion", "camera": "skarv-a4", "ev100": 8 + number % 6,
        }
        for number in range(TAKES)
    ]  # fmt: skip
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as folder:
        folder.writestr("account.json", json.dumps({"shoots": shoots, "takes": takes}))
        folder.writestr("kit.json", demo_kit().model_dump_json())
    return out.getvalue()


def settled(client: httpx2.Client, made: httpx2.Response) -> None:
    """Wait for a job to end."""
    job = made.raise_for_status().json()
    while not job["ended"]:
        time.sleep(0.5)
        job = client.get(f"/api/jobs/{job['id']}").json()
    if job["state"] != "done":
        raise SystemExit(f"a year could not be brought in: {job}")


def people_of(address: str, number: int, count: int, told: Told) -> Iterator[Person]:
    """An account with a year of work, and so many browsers that are signed in to it, each on a shoot of its own."""
    email = f"year{number}@example.invalid"
    with httpx2.Client(base_url=address, timeout=300) as client:
        client.post("/api/session/accounts", json={"email": email, "name": "Somebody", "password": SECRET})
        headers = {"Content-Type": "application/zip"}
        settled(client, client.post("/api/account/archive", content=archive(), headers=headers))
        shoots = client.get("/api/shoots", params={"most": count}).json()
    for index, shoot in enumerate(shoots):
        with httpx2.Client(base_url=address, timeout=60) as own:
            own.post("/api/session", json={"email": email, "password": SECRET}).raise_for_status()
            scene = shoot["scenes"][0]
            yield Person(
                address=address, cookies=dict(own.cookies), shoot=shoot["id"], scene=scene["id"],
                setup=scene["setups"][0]["id"], told=told, chance=random.Random(100 * number + index),
            )  # fmt: skip


def below(pid: int) -> list[int]:
    """Every process that a process began, and those began."""
    with suppress(OSError):
        children = [int(one) for one in Path(f"/proc/{pid}/task/{pid}/children").read_text().split()]
        return children + [one for child in children for one in below(child)]
    return []


def planners(run: Run) -> list[int]:
    """Those that plan."""
    found = []
    for pid in below(run.process.pid):
        with suppress(OSError):
            if b"forkserver" in Path(f"/proc/{pid}/cmdline").read_bytes():
                found.append(pid)
    return found


def kill(run: Run, what: str, chance: random.Random) -> None:
    """Kill one of its parts."""
    if what != "planner":
        run.kill(what)
    elif there := planners(run):
        with suppress(ProcessLookupError):
            os.kill(chance.choice(there), signal.SIGKILL)


def starved(run: Run, seconds: float) -> None:
    """Let the planners have 20 ms of every 2 s, for so long."""
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        for sign, pause in ((signal.SIGSTOP, 1.98), (signal.SIGCONT, 0.02)):
            for pid in planners(run):
                with suppress(ProcessLookupError):
                    os.kill(pid, sign)
            time.sleep(pause)


def rolling(run: Run) -> None:
    """Replace every answering process, one after another."""
    for pid in map(int, Path(f"/proc/{run.process.pid}/task/{run.process.pid}/children").read_text().split()):
        with suppress(ProcessLookupError):
            os.kill(pid, signal.SIGTERM)
        time.sleep(10)
        run.ready()


@contextmanager
def disk() -> Iterator[tuple[str, bool]]:
    """A home on a disk of its own where this may mount one; else in /tmp, whose room is left alone."""
    with tempfile.TemporaryDirectory(prefix="tide-load-", dir="/tmp") as home:
        command = ["mount", "-t", "tmpfs", "-o", f"size={ROOM_MB}m,mode=755", "tmpfs", home]
        own = subprocess.run(command, capture_output=True, check=False).returncode == 0
        os.chmod(home, 0o755)
        try:
            yield home, own
        finally:
            if own:
                subprocess.run(["umount", "-l", home], capture_output=True, check=False)


def full(home: str, seconds: float) -> None:
    """Leave no room for so long."""
    ballast = Path(home) / "ballast"
    with suppress(OSError), ballast.open("wb") as file:
        while True:
            file.write(bytes(1_000_000))
            file.flush()
    time.sleep(seconds)
    ballast.unlink()


Trouble = tuple[str, Callable[[], None]]


def troubles(run: Run, home: str, own: bool, minutes: int, chance: random.Random) -> list[Trouble]:
    """What happens in each minute."""
    special: dict[int, Trouble] = {
        minutes // 4: ("the planners starve for a minute", lambda: starved(run, STARVED_S)),
        minutes // 2: ("the disk is full for a minute", lambda: full(home, FULL_S)),
        3 * minutes // 4: ("every process is replaced in turn", lambda: rolling(run)),
    }
    if not own:
        print("The disk is not filled: this may not mount one of its own.")
        del special[minutes // 2]

    def killing(what: str) -> Trouble:
        return f"killed: {what}", lambda: kill(run, what, chance)

    return [special.get(minute) or killing(KILLS[minute % len(KILLS)]) for minute in range(minutes)]


REST_S = 300.0
"""How long things may take to come to rest."""


def answered(client: httpx2.Client, path: str, **asked: Any) -> Any:
    """An answer at rest: what is not yet is asked for again."""
    deadline = time.monotonic() + REST_S
    while True:
        answer = client.get(path, params=asked)
        if answer.status_code != 503 or time.monotonic() > deadline:
            return answer.raise_for_status().json()
        time.sleep(1)


def at_rest(people: list[Person]) -> list[str]:
    """What is not right once nobody does anything: lost, still waiting, or refused."""
    found = []
    for person in people:
        with httpx2.Client(base_url=person.address, cookies=person.cookies, timeout=REST_S) as client:
            found += person.lost(lambda path: answered(client, path))
            deadline = time.monotonic() + REST_S
            while True:
                shoot = answered(client, f"/api/shoots/{person.shoot}", within_s=5)
                outcomes = [setup["outcome"] for scene in shoot["scenes"] for setup in scene["setups"]]
                if "waiting" not in outcomes or time.monotonic() > deadline:
                    break
            found += [f"a set of {person.shoot} is {one}" for one in outcomes if one != "plan"]
            for path in ("/api/shoots", "/api/logbook", f"/api/shoots/{person.shoot}/ready"):
                answered(client, path)
    return found


def told_of(told: Told, begun_mb: float) -> None:
    """Print what people were told."""
    print(f"{sum(told.statuses.values())} answers:", dict(told.statuses.most_common()))
    slow = sorted(told.slowest_s.items(), key=lambda pair: -pair[1])
    print("  slowest:", ", ".join(f"{act} {seconds:.1f} s" for act, seconds in slow))
    print(f"  memory of all processes: {begun_mb:.0f} MB at the begin, {memory_mb():.0f} MB at the end")


def main(minutes: int = 60, count: int = 50) -> None:
    """Let them work, and tell."""
    chance, told, stop = random.Random(20261201), Told(), Event()
    with disk() as (home, own):
        run = Run(home)
        try:
            run.ready()
            each = max(1, count // ACCOUNTS)
            people = [one for number in range(ACCOUNTS) for one in people_of(run.address, number, each, told)]
            print(f"{len(people)} people, {ACCOUNTS} accounts of {SHOOTS} shoots and {TAKES} takes, {minutes} minutes")
            begun_mb = memory_mb()
            threads = [Thread(target=person.live, args=(stop, 3.0)) for person in people]
            for thread in threads:
                thread.start()
            for words, trouble in troubles(run, home, own, minutes, chance):
                begun = time.monotonic()
                time.sleep(chance.uniform(5, 30))
                trouble()
                run.ready()
                print(f"  {words}; ready again after {time.monotonic() - begun:.0f} s of this minute", flush=True)
                time.sleep(max(0.0, 60 - (time.monotonic() - begun)))
            stop.set()
            for thread in threads:
                thread.join()
            run.ready()
            told_of(told, begun_mb)
            wrong = [*told.wrong, *at_rest(people)]
        finally:
            run.process.terminate()
            run.process.wait(60)
    print(f"{sum(len(one.takes) + len(one.places) for one in people)} writes acknowledged; {len(wrong)} things wrong")
    for words in wrong[:40]:
        print(f"  {words}")
    sys.exit(1 if wrong else 0)


if __name__ == "__main__":
    main(*[int(one) for one in sys.argv[1:3]])
