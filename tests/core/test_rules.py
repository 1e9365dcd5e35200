"""The simpler settings and the finish: what speaks against a value, in which situation, and for whom."""

from typing import Any

import pytest

from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.message import say
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.finish import (
    clipped_stops,
    weigh_bias,
    weigh_colour_filter,
    weigh_profile,
    weigh_white_balance,
)
from steady_tide.core.plan.prices.rules import RULES, Solved
from steady_tide.core.plan.prices.weighing import Objection, Weighing, weigh
from steady_tide.core.plan.problem.offers import white_balance_values
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.formats.wording import worded
from tests.situations import A4, BUILT_IN, KIT, MANUAL, brief, situation_of

ON_OFF: list[Value] = ["off", "on"]
PRICES = Prices({})


def situation(
    scene: str = "The pilot gig", *, stance: dict[str, Any] | None = None, device: Any = A4, **changes: Any
) -> Situation:
    return situation_of(brief(scene, **changes), Stance(**(stance or {})), device, tuple(KIT.bag))


def decided(
    setting: Setting,
    values: list[Value],
    scene: str = "The pilot gig",
    *,
    stance: dict[str, Any] | None = None,
    rate: float = 25,
    floats: tuple[bool, bool] = (True, False),
    lasts: float = 90,
    **changes: Any,
) -> Value:
    """What a rule decides; `floats` says whether ISO and shutter float."""
    solved = Solved(situation(scene, stance=stance, **changes), PRICES, rate, floats[0], floats[1], lasts)
    return RULES[setting](solved, values).best()


@pytest.mark.parametrize("setting", RULES, ids=str)
def test_every_rule_gives_words_for_whatever_it_prefers(setting: Setting) -> None:
    offered = A4.choices.get(setting) or MANUAL.choices.get(setting)
    assert offered, f"the demo offers {SETTINGS[setting].label}"
    for scene in ("The pilot gig", "Lantern market", "Under the rafts", "The smoked jar"):
        weighing = RULES[setting](Solved(situation(scene), PRICES, 25, True, False, 60), offered)
        assert weighing.best() in offered
        assert weighing.praise
        assert all(one.cost > 0 and worded(one.told) for found in weighing.objections.values() for one in found)


@pytest.mark.parametrize(("finish", "expected"), [("grade", "low"), ("light-touch", "medium"), ("straight", "medium")])
def test_sharpening_is_left_to_the_grade_unless_there_is_none(finish: str, expected: str) -> None:
    assert decided(Setting.SHARPENING, ["low", "medium", "high"], stance={"finish": finish}) == expected


@pytest.mark.parametrize(
    ("carried", "falls", "floats", "expected"),
    [
        ("tripod", 0.2, (True, False), "on"),
        ("gimbal", 0.2, (False, True), "on"),
        ("tripod", 0.2, (False, False), "off"),
        ("tripod", 4.0, (True, False), "off"),
        ("riding", 0.2, (True, False), "off"),
    ],
)
def test_exposure_is_locked_only_where_it_floats_and_the_light_stays(
    carried: str, falls: float, floats: tuple[bool, bool], expected: str
) -> None:
    changes = {"carried": carried, "falls_stops": falls, "rises_stops": 0.2}
    assert decided(Setting.EXPOSURE_LOCK, ON_OFF, floats=floats, **changes) == expected


def test_high_dynamic_range_is_for_bright_days_straight_out() -> None:
    day = {"light": {"kind": "condition", "condition": "sun"}}
    straight = {"finish": "straight"}
    assert decided(Setting.HIGH_DYNAMIC_RANGE, ON_OFF, stance=straight, rate=25, **day) == "on"
    assert decided(Setting.HIGH_DYNAMIC_RANGE, ON_OFF, stance=straight, rate=100, **day) == "off"
    assert decided(Setting.HIGH_DYNAMIC_RANGE, ON_OFF, stance={"finish": "grade"}, rate=25, **day) == "off"
    assert decided(Setting.HIGH_DYNAMIC_RANGE, ON_OFF, "Lantern market", stance=straight) == "off"


@pytest.mark.parametrize(
    ("changes", "expected"),
    [
        ({"windy": True}, "on"),
        ({"windy": False, "carried": "helmet-on-snow"}, "on"),
        ({"windy": False, "carried": "tripod"}, "automatic"),
        ({"windy": True, "sound_used": False}, "off"),
    ],
)
def test_wind_reduction(changes: dict[str, Any], expected: str) -> None:
    assert decided(Setting.WIND_REDUCTION, ["off", "automatic", "on"], **changes) == expected


@pytest.mark.parametrize(
    ("finish", "sound", "expected"), [("grade", True, "on"), ("grade", False, "off"), ("straight", True, "off")]
)
def test_a_separate_track_is_for_those_who_will_work_on_it(finish: str, sound: bool, expected: str) -> None:
    made = decided(Setting.SEPARATE_AUDIO, ON_OFF, stance={"finish": finish}, sound_used=sound)
    assert made == expected


@pytest.mark.parametrize(
    ("repeatable", "lasts", "expected"), [(False, 90, 15), (False, 10, 0), (True, 90, 15), (True, 40, 0)]
)
def test_the_buffer_is_for_what_moves_or_does_not_come_again_while_the_battery_lasts(
    repeatable: bool, lasts: float, expected: int
) -> None:
    assert decided(Setting.PRE_RECORD, [0, 15, 30], repeatable=repeatable, lasts=lasts, minutes=30) == expected


@pytest.mark.parametrize(
    ("changes", "expected"),
    [({"carried": "riding"}, "on"), ({"carried": "tripod", "repeatable": False}, "on"), ({"carried": "tripod"}, "off")],
)
def test_the_screen_is_locked_where_something_may_touch_it(changes: dict[str, Any], expected: str) -> None:
    assert decided(Setting.SCREEN_LOCK, ON_OFF, **changes) == expected


def test_a_weighing_is_a_sum_and_of_equals_takes_the_first_offered() -> None:
    weighing = weigh(
        ["a", "b", "c"],
        say("for-silence"),
        {"a": (Objection("beeps.heard", 0.5), Objection("beeps.heard", 0.25)), "b": (), "c": ()},
    )
    assert weighing.cost("a") == pytest.approx(0.75)
    assert weighing.best() == "b"
    assert Weighing({1: ()}, say("for-silence")).best() == 1


# Colour and finish.


def test_the_bias_undoes_what_the_meter_does_and_keeps_highlights() -> None:
    soft = situation(light={"kind": "condition", "condition": "water-murky"})
    neutral = next(profile for profile in A4.profiles if profile.key == "neutral")
    assert weigh_bias(soft, PRICES, neutral).best() == -0.5, "the A4 is assumed to meter half a stop bright"
    exact = soft.device.model_copy(update={"meters_bright_stops": 0.0})
    assert weigh_bias(situation_of(soft.brief, soft.stance, exact, ()), PRICES, neutral).best() == 0
    # Contrast 3.3 and half a stop bright against 2.8 of headroom clips a stop at bias 0.
    harsh = situation(light={"kind": "condition", "condition": "sun"})
    vivid = next(profile for profile in A4.profiles if profile.key == "vivid")
    assert clipped_stops(harsh, vivid, 0) == pytest.approx(1.0)
    assert float(weigh_bias(harsh, PRICES, vivid).best()) < -0.5


@pytest.mark.parametrize(
    ("finish", "scene", "expected"),
    [
        ("grade", "The smoked jar", "log"),
        ("light-touch", "The smoked jar", "neutral"),
        ("straight", "Under the rafts", "vivid"),
        ("straight", "Lantern market", "vivid"),
        ("light-touch", "Lantern market", "neutral"),
    ],
)
def test_the_profile_suits_the_finish(finish: str, scene: str, expected: str) -> None:
    assert weigh_profile(situation(scene, stance={"finish": finish}), PRICES).best() == expected


def test_opening_the_shadows_costs_in_the_dark_only() -> None:
    def cost(scene: str) -> float:
        return weigh_profile(situation(scene, stance={"finish": "grade"}), PRICES).cost("log")

    assert cost("The smoked jar") == pytest.approx(0)
    assert cost("Lantern market") == pytest.approx(0.45 * 1.6)


@pytest.mark.parametrize(
    ("water", "stance", "expected"),
    [
        ({"colour": "green", "depth_m": 6}, "filter", "magenta"),
        ({"colour": "blue", "depth_m": 4}, "filter", "light-red"),
        ({"colour": "blue", "depth_m": 9}, "filter", "deep-red"),
        ({"colour": "blue", "depth_m": 26, "shallowest_m": 18}, "filter", "none"),
        ({"colour": "green", "depth_m": 6, "lamp": True}, "filter", "none"),
        ({"colour": "green", "depth_m": 6}, "manual", "none"),
        ({"colour": "green", "depth_m": 6}, "lamps", "none"),
    ],
)
def test_the_colour_filter_is_for_red_that_is_still_there(water: dict[str, Any], stance: str, expected: str) -> None:
    made = weigh_colour_filter(situation("Under the rafts", water=water, stance={"water_colour": stance}), PRICES)
    assert made.best() == expected
    assert all(worded(one.told) for found in made.objections.values() for one in found)


def test_without_a_fitting_filter_there_is_nothing_to_regret() -> None:
    bare = situation_of(brief("Under the rafts"), Stance(), A4, ())
    assert weigh_colour_filter(bare, PRICES).objections == {"none": ()}
    dry = weigh_colour_filter(situation(), PRICES)
    assert dry.best() == "none" and dry.cost("magenta") > 2


@pytest.mark.parametrize(("kelvin", "expected"), [(2850, 2800), (3300, 3200), (5550, 5500), (8300, 7500)])
def test_where_colour_must_be_right_it_is_the_offered_kelvin_nearest_in_mired(kelvin: float, expected: int) -> None:
    light = {"kind": "ev", "ev100": 10, "kelvin": kelvin}
    for scene in ("The smoked jar", "Talking on the quay"):
        assert weigh_white_balance(situation(scene, light=light), PRICES).best() == expected


@pytest.mark.parametrize(("kelvin", "expected"), [(2850, 3389), (4000, 4392), (5500, 5500), (8300, 7117)])
def test_elsewhere_lamps_keep_a_third_of_their_warmth(kelvin: float, expected: float) -> None:
    """CIECAM02's degree of adaptation, two thirds of the mired between the light and daylight."""
    here = situation(light={"kind": "ev", "ev100": 10, "kelvin": kelvin})
    assert here.balanced_kelvin() == pytest.approx(expected, rel=0.002)


def test_white_points_within_ten_mired_are_one() -> None:
    lit = {"light": {"kind": "ev", "ev100": 10, "kelvin": 5650}, "falls_stops": 0, "rises_stops": 0}
    made = weigh_white_balance(situation("Talking on the quay", **lit), PRICES)
    assert made.cost(5500) == 0 and made.cost(6500) > 0.3


def test_white_balance_follows_stance_filter_and_what_the_app_can_set() -> None:
    assert weigh_white_balance(situation(stance={"white_balance": "automatic"}), PRICES).best() == "auto"
    filtered = situation("Under the rafts")
    assert (
        weigh_white_balance(
            situation_of(filtered.brief, filtered.stance, A4, KIT.bag, colour_filter="magenta"), PRICES
        ).best()
        == "auto"
    )
    phone = situation(device=BUILT_IN)
    assert white_balance_values(phone.device) == ["auto", "locked"]
    assert weigh_white_balance(phone, PRICES).best() == "locked"
