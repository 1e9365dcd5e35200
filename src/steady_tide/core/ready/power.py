"""Cells through a day: which is in the camera when, when it is changed, and what is not covered.

A cell empties at one rate through a scene, by what the camera draws there on average and what the cell gives in that
cold; the share that is left of it goes along into the next scene.
"""

from collections.abc import Iterable, Mapping, Sequence, Set
from dataclasses import dataclass, field
from typing import Final

from steady_tide.core.document import Part
from steady_tide.core.endurance.cells import usable_share
from steady_tide.core.kit.parts import ColdShare
from steady_tide.core.ready.run import HAIR, Inserted, Run, fed_once
from steady_tide.core.ready.upkeep import Upkeep

MOST_CHANGES: Final = 100
"""More changes of cells in a day are not meant."""


@dataclass(frozen=True)
class CellKind:
    """Cells of one kind. capacity_wh: of each, with its age; count: how many there are, all charged."""

    key: str
    label: str
    capacity_wh: float
    share_at_0_c: float
    cuts_out_below: float = 0.0
    table: tuple[ColdShare, ...] = ()
    count: int = 1

    def usable_wh(self, air_c: float) -> float:
        """What one gives at a temperature [Wh]."""
        return self.capacity_wh * usable_share(
            air_c, share_at_0_c=self.share_at_0_c, table=self.table, cuts_out_below=self.cuts_out_below
        )


class Level(Part):
    """What is left of the cell in a camera at a minute, as a share of what it gives [0, 1]."""

    minute: float
    share: float


class Gap(Part):
    """A stretch of a scene that no cell covers. recorded: minutes of recording that are lost by it."""

    setup: str
    scene: str
    minute: float
    minutes: float
    recorded: float


@dataclass
class PowerDay:
    """A camera's cells through its day, in order of time. used: how many whole ones were put in, by kind."""

    levels: list[Level] = field(default_factory=list)
    changes: list[Inserted] = field(default_factory=list)
    gaps: list[Gap] = field(default_factory=list)
    used: dict[str, int] = field(default_factory=dict)

    @property
    def short_minutes(self) -> float:
        """Minutes of recording that no cell covers."""
        return sum(gap.recorded for gap in self.gaps)


def power_through(
    runs: Iterable[Run], cells: Sequence[CellKind], fits: Mapping[str, Sequence[str]], upkeep: Upkeep
) -> dict[str, PowerDay]:
    """Cells of every camera through a day.

    cells: what there is; fits: keys of the kinds that fit each camera. Cameras that share cells take them in the order
    of their scenes; power banks are one store for all of them. A cell is changed before a scene rather than in it,
    where that leaves nothing uncovered.
    """
    ordered = fed_once(sorted(runs, key=lambda run: (run.start, run.camera)), upkeep)
    days = _gone_through(ordered, cells, fits, upkeep, ahead=set(fits))
    covered = {camera for camera, day in days.items() if not day.gaps}
    return days if covered == set(fits) else _gone_through(ordered, cells, fits, upkeep, ahead=covered)


def _gone_through(
    runs: Sequence[Run],
    cells: Sequence[CellKind],
    fits: Mapping[str, Sequence[str]],
    upkeep: Upkeep,
    *,
    ahead: Set[str],
) -> dict[str, PowerDay]:
    pouch = _Pouch(cells)
    cameras = {camera: _InCamera(pouch, keys, upkeep, camera in ahead) for camera, keys in fits.items()}
    for index, run in enumerate(runs):
        coldest = min(later.air_c for later in runs[index:] if later.camera == run.camera)
        cameras[run.camera].film(run, coldest)
    return {key: camera.day for key, camera in cameras.items()}


@dataclass
class _Piece:
    """A cell and what is left of it."""

    kind: CellKind
    number: int
    left: float = 1.0


class _Pouch:
    """What is not in a camera: whole cells by kind, and those that were begun."""

    def __init__(self, kinds: Sequence[CellKind]) -> None:
        self._kinds = {kind.key: kind for kind in kinds}
        self._taken = dict.fromkeys(self._kinds, 0)
        self._begun: list[_Piece] = []

    def offered(self, keys: Iterable[str]) -> list[_Piece]:
        """The next whole cell of each of some kinds, and all of those that were begun."""
        mine = [key for key in keys if self._taken.get(key, 0) < self._kinds[key].count]
        whole = [_Piece(self._kinds[key], self._taken[key] + 1) for key in mine]
        return [*whole, *(piece for piece in self._begun if piece.kind.key in keys)]

    def take(self, piece: _Piece) -> None:
        """Take one that was offered."""
        if piece in self._begun:
            self._begun.remove(piece)
        else:
            self._taken[piece.kind.key] += 1

    def put_back(self, piece: _Piece) -> None:
        """Put one back that was in a camera."""
        self._begun.append(piece)


class _InCamera:
    """A camera as its day goes on, beside the pouch that it takes cells from."""

    def __init__(self, pouch: _Pouch, keys: Sequence[str], upkeep: Upkeep, ahead: bool) -> None:
        self.pouch, self.keys, self.upkeep, self.ahead = pouch, keys, upkeep, ahead
        self.piece: _Piece | None = None
        self.day = PowerDay()

    def film(self, run: Run, coldest_c: float) -> None:
        """Go through a scene with what there is. coldest_c: of all that is still to come [degrees C]."""
        at, end = run.start, run.start + run.minutes
        carried = self._lasts(self.piece, run) >= run.minutes - HAIR
        if self.piece is None or (not carried and (self.ahead or not run.changeable)):
            self._change(run, coldest_c, at, need=run.minutes)
        while self.piece is not None:
            ran = min(self._lasts(self.piece, run), end - at)
            self._mark(at)
            self.piece.left -= ran * self._per_minute(self.piece, run)
            at += ran
            self._mark(at)
            if at >= end - HAIR or not run.changeable or not self._change(run, coldest_c, at, need=end - at):
                break
        if at < end - HAIR:
            lost = (end - at) / run.minutes * run.running.minutes
            self.day.gaps.append(Gap(setup=run.setup, scene=run.scene, minute=at, minutes=end - at, recorded=lost))

    def _per_minute(self, piece: _Piece, run: Run) -> float:
        """Share of a cell that a minute of a scene takes."""
        return run.watts(self.upkeep) / 60.0 / piece.kind.usable_wh(run.air_c)

    def _lasts(self, piece: _Piece | None, run: Run) -> float:
        """Minutes of a scene until a cell is changed."""
        if piece is None:
            return 0.0
        kept = max(self.upkeep.changed_at_share, run.reserve)
        return max(piece.left - kept, 0.0) / max(self._per_minute(piece, run), HAIR)

    def _change(self, run: Run, coldest_c: float, minute: float, *, need: float) -> bool:
        """Put another cell in, if one lasts longer; the one that was in it goes back. need: minutes it should last."""
        now = self._lasts(self.piece, run)
        better = [piece for piece in self.pouch.offered(self.keys) if self._lasts(piece, run) > now + HAIR]
        if not better or len(self.day.changes) >= MOST_CHANGES:
            return False

        def rank(piece: _Piece) -> tuple[bool, float, float]:
            lasts, kind = self._lasts(piece, run), piece.kind
            keeps = kind.usable_wh(coldest_c) / kind.usable_wh(run.air_c)
            # One that does for it; then what would suffer most from the cold to come; then the longest lasting.
            return lasts < need - HAIR and not run.changeable, keeps, -lasts

        found = min(better, key=rank)
        self.pouch.take(found)
        if self.piece is not None:
            self.pouch.put_back(self.piece)
        self.piece = found
        self._note(found, run, minute)
        return True

    def _note(self, piece: _Piece, run: Run, minute: float) -> None:
        kind, day = piece.kind, self.day
        if piece.left >= 1.0:
            day.used[kind.key] = day.used.get(kind.key, 0) + 1
        made = Inserted.at(minute, run, key=kind.key, label=kind.label, number=piece.number, first=not day.changes)
        day.changes.append(made)

    def _mark(self, minute: float) -> None:
        assert self.piece is not None, "only what is in a camera has a level"
        self.day.levels.append(Level(minute=round(minute, 1), share=round(min(max(self.piece.left, 0.0), 1.0), 4)))
