"""From scene-linear light to code values, as a set records them: exposure, noise, clipping, tone, bit depth.

Simplified: noise is Gaussian and even between neighbours, colours share one noise figure, the camera does not denoise.
"""

from typing import Final

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.image.noise import electrons, signal_to_noise
from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.picture.tone import GREY, curve_of
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.quantities import Floats, focal_plane_exposure

Codes = NDArray[np.uint16]
TILE: Final = 512
"""Side of the tile of noise that is laid over a picture [px]."""


def recorded(scene: Floats, chosen: ExposedSet, profile: ColourProfile, *, ev100: float, seed: int = 0) -> Codes:
    """Code values of a picture, (h, w, 3), as a set records a scene in a light.

    scene: linear light relative to mid grey, which is 1, shape (h, w, 3). ev100: of the scene's grey [EV at ISO 100].
    The same seed gives the same picture.
    """
    caught = np.maximum(scene, 0.0) * 2.0 ** exposure_stops(chosen, ev100)
    noisy = caught + _tile(scene.shape, seed) * noise_of(scene, chosen, ev100=ev100) * caught
    codes = curve_of(profile).encode(GREY * noisy)
    most = 2**profile.bit_depth - 1
    return np.asarray(np.rint(codes * most), dtype=np.uint16)


def exposure_stops(chosen: ExposedSet, ev100: float) -> float:
    """How far mid grey is recorded above or below its usual place [stops]: as intended, with what is left over."""
    return chosen.settings.bias_stops + chosen.in_light(ev100).error_stops


def noise_of(scene: Floats, chosen: ExposedSet, *, ev100: float) -> Floats:
    """Standard deviation of a delivered pixel over its own signal, for light relative to mid grey; same shape.

    EMVA 1288, from the electrons that the shutter, the aperture and the glass let each photosite have.
    """
    one = chosen.in_light(ev100)
    grey_lux_s = focal_plane_exposure(
        ev100=ev100 - chosen.settings.loss_stops, shutter_s=one.shutter_s, f_number=chosen.settings.f_number
    )
    sensor = chosen.lens.sensor
    caught = electrons(exposure_lux_s=np.maximum(scene, 1e-6) * grey_lux_s, sensor=sensor)
    return 1.0 / np.asarray(signal_to_noise(mean_electrons=caught, photosites=chosen.photosites, sensor=sensor))


def _tile(shape: tuple[int, ...], seed: int) -> Floats:
    """Unit noise of a shape, the same for the same seed."""
    tile = np.random.default_rng(seed).standard_normal((TILE, TILE, shape[2]), dtype=np.float32)
    down, across = -(-shape[0] // TILE), -(-shape[1] // TILE)
    return np.asarray(np.tile(tile, (down, across, 1))[: shape[0], : shape[1]], dtype=float)
