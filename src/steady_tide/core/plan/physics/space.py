"""What the device can really do, enumerated into arrays: frames, exposures and recordings.

A *frame* is a row of the mode table with one of its views and stabilisation levels (K of
them); an *exposure* is a shutter with an ISO floor, an ISO ceiling and a filter (O of
them); a *recording* is a codec with a bit depth and a bit rate (R of them). Frames that
share a rate and a lens form a block, in which costs are arrays that broadcast to (K, O).
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.kit.device import Device
from steady_tide.core.plan.problem.offers import apertures_of
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats

Ints = NDArray[np.intp]


@dataclass(frozen=True)
class Frames:
    """K frames of one device as columns, shape (K,): rows of modes, views, levels and `apertures_of`."""

    mode: Ints
    view: Ints
    level: Ints
    aperture: Ints

    def take(self, rows: Ints) -> "Frames":
        """The frames in these rows."""
        return Frames(self.mode[rows], self.view[rows], self.level[rows], self.aperture[rows])


@dataclass(frozen=True)
class Recordings:
    """R recordings as columns, shape (R,): mode row, codec, bit depth, bit rate [Mbit/s]."""

    mode: Ints
    codec: Ints
    depth: Ints
    mbit_s: Floats


@dataclass(frozen=True)
class Exposures:
    """O exposures of one device as columns, shape (O,). Indices into shutters and glasses; -1 = automatic."""

    shutter: Ints
    glass: Ints
    floor: Floats
    ceiling: Floats

    def take(self, columns: Ints) -> "Exposures":
        """The exposures in these columns."""
        return Exposures(self.shutter[columns], self.glass[columns], self.floor[columns], self.ceiling[columns])


def enumerate_frames(device: Device, *, kind: str = "video") -> Frames:
    """Every mode of a kind with every view and level it allows, at every aperture of the lens."""
    codes = {aperture: index for index, aperture in enumerate(apertures_of(device))}
    lenses = {lens.key: [codes[aperture] for aperture in lens.apertures] for lens in device.lenses}
    of_view = {view.key: lenses[view.lens] for view in device.views}
    views = {view.key: index for index, view in enumerate(device.views)}
    levels = {level.key: index for index, level in enumerate(device.stabilisation)}
    rows = [
        (row, views[view], levels[level], aperture)
        for row, mode in enumerate(device.modes)
        if mode.kind == kind
        for view in mode.views
        for level in mode.stabilisation
        for aperture in of_view[view]
    ]
    mode, view, level, at = np.array(rows, dtype=np.intp).T
    return Frames(mode, view, level, at)


def enumerate_recordings(device: Device, *, kind: str = "video") -> Recordings:
    """Every mode of a kind with every codec, bit depth and bit rate it allows."""
    codecs = {codec.key: index for index, codec in enumerate(device.codecs)}
    rows = [
        (row, codecs[codec], depth, mbit_s)
        for row, mode in enumerate(device.modes)
        if mode.kind == kind
        for codec, rates in mode.bit_rates.items()
        for depth in mode.depths_of(device.codecs[codecs[codec]])
        for mbit_s in rates
    ]
    mode, codec, depth, mbit_s = np.array(rows, dtype=np.intp).T
    return Recordings(mode, codec, depth, mbit_s.astype(float))


def iso_pairs(device: Device) -> list[tuple[float, float]]:
    """Floor and ceiling pairs that can be set: every floor with every ceiling not below it."""
    values = device.iso.values
    if not device.iso.settable:
        return [(float(values[0]), float(values[-1]))]
    return [(float(low), float(high)) for low in values for high in values if high >= low]


def enumerate_exposures(situation: Situation) -> Exposures:
    """Every shutter with every way to fit ND and every ISO pair.

    Fixed shutters come first, the automatic one last; all pairs of one shutter and one way to
    fit ND stand together. The search relies on that order.
    """
    device = situation.device
    shutters = [*range(len(device.shutters)), *([-1] if device.automatic_shutter else [])]
    pairs = np.array(iso_pairs(device))
    shutter, glass, pair = np.meshgrid(
        np.array(shutters, dtype=np.intp),
        np.arange(len(situation.glasses)),
        np.arange(len(pairs)),
        indexing="ij",
    )
    floor, ceiling = pairs[pair.ravel()].T
    return Exposures(shutter.ravel(), glass.ravel(), floor, ceiling)
