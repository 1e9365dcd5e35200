"""One planning problem: brief, stance, device and bag, with the light worked out."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from fractions import Fraction
from functools import cached_property
from typing import Any, Final, Literal

from steady_tide.core.endurance.cells import usable_share
from steady_tide.core.endurance.heat import Body, body_of
from steady_tide.core.kit.bag import (
    BagItem,
    Carried,
    Cell,
    ColourFilter,
    Housing,
    Lamp,
    MemoryCard,
    Microphone,
    NdFilter,
    PowerBank,
    Support,
)
from steady_tide.core.kit.body import Battery
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.recording import Mode
from steady_tide.core.lapse.interval import WRITE_GAP_S, longest_shutter
from steady_tide.core.light.glass import loss_stops
from steady_tide.core.light.lamps import lamp_lux
from steady_tide.core.light.level import LightLevel, level
from steady_tide.core.light.spectra import DAYLIGHT
from steady_tide.core.light.underwater import lamp_at_1_m, passed_by
from steady_tide.core.light.water import WATER_TYPE, daylight_under
from steady_tide.core.motion.blur import SHAKE_DEG_PER_S
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.compatibility import Compatibility, compatibility
from steady_tide.core.plan.problem.glasses import NO_FILTER, Glass, glasses_of
from steady_tide.core.plan.problem.stance import ISO_LIMIT, Stance
from steady_tide.core.quantities import WATER_INDEX, ev100_from_lux, lux_from_ev100

PORT_LOSS_STOPS = {"bare": 0.0, "flat": 0.1, "dome": 0.1}
"""**Assumed** loss in the window of a housing [stops]."""
NIGHT_EV100 = 0.0
NIGHT_KELVIN = 3800.0
"""Kelvin that gives a night sky its cool look, by practice 3200 to 4000."""
MOVING = ("walking", "riding", "helmet-on-snow", "gimbal")
UNFITTED: Final = (
    "modes",
    "light",
    "compatible",
    "usable",
    "in_use",
    "lamps",
    "colour_filters",
    "glasses",
    "cells",
    "cards",
)
"""What brief, device and bag say alone, whatever is fitted."""


@dataclass(frozen=True)
class Situation:
    """Everything that is fixed while the planner searches."""

    brief: Brief
    stance: Stance
    device: Device
    bag: tuple[BagItem, ...]
    bias_stops: float = 0.0
    colour_filter: str = NO_FILTER
    lamp_key: str | None = None
    support_key: str | None = None
    weights: Mapping[str, float] = field(default_factory=dict)
    """Own weights of considerations by key, where the account changed them."""

    def fitted(self, **fit: Any) -> "Situation":
        """This situation with another bias, filter, lamp or support; what no fit changes is not worked out again."""
        made = replace(self, **fit)
        made.__dict__.update({name: self.__dict__[name] for name in UNFITTED if name in self.__dict__})
        return made

    @cached_property
    def remembered(self) -> dict[Any, Any]:
        """What was worked out from this situation once; see `offers`."""
        return {}

    @property
    def kind(self) -> Literal["video", "lapse"]:
        """Which modes are in play."""
        return "lapse" if self.brief.at_intervals else "video"

    @cached_property
    def modes(self) -> tuple[Mode, ...]:
        """The modes in play."""
        return tuple(mode for mode in self.device.modes if mode.kind == self.kind)

    @cached_property
    def light(self) -> LightLevel:
        """The light on the subject."""
        return level(self.brief.light)

    @cached_property
    def lamp(self) -> Lamp | None:
        """The lamp of the bag that lights the subject under water, where the brief says that one does."""
        if self.brief.water is None:
            return None
        wanted = self.lamp_key if self.lamp_key is not None else self._first_lamp()
        return next((item for item in self.usable if isinstance(item, Lamp) and item.key == wanted), None)

    def _first_lamp(self) -> str:
        return self.lamps[0].key if self.lamps else NO_FILTER

    def _with_lamp(self, ev100: float) -> float:
        """Light of the surroundings [EV at ISO 100] and the lamp's together."""
        if self.lamp is None or self.brief.water is None:
            return ev100
        kind = WATER_TYPE[self.brief.water.colour]
        added = lamp_lux(at_1_m=lamp_at_1_m(self.lamp), distance_m=self.brief.subject_distance_m, kind=kind)
        return float(ev100_from_lux(float(lux_from_ev100(ev100)) + added))

    @cached_property
    def aim_ev100(self) -> float:
        """The light the set is aimed at [EV at ISO 100], a lamp under water counted in."""
        return self._with_lamp(self.light.ev100)

    @cached_property
    def dark_ev100(self) -> float:
        """The darkest light expected in the take."""
        return self._with_lamp(self.light.ev100 - self.brief.falls_stops)

    @cached_property
    def bright_ev100(self) -> float:
        """The brightest light expected in the take."""
        return self._with_lamp(self.light.ev100 + self.brief.rises_stops)

    @property
    def kelvin(self) -> float:
        """The colour temperature to balance for [K]: the lamp's under water, else the light's; cool for a night sky."""
        if self.lamp is not None:
            return float(min(self.lamp.kelvins, key=lambda kelvin: abs(kelvin - 5600)))
        if self.brief.at_intervals and not self.light.lamps and self.light.ev100 < NIGHT_EV100:
            return NIGHT_KELVIN
        return self.light.kelvin

    def longest_shutter_s(self, rate: Fraction) -> float:
        """The longest shutter at a rate [s]: the frame; at intervals it leaves time to write."""
        frame = float(1 / rate)
        if not self.brief.at_intervals:
            return frame
        return longest_shutter(interval_s=frame) if frame > 2 * WRITE_GAP_S else frame / 2.0

    @property
    def carried(self) -> Carried:
        """How the camera is carried: as the support gives it, else as the brief says."""
        if self.support_key is not None and self.support is not None:
            return self.support.carried
        return self.brief.carried

    @property
    def shake_deg_per_s(self) -> float:
        """Shake of the way of carrying, rms: of the support in the bag if it says so, else **assumed**."""
        if self.brief.at_intervals and self.carried == "tripod":
            return 0.0
        if self.support is not None and self.support.shake_deg_per_s is not None:
            return self.support.shake_deg_per_s
        return SHAKE_DEG_PER_S[self.carried]

    @cached_property
    def compatible(self) -> tuple[Compatibility, ...]:
        """What each thing in the bag is to this scene on this device."""
        return tuple(compatibility(item, self.device, self.brief) for item in self.bag)

    @cached_property
    def usable(self) -> tuple[BagItem, ...]:
        """Things of the bag that may be used; the planner draws on nothing else."""
        pairs = zip(self.bag, self.compatible, strict=True)
        return tuple(item for item, found in pairs if found.use != "unfit")

    @cached_property
    def in_use(self) -> frozenset[str]:
        """Keys of the things this scene has a use for."""
        return frozenset(found.key for found in self.compatible if found.use == "usable")

    @cached_property
    def support(self) -> Support | None:
        """The support of the bag that is chosen, else one that carries the way the brief says."""
        if self.support_key is not None:
            supports = (item for item in self.usable if isinstance(item, Support))
            return next((item for item in supports if item.key == self.support_key), None)
        return next((item for item in self.usable if isinstance(item, Support) and item.key in self.in_use), None)

    @cached_property
    def lamps(self) -> tuple[Lamp, ...]:
        """Lamps of the bag that may light this scene."""
        return tuple(item for item in self.usable if isinstance(item, Lamp) and item.key in self.in_use)

    @cached_property
    def microphone(self) -> Microphone | None:
        """The external microphone of the bag, where the scene has a use for one."""
        return next((item for item in self.usable if isinstance(item, Microphone) and item.key in self.in_use), None)

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
        return tuple(item for item in self.usable if isinstance(item, ColourFilter))

    def colour_stops(self, item: ColourFilter) -> float:
        """Stops a colour filter takes: from its spectrum in the light of the depth, else as said."""
        passed = passed_by(item)
        if passed is None:
            return item.stops
        water = self.brief.water
        if water is None:
            return loss_stops(passed, DAYLIGHT)
        distance = self.brief.subject_distance_m
        kind = WATER_TYPE[water.colour]
        return loss_stops(passed, daylight_under(kind, depth_m=water.middle_m, distance_m=distance))

    @property
    def colour_loss_stops(self) -> float:
        """Stops the chosen colour filter takes."""
        return next((self.colour_stops(f) for f in self.colour_filters if f.key == self.colour_filter), 0.0)

    @cached_property
    def housing(self) -> Housing | None:
        """The housing of the bag that goes deepest here; None when a rating was typed."""
        water = self.brief.water
        if water is None or water.housing_rating_m is not None:
            return None
        fitting = [item for item in self.usable if isinstance(item, Housing)]
        return max(fitting, key=lambda item: item.depth_rating_m, default=None)

    @cached_property
    def cells(self) -> tuple[Cell, ...]:
        """Usable cells of the bag for this device, the longest-lasting in this cold first."""
        usable = [item for item in self.usable if isinstance(item, Cell)]
        return tuple(sorted(usable, key=lambda cell: -self.usable_wh(cell)))

    def usable_wh(self, cell: Cell) -> float:
        """Energy [Wh] a cell gives in this cold: capacity · health · share."""
        return cell.capacity_wh * cell.health * self._share(cell)

    def _share(self, cell: Cell | Battery) -> float:
        return usable_share(
            self.brief.temperature_c,
            share_at_0_c=cell.share_at_0_c,
            table=cell.cold_table,
            cuts_out_below=cell.cuts_out_below,
        )

    @property
    def cell_wh(self) -> float:
        """Energy [Wh] of the best cell in the bag, or of the one the camera came with."""
        if self.cells:
            return self.usable_wh(self.cells[0])
        return self.device.battery.capacity_wh * self._share(self.device.battery)

    @property
    def bank_wh(self) -> float:
        """Energy [Wh] that power banks bring to a camera left alone at intervals."""
        if not self.brief.at_intervals or self.brief.lapse is None or not self.brief.lapse.external_power:
            return 0.0
        return sum(item.capacity_wh * item.efficiency for item in self.usable if isinstance(item, PowerBank))

    @cached_property
    def body(self) -> Body | None:
        """The body as one node of heat; None where it never stops."""
        device = self.device
        if device.heat_limit_minutes is None:
            return None
        return body_of(
            limit_minutes=device.heat_limit_minutes,
            limit_c=device.heat_limit_c,
            hardest_w=max(mode.draw_w for mode in device.modes),
            resistance_k_per_w=device.heat_resistance_k_per_w,
        )

    @property
    def cooling(self) -> str:
        """What carries the heat away: water, moving air or still air."""
        if self.brief.water is not None:
            return "water"
        return "moving" if self.carried in MOVING or self.brief.windy else "still"

    @cached_property
    def cards(self) -> tuple[MemoryCard, ...]:
        """Memory cards of the bag for this device, fastest first."""
        fitting = [item for item in self.usable if isinstance(item, MemoryCard)]
        return tuple(sorted(fitting, key=lambda card: -card.sustained_mb_s))

    @property
    def card_mb_s(self) -> float:
        """What the fastest fitting card sustains [MB/s], or what the profile says is in the device."""
        return self.cards[0].sustained_mb_s if self.cards else self.device.card_mb_s

    @cached_property
    def glasses(self) -> tuple[Glass, ...]:
        """Every way to fit ND from the bag on this device, bare lens first."""
        return glasses_of([item for item in self.usable if isinstance(item, NdFilter)])
