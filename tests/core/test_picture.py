"""The simulated picture against the ledger and the noise model; tone curves by their promises."""

from typing import Any, get_args

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.picture.chain import exposure_stops, noise_of, recorded
from steady_tide.core.picture.tone import GREY, SHAPES, STANDARD, Curve, Kind, curve_of, to_standard
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.physics.space import DeviceSpace
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from tests.situations import A4, BUILT_IN, D1, KIT, brief, planned, situation_of

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


SETS = [
    (A4, "Lantern market", {}), (A4, "Under the rafts", {}), (A4, "The pilot gig", {"frame_rate": "25"}),
    (BUILT_IN, "Lantern market", {}), (D1, "Rafts from above", {}),
]  # fmt: skip


def a_set(device: Any, scene: str, pins: dict[str, Any]) -> tuple[ExposedSet, ColourProfile]:
    """The planned set of a scene, and the profile it records in."""
    plan = planned(brief(scene), device, **pins)
    values: dict[Setting, Value] = {one.setting: one.value for one in plan.decisions}
    situation = situation_of(brief(scene), STANCE, device, KIT.bag)
    bias = float(values[Setting.EXPOSURE_BIAS])
    chosen = ExposedSet.of(situation, DeviceSpace(situation.given.camera), values, bias=bias)
    return chosen, next(one for one in device.profiles if one.key == values[Setting.COLOUR_PROFILE])


@pytest.mark.parametrize(("device", "scene", "pins"), SETS)
def test_a_grey_card_follows_the_ledger_and_its_noise_the_model(device: Any, scene: str, pins: dict[str, Any]) -> None:
    chosen, profile = a_set(device, scene, pins)
    card, checked = np.ones((400, 400, 3)), 0
    for ev100 in (chosen.dark.ev100, chosen.aim.ev100, chosen.bright.ev100):
        fine = profile.model_copy(update={"bit_depth": 10})
        codes = recorded(card, chosen, fine, ev100=ev100, seed=3)
        light = curve_of(profile).decode(codes / 1023.0) / GREY
        one = chosen.in_light(ev100)
        wanted = exposure_stops(chosen, ev100)
        if 2.0**wanted * (1 + 4 / one.snr_mid) > 2.0**profile.headroom_stops:
            continue  # What clips is clipped: neither mean nor noise can be read from it.
        checked += 1
        assert np.log2(light.mean()) == pytest.approx(wanted, abs=0.05)
        assert light.mean() / light.std() == pytest.approx(one.snr_mid, rel=0.05)
    assert checked >= 2


def test_light_beyond_the_headroom_is_white_and_no_light_is_black() -> None:
    chosen, profile = a_set(A4, "Lantern market", {})
    ladder = np.repeat(np.exp2(np.array([-30.0, 0.0, 12.0]))[:, None, None], 3, axis=2)
    codes = recorded(ladder, chosen, profile, ev100=chosen.aim.ev100)
    assert codes[0].max() == 0 and (codes[2] == 2**profile.bit_depth - 1).all()
    assert codes[1].min() > 0 and codes[1].max() < 2**profile.bit_depth - 1


def test_the_same_seed_gives_the_same_picture_and_another_one_another() -> None:
    chosen, profile = a_set(A4, "Lantern market", {})
    scene = np.random.default_rng(1).uniform(0.05, 2.0, (600, 700, 3))

    def shot(seed: int) -> bytes:
        return recorded(scene, chosen, profile, ev100=chosen.dark.ev100, seed=seed).tobytes()

    assert shot(1) == shot(1) != shot(2)


def test_shadows_are_noisier_for_their_signal_than_greys() -> None:
    chosen, _ = a_set(A4, "Lantern market", {})
    noise = noise_of(np.array([0.125, 1.0, 4.0]), chosen, ev100=chosen.aim.ev100)
    assert noise[0] > noise[1] > noise[2]
    assert 1.0 / noise[0] == pytest.approx(chosen.aim.snr_shadow, rel=1e-6)
