"""The few operations on images that are taken from a library, with types of their own."""

from typing import Any, TypeVar, cast

import cv2
import numpy as np
from numpy.typing import NDArray

from steady_tide.core.picture.plate import Codes8, Codes16

Image = NDArray[np.float32]
Codes = TypeVar("Codes", Codes8, Codes16)
STRAIGHT_PX = 0.5
"""A smear that goes aside by less than this is straight."""


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


def smeared_along(image: Image, *, across_px: float, down_px: float) -> Image:
    """An image smeared evenly along a straight way [px], in whichever direction it goes."""
    length = float(np.hypot(across_px, down_px))
    if length <= 1.0:
        return image
    if min(abs(across_px), abs(down_px)) < STRAIGHT_PX:
        return smeared(image, across_px=abs(across_px), down_px=abs(down_px))
    half = int(np.ceil(length / 2.0)) + 1
    down, across = np.mgrid[-half : half + 1, -half : half + 1].astype(np.float32)
    along = np.abs(across * across_px + down * down_px) / length
    aside = np.abs(across * down_px - down * across_px) / length
    weights = np.clip(length / 2.0 + 0.5 - along, 0.0, 1.0) * np.clip(1.0 - aside, 0.0, 1.0)
    kernel = (weights / weights.sum()).astype(np.float32)
    return np.asarray(cv2.filter2D(image, -1, kernel, borderType=cv2.BORDER_REPLICATE), dtype=np.float32)


def softened(image: Image, *, radius_px: float) -> Image:
    """An image out of focus, as a Gaussian of a standard deviation [px] softens it."""
    if radius_px <= 0.0:
        return image
    made = cv2.GaussianBlur(image, (0, 0), radius_px, borderType=cv2.BORDER_REPLICATE)
    return np.asarray(made, dtype=np.float32)


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
