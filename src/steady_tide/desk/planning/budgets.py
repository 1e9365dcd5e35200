"""What a shoot's day takes, from whole plans that are at hand already."""

from collections.abc import Mapping
from uuid import UUID

from steady_tide.core.day.film import CameraSet
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.ready.budget import DayBudget, day_budget
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.planning.skies import on_day
from steady_tide.desk.preferences.upkeep import upkeep_of
from steady_tide.store.tables import ShootRow


def budget_of(planner: Planner, shoot: ShootRow, plans: Mapping[UUID, object]) -> DayBudget | None:
    """What the day of a shoot takes; None while it has no place or no day.

    plans: what is planned of a setup, whatever that is; only plans count.
    """
    if planner.skies.over(shoot) is None:
        return None
    found = []
    for row in planner.scenes(shoot.id):
        sets = [
            CameraSet(str(setup.id), setup.slot, planner.device(setup.device_id), plan.sketch)
            for setup in planner.setups(row.id)
            if isinstance(plan := plans.get(setup.id), Plan)
        ]
        found.append(on_day(row, planner.skies.of(row), sets, planner.bag))
    return day_budget(found, planner.bag, upkeep_of(planner.rows))
