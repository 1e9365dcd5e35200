"""The simpler settings: each a short rule that says what speaks against a value."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from steady_tide.core.kit.settings import Setting, Value
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

    def against(self, key: str, template: str, *figures: object, amount: float = 1.0) -> Objections:
        """An objection of a price taken so many times; none where it costs nothing."""
        return against(self.prices, key, template, *figures, amount=amount)

    @property
    def light_moves(self) -> bool:
        """Whether the light changes much during the take."""
        return self.situation.light_moves


Rule = Callable[[Solved, list[Value]], Weighing]


def _sharpening(solved: Solved, values: list[Value]) -> Weighing:
    finish = solved.situation.stance.finish
    lapse = solved.situation.brief.lapse
    if solved.situation.brief.at_intervals and lapse is not None and lapse.stars:
        soft = solved.against("sharpening.soft-stars", "leaves faint stars soft")
        return weigh(
            values,
            "the one place for it: stars on a tripod",
            {"low": soft, "medium": solved.against("sharpening.softer-stars", "softer")},
        )
    high = solved.against("sharpening.rings", "cannot be undone, and rings at edges")
    if finish != "grade":
        low = solved.against("sharpening.soft", "looks soft without grading")
        return weigh(values, "crisp enough as it is", {"low": low, "high": high}, axis=Axis.FINISH)
    medium = solved.against("sharpening.fixed", "cannot be undone; sharpen after the grade")
    return weigh(values, "leaves sharpening to the grade", {"medium": medium, "high": high}, axis=Axis.FINISH)


def _exposure_lock(solved: Solved, values: list[Value]) -> Weighing:
    floats = solved.iso_floats or solved.shutter_floats
    if floats and not solved.light_moves and solved.situation.carried in ("tripod", "gimbal", "tray"):
        off = solved.against(
            "lock.pumps", "the picture may pump although the light stays; lock on mid grey before the take"
        )
        return weigh(values, "the light stays: lock before the take on a mid-grey spot", {"off": off})
    reason = "the light moves; a lock would leave it behind" if floats else "everything is fixed already"
    return weigh(values, reason, {"on": solved.against("lock.left-behind", reason)})


def _metering(solved: Solved, values: list[Value]) -> Weighing:
    brief, light = solved.situation.brief, solved.situation.light
    if brief.scenario == "product":
        wanted, words = "spot", "meter the product itself, not the black around it"
    elif brief.scenario == "talking":
        wanted, words = "spot", "meter the face, not the sky behind it"
    elif brief.scenario == "low-light" or light.contrast_stops >= SPOT_CONTRAST_STOPS:
        beside = "beside the lamps: they may burn out" if light.lamps else "and let the brightest of it go"
        wanted, words = "spot", f"meter mid grey {beside}"
    else:
        wanted, words = "average", "the whole frame is near mid grey"
    other = solved.against("metering.other", words)
    return weigh(values, words, {str(value): other for value in values if value != wanted})


def _focus_lock(solved: Solved, values: list[Value]) -> Weighing:
    if solved.situation.brief.scenario in ("product", "low-light", "lapse"):
        return weigh(
            values,
            "the distance stays: lock before the take",
            {"off": solved.against("focus.hunts", "may hunt in the shot")},
        )
    return weigh(
        values, "the distance changes", {"on": solved.against("focus.left-behind", "leaves a moving subject soft")}
    )


def _high_dynamic_range(solved: Solved, values: list[Value]) -> Weighing:
    situation = solved.situation
    bright_day = situation.aim_ev100 > BRIGHT_DAY_EV100
    bright_day = bright_day and situation.light.contrast_stops > DYNAMIC_CONTRAST_STOPS
    if bright_day and situation.stance.finish == "straight" and solved.recorded_rate <= DYNAMIC_RATE_HZ:
        return weigh(
            values, "holds sky and shade together", {"off": solved.against("dynamic.clips", "clips more of the sky")}
        )
    return weigh(
        values,
        "plain frames cut and grade evenly",
        {"on": solved.against("dynamic.doubles", "doubles edges in movement and noise in the dark")},
    )


def _low_light_automatic(solved: Solved, values: list[Value]) -> Weighing:
    return weigh(
        values,
        "the frame rate stays what it is",
        {"on": solved.against("low-light.halves", "halves the frame rate without telling you")},
    )


def _sound(solved: Solved, values: list[Value]) -> Weighing:
    if solved.situation.brief.sound_used:
        return weigh(values, "the sound is used", {"off": solved.against("sound.missing", "leaves nothing to hear")})
    return weigh(
        values,
        "the sound is not used: bits and battery go to the picture",
        {"on": solved.against("sound.unused", "records what nobody hears")},
    )


def _wind_reduction(solved: Solved, values: list[Value]) -> Weighing:
    brief = solved.situation.brief
    if not brief.sound_used:
        return weigh(values, "the sound is not used", {"on": solved.against("wind.unused", "changes nothing you use")})
    if brief.windy or solved.situation.carried in ("riding", "helmet-on-snow"):
        off = solved.against("wind.covers", "wind covers everything")
        return weigh(
            values,
            "wind at speed covers everything",
            {"off": off, "automatic": solved.against("wind.switches", "switches back and forth in gusts")},
        )
    off = solved.against("wind.gust", "a gust spoils the take")
    return weigh(
        values,
        "reacts to a gust, leaves still air in stereo",
        {"off": off, "on": solved.against("wind.dulls", "dulls still air")},
    )


def _separate_audio(solved: Solved, values: list[Value]) -> Weighing:
    if solved.situation.brief.sound_used and solved.situation.stance.finish == "grade":
        return weigh(
            values,
            "you will work on the sound too",
            {"off": solved.against("track.less", "less to work with")},
            axis=Axis.FINISH,
        )
    return weigh(
        values,
        "nobody will work on it",
        {"on": solved.against("track.more", "more files for nothing")},
        axis=Axis.FINISH,
    )


def _microphone(solved: Solved, values: list[Value]) -> Weighing:
    item = solved.situation.given.microphone
    if item is None:
        return weigh(
            values,
            "no microphone of the bag is of use here",
            {
                "external": solved.against("microphone.none", "there is none to plug in"),
                "external +20 dB": solved.against("microphone.none-lifted", "there is none"),
            },
        )
    wanted = "external" if item.powered else "external +20 dB"
    words = f"{item.label} {'has power of its own' if item.powered else 'has no power: it needs the gain'}"
    return weigh(
        values,
        words if wanted in map(str, values) else f"{item.label} would need {wanted}, which is not offered",
        {
            str(value): solved.against("microphone.other", "{0}", words, amount=float(value != wanted))
            for value in values
        },
    )


def _pre_record(solved: Solved, values: list[Value]) -> Weighing:
    brief = solved.situation.brief
    unsure = not brief.repeatable or brief.first_outing
    wanted = unsure and solved.battery_minutes > brief.running_minutes * WAITING_SHARE
    objections: dict[str, Objections] = {}
    for value in values:
        seconds = float(value)
        if wanted and seconds == 0:
            objections[str(value)] = solved.against("pre-record.missed", "the moment may begin before you press")
        elif seconds:
            cost = solved.prices("pre-record.kept" if wanted else "pre-record.idle")
            cost += seconds * solved.prices("pre-record.second")
            objections[str(value)] = (Objection("pre-record.second", cost, "empties the battery while waiting"),)
    if unsure and not wanted:
        return weigh(values, "it would be good to have, but the battery would not last", objections)
    return weigh(values, "catches what began before the press" if wanted else "saves the battery", objections)


def _position_logging(solved: Solved, values: list[Value]) -> Weighing:
    short = (
        solved.battery_minutes < solved.situation.brief.running_minutes * SPARE_POWER or solved.situation.brief.water
    )
    words = "finds nothing under water" if solved.situation.brief.water else "costs battery"
    return weigh(values, "saves battery", {"on": solved.against("position.short" if short else "position.idle", words)})


def _beeps(solved: Solved, values: list[Value]) -> Weighing:
    return weigh(
        values,
        "disturbs nobody, and is not on the sound",
        {"on": solved.against("beeps.heard", "disturbs people and animals, and is on the sound")},
    )


def _screen_lock(solved: Solved, values: list[Value]) -> Weighing:
    brief = solved.situation.brief
    if brief.water or solved.situation.carried in ("riding", "helmet-on-snow") or not brief.repeatable:
        return weigh(
            values,
            "water, gloves or a strap touch the screen",
            {"off": solved.against("touch.changes", "a touch changes a value unnoticed")},
        )
    return weigh(values, "you stand beside it", {"on": solved.against("touch.undone", "one more thing to undo")})


def _orientation_lock(solved: Solved, values: list[Value]) -> Weighing:
    return weigh(
        values,
        "the picture cannot turn in the take",
        {"off": solved.against("orientation.turns", "tilting the camera turns the picture")},
    )


def _front_screen(solved: Solved, values: list[Value]) -> Weighing:
    if solved.situation.brief.scenario == "talking":
        blind = solved.against("front.blind", "you cannot see whether you are in the frame")
        return weigh(
            values,
            "shows you the real frame",
            {"off": blind, "status": solved.against("front.status", "shows no picture")},
        )
    short = solved.battery_minutes < solved.situation.brief.running_minutes * SPARE_POWER
    status = solved.against("front.drains", "costs battery", amount=float(short))
    off = solved.against("front.hides", "hides whether it records", amount=float(not short))
    return weigh(
        values,
        "nobody looks at it from the front" if short else "shows that it records",
        {"frame": solved.against("front.frame", "costs battery"), "status": status, "off": off},
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
        objections[str(value)] = solved.against(
            "corners.missing", "has no corner for {0}", ", ".join(missing), amount=len(missing)
        )
    told = ", ".join(CORNER_WORDS[name] for name in wanted)
    return weigh(values, f"the four this scene is most likely to need: {told}", objections)


def _left_alone(words: str, first: str) -> Rule:
    """A rule that keeps one value unless the creator pins another."""

    def rule(solved: Solved, values: list[Value]) -> Weighing:
        objections = {
            str(value): solved.against("left.changed", words, amount=float(str(value) != first)) for value in values
        }
        return weigh(values, words, objections)

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
    Setting.LENGTH_LIMIT: _left_alone("you stop the takes yourself", "none"),
    Setting.SELF_TIMER: _left_alone("you press when you are ready", "0"),
    Setting.SCHEDULED_START: _left_alone("you are there", "off"),
    Setting.POSITION_LOGGING: _position_logging,
    Setting.BEEPS: _beeps,
    Setting.SCREEN_LOCK: _screen_lock,
    Setting.ORIENTATION_LOCK: _orientation_lock,
    Setting.FRONT_SCREEN: _front_screen,
    Setting.SHORTCUT_CORNERS: _shortcut_corners,
}
"""Every setting decided by a rule of its own; a device need not have them all."""
