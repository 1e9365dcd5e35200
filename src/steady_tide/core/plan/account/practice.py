"""What those who do it mind on the spot with this set."""

from typing import Final

from steady_tide.core.light.daylight import angle_between, shadow_in_frame
from steady_tide.core.light.dew import settles
from steady_tide.core.light.level import ComputedLight
from steady_tide.core.message import Argument, Message, metres, say, share, shutter
from steady_tide.core.plan.account.plan import Practice, PracticeTold
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.thresholds import threshold

LONG_SHUTTER_S: Final = threshold("practice.long-shutter")
"""From this shutter on, steps smear. **Assumed**."""
COLOURLESS_M: Final = threshold("practice.colourless")
COLD_C: Final = threshold("practice.cold")
HIGH_SUN_EV100: Final = threshold("practice.high-sun")
BRIGHT_CONTRAST_STOPS: Final = threshold("practice.bright-contrast")
NIGHT_EV100: Final = threshold("practice.night")
LOOKED_AT: Final = ("talking", "everyday", "scenic")


def practice(chosen: ExposedSet) -> list[PracticeTold]:
    """What is worth minding with this set, here."""
    situation = chosen.situation
    brief, light, water = situation.brief, situation.light, situation.brief.water
    by_day = not light.lamps and water is None
    night_sky = brief.at_intervals and light.ev100 < NIGHT_EV100
    here: dict[Practice, bool] = {
        "slow-steps": situation.carried == "walking" and chosen.aim.shutter_s >= LONG_SHUTTER_S,
        "lamp-below": water is not None and water.deepest_m > COLOURLESS_M and situation.lamp is None,
        "too-bright-below": water is not None and _freezes(chosen),
        "hold-still": water is not None,
        "own-shadow": casts_shadow(chosen),
        "cut-out": bool(cut_out(chosen)) and brief.temperature_c < COLD_C,
        "lock-on-sky": by_day and chosen.metered and light.contrast_stops >= BRIGHT_CONTRAST_STOPS,
        "noon": by_day and light.ev100 >= HIGH_SUN_EV100 and brief.scenario in LOOKED_AT,
        "two-angles": brief.scenario in ("product", "everyday", "scenic"),
        "trial": brief.first_outing,
        "dew": night_sky and dew_settles(chosen),
        "dew-unknown": night_sky and brief.humidity_percent is None,
        "wind-limit": _beyond_wind(chosen),
    }
    return [PracticeTold(kind=key, told=_told(key, chosen)) for key, due in here.items() if due]


def _told(key: Practice, chosen: ExposedSet) -> Message:
    facts: dict[Practice, dict[str, Argument]] = {
        "slow-steps": {"shutter": shutter(chosen.aim.shutter_s)},
        "lamp-below": {"depth": metres(COLOURLESS_M)},
        "too-bright-below": {"wanted": shutter(0.5 / chosen.rate_hz), "shutter": shutter(chosen.aim.shutter_s)},
        "cut-out": {"left": share(cut_out(chosen))},
    }
    return say(f"practice-{key}", **facts.get(key, {}))


def _freezes(chosen: ExposedSet) -> bool:
    """Whether the light below leaves a shutter a stop and more shorter than twice the rate, unasked."""
    asked = chosen.situation.brief.frozen or chosen.glass.count
    return not asked and chosen.aim.shutter_s < 0.25 / chosen.rate_hz


def cut_out(chosen: ExposedSet) -> float:
    """Share of charge at which the cell of this set stops under load in the cold."""
    given = chosen.situation.given
    return given.cells[0].cuts_out_below if given.cells else given.device.battery.cuts_out_below


def dew_settles(chosen: ExposedSet) -> bool:
    """Whether dew settles on the lens; False where the humidity is not known."""
    brief = chosen.situation.brief
    if brief.humidity_percent is None:
        return False
    return settles(temperature_c=brief.temperature_c, humidity_percent=brief.humidity_percent)


def _beyond_wind(chosen: ExposedSet) -> bool:
    device, wind = chosen.situation.device, chosen.situation.brief.wind_m_s
    return bool(device.wind_limit_m_s and wind and wind > device.wind_limit_m_s)


def casts_shadow(chosen: ExposedSet) -> bool:
    """Whether the shadow of who films falls into the frame at the hour of the scene; False where that is not known."""
    light, aim = chosen.situation.brief.light, chosen.situation.brief.aim
    if not isinstance(light, ComputedLight) or light.sun_azimuth_deg is None or aim is None:
        return False
    across, upright = chosen.frame_deg
    return bool(
        shadow_in_frame(
            sun_altitude_deg=light.sun_altitude_deg or 0.0,
            sun_from_lens_deg=angle_between(light.sun_azimuth_deg, aim.heading_deg),
            okta=light.cloud_okta or 0.0,
            tilt_deg=aim.tilt_deg,
            height_m=aim.height_m,
            across_deg=across,
            upright_deg=upright,
            flying=chosen.situation.device.kind == "drone",
        )
    )
