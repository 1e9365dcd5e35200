"""What brief, device and bag say alone, whatever is fitted: worked out once for a problem."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Final, TypeVar

from steady_tide.core.endurance.cells import usable_share
from steady_tide.core.endurance.flight import FRESH_M_S, wind_share
from steady_tide.core.endurance.heat import Body, body_of
from steady_tide.core.image.noise import MID_GREY_LUX_S, electrons
from steady_tide.core.kit.bag import (
    BagItem,
    Cell,
    ColourFilter,
    Housing,
    Lamp,
    MemoryCard,
    Microphone,
    NdFilter,
    PowerBank,
)
from steady_tide.core.kit.body import Battery, ColourProfile
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.optics import Lens
from steady_tide.core.kit.recording import Mode
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.light.glass import loss_stops
from steady_tide.core.light.level import LightLevel
from steady_tide.core.light.spectra import DAYLIGHT
from steady_tide.core.light.underwater import passed_by
from steady_tide.core.light.water import WATER_TYPE, daylight_under
from steady_tide.core.memo import Memo
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.compatibility import Compatibility, compatibility
from steady_tide.core.plan.problem.glasses import Glass, glasses_of
from steady_tide.core.plan.problem.offers import Camera, Offer, Offered, of_bag
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.quantities import WATER_INDEX
from steady_tide.core.thresholds import thresholds

PORT_LOSS_STOPS: Final = thresholds("port.loss")
"""**Assumed** loss in the window of a housing [stops]."""
Kind = TypeVar("Kind", bound=BagItem)


@dataclass(frozen=True)
class Given:
    """A problem with what follows from it before anything is fitted or searched."""

    problem: PlanningProblem
    camera: Camera

    @classmethod
    def of(cls, problem: PlanningProblem) -> "Given":
        """A problem whose camera is shared with no other."""
        return cls(problem, Camera(problem.device, problem.kind))

    @cached_property
    def brief(self) -> Brief:
        """The scene as its maker states it."""
        return self.problem.brief

    @cached_property
    def device(self) -> Device:
        """The camera."""
        return self.problem.device

    @cached_property
    def stance(self) -> Stance:
        """The stance that holds for this film."""
        return self.problem.held_stance

    @cached_property
    def modes(self) -> tuple[Mode, ...]:
        """The modes in play."""
        return self.camera.modes

    @cached_property
    def light(self) -> LightLevel:
        """The light on the subject."""
        return self.brief.level

    def headroom_stops(self, profile: ColourProfile) -> float:
        """Stops a profile holds over mid grey, and no more than the wells of the main lens at its base ISO.

        Mid grey is 10/S lx s (ISO 12232).
        """
        sensor = self.main_lens.sensor
        at_grey = electrons(exposure_lux_s=MID_GREY_LUX_S / profile.base_iso, sensor=sensor)
        return min(profile.headroom_stops, sensor.headroom_stops(float(at_grey)))

    @cached_property
    def main_lens(self) -> Lens:
        """The lens whose sensor is largest."""
        return max(self.device.lenses, key=lambda lens: lens.sensor.width_mm)

    # The bag.

    @cached_property
    def compatible(self) -> tuple[Compatibility, ...]:
        """What each thing in the bag is to this scene on this device."""
        return tuple(compatibility(item, self.device, self.brief) for item in self.problem.bag)

    @cached_property
    def usable(self) -> tuple[BagItem, ...]:
        """Things of the bag that may be used; the planner draws on nothing else."""
        pairs = zip(self.problem.bag, self.compatible, strict=True)
        return tuple(item for item, verdict in pairs if verdict.use != "unfit")

    @cached_property
    def in_use(self) -> frozenset[str]:
        """Keys of the things this scene has a use for."""
        return frozenset(verdict.key for verdict in self.compatible if verdict.use == "usable")

    def usable_of(self, kind: type[Kind]) -> tuple[Kind, ...]:
        """Usable things of one kind."""
        return tuple(item for item in self.usable if isinstance(item, kind))

    @cached_property
    def lamps(self) -> tuple[Lamp, ...]:
        """Lamps of the bag that may light this scene."""
        return tuple(lamp for lamp in self.usable_of(Lamp) if lamp.key in self.in_use)

    @cached_property
    def microphone(self) -> Microphone | None:
        """The external microphone of the bag, where the scene has a use for one."""
        return next((item for item in self.usable_of(Microphone) if item.key in self.in_use), None)

    @cached_property
    def colour_filters(self) -> tuple[ColourFilter, ...]:
        """Colour filters of the bag that fit this device."""
        return self.usable_of(ColourFilter)

    @cached_property
    def glasses(self) -> tuple[Glass, ...]:
        """Every way to fit ND from the bag on this device, bare lens first."""
        return glasses_of(self.usable_of(NdFilter))

    @cached_property
    def memory_cards(self) -> tuple[MemoryCard, ...]:
        """Memory cards of the bag for this device, fastest first."""
        return tuple(sorted(self.usable_of(MemoryCard), key=lambda card: -card.sustained_mb_s))

    @cached_property
    def storage_mb_s(self) -> float:
        """What the fastest fitting memory card sustains [MB/s], or what the profile says is in the device."""
        return self.memory_cards[0].sustained_mb_s if self.memory_cards else self.device.card_mb_s

    # Water.

    @cached_property
    def port(self) -> str:
        """The window in front of the lens."""
        return self.brief.water.port if self.brief.water else "bare"

    @cached_property
    def port_loss_stops(self) -> float:
        """Stops lost in the housing's window."""
        return PORT_LOSS_STOPS[self.port]

    @cached_property
    def port_magnification(self) -> float:
        """How much a flat port enlarges the middle of the picture."""
        return WATER_INDEX if self.port == "flat" else 1.0

    @cached_property
    def housing(self) -> Housing | None:
        """The housing of the bag that goes deepest here; None when none fits, or none is needed out of the water."""
        if self.brief.water is None:
            return None
        return max(self.usable_of(Housing), key=lambda item: item.depth_rating_m, default=None)

    @cached_property
    def lacks_housing(self) -> bool:
        """Whether it goes deeper than the bare body may, and the bag has no housing for that."""
        water = self.brief.water
        return water is not None and self.housing is None and water.deepest_m > self.device.depth_rating_m

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

    # Power.

    @cached_property
    def cells(self) -> tuple[Cell, ...]:
        """Usable cells of the bag for this device, the longest-lasting in this cold first."""
        return tuple(sorted(self.usable_of(Cell), key=lambda cell: -self.usable_wh(cell)))

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

    @cached_property
    def cell_wh(self) -> float:
        """Energy [Wh] of the best cell in the bag, or of the one the camera came with."""
        if self.cells:
            return self.usable_wh(self.cells[0])
        return self.device.battery.capacity_wh * self._share(self.device.battery)

    @cached_property
    def wind_share(self) -> float:
        """Share of a drone's flight in still air that the wind leaves."""
        brief, stated = self.brief, self.brief.wind_m_s
        wind = stated if stated is not None else FRESH_M_S * brief.windy
        return wind_share(wind, limit_m_s=self.device.wind_limit_m_s)

    @cached_property
    def power_banks(self) -> tuple[PowerBank, ...]:
        """Power banks that feed a camera left alone at intervals."""
        lapse = self.brief.lapse
        if not self.brief.at_intervals or lapse is None or not lapse.external_power:
            return ()
        return self.usable_of(PowerBank)

    @cached_property
    def bank_wh(self) -> float:
        """Energy [Wh] that power banks bring."""
        return sum(item.capacity_wh * item.efficiency for item in self.power_banks)

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

    # What can be chosen.

    @cached_property
    def _of_bag(self) -> Memo[Setting, Offered]:
        return Memo(lambda setting: Offered.of(of_bag(setting, self.usable, self.glasses)))

    def _offered(self, setting: Setting) -> Offered:
        return self._of_bag(setting) if SETTINGS[setting].by_hand else self.camera.offered(setting)

    def offers(self, setting: Setting) -> list[Offer]:
        """Every value that device and bag offer for a setting, in the order they are offered."""
        return self._offered(setting).offers

    def text_of(self, setting: Setting, value: Value) -> str:
        """How a value is read; the value itself where the device does not offer it."""
        return self._offered(setting).texts.get(value, str(value))

    def wishes_text(self, wishes: Mapping[Setting, Value]) -> str:
        """Wishes in one phrase: "frame rate 120 fps and stabilisation Strong"."""
        return " and ".join(f"{SETTINGS[name].in_text} {self.text_of(name, value)}" for name, value in wishes.items())
