"""The simulated camera: what it writes plays, says of itself what it was told, and is known in its truth."""

from datetime import UTC, datetime
from fractions import Fraction
from pathlib import Path
from typing import Any

import av
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.picture.filmed import BACK_RAD, Happening, Turn, course, filmed
from steady_tide.media.camera import Recording, truth_of
from steady_tide.media.clips.opened import opened
from steady_tide.media.plates import plate
from tests.footage import a_shot, film

MADE = datetime(2026, 9, 19, 17, 42, tzinfo=UTC)


@pytest.mark.parametrize("ending", [".mp4", ".mov", ".mkv"])
@pytest.mark.parametrize(("codec", "bits"), [("h264", 8), ("hevc", 10)])
def test_a_clip_says_what_it_is(ending: str, codec: str, bits: int, tmp_path: Path) -> None:
    path = tmp_path / f"clip{ending}"
    shot = a_shot(width=320, focal_px=256.0, bits=bits, rate=25.0)
    truth = film(path, shot, Happening(seconds=0.4), codec=codec, made_at=MADE, timecode="10:20:30:05")
    with opened(str(path)) as clip:
        frames = list(clip.decoded(clip.container.demux(clip.stream)))
        facts = clip.facts(frames[0], path.stat().st_size)
    assert len(frames) == truth.frames == 10
    assert (facts.codec, facts.bit_depth, facts.rate) == (codec, bits, Fraction(25))
    assert (facts.width_px, facts.height_px, facts.sound, facts.full_range) == (320, 180, True, False)
    assert facts.made_at == MADE
    if ending != ".mkv":
        assert facts.timecode == "10:20:30:05"


@pytest.mark.parametrize("rate", [23.976, 29.97, 50.0, 119.88])
def test_rates_are_kept_as_fractions(rate: float, tmp_path: Path) -> None:
    path = tmp_path / "clip.mp4"
    film(path, a_shot(width=160, focal_px=128.0, rate=rate), Happening(seconds=0.1))
    with opened(str(path)) as clip:
        told = clip.stream.average_rate
    assert float(told) == pytest.approx(rate, rel=1e-4)


def test_without_sound_there_is_none(tmp_path: Path) -> None:
    film(tmp_path / "clip.mp4", a_shot(width=160, focal_px=128.0), Happening(seconds=0.1), sound=False)
    with av.open(str(tmp_path / "clip.mp4")) as container:
        assert not container.streams.audio


def test_more_bits_make_a_larger_file(tmp_path: Path) -> None:
    shot = a_shot(width=320, focal_px=256.0, electrons=50.0)
    for name, mbit in (("few", 0.5), ("many", 8.0)):
        film(tmp_path / f"{name}.mp4", shot, Happening(seconds=0.8), mbit_s=mbit)
    assert (tmp_path / "many.mp4").stat().st_size > 3 * (tmp_path / "few.mp4").stat().st_size


def test_the_same_seed_is_the_same_film(tmp_path: Path) -> None:
    shot = a_shot(width=160, focal_px=128.0)
    one, again, other = (
        [frame.codes for frame in filmed(plate(shot.plate), shot, Happening(seconds=0.2, seed=seed))]
        for seed in (4, 4, 5)
    )
    assert all(np.array_equal(a, b) for a, b in zip(one, again, strict=True))
    assert not np.array_equal(one[0], other[0])


@pytest.mark.parametrize(
    "told", [{"rate": "0"}, {"mbit_s": 0}, {"mbit_s": 1e9}, {"codec": "x"}, {"bit_depth": 9}, {"timecode": "noon"}]
)
def test_a_recording_that_cannot_be_is_refused(told: dict[str, Any]) -> None:
    with pytest.raises(BadInput):
        Recording.read({"rate": "25", **told})


# What happens in a clip.


@given(st.integers(0, 1000), st.floats(0.2, 8.0), st.floats(0.2, 20.0))
def test_shake_is_exactly_what_the_set_says(seed: int, seconds: float, smear: float) -> None:
    shot = a_shot(smear_px=smear, shake_px=1.5)
    goes = course(shot, Happening(seconds=seconds, seed=seed))
    assert np.sqrt(np.mean(np.sum(np.square(goes.rate), axis=1))) == pytest.approx(shot.motion.shake_rad_s)
    assert np.abs(goes.rate.mean(axis=0)).max() < 1e-9, "and goes nowhere by itself"
    assert truth_of(shot, Happening(seconds=seconds, seed=seed)).smear_px == pytest.approx(smear, rel=1e-6)


@given(st.floats(0.0, 3.0), st.floats(0.5, 60.0))
def test_the_subject_turns_back_before_it_is_gone(rate: float, seconds: float) -> None:
    shot = a_shot()
    moving = shot.model_copy(update={"motion": shot.motion.model_copy(update={"subject_rad_s": rate})})
    way = course(moving, Happening(seconds=seconds)).subject
    assert np.abs(way).max() <= BACK_RAD + 1e-9
    assert np.abs(np.diff(way)).max() <= rate / shot.motion.rate_hz + 1e-9


def test_light_changes_evenly_between_its_turns_or_at_once() -> None:
    turns = [Turn(second=0.0), Turn(second=1.0, light_stops=-1.0, red_stops=0.5)]
    evenly = course(a_shot(), Happening(seconds=2.0, turns=turns)).gain
    assert evenly[0].tolist() == [0.0, 0.0, 0.0] and evenly[-1].tolist() == [-1.0, 0.5, 0.0]
    assert evenly[12, 0] == pytest.approx(-0.48)
    at_once = course(a_shot(), Happening(seconds=2.0, turns=turns, sudden=True)).gain
    assert at_once[24, 0] == 0.0 and at_once[25, 0] == -1.0


def test_turns_may_be_told_in_any_order() -> None:
    turns = [Turn(second=1.0, light_stops=1.0), Turn(second=0.0)]
    there, back = (course(a_shot(), Happening(seconds=2.0, turns=t)).gain for t in (turns, turns[::-1]))
    assert np.array_equal(there, back)


def test_a_pan_goes_as_fast_as_it_is_told() -> None:
    panned = course(a_shot(rate=50.0), Happening(seconds=1.0, pan_deg_s=10.0)).panned
    assert np.degrees(np.diff(panned)) == pytest.approx(np.full(49, 0.2))


def test_a_doubled_frame_is_the_one_before() -> None:
    shot = a_shot(width=160, focal_px=128.0)
    frames = [one.codes for one in filmed(plate(shot.plate), shot, Happening(seconds=0.3, doubled=[3]))]
    assert np.array_equal(frames[3], frames[2]) and not np.array_equal(frames[4], frames[3])


@pytest.mark.parametrize(
    "told", [{"seconds": 0}, {"seconds": 1e9}, {"pan_deg_s": 1e6}, {"soft_px": -1}, {"doubled": [0]}]
)
def test_what_cannot_happen_is_refused(told: dict[str, Any]) -> None:
    with pytest.raises(BadInput):
        Happening.read(told)
