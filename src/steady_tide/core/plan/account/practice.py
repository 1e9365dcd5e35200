"""What those who do it mind on the spot with this set: facts, then their words in one place."""

from typing import Final

from steady_tide.core.light.daylight import angle_between, shadow_in_frame
from steady_tide.core.light.dew import settles
from steady_tide.core.light.level import ComputedLight
from steady_tide.core.plan.account.plan import Practice
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.quantities import shutter_text
from steady_tide.core.thresholds import threshold

LONG_SHUTTER_S: Final = threshold("practice.long-shutter")
"""From this shutter on, steps smear. **Assumed**."""
COLOURLESS_M: Final = threshold("practice.colourless")
COLD_C: Final = threshold("practice.cold")
HIGH_SUN_EV100: Final = threshold("practice.high-sun")
BRIGHT_CONTRAST_STOPS: Final = threshold("practice.bright-contrast")
NIGHT_EV100: Final = threshold("practice.night")
LOOKED_AT: Final = ("talking", "everyday", "scenic")

WORDS: Final[dict[Practice, str]] = {
    "slow-steps": "At {shutter} s steps smear: bend the knees and walk slower, or take a gimbal.",
    "lamp-below": "Below about {depth:.0f} m colour comes from a lamp alone: bring one close, or let it be blue.",
    "hold-still": "Hold ten seconds a shot, move slowly, and let animals come to you.",
    "own-shadow": "Your shadow falls into the frame: turn, rise, or wait until the sun has moved.",
    "cut-out": "In this cold a cell may cut out with {left:.0%} left: keep spares on your body, change early.",
    "lock-on-sky": "Point at the brightest sky that will show, hold the exposure there, then frame.",
    "noon": "With the sun this high faces and water look hard: take shade, or wait for a cloud.",
    "two-angles": "Take each thing twice: from where you stand, and close from the side.",
    "trial": "First time out: take a trial clip of the hardest part and look at it large before it counts.",
    "dew": "Dew will settle on the lens: warm it, shield it, and look at it every half hour.",
    "dew-unknown": "On a clear night look for dew on the lens; say how humid it is and it is worked out.",
    "wind-limit": "The wind is beyond what this drone flies in: stay on the ground.",
}
"""A row for each; what stands in braces is a figure of the set."""


def practice(chosen: ExposedSet) -> list[Practice]:
    """What is worth minding with this set, here."""
    situation = chosen.situation
    brief, light, water = situation.brief, situation.light, situation.brief.water
    by_day = not light.lamps and water is None
    night_sky = brief.at_intervals and light.ev100 < NIGHT_EV100
    here: dict[Practice, bool] = {
        "slow-steps": situation.carried == "walking" and chosen.aim.shutter_s >= LONG_SHUTTER_S,
        "lamp-below": water is not None and water.deepest_m > COLOURLESS_M and situation.lamp is None,
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
    return [key for key, due in here.items() if due]


def practice_words(key: Practice, chosen: ExposedSet) -> str:
    """One of them as it is read."""
    return WORDS[key].format(shutter=shutter_text(chosen.aim.shutter_s), depth=COLOURLESS_M, left=cut_out(chosen))


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
