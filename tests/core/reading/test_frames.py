"""A decoded frame as measures take it: its scale by depth and range, its small copies, its colour."""

from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.reading.frames import KB, KR, FrameCodes


def flat(code: int, *, bits: int = 8, full: bool = False, shape: tuple[int, int] = (90, 160)) -> FrameCodes:
    kind: Any = np.uint8 if bits == 8 else np.uint16
    return FrameCodes.of(np.full(shape, code, dtype=kind), bits=bits, full_range=full)


@pytest.mark.parametrize(
    ("code", "bits", "full", "level"),
    [
        (16, 8, False, 0.0), (235, 8, False, 1.0), (64, 10, False, 0.0), (940, 10, False, 1.0),
        (0, 8, True, 0.0), (255, 8, True, 1.0), (1023, 10, True, 1.0), (126, 8, False, 110 / 219),
    ],
)  # fmt: skip
def test_levels_by_depth_and_range(code: int, bits: int, full: bool, level: float) -> None:
    """BT.709: 16 to 235 of 8 bit, 64 to 940 of 10; or all of it."""
    frame = flat(code, bits=bits, full=full)
    assert frame.level(frame.luma).mean() == pytest.approx(level, abs=1e-6)


def test_what_is_coded_beyond_white_stays_beyond() -> None:
    frame = flat(250)
    assert frame.level(frame.luma).max() > 1.0


@pytest.mark.parametrize("width", [320, 640, 1920, 3840])
def test_small_frames_are_about_as_wide_whatever_they_are_of(width: int) -> None:
    frame = flat(100, shape=(width * 9 // 16, width))
    assert frame.small.shape[1] == width // frame.small_by
    assert 320 <= frame.small.shape[1] <= 960
    assert frame.small.dtype == np.uint8 and int(frame.small.mean()) == 100


def test_small_frames_of_ten_bit_are_eight_bit() -> None:
    assert int(flat(400, bits=10, shape=(1080, 1920)).small.mean()) == 100


@pytest.mark.parametrize("by", [1, 2, 3])
def test_fewer_pixels_are_means_of_many(by: int) -> None:
    chance = np.random.default_rng(3)
    luma = chance.integers(16, 235, (120, 180)).astype(np.uint8)
    fewer = FrameCodes.of(luma, bits=8, full_range=False).fewer(by)
    assert fewer.luma.shape == (120 // by, 180 // by)
    assert fewer.luma[0, 0] == pytest.approx(luma[:by, :by].mean(), abs=0.51)
    assert (fewer.black, fewer.white, fewer.bits) == (16.0, 235.0, 8)


def coded(red: float, green: float, blue: float, *, bits: int, half: bool) -> FrameCodes:
    """A frame of one colour, as BT.709 codes it in limited range."""
    luma = KR * red + (1 - KR - KB) * green + KB * blue
    step = 2.0 ** (bits - 8)
    kind: Any = np.uint8 if bits == 8 else np.uint16
    y = np.full((64, 96), round((16 + 219 * luma) * step), dtype=kind)
    shape = (32, 48) if half else (64, 96)
    pair = [
        np.full(shape, round((128 + 224 * (one - luma) / (2 * (1 - k))) * step), dtype=kind)
        for one, k in ((blue, KB), (red, KR))
    ]
    return FrameCodes.of(y, bits=bits, full_range=False, colour=(pair[0], pair[1]))


@pytest.mark.parametrize("bits", [8, 10])
@pytest.mark.parametrize("half", [True, False])
@given(st.tuples(*(st.floats(0.05, 0.95) for _ in range(3))))
def test_colours_come_back_out_of_their_codes(bits: int, half: bool, rgb: tuple[float, float, float]) -> None:
    found = coded(*rgb, bits=bits, half=half).rgb().mean(axis=0)
    assert found == pytest.approx(rgb, abs=0.012 if bits == 8 else 0.003)


def test_a_frame_without_colour_is_grey() -> None:
    rgb = flat(126).rgb()
    assert np.ptp(rgb, axis=1).max() == 0.0 and rgb.mean() == pytest.approx(110 / 219)
