"""Clips handed over to an editing program: timeline, table, a correction for each."""

from collections.abc import Sequence
from fractions import Fraction
from typing import Literal
from uuid import UUID

import numpy as np

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.footage.comparison import measured_signs
from steady_tide.core.footage.expected import curve_of_shot, scene_under
from steady_tide.core.footage.expected_recording import recorded
from steady_tide.core.footage.grading import Grade, graded, suggested
from steady_tide.core.footage.selects import Selects
from steady_tide.core.picture.shot import Shot
from steady_tide.core.picture.tone import Curve
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.reading.reading import Reading
from steady_tide.desk.footage.clips import reading_of
from steady_tide.desk.footage.comparing import Comparing, Set
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.cube import cube_text
from steady_tide.formats.handover import Handed, table, timeline
from steady_tide.store.errors import NotFound
from steady_tide.store.repositories.footage import clips_of
from steady_tide.store.repositories.shoots import scenes_of
from steady_tide.store.tables import ClipRow, DeviceRow, SetupRow, ShootRow

USUAL: Fraction = Fraction(25)


def grades(spaces: Spaces, one: Set, reading: Reading) -> tuple[Grade, Shot]:
    """The correction for a clip of a set, and the shot whose curve it undoes: a question for whoever plans."""
    from steady_tide.media.plates import plate

    shot = recorded(spaces, one.problem, one.values, one.light, one.plate).shot
    scene = scene_under(plate(one.plate), shot)
    ends = [moment.high - moment.low for moment in reading.over_time]
    return suggested(measured_signs(reading, shot, scene), scene, sum(ends) / len(ends) if ends else 1.0), shot


def corrected(_: Spaces, picture: bytes, grade: Grade, curve: Curve) -> bytes:
    """A picture of a clip behind its correction: a question for whoever plans, since it decodes and codes."""
    from steady_tide.core.picture.pixels import coded, decoded

    look = graded(grade, curve)
    return coded(np.rint(look(decoded(picture) / 255.0) * 255.0).astype(np.uint8), quality=88)


class Handing:
    """Hands one account's clips over."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.comparing = Comparing(at)

    def grade(self, clip_id: UUID) -> Grade | None:
        """The correction suggested for a clip; None while it belongs to no set."""
        found = self._graded(self.rows.get(ClipRow, clip_id))
        return None if found is None else found[0]

    def after(self, clip_id: UUID, picture: bytes) -> bytes:
        """A picture of a clip behind its correction. Raises NotFound while there is none."""
        found = self._graded(self.rows.get(ClipRow, clip_id))
        if found is None:
            raise NotFound("there is no correction for this clip yet")
        return self.at.shared.planners.ask(corrected, picture, found[0], curve_of_shot(found[1]))

    def correction(self, clip_id: UUID, *, size: int) -> str:
        """The suggested correction of a clip as a `.cube` file. Raises BadInput while there is none."""
        row = self.rows.get(ClipRow, clip_id)
        found = self._graded(row)
        if found is None:
            raise BadInput([Problem(("clip",), "it belongs to no set yet, so nothing is known of its colours")])
        grade, shot = found
        return cube_text(graded(grade, curve_of_shot(shot)), size=size, title=f"{row.name}, corrected")

    def over(self, shoot_id: UUID, *, form: Literal["otio", "csv"]) -> tuple[str, str]:
        """The clips of a shoot that are not turned down, as a timeline or a table; with the shoot's name."""
        shoot = self.rows.get(ShootRow, shoot_id)
        scenes = {row.id: row for row in scenes_of(self.rows, shoot_id)}
        rows = [row for row in clips_of(self.rows, shoot_id) if row.reading is not None]
        places = {scene_id: at for at, scene_id in enumerate(scenes)}
        rows.sort(key=lambda row: places.get(row.scene_id, len(places)))  # type: ignore[arg-type]
        handed = [self._handed(row, scenes[row.scene_id].name if row.scene_id in scenes else "") for row in rows]
        picked = [one for one in handed if one.selects.verdict != "no"]
        if form == "csv":
            return table(handed), shoot.name
        briefs: Sequence[Brief] = [Brief.opened(row.brief) for row in scenes.values()]
        rate = Fraction(briefs[0].delivery.timeline_rate) if briefs else USUAL
        return timeline(shoot.name, picked, rate=rate), shoot.name

    def _handed(self, row: ClipRow, scene: str) -> Handed:
        reading = reading_of(row)
        assert reading is not None
        found = self._graded(row)
        camera = ""
        if row.setup_id is not None:
            setup = self.rows.get(SetupRow, row.setup_id)
            camera = str(self.rows.get(DeviceRow, setup.device_id).document["name"])
        return Handed(
            name=row.name,
            scene=scene,
            camera=camera,
            facts=reading.facts,
            selects=Selects.opened(row.selects),
            words=str((row.held or {}).get("words", "")),
            grade=None if found is None else found[0],
            table="" if found is None else f"{row.name}.cube",
        )

    def _graded(self, row: ClipRow) -> tuple[Grade, Shot] | None:
        if row.gone_at is not None:
            raise NotFound("this clip was deleted")
        reading = reading_of(row)
        if reading is None or row.setup_id is None:
            return None
        one = self.comparing.set_of(self.rows.get(SetupRow, row.setup_id), self.comparing.take_of(row))
        if one is None:
            return None
        try:
            return self.at.shared.planners.ask(grades, one, reading)
        except BadInput:
            return None
