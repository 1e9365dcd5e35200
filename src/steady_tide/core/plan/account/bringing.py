"""What a set needs from the bag, and what the bag is short of."""

from math import ceil
from typing import Final

from steady_tide.core.kit.bag import BagItem, Housing, Support
from steady_tide.core.message import Told, metres, number, say
from steady_tide.core.plan.account.plan import Brought, Measures, Price
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.problem.given import Given
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.situation import Situation

SUPPORTED: Final = ("tripod", "gimbal", "tray")
"""Ways of carrying that are a thing one brings."""


def cells_needed(situation: Situation, measured: Measures) -> int:
    """Cells the running time takes, at least one."""
    return max(ceil(situation.brief.running_minutes / measured.battery_minutes), 1)


def to_bring(chosen: ExposedSet, measured: Measures) -> list[Brought]:
    """Everything of the bag that this set uses."""
    situation, given = chosen.situation, chosen.situation.given
    used: list[BagItem | None] = [given.housing, situation.support, situation.lamp, *given.power_banks]
    used += [item for item in given.colour_filters if item.key == situation.fit.colour_filter]
    found = [_no_housing(given)] if given.lacks_housing else []
    found += [_thing(item) for item in used if item is not None]
    if chosen.glass.key != NO_FILTER:
        found.append(Brought(key=chosen.glass.key, kind="nd", label=chosen.glass.label))
    left = cells_needed(situation, measured)
    for cell in given.cells:
        if left > 0:
            found.append(Brought(key=cell.key, kind="cell", label=cell.label, count=min(left, cell.count)))
            left -= cell.count
    return found + [_thing(item) for item in (*given.memory_cards[:1], given.microphone) if item is not None]


NO_HOUSING: Final = "no-housing"
"""Stands for a housing that is needed and that the bag does not have."""


def _no_housing(given: Given) -> Brought:
    assert given.brief.water is not None, "only what goes under water needs one"
    deepest = metres(given.brief.water.deepest_m)
    told = say("bring-housing-missing", device=given.device.name, deepest=deepest)
    return Brought(key=f"{NO_HOUSING}-{given.device.key}", kind="housing", label=told)


def _thing(item: BagItem) -> Brought:
    return Brought(key=item.key, kind=item.kind, label=item.label)


def to_bring_told(brought: Brought, situation: Situation) -> Told:
    """A thing to bring as it is told, and how it is come by where it is not there yet."""
    item = next((one for one in situation.given.problem.bag if one.key == brought.key), None)
    named = _named(brought, situation)
    if item is None or item.come_by == "owned":
        return named
    return say("bring-still", label=named, still=item.come_by.replace("-", " "))


def _named(brought: Brought, situation: Situation) -> Told:
    if brought.kind == "cell":
        return say("bring-counted", count=brought.count, label=brought.label)
    housing = situation.given.housing
    if isinstance(housing, Housing) and brought.key == housing.key and housing.serviced:
        return say("bring-serviced", label=brought.label, date=str(housing.serviced))
    return brought.label


def missing(situation: Situation) -> list[Price]:
    """What the brief counts on and the bag does not have for this camera."""
    given, carried = situation.given, situation.carried
    found = []
    has_supports = any(item.kind == "support" for item in given.problem.bag)
    on_gimbal = any(level.optical for level in situation.device.stabilisation)
    fitting = any(item.carried == carried for item in given.usable_of(Support))
    if carried in SUPPORTED and has_supports and not fitting and not (carried == "gimbal" and on_gimbal):
        told = say("missing-support", way=say(f"way-{carried}"), device=situation.device.name)
        found.append(Price(key="support-missing", label="Support missing", cost=1.0, told=told))
    water = situation.brief.water
    if water is not None and water.lamp and not given.lamps:
        unfit = next((c for c in given.compatible if c.kind == "lamp" and c.use == "unfit"), None)
        told = say("missing-lamp-near", lamp=unfit.label, why=unfit.told) if unfit else say("missing-lamp")
        found.append(Price(key="lamp-missing", label="Lamp missing", cost=1.0, told=told))
    return found


def shortfalls(situation: Situation, measured: Measures) -> list[Price]:
    """What the bag does not have enough of for this scene, told beside the plan."""
    given, found = situation.given, []
    have, need = sum(cell.count for cell in given.cells), cells_needed(situation, measured)
    if given.cells and need > have:
        told = say("short-cells", need=need, each=number(measured.battery_minutes, "min", 0), have=have)
        found.append(Price(key="cells-short", label="Cells short", cost=float(need - have), told=told))
    inside = situation.device.storage_gb or 0.0
    room = inside + sum(card.capacity_gb * card.count for card in given.memory_cards)
    if room and measured.recorded_gb > room:
        told = say("short-cards", recorded=number(measured.recorded_gb, "GB", 0), room=number(room, "GB", 0))
        found.append(Price(key="cards-short", label="Cards short", cost=1.0, told=told))
    return [*found, *missing(situation)]
