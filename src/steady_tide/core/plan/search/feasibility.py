"""Whether wishes can be had together at all, and the smallest set of them that cannot."""

from itertools import combinations
from typing import Final

import numpy as np

from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.physics.space import WITHIN
from steady_tide.core.plan.problem.wishes import Pins
from steady_tide.core.plan.search.landscape import Landscape

SEARCHED_PIN_LIMIT: Final = 4
"""Conflicts of more wishes than this are told as one; the limits of devices join two or three."""


def feasible(landscape: Landscape, pins: Pins) -> bool:
    """Whether any set of the device satisfies these pins."""
    axes, device = landscape.axes, landscape.device
    allowed = axes.exposures(pins)
    if not (allowed.shutter.any() and allowed.glass.any() and allowed.pair.any()):
        return False
    fixed_s = np.append(device.shutter_s, 0.0)[allowed.shutter]
    in_time = fixed_s.min() <= landscape.space.longest_s[device.rate_of_mode] * WITHIN
    modes = np.zeros(len(device.modes), dtype=bool)
    modes[device.frames.mode[axes.frames(pins)]] = True
    modes &= in_time
    recordings, wanted = axes.recordings(pins), pins.get(Setting.COLOUR_PROFILE)
    for number, profile in enumerate(device.device.profiles):
        if wanted is None or profile.key == wanted:
            recorded = recordings & landscape.recordable(number)
            if (allowed.pair & landscape.pairs_ok(number)).any() and modes[device.recordings.mode[recorded]].any():
                return True
    return False


def smallest_clash(landscape: Landscape, pins: Pins) -> dict[Setting, Value]:
    """The smallest set of pins that cannot be had together; of equals the first in the settings' order."""
    names = sorted(pins, key=list(Setting).index)
    for count in range(1, min(len(names), SEARCHED_PIN_LIMIT) + 1):
        for chosen in combinations(names, count):
            if not feasible(landscape, subset := {name: pins[name] for name in chosen}):
                return subset
    return dict(pins)


def first_clash(landscape: Landscape, setting: Setting, value: Value) -> dict[Setting, Value]:
    """The pins that stand against one more value: the smallest clash it makes, without itself."""
    clash = smallest_clash(landscape, {**landscape.pins, setting: value})
    return {other: pin for other, pin in clash.items() if other is not setting}
