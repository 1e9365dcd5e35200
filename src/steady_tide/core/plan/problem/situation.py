"""A problem with what is fitted by hand decided: everything that is fixed while the planner searches."""

from dataclasses import dataclass, replace
from fractions import Fraction
from functools import cached_property
from math import log2
from typing import Final

from numpy import interp

from steady_tide.core.kit.bag import Carried, Lamp, Support
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.lapse.interval import longest_shutter
from steady_tide.core.light.daylight import METERS_DARK_STOPS
from steady_tide.core.light.level import LightLevel
from steady_tide.core.light.underwater import lamp_on_subject_lux
from steady_tide.core.motion.blur import SHAKE_DEG_PER_S, angular_rate
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.given import Given
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import ISO_LIMIT, Stance
from steady_tide.core.quantities import ev100_from_lux, lux_from_ev100
from steady_tide.core.thresholds import threshold, thresholds

SKY_EV100: Final = (threshold("sky.dark-site"), threshold("sky.dusk"))
SKY_LEFT_STOPS: Final = (threshold("sky.left-dark"), 0.0)
"""Lights of a sky that is filmed, and how far from mid grey it is left in them: as it is at the last of the dusk."""
NIGHT_EV100: Final = threshold("night.below")
NIGHT_KELVIN: Final = threshold("night.kelvin")
"""Kelvin that gives a night sky its cool look, by practice 3200 to 4000."""
LOOK_MIRED: Final = thresholds("white.look")
"""How much warmer than the light's white a look is set [mired]. **Assumed**."""
ADAPTATION: Final = thresholds("white.adaptation")
"""How far towards daylight a light is corrected, by look, and where colour must be right [share of the mired between].

The eye adapts part of the way (the degree of adaptation of CIECAM02), so that lamps keep some of their warmth.
"""
RIGHT_COLOUR: Final = ("product", "talking")
"""Scenes in which colour must be right: things as they are sold, and skin."""
SPORT_RAD_S: Final = threshold("sport.crosses")
SPORT_EV100: Final = threshold("sport.light")
"""What crosses faster than this in light that stays over this is sport with light to spare [rad/s, EV at ISO 100]."""
DAYLIGHT_KELVIN: Final = threshold("white.daylight")
DAYLIGHT_KELVINS: Final = (threshold("white.daylight-from"), threshold("white.daylight-to"))
"""Daylight that comes and goes with cloud is balanced for the sun: locked there, shade looks like shade."""
MOVING_STOPS: Final = threshold("light.moves")
"""Light that moves by more than this in all has to be reckoned with in the take. **Assumed**."""
WHITE_LAMP_KELVIN: Final = threshold("lamp.white")
"""What a lamp of two colours is set to under water. **Assumed**."""
MOVING = ("walking", "riding", "helmet-on-snow", "gimbal")


FULL_LEVEL = "100"


@dataclass(frozen=True)
class Fit:
    """What is fitted by hand, by key; None for lamp and support while that is not decided."""

    colour_filter: str = NO_FILTER
    lamp: str | None = None
    lamp_level: str = FULL_LEVEL
    support: str | None = None


@dataclass(frozen=True)
class Situation:
    """A problem under one fit."""

    given: Given
    fit: Fit = Fit()

    @classmethod
    def of(cls, problem: PlanningProblem, **fit: str) -> "Situation":
        """A problem with some things fitted."""
        return cls(Given.of(problem), Fit(**fit))

    def fitted(self, setting: Setting, value: Value) -> "Situation":
        """This situation with one of lamp, support and colour filter chosen."""
        return replace(self, fit=replace(self.fit, **{setting.value: str(value)}))

    @cached_property
    def brief(self) -> Brief:
        """The scene as its maker states it."""
        return self.given.brief

    @cached_property
    def device(self) -> Device:
        """The camera."""
        return self.given.device

    @cached_property
    def stance(self) -> Stance:
        """The stance that holds for this film."""
        return self.given.stance

    @cached_property
    def light(self) -> LightLevel:
        """The light on the subject, a lamp under water not counted in."""
        return self.given.light

    @cached_property
    def iso_limit(self) -> int:
        """The ISO the owner puts up with on this camera, where footage told; else that of the stance.

        Of several profiles the one that is pinned counts, else the one that bears most.
        """
        pinned = self.given.problem.pins.get(Setting.COLOUR_PROFILE)
        profiles = [one for one in self.device.profiles if pinned is None or one.key == pinned]
        known = [one.bearable_iso for one in profiles if one.bearable_iso is not None]
        return max(known) if known else ISO_LIMIT[self.stance.noise_ceiling]

    # Light.

    @cached_property
    def lamp(self) -> Lamp | None:
        """The lamp of the bag that lights the subject under water, where the brief says that one does."""
        if self.brief.water is None:
            return None
        if self.fit.lamp is None:
            return next(iter(self.given.lamps), None)
        return next((lamp for lamp in self.given.usable_of(Lamp) if lamp.key == self.fit.lamp), None)

    def _with_lamp(self, ev100: float) -> float:
        """Light of the surroundings [EV at ISO 100] and the lamp's together."""
        if self.lamp is None or self.brief.water is None:
            return ev100
        added = lamp_on_subject_lux(
            self.lamp,
            colour=self.brief.water.colour,
            distance_m=self.brief.subject_distance_m,
            level_percent=float(self.fit.lamp_level),
        )
        return float(ev100_from_lux(float(lux_from_ev100(ev100)) + added))

    def lamp_over_rest_stops(self, level: float) -> float:
        """How far the lamp at a level [%] outshines the rest of the light on the subject [stops]."""
        lit = replace(self, fit=replace(self.fit, lamp_level=f"{level:g}"))
        both, rest = lux_from_ev100(lit.aim_ev100), lux_from_ev100(self.light.ev100)
        return float(log2(max(float(both) - float(rest), 1e-9) / float(rest)))

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
            return float(min(self.lamp.kelvins, key=lambda kelvin: abs(kelvin - WHITE_LAMP_KELVIN)))
        if self.brief.at_intervals and not self.light.lamps and self.light.ev100 < NIGHT_EV100:
            return NIGHT_KELVIN
        least, most = DAYLIGHT_KELVINS
        under_sky = self.brief.water is None and not self.light.lamps
        if self.light_moves and under_sky and least <= self.light.kelvin <= most:
            return DAYLIGHT_KELVIN
        return self.light.kelvin

    @property
    def light_moves(self) -> bool:
        """Whether the light changes much during the take."""
        return self.brief.falls_stops + self.brief.rises_stops > MOVING_STOPS

    @property
    def adaptation(self) -> float:
        """How far towards daylight the light is corrected, in [0, 1]: wholly where its colour must be right."""
        named = self.kelvin == self.light.kelvin and self.brief.water is None
        if not named or (self.stance.white_look != "as-lit" and self.brief.scenario in RIGHT_COLOUR):
            return ADAPTATION["right"]
        return ADAPTATION[self.stance.white_look]

    def balanced_kelvin(self, cast_mired: float = 0.0) -> float:
        """What the white balance is to be set to [K]: for the light, behind glass that shifts it, as white is to look.

        A higher setting than the light's gives a warmer picture.
        """
        daylight = 1e6 / DAYLIGHT_KELVIN
        light = daylight + self.adaptation * (1e6 / self.kelvin - daylight)
        return 1e6 / (light + cast_mired - LOOK_MIRED[self.stance.white_look])

    @cached_property
    def meter_stops(self) -> float:
        """How much too bright the meter exposes here [stops]: its habit, less what bright ground takes from it."""
        worn_on_snow = METERS_DARK_STOPS["snow"] if self.brief.carried == "helmet-on-snow" else 0.0
        return self.device.meters_bright_stops - max(self.light.meters_dark_stops, worn_on_snow)

    @cached_property
    def sport(self) -> bool:
        """Whether fast things are filmed in light to spare."""
        brief = self.brief
        if brief.scenario != "motion" or brief.frozen or self.dark_ev100 < SPORT_EV100:
            return False
        crossing = angular_rate(speed_m_s=brief.subject_speed_m_s, distance_m=brief.subject_distance_m)
        return crossing >= SPORT_RAD_S

    @cached_property
    def tempo(self) -> str:
        """The tempo the stance takes here: as it moves, sport is given room to be slowed once."""
        if self.stance.tempo != "as-it-moves":
            return self.stance.tempo
        return "room-to-slow" if self.sport else "real-time"

    @cached_property
    def colour_loss_stops(self) -> float:
        """Stops the chosen colour filter takes."""
        chosen = (item for item in self.given.colour_filters if item.key == self.fit.colour_filter)
        return next((self.given.colour_stops(item) for item in chosen), 0.0)

    def longest_shutter_s(self, rate: Fraction) -> float:
        """The longest shutter at a rate [s]: the frame; at intervals it leaves time to write."""
        frame = float(1 / rate)
        if not self.brief.at_intervals:
            return frame
        return longest_shutter(interval_s=frame, write_gap_s=self.device.write_gap_s)

    @cached_property
    def intended_stops(self) -> float:
        """How far from mid grey the picture is meant to lie [stops]: a night sky is left dark. **Assumed**."""
        if not self.brief.films_sky:
            return 0.0
        return float(interp(self.light.ev100, SKY_EV100, SKY_LEFT_STOPS))

    # Carrying.

    @cached_property
    def support(self) -> Support | None:
        """The support of the bag that is chosen, else one that carries the way the brief says."""
        supports = self.given.usable_of(Support)
        if self.fit.support is not None:
            return next((item for item in supports if item.key == self.fit.support), None)
        return next((item for item in supports if item.key in self.given.in_use), None)

    @cached_property
    def carried(self) -> Carried:
        """How the camera is carried: as the support gives it, else as the brief says."""
        if self.fit.support is not None and self.support is not None:
            return self.support.carried
        return self.brief.carried

    @cached_property
    def shake_deg_per_s(self) -> float:
        """Shake of the way of carrying, rms: of the support in the bag if it says so, as learned, else **assumed**."""
        if self.brief.at_intervals and self.carried == "tripod":
            return 0.0
        if self.support is not None and self.support.shake_deg_per_s is not None:
            return self.support.shake_deg_per_s
        return self.given.problem.learned.shake_deg_per_s.get(self.carried, SHAKE_DEG_PER_S[self.carried])

    @property
    def cooling(self) -> str:
        """What carries the heat away: water, moving air or still air."""
        if self.brief.water is not None:
            return "water"
        return "moving" if self.carried in MOVING or self.brief.windy else "still"
