"""Plans in processes of their own: the same answers, errors told, the endless given up, the dead replaced."""

import os
import signal
import time
from collections.abc import Iterator

import pytest

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.desk import planners
from steady_tide.desk.planners import Here
from steady_tide.store.errors import Unavailable
from steady_tide.work.planners import Pool
from tests.situations import A2, A4, KIT, brief

STANCE = SCHOOL_BY_KEY["even-keel"].stance


@pytest.fixture(scope="module")
def pool() -> Iterator[Pool]:
    made = Pool(1, longest_s=60.0)
    made.warm()
    yield made
    made.close()


def endless(_: Spaces) -> None:
    time.sleep(600)


def deadly(_: Spaces) -> None:
    os.kill(os.getpid(), signal.SIGKILL)


def refusing(_: Spaces) -> None:
    raise BadInput([Problem(("water", "depth_m"), "too deep")])


def kept(spaces: Spaces, device: object) -> int:
    return id(device)


def test_the_answers_are_those_of_this_process(pool: Pool) -> None:
    problem = PlanningProblem.of(brief("The pilot gig"), A4, stance=STANCE, bag=KIT.bag, pins={"frame_rate": "100"})
    assert pool.ask(planners.plan, problem) == Here().ask(planners.plan, problem)
    assert pool.ask(planners.sketch, problem) == Here().ask(planners.sketch, problem)


def test_a_camera_goes_along_once(pool: Pool) -> None:
    assert pool.ask(kept, A4) == pool.ask(kept, A4) != pool.ask(kept, A2)


def test_what_a_question_raises_is_raised_here(pool: Pool) -> None:
    with pytest.raises(BadInput) as caught:
        pool.ask(refusing)
    assert caught.value.problems == [Problem(("water", "depth_m"), "too deep")]


def test_what_takes_too_long_is_given_up_in_words_and_the_next_is_answered(
    pool: Pool, monkeypatch: pytest.MonkeyPatch
) -> None:
    with monkeypatch.context() as hurried:
        hurried.setattr(pool.processes, "longest_s", 1.0)
        with pytest.raises(BadInput, match="longer than 1 s"):
            pool.ask(endless)
    assert pool.processes.given_up == 1 and pool.processes.running == 0
    assert pool.ask(kept, A4)


def test_a_process_that_dies_is_replaced(pool: Pool) -> None:
    with pytest.raises(Unavailable, match="nothing was changed"):
        pool.ask(deadly)
    assert pool.ask(kept, A4)


def test_where_all_are_gone_new_ones_begin_but_not_after_closing() -> None:
    own = Pool(1, longest_s=60.0)
    try:
        own.ask(kept, A2)
        own.processes._pool.stop()  # type: ignore[no-untyped-call]
        own.processes._pool.join()
        with pytest.raises(BadInput, match="too deep"):
            own.ask(refusing)
    finally:
        own.close()
    with pytest.raises(Unavailable, match="nothing was changed"):
        own.ask(kept, A2)
