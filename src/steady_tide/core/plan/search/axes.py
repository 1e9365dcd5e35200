"""Settings as columns: of frames, of recordings, and of the three axes of exposures; what pins leave of each."""

from functools import cached_property
from typing import Final

import numpy as np

from steady_tide.core.kit.settings import Setting, settings_that
from steady_tide.core.plan.physics.columns import Column
from steady_tide.core.plan.physics.scene_space import SceneSpace
from steady_tide.core.plan.problem.wishes import Pins
from steady_tide.core.plan.search.costs import Allowed
from steady_tide.core.quantities import Bools, Floats, Ints

FRAME: Final = settings_that("decided", "frame")
RECORDING: Final = settings_that("decided", "recording")
AXIS: Final[dict[Setting, int]] = {
    Setting.SHUTTER: 0,
    Setting.ND_FILTER: 1,
    Setting.ISO_FLOOR: 2,
    Setting.ISO_CEILING: 2,
}
"""Along which axis of exposures (shutter, glass, ISO pair) a setting varies."""


class Axes:
    """The searched settings of one situation as columns."""

    def __init__(self, space: SceneSpace) -> None:
        self._space = space
        self._device = space.device

    @cached_property
    def _glass(self) -> Column:
        return Column.each([glass.key for glass in self._space.situation.given.glasses])

    def column(self, setting: Setting) -> Column:
        """A setting over the rows of frames or recordings, or along its axis of exposures."""
        if setting is Setting.ND_FILTER:
            return self._glass
        return self._device.column(setting)

    def _mask(self, settings: tuple[Setting, ...], pins: Pins, without: Setting | None) -> Bools:
        mask = self.column(settings[0]).mask(None)
        for setting in settings:
            if setting in pins and setting is not without:
                mask = mask & self.column(setting).mask(pins[setting])
        return mask

    def frames(self, pins: Pins, without: Setting | None = None) -> Bools:
        """Frames that the pins allow, leaving one pin out, shape (K,)."""
        return self._mask(FRAME, pins, without)

    def recordings(self, pins: Pins, without: Setting | None = None) -> Bools:
        """Recordings that the pins allow, leaving one pin out, shape (Q,)."""
        return self._mask(RECORDING, pins, without)

    def exposures(self, pins: Pins, without: Setting | None = None) -> Allowed:
        """Exposures that the pins allow, leaving one pin out."""
        axes = ((Setting.SHUTTER,), (Setting.ND_FILTER,), (Setting.ISO_FLOOR, Setting.ISO_CEILING))
        shutter, glass, pair = (self._mask(settings, pins, without) for settings in axes)
        return Allowed(np.resize(np.append(shutter, False), self.exposure_shape[0]), glass, pair)

    # Exposures have three axes; a setting varies along one of them.

    @property
    def exposure_shape(self) -> tuple[int, int, int]:
        """How many shutters (the automatic one always counted), ways to fit ND and ISO pairs there are."""
        device = self._device
        return len(device.shutter_s) + 1, len(self._space.glass_stops), len(device.iso_pairs)

    def place(self, exposure: int) -> tuple[int, int, int]:
        """Shutter, glass and ISO pair of an exposure's number."""
        shutter, glass, pair = np.unravel_index(exposure, self.exposure_shape)
        return int(shutter), int(glass), int(pair)

    def places(self, exposures: Ints) -> tuple[Ints, Ints, Ints]:
        """Shutter, glass and ISO pair of several exposures by their number, each (n,)."""
        shutter, glass, pair = np.unravel_index(exposures, self.exposure_shape)
        return shutter, glass, pair

    def spread(self, setting: Setting, totals: Floats) -> Floats:
        """Totals with the rows of a setting's column first, and all else second."""
        if setting not in AXIS:
            return totals
        along = np.moveaxis(totals, AXIS[setting], 0)
        return along.reshape(len(along), -1)[: len(self.column(setting).codes)]

    def row(self, setting: Setting, rows: Ints, at: int) -> int:
        """The number of a frame, recording or exposure from its place among spread totals of some rows."""
        if setting not in AXIS:
            return int(rows[at])
        axis, shape = AXIS[setting], self.exposure_shape
        others = [length for index, length in enumerate(shape) if index != axis]
        row, *rest = np.unravel_index(at, (len(rows), *others))
        place = [int(number) for number in rest]
        place.insert(axis, int(rows[row]))
        return int(np.ravel_multi_index(place, shape))

    def along(self, setting: Setting, rows: Ints) -> Ints:
        """Where frames, recordings or exposures stand in a setting's column."""
        return self.places(rows)[AXIS[setting]] if setting in AXIS else rows
