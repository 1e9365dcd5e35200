"""Pictures in processes of their own, so that nobody who saves or reads waits for one.

What makes them is imported there alone: the process that answers has neither decoders nor plates in its memory.
"""

import hashlib
from typing import Final

from steady_tide.core.picture.shot import Look, Shot
from steady_tide.work.processes import Processes

PATIENCE_S: Final = 20.0
"""How long a picture is waited for [s]. On a slow machine a still takes 0.2 s, a clip some seconds."""
MOST_CPU_S: Final = 120.0
"""What one picture may compute [s of a processor]."""


class Painting:
    """So many processes that make pictures. Close it at the end."""

    def __init__(self, processes: int, *, patience_s: float = PATIENCE_S) -> None:
        self.processes = Processes(
            processes,
            name="renderer",
            preload="steady_tide.media.pictures",
            patience_s=patience_s,
            most_cpu_s=MOST_CPU_S,
        )

    def still(self, shot: Shot, look: Look) -> bytes:
        """A picture as JPEG. Raises Unavailable where it is not there yet."""
        return self.processes.do(_still, (shot, look), key=_key("still", shot, look))

    def clip(self, shot: Shot, look: Look) -> bytes:
        """Some seconds as MP4. Raises as `still`."""
        return self.processes.do(_clip, (shot, look), key=_key("clip", shot, look))

    def through(self, shot: Shot, look: Look, table: str) -> bytes:
        """A picture behind a table of colours, as JPEG. Raises as `still`, and BadInput for what is no table."""
        return self.processes.do(_through, (shot, look, table))

    def close(self) -> None:
        """Stop every process; none is begun after."""
        self.processes.close()


def _key(kind: str, shot: Shot, look: Look) -> bytes:
    """Under what a picture is known again: equal for equal shots and looks."""
    return hashlib.sha256(repr((kind, shot, look)).encode()).digest()


def _still(given: tuple[Shot, Look]) -> bytes:
    from steady_tide.media import pictures

    return pictures.still(*given)


def _clip(given: tuple[Shot, Look]) -> bytes:
    from steady_tide.media import pictures

    return pictures.clip(*given)


def _through(given: tuple[Shot, Look, str]) -> bytes:
    from steady_tide.media import pictures

    return pictures.through(*given)
