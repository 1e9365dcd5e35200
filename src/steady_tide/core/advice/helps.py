"""What would help most: changes outside the camera, each told by planning the scene with it."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from math import ceil, log2
from typing import Any, Final, Literal, NamedTuple

from pydantic import Field

from steady_tide.core.advice import ordinary
from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.light.lamps import lamp_lux
from steady_tide.core.light.level import ComputedLight, EvLight
from steady_tide.core.plan.account.plan import Conflict, Plan, Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import Priced, priced_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.quantities import ev100_from_lux, lux_from_ev100

TOLD: Final = 3
TRIED: Final = 8
"""So many changes are planned with: a set without its reasons takes about a third of a plan's time."""
LEAST_SAVED: Final = 0.3
LEAST_STOPS: Final = 0.3
"""A change that saves no more than this, and holds no more light, is not worth telling. **Assumed**."""
SAME_FILTER_STOPS: Final = 0.35
MOST_DEARER: Final = 4.0
"""Another look is told up to this price. **Assumed**."""
PANEL_BELOW_EV100: Final = 8.0
NEARER_M: Final = 1.0
NEAREST_SHARE: Final = 0.5
COLD_C: Final = 10.0
RUNAWAY_STOPS: Final = 1.0
CHANGED_TOLD: Final = 3
Kind = Literal["get", "camera", "nearer", "support", "hour", "without", "look"]


class Help(Part):
    """A change that helps. saves: stops-equivalents less to pay; held_stops: how much more of the light is held.

    item: what to get. changes: of the brief, by path. device_key: of the other camera. setting, value: what to pin, for
    another look. start: the other hour [minutes of the day].
    """

    key: str
    kind: Kind
    label: str
    words: str
    saves: float
    held_stops: float
    item: BagItem | None = None
    changes: dict[str, Any] = {}
    device_key: str | None = None
    setting: Setting | None = None
    value: Value | None = None
    start: float | None = Field(default=None, description="Another hour [minutes after midnight].")


class Hour(NamedTuple):
    """The scene at another hour: when it begins [minutes after midnight], as the clock says it, its brief then."""

    start: float
    told: str
    brief: Brief


@dataclass(frozen=True)
class Try:
    """A change and the problem it makes."""

    key: str
    kind: Kind
    label: str
    problem: PlanningProblem
    item: BagItem | None = None
    changes: Mapping[str, Any] = field(default_factory=dict)
    start: float | None = None
    setting: Setting | None = None
    value: Value | None = None


def helps(
    problem: PlanningProblem,
    plan: Plan | None,
    spaces: Spaces | None = None,
    *,
    others: Sequence[Device] = (),
    hours: Sequence[Hour] = (),
) -> list[Help]:
    """The one to three changes that help a plan most; none where it is steady and pays little.

    plan: None where the scene is refused as it stands. others: cameras that could take it. hours: when else it may be.
    """
    shared = spaces or Spaces()
    if plan is None:
        return _of_refused(problem, shared)
    here = _planned(problem, shared)
    needs = _needs(problem, plan)
    if here is None or not needs:
        return []
    found = [
        help_
        for attempt in list(_tries(problem, plan, needs, others, hours))[:TRIED]
        if (there := _planned(attempt.problem, shared)) is not None
        and (help_ := _help(attempt, problem, here, there)) is not None
    ]
    looks = [one for one in found if one.kind == "look" and one.saves > -MOST_DEARER]
    better = [one for one in found if one.kind != "look" and _worth(one)]
    better.sort(key=lambda one: (-(max(one.saves, 0.0) + max(one.held_stops, 0.0)), one.key))
    return [*better[:TOLD], *looks[: max(TOLD - len(better), 0)]]


def _worth(one: Help) -> bool:
    gains = one.saves >= LEAST_SAVED or one.held_stops >= LEAST_STOPS
    return gains and one.saves > -LEAST_SAVED and one.held_stops > -LEAST_STOPS


Need = Literal["less-light", "more-light", "steadier", "power", "room", "look"]
NEED_OF: Final[dict[str, tuple[Need, ...]]] = {
    "noise": ("more-light",),
    "off-aim": (),
    "hopeless": ("more-light",),
    "lamp-missing": ("more-light",),
    "smear": ("steadier",),
    "unsteady": ("steadier",),
    "support-missing": ("steadier",),
    "cells-short": ("power",),
    "power": ("power",),
    "cards-short": ("room",),
    "card-speed": ("room",),
    "room": ("room",),
}
"""What a price that is paid dearly asks for."""


def _needs(problem: PlanningProblem, plan: Plan) -> set[Need]:
    """What the plan lacks, by its marks and by what it pays."""
    needs: set[Need] = {need for price in plan.prices for need in NEED_OF.get(price.key, ())}
    lights = {light.name: light for light in plan.in_light}
    if not plan.reach.holds_bright or lights["brightest"].error_stops > LEAST_STOPS or _runs_away(plan) > RUNAWAY_STOPS:
        needs.add("less-light")
    if not plan.reach.holds_dark or lights["darkest"].error_stops < -LEAST_STOPS * 2:
        needs.add("more-light")
    if problem.device.kind == "phone" and problem.brief.scenario in ("everyday", "scenic", "talking", "product"):
        needs.add("look")
    return needs


def _runs_away(plan: Plan) -> float:
    """How much shorter than 180 degrees the shutter is in the expected light [stops]."""
    angle = plan.measures.angle_deg if plan.measures else 180.0
    return log2(180.0 / max(angle, 1e-6))


def _tries(
    problem: PlanningProblem, plan: Plan, needs: set[Need], others: Sequence[Device], hours: Sequence[Hour]
) -> Iterator[Try]:
    """Changes worth planning with, the likeliest first."""
    have = {item.key for item in problem.bag}
    makers: list[tuple[Need, Callable[[], Iterator[Try]]]] = [
        ("less-light", lambda: _filters(problem, plan)),
        ("more-light", lambda: _lamps(problem)),
        ("steadier", lambda: _supports(problem)),
        ("power", lambda: _cells(problem, plan)),
        ("room", lambda: _cards(problem)),
        ("more-light", lambda: _nearer(problem)),
        ("look", lambda: _looks(problem, plan)),
    ]
    for need, make in makers:
        if need in needs:
            yield from (one for one in make() if one.item is None or one.item.key not in have)
    if needs & {"less-light", "more-light"}:
        yield from _without(problem)
        for hour in hours:
            yield Try("hour", "hour", f"Begin at {hour.told}", problem.otherwise(brief=hour.brief), start=hour.start)
    for device in others:
        yield Try(f"camera-{device.key}", "camera", device.name, problem.otherwise(device=device, pins={}))


def _with_item(problem: PlanningProblem, item: BagItem, **brief: object) -> PlanningProblem:
    changed = problem.brief.model_copy(update=brief) if brief else problem.brief
    return problem.otherwise(bag=(*problem.bag, item), brief=changed)


def _got(problem: PlanningProblem, item: BagItem, changes: Mapping[str, Any] | None = None) -> Try:
    patch = {path: value for path, value in (changes or {}).items() if "." not in path}
    return Try(item.key, "get", item.label, _with_item(problem, item, **patch), item=item, changes=changes or {})


def _filters(problem: PlanningProblem, plan: Plan) -> Iterator[Try]:
    """The two ordinary filters about what the shutter is short by, besides those in the bag."""
    if problem.brief.water is not None:
        return
    fitted = sum(line.stops for line in plan.ledger.lines if line.label == "ND filter")
    brightest = next(light for light in plan.in_light if light.name == "brightest")
    wanted = -fitted + _runs_away(plan) + max(brightest.error_stops, 0.0)
    have = {item.taken_stops for item in problem.bag if item.kind == "nd" and problem.device.key in item.fits}
    nearest = sorted(ordinary.ND_STOPS, key=lambda stops: abs(stops - wanted))
    for stops in [one for one in nearest if all(abs(one - taken) > SAME_FILTER_STOPS for taken in have)][:2]:
        yield _got(problem, ordinary.nd_filter(stops, problem.device))


def _lamps(problem: PlanningProblem) -> Iterator[Try]:
    """An ordinary lamp on the subject."""
    brief = problem.brief
    if brief.water is not None:
        lamp = ordinary.dive_lamp()
        changed = _with_item(problem, lamp, water=brief.water.model_copy(update={"lamp": True}))
        yield Try(lamp.key, "get", lamp.label, changed, item=lamp, changes={"water.lamp": True})
    elif _takes_panel(brief):
        panel = ordinary.pocket_panel()
        lit = _lit(brief, lamp_lux(at_1_m=panel.lux_at_1_m or 0.0, distance_m=brief.subject_distance_m))
        changed = _with_item(problem, panel, light=lit)
        yield Try(panel.key, "get", panel.label, changed, item=panel, changes={"light": lit.plain()})


def _takes_panel(brief: Brief) -> bool:
    """Whether a small panel counts here: near, and no brighter than a room; light of a clock is left to the day."""
    dim = not isinstance(brief.light, ComputedLight) and brief.level.ev100 < PANEL_BELOW_EV100
    return dim and not brief.at_intervals and brief.scenario != "drone"


def _lit(brief: Brief, added_lux: float) -> EvLight:
    """The light with a lamp's added, as it would be read off on the subject."""
    level = brief.level
    both = float(ev100_from_lux(float(lux_from_ev100(level.ev100)) + added_lux))
    return EvLight(ev100=round(both, 1), kelvin=round(level.kelvin), lamps=level.lamps)


def _supports(problem: PlanningProblem) -> Iterator[Try]:
    brief, device = problem.brief, problem.device
    if brief.water is not None or device.kind == "drone":
        return
    if brief.carried in ("standing", "walking"):
        yield _got(problem, ordinary.gimbal(device), {"carried": "gimbal"})
    if brief.carried == "standing":
        yield _got(problem, ordinary.tripod(device), {"carried": "tripod"})


def _cells(problem: PlanningProblem, plan: Plan) -> Iterator[Try]:
    if plan.measures is None:
        return
    need = max(ceil(problem.brief.running_minutes / plan.measures.battery_minutes), 1)
    if problem.brief.temperature_c < COLD_C or need > 1:
        yield _got(problem, ordinary.cold_cells(problem.device, need))


def _cards(problem: PlanningProblem) -> Iterator[Try]:
    yield _got(problem, ordinary.fast_card(problem.device))


def _nearer(problem: PlanningProblem) -> Iterator[Try]:
    """A metre nearer, or half the way: under water the light's own way gets shorter, and a lamp's."""
    brief = problem.brief
    if brief.water is None:
        return
    away = brief.subject_distance_m
    nearer = round(max(away - NEARER_M, away * NEAREST_SHARE), 2)
    changed = brief.model_copy(update={"subject_distance_m": nearer})
    label = f"Go nearer, to {nearer:g} m"
    yield Try("nearer", "nearer", label, problem.otherwise(brief=changed), changes={"subject_distance_m": nearer})


def _looks(problem: PlanningProblem, plan: Plan) -> Iterator[Try]:
    """Another look with a phone: the long lens, moved slowly on a gimbal."""
    long = next((view for view in problem.device.views if view.kind == "telephoto"), None)
    if long is None or plan.value(Setting.VIEW) == long.key:
        return
    item = ordinary.gimbal(problem.device)
    changed = _with_item(problem, item, carried="gimbal").otherwise(pins={**problem.pins, Setting.VIEW: long.key})
    label = f"{long.label} on a gimbal, moved slowly"
    by = {"carried": "gimbal"}
    yield Try("long-and-slow", "look", label, changed, changes=by, setting=Setting.VIEW, value=long.key)


def _without(problem: PlanningProblem) -> Iterator[Try]:
    """The filter off that was pinned on."""
    for setting in (Setting.ND_FILTER, Setting.COLOUR_FILTER):
        if problem.pins.get(setting, "none") != "none":
            pins = {name: value for name, value in problem.pins.items() if name is not setting}
            label = f"{SETTINGS[setting].label} as it comes"
            yield Try(f"without-{setting}", "without", label, problem.otherwise(pins=pins), setting=setting)


def _planned(problem: PlanningProblem, spaces: Spaces) -> Priced | None:
    try:
        made = priced_scene(problem, spaces)
    except BadInput:
        return None
    return None if isinstance(made, Conflict) else made


def _short_stops(problem: PlanningProblem, sketch: Sketch) -> float:
    """How much of the light that is expected lies outside the marks [stops]."""
    brief = problem.brief
    ev100, reach = brief.level.ev100, sketch.reach
    dark, bright = ev100 - brief.falls_stops, ev100 + brief.rises_stops
    return max(reach.low.ev100 - dark, 0.0) + max(bright - reach.high.ev100, 0.0)


def _help(attempt: Try, problem: PlanningProblem, here: Priced, there: Priced) -> Help | None:
    saves = here.cost - there.cost
    held = _short_stops(problem, here.sketch) - _short_stops(attempt.problem, there.sketch)
    return Help(
        key=attempt.key,
        kind=attempt.kind,
        label=attempt.label,
        words=_words(attempt, here.sketch, there.sketch, saves, held),
        saves=round(saves, 2),
        held_stops=round(held, 2),
        item=attempt.item,
        changes=dict(attempt.changes),
        device_key=attempt.problem.device.key if attempt.kind == "camera" else None,
        setting=attempt.setting,
        value=attempt.value,
        start=attempt.start,
    )


UNTOLD: Final = (Setting.LAMP_LEVEL, Setting.SUPPORT, Setting.LAMP, Setting.ND_FILTER, Setting.EXPOSURE_BIAS)
"""Settings that follow from the change itself."""


def _words(attempt: Try, here: Sketch, there: Sketch, saves: float, held: float) -> str:
    """What it would do, in one sentence."""
    if attempt.kind == "look":
        return f"Another look: {attempt.label}, {max(-saves, 0.0):.1f} dearer than the set above."
    low, high = there.reach.low.ev100, there.reach.high.ev100
    told = []
    if attempt.kind == "camera":
        told.append(f"would take it as {there.headline}")
    if held >= LEAST_STOPS:
        what = there.texts.get(Setting.SHUTTER, "the set") if not told else "the light"
        told.append(f"would hold {what} from {low:.1f} to {high:.1f} EV: {held:.1f} stops better")
    changed = [
        SETTINGS[setting].in_text_before(text)
        for setting, text in there.texts.items()
        if here.texts.get(setting) != text and setting not in UNTOLD
    ]
    if changed and not told:
        told.append(f"would allow {', '.join(changed[:CHANGED_TOLD])}")
    if saves >= LEAST_SAVED and held < LEAST_STOPS:
        told.append(f"{saves:.1f} less to pay" if told else f"would leave {saves:.1f} less to pay")
    return f"{attempt.label} {'; '.join(told) or 'would make it easier'}."


def _of_refused(problem: PlanningProblem, spaces: Spaces) -> list[Help]:
    """What makes a scene possible that is refused: a housing for its depth."""
    water = problem.brief.water
    if water is None or water.housing_rating_m is not None:
        return []
    item = ordinary.housing(problem.device, water.deepest_m)
    made = _planned(_with_item(problem, item), spaces)
    if made is None:
        return []
    words = f"{item.label} would take {problem.device.name} to {water.deepest_m:g} m: {made.sketch.headline}."
    return [Help(key=item.key, kind="get", label=item.label, words=words, saves=0.0, held_stops=0.0, item=item)]
