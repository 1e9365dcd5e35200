"""The planner's promises: pins are limits, reasons are differences, conflicts are named, same in, same out."""

from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.settings import SETTINGS, Setting
from steady_tide.core.plan.account.candidates import Candidates
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import SCHOOLS, Stance
from steady_tide.core.plan.search.landscape import Point
from steady_tide.formats.wording import worded
from tests.situations import (
    A4,
    BUILT_IN,
    KIT,
    MANUAL,
    SCENES,
    brief,
    decision,
    landscape_over,
    outcome,
    plan_of,
    planned,
    situation_of,
)

LANDSIDE = ["The pilot gig", "The smoked jar", "Lantern market"]


@pytest.mark.parametrize("school", [school.key for school in SCHOOLS])
@pytest.mark.parametrize("scene", SCENES)
def test_every_demo_scene_is_planned_under_every_school(scene: str, school: str) -> None:
    made = planned(brief(scene), A4, school)
    assert Plan.read(made.plain()) == made
    offered = {entry.setting for entry in A4.menu}
    assert offered <= {one.setting for one in made.decisions}
    assert all(one.why and one.text for one in made.decisions)
    assert sum(line.stops for line in made.ledger.lines) == pytest.approx(made.ledger.leftover_stops, abs=2e-3)
    assert made.reach.low.ev100 < made.reach.high.ev100


@pytest.mark.parametrize("device", [BUILT_IN, MANUAL], ids=lambda device: device.key)
@pytest.mark.parametrize("scene", LANDSIDE)
def test_the_phone_is_planned_within_what_its_app_can_set(scene: str, device: Any) -> None:
    made = planned(brief(scene), device)
    if device is BUILT_IN:
        assert made.value(Setting.SHUTTER) == "auto"
        assert (made.value(Setting.ISO_FLOOR), made.value(Setting.ISO_CEILING)) == (50, 6400)
    assert made.value(Setting.ND_FILTER) == "none" or str(made.value(Setting.ND_FILTER)).startswith("nd-variable@")


def test_the_same_inputs_give_the_same_plan() -> None:
    assert planned(brief("The pilot gig")).plain() == planned(brief("The pilot gig")).plain()


PINS = {
    "frame_shape": "16:9", "resolution": "1080", "frame_rate": "50", "view": "narrow", "stabilisation": "off",
    "codec": "hevc", "bit_depth": 8, "bit_rate": 60, "shutter": "1/100", "nd_filter": "nd8", "iso_floor": 200,
    "iso_ceiling": 800, "exposure_bias": 0.5, "colour_profile": "vivid", "white_balance": 4500, "sharpening": "high",
    "colour_filter": "deep-red", "beeps": "on", "pre_record": 30,
}  # fmt: skip


@pytest.mark.parametrize(("setting", "value"), PINS.items())
def test_a_pin_is_kept_and_never_cheaper(setting: str, value: Any) -> None:
    free, pinned = planned(brief("The pilot gig")), planned(brief("The pilot gig"), **{setting: value})
    assert pinned.value(Setting(setting)) == value
    assert decision(pinned, setting).pinned
    if setting not in ("white_balance", "sharpening", "beeps", "pre_record", "colour_filter"):
        assert pinned.cost >= free.cost - 1e-9


def test_the_price_of_every_value_is_what_pinning_it_costs() -> None:
    free = planned(brief("Lantern market"))
    for setting in ("shutter", "resolution", "nd_filter", "iso_ceiling", "codec", "colour_profile", "view"):
        for option in decision(free, setting).options:
            pinned = planned(brief("Lantern market"), **{setting: option.value})
            assert pinned.cost - free.cost == pytest.approx(option.cost, abs=0.011), (setting, option.value)


def test_the_search_finds_the_minimum_that_brute_force_finds() -> None:
    landscape = landscape_over(situation_of(brief("Lantern market"), Stance(), BUILT_IN, KIT.bag))
    device, best = landscape.device, np.inf
    for profile in range(len(BUILT_IN.profiles)):
        for frame, mode in enumerate(device.frames.mode.tolist()):
            fits = [
                number < 0 or device.shutter_s[number] <= landscape.space.longest_s[device.rate_of_mode[mode]]
                for number in device.shutters
            ]
            _, glasses, pairs = landscape.axes.exposure_shape
            every = np.arange(len(fits) * glasses * pairs).reshape(len(fits), glasses, pairs)
            numbers = every[fits][:, :, landscape.pairs_ok(profile)].ravel().tolist()
            recordings = np.flatnonzero((device.recordings.mode == mode) & landscape.recordable(profile)).tolist()
            points = [Point(frame, exposure, recordings[0], profile) for exposure in numbers]
            least = sum(Candidates(landscape, points).costs.values()).min() - landscape.costs.recording[recordings[0]]
            best = min(best, float(least + landscape.costs.recording[recordings].min()))
    made = plan_of(brief("Lantern market"), BUILT_IN, stance=Stance(), bag=KIT.bag)
    assert isinstance(made, Plan) and made.cost == pytest.approx(best, abs=0.001)


def test_a_shutter_pin_moves_the_nd() -> None:
    # Twice the shutter time lets in one stop more: the filter that holds the aim takes a stop more.
    fast = planned(brief("The pilot gig"), frame_rate="25", shutter="1/100", iso_ceiling=100)
    slow = planned(brief("The pilot gig"), frame_rate="25", shutter="1/50", iso_ceiling=100)
    stops = {
        glass.key: glass.stops for glass in situation_of(brief("The pilot gig"), Stance(), A4, KIT.bag).given.glasses
    }
    assert stops[str(slow.value(Setting.ND_FILTER))] == stops[str(fast.value(Setting.ND_FILTER))] + 1


@settings(max_examples=8)
@given(st.sampled_from(sorted(f.key for f in KIT.bag)))
def test_a_filter_more_in_the_bag_never_makes_the_best_set_dearer(missing: str) -> None:
    scene, stance = brief("The pilot gig"), Stance()
    less = plan_of(scene, A4, stance=stance, bag=[f for f in KIT.bag if f.key != missing])
    assert isinstance(less, Plan)
    assert planned(scene).cost <= less.cost + 1e-9


def test_a_filter_that_does_not_fit_is_never_proposed() -> None:
    offered = {option.value for option in decision(planned(brief("The pilot gig"), MANUAL), "nd_filter").options}
    assert offered == {"none", *(f"nd-variable@{stops}" for stops in range(1, 7))}


def test_every_setting_says_what_its_default_would_be_and_prices_its_rivals() -> None:
    made = planned(brief("Under the rafts"))
    defaults = {entry.setting: entry.default for entry in A4.menu}
    for one in made.decisions:
        assert one.default == defaults.get(one.setting)
        assert all(rival.cost >= -0.01 for rival in one.rivals), one.setting
    shutter = decision(made, "shutter")
    assert all(rival.turned_by for rival in shutter.rivals if rival.cost > 0.05)
    assert len(shutter.rivals) == 2
    whole = next(o for o in shutter.options if o.value == shutter.rivals[0].value)
    assert whole.cost == shutter.rivals[0].cost


def test_a_value_moved_by_a_stance_names_the_axis() -> None:
    clean = planned(brief("Lantern market"), A4, "quiet-night")
    assert int(clean.value(Setting.ISO_CEILING)) <= 800
    ceiling = decision(clean, "iso_ceiling")
    assert (ceiling.axis, ceiling.axis_position) == ("Noise ceiling", "clean")


# Wishes that cannot be had.


def test_an_impossible_combination_names_the_smallest_set_and_ways_out_that_work() -> None:
    pins = {"resolution": "4K", "frame_rate": "120", "stabilisation": "strong", "beeps": "off", "iso_ceiling": 800}
    refused = outcome(brief("The pilot gig"), **pins)
    assert isinstance(refused, Conflict)
    assert {wish.setting for wish in refused.wishes} == {"resolution", "frame_rate", "stabilisation"}
    assert "Off, Low, Standard" in refused.limit
    assert len(refused.ways_out) >= 2
    for way in refused.ways_out:
        rest = {setting: value for setting, value in pins.items() if setting != way.release}
        freed = planned(brief("The pilot gig"), **rest)
        assert freed.value(way.release) == way.becomes
    assert Conflict.read(refused.plain()) == refused


def test_a_shutter_longer_than_the_frame_is_a_conflict() -> None:
    refused = outcome(brief("The pilot gig"), frame_rate="240", shutter="1/50")
    assert isinstance(refused, Conflict)
    assert {wish.setting for wish in refused.wishes} == {"frame_rate", "shutter"}


def test_a_value_the_device_lacks_names_the_nearest() -> None:
    refused = outcome(brief("The pilot gig"), frame_rate="1000")
    assert isinstance(refused, Conflict)
    assert refused.ways_out[0].becomes == "240"
    nothing = outcome(brief("The smoked jar"), BUILT_IN, sharpening="low")
    assert isinstance(nothing, Conflict) and "no setting for sharpening" in nothing.words


def test_refused_options_say_which_pin_refuses_them() -> None:
    made = planned(brief("The pilot gig"), resolution="2.7K", frame_rate="240")
    strong = next(option for option in decision(made, "stabilisation").options if option.value == "strong")
    assert strong.cost is None and strong.refused is not None
    assert worded(strong.refused) == "Skarv A4 does not offer it with frame rate 240 fps"


@pytest.mark.parametrize(
    ("pins", "where", "said"),
    [
        ({"zoom": 2}, "pins.zoom", "no such setting"),
        ({"frame_rate": "0"}, "pins.frame_rate", "above 0"),
        ({"frame_rate": "quick"}, "pins.frame_rate", "above 0"),
        ({"iso_ceiling": -100}, "pins.iso_ceiling", "above 0"),
        ({"iso_floor": 800, "iso_ceiling": 400}, "pins.iso_floor", "lies over the ceiling"),
        ({"shutter": True}, "pins.shutter", "a text or a number"),
    ],
)
def test_pins_that_cannot_be_meant_are_bad_input(pins: dict[str, Any], where: str, said: str) -> None:
    with pytest.raises(BadInput) as error:
        outcome(brief("The pilot gig"), **pins)
    assert error.value.problems[0].where == where
    assert said in error.value.problems[0].message


@pytest.mark.parametrize(
    ("change", "where"),
    [
        ({"light": {"kind": "lux", "lux": -5}}, "light.lux"),
        ({"light": {"kind": "moonbeam"}}, "light"),
        ({"light": {"kind": "condition", "condition": "gloom"}}, "light.condition"),
        ({"delivery": {"timeline_rate": 0}}, "delivery.timeline_rate"),
        ({"delivery": {"shapes": []}}, "delivery.shapes"),
        ({"subject_distance_m": 0}, "subject_distance_m"),
        ({"minutes": float("nan")}, "minutes"),
        ({"carried": "juggling"}, "carried"),
        ({"falls_stops": "lots"}, "falls_stops"),
    ],
)
def test_a_brief_that_cannot_be_meant_names_the_field(change: dict[str, Any], where: str) -> None:
    with pytest.raises(BadInput) as error:
        Brief.read({**SCENES["The pilot gig"], **change})
    assert where in {problem.where for problem in error.value.problems}


def test_labels_within_a_sentence_keep_acronyms() -> None:
    assert SETTINGS[Setting.ISO_FLOOR].in_text == "ISO floor"
    assert SETTINGS[Setting.FRAME_RATE].in_text == "frame rate"


def test_figures_tell_the_stabilisation_limit_and_the_clean_shutter() -> None:
    made = planned(brief("Lantern market"), A4, shutter="1/60")
    figures = {figure.key: figure for figure in made.figures}
    # Smear is proportional to the shutter: at the useful limit it is 3 px of a 1920 px film.
    assert figures["smear"].value / (1 / 60) * figures["useful-shutter"].value == pytest.approx(3.0)
    assert "nearest clean shutter 1/50 s" in worded(figures["flicker"].how)
    assert figures["flicker"].value == pytest.approx(100 * abs(np.sinc(100 / 60)))
