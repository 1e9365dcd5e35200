"""Clips for tests: made by the simulated camera, small, each once for a whole run of tests."""

from fractions import Fraction
from functools import lru_cache
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from steady_tide.core.picture.filmed import Happening
from steady_tide.core.picture.shot import Finish, Flicker, Frame, Grain, Motion, Shot
from steady_tide.media.camera import Recording, Truth, shoot
from steady_tide.media.plates import plate


def a_shot(
    *,
    scene: Any = "quay",
    width: int = 640,
    focal_px: float = 500.0,
    shutter_s: float = 1 / 50,
    rate: float = 25.0,
    smear_px: float = 0.0,
    shake_px: float = 0.5,
    electrons: float = 600.0,
    bits: Any = 8,
    curve: Any = "neutral",
    flicker: Flicker | None = None,
    readout_s: float = 0.0,
    gain: tuple[float, float, float] = (1.0, 1.0, 1.0),
) -> Shot:
    """A shot of a drawn scene by what shall be seen of it. smear_px, shake_px: root mean squares [px]."""
    return Shot(
        plate=scene,
        frame=Frame(width_px=width, height_px=width * 9 // 16, projection="rectilinear", focal_px=focal_px),
        gain=gain,
        grain=Grain(electrons=(electrons,) * 3, read_noise_e=3.0, prnu=0.005, photosites=1.0),
        motion=Motion(
            shutter_s=shutter_s,
            rate_hz=rate,
            timeline_hz=25.0,
            shake_rad_s=smear_px / shutter_s / focal_px,
            jitter_rad_s=shake_px * rate / focal_px,
            readout_s=readout_s,
        ),
        flicker=flicker or Flicker(),
        finish=Finish(curve=curve, headroom_stops=3.0, bit_depth=bits),
    )


def film(to: Path, shot: Shot, happening: Happening, **recording: Any) -> Truth:
    """Write a clip of a shot at its own rate."""
    rate = Fraction(shot.motion.rate_hz).limit_denominator(1001)
    bits: Any = shot.finish.bit_depth
    return shoot(plate(shot.plate), shot, happening, Recording(rate=rate, bit_depth=bits, **recording), to)


@lru_cache(maxsize=16)
def a_clip(
    *, seconds: float = 0.6, seed: int = 1, ending: str = ".mp4", codec: Any = "h264", width: int = 320
) -> bytes:
    """A little clip as bytes."""
    with TemporaryDirectory() as folder:
        path = Path(folder) / f"clip{ending}"
        shot = a_shot(width=width, focal_px=0.8 * width)
        film(path, shot, Happening(seconds=seconds, seed=seed), codec=codec, timecode="10:00:00:00")
        return path.read_bytes()


@lru_cache(maxsize=64)
def _filmed(shot: str, happening: str, codec: str, quality: int) -> bytes:
    with TemporaryDirectory() as folder:
        path = Path(folder) / "clip.mp4"
        made = Shot.model_validate_json(shot)
        film(path, made, Happening.model_validate_json(happening), codec=codec, quality=quality)
        return path.read_bytes()


def filmed_once(shot: Shot, happening: Happening, *, codec: str = "h264", quality: int = 10) -> bytes:
    """A clip of a shot as bytes; the same is filmed once for a whole run of tests."""
    return _filmed(shot.model_dump_json(), happening.model_dump_json(), codec, quality)
