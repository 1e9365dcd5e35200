"""The answer first: one sentence, and the four values that matter most."""

from collections.abc import Mapping
from typing import Final

from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.light.conditions import CONDITIONS, ON_TABLE, UNDER_WATER, Condition
from steady_tide.core.message import Message, number, say
from steady_tide.core.plan.account.cautions import too_deep
from steady_tide.core.plan.account.plan import Answer, AnswerValue, Decision, ReachPart
from steady_tide.core.plan.account.verdict import SLACK_STOPS, Verdict, holds, verdict_of
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import about_text
from steady_tide.core.thresholds import threshold

BRIGHT_UNSEEN_STOPS: Final = threshold("aim.unseen-bright")


def answer_of(chosen: ExposedSet, reach: ReachPart, decisions: list[Decision], cautions: int) -> Answer:
    """What somebody wants to hear first."""
    values = _values(chosen, {decision.setting: decision for decision in decisions})
    line, verdict = _steady(chosen, reach)
    if chosen.situation.given.lacks_housing:
        line = say("answer-floods", floods=too_deep(chosen.situation.given), line=line)
    words = say("answer", line=line, values=[value.said for value in values], cautions=cautions)
    return Answer(steady=holds(verdict), verdict=verdict, words=words, line=line, values=values)


def _values(chosen: ExposedSet, made: dict[Setting, Decision]) -> list[AnswerValue]:
    text = {setting: decision.text for setting, decision in made.items()}
    floating = chosen.settings.shortest_s < chosen.settings.longest_s
    shutter = f"about {about_text(chosen.aim.shutter_s)} s" if floating else text[Setting.SHUTTER]
    low, high = (round(value) for value in (chosen.settings.iso_floor, chosen.settings.iso_ceiling))
    iso = f"{low}" if low == high else f"{low}–{high}"
    glass = fitted({setting: decision.value for setting, decision in made.items()}, text, chosen) or "none"
    mode = f"{text[Setting.RESOLUTION]} · {text[Setting.FRAME_RATE]}"
    return [
        AnswerValue(label="Mode", text=mode, said=f"{text[Setting.RESOLUTION]} {text[Setting.FRAME_RATE]}"),
        AnswerValue(label="Shutter", text=shutter, said=shutter),
        AnswerValue(label="ISO", text=iso, said=f"ISO {iso}"),
        AnswerValue(label="Filter", text=glass, said="no filter" if glass == "none" else glass),
    ]


def fitted(values: Mapping[Setting, Value], texts: Mapping[Setting, str], chosen: ExposedSet) -> str:
    """What is in front of the lens, as it is read; empty for a bare lens."""
    glass = [chosen.glass.label] if chosen.glass.count else []
    if values.get(Setting.COLOUR_FILTER, NO_FILTER) != NO_FILTER:
        glass.append(texts[Setting.COLOUR_FILTER])
    return " and ".join(glass)


def _steady(chosen: ExposedSet, reach: ReachPart) -> tuple[Message, Verdict]:
    """Whether it holds the light that is expected, and from which named light to which."""
    situation = chosen.situation
    dark, bright = reach.low.ev100 - situation.dark_ev100, situation.bright_ev100 - reach.high.ev100
    known = situation.light.uncertainty_stops
    verdict = verdict_of(max(dark, bright), known)
    if not holds(verdict):
        if reach.high.end == "runaway" and bright > SLACK_STOPS >= dark:
            return _stutters(chosen), verdict
        return _beyond(dark, bright, known, verdict), verdict
    sure = "" if verdict == "steady" else "-likely"
    give_or_take = number(known, "stops", 1)
    names = neighbours_within(situation, reach.low.ev100, reach.high.ev100)
    if len(names) < 2 or situation.brief.water is not None:
        return say(f"answer-steady{sure}", known=give_or_take), verdict
    between = {"dim": _in_text(names[0].label), "bright": _in_text(names[-1].label)}
    return say(f"answer-between{sure}", **between, known=give_or_take), verdict


def _stutters(chosen: ExposedSet) -> Message:
    """What the brightest light does to a set whose shutter runs away: it makes motion stutter, and may be too much."""
    over = chosen.bright.error_stops
    if over <= BRIGHT_UNSEEN_STOPS:
        return say("answer-stutters")
    return say("answer-stutters-over", bright=number(over, "stops", 1))


def _beyond(dark: float, bright: float, known: float, verdict: Verdict) -> Message:
    """On which side the light goes beyond the marks, by how much; what would settle it where it hangs on a guess."""
    short, over = dark > SLACK_STOPS, bright > SLACK_STOPS
    side = "off" if short and over else "short" if short else "over"
    off = {"dark": number(max(dark, 0.0), "stops", 1), "bright": number(max(bright, 0.0), "stops", 1)}
    if verdict == "uncertain":
        return say(f"answer-{side}-uncertain", **off, known=number(known, "stops", 1))
    return say(f"answer-{side}", **off)


def neighbours(situation: Situation) -> list[Condition]:
    """Named lights of the same kind as a scene's, darkest first: of lamps, of water, of a table, or under the sky."""
    lamps, wet = situation.light.lamps, situation.brief.water is not None
    on_table = situation.brief.scenario == "product"
    found = [
        one
        for one in CONDITIONS
        if (one.group == UNDER_WATER) == wet
        and (one.group == ON_TABLE) == on_table
        and (on_table or one.lamps == lamps)
    ]
    return sorted(found, key=lambda one: one.ev100)


def neighbours_within(situation: Situation, low: float, high: float) -> list[Condition]:
    """Those of them that lie within some marks [EV at ISO 100]."""
    return [one for one in neighbours(situation) if low <= one.ev100 <= high]


def _in_text(label: str) -> str:
    first = label.split(",", maxsplit=1)[0].split(" (", maxsplit=1)[0]
    return first[:1].lower() + first[1:]


def range_words(chosen: ExposedSet, low: float, high: float) -> str:
    """A range, and the nearest named lights of the same kind that lie outside."""
    what = chosen.glass.label if chosen.glass.count else "The set"
    told = [f"{what} is usable from {low:.1f} to {high:.1f} EV"]
    named = neighbours(chosen.situation)
    darker = max((one for one in named if one.ev100 < low), key=lambda one: one.ev100, default=None)
    brighter = min((one for one in named if one.ev100 > high), key=lambda one: one.ev100, default=None)
    if darker is not None:
        told.append(f"too dark for it: {_in_text(darker.label)}, {darker.ev100:g} EV")
    if brighter is not None:
        told.append(f"too bright: {_in_text(brighter.label)}, {brighter.ev100:g} EV")
    return "; ".join(told) + "."
