"""The process in which one strange file is opened: bounded in memory, processor time, files and what it writes.

Called with what to do, the file, and a folder of its own. Each line it prints is JSON: progress, first answer, end.
"""

import json
import resource
import sys
from pathlib import Path
from typing import Any, Final

from steady_tide.core.reading.reading import Reading
from steady_tide.media.clips.opened import Refused
from steady_tide.media.clips.reader import read_clip
from steady_tide.media.clips.small import pictures, proxy, still_pictures
from steady_tide.media.clips.stills import opened_still, read_still
from steady_tide.priority import give_way

MEMORY_BYTES: Final = 3_000_000_000
"""Of addresses; what is used of it is a sixth."""
CPU_SECONDS: Final = {"read": 240, "proxy": 3600}
WRITTEN_BYTES: Final = 2_000_000_000
OPEN_FILES: Final = 64
NICE: Final = 15


def limit(what: str) -> None:
    """Bound this process."""
    for of, most in (
        (resource.RLIMIT_AS, MEMORY_BYTES),
        (resource.RLIMIT_CPU, CPU_SECONDS[what]),
        (resource.RLIMIT_FSIZE, WRITTEN_BYTES),
        (resource.RLIMIT_NOFILE, OPEN_FILES),
        (resource.RLIMIT_CORE, 0),
    ):
        resource.setrlimit(of, (most, most))
    # Nobody waits for it as for a plan, which is made at 10.
    give_way(NICE)


def tell(**what: Any) -> None:
    """Say something to whoever waits."""
    print(json.dumps(what), flush=True)


def read(path: str, into: Path) -> Reading:
    """Read a clip or a still, and make its pictures."""
    if Path(path).stat().st_size == 0:
        raise Refused("empty")
    if (image := opened_still(path)) is not None:
        found = read_still(image)
        still_pictures(image, into)
        return found

    def told(share: float, first: Reading | None) -> None:
        if first is not None:
            pictures(path, into)
            tell(first=first.plain())
        tell(share=share)

    return read_clip(path, told)


def main(what: str, path: str, into: str) -> None:
    """Do one thing."""
    limit(what)
    try:
        if what == "read":
            tell(reading=read(path, Path(into)).plain())
        else:
            if opened_still(path) is not None:
                raise Refused("still")
            proxy(path, Path(into), lambda share: tell(share=share))
            tell(done=True)
    except Refused as refused:
        tell(refused=refused.why)
    except MemoryError:
        tell(refused="too much")
    except Exception:
        tell(refused="broken")


if __name__ == "__main__":
    main(*sys.argv[1:4])
