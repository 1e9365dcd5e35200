"""Changes outside the camera that are worth planning with: things to get, ways to carry, hours, cameras, looks."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from math import ceil, log2
from typing import Any, Final, Literal, NamedTuple

from steady_tide.core.advice import ordinary
from steady_tide.core.kit.bag import BagItem, Support
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.light.lamps import lamp_lux
from steady_tide.core.light.level import ComputedLight, EvLight
from steady_tide.core.message import Amount, Message, Told, metres, number, say
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.given import Given
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.quantities import ev100_from_lux, lux_from_ev100

NEARER_M: Final = 1.0
NEAREST_SHARE: Final = 0.5
COLD_C: Final = 10.0
SAME_FILTER_STOPS: Final = 0.35
PANEL_BELOW_EV100: Final = 8.0
SHARP_F_NUMBER: Final = 5.6
"""Small sensors are softened by closing further. **Assumed**."""
MOST_LIFTED: Final = 4.0
"""How far over its ceiling ISO is tried, two stops. **Assumed**."""
MOST_CAMERAS: Final = 2
"""How many other cameras are tried for a scene."""
Kind = Literal["get", "camera", "nearer", "support", "hour", "without", "limit", "look"]
Need = Literal["housing", "less-light", "more-light", "steadier", "power", "room", "look"]


class Hour(NamedTuple):
    """The scene at another hour: when it begins [minutes after midnight], what the clock then says, its brief."""

    start: float
    clock: Amount
    brief: Brief


@dataclass(frozen=True)
class Intervention:
    """A change and the problem it makes."""

    key: str
    kind: Kind
    label: Told
    problem: PlanningProblem
    told: Message | None = None
    needed: bool = False
    item: BagItem | None = None
    changes: Mapping[str, Any] = field(default_factory=dict)
    start: float | None = None
    setting: Setting | None = None
    value: Value | None = None


def tries(
    problem: PlanningProblem, plan: Plan, needs: set[Need], others: Sequence[Device], hours: Sequence[Hour]
) -> Iterator[Intervention]:
    """Changes worth planning with, the likeliest first."""
    have = {item.key for item in problem.bag}
    makers: list[tuple[Need, Callable[[], Iterator[Intervention]]]] = [
        ("housing", lambda: _housing(problem)),
        ("less-light", lambda: _filters(problem, plan)),
        ("more-light", lambda: _lamps(problem)),
        ("steadier", lambda: _supports(problem)),
        ("power", lambda: _banks(problem, plan)),
        ("power", lambda: _cells(problem, plan)),
        ("room", lambda: _cards(problem, plan)),
        ("more-light", lambda: _nearer(problem)),
        ("more-light", lambda: _limits(problem, plan)),
        ("look", lambda: _looks(problem, plan)),
    ]
    for need, make in makers:
        if need in needs:
            yield from (one for one in make() if one.item is None or one.item.key not in have)
    if needs & {"less-light", "more-light"}:
        yield from _without(problem)
        for hour in hours:
            yield Intervention(
                "hour",
                "hour",
                say("help-hour", clock=hour.clock),
                problem.otherwise(brief=hour.brief),
                start=hour.start,
            )
    for device in _stand_ins(problem, others):
        yield Intervention(f"camera-{device.key}", "camera", device.name, problem.otherwise(device=device, pins={}))


def _stand_ins(problem: PlanningProblem, others: Sequence[Device]) -> list[Device]:
    """The first few cameras that can be where this one is: what flies stands in for what flies alone."""
    flies = problem.device.kind == "drone"
    able = [device for device in others if (device.kind == "drone") == flies]
    return [device for device in able if not Given.of(problem.otherwise(device=device)).lacks_housing][:MOST_CAMERAS]


def with_item(problem: PlanningProblem, item: BagItem, **brief: object) -> PlanningProblem:
    """The problem with one thing more in the bag, and the brief changed where it takes that."""
    changed = problem.brief.model_copy(update=brief) if brief else problem.brief
    return problem.otherwise(bag=(*problem.bag, item), brief=changed)


def _got(problem: PlanningProblem, item: BagItem, changes: Mapping[str, Any] | None = None) -> Intervention:
    patch = {path: value for path, value in (changes or {}).items() if "." not in path}
    return Intervention(
        item.key, "get", item.label, with_item(problem, item, **patch), item=item, changes=changes or {}
    )


def _housing(problem: PlanningProblem) -> Iterator[Intervention]:
    """A housing for a depth that the bare body does not bear; with its window, where the bare lens was planned."""
    water = problem.brief.water
    assert water is not None, "asked only under water"
    port = "flat" if water.port == "bare" else water.port
    item = ordinary.housing(problem.device, water.deepest_m).model_copy(update={"port": port})
    changed = with_item(problem, item, water=water.model_copy(update={"port": port}))
    told = say("help-housing", housing=item.label, device=problem.device.name, deepest=metres(water.deepest_m))
    changes = {} if port == water.port else {"water.port": port}
    yield Intervention(item.key, "get", item.label, changed, told, needed=True, item=item, changes=changes)


def _filters(problem: PlanningProblem, plan: Plan) -> Iterator[Intervention]:
    """The two ordinary filters about what shutter and aperture are closed by for want of one, besides the bag's."""
    if problem.brief.water is not None:
        return
    brightest = next(light for light in plan.in_light if light.name == "brightest")
    short = runs_away(plan) + _closed_stops(plan) + max(brightest.error_stops, 0.0)
    wanted = plan.swappable.glass_stops + short
    have = {item.taken_stops for item in problem.bag if item.kind == "nd" and problem.device.key in item.fits}
    nearest = sorted(ordinary.ND_STOPS, key=lambda stops: abs(stops - wanted))
    for stops in [one for one in nearest if all(abs(one - taken) > SAME_FILTER_STOPS for taken in have)][:2]:
        yield _got(problem, ordinary.nd_filter(stops, problem.device))


def _closed_stops(plan: Plan) -> float:
    """How much further than sharp an aperture that can be set is closed [stops]."""
    aperture = plan.value(Setting.APERTURE)
    return 0.0 if aperture is None else 2.0 * max(log2(float(aperture) / SHARP_F_NUMBER), 0.0)


def _limits(problem: PlanningProblem, plan: Plan) -> Iterator[Intervention]:
    """One and two stops of ISO more than the taste puts up with, where the camera has them."""
    if not problem.device.iso.settable or Setting.ISO_CEILING in problem.pins:
        return
    ceiling = float(plan.value(Setting.ISO_CEILING) or 0.0)
    for value in [value for value in problem.device.iso.values if ceiling < value <= MOST_LIFTED * ceiling]:
        pinned = problem.otherwise(pins={**problem.pins, Setting.ISO_CEILING: value})
        label = say("help-limit", iso=value)
        yield Intervention(f"iso-{value}", "limit", label, pinned, setting=Setting.ISO_CEILING, value=value)


def _banks(problem: PlanningProblem, plan: Plan) -> Iterator[Intervention]:
    """A power bank for what runs at intervals: the camera is fed where it stands."""
    brief = problem.brief
    if not brief.at_intervals or brief.lapse is None or plan.measures is None or plan.running is None:
        return
    if plan.measures.battery_minutes >= brief.running_minutes:
        return
    bank = ordinary.power_bank()
    fed = with_item(problem, bank, lapse=brief.lapse.model_copy(update={"external_power": True}))
    told = say("help-bank", bank=bank.label, whole=number(brief.running_minutes, "min", 0))
    if 60.0 * bank.capacity_wh / plan.running.draw_w + plan.measures.battery_minutes < brief.running_minutes:
        return
    changes = {"lapse.external_power": True}
    yield Intervention(bank.key, "get", bank.label, fed, told, needed=True, item=bank, changes=changes)


def _lamps(problem: PlanningProblem) -> Iterator[Intervention]:
    """An ordinary lamp on the subject."""
    brief = problem.brief
    if brief.water is not None:
        lamp = ordinary.dive_lamp()
        changed = with_item(problem, lamp, water=brief.water.model_copy(update={"lamp": True}))
        yield Intervention(lamp.key, "get", lamp.label, changed, item=lamp, changes={"water.lamp": True})
    elif _takes_panel(brief):
        panel = ordinary.pocket_panel()
        lit = _lit(brief, lamp_lux(at_1_m=panel.lux_at_1_m or 0.0, distance_m=brief.subject_distance_m))
        changed = with_item(problem, panel, light=lit)
        yield Intervention(panel.key, "get", panel.label, changed, item=panel, changes={"light": lit.plain()})


def _takes_panel(brief: Brief) -> bool:
    """Whether a small panel counts here: near, and no brighter than a room; light of a clock is left to the day."""
    dim = not isinstance(brief.light, ComputedLight) and brief.level.ev100 < PANEL_BELOW_EV100
    return dim and not brief.at_intervals and brief.scenario != "drone"


def _lit(brief: Brief, added_lux: float) -> EvLight:
    """The light with a lamp's added, as it would be read off on the subject."""
    level = brief.level
    both = float(ev100_from_lux(float(lux_from_ev100(level.ev100)) + added_lux))
    return EvLight(ev100=round(both, 1), kelvin=round(level.kelvin), lamps=level.lamps)


def _supports(problem: PlanningProblem) -> Iterator[Intervention]:
    """A gimbal for who walks or stands, a tripod for who stands: of the bag where there is one, else to get."""
    brief, device = problem.brief, problem.device
    if brief.water is not None or device.kind == "drone" or brief.carried not in ("standing", "walking"):
        return
    wanted = [ordinary.gimbal(device), *([ordinary.tripod(device)] if brief.carried == "standing" else [])]
    for support in wanted:
        changes = {"carried": support.carried}
        own = next((one for one in problem.bag if _carries(one, support.carried, device)), None)
        if own is None:
            yield _got(problem, support, changes)
        else:
            changed = problem.otherwise(brief=brief.model_copy(update=changes))
            yield Intervention(
                f"on-{support.carried}", "support", say("help-of-the-bag", thing=own.label), changed, changes=changes
            )


def _carries(item: BagItem, carried: str, device: Device) -> bool:
    fits = isinstance(item, Support) and item.carried == carried and device.key in item.fits
    return fits and item.condition != "unusable"


def _cells(problem: PlanningProblem, plan: Plan) -> Iterator[Intervention]:
    """Cold-rated cells, as many as the running time takes."""
    if plan.measures is None:
        return
    brief, given = problem.brief, Given.of(problem)
    one = ordinary.cold_cells(problem.device, 1)
    minutes = plan.measures.battery_minutes * given.usable_wh(one) / given.cell_wh
    count = max(ceil(brief.running_minutes / minutes), 1)
    short = "cells-short" in {price.key for price in plan.prices} or (not given.cells and count > 1)
    label: Told = say("bring-counted", count=count, label=one.label) if count > 1 else one.label
    each, whole = number(minutes, "min", 0), number(brief.running_minutes, "min")
    told = say("help-cells", cells=label, whole=whole, each=each)
    item = one.model_copy(update={"count": count})
    if short or brief.temperature_c < COLD_C:
        yield Intervention(item.key, "get", label, with_item(problem, item), told=told, needed=short, item=item)


def _cards(problem: PlanningProblem, plan: Plan) -> Iterator[Intervention]:
    """A large, fast card."""
    item, short = ordinary.fast_card(problem.device), "cards-short" in {price.key for price in plan.prices}
    told = say("help-card", card=item.label) if short else None
    yield Intervention(item.key, "get", item.label, with_item(problem, item), told=told, needed=short, item=item)


def _nearer(problem: PlanningProblem) -> Iterator[Intervention]:
    """A metre nearer, or half the way: under water the light's own way gets shorter, and a lamp's."""
    brief = problem.brief
    if brief.water is None:
        return
    away = brief.subject_distance_m
    nearer = round(max(away - NEARER_M, away * NEAREST_SHARE), 2)
    changed = brief.model_copy(update={"subject_distance_m": nearer})
    label = say("help-nearer", distance=metres(nearer))
    yield Intervention(
        "nearer", "nearer", label, problem.otherwise(brief=changed), changes={"subject_distance_m": nearer}
    )


def _looks(problem: PlanningProblem, plan: Plan) -> Iterator[Intervention]:
    """Another look with a phone: the long lens, moved slowly on a gimbal."""
    long = next((view for view in problem.device.views if view.kind == "telephoto"), None)
    if long is None or plan.value(Setting.VIEW) == long.key:
        return
    item = ordinary.gimbal(problem.device)
    changed = with_item(problem, item, carried="gimbal").otherwise(pins={**problem.pins, Setting.VIEW: long.key})
    label = say("help-long-and-slow", view=long.label)
    by = {"carried": "gimbal"}
    yield Intervention("long-and-slow", "look", label, changed, changes=by, setting=Setting.VIEW, value=long.key)


def _without(problem: PlanningProblem) -> Iterator[Intervention]:
    """The filter off that was pinned on."""
    for setting in (Setting.ND_FILTER, Setting.COLOUR_FILTER):
        if problem.pins.get(setting, "none") != "none":
            pins = {name: value for name, value in problem.pins.items() if name is not setting}
            label = say("help-without", setting=SETTINGS[setting].label)
            yield Intervention(f"without-{setting}", "without", label, problem.otherwise(pins=pins), setting=setting)


def runs_away(plan: Plan) -> float:
    """How much shorter than 180 degrees the shutter is in the expected light [stops]."""
    angle = plan.measures.angle_deg if plan.measures else 180.0
    return log2(180.0 / max(angle, 1e-6))
