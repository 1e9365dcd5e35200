"""What moves: jumps between frames, the subject's way, slow motion, held frames."""

import numpy as np
import pytest

from steady_tide.core.picture.moving import BACK_RAD, crossing, frames_of, moving, shaken, times
from steady_tide.core.picture.shot import Flicker, Look, Motion
from tests.plates import even_plate, plain_shot, square_layer


def motion(**changes: float) -> Motion:
    return Motion(**{"shutter_s": 0.01, "rate_hz": 25.0, "timeline_hz": 25.0, **changes})


@pytest.mark.parametrize("seed", [0, 1, 2])
@pytest.mark.parametrize("jitter", [0.02, 0.3])
def test_the_view_jumps_from_frame_to_frame_as_the_figure_says(jitter: float, seed: int) -> None:
    way = shaken(motion(jitter_rad_s=jitter), seed=seed)
    steps = np.diff(way, axis=0) * 25.0
    assert np.sqrt(np.mean(np.hypot(*steps.T) ** 2)) == pytest.approx(jitter, rel=0.1), "in whichever direction"
    assert way[0] == pytest.approx([0.0, 0.0])
    assert (shaken(motion(jitter_rad_s=jitter), seed=seed) == way).all()


def test_what_is_recorded_faster_plays_slower_and_what_is_slower_is_held() -> None:
    assert times(motion(rate_hz=100.0))[-1] == pytest.approx((frames_of(motion()) - 1) / 100.0)
    held = times(motion(rate_hz=12.5))
    assert len(np.unique(held)) == pytest.approx(len(held) / 2, abs=1)


def test_the_subject_goes_at_its_rate_and_turns_back_at_the_ends() -> None:
    way = crossing(motion(subject_rad_s=0.5))
    assert np.abs(np.diff(way)).max() == pytest.approx(0.5 / 25.0)
    assert way.max() <= BACK_RAD + 1e-9 and way.min() >= -BACK_RAD - 1e-9 and way[0] == pytest.approx(0.0)


def test_frames_show_the_subject_where_it_is_and_lamps_beating() -> None:
    plate = even_plate(0.02, layers=(square_layer("subject"),))
    shot = plain_shot(motion=motion(subject_rad_s=0.4), flicker=Flicker(kept=0.5, hz=103.0))
    frames = list(moving(plate, shot, Look(width_px=240)))
    assert len(frames) == frames_of(shot.motion)
    weights = [frame[60:75].astype(float).sum(axis=(0, 2)) for frame in frames]
    at = [float(np.average(np.arange(240), weights=np.maximum(one - np.median(one), 0))) for one in weights]
    wanted = 0.4 / 25.0 * 480.0 / 4.0
    assert np.diff(at[:8]) == pytest.approx([wanted] * 7, abs=0.6)
    levels = np.array([frame[:20].mean() for frame in frames])
    assert levels.max() / levels.min() > 1.3
