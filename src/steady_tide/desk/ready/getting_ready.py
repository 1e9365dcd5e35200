"""A shoot's preparation: what to mind, charge, pack and do before it, with what was ticked and added."""

from collections.abc import Mapping
from datetime import UTC, datetime
from functools import cached_property
from typing import Final
from uuid import UUID
from zoneinfo import ZoneInfo

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.ready.budget import DayBudget
from steady_tide.core.ready.charging import Charging, chargers_for, charging
from steady_tide.core.ready.checks import (
    GROUP_LABELS,
    OWN_LINE,
    Check,
    Packed,
    Planned,
    Shoot,
    ShootCaution,
    cautions_of,
    checks_of,
    packing_of,
)
from steady_tide.core.ready.stock import States, to_charge, with_spares
from steady_tide.desk.planning.budgets import budget_of
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.preferences.upkeep import upkeep_of
from steady_tide.desk.ready.stock import Stock, StockView
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.errors import NotFound
from steady_tide.store.repositories.ready import check
from steady_tide.store.repositories.ready import checks_of as kept_checks
from steady_tide.store.tables import CheckRow, ShootRow

MOST_OWN: Final = 200
CAUTION: Final = "caution "
MINUTES_A_DAY: Final = 1440.0
PACK: Final = "pack "


class CheckView(Check):
    """Something to do, and whether it is done. group_label: of its group, as it is read."""

    group_label: str
    done: bool


class PackedView(Packed):
    """A thing to pack, and whether it is packed. tick: under which that is kept."""

    tick: str
    done: bool


class CautionView(ShootCaution):
    """A caution, and whether it was acknowledged. tick: under which that is kept."""

    tick: str
    done: bool


class OwnLine(View):
    """A line of one's own."""

    id: UUID
    text: str
    done: bool


class ReadyView(View):
    """A shoot's preparation. open: how much of it is not done yet. first_minute: of its first timed scene.

    begin: when charging has to begin at the latest, as a moment; None without a time, or with nothing to charge.
    unplanned: scenes with a camera that has no set, about which nothing is said.
    """

    shoot_id: UUID
    name: str
    place: str
    day: str | None
    cautions: list[CautionView]
    charging: Charging
    begin: datetime | None
    stock: list[StockView]
    packing: list[PackedView]
    checks: list[CheckView]
    own: list[OwnLine]
    unplanned: list[str]
    open: int
    of: int


class GettingReady:
    """One account's preparations."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows

    def view(self, shoot_id: UUID) -> ReadyView:
        """The preparation of a shoot as it stands."""
        return _Preparation(self.at, self.rows.get(ShootRow, shoot_id)).view()

    def tick(self, shoot_id: UUID, key: str, done: bool) -> ReadyView:
        """Tick something of a shoot's list, or take the tick away. What is on no list any more is kept all the same."""
        self.rows.get(ShootRow, shoot_id, lock=True)
        row = check(self.rows, shoot_id, key)
        if row is None and key.startswith(OWN_LINE):
            raise NotFound("there is no such line; it may have been deleted")
        if row is None:
            self.rows.add(CheckRow(shoot_id=shoot_id, key=key, text=None, done=done, said_at=datetime.now(UTC)))
        else:
            row.done, row.said_at = done, datetime.now(UTC)
        self.rows.flush()
        return self.view(shoot_id)

    def write(self, shoot_id: UUID, line_id: UUID, text: str) -> ReadyView:
        """Add a line of one's own, or say it otherwise."""
        self.rows.get(ShootRow, shoot_id, lock=True)
        key = f"{OWN_LINE}{line_id}"
        row = check(self.rows, shoot_id, key)
        if row is not None:
            row.text = text
        else:
            mine = [one for one in kept_checks(self.rows, shoot_id) if one.key.startswith(OWN_LINE)]
            if len(mine) >= MOST_OWN:
                raise BadInput([Problem(("text",), f"at most {MOST_OWN} lines of your own are kept")])
            self.rows.add(CheckRow(shoot_id=shoot_id, key=key, text=text))
        self.rows.flush()
        return self.view(shoot_id)

    def strike(self, shoot_id: UUID, line_id: UUID) -> ReadyView:
        """Take a line of one's own away; also where it is gone already."""
        row = check(self.rows, shoot_id, f"{OWN_LINE}{line_id}")
        if row is not None:
            self.rows.delete(row)
        return self.view(shoot_id)


class _Preparation:
    """One shoot as it is prepared."""

    def __init__(self, at: Workplace, shoot: ShootRow) -> None:
        self.rows, self.row = at.rows, shoot
        self.planner = Planner.of(at)
        self.upkeep = upkeep_of(at.rows)
        self.ticks: Mapping[str, CheckRow] = {one.key: one for one in kept_checks(at.rows, shoot.id)}

    @cached_property
    def planned(self) -> tuple[list[Planned], list[str]]:
        """The cameras of its scenes with their plans, and the scenes of which one has none."""
        found, without = [], []
        for scene in self.planner.planned_shoot(self.row.id):
            for setup, outcome in scene.cameras:
                if isinstance(outcome, Plan):
                    found.append(
                        Planned(
                            scene=scene.row.name,
                            brief=scene.brief,
                            device=self.planner.device(setup.device_id),
                            plan=outcome,
                            setup=str(setup.id),
                            slot=setup.slot,
                            start=scene.row.starts,
                            end=scene.row.ends,
                        )
                    )
                elif scene.row.name not in without:
                    without.append(scene.row.name)
        return found, without

    @cached_property
    def states(self) -> States:
        """How every piece of cells and cards stands."""
        return Stock(self.rows).states

    @cached_property
    def budget(self) -> DayBudget | None:
        """What its day takes; None while it has no place or no day."""
        plans = {UUID(one.setup): one.plan for one in self.planned[0]}
        return budget_of(self.planner, self.row, plans)

    @cached_property
    def cells_used(self) -> dict[str, int]:
        """Whole cells its day takes of each kind; of the plans one by one, where it has no times."""
        used: dict[str, int] = {}
        if self.budget is not None and self.budget.cameras:
            for camera in self.budget.cameras:
                for one in camera.cells:
                    used[one.key] = max(used.get(one.key, 0), one.number)
            return used
        for thing in (thing for one in self.planned[0] for thing in one.plan.brought if thing.kind == "cell"):
            used[thing.key] = max(used.get(thing.key, 0), thing.count)
        return used

    @cached_property
    def cells_along(self) -> dict[str, int]:
        """Cells that go along, spares among them."""
        return with_spares(self.cells_used, self.planner.bag)

    def view(self) -> ReadyView:
        """All of it."""
        planned, without = self.planned
        shoot = Shoot(planned, self.planner.bag, self.cells_along)
        cautions = [
            CautionView(**one.model_dump(), tick=tick, done=self._done(tick))
            for one in cautions_of(shoot)
            for tick in [f"{CAUTION}{one.caution}"]
        ]
        packing = [
            PackedView(**one.model_dump(), tick=tick, done=self._done(tick))
            for one in packing_of(shoot)
            for tick in [f"{PACK}{one.key}"]
        ]
        checks = [
            CheckView(**one.model_dump(), group_label=GROUP_LABELS[one.group], done=self._done(one.key))
            for one in checks_of(shoot)
        ]
        own = [
            OwnLine(id=UUID(key.removeprefix(OWN_LINE)), text=row.text or "", done=row.done)
            for key, row in self.ticks.items()
            if key.startswith(OWN_LINE)
        ]
        done = [
            *(one.done for one in cautions if one.once),
            *(one.done for one in packing),
            *(one.done for one in checks),
            *(one.done for one in own),
        ]
        told, begin = self._charging()
        brought = {one.key for one in packing}
        return ReadyView(
            shoot_id=self.row.id,
            name=self.row.name,
            place=self.row.place,
            day=self.row.day.isoformat() if self.row.day else None,
            cautions=cautions,
            charging=told,
            begin=begin,
            stock=[one for one in Stock(self.rows).view(self.planner.bag, self.states) if one.key in brought],
            packing=packing,
            checks=checks,
            own=own,
            unplanned=without,
            open=done.count(False),
            of=len(done),
        )

    def _done(self, key: str) -> bool:
        return key in self.ticks and self.ticks[key].done

    def _charging(self) -> tuple[Charging, datetime | None]:
        """Which cells go on which charger, and when that has to begin."""
        pieces = to_charge(self.planner.bag, self.cells_along, self.states)
        devices = list({one.device.key: one.device for one in self.planned[0]}.values())
        chargers = chargers_for([piece.cell for piece in pieces], self.planner.bag, devices)
        by, midnight = self._by()
        now = (datetime.now(UTC) - midnight).total_seconds() / 60.0 if midnight is not None else None
        # Of a day that is over nothing is too late.
        now = None if now is None or now > MINUTES_A_DAY else now
        told = charging(pieces, chargers, self.upkeep, by=by, now=now)
        if midnight is None or told.latest is None or not told.turns:
            return told, None
        return told, datetime.fromtimestamp(midnight.timestamp() + 60.0 * told.latest, midnight.tzinfo)

    def _by(self) -> tuple[float | None, datetime | None]:
        """When all has to be ready [minutes after midnight], and that midnight."""
        over = self.planner.skies.over(self.row)
        starts = [one.start for one in self.planned[0] if one.start is not None]
        if over is None or self.row.day is None or not starts:
            return None, None
        midnight = datetime.combine(self.row.day, datetime.min.time(), ZoneInfo(over.sky.zone))
        return float(min(starts) - self.upkeep.ready_minutes), midnight
