"""A device's space in one situation: what the delivery needs of its modes, and every way to fit ND, as columns."""

from functools import cached_property

import numpy as np

from steady_tide.core.plan.physics.space import DeviceSpace, floats_of
from steady_tide.core.plan.problem.brief import Delivery
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats


def crop_widths(width_px: Floats, height_px: Floats, shape: str) -> Floats:
    """Width [px] of the largest frame of a delivery shape inside frames of some sizes."""
    across, down = (int(part) for part in shape.split(":"))
    return np.minimum(width_px, height_px * across / down)


def delivered_width(delivery: Delivery, shape: str) -> float:
    """Width [px] of the finished film in a shape; its longer side is what the brief says."""
    across, down = (int(part) for part in shape.split(":"))
    return delivery.long_side_px * min(1.0, across / down)


class SceneSpace:
    """A device space in a situation. Columns over modes (M,) and ways to fit ND (G,)."""

    def __init__(self, situation: Situation, device: DeviceSpace) -> None:
        self.situation = situation
        self.device = device

    @cached_property
    def _ratios(self) -> Floats:
        delivery, device = self.situation.brief.delivery, self.device
        widths = [
            crop_widths(device.width_px, device.height_px, shape) / delivered_width(delivery, shape)
            for shape in delivery.shapes
        ]
        return np.array(widths)

    @cached_property
    def worst(self) -> Floats:
        """Frame width over delivered width, worst of the shapes asked for."""
        return np.asarray(self._ratios.min(axis=0))

    @cached_property
    def first(self) -> Floats:
        """Frame width over delivered width in the first shape asked for."""
        return np.asarray(self._ratios[0])

    @cached_property
    def longest_s(self) -> Floats:
        """The longest shutter at each rate [s], shape (R,)."""
        return floats_of([self.situation.longest_shutter_s(rate) for rate in self.device.rates])

    @cached_property
    def glass_stops(self) -> Floats:
        """Stops that a way to fit ND takes."""
        return floats_of([glass.stops for glass in self.situation.given.glasses])

    @cached_property
    def glass_count(self) -> Floats:
        """Number of filters of a way to fit ND."""
        return floats_of([glass.count for glass in self.situation.given.glasses])

    @cached_property
    def glass_flawed(self) -> Floats:
        """1 where a fitted filter is marked with a flaw that every view shows."""
        glasses = self.situation.given.glasses
        return floats_of([float(bool(glass.flaw) and not glass.flaw_long_only) for glass in glasses])

    @cached_property
    def glass_flawed_long(self) -> Floats:
        """1 where a fitted filter is marked with a flaw that long views show."""
        glasses = self.situation.given.glasses
        return floats_of([float(bool(glass.flaw) and glass.flaw_long_only) for glass in glasses])

    @cached_property
    def loss_stops(self) -> Floats:
        """Stops lost in lens, port, colour filter and ND together, by passage and way to fit ND, shape (A, G)."""
        fixed = self.situation.given.port_loss_stops + self.situation.colour_loss_stops
        return np.asarray(self.device.lens_loss[:, None] + fixed + self.glass_stops)
