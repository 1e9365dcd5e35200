"""From the light a lens lets through to what is seen: exposure, lamps that flicker, noise, tone, depth, codec, grade.

Small models, each **assumed** where it says so: noise is Gaussian and even between neighbours; smoothing and sharpening
in the camera weigh a pixel against its eight neighbours; too few bits are shown as coarser coding of single frames.
"""

from concurrent.futures import ThreadPoolExecutor
from functools import lru_cache
from typing import Final

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.picture import pixels
from steady_tide.core.picture.pixels import Image
from steady_tide.core.picture.plate import Codes8, Codes16, Plate
from steady_tide.core.picture.scene import AT_REST, LensLight, Moment, lens_light
from steady_tide.core.picture.shot import Finish, Look, Shot
from steady_tide.core.picture.tone import GREY, STANDARD, Curve

TILE: Final = 1024
"""Side of the tile of noise that is laid over a picture [px]."""
WHOLE: Final = 65535
ROWS: Final = 36
"""Rows that are worked on at a time."""
CODE_QUALITY_PER_BIT: Final = 500.0
"""Quality of single-frame coding that stands for a bit of video coding a pixel. **Assumed**: 0.1 bits look like 50."""
QUALITIES: Final = (6, 95)


def picture(
    plate: Plate, shot: Shot, look: Look, *, moment: Moment = AT_REST, seed: int = 0, phase: float = 0.0
) -> Codes8:
    """What is seen of a shot, (h, w, 3). seed: of its noise. phase: of the lamps' ripple at the first row [rad]."""
    return developed(lens_light(plate, shot, look, moment), shot, look, seed=seed, phase=phase)


def developed(light: LensLight, shot: Shot, look: Look, *, seed: int = 0, phase: float = 0.0) -> Codes8:
    """What is seen of the light behind a lens, (h, w, 3)."""
    codes = recorded(light, shot, seed=seed, phase=phase)
    if look.peek:
        codes = _starved(codes, shot.finish)
    if look.graded:
        return np.asarray(np.take(_grade(shot.finish), codes, mode="clip"))
    return (codes >> 8).astype(np.uint8)


def recorded(light: LensLight, shot: Shot, *, seed: int = 0, phase: float = 0.0) -> Codes16:
    """Code values of a shot over all of 16 bits, rounded to its depth, (h, w, 3).

    Done some rows at a time, so that what is worked on stays near the processor.
    """
    codes = np.empty(light.light.shape, dtype=np.uint16)
    noise = _tile(codes.shape[:2], seed)

    def done(top: int) -> None:
        rows = slice(top, top + ROWS)
        caught = light.light[rows] * np.asarray(shot.gain, dtype=np.float32)
        if shot.flicker.kept > 0.0:
            caught *= rippled(shot, light.directions.down[rows, :1], phase=phase)[..., None]
        _grain(caught, noise[rows], shot, scale=light.window.scale)
        codes[rows] = _encoded(caught, shot.finish)

    list(_hands().map(done, range(0, len(codes), ROWS)))
    return _crisped(codes, shot.finish)


@lru_cache(maxsize=1)
def _hands() -> ThreadPoolExecutor:
    """Two threads that work on rows: arithmetic on arrays leaves the interpreter to others meanwhile."""
    return ThreadPoolExecutor(2, thread_name_prefix="rows")


def rippled(shot: Shot, down: Image, *, phase: float = 0.0) -> Image:
    """Light of each pixel over its mean as lamps ripple while the rows are read; down: its place in the height."""
    turn = 2.0 * np.pi * shot.flicker.hz * shot.motion.readout_s * down + phase
    return np.asarray(1.0 + shot.flicker.kept * np.cos(turn), dtype=np.float32)


def _grain(caught: Image, noise: Image, shot: Shot, *, scale: float) -> None:
    """Noise laid over light, in place. A drawn pixel is the mean of 1 / scale^2 delivered ones."""
    grain = shot.grain
    averaged = grain.photosites / scale**2
    electrons = np.asarray(grain.electrons)
    spread = caught * np.float32(grain.prnu**2 / averaged)
    spread += (1.0 / electrons / averaged).astype(np.float32)
    spread *= caught
    spread += (np.square(grain.read_noise_e / electrons) / averaged).astype(np.float32)
    np.sqrt(spread, out=spread)
    spread *= noise
    caught += spread


@lru_cache(maxsize=1)
def _noise() -> Image:
    return np.random.default_rng(20_260).standard_normal((TILE, TILE, 3), dtype=np.float32)


def _tile(shape: tuple[int, ...], seed: int) -> Image:
    """Unit noise of a shape: the tile, shifted by the seed and laid side by side."""
    tile = _noise()
    down, across = (seed * 389) % TILE, (seed * 617) % TILE
    if seed == 0 and shape[0] <= TILE and shape[1] <= TILE:
        return tile[: shape[0], : shape[1]]
    rows = (np.arange(shape[0]) + down) % TILE
    columns = (np.arange(shape[1]) + across) % TILE
    return tile[rows[:, None], columns]


# Code values.


@lru_cache(maxsize=32)
def _tones(finish: Finish) -> Codes16:
    """Code values by the root of light, (65 536,): the lightest that the curve holds is last."""
    root = np.arange(WHOLE + 1) / WHOLE
    code = Curve(finish.curve, finish.headroom_stops).encode(GREY * 2.0**finish.headroom_stops * root**2)
    steps = 2**finish.bit_depth - 1
    return np.asarray(np.rint(np.rint(code * steps) / steps * WHOLE), dtype=np.uint16)


def _encoded(caught: Image, finish: Finish) -> Codes16:
    """Code values of light, mid grey 1."""
    np.maximum(caught, 0.0, out=caught)
    caught *= np.float32(2.0**-finish.headroom_stops)
    np.minimum(caught, 1.0, out=caught)
    np.sqrt(caught, out=caught)
    caught *= np.float32(WHOLE)
    return np.asarray(np.take(_tones(finish), caught.astype(np.uint16), mode="clip"))


@lru_cache(maxsize=32)
def _grade(finish: Finish) -> Codes8:
    """What is seen of code values after a simple correction to the standard look, (65 536,)."""
    light = Curve(finish.curve, finish.headroom_stops).decode(np.arange(WHOLE + 1) / WHOLE)
    return np.asarray(np.rint(STANDARD.encode(light) * 255), dtype=np.uint8)


def _crisped(codes: Codes16, finish: Finish) -> Codes16:
    """Code values weighed against their neighbours: sharpened where that is stronger, else smoothed."""
    strength = finish.sharpening - finish.smoothing
    if strength == 0.0:
        return codes
    return pixels.against_neighbours(codes, strength)


def _starved(codes: Codes16, finish: Finish) -> Codes16:
    """Code values after a codec with few bits a pixel."""
    least, most = QUALITIES
    quality = int(np.clip(round(finish.bits_per_pixel * CODE_QUALITY_PER_BIT), least, most))
    if quality == most:
        return codes
    coarse = pixels.decoded(pixels.coded((codes >> 8).astype(np.uint8), quality=quality)).astype(np.uint16)
    return np.asarray(coarse * 257, dtype=np.uint16)


def as_file(image: NDArray[np.uint8]) -> bytes:
    """An image as it is sent."""
    return pixels.coded(image, quality=90)
