"""Light down the water: Fresnel and Snell, what is lost by channel, filters, lamps, verdicts."""

from math import degrees, radians, sin

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.kit.bag import ColourFilter, Lamp
from steady_tide.core.light.lamps import lamp_lux
from steady_tide.core.light.spectra import CHANNELS, DAYLIGHT, NM, channels
from steady_tide.core.light.underwater import (
    GONE_STOPS,
    LEVEL_LOOK_STOPS,
    LOST_STOPS,
    UnderWater,
    WaterPath,
    channel_stops,
    filters_end_m,
    lamp_at_1_m,
    lamp_within_m,
    passed_by,
    reaching,
    red_behind,
    under_water,
    water_loss_stops,
    water_uncertainty,
)
from steady_tide.core.light.water import WATER_LABEL, WATER_TYPE, attenuation, refracted_cosine, slant, surface_passes
from steady_tide.core.quantities import lux_from_ev100
from steady_tide.formats.wording import worded
from tests.situations import KIT

FILTERS = [item for item in KIT.bag if isinstance(item, ColourFilter)]
DIVE_LAMP = next(item for item in KIT.bag if isinstance(item, Lamp) and item.depth_rating_m > 0)
COLOURS = st.sampled_from(sorted(WATER_TYPE))


def story(colour: str, depth: float, **changes: float) -> UnderWater:
    """What is told of a water with the demo's filters and dive lamp, under a sun half high."""
    facts = {"distance_m": 0.8, "sun_altitude_deg": 45.0, "okta": 0.0, "rest_ev100": 9.0, **changes}
    return under_water(colour, depth_m=depth, filters=FILTERS, lamps=[DIVE_LAMP], **facts)


@pytest.mark.parametrize(
    ("altitude", "sent_back"),
    # Fresnel at a flat surface of index 1.34, unpolarised; Kirk (2011) and optics textbooks: 2 % from above, 6 %
    # at 30 degrees of height, 35 % at 10, all at the horizon.
    [(90, 0.021), (60, 0.022), (45, 0.028), (30, 0.061), (20, 0.134), (10, 0.349), (0, 1.0)],
)
def test_the_surface_sends_back_what_fresnel_says(altitude: float, sent_back: float) -> None:
    assert 1.0 - float(surface_passes(altitude, direct_share=1.0)) == pytest.approx(sent_back, abs=0.004)


def test_the_skys_light_is_sent_back_by_a_fifteenth() -> None:
    assert float(surface_passes(30.0, direct_share=0.0)) == pytest.approx(1 - 0.066)


@pytest.mark.parametrize("altitude", [0.0, 20.0, 55.0, 90.0])
def test_rays_are_bent_as_snell_says(altitude: float) -> None:
    under = np.arccos(refracted_cosine(altitude))
    assert 1.34 * sin(float(under)) == pytest.approx(sin(radians(90.0 - altitude)), abs=1e-9)
    assert degrees(float(under)) <= 48.3, "the critical angle"


def test_a_low_sun_takes_a_longer_way_down() -> None:
    assert float(slant(90.0, direct_share=1.0)) == pytest.approx(1.0)
    assert float(slant(10.0, direct_share=1.0)) == pytest.approx(1 / 0.678, abs=0.01)
    assert float(slant(10.0, direct_share=0.0)) == pytest.approx(1 / 0.86)


@pytest.mark.parametrize(("colour", "depth", "nm"), [("green", 5.0, 550), ("blue", 20.0, 480), ("murky", 3.0, 600)])
def test_what_arrives_is_surface_times_jerlov(colour: str, depth: float, nm: int) -> None:
    # With the sun overhead and no way to the lens nothing but the surface and exp(-Kd z) is left [JERLOV-1976].
    at = int(np.searchsorted(NM, nm))
    seen = reaching(WaterPath(colour, depth, 0.0, 90.0, 0.0))[at] / DAYLIGHT[at]
    share = 0.854  # of 1052 W/m2 under a clear sky the beam has 899 [ESRA, turbidity 4].
    way = share + (1 - share) / 0.86
    passes = share * (1 - 0.0211) + (1 - share) * (1 - 0.066)
    expected = passes * np.exp(-attenuation(WATER_TYPE[colour])[at] * depth * way)
    assert seen == pytest.approx(expected, rel=2e-3)


def test_at_the_surface_only_the_look_is_lost() -> None:
    loss = float(water_loss_stops(WaterPath("blue", 0.0, 0.0, 90.0, 0.0)))
    assert loss == pytest.approx(LEVEL_LOOK_STOPS + 0.04, abs=0.02)


@given(COLOURS, st.floats(0, 40), st.floats(0.1, 5), st.floats(0.1, 5))
def test_deeper_and_farther_is_darker_and_less_sure(colour: str, depth: float, more: float, distance: float) -> None:
    here = WaterPath(colour, depth, distance, 40.0, 2.0)
    for other in (here._replace(depth_m=depth + more), here._replace(distance_m=distance + more)):
        assert water_loss_stops(other) > water_loss_stops(here)
        assert water_uncertainty(other) > water_uncertainty(here)


def test_many_depths_are_the_same_as_one_by_one() -> None:
    depths, suns = np.array([1.0, 5.0, 12.0]), np.array([10.0, 30.0, 60.0])
    whole = water_loss_stops(WaterPath("green", depths, 0.8, suns, 3.0))
    single = [
        water_loss_stops(WaterPath("green", float(d), 0.8, float(s), 3.0)) for d, s in zip(depths, suns, strict=True)
    ]
    np.testing.assert_allclose(whole, np.array(single).ravel())


def test_channels_answer_to_their_own_colours() -> None:
    assert [int(NM[row.argmax()]) for row in CHANNELS] == [610, 540, 460]
    assert np.argmax(channels((NM == 640).astype(float))) == 0
    np.testing.assert_allclose(channel_stops(DAYLIGHT / 4.0), 2.0)
    assert float(red_behind(np.array([3.0, 1.0, 2.0]))) == 2.0 and float(red_behind(np.array([1.0, 2.0, 3.0]))) == 0.0


@pytest.mark.parametrize(
    ("colour", "depth", "verdict", "best"),
    # As practice settles it: light red in bright shallows, deep red in blue water, magenta in green; by about ten
    # metres no red is left, then lamps.
    [
        ("blue", 2.0, "filter", "light-red"),
        ("blue", 7.0, "filter", "deep-red"),
        ("blue", 14.0, "lamp", None),
        ("green", 5.0, "filter", "magenta"),
        ("green", 12.0, "lamp", None),
        ("murky", 3.0, "white balance", None),
    ],
)
def test_the_verdict_is_that_of_practice(colour: str, depth: float, verdict: str, best: str | None) -> None:
    told = story(colour, depth)
    assert (told.verdict, told.best_filter) == (verdict, best)
    assert worded(told.told).endswith(".") and (best is None or "evens the colours" in worded(told.told))


@pytest.mark.parametrize("colour", ["ocean", "blue", "green"])
def test_red_is_gone_by_about_ten_metres(colour: str) -> None:
    assert 8.0 <= story(colour, 3.0).filters_end_m <= 11.0


@pytest.mark.parametrize("colour", sorted(WATER_TYPE))
def test_filters_end_where_red_is_lost(colour: str) -> None:
    path = WaterPath(colour, 0.0, 0.8, 45.0, 0.0)
    end = filters_end_m(path)
    before, after = (channel_stops(reaching(path._replace(depth_m=end + by))) for by in (-0.3, 0.01))
    assert red_behind(before) <= LOST_STOPS and before[0] <= GONE_STOPS
    assert red_behind(after) > LOST_STOPS or after[0] > GONE_STOPS


def test_a_filter_costs_light_and_brings_red_nearer() -> None:
    told = story("blue", 6.0)
    for one in told.filters:
        assert 0.3 < one.cost_stops < 3
    deep = next(one for one in told.filters if one.key == "deep-red")
    assert deep.red_behind_stops < told.red_behind_stops - 1


def test_a_filter_whose_spectrum_is_not_known_is_not_judged() -> None:
    plain = FILTERS[0].model_copy(update={"spectrum": None})
    assert passed_by(plain) is None
    told = under_water("blue", depth_m=4, distance_m=1, sun_altitude_deg=45, okta=0, rest_ev100=9, filters=[plain])
    assert told.filters == [] and told.best_filter is None


@pytest.mark.parametrize("rest", [5.0, 8.0, 10.0])
def test_a_lamp_leads_just_as_far_as_it_is_a_stop_over_the_rest(rest: float) -> None:
    within = lamp_within_m(DIVE_LAMP, colour="green", rest_ev100=rest)
    wanted = float(lux_from_ev100(rest + 1.0))
    kind = WATER_TYPE["green"]
    assert lamp_lux(at_1_m=lamp_at_1_m(DIVE_LAMP), distance_m=within, kind=kind) >= wanted
    assert lamp_lux(at_1_m=lamp_at_1_m(DIVE_LAMP), distance_m=within + 0.051, kind=kind) < wanted


def test_a_lamp_that_is_too_weak_leads_nowhere() -> None:
    assert lamp_within_m(DIVE_LAMP, colour="blue", rest_ev100=18.0) == 0.0
    told = story("blue", 14.0, rest_ev100=18.0)
    assert "closer than the one you have can reach" in worded(told.told)


@given(COLOURS, st.floats(0.1, 55), st.floats(0.1, 8), st.floats(-5, 90), st.floats(0, 8))
def test_every_water_is_told_in_numbers(colour: str, depth: float, distance: float, sun: float, okta: float) -> None:
    told = story(colour, depth, distance_m=distance, sun_altitude_deg=sun, okta=okta)
    assert told.water == WATER_LABEL[colour] and worded(told.told)
    assert 0 <= told.red_left <= 1 and told.uncertainty_stops >= 0.5 and np.isfinite(told.lost_stops)
