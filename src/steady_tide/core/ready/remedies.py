"""What would make up for what a day is short of, the cheapest first: other values, more to carry, time to charge.

Each is tried: the day is gone through again with it, and it is told only where less is short than before.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from itertools import pairwise
from math import floor
from typing import Final, Literal, NamedTuple

from steady_tide.core.advice.ordinary import cold_cells, fast_card, own_cells, power_bank
from steady_tide.core.day.film import SceneOnDay
from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem, Cell, MemoryCard, PowerBank
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.message import Message, Told, degrees_c, number, say
from steady_tide.core.plan.account.plan import Running, Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import Priced, landscape_of, priced_scene
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.ready.budget import DayBudget, Short, Shortage, cell_kind, day_budget, within
from steady_tide.core.ready.charging import charge_minutes
from steady_tide.core.ready.run import HAIR
from steady_tide.core.ready.upkeep import Upkeep

TOLD: Final = 4
MOST_MORE: Final = 4
"""So many pieces more than there are at most are proposed."""
MOST_VALUES: Final = 8
"""So many values of a setting are tried."""
COLD_C: Final = 10.0
"""Below this cells that bear the cold are proposed, too [degrees C]. **Assumed**."""
LEAST_BETTER: Final = 0.05
"""A remedy takes at least this share off what is short."""
SAVERS: Final[Mapping[Short, tuple[Setting, ...]]] = {
    "time": (),
    "cells": (Setting.STABILISATION, Setting.RESOLUTION, Setting.FRAME_RATE),
    "cell-in-scene": (Setting.STABILISATION, Setting.RESOLUTION, Setting.FRAME_RATE),
    "heat": (Setting.STABILISATION, Setting.RESOLUTION, Setting.FRAME_RATE),
    "cards": (Setting.BIT_RATE, Setting.CODEC, Setting.RESOLUTION, Setting.FRAME_RATE),
    "card-speed": (Setting.BIT_RATE, Setting.CODEC, Setting.RESOLUTION, Setting.FRAME_RATE),
    "room": (Setting.BIT_RATE, Setting.CODEC, Setting.RESOLUTION, Setting.FRAME_RATE),
}
"""Settings that save what is short."""


class Lighter(NamedTuple):
    """The best set with another value of one setting, and what it costs more in picture [stops-equivalents]."""

    setting: Setting
    value: Value
    text: str
    running: Running
    cost: float


class Remedy(Part):
    """Something that makes up for a shortage. left: of its amount, what is short still.

    cost: in picture [stops-equivalents], 0 where the picture stays. setting, value: what to pin. item: what to put into
    the bag, with its count.
    """

    kind: Literal["value", "more", "charge", "time"]
    label: Told
    told: Message
    cost: float
    left: float
    setting: Setting | None = None
    value: Value | None = None
    item: BagItem | None = None


def lighter_sets(spaces: Spaces, problem: PlanningProblem, kind: Short) -> list[Lighter]:
    """The best sets that take less of what is short, by the value that makes them so."""
    here, landscape = priced_scene(problem, spaces), landscape_of(problem, spaces)
    if not isinstance(here, Priced) or here.sketch.running is None or landscape is None:
        return []
    found = []
    for setting in SAVERS[kind]:
        offers = landscape.situation.given.offers(setting)
        for offer in [one for one in offers if one.value != here.sketch.values.get(setting)][:MOST_VALUES]:
            made = _pinned(problem, spaces, setting, offer.value)
            if made is not None and made.sketch.running is not None and _saves(made.sketch, here.sketch, kind):
                cost = round(made.cost - here.cost, 2)
                found.append(Lighter(setting, offer.value, offer.text, made.sketch.running, cost))
    return found


def _pinned(problem: PlanningProblem, spaces: Spaces, setting: Setting, value: Value) -> Priced | None:
    try:
        made = priced_scene(problem.otherwise(pins={**problem.pins, setting: value}), spaces)
    except BadInput:
        return None
    return made if isinstance(made, Priced) else None


def _saves(there: Sketch, here: Sketch, kind: Short) -> bool:
    assert there.running is not None and here.running is not None, "asked only of sets that say what they take"
    if kind in ("cells", "cell-in-scene", "heat"):
        return there.running.draw_w < here.running.draw_w - HAIR
    return there.running.mbit_s < here.running.mbit_s - HAIR


def remedies(
    short: Shortage,
    scenes: Sequence[SceneOnDay],
    bag: Sequence[BagItem],
    upkeep: Upkeep,
    lighter: Sequence[Lighter] = (),
) -> list[Remedy]:
    """What makes up for a shortage of a day, at most a few: what leaves nothing short first, then the cheapest.

    lighter: sets of the scene it falls in that take less.
    """
    day = _Day(short, scenes, bag, upkeep)
    tried = [*_values(day, lighter), *_more(day), *_charged(day), *_fed(day), *_time(day)]
    better = [one for one in tried if one.left < short.amount * (1.0 - LEAST_BETTER)]
    return sorted(better, key=lambda one: (one.left > HAIR, one.cost, one.left))[:TOLD]


class _Day:
    """A day that is short of something, to be gone through again with something changed."""

    def __init__(self, short: Shortage, scenes: Sequence[SceneOnDay], bag: Sequence[BagItem], upkeep: Upkeep) -> None:
        self.short, self.scenes, self.bag, self.upkeep = short, list(scenes), list(bag), upkeep
        self.budget = day_budget(scenes, bag, upkeep)

    @property
    def scene(self) -> SceneOnDay:
        """The scene it falls in."""
        return next(scene for scene in self.scenes if scene.key == self.short.scene)

    @property
    def device(self) -> Device | None:
        """The camera it falls on."""
        own = (one.device for one in self.scene.sets if one.key == self.short.setup)
        return next(own, None)

    @property
    def running(self) -> Running:
        """What it takes there, as far as the scene has time for it."""
        found = next(one.sketch.running for one in self.scene.sets if one.key == self.short.setup)
        timed = self.scene.timed
        assert found is not None and timed is not None, "only what runs at a time is short of anything"
        return within(found, float(timed[1] - timed[0])) if self.short.kind != "time" else found

    def left(self, *, scenes: Sequence[SceneOnDay] | None = None, bag: Sequence[BagItem] | None = None) -> float:
        """How much is short of the same kind on the same camera, with other scenes or another bag."""
        made = day_budget(scenes or self.scenes, self.bag if bag is None else bag, self.upkeep)
        return round(_amount(made, self.short), 2)

    def with_running(self, running: Running) -> list[SceneOnDay]:
        """The scenes with another set of its camera in its scene."""

        def changed(scene: SceneOnDay) -> SceneOnDay:
            if scene.key != self.short.scene:
                return scene
            sets = tuple(
                replace(one, sketch=one.sketch.model_copy(update={"running": running}))
                if one.key == self.short.setup
                else one
                for one in scene.sets
            )
            return replace(scene, sets=sets)

        return [changed(scene) for scene in self.scenes]


def _amount(budget: DayBudget, short: Shortage) -> float:
    """What is short of one kind on one camera, over all scenes; cells and cards count together, whatever the reason."""
    alike = ("cells", "cell-in-scene") if short.kind in ("cells", "cell-in-scene") else (short.kind,)
    return sum(one.amount for one in budget.short if one.kind in alike and one.camera == short.camera)


def _values(day: _Day, lighter: Sequence[Lighter]) -> Iterable[Remedy]:
    for one in lighter:
        label = SETTINGS[one.setting].before(one.text)
        power = _of_power(day.short.kind)
        takes = number(one.running.draw_w, "W", 1) if power else number(one.running.mbit_s, "Mbit/s")
        yield Remedy(
            kind="value",
            label=label,
            told=say("remedy-takes", takes=takes),
            cost=max(one.cost, 0.0),
            left=day.left(scenes=day.with_running(one.running)),
            setting=one.setting,
            value=one.value,
        )


def _of_power(kind: Short) -> bool:
    return kind in ("cells", "cell-in-scene", "heat")


def _more(day: _Day) -> Iterable[Remedy]:
    """More cells or cards: of a kind there is, or one that bears more."""
    device = day.device
    if device is None:
        return
    if day.short.kind in ("cells", "cell-in-scene") and _opens(day, device):
        yield from _enough(day, [_another_cell(day, device)])
        if day.scene.brief.temperature_c < COLD_C:
            yield from _enough(day, [cold_cells(device, 1)])
    if day.short.kind in ("cards", "card-speed"):
        yield from _enough(day, [*_another_card(day, device), fast_card(device)])


def _opens(day: _Day, device: Device) -> bool:
    """Whether its cell can be taken out: a phone's cannot, unless the bag has cells for it."""
    return device.kind != "phone" or any(isinstance(item, Cell) and device.key in item.fits for item in day.bag)


def _fed(day: _Day) -> Iterable[Remedy]:
    """A power bank on the cable of a camera whose cell cannot be taken out: one of the bag, or one to be bought."""
    device = day.device
    if device is None or day.short.kind != "cells" or _opens(day, device):
        return
    running = day.running
    banks = [item for item in day.bag if isinstance(item, PowerBank) and item.condition != "unusable"]
    for bank in banks or [power_bank().model_copy(update={"come_by": "to-buy"})]:
        given = bank.capacity_wh * bank.efficiency
        fed = running.model_copy(update={"bank_wh": running.bank_wh + given})
        yield Remedy(
            kind="charge",
            label=say("remedy-feed", bank=bank.label),
            told=say("remedy-fed", given=number(given, "Wh", 0)),
            cost=0.0,
            left=day.left(scenes=day.with_running(fed)),
            item=None if banks else bank,
        )


def _another_cell(day: _Day, device: Device) -> Cell:
    """The cell of the bag that fits, or the one that the camera came with, to be had once more."""
    mine = [item for item in day.bag if isinstance(item, Cell) and device.key in item.fits]
    good = [item for item in mine if item.condition == "good"] or mine
    return max(good, key=lambda item: item.capacity_wh * item.health, default=own_cells(device, 1))


def _another_card(day: _Day, device: Device) -> list[MemoryCard]:
    mine = [item for item in day.bag if isinstance(item, MemoryCard) and device.key in item.fits]
    return sorted(mine, key=lambda item: -item.capacity_gb)[:1]


def _enough(day: _Day, kinds: Sequence[Cell | MemoryCard]) -> Iterable[Remedy]:
    """As few more of each kind as leave nothing short, or help at all; as things still to be bought."""
    for kind in kinds:
        made, left = kind, day.short.amount
        for more in range(1, MOST_MORE + 1):
            made = kind.model_copy(
                update={"key": f"{kind.key[:50]}-more", "count": more, "come_by": "to-buy", "condition": "good"}
            )
            left = day.left(bag=[*day.bag, made])
            if left <= HAIR:
                break
        label = say("remedy-more", count=made.count, thing=kind.label)
        yield Remedy(kind="more", label=label, told=_borne(kind, day), cost=0.0, left=left, item=made)


def _borne(kind: Cell | MemoryCard, day: _Day) -> Message:
    if isinstance(kind, MemoryCard):
        room, sustained = number(kind.capacity_gb, "GB"), number(kind.sustained_mb_s, "MB/s")
        return say("remedy-card", room=room, sustained=sustained)
    air_c = day.scene.brief.temperature_c
    given = number(cell_kind(kind).usable_wh(air_c), "ratio", 1)
    return say("remedy-cell", given=given, whole=number(kind.capacity_wh, "Wh"), air=degrees_c(air_c))


def _charged(day: _Day) -> Iterable[Remedy]:
    """Emptied cells charged again from a power bank before they are short, in the time that is left for it."""
    if day.short.kind not in ("cells", "cell-in-scene"):
        return
    gone_in = next(one for one in day.budget.cameras if one.camera == day.short.camera).cells
    emptied = [(before.key, after.minute) for before, after in pairwise(gone_in)]
    cells = {item.key: item for item in day.bag if isinstance(item, Cell)}
    for bank in (item for item in day.bag if isinstance(item, PowerBank) and item.condition != "unusable"):
        ready = [cells[key] for key, minute in emptied if key in cells and _full_by(day, bank, cells[key], minute)]
        within = _within(ready, bank)
        if not within:
            continue
        bag = [
            item.model_copy(update={"count": item.count + sum(one.key == item.key for one in within)})
            if isinstance(item, Cell)
            else item
            for item in day.bag
        ]
        yield Remedy(
            kind="charge",
            label=say("remedy-charge", count=len(within), bank=bank.label),
            told=say(
                "remedy-charged",
                each=number(charge_minutes(within[0], bank.output_w, day.upkeep), "min", 0),
                sockets=bank.sockets,
            ),
            cost=0.0,
            left=day.left(bag=bag),
        )


def _full_by(day: _Day, bank: PowerBank, cell: Cell, minute: float) -> bool:
    return minute + charge_minutes(cell, bank.output_w, day.upkeep) <= day.short.minute


def _within(cells: Sequence[Cell], bank: PowerBank) -> list[Cell]:
    """The cells a bank has the energy and the sockets for, first come first."""
    found: list[Cell] = []
    energy = bank.capacity_wh * bank.efficiency
    for cell in cells:
        energy -= cell.capacity_wh * cell.health
        if energy < 0.0 or len(found) >= bank.sockets:
            break
        found.append(cell)
    return found


def _time(day: _Day) -> Iterable[Remedy]:
    """Where heat is short: a longer scene; else less to record."""
    scene, timed = day.scene, day.scene.timed
    if day.short.kind == "heat" and timed is not None:
        for more in (15, 30, 60, 120):
            longer = replace(scene, around=replace(scene.around, end=float(timed[1] + more)))
            left = day.left(scenes=[longer if one.key == scene.key else one for one in day.scenes])
            if left <= HAIR:
                label = say("remedy-longer", more=number(more, "min", 0), scene=scene.name)
                yield Remedy(kind="time", label=label, told=say("remedy-pauses"), cost=0.0, left=left)
                return
    elif day.short.kind in ("time", "cells", "cell-in-scene"):
        running = day.running
        minutes = floor(running.minutes - day.short.amount)
        if minutes >= 1:
            less = running.model_copy(update={"minutes": float(minutes)})
            yield Remedy(
                kind="time",
                label=say("remedy-less", minutes=number(minutes, "min", 0), planned=round(running.minutes)),
                told=say("remedy-fewer"),
                cost=0.0,
                left=day.left(scenes=day.with_running(less)),
            )
