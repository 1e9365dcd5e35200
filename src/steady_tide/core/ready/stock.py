"""Cells and cards as single pieces: how each stands, and which of them are to be charged for a day."""

from collections.abc import Mapping, Sequence
from typing import Final, Literal

from steady_tide.core.kit.bag import BagItem, Cell, MemoryCard
from steady_tide.core.ready.charging import ToCharge

PieceState = Literal["ready", "in-use", "spent"]
"""ready: a charged cell, an empty card. spent: an empty cell, a full card."""
STATE_WORDS: Final[dict[str, dict[PieceState, str]]] = {
    "cell": {"ready": "charged", "in-use": "in use", "spent": "empty"},
    "card": {"ready": "empty", "in-use": "in use", "spent": "full"},
}
"""How a state is told, by the kind of thing."""
States = Mapping[tuple[str, int], PieceState]
"""States by key of the thing and number of the piece; what is not there was not said."""
MOST_OF_A_KIND: Final = 40
"""So many pieces of one kind are told one by one."""


def counted_pieces(item: BagItem) -> int:
    """How many single pieces a thing of the bag is told by; 0 where it is not told by pieces."""
    if not isinstance(item, Cell | MemoryCard) or item.condition == "unusable":
        return 0
    return min(item.count, MOST_OF_A_KIND)


def with_spares(used: Mapping[str, int], bag: Sequence[BagItem]) -> dict[str, int]:
    """Cells that are taken along, by kind: those that are used and one more, of another kind where none is left.

    used: whole cells a day takes, by key; what is not of the bag counts for nothing.
    """
    cells = {item.key: item for item in bag if isinstance(item, Cell) and counted_pieces(item) > 0}
    taken = {key: min(count, cells[key].count) for key, count in used.items() if key in cells}
    for key in list(taken):
        alike = [other for other in cells.values() if set(other.fits) & set(cells[key].fits)]
        first = sorted(alike, key=lambda other: other.key != key)
        spare = next((other for other in first if taken.get(other.key, 0) < other.count), None)
        if spare is not None and not any(taken.get(one.key, 0) > used.get(one.key, 0) for one in alike):
            taken[spare.key] = taken.get(spare.key, 0) + 1
    return taken


def to_charge(bag: Sequence[BagItem], wanted: Mapping[str, int], states: States) -> list[ToCharge]:
    """Cells to put on chargers, so that so many of each kind are charged; those that are nearest to it last.

    wanted: cells by key. A piece of which nothing was said counts as not charged.
    """
    found: list[ToCharge] = []
    for item in bag:
        if not isinstance(item, Cell) or item.key not in wanted:
            continue
        numbers = range(1, counted_pieces(item) + 1)
        known = {number: states.get((item.key, number)) for number in numbers}
        charged = sum(state == "ready" for state in known.values())
        lacking = max(min(wanted[item.key], len(known)) - charged, 0)
        empty = [number for number, state in known.items() if state != "ready"]
        # What is in a camera is not quite empty: it comes last.
        empty.sort(key=lambda one: known[one] == "in-use")
        found += [ToCharge(item, number) for number in empty[:lacking]]
    return found
