"""What a set is said to hold, by how well the light is known: in the core, on the day, in lists, in the browser."""

from typing import Any

import pytest

from steady_tide.core.plan.account.plan import Answer, Plan
from steady_tide.core.plan.account.verdict import Verdict, holds, verdict_of
from steady_tide.desk.planning.summaries import summary_of
from steady_tide.formats.wording import worded
from tests.situations import A4, brief, planned

BEYOND: list[tuple[float, float, Verdict]] = [
    (-1.2, 1.0, "steady"), (-0.9, 1.0, "likely"), (0.0, 1.0, "likely"), (0.04, 1.0, "likely"), (0.1, 1.0, "uncertain"),
    (1.0, 1.0, "uncertain"), (1.1, 1.0, "not"), (0.1, 0.0, "not"), (0.0, 0.0, "steady"), (0.4, 0.3, "not"),
]  # fmt: skip


@pytest.mark.parametrize(("beyond", "known", "verdict"), BEYOND)
def test_light_beyond_by_less_than_it_is_known_is_uncertain(beyond: float, known: float, verdict: Verdict) -> None:
    assert verdict_of(beyond, known) == verdict
    assert holds(verdict) is (verdict in ("steady", "likely"))


def lit(ev100: float, uncertain: float) -> Plan:
    light: dict[str, Any] = {
        "kind": "computed", "ev100": ev100, "uncertainty_stops": uncertain, "kelvin": 3000, "lamps": True,
    }  # fmt: skip
    return planned(brief("Lantern market", light=light, falls_stops=0.2, rises_stops=0.2), A4, iso_ceiling=1600)


def test_more_doubt_is_no_worse_news_and_a_reading_is_named() -> None:
    marks = lit(3.0, 0.1).reach
    short = lit(marks.low.ev100 - 0.2, 0.1)
    doubted = lit(marks.low.ev100 - 0.2, 1.0)
    assert short.answer is not None and doubted.answer is not None
    assert (short.answer.verdict, doubted.answer.verdict) == ("not", "uncertain")
    assert not short.answer.steady and not doubted.answer.steady
    assert "a reading would tell" in worded(doubted.answer.line) and "± 1.0" in worded(doubted.answer.line)
    held, likely = lit(marks.low.ev100 + 1.0, 0.1), lit(marks.low.ev100 + 0.4, 1.5)
    assert held.answer is not None and likely.answer is not None
    assert (held.answer.verdict, likely.answer.verdict) == ("steady", "likely")


def test_lists_ask_for_a_decision_exactly_where_the_set_does_not_hold() -> None:
    marks = lit(3.0, 0.1).reach
    for ev100, uncertain in ((marks.low.ev100 - 0.4, 0.1), (marks.low.ev100 - 0.4, 2.0), (marks.low.ev100 + 1.0, 0.1)):
        made = lit(ev100, uncertain)
        assert made.answer is not None
        told = summary_of(made)
        assert bool(told.to_decide) is not made.answer.steady
        assert told.light is not None and told.light.verdict == made.answer.verdict


def test_answers_of_before_open() -> None:
    old = {"words": {"key": "answer-steady", "args": {}}, "line": {"key": "answer-steady", "args": {}}, "values": []}
    assert Answer.read({**old, "steady": True}).verdict == "steady"
    assert Answer.read({**old, "steady": False}).verdict == "not"
