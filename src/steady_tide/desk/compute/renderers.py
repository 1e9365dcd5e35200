"""Who makes pictures: here, or in another process."""

from typing import Protocol

from steady_tide.core.picture.shot import Look, Shot


class Renderers(Protocol):
    """Makes pictures of shots."""

    def still(self, shot: Shot, look: Look) -> bytes:
        """A picture as JPEG."""

    def clip(self, shot: Shot, look: Look) -> bytes:
        """Some seconds as MP4."""

    def through(self, shot: Shot, look: Look, table: str) -> bytes:
        """A picture behind a table of colours, as JPEG. Raises BadInput for what is no table."""


class RenderersHere:
    """Makes them in the process that asks: for tests and for work that has a process to itself."""

    def still(self, shot: Shot, look: Look) -> bytes:
        """A picture as JPEG, made now."""
        from steady_tide.media import pictures

        return pictures.still(shot, look)

    def clip(self, shot: Shot, look: Look) -> bytes:
        """Some seconds as MP4, made now."""
        from steady_tide.media import pictures

        return pictures.clip(shot, look)

    def through(self, shot: Shot, look: Look, table: str) -> bytes:
        """A picture behind a table of colours, as JPEG, made now. Raises BadInput for what is no table."""
        from steady_tide.media import pictures

        return pictures.through(shot, look, table)
