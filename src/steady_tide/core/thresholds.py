"""Thresholds and constants that move plans: where a fault begins, what is assumed; read once from `thresholds.toml`."""

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from importlib.resources import files
from types import MappingProxyType
from typing import Any, Final


@dataclass(frozen=True)
class Threshold:
    """One row. values: one number by the name "", or one each for a position, way or kind.

    unit: of the numbers. least, most: the range they make sense in, ends included. source: where they come from;
    "assumed" where they are practice.
    """

    key: str
    label: str
    values: Mapping[str, float]
    unit: str
    least: float
    most: float
    source: str


def _row(data: Mapping[str, Any]) -> Threshold:
    least, most = data["range"]
    values = data["values"] if "values" in data else {"": data["value"]}
    outside = [name for name, value in values.items() if not least <= value <= most]
    if outside:
        raise ValueError(f"{data['key']}: outside its range: {outside}")
    told = {name: data[name] for name in ("key", "label", "unit", "source")}
    return Threshold(**told, values=MappingProxyType(values), least=float(least), most=float(most))


def read(text: str) -> dict[str, Threshold]:
    """Rows by key. Raises ValueError for a value outside its range, and for a key that stands twice."""
    rows = [_row(data) for data in tomllib.loads(text)["threshold"]]
    found = {row.key: row for row in rows}
    if len(found) < len(rows):
        raise ValueError("a key stands twice")
    return found


THRESHOLDS: Final[Mapping[str, Threshold]] = MappingProxyType(
    read(files(__package__).joinpath("thresholds.toml").read_text(encoding="utf-8"))
)


def threshold(key: str) -> float:
    """A single number, in its row's unit. Raises KeyError for a key that is not there, or that has several."""
    return float(THRESHOLDS[key].values[""])


def thresholds(key: str) -> Mapping[str, float]:
    """The numbers of a row by name, in its unit. Raises KeyError for a key that is not there."""
    return THRESHOLDS[key].values
