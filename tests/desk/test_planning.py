"""What plans are made from: read once, kept by what made them, and never for somebody who asks about another thing."""

from time import perf_counter

import pytest

from steady_tide.core.errors import BadInput, NotYet
from steady_tide.core.plan.account.plan import Plan
from steady_tide.desk.bench.bench import Bench
from steady_tide.desk.planning.budgets import budget_of
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.planning.schedule import Schedule
from steady_tide.desk.planning.summaries import summary_of
from steady_tide.desk.preferences.stances import Stances
from steady_tide.store.errors import NotFound
from steady_tide.store.tables import SceneRow, ShootRow
from tests.desk.conftest import Filled


def names(filled: Filled) -> list[str]:
    return [scene.name for scene in Planner.of(filled.at).scenes(filled.shoot)]


def test_one_planner_a_request_until_something_is_written(filled: Filled) -> None:
    planner = Planner.of(filled.at)
    assert Planner.of(filled.at) is planner
    filled.at.rows.get(ShootRow, filled.shoot).name = "Renamed"
    filled.at.rows.flush()
    assert Planner.of(filled.at) is not planner
    assert Planner.of(filled.again) is not Planner.of(filled.at)


def test_a_plan_is_made_once_and_kept_by_what_made_it(filled: Filled) -> None:
    planner = Planner.of(filled.at)
    scene = planner.scenes(filled.shoot)[0]
    (setup,) = planner.setups(scene.id)
    made = planner.outcome(setup, planner.lit_brief(scene))
    again = Planner.of(filled.again)
    assert again.kept(setup, again.inputs(setup, again.lit_brief(scene))) == made
    Stances(filled.at.rows).weigh("noise", 3.0)
    otherwise = Planner(filled.again)
    assert otherwise.kept(setup, otherwise.inputs(setup, otherwise.lit_brief(scene))) is None


def test_with_no_time_left_one_plan_is_made_and_the_others_wait(filled: Filled) -> None:
    planner = Planner.of(filled.at)
    planned = planner.planned_shoot(filled.shoot, until=perf_counter())
    outcomes = [outcome for scene in planned for _, outcome in scene.cameras]
    assert len([one for one in outcomes if one is not None]) == 1
    again = Planner.of(filled.again).planned_shoot(filled.shoot, until=perf_counter())
    assert len([one for scene in again for _, one in scene.cameras if one is not None]) == 2


def test_planners_that_are_late_are_not_yet_and_nothing_of_it_is_kept(
    filled: Filled, monkeypatch: pytest.MonkeyPatch
) -> None:
    planner = Planner.of(filled.at)
    scene = planner.scenes(filled.shoot)[0]
    (setup,) = planner.setups(scene.id)

    def late(*_: object, **__: object) -> None:
        raise NotYet("the planners are busy")

    with monkeypatch.context() as patch:
        patch.setattr("steady_tide.desk.compute.planners.Here.ask", late)
        with pytest.raises(NotYet):
            planner.outcome(setup, planner.lit_brief(scene))
        assert planner.outcomes_by(perf_counter() + 9, [(setup, planner.lit_brief(scene))]) == [None]
    assert isinstance(Planner.of(filled.again).outcome(setup, planner.lit_brief(scene)), Plan)


def test_a_camera_of_another_kit_is_not_there(filled: Filled) -> None:
    with pytest.raises(NotFound, match="camera"):
        Planner.of(filled.at).device(filled.shoot)


def test_a_schedule_has_every_scene_with_its_sets_or_says_why_not(filled: Filled) -> None:
    scheduled = Schedule(filled.at).scheduled(filled.at.rows.get(ShootRow, filled.shoot))
    assert [one.row.name for one in scheduled] == names(filled)
    for one in scheduled:
        assert len(one.scene.sets) + len(one.unplanned) == len(one.setups)
    shoot = filled.at.rows.get(ShootRow, filled.shoot)
    shoot.latitude_deg = shoot.longitude_deg = None
    filled.at.rows.flush()
    with pytest.raises(BadInput, match="where and on which day"):
        Schedule(filled.again).scheduled(shoot)


def test_a_budget_counts_plans_alone(filled: Filled) -> None:
    planner = Planner.of(filled.at)
    shoot = filled.at.rows.get(ShootRow, filled.shoot)
    planned = planner.planned_shoot(filled.shoot)
    plans = {setup.id: outcome for scene in planned for setup, outcome in scene.cameras}
    whole, empty = budget_of(planner, shoot, plans), budget_of(planner, shoot, {})
    assert whole is not None and whole.cameras
    assert empty is not None and empty.cameras == []


def test_what_a_list_tells_of_a_plan_is_what_the_plan_says(filled: Filled) -> None:
    planner = Planner.of(filled.at)
    for scene in planner.planned_shoot(filled.shoot):
        for _, outcome in scene.cameras:
            assert outcome is not None
            told = summary_of(outcome)
            assert told.outcome == outcome.outcome
            if isinstance(outcome, Plan):
                assert told.headline == outcome.headline and told.light is not None
                assert told.light.low_ev100 == outcome.reach.low.ev100


def test_undo_of_a_scene_brings_back_its_brief_and_its_cameras(filled: Filled) -> None:
    bench = Bench(filled.at)
    scene = Planner.of(filled.at).scenes(filled.shoot)[1]
    before = bench.scene(scene.id)
    bench.remove_setup(before.setups[0].id)
    assert len(bench.scene(scene.id).setups) == len(before.setups) - 1
    after = bench.step(scene.id, -1)
    assert [one.id for one in after.setups] == [one.id for one in before.setups]
    with pytest.raises(NotFound, match="undo"):
        bench.step(scene.id, -1)
    assert filled.at.rows.get(SceneRow, scene.id).name == scene.name
