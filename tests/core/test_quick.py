"""Quick sums: against figures worked by hand, each other's inverse, and at the ends of every field."""

import json
from itertools import product
from math import isfinite
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from steady_tide.core.errors import BadInput
from steady_tide.core.lapse.interval import frames_in, interval_for, span_for
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.quick.table import TABLE, AskedSum, names, worked
from steady_tide.core.quick.worked import Worked
from steady_tide.formats.facts import forms

ASKED: TypeAdapter[AskedSum] = TypeAdapter(AskedSum)
FIELDS = forms()["sum"]


def ask(key: str, **fields: Any) -> Worked:
    return worked(ASKED.validate_python({"sum": key, **fields}))


def figures(key: str, **fields: Any) -> dict[str, float]:
    return {one.key: one.value for one in ask(key, **fields).figures}


def test_a_filter_in_sun_and_an_iso_at_night() -> None:
    """f/2.8, 1/50 s, ISO 100 is right for EV 8.61: sun of EV 15 is 6.39 too bright, a market of EV 3 5.61 too dark."""
    sun = figures("exposure", ev100=15)
    assert (
        sun["shutter"] == pytest.approx(0.02) and sun["filter"] == 6 and sun["left"] == pytest.approx(0.386, abs=0.01)
    )
    assert sun["bare"] == pytest.approx(2.8**2 / 2**15)
    night = ask("exposure", ev100=3)
    assert night.figures[1].main and night.figures[1].value == pytest.approx(100 * 2**5.614, rel=0.01)
    assert figures("exposure", ev100=3)["filter"] == 0


def test_half_a_second_becomes_two_and_a_half() -> None:
    found = figures("slow", recorded_rate=125, timeline_rate=25, moment_s=0.5)
    assert found == {"shown": 2.5, "factor": 5, "light": 5}
    assert figures("slow", recorded_rate=12.5, timeline_rate=25)["light"] == 1


def test_lamps_by_the_sinc() -> None:
    """1/200 s at 100 Hz of ripple: sinc(1/2) = 2/pi. 100 frames a second stand still against it, 60 beat at 20 Hz."""
    found = figures("flicker", mains_hz=50, rate=100, shutter_s=1 / 200)
    assert (
        found["kept"] == pytest.approx(63.66, abs=0.01) and found["clean"] == pytest.approx(0.01) and found["beat"] == 0
    )
    assert figures("flicker", mains_hz=50, rate=60, shutter_s=1 / 60)["beat"] == pytest.approx(20)
    assert figures("flicker", mains_hz=50, rate=240, shutter_s=1 / 480)["clean"] == 0, "no frame is long enough"
    assert figures("flicker", mains_hz=60, rate=30, shutter_s=1 / 60)["kept"] == pytest.approx(0, abs=1e-9)


def test_a_lamp_falls_off_with_the_square() -> None:
    near, far = (figures("lamp", lumens=1000, beam_deg=60, distance_m=metres)["lux"] for metres in (1, 2))
    assert near == pytest.approx(1000 / 0.8418, rel=1e-3) and far == pytest.approx(near / 4)


def test_red_goes_with_depth_distance_and_comes_back_behind_a_filter() -> None:
    shallow, deep = (figures("red", colour="blue", depth_m=metres, distance_m=0) for metres in (2, 10))
    assert 3 < deep["red"] < 15 < shallow["red"] < 70, "most of it is gone at ten metres"
    filtered = figures("red", colour="blue", depth_m=5, filter="deep-red")
    bare = figures("red", colour="blue", depth_m=5)
    assert filtered["behind"] < bare["behind"] and filtered["cost"] > 0.5 and bare["cost"] == 0


def test_a_card_of_128_at_100_mbit() -> None:
    found = figures("card", mbit_s=100, card_gb=128, copies=2, copy_mb_s=90)
    assert found["hourly"] == pytest.approx(45) and found["lasts"] == pytest.approx(128 / 45 * 60)
    assert found["class"] == pytest.approx(15.625) and found["copy"] == pytest.approx(128_000 * 2 / 90 / 60)


def test_a_cell_at_zero_degrees() -> None:
    found = figures("cell", capacity_wh=6, draw_w=6, temperature_c=0, share_at_0_c=0.7, cuts_out_below=0)
    assert found["lasts"] == pytest.approx(42) and found["warm"] == pytest.approx(60)


def test_a_tall_crop_of_4k() -> None:
    found = figures("crop", width_px=3840, height_px=2160, shape="9:16", wanted_px=1920)
    assert found["left"] == pytest.approx(2160) and found["enough"] == pytest.approx(1.125)
    assert found["share"] == pytest.approx(100 * 9 * 9 / 256)


def test_a_pan_takes_seven_seconds_a_frame() -> None:
    assert figures("pan", turn_deg=70, across_deg=70)["seconds"] == pytest.approx(7)
    assert figures("pan", turn_deg=140, across_deg=70)["seconds"] == pytest.approx(14)
    assert figures("pan", turn_deg=70, across_deg=70, slowed=2)["seconds"] == pytest.approx(3.5)


@given(st.floats(1, 160), st.floats(0.01, 1000), st.floats(0.05, 1))
def test_view_distance_and_size_are_each_others_inverse(angle: float, distance: float, filled: float) -> None:
    size = figures("view", wanted="size", across_deg=angle, distance_m=distance, filled=filled)["size"]
    if not 1e-4 <= size <= 1e5:
        return
    back = figures("view", wanted="distance", across_deg=angle, size_m=size, filled=filled)["distance"]
    assert back == pytest.approx(distance, rel=1e-6)
    wide = figures("view", wanted="angle", distance_m=distance, size_m=size, filled=filled)["angle"]
    assert wide == pytest.approx(angle, rel=1e-6)


@given(st.integers(1, 400), st.floats(1, 60), st.floats(0.01, 0.9))
def test_intervals_against_counting_frames_one_by_one(seconds: int, gap: float, share: float) -> None:
    shutter, begun, count = gap * share, 0.0, 0
    while begun + shutter <= seconds + 1e-6 * gap:
        count += 1
        begun = count * gap
    assert abs(frames_in(seconds=seconds, shutter_s=shutter, interval_s=gap) - count) <= (
        1 if abs(begun - gap + shutter - seconds) < 1e-3 * gap or abs(begun + shutter - seconds) < 1e-3 * gap else 0
    )


@given(st.integers(2, 5000), st.floats(0.5, 3600))
def test_of_length_film_and_interval_any_two_give_the_third(frames: int, gap: float) -> None:
    """Round and round: the frames are the same, whichever of the three is asked for."""
    seconds = span_for(frames=frames, interval_s=gap, shutter_s=gap / 2)
    assert interval_for(seconds=seconds, frames=frames, shutter_share=0.5) == pytest.approx(gap)
    assert frames_in(seconds=seconds, shutter_s=gap / 2, interval_s=gap) == frames
    hours = seconds / 3600
    if 0.001 <= hours <= 240 and frames / 25 <= 36_000:
        at = {"timeline_rate": 25, "write_gap_s": 0}
        back = figures("interval", wanted="hours", film_s=frames / 25, interval_s=gap, **at)
        assert back["hours"] == pytest.approx(hours)
        again = figures("interval", wanted="interval", film_s=frames / 25, hours=hours, **at)
        assert again["interval"] == pytest.approx(gap)
        film = figures("interval", wanted="film", hours=back["hours"], interval_s=again["interval"], **at)
        assert film["frames"] == frames


@given(st.floats(1, 86_400), st.floats(0.01, 240))
def test_interval_to_film_to_interval_gives_the_same_frames(gap: float, hours: float) -> None:
    at = {"timeline_rate": 25, "write_gap_s": 0, "hours": hours}
    first = figures("interval", wanted="film", interval_s=gap, **at)
    if first["frames"] > 1 and first["film"] <= 36_000:
        back = figures("interval", wanted="interval", film_s=first["film"], **at)
        assert back["frames"] == first["frames"]
        if back["interval"] <= 86_400:
            assert figures("interval", wanted="film", interval_s=back["interval"], **at)["frames"] == first["frames"]


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        ({"wanted": "film", "interval_s": 1, "write_gap_s": 1}, "interval_s"),
        ({"wanted": "hours", "interval_s": 0.5, "write_gap_s": 2}, "interval_s"),
        ({"wanted": "interval", "hours": 0.1, "film_s": 60, "write_gap_s": 1}, "film_s"),
    ],
)
def test_an_interval_that_leaves_no_time_to_expose_is_refused(asked: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as refused:
        figures("interval", **asked)
    assert refused.value.problems[0].path == (field,)


def bounds(key: str) -> dict[str, list[Any]]:
    """The least, the most and every choice of each field of a sum."""
    found = {}
    for path, fact in FIELDS.items():
        kind, _, name = path.partition("].")
        if kind == f"[{key}" and name != "sum":
            ends = [fact.get("least", fact.get("above")), fact.get("most", fact.get("below"))]
            if "above" in fact:
                ends[0] = fact["above"] + 0.01
            if "below" in fact:
                ends[1] = fact["below"] - 0.01
            found[name] = fact.get("choices") or ends
    return found


@pytest.mark.parametrize("key", TABLE)
def test_every_sum_holds_at_the_ends_of_its_fields(key: str) -> None:
    fields = bounds(key)
    assert fields and all(one is not None for ends in fields.values() for one in ends), "every number is bounded"
    answered = 0
    for values in product(*fields.values()):
        try:
            made = ask(key, **dict(zip(fields, values, strict=True)))
        except BadInput as refused:
            assert key == "interval" and refused.problems[0].path[0] in fields
            continue
        answered += 1
        assert all(isfinite(one.value) and one.text and one.formula for one in made.figures)
        assert sum(one.main for one in made.figures) == 1
        json.loads(made.model_dump_json())
        if made.drawn is not None:
            assert all(isfinite(one.x) and isfinite(one.y) for one in [*made.drawn.points, made.drawn.at])
        if made.brief is not None:
            Brief.read(made.brief)
    assert answered


def test_every_sum_has_a_name_and_a_question() -> None:
    assert [one.key for one in names()] == list(TABLE) and all(one.question.endswith("?") for one in names())
