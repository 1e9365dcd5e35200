"""Wishes that cannot be had: which, what limit says so, and the ways out."""

from collections.abc import Mapping

from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.explain import Explainer
from steady_tide.core.plan.account.plan import Conflict, WayOut, Wish
from steady_tide.core.plan.problem.offers import offers, text_of, wishes_text
from steady_tide.core.plan.problem.pins import WrongPin
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.search.cheapest import cheapest
from steady_tide.core.plan.search.feasibility import feasible
from steady_tide.core.plan.search.landscape import Landscape


def _wish(situation: Situation, setting: Setting, value: Value) -> Wish:
    return Wish(setting=setting, label=SETTINGS[setting].label, value=value, text=text_of(situation, setting, value))


def not_offered(landscape: Landscape, wrong: WrongPin) -> Conflict:
    """A wish for a value, or a setting, that the device does not have at all. landscape: without that wish."""
    situation = landscape.situation
    label, name = SETTINGS[wrong.setting].in_text, situation.device.name
    if wrong.nearest is None:
        words, ways = f"{name} has no setting for {label}.", []
    else:
        nearest = text_of(situation, wrong.setting, wrong.nearest)
        words = f"{name} does not offer {label} {wrong.wished}."
        ways = [WayOut(release=wrong.setting, becomes=wrong.nearest, words=f"Take the nearest it offers: {nearest}.")]
        best = cheapest(landscape)
        free = Explainer(landscape, best.point).values(best.point).get(wrong.setting) if best is not None else None
        if free is not None and free != wrong.nearest:
            text = text_of(situation, wrong.setting, free)
            ways.append(WayOut(release=wrong.setting, becomes=free, words=f"Leave it to the plan: {label} {text}."))
    return Conflict(
        device_key=situation.device.key,
        device_name=name,
        wishes=[_wish(situation, wrong.setting, wrong.wished)],
        words=words,
        limit=f"what {name} offers for {label}",
        ways_out=ways,
    )


def conflict_of(landscape: Landscape, clash: dict[Setting, Value], *, with_ways: bool = True) -> Conflict:
    """The smallest set of pins that cannot be had together, each with what letting it go would give.

    with_ways: False leaves the ways out empty, each of which takes a search.
    """
    situation = landscape.situation
    return Conflict(
        device_key=situation.device.key,
        device_name=situation.device.name,
        wishes=[_wish(situation, setting, value) for setting, value in clash.items()],
        words=f"{situation.device.name} cannot do {wishes_text(situation, clash)} together.",
        limit=_limit(landscape, clash),
        ways_out=[way for setting in clash if (way := _way_out(landscape, clash, setting))] if with_ways else [],
    )


def _without(clash: Mapping[Setting, Value], left_out: Setting) -> dict[Setting, Value]:
    return {setting: value for setting, value in clash.items() if setting is not left_out}


def _way_out(landscape: Landscape, clash: Mapping[Setting, Value], release: Setting) -> WayOut | None:
    """Keep every other pin and let one go; None when that is not enough."""
    situation = landscape.situation
    freed = Landscape(situation, _without(landscape.pins, release))
    best = cheapest(freed)
    if best is None:
        return None
    value = Explainer(freed, best.point).values(best.point)[release]
    becomes = f"{SETTINGS[release].in_text} becomes {text_of(situation, release, value)}."
    kept = _without(clash, release)
    words = f"Keep {wishes_text(situation, kept)}: {becomes}" if kept else f"Release it: {becomes}"
    return WayOut(release=release, becomes=value, words=words)


def _limit(landscape: Landscape, clash: Mapping[Setting, Value]) -> str:
    """What the device offers for the last wish once the others are kept."""
    situation = landscape.situation
    last = list(clash)[-1]
    others = _without(clash, last)
    possible = [offer.text for offer in offers(situation, last) if feasible(landscape, {**others, last: offer.value})]
    start = f"With {wishes_text(situation, others)} it offers" if others else "It offers"
    return f"{start} {SETTINGS[last].in_text} {', '.join(possible) or 'nothing'}."
