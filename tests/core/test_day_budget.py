"""The budget of a day with real plans: bodies, what is short, and what makes up for it."""

from dataclasses import replace
from typing import Any

import pytest

from steady_tide.core.day.film import SceneOnDay
from steady_tide.core.kit.bag import BagItem, Cell, MemoryCard, PowerBank
from steady_tide.core.plan.account.plan import Plan, Warming
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import plan_scene, sketch_scene
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.ready.budget import DayBudget, day_budget
from steady_tide.core.ready.remedies import Remedy, lighter_sets, remedies
from steady_tide.core.ready.upkeep import Upkeep
from steady_tide.formats.wording import worded
from tests.core.test_film import STANCE, on_day
from tests.situations import A4, BUILT_IN, D1, KIT, MANUAL, brief

UPKEEP = Upkeep()


def items(**changes: Any) -> list[BagItem]:
    """The bag of the demo with some of it changed; None takes it out."""
    kept = [item for item in KIT.bag if changes.get(item.key.replace("-", "_"), 0) is not None]
    return [item.model_copy(update=changes.get(item.key.replace("-", "_")) or {}) for item in kept]


def named(key: str, scene: SceneOnDay) -> SceneOnDay:
    return replace(scene, key=key, name=key)


def running(scene: SceneOnDay, **changes: Any) -> SceneOnDay:
    """The same scene with something of what its first set takes set by hand."""
    first, *rest = scene.sets
    assert first.sketch.running is not None
    taken = first.sketch.running.model_copy(update=changes)
    changed = replace(first, sketch=first.sketch.model_copy(update={"running": taken}))
    return replace(scene, sets=(changed, *rest))


MARKET = named("market", on_day("Lantern market", bag=list(KIT.bag), times=(1170, 1275)))


def short_of_cells() -> tuple[list[SceneOnDay], list[BagItem]]:
    bag = items(a4_cold=None, a4_standard={"count": 1})
    return [running(MARKET, minutes=100.0)], bag


def budget(scenes: list[SceneOnDay], bag: list[BagItem]) -> DayBudget:
    return day_budget(scenes, bag, UPKEEP)


def test_plan_and_sketch_say_alike_what_a_set_takes() -> None:
    problem = PlanningProblem.of(brief("Under the rafts"), A4, stance=STANCE, bag=KIT.bag)
    plan, sketch = plan_scene(problem), sketch_scene(problem)
    assert isinstance(plan, Plan) and plan.running is not None and plan.sketch == sketch
    taken, measured = plan.running, plan.measures
    assert measured is not None and taken.gb == pytest.approx(measured.recorded_gb, abs=1e-3)
    assert taken.minutes / 60 * measured.gb_per_hour == pytest.approx(taken.gb, rel=1e-3)
    # What rules decide draws besides, and a pinned value wins over them.
    assert "pre-record" in taken.drains
    off = plan_scene(problem.otherwise(pins={**problem.pins, **PlanningProblem.of(
        brief("Under the rafts"), A4, stance=STANCE, pins={"pre_record": 0, "front_screen": "frame"}
    ).pins}))  # fmt: skip
    assert isinstance(off, Plan) and off.running is not None and off.running.drains == ["front-screen"]


def test_profiles_of_one_body_share_its_cell_and_room() -> None:
    jar = named("jar", on_day("The smoked jar", bag=list(KIT.bag), devices=(MANUAL,), times=(840, 930)))
    street = named("street", on_day("Lantern market", bag=list(KIT.bag), devices=(BUILT_IN,), times=(1170, 1275)))
    (phone,) = budget([jar, street], list(KIT.bag)).cameras
    assert phone.camera == "lumme-8" and phone.camera_name == "Lumme 8"
    # One cell goes through both, and what is recorded lies in one room.
    assert len(phone.cells) == 1 and phone.levels[-1].share < phone.levels[1].share < 1
    assert len(phone.cards) == 1 and phone.fills[-1].share > phone.fills[1].share


def test_without_cells_in_the_bag_the_one_it_came_with_counts_and_what_is_to_be_bought_comes_besides() -> None:
    flight = named("flight", on_day("Rafts from above", bag=[], devices=(D1,), times=(975, 1010)))
    (bare,) = budget([flight], []).cameras
    assert bare.cells_there == 1 and bare.cells[0].label == "the cell Kittiwake D1 came with" and bare.flies
    spare = Cell.read({
        "key": "spare", "label": "Spare", "fits": [D1.key], "capacity_wh": 19, "share_at_0_c": 0.75,
        "come_by": "to-buy",
    })  # fmt: skip
    (more,) = budget([flight], [spare]).cameras
    assert more.cells_there == 2


def test_scenes_without_a_time_and_bags_of_others_count_for_nothing() -> None:
    untimed = named("untimed", on_day("Lantern market", bag=list(KIT.bag), times=None))
    assert budget([untimed], list(KIT.bag)).cameras == []
    others = [item.model_copy(update={"fits": ["another"]}) if hasattr(item, "fits") else item for item in KIT.bag]
    (alone,) = budget([MARKET], others).cameras
    assert alone.cells[0].label == "the cell Skarv A4 came with" and alone.cards == [] and alone.cards_there == 0


def test_a_day_that_is_short_of_cells_says_of_what_and_where() -> None:
    scenes, bag = short_of_cells()
    (short,) = budget(scenes, bag).short
    assert short.kind == "cells" and short.camera == "skarv-a4" and short.scene == "market"
    assert 1170 < short.minute < 1275 and short.amount == pytest.approx((1275 - short.minute) * 100 / 105, abs=0.02)
    dive = named("dive", on_day("Under the rafts", bag=bag, times=(570, 700)))
    (below,) = [one for one in budget([running(dive, minutes=120.0)], bag).short if one.kind != "cards"]
    assert below.kind == "cell-in-scene", "a diver cannot change it"


def found(scenes: list[SceneOnDay], bag: list[BagItem], **problem: Any) -> list[Remedy]:
    short = budget(scenes, bag).short[0]
    asked = PlanningProblem.of(brief("Lantern market", **problem), A4, stance=STANCE, bag=bag)
    lighter = lighter_sets(Spaces(), asked, short.kind)
    told = remedies(short, scenes, bag, UPKEEP, lighter)
    assert told == sorted(told, key=lambda one: (one.left > 1e-9, one.cost, one.left)) and len(told) <= 4
    return told


def test_every_remedy_does_what_it_says() -> None:
    scenes, bag = short_of_cells()
    told = found(scenes, bag, minutes=100)
    assert {one.kind for one in told} >= {"more", "time"}
    for one in told:
        if one.item is not None:
            assert one.item.come_by == "to-buy"
            again = budget(scenes, [*bag, one.item])
            assert sum(each.amount for each in again.short) == pytest.approx(one.left, abs=0.02)
        assert one.left < budget(scenes, bag).short[0].amount


def test_sets_that_draw_less_have_their_price_in_picture() -> None:
    scenes, bag = short_of_cells()
    short = budget(scenes, bag).short[0]
    asked = PlanningProblem.of(brief("Lantern market", minutes=100), A4, stance=STANCE, bag=bag)
    lighter = lighter_sets(Spaces(), asked, "cells")
    here = sketch_scene(asked)
    assert lighter and here.outcome == "sketch" and here.running is not None
    assert all(one.running.draw_w < here.running.draw_w and one.cost > -1e-6 for one in lighter)
    only = remedies(short, scenes, bag, UPKEEP, lighter[:1])
    pinned = [one for one in only if one.kind == "value"]
    assert all(one.setting == lighter[0].setting and one.cost == lighter[0].cost for one in pinned)


def test_emptied_cells_are_charged_where_there_is_time_and_energy() -> None:
    bag = [item for item in items(a4_cold=None, a4_standard={"count": 2}) if not isinstance(item, PowerBank)]
    early = running(named("early", on_day("Lantern market", bag=bag, times=(600, 700))), minutes=100.0)
    scenes = [early, running(MARKET, minutes=100.0)]
    bank = PowerBank.read({"key": "bank", "label": "Bank", "capacity_wh": 74, "output_w": 10})
    assert not any(one.kind == "charge" for one in found(scenes, bag))
    charged = [one for one in found(scenes, [*bag, bank]) if one.kind == "charge"]
    assert len(charged) == 1 and worded(charged[0].label) == "Charge 1 emptied cell from Bank"
    empty = bank.model_copy(update={"capacity_wh": 5.0})
    assert not any(one.kind == "charge" for one in found(scenes, [*bag, empty]))


def test_cards_that_are_full_or_slow_are_made_up_for() -> None:
    tiny = MemoryCard.read({
        "key": "tiny", "label": "Tiny", "fits": [A4.key], "capacity_gb": 8, "sustained_mb_s": 30, "speed_class": 30
    })  # fmt: skip
    bag = [item for item in KIT.bag if not isinstance(item, MemoryCard)]
    short = budget([MARKET], [*bag, tiny]).short[0]
    assert short.kind == "cards" and short.amount == pytest.approx(
        MARKET.sets[0].sketch.running.gb - 0.95 * 8, abs=0.02
    )
    told = found([MARKET], [*bag, tiny])
    assert any(one.kind == "more" and one.left == 0 for one in told)
    slow = tiny.model_copy(update={"capacity_gb": 512.0, "sustained_mb_s": 6.0, "speed_class": 6})
    assert budget([MARKET], [*bag, slow]).short[0].kind == "card-speed"
    assert any(one.item and one.item.kind == "card" and one.left == 0 for one in found([MARKET], [*bag, slow]))


def test_heat_wants_time_for_its_pauses() -> None:
    hot = Warming(first_minutes=20, rest_minutes=30, again_minutes=10)
    scene = running(MARKET, warming=hot, minutes=60.0)
    short = next(one for one in budget([scene], list(KIT.bag)).short if one.kind == "heat")
    assert budget([scene], list(KIT.bag)).cameras[0].heat_minutes == 20
    assert budget([MARKET], list(KIT.bag)).cameras[0].heat_minutes is None
    # 105 minutes: 20, then twice 30 of rest and 10, and a third rest that leaves none: 40 of 60.
    assert short.amount == pytest.approx(20)
    # 60 with four rests are three hours, 75 minutes more than there are.
    told = remedies(short, [scene], list(KIT.bag), UPKEEP)
    assert [one.kind for one in told] == ["time"] and worded(told[0].label) == "120 min longer for market"


def test_the_room_where_the_film_is_kept_counts_over_the_day() -> None:
    kept = on_day("Lantern market", bag=list(KIT.bag), times=(1170, 1275), delivery={"room_gb": 10})
    short = budget([named("kept", kept)], list(KIT.bag)).short
    assert [one.kind for one in short] == ["room"] and short[0].camera == ""


def test_no_more_is_recorded_than_the_scene_has_time() -> None:
    long = running(MARKET, minutes=300.0, gb=300.0)
    told = budget([long], list(KIT.bag))
    short = next(one for one in told.short if one.kind == "time")
    assert short.amount == 195 and short.words == "300 min are to be recorded, and the scene has 105"
    assert told.gb == pytest.approx(105) and told.cameras[0].levels[-1].minute <= 1275
    (less,) = remedies(short, [long], list(KIT.bag), UPKEEP)
    assert worded(less.label) == "Record 105 min instead of 300" and less.left == 0


def test_a_phone_is_fed_by_a_bank_since_its_cell_stays_in_it() -> None:
    bag = [item for item in KIT.bag if not isinstance(item, PowerBank)]
    street = on_day("Lantern market", bag=bag, devices=(BUILT_IN,), times=(1080, 1380))
    scenes = [running(named("market", street), minutes=300.0)]
    short = budget(scenes, bag).short[0]
    assert short.kind == "cells" and short.camera == "lumme-8"
    told = remedies(short, scenes, bag, UPKEEP)
    assert not any(one.kind == "more" for one in told)
    fed = next(one for one in told if one.kind == "charge")
    assert fed.left == 0 and fed.item is not None and fed.item.come_by == "to-buy"
    bank = PowerBank.read({"key": "bank", "label": "Bank", "capacity_wh": 74})
    own = next(one for one in remedies(short, scenes, [*bag, bank], UPKEEP) if one.kind == "charge")
    assert worded(own.label) == "Feed it from Bank" and own.item is None


def test_a_shortage_names_the_set_it_falls_on_also_where_a_body_films_a_scene_with_two_profiles() -> None:
    both = on_day("Lantern market", bag=list(KIT.bag), devices=(MANUAL, BUILT_IN), times=(1170, 1275))
    first, second = both.sets
    assert first.sketch.running is not None
    long = first.sketch.running.model_copy(update={"minutes": 200.0})
    changed = replace(first, sketch=first.sketch.model_copy(update={"running": long}))
    told = budget([replace(named("both", both), sets=(changed, second))], list(KIT.bag))
    assert [one.setup for one in told.short if one.kind == "time"] == [first.key]
    assert len(told.cameras) == 1
