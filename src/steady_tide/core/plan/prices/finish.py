"""Colour and finish: profile, exposure bias, colour filter, white balance; and what is fitted by hand."""

from math import isclose
from typing import Final

from steady_tide.core.habits import metres
from steady_tide.core.kit.bag import Lamp, Support
from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.light.underwater import OUTWEIGHS_STOPS, UnderWater, under_water
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import DIM_EV100
from steady_tide.core.plan.prices.weighing import Objection, Objections, Weighing, against
from steady_tide.core.plan.problem.brief import Water
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.offers import AUTOMATIC, LOCKED_AUTOMATIC, white_balance_values
from steady_tide.core.plan.problem.situation import DAYLIGHT_KELVIN, Situation
from steady_tide.core.plan.problem.stance import FINISH_WORDS, Axis
from steady_tide.core.quantities import counted, mired_shift
from steady_tide.core.thresholds import threshold

OFF_GREY: Final = "exposes {0:+.1f} stops off the wanted grey (its meter is assumed {1} bright)"
RED_GONE_M: Final = threshold("water.red-gone")
"""Depth below which no red is left to balance, by practice; where no filter's spectrum is known."""
SUN_DEG: Final = threshold("water.sun")
"""Height of the sun by which filters are chosen. **Assumed**; the day shows them under its own sun."""
SHALLOW_M: Final = threshold("water.shallow")


def clipped_stops(situation: Situation, profile: ColourProfile, bias: float) -> float:
    """Stops of highlights beyond the profile's headroom at this bias, camera's own habit included."""
    brighter = bias + situation.device.meters_bright_stops
    return max(situation.light.contrast_stops + brighter - situation.given.headroom_stops(profile), 0.0)


def _clip_price(situation: Situation) -> str:
    """Which price a stop of highlights lost has in this light: lamps in the dark may burn out."""
    dim_lamps = situation.light.lamps and situation.aim_ev100 < DIM_EV100
    return "clipped.lamps" if dim_lamps else "clipped"


def weigh_bias(situation: Situation, prices: Prices, profile: ColourProfile) -> Weighing:
    """Exposure bias: back to the aim from what the meter does, lower still where highlights clip."""
    objections: dict[Value, Objections] = {}
    habit, clip_price, weight = situation.device.meters_bright_stops, _clip_price(situation), prices("bias")
    for bias in situation.device.exposure_biases:
        clipped = clipped_stops(situation, profile, bias)
        net = bias + habit - situation.intended_stops
        cost = weight * (prices("bias.off-grey") * abs(net) + prices("bias.dialled") * abs(bias))
        lost = against(prices, clip_price, "clips {0:.1f} stops of highlights", clipped, amount=weight * clipped)
        objections[bias] = (Objection("bias.off-grey", cost, OFF_GREY, (net, counted(habit, "stop"))), *lost)
    return Weighing(objections, "keeps the highlights at the least loss of brightness")


def weigh_idle_bias(situation: Situation) -> Weighing:
    """Exposure bias where no meter decides anything: it is left alone."""
    moved: Objections = (Objection("bias.dialled", 0.01, "moves nothing while shutter and ISO are fixed"),)
    biases = situation.device.exposure_biases
    rest = min(biases, key=abs)
    return Weighing(
        {bias: () if bias == rest else moved for bias in biases}, "moves nothing: shutter and ISO are fixed"
    )


def weigh_profile(situation: Situation, prices: Prices) -> Weighing:
    """Colour profile: by how much work follows, by contrast, and by the dark."""
    finish, weight, clip_price = situation.stance.finish, prices("profile"), _clip_price(situation)
    dim = situation.aim_ev100 < DIM_EV100
    objections: dict[Value, Objections] = {}
    for profile in situation.device.profiles:
        lifted = weight * profile.shadow_lift if dim else 0.0
        clipped = clipped_stops(situation, profile, situation.intended_stops - situation.device.meters_bright_stops)
        opens = "opens the shadows by {0} and shows their noise"
        holds = "holds {0:.1f} stops over grey, clips {1:.1f}"
        curve = f"profile.curve.{finish}.{profile.curve}"
        objections[profile.key] = (
            *against(prices, curve, "{0} wants another", FINISH_WORDS[finish], amount=weight),
            *against(prices, "profile.shadows", opens, counted(profile.shadow_lift, "stop"), amount=lifted),
            *against(
                prices, clip_price, holds, situation.given.headroom_stops(profile), clipped, amount=weight * clipped
            ),
        )
    return Weighing(objections, f"right for {FINISH_WORDS[finish]}, in this contrast", Axis.FINISH)


def weigh_colour_filter(situation: Situation, prices: Prices) -> Weighing:
    """Colour filter for water: by wavelength where the spectra in the bag are known, else by water and depth."""
    water, filters = situation.brief.water, situation.given.colour_filters
    objections: dict[Value, Objections] = {NO_FILTER: ()}
    if water is None:
        objections |= {item.key: against(prices, "filter.dry", "is made for water") for item in filters}
        return Weighing(objections, "no water, no filter")
    found = _in_water(situation, water)
    wanted, why_not = _verdict(situation, water, found)
    if wanted is not None and filters:
        greenish = "leaves the picture green or blue, with little red to bring back"
        objections[NO_FILTER] = against(prices, "filter.none", greenish)
    other = "{0} water at {1:.0f} m wants {2}"
    for item in filters:
        stops = situation.given.colour_stops(item)
        takes = Objection("filter.stops", prices("filter.stops") * stops, "takes {0:.1f} stops", (stops,))
        wrong: Objections = ()
        if wanted is None:
            wrong = against(prices, "filter.useless", why_not, found.filters_end_m)
        elif item.tint != wanted:
            tint = wanted.replace("-", " ")
            wrong = against(prices, "filter.tint", other, water.colour, water.middle_m, tint)
        objections[item.key] = (takes, *wrong)
    return Weighing(objections, f"for {water.colour} water at {metres(round(water.middle_m))}", Axis.WATER_COLOUR)


def _verdict(situation: Situation, water: Water, found: UnderWater) -> tuple[str | None, str]:
    """The tint wanted, or None and why no filter is.

    What the water does by wavelength at the middle of the depths decides, as it does on the day; where no spectrum is
    known, the rule of thumb.
    """
    if water.lamp:
        return None, "a lamp lights it"
    if situation.stance.water_colour != "filter":
        return None, "your stance balances by hand"
    if not found.filters:
        gone = water.depth_m > RED_GONE_M
        return (None, f"no red is left below {metres(RED_GONE_M)}") if gone else (_by_thumb(water), "")
    best = next((one for one in situation.given.colour_filters if one.key == found.best_filter), None)
    if best is not None:
        return best.tint, ""
    gone = found.verdict == "lamp"
    return None, "no red is left below {0:.0f} m" if gone else "evens the colours no better than white balance alone"


def _by_thumb(water: Water) -> str:
    return "magenta" if water.colour == "green" else "light-red" if water.depth_m <= SHALLOW_M else "deep-red"


def _in_water(situation: Situation, water: Water) -> UnderWater:
    """What the water does at the middle of the depths, under a sun that is not known here: **assumed** half high."""
    return under_water(
        water.colour,
        depth_m=water.middle_m,
        distance_m=situation.brief.subject_distance_m,
        sun_altitude_deg=SUN_DEG,
        okta=0.0,
        rest_ev100=situation.light.ev100,
        filters=situation.given.colour_filters,
    )


def weigh_lamp(situation: Situation, prices: Prices) -> Weighing:
    """Lamp: where the brief says that one lights the subject; elsewhere the light stated counts the lamps already."""
    objections: dict[Value, Objections] = {NO_FILTER: ()}
    water = situation.brief.water
    lit = water is not None and water.lamp
    if lit and situation.given.lamps:
        objections[NO_FILTER] = against(prices, "lamp.none", "the scene is planned with a lamp on the subject")
    words = "is one thing more to carry" if water is not None else _dry_lamp_words(situation)
    for lamp in situation.given.usable_of(Lamp):
        carried = () if lit else against(prices, "lamp.carried", words)
        worn = against(prices, "lamp.worn", "is worn") if lamp.condition == "worn" else ()
        objections[lamp.key] = (*carried, *worn)
    praise = "a lamp close to the subject brings the colours back" if lit else words
    return Weighing(objections, praise, Axis.WATER_COLOUR if water is not None else None)


def _dry_lamp_words(situation: Situation) -> str:
    return "the light you stated counts your lamps already" if situation.light.lamps else "nothing here is lit by lamps"


def weigh_lamp_level(situation: Situation, prices: Prices) -> Weighing:
    """Lamp level: the least that still outshines the rest by a stop; full where none does. Dry light is as stated."""
    levels = [float(offer.value) for offer in situation.given.offers(Setting.LAMP_LEVEL)]
    lamp, at = situation.lamp, situation.brief.subject_distance_m
    if lamp is None or not lamp.dimmable or situation.brief.water is None:
        down = against(prices, "lamp.dimmed", "gives less than it could")
        objections: dict[Value, Objections] = {int(level): down if level < 100 else () for level in levels}
        return Weighing(objections, "no lamp is dimmed here; dim dry lamps by what you read on the subject")
    objections = {}
    for level in levels:
        over = situation.lamp_over_rest_stops(level)
        weak = max(OUTWEIGHS_STOPS - over, 0.0)
        spare = max(over - OUTWEIGHS_STOPS, 0.0)
        objections[int(level)] = (
            *against(prices, "lamp.weak", "outshines the rest by {0:+.1f} stops only", over, amount=weak),
            *against(prices, "lamp.spare", "is {0:.1f} stops more than it takes", spare, amount=spare),
        )
    return Weighing(objections, f"outshines the rest of the light at {metres(at)}, and spares its battery")


def weigh_support(situation: Situation, prices: Prices) -> Weighing:
    """Support: the one of the bag that carries the way the brief says."""
    brief = situation.brief
    supports = situation.given.usable_of(Support)
    matching = [item for item in supports if item.carried == brief.carried]
    way = brief.carried.replace("-", " ")
    nothing = "the scene is filmed {0}, and the bag has something for it"
    objections: dict[Value, Objections] = {NO_FILTER: against(prices, "support.none", nothing, way) if matching else ()}
    for item in supports:
        other = against(
            prices, "support.other", "carries like {0}, the scene is filmed {1}", item.carried.replace("-", " "), way
        )
        objections[item.key] = () if item in matching else other
    praise = f"carries the way the scene is filmed: {way}" if matching else f"the bag has nothing for {way}"
    return Weighing(objections, praise)


def weigh_white_balance(situation: Situation, prices: Prices, cast_mired: float = 0.0) -> Weighing:
    """White balance: the Kelvin of the light, locked; automatic behind a colour filter.

    cast_mired: how far the fitted ND shifts the colour.
    """
    filtered = situation.fit.colour_filter != NO_FILTER
    locked_wanted = situation.stance.white_balance == "locked" and not filtered
    objections: dict[Value, Objections] = {}
    for value in white_balance_values(situation.device):
        if value == AUTOMATIC:
            drifts = "may shift colour within and between shots"
            speaks = against(prices, "balance.drifts", drifts) if locked_wanted else ()
        elif value == LOCKED_AUTOMATIC:
            settled = "you cannot know the Kelvin it holds" if locked_wanted else "is one thing more to do"
            speaks = against(prices, "balance.unknown", settled)
        else:
            wanted = situation.balanced_kelvin(cast_mired)
            speaks = _kelvin_objections(prices, float(value), wanted, filtered, locked_wanted)
        objections[value] = tuple(objection for objection in speaks if not isclose(objection.cost, 0.0))
    praise = _light_words(situation, cast_mired)
    if filtered:
        praise = "behind a colour filter automatic follows the depth; keep something near in frame"
    elif not locked_wanted:
        praise = "one thing less to get wrong, as your stance has it"
    return Weighing(objections, praise, Axis.WHITE_BALANCE)


def _kelvin_objections(prices: Prices, kelvin: float, wanted: float, filtered: bool, locked_wanted: bool) -> Objections:
    shift = abs(mired_shift(from_kelvin=wanted, to_kelvin=kelvin))
    off = against(prices, "balance.shift", "{0:.0f} mired from the {1:.0f} K wanted", shift, wanted, amount=shift)
    if filtered:
        return off + against(prices, "balance.behind-filter", "behind a colour filter automatic follows the depth")
    return off + (() if locked_wanted else against(prices, "balance.fixed", "is one thing more to get wrong"))


def _light_words(situation: Situation, cast_mired: float) -> str:
    wanted, told = situation.balanced_kelvin(cast_mired), _lit_words(situation)
    if situation.stance.white_look != "neutral":
        told += f"; {wanted:.0f} K makes it look {situation.stance.white_look.replace('-', ' ')}"
    return f"{told}; the ND shifts it by {cast_mired:+.0f} mired" if cast_mired else told


def _lit_words(situation: Situation) -> str:
    if situation.lamp is not None:
        return f"{situation.lamp.label} gives {situation.kelvin:.0f} K"
    if situation.kelvin == DAYLIGHT_KELVIN and situation.light.kelvin != DAYLIGHT_KELVIN and not situation.light.lamps:
        return "held at daylight while sun and cloud change"
    if situation.kelvin != situation.light.kelvin:
        return f"about {situation.kelvin:.0f} K keeps a night sky cool, and locked it cannot drift"
    return f"the light is about {situation.kelvin:.0f} K"
