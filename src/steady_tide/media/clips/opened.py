"""A clip as it is opened: what its container says, bounded, and its frames as measures take them."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from fractions import Fraction
from typing import Any, Final

import av
import numpy as np
from av.error import FFmpegError

from steady_tide.core.reading.frames import FrameCodes
from steady_tide.core.reading.reading import FileFacts

MOST_PIXELS: Final = 70_000_000
MOST_STREAMS: Final = 64
LONGEST_S: Final = 100 * 3600.0
PROBE: Final = {"probesize": "8000000", "analyzeduration": "4000000"}
PLAIN: Final = {
    "yuv420p": 8, "yuvj420p": 8, "yuv422p": 8, "yuvj422p": 8, "yuv444p": 8, "yuvj444p": 8, "gray": 8,
    "yuv420p10le": 10, "yuv422p10le": 10, "yuv444p10le": 10, "yuv420p12le": 12, "yuv422p12le": 12, "yuv444p12le": 12,
}  # fmt: skip
"""Formats whose planes can be read as they are, by depth [bits]; others are taken to the first."""


class Refused(Exception):
    """A file that cannot be read, by the key of why."""

    def __init__(self, why: str) -> None:
        self.why = why
        super().__init__(why)


class Clip:
    """An open clip."""

    def __init__(self, container: Any, path: str) -> None:
        self.container = container
        self.stream = _picture(container)
        self.stream.thread_type = "AUTO"
        self.stream.codec_context.thread_count = 2
        self.path = path

    @property
    def seconds(self) -> float:
        """How long it says it is; 0 where it does not."""
        if self.stream.duration and self.stream.time_base:
            return _bounded(float(self.stream.duration * self.stream.time_base))
        return _bounded((self.container.duration or 0) / av.time_base)

    @property
    def begins(self) -> float:
        """When its first frame is [s]."""
        return float((self.stream.start_time or 0) * (self.stream.time_base or 1))

    def facts(self, frame: Any, size_bytes: int) -> FileFacts:
        """What its container and its first frame say."""
        stream, context = self.stream, self.stream.codec_context
        rate = stream.average_rate or stream.guessed_rate or stream.base_rate
        shape = stream.sample_aspect_ratio
        seconds = self.seconds
        return FileFacts(
            container=_words(self.container.format.name.split(",")[0]),
            codec=_words(context.name),
            width_px=frame.width,
            height_px=frame.height,
            bit_depth=_depth(frame.format.name),
            rate=Fraction(rate).limit_denominator(100_000) if rate and 0 < rate <= 100_000 else None,
            seconds=seconds,
            frames=max(0, min(10**9, stream.frames or 0)),
            mbit_s=min(1e6, size_bytes * 8e-6 / seconds) if seconds > 0 else 0.0,
            turned_deg=int(getattr(frame, "rotation", 0) or 0) % 360,
            pixel_shape=float(shape) if shape and 0 < shape <= 100 else 1.0,
            full_range=_full(frame),
            sound=bool(self.container.streams.audio),
            made_at=_made_at(self.container, stream),
            timecode=_words(self._timecode())[:20],
        )

    def _timecode(self) -> str:
        for of in (self.stream, *self.container.streams, self.container):
            if found := of.metadata.get("timecode"):
                return str(found)
        return ""

    def decoded(self, packets: Any) -> Iterator[Any]:
        """Frames of some packets; what is broken in between is left out."""
        for packet in packets:
            try:
                yield from packet.decode()
            except (FFmpegError, ValueError):
                continue

    def seek(self, second: float) -> None:
        """Go to the key frame at or before a moment."""
        at = int((second + self.begins) / self.stream.time_base) if self.stream.time_base else 0
        self.container.seek(max(0, at), stream=self.stream, backward=True)


def _bounded(seconds: float) -> float:
    return seconds if 0.0 <= seconds <= LONGEST_S else 0.0


def _words(name: str) -> str:
    return "".join(letter for letter in name if letter.isprintable())[:80]


@contextmanager
def opened(path: str) -> Iterator[Clip]:
    """Open a clip. Raises Refused."""
    try:
        container = av.open(path, metadata_errors="replace", options=PROBE, timeout=20.0)
    except (FFmpegError, OSError, ValueError, UnicodeError) as error:
        raise Refused("no clip") from error
    try:
        if len(container.streams) > MOST_STREAMS:
            raise Refused("too many streams")
        yield Clip(container, path)
    finally:
        container.close()


def _picture(container: Any) -> Any:
    """The stream of moving pictures; covers that come along with sound are none."""
    pictures = [one for one in container.streams.video if one.codec_context is not None]
    moving = [one for one in pictures if not _cover(one)]
    if not moving:
        raise Refused("no picture")
    stream = moving[0]
    if stream.codec_context.width * stream.codec_context.height > MOST_PIXELS:
        raise Refused("too large")
    return stream


def _cover(stream: Any) -> bool:
    return bool(stream.disposition & av.stream.Disposition.attached_pic)


def _made_at(container: Any, stream: Any) -> datetime | None:
    told = container.metadata.get("creation_time") or stream.metadata.get("creation_time")
    try:
        moment = datetime.fromisoformat(str(told))
    except ValueError:
        return None
    moment = moment if moment.tzinfo else moment.replace(tzinfo=UTC)
    return moment if 1990 < moment.year < 2200 else None


def _depth(name: str) -> int:
    if name in PLAIN:
        return PLAIN[name]
    return next((bits for bits in (10, 12, 14, 16) if str(bits) in name), 8)


def _full(frame: Any) -> bool:
    return frame.format.name.startswith("yuvj") or int(frame.color_range or 0) == 2


def codes_of(frame: Any) -> FrameCodes:
    """A decoded frame as measures take it; its planes are not copied where they can be read as they are."""
    if frame.format.name not in PLAIN:
        frame = frame.reformat(format="yuv420p10le" if _depth(frame.format.name) > 8 else "yuv420p")
    bits = PLAIN[frame.format.name]
    planes = [_plane(plane, bits) for plane in frame.planes[:3]]
    colour = (planes[1], planes[2]) if len(planes) == 3 else None
    return FrameCodes.of(planes[0], bits=bits, full_range=_full(frame), colour=colour)


def _plane(plane: Any, bits: int) -> Any:
    kind: Any = np.uint8 if bits == 8 else np.dtype("<u2")
    whole = np.frombuffer(plane, dtype=kind).reshape(plane.height, -1)
    return whole[:, : plane.width]
