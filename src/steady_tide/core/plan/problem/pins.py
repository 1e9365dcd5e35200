"""Pins held against what is offered: as the device writes them, or the nearest it has."""

from math import log2

from steady_tide.core.document import Part
from steady_tide.core.exact import exact
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.problem.given import Given
from steady_tide.core.plan.problem.wishes import Pins


class WrongPin(Part):
    """A wish for a value this device does not have."""

    setting: Setting
    wished: Value
    nearest: Value | None


def _same(wished: Value, offered: Value) -> bool:
    if str(wished).strip().lower() == str(offered).lower():
        return True
    try:
        return exact(wished) == exact(offered)
    except ValueError:
        return False


def _number(value: Value) -> float | None:
    try:
        return float(exact(value))
    except ValueError:
        return None


def _nearest(setting: Setting, wished: Value, offered: list[Value]) -> Value | None:
    """The offered value nearest to a wish: in stops for what is exposed with, else by difference."""
    target = _number(wished)
    in_stops = SETTINGS[setting].in_stops and target is not None and target > 0
    numbered = []
    for value in offered:
        number = _number(value)
        if number is not None and target is not None:
            away = abs(log2(number / target)) if in_stops else abs(number - target)
            numbered.append((away, value))
    return min(numbered, key=lambda pair: pair[0])[1] if numbered else (offered[0] if offered else None)


def match_pins(given: Given, pins: Pins) -> tuple[dict[Setting, Value], list[WrongPin]]:
    """Pins as the device writes their values, and those it does not offer at all."""
    matched: dict[Setting, Value] = {}
    wrong = []
    for setting, wished in pins.items():
        offered = [offer.value for offer in given.offers(setting)]
        found = next((value for value in offered if _same(wished, value)), None)
        if found is None:
            wrong.append(WrongPin(setting=setting, wished=wished, nearest=_nearest(setting, wished, offered)))
        else:
            matched[setting] = found
    return matched, wrong
