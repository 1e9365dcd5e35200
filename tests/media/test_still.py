"""Stills of a grey card: what they say is read in a process of its own; broken and hostile ones end in words."""

import io
from typing import Any

import numpy as np
import pytest
from PIL import ExifTags, Image, PngImagePlugin
from PIL.TiffImagePlugin import IFDRational

from steady_tide.core.errors import BadInput, NotYet
from steady_tide.core.light.reading import told
from steady_tide.media import still
from steady_tide.media.still import read_card
from steady_tide.media.still_process import card_level, linear

BASE = ExifTags.Base


def a_still(level: float = 0.18, *, exif: dict[int, Any] | None = None, size: tuple[int, int] = (200, 120)) -> bytes:
    """A JPEG whose middle has a linear level, darker around; EXIF of ISO 200, f/4, 1/125 unless told otherwise."""
    srgb = level * 12.92 if level <= 0.0031308 else 1.055 * level ** (1 / 2.4) - 0.055
    pixels = np.full((size[1], size[0], 3), 20, dtype=np.uint8)
    h, w = size[1], size[0]
    pixels[h // 4 : -h // 4, w // 4 : -w // 4] = round(255 * srgb)
    image = Image.fromarray(pixels)
    tags = image.getexif()
    shot = (
        {BASE.ISOSpeedRatings: 200, BASE.FNumber: 4.0, BASE.ExposureTime: IFDRational(1, 125)} if exif is None else exif
    )
    inside = tags.get_ifd(ExifTags.IFD.Exif)
    for tag, value in shot.items():
        inside[int(tag)] = value
    out = io.BytesIO()
    image.save(out, "JPEG", quality=95, exif=tags)
    return out.getvalue()


@pytest.mark.parametrize("level", [0.05, 0.18, 0.6])
def test_a_card_is_read_with_its_exposure(level: float) -> None:
    found = read_card(a_still(level))
    assert (found.iso, found.f_number, float(found.shutter_s)) == (200, 4.0, 1 / 125)
    assert found.card_level == pytest.approx(level, rel=0.03)
    # APEX: f/4 at 1/125 and ISO 200 is EV 9.97; the card's level on top of it.
    assert told(found).ev100 == pytest.approx(9.966 + np.log2(level / 0.18), abs=0.05)


def test_levels_are_linear_light() -> None:
    # IEC 61966-2-1: code 118/255 is mid grey, 0.18.
    assert float(linear(np.array(118 / 255))) == pytest.approx(0.181, abs=0.002)
    assert float(linear(np.array(0.04))) == pytest.approx(0.04 / 12.92)
    assert card_level(Image.new("RGB", (3, 3), (255, 255, 255))) == pytest.approx(1.0)


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "no picture"),
        (b"GIF89a not really", "no picture"),
        (a_still()[:300], "no picture"),
        (a_still(exif={}), "ISO, aperture and shutter"),
        (a_still(exif={BASE.ISOSpeedRatings: 200, BASE.FNumber: 4.0}), "ISO, aperture and shutter"),
        (a_still(1.0), "blown out"),
        (a_still(0.0), "black"),
        (
            a_still(exif={BASE.ISOSpeedRatings: 200, BASE.FNumber: 900.0, BASE.ExposureTime: IFDRational(1, 125)}),
            "cannot be",
        ),
    ],
)
def test_what_cannot_be_read_is_refused_in_words(data: bytes, words: str) -> None:
    with pytest.raises(BadInput) as caught:
        read_card(data)
    assert caught.value.problems[0].path == ("file",) and words in caught.value.problems[0].message


def test_a_picture_that_unfolds_without_end_is_refused() -> None:
    out = io.BytesIO()
    Image.new("1", (20_000, 20_000)).save(out, "PNG", pnginfo=PngImagePlugin.PngInfo())
    with pytest.raises(BadInput, match="120 million"):
        read_card(out.getvalue())


def test_a_still_has_a_largest_size(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(still, "LARGEST_BYTES", 10)
    with pytest.raises(BadInput, match="at most"):
        read_card(b"x" * 11)


def test_a_decoder_that_hangs_is_ended(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(still, "SECONDS", 0.001)
    with pytest.raises(NotYet, match="longer than usual"):
        read_card(a_still())
