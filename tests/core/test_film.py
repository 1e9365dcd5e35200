"""A scene on its day: its lamp is the one its plans use, and what it lists is what its cameras may use."""

from dataclasses import replace
from datetime import date
from typing import Any

import numpy as np
import pytest

from steady_tide.core.day.film import USUAL_FRAME, CameraSet, SceneOnDay
from steady_tide.core.day.scene_light import Around, lit_brief, scene_light
from steady_tide.core.day.timeline import sky_of
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.settings import Setting
from steady_tide.core.light.almanac import Place
from steady_tide.core.light.underwater import lamp_at_1_m
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.problem.situation import Fit
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from tests.situations import A2, A4, KIT, brief, situation_of, sketch_of

SKY = sky_of(Place(58.30, 6.60), date(2026, 9, 19), "Europe/Oslo", beyond_minutes=720)
STANCE = SCHOOL_BY_KEY["even-keel"].stance
UNDER_SKY = {"kind": "sky"}


def on_day(
    name: str, *, bag: list[BagItem], devices: Any = (A4,), times: Any = (600, 660), **changes: Any
) -> SceneOnDay:
    stated = brief(name, **changes)
    around = Around(SKY, 2.0, *(times or (None, None)))
    light = scene_light(stated, around)
    sets = []
    for number, device in enumerate(devices):
        sketch = sketch_of(lit_brief(stated, light, around), device, stance=STANCE, bag=bag)
        assert isinstance(sketch, Sketch)
        sets.append(CameraSet(str(number), 1, device, sketch))
    return SceneOnDay("s", name, "", False, stated, around, light, tuple(sets), tuple(bag))


def dive(bag: list[BagItem], **water: Any) -> SceneOnDay:
    return on_day("Under the rafts", bag=bag, light=UNDER_SKY, water={"lamp": True, "depth_m": 6, **water})


def test_the_lamp_is_the_one_the_plan_takes_and_never_one_it_refuses() -> None:
    lit = dive(KIT.bag)
    assert lit.lamp is not None and lit.lamp.key == lit.sets[0].sketch.values[Setting.LAMP]
    assert lit.light.at(620) > lit.rest.at(620)
    # On the mains it would be the strongest and go deep enough, and it stays away from water all the same.
    strongest = lit.lamp.model_copy(update={"key": "mains", "power": "mains", "lumens": 90_000.0})
    assert dive([*KIT.bag, strongest]).lamp == lit.lamp
    broken = [item.model_copy(update={"condition": "unusable"}) if item.kind == "lamp" else item for item in KIT.bag]
    dark = dive(broken)
    assert dark.lamp is None and dark.light.at(620) == pytest.approx(dark.rest.at(620)) and dark.lamps == []
    assert on_day("The pilot gig", bag=KIT.bag, light=UNDER_SKY).lamp is None


def test_filters_that_fit_none_of_its_cameras_are_not_listed() -> None:
    other = [
        item.model_copy(update={"fits": ["skarv-a2"]}) if item.kind == "colour" and item.key == "magenta" else item
        for item in KIT.bag
    ]
    keys = {item.key for item in dive(KIT.bag).colour_filters}
    assert "magenta" in keys
    assert {item.key for item in dive(other).colour_filters} == keys - {"magenta"}


def test_a_better_time_is_proposed_only_where_moving_helps() -> None:
    night = on_day("The pilot gig", bag=KIT.bag, light=UNDER_SKY, times=(60, 90))
    steady = [night.steady(one, SKY.length) for one in night.sets]
    assert night.leaves(night.sets[0]) and night.better_start(steady) is not None
    by_name = on_day("The pilot gig", bag=KIT.bag, times=(60, 90), light={"kind": "ev", "ev100": 3})
    assert by_name.better_start(steady) is None, "light by name goes along with its scene"
    untimed = on_day("The pilot gig", bag=KIT.bag, light=UNDER_SKY, times=None)
    assert untimed.timed is None and untimed.better_start(steady) is None and untimed.heading is None


def test_its_frame_is_the_first_cameras() -> None:
    both = on_day("The pilot gig", bag=KIT.bag, devices=(A4, A2), light=UNDER_SKY)
    assert both.frame.across_deg == both.sets[0].sketch.across_deg
    assert on_day("The pilot gig", bag=KIT.bag, devices=(), light=UNDER_SKY).frame == USUAL_FRAME
    assert both.held_minutes([]) == 0 and both.movable.length == 60


def independently_lit(rest_lux: float, lamp_lux_at_1_m: float, level: float, distance_m: float) -> float:
    """Light in clear air reckoned apart: inverse square, the level's share of it, and EV at ISO 100 of 2.5 lx each."""
    return float(np.log2((rest_lux + lamp_lux_at_1_m * level / 100.0 / distance_m**2) / 2.5))


@pytest.mark.parametrize("distance_m", [0.3, 0.6, 1.2])
def test_a_lamp_lights_the_day_as_far_as_the_plan_dims_it(distance_m: float) -> None:
    dimmable = [
        item.model_copy(update={"dimmable": True, "condition": "good"}) if item.kind == "lamp" else item
        for item in KIT.bag
    ]
    lit = on_day(
        "Under the rafts",
        bag=dimmable,
        light={"kind": "ev", "ev100": 3.0},
        water={"lamp": True, "depth_m": 4, "colour": "clear"},
        subject_distance_m=distance_m,
    )
    values = lit.sets[0].sketch.values
    level = float(values[Setting.LAMP_LEVEL])
    assert lit.lamp is not None and (distance_m > 1 or level < 100), "so near it is dimmed"
    fit = Fit(lamp=str(values[Setting.LAMP]), lamp_level=f"{level:g}")
    planned = replace(situation_of(lit.brief, STANCE, A4, tuple(dimmable)), fit=fit)
    at = lit.around.middle
    assert lit.light.at(at) == pytest.approx(planned.aim_ev100, abs=1e-6), "one light for plan and day"
    # There and back through so much water it gives less than through air, and not much less.
    at_1_m = lamp_at_1_m(lit.lamp)
    through_air = independently_lit(2.5 * 2.0 ** lit.rest.at(at), at_1_m, level, distance_m)
    assert 0.0 <= through_air - lit.light.at(at) < 1.5
