"""Which thing of the bag can be used with which device in which scene, and why not.

The one place that says so: the planner draws only on what is not unfit here, and the
interface shows the same words.
"""

from collections.abc import Iterable
from typing import Final, Literal

from steady_tide.core.document import Part
from steady_tide.core.kit.bag import (
    BagItem,
    Cell,
    Charger,
    ColourFilter,
    Housing,
    Lamp,
    MemoryCard,
    Microphone,
    PowerBank,
    Support,
)
from steady_tide.core.kit.device import Device
from steady_tide.core.message import Message, metres, say, share
from steady_tide.core.plan.problem.brief import Brief, Water
from steady_tide.core.thresholds import threshold

EXHAUSTED_HEALTH: Final = threshold("cell.exhausted")
"""A cell with less of its capacity left than this share is not planned with. **Assumed**."""


Reason = Literal[
    "marked-unusable", "other-device", "none-left", "exhausted", "depth-rating", "other-port", "mains", "stays-dry",
    "no-water", "carries-otherwise", "no-sound", "no-lamp", "moving-camera", "charges", "worn", "fine",
]  # fmt: skip
"""Why a thing can or cannot be used: the fact behind the words."""
Verdict = tuple[Reason, Message]


class Compatibility(Part):
    """A thing of the bag in a scene: can be used, has no use here, or must not be used; with the reason."""

    key: str
    label: str
    kind: str
    use: Literal["usable", "idle", "unfit"]
    reason: Reason = "fine"
    told: Message


def compatibility(item: BagItem, device: Device, brief: Brief) -> Compatibility:
    """What one thing is to a device in a scene."""
    use: Literal["usable", "idle", "unfit"] = "usable"
    verdict = next(iter(_against(item, device, brief)), None)
    if verdict is not None:
        use = "unfit"
    elif (verdict := _idle(item, brief)) is not None:
        use = "idle"
    reason, told = verdict or _praise(item)
    return Compatibility(key=item.key, label=item.label, kind=item.kind, use=use, reason=reason, told=told)


def _against(item: BagItem, device: Device, brief: Brief) -> Iterable[Verdict]:
    """Reasons that forbid it, the gravest first."""
    if item.condition == "unusable":
        yield "marked-unusable", say("unfit-marked")
    fits = getattr(item, "fits", None)
    if fits is not None and device.key not in fits:
        yield "other-device", say("unfit-other-device", device=device.name)
    if isinstance(item, Cell | MemoryCard) and item.count == 0:
        yield "none-left", say("unfit-none-left")
    if isinstance(item, Cell) and item.health < EXHAUSTED_HEALTH:
        yield "exhausted", say("unfit-exhausted", left=share(item.health))
    if brief.water is not None:
        yield from _against_in_water(item, brief.water)


def _against_in_water(item: BagItem, water: Water) -> Iterable[Verdict]:
    if isinstance(item, Housing):
        if item.depth_rating_m < water.deepest_m:
            yield "depth-rating", _too_shallow(item.depth_rating_m, water)
        if water.port != item.port:
            yield "other-port", say("unfit-port", port=say(f"port-{item.port}"), planned=say(f"port-{water.port}"))
    if isinstance(item, Lamp):
        if item.power == "mains":
            yield "mains", say("unfit-mains")
        if item.depth_rating_m < water.deepest_m:
            yield "depth-rating", _too_shallow(item.depth_rating_m, water)
    if isinstance(item, Microphone | PowerBank | Charger):
        yield "stays-dry", say("unfit-stays-dry")


def _too_shallow(rated_m: float, water: Water) -> Message:
    planned = metres(water.deepest_m)
    if not rated_m:
        return say("unfit-not-for-water", planned=planned)
    return say("unfit-depth", rated=metres(rated_m), planned=planned)


def _idle(item: BagItem, brief: Brief) -> Verdict | None:
    """Why the scene has no use for a thing that fits; None where it has."""
    if isinstance(item, Housing | ColourFilter) and brief.water is None:
        return "no-water", say("idle-no-water")
    if isinstance(item, Support) and item.carried != brief.carried:
        way = say(f"way-{brief.carried}")
        return "carries-otherwise", say("against-support-other", carries=say(f"way-{item.carried}"), way=way)
    if isinstance(item, Microphone) and not brief.has_sound:
        return "no-sound", say("for-sound-unused")
    if isinstance(item, Lamp) and brief.water is not None and not brief.water.lamp:
        return "no-lamp", say("idle-no-lamp")
    return _idle_power(item, brief)


def _idle_power(item: BagItem, brief: Brief) -> Verdict | None:
    if isinstance(item, PowerBank) and brief.carried not in ("tripod", "tray"):
        return "moving-camera", say("idle-cable")
    return ("charges", say("idle-charger")) if isinstance(item, Charger) else None


def _praise(item: BagItem) -> Verdict:
    if item.condition == "worn":
        return "worn", say("usable-worn")
    return "fine", say("usable")
