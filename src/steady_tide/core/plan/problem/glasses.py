"""Every way to fit neutral density from the bag."""

from collections.abc import Sequence
from dataclasses import dataclass

from steady_tide.core.exposure.offered import filter_stacks
from steady_tide.core.kit.bag import NdFilter

MOST_STACKED = 2
NO_FILTER = "none"


@dataclass(frozen=True)
class Glass:
    """A filter or a stack as it can be fitted: key of the value, words, stops, number, flaws, cast [mired]."""

    key: str
    label: str
    stops: float
    count: int
    flaw: str
    flaw_long_only: bool = False
    cast_mired: float = 0.0


def glasses_of(fitting: Sequence[NdFilter]) -> tuple[Glass, ...]:
    """The bare lens, single filters, stacks of two, and each whole stop of a variable one."""
    return (Glass(NO_FILTER, "none", 0.0, 0, ""), *_stacks(fitting), *_variable(fitting))


def _stacks(fitting: Sequence[NdFilter]) -> list[Glass]:
    fixed = {f.key: f for f in fitting if f.most_stops is None}
    singles = {key: f.taken_stops for key, f in fixed.items()}
    stackable = {key: f.taken_stops for key, f in fixed.items() if f.stackable and not f.flaw}
    stacks: dict[tuple[str, ...], float] = {(key,): value for key, value in singles.items()}
    taken = set(singles.values())
    for stack, total in filter_stacks(stackable, most=MOST_STACKED).items():
        if len(stack) > 1 and total not in taken:
            stacks[stack] = total
    return [
        Glass(
            key="+".join(stack),
            label=" + ".join(fixed[key].label for key in stack),
            stops=total,
            count=len(stack),
            flaw="; ".join(fixed[key].flaw for key in stack if fixed[key].flaw),
            flaw_long_only=all(fixed[key].flaw_in == "long-lens" for key in stack),
            cast_mired=sum(fixed[key].cast_mired for key in stack),
        )
        for stack, total in sorted(stacks.items(), key=lambda item: (len(item[0]), item[1]))
    ]


def _variable(fitting: Sequence[NdFilter]) -> list[Glass]:
    glasses = []
    for f in fitting:
        if f.most_stops is not None:
            for stops in range(int(f.stops), int(f.most_stops) + 1):
                words = f"{f.label} at {stops} stop{'s' if stops > 1 else ''}"
                long_only = f.flaw_in == "long-lens"
                glasses.append(Glass(f"{f.key}@{stops}", words, float(stops), 1, f.flaw, long_only, f.cast_mired))
    return glasses


def filters_of(key: str) -> list[str]:
    """Keys of the filters of the bag that make up a glass: of a stack each, of a variable one itself."""
    return [] if key == NO_FILTER else [one.split("@")[0] for one in key.split("+")]
