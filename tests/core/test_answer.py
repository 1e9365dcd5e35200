"""The answer first: one sentence and four values, true to the plan."""

from fractions import Fraction

import pytest

from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.formats.wording import worded
from tests.situations import A4, D1, MANUAL, brief, plan_of, planned


def test_a_set_that_holds_says_from_which_light_to_which() -> None:
    plan = planned(brief("Talking on the quay"), A4)
    assert plan.answer is not None and plan.answer.steady
    assert (plan.answer.verdict, plan.answer.line.key) == ("likely", "answer-between-likely")
    assert worded(plan.answer.words).startswith("Likely steady, from ") and " to " in worded(plan.answer.line)


def test_a_set_that_does_not_hold_says_by_how_much() -> None:
    plan = planned(brief("Lantern market"))
    assert plan.answer is not None and not plan.answer.steady
    short = plan.reach.low.ev100 - plan.dark_ev100
    assert f"{short:.1f} stops short in the darkest light" in worded(plan.answer.words)


def test_a_shutter_that_runs_away_is_told_as_what_it_does() -> None:
    hazy = {"kind": "condition", "condition": "hazy-sun"}
    plan = planned(brief("Rafts from above", light=hazy), D1, nd_filter="none", shutter="auto")
    assert plan.in_light[-1].error_stops <= 0.3, "within what the camera can do"
    assert plan.answer is not None and plan.answer.line.key == "answer-stutters"


@pytest.mark.parametrize(
    ("scene", "device"), [("Under the rafts", A4), ("The smoked jar", MANUAL), ("The pilot gig", A4)]
)
def test_the_four_values_are_the_plan_s(scene: str, device: object) -> None:
    plan = planned(brief(scene), device)
    assert plan.answer is not None
    values = {value.label: value.text for value in plan.answer.values}
    assert list(values) == ["Mode", "Shutter", "ISO", "Filter"]
    assert str(plan.value(Setting.RESOLUTION)) in values["Mode"]
    floor, ceiling = plan.value(Setting.ISO_FLOOR), plan.value(Setting.ISO_CEILING)
    assert values["ISO"] == (f"{floor}" if floor == ceiling else f"{floor}–{ceiling}")
    cautions = len(plan.cautions)
    assert (f"{cautions} caution" in worded(plan.answer.words)) == bool(cautions)


def test_a_colour_filter_counts_as_one() -> None:
    plan = planned(brief("Under the rafts"))
    assert plan.answer is not None and plan.answer.values[-1].text == "Magenta"


def test_a_set_at_its_shortest_shutter_says_that_it_is_too_bright() -> None:
    snow = brief("The pilot gig", light={"kind": "condition", "condition": "snow-sun"}, falls_stops=0)
    slow = A4.model_copy(update={"shortest_shutter": Fraction(1, 1000)})
    made = plan_of(snow, slow, stance=SCHOOL_BY_KEY["even-keel"].stance, pins={"shutter": "auto"})
    assert isinstance(made, Plan) and made.answer is not None
    brightest = next(one for one in made.in_light if one.name == "brightest")
    assert made.reach.high.end == "runaway" and brightest.error_stops > 0.3
    assert worded(made.answer.line).startswith(f"Too bright by {brightest.error_stops:.1f} stops")
