"""Property tests with a new seed each run, until an hour is over: `./tide bench --properties`, for nights.

Each run prints its seed; `bench/properties.py 60 SEED` begins with that one. What fails is kept in `.tide/examples`,
where the next run begins, and printed as what to write beside its test.
"""

import os
import subprocess
import sys
import time
from datetime import UTC, datetime
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
MINUTES = 60.0


def run(seed: int) -> int:
    """One run of every property test; the status of pytest."""
    print(f"== property tests, seed {seed}", flush=True)
    command = [sys.executable, "-m", "pytest", "-q", "-m", "property", "-n", "2", f"--hypothesis-seed={seed}", "tests"]
    return subprocess.run(command, cwd=ROOT, env={**os.environ, "STEADY_TIDE_EXPLORE": "1"}, check=False).returncode


def main(minutes: float = MINUTES, seed: int | None = None) -> int:
    """Run until so many minutes are over, at least once; 1 where any run failed."""
    until, turn, failed = time.monotonic() + 60.0 * minutes, seed or int(datetime.now(UTC).timestamp()), 0
    while True:
        failed |= int(run(turn) != 0)
        turn += 1
        if time.monotonic() > until:
            return failed


if __name__ == "__main__":
    told = [float(one) for one in sys.argv[1:]]
    sys.exit(main(told[0] if told else MINUTES, int(told[1]) if len(told) > 1 else None))
