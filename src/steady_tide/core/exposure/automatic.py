"""What the camera will do by itself: automatic exposure, simulated."""

from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.quantities import Floats, Quantity
from steady_tide.core.thresholds import thresholds


class Chosen(NamedTuple):
    """Shutter time [s], ISO, and leftover error [stops, positive = brighter than aimed]."""

    shutter_s: Floats
    iso: Floats
    error_stops: Floats


class InStops(NamedTuple):
    """What the camera chose, in stops: log2 of the shutter [s], ISO over ISO 100, leftover error."""

    shutter: Floats
    gain: Floats
    error: Floats

    @property
    def shutter_s(self) -> Floats:
        """Shutter time [s]."""
        return np.exp2(self.shutter)

    @property
    def iso(self) -> Floats:
        """ISO."""
        return 100.0 * np.exp2(self.gain)


SHUTTER_SHARE: Final = thresholds("automatic.shutter-share")
"""By programme: the share of missing light that the shutter makes up once it is past its knee; ISO the rest."""


def automatic_exposure(
    *,
    scene_ev100: Quantity,
    loss_stops: Quantity,
    f_number: Quantity,
    shortest_s: Quantity,
    longest_s: Quantity,
    iso_floor: Quantity,
    iso_ceiling: Quantity,
    bias_stops: Quantity = 0.0,
    programme: str = "shutter-first",
    knee_s: Quantity | None = None,
) -> Chosen:
    """Simulate the camera's programme: ISO at its floor while the shutter moves, then ISO climbs.

    programme: a key of SHUTTER_SHARE; what makes up for falling light past `knee_s` [s], the
    shutter up to which every programme lengthens the shutter alone (left out: the longest).
    What one cannot give any more the other gives. A fixed shutter is `shortest_s ==
    longest_s`; a fixed ISO is `iso_floor == iso_ceiling`.
    loss_stops: filters, port and lens together. bias_stops: intended, negative = darker;
    the error counts from that aim. Shapes broadcast. Ranges: times and ISO above zero,
    shortest <= longest, floor <= ceiling. Source: APEX arithmetic (ISO 2720); the order
    "shutter first, then ISO" is the common programme, **assumed** where a profile says nothing.
    """
    chosen = exposed_in_stops(
        # The exposure wanted, as log2(t * S / 100): more for darker scenes and for a brighter bias.
        wanted=np.asarray(2.0 * np.log2(f_number) - (np.asarray(scene_ev100) - loss_stops) + bias_stops),
        shortest=np.log2(shortest_s),
        longest=np.log2(longest_s),
        floor=np.log2(np.asarray(iso_floor) / 100.0),
        ceiling=np.log2(np.asarray(iso_ceiling) / 100.0),
        programme=programme,
        knee=None if knee_s is None else np.log2(knee_s),
    )
    return Chosen(chosen.shutter_s, chosen.iso, chosen.error)


def exposed_in_stops(
    *,
    wanted: Floats,
    shortest: Floats,
    longest: Floats,
    floor: Floats,
    ceiling: Floats,
    programme: str,
    knee: Floats | None = None,
    fixed: bool = False,
) -> InStops:
    """`automatic_exposure` in stops: everything is log2 of seconds or of ISO over 100; shapes broadcast.

    wanted: the exposure that hits the aim, as log2(t * S / 100). fixed: said where no shutter can move.
    """
    if fixed:
        time = longest
    else:
        time = np.clip(wanted - floor, shortest, longest)
        share = SHUTTER_SHARE[programme]
        if share < 1.0 and knee is not None:
            until_knee = np.minimum(time, np.clip(knee, shortest, longest))
            missing = np.maximum(wanted - floor - until_knee, 0.0)
            gained = np.minimum(missing * (1.0 - share), ceiling - floor)
            time = np.clip(until_knee + missing - gained, shortest, longest)
    gain = np.clip(wanted - time, floor, ceiling)
    return InStops(time, gain, np.asarray(time + gain - wanted))
