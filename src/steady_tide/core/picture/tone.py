"""Tone curves of colour profiles: own parametric curves, each by mid grey, headroom and steepness.

A curve takes scene-linear light x, mid grey at 0.18, to a code value y in [0, 1]:

    y = x^g (M + Q) / (M (x^g + Q)),   Q = G M (1 - m) / (m M - G),   G = 0.18^g,   M = (0.18 * 2^H)^g

It is the response of Naka and Rushton (1966) scaled so that mid grey lies at m and the light H stops above it at 1. Its
inverse is exact. Steepness g and grey m by kind of profile are **assumed**, near what such profiles do.
"""

from typing import Final, Literal, NamedTuple

import numpy as np

from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.quantities import Floats, Quantity

LUMINANCE: Final = np.array((0.2126, 0.7152, 0.0722))
"""Of red, green and blue light [BT-709]."""
GREY: Final = 0.18
"""Reflectance of mid grey, and its place in scene-linear light."""
NEAREST: Final = 0.1
"""How far from the least that its headroom allows mid grey lies at least, as a share of what is left."""
Kind = Literal["log", "flat", "neutral", "vivid"]


class Shape(NamedTuple):
    """Steepness, and where mid grey lies among the code values [0, 1]."""

    steepness: float
    grey: float


SHAPES: Final[dict[Kind, Shape]] = {
    "log": Shape(0.42, 0.40),
    "flat": Shape(0.62, 0.42),
    "neutral": Shape(0.88, 0.44),
    "vivid": Shape(1.08, 0.44),
}
"""By kind of profile; **assumed**."""


class Curve(NamedTuple):
    """A tone curve. headroom_stops: from mid grey to the lightest it holds."""

    kind: Kind
    headroom_stops: float

    @property
    def _terms(self) -> tuple[float, float, float]:
        steep, grey = SHAPES[self.kind]
        most = (GREY * 2.0**self.headroom_stops) ** steep
        at_grey = GREY**steep
        # A profile that holds next to nothing above grey has its grey nearer to white.
        least = at_grey / most
        lies = max(grey, least + NEAREST * (1.0 - least))
        return steep, most, at_grey * most * (1.0 - lies) / (lies * most - at_grey)

    def encode(self, light: Quantity) -> Floats:
        """Code values [0, 1] of scene-linear light; what is lighter than it holds is 1, what is below none 0."""
        steep, most, half = self._terms
        x = np.power(np.maximum(np.asarray(light, dtype=float), 0.0), steep)
        return np.asarray(np.minimum(x * (most + half) / (most * (x + half)), 1.0))

    def decode(self, code: Quantity) -> Floats:
        """Scene-linear light of code values [0, 1]."""
        steep, most, half = self._terms
        y = np.clip(np.asarray(code, dtype=float), 0.0, 1.0)
        return np.asarray(np.power(y * most * half / (most + half - y * most), 1.0 / steep))


STANDARD: Final = Curve("neutral", 3.0)
"""How a picture is usually looked at: what flat material is judged by after a simple correction."""


def curve_of(profile: ColourProfile) -> Curve:
    """The tone curve of a camera's profile."""
    return Curve(profile.curve, profile.headroom_stops)


def to_standard(profile: ColourProfile, code: Quantity, *, stops: float = 0.0) -> Floats:
    """Code values of a profile as the standard look has them. stops: made brighter by so much on the way."""
    return STANDARD.encode(curve_of(profile).decode(code) * 2.0**stops)


def neutral(profile: ColourProfile, code: Quantity, card: Floats) -> Floats:
    """Code values (..., 3) of a profile in which a grey card was recorded in a colour, as if it had been grey.

    card: red, green and blue light of the card as recorded, any scale; its brightness is kept.
    """
    curve, even = curve_of(profile), float(np.asarray(card) @ LUMINANCE)
    return curve.encode(curve.decode(code) * (even / np.maximum(card, 1e-6)))
