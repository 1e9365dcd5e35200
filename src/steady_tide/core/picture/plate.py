"""A plate: a scene to look at, as light all around the way the camera looks, with its depth and the layers that move.

Light is relative to a grey card that stands where the subject is and faces the camera: the card's luminance is 1. Maps
are kept as code values, since a table takes them to light faster than it could be read at full width.
"""

from dataclasses import dataclass
from typing import Final, Literal

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.quantities import Floats

Codes16 = NDArray[np.uint16]
Codes8 = NDArray[np.uint8]
Moves = Literal["still", "subject", "carried"]
"""How a layer moves: not, as fast as the subject, or with the camera."""

DARKEST_STOPS: Final = -14.0
LIGHTEST_STOPS: Final = 10.0
"""Light that a map can hold, from the card's [stops]."""
NEAREST_M: Final = 0.1
OCTAVES: Final = 18.0
"""Distances that a map can hold: from the nearest, so many doublings."""
ACROSS_DEG: Final = 180.0
UP_DEG: Final = 130.0
DETAIL_DEG: Final = 32.0
"""Width of the closer look, a plain perspective straight on."""


def light_codes(light: Floats) -> Codes16:
    """Code values of light relative to the card, any shape."""
    stops = np.log2(np.maximum(light, 2.0**DARKEST_STOPS))
    share = (stops - DARKEST_STOPS) / (LIGHTEST_STOPS - DARKEST_STOPS)
    return np.asarray(np.rint(np.clip(share, 0.0, 1.0) * 65535), dtype=np.uint16)


def light_table() -> NDArray[np.float32]:
    """Light of every code value, (65 536,); the least is none at all."""
    share = np.arange(65536) / 65535
    light = 2.0 ** (DARKEST_STOPS + share * (LIGHTEST_STOPS - DARKEST_STOPS))
    light[0] = 0.0
    return light.astype(np.float32)


def depth_codes(metres: Floats) -> Codes8:
    """Code values of distances [m], any shape."""
    share = np.log2(np.maximum(metres, NEAREST_M) / NEAREST_M) / OCTAVES
    return np.asarray(np.rint(np.clip(share, 0.0, 1.0) * 255), dtype=np.uint8)


def depth_table() -> NDArray[np.float32]:
    """Distance of every code value [m], (256,)."""
    return np.asarray(NEAREST_M * 2.0 ** (np.arange(256) / 255 * OCTAVES), dtype=np.float32)


@dataclass(frozen=True)
class Map:
    """What is seen where nothing moves. light (h, w, 3), depth (h, w), as code values."""

    light: Codes16
    depth: Codes8


@dataclass(frozen=True)
class Patch:
    """What a layer covers of a map. corner: (x, y) of its top left there [px]; alpha [0, 255]: how much of it."""

    corner: tuple[int, int]
    light: Codes16
    alpha: Codes8
    depth: Codes8


@dataclass(frozen=True)
class Layer:
    """Things that move together. around, detail: what they cover of the two maps, if anything."""

    name: str
    moves: Moves
    around: Patch | None
    detail: Patch | None


@dataclass(frozen=True)
class Plate:
    """A scene to look at. subject_m: how far the grey card stands. stars: how many the sky has.

    card: its red, green and blue in the light of the plate; their luminance is 1.
    """

    name: str
    subject_m: float
    card: tuple[float, float, float]
    around: Map
    detail: Map
    layers: tuple[Layer, ...]
    stars: int = 0

    @property
    def flows(self) -> bool:
        """Whether all that is seen passes as the subject does; else a layer of its own does, before what stands."""
        return not any(layer.moves == "subject" for layer in self.layers)
