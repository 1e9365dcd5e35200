"""A still as a reading: its exposure from EXIF, its pixels by the same measures as a frame of a clip."""

from datetime import UTC, datetime
from typing import Any, Final

import numpy as np
from PIL import ExifTags, Image

from steady_tide.core.quantities import Floats
from steady_tide.core.reading.frames import KB, KR, FrameCodes
from steady_tide.core.reading.gather import Close, reading
from steady_tide.core.reading.reading import FileFacts, Reading
from steady_tide.media.clips.opened import MOST_PIXELS, Refused
from steady_tide.media.still_process import EXPOSURE, number

KINDS: Final = {"JPEG", "PNG", "TIFF", "WEBP"}
DEPTHS: Final = {"I;16": 16, "I;16B": 16, "I": 16}


def opened_still(path: str) -> Image.Image | None:
    """A picture by what it holds, not by its name; None for what is none. Raises Refused for one too large."""
    Image.MAX_IMAGE_PIXELS = None
    try:
        image = Image.open(path, formats=sorted(KINDS))
    except Exception:
        return None
    if image.size[0] * image.size[1] > MOST_PIXELS:
        raise Refused("too large")
    return image


def read_still(image: Image.Image) -> Reading:
    """What a still says. Raises Refused where its pixels cannot be had."""
    try:
        exif = image.getexif()
        inside = exif.get_ifd(ExifTags.IFD.Exif)
        pixels = np.asarray(image.convert("RGB"))
    except Exception as error:
        raise Refused("no clip") from error
    close = Close()
    close.look(0.0, _codes(pixels))
    return reading(_facts(image, exif, inside), close, [], whole=True)


def _codes(pixels: np.ndarray) -> FrameCodes:
    light: Floats = pixels @ np.array([KR, 1.0 - KR - KB, KB])
    luma = np.rint(light).astype(np.uint8)
    blue = np.rint((pixels[..., 2] - light) / (2.0 * (1.0 - KB)) + 128.0).clip(0, 255).astype(np.uint8)
    red = np.rint((pixels[..., 0] - light) / (2.0 * (1.0 - KR)) + 128.0).clip(0, 255).astype(np.uint8)
    return FrameCodes.of(luma, bits=8, full_range=True, colour=(blue, red))


def _facts(image: Image.Image, exif: Any, inside: Any) -> FileFacts:
    iso, f_number, shutter = (_positive(inside.get(tag)) for tag in EXPOSURE)
    return FileFacts(
        kind="still",
        container=(image.format or "").lower(),
        codec=(image.format or "").lower(),
        width_px=image.size[0],
        height_px=image.size[1],
        bit_depth=DEPTHS.get(image.mode, 8),
        full_range=True,
        made_at=_moment(inside, exif),
        iso=iso if iso is None or iso <= 1e7 else None,
        f_number=f_number if f_number is None or f_number <= 200 else None,
        shutter_s=shutter if shutter is None or shutter <= 1e5 else None,
    )


def _positive(value: Any) -> float | None:
    found = number(value)
    return float(found) if found is not None and found > 0 else None


def _moment(inside: Any, exif: Any) -> datetime | None:
    told = inside.get(ExifTags.Base.DateTimeOriginal) or exif.get(ExifTags.Base.DateTime)
    zone = str(inside.get(ExifTags.Base.OffsetTimeOriginal) or "+00:00")
    try:
        moment = datetime.strptime(f"{told} {zone}", "%Y:%m:%d %H:%M:%S %z")
    except ValueError:
        return None
    return moment.astimezone(UTC) if 1990 < moment.year < 2200 else None
