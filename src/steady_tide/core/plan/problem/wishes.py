"""Pins: values the creator has fixed, read from plain data. They are hard limits."""

from collections.abc import Mapping
from typing import Final

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.exact import LARGEST, exact
from steady_tide.core.kit.settings import SETTINGS, Setting, Value

LONGEST: Final = 200
"""Of a value that is a text; longer ones are none of a camera's."""

Pins = Mapping[Setting, Value]


def read_pins(raw: Mapping[str, object]) -> dict[Setting, Value]:
    """Pins from plain data. Raises BadInput for unknown settings and impossible values."""
    problems, pins = [], {}
    for name, value in raw.items():
        if name not in set(Setting):
            known = ", ".join(SETTINGS)
            problems.append(Problem(("pins", name), f"no such setting; known are {known}"))
        elif isinstance(value, bool) or not isinstance(value, str | int | float) or _endless(value):
            problems.append(Problem(("pins", name), "write a text or a number"))
        else:
            setting = Setting(name)
            if SETTINGS[setting].number and not _above_zero(value):
                problems.append(Problem(("pins", name), "write a number above 0"))
            pins[setting] = value
    if problems:
        raise BadInput(problems)
    _refuse_crossed_iso(pins)
    return pins


def _endless(value: Value) -> bool:
    return len(value) > LONGEST if isinstance(value, str) else not -LARGEST < value < LARGEST


def _above_zero(value: Value) -> bool:
    try:
        return 0 < exact(value) < 10_000_000
    except ValueError:
        return False


def _refuse_crossed_iso(pins: Pins) -> None:
    floor, ceiling = pins.get(Setting.ISO_FLOOR), pins.get(Setting.ISO_CEILING)
    if floor is not None and ceiling is not None and exact(floor) > exact(ceiling):
        text = f"the floor ({floor}) lies over the ceiling ({ceiling}); lower it to {ceiling} or less"
        raise BadInput([Problem(("pins", "iso_floor"), text)])
