"""What is in the bag decides what can be planned: fits, ratings, cells, cards."""

from typing import Any

import pytest

from steady_tide.core.endurance.cells import cold_share
from steady_tide.core.kit.bag import BagItem, Cell, Kit, Lamp, NdFilter, problems_of_item
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.formats.wording import all_worded, worded
from tests.situations import A4, D1, KIT, brief, decision, plan_of, planned, situation_of


def with_bag(bag: list[BagItem], scene: str = "The pilot gig", device: Any = A4, **changes: Any) -> Plan:
    made = plan_of(brief(scene, **changes), device, stance=Stance(), bag=bag)
    assert isinstance(made, Plan)
    return made


def situation(scene: str = "The pilot gig", device: Any = A4, **changes: Any) -> Situation:
    return situation_of(brief(scene, **changes), Stance(), device, tuple(KIT.bag))


def test_the_housing_of_the_bag_is_taken_and_named() -> None:
    made = planned(brief("Under the rafts", water={"depth_m": 40}))
    assert worded(made.bring[0]) == "Housing 60 m, flat port, seals serviced 2026-05-14"
    low = [item.model_copy(update={"depth_rating_m": 30.0}) if item.kind == "housing" else item for item in KIT.bag]
    told = with_bag(low, "Under the rafts", water={"depth_m": 40}).cautions[0].told
    assert "Housing 60 m, flat port: rated for 30 m, 40 m planned" in worded(told)


def test_a_rating_that_older_briefs_state_hides_nothing_of_the_bag() -> None:
    stated = planned(brief("Under the rafts", water={"depth_m": 12, "housing_rating_m": 40}))
    assert stated == planned(brief("Under the rafts", water={"depth_m": 12})) and "Housing 60 m" in worded(
        stated.bring[0]
    )


def test_in_the_cold_the_cold_rated_cell_comes_first() -> None:
    # 6.6 Wh · 0.88 against 6.8 Wh · 0.68 at 0 °C; at 20 °C the larger one.
    assert situation(temperature_c=0).given.cells[0].key == "a4-cold"
    assert situation(temperature_c=0).given.cell_wh == pytest.approx(6.6 * 0.88)
    assert situation(temperature_c=20).given.cells[0].key == "a4-standard"


def test_an_exhausted_or_absent_cell_is_never_planned_with() -> None:
    worn = Cell(key="w", label="Worn", fits=["skarv-a4"], capacity_wh=9, share_at_0_c=0.9, health=0.2, count=3)
    gone = Cell(key="g", label="Gone", fits=["skarv-a4"], capacity_wh=9, share_at_0_c=0.9, count=0)
    other = Cell(key="o", label="Other", fits=["skarv-a2"], capacity_wh=9, share_at_0_c=0.9, count=3)
    made = situation_of(brief("The pilot gig"), Stance(), A4, (worn, gone, other))
    assert made.given.cells == ()
    share = cold_share(made.brief.temperature_c, share_at_0_c=0.68, table=A4.battery.cold_table)
    assert made.given.cell_wh == pytest.approx(6.8 * share, rel=0.12)


def test_cells_and_cards_are_counted_and_what_is_short_is_told() -> None:
    long = planned(brief("The pilot gig", minutes=400, temperature_c=0))
    short = {price.label: worded(price.told) for price in long.prices}
    assert "4 in the bag" in short["Cells short"]
    assert "Cards short" not in short
    endless = with_bag([item for item in KIT.bag if item.key != "card-v60"], minutes=1400)
    assert "256 GB in the bag" in {p.label: worded(p.told) for p in endless.prices}["Cards short"]
    usual = planned(brief("The pilot gig", minutes=10))
    assert any("cell" in one for one in all_worded(usual.bring)) and "Card V60, 256 GB" in usual.bring


def test_a_card_too_slow_for_a_rate_is_a_reason_against_it() -> None:
    # 120 Mbit/s is 15 MB/s; with a quarter to spare 18.75: a V30 card does, one that sustains 16 does not.
    slow = [item.model_copy(update={"sustained_mb_s": 16.0}) for item in KIT.bag if item.key == "card-v30"]
    rates = {}
    for name, bag in (("slow", slow), ("V30", [item for item in KIT.bag if item.key == "card-v30"])):
        rates[name] = {option.value: option.cost for option in decision(with_bag(bag), "bit_rate").options}
    assert rates["slow"][120] == pytest.approx(rates["V30"][120] + 4.0, abs=0.5)  # and a rate lower costs its halving


def test_a_drone_flies_its_time_less_the_reserve() -> None:
    made = planned(brief("The pilot gig", carried="gimbal", temperature_c=20, minutes=15, windy=False), D1)
    lasts = next(figure for figure in made.figures if figure.key == "battery")
    assert lasts.value == pytest.approx(27 * 0.75)
    blown = planned(brief("The pilot gig", carried="gimbal", temperature_c=20, minutes=15, wind_m_s=10), D1)
    left = next(figure for figure in blown.figures if figure.key == "battery")
    assert left.value == pytest.approx(27 * 0.75 / 1.5), "half as much power again in the wind it still flies in"
    assert made.value(Setting.STABILISATION) == "gimbal"
    assert made.cautions_of("flying")


def test_the_drone_takes_the_good_filter_not_the_one_with_a_cast() -> None:
    made = planned(brief("The pilot gig", carried="gimbal", point_of_view=False), D1)
    options = {option.value: option.cost for option in decision(made, "nd_filter").options}
    assert set(options) == {"none", "nd16-drone", "nd32-drone"}
    assert made.value(Setting.ND_FILTER) == "nd16-drone"


def test_a_test_of_a_filter_wins_over_its_label() -> None:
    tested = NdFilter(key="nd16", label="ND 16", stops=4, tested_stops=3.7, fits=["skarv-a4"])
    made = with_bag([tested], light={"kind": "ev", "ev100": 15})
    line = next((line for line in made.ledger.lines if line.label == "ND filter"), None)
    assert line is not None and line.stops == pytest.approx(-3.7)


@pytest.mark.parametrize(
    ("item", "said"),
    [
        (Lamp(key="l", label="L", lumens=300, kelvins=[3000]), "lux at a metre, or lumens and the beam"),
        (NdFilter(key="v", label="V", stops=4, most_stops=2, fits=["a"]), "at least 4"),
    ],
)
def test_items_that_make_no_sense_say_so(item: BagItem, said: str) -> None:
    assert said in next(problems_of_item(item)).message


def test_the_demo_bag_is_complete() -> None:
    assert {item.kind for item in KIT.bag} == {
        "nd", "colour", "lamp", "housing", "cell", "card", "support", "power-bank", "charger", "microphone",
    }  # fmt: skip
    assert Kit.read(KIT.plain()) == KIT
