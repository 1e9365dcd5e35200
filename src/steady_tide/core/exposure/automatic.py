"""What the camera will do by itself: automatic exposure, simulated."""

from typing import NamedTuple

import numpy as np

from steady_tide.core.quantities import Floats, Quantity


class Chosen(NamedTuple):
    """Shutter time [s], ISO, and leftover error [stops, positive = brighter than aimed]."""

    shutter_s: Floats
    iso: Floats
    error_stops: Floats


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
) -> Chosen:
    """Simulate the usual programme: ISO at its floor while the shutter moves, then ISO climbs.

    A fixed shutter is `shortest_s == longest_s`; a fixed ISO is `iso_floor == iso_ceiling`.
    loss_stops: filters, port and lens together. bias_stops: intended, negative = darker;
    the error counts from that aim. Shapes broadcast. Ranges: times and ISO above zero,
    shortest <= longest, floor <= ceiling. Source: APEX arithmetic (ISO 2720); the order
    "shutter first, then ISO" is the common programme, **assumed** where a profile says nothing.
    """
    # The exposure wanted, as log2(t * S / 100): more for darker scenes and for a brighter bias.
    wanted = np.asarray(2.0 * np.log2(f_number) - (np.asarray(scene_ev100) - loss_stops) + bias_stops)
    floor, ceiling = np.log2(np.asarray(iso_floor) / 100.0), np.log2(np.asarray(iso_ceiling) / 100.0)
    time = np.clip(wanted - floor, np.log2(shortest_s), np.log2(longest_s))
    gain = np.clip(wanted - time, floor, ceiling)
    return Chosen(np.exp2(time), 100.0 * np.exp2(gain), np.asarray(time + gain - wanted))
