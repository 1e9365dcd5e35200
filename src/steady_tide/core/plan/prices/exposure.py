"""Considerations about exposure: hitting the aim, the shutter's look, filters, ISO, flicker."""

from typing import Final

import numpy as np

from steady_tide.core.exposure.flicker import CLEAN_RESIDUAL, beat_hz, beats_hz, residual_ripple
from steady_tide.core.kit.settings import Setting
from steady_tide.core.message import Message, apart, clauses, number, say, share, shutter, stops, verbatim
from steady_tide.core.plan.physics.figures import MOVES, ExposureFigures, JointFigures, Sets
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import DIM_EV100, Consideration, Figures, constant, over
from steady_tide.core.plan.prices.motion import wanted_slow_factor
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats, shutter_angle_deg
from steady_tide.core.thresholds import threshold, thresholds

FROZEN_SHUTTER_S: Final = threshold("look.frozen")
"""Shutter at which drops and splashes stand still, by practice."""
FREE_SHORTER_STOPS: Final = thresholds("look.free-shorter")
"""How much shorter than wanted a shutter may be unpriced, by position on the filtering axis [stops]."""
UNSEEN_STOPS: Final = threshold("aim.unseen")
"""Off the aim by less, nobody sees it: shutters and ISO are set in thirds of a stop. **Assumed**."""
MOST_SHORTER_STOPS: Final = threshold("look.most-shorter")
USUAL: Final = (
    2, 3, 4, 5, 6, 8, 10, 13, 15, 20, 24, 25, 30, 40, 48, 50, 60, 80, 100, 120, 125, 160, 200, 240, 250, 320, 400, 480,
    500, 640, 800, 960, 1000, 1250, 1600, 2000, 2500, 3200, 4000, 5000, 6400, 8000,
)  # fmt: skip
"""Parts of a second that cameras and people write shutters in: thirds of a stop, and angles of usual rates."""
LOG2_USUAL: Final = np.log2(np.array(USUAL, dtype=float))
CLEAN_RANK: Final = threshold("shutter.clean-rank")
USUAL_RANK: Final = threshold("shutter.usual-rank")
"""How much a shutter that is not the angle counts, of one that nobody dials. **Assumed**."""
SAME_STOPS: Final = threshold("shutter.same")
FLOATING_ROOM: Final = thresholds("iso.floating-room")
"""Stops of ISO over the base that guard a floating shutter, by practice."""
ROOM_SLACK: Final = 0.02
"""ISO numbers are rounded: so many stops apart they are one."""
STANDS_BELOW_HZ: Final = threshold("flicker.stands-below")
"""A ripple that beats slower than this from frame to frame stands still."""
POINTLESS_STOPS: Final = threshold("shutter.pointless")
CONTROL_KINDS: Final = ("locked", "floating-iso", "floating-shutter", "automatic")
DARK_UNSEEN_STOPS: Final = threshold("aim.unseen-dark")
BRIGHT_UNSEEN_STOPS: Final = threshold("aim.unseen-bright")
LOOK_UNSEEN_STOPS: Final = threshold("look.unseen")
LIFTED_UNSEEN_STOPS: Final = threshold("nd.dark-lift")
SHALLOW_M: Final = threshold("water.shallow")
"""Dives that stay over this depth keep the light for an ND that cannot come off below."""
CONTROL_FULL_STOPS: Final = threshold("control.full")


def target_shutter_s(situation: Situation, rate_hz: Floats, longest_s: Floats) -> Floats:
    """The shutter wanted at a rate [s]: 180 degrees, or as short as freezes; at intervals in the dark the longest."""
    brief = situation.brief
    if brief.frozen:
        return np.minimum(FROZEN_SHUTTER_S, 1.0 / rate_hz)
    if brief.at_intervals:
        if situation.aim_ev100 < DIM_EV100:
            return longest_s
        return np.full(np.shape(rate_hz), 0.5 / float(brief.delivery.timeline_rate))
    return np.asarray(0.5 / rate_hz)


def target_of(figures: ExposureFigures) -> Floats:
    """The shutter wanted [s]."""
    return target_shutter_s(figures.situation, figures.rate_hz, figures.space.longest_s[figures.rate])


def played_of(figures: ExposureFigures) -> Floats:
    """The shutter [s] that is 180 degrees as the film plays: at the timeline's rate times the slowing wanted.

    Frames recorded beyond that are left out when the film plays, and with them the blur between.
    """
    target, brief = target_of(figures), figures.situation.brief
    if brief.at_intervals:
        return target
    playing = float(brief.delivery.timeline_rate) * wanted_slow_factor(figures.situation)
    return np.maximum(target, 0.5 / playing)


def _off_aim(figures: ExposureFigures, prices: Prices) -> Floats:
    aim, dark, bright = figures.aim.error, figures.dark.error, figures.bright.error
    expected = prices("off-aim.expected") * over(np.abs(aim), UNSEEN_STOPS) + prices("off-aim.over") * over(aim)
    ends = prices("off-aim.dark") * over(-dark, DARK_UNSEEN_STOPS)
    ends = ends + prices("off-aim.bright") * over(bright, BRIGHT_UNSEEN_STOPS)
    return np.asarray(expected + ends)


def _off_aim_figures(sets: Sets) -> Figures:
    figures = sets.exposures
    return figures.dark.error, figures.aim.error, figures.bright.error


def _off_aim_told(_: Situation, dark: float, aim: float, bright: float) -> Message:
    return say("price-off-aim", dark=stops(dark), aim=stops(aim), bright=stops(bright))


def _look(figures: ExposureFigures, prices: Prices) -> Floats:
    log2_target, log2_played = np.log2(target_of(figures)), np.log2(played_of(figures))
    situation = figures.situation
    taste = "wet" if situation.brief.water is not None else situation.stance.filtering
    total: Floats = constant(0.0)
    for chosen, part in (
        (figures.aim, prices("motion-look.expected")),
        (figures.bright, prices("motion-look.bright")),
    ):
        away = chosen.shutter - log2_target
        if situation.brief.frozen:
            priced = prices("motion-look.frozen-longer") * over(away, LOOK_UNSEEN_STOPS)
            priced = priced + prices("motion-look.frozen-shorter") * over(-away, LOOK_UNSEEN_STOPS)
        else:
            short = np.minimum(over(log2_played - chosen.shutter, FREE_SHORTER_STOPS[taste]), MOST_SHORTER_STOPS)
            priced = (
                prices("motion-look.longer") * over(away, LOOK_UNSEEN_STOPS)
                + prices(f"motion-look.shorter.{taste}") * short
            )
        total = total + part * (priced + prices("motion-look.near") * np.minimum(np.abs(away), 1.0))
    return np.asarray(total)


def _look_figures(sets: Sets) -> Figures:
    figures = sets.exposures
    return figures.aim.shutter_s, figures.rate_hz, target_of(figures), played_of(figures)


def _look_told(situation: Situation, shutter_s: float, rate: float, target: float, played: float) -> Message:
    angle = number(float(shutter_angle_deg(shutter_s=shutter_s, rate=rate)), "deg", 0)
    told = say("price-motion-look", shutter=shutter(shutter_s), angle=angle, wanted=shutter(target))
    if played > 1.05 * target and not situation.brief.frozen:
        return clauses([told, say("price-motion-look-played", angle=number(180.0 * shutter_s / played, "deg", 0))])
    return told


def _iso_taste(figures: ExposureFigures, prices: Prices) -> Floats:
    limit = float(np.log2(figures.situation.iso_limit / 100.0))
    used = prices("iso-over-taste.used") * over(figures.dark.gain, limit)
    return np.asarray(used + prices("iso-over-taste.offered") * over(figures.log2_ceiling, limit))


def _iso_taste_told(situation: Situation, ceiling: float) -> Message:
    limit = situation.iso_limit
    if ceiling <= limit:
        return say("price-iso-within", ceiling=round(ceiling), limit=limit)
    return say("price-iso-over", ceiling=round(ceiling), over=apart(float(np.log2(ceiling / limit))), limit=limit)


def _iso_guard(figures: ExposureFigures, _: Prices) -> Floats:
    """How far a ceiling lies from where it guards: limits are guard rails, not forecasts.

    Where ISO moves, at the limit; beside a shutter that floats, two or three stops over the base. Only what is locked
    has none.
    """
    situation = figures.situation
    if not situation.device.iso.settable:
        return constant(0.0)
    limit = float(np.log2(situation.iso_limit / 100.0))
    below = over(limit - figures.log2_ceiling)
    if situation.stance.exposure_control != "automatic":
        base = float(np.log2(situation.device.iso.values[0] / 100.0))
        least, most = min(base + FLOATING_ROOM["least"], limit), min(base + FLOATING_ROOM["most"], limit)
        floating = over(least - figures.log2_ceiling) + over(figures.log2_ceiling - most)
        below = np.where(figures.automatic, floating, below)
    ranged = figures.automatic | (figures.ceiling > figures.floor * MOVES)
    return np.asarray(ranged * below)


def _iso_guard_told(situation: Situation, ceiling: float, automatic: float) -> Message:
    if automatic and situation.stance.exposure_control != "automatic":
        return say("price-iso-guard-floating", ceiling=round(ceiling))
    return say("price-iso-guard", ceiling=round(ceiling), limit=situation.iso_limit)


def _iso_base(figures: ExposureFigures, _: Prices) -> Floats:
    return np.asarray(np.log2(figures.floor / float(figures.situation.device.iso.values[0])))


def _iso_base_told(_: Situation, floor: float, lowest: float) -> Message:
    above = float(np.log2(floor / lowest))
    return say("price-iso-floor", count=round(above)) if above else say("price-iso-floor-none")


def _glass(figures: ExposureFigures, prices: Prices) -> Floats:
    taste = prices(f"glass.taste.{figures.situation.stance.filtering}")
    filters = prices("glass.filter") * figures.nd_count + prices("glass.stops") * figures.nd_stops
    priced = taste * (filters + prices("glass.stack") * over(figures.nd_count, 1.0))
    water = figures.situation.brief.water
    if water is not None and water.deepest_m > SHALLOW_M:
        # Whoever likes filters cannot take one off below either.
        priced = priced + prices("glass.wet") * figures.nd_count
    return np.asarray(priced)


def _glass_told(situation: Situation, row: float) -> Message:
    glass = situation.given.glasses[int(row)]
    return verbatim(glass.label) if glass.count else say("bare-lens")


def _trouble_figures(sets: Sets) -> Figures:
    flawed = sets.space.glass_flawed[sets.exposures.glass]
    return sets.exposures.glass, sets.frames.view_deg, sets.meeting.nd_trouble > flawed


def _trouble_told(situation: Situation, row: float, view_deg: float, shows: float) -> Message:
    glass = situation.given.glasses[int(row)]
    trouble = [verbatim(glass.flaw.rstrip("."))] if glass.flaw else []
    if glass.count > 1 and shows:
        trouble.append(say("price-glass-corners", across=number(view_deg, "deg", 0)))
    if not trouble:
        return say("price-glass-clean", glass=_glass_told(situation, row))
    return say("price-glass-trouble", glass=glass.label, trouble=clauses(trouble))


def _nd_buys_noise(figures: ExposureFigures, prices: Prices) -> Floats:
    lifted = over(figures.aim.gain - figures.log2_floor)
    in_dark = prices("nd-buys-noise.dark") * over(figures.dark.gain - figures.log2_floor, LIFTED_UNSEEN_STOPS)
    return np.minimum(figures.nd_stops, lifted + in_dark)


def control_kind(figures: ExposureFigures) -> Floats:
    """What the exposures leave to the camera: index into CONTROL_KINDS.

    A shutter that floats below an ISO capped low is one thing that moves; with more room for ISO both do.
    """
    room = np.where(figures.automatic, FLOATING_ROOM["most"], 0.0)
    iso_moves = figures.log2_ceiling - figures.log2_floor > room + ROOM_SLACK
    return np.asarray(2 * figures.automatic + iso_moves)


def _control(figures: ExposureFigures, prices: Prices) -> Floats:
    brief, wanted = figures.situation.brief, figures.situation.stance.exposure_control
    # A meter that decides anew for every frame of a night sky makes the film flicker.
    wanted = "locked" if brief.films_sky else wanted
    costs = np.array([prices(f"control.kind.{wanted}.{kind}") for kind in CONTROL_KINDS])
    # Nothing left to move with is a fault only as far as the light moves.
    costs[0] *= min((brief.falls_stops + brief.rises_stops) / CONTROL_FULL_STOPS, 1.0)
    return np.asarray(costs[control_kind(figures)])


def _control_told(_: Situation, kind: float) -> Message:
    return say(f"control-{CONTROL_KINDS[int(kind)]}")


def _unusual(figures: ExposureFigures, _: Prices) -> Floats:
    """Among near ties the exact angle, then one that is clean where lamps shine, then a number people dial."""
    shutter, exact = figures.longest_s, np.log2(target_of(figures))
    usual = np.min(np.abs(np.log2(np.asarray(shutter))[..., None] + LOG2_USUAL), axis=-1) < SAME_STOPS
    lamps, mains_hz = figures.situation.light.lamps, figures.situation.brief.mains_hz
    clean = lamps & (residual_ripple(shutter_s=shutter, mains_hz=mains_hz) <= CLEAN_RESIDUAL)
    rank = np.where(usual, np.where(clean, CLEAN_RANK, USUAL_RANK), 1.0)
    wanted = np.abs(np.log2(shutter) - exact) < SAME_STOPS
    return np.where(figures.automatic | wanted, 0.0, rank)


def _unusual_told(_: Situation, shutter_s: float, unusual: float, automatic: float) -> Message:
    if automatic:
        return say("shutter-left")
    kind = "wanted"
    if unusual:
        kind = "undialled" if unusual > USUAL_RANK else "clean" if unusual == CLEAN_RANK else "off"
    return say(f"shutter-{kind}", shutter=shutter(shutter_s))


def _pointless(figures: ExposureFigures, _: Prices) -> Floats:
    if figures.situation.brief.frozen or figures.situation.brief.at_intervals:
        return constant(0.0)
    away = np.abs(figures.aim.shutter - np.log2(target_of(figures)))
    return np.where(figures.automatic, 0.0, np.minimum(over(away, POINTLESS_STOPS), MOST_SHORTER_STOPS))


def _pointless_told(_: Situation, shutter_s: float, target: float, automatic: float) -> Message:
    if automatic:
        return say("shutter-left")
    away = number(abs(float(np.log2(shutter_s / target))), "stops", 1)
    return say("price-shutter-pointless", shutter=shutter(shutter_s), away=away, wanted=shutter(target))


def _runs_away(figures: ExposureFigures, _: Prices) -> Floats:
    """How far an automatic shutter goes beyond where motion begins to stutter, in the brightest light."""
    brief = figures.situation.brief
    if brief.frozen or brief.at_intervals or figures.situation.stance.filtering == "bare-lens":
        return constant(0.0)
    short = np.log2(target_of(figures)) - figures.bright.shutter
    return np.where(figures.automatic, np.minimum(over(short, POINTLESS_STOPS), MOST_SHORTER_STOPS), 0.0)


def _runs_away_told(_: Situation, shutter_s: float) -> Message:
    return say("price-runaway", shutter=shutter(shutter_s))


def _swing(figures: ExposureFigures, _: Prices) -> Floats:
    bright, dark = figures.bright, figures.dark
    return np.asarray(np.abs(bright.shutter - dark.shutter) + np.abs(bright.gain - dark.gain))


def ripple_kept(figures: ExposureFigures) -> Floats:
    """Share of all light that still ripples after the shutter, in [0, 1]; nothing without lamps."""
    situation = figures.situation
    if not situation.light.lamps:
        return constant(0.0)
    kept = residual_ripple(shutter_s=figures.aim.shutter_s, mains_hz=situation.brief.mains_hz)
    return np.asarray(kept * np.asarray(situation.light.ripple))


def _flicker(figures: ExposureFigures, prices: Prices) -> Floats:
    """Ripple kept; one that stands still from frame to frame is brightness, and a band at most."""
    kept = ripple_kept(figures)
    if not figures.situation.light.lamps:
        return kept
    beats = beats_hz(rate=figures.rate_hz, mains_hz=figures.situation.brief.mains_hz)
    return np.asarray(kept * np.where(beats < STANDS_BELOW_HZ, prices("flicker.standing"), 1.0))


def _flicker_told(situation: Situation, kept: float, rate: float) -> Message:
    mains_hz = situation.brief.mains_hz
    beats = beat_hz(rate=rate, mains_hz=mains_hz)
    stays, mains = share(kept), number(mains_hz, "Hz", 0)
    if beats < STANDS_BELOW_HZ:
        return say("price-flicker-standing", kept=stays, mains=mains)
    return say("price-flicker", kept=stays, mains=mains, beats=number(beats, "Hz", 0))


TABLE: Final[tuple[Consideration[ExposureFigures, Sets] | Consideration[JointFigures, Sets], ...]] = (
    Consideration(
        "off-aim", "exposure", _off_aim, _off_aim_figures, _off_aim_told,
        (Setting.SHUTTER, Setting.ND_FILTER, Setting.ISO_FLOOR, Setting.ISO_CEILING),
    ),
    Consideration(
        "motion-look", "exposure", _look, _look_figures, _look_told,
        (Setting.SHUTTER, Setting.ND_FILTER, Setting.FRAME_RATE), paced=True,
    ),
    Consideration(
        "iso-over-taste", "exposure", _iso_taste,
        lambda sets: (sets.exposures.ceiling,),
        _iso_taste_told,
        (Setting.ISO_CEILING,),
    ),
    Consideration(
        "iso-guard", "exposure", _iso_guard,
        lambda sets: (sets.exposures.ceiling, sets.exposures.automatic),
        _iso_guard_told,
        (Setting.ISO_CEILING,),
    ),
    Consideration(
        "iso-floor", "exposure", _iso_base,
        lambda sets: (sets.exposures.floor, sets.situation.device.iso.values[0]),
        _iso_base_told,
        (Setting.ISO_FLOOR,),
    ),
    Consideration(
        "glass", "exposure", _glass, lambda sets: (sets.exposures.glass,), _glass_told, (Setting.ND_FILTER,)
    ),
    Consideration(
        "glass-trouble", "meeting", lambda meeting, _: meeting.nd_trouble, _trouble_figures, _trouble_told,
        (Setting.ND_FILTER, Setting.VIEW),
    ),
    Consideration(
        "nd-buys-noise", "exposure", _nd_buys_noise,
        lambda sets: (sets.exposures.nd_stops, sets.exposures.aim.iso),
        lambda _, taken, iso: say("price-nd-buys-noise", count=round(taken, 1), iso=round(iso)),
        (Setting.ND_FILTER, Setting.ISO_CEILING),
    ),
    Consideration(
        "control", "exposure", _control, lambda sets: (control_kind(sets.exposures),), _control_told,
        (Setting.SHUTTER, Setting.ISO_CEILING, Setting.ISO_FLOOR),
    ),
    Consideration(
        "shutter-unusual", "exposure", _unusual,
        lambda sets: (sets.exposures.longest_s, _unusual(sets.exposures, Prices({})), sets.exposures.automatic),
        _unusual_told,
        (Setting.SHUTTER,), paced=True,
    ),
    Consideration(
        "shutter-pointless", "exposure", _pointless,
        lambda sets: (sets.exposures.aim.shutter_s, target_of(sets.exposures), sets.exposures.automatic),
        _pointless_told,
        (Setting.SHUTTER,), paced=True,
    ),
    Consideration(
        "runaway", "exposure", _runs_away,
        lambda sets: (sets.exposures.bright.shutter_s,),
        _runs_away_told,
        (Setting.SHUTTER, Setting.ND_FILTER),
    ),
    Consideration(
        "swing", "exposure", _swing,
        lambda sets: (_swing(sets.exposures, Prices({})),),
        lambda _, moved: say("price-swing", moved=number(moved, "stops", 1)),
        (Setting.SHUTTER, Setting.ISO_CEILING),
    ),
    Consideration(
        "flicker", "exposure", _flicker,
        lambda sets: (ripple_kept(sets.exposures), sets.exposures.rate_hz),
        _flicker_told,
        (Setting.SHUTTER, Setting.FRAME_RATE), paced=True,
    ),
)  # fmt: skip
