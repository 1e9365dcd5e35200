"""How long cameras ran until they stopped, and what that teaches of cells in the cold and of heat."""

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.footage.lessons import Evidence, Lesson, lessons
from steady_tide.core.footage.runtime import REST, Endures, Ran, minutes_run
from steady_tide.core.footage.selects import Ended

NOON = datetime(2026, 9, 19, 12, tzinfo=UTC)


def ran(minute: float, minutes: float, ended: Ended = "") -> Ran:
    return Ran(NOON + timedelta(minutes=minute), 60.0 * minutes, ended)


def test_until_heat_counts_since_it_last_rested() -> None:
    clips = [ran(0, 10), ran(11, 10), ran(40, 8), ran(49, 4, "heat")]
    assert minutes_run(clips) == pytest.approx([0, 0, 0, 12])


def test_a_rest_is_longer_than_five_minutes() -> None:
    minutes = REST.total_seconds() / 60.0
    assert minutes_run([ran(0, 10), ran(10 + minutes, 5, "heat")])[1] == pytest.approx(15)
    assert minutes_run([ran(0, 10), ran(10.1 + minutes, 5, "heat")])[1] == pytest.approx(5)


def test_after_heat_it_begins_anew_but_its_cell_does_not() -> None:
    clips = [ran(0, 20, "heat"), ran(21, 6, "heat"), ran(60, 30, "cell")]
    assert minutes_run(clips) == pytest.approx([20, 6, 56])


def test_a_cell_counts_since_the_last_was_empty() -> None:
    clips = [ran(0, 30), ran(60, 30, "cell"), ran(120, 25), ran(200, 20, "cell")]
    assert minutes_run(clips) == pytest.approx([0, 60, 0, 45])


def test_what_stopped_by_hand_or_for_a_full_card_says_nothing() -> None:
    assert minutes_run([ran(0, 10), ran(20, 10, "card")]) == [0.0, 0.0]
    assert minutes_run([]) == []


@given(
    st.lists(
        st.tuples(st.floats(0, 600), st.floats(0.01, 60), st.sampled_from(["", "heat", "cell", "card"])), max_size=12
    )
)
def test_the_order_in_which_clips_are_told_is_no_matter(told: list[tuple[float, float, Ended]]) -> None:
    clips = [ran(*one) for one in told]
    forth, back = minutes_run(clips), minutes_run(clips[::-1])[::-1]
    if len({one.begun for one in clips}) == len(clips):
        assert forth == pytest.approx(back)
    total = sum(one.seconds for one in clips) / 60.0
    assert all(0.0 <= one <= total + 1e-6 for one in forth)


def evidence(number: int, **more: Any) -> Evidence:
    plain: dict[str, Any] = {
        "clip": UUID(int=number), "name": f"{number}.mp4", "camera": "skarv-a4", "profile": "neutral",
        "carried": "tripod", "iso": 800,
    }  # fmt: skip
    return Evidence.read({**plain, **more})


def hot(number: int, minutes: float, **more: Any) -> Evidence:
    endures = Endures(heat_minutes=30.0, limit_minutes=25.0)
    return evidence(number, endures=endures.plain(), ended="heat", ran_minutes=minutes, **more)


def empty(number: int, minutes: float, air_c: float = 1.0, **more: Any) -> Evidence:
    endures = Endures(air_c=air_c, cell="cell-a4", cell_share=0.6, cell_minutes=60.0)
    return evidence(number, endures=endures.plain(), ended="cell", ran_minutes=minutes, **more)


def only(*clips: Evidence) -> Lesson:
    (lesson,) = lessons(clips)
    return lesson


def test_heat_is_told_for_the_hardest_mode_as_its_figure_is() -> None:
    """It ran 20 of 30 minutes, twice: two thirds of 25."""
    lesson = only(hot(1, 20.0), hot(2, 20.0))
    assert (lesson.kind, lesson.of, lesson.before, lesson.unit) == ("heat", "skarv-a4", 25.0, "min")
    assert lesson.after == pytest.approx(25.0 * 2 / 3, abs=0.1)
    assert "as 2 clips say" in lesson.words


def test_one_stop_for_heat_is_no_lesson_nor_are_two_as_expected() -> None:
    assert lessons([hot(1, 20.0)]) == []
    assert lessons([hot(1, 30.0), hot(2, 29.0)]) == []


def test_a_camera_that_should_never_stop_for_heat_is_not_scaled() -> None:
    never = Endures(heat_minutes=None, limit_minutes=None)
    assert lessons([evidence(n, endures=never.plain(), ended="heat", ran_minutes=20.0) for n in (1, 2)]) == []


def test_what_ended_by_hand_says_nothing_of_heat() -> None:
    assert lessons([one.model_copy(update={"ended": ""}) for one in (hot(1, 20.0), hot(2, 20.0))]) == []


def test_a_cell_in_the_cold_is_learned_by_temperature() -> None:
    lesson = only(empty(1, 40.0), empty(2, 40.0, air_c=-1.5))
    assert (lesson.kind, lesson.of, lesson.profile, lesson.before) == ("cell", "cell-a4", "0", 0.6)
    assert lesson.after == pytest.approx(0.4, abs=0.01)
    assert "At 0 °C" in lesson.words


def test_temperatures_apart_are_not_put_together() -> None:
    assert lessons([empty(1, 40.0, air_c=0.0), empty(2, 40.0, air_c=-10.0)]) == []


@pytest.mark.parametrize("air_c", [18.0, 25.0])
def test_in_the_warm_a_short_cell_is_not_the_cold_s_doing(air_c: float) -> None:
    assert lessons([empty(1, 40.0, air_c=air_c), empty(2, 40.0, air_c=air_c)]) == []


def test_a_cell_that_lasted_longer_is_learned_too_but_never_beyond_whole() -> None:
    assert only(empty(1, 200.0), empty(2, 200.0)).after == 1.0


def test_without_a_cell_in_the_bag_there_is_nothing_to_learn_of() -> None:
    none = Endures(air_c=0.0)
    assert lessons([evidence(n, endures=none.plain(), ended="cell", ran_minutes=20.0) for n in (1, 2)]) == []
