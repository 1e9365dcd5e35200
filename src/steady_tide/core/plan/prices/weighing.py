"""A small choice weighed by words: values, each with its objections and their price."""

from collections.abc import Mapping
from dataclasses import dataclass

from steady_tide.core.kit.settings import Value
from steady_tide.core.plan.problem.stance import Axis


@dataclass(frozen=True)
class Objection:
    """What speaks against a value: its price in stops-equivalents and the words for it."""

    cost: float
    words: str


@dataclass(frozen=True)
class Weighing:
    """Offered values with everything that speaks against each, and the axis that moves them."""

    objections: dict[Value, tuple[Objection, ...]]
    praise: str
    axis: Axis | None = None

    def cost(self, value: Value) -> float:
        """Sum of the objections to a value."""
        return sum(objection.cost for objection in self.objections[value])

    def best(self) -> Value:
        """The cheapest value; of equals the first offered."""
        return min(self.objections, key=self.cost)


def weigh(
    values: list[Value],
    praise: str,
    against: Mapping[str, tuple[Objection, ...]] | None = None,
    *,
    axis: Axis | None = None,
) -> Weighing:
    """A weighing over the offered values; `against` maps texts of values to objections."""
    table = against or {}
    return Weighing({value: table.get(str(value), ()) for value in values}, praise, axis)
