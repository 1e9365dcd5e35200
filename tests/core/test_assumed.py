"""What is assumed of a camera, and how much it matters to the scenes it is taken to."""

from steady_tide.core.advice.assumed import DOUBTS, mattering
from steady_tide.core.kit.device import checked
from steady_tide.core.kit.likely import CLASS_BY_KEY, likely
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.desk.inventory.templates import template
from tests.situations import KIT, brief

ONE = CLASS_BY_KEY["action-some-years"]
MINE = likely(template(ONE.template), ONE.usual, key="mine", name="Mine")
NAMES = ("Lantern market", "The pilot gig", "Talking on the quay")
SCENES = [
    (name, PlanningProblem.of(brief(name), MINE, stance=SCHOOL_BY_KEY["even-keel"].stance, bag=KIT.bag))
    for name in NAMES
]


def test_every_doubt_leaves_a_camera() -> None:
    for doubt in DOUBTS:
        assert checked(doubt.otherwise(MINE)) != MINE, doubt.key


def test_what_would_change_most_comes_first() -> None:
    found = mattering(SCENES)
    assert [one.sets for one in found] == sorted((one.sets for one in found), reverse=True)
    assert {one.key for one in found} == {doubt.key for doubt in DOUBTS}
    assert found[0].sets >= 1 and set(found[0].scenes) <= set(NAMES)


def test_a_floor_that_is_higher_changes_what_stands_on_it() -> None:
    floor = next(one for one in mattering(SCENES) if one.key == "iso-floor")
    assert floor.sets == len(NAMES) and floor.words == "knowing the ISO floor would change 3 sets"


def test_without_scenes_nothing_matters() -> None:
    assert all(one.sets == 0 and one.words.endswith("would change nothing") for one in mattering([]))
