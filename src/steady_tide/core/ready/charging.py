"""What has to be on which charger from when, so that everything is full before the first scene."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import Final

from steady_tide.core.document import Part
from steady_tide.core.kit.bag import BagItem, Cell, Charger
from steady_tide.core.kit.device import Device
from steady_tide.core.ready.upkeep import Upkeep

IN_BODY_W: Final = 5.0
"""What a camera takes to charge its own cell, where no charger fits [W]. **Assumed**."""
MOST_PIECES: Final = 60
"""So many cells at most are put on chargers before a day."""


def charge_minutes(cell: Cell, output_w: float, upkeep: Upkeep) -> float:
    """How long a cell takes from empty to full [minutes]: at what socket and cell bear, whichever is less.

    output_w: of the socket [W]. A cell whose own limit is not known is full in an hour at the soonest.
    """
    most = cell.charge_w if cell.charge_w is not None else cell.capacity_wh
    return 60.0 * cell.capacity_wh * cell.health / min(output_w * upkeep.charging_efficiency, most)


@dataclass(frozen=True)
class ToCharge:
    """A cell that is not full. number: which of its kind."""

    cell: Cell
    number: int


class InSocket(Part):
    """A cell in a socket of a charger. round: which in this socket. begins, ends: minutes after charging began."""

    charger: str
    charger_label: str
    socket: int
    round: int
    cell: str
    cell_label: str
    number: int
    begins: float
    ends: float


class Charging(Part):
    """How everything becomes full. minutes: all of it, at the soonest.

    latest: when to begin at the latest, in minutes after midnight of the day (before it: below 0); None without a day.
    late: cells that will not be full in time, when it is begun now.
    """

    turns: list[InSocket]
    minutes: float
    latest: float | None
    late: list[str]


def chargers_for(cells: Iterable[Cell], bag: Sequence[BagItem], devices: Sequence[Device]) -> list[Charger]:
    """The chargers of the bag; for cells that fit none of them, the cameras themselves."""
    found = [item for item in bag if isinstance(item, Charger) and item.condition != "unusable"]
    lacking = {key for cell in cells if not any(_fits(one, cell) for one in found) for key in cell.fits}
    own = [
        Charger(key=f"in-{device.key[:50]}", label=f"in {device.name}"[:120], fits=[device.key], output_w=IN_BODY_W)
        for device in devices
        if device.key in lacking
    ]
    return [*found, *own]


def _fits(charger: Charger, cell: Cell) -> bool:
    return bool(set(charger.fits) & set(cell.fits))


@dataclass
class _Socket:
    charger: Charger
    number: int
    free_at: float = 0.0
    rounds: int = 0
    turns: list[InSocket] = field(default_factory=list)


def charging(
    pieces: Sequence[ToCharge],
    chargers: Sequence[Charger],
    upkeep: Upkeep,
    *,
    by: float | None = None,
    now: float | None = None,
) -> Charging:
    """Cells on chargers, the longest first, each where it is full soonest.

    by: when all has to be full [minutes after midnight of the day]; now: what time it is, on the same clock.
    """
    sockets = [_Socket(charger, number + 1) for charger in chargers for number in range(charger.sockets)]
    longest_first = sorted(pieces[:MOST_PIECES], key=lambda one: -one.cell.capacity_wh * one.cell.health)
    for piece in longest_first:
        fitting = [socket for socket in sockets if _fits(socket.charger, piece.cell)]
        if fitting:
            _put(piece, min(fitting, key=lambda one: _full_at(one, piece, upkeep)), upkeep)
    turns = [turn for socket in sockets for turn in socket.turns]
    minutes = max((turn.ends for turn in turns), default=0.0)
    late = [] if by is None or now is None else [turn for turn in turns if now + turn.ends > by]
    return Charging(
        turns=sorted(turns, key=lambda turn: (turn.round, turn.charger, turn.socket)),
        minutes=round(minutes, 1),
        latest=None if by is None else round(by - minutes, 1),
        late=[f"{turn.cell_label}, no. {turn.number}" for turn in late],
    )


def _full_at(socket: _Socket, piece: ToCharge, upkeep: Upkeep) -> float:
    return socket.free_at + charge_minutes(piece.cell, socket.charger.output_w, upkeep)


def _put(piece: ToCharge, socket: _Socket, upkeep: Upkeep) -> None:
    ends = _full_at(socket, piece, upkeep)
    socket.rounds += 1
    turn = InSocket(
        charger=socket.charger.key,
        charger_label=socket.charger.label,
        socket=socket.number,
        round=socket.rounds,
        cell=piece.cell.key,
        cell_label=piece.cell.label,
        number=piece.number,
        begins=round(socket.free_at, 1),
        ends=round(ends, 1),
    )
    socket.turns.append(turn)
    socket.free_at = ends
