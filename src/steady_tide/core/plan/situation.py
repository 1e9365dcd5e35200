"""One planning problem: brief, stance, device and bag, with the light worked out."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from steady_tide.core.exposure.offered import filter_stacks
from steady_tide.core.kit.bag import BagItem, Cell, ColourFilter, Housing, MemoryCard, NdFilter
from steady_tide.core.kit.device import Device
from steady_tide.core.light.level import LightLevel, level
from steady_tide.core.motion.blur import SHAKE_DEG_PER_S, WATER_INDEX
from steady_tide.core.plan.brief import Brief
from steady_tide.core.plan.stance import ISO_LIMIT, Stance

MOST_STACKED = 2
PORT_LOSS_STOPS = {"bare": 0.0, "flat": 0.1, "dome": 0.1}
"""**Assumed** loss in the window of a housing [stops]."""
NO_FILTER = "none"
EXHAUSTED_HEALTH = 0.3
"""A cell with less of its capacity left than this share is not planned with. **Assumed**."""


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
    bag: tuple[BagItem, ...]
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
        return tuple(f for f in self.bag if isinstance(f, ColourFilter) and self.device.key in f.fits)

    @property
    def colour_loss_stops(self) -> float:
        """Stops the chosen colour filter takes."""
        return next((f.stops for f in self.colour_filters if f.key == self.colour_filter), 0.0)

    @cached_property
    def housing(self) -> Housing | None:
        """The housing of the bag that fits this device and goes deepest; None when a rating was typed."""
        water = self.brief.water
        if water is None or water.housing_rating_m is not None:
            return None
        fitting = [item for item in self.bag if isinstance(item, Housing) and self.device.key in item.fits]
        return max(fitting, key=lambda item: item.depth_rating_m, default=None)

    @cached_property
    def cells(self) -> tuple[Cell, ...]:
        """Usable cells of the bag for this device, the longest-lasting in this cold first."""
        fitting = [item for item in self.bag if isinstance(item, Cell) and self.device.key in item.fits]
        usable = [cell for cell in fitting if cell.count and cell.health >= EXHAUSTED_HEALTH]
        return tuple(sorted(usable, key=lambda cell: -self.usable_wh(cell)))

    def usable_wh(self, cell: Cell) -> float:
        """Energy [Wh] a cell gives in this cold: capacity · health · share."""
        return cell.capacity_wh * cell.health * self.cold_share(cell.share_at_0_c)

    def cold_share(self, share_at_0_c: float) -> float:
        """Share of the energy left in the brief's cold: linear from 20 °C to 0 °C and on to −20 °C, **assumed**."""
        known = [share_at_0_c * 0.6, share_at_0_c, 1.0]
        return float(np.interp(self.brief.temperature_c, [-20.0, 0.0, 20.0], known))

    @property
    def cell_wh(self) -> float:
        """Energy [Wh] of the best cell in the bag, or of the one the camera came with."""
        if self.cells:
            return self.usable_wh(self.cells[0])
        battery = self.device.battery
        return battery.capacity_wh * self.cold_share(battery.share_at_0_c)

    @cached_property
    def cards(self) -> tuple[MemoryCard, ...]:
        """Memory cards of the bag for this device, fastest first."""
        fitting = [item for item in self.bag if isinstance(item, MemoryCard) and self.device.key in item.fits]
        return tuple(sorted((card for card in fitting if card.count), key=lambda card: -card.sustained_mb_s))

    @property
    def card_mb_s(self) -> float:
        """What the fastest fitting card sustains [MB/s], or what the profile says is in the device."""
        return self.cards[0].sustained_mb_s if self.cards else self.device.card_mb_s

    @cached_property
    def glasses(self) -> tuple[Glass, ...]:
        """Every way to fit ND from the bag on this device, bare lens first."""
        fitting = [f for f in self.bag if isinstance(f, NdFilter) and self.device.key in f.fits]
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
