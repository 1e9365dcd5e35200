"""The list of shoots: each scene's cameras in a line, and what still needs deciding."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, fields
from datetime import date
from math import inf
from time import perf_counter
from uuid import UUID

from steady_tide.core.kit.bag import BagItem, Housing
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.ready.budget import Shortage
from steady_tide.core.ready.shots import WantedShot
from steady_tide.desk.bench.bench import LONGEST_COPIED, Bench
from steady_tide.desk.edits import joined_plain
from steady_tide.desk.planning.budgets import budget_of
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.planning.summaries import summary_of
from steady_tide.desk.preferences.stances import INHERITED, Stances
from steady_tide.desk.ready.shots import ShotLists
from steady_tide.desk.records.dialled import Dialled, leftovers
from steady_tide.desk.views import Outcome, SceneSummary, SetupSummary, ShootView
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.removed import soft_delete
from steady_tide.store.repositories.setups import summaries
from steady_tide.store.repositories.shoots import Page, scene_lines, scenes_of, shoots_page
from steady_tide.store.tables import Json, SetupRow, ShootRow


@dataclass(frozen=True)
class ShootFacts:
    """What is said of a shoot: name, place and day, where on earth [degrees], the cloud expected [okta], its school."""

    name: str
    place: str = ""
    day: date | None = None
    latitude_deg: float | None = None
    longitude_deg: float | None = None
    cloud_okta: float = 2.0
    travel_minutes: int = 15
    school: str = INHERITED


class Shoots:
    """One account's shoots."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows

    def page(self, page: Page) -> list[ShootView]:
        """A part of the shoots, newest day first, as they were planned last; one by itself is told as it stands."""
        rows = shoots_page(self.rows, page)
        lines = scene_lines(self.rows, [row.id for row in rows]) if rows else []
        told = summaries(self.rows, [line.id for line in lines]) if lines else []
        setups: dict[UUID, list[SetupSummary]] = {}
        for scene_id, setup_id, name, summary in told:
            setups.setdefault(scene_id, []).append(_summed(setup_id, name, summary))
        scenes: dict[UUID, list[SceneSummary]] = {}
        for line in lines:
            summed = SceneSummary(id=line.id, name=line.name, scenario=line.scenario, setups=setups.get(line.id, []))
            scenes.setdefault(line.shoot_id, []).append(summed)
        return [_shoot_view(row, scenes.get(row.id, []), []) for row in rows]

    def shoot(self, shoot_id: UUID, *, within_s: float | None = None) -> ShootView:
        """One shoot as it stands. within_s: plans that are not made by then [s] wait for another time, but one."""
        until = inf if within_s is None else perf_counter() + within_s
        return self._view(self.rows.get(ShootRow, shoot_id), Planner.of(self.at), until)

    def add(self, facts: ShootFacts, *, named: UUID | None = None) -> ShootView:
        """A new shoot without scenes; the one that was made under this id before."""
        self._known(facts.school)
        made = self.rows.made(ShootRow, named)
        shoot = made or self.rows.add(ShootRow(**asdict(facts)), named=named)
        return self._view(shoot, Planner.of(self.at))

    def change(self, shoot_id: UUID, facts: ShootFacts, *, before: ShootFacts | None = None) -> ShootView:
        """Change what is said of a shoot.

        before: as the edit began with it. Raises Stale where the same was changed elsewhere.
        """
        self._known(facts.school)
        shoot = self.rows.get(ShootRow, shoot_id, lock=True)
        wanted = asdict(facts)
        if before is not None:
            wanted = joined_plain(asdict(before), wanted, {name: getattr(shoot, name) for name in wanted})
        for name, value in wanted.items():
            setattr(shoot, name, value)
        self.rows.flush()
        return self._view(shoot, Planner.of(self.at))

    def copy(self, shoot_id: UUID, *, day: date | None = None) -> ShootView:
        """A copy of a shoot with its scenes and their times and its shots, for another day or none.

        Readings and ticks stay with the day they were of.
        """
        shoot = self.rows.get(ShootRow, shoot_id)
        facts = {one.name: getattr(shoot, one.name) for one in fields(ShootFacts)}
        made = self.rows.add(ShootRow(**{**facts, "name": f"{shoot.name[:LONGEST_COPIED]} (copy)", "day": day}))
        bench, lists = Bench(self.at), ShotLists(self.at)
        copied = {
            str(scene.id): str(bench.copy_scene(scene.id, to=made.id, name=scene.name, with_times=True).id)
            for scene in scenes_of(self.rows, shoot.id)
        }
        lists.put(made.id, [_anew(shot, copied) for shot in lists.shots(shoot.id)])
        return self._view(made, Planner.of(self.at))

    def _known(self, school: str) -> None:
        if school != INHERITED:
            Stances(self.rows).known(school)

    def delete(self, shoot_id: UUID) -> None:
        """Remove a shoot with its scenes; it can be brought back for a week."""
        shoot = self.rows.get(ShootRow, shoot_id)
        soft_delete(self.rows, shoot, kind="shoot", name=shoot.name)

    def put_away(self, shoot_id: UUID, away: bool) -> ShootView:
        """Put a shoot out of the way, or take it out again."""
        shoot = self.rows.get(ShootRow, shoot_id, lock=True)
        shoot.put_away = away
        self.rows.flush()
        return self._view(shoot, Planner.of(self.at))

    def _view(self, shoot: ShootRow, planner: Planner, until: float = inf) -> ShootView:
        planned = planner.planned_shoot(shoot.id, until=until)
        plans = {setup.id: outcome for scene in planned for setup, outcome in scene.cameras}
        budget = budget_of(planner, shoot, plans)
        dialled = Dialled(self.rows).every()
        scenes = [
            SceneSummary(
                id=scene.row.id,
                name=scene.row.name,
                scenario=scene.brief.scenario,
                setups=[self._setup(setup, one, planner, shoot.day, dialled) for setup, one in scene.cameras],
            )
            for scene in planned
        ]
        return _shoot_view(shoot, scenes, budget.short if budget is not None else [])

    def _setup(
        self,
        setup: SetupRow,
        outcome: Outcome | None,
        planner: Planner,
        day: date | None,
        dialled: Mapping[tuple[UUID, int], Mapping[str, str]],
    ) -> SetupSummary:
        summed = _summed(setup.id, planner.device(setup.device_id).name, None)
        if outcome is None:
            return summed
        told = summary_of(outcome)
        left: list[str] = []
        if isinstance(outcome, Plan):
            left = leftovers(outcome, dialled.get((setup.device_id, setup.slot), {}), setup.slot)
        to_decide = [*told.to_decide, *seals_due(outcome, planner.bag, day)]
        return summed.model_copy(update={**dict(told), "to_decide": to_decide, "leftovers": left})


def _summed(setup_id: UUID, device_name: str, summary: Json | None) -> SetupSummary:
    """A camera on a scene in a line; waiting where nothing is kept of its plan."""
    told: Json = summary or {
        "outcome": "waiting",
        "headline": "",
        "to_decide": [],
        "short": [],
        "pays": [],
        "light": None,
    }
    return SetupSummary(id=setup_id, device_name=device_name, leftovers=[], **told)


def _shoot_view(shoot: ShootRow, scenes: list[SceneSummary], short: list[Shortage]) -> ShootView:
    said = {name: getattr(shoot, name) for name in ShootView.model_fields if name not in ("scenes", "short")}
    return ShootView(**said, scenes=scenes, short=short)


def _anew(shot: WantedShot, scenes: Mapping[str, str]) -> WantedShot:
    """A shot for another day: not done, in the scene that stands for its own. scenes: ids by those they stand for."""
    return shot.model_copy(update={"done": False, "scene": scenes.get(shot.scene, "")})


def seals_due(outcome: Outcome, bag: Sequence[BagItem], day: date | None) -> list[str]:
    """Housings the plan brings whose seals are due by the day of the shoot."""
    if not isinstance(outcome, Plan) or day is None:
        return []
    brought = {thing.key for thing in outcome.brought}
    return [
        f"{item.label}: its seals were due for service in {item.due:%Y-%m}, before the shoot"
        for item in bag
        if isinstance(item, Housing) and item.key in brought and item.due is not None and item.due <= day
    ]
