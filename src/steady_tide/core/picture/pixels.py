"""The few operations on images that are taken from a library, with types of their own."""

from typing import Any, TypeVar, cast

import cv2
import numpy as np
from numpy.typing import NDArray

from steady_tide.core.picture.plate import Codes8, Codes16

Image = NDArray[np.float32]
Codes = TypeVar("Codes", Codes8, Codes16)


def sampled(image: Codes, x: Image, y: Image, *, nearest: bool = False, outside: int | None = None) -> Codes:
    """An image at places [px]. outside: the value beyond its rim; else the rim's own."""
    way = cv2.INTER_NEAREST if nearest else cv2.INTER_LINEAR
    rim = cv2.BORDER_REPLICATE if outside is None else cv2.BORDER_CONSTANT
    found: Any = cv2.remap(image, x, y, way, borderMode=rim, borderValue=(outside or 0,) * 4)
    return cast(Codes, found)


def line(length_px: float) -> Image:
    """Weights of a smear of a length [px], which may be a fraction; they sum to 1, their number is odd."""
    if length_px <= 1.0:
        return np.ones(1, dtype=np.float32)
    half = int(np.ceil((length_px - 1.0) / 2.0))
    weights = np.clip(length_px / 2.0 + 0.5 - np.abs(np.arange(-half, half + 1)), 0.0, 1.0)
    return np.asarray(weights / weights.sum(), dtype=np.float32)


def smeared(image: Image, *, across_px: float = 0.0, down_px: float = 0.0) -> Image:
    """An image smeared evenly over some lengths [px]."""
    if across_px <= 1.0 and down_px <= 1.0:
        return image
    return np.asarray(
        cv2.sepFilter2D(image, -1, line(across_px), line(down_px), borderType=cv2.BORDER_REPLICATE), dtype=np.float32
    )


def against_neighbours(image: Codes16, strength: float) -> Codes16:
    """An image with each pixel weighed against its eight neighbours: apart from them, or, below 0, towards them."""
    near = cv2.blur(image, (3, 3), borderType=cv2.BORDER_REPLICATE)
    return np.asarray(cv2.addWeighted(image, 1.0 + strength, near, -strength, 0.0), dtype=np.uint16)


def coded(image: Codes8, *, quality: int) -> bytes:
    """An image (h, w, 3) as JPEG."""
    flags = [cv2.IMWRITE_JPEG_QUALITY, quality, cv2.IMWRITE_JPEG_SAMPLING_FACTOR, cv2.IMWRITE_JPEG_SAMPLING_FACTOR_444]
    done, made = cv2.imencode(".jpg", image[..., ::-1], flags)
    if not done:
        raise RuntimeError("the picture could not be coded")
    return bytes(made)


def decoded(content: bytes) -> Codes8:
    """The image of a file."""
    return np.asarray(cv2.imdecode(np.frombuffer(content, np.uint8), cv2.IMREAD_COLOR))[..., ::-1]
