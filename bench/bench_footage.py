"""How long reading a clip takes over a bare decode of the frames it reads, side by side, and how much memory it takes.

Short clips, by the simulated camera: 1080p in H.264, and 4K in HEVC with 10 bit, at bit rates of such cameras.
"""

import statistics
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "src"), str(ROOT), str(ROOT / "bench")]

ROUNDS = 3
CASES: tuple[tuple[str, dict[str, Any], dict[str, Any], float], ...] = (
    ("1080p H.264 8 bit", {"width": 1920, "focal_px": 1500.0}, {"codec": "h264", "mbit_s": 60.0}, 6.0),
    ("4K HEVC 10 bit", {"width": 3840, "focal_px": 3000.0, "bits": 10}, {"codec": "hevc", "mbit_s": 120.0}, 2.0),
)
PEAK = """
import sys
from steady_tide.media.clips.reader import read_clip
read_clip(sys.argv[1])
print(next(int(line.split()[1]) / 1024 for line in open("/proc/self/status") if line.startswith("VmHWM")))
"""
"""The peak of its own memory [MB]; what is told of a child otherwise counts its parent's with it."""


def bare(path: Path) -> float:
    """Seconds to decode every frame that a reading reads, key frames for its first answer first, and nothing else."""
    from steady_tide.media.clips.opened import opened
    from steady_tide.media.clips.reader import key_frames

    begun = time.perf_counter()
    with opened(str(path)) as clip:
        for _ in key_frames(clip):
            pass
        clip.seek(0.0)
        for _ in clip.decoded(clip.container.demux(clip.stream)):
            pass
    return time.perf_counter() - begun


def reading(path: Path) -> tuple[float, float]:
    """Seconds to the first answer, and to the whole reading."""
    from steady_tide.media.clips.reader import read_clip

    begun, first = time.perf_counter(), []
    read_clip(str(path), lambda share, found: first.append(time.perf_counter()) if found else None)
    return first[0] - begun, time.perf_counter() - begun


def main() -> None:
    """Print medians, ratios and peaks."""
    from tests.footage import a_shot, film

    from steady_tide.core.picture.filmed import Happening

    with tempfile.TemporaryDirectory() as folder:
        for name, told, recording, seconds in CASES:
            path = Path(folder) / "clip.mp4"
            film(path, a_shot(**told, smear_px=4.0, shake_px=2.0), Happening(seconds=seconds, seed=1), **recording)
            reading(path)
            pairs = [(bare(path), *reading(path)) for _ in range(ROUNDS)]
            decode, early, whole = (statistics.median(one) for one in zip(*pairs, strict=True))
            peak = subprocess.run(
                [sys.executable, "-c", PEAK, str(path)], capture_output=True, text=True, check=True,
                env={"PYTHONPATH": f"{ROOT / 'src'}"},
            )  # fmt: skip
            print(
                f"{name}: decode {decode:.2f} s, first answer after {early:.2f} s, whole reading {whole:.2f} s, "
                f"{whole / decode:.2f} of the decode; {float(peak.stdout):.0f} MB at most"
            )


if __name__ == "__main__":
    main()
