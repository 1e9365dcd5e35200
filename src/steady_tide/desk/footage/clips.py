"""Clips of an account: taken in, looked at, moved, deleted and brought back."""

from collections.abc import Callable, Sequence
from datetime import UTC, datetime
from typing import Any, Final, Literal, cast
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.footage.comparison import Comparison
from steady_tide.core.footage.selects import Selects
from steady_tide.core.kit.settings import Setting
from steady_tide.core.reading.reading import Reading
from steady_tide.desk.compute.heavens import zone_of
from steady_tide.desk.footage.assigning import Assigning
from steady_tide.desk.footage.comparing import Comparing, ComparisonResult
from steady_tide.desk.footage.views import ClipDetail, ClipsTold, ClipView, Footage, State
from steady_tide.desk.offered import offered
from steady_tide.desk.planning.skies import place_of
from steady_tide.desk.records.dialled import Dialled
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.shots import word_of
from steady_tide.store.errors import NotFound
from steady_tide.store.repositories.footage import (
    AT_WORK,
    FAILED,
    ClipCount,
    ClipLine,
    ClipPage,
    clip_counts,
    clip_lines,
    clips_failed,
    known,
)
from steady_tide.store.tables import ClipRow, SceneRow, SetupRow, ShootRow

PICTURES: Final = ("poster", "sheet", "proxy")
Picture = Literal["poster", "sheet", "proxy"]
UNHELD: Final = "It was not held against its set yet."


class Clips:
    """One account's clips."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows

    def of(self, shoot_id: UUID, *, most: int = 60, after: UUID | None = None) -> Footage:
        """A part of the clips of a shoot and of those of none. after: the last one of the part before."""
        place = place_of(self.rows.get(ShootRow, shoot_id))
        some = [_line_view(line) for line in clip_lines(self.rows, shoot_id, ClipPage(most, after))]
        return Footage(
            zone="" if place is None else zone_of(place),
            clips=[clip for clip in some if clip.shoot_id is not None],
            loose=[clip for clip in some if clip.shoot_id is None],
            told=_told(clip_counts(self.rows, shoot_id)),
            after=some[-1].id if len(some) == most else None,
        )

    def one(self, clip_id: UUID) -> ClipDetail:
        """A clip with everything it says, as it was held against its set last."""
        return self._detail(self._row(clip_id))

    def _detail(self, row: ClipRow) -> ClipDetail:
        reading, kept = reading_of(row), row.held or {}
        found = None if kept.get("found") is None else Comparison.opened(kept["found"])
        why_not = str(kept.get("why_not", ""))
        if reading is None:
            why_not = "It is not read yet."
        elif row.state in ("first", "read"):
            why_not = "It is being held against its set."
        elif found is None and not why_not:
            why_not = UNHELD
        return ClipDetail(
            clip=view(row),
            reading=reading,
            held=found,
            against=str(kept.get("against", "")),
            why_not=why_not,
            shot=offered(self.at.shared, self.rows.session).marked(str(kept.get("shot", ""))),
        )

    def failures(self, shoot_id: UUID) -> list[UUID]:
        """The clips of a shoot, and those of none, at which the service failed."""
        self.rows.get(ShootRow, shoot_id)
        return [row.id for row in clips_failed(self.rows, shoot_id)]

    def hold(self, clip_id: UUID) -> ClipDetail:
        """Hold a clip against its set as that stands now. Raises BadInput while it is not read."""
        row = self._row(clip_id, lock=True)
        reading = reading_of(row)
        if reading is None or row.state == "first":
            raise BadInput([Problem(("clip",), "it is not read yet")])
        self._keep_held(row, Comparing(self.at).compare(row, reading))
        return self._detail(row)

    def known(self, quick: str) -> ClipView | None:
        """The clip with these contents that is here already."""
        row = known(self.rows, quick=quick)
        return None if row is None else view(row)

    def move(self, clip_id: UUID, setup_id: UUID | None) -> ClipRow:
        """Say of which scene and camera a clip is; None for none of them. It waits to be held against its set then."""
        row = self._row(clip_id, lock=True)
        row.assigned, row.doubt, row.take_id = "hand", 0.0, None
        if setup_id is None:
            row.scene_id = row.setup_id = None
        else:
            setup = self.rows.get(SetupRow, setup_id)
            scene = self.rows.get(SceneRow, setup.scene_id)
            row.shoot_id, row.scene_id, row.setup_id = scene.shoot_id, scene.id, setup.id
        row.held = None
        if row.state in ("held", "unheld"):
            row.state = "read"
        self.rows.flush()
        return row

    def note_dialled(self, clip_id: UUID, setting: Setting, value: str) -> ClipDetail:
        """Note that a value is on the camera of a clip, in the slot of its scene. Raises BadInput without one."""
        row = self._row(clip_id)
        if row.setup_id is None:
            raise BadInput([Problem(("clip",), "it belongs to no scene yet")])
        setup = self.rows.get(SetupRow, row.setup_id)
        Dialled(self.rows).confirm(setup.device_id, setup.slot, {setting.value: value})
        return self._detail(row)

    def pick(self, clip_id: UUID, selects: Selects) -> ClipView:
        """Keep what is picked out of a clip. Raises BadInput for what cannot be of it."""
        row = self._row(clip_id, lock=True)
        if problems := list(selects.problems(view(row).seconds)):
            raise BadInput(problems)
        row.selects = selects.plain()
        self.rows.flush()
        return view(row)

    def delete(self, clip_id: UUID) -> ClipView:
        """Delete a clip; it can be brought back within a week."""
        row = self._row(clip_id, lock=True)
        row.gone_at = datetime.now(UTC)
        self.rows.flush()
        return view(row)

    def bring_back(self, clip_id: UUID) -> ClipView:
        """Bring a deleted clip back."""
        row = self.rows.get(ClipRow, clip_id, lock=True)
        row.gone_at = None
        self.rows.flush()
        return view(row)

    def picture(self, clip_id: UUID, kind: Picture) -> str:
        """The key of a picture of a clip. Raises NotFound while there is none."""
        key = self._row(clip_id).pictures.get(kind)
        if key is None:
            raise NotFound("this picture is not made yet")
        return str(key)

    # What reading tells.

    def first(self, clip_id: UUID, reading: Reading, pictures: dict[str, str]) -> None:
        """Keep a first answer."""
        row = self.rows.made(ClipRow, clip_id)
        if row is not None and row.state == "waiting":
            self._keep(row, reading, pictures)
            row.state = "first"

    def read(
        self, clip_id: UUID, reading: Reading, pictures: dict[str, str], *, file: str | None, digest: str, quick: str
    ) -> bool:
        """Keep a whole reading, and find out of what the clip is; False where its contents are here already."""
        row = self.rows.made(ClipRow, clip_id)
        if row is None:
            raise NotFound("this clip is gone")
        same = known(self.rows, digest=digest)
        if same is not None and same.id != row.id:
            row.state, row.problem = "double", f"the same as {same.name}, which is here already"[:300]
            same.gone_at, row.parts = None, []
            self.rows.flush()
            return False
        row.file, row.digest, row.quick, row.parts = file, digest, quick, []
        self._keep(row, reading, pictures)
        row.state, row.problem = "read", ""
        self.rows.flush()
        return True

    def begun(self, clip_id: UUID, job_id: UUID) -> None:
        """Note by which job something is done of a clip."""
        row = self.rows.made(ClipRow, clip_id)
        if row is not None:
            row.job_id = job_id
            self.rows.flush()

    def failed(self, clip_id: UUID) -> None:
        """Note that the service failed at a clip: at reading it, or at comparing it."""
        row = self.rows.made(ClipRow, clip_id)
        if row is not None:
            row.state = "unheld" if row.state in ("read", "held") else "failed"

    def again(self, clip_id: UUID) -> ClipRow:
        """A clip at which the service failed, to be tried again as it was before. Raises BadInput for any other."""
        row = self._row(clip_id, lock=True)
        if row.state not in FAILED:
            raise BadInput([Problem(("clip",), "nothing failed at this clip")])
        row.state = "read" if row.state == "unheld" else "waiting"
        self.rows.flush()
        return row

    def refused(self, clip_id: UUID, words: str) -> None:
        """Note why a clip cannot be read."""
        row = self.rows.made(ClipRow, clip_id)
        if row is not None:
            row.state, row.problem, row.parts = "refused", words[:300], []

    def _keep(self, row: ClipRow, reading: Reading, pictures: dict[str, str]) -> None:
        row.reading, row.made_at = reading.plain(), reading.facts.made_at
        row.pictures = {**row.pictures, **pictures}
        self.rows.flush()

    def found(self, clip_id: UUID) -> None:
        """Assign a clip that was read, unless somebody did, and hold it against its set. Raises NotYet."""
        row = self.rows.made(ClipRow, clip_id)
        reading = None if row is None else reading_of(row)
        if row is None or reading is None:
            return
        comparing = Comparing(self.at)
        if row.assigned != "hand":
            best = Assigning(self.at, comparing).assign(row.shoot_id, reading)
            if best is not None:
                shoot, found = best
                row.shoot_id, row.scene_id, row.setup_id = shoot.id, found.scene, found.setup
                row.take_id, row.doubt, row.assigned = found.take, found.doubt, "guess"
        self._keep_held(row, comparing.compare(row, reading))

    def _keep_held(self, row: ClipRow, holds: ComparisonResult) -> None:
        found = holds.found
        told: dict[str, Any] = {"against": holds.against, "why_not": holds.why_not}
        if found is not None:
            told |= {
                "words": found.words,
                "as_planned": found.outcome == "as-planned",
                "found": found.model_dump(mode="json"),
                "shot": "" if holds.shot is None else word_of(holds.shot),
                "evidence": None if holds.evidence is None else holds.evidence.plain(),
            }
        row.held, row.state = told, "held"
        self.rows.flush()

    def _row(self, clip_id: UUID, *, lock: bool = False) -> ClipRow:
        row = self.rows.get(ClipRow, clip_id, lock=lock)
        if row.gone_at is not None:
            raise NotFound("this clip was deleted")
        return row


def reading_of(row: ClipRow) -> Reading | None:
    """What a clip says, if that is known."""
    return None if row.reading is None else Reading.opened(row.reading)


def view(row: ClipRow) -> ClipView:
    """A row as its owner sees it."""
    held = row.held or {}
    facts = (row.reading or {}).get("facts")
    return _line_view(ClipLine(row, facts, held.get("words"), held.get("as_planned")))


def _told(counts: Sequence[ClipCount]) -> ClipsTold:
    def sum_of(which: Callable[[ClipCount], bool]) -> int:
        return sum(one.clips for one in counts if which(one))

    return ClipsTold(
        clips=sum_of(lambda one: one.of_shoot),
        held=sum_of(lambda one: one.of_shoot and one.as_planned is not None),
        off=sum_of(lambda one: one.of_shoot and one.as_planned is False),
        loose=sum_of(lambda one: not one.of_shoot),
        waiting=sum_of(lambda one: one.state in AT_WORK),
        failed=sum_of(lambda one: one.state in FAILED),
    )


def _line_view(line: ClipLine) -> ClipView:
    row, facts = line.row, line.facts or {}
    return ClipView(
        id=row.id,
        name=row.name,
        bytes=row.bytes,
        state=cast(State, row.state),
        problem=row.problem,
        job_id=row.job_id,
        shoot_id=row.shoot_id,
        scene_id=row.scene_id,
        setup_id=row.setup_id,
        take_id=row.take_id,
        assigned=cast(Literal["", "guess", "hand"], row.assigned),
        doubt=row.doubt,
        made_at=row.made_at,
        seconds=float(facts.get("seconds", 0.0)),
        size=f"{facts['width_px']} x {facts['height_px']}" if facts else "",
        words=line.words or "",
        as_planned=line.as_planned,
        has=[kind for kind in PICTURES if kind in row.pictures],
        selects=Selects.opened(row.selects),
        gone=row.gone_at is not None,
    )


def checked_quick(quick: str) -> str:
    """Raises BadInput for what is no such hash."""
    if len(quick) != 64 or not all(letter in "0123456789abcdef" for letter in quick):
        raise BadInput([Problem(("quick",), "write 64 digits and letters a to f")])
    return quick
