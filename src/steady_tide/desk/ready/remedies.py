"""What makes up for what a shoot's day is short of, tried by planning and going through the day again."""

from typing import Final
from uuid import UUID

from steady_tide.core.ready.budget import Shortage, day_budget
from steady_tide.core.ready.remedies import Lighter, Remedy, remedies
from steady_tide.desk.compute import planners
from steady_tide.desk.planning.schedule import Schedule, ScheduledScene
from steady_tide.desk.preferences.upkeep import upkeep_of
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.tables import ShootRow

TOLD: Final = 4
"""So many shortages of a day are answered; the first are mended first."""


class ShortView(View):
    """A shortage with what makes up for it. setup_id: the set it falls on; None where it falls on no single one."""

    short: Shortage
    setup_id: UUID | None
    remedies: list[Remedy]


class Mending:
    """One account's days and what would make up for what they are short of."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.schedule = Schedule(at)

    def shortages(self, shoot_id: UUID) -> list[ShortView]:
        """What a day is short of, first things first. Raises BadInput while it has no place or no day."""
        scheduled = self.schedule.scheduled(self.at.rows.get(ShootRow, shoot_id))
        scenes, bag = [one.scene for one in scheduled], self.schedule.planner.bag
        upkeep = upkeep_of(self.at.rows)
        budget = day_budget(scenes, bag, upkeep)
        found = []
        for short in budget.short[:TOLD]:
            setup = short.setup or None
            lighter = self._lighter(short, setup, scheduled)
            told = remedies(short, scenes, bag, upkeep, lighter)
            found.append(ShortView(short=short, setup_id=UUID(setup) if setup else None, remedies=told))
        return found

    def _lighter(self, short: Shortage, setup: str | None, scheduled: list[ScheduledScene]) -> list[Lighter]:
        if setup is None:
            return []
        one = next(each for each in scheduled if setup in each.setups)
        brief = self.schedule.planner.lit_brief(one.row)
        problem = self.schedule.planner.inputs(one.setups[setup], brief).problem
        return self.at.shared.planners.ask(planners.lighter, problem, short.kind)
