"""A made-up plate for the tests: even light with marks where they are asked for."""

from collections.abc import Mapping
from typing import Any

import numpy as np

from steady_tide.core.picture.plate import Layer, Map, Patch, Plate, depth_codes, light_codes
from steady_tide.core.picture.shot import Finish, Frame, Grain, Motion, Shot

PER_DEG = 8


def even_plate(
    light: float = 1.0,
    *,
    marks: Mapping[tuple[float, float], float] = {},
    far_m: float = 3.0,
    layers: tuple[Layer, ...] = (),
) -> Plate:
    """Light everywhere alike, but for marks by (azimuth, elevation) [degrees], a pixel each."""
    height, width = 130 * PER_DEG, 180 * PER_DEG
    around = np.full((height, width, 3), light)
    for (azimuth, elevation), mark in marks.items():
        around[round((65 - elevation) * PER_DEG - 0.5), round((azimuth + 90) * PER_DEG - 0.5)] = mark
    whole = Map(light_codes(around), depth_codes(np.full((height, width), far_m)))
    detail = Map(light_codes(np.full((72, 128, 3), light)), depth_codes(np.full((72, 128), far_m)))
    return Plate("even", far_m, (1.0, 1.0, 1.0), whole, detail, layers)


def square_layer(moves: Any, *, light: float = 8.0, at_deg: float = 0.0, side_px: int = 40) -> Layer:
    """A square of light in the middle of the map, or beside it."""
    left, top = round((90 + at_deg) * PER_DEG) - 64, 65 * PER_DEG - 64
    alpha = np.zeros((128, 128), dtype=np.uint8)
    alpha[64 - side_px // 2 : 64 + side_px // 2, 64 - side_px // 2 : 64 + side_px // 2] = 255
    patch = Patch((left, top), light_codes(np.full((128, 128, 3), light)), alpha, depth_codes(np.full((128, 128), 3.0)))
    return Layer("square", moves, patch, None)


def plain_shot(**changes: Any) -> Shot:
    """A shot without anything that spoils it, with some of its parts changed."""
    parts: dict[str, Any] = {
        "plate": "quay",
        "frame": Frame(width_px=960, height_px=540, projection="rectilinear", focal_px=480.0),
        "gain": (1.0, 1.0, 1.0),
        "grain": Grain(electrons=(1e8, 1e8, 1e8), read_noise_e=0.0, prnu=0.0, photosites=1.0),
        "motion": Motion(shutter_s=0.02, rate_hz=25.0, timeline_hz=25.0),
        "finish": Finish(curve="neutral", headroom_stops=4.0, bit_depth=12),
    }
    return Shot(**{**parts, **changes})
