"""What lists tell of a plan: written when the plan is kept, so that a list need not read plans."""

from typing import Literal

from steady_tide.core.kit.settings import label_in_text
from steady_tide.core.message import Told, say
from steady_tide.core.plan.account.plan import Conflict, Plan, Price
from steady_tide.core.plan.account.verdict import holds
from steady_tide.core.plan.prices.book import BOOK
from steady_tide.desk.views import LightSummary, Outcome, Refusal, View


class Summary(View):
    """A plan in a line: what it is, what still needs a decision, what is short, what it pays for, its light against
    its marks.
    """

    outcome: Literal["plan", "conflict", "refused"]
    headline: str
    to_decide: list[Told]
    short: list[Told]
    pays: list[Told]
    light: LightSummary | None


def summary_of(outcome: Outcome) -> Summary:
    """What lists tell of a plan, a conflict or a refusal."""
    return Summary(
        outcome=outcome.outcome,
        headline=_headline(outcome),
        to_decide=to_decide(outcome),
        short=_short(outcome),
        pays=_pays(outcome),
        light=_light(outcome),
    )


def _headline(outcome: Outcome) -> str:
    if isinstance(outcome, Plan):
        return outcome.headline
    return outcome.words if isinstance(outcome, Conflict) else outcome.problems[0].message


def _light(outcome: Outcome) -> LightSummary | None:
    if not isinstance(outcome, Plan):
        return None
    return LightSummary(
        dark_ev100=outcome.dark_ev100,
        ev100=outcome.light.ev100,
        bright_ev100=outcome.bright_ev100,
        uncertainty_stops=outcome.light.uncertainty_stops,
        low_ev100=outcome.reach.low.ev100,
        high_ev100=outcome.reach.high.ev100,
        verdict=outcome.answer.verdict if outcome.answer else "steady",
    )


def to_decide(outcome: Outcome) -> list[Told]:
    """What still needs a decision: conflicts, what would drown, light beyond the marks."""
    if isinstance(outcome, Refusal):
        return [outcome.problems[0].message]
    if isinstance(outcome, Conflict):
        return [outcome.words]
    answer = outcome.answer
    beyond = [answer.line] if answer is not None and not holds(answer.verdict) else []
    return [*outcome.alerts, *beyond]


def _pays(outcome: Outcome) -> list[Told]:
    """What it pays dearest for, if anything: nothing that has to be decided."""
    dear = outcome.prices if isinstance(outcome, Plan) else []
    return [_paid(one) for one in dear if one.key in BOOK][:1]


def _short(outcome: Outcome) -> list[Told]:
    """What there is not enough of: cells, cards, light for any picture; what else the bag lacks."""
    dear = outcome.prices if isinstance(outcome, Plan) else []
    return [_paid(one) for one in dear if one.key not in BOOK]


def _paid(one: Price) -> Told:
    return say("pays", price=label_in_text(one.label), told=one.told)
