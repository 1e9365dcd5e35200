"""The logbook of an account: every take that was counted or brought in, and how sets did before."""

from collections.abc import Sequence
from datetime import UTC
from functools import cached_property
from typing import Any, Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.field.logbook import Before, Logbook, LoggedTake, how_before
from steady_tide.core.field.merging import Take
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.desk.field.noted import state_of
from steady_tide.desk.planning import Planner
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.field import keep_logged, logged
from steady_tide.store.repositories.kit import devices
from steady_tide.store.repositories.setups import setups_of
from steady_tide.store.repositories.shoots import scenes_of, shoots
from steady_tide.store.tables import SceneRow, SetupRow

MOST: Final = 50_000
"""Takes that may be brought in, in all."""


class LogbookView(View):
    """Every take, the latest first."""

    takes: list[LoggedTake]


class BroughtIn(View):
    """What bringing a logbook in did. new: takes that were not there before."""

    new: int
    of: int


class Logbooks:
    """One account's logbook."""

    def __init__(self, at: Workplace) -> None:
        self.at, self.rows = at, at.rows

    def view(self) -> LogbookView:
        """All of it."""
        return LogbookView(takes=list(reversed(self.takes)))

    def document(self) -> Logbook:
        """The same as a document, in the order of time."""
        return Logbook(takes=self.takes)

    @cached_property
    def takes(self) -> list[LoggedTake]:
        """Every take by time; one that was counted here and brought in, too, once."""
        here = self._counted()
        known = {take.id for take in here}
        brought = [LoggedTake.opened(row.document) for row in logged(self.rows)]
        return sorted([*here, *(take for take in brought if take.id not in known)], key=lambda take: take.at)

    def _counted(self) -> list[LoggedTake]:
        """Takes counted on the shoots that are here."""
        cameras = {row.id: (row.key, str(row.document["name"])) for row in devices(self.rows)}
        found = []
        for shoot in shoots(self.rows):
            takes = state_of(self.rows, shoot.id).takes
            if not takes:
                continue
            scenes = {row.id: (row.name, Brief.opened(row.brief).scenario) for row in scenes_of(self.rows, shoot.id)}
            setups = {one.id: one.device_id for scene_id in scenes for one in setups_of(self.rows, scene_id)}
            for take in takes:
                scene, scenario = scenes.get(take.scene, ("", None))
                camera, name = cameras.get(setups.get(take.setup or take.id, take.id), ("", ""))
                where = {"shoot": shoot.name, "scene": scene, "scenario": scenario}
                found.append(_logged(take, **where, camera=camera, camera_name=name))
        return found

    def bring_in(self, takes: Sequence[LoggedTake]) -> BroughtIn:
        """Take takes in beside what is there; a take that is there already stays as it is.

        Raises BadInput where it would be too much.
        """
        known = {take.id for take in self.takes}
        new = {take.id: take for take in takes if take.id not in known}
        if len(logged(self.rows)) + len(new) > MOST:
            raise BadInput([Problem(("takes",), f"at most {MOST} takes are kept from elsewhere")])
        made = keep_logged(self.rows, {key: (take.at.astimezone(UTC), take.plain()) for key, take in new.items()})
        return BroughtIn(new=made, of=len(takes))

    def before(self, setup_id: UUID) -> Before | None:
        """How such a set did in such light before; None where nothing alike was filmed, or there is no set yet."""
        setup = self.rows.get(SetupRow, setup_id)
        planner = Planner(self.at)
        brief = planner.lit_brief(self.rows.get(SceneRow, setup.scene_id))
        outcome = planner.outcome(setup, brief)
        if not isinstance(outcome, Plan):
            return None
        return how_before(
            self.takes,
            scenario=brief.scenario,
            camera=planner.device(setup.device_id).key,
            ev100=outcome.light.ev100,
            values={decision.setting: decision.value for decision in outcome.decisions},
        )


def _logged(take: Take, **where: Any) -> LoggedTake:
    facts = take.model_dump(include=set(LoggedTake.model_fields) & set(Take.model_fields) - {"scene", "set", "notes"})
    return LoggedTake(**facts, **where, set=take.set, notes=[note.text for note in take.notes])
