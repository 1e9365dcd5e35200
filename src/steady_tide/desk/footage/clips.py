"""Clips of an account: taken in, looked at, moved, deleted and brought back."""

from datetime import UTC, datetime
from typing import Any, Final, Literal, cast
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.footage.selects import Selects
from steady_tide.core.kit.settings import Setting
from steady_tide.core.reading.reading import Reading
from steady_tide.desk.cards.dialled import Dialled
from steady_tide.desk.day.skies import place_of
from steady_tide.desk.footage.assigning import Assigning
from steady_tide.desk.footage.holding import Holding, Holds
from steady_tide.desk.footage.views import ClipDetail, ClipView, Footage, State
from steady_tide.desk.heavens import zone_of
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.shots import word_of
from steady_tide.store.errors import NotFound
from steady_tide.store.repositories.footage import clips_of, known
from steady_tide.store.tables import ClipRow, SceneRow, SetupRow, ShootRow

PICTURES: Final = ("poster", "sheet", "proxy")
Picture = Literal["poster", "sheet", "proxy"]


class Clips:
    """One account's clips."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows

    def of(self, shoot_id: UUID) -> Footage:
        """The clips of a shoot, and those of none."""
        place = place_of(self.rows.get(ShootRow, shoot_id))
        return Footage(
            zone="" if place is None else zone_of(place),
            clips=[view(row) for row in clips_of(self.rows, shoot_id)],
            loose=[view(row) for row in clips_of(self.rows, None)],
        )

    def one(self, clip_id: UUID) -> ClipDetail:
        """A clip with everything it says, held against its set as that stands now."""
        row = self._row(clip_id)
        reading = reading_of(row)
        if reading is None:
            return ClipDetail(
                clip=view(row), reading=None, held=None, against="", why_not="It is not read yet.", shot=""
            )
        holds = Holding(self.at).hold(row, reading)
        self._keep_held(row, holds)
        return ClipDetail(
            clip=view(row),
            reading=reading,
            held=holds.found,
            against=holds.against,
            why_not=holds.why_not,
            shot="" if holds.shot is None else word_of(holds.shot),
        )

    def known(self, quick: str) -> ClipView | None:
        """The clip with these contents that is here already."""
        row = known(self.rows, quick=quick)
        return None if row is None else view(row)

    def move(self, clip_id: UUID, setup_id: UUID | None) -> ClipDetail:
        """Say of which scene and camera a clip is; None for none of them."""
        row = self._row(clip_id, lock=True)
        row.assigned, row.doubt, row.take_id = "hand", 0.0, None
        if setup_id is None:
            row.scene_id = row.setup_id = None
        else:
            setup = self.rows.get(SetupRow, setup_id)
            scene = self.rows.get(SceneRow, setup.scene_id)
            row.shoot_id, row.scene_id, row.setup_id = scene.shoot_id, scene.id, setup.id
        row.held = None
        self.rows.settle()
        return self.one(clip_id)

    def note_dialled(self, clip_id: UUID, setting: Setting, value: str) -> ClipDetail:
        """Note that a value is on the camera of a clip, in the slot of its scene. Raises BadInput without one."""
        row = self._row(clip_id)
        if row.setup_id is None:
            raise BadInput([Problem(("clip",), "it belongs to no scene yet")])
        setup = self.rows.get(SetupRow, row.setup_id)
        Dialled(self.rows).confirm(setup.device_id, setup.slot, {setting.value: value})
        return self.one(clip_id)

    def pick(self, clip_id: UUID, selects: Selects) -> ClipView:
        """Keep what is picked out of a clip. Raises BadInput for what cannot be of it."""
        row = self._row(clip_id, lock=True)
        if problems := list(selects.problems(view(row).seconds)):
            raise BadInput(problems)
        row.selects = selects.plain()
        self.rows.settle()
        return view(row)

    def delete(self, clip_id: UUID) -> ClipView:
        """Delete a clip; it can be brought back within a week."""
        row = self._row(clip_id, lock=True)
        row.gone_at = datetime.now(UTC)
        self.rows.settle()
        return view(row)

    def bring_back(self, clip_id: UUID) -> ClipView:
        """Bring a deleted clip back."""
        row = self.rows.get(ClipRow, clip_id, lock=True)
        row.gone_at = None
        self.rows.settle()
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
            self.rows.settle()
            return False
        row.file, row.digest, row.quick, row.parts = file, digest, quick, []
        self._keep(row, reading, pictures)
        row.state, row.problem = "read", ""
        self._found(row, reading)
        return True

    def refused(self, clip_id: UUID, words: str) -> None:
        """Note why a clip cannot be read."""
        row = self.rows.made(ClipRow, clip_id)
        if row is not None:
            row.state, row.problem = "refused", words[:300]

    def _keep(self, row: ClipRow, reading: Reading, pictures: dict[str, str]) -> None:
        row.reading, row.made_at = reading.plain(), reading.facts.made_at
        row.pictures = {**row.pictures, **pictures}
        self.rows.settle()

    def _found(self, row: ClipRow, reading: Reading) -> None:
        """Assign it, unless somebody did, and hold it against its set."""
        holding = Holding(self.at)
        if row.assigned != "hand":
            best = Assigning(self.at, holding).assign(row.shoot_id, reading)
            if best is not None:
                shoot, found = best
                row.shoot_id, row.scene_id, row.setup_id = shoot.id, found.scene, found.setup
                row.take_id, row.doubt, row.assigned = found.take, found.doubt, "guess"
        self._keep_held(row, holding.hold(row, reading))

    def _keep_held(self, row: ClipRow, holds: Holds) -> None:
        told: dict[str, Any] | None = None
        if (found := holds.found) is not None:
            told = {
                "words": found.words,
                "as_planned": found.outcome == "as-planned",
                "against": holds.against,
                "evidence": None if holds.evidence is None else holds.evidence.plain(),
            }
        if row.held != told:
            row.held = told
            self.rows.settle()

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
    facts, held = (row.reading or {}).get("facts", {}), row.held or {}
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
        words=str(held.get("words", "")),
        as_planned=held.get("as_planned"),
        has=[kind for kind in PICTURES if kind in row.pictures],
        selects=Selects.opened(row.selects),
        gone=row.gone_at is not None,
    )


def checked_quick(quick: str) -> str:
    """Raises BadInput for what is no such hash."""
    if len(quick) != 64 or not all(letter in "0123456789abcdef" for letter in quick):
        raise BadInput([Problem(("quick",), "write 64 digits and letters a to f")])
    return quick
