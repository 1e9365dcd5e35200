"""How long planning takes against the commit before the planner was rebuilt, side by side in one run.

The goals: a plan with all its reasons in 0.25 of the time, a set without them in 0.15 of that plan's, a day in 0.35, a
pulled slider answered in 0.5.
"""

import json
import statistics
import subprocess
import sys
import tarfile
import tempfile
from io import BytesIO
from pathlib import Path

from here import ROOT, WEB, browser_missing

COMMIT = "335530e"
TURNS = 3
PLAN = "a plan with all its reasons"
SLIDER = "a pulled slider, on screen"


def unpacked(folder: Path) -> bool:
    """The old commit's files in a folder; False where this clone does not have it."""
    done = subprocess.run(["git", "archive", COMMIT], cwd=ROOT, capture_output=True, check=False)
    if done.returncode:
        return False
    with tarfile.open(fileobj=BytesIO(done.stdout)) as archive:
        archive.extractall(folder, filter="data")
    return True


def measured(tree: Path) -> dict[str, float]:
    """Medians of one side [ms]."""
    command = [sys.executable, str(ROOT / "bench" / "side.py"), str(tree)]
    done = subprocess.run(command, cwd=tree, capture_output=True, text=True, check=True)
    found: dict[str, float] = json.loads(done.stdout)
    return found


def with_interface(old: Path) -> bool:
    """Build the old commit's interface with the packages of this one; False where that cannot be measured here."""
    if browser_missing(SLIDER.capitalize()) or not (WEB / "node_modules").exists():
        return False
    (old / "web/node_modules").symlink_to(WEB / "node_modules")
    command = ["node", "node_modules/vite/bin/vite.js", "build"]
    return subprocess.run(command, cwd=old / "web", capture_output=True, check=False).returncode == 0


def pulled(tree: Path) -> float:
    """Median over all moves of the slider [ms]."""
    command = [sys.executable, str(ROOT / "bench/side_slider.py"), str(tree)]
    done = subprocess.run(command, cwd=tree, stdout=subprocess.PIPE, text=True, check=True)
    return statistics.median(taken for scene in json.loads(done.stdout).values() for taken in scene)


def main() -> None:
    """Take turns, print medians and ratios."""
    with tempfile.TemporaryDirectory() as name:
        old = Path(name)
        if not unpacked(old):
            print(f"Against {COMMIT}: left out, this clone does not reach back to it")
            if not browser_missing(SLIDER.capitalize()):
                print(f"  {SLIDER:<28} {pulled(ROOT):7.1f} ms")
            return
        turns = [(measured(old), measured(ROOT)) for _ in range(TURNS)]
        seen = {SLIDER: (pulled(old), pulled(ROOT))} if with_interface(old) else {}
    print(f"Against commit {COMMIT}, medians of {TURNS} turns, ms: before, now, ratio")
    before, now = (
        {key: statistics.median(one[side][key] for one in turns) for key in turns[0][side]} for side in (0, 1)
    )
    for key, (old_taken, taken) in seen.items():
        before[key], now[key] = old_taken, taken
    for key, taken in now.items():
        print(f"  {key:<28} {before[key]:7.1f} {taken:7.1f}   {taken / before[key]:.2f}")
    print(f"  {'the set against that plan':<28} {before[PLAN]:7.1f} {now['a set without them']:7.1f}   "
          f"{now['a set without them'] / before[PLAN]:.2f}")  # fmt: skip


if __name__ == "__main__":
    main()
