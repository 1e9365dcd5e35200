"""Pictures of shots as files: stills, and clips of some seconds. Made in processes of their own."""

from typing import NamedTuple

from steady_tide.core.picture.develop import as_file, picture
from steady_tide.core.picture.shot import Look, Shot
from steady_tide.media.plates import plate


class Wanted(NamedTuple):
    """A picture that is wanted."""

    shot: Shot
    look: Look


def still(wanted: Wanted) -> bytes:
    """A picture as JPEG; the same bytes for the same shot and look."""
    return as_file(picture(plate(wanted.shot.plate), wanted.shot, wanted.look))
