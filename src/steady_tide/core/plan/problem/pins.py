"""Pins: values the creator has fixed. They are hard limits, read here against what is offered."""

from collections.abc import Mapping
from fractions import Fraction
from math import log2

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.problem.offers import offers
from steady_tide.core.plan.problem.situation import Situation

Pins = Mapping[Setting, Value]
IN_STOPS = {Setting.SHUTTER, Setting.ISO_FLOOR, Setting.ISO_CEILING}
NUMBERS = {
    Setting.FRAME_RATE, Setting.BIT_RATE, Setting.BIT_DEPTH, Setting.ISO_FLOOR, Setting.ISO_CEILING,
}  # fmt: skip


class WrongPin(Part):
    """A wish for a value this device does not have."""

    setting: Setting
    wished: Value
    nearest: Value | None


def read_pins(raw: Mapping[str, object]) -> dict[Setting, Value]:
    """Pins from plain data. Raises BadInput for unknown settings and impossible values."""
    problems, pins = [], {}
    for name, value in raw.items():
        if name not in set(Setting):
            known = ", ".join(SETTINGS)
            problems.append(Problem(("pins", name), f"no such setting; known are {known}"))
        elif isinstance(value, bool) or not isinstance(value, str | int | float):
            problems.append(Problem(("pins", name), "write a text or a number"))
        else:
            setting = Setting(name)
            if setting in NUMBERS and not _above_zero(value):
                problems.append(Problem(("pins", name), "write a number above 0"))
            pins[setting] = value
    if problems:
        raise BadInput(problems)
    _refuse_crossed_iso(pins)
    return pins


def _above_zero(value: Value) -> bool:
    try:
        return 0 < Fraction(value) < 10_000_000
    except (ValueError, ZeroDivisionError, OverflowError):
        return False


def _refuse_crossed_iso(pins: Pins) -> None:
    floor, ceiling = pins.get(Setting.ISO_FLOOR), pins.get(Setting.ISO_CEILING)
    if floor is not None and ceiling is not None and Fraction(floor) > Fraction(ceiling):
        text = f"the floor ({floor}) lies over the ceiling ({ceiling}); lower it to {ceiling} or less"
        raise BadInput([Problem(("pins", "iso_floor"), text)])


def _same(wished: Value, offered: Value) -> bool:
    if str(wished).strip().lower() == str(offered).lower():
        return True
    try:
        return Fraction(wished) == Fraction(offered)
    except (ValueError, ZeroDivisionError):
        return False


def _number(value: Value) -> float | None:
    try:
        return float(Fraction(value))
    except (ValueError, ZeroDivisionError, OverflowError):
        return None


def _nearest(setting: Setting, wished: Value, offered: list[Value]) -> Value | None:
    """The offered value nearest to a wish: in stops for what is exposed with, else by difference."""
    target = _number(wished)
    in_stops = setting in IN_STOPS and target is not None and target > 0
    numbered = []
    for value in offered:
        number = _number(value)
        if number is not None and target is not None:
            away = abs(log2(number / target)) if in_stops else abs(number - target)
            numbered.append((away, value))
    return min(numbered, key=lambda pair: pair[0])[1] if numbered else (offered[0] if offered else None)


def match_pins(situation: Situation, pins: Pins) -> tuple[dict[Setting, Value], list[WrongPin]]:
    """Pins as the device writes their values, and those it does not offer at all."""
    matched: dict[Setting, Value] = {}
    wrong = []
    for setting, wished in pins.items():
        offered = [offer.value for offer in offers(situation, setting)]
        found = next((value for value in offered if _same(wished, value)), None)
        if found is None:
            wrong.append(WrongPin(setting=setting, wished=wished, nearest=_nearest(setting, wished, offered)))
        else:
            matched[setting] = found
    return matched, wrong
