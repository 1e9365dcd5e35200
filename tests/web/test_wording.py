"""Messages in words, in the browser as in Python."""

from collections.abc import Iterator
from typing import Any

import pytest

from steady_tide.core.advice.helps import helps
from steady_tide.core.document import Part
from steady_tide.core.habits import Habits
from steady_tide.core.message import Message, degrees_c, metres, number, once, say, share, shutter, together
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.ready.checks import Planned, Shoot, checks_of, packing_of
from steady_tide.formats.wording import amount_text, worded
from tests.core.test_schools import CAMERA, SCENE
from tests.situations import A2, A4, KIT, outcome
from tests.web.conftest import Call

HABITS = [Habits(), Habits(lengths="feet", temperatures="fahrenheit", clock="12h")]


def every(part: Any) -> Iterator[Message]:
    """Every message within a document, each as a whole."""
    if isinstance(part, Message):
        yield part
    elif isinstance(part, Part):
        for value in part.__dict__.values():
            yield from every(value)
    elif isinstance(part, list | tuple):
        for value in part:
            yield from every(value)


def messages() -> list[Message]:
    """What is told of plans of every kind of scene, of what would help them, and of getting ready; each once."""
    filmed = [(scene, CAMERA.get(scenario, A4)) for scenario, scene in SCENE.items()]
    found: list[Message] = [together(["As it was.", say("caution-flying")])]
    for scene, camera in (*filmed, (SCENE["underwater"], A2)):
        made = outcome(scene, camera)
        if isinstance(made, Plan):
            found += every(made)
            problem = PlanningProblem.of(scene, camera, stance=Stance())
            found += every(helps(problem, made))
            shoot = Shoot([Planned("Scene", scene, camera, made, "s", 1)], KIT.bag, {"a4-cold": 2})
            found += every([checks_of(shoot), packing_of(shoot)])
    return once(found)


@pytest.fixture(scope="module")
def told() -> list[Message]:
    return messages()


@pytest.mark.parametrize("habits", HABITS, ids=["metres", "feet"])
def test_the_browser_says_what_python_says(call: Call, told: list[Message], habits: Habits) -> None:
    call("habits.setHabits", habits.plain())
    try:
        plain: list[Any] = [one.plain() for one in told]
        assert len(plain) > 300
        assert call("wording.toldEach", plain) == [worded(one, habits) for one in told]
        amounts = [
            *(metres(value) for value in (0.05, 0.353, 7, 12.34, 999.5, 1234)),
            *(degrees_c(value) for value in (-12.5, 0, 21.26)),
            *(shutter(value) for value in (1 / 8000, 1 / 97, 1 / 50, 0.29, 1 / 3, 0.5, 2, 15)),
            *(number(value, "clock") for value in (0, 59, 720, 1215)),
            share(0.153), number(-0.25, "stops", 2), number(5500, "K"), number(0.000123, "px"),
        ]  # fmt: skip
        said = [call("wording.amountText", one.plain()) for one in amounts]
        assert said == [amount_text(one, habits) for one in amounts]
    finally:
        call("habits.setHabits", Habits().plain())


def test_a_key_that_a_phone_does_not_know_yet_is_told_as_it_is(call: Call) -> None:
    assert call("wording.told", {"key": "of-a-newer-version", "args": {}}) == "of-a-newer-version"
