"""The logbook of an account: every take that was counted or brought in, and how sets did before."""

from collections.abc import Sequence
from datetime import UTC
from typing import Any, Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.field.logbook import ALIKE_STOPS, Before, Logbook, LoggedTake, how_before
from steady_tide.core.field.merging import Take
from steady_tide.core.plan.account.plan import Plan
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.records.noted import state_of
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories import logbook as kept
from steady_tide.store.repositories.logbook import ToLog
from steady_tide.store.repositories.setups import cameras_on
from steady_tide.store.repositories.shoots import scene_lines
from steady_tide.store.tables import SceneRow, SetupRow, ShootRow

MOST: Final = 50_000
"""Takes that may be brought in, in all."""
MOST_ALIKE: Final = 1_000
"""Of takes in such light on such a camera, so many count, the latest."""


class LogbookView(View):
    """A part of the takes, the latest first. more: whether there are earlier ones."""

    takes: list[LoggedTake]
    more: bool


class BroughtIn(View):
    """What bringing a logbook in did. new: takes that were not there before."""

    new: int
    of: int


class Logbooks:
    """One account's logbook."""

    def __init__(self, at: Workplace) -> None:
        self.at, self.rows = at, at.rows

    def page(self, *, most: int, after: UUID | None = None, sought: str = "") -> LogbookView:
        """A part of it. after: the last take of the part before; sought: words that each take has to hold."""
        found = kept.logged(self.rows, most=most + 1, after=after, sought=sought)
        return LogbookView(takes=[LoggedTake.opened(one) for one in found[:most]], more=len(found) > most)

    def document(self) -> Logbook:
        """All of it as a document, in the order of time."""
        return Logbook(takes=self.takes())

    def takes(self) -> list[LoggedTake]:
        """Every take by time."""
        return [LoggedTake.opened(one) for one in reversed(kept.logged(self.rows))]

    def write(self, shoot_id: UUID) -> None:
        """Write the takes of a shoot as what was noted tells them now, where that is otherwise than before."""
        shoot, takes = self.rows.get(ShootRow, shoot_id), state_of(self.rows, shoot_id).takes
        scenes = {line.id: line for line in scene_lines(self.rows, [shoot_id])}
        cameras = cameras_on(self.rows, shoot_id)
        told = {}
        for take in takes:
            line = scenes.get(take.scene)
            camera, name = cameras.get(take.setup, ("", "")) if take.setup else ("", "")
            where: dict[str, Any] = {"shoot": shoot.name, "camera": camera, "camera_name": name}
            if line is not None:
                where |= {"scene": line.name, "scenario": line.scenario}
            told[take.id] = (_logged(take, **where), None if line is None else line.id)
        before = kept.logged_on(self.rows, shoot_id)
        changed = {
            key: _to_log(one, shoot_id, scene_id)
            for key, (one, scene_id) in told.items()
            if before.get(key) != one.plain()
        }
        kept.log_takes(self.rows, changed, counted=True)
        kept.forget_takes(self.rows, [key for key in before if key not in told])

    def bring_in(self, takes: Sequence[LoggedTake]) -> BroughtIn:
        """Take takes in beside what is there; a take that is there already stays as it is.

        Raises BadInput where it would be too much.
        """
        known = kept.known_takes(self.rows, [take.id for take in takes])
        new = {take.id: take for take in takes if take.id not in known}
        if kept.brought_in(self.rows) + len(new) > MOST:
            raise BadInput([Problem(("takes",), f"at most {MOST} takes are kept from elsewhere")])
        made = kept.log_takes(self.rows, {key: _to_log(take) for key, take in new.items()}, counted=False)
        return BroughtIn(new=made, of=len(takes))

    def before(self, setup_id: UUID) -> Before | None:
        """How such a set did in such light before; None where nothing alike was filmed, or there is no set yet."""
        setup = self.rows.get(SetupRow, setup_id)
        planner = Planner.of(self.at)
        brief = planner.lit_brief(self.rows.get(SceneRow, setup.scene_id))
        outcome = planner.outcome(setup, brief)
        if not isinstance(outcome, Plan):
            return None
        camera, ev100 = planner.device(setup.device_id).key, outcome.light.ev100
        found = kept.alike(
            self.rows, scenario=brief.scenario, camera=camera, ev100=ev100, within=ALIKE_STOPS, most=MOST_ALIKE
        )
        return how_before(
            [LoggedTake.opened(one) for one in found],
            scenario=brief.scenario,
            camera=camera,
            ev100=ev100,
            values={decision.setting: decision.value for decision in outcome.decisions},
        )


def _to_log(take: LoggedTake, shoot_id: UUID | None = None, scene_id: UUID | None = None) -> ToLog:
    at, plain = take.at.astimezone(UTC), take.plain()
    return ToLog(at, plain, take.scenario or "", take.camera, take.ev100, shoot_id, scene_id)


def _logged(take: Take, **where: Any) -> LoggedTake:
    facts = take.model_dump(include=set(LoggedTake.model_fields) & set(Take.model_fields) - {"scene", "set", "notes"})
    return LoggedTake(**facts, **where, set=take.set, notes=[note.text for note in take.notes])
