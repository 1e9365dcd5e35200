"""The light of one scene through a day: what its sky, its heading, its water, its lamps and its readings make of it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Final

import numpy as np

from steady_tide.core.day.timeline import Sky
from steady_tide.core.light.daylight import (
    METERS_DARK_STOPS,
    SUN_GONE_STOPS,
    angle_between,
    direct_share,
    side_stops,
    side_uncertainty,
)
from steady_tide.core.light.lamplight import lit_by
from steady_tide.core.light.level import (
    ComputedLight,
    LampLight,
    LightLevel,
    SkyLight,
    SunLight,
    lamp_level,
    sky_contrast,
    sky_uncertainty,
)
from steady_tide.core.light.nightsky import GLOW_UNCERTAINTY, filmed_sky_ev100
from steady_tide.core.light.reading import Bound, bend
from steady_tide.core.light.sky import daylight_kelvins
from steady_tide.core.light.underwater import (
    WaterPath,
    channel_stops,
    reaching,
    red_behind,
    water_loss_stops,
    water_uncertainty,
)
from steady_tide.core.plan.problem.brief import Brief, Lapse, Water
from steady_tide.core.quantities import Floats, counted, ev100_from_lux, lux_from_ev100

UNKNOWN_HEADING_STOPS: Final = 0.3
"""What not knowing where the lens looks adds to the half width by day [stops]. **Assumed**."""
WATER_KELVIN_PER_STOP: Final = 1200.0
BLUEST_KELVIN: Final = 12_000.0
"""Colour of the light under water: so much cooler for every stop that red is behind, and no more. **Assumed**."""
MOST_CHANGE_STOPS: Final = 12.0


@dataclass(frozen=True)
class SceneLight:
    """Light on the subject of a scene through the day: EV at ISO 100, half width [stops], colour [K], shape (n,)."""

    minutes: Floats
    ev100: Floats
    uncertainty: Floats
    kelvin: Floats
    follows_sky: bool
    lamps: bool
    mixed: bool
    ripple: float
    contrast_stops: float
    source: str

    def at(self, minute: float) -> float:
        """The level at a minute [EV at ISO 100]."""
        return float(np.interp(minute, self.minutes, self.ev100))

    def lit_by(self, lux: float, words: str) -> "SceneLight":
        """This light with a lamp's on the subject [lx] added, which stays through the day."""
        if lux <= 0:
            return self
        added = np.asarray(ev100_from_lux(np.asarray(lux_from_ev100(self.ev100)) + lux))
        return replace(self, ev100=added, source=f"{self.source}, with {words}")


@dataclass(frozen=True)
class Around:
    """What a scene stands in: the sky of the day, its cloud [okta], when it is filmed [minutes], what was measured.

    open_sky are readings of the open sky, on_subject those of this scene's own subject.
    """

    sky: Sky
    okta: float
    start: float | None = None
    end: float | None = None
    open_sky: Sequence[Bound] = ()
    on_subject: Sequence[Bound] = ()

    @property
    def middle(self) -> float:
        """The minute a light by name or reading is taken to hold at; the highest sun while no time is said."""
        if self.start is None or self.end is None:
            return float(self.sky.minutes[int(np.argmax(self.sky.sun_deg))])
        return (self.start + self.end) / 2.0


def scene_light(brief: Brief, around: Around) -> SceneLight:
    """The light of a scene through the whole day, its set unmoved.

    The sky of place and time follows the clock, with shade, ground, heading, and water where the scene lies
    under it. The sun by a typed height follows the sky too, less its shade. A name or a reading in the brief
    holds at the middle of the filming and takes the shape of the sky; lamps stay, with the sky added where
    the brief says so. What was measured on the subject bends the whole.
    """
    light = brief.light
    if isinstance(light, SkyLight | SunLight):
        found = _by_sky(brief, light, around)
    elif isinstance(light, LampLight):
        found = _by_lamps(light, around)
    else:
        found = _as_stated(brief.level, around)
    bent, widths = bend(found.minutes, found.ev100, found.uncertainty, around.on_subject)
    measured = ", bent by your reading" if around.on_subject else ""
    return replace(found, ev100=bent, uncertainty=widths, source=found.source + measured)


def open_sky(around: Around, okta: float) -> tuple[Floats, Floats]:
    """The open sky bent through its readings: EV at ISO 100 and half width [stops], shapes (n,)."""
    curve = around.sky.ev100(okta)
    return bend(around.sky.minutes, curve, np.full(curve.shape, sky_uncertainty(okta)), around.open_sky)


def _by_sky(brief: Brief, light: SkyLight | SunLight, around: Around) -> SceneLight:
    okta = around.okta if light.cloud_okta is None else light.cloud_okta
    sky = around.sky
    if brief.films_sky and brief.lapse is not None:
        return _of_night_sky(brief.lapse, around, okta)
    curve, widths = open_sky(around, okta)
    curve = np.asarray(curve + light.given_stops)
    widths = np.asarray(widths + light.ground_uncertainty)
    kelvin = daylight_kelvins(sun_altitude_deg=sky.sun_deg, cloud_okta=okta)
    parts = [f"sky, cloud {okta:g}/8"]
    if light.shade_stops:
        parts.append(f"{counted(light.shade_stops, 'stop')} of shade")
    if around.open_sky:
        parts.append("bent by your reading")
    if brief.water is not None:
        under = depth_along(brief.water, around)
        path = WaterPath(brief.water.colour, under, brief.subject_distance_m, sky.sun_deg, okta)
        curve = curve - water_loss_stops(path)
        widths = np.hypot(widths, water_uncertainty(path))
        behind = red_behind(channel_stops(reaching(path)))
        kelvin = np.minimum(kelvin + WATER_KELVIN_PER_STOP * behind, BLUEST_KELVIN)
        parts.append(f"under {brief.water.colour} water")
    else:
        curve, widths = _faced(brief, curve, widths, sky, okta, light.shade_stops)
    return SceneLight(
        minutes=sky.minutes,
        ev100=np.asarray(curve),
        uncertainty=np.asarray(widths),
        kelvin=kelvin,
        follows_sky=True,
        lamps=False,
        mixed=False,
        ripple=1.0,
        contrast_stops=sky_contrast(okta),
        source=", ".join(parts),
    )


def _of_night_sky(lapse: Lapse, around: Around, okta: float) -> SceneLight:
    """The sky itself through the day, bent by what was measured of the open sky."""
    sky = around.sky
    even, moon = sky.parts_lux(okta)
    bent = open_sky(around, okta)[0] - sky.ev100(okta)
    return SceneLight(
        minutes=sky.minutes,
        ev100=np.asarray(filmed_sky_ev100(even_lux=even, moon_lux=moon, glow=lapse.glow) + bent),
        uncertainty=np.full(sky.minutes.shape, sky_uncertainty(okta) + GLOW_UNCERTAINTY),
        kelvin=daylight_kelvins(sun_altitude_deg=sky.sun_deg, cloud_okta=okta),
        follows_sky=True,
        lamps=False,
        mixed=False,
        ripple=1.0,
        contrast_stops=sky_contrast(okta),
        source=f"the sky itself, cloud {okta:g}/8, glow of a {lapse.glow.replace('-', ' ')}",
    )


def _faced(
    brief: Brief, curve: Floats, widths: Floats, sky: Sky, okta: float, shade_stops: float
) -> tuple[Floats, Floats]:
    """What the heading makes of the light; where it is not known the half width grows as far as the sun counts."""
    if brief.aim is None:
        direct = direct_share(sun_altitude_deg=sky.sun_deg, okta=0.0) / direct_share(sun_altitude_deg=90.0, okta=0.0)
        sunlit = max(1.0 - shade_stops / SUN_GONE_STOPS, 0.0)
        return curve, np.asarray(widths + UNKNOWN_HEADING_STOPS * sunlit * direct)
    angle, tilt = angle_between(sky.sun_azimuth_deg, brief.aim.heading_deg), brief.aim.tilt_deg
    seen: dict[str, Any] = {"sun_altitude_deg": sky.sun_deg, "sun_from_lens_deg": angle, "tilt_deg": tilt}
    turned = side_stops(**seen, okta=okta, shade_stops=shade_stops)
    haze = side_uncertainty(**seen, okta=okta, shade_stops=shade_stops)
    return np.asarray(curve + turned), np.hypot(widths, haze)


def _by_lamps(light: LampLight, around: Around) -> SceneLight:
    known = lamp_level(lit_by(light.lamps))
    lux = np.full(around.sky.minutes.shape, float(lux_from_ev100(known.ev100)))
    kelvin, widths = np.full(lux.shape, known.kelvin), np.full(lux.shape, known.uncertainty_stops)
    source = known.source
    if light.with_sky:
        curve, sky_widths = open_sky(around, around.okta)
        sky_lux = np.asarray(lux_from_ev100(curve + light.given_stops))
        share = sky_lux / (sky_lux + lux)
        day = daylight_kelvins(sun_altitude_deg=around.sky.sun_deg, cloud_okta=around.okta)
        kelvin = 1.0 / (share / day + (1.0 - share) / known.kelvin)
        widths = share * sky_widths + (1.0 - share) * widths
        lux, source = lux + sky_lux, f"{source}, and the sky"
    return SceneLight(
        minutes=around.sky.minutes,
        ev100=np.asarray(ev100_from_lux(lux)),
        uncertainty=widths,
        kelvin=kelvin,
        follows_sky=light.with_sky,
        lamps=known.lamps,
        mixed=known.mixed or light.with_sky,
        ripple=known.ripple,
        contrast_stops=known.contrast_stops,
        source=source,
    )


def _as_stated(known: LightLevel, around: Around) -> SceneLight:
    minutes = around.sky.minutes
    curve = np.full(minutes.shape, known.ev100)
    if not known.lamps:
        sky = around.sky.ev100(0.0)
        curve = sky + known.ev100 - np.interp(around.middle, minutes, sky)
    return SceneLight(
        minutes=minutes,
        ev100=np.asarray(curve),
        uncertainty=np.full(minutes.shape, known.uncertainty_stops),
        kelvin=np.full(minutes.shape, known.kelvin),
        follows_sky=not known.lamps,
        lamps=known.lamps,
        mixed=known.mixed,
        ripple=known.ripple,
        contrast_stops=known.contrast_stops,
        source=known.source,
    )


def depth_along(water: Water, around: Around) -> Floats:
    """Depth [m] at every minute of the day, shape (n,): along the profile while it is filmed, else its mean.

    Without a profile the middle between the least and the deepest depth.
    """
    minutes = around.sky.minutes
    if not water.profile or around.start is None or around.end is None:
        return np.full(minutes.shape, water.middle_m)
    points = sorted(water.profile, key=lambda point: point.minute)
    at, depths = np.array([p.minute for p in points]), np.array([p.depth_m for p in points])
    along = np.interp(minutes - around.start, at, depths)
    while_filming = (minutes >= around.start) & (minutes <= around.end)
    return np.where(while_filming, along, water.middle_m)


def lit_brief(brief: Brief, light: SceneLight, around: Around) -> Brief:
    """The brief as it is filmed: its light worked out for the hour, and how far that moves on top of what was typed.

    Only the light of place and time, and lamps, are worked out; typed light wins over the model. The aim
    lies in the middle of what the light does; at one depth after another where it is under water.
    """
    if not isinstance(brief.light, SkyLight | LampLight):
        return brief
    start, end = (around.start, around.end) if around.start is not None else (around.middle, around.middle)
    rows = (light.minutes >= (start or 0.0)) & (light.minutes <= (end or start or 0.0))
    levels = light.ev100[rows] if rows.any() else np.array([light.at(around.middle)])
    low, high = float(levels.min()), float(levels.max())
    low, high = _with_depths(brief, around, low, high)
    aim = (low + high) / 2.0
    middle = around.middle
    untimed = "" if around.start is not None else ", sun at its highest, no time said yet"
    computed = ComputedLight(
        ev100=round(aim, 3),
        uncertainty_stops=round(float(np.interp(middle, light.minutes, light.uncertainty)), 3),
        kelvin=round(float(np.interp(middle, light.minutes, light.kelvin)), -1),
        lamps=light.lamps,
        mixed=light.mixed,
        ripple=light.ripple,
        contrast_stops=light.contrast_stops,
        source=f"{light.source}{untimed}"[:300],
        sun_altitude_deg=round(float(np.interp(middle, around.sky.minutes, around.sky.sun_deg)), 1),
        sun_azimuth_deg=round(float(around.sky.sun_azimuth_deg[np.searchsorted(around.sky.minutes, middle)]) % 360, 1),
        cloud_okta=around.okta,
        meters_dark_stops=METERS_DARK_STOPS[brief.light.ground],
    )
    spread = round((high - low) / 2.0, 3)
    return brief.model_copy(
        update={
            "light": computed,
            "falls_stops": min(brief.falls_stops + spread, MOST_CHANGE_STOPS),
            "rises_stops": min(brief.rises_stops + spread, MOST_CHANGE_STOPS),
        }
    )


def _with_depths(brief: Brief, around: Around, low: float, high: float) -> tuple[float, float]:
    """Darkest and brightest [EV at ISO 100] with the depths it is filmed at; a profile has them in its curve."""
    water = brief.water
    if water is None or water.profile or not isinstance(brief.light, SkyLight):
        return low, high
    sun = float(np.interp(around.middle, around.sky.minutes, around.sky.sun_deg))
    okta = around.okta if brief.light.cloud_okta is None else brief.light.cloud_okta
    depths = np.array([min(water.shallowest_m, water.depth_m), water.middle_m, water.depth_m])
    lost = water_loss_stops(WaterPath(water.colour, depths, brief.subject_distance_m, sun, okta))
    return low - float(lost[2] - lost[1]), high + float(lost[1] - lost[0])
