"""What would help most: each told change is planned with, keeps what it promises, and is one of few."""

from collections.abc import Sequence
from typing import Any

import pytest

from steady_tide.core.advice import helps as advice
from steady_tide.core.advice.helps import Help, helps
from steady_tide.core.advice.interventions import Hour, tries
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.planner import Priced, plan_scene, priced_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.formats.wording import worded
from tests.situations import A4, D1, KIT, MANUAL, brief

SUN = {"kind": "condition", "condition": "sun"}
BARE: tuple[BagItem, ...] = ()


def problem_of(
    scene: Brief, device: Device = A4, *, school: str = "even-keel", bag: Sequence[BagItem] = BARE, **pins: Any
) -> PlanningProblem:
    return PlanningProblem.of(scene, device, stance=SCHOOL_BY_KEY[school].stance, bag=bag, pins=pins)


def helped(problem: PlanningProblem, **more: Any) -> list[Help]:
    made = plan_scene(problem)
    assert isinstance(made, Plan)
    return helps(problem, made, **more)


def test_in_sun_without_a_filter_it_is_a_filter() -> None:
    first = helped(problem_of(brief("Rafts from above", light=SUN), D1))[0]
    assert first.kind == "get" and first.item is not None and first.item.kind == "nd"
    assert worded(first.told).startswith(first.label) and "EV" in worded(first.told)
    assert first.held_stops > 1 or first.saves > 1


def test_what_is_promised_is_kept() -> None:
    problem = problem_of(brief("Rafts from above", light=SUN), D1)
    before = priced_scene(problem)
    for one in helped(problem):
        assert one.item is not None
        after = priced_scene(problem.otherwise(bag=(*problem.bag, one.item)))
        assert isinstance(before, tuple) and isinstance(after, tuple)
        assert before.cost - after.cost == pytest.approx(one.saves, abs=0.01)


def test_at_night_it_is_a_lamp() -> None:
    assert "pocket-panel-got" in [one.key for one in helped(problem_of(brief("Lantern market")))]


def test_a_walk_that_shakes_wants_a_gimbal_of_the_bag_before_a_new_one() -> None:
    talk = brief("Talking on the quay")
    without = [item for item in KIT.bag if item.kind != "support"]
    new = next(one for one in helped(problem_of(talk, school="darkroom", bag=without)) if "gimbal" in one.key)
    assert new.kind == "get" and new.item is not None and new.changes == {"carried": "gimbal"}
    own = next(one for one in helped(problem_of(talk, school="darkroom", bag=KIT.bag)) if "gimbal" in one.key)
    assert (own.kind, own.item, own.changes) == ("support", None, {"carried": "gimbal"})
    assert worded(own.label) == "Gimbal of the bag"


def test_a_long_run_in_the_cold_wants_cells() -> None:
    cold = brief("The pilot gig", temperature_c=-10, minutes=240, falls_stops=0, rises_stops=0)
    cells = helped(problem_of(cold, bag=KIT.bag))[0]
    assert cells.needed and cells.item is not None and cells.item.kind == "cell"
    # Of 6.8 Wh 0.85 are left at 0 °C and four fifths of that at -10 °C: 4.6 Wh at some 6 W.
    assert cells.item.count == 6 and "240 min" in worded(cells.told)


def test_a_steady_set_is_left_alone() -> None:
    assert helped(problem_of(brief("The smoked jar"), A4, bag=KIT.bag)) == []


def test_a_depth_beyond_the_body_wants_a_housing() -> None:
    for port in ("flat", "dome", "bare"):
        first, *_ = helped(problem_of(brief("Under the rafts", water={"depth_m": 25, "port": port}), A4))
        assert first.needed and first.item is not None and first.item.kind == "housing" and "25 m" in worded(first.told)
        assert first.item.port == ("flat" if port == "bare" else port)
        assert first.changes == ({"water.port": "flat"} if port == "bare" else {})


def test_a_filter_that_was_pinned_on_comes_off() -> None:
    found = helped(problem_of(brief("Lantern market"), bag=KIT.bag, nd_filter="nd64"))
    off = next(one for one in found if one.kind == "without")
    assert off.saves > 2 and off.setting == "nd_filter" and off.value is None


def test_light_that_only_a_lamp_gives_counts_as_held() -> None:
    """In the dark of a deep dive nothing is held without a lamp; with one, as many stops are as it lifts the light."""
    night = brief("Under the rafts", light={"kind": "ev", "ev100": -6}, water={"depth_m": 12}, subject_distance_m=0.6)
    problem = problem_of(night, A4, bag=[item for item in KIT.bag if item.kind != "lamp"])
    lamp = next(one for one in helped(problem) if one.item is not None and one.item.kind == "lamp")
    before = priced_scene(problem)
    assert lamp.item is not None and night.water is not None
    lit = night.model_copy(update={"water": night.water.model_copy(update={"lamp": True})})
    after = priced_scene(problem.otherwise(bag=(*problem.bag, lamp.item), brief=lit))
    assert isinstance(before, Priced) and isinstance(after, Priced)
    dark = -6 - night.falls_stops
    assert lamp.held_stops == pytest.approx(before.sketch.reach.low.ev100 - dark - after.short_stops, abs=0.01)
    assert lamp.held_stops > 5


def test_another_camera_is_told_as_what_it_would_do() -> None:
    dark = helped(problem_of(brief("Lantern market"), bag=KIT.bag), others=[MANUAL])
    camera = next(one for one in dark if one.kind == "camera")
    assert camera.device_key == MANUAL.key and "would take it as" in worded(camera.told)


def test_what_flies_stands_in_for_what_flies_alone() -> None:
    twin = D1.model_copy(update={"key": "other-drone", "name": "Other drone"})
    for scene, own, kept in ((brief("Rafts from above"), D1, {twin.key}), (brief("Lantern market"), A4, {MANUAL.key})):
        problem = problem_of(scene, own)
        made = plan_scene(problem)
        assert isinstance(made, Plan)
        tried = tries(problem, made, set(), [MANUAL, twin], [])
        assert {one.problem.device.key for one in tried if one.kind == "camera"} == kept


def test_another_hour_is_told_by_the_clock() -> None:
    dark, light = brief("Lantern market"), brief("Lantern market", light={"kind": "ev", "ev100": 6})
    found = helped(problem_of(dark, bag=KIT.bag), hours=[Hour(1050, "17:30", light)])
    hour = next(one for one in found if one.kind == "hour")
    assert "17:30" in worded(hour.told) and hour.start == 1050


def test_a_phone_has_another_look() -> None:
    found = helped(problem_of(brief("Talking on the quay"), MANUAL, bag=KIT.bag))
    look = next(one for one in found if one.kind == "look")
    assert look.value == "telephoto" and "dearer" in worded(look.told) and look.saves < 0


def test_few_sets_are_tried(monkeypatch: pytest.MonkeyPatch) -> None:
    asked: list[PlanningProblem] = []

    def counted(problem: PlanningProblem, spaces: Any = None) -> Any:
        asked.append(problem)
        return priced_scene(problem, spaces)

    monkeypatch.setattr(advice, "priced_scene", counted)
    hours = [Hour(float(at), f"{at}", brief("Lantern market")) for at in range(20)]
    found = helped(problem_of(brief("Lantern market"), MANUAL, nd_filter="none"), others=KIT.devices, hours=hours)
    assert 1 < len(asked) <= advice.TRIED + 1 and 1 <= len(found) <= advice.TOLD


def test_a_drone_that_closed_down_for_want_of_a_filter_is_told_of_one_first() -> None:
    closing = D1.lenses[0].model_copy(update={"f_numbers": [2.8, 4.0, 5.6, 8.0, 11.0]})
    device = D1.model_copy(update={"lenses": [closing]})
    made = plan_scene(problem_of(brief("Rafts from above", light=SUN), device))
    assert isinstance(made, Plan) and float(str(made.value(Setting.APERTURE))) >= 8
    first = helped(problem_of(brief("Rafts from above", light=SUN), device))[0]
    assert first.item is not None and first.item.kind == "nd" and first.saves > 1


def test_a_night_that_outlasts_a_cell_is_fed_by_a_bank() -> None:
    night = brief("Sky over the sheds", lapse={"external_power": False})
    first = helped(problem_of(night))[0]
    assert first.needed and first.item is not None and first.item.kind == "power-bank"
    assert first.changes == {"lapse.external_power": True}


def test_a_stop_of_iso_more_is_told_last_and_holds_more_light() -> None:
    found = helped(problem_of(brief("Lantern market", carried="tripod")))
    lifted = [one for one in found if one.kind == "limit"]
    assert len(lifted) == 1 and found[-1].kind == "limit" and all(one.held_stops > 0.3 for one in lifted)
    assert lifted[0].setting is Setting.ISO_CEILING
