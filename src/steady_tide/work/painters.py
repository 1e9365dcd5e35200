"""Pictures in processes of their own, so that nobody who saves or reads waits for one.

What makes them is imported there alone: the process that answers has neither decoders nor plates in its memory.
"""

from typing import Final

from steady_tide.core.picture.shot import Look, Shot
from steady_tide.work.processes import Processes

LONGEST_S: Final = 20.0
"""After how long a picture is given up [s]. On a slow machine a still takes 0.2 s, a clip some seconds."""


class Painting:
    """So many processes that make pictures. Close it at the end."""

    def __init__(self, processes: int, *, longest_s: float = LONGEST_S) -> None:
        self.processes = Processes(
            processes, name="painter", preload="steady_tide.media.pictures", longest_s=longest_s, too_long=_too_long
        )

    def still(self, shot: Shot, look: Look) -> bytes:
        """A picture as JPEG. Raises BadInput after too long, Unavailable where a process died over it twice."""
        return self.processes.do(_still, (shot, look))

    def clip(self, shot: Shot, look: Look) -> bytes:
        """Some seconds as MP4. Raises as `still`."""
        return self.processes.do(_clip, (shot, look))

    def through(self, shot: Shot, look: Look, table: str) -> bytes:
        """A picture behind a table of colours, as JPEG. Raises as `still`, and BadInput for what is no table."""
        return self.processes.do(_through, (shot, look, table))

    def close(self) -> None:
        """Stop every process; none is begun after."""
        self.processes.close()


def _too_long(longest_s: float) -> str:
    return f"this picture took longer than {longest_s:.0f} s and was given up"


def _still(given: tuple[Shot, Look]) -> bytes:
    from steady_tide.media import pictures

    return pictures.still(*given)


def _clip(given: tuple[Shot, Look]) -> bytes:
    from steady_tide.media import pictures

    return pictures.clip(*given)


def _through(given: tuple[Shot, Look, str]) -> bytes:
    from steady_tide.media import pictures

    return pictures.through(*given)
