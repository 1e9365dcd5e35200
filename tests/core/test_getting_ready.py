"""What is to be charged, packed, done and minded before a shoot; which pieces go on which charger."""

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.kit.bag import Cell, Charger
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.ready.charging import IN_BODY_W, ToCharge, charge_minutes, chargers_for, charging
from steady_tide.core.ready.checks import Planned, Shoot, cautions_of, checks_of, packing_of
from steady_tide.core.ready.stock import to_charge, with_spares
from steady_tide.core.ready.upkeep import Upkeep
from steady_tide.formats.wording import worded
from tests.situations import A4, BUILT_IN, D1, KIT, MANUAL, brief, outcome

UPKEEP = Upkeep(charging_efficiency=0.5)


def cell(key: str, wh: float = 6.0, count: int = 2, fits: str = "skarv-a4", **more: Any) -> Cell:
    return Cell.read(
        {"key": key, "label": key, "fits": [fits], "capacity_wh": wh, "share_at_0_c": 1, "count": count, **more}
    )


def charger(key: str, sockets: int = 2, watts: float = 12, fits: str = "skarv-a4") -> Charger:
    return Charger.read({"key": key, "label": key, "fits": [fits], "sockets": sockets, "output_w": watts})


# Charging.


def test_four_cells_in_two_sockets_take_two_rounds() -> None:
    """6 Wh at 6 W that arrive: an hour each; of four in two sockets the last is full after two hours."""
    pieces = [ToCharge(cell("c", count=4), number) for number in (1, 2, 3, 4)]
    told = charging(pieces, [charger("two")], UPKEEP, by=480.0, now=300.0)
    assert [(one.socket, one.round, one.begins, one.ends) for one in told.turns] == [
        (1, 1, 0, 60), (2, 1, 0, 60), (1, 2, 60, 120), (2, 2, 60, 120),
    ]  # fmt: skip
    assert (told.minutes, told.latest, told.late) == (120, 360, [])
    late = charging(pieces, [charger("two")], UPKEEP, by=400.0, now=300.0)
    assert late.late == ["c, no. 3", "c, no. 4"]
    assert charging([], [charger("two")], UPKEEP, by=400.0).turns == []


def test_the_longest_goes_first_where_it_is_full_soonest() -> None:
    large, small = cell("large", 12), cell("small", 3)
    told = charging([ToCharge(small, 1), ToCharge(large, 1)], [charger("slow", 1, 4), charger("fast", 1, 60)], UPKEEP)
    where = {one.cell: (one.charger, one.ends) for one in told.turns}
    assert where["large"] == ("fast", 60)
    assert where["small"] == ("slow", 90), "behind the large one it would be full after two hours"


def test_a_camera_charges_its_own_cell_where_nothing_else_does() -> None:
    found = chargers_for([cell("a"), cell("d", fits="kittiwake-d1")], [charger("two")], [A4, D1])
    assert [(one.label, one.output_w, one.sockets) for one in found] == [
        ("two", 12, 2),
        ("in Kittiwake D1", IN_BODY_W, 1),
    ]
    broken = charger("two").model_copy(update={"condition": "unusable"})
    assert [one.label for one in chargers_for([cell("a")], [broken], [A4])] == ["in Skarv A4"]


@given(st.lists(st.integers(1, 20), min_size=1, max_size=12), st.integers(1, 4), st.integers(2, 40))
def test_no_socket_holds_two_at_once_and_every_cell_is_charged(sizes: list[int], sockets: int, watts: int) -> None:
    cells = [cell(f"c{at}", float(wh)) for at, wh in enumerate(sizes)]
    told = charging([ToCharge(one, 1) for one in cells], [charger("c", sockets, watts)], UPKEEP)
    assert sorted(one.cell for one in told.turns) == sorted(one.key for one in cells)
    lasting = {one.key: charge_minutes(one, watts, UPKEEP) for one in cells}
    for one in told.turns:
        assert one.ends - one.begins == pytest.approx(lasting[one.cell], abs=0.11)
    for socket in range(1, sockets + 1):
        mine = sorted((one.begins, one.ends) for one in told.turns if one.socket == socket)
        assert all(before[1] <= after[0] + 0.11 for before, after in pairwise(mine))
    least = max([*lasting.values(), sum(lasting.values()) / sockets])
    assert least - 0.2 <= told.minutes <= sum(lasting.values()) / sockets + max(lasting.values()) + 0.2


def test_only_what_is_not_charged_is_put_on() -> None:
    bag = [cell("a", count=4), cell("b", count=1)]
    states: Any = {("a", 1): "ready", ("a", 2): "in-use", ("a", 3): "spent"}

    def numbers(**wanted: int) -> list[tuple[str, int]]:
        return [(one.cell.key, one.number) for one in to_charge(bag, wanted, states)]

    assert numbers(a=1) == []
    assert numbers(a=3) == [("a", 3), ("a", 4)], "what is in a camera comes last"
    assert numbers(a=9, b=2) == [("a", 3), ("a", 4), ("a", 2), ("b", 1)]


# What to do.


def planned(scene: str, device: Any = A4, *, start: int | None = 600, **changes: Any) -> Planned:
    stated = brief(scene, **changes)
    plan = outcome(stated, device)
    assert isinstance(plan, Plan)
    end = None if start is None else start + 60
    return Planned(scene, stated, device, plan, f"setup of {scene}", 1, start, end)


def shoot(*of: Planned, **cells: int) -> Shoot:
    return Shoot(of, KIT.bag, {key.replace("_", "-"): count for key, count in cells.items()})


def keys(found: Shoot) -> set[str]:
    return {one.key.split(" ")[0] for one in checks_of(found)}


def test_a_dive_asks_for_its_housing_and_a_flight_for_its_propellers() -> None:
    dive, flight = planned("Under the rafts"), planned("Rafts from above", D1)
    housing = [worded(one.told) for one in checks_of(shoot(dive)) if one.group == "housing"]
    assert (
        len(housing) == 4
        and any("bucket" in words for words in housing)
        and any("lanyard" in words for words in housing)
    )
    assert "props" not in keys(shoot(dive)) and "props" in keys(shoot(flight)) and "housing" not in keys(shoot(flight))
    assert all(one.scenes == ["Under the rafts"] for one in checks_of(shoot(dive)) if one.group == "housing")


def test_lists_follow_what_the_plans_bring() -> None:
    night = planned("Sky over the sheds", start=1320)
    found = shoot(night, a4_cold=2)
    assert [one.count for one in packing_of(found) if one.kind == "cell"] == [2]
    told = {one.key: one for one in checks_of(found)}
    assert "charge-bank bank-20" in told and "level" in told and "balance" not in told
    packed = {one.key: one for one in packing_of(found)}
    brought = {one.key for one in night.plan.brought if one.kind != "cell"}
    assert brought | {"camera skarv-a4", "a4-cold"} == set(packed)
    assert worded(told["charge a4-cold"].told).startswith("Charge 2 × ")
    assert worded(told["warm"].told).startswith("Carry cells on the body")


def test_a_spare_goes_along_of_the_same_kind_or_else_of_one_that_fits() -> None:
    bag = [cell("a", count=3), cell("b", count=1), cell("other", count=2, fits="kittiwake-d1")]
    assert with_spares({"a": 1}, bag) == {"a": 2}
    assert with_spares({"a": 3}, bag) == {"a": 3, "b": 1}
    assert with_spares({"a": 3, "b": 1}, bag) == {"a": 3, "b": 1}, "there is none left"
    assert with_spares({"a": 1, "b": 1, "other": 1}, bag) == {"a": 2, "b": 1, "other": 2}, "one for all that share"
    assert with_spares({"own skarv-a4": 1}, bag) == {}


def test_clocks_are_set_alike_only_where_there_are_several_and_spare_time_only_where_there_are_times() -> None:
    one, other = planned("Lantern market"), planned("The smoked jar", MANUAL)
    assert "clock" not in keys(shoot(one)) and "clock" in keys(shoot(one, other))
    assert "spare" in keys(shoot(one)) and "spare" not in keys(shoot(planned("Lantern market", start=None)))
    assert [each.key for each in checks_of(shoot(one, one))] == [each.key for each in checks_of(shoot(one))]


def test_cautions_are_told_once_with_their_scenes_and_three_are_acknowledged() -> None:
    told = cautions_of(
        shoot(planned("Under the rafts"), planned("Rafts from above", D1), planned("Sky over the sheds"))
    )
    assert [one.caution for one in told if one.once] == ["diving", "flying"]
    assert {one.caution for one in told} >= {"wildlife"} and not told[-1].once
    assert next(one for one in told if one.caution == "diving").scenes == ["Under the rafts"]


def test_a_body_is_packed_once_and_a_variable_filter_is_one_thing() -> None:
    jar, street = planned("The smoked jar", MANUAL), planned("Lantern market", BUILT_IN)
    packed = packing_of(shoot(jar, street))
    (body,) = [one for one in packed if one.kind == "camera"]
    assert body.label == "Lumme 8" and body.scenes == ["The smoked jar", "Lantern market"]
    glass = next(one.key for one in jar.plan.brought if one.kind == "nd")
    assert "@" in glass, "the phone's filter is variable"
    (filtered,) = [one for one in packed if one.kind == "nd"]
    assert filtered.key == glass.split("@")[0]
    assert any(one.key == f"clean {filtered.key}" for one in checks_of(shoot(jar, street)))
