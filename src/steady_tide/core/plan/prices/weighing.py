"""A small choice weighed: offered values, each with its objections and their price."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

from steady_tide.core.kit.settings import Value
from steady_tide.core.message import Argument, Message, clauses, say
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.problem.stance import Axis


class Objection(NamedTuple):
    """What speaks against a value: its row in the book of prices, what it costs [stops-equivalents], its facts.

    name: the key of its message, where that is not made of the row's.
    """

    key: str
    cost: float
    name: str = ""
    facts: Mapping[str, Argument] = {}

    @property
    def told(self) -> Message:
        """The objection as it is told."""
        return say(self.name or f"against-{self.key.replace('.', '-')}", **self.facts)


Objections = tuple[Objection, ...]


def against(prices: Prices, key: str, name: str = "", *, amount: float = 1.0, **facts: Argument) -> Objections:
    """An objection of a price taken so many times; none where it costs nothing. name: as of an Objection."""
    cost = prices(key) * amount
    return (Objection(key, cost, name, facts),) if cost else ()


@dataclass(frozen=True)
class Weighing:
    """Offered values with everything that speaks against each, and the axis that moves them."""

    objections: dict[Value, Objections]
    praise: Message
    axis: Axis | None = None

    @cached_property
    def costs(self) -> dict[Value, float]:
        """Sum of the objections to each value."""
        return {value: sum(one.cost for one in objections) for value, objections in self.objections.items()}

    def cost(self, value: Value) -> float:
        """Sum of the objections to a value."""
        return self.costs[value]

    def told_of(self, value: Value) -> Message:
        """What speaks against a value, or what speaks for it where nothing does."""
        return clauses(one.told for one in self.objections[value]) if self.objections[value] else self.praise

    def best(self) -> Value:
        """The cheapest value; of equals the first offered."""
        return min(self.costs, key=self.costs.__getitem__)


def weigh(
    values: Sequence[Value],
    praise: Message,
    objections: Mapping[str, Objections] | None = None,
    *,
    axis: Axis | None = None,
) -> Weighing:
    """A weighing over the offered values; `objections` maps texts of values to what speaks against them."""
    table = objections or {}
    return Weighing({value: table.get(str(value), ()) for value in values}, praise, axis)
