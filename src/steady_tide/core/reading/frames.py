"""A decoded frame as measures take it: luma as it was coded, with its scale, and colour beside it."""

from functools import cached_property
from typing import Any, Final

import cv2
import numpy as np
from numpy.typing import NDArray

from steady_tide.core.quantities import Floats

Codes = NDArray[Any]
Small = NDArray[np.uint8]
SMALL_PX: Final = 384
"""Frames are followed at about this width [px]: a whole fraction of their own."""
CLOSE_STEP: Final = 8
"""For levels and colour every so many-th pixel is enough."""
# Red, green and blue of luma and colour differences [BT-709].
KR, KB = 0.2126, 0.0722


class FrameCodes:
    """One frame. luma (h, w); blue, red: colour differences, at half size or whole, or None where there are none.

    black, white: code values of least and full luma. centre, swing: code of no colour, and of the most from there.
    """

    def __init__(
        self, luma: Codes, *, black: float, white: float, colour: tuple[Codes, Codes] | None = None, bits: int = 8
    ) -> None:
        self.luma, self.black, self.white, self.bits = luma, black, white, bits
        self.colour = colour

    @classmethod
    def of(cls, luma: Codes, *, bits: int, full_range: bool, colour: tuple[Codes, Codes] | None = None) -> "FrameCodes":
        """A frame with its scale by depth [bits] and range [BT-709]: 16 to 235 of 8 bit, or all of it."""
        step = 2.0 ** (bits - 8)
        black, white = (0.0, 2.0**bits - 1.0) if full_range else (16.0 * step, 235.0 * step)
        return cls(luma, black=black, white=white, colour=colour, bits=bits)

    def level(self, codes: Codes) -> NDArray[np.float32]:
        """Luma [0, 1] of codes; a little beyond where a camera coded beyond."""
        return np.asarray((codes.astype(np.float32) - np.float32(self.black)) / np.float32(self.white - self.black))

    @cached_property
    def small(self) -> Small:
        """The frame at about `SMALL_PX`, as 8 bit (h, w)."""
        height, width = self.luma.shape
        by = max(1, round(width / SMALL_PX))
        cut = self.luma[: height // by * by, : width // by * by]
        made: Any = cv2.resize(cut, (width // by, height // by), interpolation=cv2.INTER_AREA) if by > 1 else cut
        return np.asarray(made if made.dtype == np.uint8 else made >> (self.bits - 8), dtype=np.uint8)

    def fewer(self, by: int) -> "FrameCodes":
        """The luma of the frame at a whole fraction of its size: each pixel the mean of `by` by `by`."""
        if by <= 1:
            return self
        height, width = (size // by for size in self.luma.shape)
        made: Any = cv2.resize(self.luma[: height * by, : width * by], (width, height), interpolation=cv2.INTER_AREA)
        return FrameCodes(made, black=self.black, white=self.white, bits=self.bits)

    @property
    def small_by(self) -> int:
        """Pixels to one of the small frame."""
        return max(1, round(int(self.luma.shape[1]) / SMALL_PX))

    def rgb(self) -> Floats:
        """Red, green and blue code values [0, 1] of every `CLOSE_STEP`-th pixel, (n, 3); grey where colour is not."""
        luma = self.level(self.luma[::CLOSE_STEP, ::CLOSE_STEP]).astype(float)
        if self.colour is None:
            return np.repeat(luma.reshape(-1, 1), 3, axis=1)
        across = self.luma.shape[1] // self.colour[0].shape[1]
        down = self.luma.shape[0] // self.colour[0].shape[0]
        steps = max(1, CLOSE_STEP // down), max(1, CLOSE_STEP // across)
        full = 2.0**self.bits - 1.0 if self.black == 0.0 else 224.0 * 2.0 ** (self.bits - 8)
        middle = 2.0 ** (self.bits - 1)
        blue, red = ((one[:: steps[0], :: steps[1]].astype(float) - middle) / full for one in self.colour)
        height, width = min(luma.shape[0], blue.shape[0]), min(luma.shape[1], blue.shape[1])
        luma, blue, red = (one[:height, :width] for one in (luma, blue, red))
        r = luma + 2.0 * (1.0 - KR) * red
        b = luma + 2.0 * (1.0 - KB) * blue
        g = (luma - KR * r - KB * b) / (1.0 - KR - KB)
        return np.stack([r, g, b], axis=-1).reshape(-1, 3)
