"""To which scene, camera and take a clip belongs, and how sure that is."""

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.footage.assign import Possible, assign, looked_at, without_look

NOON = datetime(2026, 9, 19, 12, tzinfo=UTC)


def at(minute: float) -> datetime:
    return NOON + timedelta(minutes=minute)


def could(number: int, *, starts: float | None = 0, ends: float | None = 30, **more: Any) -> Possible:
    """A camera on a scene planned over some minutes. takes: by number, at a minute."""
    takes = [(UUID(int=take), at(minute)) for take, minute in more.pop("takes", {}).items()]
    plain: dict[str, Any] = {"otherwise": 0, "look": 0.0, **more}
    return Possible(
        UUID(int=number), UUID(int=100 + number), None if starts is None else at(starts),
        None if ends is None else at(ends), takes, plain["otherwise"], plain["look"],
    )  # fmt: skip


def scene(found: Any) -> int:
    return int(found.scene.int)


def test_of_nothing_it_is_of_nothing() -> None:
    assert assign(at(3), 2.0, []) is None


def test_it_is_of_the_scene_that_was_filmed_then() -> None:
    found = assign(at(40), 2.0, [could(1), could(2, starts=35, ends=60), could(3, starts=400, ends=430)])
    assert scene(found) == 2


def test_its_own_scene_at_another_hour_wins_over_another_mode_at_the_hour() -> None:
    """Times of filming stray by far more than modes do."""
    found = assign(at(45), 2.0, [could(1, starts=40, ends=60, otherwise=2), could(2, starts=100, ends=120)])
    assert scene(found) == 2


def test_of_two_cameras_at_one_time_the_mode_decides_then_the_look() -> None:
    both = [could(1, otherwise=1), could(2)]
    assert scene(assign(at(10), 2.0, both)) == 2
    alike = [could(1, look=40.0), could(2, look=1.0)]
    found = assign(at(10), 2.0, alike)
    assert scene(found) == 2 and found is not None and found.doubt < 0.05


def test_alike_in_everything_is_a_guess_and_says_so() -> None:
    found = assign(at(10), 2.0, [could(1), could(2)])
    assert found is not None and found.doubt == pytest.approx(0.5)


def test_alone_there_is_no_doubt() -> None:
    found = assign(None, 2.0, [could(1)])
    assert found is not None and found.doubt == 0.0 and found.take is None


def test_a_noted_take_near_it_is_the_clip() -> None:
    found = assign(at(10), 60.0, [could(1, takes={7: 2.0, 8: 10.5, 9: 25.0})])
    assert found is not None and found.take == UUID(int=8)


def test_a_take_counted_while_it_ran_is_as_near_as_can_be() -> None:
    """A thumb counts at the beginning, in the middle or at the end of a long clip."""
    for minute in (10.0, 14.0, 20.0):
        found = assign(at(10), 600.0, [could(1, takes={7: minute})])
        assert found is not None and found.take == UUID(int=7)


def test_a_take_long_before_or_after_is_another() -> None:
    for minute in (2.0, 18.0):
        found = assign(at(10), 2.0, [could(1, takes={7: minute})])
        assert found is not None and found.take is None


def test_a_take_draws_a_clip_to_a_scene_filmed_out_of_its_time() -> None:
    found = assign(at(200), 5.0, [could(1, takes={7: 200.2}), could(2, starts=190, ends=210)])
    assert scene(found) == 1


def test_a_clock_that_is_hours_wrong_does_not_outweigh_the_mode() -> None:
    found = assign(at(700), 2.0, [could(1, otherwise=0), could(2, starts=690, ends=720, otherwise=4)])
    assert scene(found) == 1


def test_a_scene_without_a_time_is_neither_near_nor_far() -> None:
    near = assign(at(10), 2.0, [could(1, starts=None, ends=None), could(2)])
    far = assign(at(10), 2.0, [could(1, starts=None, ends=None), could(2, starts=600, ends=700)])
    assert (scene(near), scene(far)) == (2, 1)


@given(
    st.lists(st.tuples(st.floats(0, 900), st.integers(0, 4), st.floats(0, 60)), min_size=1, max_size=8),
    st.one_of(st.none(), st.floats(0, 1400)),
)
def test_doubt_is_a_share_and_the_order_is_no_matter(told: list[tuple[float, int, float]], made: float | None) -> None:
    possible = [
        could(number, starts=starts, ends=starts + 20, otherwise=otherwise, look=look)
        for number, (starts, otherwise, look) in enumerate(told, start=1)
    ]
    made_at = None if made is None else at(made)
    forth, back = assign(made_at, 2.0, possible), assign(made_at, 2.0, possible[::-1])
    assert forth is not None and back is not None
    assert 0.0 <= forth.doubt <= 1.0 - 1.0 / len(possible) + 1e-3
    assert forth.doubt == pytest.approx(back.doubt, abs=2e-3)


@given(st.lists(st.tuples(st.floats(0, 900), st.integers(0, 4), st.floats(0, 60)), min_size=1, max_size=12))
def test_only_what_may_be_the_likeliest_is_looked_at_and_the_answer_is_the_same(
    told: list[tuple[float, int, float]],
) -> None:
    possible = [
        could(number, starts=starts, ends=starts + 20, otherwise=otherwise, look=look)
        for number, (starts, otherwise, look) in enumerate(told, start=1)
    ]
    prices = [without_look(at(30), 2.0, one) for one in possible]
    asked: list[int] = []

    def look(number: int) -> float:
        asked.append(number)
        return possible[number].look

    looks = looked_at(prices, look)
    quick = assign(at(30), 2.0, [one._replace(look=seen) for one, seen in zip(possible, looks, strict=True)])
    whole = assign(at(30), 2.0, possible)
    assert quick is not None and whole is not None
    assert (quick.scene, quick.setup) == (whole.scene, whole.setup)
    assert quick.doubt == pytest.approx(whole.doubt, abs=6e-3)


def test_of_many_scenes_at_other_hours_one_is_looked_at() -> None:
    here, others = could(1), [could(number, starts=400, ends=430, otherwise=1) for number in range(2, 22)]
    asked: list[int] = []

    def look(number: int) -> float:
        asked.append(number)
        return 4.0

    looked_at([without_look(at(10), 2.0, one) for one in (*others, here)], look)
    assert asked == [20]
