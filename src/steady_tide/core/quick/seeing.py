"""Sums about what a frame sees: angle, distance and size; a tall crop; how long a pan may be."""

from math import atan, degrees, radians, tan
from typing import Literal

from pydantic import Field

from steady_tide.core.motion.blur import pan_seconds
from steady_tide.core.quick.worked import Figured, Outline, Worked, curve, main_first
from steady_tide.core.typed import Typed


class ViewSize(Typed):
    """View angle, distance and size of a subject: any two give the third."""

    sum: Literal["view"] = "view"
    wanted: Literal["distance", "size", "angle"] = Field(default="distance", description="What is asked for.")
    across_deg: float = Field(default=70, ge=0.5, le=170, description="What the frame sees across.")
    distance_m: float = Field(default=3, ge=0.001, le=100_000, description="To the subject.")
    size_m: float = Field(default=2, ge=0.0001, le=100_000, description="Of the subject, across the frame.")
    filled: float = Field(default=0.5, gt=0, le=1, description="Share of the frame that it fills.")


def view(asked: ViewSize) -> Worked:
    """Where to stand, what fits, or how wide the lens has to be; straight lines."""
    half = tan(radians(asked.across_deg) / 2.0)
    distance, size, angle = asked.distance_m, asked.size_m, asked.across_deg
    if asked.wanted == "distance":
        distance = size / (2.0 * half * asked.filled)
    elif asked.wanted == "size":
        size = 2.0 * half * distance * asked.filled
    else:
        angle = degrees(2.0 * atan(size / (2.0 * distance * asked.filled)))
    figures = [
        Figured(key="distance", label="Distance", value=distance, unit="m", text=f"{distance:.3g} m",
                main=asked.wanted == "distance", formula="size / (2 tan(view / 2) · share filled)"),
        Figured(key="size", label="Size of the subject", value=size, unit="m", text=f"{size:.3g} m",
                main=asked.wanted == "size", formula="2 tan(view / 2) · distance · share filled"),
        Figured(key="angle", label="View across", value=angle, unit="°", text=f"{angle:.3g}°",
                main=asked.wanted == "angle", formula="2 atan(size / (2 · distance · share filled))"),
        Figured(key="whole", label="The frame is wide, there", value=2.0 * tan(radians(angle) / 2.0) * distance,
                unit="m", text=f"{2.0 * tan(radians(angle) / 2.0) * distance:.3g} m",
                formula="2 tan(view / 2) · distance"),
    ]  # fmt: skip
    return Worked(
        figures=main_first(figures),
        drawn=curve(
            lambda metres: 100.0 * min(size / (2.0 * tan(radians(angle) / 2.0) * metres), 1.5),
            least=distance / 4, most=distance * 3, at=distance, across="distance, m", upward="% of the frame",
        ),
        notes=["For straight lines; a bent view shows the middle larger. A flat port under water narrows the view."],
        brief={
            "scenario": "everyday", "light": {"kind": "condition", "condition": "bright-cloud"},
            "subject_distance_m": min(max(distance, 0.001), 5000.0),
        },
    )  # fmt: skip


class TallCrop(Typed):
    """What is left of a frame when another shape is cut from it."""

    sum: Literal["crop"] = "crop"
    width_px: int = Field(default=3840, ge=16, le=20_000, description="Recorded width.")
    height_px: int = Field(default=2160, ge=16, le=20_000, description="Recorded height.")
    shape: Literal["9:16", "1:1", "4:5", "16:9"] = Field(default="9:16", description="To be cut out.")
    wanted_px: int = Field(default=1920, ge=16, le=20_000, description="Longer side that the film needs.")


def crop(asked: TallCrop) -> Worked:
    """Pixels that are left, and whether they are enough."""
    across, upright = map(int, asked.shape.split(":"))
    scale = min(asked.width_px / across, asked.height_px / upright)
    width, height = scale * across, scale * upright
    long = max(width, height)
    enough = long / asked.wanted_px
    share = 100.0 * width * height / (asked.width_px * asked.height_px)
    words = f"{enough:.2f} times what is needed" if enough >= 1 else f"{enough:.2f} of what is needed: it is blown up"
    return Worked(
        figures=[
            Figured(key="left", label="Left of it", value=long, unit="px", text=f"{width:.0f} × {height:.0f} px",
                    formula="the largest frame of that shape inside", main=True),
            Figured(key="enough", label="That is", value=enough, unit="×", text=words,
                    formula="longer side / longer side needed"),
            Figured(key="share", label="Of the picture", value=share, unit="%", text=f"{share:.0f} %",
                    formula="area left / area recorded"),
        ],
        outlines=[
            Outline(width=float(asked.width_px), height=float(asked.height_px), label="recorded"),
            Outline(width=round(width, 1), height=round(height, 1), label=asked.shape, inner=True),
        ],
        notes=["Stabilisation crops before that; a taller frame of the sensor leaves more."],
        brief={
            "scenario": "everyday", "light": {"kind": "condition", "condition": "bright-cloud"},
            "delivery": {"shapes": ["16:9", "9:16"] if asked.shape == "9:16" else ["16:9"],
                         "long_side_px": min(max(asked.wanted_px, 320), 8192)},
        },
    )  # fmt: skip


class PanTime(Typed):
    """How long a pan may be."""

    sum: Literal["pan"] = "pan"
    turn_deg: float = Field(default=90, ge=0.5, le=3600, description="How far it turns.")
    across_deg: float = Field(default=70, ge=0.5, le=170, description="What the frame sees across.")
    slowed: float = Field(default=1, ge=1, le=40, description="How many times slower it is played.")


def pan(asked: PanTime) -> Worked:
    """The least time of a pan that does not stutter."""
    a_frame = pan_seconds(slowed=asked.slowed)
    seconds = a_frame * asked.turn_deg / asked.across_deg
    rate = asked.turn_deg / seconds
    return Worked(
        figures=[
            Figured(key="seconds", label="At least", value=seconds, unit="s", text=f"{seconds:.3g} s",
                    formula="turn / view · 7 s, less as it is slowed", main=True),
            Figured(key="rate", label="That is", value=rate, unit="°/s", text=f"{rate:.2g}° a second",
                    formula="turn / time"),
            Figured(key="shown", label="On screen", value=seconds * asked.slowed, unit="s",
                    text=f"{seconds * asked.slowed:.3g} s", formula="time · how much it is slowed"),
        ],
        drawn=curve(
            lambda turn: a_frame * turn / asked.across_deg, least=0, most=max(2 * asked.turn_deg, 10.0),
            at=asked.turn_deg, across="turn, °", upward="s",
        ),
        notes=[
            "For 24 to 30 frames a second and a shutter of 180°; practice, not physics. "
            "A subject that is followed may go faster."
        ],
        brief={"scenario": "scenic", "light": {"kind": "condition", "condition": "bright-cloud"}, "carried": "tripod",
               "delivery": {"slowed": asked.slowed}},
    )  # fmt: skip
