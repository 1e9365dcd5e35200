"""Cells and cards of an account as single pieces."""

from typing import Any, Final

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.ready.stock import STATE_WORDS, PieceState, States, counted_pieces
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.views import View
from steady_tide.store.errors import NotFound
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.ready import pieces
from steady_tide.store.tables import PieceRow

EVERY: Final = 0
"""In place of a number: every piece of a kind."""


class PieceView(View):
    """A single piece. state: None where nothing was said of it; words: how it stands."""

    number: int
    state: PieceState | None
    words: str


class StockView(View):
    """A kind of cells or cards, piece by piece. choices: what may be said of one, with its words."""

    key: str
    kind: str
    label: str
    pieces: list[PieceView]
    choices: dict[PieceState, str]


class Stock:
    """One account's pieces."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    @property
    def states(self) -> States:
        """What is known of every piece."""
        return {(row.item_key, row.number): _state(row.state) for row in pieces(self.rows)}

    def view(self, bag: list[BagItem] | None = None, states: States | None = None) -> list[StockView]:
        """Every kind of cells and cards of the bag, piece by piece. states: where they are known already."""
        things = KitDesk(self.rows).bag() if bag is None else bag
        states = self.states if states is None else states
        return [_view(item, states) for item in things if counted_pieces(item) > 0]

    def say(self, item_key: str, number: int, state: PieceState | None) -> list[StockView]:
        """Say how a piece stands, or with EVERY all of its kind; None forgets it.

        Raises NotFound for a thing that is not in the bag, BadInput for a number there is not.
        """
        item = next((one for one in KitDesk(self.rows).bag() if one.key == item_key), None)
        count = counted_pieces(item) if item is not None else 0
        if item is None or count == 0:
            raise NotFound("there is no such cell or card in the bag")
        if number > count:
            raise BadInput([Problem(("number",), f"there are {count} of it; 0 stands for all")])
        known = {row.number: row for row in pieces(self.rows) if row.item_key == item_key}
        for one in range(1, count + 1) if number == EVERY else [number]:
            self._put(item_key, one, state, known.get(one))
        self.rows.flush()
        return self.view()

    def note(self, item_key: str, number: int, state: PieceState) -> None:
        """Keep how a piece stands, whether or not it is in the bag: for what is brought in."""
        row = next((one for one in pieces(self.rows) if (one.item_key, one.number) == (item_key, number)), None)
        self._put(item_key, number, state, row)

    def _put(self, item_key: str, number: int, state: PieceState | None, row: PieceRow | None) -> None:
        if state is None:
            if row is not None:
                self.rows.delete(row)
        elif row is None:
            self.rows.add(PieceRow(item_key=item_key, number=number, state=state))
        else:
            row.state = state


def _state(kept: str) -> Any:
    return kept


def _view(item: BagItem, states: States) -> StockView:
    words = STATE_WORDS[item.kind]

    def piece(number: int) -> PieceView:
        state = states.get((item.key, number))
        return PieceView(number=number, state=state, words=words[state] if state else "not said")

    return StockView(
        key=item.key,
        kind=item.kind,
        label=item.label,
        pieces=[piece(number) for number in range(1, counted_pieces(item) + 1)],
        choices=words,
    )
