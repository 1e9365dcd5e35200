"""What has to be on which charger from when, so that everything is full before the first scene."""

from steady_tide.core.kit.bag import Cell
from steady_tide.core.ready.upkeep import Upkeep


def charge_minutes(cell: Cell, output_w: float, upkeep: Upkeep) -> float:
    """How long a cell takes from empty to full [minutes]: at what socket and cell bear, whichever is less.

    output_w: of the socket [W]. A cell whose own limit is not known is full in an hour at the soonest.
    """
    most = cell.charge_w if cell.charge_w is not None else cell.capacity_wh
    return 60.0 * cell.capacity_wh * cell.health / (min(output_w * upkeep.charging_efficiency, most))
