"""Columns of settings over enumerated rows: which value each row has."""

from collections.abc import Sequence
from functools import cached_property

import numpy as np

from steady_tide.core.kit.settings import Value
from steady_tide.core.quantities import Bools, Floats, Ints


class Column:
    """A setting over rows. values: those that occur, V of them; codes: which of them each row has."""

    def __init__(self, values: Sequence[Value], codes: Ints) -> None:
        """values: by code, some of them equal or never met."""
        numbers: dict[Value, int] = {}
        numbered = np.array([numbers.setdefault(value, len(numbers)) for value in values], dtype=np.intp)[codes]
        there, self.codes = np.unique(numbered, return_inverse=True)
        distinct = list(numbers)
        self.values = [distinct[int(at)] for at in there]

    @classmethod
    def each(cls, values: Sequence[Value]) -> "Column":
        """A column in which every row has a value of its own."""
        return cls(values, np.arange(len(values)))

    @classmethod
    def of_numbers(cls, numbers: Ints | Floats) -> "Column":
        """A column of whole numbers as its own values."""
        distinct, codes = np.unique(numbers, return_inverse=True)
        return cls([int(value) for value in distinct], codes)

    def mask(self, value: Value | None) -> Bools:
        """Rows that have a value; all where it is None."""
        if value is None:
            return np.ones(len(self.codes), dtype=bool)
        at = self.values.index(value) if value in self.values else -1
        return np.asarray(self.codes == at)

    @cached_property
    def _grouped(self) -> tuple[Ints, Ints]:
        order = np.argsort(self.codes, kind="stable")
        return order, np.searchsorted(self.codes[order], np.arange(len(self.values)))

    def least(self, totals: Floats) -> Floats:
        """The least of totals (rows,) for each value, shape (V,)."""
        order, starts = self._grouped
        return np.asarray(np.minimum.reduceat(totals[order], starts))
