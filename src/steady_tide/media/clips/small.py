"""A clip made small: a picture of it, a sheet of several, and a copy that any browser plays."""

from collections.abc import Callable
from fractions import Fraction
from pathlib import Path
from typing import Any, Final

import av
import numpy as np
from PIL import Image

from steady_tide.media.clips.opened import Clip, Refused, opened

POSTER_PX: Final = 640
SHEET_PX: Final = 192
SHEET: Final = 8
"""Pictures on a sheet, evenly over the clip."""
PROXY_PX: Final = 960
PROXY_HZ: Final = 30
PROXY_QUALITY: Final = "27"
LONGEST_S: Final = 600.0
"""So much of a clip is copied at most [s]."""
MOST_FRAMES: Final = 20_000


def pictures(path: str, into: Path) -> None:
    """`poster.jpg`, and `sheet.jpg` with `SHEET` pictures beside each other. Raises Refused."""
    with opened(path) as clip:
        found = [image for share in range(SHEET) if (image := _at(clip, share / SHEET)) is not None]
    if not found:
        raise Refused("no frames")
    _kept(found, into)


def still_pictures(image: Image.Image, into: Path) -> None:
    """Poster and contact sheet of a still: its sheet is one picture over and over."""
    _kept([image.convert("RGB")], into)


def _kept(found: list[Image.Image], into: Path) -> None:
    """The first as the poster; all beside each other, the last again where there are too few."""
    _scaled(found[0], POSTER_PX).save(into / "poster.jpg", quality=85)
    thumbs = [_scaled(one, SHEET_PX) for one in found]
    sheet = Image.new("RGB", (SHEET_PX * SHEET, thumbs[0].height))
    for at in range(SHEET):
        sheet.paste(thumbs[min(at, len(thumbs) - 1)], (SHEET_PX * at, 0))
    sheet.save(into / "sheet.jpg", quality=80)


def _at(clip: Clip, share: float) -> Image.Image | None:
    clip.seek(clip.seconds * share)
    wanted = clip.seconds * share - 1e-3
    last = None
    for count, frame in enumerate(clip.decoded(clip.container.demux(clip.stream))):
        last = frame
        if float(frame.time or 0.0) - clip.begins >= wanted or count > 40:
            break
    return None if last is None else _upright(last)


def _upright(frame: Any) -> Image.Image:
    image: Image.Image = frame.to_image()
    turned = int(getattr(frame, "rotation", 0) or 0) % 360
    return image.rotate(turned, expand=True) if turned else image


def _scaled(image: Image.Image, width: int) -> Image.Image:
    height = max(2, round(image.height * width / image.width))
    return image.resize((width, min(height, 4 * width)), Image.Resampling.BILINEAR)


def proxy(path: str, into: Path, told: Callable[[float], None] = lambda share: None) -> None:
    """`proxy.mp4`: small, 8 bit, H.264, at most `PROXY_HZ` frames a second, each at its own moment. Raises Refused."""
    with opened(path) as clip, av.open(str(into / "proxy.mp4"), "w", options={"movflags": "faststart"}) as made:
        stream: Any = made.add_stream("libx264", rate=PROXY_HZ, options={"crf": PROXY_QUALITY, "preset": "veryfast"})
        stream.pix_fmt, stream.time_base = "yuv420p", Fraction(1, 90_000)
        stream.codec_context.time_base = Fraction(1, 90_000)
        seconds, due, written = min(clip.seconds or LONGEST_S, LONGEST_S), -1.0, 0
        for frame in clip.decoded(clip.container.demux(clip.stream)):
            at = float(frame.time or 0.0) - clip.begins
            if at > LONGEST_S or written > MOST_FRAMES:
                break
            if at < due:
                continue
            due = at + 0.999 / PROXY_HZ if at + 0.999 / PROXY_HZ > due else due
            made.mux(stream.encode(_shrunk(frame, stream, at)))
            written += 1
            if written % 20 == 0:
                told(min(1.0, at / seconds) if seconds else 0.5)
        if not written:
            raise Refused("no frames")
        made.mux(stream.encode())


def _shrunk(frame: Any, stream: Any, at: float) -> Any:
    width = min(PROXY_PX, frame.width) // 2 * 2
    height = max(2, round(frame.height * width / frame.width) // 2 * 2)
    if not stream.codec_context.is_open:
        stream.width, stream.height = width, height
    small = frame.reformat(width=stream.width, height=stream.height, format="yuv420p")
    small.pts, small.time_base = round(max(0.0, at) * 90_000), Fraction(1, 90_000)
    small.pict_type = 0
    return small


def plain_frame(path: str, second: float) -> np.ndarray:
    """One frame of a clip as (h, w, 3), at or after a moment [s]. Raises Refused."""
    with opened(path) as clip:
        clip.seek(second)
        last = None
        for frame in clip.decoded(clip.container.demux(clip.stream)):
            last = frame
            if float(frame.time or 0.0) - clip.begins >= second - 1e-3:
                break
        if last is None:
            raise Refused("no frames")
        return np.asarray(_upright(last))
