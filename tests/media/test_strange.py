"""Strange files: whatever they are, each ends in words or in a reading, and what reads them goes on."""

import random
import wave
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from fractions import Fraction
from pathlib import Path
from typing import Any

import av
import numpy as np
import pytest

from steady_tide.core.errors import BadInput, NotYet
from steady_tide.core.reading.reading import Reading
from steady_tide.media.clips.strange import Strange
from steady_tide.media.still import Stopped
from tests.footage import a_clip
from tests.media.test_still import a_still


def outcome(path: Path, into: Path) -> str | Reading:
    """The reading of a file, or the words it ends in."""
    into.mkdir(exist_ok=True)
    try:
        return Strange(longest_s=120.0).read(path, into)
    except BadInput as error:
        return error.problems[0].message


def broken() -> Iterator[tuple[str, bytes]]:
    """A hundred files as they come from broken cards, wrong hands and worse."""
    chance = random.Random(20_261_127)
    whole = {ending: a_clip(seconds=0.2, ending=ending, width=160) for ending in (".mp4", ".mkv", ".mov")}
    hevc = a_clip(seconds=0.2, codec="hevc", width=160)
    for at in range(24):
        cut = whole[(".mp4", ".mkv", ".mov")[at % 3]]
        yield f"cut {at}.mp4", cut[: chance.randrange(1, len(cut))]
    for at in range(36):
        data = bytearray((whole[".mp4"], whole[".mkv"], hevc)[at % 3])
        for _ in range(chance.randrange(1, 400)):
            data[chance.randrange(len(data))] = chance.randrange(256)
        yield f"flipped {at}.mp4", bytes(data)
    for at in range(12):
        data = bytearray(whole[".mp4"])
        start = chance.randrange(len(data))
        data[start : start + chance.randrange(1, 40_000)] = b""
        yield f"torn {at}.mp4", bytes(data)
    for at in range(12):
        yield f"noise {at}.mov", bytes(chance.randrange(256) for _ in range(chance.randrange(1, 5000)))
    for at in range(8):
        still = bytearray(a_still())
        yield f"half {at}.jpg", bytes(still[: chance.randrange(2, len(still))])
    yield "empty.mp4", b""
    yield "text.mp4", b"<html>not a clip</html>"
    yield "zeros.mp4", bytes(100_000)
    yield "box.mp4", b"\x00\x00\x00\x18ftypmp42" + b"\xff" * 4000
    yield "playlist.mp4", b"#EXTM3U\n#EXTINF:1,\nfile:///etc/passwd\n"
    yield "concat.mp4", b"ffconcat version 1.0\nfile /etc/passwd\n"
    yield "head.mkv", b"\x1aE\xdf\xa3" + bytes(300)
    yield "riff.avi", b"RIFF\xff\xff\xff\xffAVI LIST" + bytes(400)


def test_a_folder_of_a_hundred_broken_files_ends_in_words(tmp_path: Path) -> None:
    given = list(broken())
    assert len(given) == 100
    for name, data in given:
        (tmp_path / name).write_bytes(data)
    with ThreadPoolExecutor(2) as hands:
        names = [name for name, _ in given]
        found = dict(
            zip(names, hands.map(lambda name: outcome(tmp_path / name, tmp_path / f"{name}.d"), names), strict=True)
        )
    for name, one in found.items():
        assert isinstance(one, Reading) or (one[0].islower() and len(one) > 20), (name, one)
    told = [one for one in found.values() if isinstance(one, str)]
    assert len(told) > 40 and "this file is empty; copy it from the card again" in told
    assert "passwd" not in str(found["playlist.mp4"]) and isinstance(found["playlist.mp4"], str)


def made(path: Path, *, frames: int = 12, size: tuple[int, int] = (64, 48), rate: int = 25, **more: Any) -> Path:
    """A plain little clip."""
    with av.open(str(path), "w") as container:
        stream: Any = container.add_stream("libx264", rate=rate, options={"preset": "ultrafast"})
        stream.width, stream.height = size
        stream.pix_fmt = "yuv420p"
        if "pixels" in more:
            stream.sample_aspect_ratio = more["pixels"]
        stream.time_base = stream.codec_context.time_base = Fraction(1, 1000)
        chance, at = np.random.default_rng(1), 0
        for number in range(frames):
            noise = chance.integers(0, 255, (48, 64, 3), dtype=np.uint8)
            image = np.tile(noise, (-(-size[1] // 48), -(-size[0] // 64), 1))[: size[1], : size[0]]
            frame = av.VideoFrame.from_ndarray(image, format="rgb24")
            frame.pts = at
            at += more["steps"][number % len(more["steps"])] if "steps" in more else 1000 // rate
            container.mux(stream.encode(frame))
        container.mux(stream.encode())
    return path


def test_a_variable_rate_is_told(tmp_path: Path) -> None:
    found = outcome(made(tmp_path / "odd.mkv", frames=40, steps=(30, 45, 80, 33, 52)), tmp_path / "d")
    assert isinstance(found, Reading) and found.facts.variable
    even = outcome(made(tmp_path / "even.mkv", frames=40), tmp_path / "e")
    assert isinstance(even, Reading) and not even.facts.variable


def test_odd_pixel_shapes_are_told(tmp_path: Path) -> None:
    found = outcome(made(tmp_path / "wide.mp4", pixels=Fraction(4, 3)), tmp_path / "d")
    assert isinstance(found, Reading) and found.facts.pixel_shape == pytest.approx(4 / 3, rel=0.01)


def test_a_tiny_clip_and_one_frame_are_read(tmp_path: Path) -> None:
    for name, size, frames in (("small.mp4", (16, 16), 5), ("one.mp4", (64, 48), 1)):
        found = outcome(made(tmp_path / name, size=size, frames=frames), tmp_path / f"{name}.d")
        assert isinstance(found, Reading) and found.smear_px is None


def test_sound_alone_is_told(tmp_path: Path) -> None:
    with wave.open(str(tmp_path / "sound.wav"), "wb") as sound:
        sound.setnchannels(1)
        sound.setsampwidth(2)
        sound.setframerate(8000)
        sound.writeframes(bytes(16_000))
    assert "no picture" in str(outcome(tmp_path / "sound.wav", tmp_path / "d"))


def test_thousands_of_streams_are_refused(tmp_path: Path) -> None:
    with av.open(str(tmp_path / "many.mkv"), "w") as container:
        streams = [container.add_stream("pcm_s16le", rate=8000) for _ in range(100)]
        for stream in streams:
            frame = av.AudioFrame.from_ndarray(np.zeros((1, 800), dtype=np.int16), format="s16", layout="mono")
            frame.sample_rate, frame.pts = 8000, 0
            container.mux(stream.encode(frame))
    assert "64 streams" in str(outcome(tmp_path / "many.mkv", tmp_path / "d"))


def test_an_enormous_frame_is_refused_before_it_is_decoded(tmp_path: Path) -> None:
    made(tmp_path / "big.mkv", size=(16_000, 8_000), frames=1)
    assert "70 million pixels" in str(outcome(tmp_path / "big.mkv", tmp_path / "d"))


def test_one_that_takes_too_long_is_given_up_and_one_called_off_stops(tmp_path: Path) -> None:
    path = tmp_path / "clip.mp4"
    path.write_bytes(a_clip())
    (tmp_path / "d").mkdir()
    with pytest.raises(NotYet, match="longer than usual"):
        Strange(longest_s=0.3).read(path, tmp_path / "d")
    with pytest.raises(Stopped):
        Strange().read(path, tmp_path / "d", stopping=lambda: True)
