"""Plans in processes of their own: the same answers, errors told, the endless given up, the dead replaced."""

import os
import signal
import time
from collections.abc import Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from pathlib import Path
from typing import Any

import pytest

from steady_tide.core.errors import BadInput, NotYet, Problem
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.core.requester import Urgency, asking
from steady_tide.desk.compute import planners
from steady_tide.desk.compute.planners import Here
from steady_tide.store.errors import Unavailable
from steady_tide.work.planners import Pool
from tests.situations import A2, A4, KIT, brief

STANCE = SCHOOL_BY_KEY["even-keel"].stance


@pytest.fixture(scope="module")
def pool() -> Iterator[Pool]:
    made = Pool(1, patience_s=600.0)
    made.warm()
    yield made
    made.close()


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


def slow(_: Spaces, seconds: float) -> str:
    time.sleep(seconds)
    return "here"


def greedy(_: Spaces) -> None:
    while True:
        pass


def noting(_: Spaces, file: str, word: str) -> None:
    with Path(file).open("a") as notes:
        notes.write(word)


def test_what_is_late_is_not_yet_and_there_when_it_is_asked_for_again(
    pool: Pool, monkeypatch: pytest.MonkeyPatch
) -> None:
    with monkeypatch.context() as hurried:
        hurried.setattr(pool.processes, "patience_s", 0.1)
        with pytest.raises(NotYet, match="longer than usual"):
            pool.ask(slow, 1.5)
    asked = pool.processes.asked
    assert pool.ask(slow, 1.5) == "here" and pool.processes.asked == asked + 1
    with monkeypatch.context() as hurried:
        hurried.setattr(pool.processes, "patience_s", 0.1)
        with pytest.raises(NotYet):
            pool.ask(slow, 0.5)
        while pool.processes.running:
            time.sleep(0.02)
        begun = time.monotonic()
        assert pool.ask(slow, 0.5) == "here", "it went on meanwhile, and was kept"
        assert time.monotonic() - begun < 0.5
    assert pool.processes.given_up == 0


def test_a_question_is_stopped_for_what_it_computes_and_the_next_is_answered() -> None:
    own = Pool(1, patience_s=600.0, most_cpu_s=8.0)
    try:
        with pytest.raises(NotYet, match="8 s of computing"):
            own.ask(greedy)
        assert own.ask(slow, 0.5) == "here", "waiting is no computing"
    finally:
        own.close()


def test_the_urgent_come_first_and_everybody_has_a_turn(pool: Pool, tmp_path: Path) -> None:
    notes = str(tmp_path / "order")

    def ask(whose: str, urgency: Urgency, word: str) -> None:
        with asking(whose, urgency):
            pool.ask(noting, notes, word)

    wishes = [
        ("a", Urgency.BACKGROUND, "1"), ("a", Urgency.BACKGROUND, "2"), ("b", Urgency.BACKGROUND, "3"),
        ("a", Urgency.PAGE, "4"), ("a", Urgency.INTERACTIVE, "5"),
    ]  # fmt: skip
    with ThreadPoolExecutor(6) as threads:
        first: Future[str] = threads.submit(pool.ask, slow, 1.0)
        while not pool.processes.working:
            time.sleep(0.01)
        going: list[Future[Any]] = []
        for index, wish in enumerate(wishes, 1):
            going.append(threads.submit(ask, *wish))
            while pool.processes.running <= index:
                time.sleep(0.01)
        first.result()
        for each in going:
            each.result()
    assert Path(notes).read_text() == "54132"


def test_a_process_that_dies_is_replaced(pool: Pool) -> None:
    with pytest.raises(Unavailable, match="nothing was changed"):
        pool.ask(deadly)
    assert pool.ask(kept, A4)


def test_where_all_are_gone_new_ones_begin_but_not_after_closing() -> None:
    own = Pool(1, patience_s=600.0)
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
