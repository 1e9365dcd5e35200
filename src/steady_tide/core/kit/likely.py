"""A camera from what its owner remembers: a plain class, and at most six answers; everything else is assumed."""

from collections.abc import Sequence
from fractions import Fraction
from math import log2
from typing import Any, Final, Literal, NamedTuple

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.kit.device import Device, checked

Class = Literal[
    "action-new", "action-some-years", "action-old", "phone-new", "phone-manual", "phone-old", "drone-new", "drone-old"
]
Size = Literal["1080", "2.7K", "4K", "5K"]
Steadying = Literal["none", "some", "strong"]


class Remembered(Part):
    """What an owner can say of a camera from memory."""

    largest: Size = Field(default="4K", description="Largest size it records.")
    fastest_largest: Literal[30, 60, 120] = Field(default=60, description="Most frames a second at that size.")
    fastest: Literal[30, 60, 120, 240] = Field(default=120, description="Most frames a second at any size.")
    steadying: Steadying = Field(default="strong", description="Its strongest electronic stabilisation.")
    graded: Literal["none", "flat", "log"] = Field(default="none", description="Its flattest colour profile.")
    ten_bit: bool = Field(default=False, description="Whether it records 10 bit.")
    iso_most: Literal[800, 1600, 3200, 6400] = Field(default=3200, description="Its highest ISO for video.")


class CameraClass(NamedTuple):
    """A plain class: its words, the plain camera it is made from, what is usual for it."""

    key: Class
    kind: str
    label: str
    template: str
    usual: Remembered


def _usual(**said: Any) -> Remembered:
    return Remembered.read(said)


CLASSES: Final[tuple[CameraClass, ...]] = (
    CameraClass(
        "action-new", "action camera", "An action camera of the last two years", "action-camera",
        _usual(largest="5K", fastest_largest=60, fastest=240, steadying="strong", graded="log", ten_bit=True,
               iso_most=6400),
    ),
    CameraClass(
        "action-some-years", "action camera", "An action camera some years old", "action-camera",
        _usual(largest="4K", fastest_largest=60, fastest=240, steadying="strong", graded="flat", iso_most=3200),
    ),
    CameraClass(
        "action-old", "action camera", "An old or simple action camera", "action-camera",
        _usual(largest="2.7K", fastest_largest=30, fastest=120, steadying="some", iso_most=1600),
    ),
    CameraClass(
        "phone-new", "phone", "A phone of the last three years, its own camera app", "phone-built-in",
        _usual(largest="4K", fastest_largest=60, fastest=240, steadying="some", iso_most=3200),
    ),
    CameraClass(
        "phone-manual", "phone", "A phone with an app that sets everything", "phone-manual",
        _usual(largest="4K", fastest_largest=60, fastest=240, steadying="some", graded="log", ten_bit=True,
               iso_most=3200),
    ),
    CameraClass(
        "phone-old", "phone", "An older phone", "phone-built-in",
        _usual(largest="4K", fastest_largest=30, fastest=120, steadying="some", iso_most=1600),
    ),
    CameraClass(
        "drone-new", "drone", "A drone of the last three years", "drone",
        _usual(largest="4K", fastest_largest=60, fastest=120, steadying="none", graded="log", ten_bit=True,
               iso_most=6400),
    ),
    CameraClass(
        "drone-old", "drone", "An older drone", "drone",
        _usual(largest="4K", fastest_largest=30, fastest=60, steadying="none", graded="flat", iso_most=3200),
    ),
)  # fmt: skip
CLASS_BY_KEY: Final = {one.key: one for one in CLASSES}
SIZES: Final[dict[Size, tuple[int, int]]] = {
    "5K": (5120, 2880), "4K": (3840, 2160), "2.7K": (2704, 1520), "1080": (1920, 1080),
}  # fmt: skip
RATES: Final = (24, 25, 30, 50, 60, 100, 120, 200, 240)
SKIPS_FROM: Final = 100
"""From this rate on small cameras skip lines. **Assumed**."""
BIT_RATES: Final[dict[Size, tuple[int, int]]] = {"5K": (80, 120), "4K": (60, 100), "2.7K": (45, 78), "1080": (30, 60)}
BASE_W: Final = 2.6
W_PER_MPX_S: Final = 0.0052
"""Power of a mode by the pixels it writes a second [W, W per million]. **Assumed**."""
LAPSE_W: Final = 2.2
INTERVALS_S: Final = (1, 2, 5, 10, 20, 30, 60)
LONG_SHUTTERS: Final = ("30", "20", "15", "10", "5", "2", "1", "1/2")
"""Of interval shooting. **Assumed**."""
ISO_STEPS: Final = (50, 100, 200, 400, 800, 1600, 3200, 6400)
CURVES: Final[dict[str, dict[str, Any]]] = {
    "log": {"base_iso": 400, "headroom_stops": 5.0, "shadow_lift": 1.2},
    "flat": {"base_iso": 100, "headroom_stops": 3.6, "shadow_lift": 0.8},
    "neutral": {"base_iso": 100, "headroom_stops": 3.0, "shadow_lift": 0.3},
    "vivid": {"base_iso": 100, "headroom_stops": 2.8, "shadow_lift": 0.0},
}
PROFILES: Final = {
    "none": ("neutral", "vivid"), "flat": ("flat", "neutral", "vivid"), "log": ("log", "flat", "neutral", "vivid"),
}  # fmt: skip
ASSUMED: Final = (
    "Aperture and light lost in the lens",
    "Size of its photosites, and their noise",
    "How wide each view is",
    "How much frame stabilisation takes, and how much shake it removes",
    "Bit rates",
    "Power drawn, battery, and how soon it gets hot",
    "How bright its meter exposes",
    "Lowest ISO, and shutters that can be set",
    "How deep it goes without a housing",
)
"""What nobody is asked and the class stands for."""


def likely(plain: Device, said: Remembered, *, key: str, name: str) -> Device:
    """A whole device document from a plain camera and what is remembered; what is assumed stands in `assumed`.

    Raises BadInput where that cannot be a camera.
    """
    levels = _levels(plain, said.steadying)
    sizes = list(SIZES)[list(SIZES).index(said.largest) :]
    modes = [
        mode
        for step, size in enumerate(sizes)
        for mode in _modes(plain, said, size, step, [one["key"] for one in levels])
    ]
    document = plain.plain()
    floor = plain.iso.values[0]
    values = [value for value in ISO_STEPS if floor <= value <= said.iso_most]
    settable = plain.iso.settable
    document |= {
        "key": key,
        "name": name,
        "stabilisation": levels,
        "modes": [*modes, *_lapses(plain, said.largest)],
        "shutters": _shutters(plain),
        "iso": {"values": values if settable else [floor, said.iso_most], "settable": settable},
        "codecs": [_codec(one, ten_bit=said.ten_bit) for one in document["codecs"]],
        "profiles": _profiles(plain, said),
        "assumed": list(ASSUMED),
    }
    return checked(Device.read(document))


def _levels(plain: Device, steadying: Steadying) -> list[dict[str, Any]]:
    """Its levels: a gimbal as it is; else as many electronic ones as are remembered."""
    if any(level.optical for level in plain.stabilisation):
        return [level.plain() for level in plain.stabilisation]
    known = [
        {"key": "off", "label": "Off", "removes": 0.0},
        {"key": "standard", "label": "Standard", "removes": 0.8, "crop": 0.1, "draw_w": 0.3},
        {"key": "strong", "label": "Strong", "removes": 0.92, "crop": 0.15, "draw_w": 0.5},
    ]
    return known[: {"none": 1, "some": 2, "strong": 3}[steadying]]


def _modes(plain: Device, said: Remembered, size: Size, step: int, levels: Sequence[str]) -> list[dict[str, Any]]:
    """Modes of a size: each step down from the largest doubles the rate, up to the fastest there is.

    Held upright, what is no drone records the same upright.
    """
    most = min(said.fastest_largest * 2**step, said.fastest)
    views = [view.key for view in plain.views]
    codec = plain.codecs[0].key
    shapes = {"16:9": SIZES[size], **({} if plain.kind == "drone" else {"9:16": SIZES[size][::-1]})}
    return [
        {
            "frame_shape": shape,
            "resolution": size,
            "width_px": width,
            "height_px": height,
            "rate": str(Fraction(rate)),
            "views": views,
            "stabilisation": list(levels) if rate < SKIPS_FROM else list(levels)[:2],
            "bit_rates": {codec: list(BIT_RATES[size])},
            "photosite_share": 1.0 if rate < SKIPS_FROM else 0.5 if rate <= 2 * SKIPS_FROM - 80 else 0.25,
            "readout": "whole" if step == 0 else "binned" if rate < SKIPS_FROM else "line-skipped",
            "draw_w": round(BASE_W + W_PER_MPX_S * width * height * rate / 1e6, 2),
        }
        for shape, (width, height) in shapes.items()
        for rate in RATES
        if rate <= most
    ]


def _lapses(plain: Device, size: Size) -> list[dict[str, Any]]:
    """Modes at intervals, as nearly every camera has them, as video at its largest size."""
    width, height = SIZES[size]
    return [
        {
            "kind": "lapse",
            "frame_shape": "16:9",
            "resolution": size,
            "width_px": width,
            "height_px": height,
            "rate": str(Fraction(1, seconds)),
            "views": [view.key for view in plain.views],
            "stabilisation": [plain.stabilisation[0].key],
            "bit_rates": {plain.codecs[0].key: list(BIT_RATES[size])},
            "readout": "whole",
            "draw_w": LAPSE_W,
        }
        for seconds in INTERVALS_S
    ]


def _shutters(plain: Device) -> list[str]:
    """Its shutters, with the long ones of lapses where any can be set."""
    known = {*plain.shutters, *(map(Fraction, LONG_SHUTTERS) if plain.shutters else ())}
    return [str(shutter) for shutter in sorted(known, reverse=True)]


def _codec(codec: dict[str, Any], *, ten_bit: bool) -> dict[str, Any]:
    return {**codec, "bit_depths": [8, 10] if ten_bit else [8]}


def _profiles(plain: Device, said: Remembered) -> list[dict[str, Any]]:
    """Its profiles from the flattest on; each from a base ISO it has."""
    lowest = plain.iso.values[0]
    return [
        {
            "key": curve,
            "label": curve.capitalize(),
            "curve": curve,
            "bit_depth": 10 if curve == "log" and said.ten_bit else 8,
            **CURVES[curve],
            "base_iso": CURVES[curve]["base_iso"] if CURVES[curve]["base_iso"] > 100 else lowest,
        }
        for curve in PROFILES[said.graded]
    ]


class Stated(NamedTuple):
    """A size that a maker states, with its rates: name, shape, pixels, exact texts."""

    resolution: str
    frame_shape: str
    width_px: int
    height_px: int
    rates: Sequence[str]


def modes_like(device: Device, stated: Sequence[Stated], *, beside: bool = False) -> list[dict[str, Any]]:
    """Modes as stated, for a mode table; what is not stated is as in the device's own mode nearest in pixels a second.

    Modes at intervals stay as they are. beside: the device's own video modes stay too, and only what is new is added.
    """
    video = [mode for mode in device.modes if mode.kind == "video"]
    made = [mode.plain() for mode in video] if beside else []
    there = {(mode.width_px, mode.height_px, mode.rate) for mode in video} if beside else set()
    for size in stated:
        for rate in map(Fraction, size.rates):
            if (size.width_px, size.height_px, rate) in there:
                continue
            pixels = size.width_px * size.height_px * float(rate)
            near = min(video, key=lambda mode: abs(log2(mode.width_px * mode.height_px * float(mode.rate) / pixels)))
            own = {"width_px": size.width_px, "height_px": size.height_px, "rate": str(rate)}
            named = {"frame_shape": size.frame_shape, "resolution": size.resolution}
            made.append({**near.plain(), **named, **own, "low_light_tuned": False})
    return [*made, *(mode.plain() for mode in device.modes if mode.kind == "lapse")]
