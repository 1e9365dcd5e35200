"""The shot that a set takes in a light: every figure of a picture, from the core's own functions.

**Assumed**, since no profile says it: how bright endless water looks, what an automatic white balance brings back, how
strongly cameras sharpen at each step, and that they smooth more with every stop of ISO over their lowest.
"""

from collections.abc import Mapping
from typing import Any, Final, Literal

import numpy as np
from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.exposure.flicker import residual_ripple
from steady_tide.core.image.budget import bits_per_pixel, gb_per_hour
from steady_tide.core.image.noise import electrons
from steady_tide.core.kit.bag import ColourFilter
from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.light.daylight import direct_share
from steady_tide.core.light.spectra import DAYLIGHT, NM, channels
from steady_tide.core.light.underwater import passed_by
from steady_tide.core.light.water import WATER_TYPE, daylight_under, slant
from steady_tide.core.motion.blur import angular_rate
from steady_tide.core.picture.shot import Finish, Flicker, Frame, Grain, Motion, PlateName, Rgb, Shot, Water, water_over
from steady_tide.core.picture.tone import LUMINANCE
from steady_tide.core.plan.physics.exposed import ExposedSet, InOneLight
from steady_tide.core.plan.physics.scene import delivered_width
from steady_tide.core.plan.physics.space import DeviceSpace, Spaces
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import WATER_INDEX, Floats, focal_plane_exposure, lux_from_ev100

VEIL: Final = 0.4
"""Light of endless water seen level, in the channel it takes least of, over a grey card lit by it. **Assumed**."""
AUTOMATIC_STOPS: Final = 1.6
"""How far an automatic white balance moves a channel at most. **Assumed**."""
SHARPENING: Final = {"low": 0.0, "medium": 0.35, "high": 0.8}
"""How strongly a step of sharpening lifts a pixel off its neighbours. **Assumed**."""
SMOOTHING_PER_STOP: Final = 0.06
MOST_SMOOTHING: Final = 0.4
"""How much of a pixel is taken from its neighbours with every stop of ISO over the lowest. **Assumed**."""
UNSEEN_RIPPLE: Final = 1e-4
DAYLIGHT_KELVIN: Final = 6504.0
SECOND_RADIATION_NM_K: Final = 1.438777e7
"""Second radiation constant [nm K] (CODATA 2018)."""
SUN_UP_DEG: Final = 40.0
"""How high the sun is taken to stand over water whose light is given as it is. **Assumed**."""


class PictureFigures(Part):
    """What stands under a picture; blur and jump in pixels of the finished film.

    error_stops: too bright or dark against what is meant; recorded_stops: mid grey over its usual place.
    red_left: share of the surface's red, under water.
    """

    ev100: float
    shutter_s: float
    iso: float
    error_stops: float
    recorded_stops: float
    snr_mid: float
    snr_shadow: float
    smear_px: float
    subject_px: float
    jump_px: float
    across_deg: float
    gb_per_hour: float
    pixels_over_need: float
    ripple_share: float
    red_left: float | None = None
    uncertainty_stops: float
    bits_per_pixel: float
    timeline_hz: float


class Taken(Part):
    """A shot with its figures."""

    shot: Shot
    figures: PictureFigures


class Light(Part):
    """In what light it is looked at: EV at ISO 100, else that aimed at; depth under water [m], else the brief's."""

    ev100: float | None = Field(default=None, ge=-20, le=25)
    depth_m: float | None = Field(default=None, ge=0.01, le=60)


def taken(
    spaces: Spaces,
    problem: PlanningProblem,
    values: Mapping[Setting, Value],
    light: Light,
    plate: PlateName | None = None,
) -> Taken:
    """The shot a set takes. values: of all settings. Raises BadInput where the camera has no such set."""
    problem = _at_depth(problem, light)
    fit = {name: str(values[name]) for name in (Setting.COLOUR_FILTER, Setting.LAMP, Setting.SUPPORT) if name in values}
    situation = Situation.of(
        problem,
        **{name.value: value for name, value in fit.items() if value != "none" or name is Setting.COLOUR_FILTER},
    )
    space: DeviceSpace = spaces.of(problem.device, problem.kind)
    bias = float(values.get(Setting.EXPOSURE_BIAS, 0.0))
    chosen = ExposedSet.of(situation, space, values, bias=bias)
    ev100 = chosen.aim.ev100 if light.ev100 is None else light.ev100
    one = chosen.in_light(ev100)
    profile = next(p for p in problem.device.profiles if p.key == values[Setting.COLOUR_PROFILE])
    colour = Colours(chosen, values)
    bits = _bits(chosen, values)
    shot = Shot(
        plate=plate or plate_for(problem.brief),
        frame=_frame(chosen),
        gain=_rounded(colour.gain * 2.0 ** (chosen.settings.bias_stops + one.error_stops)),
        water=colour.water,
        grain=_grain(chosen, one, colour.balance),
        motion=_motion(chosen, one),
        flicker=_flicker(chosen, one),
        finish=_finish(chosen, profile, values, one, bits),
    )
    return Taken(shot=shot, figures=_figures(chosen, one, colour, values, bits))


def _at_depth(problem: PlanningProblem, light: Light) -> PlanningProblem:
    water = problem.brief.water
    if light.depth_m is None or water is None:
        return problem
    deeper = water.model_copy(update={"depth_m": light.depth_m, "shallowest_m": min(light.depth_m, water.shallowest_m)})
    return problem.otherwise(brief=problem.brief.model_copy(update={"water": deeper}))


def plate_for(brief: Brief) -> PlateName:
    """The scene drawn that is most like a brief's."""
    if brief.water is not None:
        return "ropes"
    if brief.scenario == "lapse":
        return "sheds"
    if brief.carried == "helmet-on-snow":
        return "slope"
    if brief.scenario == "low-light":
        return "street" if brief.carried == "riding" else "quay"
    by_scenario: dict[str, PlateName] = {"product": "jar", "talking": "seat", "drone": "farm", "scenic": "farm"}
    return by_scenario.get(brief.scenario, "bow")


def _frame(chosen: ExposedSet) -> Frame:
    delivery = chosen.situation.brief.delivery
    index = WATER_INDEX if chosen.situation.given.port == "flat" else 1.0
    return Frame(
        width_px=round(delivered_width(delivery, delivery.shapes[0])),
        height_px=round(chosen.delivered_height_px),
        projection=chosen.view.projection,
        focal_px=_short(chosen.focal_px / chosen.situation.given.port_magnification),
        port_index=index,
    )


def _short(figure: float) -> float:
    """A figure to six digits, so that like shots are one."""
    return float(f"{figure:.6g}")


def _rounded(figures: Floats) -> Rgb:
    red, green, blue = (_short(float(one)) for one in figures)
    return red, green, blue


# Colour.


def illuminant(kelvin: float) -> Floats:
    """Power of light of a colour temperature [K], shape (31,): daylight, warmed or cooled as a black body is.

    D65 [CIE-15] times Planck's law at the temperature over that at 6504 K. Simplified.
    """
    return np.asarray(DAYLIGHT * _planck(kelvin) / _planck(DAYLIGHT_KELVIN))


def _planck(kelvin: float) -> Floats:
    return np.asarray(NM**-5.0 / np.expm1(SECOND_RADIATION_NM_K / (NM * kelvin)))


def rgb_of(spectrum: Floats) -> Floats:
    """What red, green and blue take of a spectrum over daylight's, scaled to luminance 1, shape (3,)."""
    rgb = channels(spectrum) / channels(DAYLIGHT)
    return np.asarray(rgb / (rgb @ LUMINANCE))


class Colours:
    """Colour of the light on its way: lamps and sky, water, filter, and what the white balance makes of it."""

    def __init__(self, chosen: ExposedSet, values: Mapping[Setting, Value]) -> None:
        self.chosen = chosen
        self.situation = chosen.situation
        glass = 1e6 / max(1.0, 1e6 / self.situation.light.kelvin + chosen.glass.cast_mired)
        self._filter = self._passed(values)
        self._above = illuminant(self.situation.light.kelvin if self._path is None else DAYLIGHT_KELVIN)
        self._cast = illuminant(glass) / illuminant(self.situation.light.kelvin)
        self._lamp_share = self._lamp()
        self.water = self._water()
        self.balance = self._balance(values[Setting.WHITE_BALANCE])

    @property
    def _path(self) -> str | None:
        water = self.situation.brief.water
        return WATER_TYPE[water.colour] if water else None

    def _passed(self, values: Mapping[Setting, Value]) -> Floats:
        """What the colour filter lets through, shape (31,)."""
        key = values.get(Setting.COLOUR_FILTER)
        fitted: list[Any] = [item for item in self.situation.given.usable_of(ColourFilter) if item.key == key]
        passed = passed_by(fitted[0]) if fitted else None
        return np.ones(len(NM)) if passed is None else passed

    def _at(self, distance_m: float) -> Floats:
        """Spectrum of the light around that comes from a grey card so far away, ahead of the lens."""
        if self._path is None:
            return self._above
        water = self.situation.brief.water
        assert water is not None
        down = float(slant(SUN_UP_DEG, direct_share=direct_share(sun_altitude_deg=SUN_UP_DEG, okta=4)))
        return daylight_under(self._path, depth_m=water.depth_m, distance_m=distance_m, slant_by=down)

    @property
    def _card_m(self) -> float:
        return max(self.situation.brief.subject_distance_m, 0.05)

    def _lamp(self) -> float:
        """Share of a lamp in the light on the card."""
        if self.situation.lamp is None:
            return 0.0
        rest = float(lux_from_ev100(self.situation.light.ev100))
        return 1.0 - rest / float(lux_from_ev100(self.situation.aim_ev100))

    def _lamp_light(self) -> Floats:
        """Spectrum of the lamp's light that comes back from the card."""
        assert self._path is not None
        both_ways = daylight_under(self._path, depth_m=0.0, distance_m=2.0 * self._card_m) / DAYLIGHT
        return illuminant(self.situation.kelvin) * both_ways

    def _through(self, spectrum: Floats) -> Floats:
        return spectrum * self._filter * self._cast

    def _normed(self, spectrum: Floats) -> Floats:
        """A spectrum scaled to be as bright as white."""
        return np.asarray(spectrum / (channels(spectrum) / channels(DAYLIGHT) @ LUMINANCE))

    @property
    def card(self) -> Floats:
        """Red, green and blue of the light a grey card sends through water and glass, luminance 1."""
        around = self._normed(self._at(self._card_m))
        if self._lamp_share:
            around = (1.0 - self._lamp_share) * around + self._lamp_share * self._normed(self._lamp_light())
        return rgb_of(self._through(around))

    def _water(self) -> Water | None:
        """What the water does, by channel; the veil is that of the light around at this depth."""
        if self._path is None:
            return None
        near, far = (channels(self._through(self._at(distance))) for distance in (self._card_m, self._card_m + 1.0))
        before = channels(self._through(self._at(0.0)))
        lamp = np.zeros(3)
        if self._lamp_share:
            lamps = channels(self._through(self._normed(self._lamp_light()))) * self._lamp_share
            around = channels(self._through(self._normed(self._at(self._card_m)))) * (1.0 - self._lamp_share)
            lamp = lamps / (lamps + around)
        path = np.log(near / far)
        # Endless water sends back what it scatters, b A exp(-c x) summed over x: the less, the more it takes.
        veil = VEIL * before / near * (path.min() / path) * (1.0 - self._lamp_share)
        return Water(
            card_m=self._card_m,
            path=_rounded(path),
            veil=_rounded(veil),
            lamp=_rounded(np.clip(lamp, 0, 1)),
        )

    def _balance(self, setting: Value) -> Floats:
        """What the white balance multiplies red, green and blue by; it leaves the brightness of the card as it is."""
        card = self.card
        if isinstance(setting, int | float) or str(setting).isdigit():
            wanted = 1.0 / rgb_of(illuminant(float(setting)))
        else:
            wanted = np.clip(1.0 / card, 2.0**-AUTOMATIC_STOPS, 2.0**AUTOMATIC_STOPS)
        return np.asarray(wanted / (card * wanted @ LUMINANCE))

    @property
    def gain(self) -> Floats:
        """From the plate's grey card, 1 in every channel, to what is recorded of it with mid grey at 1.

        The card as it is seen, with the veil of the water before it, has luminance 1.
        """
        card = self.card * self.balance
        if self.water is None:
            return card
        path, veil = np.asarray(self.water.path), np.asarray(self.water.veil)
        seen = 1.0 + veil * (1.0 - np.exp(-path * self.water.card_m))
        return np.asarray(card / (card * seen @ LUMINANCE))

    @property
    def red_left(self) -> float | None:
        """Share of the surface's red that is left on the way to the lens, filter and lamp aside."""
        if self._path is None:
            return None
        return float(channels(self._at(self._card_m))[0] / channels(DAYLIGHT)[0])


def card_colour(shot: Shot) -> Floats:
    """Red, green and blue of a grey card as a shot records it, the veil of the water before it counted in, (3,)."""
    if shot.water is None:
        return np.asarray(shot.gain)
    passes, veil = water_over(shot.water, shot.water.card_m)
    return np.asarray(shot.gain) * (passes + veil)


# The rest.


def _grain(chosen: ExposedSet, one: InOneLight, balance: Floats) -> Grain:
    lux_s = focal_plane_exposure(
        ev100=one.ev100 - chosen.settings.loss_stops, shutter_s=one.shutter_s, f_number=chosen.settings.f_number
    )
    sensor = chosen.lens.sensor
    grey = float(electrons(exposure_lux_s=lux_s, sensor=sensor)) / 2.0 ** (chosen.settings.bias_stops + one.error_stops)
    return Grain(
        electrons=_rounded(np.maximum(grey / balance, 1e-6)),
        read_noise_e=sensor.read_noise_e,
        prnu=sensor.prnu,
        photosites=_short(chosen.photosites),
    )


def _motion(chosen: ExposedSet, one: InOneLight) -> Motion:
    brief = chosen.situation.brief
    subject = angular_rate(speed_m_s=brief.subject_speed_m_s, distance_m=brief.subject_distance_m)
    still = brief.at_intervals
    return Motion(
        shutter_s=_short(one.shutter_s),
        rate_hz=_short(chosen.rate_hz),
        timeline_hz=float(brief.delivery.timeline_rate),
        shake_rad_s=_short(min(chosen.smear_rad_s, 100.0)),
        jitter_rad_s=_short(min(chosen.jitter_rad_s, 100.0)),
        subject_rad_s=0.0 if still else _short(min(subject, 100.0)),
        readout_s=(chosen.mode.readout_ms or 0.0) / 1000.0,
    )


def _ripple(chosen: ExposedSet, one: InOneLight) -> float:
    if not chosen.situation.light.lamps:
        return 0.0
    kept = residual_ripple(shutter_s=one.shutter_s, mains_hz=chosen.situation.brief.mains_hz)
    ripple = float(kept) * chosen.situation.light.ripple
    return 0.0 if ripple < UNSEEN_RIPPLE else _short(min(1.0, ripple))


def _flicker(chosen: ExposedSet, one: InOneLight) -> Flicker:
    return Flicker(kept=_ripple(chosen, one), hz=2.0 * chosen.situation.brief.mains_hz)


def _bits(chosen: ExposedSet, values: Mapping[Setting, Value]) -> float:
    """Bits for a recorded pixel, counted as plain coding."""
    codec = next(one for one in chosen.situation.device.codecs if one.key == values[Setting.CODEC])
    mode = chosen.mode
    rate = chosen.rate_hz if mode.kind == "video" else float(chosen.situation.brief.delivery.timeline_rate)
    bits = bits_per_pixel(
        mbit_s=float(values[Setting.BIT_RATE]), width_px=mode.width_px, height_px=mode.height_px, rate=rate
    )
    return _short(min(100.0, float(bits) * codec.efficiency))


def _finish(
    chosen: ExposedSet, profile: ColourProfile, values: Mapping[Setting, Value], one: InOneLight, bits: float
) -> Finish:
    lowest = min(chosen.situation.device.iso.values)
    over = max(0.0, float(np.log2(one.iso / lowest)))
    depth: Any = int(values[Setting.BIT_DEPTH])
    graded: Literal["log", "flat", "neutral", "vivid"] = profile.curve
    return Finish(
        curve=graded,
        headroom_stops=profile.headroom_stops,
        bit_depth=depth,
        sharpening=SHARPENING.get(str(values.get(Setting.SHARPENING)), SHARPENING["medium"]),
        smoothing=_short(min(MOST_SMOOTHING, SMOOTHING_PER_STOP * over)),
        bits_per_pixel=bits,
    )


def _figures(
    chosen: ExposedSet, one: InOneLight, colour: Colours, values: Mapping[Setting, Value], bits: float
) -> PictureFigures:
    motion = _motion(chosen, one)
    rate = float(values[Setting.BIT_RATE])
    return PictureFigures(
        ev100=one.ev100,
        shutter_s=one.shutter_s,
        iso=one.iso,
        error_stops=one.error_stops,
        recorded_stops=chosen.settings.bias_stops + one.error_stops,
        snr_mid=one.snr_mid,
        snr_shadow=one.snr_shadow,
        smear_px=motion.shake_rad_s * one.shutter_s * chosen.focal_px,
        subject_px=motion.subject_rad_s * one.shutter_s * chosen.focal_px,
        jump_px=chosen.jitter_px,
        across_deg=chosen.frame_deg[0],
        gb_per_hour=float(gb_per_hour(rate)),
        pixels_over_need=chosen.have_over_need,
        ripple_share=_ripple(chosen, one),
        red_left=colour.red_left,
        uncertainty_stops=chosen.situation.light.uncertainty_stops,
        bits_per_pixel=bits,
        timeline_hz=motion.timeline_hz,
    )
