"""Cells, cards and heat through a day: worked by hand, at their limits, and as more to carry never shortens a day."""

from math import exp, inf
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steady_tide.core.endurance.heat import body_of, minutes_from_half, rest_minutes
from steady_tide.core.kit.bag import Cell
from steady_tide.core.plan.account.plan import Running, Warming
from steady_tide.core.ready.charging import charge_minutes
from steady_tide.core.ready.media import CardKind, MediaDay, copy_minutes, media_through
from steady_tide.core.ready.power import CellKind, PowerDay, power_through
from steady_tide.core.ready.rests import rests_of
from steady_tide.core.ready.run import Run
from steady_tide.core.ready.upkeep import Upkeep

PLAIN = Upkeep(kept_on_share=0, changed_at_share=0, card_fill_share=1)


def run(start: float = 0, length: float = 60, *, camera: str = "a", air_c: float = 20, **more: Any) -> Run:
    """A camera in a scene that records all through it; 6 W and 60 Mbit/s where nothing else is said."""
    whole: dict[str, Any] = {
        "draw_w": 6.0, "minutes": length, "mbit_s": 60.0, "needed_mb_s": 9.4, "gb": 0.45 * length, "bank_wh": 0.0,
        "flight_minutes": None, "warming": None, "drains": [],
    }  # fmt: skip
    running = {key: more.pop(key) for key in list(more) if key in whole}
    taken = Running.read({**whole, **running})
    return Run(camera, f"at {start:g}", start, start + length, taken, air_c, **more)


def cell(wh: float = 6.0, count: int = 1, *, key: str = "cell", share: float = 0.5, cuts: float = 0.0) -> CellKind:
    return CellKind(key, key, wh, share, cuts, (), count)


def powered(runs: list[Run], *cells: CellKind, upkeep: Upkeep = PLAIN) -> PowerDay:
    return power_through(runs, cells, {"a": [one.key for one in cells]}, upkeep)["a"]


def kept(runs: list[Run], *cards: CardKind, upkeep: Upkeep = PLAIN) -> MediaDay:
    return media_through(runs, cards, {"a": [one.key for one in cards]}, upkeep)["a"]


# Cells.


@pytest.mark.parametrize(("scenes", "short"), [(1, 0), (2, 0), (3, 60), (4, 120)])
def test_a_power_bank_is_spent_once(scenes: int, short: float) -> None:
    """Hours at 6 W from a cell of 6 Wh and a bank of 6 Wh: together they last two of them."""
    day = powered([run(120 * index, bank_wh=6.0) for index in range(scenes)], cell())
    assert day.short_minutes == pytest.approx(short)


def test_two_cameras_on_one_bank_share_it() -> None:
    runs = [run(0, bank_wh=6.0), run(10, bank_wh=6.0, camera="b")]
    days = power_through(runs, [cell(0.6, 2)], {"a": ["cell"], "b": ["cell"]}, PLAIN)
    assert days["a"].short_minutes == 0.0 and days["b"].short_minutes == pytest.approx(54)


@settings(max_examples=60)
@given(
    st.lists(st.tuples(st.integers(10, 90), st.floats(1, 12), st.booleans()), min_size=1, max_size=6),
    st.floats(0, 40), st.floats(2, 30),
)  # fmt: skip
def test_no_more_is_recorded_than_there_is_energy_for(
    scenes: list[tuple[int, float, bool]], bank_wh: float, cell_wh: float
) -> None:
    runs = [
        run(100 * index, length, draw_w=draw, bank_wh=bank_wh if fed else 0.0)
        for index, (length, draw, fed) in enumerate(scenes)
    ]
    day = powered(runs, cell(cell_wh))
    lost = {gap.scene: gap.recorded for gap in day.gaps}
    spent = sum(one.running.draw_w * (one.running.minutes - lost.get(one.scene, 0.0)) / 60.0 for one in runs)
    assert spent <= cell_wh + bank_wh * any(fed for *_, fed in scenes) + 1e-6


def test_a_cell_by_hand() -> None:
    """6 Wh at 6 W last an hour: of 90 minutes, 30 are not covered, from the 60th on."""
    day = powered([run(length=90)], cell())
    assert [(one.minute, one.share) for one in day.levels] == [(0, 1), (60, 0)]
    (gap,) = day.gaps
    assert (gap.minute, gap.minutes, gap.recorded) == pytest.approx((60, 30, 30))
    two = powered([run(length=90)], cell(count=2))
    assert two.gaps == [] and two.used == {"cell": 2}
    assert [(one.minute, one.number, one.first, one.while_filming) for one in two.changes] == [
        (0, 1, True, False),
        (60, 2, False, True),
    ]
    assert two.levels[-1].share == pytest.approx(0.5)


@pytest.mark.parametrize(
    ("air_c", "cuts", "lasts"),
    [(20, 0.0, 60), (30, 0.5, 60), (0, 0.0, 30), (10, 0.0, 45), (0, 0.2, 24), (-20, 0.0, 18)],
)
def test_what_the_cold_leaves(air_c: float, cuts: float, lasts: float) -> None:
    """Half at 0 degrees, of which a fifth is lost to cutting out; 60 % of the half at -20; between on a line."""
    day = powered([run(length=600, air_c=air_c)], cell(cuts=cuts))
    assert day.gaps[0].minute == pytest.approx(lasts)


def test_what_draws_besides_and_what_waits() -> None:
    """30 minutes recorded within 90: 60 minutes waiting, half of them switched on, at 40 % of the draw."""
    upkeep = Upkeep(front_screen_w=1.5, position_w=0.5, kept_on_share=0.5, waiting_share=0.4)
    scene = run(length=90, minutes=30.0)
    assert scene.watts(upkeep) == pytest.approx(6 * (30 + 60 * 0.5 * 0.4) / 90)
    lit = run(length=90, minutes=30.0, drains=["front-screen", "position-logging"])
    assert lit.watts(upkeep) == pytest.approx(8 * (30 + 60 * 0.5 * 0.4) / 90)
    # What looks back has to run while it waits.
    ahead = run(length=90, minutes=30.0, drains=["pre-record"])
    assert ahead.watts(upkeep) == pytest.approx(6 * (30 + 60 * 0.5) / 90)


def test_no_load_and_no_cold_take_nothing_off() -> None:
    assert powered([run(length=600, draw_w=0.0)], cell()).gaps == []
    warm = powered([run(length=59, air_c=25)], cell(share=0.01))
    assert warm.gaps == [] and warm.levels[-1].share == pytest.approx(1 / 60, abs=1e-4)


def test_a_power_bank_feeds_what_stands_still() -> None:
    """Eight hours at 2 W take 16 Wh; a bank that gives 12 leaves 4 to the cell."""
    night = run(length=480, draw_w=2.0, bank_wh=12.0)
    assert powered([night], cell(4.001)).gaps == []
    assert powered([night], cell(3.9)).gaps[0].minute == pytest.approx(468)
    assert powered([run(length=480, draw_w=2.0, bank_wh=20.0)], cell(0.01)).gaps == []


def test_a_flight_ends_with_what_is_kept_for_landing() -> None:
    """27 minutes on a cell of 19 Wh, a quarter kept: 20.25 in the air; in the cold that leaves half, half of it."""
    drone: dict[str, Any] = {"flight_minutes": 27.0, "native_wh": 19.0, "reserve": 0.25}
    assert powered([run(length=60, **drone)], cell(19)).gaps[0].minute == pytest.approx(20.25)
    assert powered([run(length=60, air_c=0, **drone)], cell(19)).gaps[0].minute == pytest.approx(10.125)
    two = powered([run(length=40, **drone)], cell(19, 2))
    assert two.gaps == [] and len(two.changes) == 2


def test_where_a_cell_cannot_be_changed_one_has_to_last() -> None:
    """A dive of 50 minutes with 40 left in the camera: a whole cell goes in before, the begun one comes back after."""
    ashore, dive, after = run(0, 20), run(30, 50, changeable=False), run(90, 40)
    day = powered([ashore, dive, after], cell(count=2))
    assert day.gaps == []
    assert [(one.minute, one.number, one.while_filming) for one in day.changes] == [
        (0, 1, False), (30, 2, False), (90, 1, False),
    ]  # fmt: skip
    alone = powered([run(0, 90, changeable=False)], cell(count=3))
    assert alone.gaps[0].minute == pytest.approx(60) and len(alone.changes) == 1


def test_cells_that_bear_the_cold_are_kept_for_it() -> None:
    cold, plain = cell(6, key="cold", share=0.9), cell(6, key="plain", share=0.3)
    day = powered([run(0, 55), run(100, 50, air_c=0)], cold, plain)
    assert [one.key for one in day.changes] == ["plain", "cold"] and day.gaps == []


def test_cells_are_changed_between_scenes_rather_than_in_them() -> None:
    day = powered([run(0, 40), run(60, 40)], cell(count=2))
    assert [(one.minute, one.while_filming) for one in day.changes] == [(0, False), (60, False)]
    scarce = powered([run(0, 40), run(60, 40), run(120, 38)], cell(count=2))
    assert scarce.gaps == [] and [one.while_filming for one in scarce.changes].count(True) <= 1


def test_cameras_that_share_cells_take_them_in_turn() -> None:
    kinds = [cell(count=2)]
    days = power_through([run(0, 50), run(10, 50, camera="b")], kinds, {"a": ["cell"], "b": ["cell"]}, PLAIN)
    assert [day.changes[0].number for day in days.values()] == [1, 2]
    short = power_through([run(0, 50), run(10, 50, camera="b")], [cell()], {"a": ["cell"], "b": ["cell"]}, PLAIN)
    assert short["a"].gaps == [] and short["b"].gaps[0].recorded == pytest.approx(50)


RUNS = st.lists(st.tuples(st.integers(1, 90), st.integers(-15, 30), st.booleans()), min_size=1, max_size=5)
KINDS = st.tuples(st.integers(1, 12), st.integers(2, 10), st.integers(0, 3))


def _day(drawn: list[tuple[int, int, bool]]) -> list[Run]:
    return [
        run(100.0 * at, float(length), air_c=float(air_c), changeable=changeable)
        for at, (length, air_c, changeable) in enumerate(drawn)
    ]


@settings(max_examples=300, deadline=None)
@given(RUNS, KINDS, KINDS)
def test_more_spares_never_shorten_the_day(
    drawn: list[tuple[int, int, bool]], one: tuple[int, int, int], other: tuple[int, int, int]
) -> None:
    runs = [each for each in _day(drawn) if each.changeable] or _day([(60, 20, True)])

    def short(more: int, other_more: int) -> float:
        first, second = (
            cell(float(wh), count + extra, key=key, share=share / 10)
            for (wh, share, count), extra, key in ((one, more, "one"), (other, other_more, "other"))
        )
        return powered(runs, first, second).short_minutes

    here = short(0, 0)
    assert short(1, 0) <= here + 1e-6 and short(0, 1) <= here + 1e-6


@settings(max_examples=200, deadline=None)
@given(RUNS, st.integers(1, 12), st.integers(0, 4))
def test_nor_do_more_of_a_kind_where_cells_cannot_be_changed(
    drawn: list[tuple[int, int, bool]], wh: int, count: int
) -> None:
    fewer, more = (powered(_day(drawn), cell(float(wh), number)).short_minutes for number in (count, count + 1))
    assert more <= fewer + 1e-6


@settings(max_examples=200, deadline=None)
@given(RUNS, st.integers(1, 12), st.integers(1, 4))
def test_energy_is_neither_made_nor_lost(drawn: list[tuple[int, int, bool]], wh: int, count: int) -> None:
    """What is covered takes as many shares of cells as have gone from those that were used."""
    runs = _day(drawn)
    day = powered(runs, cell(float(wh), count))
    lost = {gap.scene: gap.minutes for gap in day.gaps}
    taken = sum(
        (one.minutes - lost.get(one.scene, 0.0)) * one.watts(PLAIN) / 60.0 / cell(float(wh)).usable_wh(one.air_c)
        for one in runs
    )
    steps = zip(day.levels[::2], day.levels[1::2], strict=True)
    assert sum(before.share - after.share for before, after in steps) == pytest.approx(taken, abs=2e-3)
    assert taken <= count + 1e-6


# Cards.


def card(gb: float, count: int = 1, *, key: str = "card", mb_s: float = 30.0) -> CardKind:
    return CardKind(key, key, gb, mb_s, count)


def test_cards_by_hand() -> None:
    """60 Mbit/s are 27 GB an hour: a card of 18 GB is full after 40 minutes."""
    day = kept([run(length=60)], card(18, 2))
    assert [(one.minute, one.number, one.while_filming) for one in day.changes] == [(0, 1, False), (40, 2, True)]
    assert [(one.minute, one.share) for one in day.fills] == [(0, 0), (40, 1), (40, 0), (60, 0.5)]
    assert (day.gb, day.files, day.unkept) == (27, 7, [])
    (left,) = kept([run(length=60)], card(18)).unkept
    assert (left.gb, left.minute, left.slow) == (9, 40, False)


def test_a_card_without_end_is_never_full_and_copies_take_their_time() -> None:
    day = kept([run(100 * at, 90) for at in range(20)], card(1e12))
    assert day.unkept == [] and len(day.changes) == 1
    # 54 GB twice at 90 MB/s: 108 000 MB / 90 = 1200 s.
    assert copy_minutes(54, Upkeep(copies=2, copy_mb_s=90)) == pytest.approx(20)


def test_what_is_too_slow_for_a_scene_is_not_used_for_it_and_used_again_after() -> None:
    fast = run(100, 20, needed_mb_s=50.0)
    slow, quick = card(64, key="slow"), card(64, key="quick", mb_s=60)
    day = kept([run(0, 20), fast, run(200, 20)], slow, quick)
    assert [one.key for one in day.changes] == ["slow", "quick"] and day.unkept == []
    (left,) = kept([fast], slow).unkept
    assert left.slow and left.needed_mb_s == 50 and left.gb == pytest.approx(fast.running.gb)


@settings(max_examples=200, deadline=None)
@given(RUNS, st.integers(1, 60), st.integers(0, 4))
def test_every_gigabyte_is_kept_or_told(drawn: list[tuple[int, int, bool]], gb: int, count: int) -> None:
    runs = _day(drawn)
    day, more = kept(runs, card(gb, count)), kept(runs, card(gb, count + 1))
    asked = sum(one.running.gb for one in runs)
    assert day.gb + sum(one.gb for one in day.unkept) == pytest.approx(asked)
    assert day.gb <= gb * count + 1e-6 and more.gb >= day.gb - 1e-9


# Heat.

HOT = Warming(first_minutes=20, rest_minutes=10, again_minutes=8)


def test_pauses_by_hand() -> None:
    """40 minutes to record: 20, then rests of 10 before 8, 8 and 4 more: three pauses, 70 minutes in all."""
    hot = run(length=70, minutes=40.0, warming=HOT)
    rests = rests_of(hot)
    assert rests is not None and (rests.pauses, rests.minute, rests.lost) == (3, 20, 0)
    short = rests_of(run(length=50, minutes=40.0, warming=HOT))
    # 20, a rest of 10, 8, a rest of 10, and 2 are left: 30 of 40.
    assert short is not None and short.lost == pytest.approx(10)
    assert rests_of(run(length=20, warming=HOT)) is None and rests_of(run(length=600)) is None


def test_a_rest_is_the_time_to_fall_half_way() -> None:
    """Against steps of a second of the same equation, C dT/dt = P - (T - T_air) / R."""
    body = body_of(limit_minutes=20, limit_c=60, hardest_w=6)
    assert body is not None

    def stepped(from_c: float, power_w: float, until: Any) -> float:
        here, seconds = from_c, 0
        while not until(here):
            here += (power_w - (here - 25) / body.resistance_k_per_w) / body.capacity_j_per_k
            seconds += 1
        return seconds / 60

    half = 25 + 35 / 2
    assert rest_minutes(body) == pytest.approx(stepped(60, 0, lambda here: here <= half), rel=0.01)
    again = minutes_from_half(body, power_w=6, air_c=25)
    assert again == pytest.approx(stepped(half, 6, lambda here: here >= 60), rel=0.01)
    assert rest_minutes(body, cooling="water") == pytest.approx(0.12 * rest_minutes(body))
    assert minutes_from_half(body, power_w=2, air_c=25) == inf and minutes_from_half(body, power_w=2, air_c=61) == 0
    constant = body.resistance_k_per_w * body.capacity_j_per_k / 60
    assert exp(-rest_minutes(body) / constant) == pytest.approx(0.5)


# Charging.


def test_charging_takes_what_socket_and_cell_bear() -> None:
    plain = Cell.read({"key": "c", "label": "c", "fits": ["a"], "capacity_wh": 6, "share_at_0_c": 1})
    upkeep = Upkeep(charging_efficiency=0.8)
    assert charge_minutes(plain, 5, upkeep) == pytest.approx(90)  # 4 W arrive
    assert charge_minutes(plain, 60, upkeep) == pytest.approx(60)  # full in an hour at the soonest
    tired = plain.model_copy(update={"charge_w": 2.0, "health": 0.5})
    assert charge_minutes(tired, 60, upkeep) == pytest.approx(90)
