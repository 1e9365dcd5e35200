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
    ColourFilter,
    Housing,
    Lamp,
    MemoryCard,
    Microphone,
    PowerBank,
    Support,
)
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.problem.brief import Brief, Water

EXHAUSTED_HEALTH: Final = 0.3
"""A cell with less of its capacity left than this share is not planned with. **Assumed**."""


class Compatibility(Part):
    """A thing of the bag in a scene: can be used, has no use here, or must not be used; with the reason."""

    key: str
    label: str
    kind: str
    use: Literal["usable", "idle", "unfit"]
    words: str


def compatibility(item: BagItem, device: Device, brief: Brief) -> Compatibility:
    """What one thing is to a device in a scene."""
    for words in _against(item, device, brief):
        return Compatibility(key=item.key, label=item.label, kind=item.kind, use="unfit", words=words)
    idle = _idle(item, brief)
    return Compatibility(
        key=item.key, label=item.label, kind=item.kind, use="idle" if idle else "usable", words=idle or _praise(item)
    )


def _against(item: BagItem, device: Device, brief: Brief) -> Iterable[str]:
    """Reasons that forbid it, the gravest first."""
    if item.condition == "unusable":
        yield "you marked it unusable"
    fits = getattr(item, "fits", None)
    if fits is not None and device.key not in fits:
        yield f"does not fit {device.name}"
    if isinstance(item, Cell | MemoryCard) and item.count == 0:
        yield "none of them left"
    if isinstance(item, Cell) and item.health < EXHAUSTED_HEALTH:
        yield f"exhausted: {item.health:.0%} of its capacity is left"
    if brief.water is not None:
        yield from _against_in_water(item, brief.water)


def _against_in_water(item: BagItem, water: Water) -> Iterable[str]:
    if isinstance(item, Housing):
        if item.depth_rating_m < water.deepest_m:
            yield f"rated for {item.depth_rating_m:g} m, {water.deepest_m:g} m planned"
        if water.port != item.port:
            yield f"has a {item.port} port, the scene is planned with {_port(water.port)}"
    if isinstance(item, Lamp):
        if item.power == "mains":
            yield "mains power stays away from water"
        if item.depth_rating_m < water.deepest_m:
            rated = f"rated for {item.depth_rating_m:g} m" if item.depth_rating_m else "not made for water"
            yield f"{rated}, {water.deepest_m:g} m planned"
    if isinstance(item, Microphone | PowerBank):
        yield "stays dry"


def _port(port: str) -> str:
    return "the bare lens" if port == "bare" else f"a {port} port"


def _idle(item: BagItem, brief: Brief) -> str:
    """Why the scene has no use for a thing that fits; empty where it has."""
    if isinstance(item, Housing | ColourFilter) and brief.water is None:
        return "no water in this scene"
    if isinstance(item, Support) and item.carried != brief.carried:
        return f"carries like {item.carried.replace('-', ' ')}, the scene is filmed {brief.carried.replace('-', ' ')}"
    if isinstance(item, Microphone) and not brief.sound_used:
        return "the sound is not used"
    if isinstance(item, Lamp) and brief.water is not None and not brief.water.lamp:
        return "the scene is planned without a lamp"
    if isinstance(item, PowerBank) and brief.carried not in ("tripod", "tray"):
        return "a cable only hinders a moving camera"
    return ""


def _praise(item: BagItem) -> str:
    if item.condition == "worn":
        return "worn, but can be used"
    return "can be used"
