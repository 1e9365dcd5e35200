"""Values a camera really offers: the nearest shutter, and what filters make together."""

from collections.abc import Sequence
from fractions import Fraction
from itertools import combinations
from math import log2

from steady_tide.core.errors import OutOfRange


def nearest_shutter(offered: Sequence[Fraction], *, target_s: Fraction, rate: Fraction) -> Fraction:
    """The offered shutter [s] nearest to the target in stops, never longer than the frame.

    Of two equally near the shorter one is taken. Raises OutOfRange when none fits the frame.
    """
    fitting = [shutter for shutter in offered if shutter <= 1 / rate]
    if not fitting:
        raise OutOfRange("shutter", "no offered shutter is as short as one frame")
    return min(fitting, key=lambda shutter: (abs(log2(shutter / target_s)), shutter))


def filter_stacks(stops_by_id: dict[str, float], *, most: int) -> dict[tuple[str, ...], float]:
    """Every stack of up to `most` different filters and the stops it takes, none first.

    Stops add. Of stacks that take equal stops only the one with fewer filters is kept
    (then the first in order), since each surface may vignette and reflect.
    """
    stacks: dict[tuple[str, ...], float] = {}
    taken: set[float] = set()
    for count in range(most + 1):
        for stack in combinations(stops_by_id, count):
            total = round(sum(stops_by_id[name] for name in stack), 3)
            if total not in taken:
                taken.add(total)
                stacks[stack] = total
    return stacks
