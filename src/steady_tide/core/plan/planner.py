"""The planner: from a problem to a plan, or to a conflict in words."""

from collections.abc import Callable
from typing import Any, Final, NamedTuple

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.answer import answer_of
from steady_tide.core.plan.account.bringing import shortfalls, to_bring, to_bring_told
from steady_tide.core.plan.account.cautions import assumptions, cautions
from steady_tide.core.plan.account.conflicts import conflict_of, not_offered
from steady_tide.core.plan.account.explain import Explainer, searched_values
from steady_tide.core.plan.account.measured import measures
from steady_tide.core.plan.account.outcome import headline, hopeless, in_lights, ledger_part, reach_part, swappable_part
from steady_tide.core.plan.account.plan import Conflict, Decision, Plan, Sketch
from steady_tide.core.plan.account.practice import practice
from steady_tide.core.plan.account.readout import figures
from steady_tide.core.plan.account.running import running_of
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.physics.figures import Sets
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import single
from steady_tide.core.plan.prices.exposure import control_kind
from steady_tide.core.plan.prices.finish import (
    weigh_colour_filter,
    weigh_idle_bias,
    weigh_lamp,
    weigh_lamp_level,
    weigh_support,
    weigh_white_balance,
)
from steady_tide.core.plan.prices.picture import battery_minutes
from steady_tide.core.plan.prices.rules import RULES, Solved
from steady_tide.core.plan.prices.weighing import Weighing
from steady_tide.core.plan.problem.given import Given
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.pins import match_pins
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.wishes import Pins
from steady_tide.core.plan.search.costs import SceneCosts
from steady_tide.core.plan.search.feasibility import feasible, smallest_clash
from steady_tide.core.plan.search.landscape import Landscape, Point
from steady_tide.core.plan.search.nearest import nearest


def plan_scene(problem: PlanningProblem, spaces: Spaces | None = None) -> Plan | Conflict:
    """Plan one scene on one device. The same problem gives the same plan, always.

    spaces: what several scenes on one camera share; left out, it is worked out anew.
    Raises BadInput where the device must not go, or cannot film, as the brief says. Returns a Conflict when the
    device cannot satisfy the pins together.
    """
    opened = _open(problem, spaces)
    return opened if isinstance(opened, Conflict) else written(opened, _best(opened))


class Priced(NamedTuple):
    """A set without its reasons, what it costs [stops-equivalents], and how much of the light lies outside its marks.

    short_stops: of the light that is expected, a lamp counted in, below the low mark and above the high one [stops].
    """

    sketch: Sketch
    cost: float
    short_stops: float


def sketch_scene(problem: PlanningProblem, spaces: Spaces | None = None) -> Sketch | Conflict:
    """The set that `plan_scene` finds, without its rivals and reasons: for days that are dragged along.

    A Conflict comes without its ways out. Raises as `plan_scene`.
    """
    made = priced_scene(problem, spaces)
    return made if isinstance(made, Conflict) else made.sketch


def priced_scene(problem: PlanningProblem, spaces: Spaces | None = None) -> Priced | Conflict:
    """A sketch with its cost [stops-equivalents], to be held against another's. Raises as `plan_scene`."""
    landscape = _open(problem, spaces, with_ways=False)
    if isinstance(landscape, Conflict):
        return landscape
    near, given = nearest(landscape), landscape.situation.given
    assert near is not None, "a feasible situation has a cheapest set"
    point = near.point
    sets = landscape.sets([point])
    chosen = ExposedSet(sets)
    values = searched_values(landscape, [point])[0] | _fitted_values(landscape, point, chosen)
    texts = {setting: given.text_of(setting, value) for setting, value in values.items()}
    line = headline(values, texts, chosen)
    running = running_of(chosen, landscape.recordings([point]), _solved(landscape, sets), landscape.pins)
    sketch = Sketch(
        device_name=given.device.name, headline=line, values=values, texts=texts, running=running, **_seen(chosen)
    )
    return Priced(sketch, near.cost, _short_stops(chosen, sketch))


def _short_stops(chosen: ExposedSet, sketch: Sketch) -> float:
    situation, reach = chosen.situation, sketch.reach
    return max(reach.low.ev100 - situation.dark_ev100, 0.0) + max(situation.bright_ev100 - reach.high.ev100, 0.0)


def _best(landscape: Landscape) -> Point:
    point = landscape.chosen()
    assert point is not None, "a feasible situation has a cheapest set"
    return point


def _seen(chosen: ExposedSet) -> dict[str, Any]:
    """What plan and sketch share: marks, what can be changed, what the frame sees."""
    marks, (across, upright) = reach_part(chosen), chosen.frame_deg
    return {
        "reach": marks,
        "swappable": swappable_part(chosen, marks),
        "exposing": chosen.settings,
        "across_deg": round(across, 1),
        "upright_deg": round(upright, 1),
    }


def landscape_of(problem: PlanningProblem, spaces: Spaces | None = None) -> Landscape | None:
    """Every cost of a scene; None where pins cannot be had. Raises as `plan_scene`."""
    opened = _open(problem, spaces, with_ways=False)
    return None if isinstance(opened, Conflict) else opened


def repinned(landscape: Landscape, pins: Pins) -> Landscape | None:
    """A landscape under other pins of what is dialled in; None where they cannot be had."""
    assert not any(SETTINGS[setting].by_hand for setting in pins), "what is fitted by hand makes another situation"
    matched, wrong = match_pins(landscape.situation.given, pins)
    return None if wrong or not feasible(landscape, matched) else landscape.otherwise(matched)


def _open(problem: PlanningProblem, spaces: Spaces | None, *, with_ways: bool = True) -> Landscape | Conflict:
    """Every cost of a scene, where its pins can be had together."""
    space = (spaces or Spaces()).of(problem.device, problem.kind)
    given, prices = Given(problem, space.camera), Prices(problem.weights)
    _refuse_unfit_place(given)
    matched, wrong = match_pins(given, problem.pins)
    landscape = Landscape(SceneCosts(_fitted(Situation(given), prices, matched), prices, space), matched)
    if wrong:
        return not_offered(landscape, wrong[0])
    if feasible(landscape, matched):
        return landscape
    return conflict_of(landscape, smallest_clash(landscape, matched), with_ways=with_ways)


FITTED: Final[dict[Setting, Callable[[Situation, Prices], Weighing]]] = {
    Setting.LAMP: weigh_lamp,
    Setting.LAMP_LEVEL: weigh_lamp_level,
    Setting.SUPPORT: weigh_support,
    Setting.COLOUR_FILTER: weigh_colour_filter,
}
"""What is fitted by hand before anything is searched, in this order, with its weighing."""


def _fitted(situation: Situation, prices: Prices, matched: Pins) -> Situation:
    """The situation with lamp, support and colour filter as they are pinned or best."""
    for setting, weigh in FITTED.items():
        if setting in matched:
            situation = situation.fitted(setting, matched[setting])
        elif situation.given.offers(setting):
            situation = situation.fitted(setting, weigh(situation, prices).best())
    return situation


def _refuse_unfit_place(given: Given) -> None:
    brief, device = given.brief, given.device
    if brief.scenario == "lapse":
        if brief.lapse is None:
            raise BadInput([Problem(("lapse",), "say at what interval, and for how many hours")])
        if not given.modes:
            words = f"{device.name} takes no frames at intervals; take a camera with a lapse mode"
            raise BadInput([Problem(("scenario",), words)])
        if brief.lapse.interval_s <= device.write_gap_s:
            words = f"{device.name} needs {device.write_gap_s:g} s to put a frame away; take a longer interval"
            raise BadInput([Problem(("lapse", "interval_s"), words)])
    elif not given.modes:
        raise BadInput([Problem(("scenario",), f"{device.name} records no video, only frames at intervals")])
    if brief.scenario == "underwater" and brief.water is None:
        raise BadInput([Problem(("water",), "say how deep and in what water")])


def written(landscape: Landscape, point: Point) -> Plan:
    """A set of a landscape as a plan document, with every reason."""
    explainer, situation = Explainer(landscape, point), landscape.situation
    chosen = ExposedSet(explainer.looked.sets)
    measured = measures(explainer.looked, chosen)
    decisions = _decisions(explainer, point, chosen)
    made = {decision.setting: decision.value for decision in decisions}
    brought, warned, seen = to_bring(chosen, measured), cautions(situation), _seen(chosen)
    return Plan(
        device_key=situation.device.key,
        device_name=situation.device.name,
        stance_name=situation.stance.name,
        profile_digest=landscape.device.camera.digest,
        cost=round(explainer.total, 3),
        headline=headline(made, {decision.setting: decision.text for decision in decisions}, chosen),
        light=situation.light,
        dark_ev100=situation.dark_ev100,
        bright_ev100=situation.bright_ev100,
        decisions=decisions,
        **seen,
        answer=answer_of(chosen, seen["reach"], decisions, len(warned)),
        ledger=ledger_part(chosen),
        in_light=in_lights(chosen),
        figures=figures(measured, situation),
        prices=[*hopeless(chosen), *shortfalls(situation, measured), *explainer.prices],
        bring=[to_bring_told(one, situation) for one in brought],
        cautions=warned,
        assumptions=assumptions(situation),
        measures=measured,
        brought=brought,
        practice=practice(chosen),
        running=running_of(
            chosen, explainer.looked.recordings, _solved(landscape, explainer.looked.sets), landscape.pins
        ),
    )


def _decisions(explainer: Explainer, point: Point, made_of: ExposedSet) -> list[Decision]:
    landscape, situation = explainer.landscape, explainer.situation
    prices = landscape.prices
    solved = _solved(landscape, explainer.looked.sets)
    weighings = {
        Setting.EXPOSURE_BIAS: landscape.costs.bias_weighings[point.profile]
        if made_of.metered
        else weigh_idle_bias(situation),
        **{setting: weigh(situation, prices) for setting, weigh in FITTED.items() if _to_fit(situation, setting)},
        Setting.WHITE_BALANCE: weigh_white_balance(situation, prices, made_of.glass.cast_mired),
        **{
            setting: RULES[setting](solved, situation.device.offered(setting))
            for setting in situation.device.choices
            if setting in RULES
        },
    }
    made = {setting: explainer.searched(setting) for setting in explainer.values}
    chosen = _fitted_values(landscape, point, made_of)
    for setting, weighing in weighings.items():
        value = landscape.pins.get(setting, chosen.get(setting, weighing.best()))
        made[setting] = explainer.weighed(setting, value, weighing)
    return [made[setting] for setting in SETTINGS if setting in made]


def _to_fit(situation: Situation, setting: Setting) -> bool:
    """Whether there is anything to fit: a lamp's level where a lamp is fitted that has one."""
    if setting is Setting.LAMP_LEVEL:
        return situation.lamp is not None and situation.lamp.dimmable
    return bool(situation.given.offers(setting))


def _fitted_values(landscape: Landscape, point: Point, chosen: ExposedSet) -> dict[Setting, Value]:
    """The bias, and what is fitted by hand where that can be chosen at all."""
    fit = landscape.situation.fit
    fitted: dict[Setting, Value] = {
        Setting.COLOUR_FILTER: fit.colour_filter,
        Setting.LAMP: fit.lamp or NO_FILTER,
        Setting.LAMP_LEVEL: int(fit.lamp_level),
        Setting.SUPPORT: fit.support or NO_FILTER,
    }
    there = {setting: value for setting, value in fitted.items() if _to_fit(landscape.situation, setting)}
    idle = not chosen.metered and Setting.EXPOSURE_BIAS not in landscape.pins
    bias = weigh_idle_bias(landscape.situation).best() if idle else landscape.biases[point.profile]
    return {Setting.EXPOSURE_BIAS: bias, **there}


def _solved(landscape: Landscape, sets: Sets) -> Solved:
    """What the simpler settings ask of the first of some sets."""
    kind = int(single(control_kind(sets.exposures)))
    return Solved(
        situation=landscape.situation,
        prices=landscape.prices,
        recorded_rate=single(sets.frames.rate_hz),
        iso_floats=kind in (1, 3),
        shutter_floats=kind in (2, 3),
        battery_minutes=single(battery_minutes(sets.frames)),
    )
