"""Clips made small: a poster, a sheet, a copy that any browser plays, whatever they were."""

from pathlib import Path

import av
import numpy as np
import pytest
from PIL import Image

from steady_tide.core.picture.filmed import Happening
from steady_tide.media.clips.small import (
    POSTER_PX,
    PROXY_HZ,
    PROXY_PX,
    SHEET,
    SHEET_PX,
    pictures,
    plain_frame,
    proxy,
    still_pictures,
)
from tests.footage import a_shot, film


def a_film(folder: Path, *, width: int = 320, rate: float = 25.0, seconds: float = 0.8, bits: int = 8) -> str:
    path = folder / "clip.mp4"
    codec = "hevc" if bits == 10 else "h264"
    shot = a_shot(width=width, focal_px=0.8 * width, rate=rate, bits=bits)
    film(path, shot, Happening(seconds=seconds, seed=2), codec=codec)
    return str(path)


def seen(path: Path) -> np.ndarray:
    """A picture as levels (h, w)."""
    with Image.open(path) as image:
        return np.asarray(image.convert("L"), dtype=float)


def test_a_poster_and_a_sheet(tmp_path: Path) -> None:
    pictures(a_film(tmp_path), tmp_path)
    assert seen(tmp_path / "poster.jpg").shape == (POSTER_PX * 9 // 16, POSTER_PX)
    assert seen(tmp_path / "sheet.jpg").shape == (SHEET_PX * 9 // 16, SHEET_PX * SHEET)


def test_a_sheet_goes_over_the_clip(tmp_path: Path) -> None:
    """A clip that gets dark from its first to its last frame is a sheet that does."""
    from steady_tide.core.picture.filmed import Turn

    turns = [Turn(second=0.0), Turn(second=2.4, light_stops=-4.0)]
    film(tmp_path / "clip.mp4", a_shot(width=320, focal_px=256.0), Happening(seconds=2.4, turns=turns))
    pictures(str(tmp_path / "clip.mp4"), tmp_path)
    sheet = seen(tmp_path / "sheet.jpg")
    levels = [float(part.mean()) for part in np.split(sheet, SHEET, axis=1)]
    assert levels == sorted(levels, reverse=True) and levels[0] > 1.5 * levels[-1]


def test_a_clip_of_one_frame_has_both(tmp_path: Path) -> None:
    film(tmp_path / "clip.mp4", a_shot(width=160, focal_px=128.0), Happening(seconds=0.01))
    pictures(str(tmp_path / "clip.mp4"), tmp_path)
    assert seen(tmp_path / "sheet.jpg").shape[1] == SHEET_PX * SHEET


def test_a_still_is_its_own_sheet(tmp_path: Path) -> None:
    still_pictures(Image.new("RGB", (600, 400), (10, 120, 200)), tmp_path)
    assert seen(tmp_path / "poster.jpg").shape == (round(400 * POSTER_PX / 600), POSTER_PX)
    assert seen(tmp_path / "sheet.jpg").shape == (128, SHEET_PX * SHEET)


def test_a_strip_of_a_picture_does_not_become_a_tower(tmp_path: Path) -> None:
    still_pictures(Image.new("L", (4, 4000)), tmp_path)
    assert seen(tmp_path / "poster.jpg").shape == (4 * POSTER_PX, POSTER_PX)


@pytest.mark.parametrize(("width", "bits"), [(320, 8), (1280, 10)])
def test_the_copy_plays_in_any_browser(width: int, bits: int, tmp_path: Path) -> None:
    far: list[float] = []
    proxy(a_film(tmp_path, width=width, bits=bits), tmp_path, far.append)
    with av.open(str(tmp_path / "proxy.mp4")) as made:
        stream = made.streams.video[0]
        frames = list(made.decode(stream))
    assert (stream.codec_context.name, stream.format.name) == ("h264", "yuv420p")
    assert stream.width == min(width, PROXY_PX) and len(frames) == 20
    assert all(0.0 <= share <= 1.0 for share in far)


def test_fast_frames_are_thinned_and_keep_their_moments(tmp_path: Path) -> None:
    proxy(a_film(tmp_path, rate=120.0, seconds=1.0, width=160), tmp_path)
    with av.open(str(tmp_path / "proxy.mp4")) as made:
        moments = [float(frame.time) for frame in made.decode(video=0)]
    assert len(moments) == pytest.approx(PROXY_HZ, abs=2)
    assert np.diff(moments) == pytest.approx(np.full(len(moments) - 1, 1 / PROXY_HZ), abs=0.01)


def test_one_frame_at_a_moment(tmp_path: Path) -> None:
    path = a_film(tmp_path)
    first, later = plain_frame(path, 0.0), plain_frame(path, 0.4)
    assert first.shape == later.shape == (180, 320, 3) and not np.array_equal(first, later)
    assert plain_frame(path, 99.0).shape == (180, 320, 3), "beyond its end the last"
