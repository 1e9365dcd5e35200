"""One planning problem: brief, stance, device and bag, with the light worked out."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from steady_tide.core.exposure.offered import filter_stacks
from steady_tide.core.kit.bag import ColourFilter, Filter, NdFilter
from steady_tide.core.kit.device import Device
from steady_tide.core.light.level import LightLevel, level
from steady_tide.core.motion.blur import SHAKE_DEG_PER_S, WATER_INDEX
from steady_tide.core.plan.brief import Brief
from steady_tide.core.plan.stance import ISO_LIMIT, Stance

MOST_STACKED = 2
PORT_LOSS_STOPS = {"bare": 0.0, "flat": 0.1, "dome": 0.1}
"""**Assumed** loss in the window of a housing [stops]."""
NO_FILTER = "none"


@dataclass(frozen=True)
class Glass:
    """A filter or a stack as it can be fitted: key of the value, words, stops, number, flaws."""

    key: str
    label: str
    stops: float
    count: int
    flaw: str


@dataclass(frozen=True)
class Situation:
    """Everything that is fixed while the planner searches."""

    brief: Brief
    stance: Stance
    device: Device
    filters: tuple[Filter, ...]
    bias_stops: float = 0.0
    colour_filter: str = NO_FILTER

    @cached_property
    def light(self) -> LightLevel:
        """The light on the subject."""
        return level(self.brief.light)

    @property
    def aim_ev100(self) -> float:
        """The light the set is aimed at [EV at ISO 100]."""
        return self.light.ev100

    @property
    def dark_ev100(self) -> float:
        """The darkest light expected in the take."""
        return self.light.ev100 - self.brief.falls_stops

    @property
    def bright_ev100(self) -> float:
        """The brightest light expected in the take."""
        return self.light.ev100 + self.brief.rises_stops

    @property
    def shake_deg_per_s(self) -> float:
        """Shake of the way of carrying, rms; **assumed** until read from footage."""
        return SHAKE_DEG_PER_S[self.brief.carried]

    @property
    def port(self) -> str:
        """The window in front of the lens."""
        return self.brief.water.port if self.brief.water else "bare"

    @property
    def port_loss_stops(self) -> float:
        """Stops lost in the housing's window."""
        return PORT_LOSS_STOPS[self.port]

    @property
    def port_magnification(self) -> float:
        """How much a flat port enlarges the middle of the picture."""
        return WATER_INDEX if self.port == "flat" else 1.0

    @property
    def iso_limit(self) -> int:
        """The ISO the stance puts up with."""
        return ISO_LIMIT[self.stance.noise_ceiling]

    @cached_property
    def colour_filters(self) -> tuple[ColourFilter, ...]:
        """Colour filters of the bag that fit this device."""
        return tuple(f for f in self.filters if isinstance(f, ColourFilter) and self.device.key in f.fits)

    @property
    def colour_loss_stops(self) -> float:
        """Stops the chosen colour filter takes."""
        return next((f.stops for f in self.colour_filters if f.key == self.colour_filter), 0.0)

    @cached_property
    def glasses(self) -> tuple[Glass, ...]:
        """Every way to fit ND from the bag on this device, bare lens first."""
        fitting = [f for f in self.filters if isinstance(f, NdFilter) and self.device.key in f.fits]
        return (Glass(NO_FILTER, "none", 0.0, 0, ""), *_stacks(fitting), *_variable(fitting))


def _stacks(fitting: Sequence[NdFilter]) -> list[Glass]:
    fixed = {f.key: f for f in fitting if f.most_stops is None}
    singles = {key: f.stops for key, f in fixed.items()}
    stackable = {key: f.stops for key, f in fixed.items() if f.stackable and not f.flaw}
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
        )
        for stack, total in sorted(stacks.items(), key=lambda item: (len(item[0]), item[1]))
    ]


def _variable(fitting: Sequence[NdFilter]) -> list[Glass]:
    glasses = []
    for f in fitting:
        if f.most_stops is not None:
            for stops in range(int(f.stops), int(f.most_stops) + 1):
                words = f"{f.label} at {stops} stop{'s' if stops > 1 else ''}"
                glasses.append(Glass(f"{f.key}@{stops}", words, float(stops), 1, f.flaw))
    return glasses
