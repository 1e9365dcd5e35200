"""Memory cards through a day: which is in the camera when, how full it is, and how long copying takes."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from math import ceil
from typing import Final

from steady_tide.core.document import Part
from steady_tide.core.ready.run import HAIR, Inserted, Run
from steady_tide.core.ready.upkeep import Upkeep

MB_PER_GB: Final = 1000.0
MOST_OF_A_KIND: Final = 20
"""More cards of one kind are not filled in a day."""


@dataclass(frozen=True)
class CardKind:
    """Cards of one kind, or the room inside a camera: capacity [GB] of each, what it sustains [MB/s], how many."""

    key: str
    label: str
    capacity_gb: float
    sustained_mb_s: float
    count: int = 1


class Fill(Part):
    """How full the card in a camera is at a minute, as a share of its capacity [0, 1]."""

    minute: float
    share: float


class Unkept(Part):
    """What of a scene finds no room. gb: of it; slow: whether there is room, but on nothing fast enough.

    needed_mb_s: what a card has to sustain for it.
    """

    setup: str
    scene: str
    minute: float
    gb: float
    slow: bool
    needed_mb_s: float


@dataclass
class MediaDay:
    """A camera's cards through its day, in order of time. files: what its recordings are cut into."""

    fills: list[Fill] = field(default_factory=list)
    changes: list[Inserted] = field(default_factory=list)
    unkept: list[Unkept] = field(default_factory=list)
    gb: float = 0.0
    files: int = 0


def copy_minutes(gb: float, upkeep: Upkeep) -> float:
    """How long it takes to copy what was recorded as often as it is to be copied [minutes], one after another."""
    return gb * MB_PER_GB * upkeep.copies / upkeep.copy_mb_s / 60.0


def media_through(
    runs: Iterable[Run], cards: Sequence[CardKind], fits: Mapping[str, Sequence[str]], upkeep: Upkeep
) -> dict[str, MediaDay]:
    """Cards of every camera through a day.

    cards: what there is, empty; fits: keys of those that fit each camera, best liked first. A card stays in until it is
    full, or too slow for a scene.
    """
    pieces = [_Card(kind, number + 1) for kind in cards for number in range(min(kind.count, MOST_OF_A_KIND))]
    cameras = {camera: _Recorder(pieces, list(keys), upkeep) for camera, keys in fits.items()}
    for run in sorted(runs, key=lambda one: (one.start, one.camera)):
        cameras[run.camera].record(run)
    return {key: camera.day for key, camera in cameras.items()}


@dataclass
class _Card:
    kind: CardKind
    number: int
    used_gb: float = 0.0
    holder: "_Recorder | None" = None


class _Recorder:
    """A camera as its cards fill."""

    def __init__(self, pieces: list[_Card], keys: list[str], upkeep: Upkeep) -> None:
        self.pieces, self.keys, self.upkeep = pieces, keys, upkeep
        self.card: _Card | None = None
        self.day = MediaDay()

    def record(self, run: Run) -> None:
        """Record a scene on what there is, evenly through it."""
        left, at, end = run.running.gb, run.start, run.start + run.minutes
        a_gigabyte = run.minutes / max(left, HAIR)
        self.day.files += ceil(left / self.upkeep.split_gb - HAIR)
        while left > HAIR and self._ready(run, at, left):
            assert self.card is not None, "a camera that is ready has a card"
            taken = min(left, self._room(self.card))
            self._mark(at)
            self.card.used_gb += taken
            left, at = left - taken, min(at + taken * a_gigabyte, end)
            self._mark(at)
            if not run.changeable:
                break
        self.day.gb += run.running.gb - left
        if left > HAIR:
            slow = any(self._room(card) > HAIR for card in self._mine())
            self.day.unkept.append(
                Unkept(
                    setup=run.setup, scene=run.scene, minute=at, gb=left, slow=slow, needed_mb_s=run.running.needed_mb_s
                )
            )

    def _mine(self) -> list[_Card]:
        return [card for card in self.pieces if card.kind.key in self.keys and card.holder in (None, self)]

    def _room(self, card: _Card) -> float:
        return max(card.kind.capacity_gb * self.upkeep.card_fill_share - card.used_gb, 0.0)

    def _fast(self, card: _Card, run: Run) -> bool:
        return card.kind.sustained_mb_s >= run.running.needed_mb_s - HAIR

    def _ready(self, run: Run, minute: float, gb: float) -> bool:
        """Whether a card that is fast enough and has room is in the camera, after a change where that takes one.

        gb: what is still to be recorded; it has to go on one card where cards cannot be changed.
        """
        usable = [card for card in self._mine() if self._room(card) > HAIR and self._fast(card, run)]
        roomy = [card for card in usable if self._room(card) >= gb - HAIR]
        if not run.changeable and usable:
            usable = roomy or [max(usable, key=self._room)]
        if self.card in usable:
            return True
        if not usable:
            return False
        self.card = min(usable, key=lambda card: self.keys.index(card.kind.key))
        self.card.holder = self
        kind = self.card.kind
        made = Inserted.at(
            minute, run, key=kind.key, label=kind.label, number=self.card.number, first=not self.day.changes
        )
        self.day.changes.append(made)
        return True

    def _mark(self, minute: float) -> None:
        assert self.card is not None, "only a card that is in has a level"
        self.day.fills.append(
            Fill(minute=round(minute, 1), share=round(self.card.used_gb / self.card.kind.capacity_gb, 4))
        )
