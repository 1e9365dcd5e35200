"""A shot: everything that a picture of a set depends on, as plain numbers. Where it comes from is not its business."""

from typing import Annotated, Literal, Self

import numpy as np
from pydantic import Field, model_validator

from steady_tide.core.document import Part
from steady_tide.core.picture.tone import Kind
from steady_tide.core.quantities import Floats, Quantity

PlateName = Literal["ropes", "quay", "bow", "farm", "jar", "sheds", "seat", "slope", "street"]

Share = Annotated[float, Field(ge=0, le=1)]
Rate = Annotated[float, Field(ge=0, le=100)]
Amount = Annotated[float, Field(ge=0, le=1e6)]
Rgb = tuple[Amount, Amount, Amount]


MOST_LONGER = 4.0


class Frame(Part):
    """The delivered frame. focal_px: focal length [delivered px] in air; port_index: of water behind a flat port."""

    width_px: int = Field(ge=16, le=20_000)
    height_px: int = Field(ge=16, le=20_000)
    projection: Literal["rectilinear", "fisheye"]
    focal_px: float = Field(ge=1, le=1e6)
    port_index: float = Field(default=1.0, ge=1, le=2)

    @model_validator(mode="after")
    def _like_a_frame(self) -> Self:
        """What a picture costs grows with its longer side over its shorter one, which no frame has so different."""
        if not 1 / MOST_LONGER <= self.width_px / self.height_px <= MOST_LONGER:
            raise ValueError(f"a frame is at most {MOST_LONGER:g} times as long on one side as on the other")
        return self


class Water(Part):
    """What water does to the light from a distance d: exp(-path (d - card_m)) against that of the card, and a veil.

    card_m: how far the subject is. path: attenuation of red, green and blue [1/m]. veil: light of the water itself
    where it is endless, over the card's. lamp: share of the card's light that a lamp beside the lens gives.
    """

    card_m: float = Field(gt=0, le=100)

    path: Rgb
    veil: Rgb
    lamp: Rgb = (0.0, 0.0, 0.0)


class Grain(Part):
    """Noise of a delivered pixel (EMVA 1288). electrons: of a photosite, by channel, where light is recorded as 1."""

    electrons: tuple[Annotated[float, Field(gt=0, le=1e9)], ...] = Field(min_length=3, max_length=3)
    read_noise_e: float = Field(ge=0, le=1000)
    prnu: Share
    photosites: float = Field(gt=0, le=1e6)


class Motion(Part):
    """How things and camera move, as rates across the view [rad/s] in the scene's own time.

    shake: blurs inside a frame. jitter: what is left of it between frames. readout_s: first row to last.
    """

    shutter_s: float = Field(gt=0, le=3600)
    rate_hz: float = Field(gt=0, le=2000)
    timeline_hz: float = Field(gt=0, le=240)
    shake_rad_s: Rate = 0.0
    jitter_rad_s: Rate = 0.0
    subject_rad_s: Rate = 0.0
    readout_s: float = Field(default=0.0, ge=0, le=0.2)


class Flicker(Part):
    """Ripple of lamps that the shutter keeps [0, 1], and how often it comes [Hz]."""

    kept: Share = 0.0
    hz: float = Field(default=100.0, ge=1, le=1000)


class Finish(Part):
    """From light to code values. sharpening, smoothing: strengths [0, 1]; bits_per_pixel: worth in plain coding."""

    curve: Kind
    headroom_stops: float = Field(ge=0.01, le=10)
    bit_depth: Literal[8, 10, 12]
    sharpening: Share = 0.0
    smoothing: Share = 0.0
    bits_per_pixel: float = Field(default=1.0, gt=0, le=100)


class Shot(Part):
    """A picture to be made. gain: of red, green and blue from the plate's grey card to recorded light, mid grey 1."""

    plate: PlateName
    frame: Frame
    gain: Rgb
    water: Water | None = None
    grain: Grain
    motion: Motion
    flicker: Flicker = Flicker()
    finish: Finish


class Look(Part):
    """How a shot is looked at. peek: at its own pixels, in the middle; else whole. card: a grey card is held in."""

    width_px: int = Field(default=960, ge=64, le=1920)
    peek: bool = False
    graded: bool = False
    card: bool = False


def every_pixel(frame: Frame) -> Look:
    """A whole frame at its own pixels, however many they are: for what is recorded, never for what is shown."""
    return Look.model_construct(width_px=frame.width_px, peek=True, graded=False, card=False)


def water_over(water: Water, distance_m: Quantity) -> tuple[Floats, Floats]:
    """What passes from things at distances [m] to the lens, and what the water adds there, each (..., 3).

    passes: exp(-path (d - card)) of the light around and, for a lamp beside the lens, over its way there and back, with
    the square of the distance. veil: (1 - exp(-path d)) of endless water.
    """
    path, veil, lamp = (np.asarray(one) for one in (water.path, water.veil, water.lamp))
    far = np.asarray(distance_m, dtype=float)[..., None]
    beyond = np.clip(path * (far - water.card_m), -8.0, 40.0)
    nearer = np.square(water.card_m / far)
    passes = (1.0 - lamp) * np.exp(-beyond) + lamp * nearer * np.exp(-2.0 * beyond)
    return passes, veil * (1.0 - np.exp(-np.minimum(path * far, 40.0)))
