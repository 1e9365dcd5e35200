"""A still of a grey card: its exposure from EXIF, the level of its middle. Read in a process with limits."""

import json
import subprocess
import sys
import time
from collections.abc import Callable
from fractions import Fraction
from tempfile import TemporaryFile
from typing import Any, Final, NoReturn

from pydantic import ValidationError

from steady_tide.core.document import problems_of
from steady_tide.core.errors import BadInput, NotYet, Problem
from steady_tide.core.light.reading import CardReading

LARGEST_BYTES: Final = 40_000_000
SECONDS: Final = 300
"""After how long reading one is given up for now [s]; what it may compute is bounded where it is read."""
KILLED: Final = (-9, -15)
"""How a process ends that somebody else ended: the machine, for want of memory, or a person."""
LOOK_SECONDS: Final = 0.1
"""How often it is asked whether to stop."""
REASONS: Final = {
    "no image": "this is no picture that can be read; a JPEG straight from the camera is best",
    "too large": "this picture has more than 120 million pixels",
    "no exif": "this picture does not say its ISO, aperture and shutter; take the file as the camera wrote it",
    "clipped": "the middle of the picture is blown out; expose the card darker",
    "black": "the middle of the picture is black; expose the card brighter",
}


class Stopped(Exception):
    """Reading was called off."""


def read_card(data: bytes, *, stopping: Callable[[], bool] = lambda: False) -> CardReading:
    """The reading in a still whose middle is filled by a grey card.

    Raises BadInput in words, NotYet where it takes too long just now, Stopped when asked to. The picture is decoded by
    another process with bounds on memory and time.
    """
    if len(data) > LARGEST_BYTES:
        _refuse(f"a still has at most {LARGEST_BYTES // 1_000_000} MB")
    found = _decoded(data, stopping)
    if "refused" in found:
        _refuse(REASONS.get(found["refused"], REASONS["no image"]))
    try:
        return CardReading(
            iso=found["iso"],
            f_number=found["f_number"],
            shutter_s=Fraction(*found["shutter_s"]),
            card_level=found["card_level"],
        )
    except (ValidationError, ZeroDivisionError) as error:
        problems = problems_of(error.errors(), found) if isinstance(error, ValidationError) else []
        first = problems[0].message if problems else "its shutter is no time"
        _refuse(f"what the picture says of its exposure cannot be: {first}")


def _decoded(data: bytes, stopping: Callable[[], bool]) -> dict[str, Any]:
    """What the other process says; it is killed when it takes too long or nobody waits for it any more."""
    command = [sys.executable, "-m", "steady_tide.media.still_process"]
    pipe, until = subprocess.PIPE, time.monotonic() + SECONDS
    # Handed over as a file: what is written to a pipe piecemeal stalls where it is larger than the pipe.
    with TemporaryFile() as given:
        given.write(data)
        given.seek(0)
        with subprocess.Popen(command, stdin=given, stdout=pipe, stderr=subprocess.DEVNULL) as process:
            while time.monotonic() < until:
                try:
                    told, _ = process.communicate(timeout=LOOK_SECONDS)
                except subprocess.TimeoutExpired:
                    if not stopping():
                        continue
                    process.kill()
                    raise Stopped from None
                try:
                    answer: dict[str, Any] = json.loads(told) if process.returncode == 0 else {"refused": "no image"}
                except ValueError:
                    answer = {"refused": "no image"}
                if process.returncode in KILLED:
                    raise NotYet("reading this picture was ended from outside")
                return answer
            process.kill()
    raise NotYet("reading this picture takes longer than usual just now")


def _refuse(message: str) -> NoReturn:
    raise BadInput([Problem(("file",), message)])
