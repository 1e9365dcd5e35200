"""What a chosen set comes to: reach, ledger, lights, cautions, assumptions."""

from collections.abc import Mapping
from typing import Final

import numpy as np

from steady_tide.core.exposure.reach import LedgerLine, Mark, Reach, Tolerance, ledger, reach
from steady_tide.core.kit.settings import Setting, Value, settings_that
from steady_tide.core.message import number, say
from steady_tide.core.plan.account.answer import fitted, range_words
from steady_tide.core.plan.account.plan import (
    InLight,
    LedgerPart,
    LineOfLedger,
    MarkPart,
    Price,
    ReachPart,
    Swappable,
)
from steady_tide.core.plan.account.swappable import swappable
from steady_tide.core.plan.physics.exposed import ExposedSet, InOneLight
from steady_tide.core.plan.prices.exposure import target_shutter_s
from steady_tide.core.plan.problem.stance import LEAST_SNR
from steady_tide.core.quantities import about_text, counted, lux_from_ev100, shutter_text, signed
from steady_tide.core.thresholds import threshold

RUNAWAY_STOPS: Final = threshold("shutter.runaway")
"""An automatic shutter this much shorter than wanted makes motion stutter. **Assumed**."""
HOPELESS_STOPS: Final = threshold("hopeless.dark")
HOPELESS_SNR: Final = threshold("hopeless.noise")
"""A picture this much too dark, or this noisy at mid grey, is none. **Assumed**."""
NEVER_EV100 = 40.0
"""Stands for a light that is never met: a sensor whose fixed pattern is always too noisy for the stance."""
HEADLINE: Final = settings_that("in_headline")


def noise_ev100(chosen: ExposedSet) -> float:
    """The light [EV at ISO 100] below which the picture is too noisy for the stance at the longest shutter."""
    return min(chosen.light_for_snr(LEAST_SNR[chosen.situation.stance.noise_ceiling]), NEVER_EV100)


def swappable_part(chosen: ExposedSet, marks: ReachPart) -> Swappable:
    """What can be changed in the field."""
    return swappable(chosen, noise_ev100=noise_ev100(chosen), high_ev100=marks.high.ev100)


def reach_part(chosen: ExposedSet) -> ReachPart:
    """Low and high mark of the set, the noise limit and the shutter's running away included."""
    situation = chosen.situation
    brief, stance = situation.brief, situation.stance
    matters = not brief.at_intervals and stance.filtering != "bare-lens" and not brief.frozen
    wanted = target_shutter_s(situation, np.array(chosen.rate_hz), np.array(chosen.settings.longest_s))
    runaway = float(wanted) / 2**RUNAWAY_STOPS if matters else None
    noisy = noise_ev100(chosen)
    marks = reach(chosen.settings, tolerance=Tolerance(), noise_limit_ev100=noisy, shutter_runaway_s=runaway)
    return ReachPart(
        low=_mark(marks.low),
        high=_mark(marks.high),
        turns_ev100=round(marks.turns_ev100, 3),
        holds_dark=marks.holds_down_to(situation.dark_ev100),
        holds_bright=marks.holds_up_to(situation.bright_ev100),
        words=range_words(chosen, marks.low.ev100, marks.high.ev100) if _told(chosen, marks) else "",
    )


def _told(chosen: ExposedSet, marks: Reach) -> bool:
    """Whether a range is worth a sentence."""
    return not chosen.situation.brief.films_sky and marks.low.ev100 < marks.high.ev100 < NEVER_EV100


def _mark(mark: Mark) -> MarkPart:
    lux = float(f"{lux_from_ev100(mark.ev100):.3g}")
    return MarkPart(ev100=round(mark.ev100, 3), lux=lux, end=mark.end)


def ledger_part(chosen: ExposedSet) -> LedgerPart:
    """The exposure in the expected light as a sum."""
    situation, glass = chosen.situation, chosen.glass
    losses = [LedgerLine("Lens", chosen.lens.transmission_loss_stops, "light lost in the glass")]
    if situation.given.port != "bare":
        losses.append(LedgerLine("Housing window", situation.given.port_loss_stops, f"{situation.given.port} port"))
    if situation.colour_loss_stops:
        fitted = situation.fit.colour_filter.replace("-", " ")
        losses.append(LedgerLine("Colour filter", situation.colour_loss_stops, fitted))
    if glass.stops:
        losses.append(LedgerLine("ND filter", glass.stops, glass.label))
    summed = ledger(
        chosen.settings,
        scene_ev100=situation.aim_ev100,
        scene_detail=situation.light.source,
        losses=tuple(losses),
        aims=_aims(chosen),
    )
    lines = [LineOfLedger(label=line.label, stops=round(line.stops, 4), detail=line.detail) for line in summed.lines]
    return LedgerPart(lines=lines, leftover_stops=round(summed.leftover_stops, 4))


def _aims(chosen: ExposedSet) -> tuple[LedgerLine, ...]:
    """What the camera aims at over mid grey, where its meter decides anything."""
    if not chosen.metered:
        still = LedgerLine("Bias on the camera", 0.0, "moves nothing: shutter and ISO are fixed")
        meant = chosen.situation.intended_stops
        return (still, LedgerLine("Night sky left dark by", meant, "on purpose")) if meant else (still,)
    dialled = LedgerLine("Bias on the camera", chosen.bias, signed(chosen.bias))
    habit = chosen.situation.device.meters_bright_stops
    ground = chosen.situation.meter_stops - habit
    bright = LedgerLine("Its meter is bright by", habit, counted(habit, "stop"))
    dark = LedgerLine("Bright ground makes it meter", ground, f"{counted(-ground, 'stop')} dark")
    return (dialled, *((bright,) if habit else ()), *((dark,) if ground else ()))


def in_lights(chosen: ExposedSet) -> list[InLight]:
    """What the camera does in the darkest, expected and brightest light."""
    lights = {"darkest": chosen.dark, "expected": chosen.aim, "brightest": chosen.bright}
    return [_in_light(name, light) for name, light in lights.items()]


def _in_light(name: str, light: InOneLight) -> InLight:
    return InLight.model_validate(
        {
            "name": name,
            "ev100": round(light.ev100, 3),
            "shutter_text": f"{shutter_text(light.shutter_s)} s",
            "shutter_s": light.shutter_s,
            "iso": round(light.iso),
            "error_stops": round(light.error_stops, 3),
            "snr_mid": round(light.snr_mid, 2),
            "snr_shadow": round(light.snr_shadow, 2),
        }
    )


def hopeless(chosen: ExposedSet) -> list[Price]:
    """Said first where even the best set makes no picture: far too dark, or nothing but noise."""
    short, snr = -chosen.aim.error_stops, chosen.aim.snr_mid
    if short < HOPELESS_STOPS and snr >= HOPELESS_SNR:
        return []
    highest = chosen.situation.device.iso.values[-1]
    limit = highest if chosen.settings.iso_ceiling < highest else 0
    if short >= HOPELESS_STOPS:
        told = say("hopeless-dark", short=number(short, "stops", 1), limit=limit)
    else:
        told = say("hopeless-noise", snr=round(snr), limit=limit)
    cost = round(max(short, HOPELESS_STOPS), 2)
    return [Price(key="hopeless", label="Hopeless as it stands", cost=cost, told=told)]


def headline(values: Mapping[Setting, Value], texts: Mapping[Setting, str], chosen: ExposedSet) -> str:
    """The set in one line, from its values as they are read; first what would drown the camera.

    An automatic shutter is told by what it will be about.
    """
    read = {**texts, Setting.ND_FILTER: fitted(values, texts, chosen) or "bare lens"}
    if chosen.settings.shortest_s < chosen.settings.longest_s:
        read[Setting.SHUTTER] = f"about {about_text(chosen.aim.shutter_s)} s"
    told = [read[setting] for setting in HEADLINE if setting in read]
    water = chosen.situation.brief.water
    if water is not None and chosen.situation.given.lacks_housing:
        told.insert(0, "no housing for its depth")
    return " · ".join(told)
