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
from steady_tide.core.image.bit_rate import bits_per_pixel, gb_per_hour
from steady_tide.core.image.noise import electrons
from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.motion.blur import angular_rate
from steady_tide.core.picture.colours import Colours, rounded, short
from steady_tide.core.picture.shot import Finish, Flicker, Frame, Grain, Motion, PlateName, Shot
from steady_tide.core.plan.physics.exposed import ExposedSet, InOneLight
from steady_tide.core.plan.physics.scene_space import delivered_width
from steady_tide.core.plan.physics.space import DeviceSpace, Spaces
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import WATER_INDEX, Floats, focal_plane_exposure

SHARPENING: Final = {"low": 0.0, "medium": 0.35, "high": 0.8}
"""How strongly a step of sharpening lifts a pixel off its neighbours. **Assumed**."""
SMOOTHING_PER_STOP: Final = 0.06
MOST_SMOOTHING: Final = 0.4
"""How much of a pixel is taken from its neighbours with every stop of ISO over the lowest. **Assumed**."""
FITTED: Final = (Setting.COLOUR_FILTER, Setting.LAMP, Setting.LAMP_LEVEL, Setting.SUPPORT)
"""What is fitted by hand, as the planner fits it: none of them is a value, too."""
UNSEEN_RIPPLE: Final = 1e-4


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
    situation = Situation.of(problem)
    for setting in FITTED:
        if setting in values:
            situation = situation.fitted(setting, values[setting])
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
        gain=rounded(colour.gain * 2.0 ** (chosen.settings.bias_stops + one.error_stops)),
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
        focal_px=short(chosen.focal_px / chosen.situation.given.port_magnification),
        port_index=index,
    )


def _grain(chosen: ExposedSet, one: InOneLight, balance: Floats) -> Grain:
    lux_s = focal_plane_exposure(
        ev100=one.ev100 - chosen.settings.loss_stops, shutter_s=one.shutter_s, f_number=chosen.settings.f_number
    )
    sensor = chosen.lens.sensor
    grey = float(electrons(exposure_lux_s=lux_s, sensor=sensor)) / 2.0 ** (chosen.settings.bias_stops + one.error_stops)
    return Grain(
        electrons=rounded(np.maximum(grey / balance, 1e-6)),
        read_noise_e=sensor.read_noise_e,
        prnu=sensor.prnu,
        photosites=short(chosen.photosites),
    )


def _motion(chosen: ExposedSet, one: InOneLight) -> Motion:
    brief = chosen.situation.brief
    subject = angular_rate(speed_m_s=brief.subject_speed_m_s, distance_m=brief.subject_distance_m)
    still = brief.at_intervals
    return Motion(
        shutter_s=short(one.shutter_s),
        rate_hz=short(chosen.rate_hz),
        timeline_hz=float(brief.delivery.timeline_rate),
        shake_rad_s=short(min(chosen.smear_rad_s, 100.0)),
        jitter_rad_s=short(min(chosen.jitter_rad_s, 100.0)),
        subject_rad_s=0.0 if still else short(min(subject, 100.0)),
        readout_s=(chosen.mode.readout_ms or 0.0) / 1000.0,
    )


def _ripple(chosen: ExposedSet, one: InOneLight) -> float:
    if not chosen.situation.light.lamps:
        return 0.0
    kept = residual_ripple(shutter_s=one.shutter_s, mains_hz=chosen.situation.brief.mains_hz)
    ripple = float(kept) * chosen.situation.light.ripple
    return 0.0 if ripple < UNSEEN_RIPPLE else short(min(1.0, ripple))


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
    return short(min(100.0, float(bits) * codec.efficiency))


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
        smoothing=short(min(MOST_SMOOTHING, SMOOTHING_PER_STOP * over)),
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
