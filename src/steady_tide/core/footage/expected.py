"""What a set should show: the same signs as a reading has, from its shot. The scene drawn stands for the own."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from steady_tide.core.footage.signs import END, LEAST_SLOPE, Name, shake_stops, slope, smear_stops, stops_of
from steady_tide.core.picture.colours import card_colour
from steady_tide.core.picture.develop import recorded
from steady_tide.core.picture.plate import Plate
from steady_tide.core.picture.scene import lens_light
from steady_tide.core.picture.shot import Look, Shot
from steady_tide.core.picture.tone import GREY, LUMINANCE, Curve
from steady_tide.core.quantities import Floats
from steady_tide.core.reading.colour import middle_colour
from steady_tide.core.reading.exposure import levels
from steady_tide.core.reading.frames import KB, KR, FrameCodes

LOOK: Final = Look(width_px=384)
KEPT_BY_LINE: Final = 0.95
"""What taking a straight line off two seconds leaves of shake that forgets itself in a quarter of one."""


@dataclass(frozen=True)
class Scene:
    """What a scene itself shows under a shot: its middle over a grey card [stops], colours against green, contrast.

    passing_rad_s: how fast all of it passes, where it does as one.
    """

    level: float
    red: float
    blue: float
    contrast: float
    passing_rad_s: float = 0.0


def curve_of_shot(shot: Shot) -> Curve:
    """The tone curve a shot is recorded through."""
    return Curve(shot.finish.curve, shot.finish.headroom_stops)


def scene_under(plate: Plate, shot: Shot) -> Scene:
    """What the scene drawn shows of itself, without noise: measured on a picture of it as clips are."""
    clean = shot.grain.model_copy(update={"electrons": (1e9, 1e9, 1e9), "read_noise_e": 0.0, "prnu": 0.0})
    still = shot.motion.model_copy(update={"shake_rad_s": 0.0})
    plain = shot.model_copy(update={"grain": clean, "motion": still, "flicker": shot.flicker.model_copy()})
    codes = recorded(lens_light(plate, plain, LOOK), plain).astype(float) / 65535.0
    frame, curve = _frame(codes), curve_of_shot(shot)
    found, colour = levels(frame), middle_colour(frame)
    card = np.log2(card_colour(shot))
    red, green, blue = (0.0, 0.0, 0.0) if colour is None else (stops_of(curve, code) for code in colour)
    return Scene(
        level=stops_of(curve, found.median) - float(np.log2(card_colour(shot) @ LUMINANCE)),
        red=red - green - float(card[0] - card[1]),
        blue=blue - green - float(card[2] - card[1]),
        contrast=found.high - found.low,
        passing_rad_s=shot.motion.subject_rad_s if plate.flows else 0.0,
    )


def _frame(codes: Floats) -> FrameCodes:
    luma = codes @ np.array([KR, 1.0 - KR - KB, KB])
    blue, red = (codes[..., 2] - luma) / (2.0 * (1.0 - KB)), (codes[..., 0] - luma) / (2.0 * (1.0 - KR))
    whole = [np.rint(luma * 1023), np.rint(blue * 1023 + 512), np.rint(red * 1023 + 512)]
    y, b, r = (one.clip(0, 1023).astype(np.uint16) for one in whole)
    return FrameCodes.of(y, bits=10, full_range=True, colour=(b, r))


def expected(shot: Shot, scene: Scene) -> dict[Name, float]:
    """The signs of a shot of a scene."""
    card = np.log2(np.maximum(card_colour(shot), 1e-6))
    focal = shot.frame.focal_px * shot.frame.port_index
    level = scene.level + float(np.log2(max(float(card_colour(shot) @ LUMINANCE), 1e-6)))
    return {
        "level": min(level, stops_of(curve_of_shot(shot), END)),
        "red": scene.red + float(card[0] - card[1]),
        "blue": scene.blue + float(card[2] - card[1]),
        "noise": float(np.log2(noise_at_grey(shot))),
        "smear": smear_stops(shot.motion.shake_rad_s * shot.motion.shutter_s * focal),
        "shake": shake_stops(KEPT_BY_LINE * float(np.degrees(shot.motion.jitter_rad_s))),
        "ripple": shot.flicker.kept,
        "drift": 0.0,
        "colour_drift": 0.0,
        "jumps": 0.0,
        "doubled": 0.0,
    }


def noise_at_grey(shot: Shot) -> float:
    """Noise of luma at mid grey over its light, after smoothing, sharpening and the steps of its depth."""
    grain = shot.grain
    electrons = np.asarray(grain.electrons)
    each = np.sqrt((grain.prnu**2 + 1.0 / electrons + np.square(grain.read_noise_e / electrons)) / grain.photosites)
    luma = float(np.sqrt(np.sum(np.square(LUMINANCE * each))))
    strength = shot.finish.sharpening - shot.finish.smoothing
    near = strength / 9.0
    weighed = float(np.sqrt((1.0 + strength - near) ** 2 + 8.0 * near**2))
    curve = curve_of_shot(shot)
    code = float(curve.encode(GREY))
    steps = 1.0 / (219.0 * 2.0 ** (shot.finish.bit_depth - 8)) / np.sqrt(12.0)
    return float(np.hypot(luma * weighed, steps / max(slope(curve, code), LEAST_SLOPE)))
