"""What a plan is made from."""

import pytest

from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.desk import inputs
from steady_tide.desk.inputs import Inputs
from tests.situations import A4, KIT, brief


def test_another_book_makes_other_plans(monkeypatch: pytest.MonkeyPatch) -> None:
    problem = PlanningProblem.of(brief("Lantern market"), A4, bag=KIT.bag)
    before = Inputs(problem, "device", "bag").fingerprint
    assert Inputs(problem, "device", "bag").fingerprint == before
    monkeypatch.setattr(inputs, "BOOK_DIGEST", "of a book with a price tripled")
    assert Inputs(problem, "device", "bag").fingerprint != before
