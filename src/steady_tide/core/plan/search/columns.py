"""Columns of settings over enumerated rows: which rows have a value, which the pins allow."""

from collections.abc import Callable, Sequence
from typing import Generic, TypeVar

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.physics.space import Exposures, Frames, Ints, Recordings
from steady_tide.core.plan.problem.offers import AUTOMATIC, apertures_of
from steady_tide.core.plan.problem.pins import Pins
from steady_tide.core.plan.problem.situation import Situation

Bools = NDArray[np.bool_]
Rows = TypeVar("Rows")
ValueTable = dict[Setting, Callable[[Situation, Rows], tuple[Sequence[Value], Ints]]]
"""For each setting: its values by code, and the code of every row."""


def _of_mode(
    read: Callable[[Device, int], Value],
) -> Callable[[Situation, Frames], tuple[Sequence[Value], Ints]]:
    def values(situation: Situation, rows: Frames) -> tuple[Sequence[Value], Ints]:
        device = situation.device
        return [read(device, index) for index in range(len(device.modes))], rows.mode

    return values


FRAME_VALUES: ValueTable[Frames] = {
    Setting.FRAME_SHAPE: _of_mode(lambda device, row: device.modes[row].frame_shape),
    Setting.RESOLUTION: _of_mode(lambda device, row: device.modes[row].resolution),
    Setting.FRAME_RATE: _of_mode(lambda device, row: str(device.modes[row].rate)),
    Setting.VIEW: lambda situation, rows: ([view.key for view in situation.device.views], rows.view),
    Setting.STABILISATION: lambda situation, rows: (
        [level.key for level in situation.device.stabilisation],
        rows.level,
    ),
    Setting.APERTURE: lambda situation, rows: (apertures_of(situation.device), rows.aperture),
}
EXPOSURE_VALUES: ValueTable[Exposures] = {
    Setting.SHUTTER: lambda situation, rows: (
        [*map(str, situation.device.shutters), AUTOMATIC],
        rows.shutter,
    ),
    Setting.ND_FILTER: lambda situation, rows: ([glass.key for glass in situation.glasses], rows.glass),
    Setting.ISO_FLOOR: lambda situation, rows: (situation.device.iso.values, _code(situation, rows.floor)),
    Setting.ISO_CEILING: lambda situation, rows: (
        situation.device.iso.values,
        _code(situation, rows.ceiling),
    ),
}
RECORDING_VALUES: ValueTable[Recordings] = {
    Setting.CODEC: lambda situation, rows: ([codec.key for codec in situation.device.codecs], rows.codec),
    Setting.BIT_DEPTH: lambda situation, rows: _numbers(rows.depth),
    Setting.BIT_RATE: lambda situation, rows: _numbers(rows.mbit_s.astype(np.intp)),
}


def _numbers(column: Ints) -> tuple[Sequence[Value], Ints]:
    """A column of whole numbers as its own values."""
    values, codes = np.unique(column, return_inverse=True)
    return [int(value) for value in values], codes


def _code(situation: Situation, iso: NDArray[np.float64]) -> Ints:
    return np.searchsorted(np.array(situation.device.iso.values, dtype=float), iso)


class Columns(Generic[Rows]):
    """The settings of one kind of row."""

    def __init__(self, situation: Situation, rows: Rows, table: ValueTable[Rows]) -> None:
        self.settings = frozenset(table)
        self._values = {setting: values(situation, rows) for setting, values in table.items()}
        self._masks: dict[Setting, dict[Value, Bools]] = {}

    def masks(self, setting: Setting) -> dict[Value, Bools]:
        """Rows that have each value that occurs."""
        if setting not in self._masks:
            values, codes = self._values[setting]
            numbers: dict[Value, int] = {}
            numbered = np.array([numbers.setdefault(value, len(numbers)) for value in values])[codes]
            there = np.bincount(numbered, minlength=len(numbers))
            self._masks[setting] = {value: numbered == at for value, at in numbers.items() if there[at]}
        return self._masks[setting]

    def value_at(self, setting: Setting, row: int) -> Value:
        """The value of a setting in a row."""
        values, codes = self._values[setting]
        return values[int(codes[row])]

    def allowed(self, pins: Pins, *, without: Setting | None = None) -> Bools:
        """Rows that every pin allows, leaving one pin out."""
        length = len(next(iter(self._values.values()))[1])
        allowed = np.ones(length, dtype=bool)
        for setting in self.settings & pins.keys():
            if setting is not without:
                allowed &= self.masks(setting).get(pins[setting], np.zeros(length, dtype=bool))
        return allowed
