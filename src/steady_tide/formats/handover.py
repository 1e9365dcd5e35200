"""Clips handed over: an OpenTimelineIO timeline with slow motion, and a table. Names and timecode stay as they are."""

import csv
import io
from collections.abc import Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Any, Final

import opentimelineio as otio

from steady_tide.core.footage.grading import Grade
from steady_tide.core.footage.selects import Selects
from steady_tide.core.reading.reading import FileFacts
from steady_tide.formats.plain import one_line, safe

USUAL_RATE: Final = Fraction(25)
COLUMNS: Final = (
    "scene", "camera", "file", "timecode", "frames a second", "seconds", "in s", "out s", "rating", "slowed",
    "seconds on the timeline", "verdict", "against the plan", "exposure stops", "kelvin", "contrast", "note",
)  # fmt: skip


@dataclass(frozen=True)
class Handed:
    """A clip to hand over. grade: suggested, where there is one; table: the name of its correction's file."""

    name: str
    scene: str
    camera: str
    facts: FileFacts
    selects: Selects
    words: str = ""
    grade: Grade | None = None
    table: str = ""
    signs: dict[str, str] = field(default_factory=dict)


def timeline(title: str, clips: Sequence[Handed], *, rate: Fraction) -> str:
    """The clips one after another on a timeline of a rate [frames/s], as OpenTimelineIO JSON."""
    made = otio.schema.Timeline(name=one_line(title))
    track = otio.schema.Track(name="Selects", kind=otio.schema.TrackKind.Video)
    made.tracks.append(track)
    made.metadata["steady_tide"] = {"timeline_rate": str(rate)}
    for one in clips:
        if one.facts.kind == "clip" and one.facts.seconds > 0:
            track.append(_clip(one))
    return str(otio.adapters.write_to_string(made, "otio_json"))


def _clip(one: Handed) -> Any:
    rate = float(one.facts.rate or USUAL_RATE)
    begins = _timecode(one.facts, rate)
    starts, ends = one.selects.span(one.facts.seconds)
    media = otio.schema.ExternalReference(target_url=one.name, available_range=_range(begins, one.facts.seconds, rate))
    picked = otio.opentime.TimeRange(
        begins + otio.opentime.RationalTime(round(starts * rate), rate),
        otio.opentime.RationalTime(max(1, round((ends - starts) * rate)), rate),
    )
    made = otio.schema.Clip(name=one.name, media_reference=media, source_range=picked)
    if one.selects.slowed != 1.0:
        made.effects.append(otio.schema.LinearTimeWarp(name="slowed", time_scalar=1.0 / one.selects.slowed))
    made.metadata["steady_tide"] = {
        "scene": one.scene, "camera": one.camera, "rating": one.selects.rating, "slowed": one.selects.slowed,
        "verdict": one.selects.verdict or "", "note": one.selects.note, "against_the_plan": one.words,
        "correction": one.table, "grade": {} if one.grade is None else one.grade.plain(), "signs": dict(one.signs),
    }  # fmt: skip
    return made


def _range(begins: Any, seconds: float, rate: float) -> Any:
    return otio.opentime.TimeRange(begins, otio.opentime.RationalTime(max(1, round(seconds * rate)), rate))


def _timecode(facts: FileFacts, rate: float) -> Any:
    """When it begins, by its own timecode where it has one."""
    try:
        return otio.opentime.from_timecode(facts.timecode, rate)
    except (ValueError, RuntimeError):
        return otio.opentime.RationalTime(0, rate)


def table(clips: Sequence[Handed]) -> str:
    """The clips as CSV."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for one in clips:
        starts, ends = one.selects.span(one.facts.seconds)
        grade = one.grade or Grade()
        writer.writerow(
            _plain(
                one.scene, one.camera, one.name, one.facts.timecode, str(one.facts.rate or ""),
                round(one.facts.seconds, 3), round(starts, 3), round(ends, 3), one.selects.rating, one.selects.slowed,
                round((ends - starts) * one.selects.slowed, 3), one.selects.verdict or "", one.words,
                grade.exposure_stops, round(grade.kelvin), grade.contrast, one.selects.note,
            )
        )  # fmt: skip
    return out.getvalue()


def _plain(*values: object) -> list[object]:
    return [safe(one) if isinstance(one, str) else one for one in values]
