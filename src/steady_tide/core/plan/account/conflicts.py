"""Wishes that cannot be had: which, what limit says so, and the ways out."""

from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.plan import Conflict, WayOut, Wish
from steady_tide.core.plan.problem.given import Given
from steady_tide.core.plan.problem.pins import WrongPin
from steady_tide.core.plan.problem.wishes import Pins
from steady_tide.core.plan.search.feasibility import feasible
from steady_tide.core.plan.search.landscape import Landscape


def _wish(given: Given, setting: Setting, value: Value) -> Wish:
    return Wish(setting=setting, label=SETTINGS[setting].label, value=value, text=given.text_of(setting, value))


def _without(pins: Pins, left_out: Setting) -> dict[Setting, Value]:
    return {setting: value for setting, value in pins.items() if setting is not left_out}


def _planned(landscape: Landscape, setting: Setting) -> Value | None:
    """The value of a searched setting in the best set; None where there is no set, or no such setting."""
    offered = SETTINGS[setting].searched and landscape.situation.given.offers(setting)
    point = landscape.chosen() if offered else None
    return landscape.values_of([point], setting)[0] if point is not None else None


def not_offered(landscape: Landscape, wrong: WrongPin) -> Conflict:
    """A wish for a value, or a setting, that the device does not have at all. landscape: without that wish."""
    given = landscape.situation.given
    label, name = SETTINGS[wrong.setting].in_text, given.device.name
    if wrong.nearest is None:
        words, ways = f"{name} has no setting for {label}.", []
    else:
        nearest = given.text_of(wrong.setting, wrong.nearest)
        words = f"{name} does not offer {label} {wrong.wished}."
        ways = [WayOut(release=wrong.setting, becomes=wrong.nearest, words=f"Take the nearest it offers: {nearest}.")]
        free = _planned(landscape, wrong.setting)
        if free is not None and free != wrong.nearest:
            text = given.text_of(wrong.setting, free)
            ways.append(WayOut(release=wrong.setting, becomes=free, words=f"Leave it to the plan: {label} {text}."))
    return Conflict(
        device_key=given.device.key,
        device_name=name,
        wishes=[_wish(given, wrong.setting, wrong.wished)],
        words=words,
        limit=f"what {name} offers for {label}",
        ways_out=ways,
    )


def conflict_of(landscape: Landscape, clash: Pins, *, with_ways: bool = True) -> Conflict:
    """The smallest set of pins that cannot be had together, each with what letting it go would give.

    with_ways: False leaves the ways out empty, each of which takes a search.
    """
    given = landscape.situation.given
    return Conflict(
        device_key=given.device.key,
        device_name=given.device.name,
        wishes=[_wish(given, setting, value) for setting, value in clash.items()],
        words=f"{given.device.name} cannot do {given.wishes_text(clash)} together.",
        limit=_limit(landscape, clash),
        ways_out=[way for setting in clash if (way := _way_out(landscape, clash, setting))] if with_ways else [],
    )


def _way_out(landscape: Landscape, clash: Pins, release: Setting) -> WayOut | None:
    """Keep every other pin and let one go; None when that is not enough."""
    given = landscape.situation.given
    value = _planned(landscape.otherwise(_without(landscape.pins, release)), release)
    if value is None:
        return None
    becomes = f"{SETTINGS[release].in_text} becomes {given.text_of(release, value)}."
    kept = _without(clash, release)
    words = f"Keep {given.wishes_text(kept)}: {becomes}" if kept else f"Release it: {becomes}"
    return WayOut(release=release, becomes=value, words=words)


def _limit(landscape: Landscape, clash: Pins) -> str:
    """What the device offers for the last wish once the others are kept."""
    given = landscape.situation.given
    last = list(clash)[-1]
    others = _without(clash, last)
    possible = [offer.text for offer in given.offers(last) if feasible(landscape, {**others, last: offer.value})]
    start = f"With {given.wishes_text(others)} it offers" if others else "It offers"
    return f"{start} {SETTINGS[last].in_text} {', '.join(possible) or 'nothing'}."
