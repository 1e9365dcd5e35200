"""The list of shoots: each scene's cameras in a line, and what still needs deciding."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, fields
from datetime import date
from math import inf
from time import perf_counter
from uuid import UUID

from steady_tide.core.kit.bag import BagItem, Housing
from steady_tide.core.kit.settings import label_in_text
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.ready.shots import WantedShot
from steady_tide.desk.bench.bench import LONGEST_COPIED, Bench
from steady_tide.desk.bench.history import History
from steady_tide.desk.cards.dialled import Dialled, leftovers
from steady_tide.desk.edits import joined_plain
from steady_tide.desk.planning import Planner
from steady_tide.desk.ready.budgets import budget_of
from steady_tide.desk.ready.shots import ShotLists
from steady_tide.desk.taste.stances import INHERITED, Stances
from steady_tide.desk.views import LightSummary, Outcome, Refusal, SceneSummary, SetupSummary, ShootView
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.removed import lift
from steady_tide.store.repositories.shoots import scenes_of, shoots
from steady_tide.store.tables import SetupRow, ShootRow


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

    def all(self, *, within_s: float | None = None) -> list[ShootView]:
        """Every shoot, newest day first, those without a day at the end.

        within_s: plans that are not made by then [s] wait for another time.
        """
        planner = Planner(self.at)
        until = inf if within_s is None else perf_counter() + within_s
        return [self._view(shoot, planner, until) for shoot in shoots(self.rows)]

    def shoot(self, shoot_id: UUID) -> ShootView:
        """One shoot."""
        return self._view(self.rows.get(ShootRow, shoot_id), Planner(self.at))

    def add(self, facts: ShootFacts, *, named: UUID | None = None) -> ShootView:
        """A new shoot without scenes; the one that was made under this id before."""
        self._known(facts.school)
        made = self.rows.made(ShootRow, named)
        shoot = made or self.rows.add(ShootRow(**asdict(facts)), named=named)
        return self._view(shoot, Planner(self.at))

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
        self.rows.settle()
        return self._view(shoot, Planner(self.at))

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
        return self._view(made, Planner(self.at))

    def _known(self, school: str) -> None:
        if school != INHERITED:
            Stances(self.rows).known(school)

    def delete(self, shoot_id: UUID) -> None:
        """Remove a shoot with its scenes; it can be brought back for a week."""
        shoot = self.rows.get(ShootRow, shoot_id)
        lift(self.rows, shoot, kind="shoot", name=shoot.name)

    def put_away(self, shoot_id: UUID, away: bool) -> ShootView:
        """Put a shoot out of the way, or take it out again."""
        shoot = self.rows.get(ShootRow, shoot_id, lock=True)
        shoot.put_away = away
        self.rows.settle()
        return self._view(shoot, Planner(self.at))

    def _view(self, shoot: ShootRow, planner: Planner, until: float = inf) -> ShootView:
        lit = [
            (scene, planner.lit_brief(scene), History(self.rows, scene).setups())
            for scene in scenes_of(self.rows, shoot.id)
        ]
        asked = [(setup, brief) for _, brief, setups in lit for setup in setups]
        outcomes = planner.outcomes_by(until, asked)
        made = iter(outcomes)
        plans = {setup.id: outcome for (setup, _), outcome in zip(asked, outcomes, strict=True)}
        budget = budget_of(planner, shoot, [(scene, setups) for scene, _, setups in lit], plans)
        return ShootView(
            id=shoot.id,
            name=shoot.name,
            place=shoot.place,
            school=shoot.school,
            day=shoot.day,
            latitude_deg=shoot.latitude_deg,
            longitude_deg=shoot.longitude_deg,
            cloud_okta=shoot.cloud_okta,
            travel_minutes=shoot.travel_minutes,
            put_away=shoot.put_away,
            scenes=[
                SceneSummary(
                    id=scene.id,
                    name=scene.name,
                    scenario=brief.scenario,
                    setups=[self._setup(setup, next(made), planner, shoot.day) for setup in setups],
                )
                for scene, brief, setups in lit
            ],
            short=budget.short if budget is not None else [],
        )

    def _leftovers(self, setup: SetupRow, outcome: Outcome) -> list[str]:
        if not isinstance(outcome, Plan):
            return []
        return leftovers(outcome, Dialled(self.rows).slot(setup.device_id, setup.slot), setup.slot)

    def _setup(self, setup: SetupRow, outcome: Outcome | None, planner: Planner, day: date | None) -> SetupSummary:
        name = planner.device(setup.device_id).name
        if outcome is None:
            nothing: list[str] = []
            return SetupSummary(
                id=setup.id,
                device_name=name,
                outcome="waiting",
                headline="",
                to_decide=nothing,
                leftovers=nothing,
                light=None,
            )
        return SetupSummary(
            id=setup.id,
            device_name=name,
            outcome=outcome.outcome,
            headline=_headline(outcome),
            to_decide=[*to_decide(outcome), *seals_due(outcome, planner.bag, day)],
            leftovers=self._leftovers(setup, outcome),
            light=_light(outcome),
        )


def _anew(shot: WantedShot, scenes: Mapping[str, str]) -> WantedShot:
    """A shot for another day: not done, in the scene that stands for its own. scenes: ids by those they stand for."""
    return shot.model_copy(update={"done": False, "scene": scenes.get(shot.scene, "")})


def _headline(outcome: Outcome) -> str:
    if isinstance(outcome, Plan):
        return outcome.headline
    return outcome.words if isinstance(outcome, Conflict) else outcome.problems[0].message


def _light(outcome: Outcome) -> LightSummary | None:
    if not isinstance(outcome, Plan):
        return None
    return LightSummary(
        dark_ev100=outcome.dark_ev100,
        ev100=outcome.light.ev100,
        bright_ev100=outcome.bright_ev100,
        uncertainty_stops=outcome.light.uncertainty_stops,
        low_ev100=outcome.reach.low.ev100,
        high_ev100=outcome.reach.high.ev100,
    )


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


def to_decide(outcome: Outcome) -> list[str]:
    """What still needs a decision: conflicts, light beyond the marks, dear prices."""
    if isinstance(outcome, Refusal):
        return [outcome.problems[0].message]
    if isinstance(outcome, Conflict):
        return [outcome.words]
    found = []
    if not outcome.reach.holds_dark:
        short = outcome.reach.low.ev100 - outcome.dark_ev100
        found.append(f"the darkest light lies {short:.1f} stops below the low mark")
    if not outcome.reach.holds_bright:
        found.append(
            f"the brightest light lies {outcome.bright_ev100 - outcome.reach.high.ev100:.1f} stops above the high mark"
        )
    found += [f"{label_in_text(price.label)}: {price.words}" for price in outcome.prices[:1]]
    return found
