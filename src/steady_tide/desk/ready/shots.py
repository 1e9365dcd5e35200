"""The shot list of a shoot: its shots in order, what they cover, what they ask of their scenes."""

from collections.abc import Mapping, Sequence
from datetime import UTC, datetime
from functools import cached_property
from typing import Any, Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.field.merging import Take
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.ready.shots import (
    Coverage,
    Hint,
    SceneOfShot,
    WantedShot,
    coverage_of,
    hints_of,
    in_order,
    start_of,
)
from steady_tide.desk.edits import joined_plain
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.records.noted import state_of
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.shot_list import shots_from_csv, shots_to_csv
from steady_tide.store.errors import NotFound
from steady_tide.store.repositories.ready import last_position, shots_of
from steady_tide.store.repositories.shoots import scenes_of
from steady_tide.store.tables import SceneRow, ShootRow, ShotRow

MOST: Final = 500


class ShotView(View):
    """A shot of the list. setup_id: the first camera of its scene with a set; set_line: that set, in a line.

    takes, kept: how many were counted of it in the field, and how many of them are to be kept.
    """

    id: UUID
    shot: WantedShot
    scene_name: str | None
    setup_id: UUID | None
    set_line: str
    hints: list[Hint]
    takes: int
    kept: int


class ShotScene(View):
    """A scene that shots may belong to. starting: whether it has none yet."""

    id: UUID
    name: str
    scenario: str
    starting: bool


class ShotsView(View):
    """A shoot's list in order, with what it covers."""

    shoot_id: UUID
    name: str
    scenes: list[ShotScene]
    shots: list[ShotView]
    coverage: Coverage


class ShotLists:
    """One account's shot lists."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows

    def view(self, shoot_id: UUID) -> ShotsView:
        """The list of a shoot."""
        shoot = self.rows.get(ShootRow, shoot_id)
        return _List(self.at, shoot).view()

    def shots(self, shoot_id: UUID) -> list[WantedShot]:
        """The shots of a shoot in order."""
        self.rows.get(ShootRow, shoot_id)
        return [_shot(row) for row in shots_of(self.rows, shoot_id)]

    def add(self, shoot_id: UUID, shots: Sequence[WantedShot], *, named: UUID | None = None) -> ShotsView:
        """Put shots at the end of a list; the one that was made under this id before stays as it is.

        Raises BadInput where they are too many, or one belongs to a scene of another shoot.
        """
        self.rows.get(ShootRow, shoot_id, lock=True)
        if named is None or self.rows.made(ShotRow, named) is None:
            self.put(shoot_id, shots, named=named)
        return self.view(shoot_id)

    def put(self, shoot_id: UUID, shots: Sequence[WantedShot], *, named: UUID | None = None) -> None:
        """Put shots at the end of a list, without reading the list anew. Raises BadInput as `add`."""
        self._fits(shoot_id, shots)
        last = last_position(self.rows, shoot_id)
        rows = [
            ShotRow(shoot_id=shoot_id, position=last + offset, document=shot.plain())
            for offset, shot in enumerate(shots, start=1)
        ]
        if named is None:
            self.rows.add_all(rows)
        for row in rows if named is not None else ():
            self.rows.add(row, named=named)

    def _fits(self, shoot_id: UUID, shots: Sequence[WantedShot]) -> None:
        if len(shots_of(self.rows, shoot_id)) + len(shots) > MOST:
            raise BadInput([Problem((), f"a list holds at most {MOST} shots")])
        here = {str(scene.id) for scene in scenes_of(self.rows, shoot_id)}
        if any(shot.scene and shot.scene not in here for shot in shots):
            raise BadInput([Problem(("shot", "scene"), "it has to be a scene of this shoot")])

    def change(self, shot_id: UUID, shot: WantedShot, *, before: Mapping[str, Any] | None = None) -> ShotsView:
        """Say a shot otherwise.

        before: as the edit began with it. Raises Stale where the same was changed elsewhere.
        """
        row = self.rows.get(ShotRow, shot_id, lock=True)
        self._fits_scene(row, shot)
        wanted = shot.plain()
        was = _shot(row)
        row.document = wanted if before is None else joined_plain(before, wanted, was.plain())
        if _shot(row).done != was.done:
            row.done_at = datetime.now(UTC)
        self.rows.flush()
        return self.view(row.shoot_id)

    def _fits_scene(self, row: ShotRow, shot: WantedShot) -> None:
        if shot.scene and shot.scene != _shot(row).scene:
            self._fits(row.shoot_id, [shot])

    def delete(self, shot_id: UUID) -> ShotsView:
        """Take a shot off its list."""
        row = self.rows.get(ShotRow, shot_id)
        shoot_id = row.shoot_id
        self.rows.delete(row)
        return self.view(shoot_id)

    def order(self, shoot_id: UUID, wanted: Sequence[UUID]) -> ShotsView:
        """Put the list into another order; what is not named stays behind what stood before it."""
        self.rows.get(ShootRow, shoot_id, lock=True)
        rows = {str(row.id): row for row in shots_of(self.rows, shoot_id)}
        for position, key in enumerate(in_order(list(rows), [str(one) for one in wanted])):
            rows[key].position = position
        self.rows.flush()
        return self.view(shoot_id)

    def start(self, shoot_id: UUID, scene_id: UUID, subject: str) -> ShotsView:
        """Cover an object of a scene with the shots one begins with."""
        scene = self.rows.get(SceneRow, scene_id)
        if scene.shoot_id != shoot_id:
            raise NotFound("there is no such scene on this shoot")
        brief = Planner.of(self.at).lit_brief(scene)
        return self.add(shoot_id, start_of(subject, brief.scenario, str(scene_id)))

    def csv(self, shoot_id: UUID) -> str:
        """The list as CSV."""
        names = {str(scene.id): scene.name for scene in scenes_of(self.rows, shoot_id)}
        return shots_to_csv(self.shots(shoot_id), names)

    def bring_in(self, shoot_id: UUID, text: str) -> ShotsView:
        """Put the shots of a CSV at the end of a list."""
        ids = {scene.name.lower(): str(scene.id) for scene in scenes_of(self.rows, shoot_id)}
        return self.add(shoot_id, shots_from_csv(text, ids))


def _shot(row: ShotRow) -> WantedShot:
    return WantedShot.opened(row.document)


class _List:
    """One shoot's list."""

    def __init__(self, at: Workplace, shoot: ShootRow) -> None:
        self.rows, self.shoot = at.rows, shoot
        self.planner = Planner.of(at)
        self.shots = [(row.id, _shot(row)) for row in shots_of(at.rows, shoot.id)]

    @cached_property
    def takes(self) -> dict[UUID, list[Take]]:
        """Takes counted in the field, by the shot they are of."""
        found: dict[UUID, list[Take]] = {}
        for take in state_of(self.rows, self.shoot.id).takes:
            if take.shot is not None:
                found.setdefault(take.shot, []).append(take)
        return found

    @cached_property
    def scenes(self) -> dict[str, SceneRow]:
        """The scenes of the shoot, by id."""
        return {str(scene.id): scene for scene in self.planner.scenes(self.shoot.id)}

    @cached_property
    def asked(self) -> dict[str, tuple[UUID, str, SceneOfShot]]:
        """Of the scenes that have shots: the first camera with a set, that set in a line, what hints ask of it."""
        found: dict[str, tuple[UUID, str, SceneOfShot]] = {}
        wanted = [self.scenes[key] for key in {shot.scene for _, shot in self.shots if shot.scene in self.scenes}]
        asked = [(setup, self.planner.lit_brief(row)) for row in wanted for setup in self.planner.setups(row.id)]
        plans = dict(zip((setup.id for setup, _ in asked), self.planner.outcomes(asked), strict=True))
        for row in wanted:
            key = str(row.id)
            for setup in self.planner.setups(row.id):
                plan = plans[setup.id]
                if isinstance(plan, Plan) and key not in found:
                    looks_back = plan.value(Setting.PRE_RECORD)
                    told = SceneOfShot(
                        school=self.planner.applied_school(setup).key,
                        looks_back=None if looks_back is None else looks_back not in (0, "0", "off"),
                        slow_factor=plan.measures.slow_factor if plan.measures else 1.0,
                        animals=bool(plan.cautions_of("wildlife")),
                        trials=bool(setup.trials),
                    )
                    found[key] = (setup.id, f"{plan.device_name}: {plan.headline}", told)
        return found

    def view(self) -> ShotsView:
        """All of it."""
        taken = {shot.scene for _, shot in self.shots}
        return ShotsView(
            shoot_id=self.shoot.id,
            name=self.shoot.name,
            scenes=[
                ShotScene(
                    id=scene.id,
                    name=scene.name,
                    scenario=self.planner.lit_brief(scene).scenario,
                    starting=key not in taken,
                )
                for key, scene in self.scenes.items()
            ],
            shots=[self._one(key, shot) for key, shot in self.shots],
            coverage=coverage_of([shot for _, shot in self.shots]),
        )

    def _one(self, key: UUID, shot: WantedShot) -> ShotView:
        scene, asked = self.scenes.get(shot.scene), self.asked.get(shot.scene)
        return ShotView(
            id=key,
            shot=shot,
            scene_name=scene.name if scene else None,
            setup_id=asked[0] if asked else None,
            set_line=asked[1] if asked else "",
            hints=hints_of(shot, asked[2] if asked else None),
            takes=len(self.takes.get(key, [])),
            kept=sum(take.verdict == "keep" for take in self.takes.get(key, [])),
        )
