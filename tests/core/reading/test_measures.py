"""Each measure of a clip by itself, on frames whose truth is known because they were made here."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.reading.cadence import cadence, doubled
from steady_tide.core.reading.colour import middle_colour
from steady_tide.core.reading.exposure import jumps, levels
from steady_tide.core.reading.flicker import LEAST_FRAMES, beat_of, flicker
from steady_tide.core.reading.frames import FrameCodes
from steady_tide.core.reading.noise import blocks, noise
from steady_tide.core.reading.shake import Follower, Steps, shake, split, steps


def frame(luma: np.ndarray, bits: int = 8) -> FrameCodes:
    """A frame of levels [0, 1], in limited range."""
    step = 2.0 ** (bits - 8)
    codes = np.rint((16 + 219 * luma) * step).clip(0, 2**bits - 1)
    return FrameCodes.of(codes.astype(np.uint8 if bits == 8 else np.uint16), bits=bits, full_range=False)


# Exposure.


def test_levels_are_what_shares_of_a_frame_lie_under() -> None:
    ramp = np.tile(np.linspace(0.0, 1.0, 6400), (64, 1))
    found = levels(frame(ramp, 10))
    assert (found.low, found.median, found.high) == pytest.approx((0.05, 0.5, 0.95), abs=0.005)
    assert found.clipped == pytest.approx(0.015, abs=0.003) and found.crushed == pytest.approx(0.012, abs=0.003)


def test_white_is_blown_out_and_black_is_black() -> None:
    half = np.zeros((320, 640))
    half[:, 320:] = 1.0
    found = levels(frame(half))
    assert (found.clipped, found.crushed) == pytest.approx((0.5, 0.5), abs=0.02)


def test_a_jump_is_a_step_among_calm_not_a_slope() -> None:
    calm = np.full(20, 0.4)
    stepped = calm.copy()
    stepped[11:] = 0.5
    assert jumps(stepped) == [11]
    assert jumps(np.linspace(0.2, 0.8, 20)) == []
    assert jumps(calm) == []


@given(st.integers(3, 16), st.floats(0.03, 0.4))
def test_a_jump_is_found_wherever_it_is(at: int, by: float) -> None:
    level = np.full(20, 0.3)
    level[at:] += by
    assert jumps(level) == [at]


# Cadence.


@pytest.mark.parametrize("rate", [23.976, 25.0, 30.0, 59.94, 119.88, 240.0])
def test_an_even_rate_is_told(rate: float) -> None:
    found = cadence(np.arange(60) / rate)
    assert found is not None and found.rate_hz == pytest.approx(rate, rel=1e-3)
    assert (found.variable, found.missing) == (False, 0)


def test_moments_rounded_to_milliseconds_are_still_even() -> None:
    """As containers have them that count in thousandths of a second."""
    for rate in (23.976, 29.97, 59.94, 120.0, 240.0):
        found = cadence(np.round(np.arange(120) / rate, 3))
        assert found is not None and (found.variable, found.missing) == (False, 0)
        assert found.rate_hz == pytest.approx(rate, rel=3e-3)


@given(st.sets(st.integers(1, 58), min_size=1, max_size=5))
def test_frames_left_out_are_counted(gone: set[int]) -> None:
    found = cadence(np.array([at / 25.0 for at in range(60) if at not in gone]))
    assert found is not None and (found.variable, found.missing) == (False, len(gone))


def test_a_phone_s_wandering_rate_is_variable() -> None:
    chance = np.random.default_rng(1)
    found = cadence(np.cumsum(chance.uniform(0.02, 0.05, 80)))
    assert found is not None and found.variable


def test_of_two_frames_nothing_is_told() -> None:
    assert cadence(np.array([0.0, 0.04])) is None
    assert cadence(np.zeros(10)) is None


def test_copies_are_counted_where_frames_differ_at_all() -> None:
    change = np.full(40, 5.0)
    change[[7, 19]] = 0.0
    assert doubled(change) == 2
    assert doubled(np.full(40, 0.2)) == 0, "nothing moves: nothing can be told"
    assert doubled(np.zeros(3)) == 0


# Flicker.


@pytest.mark.parametrize(
    ("lamp", "rate", "beat"), [(100, 25, 0), (100, 30, 10), (100, 60, 20), (120, 25, 5), (120, 50, 20), (100, 24, 4)]
)
def test_beats_as_lamps_and_frames_have_them(lamp: float, rate: float, beat: float) -> None:
    assert beat_of(lamp, rate) == pytest.approx(beat)


def rippling(rate: float, lamp: float, depth: float, *, bands: float = 0.0, frames: int = 60) -> np.ndarray:
    """Rows of frames under a lamp; bands: how many stand in a frame."""
    time = np.arange(frames)[:, None] / rate
    rows = np.arange(64)[None] / 64.0
    wave = np.sin(2 * np.pi * (lamp * time + bands * rows))
    return np.asarray((0.4 + 0.1 * rows) * (1.0 + depth * wave))


@pytest.mark.parametrize(("rate", "lamp"), [(30.0, 100.0), (60.0, 100.0), (25.0, 120.0), (50.0, 120.0)])
@pytest.mark.parametrize("bands", [0.0, 1.6])
def test_flicker_is_told_by_its_beat_depth_and_bands(rate: float, lamp: float, bands: float) -> None:
    found = flicker(rippling(rate, lamp, 0.06, bands=bands), rate_hz=rate)
    assert found is not None
    assert found.beat_hz == pytest.approx(beat_of(lamp, rate), abs=0.5)
    assert found.depth == pytest.approx(0.06, rel=0.25)
    assert found.bands == pytest.approx(bands, abs=0.4)


def test_which_lamps_are_told_only_where_one_of_two_fits() -> None:
    ten = flicker(rippling(30.0, 100.0, 0.06), rate_hz=30.0)
    assert ten is not None and ten.lamp_hz == 100.0
    twenty = flicker(rippling(50.0, 120.0, 0.06), rate_hz=50.0)
    assert twenty is not None and twenty.lamp_hz == 120.0


def test_what_stands_still_or_is_short_or_slow_is_no_flicker() -> None:
    assert flicker(rippling(25.0, 100.0, 0.2), rate_hz=25.0) is None, "its beat is nothing at all"
    assert flicker(rippling(30.0, 100.0, 0.06, frames=LEAST_FRAMES - 1), rate_hz=30.0) is None
    slow = 0.4 * (1.0 + 0.1 * np.sin(2 * np.pi * 0.4 * np.arange(60) / 30.0))[:, None] * np.ones((1, 64))
    assert flicker(slow, rate_hz=30.0) is None


def test_noise_is_no_flicker() -> None:
    chance = np.random.default_rng(5)
    assert flicker(0.4 + 0.002 * chance.standard_normal((60, 64)), rate_hz=30.0) is None


# Noise.


@pytest.mark.parametrize("sigma", [0.01, 0.02, 0.05])
@pytest.mark.parametrize("bits", [8, 10])
def test_noise_is_told_at_its_level(sigma: float, bits: int) -> None:
    chance = np.random.default_rng(7)
    found = noise([blocks(frame(0.45 + sigma * chance.standard_normal((400, 640)), bits)) for _ in range(3)])
    (one,) = (level for level in found if level.blocks > 200)
    assert one.level == pytest.approx(0.45, abs=0.02) and one.sigma == pytest.approx(sigma, rel=0.1)


def test_a_slope_is_not_noise() -> None:
    ramp = np.tile(np.linspace(0.3, 0.6, 640), (400, 1))
    assert all(level.sigma < 0.004 for level in noise([blocks(frame(ramp))]))


def test_noise_that_grows_with_light_is_told_by_level() -> None:
    chance = np.random.default_rng(9)
    light = np.repeat(np.array([0.15, 0.35, 0.65]), 160)[None] * np.ones((400, 1))
    found = noise(
        [blocks(frame(light + 0.05 * np.sqrt(light) * chance.standard_normal(light.shape))) for _ in range(3)]
    )
    told = {round(one.level, 1): one.sigma for one in found}
    assert list(told.values()) == sorted(told.values()) and len(told) == 3


def test_checks_finer_than_a_block_are_structure_of_few_even_places() -> None:
    """Half a frame of stripes does not make the even half noisy."""
    chance = np.random.default_rng(11)
    luma = 0.45 + 0.01 * chance.standard_normal((400, 640))
    luma[:, 320:] += 0.2 * (np.arange(320) // 4 % 2)
    (one, *_) = (level for level in noise([blocks(frame(luma)) for _ in range(3)]) if level.level < 0.5)
    assert one.sigma == pytest.approx(0.01, rel=0.2)


def test_too_few_even_blocks_tell_nothing() -> None:
    assert noise([blocks(frame(np.full((32, 32), 0.4)))]) == []


# Colour.


def test_the_middle_colour_leaves_out_what_is_blown_or_black() -> None:
    luma = np.full((80, 120), 0.5)
    luma[:20], luma[-10:] = 1.0, 0.0
    found = middle_colour(frame(luma))
    assert found == pytest.approx((0.5, 0.5, 0.5), abs=0.01)
    assert middle_colour(frame(np.ones((80, 120)))) is None


# Shake.


def textured(seed: int = 2) -> np.ndarray:
    import cv2

    chance = np.random.default_rng(seed)
    rough = chance.uniform(30, 220, (60, 90)).astype(np.float32)
    return np.asarray(cv2.resize(rough, (900, 600), interpolation=cv2.INTER_CUBIC))


def moved(way: np.ndarray) -> Follower:
    """A follower that saw a scene along a way (F, 2) [px]."""
    import cv2

    scene, follower = textured(), Follower()
    for x, y in way:
        shift = np.array([[1.0, 0.0, -100.0 + x], [0.0, 1.0, -80.0 + y]])
        seen = cv2.warpAffine(scene, shift, (480, 270), flags=cv2.INTER_CUBIC)
        follower.next(np.asarray(seen.clip(0, 255), dtype=np.uint8))
    return follower


def followed(way: np.ndarray) -> Steps:
    follower = moved(way)
    return steps([pair for pair in follower.pairs if pair is not None], follower.shape)


def test_steps_of_a_view_are_found_to_a_tenth_of_a_pixel() -> None:
    chance = np.random.default_rng(4)
    way = np.cumsum(chance.normal(0, 1.5, (20, 2)), axis=0)
    assert followed(way).steps == pytest.approx(np.diff(way, axis=0), abs=0.1)


def test_what_is_steady_is_meant_and_what_is_left_shakes() -> None:
    pan = np.outer(np.arange(25), (2.0, 0.5))
    found = shake([followed(pan)], by=4.0)
    assert found is not None
    assert found.meant == pytest.approx(4.0 * np.hypot(2.0, 0.5), rel=0.05) and found.shaken < 0.3


@pytest.mark.parametrize("size", [0.5, 2.0])
def test_shake_upon_a_pan_is_told_apart(size: float) -> None:
    chance = np.random.default_rng(6)
    shaken = chance.normal(0, size / np.sqrt(2), (40, 2))
    way = np.cumsum(np.array([1.0, 0.0]) + shaken, axis=0)
    found = shake([followed(way)], by=1.0)
    true = np.sqrt(np.mean(np.sum(np.square(split(np.diff(way, axis=0))[1]), axis=1)))
    assert found is not None and found.shaken == pytest.approx(true, rel=0.1)
    assert abs(found.shaken - true) < 3 * found.spread


@given(st.floats(-5, 5), st.floats(-5, 5), st.floats(-0.2, 0.2))
def test_a_straight_line_of_steps_is_all_meant(x: float, y: float, faster: float) -> None:
    line = np.array([x, y]) + np.outer(np.arange(30), (faster, -faster))
    meant, shaken = split(line)
    assert meant == pytest.approx(line, abs=1e-9) and np.abs(shaken).max() < 1e-9


def test_a_blank_wall_cannot_be_followed() -> None:
    follower = Follower()
    for _ in range(10):
        follower.next(np.full((270, 480), 90, dtype=np.uint8))
    assert all(pair is None for pair in follower.pairs)
    assert shake([], by=1.0) is None
