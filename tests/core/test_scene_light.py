"""The light of a scene through a day, and the brief as it is filmed."""

from datetime import date
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.day.scene_light import Around, SceneLight, depth_along, lit_brief, open_sky, scene_light
from steady_tide.core.day.timeline import sky_of
from steady_tide.core.errors import BadInput
from steady_tide.core.light.almanac import Place
from steady_tide.core.light.daylight import even_side_stops, facing_stops
from steady_tide.core.light.level import ComputedLight, SkyLight, level
from steady_tide.core.light.reading import Bound
from steady_tide.core.light.underwater import WaterPath, water_loss_stops
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.quantities import ev100_from_lux, lux_from_ev100

SKY = sky_of(Place(58.30, 6.60), date(2026, 9, 19), "Europe/Oslo", beyond_minutes=720)
NOON = int(np.argmax(SKY.sun_deg))


def around(start: float | None = 600, end: float | None = 660, okta: float = 2.0, **readings: Any) -> Around:
    return Around(SKY, okta, start, end, **readings)


def under_sky(**changes: Any) -> Brief:
    light = {"kind": "sky", **changes.pop("light", {})}
    return Brief.read({"scenario": changes.pop("scenario", "motion"), "light": light, **changes})


def test_a_scene_under_the_open_sky_has_the_skys_light() -> None:
    found = scene_light(under_sky(), around())
    np.testing.assert_allclose(found.ev100, SKY.ev100(2.0))
    assert found.follows_sky and not found.lamps
    own = scene_light(under_sky(light={"cloud_okta": 8}), around())
    np.testing.assert_allclose(found.ev100 - own.ev100, 2.0, atol=0.03)


@pytest.mark.parametrize(("ground", "stops"), [("snow", 1.0), ("sand", 0.5), ("water", 0.2), ("forest", -4.0)])
def test_the_ground_adds_or_trees_take(ground: str, stops: float) -> None:
    plain, changed = (scene_light(under_sky(light={"ground": one}), around()) for one in ("plain", ground))
    np.testing.assert_allclose(changed.ev100 - plain.ev100, stops)
    assert (changed.uncertainty > plain.uncertainty).all()


def test_the_heading_turns_the_light_by_day_only() -> None:
    facing_it, away = (
        scene_light(under_sky(aim={"heading_deg": heading}), around(okta=0.0)).ev100
        for heading in (float(SKY.sun_azimuth_deg[NOON]), (float(SKY.sun_azimuth_deg[NOON]) + 180) % 360)
    )
    expected = facing_stops(sun_altitude_deg=SKY.sun_deg[NOON], sun_from_lens_deg=np.array([0.0, 180.0]), okta=0.0)
    assert away[NOON] - facing_it[NOON] == pytest.approx(expected[1] - expected[0], abs=0.02)
    assert away[NOON] - facing_it[NOON] > 2
    assert away[100] == facing_it[100], "at night there is no sun to face"


def test_not_knowing_the_heading_is_said_in_stops() -> None:
    known, unknown = scene_light(under_sky(aim={"heading_deg": 90}), around()), scene_light(under_sky(), around())
    assert 0.2 < unknown.uncertainty[NOON] - known.uncertainty[NOON] <= 0.3, "as far as the sun itself counts"
    assert unknown.uncertainty[0] == known.uncertainty[0]


def test_a_lens_that_looks_straight_down_sees_level_ground() -> None:
    steep = scene_light(under_sky(aim={"heading_deg": 90, "tilt_deg": 90}), around())
    np.testing.assert_allclose(steep.ev100, SKY.ev100(2.0), atol=1e-9)


def test_tilting_the_lens_never_makes_the_light_jump() -> None:
    tilts = np.arange(0.0, 90.5, 1.0)
    levels = np.array(
        [scene_light(under_sky(aim={"heading_deg": 90, "tilt_deg": float(tilt)}), around()).ev100 for tilt in tilts]
    )
    assert np.abs(np.diff(levels, axis=0)).max() < 0.12


def test_in_deep_shade_there_is_no_sun_to_face() -> None:
    shaded = scene_light(under_sky(light={"shade_stops": 3}, aim={"heading_deg": 90}), around())
    np.testing.assert_allclose(shaded.ev100, SKY.ev100(2.0) - 3 + even_side_stops())


WATER = {"depth_m": 7, "shallowest_m": 1, "colour": "green"}


def dive(**water: Any) -> Brief:
    return under_sky(scenario="underwater", subject_distance_m=0.8, water={**WATER, **water})


def test_under_water_the_sky_comes_through_it() -> None:
    found = scene_light(dive(), around())
    lost = water_loss_stops(WaterPath("green", 4.0, 0.8, SKY.sun_deg, 2.0))
    np.testing.assert_allclose(found.ev100, SKY.ev100(2.0) - lost)
    assert found.uncertainty[NOON] > 1.0 and found.kelvin[NOON] > 6000


def test_a_dive_follows_its_profile_while_it_lasts() -> None:
    profile = [{"minute": 0, "depth_m": 0}, {"minute": 10, "depth_m": 6}, {"minute": 60, "depth_m": 2}]
    brief = dive(profile=profile)
    assert brief.water is not None
    depths = depth_along(brief.water, around())
    assert depths[605] == pytest.approx(3.0) and depths[610] == pytest.approx(6.0) and depths[660] == pytest.approx(2.0)
    mean = (10 * 3 + 50 * 4) / 60
    assert brief.water.middle_m == pytest.approx(mean) and depths[599] == pytest.approx(mean)
    curve = scene_light(brief, around()).ev100
    assert curve[600] > curve[610] < curve[660]


def test_points_of_a_profile_count_in_any_order() -> None:
    profile = [{"minute": 60, "depth_m": 2}, {"minute": 0, "depth_m": 0}, {"minute": 10, "depth_m": 6}]
    water = dive(profile=profile).water
    assert water is not None and water.middle_m == pytest.approx(230 / 60) and water.deepest_m == 7


LAMPS = {"kind": "lamps", "lamps": [{"given": "lux", "lux_at_1_m": 10, "distance_m": 1, "kelvin": 2700}]}


def test_lamps_stay_through_the_day() -> None:
    found = scene_light(Brief.read({"scenario": "low-light", "light": LAMPS}), around())
    assert np.ptp(found.ev100) == 0 and found.ev100[0] == pytest.approx(2.0) and not found.follows_sky


def test_lamps_and_sky_add_up() -> None:
    light = {**LAMPS, "with_sky": True, "shade_stops": 1}
    found = scene_light(Brief.read({"scenario": "low-light", "light": light}), around())
    sky_lux = lux_from_ev100(SKY.ev100(2.0) - 1.0)
    np.testing.assert_allclose(found.ev100, ev100_from_lux(sky_lux + 10.0))
    assert found.kelvin[NOON] > 5000 and found.kelvin[0] == pytest.approx(2700, abs=5)
    assert found.mixed and found.follows_sky


def test_a_reading_on_the_subject_wins_over_any_model() -> None:
    bound = (Bound(620.0, 5.0, 0.3),)
    for brief in (dive(), under_sky(), Brief.read({"scenario": "low-light", "light": LAMPS})):
        found = scene_light(brief, around(on_subject=bound))
        assert found.at(620) == pytest.approx(5.0)
        assert np.interp(620, SKY.minutes, found.uncertainty) == pytest.approx(0.3)
        assert "bent by your reading" in found.source


def test_a_reading_of_the_sky_moves_every_scene_under_it() -> None:
    model = float(SKY.ev100(2.0)[620])
    bound = (Bound(620.0, model - 1.5, 0.3),)
    curve, width = open_sky(around(open_sky=bound), 2.0)
    assert curve[620] == pytest.approx(model - 1.5) and width[620] == pytest.approx(0.3)
    for brief in (dive(), under_sky(light={"shade_stops": 1})):
        bent, bare = scene_light(brief, around(open_sky=bound)), scene_light(brief, around())
        assert bare.at(620) - bent.at(620) == pytest.approx(1.5)


def test_the_brief_as_filmed_has_the_light_of_its_hour() -> None:
    brief = under_sky(falls_stops=0.5, rises_stops=0.25)
    window = around(1080, 1200)
    light = scene_light(brief, window)
    filmed = lit_brief(brief, light, window)
    assert isinstance(filmed.light, ComputedLight)
    low, high = light.ev100[1080:1201].min(), light.ev100[1080:1201].max()
    assert filmed.light.ev100 == pytest.approx((low + high) / 2, abs=0.001)
    assert filmed.falls_stops == pytest.approx(0.5 + (high - low) / 2, abs=0.002)
    assert filmed.rises_stops == pytest.approx(0.25 + (high - low) / 2, abs=0.002)
    assert level(filmed.light).source == light.source


def test_under_water_the_depths_it_is_filmed_at_count_too() -> None:
    shallow, deep = (lit_brief(one, scene_light(one, around()), around()) for one in (dive(depth_m=2), dive(depth_m=9)))
    assert deep.falls_stops > shallow.falls_stops + 0.5 and deep.light.ev100 < shallow.light.ev100


def test_light_that_was_typed_is_left_as_it_is() -> None:
    brief = Brief.read({"scenario": "motion", "light": {"kind": "ev", "ev100": 12}})
    assert lit_brief(brief, scene_light(brief, around()), around()) is brief


def test_a_scene_without_a_time_is_planned_for_the_highest_sun() -> None:
    nowhen = around(None, None)
    filmed = lit_brief(under_sky(), scene_light(under_sky(), nowhen), nowhen)
    assert isinstance(filmed.light, ComputedLight) and "no time said yet" in filmed.light.source
    assert filmed.light.ev100 == pytest.approx(float(SKY.ev100(2.0)[NOON]), abs=0.001)


def test_the_light_of_a_place_takes_a_place() -> None:
    with pytest.raises(BadInput, match="where and on which day"):
        level(SkyLight())


# Light on a subject has no edges: neither in time nor in anything that is turned or typed.


def lit(**changes: Any) -> SceneLight:
    okta = changes.pop("okta", 0.0)
    return scene_light(under_sky(**changes), around(okta=okta))


@pytest.mark.parametrize("heading", [0, 90, 180, 270, None])
@pytest.mark.parametrize("shade", [0, 1.4, 2.9])
def test_light_moves_without_a_jump_through_the_day(heading: float | None, shade: float) -> None:
    aim = {} if heading is None else {"aim": {"heading_deg": heading}}
    found = lit(light={"shade_stops": shade}, **aim)
    bare = np.abs(np.diff(lit().ev100)).max()
    # A sun that comes round a side adds to what the sky does by itself; a minute is never a step.
    assert np.abs(np.diff(found.ev100)).max() < bare + 0.15
    # What haze may do grows by two thirds of a stop in the quarter of an hour after sunrise.
    assert np.abs(np.diff(found.uncertainty)).max() < 0.05


@given(st.floats(0, 8), st.floats(0, 0.2), st.floats(0, 359), st.floats(0, 8))
def test_more_shade_never_gives_more_light(shade: float, more: float, heading: float, okta: float) -> None:
    less = lit(light={"shade_stops": shade}, aim={"heading_deg": heading}, okta=okta).ev100
    deeper = lit(light={"shade_stops": min(shade + more, 8)}, aim={"heading_deg": heading}, okta=okta).ev100
    assert (deeper <= less + 1e-9).all()
    assert (less - deeper <= 3 * more + 1e-9).all(), "nor takes much more than it says"


@given(st.floats(0, 8), st.floats(0, 8))
def test_more_cloud_never_lightens_level_open_ground(one: float, other: float) -> None:
    clear, cloudy = sorted((one, other))
    assert (lit(okta=cloudy).ev100 <= lit(okta=clear).ev100 + 1e-9).all()


@given(st.floats(0, 359), st.floats(0, 7.9))
def test_a_little_turn_and_a_little_cloud_change_little(heading: float, okta: float) -> None:
    here = lit(aim={"heading_deg": heading}, okta=okta).ev100
    assert np.abs(lit(aim={"heading_deg": (heading + 0.5) % 360}, okta=okta).ev100 - here).max() < 0.2
    assert np.abs(lit(aim={"heading_deg": heading}, okta=okta + 0.05).ev100 - here).max() < 0.1


@given(st.floats(0.6, 40))
def test_a_little_deeper_is_a_little_darker(depth: float) -> None:
    here = lit(scenario="underwater", subject_distance_m=0.8, water={**WATER, "depth_m": depth}).ev100
    deeper = lit(scenario="underwater", subject_distance_m=0.8, water={**WATER, "depth_m": depth + 0.05}).ev100
    assert (deeper <= here + 1e-9).all() and np.abs(here - deeper).max() < 0.1
