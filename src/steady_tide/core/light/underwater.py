"""What water does to a picture: light lost by channel, red left, which filter, when only a lamp helps."""

from collections.abc import Sequence
from functools import lru_cache
from typing import Final, Literal, NamedTuple

import numpy as np

from steady_tide.core.document import Part
from steady_tide.core.kit.bag import ColourFilter, Lamp
from steady_tide.core.light.daylight import direct_share
from steady_tide.core.light.glass import loss_stops, transmission
from steady_tide.core.light.lamps import lamp_lux, lux_at_1_m
from steady_tide.core.light.spectra import DAYLIGHT, channels, luminous
from steady_tide.core.light.water import WATER_LABEL, WATER_TYPE, daylight_under, slant, surface_passes
from steady_tide.core.message import Message, metres, number, say
from steady_tide.core.quantities import Floats, Quantity, ev100_from_lux, lux_from_ev100
from steady_tide.core.thresholds import threshold

LEVEL_LOOK_STOPS: Final = 1.2
"""A subject seen level gets this much less than what comes straight down [stops]. **Assumed**."""
WATER_UNCERTAINTY: Final = 0.5
UNCERTAINTY_PER_M: Final = 0.06
"""Half width of what a named water may do, and its growth with every metre of the way [stops]. **Assumed**."""
BALANCE_STOPS: Final = threshold("water.balances")
"""Red behind the brightest channel that a white balance brings back without a filter. **Assumed**."""
LOST_STOPS: Final = threshold("water.red-lost")
GONE_STOPS: Final = threshold("water.red-away")
"""Red so far behind the strongest channel (a tenth of it), or so far under the surface's, that what is brought back
is noise: filters end here, lamps begin. **Assumed**."""
FILTER_GAIN_STOPS: Final = threshold("water.filter-gain")
"""A filter is worth fitting from this much better balance on. **Assumed**."""
OUTWEIGHS_STOPS: Final = threshold("water.lamp-outweighs")
"""A lamp gives its colours where it is this much brighter than the rest. **Assumed**."""
LAMP_DISTANCES_M: Final = np.linspace(0.1, 6.0, 119)
COST_WEIGHT: Final = threshold("water.filter-cost")
"""What a stop of light is worth against a stop of balance. **Assumed**."""
DEEPEST_M: Final = 60.0
Verdict = Literal["as it is", "white balance", "filter", "lamp"]


class FilterInWater(Part):
    """A colour filter in this water: what it costs, and how far red stays behind with it [stops].

    spread_stops: between the strongest and the weakest channel.
    """

    key: str
    label: str
    cost_stops: float
    red_behind_stops: float
    spread_stops: float


class LampInWater(Part):
    """A lamp in this water: how near it must be to give its colours [m], and what it gives at the subject.

    within_m: 0 where even close by it is too weak. over_rest_stops: its light at the subject over the rest.
    """

    key: str
    label: str
    within_m: float
    over_rest_stops: float


class UnderWater(Part):
    """The light at a depth, by channel. All losses in stops against the surface, uncertainty their half width."""

    depth_m: float
    distance_m: float
    water: str
    jerlov: str
    lost_stops: float
    red_stops: float
    green_stops: float
    blue_stops: float
    red_left: float
    red_behind_stops: float
    uncertainty_stops: float
    verdict: Verdict
    told: Message
    best_filter: str | None
    filters: list[FilterInWater]
    lamps: list[LampInWater]
    filters_end_m: float


class WaterPath(NamedTuple):
    """The light's way to the lens: water by the key people name it with, depth and distance [m], sun [degrees], cloud.

    Depth, distance and sun height may be arrays that broadcast.
    """

    colour: str
    depth_m: Quantity
    distance_m: Quantity
    sun_altitude_deg: Quantity
    okta: float


def reaching(path: WaterPath) -> Floats:
    """Spectra that reach the lens from a grey subject, shape (..., 31): surface, way down on a slant, way to the lens.

    Against `DAYLIGHT` on the level surface.
    """
    direct = direct_share(sun_altitude_deg=path.sun_altitude_deg, okta=path.okta)
    through = daylight_under(
        WATER_TYPE[path.colour],
        depth_m=path.depth_m,
        distance_m=path.distance_m,
        slant_by=slant(path.sun_altitude_deg, direct_share=direct),
    )
    return np.asarray(through * surface_passes(path.sun_altitude_deg, direct_share=direct)[..., None])


def water_loss_stops(path: WaterPath) -> Floats:
    """Stops between the light on the level surface and that of a subject seen level at a depth, shape (...)."""
    return np.asarray(np.log2(luminous(DAYLIGHT) / luminous(reaching(path))) + LEVEL_LOOK_STOPS)


def water_uncertainty(path: WaterPath) -> Floats:
    """Half width of what a named water may take [stops]."""
    return np.asarray(WATER_UNCERTAINTY + UNCERTAINTY_PER_M * (np.asarray(path.depth_m) + np.asarray(path.distance_m)))


def channel_stops(spectrum: Floats) -> Floats:
    """Stops that red, green and blue lost against daylight, shape (..., 31) to (..., 3)."""
    return np.asarray(np.log2(channels(DAYLIGHT) / channels(spectrum)))


def red_behind(lost: Floats) -> Floats:
    """How far red stays behind the strongest channel [stops], shape (..., 3) to (...)."""
    return np.asarray(lost[..., 0] - lost.min(axis=-1))


def passed_by(item: ColourFilter) -> Floats | None:
    """Transmission of a filter, shape (31,); None where its spectrum is not known."""
    figures = item.spectrum
    if figures is None:
        return None
    return transmission(
        form=figures.form, nm=figures.nm, width_nm=figures.width_nm, least=figures.least, most=figures.most
    )


def filters_end_m(path: WaterPath) -> float:
    """The depth [m] from which on no colour filter helps, since there is no red to even out; at most DEEPEST_M."""
    depths = np.linspace(0.0, DEEPEST_M, 241)
    lost = channel_stops(reaching(path._replace(depth_m=depths)))
    gone = (red_behind(lost) > LOST_STOPS) | (lost[..., 0] > GONE_STOPS)
    return float(depths[int(np.argmax(gone))]) if gone.any() else DEEPEST_M


def lamp_at_1_m(lamp: Lamp) -> float:
    """Illuminance a metre from a lamp of the bag [lx]."""
    return lamp.lux_at_1_m or lux_at_1_m(lumens=lamp.lumens or 1.0, beam_deg=lamp.beam_deg or 360.0)


def lamp_on_subject_lux(lamp: Lamp, *, colour: str, distance_m: float, level_percent: float = 100.0) -> float:
    """What a lamp beside the lens gives on the subject, as the lens sees it through the water [lx].

    level_percent: of its full output, (0, 100]. Raises KeyError for a water that is not known.
    """
    full = lamp_lux(at_1_m=lamp_at_1_m(lamp), distance_m=distance_m, kind=WATER_TYPE[colour])
    return full * level_percent / 100.0


def lamp_within_m(lamp: Lamp, *, colour: str, rest_ev100: float) -> float:
    """How near a lamp beside the lens must be to outweigh the rest of the light [m]; 0 where it cannot."""
    wanted = float(lux_from_ev100(rest_ev100 + OUTWEIGHS_STOPS))
    enough = np.flatnonzero(lamp_at_1_m(lamp) * _given(colour) >= wanted)
    return round(float(LAMP_DISTANCES_M[enough[-1]]), 2) if len(enough) else 0.0


@lru_cache
def _given(colour: str) -> Floats:
    """What a lamp of 1 lx at 1 m gives at each of LAMP_DISTANCES_M [lx]."""
    distances = map(float, LAMP_DISTANCES_M)
    return np.array([lamp_lux(at_1_m=1.0, distance_m=distance, kind=WATER_TYPE[colour]) for distance in distances])


def under_water(
    colour: str,
    *,
    depth_m: float,
    distance_m: float,
    sun_altitude_deg: float,
    okta: float,
    rest_ev100: float,
    filters: Sequence[ColourFilter] = (),
    lamps: Sequence[Lamp] = (),
) -> UnderWater:
    """Everything worth knowing of the light at a depth [m], subject at a distance [m].

    rest_ev100: the light of the surroundings on the subject there [EV at ISO 100], for the lamps.
    """
    path = WaterPath(colour, depth_m, distance_m, sun_altitude_deg, okta)
    spectrum = reaching(path)
    lost = channel_stops(spectrum)
    behind = float(red_behind(lost))
    gone = behind > LOST_STOPS or float(lost[0]) > GONE_STOPS
    found = [_filter(item, passed, spectrum) for item in filters if (passed := passed_by(item)) is not None]
    spread = float(lost.max() - lost.min())
    better = [one for one in found if spread - one.spread_stops >= FILTER_GAIN_STOPS and not gone]
    best = min(better, key=lambda one: one.spread_stops + COST_WEIGHT * one.cost_stops, default=None)
    lit = [_lamp(item, colour, distance_m, rest_ev100) for item in lamps]
    verdict = _verdict(spread, best, gone=gone)
    return UnderWater(
        depth_m=round(depth_m, 2),
        distance_m=distance_m,
        water=WATER_LABEL[colour],
        jerlov=WATER_TYPE[colour],
        lost_stops=round(float(np.log2(luminous(DAYLIGHT) / luminous(spectrum))), 2),
        red_stops=round(float(lost[0]), 2),
        green_stops=round(float(lost[1]), 2),
        blue_stops=round(float(lost[2]), 2),
        red_left=round(float(2.0 ** -lost[0]), 4),
        red_behind_stops=round(behind, 2),
        uncertainty_stops=round(float(water_uncertainty(path)), 2),
        verdict=verdict,
        told=_told(verdict, lost, best, lit),
        best_filter=best.key if best else None,
        filters=found,
        lamps=lit,
        filters_end_m=round(filters_end_m(path), 1),
    )


def _filter(item: ColourFilter, passed: Floats, spectrum: Floats) -> FilterInWater:
    lost = channel_stops(spectrum * passed)
    return FilterInWater(
        key=item.key,
        label=item.label,
        cost_stops=round(loss_stops(passed, spectrum), 2),
        red_behind_stops=round(float(red_behind(lost)), 2),
        spread_stops=round(float(lost.max() - lost.min()), 2),
    )


def _lamp(item: Lamp, colour: str, distance_m: float, rest_ev100: float) -> LampInWater:
    given = lamp_on_subject_lux(item, colour=colour, distance_m=distance_m)
    return LampInWater(
        key=item.key,
        label=item.label,
        within_m=lamp_within_m(item, colour=colour, rest_ev100=rest_ev100),
        over_rest_stops=round(float(ev100_from_lux(max(given, 1e-9))) - rest_ev100, 2),
    )


def _verdict(spread: float, best: FilterInWater | None, *, gone: bool) -> Verdict:
    if best is not None:
        return "filter"
    if gone:
        return "lamp"
    return "as it is" if spread < BALANCE_STOPS / 2 else "white balance"


def _told(verdict: Verdict, lost: Floats, best: FilterInWater | None, lamps: Sequence[LampInWater]) -> Message:
    behind = number(float(red_behind(lost)), "stops", 1)
    if verdict == "as it is":
        return say("water-as-it-is")
    if verdict == "filter" and best is not None:
        spread, cost = number(best.spread_stops, "stops", 1), number(best.cost_stops, "stops", 1)
        return say("water-filter", behind=behind, filter=best.label, spread=spread, cost=cost)
    if verdict == "white balance":
        weakest = ("red", "green", "blue")[int(np.argmax(lost))]
        spread = number(float(lost.max() - lost.min()), "stops", 1)
        return say("water-balance", channel=say(f"channel-{weakest}"), spread=spread)
    near = max((lamp.within_m for lamp in lamps), default=0.0)
    lamp = say("water-lamp-within", distance=metres(near)) if near else say("water-lamp-closer")
    return say("water-lamp", lost=number(float(lost[0]), "stops", 1), behind=behind, lamp=lamp)
