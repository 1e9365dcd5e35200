"""Colour and finish: profile, exposure bias, colour filter, white balance; and what is fitted by hand."""

from math import isclose
from typing import Any, Final

from steady_tide.core.kit.bag import Lamp, Support
from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.light.underwater import OUTWEIGHS_STOPS, UnderWater, under_water
from steady_tide.core.message import Message, clauses, metres, number, say, stops
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import DIM_EV100
from steady_tide.core.plan.prices.weighing import Objection, Objections, Weighing, against
from steady_tide.core.plan.problem.brief import Water
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.offers import AUTOMATIC, LOCKED_AUTOMATIC, white_balance_values
from steady_tide.core.plan.problem.situation import DAYLIGHT_KELVIN, Situation
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.quantities import mired_shift
from steady_tide.core.thresholds import threshold

RED_GONE_M: Final = threshold("water.red-gone")
"""Depth below which no red is left to balance, by practice; where no filter's spectrum is known."""
SUN_DEG: Final = threshold("water.sun")
"""Height of the sun by which filters are chosen. **Assumed**; the day shows them under its own sun."""
SAME_MIRED: Final = threshold("white.same")
"""White points nearer to each other are one."""
SHALLOW_M: Final = threshold("water.shallow")


def clipped_stops(situation: Situation, profile: ColourProfile, bias: float) -> float:
    """Stops of highlights beyond the profile's headroom at this bias, camera's own habit included."""
    brighter = bias + situation.meter_stops
    return max(situation.light.contrast_stops + brighter - situation.given.headroom_stops(profile), 0.0)


def _clip_price(situation: Situation) -> str:
    """Which price a stop of highlights lost has in this light: lamps in the dark may burn out."""
    dim_lamps = situation.light.lamps and situation.aim_ev100 < DIM_EV100
    return "clipped.lamps" if dim_lamps else "clipped"


def weigh_bias(situation: Situation, prices: Prices, profile: ColourProfile) -> Weighing:
    """Exposure bias: back to the aim from what the meter does, lower still where highlights clip."""
    objections: dict[Value, Objections] = {}
    habit, clip_price, weight = situation.meter_stops, _clip_price(situation), prices("bias")
    for bias in situation.device.exposure_biases:
        clipped = clipped_stops(situation, profile, bias)
        net = bias + habit - situation.intended_stops
        cost = weight * (prices("bias.off-grey") * abs(net) + prices("bias.dialled") * abs(bias))
        lost = number(clipped, "stops", 1)
        clips = against(prices, clip_price, "against-clipped", amount=weight * clipped, lost=lost)
        off = Objection("bias.off-grey", cost, facts={"off": stops(net), "count": habit})
        objections[bias] = (off, *clips)
    return Weighing(objections, say("for-highlights-kept"))


def weigh_idle_bias(situation: Situation) -> Weighing:
    """Exposure bias where no meter decides anything: it is left alone."""
    moved: Objections = (Objection("bias.dialled", 0.01, "against-bias-idle"),)
    biases = situation.device.exposure_biases
    rest = min(biases, key=abs)
    return Weighing({bias: () if bias == rest else moved for bias in biases}, say("for-bias-idle"))


def weigh_profile(situation: Situation, prices: Prices) -> Weighing:
    """Colour profile: by how much work follows, by contrast, and by the dark."""
    finish, weight, clip_price = situation.stance.finish, prices("profile"), _clip_price(situation)
    dim, film = situation.aim_ev100 < DIM_EV100, say(f"finish-{finish}")
    objections: dict[Value, Objections] = {}
    for profile in situation.device.profiles:
        lifted = weight * profile.shadow_lift if dim else 0.0
        clipped = clipped_stops(situation, profile, situation.intended_stops - situation.meter_stops)
        curve = f"profile.curve.{finish}.{profile.curve}"
        headroom, lost = situation.given.headroom_stops(profile), number(clipped, "stops", 1)
        holds = {"headroom": number(headroom, "stops", 1), "lost": lost}
        objections[profile.key] = (
            *against(prices, curve, "against-profile-curve", amount=weight, film=film),
            *against(prices, "profile.shadows", amount=lifted, count=profile.shadow_lift),
            *against(prices, clip_price, "against-profile-clips", amount=weight * clipped, **holds),
        )
    return Weighing(objections, say("for-profile", film=film), Axis.FINISH)


def weigh_colour_filter(situation: Situation, prices: Prices) -> Weighing:
    """Colour filter for water: by wavelength where the spectra in the bag are known, else by water and depth."""
    water, filters = situation.brief.water, situation.given.colour_filters
    objections: dict[Value, Objections] = {NO_FILTER: ()}
    if water is None:
        objections |= {item.key: against(prices, "filter.dry") for item in filters}
        return Weighing(objections, say("for-no-water"))
    found = _in_water(situation, water)
    wanted, why_not = _verdict(situation, water, found)
    if wanted is not None and filters:
        objections[NO_FILTER] = against(prices, "filter.none")
    where: dict[str, Any] = {"water": say(f"water-{water.colour}"), "depth": metres(round(water.middle_m))}
    for item in filters:
        lost = situation.given.colour_stops(item)
        takes = Objection("filter.stops", prices("filter.stops") * lost, facts={"stops": number(lost, "stops", 1)})
        wrong: Objections = ()
        if wanted is None:
            cost = prices("filter.useless")
            wrong = (Objection("filter.useless", cost, why_not.key, why_not.args),) if cost else ()
        elif item.tint != wanted:
            wrong = against(prices, "filter.tint", **where, tint=say(f"tint-{wanted}"))
        objections[item.key] = (takes, *wrong)
    return Weighing(objections, say("for-water", **where), Axis.WATER_COLOUR)


def _verdict(situation: Situation, water: Water, found: UnderWater) -> tuple[str | None, Message]:
    """The tint wanted, and why no filter is where there is none.

    What the water does by wavelength at the middle of the depths decides, as it does on the day; where no spectrum is
    known, the rule of thumb.
    """
    if water.lamp:
        return None, say("against-filter-lamp")
    if situation.stance.water_colour != "filter":
        return None, say("against-filter-by-hand")
    if not found.filters:
        gone = water.depth_m > RED_GONE_M
        return None if gone else _by_thumb(water), say("against-filter-no-red", depth=metres(RED_GONE_M))
    best = next((one for one in situation.given.colour_filters if one.key == found.best_filter), None)
    if best is not None or found.verdict == "lamp":
        deepest = metres(round(found.filters_end_m))
        return best.tint if best is not None else None, say("against-filter-no-red", depth=deepest)
    return None, say("against-filter-no-better")


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
        objections[NO_FILTER] = against(prices, "lamp.none")
    idle = say("against-lamp-carried") if water is not None else _dry_lamp_told(situation)
    for lamp in situation.given.usable_of(Lamp):
        carried = () if lit else against(prices, "lamp.carried", idle.key)
        worn = against(prices, "lamp.worn") if lamp.condition == "worn" else ()
        objections[lamp.key] = (*carried, *worn)
    praise = say("for-lamp") if lit else idle
    return Weighing(objections, praise, Axis.WATER_COLOUR if water is not None else None)


def _dry_lamp_told(situation: Situation) -> Message:
    return say("for-lamps-counted") if situation.light.lamps else say("for-no-lamps")


def weigh_lamp_level(situation: Situation, prices: Prices) -> Weighing:
    """Lamp level: the least that still outshines the rest by a stop; full where none does. Dry light is as stated."""
    levels = [float(offer.value) for offer in situation.given.offers(Setting.LAMP_LEVEL)]
    lamp, at = situation.lamp, situation.brief.subject_distance_m
    if lamp is None or not lamp.dimmable or situation.brief.water is None:
        down = against(prices, "lamp.dimmed")
        objections: dict[Value, Objections] = {int(level): down if level < 100 else () for level in levels}
        return Weighing(objections, say("for-lamp-undimmed"))
    objections = {}
    for level in levels:
        over = situation.lamp_over_rest_stops(level)
        weak = max(OUTWEIGHS_STOPS - over, 0.0)
        spare = max(over - OUTWEIGHS_STOPS, 0.0)
        objections[int(level)] = (
            *against(prices, "lamp.weak", amount=weak, over=stops(over)),
            *against(prices, "lamp.spare", amount=spare, spare=number(spare, "stops", 1)),
        )
    return Weighing(objections, say("for-lamp-level", distance=metres(at)))


def weigh_support(situation: Situation, prices: Prices) -> Weighing:
    """Support: the one of the bag that carries the way the brief says."""
    brief = situation.brief
    supports = situation.given.usable_of(Support)
    matching = [item for item in supports if item.carried == brief.carried]
    way = say(f"way-{brief.carried}")
    bare = against(prices, "support.none", way=way) if matching else ()
    objections: dict[Value, Objections] = {NO_FILTER: bare}
    for item in supports:
        other = against(prices, "support.other", carries=say(f"way-{item.carried}"), way=way)
        objections[item.key] = () if item in matching else other
    return Weighing(objections, say("for-support", way=way) if matching else say("for-no-support", way=way))


def weigh_white_balance(situation: Situation, prices: Prices, cast_mired: float = 0.0) -> Weighing:
    """White balance: the Kelvin of the light, locked; automatic behind a colour filter.

    cast_mired: how far the fitted ND shifts the colour.
    """
    filtered = situation.fit.colour_filter != NO_FILTER
    locked_wanted = situation.stance.white_balance == "locked" and not filtered
    objections: dict[Value, Objections] = {}
    for value in white_balance_values(situation.device):
        if value == AUTOMATIC:
            speaks = against(prices, "balance.drifts") if locked_wanted else ()
        elif value == LOCKED_AUTOMATIC:
            speaks = against(
                prices, "balance.unknown", "against-balance-unknown" if locked_wanted else "against-balance-more-to-do"
            )
        else:
            wanted = situation.balanced_kelvin(cast_mired)
            speaks = _kelvin_objections(prices, float(value), wanted, filtered, locked_wanted)
        objections[value] = tuple(objection for objection in speaks if not isclose(objection.cost, 0.0))
    praise = _light_told(situation, cast_mired)
    if filtered:
        praise = say("for-balance-behind-filter")
    elif not locked_wanted:
        praise = say("for-balance-automatic")
    return Weighing(objections, praise, Axis.WHITE_BALANCE)


def _kelvin_objections(prices: Prices, kelvin: float, wanted: float, filtered: bool, locked_wanted: bool) -> Objections:
    shift = abs(mired_shift(from_kelvin=wanted, to_kelvin=kelvin))
    seen = max(shift - SAME_MIRED, 0.0)
    off = against(prices, "balance.shift", amount=seen, shift=number(shift, "mired", 0), wanted=number(wanted, "K", 0))
    if filtered:
        return off + against(prices, "balance.behind-filter")
    return off + (() if locked_wanted else against(prices, "balance.fixed"))


def _light_told(situation: Situation, cast_mired: float) -> Message:
    told, look = [_lit_told(situation)], situation.stance.white_look
    if look != "neutral":
        wanted = number(situation.balanced_kelvin(cast_mired), "K", 0)
        told.append(say(f"balance-look-{look}", kelvin=wanted))
    if cast_mired:
        told.append(say("balance-cast", shift=number(cast_mired, "mired", 0, signed=True)))
    return clauses(told)


def _lit_told(situation: Situation) -> Message:
    kelvin = number(situation.kelvin, "K", 0)
    if situation.lamp is not None:
        return say("balance-lamp", lamp=situation.lamp.label, kelvin=kelvin)
    if situation.kelvin == DAYLIGHT_KELVIN and situation.light.kelvin != DAYLIGHT_KELVIN and not situation.light.lamps:
        return say("balance-daylight")
    if situation.kelvin != situation.light.kelvin:
        return say("balance-night", kelvin=kelvin)
    return say("balance-light", kelvin=kelvin)
