"""Quantities as people type them: "30 ft", "54 °F", "ND 1.5", "1 h 30", "12 klx", whatever unit the field is kept in.

A text that is no number with a unit that fits stays as it is, for the field itself to say what it takes.
"""

import re
from collections.abc import Callable, Mapping
from functools import lru_cache
from math import log2, nan
from typing import Any, Final

from pydantic import BaseModel, model_validator

from steady_tide.core.document import Part
from steady_tide.core.quantities import ev100_from_lux
from steady_tide.core.units import unit_of

LONGEST: Final = 40
"""Longer texts are no quantity [characters]."""
_NUMBER: Final = r"[+−-]?\d{1,12}(?:[.,]\d{1,12})?"
_QUANTITY: Final = re.compile(rf"^\s*({_NUMBER})\s*([^\d\s].*?)\s*$")
_FRACTION: Final = re.compile(r"^\s*([+−-]?)(?:(\d{1,2})\s+)?(\d{1,2})/(\d{1,2})\s*(?:stops?)?\s*$")
_ND: Final = re.compile(r"^\s*nd\s*(\d{1,5}(?:[.,]\d{1,2})?)\s*$", re.IGNORECASE)
_FEET_INCHES: Final = re.compile(r"^\s*(\d{1,6})\s*['′]\s*(\d{1,2}(?:\.\d{1,2})?)\s*[\"″]\s*$")
_HOURS: Final = re.compile(r"^\s*(\d{1,4})\s*h\s*(\d{1,2})\s*(?:min|m)?\s*$")
DENSITY_PER_STOP: Final = 0.30103
"""Optical density that halves the light: log10 of 2."""
LEAST_FACTOR: Final = 2.0
"""ND with a smaller number, or one with decimals, is told by its density, with a larger one by its factor."""
LUX_PER_FOOT_CANDLE: Final = 10.764

_Way = Callable[[float], float]


def _times(factor: float) -> _Way:
    return lambda value: value * factor


def _ev(lux: float) -> float:
    # Of no light at all there is no level: the field says that it takes a finite number.
    return float(ev100_from_lux(lux)) if lux > 0 else nan


_FEET: Final = _times(0.3048)
WAYS: Final[Mapping[str, Mapping[str, _Way]]] = {
    "m": {
        "m": _times(1), "km": _times(1000), "cm": _times(0.01), "mm": _times(0.001),
        "ft": _FEET, "feet": _FEET, "foot": _FEET, "'": _FEET, "′": _FEET,
        "in": _times(0.0254), '"': _times(0.0254), "″": _times(0.0254), "yd": _times(0.9144),
    },
    "m/s": {
        "m/s": _times(1), "km/h": _times(1 / 3.6), "kmh": _times(1 / 3.6), "mph": _times(0.44704),
        "kn": _times(1852 / 3600), "kt": _times(1852 / 3600), "ft/s": _FEET,
    },
    "°C": {
        "°c": _times(1), "c": _times(1), "°f": lambda value: (value - 32) / 1.8, "f": lambda value: (value - 32) / 1.8,
        "k": lambda value: value - 273.15,
    },
    "stops": {"stop": _times(1), "stops": _times(1), "ev": _times(1)},
    "EV": {
        "ev": _times(1), "lx": _ev, "lux": _ev, "klx": lambda lux: _ev(1000 * lux),
        "fc": lambda candles: _ev(LUX_PER_FOOT_CANDLE * candles),
    },
    "lx": {"lx": _times(1), "lux": _times(1), "klx": _times(1000), "fc": _times(LUX_PER_FOOT_CANDLE)},
    "min": {"min": _times(1), "m": _times(1), "h": _times(60), "hours": _times(60), "s": _times(1 / 60)},
    "hours": {"h": _times(1), "hours": _times(1), "min": _times(1 / 60)},
    "s": {"s": _times(1), "ms": _times(0.001), "min": _times(60)},
    "K": {"k": _times(1)},
    "mm": {"mm": _times(1), "cm": _times(10), "m": _times(1000), "in": _times(25.4), '"': _times(25.4)},
    "GB": {"gb": _times(1), "tb": _times(1000), "mb": _times(0.001)},
    "MB": {"mb": _times(1), "gb": _times(1000)},
    "MB/s": {"mb/s": _times(1), "gb/s": _times(1000)},
    "Mbit/s": {"mbit/s": _times(1), "mbps": _times(1), "mb/s": _times(8), "gbit/s": _times(1000)},
    "Wh": {"wh": _times(1), "kwh": _times(1000)},
    "share": {"%": _times(0.01), "percent": _times(0.01)},
    "fps": {"fps": _times(1), "hz": _times(1)},
    "Hz": {"hz": _times(1)},
    "°": {"°": _times(1), "deg": _times(1)},
    "W": {"w": _times(1)},
    "lm": {"lm": _times(1)},
    "px": {"px": _times(1)},
}  # fmt: skip
"""By the unit a field is kept in: what may be typed after a number, in small letters, and what the number then is."""


_unit: Final = lru_cache(maxsize=512)(unit_of)


def typed(name: str, value: object) -> object:
    """What was typed into a field, in the unit the field is kept in; anything else as it is.

    name: the field's, which tells its unit. Values are rounded to nine digits, below what anybody types.
    """
    if type(value) is not str or len(value) > LONGEST:
        return value
    unit = _unit(name)
    if unit is None:
        return value
    found = _read(unit, value)
    return value if found is None else float(f"{found:.9g}")


def _read(unit: str, text: str) -> float | None:
    if unit == "stops" and (found := _of_stops(text)) is not None:
        return found
    if unit == "m" and (feet := _FEET_INCHES.match(text)):
        return _FEET(int(feet[1]) + float(feet[2]) / 12)
    if unit in ("min", "hours") and (hours := _HOURS.match(text)):
        minutes = 60.0 * int(hours[1]) + int(hours[2])
        return minutes if unit == "min" else minutes / 60.0
    quantity = _QUANTITY.match(text)
    if quantity is None:
        return None
    way = WAYS.get(unit, {}).get(quantity[2].lower())
    return None if way is None else way(_number(quantity[1]))


def _of_stops(text: str) -> float | None:
    if nd := _ND.match(text):
        number = _number(nd[1])
        by_density = "." in nd[1] or "," in nd[1] or number < LEAST_FACTOR
        return number / DENSITY_PER_STOP if by_density else log2(number)
    if (part := _FRACTION.match(text)) and int(part[4]):
        whole = int(part[2] or 0) + int(part[3]) / int(part[4])
        return -whole if part[1] in ("-", "−") else whole
    return None


def _number(text: str) -> float:
    return float(text.replace(",", ".").replace("−", "-"))


class TypedNumbers(BaseModel):
    """What people fill in: its numbers may come with a unit of their own."""

    @model_validator(mode="before")
    @classmethod
    def _in_own_units(cls, data: Any) -> Any:
        if not isinstance(data, dict):
            return data
        return {name: typed(name, value) if type(name) is str else value for name, value in data.items()}


class Typed(TypedNumbers, Part):
    """A piece of a document that people fill in."""
