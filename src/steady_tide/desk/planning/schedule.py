"""The scenes of a shoot on its day: each with its light, its cameras' sets, and why others have none."""

from collections.abc import Mapping
from dataclasses import dataclass

from steady_tide.core.day.film import CameraSet, SceneOnDay
from steady_tide.core.day.scene_light import Around
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.plan.account.plan import Conflict, Plan, Sketch
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.planning.skies import on_day, place_of
from steady_tide.desk.views import Refusal
from steady_tide.desk.workplace import Workplace
from steady_tide.store.tables import SceneRow, SetupRow, ShootRow


@dataclass(frozen=True)
class ScheduledScene:
    """A scene's row with what it is on its day, its setups by key, and why others have no set."""

    row: SceneRow
    scene: SceneOnDay
    setups: Mapping[str, SetupRow]
    unplanned: list[str]


class Schedule:
    """One account's scenes on their days."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.planner = Planner.of(at)

    def around(self, shoot: ShootRow) -> Around:
        """The sky of a shoot with its readings. Raises BadInput while it has no place or no day."""
        over = self.planner.skies.over(shoot)
        if over is None:
            missing = "latitude_deg" if place_of(shoot) is None else "day"
            raise BadInput([Problem((missing,), "say where and on which day you film, and the light of it is shown")])
        return over

    def scheduled(self, shoot: ShootRow) -> list[ScheduledScene]:
        """The scenes of a shoot in order, each with its light and plans."""
        self.around(shoot)
        self.planner.look_up_shoot(shoot.id)
        return [self._scheduled(scene) for scene in self.planner.scenes(shoot.id)]

    def _scheduled(self, row: SceneRow) -> ScheduledScene:
        sky = self.planner.skies.of(row)
        setups = {str(setup.id): setup for setup in self.planner.setups(row.id)}
        sets, unplanned = [], []
        for key, setup in setups.items():
            outcome = self.planner.sketch(setup, sky.lit_brief)
            if isinstance(outcome, Sketch):
                sets.append(CameraSet(key, setup.slot, self.planner.device(setup.device_id), outcome))
            else:
                unplanned.append(_unplanned(outcome))
        return ScheduledScene(row, on_day(row, sky, sets, self.planner.bag), setups, unplanned)

    def plans(self, scheduled: ScheduledScene) -> dict[str, Plan]:
        """The whole plans of a scene's sets by setup, with all that is to be brought and minded."""
        brief = self.planner.lit_brief(scheduled.row)
        keys = [camera.key for camera in scheduled.scene.sets]
        made = self.planner.outcomes([(scheduled.setups[key], brief) for key in keys])
        return {key: plan for key, plan in zip(keys, made, strict=True) if isinstance(plan, Plan)}


def _unplanned(outcome: Conflict | Refusal) -> str:
    """Why a camera has no set, in words that name it."""
    if isinstance(outcome, Conflict):
        return outcome.words
    return f"{outcome.device_name}: {outcome.problems[0].message}"
