"""The stars of a night sky, as points of light that trail while the shutter is open. Made up, the same each time.

How bright they are against the sky is **assumed**; their number by brightness follows the star counts of the sky:
about 2.9 times as many for each magnitude fainter [ALLEN-1973].
"""

from functools import lru_cache
from typing import Final

import cv2
import numpy as np

from steady_tide.core.picture.pixels import Image, sampled
from steady_tide.core.picture.plate import Plate
from steady_tide.core.picture.shot import Shot
from steady_tide.core.picture.view import STRAIGHT, Directions, Window, places
from steady_tide.core.quantities import Floats

PER_MAGNITUDE: Final = 2.9
BRIGHTEST: Final = 300.0
"""Light of the brightest over the card's, spread over a pixel of the map all around. **Assumed**."""
SKY_CODE: Final = 248
"""What is farther than this code value of depth is sky."""
SIDEREAL_RAD_S: Final = float(np.radians(15.041 / 3600.0))


@lru_cache(maxsize=2)
def _catalogue(count: int) -> tuple[Floats, Floats, Floats]:
    """Azimuth and elevation [rad] and light of made-up stars above the horizon."""
    chance = np.random.default_rng(1974)
    azimuth = chance.uniform(-np.pi / 2, np.pi / 2, count)
    elevation = np.arcsin(chance.uniform(0.02, 1.0, count))
    fainter = np.log(np.arange(1, count + 1)) / np.log(PER_MAGNITUDE)
    return azimuth, elevation, BRIGHTEST * 10.0 ** (-0.4 * fainter)


def stars(plate: Plate, shot: Shot, toward: Directions, window: Window) -> Image:
    """Light of the stars in a view, (h, w, 3): points, or trails as long as the sky turns meanwhile."""
    azimuth, elevation, light = _catalogue(plate.stars)
    height, width = toward.azimuth.shape
    focal = shot.frame.focal_px * window.scale
    trail = SIDEREAL_RAD_S * shot.motion.shutter_s
    drawn = np.zeros((height, width), dtype=np.float32)
    middle = toward.azimuth[height // 2], toward.elevation[:, width // 2]
    x = np.interp(azimuth, middle[0], np.arange(width), left=-9, right=-9)
    y = np.interp(-elevation, -middle[1], np.arange(height), left=-9, right=-9)
    steps = max(1, int(np.ceil(trail * focal)))
    share = light / steps * (focal / (plate.around.light.shape[1] / np.pi)) ** 2
    for step in range(steps):
        at_x, at_y = x + step * 0.9, y - step * 0.43
        inside = (at_x >= 0) & (at_x < width - 1) & (at_y >= 0) & (at_y < height - 1)
        np.add.at(drawn, (at_y[inside].astype(int), at_x[inside].astype(int)), share[inside])
    drawn = np.asarray(cv2.GaussianBlur(drawn, (3, 3), 0.6), dtype=np.float32)
    size = plate.around.depth.shape[1], plate.around.depth.shape[0]
    spots = places(shot.frame, window, size, STRAIGHT, close=False)
    sky = sampled(plate.around.depth, *spots, nearest=True) >= SKY_CODE
    return np.asarray((drawn * sky)[..., None] * np.asarray((0.95, 1.0, 1.1), dtype=np.float32), dtype=np.float32)
