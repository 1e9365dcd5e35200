"""The planner: from brief, stance, device and bag to a plan, or to a conflict in words."""

from collections.abc import Callable, Mapping, Sequence
from typing import Any, Final, TypeVar

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.account.bringing import shortfalls, to_bring
from steady_tide.core.plan.account.conflicts import conflict_of, not_offered
from steady_tide.core.plan.account.explain import SEARCHED, Explainer, PointView
from steady_tide.core.plan.account.figures import figures
from steady_tide.core.plan.account.outcome import (
    cautions,
    headline,
    hopeless,
    in_lights,
    ledger_part,
    reach_part,
    swappable_part,
    told_assumptions,
)
from steady_tide.core.plan.account.plan import Conflict, Decision, Plan, Sketch
from steady_tide.core.plan.account.swappable import frame_deg
from steady_tide.core.plan.prices.consideration import one
from steady_tide.core.plan.prices.exposure import control_kind
from steady_tide.core.plan.prices.finish import (
    weigh_bias,
    weigh_colour_filter,
    weigh_lamp,
    weigh_support,
    weigh_white_balance,
)
from steady_tide.core.plan.prices.picture import battery_minutes
from steady_tide.core.plan.prices.rules import RULES, Solved
from steady_tide.core.plan.prices.weighing import Weighing
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.offers import offers, text_of
from steady_tide.core.plan.problem.pins import match_pins, read_pins
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.plan.search.cheapest import cheapest
from steady_tide.core.plan.search.feasibility import feasible, smallest_clash
from steady_tide.core.plan.search.landscape import Landscape, Point

Some = TypeVar("Some")


def plan_scene(
    brief: Brief,
    device: Device,
    *,
    stance: Stance,
    bag: Sequence[BagItem] = (),
    pins: Mapping[str, object] | None = None,
    weights: Mapping[str, float] | None = None,
) -> Plan | Conflict:
    """Plan one scene on one device.

    pins: setting name to value, hard limits. weights: own weights of considerations by key.
    The same inputs give the same plan, always.
    Raises BadInput for pins that name no setting or an impossible value. Returns a Conflict
    when the device cannot satisfy the pins together.
    """
    found = _open(brief, device, stance, bag, pins, weights)
    return found if isinstance(found, Conflict) else written(found, _one(found.chosen()))


def sketch_scene(
    brief: Brief,
    device: Device,
    *,
    stance: Stance,
    bag: Sequence[BagItem] = (),
    pins: Mapping[str, object] | None = None,
    weights: Mapping[str, float] | None = None,
) -> Sketch | Conflict:
    """The set that `plan_scene` finds, without its rivals and reasons: for days that are dragged along.

    A Conflict comes without its ways out.
    """
    found = _open(brief, device, stance, bag, pins, weights, with_ways=False)
    if isinstance(found, Conflict):
        return found
    point = _one(cheapest(found)).point
    explainer = Explainer(found, point)
    values = explainer.values(point) | _fitted_values(explainer.situation)
    texts = {setting: text_of(explainer.situation, setting, value) for setting, value in values.items()}
    return Sketch(
        device_name=device.name, headline=headline(texts), values=values, texts=texts, **_seen(explainer.view)
    )


def _open(
    brief: Brief,
    device: Device,
    stance: Stance,
    bag: Sequence[BagItem],
    pins: Mapping[str, object] | None,
    weights: Mapping[str, float] | None,
    *,
    with_ways: bool = True,
) -> Landscape | Conflict:
    """Every cost of a scene, where its pins can be had together."""
    found = _landscape(brief, device, stance, bag, read_pins(pins or {}), weights)
    if isinstance(found, Conflict):
        return found
    if smallest := _clash(found):
        return conflict_of(found, smallest, with_ways=with_ways)
    return found


def _one(found: Some | None) -> Some:
    assert found is not None, "a feasible situation has a cheapest set"
    return found


def _seen(view: PointView) -> dict[str, Any]:
    """What plan and sketch share: marks, what can be changed, what the frame sees."""
    found, (across, upright) = reach_part(view), frame_deg(view)
    return {
        "reach": found,
        "swappable": swappable_part(view, found),
        "across_deg": round(across, 1),
        "upright_deg": round(upright, 1),
    }


def landscape_of(
    brief: Brief,
    device: Device,
    *,
    stance: Stance,
    bag: Sequence[BagItem],
    pins: Mapping[str, object] | None = None,
    weights: Mapping[str, float] | None = None,
) -> Landscape | None:
    """Every cost of a scene; None where pins cannot be had. Raises BadInput where the device must not go there."""
    found = _landscape(brief, device, stance, bag, read_pins(pins or {}), weights)
    return None if isinstance(found, Conflict) or _clash(found) else found


def _landscape(
    brief: Brief,
    device: Device,
    stance: Stance,
    bag: Sequence[BagItem],
    wished: Mapping[Setting, Value],
    weights: Mapping[str, float] | None,
) -> Landscape | Conflict:
    situation = Situation(brief, _stance_for(brief, stance), device, tuple(bag), weights=weights or {})
    _refuse_unfit_place(situation)
    matched, wrong = match_pins(situation, wished)
    if wrong:
        return not_offered(Landscape(_fitted(situation, matched), matched), wrong[0])
    return Landscape(_fitted(situation, matched), matched)


def _fitted(situation: Situation, matched: Mapping[Setting, Value]) -> Situation:
    """The situation with lamp, support and colour filter as they are pinned or best."""
    for setting, weigh, fit in FITTED:
        if setting in matched or offers(situation, setting):
            value = matched.get(setting, weigh(situation).best())
            situation = fit(situation, str(value))
    return situation


Fit = Callable[[Situation, str], Situation]
FITTED: Final[tuple[tuple[Setting, Callable[[Situation], Weighing], Fit], ...]] = (
    (Setting.LAMP, weigh_lamp, lambda situation, key: situation.fitted(lamp_key=key)),
    (Setting.SUPPORT, weigh_support, lambda situation, key: situation.fitted(support_key=key)),
    (Setting.COLOUR_FILTER, weigh_colour_filter, lambda situation, key: situation.fitted(colour_filter=key)),
)
"""What is fitted by hand before anything is searched, in this order: setting, its weighing, how it is fitted."""


def _stance_for(brief: Brief, stance: Stance) -> Stance:
    """The stance, with the finish the brief states for this film winning over it."""
    if brief.delivery.graded is None:
        return stance
    finish = "grade" if brief.delivery.graded else "straight"
    return (
        stance if (stance.finish == "grade") == brief.delivery.graded else stance.model_copy(update={"finish": finish})
    )


def _refuse_unfit_place(situation: Situation) -> None:
    water, device = situation.brief.water, situation.device
    if situation.brief.scenario == "lapse":
        if situation.brief.lapse is None:
            raise BadInput([Problem(("lapse",), "say at what interval, and for how many hours")])
        if not situation.modes:
            words = f"{device.name} takes no frames at intervals; take a camera with a lapse mode"
            raise BadInput([Problem(("scenario",), words)])
    elif not situation.modes:
        raise BadInput([Problem(("scenario",), f"{device.name} records no video, only frames at intervals")])
    if situation.brief.scenario == "underwater" and water is None:
        raise BadInput([Problem(("water",), "say how deep and in what water")])
    if water is None:
        return
    if situation.housing is not None:
        return
    told = ""
    if water.housing_rating_m is not None:
        rating, what = water.housing_rating_m, "the housing is"
    else:
        rating, what = device.depth_rating_m, f"{device.name} without a housing is"
        kept = [c for c in situation.compatible if c.kind == "housing" and "does not fit" not in c.words]
        told = "".join(f"; {found.label}: {found.words}" for found in kept)
    if water.deepest_m > rating:
        text = f"{what} rated for {rating:g} m; plan no deeper, or take a housing rated for it{told}"
        raise BadInput([Problem(("water", "depth_m"), text)])


def _clash(landscape: Landscape) -> dict[Setting, Value]:
    return {} if feasible(landscape, landscape.pins) else smallest_clash(landscape, landscape.pins)


def written(landscape: Landscape, point: Point) -> Plan:
    """A set of a landscape as a plan document, with every reason."""
    explainer = Explainer(landscape, point)
    situation, view = explainer.situation, explainer.view
    decisions = _decisions(explainer, point)
    return Plan(
        device_key=situation.device.key,
        device_name=situation.device.name,
        stance_name=situation.stance.name,
        profile_digest=situation.device.digest,
        cost=round(explainer.total, 3),
        headline=headline({decision.setting: decision.text for decision in decisions}),
        light=situation.light,
        dark_ev100=situation.dark_ev100,
        bright_ev100=situation.bright_ev100,
        decisions=decisions,
        **_seen(view),
        ledger=ledger_part(view),
        in_light=in_lights(view),
        figures=figures(view),
        prices=[*hopeless(view), *shortfalls(view), *view.prices()],
        bring=to_bring(view),
        cautions=cautions(situation),
        assumptions=told_assumptions(situation),
    )


def _decisions(explainer: Explainer, point: Point) -> list[Decision]:
    landscape, situation = explainer.landscape, explainer.situation
    values = explainer.values(point)
    made = {setting: explainer.searched(setting, values[setting]) for setting in SEARCHED if setting in values}
    weighings = {
        Setting.EXPOSURE_BIAS: weigh_bias(situation, explainer.view.profile),
        **{setting: weigh(situation) for setting, weigh, _ in FITTED if offers(situation, setting)},
        Setting.WHITE_BALANCE: weigh_white_balance(situation),
    }
    solved = _solved(explainer)
    weighings |= {
        setting: RULES[setting](solved, situation.device.offered(setting))
        for setting in situation.device.choices
        if setting in RULES
    }
    chosen = _fitted_values(situation)
    for setting, weighing in weighings.items():
        value = landscape.pins.get(setting, chosen.get(setting, weighing.best()))
        made[setting] = explainer.weighed(setting, value, weighing)
    return [made[setting] for setting in Setting if setting in made]


def _fitted_values(situation: Situation) -> dict[Setting, Value]:
    """The bias, and what is fitted by hand where that can be chosen at all."""
    fitted: dict[Setting, Value] = {
        Setting.COLOUR_FILTER: situation.colour_filter,
        Setting.LAMP: situation.lamp_key or NO_FILTER,
        Setting.SUPPORT: situation.support_key or NO_FILTER,
    }
    there = {setting: value for setting, value in fitted.items() if offers(situation, setting)}
    return {Setting.EXPOSURE_BIAS: situation.bias_stops, **there}


def _solved(explainer: Explainer) -> Solved:
    block = explainer.view.block
    kind = int(one(control_kind(block)))
    return Solved(
        situation=explainer.situation,
        recorded_rate=float(block.rate),
        iso_floats=kind in (1, 3),
        shutter_floats=kind in (2, 3),
        battery_minutes=one(battery_minutes(block)),
    )
