"""Strange files, handed to a process with limits; whatever becomes of it ends in words here."""

import json
import selectors
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any, Final, NoReturn

from steady_tide.core.errors import BadInput, NotYet, Problem
from steady_tide.core.reading.reading import Reading
from steady_tide.media.still import Stopped

LONGEST_S: Final = {"read": 3_600.0, "proxy": 14_400.0}
"""After how long it is given up for now [s]; what it may compute is bounded in its process."""
LOOK_S: Final = 0.2
"""How often it is asked whether to stop."""
MOST_TOLD: Final = 4_000_000
REASONS: Final = {
    "empty": "this file is empty; copy it from the card again",
    "no clip": "this is no clip or picture that can be read; if it was being written when the camera stopped, "
    "it was not finished",
    "no picture": "there is sound in this file but no picture",
    "no frames": "not one frame of this clip can be read; copy it from the card again",
    "too large": "its frames have more than 70 million pixels",
    "too many streams": "this file holds more than 64 streams; no camera writes such a file",
    "too much": "reading this file took more memory than a clip may take",
    "too long": "reading this file took too long and was given up",
    "broken": "this file cannot be read; copy it from the card again",
}


class Strange:
    """Reads and shrinks files of strangers. python: which one runs the process."""

    def __init__(self, *, longest_s: float | None = None) -> None:
        self._longest = longest_s

    def read(
        self,
        path: Path,
        into: Path,
        *,
        told: Callable[[float, Reading | None], None] = lambda share, first: None,
        stopping: Callable[[], bool] = lambda: False,
    ) -> Reading:
        """Read a clip or still; its pictures are put into a folder. Raises BadInput in words, Stopped when asked to."""
        found: Reading | None = None

        def line(what: dict[str, Any]) -> None:
            nonlocal found
            if "reading" in what:
                found = Reading.model_validate(what["reading"])
            elif "first" in what:
                told(0.25, Reading.model_validate(what["first"]))
            elif "share" in what:
                told(float(what["share"]), None)

        self._run("read", path, into, line, stopping)
        if found is None:
            _refuse("broken")
        return found

    def proxy(
        self,
        path: Path,
        into: Path,
        *,
        told: Callable[[float], None] = lambda share: None,
        stopping: Callable[[], bool] = lambda: False,
    ) -> None:
        """Make `proxy.mp4` in a folder. Raises as `read`."""

        def line(what: dict[str, Any]) -> None:
            if "share" in what:
                told(float(what["share"]))

        self._run("proxy", path, into, line, stopping)

    def _run(
        self, what: str, path: Path, into: Path, line: Callable[[dict[str, Any]], None], stopping: Callable[[], bool]
    ) -> None:
        command = [sys.executable, "-m", "steady_tide.media.clips.process", what, str(path), str(into)]
        until = time.monotonic() + (self._longest or LONGEST_S[what])
        null = subprocess.DEVNULL
        with subprocess.Popen(command, stdin=null, stdout=subprocess.PIPE, stderr=null) as process:
            try:
                ended = _listened(process, line, stopping, until)
            except BaseException:
                process.kill()
                raise
        if ended:
            return
        if process.returncode in FROM_OUTSIDE:
            raise NotYet("reading this file was ended from outside")
        _refuse(LIMITS.get(process.returncode, "broken"))


LIMITS: Final = {-6: "too much", -11: "too much", -25: "too much", -24: "too long"}
"""What ends a process that goes beyond its limits, by its exit code."""
FROM_OUTSIDE: Final = (-9, -15)
"""How one ends that somebody else ended: the machine, for want of memory, or a person."""


def _listened(
    process: "subprocess.Popen[bytes]",
    line: Callable[[dict[str, Any]], None],
    stopping: Callable[[], bool],
    until: float,
) -> bool:
    """Hear what a process says until it is done; whether it said how it ended. Raises BadInput, Stopped."""
    assert process.stdout is not None
    ended, heard, total = False, b"", 0
    with selectors.DefaultSelector() as waits:
        waits.register(process.stdout, selectors.EVENT_READ)
        while True:
            if stopping():
                raise Stopped
            if time.monotonic() > until:
                raise NotYet("reading this file takes longer than usual just now")
            if not waits.select(LOOK_S):
                continue
            piece = process.stdout.read1(65_536)  # type: ignore[attr-defined]
            if not piece:
                return ended
            total += len(piece)
            if total > MOST_TOLD:
                _refuse("too much")
            *lines, heard = (heard + piece).split(b"\n")
            for one in lines:
                said = json.loads(one)
                if "refused" in said:
                    _refuse(said["refused"])
                ended = ended or "reading" in said or "done" in said
                line(said)


def _refuse(why: str) -> NoReturn:
    raise BadInput([Problem(("file",), REASONS.get(why, REASONS["broken"]))])
