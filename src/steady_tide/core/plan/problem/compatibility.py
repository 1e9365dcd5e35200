"""Which thing of the bag can be used with which device in which scene, and why not.

The one place that says so: the planner draws only on what is not unfit here, and the
interface shows the same words.
"""

from collections.abc import Iterable
from typing import Final, Literal

from steady_tide.core.document import Part
from steady_tide.core.habits import metres
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
from steady_tide.core.plan.problem.brief import Brief, Water
from steady_tide.core.thresholds import threshold

EXHAUSTED_HEALTH: Final = threshold("cell.exhausted")
"""A cell with less of its capacity left than this share is not planned with. **Assumed**."""


Reason = Literal[
    "marked-unusable", "other-device", "none-left", "exhausted", "depth-rating", "other-port", "mains", "stays-dry",
    "no-water", "carries-otherwise", "no-sound", "no-lamp", "moving-camera", "charges", "worn", "fine",
]  # fmt: skip
"""Why a thing can or cannot be used: the fact behind the words."""
Verdict = tuple[Reason, str]


class Compatibility(Part):
    """A thing of the bag in a scene: can be used, has no use here, or must not be used; with the reason."""

    key: str
    label: str
    kind: str
    use: Literal["usable", "idle", "unfit"]
    reason: Reason = "fine"
    words: str


def compatibility(item: BagItem, device: Device, brief: Brief) -> Compatibility:
    """What one thing is to a device in a scene."""
    use: Literal["usable", "idle", "unfit"] = "usable"
    verdict = next(iter(_against(item, device, brief)), None)
    if verdict is not None:
        use = "unfit"
    elif (verdict := _idle(item, brief)) is not None:
        use = "idle"
    reason, words = verdict or _praise(item)
    return Compatibility(key=item.key, label=item.label, kind=item.kind, use=use, reason=reason, words=words)


def _against(item: BagItem, device: Device, brief: Brief) -> Iterable[Verdict]:
    """Reasons that forbid it, the gravest first."""
    if item.condition == "unusable":
        yield "marked-unusable", "you marked it unusable"
    fits = getattr(item, "fits", None)
    if fits is not None and device.key not in fits:
        yield "other-device", f"does not fit {device.name}"
    if isinstance(item, Cell | MemoryCard) and item.count == 0:
        yield "none-left", "none of them left"
    if isinstance(item, Cell) and item.health < EXHAUSTED_HEALTH:
        yield "exhausted", f"exhausted: {item.health:.0%} of its capacity is left"
    if brief.water is not None:
        yield from _against_in_water(item, brief.water)


def _against_in_water(item: BagItem, water: Water) -> Iterable[Verdict]:
    if isinstance(item, Housing):
        if item.depth_rating_m < water.deepest_m:
            yield "depth-rating", f"rated for {metres(item.depth_rating_m)}, {metres(water.deepest_m)} planned"
        if water.port != item.port:
            yield "other-port", f"has a {item.port} port, the scene is planned with {_port(water.port)}"
    if isinstance(item, Lamp):
        if item.power == "mains":
            yield "mains", "mains power stays away from water"
        if item.depth_rating_m < water.deepest_m:
            rated = f"rated for {metres(item.depth_rating_m)}" if item.depth_rating_m else "not made for water"
            yield "depth-rating", f"{rated}, {metres(water.deepest_m)} planned"
    if isinstance(item, Microphone | PowerBank | Charger):
        yield "stays-dry", "stays dry"


def _port(port: str) -> str:
    return "the bare lens" if port == "bare" else f"a {port} port"


def _idle(item: BagItem, brief: Brief) -> Verdict | None:
    """Why the scene has no use for a thing that fits; None where it has."""
    if isinstance(item, Housing | ColourFilter) and brief.water is None:
        return "no-water", "no water in this scene"
    if isinstance(item, Support) and item.carried != brief.carried:
        words = f"carries like {item.carried.replace('-', ' ')}, the scene is filmed {brief.carried.replace('-', ' ')}"
        return "carries-otherwise", words
    if isinstance(item, Microphone) and not brief.sound_used:
        return "no-sound", "the sound is not used"
    if isinstance(item, Lamp) and brief.water is not None and not brief.water.lamp:
        return "no-lamp", "the scene is planned without a lamp"
    return _idle_power(item, brief)


def _idle_power(item: BagItem, brief: Brief) -> Verdict | None:
    if isinstance(item, PowerBank) and brief.carried not in ("tripod", "tray"):
        return "moving-camera", "a cable only hinders a moving camera"
    return ("charges", "for the time between") if isinstance(item, Charger) else None


def _praise(item: BagItem) -> Verdict:
    if item.condition == "worn":
        return "worn", "worn, but can be used"
    return "fine", "can be used"
