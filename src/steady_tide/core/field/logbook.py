"""The logbook: what was shot, with what set, in what light, and how it turned out; and how a set did before."""

from collections.abc import Iterable, Sequence
from typing import Annotated, Final, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field, StringConstraints

from steady_tide.core.document import Part
from steady_tide.core.field.entries import MOST_VALUES, Fault, LightFrom, SetValue, Verdict, Which
from steady_tide.core.field.registers import FAULT_WORDS
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.problem.brief import Scenario
from steady_tide.core.quantities import counted

ALIKE_STOPS: Final = 1.5
"""Light this near counts as the same [stops]. **Assumed**: half a set's usual reach."""
Name = Annotated[str, StringConstraints(max_length=120)]


class LoggedTake(Part):
    """A take with all that says how it was made; it stands by itself, also where its shoot is gone.

    scenario: of its scene, where that is known. camera: key of the camera in the kit, or empty; camera_name as it was
    called then. ev100: the light it was filmed in [EV at ISO 100].
    """

    id: UUID
    at: AwareDatetime
    shoot: Name = ""
    scene: Name = ""
    scenario: Scenario | None = None
    camera: Annotated[str, StringConstraints(max_length=60)] = ""
    camera_name: Name = ""
    number: int = Field(default=1, ge=1, le=100_000)
    which: Which = "planned"
    set: Annotated[list[SetValue], Field(max_length=MOST_VALUES)] = []
    ev100: float | None = Field(default=None, ge=-30, le=25)
    light_from: LightFrom | None = None
    seconds: float | None = Field(default=None, ge=0, le=86_400)
    verdict: Verdict | None = None
    faults: Annotated[list[Fault], Field(max_length=7)] = []
    notes: Annotated[list[Annotated[str, StringConstraints(max_length=500)]], Field(max_length=50)] = []

    @property
    def line(self) -> str:
        """Its set in one line, as it was noted: "1/50 s, ND 16, ISO 400"."""
        told = [one.text or str(one.value) for one in self.set if SETTINGS[one.setting].in_headline]
        return ", ".join(told)


class Logbook(Part):
    """Takes, to be taken elsewhere or brought in."""

    document: Literal["steady-tide/logbook"] = "steady-tide/logbook"
    version: Literal[1] = 1
    takes: Annotated[list[LoggedTake], Field(max_length=20_000)] = []


class Tally(Part):
    """How some takes turned out. judged: how many have a verdict; faults: how many had each, the most first."""

    takes: int
    judged: int
    keep: int
    maybe: int
    no: int
    faults: dict[Fault, int]


class Before(Part):
    """How takes of such scenes on a camera did in such light. with_set: those with the same exposure and frame rate.

    words: both in a sentence or two; takes: the latest of them, at most eight.
    """

    alike: Tally
    with_set: Tally
    words: str
    takes: list[LoggedTake]


def tally(takes: Sequence[LoggedTake]) -> Tally:
    """How takes turned out."""
    verdicts = [take.verdict for take in takes]
    faults: dict[Fault, int] = {}
    for take in takes:
        for fault in take.faults:
            faults[fault] = faults.get(fault, 0) + 1
    return Tally(
        takes=len(takes),
        judged=sum(verdict is not None for verdict in verdicts),
        keep=verdicts.count("keep"),
        maybe=verdicts.count("maybe"),
        no=verdicts.count("no"),
        faults=dict(sorted(faults.items(), key=lambda pair: (-pair[1], pair[0]))),
    )


SAME_SET: Final = (Setting.FRAME_RATE, Setting.SHUTTER, Setting.ND_FILTER, Setting.ISO_CEILING)
"""What has to agree for two sets to count as the same for how they expose and move. **Assumed**."""
SHOWN: Final = 8


def how_before(
    takes: Iterable[LoggedTake], *, scenario: Scenario, camera: str, ev100: float, values: dict[Setting, Value]
) -> Before | None:
    """How such a set did before: on this camera, in such a scene, in light within ALIKE_STOPS [EV at ISO 100].

    None where nothing alike was ever filmed.
    """
    alike = [
        take
        for take in takes
        if take.scenario == scenario
        and take.camera == camera
        and take.ev100 is not None
        and abs(take.ev100 - ev100) <= ALIKE_STOPS
    ]
    if not alike:
        return None
    same = [take for take in alike if _same_set(take, values)]
    first, second = tally(alike), tally(same)
    latest = sorted(alike, key=lambda take: take.at, reverse=True)[:SHOWN]
    return Before(alike=first, with_set=second, words=_words(first, second), takes=latest)


def _same_set(take: LoggedTake, values: dict[Setting, Value]) -> bool:
    own = {one.setting: one.value for one in take.set}
    shared = [setting for setting in SAME_SET if setting in own and setting in values]
    return bool(shared) and all(str(own[setting]) == str(values[setting]) for setting in shared)


def _words(alike: Tally, same: Tally) -> str:
    told = [f"{counted(alike.takes, 'take')} in such light: {_outcome(alike)}."]
    if same.takes:
        told.append(f"With this set {_outcome(same)}.")
    return " ".join(told)


def _outcome(of: Tally) -> str:
    if of.judged == 0:
        return "none judged yet"
    faults = [f"{count} {FAULT_WORDS[fault]}" for fault, count in of.faults.items()]
    return f"{of.keep} of {of.judged} kept" + (f"; {', '.join(faults)}" if faults else "")
