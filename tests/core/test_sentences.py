"""Every sentence of a few hundred plans is read: no placeholder, no wrong plural, no circle, no foreign figure."""

import re
from collections.abc import Iterator
from typing import Any, Final

import pytest

from steady_tide.core.advice.helps import helps
from steady_tide.core.errors import BadInput
from steady_tide.core.exposure.reach import ending
from steady_tide.core.message import Message
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import plan_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOLS
from steady_tide.formats.wording import all_worded, worded
from tests.core.test_schools import EVERYDAY, SCENIC
from tests.situations import A4, KIT, SCENES, TALKING, brief

SPACES: Final = Spaces()
BRIEFS: Final = [*SCENES.values(), TALKING, EVERYDAY, SCENIC]
WRONG: Final = {
    "a placeholder": re.compile(r"\{[^}]*\}|\bNone\b|\bnan\b|\binf\b|<[a-z ]+>|\[\]"),
    "a wrong plural": re.compile(
        r"(?<![\d.,/])1 (stops|minutes|cells|metres|seconds|frames|filters|photosites|lamps|degrees)\b"
    ),
    "a doubled word": re.compile(r"\b(\w{2,}) \1\b", re.IGNORECASE),
    "a hole": re.compile(r"  |\(\)|, ,|\.\.|: \.|;\."),
    "a key for a word": re.compile(r"\b(nd|skarv|lumme|card|cell)-[a-z0-9]"),
}


def changed(data: dict[str, Any], which: int) -> dict[str, Any]:
    """A brief otherwise: darker, colder, first time out, wind, other delivery."""
    more: list[dict[str, Any]] = [
        {},
        {"temperature_c": -5, "first_outing": True, "minutes": 120},
        {"falls_stops": 4, "repeatable": False, "windy": True, "wind_m_s": 9, "humidity_percent": 90},
        {"falls_stops": 0, "rises_stops": 0, "carried": "tripod", "frozen": True},
        {"delivery": {**data.get("delivery", {}), "edited_on": "phone", "slowed": 4, "shapes": ["9:16", "16:9"]}},
    ]
    return {**data, **more[which]}


def planned_all() -> Iterator[tuple[PlanningProblem, Plan]]:
    at = 0
    for data in BRIEFS:
        for device in KIT.devices:
            for school in SCHOOLS:
                at += 1
                brief = Brief.read(changed(data, at % 5))
                problem = PlanningProblem.of(brief, device, stance=school.stance, bag=KIT.bag if at % 3 else ())
                try:
                    made = plan_scene(problem, SPACES)
                except BadInput:
                    continue
                if isinstance(made, Plan):
                    yield problem, made


@pytest.fixture(scope="module")
def plans() -> list[tuple[PlanningProblem, Plan]]:
    return list(planned_all())


def sentences(plan: Plan) -> Iterator[str]:
    """All that is said of a plan."""
    yield from (plan.headline, plan.reach.words)
    yield from all_worded(ending(mark.end) for mark in (plan.reach.low, plan.reach.high))
    yield from all_worded(plan.bring)
    yield from all_worded([one.told for one in plan.practice] + [one.told for one in plan.cautions])
    yield from all_worded(one.told for one in plan.assumptions)
    for price in plan.prices:
        yield f"{price.label}: {worded(price.told)}"
    for line in plan.ledger.lines:
        yield f"{line.label}: {line.detail}"
    for figure in plan.figures:
        yield f"{figure.label}: {worded(figure.text)} {figure.unit}, {worded(figure.how)}"
    for decision in plan.decisions:
        yield worded(decision.why)
        for rival in decision.rivals:
            yield worded(rival.told or "")
            for turn in rival.turned_by:
                yield from (worded(turn.here), worded(turn.there or turn.label))


def test_enough_is_read(plans: list[tuple[PlanningProblem, Plan]]) -> None:
    assert len(plans) >= 200
    assert len({said for _, plan in plans for said in sentences(plan)}) > 3000


def test_no_sentence_is_wrong_in_form(plans: list[tuple[PlanningProblem, Plan]]) -> None:
    found = {
        (what, said)
        for _, plan in plans
        for said in sentences(plan)
        for what, pattern in WRONG.items()
        if pattern.search(said)
    }
    assert not found, sorted(found)[:20]


def test_no_reason_is_a_circle(plans: list[tuple[PlanningProblem, Plan]]) -> None:
    for _, plan in plans:
        for decision in plan.decisions:
            why = worded(decision.why)
            first, _, second = why.partition(" With ")
            said = re.escape(first.rstrip("."))
            assert not second or not re.search(rf"(?<![\d.]){said}", second), why


EQUALS = {"why-first-of-equals": True, "why-as-good": False}
"""Reasons that call a rival as good, and whether the value stands before it in the camera's order."""


def test_what_is_said_of_equals_is_so(plans: list[tuple[PlanningProblem, Plan]]) -> None:
    """Also where a camera offers the same steadying twice: the first is taken, and said to be."""
    twins = [level.model_copy(update={"key": f"{level.key}-too"}) for level in A4.stabilisation]
    modes = [
        mode.model_copy(update={"stabilisation": [*mode.stabilisation, *(f"{key}-too" for key in mode.stabilisation)]})
        for mode in A4.modes
    ]
    twice = A4.model_copy(update={"stabilisation": [*A4.stabilisation, *twins], "modes": modes})
    problem = PlanningProblem.of(brief("The pilot gig"), twice, stance=SCHOOLS[0].stance, bag=KIT.bag)
    made = plan_scene(problem)
    assert isinstance(made, Plan)
    told = [
        (EQUALS[decision.why.key], decision)
        for plan in [made, *(plan for _, plan in plans)]
        for decision in plan.decisions
        if isinstance(decision.why, Message) and decision.why.key in EQUALS
    ]
    assert told
    for first, decision in told:
        order = [option.value for option in decision.options]
        assert decision.rivals[0].cost == pytest.approx(0.0, abs=0.006), worded(decision.why)
        assert (order.index(decision.value) < order.index(decision.rivals[0].value)) == first, worded(decision.why)


def test_lamps_are_named_where_there_are_some(plans: list[tuple[PlanningProblem, Plan]]) -> None:
    for problem, plan in plans:
        if not plan.light.lamps and problem.brief.water is None:
            whys = {decision.setting.value: worded(decision.why) for decision in plan.decisions}
            assert "lamps" not in whys.get("metering", "") and "counts your lamps" not in whys.get("lamp", "")


def test_every_range_that_is_told_is_the_plan_s(plans: list[tuple[PlanningProblem, Plan]]) -> None:
    for _, plan in plans:
        if plan.reach.words:
            ((low, high),) = re.findall(r"from (-?[\d.]+) to (-?[\d.]+) EV", plan.reach.words)
            assert (float(low), float(high)) == (round(plan.reach.low.ev100, 1), round(plan.reach.high.ev100, 1))


def test_figures_read_as_they_are(plans: list[tuple[PlanningProblem, Plan]]) -> None:
    for _, plan in plans:
        for figure in plan.figures:
            text = worded(figure.text)
            if re.fullmatch(r"[+-]?\d+(\.\d+)?(e\+?\d+)?", text):
                assert float(text) == pytest.approx(figure.value, rel=0.51, abs=0.51), figure.key


def test_helps_are_sentences_too(plans: list[tuple[PlanningProblem, Plan]]) -> None:
    for problem, plan in plans[::9]:
        for one in helps(problem, plan, SPACES):
            assert worded(one.told).endswith(".") and not any(
                pattern.search(worded(one.told)) for pattern in WRONG.values()
            ), worded(one.told)
