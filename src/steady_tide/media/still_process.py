"""The process that decodes one still from standard input and prints what it says as JSON."""

import io
import json
import resource
import sys
from fractions import Fraction
from typing import Any, Final

import numpy as np
from PIL import ExifTags, Image

MEMORY_BYTES: Final = 2_000_000_000
CPU_SECONDS: Final = 15
MOST_PIXELS: Final = 120_000_000
MIDDLE: Final = 0.2
"""Share of each side that counts as the middle, where the card is."""
CLIPPED_LEVEL, BLACK_LEVEL = 0.98, 0.002
EXPOSURE: Final = (ExifTags.Base.ISOSpeedRatings, ExifTags.Base.FNumber, ExifTags.Base.ExposureTime)


def limit() -> None:
    """Bound memory and processor time of this process."""
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY_BYTES, MEMORY_BYTES))
    resource.setrlimit(resource.RLIMIT_CPU, (CPU_SECONDS, CPU_SECONDS))


def linear(code: np.ndarray) -> np.ndarray:
    """Linear level in [0, 1] of sRGB code values in [0, 1] (IEC 61966-2-1)."""
    return np.where(code <= 0.04045, code / 12.92, ((code + 0.055) / 1.055) ** 2.4)


def card_level(image: Image.Image) -> float:
    """Linear luminance of the middle of a picture, 1 = white; Rec. 709 weights."""
    width, height = image.size
    left, top = round(width * (1 - MIDDLE) / 2), round(height * (1 - MIDDLE) / 2)
    box = (left, top, max(width - left, left + 1), max(height - top, top + 1))
    codes = np.asarray(image.convert("RGB").crop(box), dtype=float) / 255.0
    return float((linear(codes) @ np.array([0.2126, 0.7152, 0.0722])).mean())


def told(data: bytes) -> dict[str, Any]:
    """What a still says: ISO, f-number, shutter as a fraction, level of its middle; or why it is refused."""
    Image.MAX_IMAGE_PIXELS = None
    try:
        image = Image.open(io.BytesIO(data), formats=["JPEG", "PNG", "TIFF", "WEBP"])
        if image.size[0] * image.size[1] > MOST_PIXELS:
            return {"refused": "too large"}
        exif = image.getexif().get_ifd(ExifTags.IFD.Exif)
        level = card_level(image)
    except Exception:
        return {"refused": "no image"}
    shot = [number(exif.get(tag)) for tag in EXPOSURE]
    if any(value is None or value <= 0 for value in shot):
        return {"refused": "no exif"}
    if level > CLIPPED_LEVEL or level < BLACK_LEVEL:
        return {"refused": "clipped" if level > CLIPPED_LEVEL else "black"}
    iso, f_number, shutter = (value for value in shot if value is not None)
    parts = [shutter.numerator, shutter.denominator]
    return {"iso": float(iso), "f_number": float(f_number), "shutter_s": parts, "card_level": level}


def number(value: Any) -> Fraction | None:
    """A number of EXIF, of which some writers make a list; None where it is none."""
    if isinstance(value, tuple) and len(value) == 1:
        value = value[0]
    try:
        return Fraction(value).limit_denominator(1_000_000)
    except (TypeError, ValueError, ZeroDivisionError, OverflowError):
        return None


if __name__ == "__main__":
    limit()
    print(json.dumps(told(sys.stdin.buffer.read())))
