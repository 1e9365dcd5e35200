"""Tone curves of colour profiles by their promises."""

from typing import get_args

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.picture.tone import GREY, SHAPES, STANDARD, Curve, Kind, curve_of, to_standard
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY

STANCE = SCHOOL_BY_KEY["even-keel"].stance
KINDS: tuple[Kind, ...] = get_args(Kind)


@pytest.mark.parametrize("kind", KINDS)
@given(headroom=st.floats(0.01, 9.9))
def test_a_curve_rises_from_nothing_to_its_headroom_and_comes_back(kind: Kind, headroom: float) -> None:
    curve = Curve(kind, headroom)
    light = GREY * np.exp2(np.linspace(-10, headroom, 200))
    codes = curve.encode(light)
    assert (np.diff(codes) > 0).all()
    assert curve.encode(0.0) == 0.0 and curve.encode(GREY * 2.0**headroom) == pytest.approx(1.0)
    assert curve.encode(1e6) == 1.0 and curve.encode(-1.0) == 0.0
    assert curve.decode(codes) == pytest.approx(light, rel=1e-6)


@pytest.mark.parametrize(("kind", "headroom"), [("log", 5.0), ("flat", 3.6), ("neutral", 3.0), ("vivid", 2.8)])
def test_mid_grey_lies_where_the_table_says(kind: Kind, headroom: float) -> None:
    assert Curve(kind, headroom).encode(GREY) == pytest.approx(SHAPES[kind].grey)


def test_flatter_profiles_keep_more_codes_in_the_shadows_and_rise_less_at_grey() -> None:
    ladder = [Curve("log", 5.0), Curve("flat", 3.6), Curve("neutral", 3.0), Curve("vivid", 2.8)]
    shadows = [float(curve.encode(GREY / 16)) for curve in ladder]
    rises = [float(curve.encode(GREY * 1.1) - curve.encode(GREY / 1.1)) for curve in ladder]
    assert shadows == sorted(shadows, reverse=True) and rises == sorted(rises)


def test_a_profile_taken_to_the_standard_look_looks_like_it() -> None:
    log = ColourProfile(key="l", label="L", curve="log", base_iso=400, headroom_stops=5, shadow_lift=1)
    light = GREY * np.exp2(np.linspace(-6, 3, 40))
    seen = to_standard(log, curve_of(log).encode(light))
    assert seen == pytest.approx(STANDARD.encode(light), abs=1e-9)
    brighter = to_standard(log, curve_of(log).encode(light / 2), stops=1.0)
    assert brighter == pytest.approx(seen, abs=1e-9)
