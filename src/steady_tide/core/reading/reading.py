"""A reading: what a clip or a still says of itself, as a document. Each figure says how far it may be off.

Everything is told as the file has it: pixels of its own size, code values [0, 1]. Degrees and stops are made of that by
whoever knows the camera.
"""

from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from steady_tide.core.document import Part, Rational

Code = Annotated[float, Field(ge=-0.2, le=1.2)]
Share = Annotated[float, Field(ge=0, le=1)]
Name = Annotated[str, Field(max_length=80)]
Rgb3 = Annotated[list[Code], Field(min_length=3, max_length=3)]
"""Red, green and blue as code values."""
MOST_POINTS = 240


class Measure(Part):
    """A figure with its standard uncertainty."""

    value: float = Field(ge=-1e9, le=1e9)
    spread: float = Field(ge=0, le=1e9)


class FileFacts(Part):
    """What the container says. rate: frames a second as declared; variable: whether they come unevenly.

    mbit_s: of the whole file by its length. turned_deg: how a player turns it. pixel_shape: width over height.
    """

    kind: Literal["clip", "still"] = "clip"
    container: Name = ""
    codec: Name = ""
    width_px: int = Field(ge=1, le=40_000)
    height_px: int = Field(ge=1, le=40_000)
    bit_depth: int = Field(default=8, ge=1, le=16)
    rate: Rational | None = None
    variable: bool = False
    seconds: float = Field(default=0.0, ge=0, le=1e7)
    frames: int = Field(default=0, ge=0, le=10**9)
    mbit_s: float = Field(default=0.0, ge=0, le=1e6)
    turned_deg: int = Field(default=0, ge=-360, le=360)
    pixel_shape: float = Field(default=1.0, gt=0, le=100)
    full_range: bool = False
    sound: bool = False
    made_at: AwareDatetime | None = None
    timecode: Annotated[str, Field(max_length=20)] = ""
    iso: float | None = Field(default=None, gt=0, le=1e7)
    f_number: float | None = Field(default=None, gt=0, le=200)
    shutter_s: float | None = Field(default=None, gt=0, le=1e5)


class MomentRead(Part):
    """A frame that was looked at closely: its levels and colour [code values] and smear [px]."""

    second: float = Field(ge=0, le=1e7)
    level: Code
    low: Code
    high: Code
    clipped: Share
    crushed: Share
    rgb: Rgb3 | None = None
    smear_px: float | None = Field(default=None, ge=0, le=1000)


class NoiseLevel(Part):
    """Noise of luma at a level, both as code values."""

    level: Code
    sigma: float = Field(ge=0, le=1)
    blocks: int = Field(ge=1)


class Rippling(Part):
    """Lamps that flicker. depth: half the swing over the mean, in code values; lamp_hz: 0 where it is not known."""

    beat_hz: float = Field(ge=0, le=1000)
    depth: float = Field(ge=0, le=4)
    bands: float = Field(ge=0, le=1000)
    lamp_hz: float = Field(ge=0, le=1000)


class MovedRead(Part):
    """How the view moves over time [px a frame]: shaken, and meant."""

    second: float = Field(ge=0, le=1e7)
    shaken_px: float = Field(ge=0, le=1e5)
    meant_px: float = Field(ge=0, le=1e5)


class Reading(Part):
    """What a clip says. whole: read to the end, not only a first answer from key frames.

    looked, followed: how many frames were looked at closely, and followed one after another. level: median luma; noise:
    by level; smear_px: root mean square over the frames, smear_deg: the usual way; shake_px, meant_px: from frame to
    frame; jumps: of exposure [s]; doubled, missing: frames.
    """

    document: Literal["steady-tide/reading"] = "steady-tide/reading"
    version: Literal[1] = 1
    facts: FileFacts
    whole: bool = True
    looked: int = Field(default=0, ge=0, le=10**6)
    followed: int = Field(default=0, ge=0, le=10**6)
    level: Measure
    clipped: Measure
    crushed: Measure
    noise: Annotated[list[NoiseLevel], Field(max_length=12)] = []
    smear_px: Measure | None = None
    smear_deg: float | None = Field(default=None, ge=0, le=180)
    shake_px: Measure | None = None
    meant_px: float | None = Field(default=None, ge=0, le=1e5)
    sharpness: float = Field(default=0.0, ge=0, le=1e3)
    rippling: Rippling | None = None
    rgb: Rgb3 | None = None
    jumps: Annotated[list[float], Field(max_length=200)] = []
    doubled: int = Field(default=0, ge=0, le=10**6)
    missing: int = Field(default=0, ge=0, le=10**9)
    over_time: Annotated[list[MomentRead], Field(max_length=MOST_POINTS)] = []
    moves: Annotated[list[MovedRead], Field(max_length=MOST_POINTS)] = []
