"""Lamps that light a scene: classes, lumens, lux, mixed colours and ripple."""

from math import pi

import pytest
from pydantic import ValidationError

from steady_tide.core.light.lamplight import LAMP_CLASSES, LampSource, lit_by
from steady_tide.core.light.level import LampLight, level


@pytest.mark.parametrize(("key", "lux"), [("P1", 15), ("P2", 10), ("P3", 7.5), ("P4", 5), ("P5", 3), ("P6", 2)])
def test_footpaths_have_the_light_of_their_class(key: str, lux: float) -> None:
    # EN 13201-2, table of P classes: average maintained horizontal illuminance.
    assert LAMP_CLASSES[key].lux == lux
    assert LampSource(given="class", lamp_class=key).lux == lux


def test_lumens_spread_over_their_cone_and_fall_off_with_the_square() -> None:
    half = LampSource(given="lumens", lumens=2 * pi * 100, beam_deg=180, distance_m=1)
    assert half.lux == pytest.approx(100.0), "a half sphere has 2 pi steradians"
    assert half.model_copy(update={"distance_m": 2.0}).lux == pytest.approx(25.0)
    assert LampSource(given="lux", lux_at_1_m=300, distance_m=2).lux == pytest.approx(75.0)


def test_lamps_together_add_up_and_mix_in_mired() -> None:
    warm = LampSource(given="lux", lux_at_1_m=90, distance_m=1, kelvin=2700, ripple=0.6)
    cold = LampSource(given="lux", lux_at_1_m=10, distance_m=1, kelvin=5600, ripple=0.2, on_mains=False)
    lit = lit_by([warm, cold])
    assert lit.lux == pytest.approx(100.0)
    assert lit.kelvin == pytest.approx(1e6 / (0.9 * 1e6 / 2700 + 0.1 * 1e6 / 5600))
    assert lit.mixed and lit.ripple == pytest.approx(0.54), "a battery lamp does not ripple with the mains"
    weak = cold.model_copy(update={"lux_at_1_m": 1.0})
    assert not lit_by([warm, weak]).mixed, "a lamp that hardly counts does not make it mixed"
    assert not lit_by([warm]).mixed


def test_a_lamp_lit_scene_has_a_level() -> None:
    found = level(LampLight(lamps=[LampSource(given="class", lamp_class="P2", ripple=0.5)]))
    assert found.ev100 == pytest.approx(2.0) and found.lamps and found.ripple == 0.5
    steady = level(LampLight(lamps=[LampSource(ripple=0)]))
    assert not steady.lamps, "without ripple there is nothing to flicker"


def test_an_unknown_class_is_refused_in_words() -> None:
    with pytest.raises(ValidationError, match="known are P6"):
        LampSource(given="class", lamp_class="P9")
