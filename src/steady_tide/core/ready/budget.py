"""Power, media and heat of a whole day, camera by camera, and what is short."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Final, Literal

from steady_tide.core.day.film import CameraSet, SceneOnDay
from steady_tide.core.document import Part
from steady_tide.core.kit.bag import BagItem, Cell, MemoryCard
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.account.plan import Running
from steady_tide.core.plan.problem.compatibility import compatibility
from steady_tide.core.quantities import counted
from steady_tide.core.ready.media import CardKind, Fill, MediaDay, copy_minutes, media_through
from steady_tide.core.ready.power import CellKind, Level, PowerDay, power_through
from steady_tide.core.ready.rests import Rests, rests_of
from steady_tide.core.ready.run import HAIR, Inserted, Run
from steady_tide.core.ready.upkeep import Upkeep

OWN: Final = "own"
"""Before the key of a body: the cell, or the room, that is its own."""
Short = Literal["time", "cells", "cell-in-scene", "cards", "card-speed", "heat", "room"]
"""time: more is to be recorded than the scene has minutes. cells: none left. cell-in-scene: none lasts through a scene
in which it cannot be changed. cards: no room left. card-speed: none fast enough. heat: no time left beside the pauses.
room: where the film is kept."""


class Shortage(Part):
    """What a day is short of. amount: minutes of recording, GB, or MB/s for card-speed.

    camera, setup: empty for room.
    """

    kind: Short
    camera: str
    camera_name: str
    setup: str
    scene: str
    scene_name: str
    minute: float
    amount: float
    words: str


class CameraBudget(Part):
    """One body through the day. cells_used: whole ones that went in, of cells_there. flies: whether it is a drone.

    cards_there: pieces, the room inside not counted. heat_minutes: in one go, until its body stops for heat in the
    hardest of its scenes; None where it never does.
    """

    camera: str
    camera_name: str
    levels: list[Level]
    cells: list[Inserted]
    cells_used: int
    cells_there: int
    flies: bool
    fills: list[Fill]
    cards: list[Inserted]
    cards_there: int
    gb: float
    files: int
    copy_minutes: float
    heat_minutes: float | None
    rests: list[Rests]


class DayBudget(Part):
    """What a day takes of cells, cards and cooling; short: what it lacks, in order of time."""

    cameras: list[CameraBudget]
    short: list[Shortage]
    gb: float
    copy_minutes: float


@dataclass(frozen=True)
class Body:
    """A body that films on a day, with its profiles and scenes; one body may have several profiles."""

    key: str
    name: str
    devices: tuple[Device, ...]
    runs: tuple[Run, ...]

    @property
    def device(self) -> Device:
        """The profile that stands for it."""
        return self.devices[0]


@dataclass(frozen=True)
class Stock:
    """What the bag has for some bodies: kinds of cells and cards, and the keys of those that fit each body."""

    cells: tuple[CellKind, ...]
    cards: tuple[CardKind, ...]
    cells_of: Mapping[str, Sequence[str]]
    cards_of: Mapping[str, Sequence[str]]


def run_of(scene: SceneOnDay, camera: CameraSet) -> Run | None:
    """A camera in a timed scene; None without a time, or before its set says what it takes."""
    device, running, timed = camera.device, camera.sketch.running, scene.timed
    if timed is None or running is None:
        return None
    return Run(
        camera=device.body_key,
        scene=scene.key,
        start=float(timed[0]),
        end=float(timed[1]),
        running=within(running, float(timed[1] - timed[0])),
        air_c=scene.brief.temperature_c,
        changeable=scene.brief.water is None and scene.brief.reached != "not-at-all",
        native_wh=device.battery.capacity_wh,
        reserve=device.landing_reserve if running.flight_minutes is not None else 0.0,
        setup=camera.key,
        wanted_minutes=running.minutes,
    )


def within(running: Running, minutes: float) -> Running:
    """What a set takes of a scene of so many minutes: no more can be recorded than there is time."""
    if running.minutes <= minutes:
        return running
    share = minutes / running.minutes
    return running.model_copy(update={"minutes": minutes, "gb": running.gb * share})


def bodies_of(scenes: Iterable[SceneOnDay]) -> list[Body]:
    """The bodies that film on a day, in the order in which they first do."""
    pairs = [(run_of(scene, camera), camera) for scene in scenes for camera in scene.sets]
    told = sorted(((run.start, run, camera) for run, camera in pairs if run), key=lambda one: one[0])
    found: dict[str, list[tuple[Run, CameraSet]]] = {}
    for _, run, camera in told:
        found.setdefault(run.camera, []).append((run, camera))
    return [_body(key, of) for key, of in found.items()]


def _body(key: str, of: Sequence[tuple[Run, CameraSet]]) -> Body:
    devices = {camera.device.key: camera.device for _, camera in of}
    return Body(
        key=key,
        name=common_name([device.name for device in devices.values()]),
        devices=tuple(devices.values()),
        runs=tuple(run for run, _ in of),
    )


def common_name(names: Sequence[str]) -> str:
    """What the profiles of one body are called together: what their names begin with alike, else all of them."""
    first, last = min(names), max(names)
    alike = next((at for at, (one, other) in enumerate(zip(first, last, strict=False)) if one != other), len(first))
    return first[:alike].rstrip(" /,-") or " and ".join(names)


def stock_of(bodies: Sequence[Body], bag: Sequence[BagItem], scenes: Mapping[str, SceneOnDay]) -> Stock:
    """What there is for some bodies: of the bag, else the cell a body came with; the room inside it besides."""
    cells: dict[str, CellKind] = {}
    cards: dict[str, CardKind] = {}
    cells_of, cards_of = {}, {}
    for body in bodies:
        brief = scenes[body.runs[0].scene].brief
        usable = [item for item in bag if any(compatibility(item, one, brief).use != "unfit" for one in body.devices)]
        cells_here = [item for item in usable if isinstance(item, Cell)]
        own_cells = [cell_kind(item) for item in cells_here]
        if all(item.come_by != "owned" for item in cells_here):
            own_cells.append(_own_cell(body))
        own_cards = sorted(
            [*(_card_kind(item) for item in usable if isinstance(item, MemoryCard)), *_inside(body)],
            key=lambda kind: (not kind.key.startswith(OWN), kind.sustained_mb_s),
        )
        cells |= {kind.key: kind for kind in own_cells}
        cards |= {kind.key: kind for kind in own_cards}
        cells_of[body.key], cards_of[body.key] = [one.key for one in own_cells], [one.key for one in own_cards]
    return Stock(tuple(cells.values()), tuple(cards.values()), cells_of, cards_of)


def cell_kind(cell: Cell) -> CellKind:
    """Cells of the bag as they are used: with what age has left of them."""
    return CellKind(
        cell.key, cell.label, cell.capacity_wh * cell.health, cell.share_at_0_c, cell.cuts_out_below,
        tuple(cell.cold_table), cell.count,
    )  # fmt: skip


def _own_cell(body: Body) -> CellKind:
    cell = body.device.battery
    label = f"the cell {body.name} came with"
    return CellKind(
        f"{OWN} {body.key}", label, cell.capacity_wh, cell.share_at_0_c, cell.cuts_out_below, tuple(cell.cold_table)
    )


def _card_kind(card: MemoryCard) -> CardKind:
    return CardKind(card.key, card.label, card.capacity_gb, card.sustained_mb_s, card.count)


def _inside(body: Body) -> list[CardKind]:
    device = body.device
    if device.storage_gb is None:
        return []
    return [CardKind(f"{OWN} {body.key}", f"inside {body.name}", device.storage_gb, device.card_mb_s)]


def day_budget(scenes: Sequence[SceneOnDay], bag: Sequence[BagItem], upkeep: Upkeep) -> DayBudget:
    """What the timed scenes of a day take of the bag, and what is short.

    Every cell counts as charged and every card as empty in the morning. A body nothing is known to record on has no
    budget of cards.
    """
    by_key = {scene.key: scene for scene in scenes}
    bodies = bodies_of(scenes)
    stock = stock_of(bodies, bag, by_key)
    runs = [run for body in bodies for run in body.runs]
    power = power_through(runs, stock.cells, stock.cells_of, upkeep)
    recording = [run for run in runs if stock.cards_of[run.camera]]
    media = media_through(recording, stock.cards, stock.cards_of, upkeep)
    cameras = [_told(body, stock, power[body.key], media[body.key], upkeep) for body in bodies]
    gigabytes = sum(run.running.gb for run in runs)
    short = [
        *(one for body in bodies for one in _short(body, by_key, power[body.key], media[body.key])),
        *_without_room(scenes, gigabytes),
    ]
    return DayBudget(
        cameras=cameras,
        short=sorted(short, key=lambda one: one.minute),
        gb=round(gigabytes, 2),
        copy_minutes=round(copy_minutes(gigabytes, upkeep), 1),
    )


def _told(body: Body, stock: Stock, power: PowerDay, media: MediaDay, upkeep: Upkeep) -> CameraBudget:
    cells = {kind.key: kind.count for kind in stock.cells}
    cards = {kind.key: kind.count for kind in stock.cards if not kind.key.startswith(OWN)}
    gigabytes = sum(run.running.gb for run in body.runs)
    return CameraBudget(
        camera=body.key,
        camera_name=body.name,
        levels=power.levels,
        cells=power.changes,
        cells_used=sum(power.used.values()),
        cells_there=sum(cells[key] for key in stock.cells_of[body.key]),
        flies=body.device.flight_minutes is not None,
        fills=media.fills,
        cards=media.changes,
        cards_there=sum(cards.get(key, 0) for key in stock.cards_of[body.key]),
        gb=round(gigabytes, 2),
        files=media.files,
        copy_minutes=round(copy_minutes(gigabytes, upkeep), 1),
        heat_minutes=min((run.running.warming.first_minutes for run in body.runs if run.running.warming), default=None),
        rests=[rests for run in body.runs if (rests := rests_of(run)) is not None],
    )


def _short(body: Body, scenes: Mapping[str, SceneOnDay], power: PowerDay, media: MediaDay) -> Iterable[Shortage]:
    runs = {run.setup: run for run in body.runs}

    def short(kind: Short, run: Run, minute: float, amount: float, words: str) -> Shortage:
        return Shortage(
            kind=kind,
            camera=body.key,
            camera_name=body.name,
            setup=run.setup,
            scene=run.scene,
            scene_name=scenes[run.scene].name,
            minute=round(minute, 2),
            amount=round(amount, 2),
            words=words,
        )

    for run in body.runs:
        beyond = run.wanted_minutes - run.running.minutes
        if beyond > HAIR:
            words = f"{run.wanted_minutes:.0f} min are to be recorded, and the scene has {run.running.minutes:.0f}"
            yield short("time", run, run.start, beyond, words)
        rests = rests_of(run)
        if rests is not None and rests.lost > HAIR:
            words = f"heat stops it: with its pauses {rests.lost:.0f} min of recording find no time"
            yield short("heat", run, rests.minute, rests.lost, words)
    for gap in power.gaps:
        run = runs[gap.setup]
        lost = f"{gap.recorded:.0f} of the {run.running.minutes:.0f} min to record"
        if run.changeable:
            yield short("cells", run, gap.minute, gap.recorded, f"no cell is left for {lost}")
        else:
            words = f"no cell lasts through, and it cannot be changed there: {lost} are not covered"
            yield short("cell-in-scene", run, gap.minute, gap.recorded, words)
    for left in media.unkept:
        run = runs[left.setup]
        if left.slow:
            words = f"no card left that sustains {left.needed_mb_s:.0f} MB/s, for {left.gb:.0f} GB"
            yield short("card-speed", run, left.minute, left.needed_mb_s, words)
        else:
            yield short("cards", run, left.minute, left.gb, f"no room on its cards for {left.gb:.0f} GB")


def _without_room(scenes: Sequence[SceneOnDay], gigabytes: float) -> Iterable[Shortage]:
    """Where the film is kept: the least room that any of its scenes states."""
    stated = [(scene.brief.delivery.room_gb, scene) for scene in scenes if scene.timed and scene.brief.delivery.room_gb]
    room, scene = min(stated, key=lambda one: one[0] or 0.0, default=(None, None))
    if room is None or scene is None or gigabytes <= room:
        return
    words = f"{gigabytes:.0f} GB recorded in all, room for {room:.0f} GB where the film is kept"
    yield Shortage(
        kind="room",
        camera="",
        camera_name="",
        setup="",
        scene=scene.key,
        scene_name=scene.name,
        minute=float((scene.timed or (0, 0))[1]),
        amount=round(gigabytes - room, 2),
        words=words,
    )


def pauses_words(rests: Rests) -> str:
    """The rests of a scene as they are read."""
    pauses = counted(rests.pauses, "pause")
    return f"{rests.first_minutes:.0f} min in one go, then {pauses} of {rests.rest_minutes:.0f} min, switched off"
