"""What a set needs from the bag, and what the bag is short of."""

from math import ceil

import numpy as np

from steady_tide.core.image.budget import gb_per_hour
from steady_tide.core.plan.considerations.picture import battery_minutes
from steady_tide.core.plan.considerations.table import one
from steady_tide.core.plan.explain import PointView
from steady_tide.core.plan.plan import Price
from steady_tide.core.plan.situation import NO_FILTER


def cells_needed(view: PointView) -> int:
    """Cells the running time takes, at least one."""
    return max(ceil(view.situation.brief.minutes / one(battery_minutes(view.block))), 1)


def gigabytes_needed(view: PointView) -> float:
    """Gigabytes the running time records."""
    hourly = one(np.asarray(gb_per_hour(view.recording.rows.mbit_s)))
    return hourly * view.situation.brief.minutes / 60.0


def to_bring(view: PointView) -> list[str]:
    """Everything of the bag that this set uses, in words."""
    situation = view.situation
    found = []
    if situation.housing is not None:
        serviced = situation.housing.serviced
        found.append(f"{situation.housing.label}{f', seals serviced {serviced}' if serviced else ''}")
    found += [item.label for item in situation.colour_filters if item.key == situation.colour_filter]
    glass = situation.glasses[int(view.block.exposures.glass[0])]
    if glass.key != NO_FILTER:
        found.append(glass.label)
    if situation.cells:
        left = cells_needed(view)
        for cell in situation.cells:
            if left > 0:
                taken = min(left, cell.count)
                found.append(f"{taken} × {cell.label}")
                left -= taken
    if situation.cards:
        found.append(situation.cards[0].label)
    return found


def shortfalls(view: PointView) -> list[Price]:
    """What the bag does not have enough of for this scene, told beside the plan."""
    situation = view.situation
    found = []
    have, need = sum(cell.count for cell in situation.cells), cells_needed(view)
    if situation.cells and need > have:
        minutes = one(battery_minutes(view.block))
        words = f"{need} cells needed at {minutes:.0f} min each, {have} in the bag"
        found.append(Price(label="Cells short", cost=float(need - have), words=words))
    room = sum(card.capacity_gb * card.count for card in situation.cards)
    if situation.cards and gigabytes_needed(view) > room:
        words = f"{gigabytes_needed(view):.0f} GB recorded, {room:.0f} GB in the bag"
        found.append(Price(label="Cards short", cost=1.0, words=words))
    return found
