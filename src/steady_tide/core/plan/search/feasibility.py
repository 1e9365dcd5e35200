"""Whether wishes can be had together at all, and the smallest set of them that cannot."""

from collections.abc import Iterable, Mapping
from itertools import combinations

import numpy as np

from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.search.landscape import Landscape

SEARCHED_PIN_LIMIT = 4
"""Conflicts of more wishes than this are told as one; the limits of devices join two or three."""


def feasible(landscape: Landscape, pins: Mapping[Setting, Value]) -> bool:
    """Whether any set of the device satisfies these pins."""
    device = landscape.situation.device
    frame_ok = landscape.frame_columns.allowed(pins)
    exposure_ok = landscape.exposure_columns.allowed(pins)
    recording_ok = landscape.recording_columns.allowed(pins)
    if not exposure_ok.any():
        return False
    times = np.array([*(float(shutter) for shutter in device.shutters), 0.0])
    wanted = pins.get(Setting.COLOUR_PROFILE)
    for index, profile in enumerate(device.profiles):
        if wanted is not None and profile.key != wanted:
            continue
        floor_ok = landscape.exposures.floor >= profile.base_iso if device.iso.settable else True
        usable = exposure_ok & floor_ok
        recorded = recording_ok & landscape.recordable(index)
        modes = np.intersect1d(landscape.frames.mode[frame_ok], landscape.recordings.mode[recorded])
        if usable.any() and modes.size:
            shortest = times[landscape.exposures.shutter[usable]].min()
            longest_frame = max(float(1 / device.modes[mode].rate) for mode in modes)
            if shortest <= longest_frame * (1 + 1e-9):
                return True
    return False


def smallest_clash(landscape: Landscape, pins: Mapping[Setting, Value]) -> dict[Setting, Value]:
    """The smallest set of pins that cannot be had together; of equals the first in the settings' order."""
    names = sorted(pins, key=list(Setting).index)
    for count in range(1, min(len(names), SEARCHED_PIN_LIMIT) + 1):
        for chosen in combinations(names, count):
            if not feasible(landscape, subset := _only(pins, chosen)):
                return subset
    return dict(pins)


def first_clash(landscape: Landscape, setting: Setting, value: Value) -> dict[Setting, Value]:
    """The pins that stand against one more value: the smallest clash it makes, without itself."""
    clash = smallest_clash(landscape, {**landscape.pins, setting: value})
    return {other: pin for other, pin in clash.items() if other is not setting}


def _only(pins: Mapping[Setting, Value], names: Iterable[Setting]) -> dict[Setting, Value]:
    return {name: pins[name] for name in names}
