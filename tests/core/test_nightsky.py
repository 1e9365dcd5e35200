"""A night sky that is filmed: its own luminance against published figures, left dark on purpose."""

from datetime import date
from math import log2

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.day.scene_light import Around, scene_light
from steady_tide.core.day.timeline import sky_of
from steady_tide.core.kit.settings import Setting
from steady_tide.core.light.almanac import Place
from steady_tide.core.light.level import EvLight, NamedLight
from steady_tide.core.light.nightsky import Glow, filmed_sky, filmed_sky_ev100, glow_cd_m2
from tests.situations import A4, brief, planned

SKY = "Sky over the sheds"
STARS = {"kind": "condition", "condition": "starlight"}


def test_a_dark_site_has_the_published_luminance() -> None:
    ev = filmed_sky(NamedLight(condition="starlight"), "dark-site").ev100
    assert 0.125 * 2**ev == pytest.approx(2e-4, rel=0.1)
    assert -9.5 <= ev <= -8.0


@pytest.mark.parametrize(("glow", "mag"), [("country", 21.6), ("village", 20.5), ("city", 17.8)])
def test_glow_is_what_its_magnitudes_say(glow: Glow, mag: float) -> None:
    assert glow_cd_m2(glow) == pytest.approx(10.8e4 * 10 ** (-0.4 * mag))


def test_a_full_moon_brightens_a_dark_sky_to_about_18_magnitudes() -> None:
    ev = float(filmed_sky_ev100(even_lux=6.5e-4, moon_lux=0.25, glow="dark-site"))
    assert -2.5 * log2(0.125 * 2**ev / 1.08e5) / log2(10) == pytest.approx(18.0, abs=0.2)


def test_an_even_dusk_is_brighter_than_the_grey_below_it() -> None:
    ground = log2(3.4 / 2.5)
    sky = float(filmed_sky_ev100(even_lux=3.4, moon_lux=0.0, glow="dark-site"))
    assert sky - ground == pytest.approx(log2(8 * 2.5 / 3.14159), abs=0.01)


@given(lux=st.floats(1e-3, 1e5), glow=st.sampled_from(["dark-site", "town"]))
def test_more_light_never_darkens_the_sky(lux: float, glow: Glow) -> None:
    one, more = (filmed_sky_ev100(even_lux=value, moon_lux=0.0, glow=glow) for value in (lux, lux * 1.1))
    assert more > one


def test_what_was_measured_is_taken_as_said() -> None:
    assert filmed_sky(EvLight(ev100=-6.0), "city").ev100 == -6.0


def test_the_day_has_the_same_sky_as_the_bench() -> None:
    scene = brief(SKY, light={"kind": "sky"}, lapse={"glow": "dark-site"})
    sky = sky_of(Place(58.3, 6.6), date(2026, 9, 11), "Europe/Oslo")
    through = scene_light(scene, Around(sky, okta=0.0))
    darkest = filmed_sky(NamedLight(condition="starlight"), "dark-site").ev100
    assert through.ev100.min() == pytest.approx(darkest, abs=0.2)
    assert abs(through.ev100[1:] - through.ev100[:-1]).max() < 0.4


def test_a_night_sky_is_left_dark_on_purpose() -> None:
    plan = planned(brief(SKY, light=STARS, lapse={"glow": "country"}))
    lines = {line.label: line.stops for line in plan.ledger.lines}
    assert lines["Night sky left dark by"] == pytest.approx(3.0)
    assert abs(plan.ledger.leftover_stops) < 1.0
    assert plan.value(Setting.EXPOSURE_BIAS) == 0
    assert plan.value(Setting.SHUTTER) in {"15", "10"}


def test_a_camera_that_needs_no_time_to_write_exposes_through() -> None:
    through = A4.model_copy(update={"write_gap_s": 0.0})
    plan = planned(brief(SKY), through, shutter="20", frame_rate="1/20")
    assert plan.value(Setting.FRAME_RATE) == "1/20"
