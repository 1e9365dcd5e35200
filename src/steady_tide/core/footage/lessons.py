"""What clips teach the kit: proposed where several agree, with what it rests on; never taken by itself.

A clip that was filmed with something else dialled in than planned teaches nothing but that. Of the rest each is a
small experiment: what it shows over what was expected of its set. A lesson is the median of some, told where they
agree better than by chance and where it is worth telling.
"""

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import Annotated, Final, Literal
from uuid import UUID

import numpy as np
from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.footage.runtime import Endures
from steady_tide.core.footage.selects import Ended
from steady_tide.core.footage.signs import Name
from steady_tide.core.quantities import counted, signed

Kind = Literal["shake", "meter", "noise", "filter", "cast", "bearable", "heat", "cell"]
LEAST_CLIPS: Final = 2
AGREE: Final = 2.0
"""A lesson lies so many standard errors from what was taken so far."""
MIRED_PER_STOP: Final = 70.0
"""Mired for a stop between red and blue, as light of 5000 K is warmed. **Assumed**, from Planck's law there."""
WORTH: Final[dict[Kind, float]] = {
    "shake": 0.35,
    "meter": 0.25,
    "noise": 0.3,
    "filter": 0.25,
    "cast": 8.0,
    "bearable": 0.0,
    "heat": 0.2,
    "cell": 0.2,
}
"""What is worth telling: doublings, stops, stops, stops, mired, ISO, doublings. **Assumed**."""
RAN_DOUBT: Final = 0.15
"""How far a length of running may be off [doublings]: how warm it began, how full. **Assumed**."""
WARM_FROM_C: Final = 18.0
"""From here on a cell is short of nothing for the cold."""
COLD_STEP_C: Final = 5.0
"""Cells are learned by steps of so many degrees."""
ALONE: Final = 0.35
"""How far a single clip may be off [stops], at least, whatever it says of itself. **Assumed**."""


class Evidence(Part):
    """What a clip has to say. signs: seen, expected, and how far the difference may be off.

    support, nd: what was fitted, by key; metered: whether a meter decided its exposure; measured: so was its light.
    shake_deg_s: what was taken for its way of carrying; nd_stops: for its filter; habit: how bright its meter exposes.
    ended: by what it stopped, after so many minutes of running, against what endures says was expected.
    liked: whether it was kept and not called grainy; None where nobody judged.
    """

    clip: UUID
    name: str
    camera: str
    profile: str
    carried: str
    iso: float
    signs: dict[Name, tuple[float, float, float]] = {}
    support: str = ""
    nd: str = ""
    metered: bool = False
    measured: bool = False
    liked: bool | None = None
    shake_deg_s: float = 0.0
    nd_stops: float = 0.0
    nd_cast_mired: float = 0.0
    habit_stops: float = 0.0
    efficiency: float = 0.0
    bearable_iso: float = 0.0
    endures: Endures = Endures()
    ended: Ended = ""
    ran_minutes: float = 0.0

    def off(self, name: Name) -> tuple[float, float] | None:
        """What it shows over what was expected of it, and how far that may be off."""
        found = self.signs.get(name)
        return None if found is None else (found[0] - found[1], max(found[2], ALONE))


class Lesson(Part):
    """Something learned. of: whose, by key: a way of carrying, a camera, a filter. profile: of a camera, if it counts.

    before, after: what was taken so far, and what clips say; spread: how far that may be off; clips: what it rests on.
    """

    key: Annotated[str, Field(min_length=1, max_length=160)]
    kind: Kind
    of: Annotated[str, Field(max_length=60)]
    profile: Annotated[str, Field(max_length=60)] = ""
    before: float
    after: float
    spread: float = Field(ge=0)
    unit: Annotated[str, Field(max_length=20)]
    clips: Annotated[list[UUID], Field(min_length=1, max_length=400)]
    words: Annotated[str, Field(max_length=300)]


def lessons(evidence: Sequence[Evidence]) -> list[Lesson]:
    """Everything that some clips teach together, the surest first."""
    found = [lesson for teach in TEACHERS for lesson in teach(evidence)]
    return sorted(found, key=lambda one: (-len(one.clips), one.key))


@dataclass
class _Group:
    """Clips that say the same kind of thing of the same thing."""

    said: list[float] = field(default_factory=list)
    doubts: list[float] = field(default_factory=list)
    clips: list[Evidence] = field(default_factory=list)

    def add(self, one: Evidence, off: tuple[float, float]) -> None:
        self.said.append(off[0])
        self.doubts.append(off[1])
        self.clips.append(one)

    def median(self, kind: Kind) -> tuple[float, float] | None:
        """What they say together, and how far that may be off; None where they are few or say next to nothing."""
        if len(self.said) < LEAST_CLIPS:
            return None
        middle = float(np.median(self.said))
        scatter = 1.4826 * float(np.median(np.abs(np.array(self.said) - middle)))
        spread = float(np.hypot(scatter, np.mean(self.doubts))) / np.sqrt(len(self.said))
        if abs(middle) < max(WORTH[kind], AGREE * spread):
            return None
        return middle, float(spread)


Keyed = dict[tuple[str, ...], _Group]


def _grouped(
    evidence: Iterable[Evidence],
    key: Callable[[Evidence], tuple[str, ...] | None],
    off: Callable[[Evidence], tuple[float, float] | None],
) -> Keyed:
    groups: Keyed = {}
    for one in evidence:
        named, said = key(one), off(one)
        if named is not None and said is not None:
            groups.setdefault(named, _Group()).add(one, said)
    return groups


def _told(kind: Kind, named: tuple[str, ...], group: _Group, **told: object) -> Lesson:
    return Lesson(
        key=" ".join((kind, *named)),
        kind=kind,
        of=named[0],
        profile=named[1] if len(named) > 1 else "",
        clips=[one.clip for one in group.clips],
        **told,
    )


def _rests(group: _Group) -> str:
    return f"as {counted(len(group.clips), 'clip')} say"


def _shake(evidence: Sequence[Evidence]) -> Iterator[Lesson]:
    """How much this person shakes, by way of carrying: what is left between frames goes with it."""
    groups = _grouped(evidence, lambda one: (one.carried,) if not one.support else None, lambda one: one.off("shake"))
    for named, group in groups.items():
        if (said := group.median("shake")) is None:
            continue
        before = float(np.median([one.shake_deg_s for one in group.clips]))
        after = float(np.clip(before * 2.0 ** said[0], 0.01, 400.0))
        yield _told(
            "shake", named, group, before=round(before, 2), after=round(after, 2), unit="°/s",
            spread=round(after * (2.0 ** said[1] - 1.0), 2),
            words=f"You shake by {after:.1f} °/s {named[0].replace('-', ' ')}, not {before:g}, {_rests(group)}.",
        )  # fmt: skip


def _meter(evidence: Sequence[Evidence]) -> Iterator[Lesson]:
    """How bright a camera's meter exposes."""
    groups = _grouped(evidence, lambda one: (one.camera,) if one.metered else None, lambda one: one.off("level"))
    for named, group in groups.items():
        if (said := group.median("meter")) is None:
            continue
        before = float(np.median([one.habit_stops for one in group.clips]))
        after = float(np.clip(round((before + said[0]) * 10) / 10, -2.0, 2.0))
        yield _told(
            "meter", named, group, before=before, after=after, unit="stops", spread=round(said[1], 2),
            words=f"Its meter exposes {signed(after)} stops from what is meant, not {signed(before)}, {_rests(group)}.",
        )  # fmt: skip


def _noise(evidence: Sequence[Evidence]) -> Iterator[Lesson]:
    """How much light a sensor catches: noise goes with the root of it."""
    groups = _grouped(evidence, lambda one: (one.camera,), lambda one: one.off("noise"))
    for named, group in groups.items():
        said = group.median("noise")
        if said is None or said[0] < 0:
            # Cleaner than expected may be the coder's doing.
            continue
        before = float(np.median([one.efficiency for one in group.clips]))
        after = float(np.clip(before * 2.0 ** (-2.0 * said[0]), 0.001, 1.0))
        yield _told(
            "noise", named, group, before=round(before, 3), after=round(after, 3), unit="", spread=round(said[1], 2),
            words=f"It is noisier than described, by {said[0]:.1f} stops, {_rests(group)}: its sensor catches "
            f"{100 * after:.0f} of 100 photons, not {100 * before:.0f}.",
        )  # fmt: skip


def _filter(evidence: Sequence[Evidence]) -> Iterator[Lesson]:
    """What a filter really takes: where shutter and ISO are fixed and the light was measured."""
    groups = _grouped(
        evidence,
        lambda one: (one.nd,) if one.nd and one.measured and not one.metered else None,
        lambda one: one.off("level"),
    )
    for named, group in groups.items():
        if (said := group.median("filter")) is None:
            continue
        before = float(np.median([one.nd_stops for one in group.clips]))
        after = float(np.clip(round((before - said[0]) * 10) / 10, 0.1, 20.0))
        yield _told(
            "filter", named, group, before=before, after=after, unit="stops", spread=round(said[1], 2),
            words=f"This filter takes {after:g} stops, not {before:g}, {_rests(group)}.",
        )  # fmt: skip


def _cast(evidence: Sequence[Evidence]) -> Iterator[Lesson]:
    """Which way a filter shifts the colour: red against blue."""

    def warmer(one: Evidence) -> tuple[float, float] | None:
        red, blue = one.off("red"), one.off("blue")
        if red is None or blue is None:
            return None
        return MIRED_PER_STOP * (red[0] - blue[0]), MIRED_PER_STOP * 0.2

    groups = _grouped(evidence, lambda one: (one.nd,) if one.nd else None, warmer)
    for named, group in groups.items():
        if (said := group.median("cast")) is None:
            continue
        before = float(np.median([one.nd_cast_mired for one in group.clips]))
        after = float(np.clip(round(before + said[0]), -100, 100))
        way = "warmer" if after > 0 else "cooler"
        yield _told(
            "cast", named, group, before=before, after=after, unit="mired", spread=round(said[1], 1),
            words=f"This filter makes the picture {way} by {abs(after):.0f} mired, {_rests(group)}.",
        )  # fmt: skip


def _bearable(evidence: Sequence[Evidence]) -> Iterator[Lesson]:
    """The highest ISO its owner still calls bearable: the highest of a clip that was liked, under all that were not."""
    judged = [one for one in evidence if one.liked is not None and one.iso > 0]
    groups = _grouped(judged, lambda one: (one.camera, one.profile), lambda one: (0.0, 0.0))
    for named, group in groups.items():
        liked = [one.iso for one in group.clips if one.liked]
        grainy = [one.iso for one in group.clips if not one.liked]
        good = [iso for iso in liked if not grainy or iso < min(grainy)]
        if len(group.clips) < LEAST_CLIPS or not good:
            continue
        after, before = float(round(max(good))), group.clips[0].bearable_iso
        if after == before:
            continue
        under = f", grainy at {min(grainy):.0f}" if grainy else ""
        yield _told(
            "bearable", named, group, before=before, after=after, unit="ISO", spread=0.0,
            words=f"You bear ISO {after:.0f} on it{under}, {_rests(group)}.",
        )  # fmt: skip


def _ran(one: Evidence, ended: Ended, minutes: float | None) -> tuple[float, float] | None:
    """How much longer it ran than was expected until it stopped for something [doublings]."""
    if one.ended != ended or not minutes or one.ran_minutes <= 0.0:
        return None
    return float(np.log2(one.ran_minutes / minutes)), RAN_DOUBT


def _heat(evidence: Sequence[Evidence]) -> Iterator[Lesson]:
    """How long a camera runs until it stops for heat: told for its hardest mode at 25 degrees, as its figure is."""
    groups = _grouped(evidence, lambda one: (one.camera,), lambda one: _ran(one, "heat", one.endures.heat_minutes))
    for named, group in groups.items():
        if (said := group.median("heat")) is None:
            continue
        before = float(np.median([one.endures.limit_minutes or 0.0 for one in group.clips]))
        after = float(np.clip(round(before * 2.0 ** said[0], 1), 0.1, 1440.0))
        yield _told(
            "heat", named, group, before=before, after=after, unit="min", spread=round(after * (2.0 ** said[1] - 1), 1),
            words=f"It stops for heat after {after:.0f} minutes in its hardest mode at 25 °C, not {before:.0f}, "
            f"{_rests(group)}.",
        )  # fmt: skip


def _cold_of(one: Evidence) -> tuple[str, ...] | None:
    """A cell in the cold: by its key and the temperature, in steps."""
    if not one.endures.cell or one.endures.air_c >= WARM_FROM_C:
        return None
    return one.endures.cell, f"{COLD_STEP_C * round(one.endures.air_c / COLD_STEP_C):.0f}"


def _cell(evidence: Sequence[Evidence]) -> Iterator[Lesson]:
    """Which share of a cell the cold leaves, at a temperature."""
    groups = _grouped(evidence, _cold_of, lambda one: _ran(one, "cell", one.endures.cell_minutes))
    for named, group in groups.items():
        if (said := group.median("cell")) is None:
            continue
        before = float(np.median([one.endures.cell_share for one in group.clips]))
        after = float(np.clip(round(before * 2.0 ** said[0], 2), 0.02, 1.0))
        yield _told(
            "cell", named, group, before=round(before, 2), after=after, unit="", spread=round(said[1] * after, 2),
            words=f"At {named[1]} °C the cold leaves {100 * after:.0f} % of it, not {100 * before:.0f} %, "
            f"{_rests(group)}.",
        )  # fmt: skip


TEACHERS: Final = (_shake, _meter, _noise, _filter, _cast, _bearable, _heat, _cell)
"""What can be learned. Another one is a function here, and what it changes in `desk/footage/lessons.py`."""
