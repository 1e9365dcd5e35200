"""The simulated camera: what a set records of a scene, as a file that plays, with what is known of it.

It stands for real cameras in the demo and in tests. It codes as such devices do: H.264 or HEVC, 8 or 10 bit, BT.709,
limited range, with sound and with the metadata of a container. What it is given may differ from what was planned.
"""

from datetime import datetime
from fractions import Fraction
from pathlib import Path
from typing import Annotated, Any, Final, Literal

import av
import numpy as np
from av.video.reformatter import ColorRange, Colorspace, VideoReformatter
from pydantic import AwareDatetime, Field

from steady_tide.core.document import Part, Rational
from steady_tide.core.picture.filmed import Frame, Happening, course, filmed
from steady_tide.core.picture.plate import Plate
from steady_tide.core.picture.shot import Shot

CODERS: Final = {"h264": "libx264", "hevc": "libx265"}
PIXELS: Final = {8: "yuv420p", 10: "yuv420p10le"}
SOUND_HZ: Final = 48_000
SOUND_LEVEL: Final = 0.05
QUALITY: Final = 16
"""Constant rate factor where no bit rate is told: noise survives it."""
SECOND_OF_FRAMES: Final = 1
"""A key frame every so many seconds, as such cameras write them."""


class Recording(Part):
    """How it is coded. mbit_s: as planned; None for the same quality throughout. timecode: of the first frame."""

    codec: Literal["h264", "hevc"] = "h264"
    bit_depth: Literal[8, 10] = 8
    rate: Rational
    mbit_s: float | None = Field(default=None, gt=0, le=2000)
    quality: int = Field(default=QUALITY, ge=0, le=40)
    made_at: AwareDatetime | None = None
    timecode: Annotated[str, Field(pattern=r"^\d\d:\d\d:\d\d[:;]\d\d$")] | None = None
    sound: bool = True


class Truth(Part):
    """What is known of a simulated clip. Per frame where several: shake [rad/s], smear [recorded px], gains [stops]."""

    shot: Shot
    happening: Happening
    frames: int
    seconds: float
    shake_px: float
    """What is left of the shake between frames, root mean square [recorded px]."""
    smear_px: float
    """How far shake smears inside a frame, root mean square [recorded px]."""
    smears_px: list[float]


def truth_of(shot: Shot, happening: Happening) -> Truth:
    """What a clip of these will show."""
    goes = course(shot, happening)
    focal = shot.frame.focal_px * shot.frame.port_index
    steps = np.diff(goes.way, axis=0) * focal
    smears = np.hypot(*goes.rate.T) * shot.motion.shutter_s * focal
    return Truth(
        shot=shot,
        happening=happening,
        frames=len(goes.second),
        seconds=len(goes.second) / shot.motion.rate_hz,
        shake_px=float(np.sqrt(np.mean(np.sum(np.square(steps), axis=1)))),
        smear_px=float(np.sqrt(np.mean(np.square(smears)))),
        smears_px=[round(float(one), 3) for one in smears],
    )


def shoot(plate: Plate, shot: Shot, happening: Happening, recording: Recording, to: Path) -> Truth:
    """Write a clip; the container is told by the name's ending (`.mp4`, `.mov`, `.mkv`)."""
    with av.open(str(to), "w", options=_faststart(to)) as container:
        video: Any = container.add_stream(CODERS[recording.codec], rate=Fraction(recording.rate))
        _describe(container, video, recording, shot)
        sound: Any = container.add_stream("aac", rate=SOUND_HZ, layout="stereo") if recording.sound else None
        reformat = VideoReformatter()
        for number, frame in enumerate(filmed(plate, shot, happening)):
            container.mux(video.encode(_coded(frame, number, recording, reformat)))
        container.mux(video.encode())
        if sound is not None:
            _sounded(container, sound, happening)
    return truth_of(shot, happening)


def _faststart(to: Path) -> dict[str, str]:
    return {"movflags": "faststart"} if to.suffix.lower() in (".mp4", ".mov") else {}


def _describe(container: Any, video: Any, recording: Recording, shot: Shot) -> None:
    """Size, depth, key frames and metadata of a clip."""
    video.width, video.height = shot.frame.width_px // 2 * 2, shot.frame.height_px // 2 * 2
    video.pix_fmt = PIXELS[recording.bit_depth]
    video.codec_context.gop_size = max(1, round(float(recording.rate) * SECOND_OF_FRAMES))
    options = {"preset": "ultrafast" if recording.codec == "hevc" else "veryfast"}
    if recording.codec == "hevc":
        options["x265-params"] = "log-level=none"
        video.codec_context.codec_tag = "hvc1"
    if recording.mbit_s is not None:
        video.bit_rate = round(recording.mbit_s * 1e6)
        options |= {"maxrate": str(video.bit_rate), "bufsize": str(video.bit_rate)}
    else:
        options["crf"] = str(recording.quality)
    video.options = options
    video.codec_context.color_range = ColorRange.MPEG.value
    for of in ("color_primaries", "color_trc", "colorspace"):
        setattr(video.codec_context, of, 1)
    if recording.made_at is not None:
        container.metadata["creation_time"] = _moment(recording.made_at)
    container.metadata["comment"] = "made by the simulated camera"
    if recording.timecode is not None:
        video.metadata["timecode"] = recording.timecode


def _moment(at: datetime) -> str:
    return at.isoformat()


def _coded(frame: Frame, number: int, recording: Recording, reformat: VideoReformatter) -> av.VideoFrame:
    height, width = frame.codes.shape[0] // 2 * 2, frame.codes.shape[1] // 2 * 2
    image = av.VideoFrame.from_ndarray(np.ascontiguousarray(frame.codes[:height, :width]), format="rgb48le")
    made = reformat.reformat(
        image,
        format=PIXELS[recording.bit_depth],
        src_color_range=ColorRange.JPEG,
        dst_color_range=ColorRange.MPEG,
        dst_colorspace=Colorspace.ITU709,
    )
    made.pts = number
    made.time_base = 1 / Fraction(recording.rate)
    return made


def _sounded(container: Any, sound: Any, happening: Happening) -> None:
    """Water and wind: noise that gets softer the higher it is."""
    chance = np.random.default_rng(happening.seed)
    length = int(happening.seconds * SOUND_HZ)
    rough = chance.standard_normal((2, length)).astype(np.float32)
    soft = np.cumsum(rough, axis=1) * 0.02
    soft -= np.linspace(0, 1, length, dtype=np.float32) * soft[:, -1:]
    level = SOUND_LEVEL / max(1e-6, float(np.abs(soft).max()))
    for start in range(0, length, 1024):
        piece = np.ascontiguousarray(soft[:, start : start + 1024] * level)
        frame = av.AudioFrame.from_ndarray(piece, format="fltp", layout="stereo")
        frame.sample_rate, frame.pts, frame.time_base = SOUND_HZ, start, Fraction(1, SOUND_HZ)
        container.mux(sound.encode(frame))
    container.mux(sound.encode())
