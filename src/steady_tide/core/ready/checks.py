"""What has to be done, packed and minded before a shoot, from its scenes, their plans and the bag."""

from collections.abc import Callable, Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from math import inf
from typing import Final, Literal, NamedTuple

from steady_tide.core.advice.presets import stored
from steady_tide.core.document import Part
from steady_tide.core.kit.bag import BagItem, Cell, ColourFilter, Housing, Lamp, MemoryCard, NdFilter, PowerBank
from steady_tide.core.kit.device import Device
from steady_tide.core.message import Message, Told, degrees_c, metres, number, once, say
from steady_tide.core.plan.account.bringing import NO_HOUSING
from steady_tide.core.plan.account.plan import ALERTING, Caution, Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.glasses import filters_of
from steady_tide.core.ready.budget import common_name
from steady_tide.core.ready.dialling import Dial, InSlot, dials

Group = Literal["power", "media", "glass", "housing", "support", "cameras", "scene", "time"]
OWN_LINE: Final = "own "
"""Before the id of a line that its owner wrote, where ticks are kept."""
GROUP_LABELS: Final[dict[Group, str]] = {
    "power": "Power",
    "media": "Cards",
    "glass": "Filters and glass",
    "housing": "Housing",
    "support": "Supports",
    "cameras": "Cameras",
    "scene": "At the scene",
    "time": "Time",
}
ACKNOWLEDGED: Final[tuple[Caution, ...]] = ("diving", "flying", "in-motion")
"""Cautions that are to be acknowledged once a shoot; the others are told."""
COLD_C: Final = 5.0
"""Below this cells are carried warm [degrees C]. **Assumed**."""
SPARE_SHARE: Final = 0.15
"""Spare time beside the scenes, as a share of the day from its first to its last. **Assumed**."""


class Check(Part):
    """Something to do before a shoot. key: under which it is ticked. scenes: names of those it is for."""

    key: str
    group: Group
    told: Message
    scenes: list[str]


class Packed(Part):
    """A thing to pack. count: of them; kind, come_by: as in the bag; a camera has the kind camera."""

    key: str
    kind: str
    label: Told
    count: int
    come_by: str
    scenes: list[str]


class ShootCaution(Part):
    """A caution that a shoot asks for, and the scenes it is for. once: whether it is to be acknowledged."""

    caution: Caution
    told: list[Message]
    once: bool
    scenes: list[str]


@dataclass(frozen=True)
class Planned:
    """A camera in a scene, with its plan. setup: its key; slot: its preset; minutes: of the day, where it is timed."""

    scene: str
    brief: Brief
    device: Device
    plan: Plan
    setup: str
    slot: int
    start: int | None = None
    end: int | None = None


@dataclass(frozen=True)
class Shoot:
    """A shoot that is prepared: its planned cameras, the bag, and how many cells of each kind go along."""

    planned: Sequence[Planned]
    bag: Sequence[BagItem]
    cells: Mapping[str, int]

    def brought(self, kind: type[BagItem]) -> list[tuple[BagItem, list[str]]]:
        """Things of one kind that any plan brings, with the names of their scenes."""
        by_key = {item.key: item for item in self.bag if isinstance(item, kind)}
        scenes: dict[str, list[str]] = {}
        for one in self.planned:
            for thing in one.plan.brought:
                for key in filters_of(thing.key):
                    if key in by_key:
                        scenes.setdefault(key, []).append(one.scene)
        return [(by_key[key], _each(names)) for key, names in scenes.items()]

    @property
    def cells_along(self) -> list[tuple[Cell, int, list[str]]]:
        """Cells that go along, how many of them, and the scenes of the cameras they fit."""
        return [
            (item, self.cells[item.key], self.scenes_on(item.fits))
            for item in self.bag
            if isinstance(item, Cell) and self.cells.get(item.key, 0) > 0
        ]

    @property
    def dials(self) -> list[tuple[Device, Dial]]:
        """Every dialling in of a preset slot, camera by camera, in the order of the day."""
        cameras: dict[str, list[Planned]] = {}
        for one in sorted(self.planned, key=lambda one: inf if one.start is None else one.start):
            cameras.setdefault(one.device.key, []).append(one)
        return [
            (uses[0].device, dial)
            for uses in cameras.values()
            for dial in dials([InSlot(one.setup, one.scene, one.slot, preset_of(one.plan)) for one in uses])
        ]

    def scenes_on(self, devices: Collection[str]) -> list[str]:
        """Names of the scenes in which any of some cameras films."""
        return self.scenes_where(lambda one: one.device.key in devices)

    def scenes_where(self, true_of: Callable[[Planned], bool]) -> list[str]:
        """Names of the scenes of which something is true."""
        return _each(one.scene for one in self.planned if true_of(one))


def _each(names: Iterable[str]) -> list[str]:
    return list(dict.fromkeys(names))


def preset_of(plan: Plan) -> dict[str, str]:
    """What a preset slot keeps of a plan, by setting."""
    return {setting.value: str(value) for setting, value in stored(plan).items()}


class Found(NamedTuple):
    """What a rule finds to do: a word that tells it from others of the rule, what is told, and its scenes."""

    key: str
    told: Message
    scenes: list[str]


class Rule(NamedTuple):
    """A kind of thing to do: its group, and what of it a shoot asks for."""

    key: str
    group: Group
    find: Callable[[Shoot], Iterable[Found]]


def _for(told: Message, true_of: Callable[[Planned], bool]) -> Callable[[Shoot], Iterable[Found]]:
    """One thing to do, where any scene asks for it."""

    def find(shoot: Shoot) -> Iterable[Found]:
        scenes = shoot.scenes_where(true_of)
        return [Found("", told, scenes)] if scenes else []

    return find


def _cells(shoot: Shoot) -> Iterable[Found]:
    for item, count, scenes in shoot.cells_along:
        yield Found(item.key, say("check-charge", count=count, cell=item.label), scenes)


def _banks(shoot: Shoot) -> Iterable[Found]:
    for item, scenes in shoot.brought(PowerBank):
        yield Found(item.key, say("check-charge-bank", bank=item.label), scenes)


def _lamps(shoot: Shoot) -> Iterable[Found]:
    for item, scenes in shoot.brought(Lamp):
        if isinstance(item, Lamp) and item.power == "battery":
            yield Found(item.key, say("check-charge-lamp", lamp=item.label), scenes)


def _cards(shoot: Shoot) -> Iterable[Found]:
    for item, scenes in shoot.brought(MemoryCard):
        yield Found(item.key, say("check-format", card=item.label), scenes)


def _filters(shoot: Shoot) -> Iterable[Found]:
    for kind in (NdFilter, ColourFilter):
        for item, scenes in shoot.brought(kind):
            yield Found(item.key, say("check-clean", filter=item.label), scenes)


def _housings(shoot: Shoot) -> Iterable[Found]:
    for item, scenes in shoot.brought(Housing):
        for step in ("seal", "anti-fog", "soak", "lanyard"):
            yield Found(f"{item.key}-{step}", say(f"check-{step}", housing=item.label), scenes)


def _rating(shoot: Shoot) -> Iterable[Found]:
    """The depth that is planned against what a bare body bears."""
    for one in shoot.planned:
        water = one.brief.water
        if one.plan.cautions_of("no-housing"):
            missing = next(thing.label for thing in one.plan.brought if thing.kind == "housing")
            told = say("check-no-housing", missing=missing, device=one.device.name)
            yield Found(one.device.key, told, [one.scene])
        elif water is not None and not any(thing.kind == "housing" for thing in one.plan.brought):
            bare, planned = metres(one.device.depth_rating_m), metres(water.deepest_m)
            told = say("check-doors", device=one.device.name, planned=planned, bare=bare)
            yield Found(one.device.key, told, [one.scene])


def _presets(shoot: Shoot) -> Iterable[Found]:
    for device, dial in shoot.dials:
        if dial.after is None:
            told = say("check-preset", slot=dial.slot, device=device.name, scenes=[*dial.scenes])
            yield Found(dial.keys[0], told, list(dial.scenes))


def _presets_anew(shoot: Shoot) -> Iterable[Found]:
    """Slots that hold another scene's set before."""
    for device, dial in shoot.dials:
        if dial.after is not None:
            told = say("check-preset-anew", slot=dial.slot, device=device.name, after=dial.after, scenes=[*dial.scenes])
            yield Found(dial.keys[0], told, list(dial.scenes))


def _clocks(shoot: Shoot) -> Iterable[Found]:
    names = _each(one.device.name for one in shoot.planned)
    if len(names) > 1:
        yield Found("", say("check-clocks", cameras=[*names]), [])


def _trials(shoot: Shoot) -> Iterable[Found]:
    for device in {one.device.key: one.device for one in shoot.planned}.values():
        yield Found(device.key, say("check-trial", device=device.name), shoot.scenes_on([device.key]))


def _spare(shoot: Shoot) -> Iterable[Found]:
    timed = [(one.start, one.end) for one in shoot.planned if one.start is not None and one.end is not None]
    if timed:
        length = max(end for _, end in timed) - min(start for start, _ in timed)
        minutes = max(round(length * SPARE_SHARE / 15) * 15, 15)
        yield Found("", say("check-spare", spare=number(minutes, "min", 0)), [])


def _cold(shoot: Shoot) -> Iterable[Found]:
    scenes = shoot.scenes_where(lambda one: one.brief.temperature_c < COLD_C)
    if scenes:
        least = min(one.brief.temperature_c for one in shoot.planned)
        yield Found("", say("check-cold", air=degrees_c(least)), scenes)


def _held(*ways: str) -> Callable[[Planned], bool]:
    return lambda one: one.brief.carried in ways and one.device.kind != "drone"


RULES: Final = (
    Rule("charge", "power", _cells),
    Rule("charge-bank", "power", _banks),
    Rule("charge-lamp", "power", _lamps),
    Rule("warm", "power", _cold),
    Rule("format", "media", _cards),
    Rule("clean", "glass", _filters),
    Rule("lens", "glass", _for(say("check-lens"), lambda one: True)),
    Rule("housing", "housing", _housings),
    Rule("bare", "housing", _rating),
    Rule("level", "support", _for(say("check-level"), _held("tripod"))),
    Rule("balance", "support", _for(say("check-balance"), _held("gimbal"))),
    Rule("mount", "support", _for(say("check-mount"), _held("riding", "helmet-on-snow"))),
    Rule("preset", "cameras", _presets),
    Rule("preset-anew", "scene", _presets_anew),
    Rule("clock", "cameras", _clocks),
    Rule("trial", "cameras", _trials),
    Rule("props", "cameras", _for(
        say("check-props"), lambda one: one.device.kind == "drone"
    )),
    Rule("dark", "scene", _for(
        say("check-dark"), lambda one: one.brief.scenario == "product"
    )),
    Rule("once", "scene", _for(
        say("check-once"), lambda one: not one.brief.repeatable
    )),
    Rule("spare", "time", _spare),
)  # fmt: skip
"""What there may be to do, in the order in which it is told."""


def checks_of(shoot: Shoot) -> list[Check]:
    """Everything to do before a shoot. Keys stay the same while what they stand for does."""
    found: dict[str, Check] = {}
    for rule in RULES:
        for one in rule.find(shoot):
            key = f"{rule.key} {one.key}".strip()[:120]
            found.setdefault(key, Check(key=key, group=rule.group, told=one.told, scenes=one.scenes))
    return list(found.values())


def packing_of(shoot: Shoot) -> list[Packed]:
    """Everything to take along: bodies, what their plans bring, and the cells the day takes, with a spare."""
    found: dict[str, Packed] = {}

    def pack(key: str, kind: str, label: Told, come_by: str, count: int, scenes: Sequence[str]) -> None:
        before = found.get(key)
        found[key] = Packed(
            key=key,
            kind=kind,
            label=label,
            count=max(count, before.count if before else 0),
            come_by=come_by,
            scenes=_each([*(before.scenes if before else []), *scenes]),
        )

    for body, devices in _bodies(shoot).items():
        pack(f"camera {body}", "camera", common_name([one.name for one in devices]), "owned", 1,
             shoot.scenes_on([one.key for one in devices]))  # fmt: skip
    things = {item.key: item for item in shoot.bag}
    for one in shoot.planned:
        for thing in (each for each in one.plan.brought if each.kind != "cell"):
            for key in filters_of(thing.key) if thing.kind == "nd" else [thing.key]:
                if (item := things.get(key)) is not None:
                    pack(key, item.kind, item.label, item.come_by, thing.count, [one.scene])
                elif key.startswith(NO_HOUSING):
                    pack(key, thing.kind, thing.label, "to-buy", thing.count, [one.scene])
    for cell, count, scenes in shoot.cells_along:
        pack(cell.key, "cell", cell.label, cell.come_by, count, scenes)
    return list(found.values())


def _bodies(shoot: Shoot) -> dict[str, list[Device]]:
    """The bodies that go along, each with its profiles."""
    found: dict[str, dict[str, Device]] = {}
    for one in shoot.planned:
        found.setdefault(one.device.body_key, {})[one.device.key] = one.device
    return {body: list(devices.values()) for body, devices in found.items()}


def cautions_of(shoot: Shoot) -> list[ShootCaution]:
    """What can hurt somebody on a shoot, or drown a camera: that first, then those to be acknowledged."""
    found: dict[Caution, list[tuple[str, Message]]] = {}
    for one in shoot.planned:
        for caution in one.plan.cautions:
            if caution.kind != "unnamed":
                found.setdefault(caution.kind, []).append((one.scene, caution.told))
    told = [
        ShootCaution(
            caution=kind,
            told=once(message for _, message in there),
            once=kind in ACKNOWLEDGED,
            scenes=_each([scene for scene, _ in there]),
        )
        for kind, there in found.items()
    ]
    return sorted(told, key=lambda one: (one.caution not in ALERTING, not one.once))
