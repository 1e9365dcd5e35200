"""What clips teach: the median of several, where they agree; nothing of one alone, or of chance."""

from typing import Any
from uuid import UUID

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.footage.lessons import LEAST_CLIPS, Evidence, lessons


def clip(number: int, **more: Any) -> Evidence:
    plain: dict[str, Any] = {
        "clip": UUID(int=number), "name": f"{number}.mp4", "camera": "skarv-a4", "profile": "neutral",
        "carried": "walking", "iso": 800, "signs": {}, "shake_deg_s": 20.0, "efficiency": 0.5,
    }  # fmt: skip
    return Evidence.read({**plain, **more})


def off(**by: float) -> dict[str, Any]:
    return {name: (value, 0.0, 0.1) for name, value in by.items()}


def told(*evidence: Evidence) -> dict[str, float]:
    return {one.kind: one.after for one in lessons(evidence)}


def test_a_hand_that_shakes_twice_as_much_is_learned_from_several_clips() -> None:
    clips = [clip(at, signs=off(shake=1.0 + wander)) for at, wander in enumerate((-0.1, 0.0, 0.05, 0.1))]
    (lesson,) = lessons(clips)
    assert lesson.kind == "shake" and lesson.of == "walking" and lesson.before == 20.0
    assert lesson.after == pytest.approx(40.0, rel=0.05) and len(lesson.clips) == 4
    assert "as 4 clips say" in lesson.words
    assert lessons(clips[:1]) == [], "one clip is no lesson"
    assert told(*(clip(at, signs=off(shake=0.1)) for at in range(4))) == {}, "so little is not worth telling"


def test_clips_that_disagree_teach_nothing() -> None:
    assert told(*(clip(at, signs=off(shake=way)) for at, way in enumerate((-1.5, 1.6, -1.4, 1.5)))) == {}


def test_a_support_with_its_own_shake_is_not_the_hand() -> None:
    assert told(*(clip(at, signs=off(shake=1.0), support="tray") for at in range(3))) == {}


def test_a_meter_counts_only_where_it_decides() -> None:
    bright = [clip(at, signs=off(level=0.6), habit_stops=0.2, metered=True) for at in range(3)]
    assert told(*bright) == {"meter": pytest.approx(0.8)}
    assert told(*(one.model_copy(update={"metered": False}) for one in bright)) == {}


def test_a_filter_is_weighed_only_in_light_that_was_measured() -> None:
    """Half a stop darker through a filter of 4 stops: it takes 4.5."""
    dark = [clip(at, signs=off(level=-0.5), nd="nd16", nd_stops=4.0, measured=True) for at in range(3)]
    assert told(*dark) == {"filter": pytest.approx(4.5)}
    assert told(*(one.model_copy(update={"measured": False}) for one in dark)) == {}


def test_noise_is_learned_upwards_only() -> None:
    """A stop noisier at mid grey is a quarter of the light."""
    assert told(*(clip(at, signs=off(noise=1.0)) for at in range(3))) == {"noise": pytest.approx(0.125)}
    assert told(*(clip(at, signs=off(noise=-1.0)) for at in range(3))) == {}


def test_the_bearable_iso_lies_under_what_was_called_grainy() -> None:
    judged = [
        clip(1, iso=800, liked=True), clip(2, iso=1600, liked=True), clip(3, iso=3200, liked=False),
        clip(4, iso=6400, liked=True), clip(5, iso=100),
    ]  # fmt: skip
    assert told(*judged) == {"bearable": 1600.0}
    assert told(clip(1, iso=800, liked=False), clip(2, iso=400, liked=False)) == {}
    known = [one.model_copy(update={"bearable_iso": 1600.0}) for one in judged]
    assert told(*known) == {}, "what is known is not told again"


@given(st.lists(st.floats(-3, 3), min_size=0, max_size=12), st.floats(0.05, 2))
def test_a_lesson_lies_among_what_clips_say(said: list[float], doubt: float) -> None:
    clips = [clip(at, signs={"shake": (one, 0.0, doubt)}) for at, one in enumerate(said)]
    for lesson in lessons(clips):
        assert len(lesson.clips) >= LEAST_CLIPS
        assert 20.0 * 2.0 ** min(said) - 0.01 <= lesson.after <= 20.0 * 2.0 ** max(said) + 0.01
        assert abs(np.log2(lesson.after / lesson.before)) >= 0.34
