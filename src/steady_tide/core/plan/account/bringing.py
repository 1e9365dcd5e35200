"""What a set needs from the bag, and what the bag is short of."""

from math import ceil
from typing import Final

from steady_tide.core.kit.bag import Housing, PowerBank, Support
from steady_tide.core.plan.account.explain import PointView
from steady_tide.core.plan.account.plan import Price
from steady_tide.core.plan.prices.consideration import one
from steady_tide.core.plan.prices.picture import battery_minutes
from steady_tide.core.plan.prices.recording import recorded_gb
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.situation import Situation

SUPPORTED: Final = ("tripod", "gimbal", "tray")
"""Ways of carrying that are a thing one brings."""


def cells_needed(view: PointView) -> int:
    """Cells the running time takes, at least one."""
    return max(ceil(view.situation.brief.running_minutes / one(battery_minutes(view.block))), 1)


def gigabytes_needed(view: PointView) -> float:
    """Gigabytes the running time records."""
    return one(recorded_gb(view.recording))


def to_bring(view: PointView) -> list[str]:
    """Everything of the bag that this set uses, in words."""
    situation = view.situation
    glass = situation.glasses[int(view.block.exposures.glass[0])]
    used = [
        _housing_text(situation.housing) if situation.housing else "",
        situation.support.label if situation.support else "",
        situation.lamp.label if situation.lamp else "",
        *(item.label for item in situation.usable if isinstance(item, PowerBank) and situation.bank_wh),
        *(item.label for item in situation.colour_filters if item.key == situation.colour_filter),
        glass.label if glass.key != NO_FILTER else "",
        *_cells_text(view),
        situation.cards[0].label if situation.cards else "",
        situation.microphone.label if situation.microphone else "",
    ]
    return [words for words in used if words]


def _housing_text(housing: Housing) -> str:
    return f"{housing.label}{f', seals serviced {housing.serviced}' if housing.serviced else ''}"


def _cells_text(view: PointView) -> list[str]:
    left, found = cells_needed(view), []
    for cell in view.situation.cells:
        if left > 0:
            taken = min(left, cell.count)
            found.append(f"{taken} × {cell.label}")
            left -= taken
    return found


def missing(situation: Situation) -> list[Price]:
    """What the brief counts on and the bag does not have for this camera."""
    found = []
    carried = situation.carried
    has_supports = any(item.kind == "support" for item in situation.bag)
    on_gimbal = any(level.optical for level in situation.device.stabilisation)
    fitting = any(isinstance(item, Support) and item.carried == carried for item in situation.usable)
    if carried in SUPPORTED and has_supports and not fitting and not (carried == "gimbal" and on_gimbal):
        words = f"filmed on a {carried}, but the bag has none that fits {situation.device.name}"
        found.append(Price(label="Support missing", cost=1.0, words=words))
    water = situation.brief.water
    if water is not None and water.lamp and not situation.lamps:
        unfit = next((c for c in situation.compatible if c.kind == "lamp" and c.use == "unfit"), None)
        words = f"the nearest, {unfit.label}: {unfit.words}" if unfit else "there is none in the bag"
        found.append(Price(label="Lamp missing", cost=1.0, words=words))
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
    inside = situation.device.storage_gb or 0.0
    room = inside + sum(card.capacity_gb * card.count for card in situation.cards)
    if room and gigabytes_needed(view) > room:
        words = f"{gigabytes_needed(view):.0f} GB recorded, {room:.0f} GB in the bag"
        found.append(Price(label="Cards short", cost=1.0, words=words))
    return [*found, *missing(situation)]
