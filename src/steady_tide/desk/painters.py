"""Who makes pictures: here, or in another process."""

from typing import Protocol

from steady_tide.core.picture.shot import Look, Shot


class Painters(Protocol):
    """Makes pictures of shots."""

    def still(self, shot: Shot, look: Look) -> bytes:
        """A picture as JPEG."""


class PaintersHere:
    """Makes them in the process that asks: for tests and for work that has a process to itself."""

    def still(self, shot: Shot, look: Look) -> bytes:
        """A picture as JPEG, made now."""
        from steady_tide.media import pictures

        return pictures.still(pictures.Wanted(shot, look))
