"""A shoot put together to be taken along: what to film when, how, with what, and what to do when the light changed."""

from collections.abc import Sequence
from datetime import UTC, datetime
from functools import cached_property
from time import perf_counter
from typing import Any, Final
from uuid import UUID

from steady_tide.core.errors import BadInput
from steady_tide.core.field.entries import LightNoted
from steady_tide.core.field.merging import merged
from steady_tide.core.kit.settings import SETTINGS
from steady_tide.core.message import Told, together
from steady_tide.core.picture.shot import Shot
from steady_tide.core.plan.account.plan import Plan, Sketch
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.ready.shots import WantedShot
from steady_tide.desk.cards.cards import Cards
from steady_tide.desk.compute import planners
from steady_tide.desk.compute.planners import Carried
from steady_tide.desk.day.days import Days
from steady_tide.desk.day.views import DayView, SceneDay
from steady_tide.desk.exports.agenda import packed_told
from steady_tide.desk.exports.coming import coming_of
from steady_tide.desk.field.views import (
    May,
    Pack,
    PackCamera,
    PackCheck,
    PackFallback,
    PackLine,
    PackScene,
    PackShot,
    Replanned,
)
from steady_tide.desk.offered import offered
from steady_tide.desk.planning.planner import PlannedScene, Planner
from steady_tide.desk.ready.getting_ready import GettingReady, ReadyView
from steady_tide.desk.records.noted import NewlyNoted
from steady_tide.desk.views import CardLine, Outcome, Refusal
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.ready import shots_of
from steady_tide.store.tables import SetupRow, ShootRow

AROUND_MINUTES: Final = 60
"""Of a scene's light so much goes along before and after it [minutes]."""
REPLANNED: Final = 3
"""So many of the latest readings of a camera are planned anew."""


class OfflineBundle:
    """One shoot of an account as it is packed."""

    def __init__(
        self, at: Workplace, shoot_id: UUID, *, may: May = "all", within_s: float = 60.0, known: str | None = None
    ) -> None:
        self.at, self.rows, self.may, self.known = at, at.rows, may, known
        self.shoot = at.rows.get(ShootRow, shoot_id)
        self.planner = Planner.of(at)
        self.cards = Cards(at)
        self.until = perf_counter() + within_s

    def pack(self) -> Pack:
        """All of it. Sets for other light that are not worked out in time are told as waiting."""
        day = self.day
        planned = self.planner.planned_shoot(self.shoot.id)
        self.cards.dialled.every()
        self.cards.read_ticks([setup.id for one in planned for setup, _ in one.cameras])
        scenes = [self._scene(one) for one in planned]
        return Pack(
            shoot_id=self.shoot.id,
            name=self.shoot.name,
            place=self.shoot.place,
            day=self.shoot.day.isoformat() if self.shoot.day else None,
            zone=day.zone if day else None,
            may=self.may,
            made_at=datetime.now(UTC),
            waiting=sum(camera.waiting for scene in scenes for camera in scene.cameras),
            scenes=scenes,
            coming=coming_of(day, self.days.around(self.shoot).sky) if day else [],
            checks=self._checks(),
            cautions=self._cautions(),
            shots=[
                PackShot(id=row.id, shot=WantedShot.opened(row.document)) for row in shots_of(self.rows, self.shoot.id)
            ],
            **dict(self.noted.part),
        )

    @cached_property
    def noted(self) -> NewlyNoted:
        """What was noted that is not known where it goes, and all that was said of the light."""
        return NewlyNoted.read(self.rows, self.shoot.id, self.known, and_all_of=["light"])

    @cached_property
    def days(self) -> Days:
        """Days of the account."""
        return Days(self.at)

    @cached_property
    def day(self) -> DayView | None:
        """The day of the shoot; None while it has no place or no day."""
        if self.planner.skies.over(self.shoot) is None:
            return None
        return self.days.day(self.shoot.id)

    @cached_property
    def on_day(self) -> dict[UUID, SceneDay]:
        """Its scenes as the day tells them."""
        return {} if self.day is None else {scene.id: scene for scene in self.day.scenes}

    def clock(self, minute: float) -> datetime:
        """The moment of a minute of the day; asked only where there is one."""
        return self.days.around(self.shoot).sky.clock(minute)

    # Scenes.

    def _scene(self, one: PlannedScene) -> PackScene:
        row, brief = one.row, one.brief
        told = self.on_day.get(row.id)
        timed = told is not None and row.starts is not None and row.ends is not None
        begin, curve = self._curve(told) if told is not None else (None, [])
        try:
            level = brief.level
            ev100, unsure, words = level.ev100, level.uncertainty_stops, level.source
        except BadInput as error:
            ev100, unsure, words = 0.0, 12.0, error.problems[0].message
        return PackScene(
            id=row.id,
            name=row.name,
            scenario=brief.scenario,
            spot=row.spot,
            starts_at=self.clock(row.starts) if timed and row.starts is not None else None,
            ends_at=self.clock(row.ends) if timed and row.ends is not None else None,
            light=told.light if told else words,
            ev100=round(ev100, 2),
            uncertainty_stops=told.uncertainty_stops if told else round(unsure, 2),
            curve_from=begin,
            curve_step_minutes=self.day.step_minutes if self.day else 0,
            curve=curve,
            cameras=[self._camera(setup, brief, made) for setup, made in one.cameras if made is not None],
        )

    def _curve(self, told: SceneDay) -> tuple[datetime, list[float]]:
        """Its light around the time it is filmed, or all day."""
        assert self.day is not None, "told by it"
        step = self.day.step_minutes
        first = max((told.starts or 0) - AROUND_MINUTES, 0) // step
        last = len(told.curve) if told.ends is None else -(-(told.ends + AROUND_MINUTES) // step) + 1
        return self.clock(first * step), [round(value, 2) for value in told.curve[first:last]]

    def _camera(self, setup: SetupRow, brief: Brief, outcome: Outcome) -> PackCamera:
        device = self.planner.device(setup.device_id)
        facts: dict[str, Any] = {
            "setup_id": setup.id,
            "device_key": device.key,
            "device_name": device.name,
            "slot": setup.slot,
            "slots": device.preset_slots,
            "f_number": device.lenses[0].f_number,
        }
        if isinstance(outcome, Plan):
            return PackCamera(**{**facts, **self._planned(setup, brief, outcome)})
        words = outcome.problems[0].message if isinstance(outcome, Refusal) else outcome.words
        return PackCamera(**facts, **NOTHING, refused=words)

    def _planned(self, setup: SetupRow, brief: Brief, plan: Plan) -> dict[str, Any]:
        """What is told of a camera that has a set."""
        carried = self._carried(setup, brief, plan)
        exposing = {"f_number": plan.exposing.f_number} if plan.exposing else {}
        return {
            **exposing,
            "refused": "",
            "headline": plan.headline,
            "answer": plan.answer.words if plan.answer else plan.reach.words,
            "ev100": round(plan.light.ev100, 2),
            "low_ev100": plan.reach.low.ev100,
            "high_ev100": plan.reach.high.ev100,
            "low_end": plan.reach.low.end,
            "high_end": plan.reach.high.end,
            "lines": [_line(one) for one in self.cards.lines(setup, self.planner.device(setup.device_id), plan)],
            "bring": plan.bring,
            "practice": [one.told for one in plan.practice],
            "cautions": [one.told for one in plan.cautions],
            "fallbacks": [
                PackFallback(**one.model_dump(), picture=self._word(shot))
                for one, shot in (carried.others if carried else [])
            ],
            "waiting": carried is None,
            "picture": self._word(carried.shot) if carried else None,
            "replanned": self._replanned(setup, brief, plan) if self.may == "all" else [],
        }

    def _carried(self, setup: SetupRow, brief: Brief, plan: Plan) -> Carried | None:
        """Sets for other light, with pictures; None where there is no time left to work them out."""
        inputs, kept = self.planner.inputs(setup, brief), self.at.shared.carried
        if perf_counter() > self.until and inputs.fingerprint not in kept:
            return None
        ask = self.at.shared.planners.ask
        return kept.of(inputs.fingerprint, lambda: ask(planners.carried, inputs.problem, plan))

    def _replanned(self, setup: SetupRow, brief: Brief, plan: Plan) -> list[Replanned]:
        """The latest readings on a camera, each with the set that a plan for just that light has."""
        found = []
        for entry in self.lights.get(setup.id, [])[-REPLANNED:]:
            problem = self.planner.inputs(setup, brief).problem
            try:
                stops = entry.ev100 - plan.light.ev100
                made = self.at.shared.planners.ask(planners.anew, problem, stops)
            except BadInput:
                continue
            if isinstance(made, Sketch):
                found.append(_compared(entry, plan, made))
        return found

    @cached_property
    def lights(self) -> dict[UUID, list[LightNoted]]:
        """What was said of the light in the field, by camera and time."""
        found: dict[UUID, list[LightNoted]] = {}
        for entry in merged(self.noted.of_kind("light")).lights:
            if entry.setup is not None:
                found.setdefault(entry.setup, []).append(entry)
        return found

    # Lists.

    @cached_property
    def ready(self) -> ReadyView:
        """Its preparation."""
        return GettingReady(self.at).view(self.shoot.id)

    def _checks(self) -> list[PackCheck]:
        ready = self.ready
        checks = [self._check(one.key, one.group_label, one.told, one.scenes, one.done) for one in ready.checks]
        packing = [self._check(one.tick, "To pack", packed_told(one), one.scenes, one.done) for one in ready.packing]
        own = [self._check(f"own {one.id}", "Your own", one.text, [], one.done) for one in ready.own]
        return [*checks, *packing, *own]

    def _word(self, shot: Shot | None) -> str | None:
        return None if shot is None else offered(self.at.shared, self.rows.session).word(shot)

    def _cautions(self) -> list[PackCheck]:
        return [
            self._check(one.tick, "caution", together(one.told), one.scenes, one.done) for one in self.ready.cautions
        ]

    def _check(self, key: str, group: str, words: Told, scenes: Sequence[str], done: bool) -> PackCheck:
        return PackCheck(key=key, group=group, words=words, scenes=list(scenes), done=done)


NOTHING: Final[dict[str, Any]] = {
    "headline": "", "answer": "", "ev100": 0.0, "low_ev100": None, "high_ev100": None, "low_end": None,
    "high_end": None, "lines": [], "bring": [], "practice": [], "cautions": [], "fallbacks": [], "waiting": False,
    "picture": None, "replanned": [],
}  # fmt: skip


def _line(line: CardLine) -> PackLine:
    decision = line.decision
    return PackLine(
        setting=decision.setting,
        label=decision.label,
        menu_label=decision.menu_label or decision.label,
        value=decision.value,
        text=decision.text,
        now=line.now,
        now_value=line.now_value,
        changed=line.changed,
        by_hand=SETTINGS[decision.setting].by_hand,
        read_back=line.read_back,
    )


def _compared(entry: LightNoted, plan: Plan, made: Sketch) -> Replanned:
    """A reading with what was told of it in the field, and what a plan for just that light says otherwise."""
    told = {one.setting: str(one.value) for one in entry.told}
    carried = {**{one.setting: str(one.value) for one in plan.decisions}, **told}
    differs = [
        f"{SETTINGS[setting].label}: {made.texts[setting]}"
        for setting, value in made.values.items()
        if setting in carried and str(value) != carried[setting]
    ]
    words = "; ".join(one.text or str(one.value) for one in entry.told) or "the set as planned"
    return Replanned(entry=entry.id, at=entry.at, ev100=round(entry.ev100, 2), told=words, differs=differs)
