"""Two clips side by side: what differs between them, and which is the better one."""

from typing import Annotated, Final, Literal, cast
from uuid import UUID

from pydantic import Field, StringConstraints

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.desk.footage.clips import Clips, view
from steady_tide.desk.footage.views import ClipDetail, ClipView
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.footage import clips_of_trials, pair_of
from steady_tide.store.tables import PairRow, ShootRow

Better = Literal["", "left", "right", "even"]
TURNED: Final[dict[Better, Better]] = {"left": "right", "right": "left", "even": "even", "": ""}
TELLING: Final = 1.5
"""Two clips differ in a sign that lies farther apart than so many of their uncertainties together."""


class PairVerdict(Part):
    """Which of two clips is better, and why."""

    better: Better = ""
    note: Annotated[str, StringConstraints(strip_whitespace=True), Field(max_length=500)] = ""


class SignPair(View):
    """A sign of both, as people read it; whether they differ in it."""

    label: str
    left: str
    right: str
    differs: bool


class PairView(View):
    """Two clips with everything they say. signs: those both tell; verdict: what was said of the pair."""

    left: ClipDetail
    right: ClipDetail
    signs: list[SignPair]
    verdict: PairVerdict


class Tested(View):
    """Sets that were marked to be tested for real on a camera of a scene, with its clips: two of them make a pair."""

    setup_id: UUID
    names: list[str]
    clips: list[ClipView]


class Pairs:
    """One account's pairs."""

    def __init__(self, at: Workplace) -> None:
        self.rows = at.rows
        self.clips = Clips(at)

    def of(self, left: UUID, right: UUID) -> PairView:
        """Two clips side by side. Raises BadInput for one with itself."""
        if left == right:
            raise BadInput([Problem(("right",), "choose another clip to lay beside it")])
        one, other = self.clips.one(left), self.clips.one(right)
        row = pair_of(self.rows, left, right)
        said = PairVerdict()
        if row is not None:
            better = cast(Better, row.verdict)
            said = PairVerdict(better=better if row.left_id == left else TURNED[better], note=row.note)
        return PairView(left=one, right=other, signs=_signs(one, other), verdict=said)

    def judge(self, left: UUID, right: UUID, verdict: PairVerdict) -> PairView:
        """Keep which is better."""
        self.of(left, right)
        row = pair_of(self.rows, left, right) or self.rows.add(PairRow(left_id=left, right_id=right))
        row.verdict = verdict.better if row.left_id == left else TURNED[verdict.better]
        row.note = verdict.note
        self.rows.flush()
        return self.of(left, right)

    def tested(self, shoot_id: UUID) -> list[Tested]:
        """What was marked to be tested for real on a shoot and has clips by now."""
        self.rows.get(ShootRow, shoot_id)
        found: dict[UUID, Tested] = {}
        for row, trials in clips_of_trials(self.rows, shoot_id):
            clip = view(row)
            if clip.setup_id is not None:
                names = [str(trial.get("label", "")) for trial in trials]
                one = Tested(setup_id=clip.setup_id, names=names, clips=[])
                found.setdefault(clip.setup_id, one).clips.append(clip)
        return [one for one in found.values() if len(one.clips) > 1]


def _signs(one: ClipDetail, other: ClipDetail) -> list[SignPair]:
    if one.held is None or other.held is None:
        return []
    beside = {sign.name: sign for sign in other.held.signs}
    found = []
    for sign in one.held.signs:
        if (second := beside.get(sign.name)) is not None:
            doubt = (sign.doubt**2 + second.doubt**2) ** 0.5
            differs = sign.seen != second.seen and abs(sign.value - second.value) > TELLING * max(doubt, 0.02)
            found.append(SignPair(label=sign.label, left=sign.seen, right=second.seen, differs=differs))
    return found
