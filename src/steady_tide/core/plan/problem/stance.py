"""Stances: where serious people disagree. An axis has positions; a stance takes one on each."""

from enum import StrEnum
from typing import Final, Literal

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.thresholds import thresholds


class Axis(StrEnum):
    """The disagreements, each an axis."""

    EXPOSURE_CONTROL = "exposure_control"
    NOISE_CEILING = "noise_ceiling"
    FINISH = "finish"
    WHITE_BALANCE = "white_balance"
    WHITE_LOOK = "white_look"
    TEMPO = "tempo"
    RESOLUTION = "resolution"
    STEADYING = "steadying"
    FILTERING = "filtering"
    WATER_COLOUR = "water_colour"


class Stance(Part):
    """A position on every axis."""

    document: Literal["steady-tide/stance"] = "steady-tide/stance"
    version: Literal[1] = 1
    name: str = Field(default="own stance", max_length=60)
    exposure_control: Literal["locked", "floating-iso", "floating-shutter", "guarded", "automatic"] = "floating-iso"
    noise_ceiling: Literal["clean", "balanced", "bright", "whatever"] = "balanced"
    finish: Literal["grade", "light-touch", "straight"] = "light-touch"
    white_balance: Literal["locked", "automatic"] = "locked"
    white_look: Literal["as-lit", "cool", "neutral", "warm"] = "neutral"
    tempo: Literal["real-time", "as-it-moves", "room-to-slow", "slow-first"] = "as-it-moves"
    resolution: Literal["just-enough", "headroom", "highest"] = "headroom"
    steadying: Literal["in-camera", "in-post", "support"] = "in-camera"
    filtering: Literal["always-nd", "nd-when-needed", "bare-lens"] = "nd-when-needed"
    water_colour: Literal["filter", "manual", "lamps"] = "filter"


AXIS_LABELS: Final[dict[Axis, str]] = {
    Axis.EXPOSURE_CONTROL: "Exposure control",
    Axis.NOISE_CEILING: "Noise ceiling",
    Axis.FINISH: "Finish",
    Axis.WHITE_BALANCE: "White balance",
    Axis.WHITE_LOOK: "Look of white",
    Axis.TEMPO: "Tempo",
    Axis.RESOLUTION: "Resolution",
    Axis.STEADYING: "Steadying",
    Axis.FILTERING: "Filtering",
    Axis.WATER_COLOUR: "Water colour",
}

ISO_LIMIT: Final = {position: int(limit) for position, limit in thresholds("iso.limit").items()}
"""The ISO each position on the noise ceiling puts up with."""

LEAST_SNR: Final = thresholds("noise.least")
"""Signal to noise at mid grey below which the picture counts as too noisy, by position.

"clean" is ISO 12232's acceptable picture; each further position takes a stop less light,
as its ISO does. **Assumed**.
"""


class School(Part):
    """A named stance with its one honest line."""

    key: str
    name: str
    line: str
    stance: Stance


def _school(key: str, name: str, line: str, **positions: str) -> School:
    return School(key=key, name=name, line=line, stance=Stance.read({"name": name, **positions}))


SCHOOLS: Final[tuple[School, ...]] = (
    _school(
        "even-keel",
        "Even keel",
        "A middle course on every axis: safe to start from, remarkable at nothing.",
    ),
    _school(
        "darkroom",
        "Darkroom",
        "Records for the grade: the most to work with, and useless until somebody works on it.",
        exposure_control="locked", finish="grade", resolution="highest", filtering="always-nd",
    ),
    _school(
        "straight-ashore",
        "Straight ashore",
        "Done when the camera stops: quick to post, little to rescue afterwards.",
        exposure_control="automatic", finish="straight", white_balance="automatic",
        resolution="just-enough", filtering="bare-lens", water_colour="filter",
    ),
    _school(
        "quiet-night",
        "Quiet night",
        "Rather dark than grainy: clean shadows, and faces you may have to guess.",
        exposure_control="locked", noise_ceiling="clean", finish="light-touch", steadying="support",
    ),
    _school(
        "bright-night",
        "Bright night",
        "Rather grainy than unseen: shows the scene, and shows the noise with it.",
        noise_ceiling="bright", finish="straight",
    ),
    _school(
        "slow-water",
        "Slow water",
        "Everything to be slowed: graceful movement, paid for in light and bits per frame.",
        tempo="slow-first", finish="grade", resolution="just-enough",
    ),
    _school(
        "one-chance",
        "One chance",
        "Nothing to touch and nothing to miss: plain pictures, a battery that empties sooner.",
        exposure_control="floating-iso", noise_ceiling="bright", tempo="room-to-slow", filtering="nd-when-needed",
    ),
)  # fmt: skip

SCHOOL_BY_KEY: Final = {school.key: school for school in SCHOOLS}
