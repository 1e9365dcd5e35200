"""What is noted in the field, entry by entry: each made once, under an id of its maker's, and never changed after."""

from typing import Annotated, Final, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field, StringConstraints, TypeAdapter

from steady_tide.core.document import Part
from steady_tide.core.kit.settings import Setting
from steady_tide.core.light.reading import Measured

Verdict = Literal["keep", "maybe", "no"]
Fault = Literal["soft", "shaky", "dark", "bright", "grainy", "cast", "jumped"]
Which = Literal["planned", "dialled"]
LightFrom = Literal["measured", "modelled", "planned"]
FAULTS: Final[tuple[Fault, ...]] = ("soft", "shaky", "dark", "bright", "grainy", "cast", "jumped")
MOST_VALUES: Final = 60
Client = Annotated[str, StringConstraints(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9-]+$")]
Note = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=500)]
Short = Annotated[str, StringConstraints(max_length=120)]
SetValueOf = Annotated[str, Field(max_length=120)] | int | float


class SetValue(Part):
    """A setting of a set as it stood: its value, and as it is read on that camera."""

    setting: Setting
    value: SetValueOf
    text: Short = ""


class Noted(Part):
    """What every entry says. at: when, by the clock of the phone, corrected as far as that is known to be wrong."""

    id: UUID
    at: AwareDatetime


class TakeNoted(Noted):
    """A take was made. which: with the set as planned or as it was dialled; `set` says it, setting by setting.

    ev100: the light it was filmed in [EV at ISO 100]; light_from: how that is known. seconds: how long it was held.
    """

    kind: Literal["take"] = "take"
    scene: UUID
    setup: UUID | None = None
    shot: UUID | None = None
    which: Which = "planned"
    set: Annotated[list[SetValue], Field(max_length=MOST_VALUES)] = []
    ev100: float | None = Field(default=None, ge=-30, le=25)
    light_from: LightFrom | None = None
    seconds: float | None = Field(default=None, ge=0, le=86_400)


class TakeGone(Noted):
    """A take was counted by mistake, or is there after all."""

    kind: Literal["take-gone"] = "take-gone"
    take: UUID
    gone: bool


class VerdictNoted(Noted):
    """How good a take is; None: not judged after all."""

    kind: Literal["verdict"] = "verdict"
    take: UUID
    verdict: Verdict | None


class FaultNoted(Noted):
    """What is wrong with a take, or that it is not."""

    kind: Literal["fault"] = "fault"
    take: UUID
    fault: Fault
    there: bool


class NoteNoted(Noted):
    """Words about a take, a shot or a scene."""

    kind: Literal["note"] = "note"
    about: UUID
    text: Note


class NoteGone(Noted):
    """Words were taken back, or are there after all."""

    kind: Literal["note-gone"] = "note-gone"
    note: UUID
    gone: bool


class ShotNoted(Noted):
    """A shot of the list is in the can, or is not."""

    kind: Literal["shot"] = "shot"
    shot: UUID
    done: bool


class CheckNoted(Noted):
    """Something of the shoot's lists is done, or is not; `key` as in its preparation."""

    kind: Literal["check"] = "check"
    key: Annotated[str, StringConstraints(min_length=1, max_length=130, pattern=r"^[^\x00-\x1f]+$")]
    done: bool


class ReadBackNoted(Noted):
    """A value was read back from a camera: it is in it. Or that was ticked by mistake."""

    kind: Literal["read-back"] = "read-back"
    setup: UUID
    setting: Setting
    value: Annotated[str, StringConstraints(max_length=120)]
    read_back: bool


class LightNoted(Noted):
    """The light is otherwise. measured: what a meter said; None where it was told by eye against the plan.

    ev100: what that means on the subject. answer: the key of the fallback that was taken, with its `told` values;
    None where the set still held or nothing was carried along for so much.
    """

    kind: Literal["light"] = "light"
    scene: UUID
    setup: UUID | None = None
    measured: Measured | None = None
    ev100: float = Field(ge=-30, le=25)
    answer: Short | None = None
    told: Annotated[list[SetValue], Field(max_length=MOST_VALUES)] = []


Entry = Annotated[
    TakeNoted
    | TakeGone
    | VerdictNoted
    | FaultNoted
    | NoteNoted
    | NoteGone
    | ShotNoted
    | CheckNoted
    | ReadBackNoted
    | LightNoted,
    Field(discriminator="kind"),
]
entry_of: Final[TypeAdapter[Entry]] = TypeAdapter(Entry)
HELPERS: Final = frozenset({"take", "take-gone", "verdict", "fault", "note", "note-gone", "shot"})
"""Kinds of entries that a helper who counts takes may make."""
