"""Colour and finish: profile, exposure bias, colour filter, white balance, sharpening."""

from math import isclose

from steady_tide.core.kit.bag import Lamp, Support
from steady_tide.core.kit.body import ColourProfile
from steady_tide.core.kit.settings import Value
from steady_tide.core.light.underwater import UnderWater, under_water
from steady_tide.core.plan.prices.consideration import DIM_EV100
from steady_tide.core.plan.prices.weighing import Objection, Weighing
from steady_tide.core.plan.problem.brief import Water
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.offers import AUTOMATIC, LOCKED_AUTOMATIC, white_balance_values
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.quantities import mired_shift

CURVE_COST = {
    "grade": {"log": 0.0, "flat": 0.3, "neutral": 1.2, "vivid": 2.2},
    "light-touch": {"log": 1.6, "flat": 0.8, "neutral": 0.0, "vivid": 0.6},
    "straight": {"log": 3.5, "flat": 2.0, "neutral": 0.2, "vivid": 0.0},
}
"""What a curve costs by position on finish. **Assumed**."""
CLIPPED_STOP = 0.6
"""Price of a stop of highlights lost. **Assumed**."""
CLIPPED_LAMP_STOP = 0.15
"""The same where the highlights are the lamps themselves, which may burn out. **Assumed**."""
DIM_LIFT_COST = 0.45
"""Price, in the dark, of each stop by which a profile opens shadows and shows their noise. **Assumed**."""
BIAS_STEP_COST = 0.35
RED_GONE_M = 10.0
"""Depth below which no red is left to balance, by practice; where no filter's spectrum is known."""
SUN_DEG = 45.0
"""Height of the sun by which filters are chosen. **Assumed**; the day shows them under its own sun."""


def clipped_stops(situation: Situation, profile: ColourProfile, bias: float) -> float:
    """Stops of highlights beyond the profile's headroom at this bias, camera's own habit included."""
    brighter = bias + situation.device.meters_bright_stops
    return max(situation.light.contrast_stops + brighter - profile.headroom_stops, 0.0)


def clip_price(situation: Situation) -> float:
    """Price of a stop of highlights lost in this light."""
    return CLIPPED_LAMP_STOP if situation.light.lamps and situation.aim_ev100 < DIM_EV100 else CLIPPED_STOP


def weigh_bias(situation: Situation, profile: ColourProfile) -> Weighing:
    """Exposure bias: back to the aim from what the meter does, lower still where highlights clip."""
    objections: dict[Value, tuple[Objection, ...]] = {}
    habit = situation.device.meters_bright_stops
    for bias in situation.device.exposure_biases:
        clipped = clipped_stops(situation, profile, bias)
        net = bias + habit
        words = f"exposes {net:+.1f} stops off the wanted grey (its meter is assumed {habit:g} stops bright)"
        found = [Objection(BIAS_STEP_COST * abs(net) + 0.01 * abs(bias), words)]
        if clipped > 0:
            found.append(Objection(clip_price(situation) * clipped, f"clips {clipped:.1f} stops of highlights"))
        objections[bias] = tuple(found)
    return Weighing(objections, "keeps the highlights at the least loss of brightness")


def weigh_profile(situation: Situation) -> Weighing:
    """Colour profile: by how much work follows, by contrast, and by the dark."""
    finish = situation.stance.finish
    dim = situation.aim_ev100 < DIM_EV100
    objections: dict[Value, tuple[Objection, ...]] = {}
    for profile in situation.device.profiles:
        found = [Objection(CURVE_COST[finish][profile.curve], f"not what a {finish.replace('-', ' ')} finish wants")]
        if dim and profile.shadow_lift:
            cost = DIM_LIFT_COST * profile.shadow_lift
            found.append(Objection(cost, f"opens the shadows by {profile.shadow_lift:g} stops and shows their noise"))
        clipped = clipped_stops(situation, profile, -situation.device.meters_bright_stops)
        if clipped > 0:
            found.append(
                Objection(
                    clip_price(situation) * clipped,
                    f"holds {profile.headroom_stops:g} stops over grey, clips {clipped:.1f}",
                )
            )
        objections[profile.key] = tuple(objection for objection in found if objection.cost > 0)
    return Weighing(objections, f"suits a {finish.replace('-', ' ')} finish in this contrast", Axis.FINISH)


def weigh_colour_filter(situation: Situation) -> Weighing:
    """Colour filter for water: by wavelength where the spectra in the bag are known, else by water and depth."""
    water = situation.brief.water
    objections: dict[Value, tuple[Objection, ...]] = {NO_FILTER: ()}
    if water is None:
        for item in situation.colour_filters:
            objections[item.key] = (Objection(3.0, "is made for water"),)
        return Weighing(objections, "no water, no filter")
    known = _in_water(situation, water)
    wanted = _wanted_tint(situation, water, known)
    ends_m = known.filters_end_m if known.filters else RED_GONE_M
    useless = water.lamp or water.depth_m > ends_m or situation.stance.water_colour != "filter"
    if not useless and situation.colour_filters:
        objections[NO_FILTER] = (Objection(1.6, "leaves the picture green or blue, with little red to bring back"),)
    why_not = "a lamp lights it" if water.lamp else f"no red is left below {ends_m:.0f} m"
    if water.depth_m <= ends_m and not water.lamp:
        why_not = "your stance balances by hand"
    for item in situation.colour_filters:
        stops = situation.colour_stops(item)
        found = [Objection(0.3 * stops, f"takes {stops:.1f} stops")]
        if useless:
            found.append(Objection(3.0, why_not))
        elif item.tint != wanted:
            found.append(
                Objection(0.8, f"{water.colour} water at {water.depth_m:g} m wants {wanted.replace('-', ' ')}")
            )
        objections[item.key] = tuple(found)
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
        filters=situation.colour_filters,
    )


def _wanted_tint(situation: Situation, water: Water, known: UnderWater) -> str:
    """The tint that evens the colours best; by the rule of thumb where no spectrum is known, or none is better."""
    best = next((item.tint for item in situation.colour_filters if item.key == known.best_filter), None)
    if best is not None:
        return best
    return "magenta" if water.colour == "green" else "light-red" if water.depth_m <= 5 else "deep-red"


def _light_words(situation: Situation) -> str:
    if situation.lamp is not None:
        return f"{situation.lamp.label} gives {situation.kelvin:.0f} K"
    if situation.kelvin != situation.light.kelvin:
        return f"about {situation.kelvin:.0f} K keeps a night sky cool, and locked it cannot drift"
    return f"the light is about {situation.kelvin:.0f} K"


def weigh_lamp(situation: Situation) -> Weighing:
    """Lamp: where the brief says that one lights the subject; elsewhere the light stated counts the lamps already."""
    objections: dict[Value, tuple[Objection, ...]] = {NO_FILTER: ()}
    water = situation.brief.water
    lit = water is not None and water.lamp
    if lit and situation.lamps:
        objections[NO_FILTER] = (Objection(1.5, "the scene is planned with a lamp on the subject"),)
    words = "is one thing more to carry" if water is not None else "the light you stated counts your lamps already"
    for item in situation.usable:
        if isinstance(item, Lamp):
            against = [] if lit else [Objection(0.4, words)]
            if item.condition == "worn":
                against.append(Objection(0.2, "is worn"))
            objections[item.key] = tuple(against)
    praise = "a lamp close to the subject brings the colours back" if lit else words
    return Weighing(objections, praise, Axis.WATER_COLOUR if water is not None else None)


def weigh_support(situation: Situation) -> Weighing:
    """Support: the one of the bag that carries the way the brief says."""
    brief = situation.brief
    objections: dict[Value, tuple[Objection, ...]] = {}
    matching = [item for item in situation.usable if isinstance(item, Support) and item.carried == brief.carried]
    way = brief.carried.replace("-", " ")
    objections[NO_FILTER] = (
        (Objection(0.5, f"the scene is filmed {way}, and the bag has something for it"),) if matching else ()
    )
    for item in situation.usable:
        if isinstance(item, Support):
            other = item.carried.replace("-", " ")
            wrong = Objection(1.0, f"carries like {other}, the scene is filmed {way}")
            objections[item.key] = () if item in matching else (wrong,)
    return Weighing(objections, f"carries the way the scene is filmed: {way}")


def weigh_white_balance(situation: Situation) -> Weighing:
    """White balance: the Kelvin of the light, locked; automatic behind a colour filter."""
    objections: dict[Value, tuple[Objection, ...]] = {}
    filtered = situation.colour_filter != NO_FILTER
    locked_wanted = situation.stance.white_balance == "locked" and not filtered
    for value in white_balance_values(situation):
        found: list[Objection] = []
        if value in (AUTOMATIC, LOCKED_AUTOMATIC):
            if value == AUTOMATIC and locked_wanted:
                found.append(Objection(0.8, "may shift colour within and between shots"))
            if value == LOCKED_AUTOMATIC:
                settled = "you cannot know the Kelvin it holds" if locked_wanted else "is one thing more to do"
                found.append(Objection(0.3, settled))
        else:
            shift = abs(mired_shift(from_kelvin=situation.kelvin, to_kelvin=float(value)))
            found.append(Objection(shift / 40.0, f"{shift:.0f} mired from the light's {situation.kelvin:.0f} K"))
            if filtered:
                found.append(Objection(1.5, "behind a colour filter automatic follows the depth"))
            elif not locked_wanted:
                found.append(Objection(0.6, "is one thing more to get wrong"))
        objections[value] = tuple(objection for objection in found if not isclose(objection.cost, 0.0))
    praise = _light_words(situation)
    if filtered:
        praise = "behind a colour filter automatic follows the depth; keep something near in frame"
    elif not locked_wanted:
        praise = "one thing less to get wrong, as your stance has it"
    return Weighing(objections, praise, Axis.WHITE_BALANCE)
