"""Colour and finish: profile, exposure bias, colour filter, white balance; and what is fitted by hand."""

from math import isclose
from typing import Final

from steady_tide.core.kit.bag import Lamp, Support
from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.kit.settings import Value
from steady_tide.core.light.underwater import UnderWater, under_water
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import DIM_EV100
from steady_tide.core.plan.prices.weighing import Objection, Objections, Weighing, against
from steady_tide.core.plan.problem.brief import Water
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.offers import AUTOMATIC, LOCKED_AUTOMATIC, white_balance_values
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.quantities import mired_shift

OFF_GREY: Final = "exposes {0:+.1f} stops off the wanted grey (its meter is assumed {1:g} stops bright)"
RED_GONE_M: Final = 10.0
"""Depth below which no red is left to balance, by practice; where no filter's spectrum is known."""
SUN_DEG: Final = 45.0
"""Height of the sun by which filters are chosen. **Assumed**; the day shows them under its own sun."""


def clipped_stops(situation: Situation, profile: ColourProfile, bias: float) -> float:
    """Stops of highlights beyond the profile's headroom at this bias, camera's own habit included."""
    brighter = bias + situation.device.meters_bright_stops
    return max(situation.light.contrast_stops + brighter - profile.headroom_stops, 0.0)


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
        net = bias + habit
        cost = weight * (prices("bias.off-grey") * abs(net) + prices("bias.dialled") * abs(bias))
        lost = against(prices, clip_price, "clips {0:.1f} stops of highlights", clipped, amount=weight * clipped)
        objections[bias] = (Objection("bias.off-grey", cost, OFF_GREY, (net, habit)), *lost)
    return Weighing(objections, "keeps the highlights at the least loss of brightness")


def weigh_profile(situation: Situation, prices: Prices) -> Weighing:
    """Colour profile: by how much work follows, by contrast, and by the dark."""
    finish, weight, clip_price = situation.stance.finish, prices("profile"), _clip_price(situation)
    wanted = finish.replace("-", " ")
    dim = situation.aim_ev100 < DIM_EV100
    objections: dict[Value, Objections] = {}
    for profile in situation.device.profiles:
        lifted = weight * profile.shadow_lift if dim else 0.0
        clipped = clipped_stops(situation, profile, -situation.device.meters_bright_stops)
        opens = "opens the shadows by {0:g} stops and shows their noise"
        holds = "holds {0:g} stops over grey, clips {1:.1f}"
        curve = f"profile.curve.{finish}.{profile.curve}"
        objections[profile.key] = (
            *against(prices, curve, "not what a {0} finish wants", wanted, amount=weight),
            *against(prices, "profile.shadows", opens, profile.shadow_lift, amount=lifted),
            *against(prices, clip_price, holds, profile.headroom_stops, clipped, amount=weight * clipped),
        )
    return Weighing(objections, f"suits a {wanted} finish in this contrast", Axis.FINISH)


def weigh_colour_filter(situation: Situation, prices: Prices) -> Weighing:
    """Colour filter for water: by wavelength where the spectra in the bag are known, else by water and depth."""
    water, filters = situation.brief.water, situation.given.colour_filters
    objections: dict[Value, Objections] = {NO_FILTER: ()}
    if water is None:
        objections |= {item.key: against(prices, "filter.dry", "is made for water") for item in filters}
        return Weighing(objections, "no water, no filter")
    known = _in_water(situation, water)
    wanted = _wanted_tint(situation, water, known)
    ends_m = known.filters_end_m if known.filters else RED_GONE_M
    useless = water.lamp or water.depth_m > ends_m or situation.stance.water_colour != "filter"
    if not useless and filters:
        greenish = "leaves the picture green or blue, with little red to bring back"
        objections[NO_FILTER] = against(prices, "filter.none", greenish)
    why_not = "a lamp lights it" if water.lamp else "no red is left below {0:.0f} m"
    if water.depth_m <= ends_m and not water.lamp:
        why_not = "your stance balances by hand"
    other = "{0} water at {1:g} m wants {2}"
    for item in filters:
        stops = situation.given.colour_stops(item)
        takes = Objection("filter.stops", prices("filter.stops") * stops, "takes {0:.1f} stops", (stops,))
        wrong: Objections = ()
        if useless:
            wrong = against(prices, "filter.useless", why_not, ends_m)
        elif item.tint != wanted:
            wrong = against(prices, "filter.tint", other, water.colour, water.depth_m, wanted.replace("-", " "))
        objections[item.key] = (takes, *wrong)
    return Weighing(objections, f"for {water.colour} water down to {water.depth_m:g} m", Axis.WATER_COLOUR)


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


def _wanted_tint(situation: Situation, water: Water, known: UnderWater) -> str:
    """The tint that evens the colours best; by the rule of thumb where no spectrum is known, or none is better."""
    best = next((item.tint for item in situation.given.colour_filters if item.key == known.best_filter), None)
    if best is not None:
        return best
    return "magenta" if water.colour == "green" else "light-red" if water.depth_m <= 5 else "deep-red"


def weigh_lamp(situation: Situation, prices: Prices) -> Weighing:
    """Lamp: where the brief says that one lights the subject; elsewhere the light stated counts the lamps already."""
    objections: dict[Value, Objections] = {NO_FILTER: ()}
    water = situation.brief.water
    lit = water is not None and water.lamp
    if lit and situation.given.lamps:
        objections[NO_FILTER] = against(prices, "lamp.none", "the scene is planned with a lamp on the subject")
    words = "is one thing more to carry" if water is not None else "the light you stated counts your lamps already"
    for lamp in situation.given.usable_of(Lamp):
        carried = () if lit else against(prices, "lamp.carried", words)
        worn = against(prices, "lamp.worn", "is worn") if lamp.condition == "worn" else ()
        objections[lamp.key] = (*carried, *worn)
    praise = "a lamp close to the subject brings the colours back" if lit else words
    return Weighing(objections, praise, Axis.WATER_COLOUR if water is not None else None)


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
    return Weighing(objections, f"carries the way the scene is filmed: {way}")


def weigh_white_balance(situation: Situation, prices: Prices) -> Weighing:
    """White balance: the Kelvin of the light, locked; automatic behind a colour filter."""
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
            speaks = _kelvin_objections(situation, prices, float(value), filtered, locked_wanted)
        objections[value] = tuple(objection for objection in speaks if not isclose(objection.cost, 0.0))
    praise = _light_words(situation)
    if filtered:
        praise = "behind a colour filter automatic follows the depth; keep something near in frame"
    elif not locked_wanted:
        praise = "one thing less to get wrong, as your stance has it"
    return Weighing(objections, praise, Axis.WHITE_BALANCE)


def _kelvin_objections(
    situation: Situation, prices: Prices, kelvin: float, filtered: bool, locked_wanted: bool
) -> Objections:
    light = situation.kelvin
    shift = abs(mired_shift(from_kelvin=light, to_kelvin=kelvin))
    off = against(prices, "balance.shift", "{0:.0f} mired from the light's {1:.0f} K", shift, light, amount=shift)
    if filtered:
        return off + against(prices, "balance.behind-filter", "behind a colour filter automatic follows the depth")
    return off + (() if locked_wanted else against(prices, "balance.fixed", "is one thing more to get wrong"))


def _light_words(situation: Situation) -> str:
    if situation.lamp is not None:
        return f"{situation.lamp.label} gives {situation.kelvin:.0f} K"
    if situation.kelvin != situation.light.kelvin:
        return f"about {situation.kelvin:.0f} K keeps a night sky cool, and locked it cannot drift"
    return f"the light is about {situation.kelvin:.0f} K"
