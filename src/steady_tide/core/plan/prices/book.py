"""The book of prices: every price that moves a plan, read once from `prices.toml` beside this file."""

import hashlib
import json
import re
import tomllib
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from importlib.resources import files
from typing import Any, Final

from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.thresholds import THRESHOLDS, Threshold, threshold, thresholds

TOLD_FROM: Final = 1.0
"""Cost from which a price is told beside the plan, where its row says nothing else [stops-equivalents]."""


@dataclass(frozen=True)
class Price:
    """One row: what a fault costs [stops-equivalents per unit].

    key: its name where weights are kept. room: under which heading it stands in Taste. unit: what it is counted by.
    source: where the figure comes from; "assumed" where it is practice. axis: the disagreement it belongs to.
    warn_above: cost from which it is told beside the plan.
    """

    key: str
    label: str
    room: str
    weight: float
    unit: str
    source: str
    axis: Axis | None = None
    warn_above: float = TOLD_FROM

    @property
    def assumed(self) -> bool:
        """Whether the figure is practice, not a published one."""
        return "assumed" in self.source.lower()


def _worded(unit: str) -> str:
    """A unit with the thresholds that it names in braces: "a stop beyond {aim.unseen}"."""
    return re.sub(r"\{([a-z.-]+)\}", lambda found: _number(found[1]), unit)


def _number(key: str) -> str:
    row, _, name = key.rpartition(".")
    return f"{threshold(key) if key in THRESHOLDS else thresholds(row)[name]:g}"


def _words(name: str) -> str:
    return name.replace("-", " ").replace("Nd", "ND")


def _cells(grid: Mapping[str, Any]) -> Iterator[Price]:
    shared = {"room": grid["room"], "source": grid["source"], "axis": _axis(grid)}
    single = len(grid["columns"]) == 1
    for row, weights in grid["rows"].items():
        for column, weight in zip(grid["columns"], weights, strict=True):
            label = grid["label"].format(row=_words(row), column=_words(column))
            key = f"{grid['key']}.{row}" if single else f"{grid['key']}.{row}.{column}"
            unit = _worded(grid["unit"].replace("{row}", row))
            yield Price(key, label[:1].upper() + label[1:], weight=float(weight), unit=unit, **shared)


def _axis(row: Mapping[str, Any]) -> Axis | None:
    return Axis(row["axis"]) if "axis" in row else None


def _read(text: str) -> dict[str, Price]:
    """The book in the order of the file's rooms; a grid stands after the row whose name its own begins with."""
    data = tomllib.loads(text)
    rows = [
        Price(**{**row, "weight": float(row["weight"]), "unit": _worded(row["unit"]), "axis": _axis(row)})
        for row in data["price"]
    ]
    cells = {grid["key"]: list(_cells(grid)) for grid in data["grid"]}
    ordered: list[Price] = []
    for row in rows:
        ordered.append(row)
        ordered += [cell for key, found in cells.items() if key.partition(".")[0] == row.key for cell in found]
    return {price.key: price for price in ordered}


BOOK: Final[dict[str, Price]] = _read(files(__package__).joinpath("prices.toml").read_text(encoding="utf-8"))


_SHIPPED: Final = {price.key: price.weight for price in BOOK.values()}


def digest_of(prices: Mapping[str, Price], limits: Mapping[str, Threshold]) -> str:
    """What all prices and thresholds are, as one word: another where any number of them is."""
    numbers = [
        sorted((key, price.weight, price.warn_above) for key, price in prices.items()),
        sorted((key, dict(row.values)) for key, row in limits.items()),
    ]
    return hashlib.sha256(json.dumps(numbers, sort_keys=True).encode()).hexdigest()


BOOK_DIGEST: Final = digest_of(BOOK, THRESHOLDS)
"""Part of what a plan is made from: plans that were made by another book are made anew."""


class Prices:
    """The book as it counts for one account: own weights win over those it ships with."""

    def __init__(self, own: Mapping[str, float]) -> None:
        self._weights = {**_SHIPPED, **own} if own else _SHIPPED

    def __call__(self, key: str) -> float:
        """The weight of a price. Raises KeyError for a key that is not in the book."""
        return self._weights[key]
