"""Clips handed over: read again by the library the format comes from, and as a table; what corrections undo."""

import csv
import io
from fractions import Fraction
from typing import Any

import numpy as np
import opentimelineio as otio
import pytest

from steady_tide.core.footage.expected import Scene
from steady_tide.core.footage.grading import Grade, graded, kelvin_of, suggested
from steady_tide.core.footage.selects import Selects
from steady_tide.core.picture.tone import GREY, STANDARD, Curve
from steady_tide.core.reading.reading import FileFacts
from steady_tide.formats.handover import COLUMNS, Handed, table, timeline


def handed(name: str = "CLIP01.MP4", **more: Any) -> Handed:
    facts = FileFacts(
        width_px=3840, height_px=2160, rate="50", seconds=8.0, timecode=more.pop("timecode", "10:20:30:00"),
        kind=more.pop("kind", "clip"),
    )  # fmt: skip
    return Handed(name=name, scene="Market", camera="A camera", facts=facts, selects=Selects.read(more))


def test_a_timeline_keeps_names_timecode_in_and_out_and_slow_motion() -> None:
    text = timeline("A film", [handed(starts_s=2.0, ends_s=5.0, slowed=2.0)], rate=Fraction(25))
    made = otio.adapters.read_from_string(text, "otio_json")
    (clip,) = made.find_clips()
    assert clip.media_reference.target_url == "CLIP01.MP4"
    begins = clip.media_reference.available_range.start_time
    assert begins.to_timecode() == "10:20:30:00" and begins.rate == 50
    assert clip.source_range.start_time - begins == otio.opentime.RationalTime(100, 50)
    assert clip.source_range.duration == otio.opentime.RationalTime(150, 50)
    assert clip.effects[0].time_scalar == 0.5


def test_a_timeline_leaves_stills_out_and_bears_a_broken_timecode() -> None:
    text = timeline("x\u202e\n", [handed(kind="still"), handed("b.mp4", timecode="no time")], rate=Fraction(25))
    made = otio.adapters.read_from_string(text, "otio_json")
    assert [clip.name for clip in made.find_clips()] == ["b.mp4"] and made.name == "x"


def test_a_table_is_safe_and_says_how_long_it_plays() -> None:
    text = table([handed("=cmd()", starts_s=1.0, ends_s=3.0, slowed=4.0, note="+1")])
    (row,) = csv.DictReader(io.StringIO(text))
    assert tuple(row) == COLUMNS
    assert row["file"] == "'=cmd()" and row["note"] == "'+1" and float(row["seconds on the timeline"]) == 8.0


@pytest.mark.parametrize(("picked", "wrong"), [
    ({"ends_s": 9.0}, "ends_s"), ({"starts_s": 5.0, "ends_s": 4.0}, "starts_s"), ({"starts_s": 8.0}, "starts_s"),
])  # fmt: skip
def test_what_cannot_be_picked_is_told(picked: dict[str, float], wrong: str) -> None:
    assert [one.path for one in Selects.read(picked).problems(8.0)] == [(wrong,)]
    assert list(Selects.read({"starts_s": 1.0, "ends_s": 8.0}).problems(8.0)) == []


def test_a_correction_brings_grey_back() -> None:
    """A card recorded a stop too bright and half a stop too red is grey where the standard look has it."""
    curve, scene = Curve("log", 4.0), Scene(level=-0.4, red=0.1, blue=0.0, contrast=0.5)
    seen = {"level": (0.6, 0.1), "red": (0.6, 0.1), "blue": (0.0, 0.1)}
    grade = suggested(seen, scene, 0.55)
    assert (grade.exposure_stops, grade.red_stops, grade.blue_stops, grade.contrast) == (-1.0, -0.5, 0.0, 1.0)
    card = curve.encode(GREY * 2.0 ** np.array([1.5, 1.0, 1.0]))
    found = graded(grade, curve)(card[None])[0]
    assert np.ptp(found) == pytest.approx(0.0, abs=1e-6) and found[1] == pytest.approx(
        float(STANDARD.encode(GREY)), abs=0.03
    )


def test_a_warmer_correction_is_a_higher_kelvin() -> None:
    assert kelvin_of(0.0, 0.0) == pytest.approx(5500.0)
    assert kelvin_of(0.5, -0.5) > 6500 and kelvin_of(-0.5, 0.5) < 4800
    assert graded(Grade(), STANDARD)(np.array([[0.2, 0.44, 0.7]])) == pytest.approx(np.array([[0.2, 0.44, 0.7]]))
