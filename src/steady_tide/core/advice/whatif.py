"""What if: two plans of one scene laid side by side, number by number, before anything is pinned."""

from typing import Literal

from steady_tide.core.document import Part
from steady_tide.core.kit.settings import Setting
from steady_tide.core.message import Told, say
from steady_tide.core.plan.account.plan import Plan


class FigureChange(Part):
    """A figure in both plans; None where one has no such figure."""

    key: str
    label: str
    unit: str
    here: Told | None
    there: Told | None


class DecisionChange(Part):
    """A setting that would stand otherwise."""

    setting: Setting
    label: str
    here: str
    there: str


class PriceChange(Part):
    """A price that would come, go or change [stops-equivalents]."""

    label: str
    here: float
    there: float
    told: Told


class WhatIf(Part):
    """Everything that would differ. cost: how much dearer the other plan is [stops-equivalents]."""

    outcome: Literal["what-if"] = "what-if"
    cost: float
    low_mark_stops: float
    high_mark_stops: float
    figures: list[FigureChange]
    decisions: list[DecisionChange]
    prices: list[PriceChange]


def what_if(here: Plan, there: Plan) -> WhatIf:
    """The differences from one plan to another of the same scene and device."""
    return WhatIf(
        cost=round(there.cost - here.cost, 3),
        low_mark_stops=round(there.reach.low.ev100 - here.reach.low.ev100, 2),
        high_mark_stops=round(there.reach.high.ev100 - here.reach.high.ev100, 2),
        figures=_figures(here, there),
        decisions=_decisions(here, there),
        prices=_prices(here, there),
    )


def _figures(here: Plan, there: Plan) -> list[FigureChange]:
    first, second = ({figure.key: figure for figure in plan.figures} for plan in (here, there))
    found = []
    for key in dict.fromkeys([*first, *second]):
        figure, other = first.get(key), second.get(key)
        known = figure or other
        if known is not None and (figure and figure.text) != (other and other.text):
            found.append(
                FigureChange(
                    key=key,
                    label=known.label,
                    unit=known.unit,
                    here=figure.text if figure else None,
                    there=other.text if other else None,
                )
            )
    return found


def _decisions(here: Plan, there: Plan) -> list[DecisionChange]:
    second = {decision.setting: decision for decision in there.decisions}
    return [
        DecisionChange(
            setting=decision.setting, label=decision.label, here=decision.text, there=second[decision.setting].text
        )
        for decision in here.decisions
        if decision.setting in second and decision.value != second[decision.setting].value
    ]


def _prices(here: Plan, there: Plan) -> list[PriceChange]:
    first, second = ({price.label: price for price in plan.prices} for plan in (here, there))
    found = []
    for label in dict.fromkeys([*second, *first]):
        price, other = first.get(label), second.get(label)
        before, after = price.cost if price else 0.0, other.cost if other else 0.0
        if abs(before - after) >= 0.05:
            told = other.told if other else say("price-gone")
            found.append(PriceChange(label=label, here=before, there=after, told=told))
    return found
