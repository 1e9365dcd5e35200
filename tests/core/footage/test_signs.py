"""What a clip shows in a plan's own terms, how far that is from what was expected, and the words for it."""

from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.footage import words
from steady_tide.core.footage.causes import MOST, apart, codec_of, cost
from steady_tide.core.footage.comparison import RecordedSetting, SignAgainst, measured_signs
from steady_tide.core.footage.expected import expected, noise_at_grey, scene_under
from steady_tide.core.footage.signs import (
    LEAST_SHAKE_DEG_S,
    LEAST_SMEAR_PX,
    TABLE,
    Name,
    shake_stops,
    shown,
    smear_stops,
    stops_of,
)
from steady_tide.core.kit.settings import Setting
from steady_tide.core.picture.tone import GREY, STANDARD, Curve
from steady_tide.core.reading.reading import Reading
from steady_tide.media.plates import plate
from tests.footage import a_shot

NEUTRAL = Curve("neutral", 3.0)


def read(**more: Any) -> Reading:
    """A reading of a clip of even grey."""
    measure = {"value": 0.0, "spread": 0.0}
    plain: dict[str, Any] = {
        "facts": {"width_px": 1920, "height_px": 1080, "rate": "25", "codec": "h264", "seconds": 4.0},
        "level": {"value": float(NEUTRAL.encode(GREY)), "spread": 0.004}, "clipped": measure, "crushed": measure,
        "looked": 12, "followed": 60,
    }  # fmt: skip
    return Reading.read({**plain, **more})


def signs(reading: Reading, **more: float) -> dict[Name, tuple[float, float]]:
    told = {"focal_px": 1500.0, "rate_hz": 25.0, **more}
    return shown(reading, NEUTRAL, focal_px=told["focal_px"], rate_hz=told["rate_hz"])


# From readings to signs.


@pytest.mark.parametrize("stops", [-3.0, -1.0, 0.0, 1.0, 2.0])
@pytest.mark.parametrize("curve", [NEUTRAL, STANDARD, Curve("log", 4.0), Curve("flat", 3.5), Curve("vivid", 3.0)])
def test_code_values_come_back_as_stops_over_grey(curve: Curve, stops: float) -> None:
    code = float(curve.encode(GREY * 2.0**stops))
    if code < 0.97:
        assert stops_of(curve, code) == pytest.approx(stops, abs=0.02)


def test_grey_is_no_stop_from_grey() -> None:
    assert signs(read())["level"][0] == pytest.approx(0.0, abs=0.01)


def test_uncertain_levels_are_as_uncertain_in_stops_as_the_curve_is_steep() -> None:
    steep = signs(read(level={"value": 0.45, "spread": 0.01}))["level"][1]
    flat = shown(read(level={"value": 0.45, "spread": 0.01}), Curve("log", 6.0), focal_px=1500.0, rate_hz=25.0)[
        "level"
    ][1]
    assert flat > steep > 0.0


def test_shake_is_told_in_degrees_a_second_by_lens_and_rate() -> None:
    """One pixel a frame at 25 frames a second, of a lens of 1500 px: 25/1500 radians a second."""
    value = signs(read(shake_px={"value": 1.0, "spread": 0.1}))["shake"][0]
    assert LEAST_SHAKE_DEG_S * 2.0**value == pytest.approx(np.degrees(25.0 / 1500.0))


def test_what_is_not_read_is_not_shown() -> None:
    found = signs(read(followed=0))
    assert set(found) == {"level"}
    assert "ripple" in signs(read())


def test_colour_of_a_blown_frame_says_nothing() -> None:
    rgb = [0.5, 0.45, 0.4]
    assert "red" in signs(read(rgb=rgb))
    assert "red" not in signs(read(rgb=rgb, clipped={"value": 0.4, "spread": 0.0}))


def moments(levels: list[float], rgb: list[list[float]] | None = None) -> list[dict[str, Any]]:
    return [
        {"second": at, "level": level, "low": 0.1, "high": 0.9, "clipped": 0, "crushed": 0, "rgb": rgb and rgb[at]}
        for at, level in enumerate(levels)
    ]


def test_a_drift_is_told_from_one_end_to_the_other() -> None:
    ends = [float(NEUTRAL.encode(GREY * 2.0**stops)) for stops in np.linspace(0.0, -1.0, 9)]
    assert signs(read(over_time=moments(ends)))["drift"][0] == pytest.approx(1.0, abs=0.1)
    assert signs(read(over_time=moments([0.45] * 9)))["drift"][0] == pytest.approx(0.0, abs=1e-6)
    assert "drift" not in signs(read(over_time=moments([0.45] * 2)))


def test_a_drift_of_colour_leaves_brightness_out() -> None:
    both = [[code, code, code] for code in np.linspace(0.3, 0.6, 9)]
    assert signs(read(over_time=moments([0.45] * 9, both)))["colour_drift"][0] == pytest.approx(0.0, abs=1e-6)
    redder = [[0.45 + at / 40, 0.45, 0.45] for at in range(9)]
    assert signs(read(over_time=moments([0.45] * 9, redder)))["colour_drift"][0] > 0.4


@given(st.floats(0, 100), st.floats(0, 400))
def test_smears_and_shake_below_what_anybody_sees_are_alike(px: float, deg_s: float) -> None:
    assert smear_stops(px) >= 0.0 and shake_stops(deg_s) >= 0.0
    assert (smear_stops(px) == 0.0) == (px <= LEAST_SMEAR_PX)
    assert (shake_stops(deg_s) == 0.0) == (deg_s <= LEAST_SHAKE_DEG_S)


# What a set should show.


def test_twice_the_shutter_smears_twice_as_far() -> None:
    scene = scene_under(plate("quay"), a_shot(smear_px=8.0))
    short, long = (expected(a_shot(smear_px=px), scene)["smear"] for px in (4.0, 8.0))
    assert long - short == pytest.approx(1.0)


def test_four_times_the_light_is_half_the_noise() -> None:
    dim, bright = noise_at_grey(a_shot(electrons=400.0)), noise_at_grey(a_shot(electrons=1600.0))
    assert dim / bright == pytest.approx(2.0, rel=0.08)


def test_where_all_passes_shake_cannot_be_told_from_it() -> None:
    shot = a_shot(scene="bow", smear_px=4.0, shake_px=2.0)
    moving = shot.model_copy(update={"motion": shot.motion.model_copy(update={"subject_rad_s": 1.0})})
    still, passing = scene_under(plate("bow"), shot), scene_under(plate("bow"), moving)
    assert (still.passing_rad_s, passing.passing_rad_s) == (0.0, 1.0)
    found = read(
        facts={"width_px": shot.frame.width_px, "height_px": shot.frame.height_px, "rate": "25"},
        smear_px={"value": 12.0, "spread": 1.0}, shake_px={"value": 9.0, "spread": 0.5},
    )  # fmt: skip
    for name in ("smear", "shake"):
        sure, unsure = measured_signs(found, shot, still)[name], measured_signs(found, moving, passing)[name]
        assert sure[0] == unsure[0] and unsure[1] > 4 * sure[1]


def test_a_subject_that_passes_before_what_stands_leaves_shake_to_be_told() -> None:
    shot = a_shot(scene="quay")
    moving = shot.model_copy(update={"motion": shot.motion.model_copy(update={"subject_rad_s": 1.0})})
    assert scene_under(plate("quay"), moving).passing_rad_s == 0.0


def test_in_too_little_light_smears_are_not_told() -> None:
    """A coder hides noise, not what it did to the finest detail."""
    found = read(smear_px={"value": 12.0, "spread": 1.0})
    bright, dim = a_shot(electrons=2000.0), a_shot(electrons=20.0)
    assert "smear" in measured_signs(found, bright, scene_under(plate("quay"), bright))
    assert "smear" not in measured_signs(found, dim, scene_under(plate("quay"), dim))


# How far apart.

FAR: dict[Name, tuple[float, float]] = {name: (9.0, 0.1) for name in TABLE}


def test_more_of_something_is_above_nought() -> None:
    off = apart({"level": (1.0, 0.0), "noise": (1.0, 0.0)}, {"level": 0.0, "noise": 0.0})
    assert off["level"] == pytest.approx(1.0 / TABLE["level"].fuzzy) and off["noise"] > 0


@pytest.mark.parametrize("name", [name for name, sign in TABLE.items() if sign.one_sided])
def test_less_of_what_is_a_fault_is_none(name: Name) -> None:
    assert apart({name: (-3.0, 0.1)}, {name: 0.0}) == {name: 0.0}


def test_no_sign_drowns_the_rest() -> None:
    nought: dict[Name, float] = dict.fromkeys(TABLE, 0.0)
    assert cost(FAR, nought) == pytest.approx(MOST * len(TABLE))
    assert cost(FAR, nought, frees=["level", "red"]) == pytest.approx(MOST * (len(TABLE) - 2))


@pytest.mark.parametrize(
    ("key", "codec"),
    [("h264", "h264"), ("H.265", "hevc"), ("hevc-high", "hevc"), ("avc", "h264"), ("av1", "av1"), ("raw", "")],
)
def test_codecs_by_the_name_that_files_have_for_them(key: str, codec: str) -> None:
    assert codec_of(key) == codec


# Words.


@pytest.mark.parametrize(
    ("name", "value", "text"),
    [
        ("smear", 0.0, "none to see"), ("smear", 3.0, "12 px"), ("shake", 0.0, "none to see"),
        ("shake", np.log2(33.0), "3.3 °/s"), ("noise", -5.0, "32 to 1"), ("noise", -20.0, "none to see"),
        ("ripple", 0.16, "16 %"), ("ripple", 0.001, "none"), ("jumps", 2.0, "2"), ("doubled", 0.0, "none"),
        ("drift", 0.26, "0.3 stops"), ("level", -2.04, "−2.0 stops"), ("level", 0.01, "0 stops"),
    ],
)  # fmt: skip
def test_signs_as_people_read_them(name: Name, value: float, text: str) -> None:
    assert words.sign(name, float(value)) == text


@pytest.mark.parametrize("name", list(TABLE))
def test_every_sign_has_words_both_ways(name: Name) -> None:
    assert words.sign(name, 1.0) and words.spread(name, 1.0, 0.5) and len(words.SEEN[name]) == 2


def against(name: Name, off: float) -> SignAgainst:
    return SignAgainst(name=name, label=TABLE[name].label, seen="", planned="", off=off, within=abs(off) < 2.0)


def recorded(setting: Setting, *, same: bool) -> RecordedSetting:
    return RecordedSetting(setting=setting, label="Frame rate", planned="25 fps", recorded="30 fps", same=same)


def test_the_answer_is_one_sentence_the_worst_first() -> None:
    signs_ = [against("level", -2.5), against("ripple", 7.0), against("shake", 0.4)]
    assert words.answer(signs_, [], []) == "Flickering and too dark."
    wrong = recorded(Setting.FRAME_RATE, same=False)
    assert words.answer(signs_[1:], [wrong], []) == "Flickering; frame rate 30 fps instead of 25 fps."
    assert words.answer([], [wrong], []) == "frame rate 30 fps instead of 25 fps."
    assert words.answer(signs_[2:], [recorded(Setting.FRAME_RATE, same=True)], []) == "As planned."
