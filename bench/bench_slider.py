"""How soon the bench shows another set when the light slider moves, in a real browser on the demo."""

import json
import statistics
import subprocess
import sys

from here import ROOT, browser_missing

WHAT = "From the slider to the new set on screen"


def main() -> None:
    """Print medians by scene."""
    if browser_missing(WHAT):
        return
    command = [sys.executable, str(ROOT / "bench/side_slider.py"), str(ROOT)]
    done = subprocess.run(command, cwd=ROOT, capture_output=True, text=True, check=True)
    print(f"{WHAT}, ms")
    for scene, taken in json.loads(done.stdout).items():
        print(f"  {scene:<18} median {statistics.median(taken):6.0f}, slowest {max(taken):6.0f}")


if __name__ == "__main__":
    main()
