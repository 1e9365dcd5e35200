"""Corrections: what is taken off is what set and light did, never what the scene is by itself; and within bounds."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.footage.expected import Scene
from steady_tide.core.footage.grading import (
    COOLEST,
    HARDEST,
    MOST_COLOUR,
    MOST_STOPS,
    SOFTEST,
    WARMEST,
    Grade,
    graded,
    kelvin_of,
    suggested,
)
from steady_tide.core.footage.selects import Selects
from steady_tide.core.footage.signs import MeasuredSigns
from steady_tide.core.picture.tone import GREY, STANDARD, Curve

NIGHT = Scene(level=-2.0, red=0.8, blue=-0.7, contrast=0.5)
RAMP = np.linspace(0.02, 0.98, 40)[:, None] * np.ones(3)


def test_a_night_that_is_as_it_was_meant_stays_dark_and_warm() -> None:
    seen: MeasuredSigns = {"level": (-2.0, 0.1), "red": (0.8, 0.1), "blue": (-0.7, 0.1)}
    grade = suggested(seen, NIGHT, 0.55)
    assert (grade.exposure_stops, grade.red_stops, grade.blue_stops) == (0.0, 0.0, 0.0)
    assert grade.kelvin == pytest.approx(5500.0)


@given(st.floats(-20, 20), st.floats(-20, 20), st.floats(-20, 20), st.floats(0, 5))
def test_suggestions_stay_within_what_is_worth_it(level: float, red: float, blue: float, spread: float) -> None:
    seen: MeasuredSigns = {"level": (level, 0.1), "red": (red, 0.1), "blue": (blue, 0.1)}
    grade = suggested(seen, NIGHT, spread)
    assert abs(grade.exposure_stops) <= MOST_STOPS
    assert max(abs(grade.red_stops), abs(grade.blue_stops)) <= MOST_COLOUR
    assert WARMEST <= grade.kelvin <= COOLEST and SOFTEST <= grade.contrast <= HARDEST


def test_where_colour_cannot_be_told_it_is_left() -> None:
    grade = suggested({"level": (0.0, 0.1)}, NIGHT, 0.55)
    assert (grade.red_stops, grade.blue_stops, grade.exposure_stops) == (0.0, 0.0, -2.0)


def test_flat_pictures_are_made_harder_and_hard_ones_softer() -> None:
    seen: MeasuredSigns = {"level": (-2.0, 0.1)}
    flat, hard = suggested(seen, NIGHT, 0.4).contrast, suggested(seen, NIGHT, 0.75).contrast
    assert flat > 1.0 > hard


@given(st.floats(-1, 1), st.floats(-1, 1))
def test_warmer_is_higher(red: float, blue: float) -> None:
    assert (kelvin_of(red, blue) >= 5500.0 - 1e-6) == (red - blue >= -1e-9)


@pytest.mark.parametrize("curve", [STANDARD, Curve("log", 5.0), Curve("flat", 4.0), Curve("vivid", 3.0)])
def test_a_corrected_ramp_still_rises_and_stays_in_range(curve: Curve) -> None:
    for grade in (Grade(), Grade(exposure_stops=1.5, red_stops=-0.5, contrast=1.4), Grade(exposure_stops=-2.0)):
        made = graded(grade, curve)(RAMP)
        assert made.min() >= 0.0 and made.max() <= 1.0
        assert (np.diff(made, axis=0) >= -1e-9).all()


def test_colour_alone_leaves_the_brightness_of_grey() -> None:
    card = STANDARD.encode(np.full((1, 3), GREY))
    made = graded(Grade(red_stops=0.6, blue_stops=-0.6), STANDARD)(card)[0]
    light = STANDARD.decode(made)
    assert float(light @ np.array([0.2126, 0.7152, 0.0722])) == pytest.approx(GREY, rel=0.02)
    assert light[0] > light[1] > light[2]


def test_nothing_to_correct_of_the_standard_look_changes_nothing() -> None:
    inside = RAMP[4:-6]
    assert graded(Grade(), STANDARD)(inside) == pytest.approx(inside, abs=5e-3)


@pytest.mark.parametrize(
    ("picked", "span"),
    [
        ({}, (0.0, 8.0)), ({"starts_s": 2.0}, (2.0, 8.0)), ({"ends_s": 5.0}, (0.0, 5.0)),
        ({"starts_s": 1, "ends_s": 3}, (1.0, 3.0)),
    ],
)  # fmt: skip
def test_what_is_picked_lies_within_the_clip(picked: dict[str, float], span: tuple[float, float]) -> None:
    assert Selects.read(picked).span(8.0) == span


def test_of_a_clip_of_unknown_length_anything_may_be_picked() -> None:
    assert list(Selects.read({"ends_s": 500.0}).problems(0.0)) == []
