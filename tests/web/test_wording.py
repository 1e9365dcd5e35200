"""Messages in words, in the browser as in Python."""

from typing import Any

import pytest

from steady_tide.core.habits import Habits
from steady_tide.core.message import Message, degrees_c, metres, number, say, share, shutter, together
from steady_tide.core.plan.account.plan import Plan
from steady_tide.formats.wording import amount_text, worded
from tests.core.test_schools import CAMERA, SCENE
from tests.situations import A2, A4, outcome
from tests.web.conftest import Call

HABITS = [Habits(), Habits(lengths="feet", temperatures="fahrenheit", clock="12h")]


def messages() -> list[Message]:
    """What is told of plans of every kind of scene."""
    found = []
    filmed = [(scene, CAMERA.get(scenario, A4)) for scenario, scene in SCENE.items()]
    for scene, camera in (*filmed, (SCENE["underwater"], A2)):
        made = outcome(scene, camera)
        if isinstance(made, Plan):
            found += [one.told for one in made.cautions]
            found += [one.told for one in made.practice]
            found += [one.told for one in made.assumptions]
            found += [made.answer.words] if made.answer else []
    return [*found, together(["As it was.", say("caution-flying")])]


@pytest.fixture(scope="module")
def told() -> list[Message]:
    return messages()


@pytest.mark.parametrize("habits", HABITS, ids=["metres", "feet"])
def test_the_browser_says_what_python_says(call: Call, told: list[Message], habits: Habits) -> None:
    call("habits.setHabits", habits.plain())
    try:
        plain: list[Any] = [one.plain() for one in told]
        assert [call("wording.told", one) for one in plain] == [worded(one, habits) for one in told]
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
