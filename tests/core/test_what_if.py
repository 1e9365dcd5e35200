"""What if, what it hangs on, cameras that match, presets that are shared: checked against plans made outright."""

from itertools import combinations
from typing import Any

import numpy as np
import pytest

from steady_tide.core.advice.confidence import TRIALS, hangs_on
from steady_tide.core.advice.matching import ALIKE_MIRED, Match, match
from steady_tide.core.advice.presets import IMPOSSIBLE, Wanted, _choose, economy, stored
from steady_tide.core.advice.whatif import what_if
from steady_tide.core.kit.settings import SETTINGS, Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY, SCHOOLS, Stance
from steady_tide.core.quantities import mired_shift
from steady_tide.formats.wording import worded
from tests.situations import A2, A4, BUILT_IN, D1, KIT, MANUAL, SCENES, brief, decision, plan_of, planned

EVEN = SCHOOL_BY_KEY["even-keel"].stance
DEVICES = {device.key: device for device in KIT.devices}


def even(scene: Brief, **pins: Any) -> PlanningProblem:
    return PlanningProblem.of(scene, A4, stance=EVEN, bag=KIT.bag, pins=pins)


# What if.


def test_what_if_tells_every_number_that_differs() -> None:
    here, there = planned(brief("Lantern market")), planned(brief("Lantern market"), shutter="1/100")
    found = what_if(here, there)
    assert found.cost == pytest.approx(there.cost - here.cost, abs=1e-6)
    option = next(o for o in decision(here, "shutter").options if o.value == "1/100")
    assert found.cost == pytest.approx(option.cost, abs=0.011), "the price it had before it was tried"
    figures = {one.key: (one.here, one.there) for one in found.figures}
    assert figures["angle"] == ("180", "90")
    assert set(figures) == {a.key for a, b in zip(here.figures, there.figures, strict=True) if a.text != b.text}
    assert {one.setting for one in found.decisions} == {
        a.setting for a, b in zip(here.decisions, there.decisions, strict=True) if a.value != b.value
    }
    assert found.low_mark_stops == pytest.approx(there.reach.low.ev100 - here.reach.low.ev100, abs=0.006)


def test_the_same_plan_differs_in_nothing() -> None:
    here = planned(brief("Lantern market"))
    found = what_if(here, here)
    assert (found.cost, found.figures, found.decisions, found.prices) == (0, [], [], [])


def test_a_price_that_is_no_longer_paid_is_told() -> None:
    dear, cheap = planned(brief("Lantern market"), iso_ceiling=400), planned(brief("Lantern market"))
    gone = {one.label: one for one in what_if(dear, cheap).prices}
    assert all(one.there < one.here for label, one in gone.items() if worded(one.told) == "no longer paid")
    assert gone["Off the aim"].there < gone["Off the aim"].here


# What it hangs on.


@pytest.mark.parametrize("scene", ["Under the rafts", "The smoked jar", "Lantern market"])
def test_each_dependence_is_what_planning_it_shows(scene: str) -> None:
    here = planned(brief(scene))
    found = {one.key: one for one in hangs_on(even(brief(scene)))}
    assert found and [one.weight for one in found.values()] == sorted((o.weight for o in found.values()), reverse=True)
    for trial in TRIALS:
        if not trial.applies(brief(scene)):
            continue
        there = planned(trial.change(brief(scene)))
        differ = any(a.value != b.value for a, b in zip(here.decisions, there.decisions, strict=True))
        if differ:
            assert trial.key in found, trial.label
        elif trial.key in found:
            dearer = abs(there.cost - here.cost) >= 0.3
            lost = (
                here.reach.holds_dark != there.reach.holds_dark or here.reach.holds_bright != there.reach.holds_bright
            )
            assert dearer or lost


def test_a_tripod_in_fixed_light_does_not_hang_on_the_minutes() -> None:
    found = {one.key: one.words for one in hangs_on(even(brief("The smoked jar", minutes=2)))}
    assert "longer" not in found
    assert "faster" not in found, "nothing moves in it"


def test_wishes_in_conflict_hang_on_nothing() -> None:
    pins = {"resolution": "4K", "frame_rate": "120", "stabilisation": "strong"}
    assert hangs_on(even(brief("The pilot gig"), **pins)) == []


# Cameras that cut together.


def matched(*devices: Any, scene: str = "The pilot gig") -> tuple[Match, list[Plan]]:
    plans = [planned(brief(scene), device) for device in devices]
    return match(plans, DEVICES), plans


def test_what_is_matched_can_be_had_and_looks_alike() -> None:
    found, _ = matched(A4, A2, MANUAL)
    by = {one.setting: one.values for one in found.matched}
    assert set(by) == {Setting.FRAME_RATE, Setting.COLOUR_PROFILE, Setting.WHITE_BALANCE, Setting.SHARPENING}
    assert len(set(by[Setting.FRAME_RATE].values())) == 1
    kelvins = [float(value) for value in by[Setting.WHITE_BALANCE].values() if value != "auto"]
    assert max(abs(mired_shift(from_kelvin=a, to_kelvin=b)) for a, b in combinations(kelvins, 2)) <= ALIKE_MIRED
    for device in (A4, A2, MANUAL):
        pins = {setting.value: values[device.key] for setting, values in by.items()}
        made = planned(brief("The pilot gig"), device, **pins)
        curve = next(p.curve for p in device.profiles if p.key == made.value(Setting.COLOUR_PROFILE))
        assert curve == "flat", "the one curve the old camera shares that suits the scene"


def test_the_common_ground_is_the_cheapest() -> None:
    found, plans = matched(A4, A2)
    rate = next(one for one in found.matched if one.setting is Setting.FRAME_RATE)
    costs: dict[str, list[float]] = {}
    for plan in plans:
        for option in decision(plan, "frame_rate").options:
            costs.setdefault(str(option.value), []).append(option.cost if option.cost is not None else 99.0)
    both = {value: sum(each) for value, each in costs.items() if len(each) == len(plans)}
    assert rate.cost == pytest.approx(min(both.values()), abs=0.011)
    assert both[str(rate.values["skarv-a4"])] == pytest.approx(min(both.values()), abs=0.011)


def test_what_cannot_be_matched_is_said() -> None:
    found, _ = matched(A4, BUILT_IN, scene="Lantern market")
    words = {one.label: one.words for one in found.unmatched}
    assert "Lumme 8 / built-in camera app has no setting for it" in words["Sharpening"]
    assert "will look grainier" in words.get("Noise", "will look grainier")
    assert {one.setting for one in found.matched} >= {Setting.FRAME_RATE}


# Presets.


def wanted(*names: str, **pins: Any) -> list[Wanted]:
    return [Wanted(name, name, even(brief(name), **pins)) for name in names]


FOUR = ("Under the rafts", "The pilot gig", "The smoked jar", "Lantern market")


def test_enough_slots_lose_nothing() -> None:
    found = economy(wanted(*FOUR), 6)
    assert found.cost == 0 and not any(preset.shared_by for preset in found.presets)
    assert {preset.name for preset in found.presets} == set(FOUR)


def test_fewer_slots_lose_more_and_each_compromise_has_its_price() -> None:
    costs = [economy(wanted(*FOUR), count).cost for count in (4, 3, 2, 1)]
    assert costs == sorted(costs) and costs[0] == 0 < costs[-1]
    two = economy(wanted(*FOUR), 2)
    shared = [one for preset in two.presets for one in preset.shared_by]
    assert len(two.presets) == 2 and len(shared) == 2
    assert two.cost == pytest.approx(sum(one.cost or 0 for one in shared), abs=0.02)
    assert all(one.differs for one in shared)


def test_the_loss_is_what_pinning_the_other_preset_costs() -> None:
    found = economy(wanted("The pilot gig", "Lantern market"), 1)
    compromise = found.presets[0].shared_by[0]
    scene, keeper = compromise.name, found.presets[0].name
    free = planned(brief(scene))
    values = stored(planned(brief(keeper)))
    pinned = plan_of(brief(scene), A4, stance=EVEN, bag=KIT.bag, pins=values)
    assert isinstance(pinned, Plan)
    simple = pinned.cost - free.cost
    assert compromise.cost is not None and compromise.cost >= simple - 0.01


def test_equal_scenes_share_a_preset_for_nothing() -> None:
    same = [Wanted(key, key, even(brief("Lantern market"))) for key in ("one", "two", "three")]
    found = economy(same, 3)
    assert len(found.presets) == 1 and found.cost == 0
    assert [one.name for one in found.presets[0].shared_by] == ["two", "three"]


def test_video_and_lapse_cannot_share() -> None:
    found = economy(wanted("Lantern market", "Sky over the sheds"), 1)
    assert found.presets[0].shared_by[0].cost is None


def test_scenes_without_a_plan_are_left_out_with_the_reason() -> None:
    stars = Wanted("stars", "Stars", PlanningProblem.of(brief("Sky over the sheds"), D1, stance=EVEN))
    clash = Wanted("clash", "Clash", even(brief("The pilot gig"), resolution="4K", frame_rate="240"))
    found = economy([stars, clash], 4)
    assert found.presets == [] and len(found.left_out) == 2
    assert "takes no frames at intervals" in found.left_out[0]


def test_filters_are_no_part_of_a_preset() -> None:
    assert not any(SETTINGS[setting].by_hand for setting in stored(planned(brief("The pilot gig"))))
    assert Setting.SHUTTER in stored(planned(brief("The pilot gig")))


def test_many_scenes_are_given_up_one_at_a_time() -> None:
    places = np.array([0.0, 0.1, 0.2, 5.0, 5.1, 9.0, 9.1, 9.2, 14.0, 14.1, 20.0, 20.1, 20.2, 20.3])
    loss = np.abs(places[:, None] - places[None, :])
    kept = _choose(loss, 5)
    assert len(kept) == 5 and loss[:, kept].min(axis=1).max() <= 0.31
    assert _choose(np.array([[0.0, IMPOSSIBLE], [IMPOSSIBLE, 0.0]]), 1) == [0]


@pytest.mark.parametrize("school", SCHOOLS, ids=lambda school: school.key)
def test_own_weights_move_the_plan_and_are_told(school: Any) -> None:
    usual = planned(brief("Lantern market"), school=school.key)
    own = plan_of(
        brief("Lantern market"), A4, stance=school.stance, bag=KIT.bag, weights={"noise": 5.0, "iso-over-taste": 0.0}
    )
    assert isinstance(own, Plan)
    told = [[one.kind for one in plan.assumptions] for plan in (own, usual)]
    assert "own-weights" in told[0] and "own-weights" not in told[1]
    assert float(own.value(Setting.ISO_CEILING) or 0) >= float(usual.value(Setting.ISO_CEILING) or 0)


def test_every_scene_of_the_demo_is_planned_under_every_school() -> None:
    for scene in SCENES:
        for school in SCHOOLS:
            device = A4 if scene != "Rafts from above" else DEVICES["kittiwake-d1"]
            assert isinstance(plan_of(brief(scene), device, stance=school.stance, bag=KIT.bag), Plan)
    assert isinstance(plan_of(brief("The smoked jar"), MANUAL, stance=Stance(), bag=KIT.bag), Plan)


def test_a_wish_nobody_offers_has_two_ways_out() -> None:
    clash = plan_of(brief("Lantern market"), A4, stance=EVEN, bag=KIT.bag, pins={"frame_rate": "1000"})
    assert clash.outcome == "conflict"
    assert [(way.release, way.becomes) for way in clash.ways_out] == [("frame_rate", "240"), ("frame_rate", "25")]


def test_where_no_picture_comes_of_it_that_is_said_first() -> None:
    night = {"kind": "condition", "condition": "starlight"}
    dark = planned(brief("Lantern market", light=night))
    assert dark.prices[0].label == "Hopeless as it stands"
    assert "too dark" in worded(dark.prices[0].told) and "your ISO limit keeps 6400 back" in worded(dark.prices[0].told)
    assert "Hopeless as it stands" not in {price.label for price in planned(brief("Lantern market")).prices}
