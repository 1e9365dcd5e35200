"""What of the bag can be used where, in one place; the planner draws on nothing else."""

from typing import Any

import pytest

from steady_tide.core.kit.bag import BagItem, Cell, Housing, Lamp, Microphone, NdFilter, Support
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.compatibility import Compatibility, compatibility
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.formats.wording import all_worded, worded
from tests.situations import A2, A4, D1, KIT, MANUAL, brief, decision, plan_of, planned, situation_of

ITEMS: dict[str, BagItem] = {item.key: item for item in KIT.bag}
DIVE = "Under the rafts"


def of(item: BagItem, scene: str = "The pilot gig", device: Any = A4, **changes: Any) -> Compatibility:
    return compatibility(item, device, brief(scene, **changes))


@pytest.mark.parametrize(
    ("key", "scene", "device", "use", "said"),
    [
        ("nd16", "The pilot gig", A4, "usable", "can be used"),
        ("nd16", "The pilot gig", D1, "unfit", "does not fit Kittiwake D1"),
        ("housing-60", "The pilot gig", A4, "idle", "no water in this scene"),
        ("housing-60", DIVE, A4, "usable", "can be used"),
        ("panel-80", DIVE, A4, "unfit", "mains power stays away from water"),
        ("pocket-panel", DIVE, A4, "unfit", "not made for water"),
        ("lapel", DIVE, A4, "unfit", "stays dry"),
        ("tripod", "The pilot gig", A4, "idle", "for filming on a tripod"),
        ("a2-old", "The pilot gig", A2, "usable", "worn"),
        ("light-red", "The pilot gig", A4, "idle", "no water"),
    ],
)
def test_each_thing_has_its_use_and_the_reason(key: str, scene: str, device: Any, use: str, said: str) -> None:
    found = of(ITEMS[key], scene, device)
    assert found.use == use and said in worded(found.told)


@pytest.mark.parametrize(
    ("item", "said"),
    [
        (NdFilter(key="n", label="N", stops=4, fits=["skarv-a4"], condition="unusable"), "marked it unusable"),
        (Cell(key="c", label="C", fits=["skarv-a4"], capacity_wh=7, share_at_0_c=0.7, count=0), "none of them left"),
        (Cell(key="c", label="C", fits=["skarv-a4"], capacity_wh=7, share_at_0_c=0.7, health=0.29), "29 % of its"),
    ],
)
def test_what_is_used_up_or_marked_is_unfit(item: BagItem, said: str) -> None:
    assert of(item).use == "unfit" and said in worded(of(item).told)


def test_a_housing_serves_to_its_rating_and_with_its_port() -> None:
    dome = Housing(key="d", label="Dome", fits=["skarv-a4"], port="dome", depth_rating_m=40)
    water = {"depth_m": 40}
    assert of(dome, DIVE, water={**water, "port": "dome"}).use == "usable"
    deeper = of(dome, DIVE, water={**water, "port": "dome", "depth_m": 41})
    assert "rated for 40 m, 41 m planned" in worded(deeper.told)
    assert "has a dome port, the scene is planned with a flat port" in worded(of(dome, DIVE, water=water).told)


def test_a_plan_takes_nothing_that_is_unfit() -> None:
    """No filter that does not fit, no exhausted cell, nothing marked unusable: any camera, any scene."""
    spoilt = [
        item.model_copy(update={"condition": "unusable"}) if index % 2 else item for index, item in enumerate(KIT.bag)
    ]
    for device in KIT.devices:
        for scene in ("The pilot gig", "Lantern market", "The smoked jar"):
            situation = situation_of(brief(scene), Stance(), device, tuple(spoilt))
            unfit = {found.label for found in situation.given.compatible if found.use == "unfit"}
            made = plan_of(brief(scene), device, stance=Stance(), bag=spoilt)
            assert isinstance(made, Plan)
            brought = {one.partition(" × ")[2] or one for one in all_worded(made.bring)}
            assert not brought & unfit
            offered = {str(option.value).partition("@")[0] for option in decision(made, "nd_filter").options}
            keys = {found.key for found in situation.given.compatible if found.use == "unfit"}
            assert not {part for value in offered for part in value.split("+")} & keys


def test_the_support_of_the_bag_says_its_own_shake() -> None:
    rig = Support(key="rig", label="Rig", carried="walking", shake_deg_per_s=6, fits=["skarv-a4"])
    assumed = situation_of(brief("Lantern market"), Stance(), A4, tuple(KIT.bag))
    known = situation_of(brief("Lantern market"), Stance(), A4, (rig,))
    assert (assumed.shake_deg_per_s, known.shake_deg_per_s) == (20.0, 6.0)
    made = plan_of(brief("Lantern market"), A4, stance=Stance(), bag=[rig])
    assert isinstance(made, Plan) and "Rig" in made.bring


def test_what_the_brief_counts_on_and_the_bag_lacks_is_told() -> None:
    prices = {
        price.label: worded(price.told) for price in planned(brief("The pilot gig", carried="tray"), MANUAL).prices
    }
    assert "the bag has nothing for it that fits Lumme 8 / manual capture app" in prices["Support missing"]
    dry = [item for item in KIT.bag if item.key != "dive-lamp"]
    made = plan_of(brief(DIVE, water={"lamp": True}), A4, stance=Stance(), bag=dry)
    assert isinstance(made, Plan)
    assert "Panel 80 W" in {price.label: worded(price.told) for price in made.prices}["Lamp missing"]
    lit = planned(brief(DIVE, water={"lamp": True}))
    assert "Dive lamp 3000 lm" in lit.bring and "Lamp missing" not in {price.label for price in lit.prices}
    flying = planned(brief("Rafts from above", carried="gimbal"), D1)
    assert "Support missing" not in {price.label for price in flying.prices}


def test_an_unpowered_microphone_of_the_bag_gets_the_gain() -> None:
    made = planned(brief("The pilot gig"))
    assert made.value(Setting.MICROPHONE) == "external +20 dB" and "Lapel microphone" in made.bring
    powered = Microphone(key="m", label="M", fits=["skarv-a4"], powered=True)
    with_power = plan_of(brief("The pilot gig"), A4, stance=Stance(), bag=[powered])
    assert isinstance(with_power, Plan) and with_power.value(Setting.MICROPHONE) == "external"
    silent = planned(brief("The pilot gig", sound_used=False))
    assert silent.value(Setting.MICROPHONE) == "built-in"


def test_a_colour_filter_costs_what_its_spectrum_takes_from_the_light_there() -> None:
    shallow, deep = (
        situation_of(brief(DIVE, water={"depth_m": depth, "colour": "blue"}), Stance(), A4, tuple(KIT.bag))
        for depth in (2, 9)
    )
    red = next(item for item in shallow.given.colour_filters if item.key == "deep-red")
    assert shallow.given.colour_stops(red) < deep.given.colour_stops(red)
    plain = red.model_copy(update={"spectrum": None})
    assert shallow.given.colour_stops(plain) == plain.stops
    made = planned(brief(DIVE), colour_filter="deep-red")
    line = next(line for line in made.ledger.lines if line.label == "Colour filter")
    situation = situation_of(brief(DIVE), Stance(), A4, tuple(KIT.bag))
    assert -line.stops == pytest.approx(situation.given.colour_stops(red), abs=1e-3)


def test_a_lamp_on_a_battery_may_go_under_to_its_rating() -> None:
    lamp = Lamp(key="l", label="L", lumens=900, beam_deg=90, kelvins=[5600], depth_rating_m=10)
    lit = {"lamp": True}
    assert of(lamp, DIVE, water={**lit, "depth_m": 10}).use == "usable"
    assert worded(of(lamp, DIVE, water={**lit, "depth_m": 12}).told) == "rated for 10 m, 12 m planned"
    assert of(lamp, DIVE, water={"lamp": False, "depth_m": 5}).use == "idle"
