"""Readings of light: what they say, and how a model bends through them."""

from fractions import Fraction
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from steady_tide.core.light.reading import HOLDS_MINUTES, Bound, Measured, bend, told

measured: TypeAdapter[Measured] = TypeAdapter(Measured)
MINUTES = np.arange(0.0, 1441.0)
MODEL = 10.0 + 3.0 * np.sin(MINUTES / 230.0)
WIDTH = np.full(MINUTES.shape, 0.7)


@pytest.mark.parametrize(
    ("reading", "ev100", "width"),
    [
        # ISO 2720: E = 2.5 lx at EV 0. APEX: f/2.8 at 1/500 is EV 11.94.
        ({"how": "lux", "lux": 81_920}, 15.0, 0.3),
        ({"how": "ev", "ev100": 9.3}, 9.3, 0.3),
        ({"how": "phone", "lux": 2.5}, 0.0, 0.7),
        ({"how": "settings", "iso": 100, "f_number": 2.8, "shutter_s": "1/500"}, 11.936, 0.3),
        ({"how": "settings", "iso": 400, "f_number": 2.8, "shutter_s": "1/500"}, 9.936, 0.3),
        ({"how": "grey-card", "iso": 100, "f_number": 4, "shutter_s": "1/60", "card_level": 0.18}, 9.907, 0.3),
        ({"how": "grey-card", "iso": 100, "f_number": 4, "shutter_s": "1/60", "card_level": 0.36}, 10.907, 0.3),
    ],
)
def test_a_reading_says_its_light(reading: dict[str, Any], ev100: float, width: float) -> None:
    found = told(measured.validate_python(reading))
    assert found.ev100 == pytest.approx(ev100, abs=0.002) and found.uncertainty_stops == width
    assert found.words


def test_settings_are_told_as_a_meter_says_them() -> None:
    found = told(measured.validate_python({"how": "settings", "f_number": 2.8, "shutter_s": Fraction(1, 500)}))
    assert found.words == "ISO 100, f/2.8, 1/500 s"


BOUNDS = st.lists(
    st.builds(Bound, st.integers(0, 1440).map(float), st.floats(-5, 16), st.sampled_from([0.3, 0.7])),
    min_size=1, max_size=5, unique_by=lambda one: one.minute,
)  # fmt: skip


@given(BOUNDS)
def test_the_model_passes_through_every_reading(readings: list[Bound]) -> None:
    bent, width = bend(MINUTES, MODEL, WIDTH, readings)
    for one in readings:
        assert bent[int(one.minute)] == pytest.approx(one.ev100)
        assert width[int(one.minute)] == pytest.approx(one.uncertainty_stops)
    assert np.isfinite(bent).all() and (width >= 0.3 - 1e-9).all() and (width <= 0.7 + 1e-9).all()


def test_a_reading_dies_away_with_time() -> None:
    bent, width = bend(MINUTES, MODEL, WIDTH, [Bound(600.0, float(MODEL[600]) + 2.0, 0.3)])
    later = int(600 + HOLDS_MINUTES)
    assert bent[later] - MODEL[later] == pytest.approx(2.0 / np.e, abs=0.01)
    assert bent[later] - MODEL[later] == pytest.approx(bent[1200 - later] - MODEL[1200 - later]), "both ways alike"
    assert 0.3 < width[later] < 0.7 and width[1440] == pytest.approx(0.7, abs=0.001)


def test_between_two_readings_the_departure_is_a_line() -> None:
    pair = [Bound(700.0, float(MODEL[700]) + 1.0, 0.3), Bound(600.0, float(MODEL[600]) - 1.0, 0.3)]
    bent, _ = bend(MINUTES, MODEL, WIDTH, pair)
    assert bent[650] == pytest.approx(MODEL[650])


def test_without_readings_the_model_stands() -> None:
    bent, width = bend(MINUTES, MODEL, WIDTH, [])
    assert bent is MODEL and width is WIDTH
