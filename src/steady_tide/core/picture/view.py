"""Where each pixel of a frame looks: projection, flat port, and the maps of a plate that it is read from."""

from functools import lru_cache
from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.picture.pixels import Image
from steady_tide.core.picture.plate import ACROSS_DEG, DETAIL_DEG, UP_DEG
from steady_tide.core.picture.shot import Frame, Look

EDGE_RAD: Final = 1.55
"""No pixel looks farther from the middle than this [rad]; what a port bends beyond is not drawn."""


class Window(NamedTuple):
    """The part of a frame that is drawn. left, top: its corner [delivered px]; scale: drawn px a delivered one."""

    left: float
    top: float
    scale: float
    width: int
    height: int


class Directions(NamedTuple):
    """Where drawn pixels look, each (h, w): azimuth and elevation [rad], and the part of the frame's height [0, 1]."""

    azimuth: Image
    elevation: Image
    down: Image


def window_of(frame: Frame, look: Look) -> Window:
    """What is drawn of a frame: the whole of it, or as many of its own pixels, in the middle."""
    shape = frame.height_px / frame.width_px
    width = min(look.width_px, frame.width_px) if look.peek else look.width_px
    height = max(1, round(width * shape))
    if not look.peek:
        return Window(0.0, 0.0, width / frame.width_px, width, height)
    return Window((frame.width_px - width) / 2, (frame.height_px - height) / 2, 1.0, width, height)


def off_axis(radius_px: Image, frame: Frame) -> Image:
    """How far from the axis a place sees, in front of the port [rad]: equidistant r = f a, rectilinear r = f tan a."""
    share = radius_px / np.float32(frame.focal_px)
    angle = share if frame.projection == "fisheye" else np.arctan(share)
    if frame.port_index > 1.0:
        angle = np.arcsin(np.sin(np.minimum(angle, np.pi / 2)) / frame.port_index)
    return np.asarray(np.minimum(angle, EDGE_RAD), dtype=np.float32)


@lru_cache(maxsize=8)
def directions(frame: Frame, window: Window) -> Directions:
    """Where the drawn pixels of a frame look."""
    across = window.left + (np.arange(window.width, dtype=np.float32) + 0.5) / window.scale - frame.width_px / 2
    down = window.top + (np.arange(window.height, dtype=np.float32) + 0.5) / window.scale
    x, y = np.meshgrid(across, down - np.float32(frame.height_px / 2))
    radius = np.hypot(x, y)
    angle = off_axis(radius, frame)
    sine = np.sin(angle) / np.maximum(radius, 1e-6)
    right, up, ahead = x * sine, -y * sine, np.cos(angle)
    rows = np.broadcast_to((down / frame.height_px)[:, None], x.shape)
    azimuth, elevation = np.arctan2(right, ahead), np.arcsin(np.clip(up, -1.0, 1.0))
    return Directions(
        azimuth.astype(np.float32), elevation.astype(np.float32), np.ascontiguousarray(rows, dtype=np.float32)
    )


class Places(NamedTuple):
    """Where drawn pixels lie on a map [px], each (h, w)."""

    x: Image
    y: Image


class Turned(NamedTuple):
    """How far something on a map is turned [rad]: across, up, and across again from the first row read to the last."""

    across: float = 0.0
    up: float = 0.0
    lean: float = 0.0


STRAIGHT: Final = Turned()


@lru_cache(maxsize=6)
def places(frame: Frame, window: Window, size: tuple[int, int], turned: Turned, *, close: bool) -> Places:
    """Where drawn pixels lie on a map of (width, height) px: of all around or, close, of the closer look."""
    seen = directions(frame, window)
    azimuth, elevation = seen.azimuth, seen.elevation
    if turned != STRAIGHT:
        azimuth = azimuth - np.float32(turned.across) - np.float32(turned.lean) * (seen.down - np.float32(0.5))
        elevation = elevation - np.float32(turned.up)
    return (_on_detail if close else _on_around)(azimuth, elevation, size)


def _on_around(azimuth: Image, elevation: Image, size: tuple[int, int]) -> Places:
    width, height = size
    x = azimuth * np.float32(width / np.radians(ACROSS_DEG)) + np.float32(width / 2 - 0.5)
    y = elevation * np.float32(-height / np.radians(UP_DEG)) + np.float32(height / 2 - 0.5)
    return Places(x, y)


def _on_detail(azimuth: Image, elevation: Image, size: tuple[int, int]) -> Places:
    """On the closer look; what lies beside or behind it is far outside."""
    width, height = size
    focal = np.float32(width / 2 / np.tan(np.radians(DETAIL_DEG / 2)))
    level = np.cos(elevation)
    ahead = np.maximum(np.cos(azimuth) * level, np.float32(1e-3))
    x = np.sin(azimuth) * level / ahead * focal + np.float32(width / 2 - 0.5)
    y = -np.sin(elevation) / ahead * focal + np.float32(height / 2 - 0.5)
    return Places(np.asarray(x, dtype=np.float32), np.asarray(y, dtype=np.float32))
