"""The simpler settings: each a short rule that says what speaks against a value."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.message import Argument, Message, say
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.weighing import Objection, Objections, Weighing, against, weigh
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.thresholds import threshold

SPOT_CONTRAST_STOPS: Final = threshold("metering.contrast")
BRIGHT_DAY_EV100: Final = threshold("dynamic.bright")
DYNAMIC_CONTRAST_STOPS: Final = threshold("dynamic.contrast")
DYNAMIC_RATE_HZ: Final = threshold("dynamic.rate")
WAITING_SHARE: Final = threshold("pre-record.cells")
SPARE_POWER: Final = threshold("power.spare")


@dataclass(frozen=True)
class Solved:
    """What the search has decided, as far as the simpler settings ask for it."""

    situation: Situation
    prices: Prices
    recorded_rate: float
    iso_floats: bool
    shutter_floats: bool
    battery_minutes: float

    def against(self, key: str, told: str = "", *, amount: float = 1.0, **facts: Argument) -> Objections:
        """An objection of a price taken so many times; none where it costs nothing."""
        return against(self.prices, key, told, amount=amount, **facts)

    @property
    def light_moves(self) -> bool:
        """Whether the light changes much during the take."""
        return self.situation.light_moves


Rule = Callable[[Solved, list[Value]], Weighing]


def _sharpening(solved: Solved, values: list[Value]) -> Weighing:
    finish = solved.situation.stance.finish
    lapse = solved.situation.brief.lapse
    if solved.situation.brief.at_intervals and lapse is not None and lapse.stars:
        soft = solved.against("sharpening.soft-stars")
        return weigh(
            values,
            say("for-sharp-stars"),
            {"low": soft, "medium": solved.against("sharpening.softer-stars")},
        )
    high = solved.against("sharpening.rings")
    if finish != "grade":
        low = solved.against("sharpening.soft")
        return weigh(values, say("for-crisp"), {"low": low, "high": high}, axis=Axis.FINISH)
    medium = solved.against("sharpening.fixed")
    return weigh(values, say("for-sharpened-later"), {"medium": medium, "high": high}, axis=Axis.FINISH)


def _exposure_lock(solved: Solved, values: list[Value]) -> Weighing:
    floats = solved.iso_floats or solved.shutter_floats
    if floats and not solved.light_moves and solved.situation.carried in ("tripod", "gimbal", "tray"):
        off = solved.against("lock.pumps")
        return weigh(values, say("for-light-locked"), {"off": off})
    reason = say("for-light-moving") if floats else say("for-all-fixed")
    return weigh(values, reason, {"on": solved.against("lock.left-behind", reason.key)})


def _metering(solved: Solved, values: list[Value]) -> Weighing:
    brief, light = solved.situation.brief, solved.situation.light
    if brief.scenario == "product":
        wanted, why = "spot", say("for-metering-product")
    elif brief.scenario == "talking":
        wanted, why = "spot", say("for-metering-face")
    elif brief.scenario == "low-light" or light.contrast_stops >= SPOT_CONTRAST_STOPS:
        wanted, why = "spot", say("for-metering-lamps") if light.lamps else say("for-metering-grey")
    else:
        wanted, why = "average", say("for-metering-all")
    other = solved.against("metering.other", why.key)
    return weigh(values, why, {str(value): other for value in values if value != wanted})


def _focus_lock(solved: Solved, values: list[Value]) -> Weighing:
    if solved.situation.brief.scenario in ("product", "low-light", "lapse"):
        return weigh(
            values,
            say("for-distance-locked"),
            {"off": solved.against("focus.hunts")},
        )
    return weigh(values, say("for-distance-changing"), {"on": solved.against("focus.left-behind")})


def _high_dynamic_range(solved: Solved, values: list[Value]) -> Weighing:
    situation = solved.situation
    bright_day = situation.aim_ev100 > BRIGHT_DAY_EV100
    bright_day = bright_day and situation.light.contrast_stops > DYNAMIC_CONTRAST_STOPS
    if bright_day and situation.stance.finish == "straight" and solved.recorded_rate <= DYNAMIC_RATE_HZ:
        return weigh(values, say("for-sky-and-shade"), {"off": solved.against("dynamic.clips")})
    return weigh(
        values,
        say("for-plain-frames"),
        {"on": solved.against("dynamic.doubles")},
    )


def _low_light_automatic(solved: Solved, values: list[Value]) -> Weighing:
    return weigh(
        values,
        say("for-rate-kept"),
        {"on": solved.against("low-light.halves")},
    )


def _sound(solved: Solved, values: list[Value]) -> Weighing:
    if solved.situation.brief.has_sound:
        return weigh(values, say("for-sound-used"), {"off": solved.against("sound.missing")})
    return weigh(
        values,
        say("for-picture-alone"),
        {"on": solved.against("sound.unused")},
    )


def _wind_reduction(solved: Solved, values: list[Value]) -> Weighing:
    brief = solved.situation.brief
    if not brief.has_sound:
        return weigh(values, say("for-sound-unused"), {"on": solved.against("wind.unused")})
    if brief.windy or solved.situation.carried in ("riding", "helmet-on-snow"):
        off = solved.against("wind.covers")
        return weigh(
            values,
            say("for-wind-at-speed"),
            {"off": off, "automatic": solved.against("wind.switches")},
        )
    off = solved.against("wind.gust")
    return weigh(
        values,
        say("for-gusts"),
        {"off": off, "on": solved.against("wind.dulls")},
    )


def _separate_audio(solved: Solved, values: list[Value]) -> Weighing:
    if solved.situation.brief.has_sound and solved.situation.stance.finish == "grade":
        return weigh(
            values,
            say("for-sound-worked-on"),
            {"off": solved.against("track.less")},
            axis=Axis.FINISH,
        )
    return weigh(
        values,
        say("for-sound-left"),
        {"on": solved.against("track.more")},
        axis=Axis.FINISH,
    )


def _microphone(solved: Solved, values: list[Value]) -> Weighing:
    item = solved.situation.given.microphone
    if item is None:
        return weigh(
            values,
            say("for-no-microphone"),
            {
                "external": solved.against("microphone.none"),
                "external +20 dB": solved.against("microphone.none-lifted"),
            },
        )
    wanted = "external" if item.powered else "external +20 dB"
    name = "for-microphone-powered" if item.powered else "for-microphone-gain"
    offered = wanted in map(str, values)
    lacks = say("for-microphone-lacks", microphone=item.label, wanted=wanted)
    return weigh(
        values,
        say(name, microphone=item.label) if offered else lacks,
        {
            str(value): solved.against("microphone.other", name, amount=float(value != wanted), microphone=item.label)
            for value in values
        },
    )


def _pre_record(solved: Solved, values: list[Value]) -> Weighing:
    brief = solved.situation.brief
    unsure = not brief.repeatable or brief.first_outing
    # What moves fast begins unannounced; where it could be had again only a cell with room to spare waits for it.
    unannounced = brief.scenario == "motion" and solved.battery_minutes > brief.running_minutes * SPARE_POWER
    wanted = unannounced or (unsure and solved.battery_minutes > brief.running_minutes * WAITING_SHARE)
    objections: dict[str, Objections] = {}
    for value in values:
        seconds = float(value)
        if wanted and seconds == 0:
            objections[str(value)] = solved.against("pre-record.missed")
        elif seconds:
            cost = solved.prices("pre-record.kept" if wanted else "pre-record.idle")
            cost += seconds * solved.prices("pre-record.second")
            objections[str(value)] = (Objection("pre-record.second", cost),)
    if unsure and not wanted:
        return weigh(values, say("for-battery-short"), objections)
    return weigh(values, say("for-moment-caught") if wanted else say("for-battery-saved"), objections)


def _position_logging(solved: Solved, values: list[Value]) -> Weighing:
    short = (
        solved.battery_minutes < solved.situation.brief.running_minutes * SPARE_POWER or solved.situation.brief.water
    )
    nothing = "against-position-water" if solved.situation.brief.water else "against-position-idle"
    on = solved.against("position.short" if short else "position.idle", nothing)
    return weigh(values, say("for-battery-saved"), {"on": on})


def _beeps(solved: Solved, values: list[Value]) -> Weighing:
    return weigh(
        values,
        say("for-silence"),
        {"on": solved.against("beeps.heard")},
    )


def _screen_lock(solved: Solved, values: list[Value]) -> Weighing:
    brief = solved.situation.brief
    if brief.water or solved.situation.carried in ("riding", "helmet-on-snow") or not brief.repeatable:
        return weigh(
            values,
            say("for-screen-touched"),
            {"off": solved.against("touch.changes")},
        )
    return weigh(values, say("for-standing-beside"), {"on": solved.against("touch.undone")})


def _orientation_lock(solved: Solved, values: list[Value]) -> Weighing:
    return weigh(
        values,
        say("for-picture-upright"),
        {"off": solved.against("orientation.turns")},
    )


def _front_screen(solved: Solved, values: list[Value]) -> Weighing:
    if solved.situation.brief.scenario == "talking":
        blind = solved.against("front.blind")
        return weigh(
            values,
            say("for-frame-shown"),
            {"off": blind, "status": solved.against("front.status")},
        )
    short = solved.battery_minutes < solved.situation.brief.running_minutes * SPARE_POWER
    status = solved.against("front.drains", amount=float(short))
    off = solved.against("front.hides", amount=float(not short))
    return weigh(
        values,
        say("for-nobody-in-front") if short else say("for-recording-shown"),
        {"frame": solved.against("front.frame"), "status": status, "off": off},
    )


CORNER_WORDS = {
    "rate": "rate", "shutter": "shutter", "iso": "ISO", "steady": "steady", "view": "view", "bias": "bias",
    "white": "white point", "timer": "timer", "look": "look back",
}  # fmt: skip
"""Words that name a value on a shortcut corner, within an offered combination."""


def likely_changes(solved: Solved) -> list[str]:
    """The values this scene is most likely to need in a hurry, first the likeliest; keys of CORNER_WORDS."""
    brief = solved.situation.brief
    found: list[str] = []
    if solved.light_moves:
        found += ["shutter", "iso", "bias"]
    if brief.scenario in ("low-light", "product", "lapse"):
        found += ["shutter", "iso", "white"]
    if brief.water is not None:
        found += ["rate", "white", "iso"]
    if not brief.repeatable:
        found += ["look"]
    if brief.scenario in ("motion", "drone"):
        found += ["rate", "view", "steady"]
    if brief.scenario == "talking":
        found += ["view", "steady", "bias", "timer"]
    return list(dict.fromkeys([*found, "rate", "view", "shutter", "steady"]))[:4]


def _shortcut_corners(solved: Solved, values: list[Value]) -> Weighing:
    wanted = likely_changes(solved)
    objections: dict[str, Objections] = {}
    for value in values:
        missing = [CORNER_WORDS[name] for name in wanted if CORNER_WORDS[name].lower() not in str(value).lower()]
        objections[str(value)] = solved.against("corners.missing", amount=len(missing), each=[*missing])
    return weigh(values, say("for-corners", each=[CORNER_WORDS[name] for name in wanted]), objections)


def _left_alone(why: Message, first: str) -> Rule:
    """A rule that keeps one value unless the creator pins another."""

    def rule(solved: Solved, values: list[Value]) -> Weighing:
        objections = {
            str(value): solved.against("left.changed", why.key, amount=float(str(value) != first)) for value in values
        }
        return weigh(values, why, objections)

    return rule


RULES: dict[Setting, Rule] = {
    Setting.EXPOSURE_LOCK: _exposure_lock,
    Setting.METERING: _metering,
    Setting.FOCUS_LOCK: _focus_lock,
    Setting.SHARPENING: _sharpening,
    Setting.HIGH_DYNAMIC_RANGE: _high_dynamic_range,
    Setting.LOW_LIGHT_AUTOMATIC: _low_light_automatic,
    Setting.SOUND: _sound,
    Setting.WIND_REDUCTION: _wind_reduction,
    Setting.SEPARATE_AUDIO: _separate_audio,
    Setting.MICROPHONE: _microphone,
    Setting.PRE_RECORD: _pre_record,
    Setting.LENGTH_LIMIT: _left_alone(say("for-stopped-by-hand"), "none"),
    Setting.SELF_TIMER: _left_alone(say("for-pressed-when-ready"), "0"),
    Setting.SCHEDULED_START: _left_alone(say("for-being-there"), "off"),
    Setting.POSITION_LOGGING: _position_logging,
    Setting.BEEPS: _beeps,
    Setting.SCREEN_LOCK: _screen_lock,
    Setting.ORIENTATION_LOCK: _orientation_lock,
    Setting.FRONT_SCREEN: _front_screen,
    Setting.SHORTCUT_CORNERS: _shortcut_corners,
}
"""Every setting decided by a rule of its own; a device need not have them all."""
