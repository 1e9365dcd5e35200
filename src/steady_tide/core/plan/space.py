"""What the device can really do, enumerated into arrays: frames, exposures and recordings.

A *frame* is a row of the mode table with one of its views and stabilisation levels (K of
them); an *exposure* is a shutter with an ISO floor, an ISO ceiling and a filter (O of
them); a *recording* is a codec with a bit depth and a bit rate (R of them). Frames that
share a rate and a lens form a block, in which costs are arrays that broadcast to (K, O).
"""

from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from math import radians

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.exposure.automatic import Chosen, automatic_exposure
from steady_tide.core.image.noise import mid_grey_snr
from steady_tide.core.kit.device import Device, Lens, Mode
from steady_tide.core.motion.blur import blur_px, focal_length_px
from steady_tide.core.plan.brief import Delivery
from steady_tide.core.plan.situation import Situation
from steady_tide.core.quantities import Floats

Ints = NDArray[np.intp]
AUTOMATIC = "auto"
TALL = ("9:16",)


@dataclass(frozen=True)
class Frames:
    """K frames of one device as columns. Sizes in pixels, shape (K,)."""

    mode: Ints
    view: Ints
    level: Ints

    def take(self, rows: Ints) -> "Frames":
        """The frames in these rows."""
        return Frames(self.mode[rows], self.view[rows], self.level[rows])


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


def enumerate_frames(device: Device) -> Frames:
    """Every mode with every view and level it allows."""
    views = {view.key: index for index, view in enumerate(device.views)}
    levels = {level.key: index for index, level in enumerate(device.stabilisation)}
    rows = [
        (row, views[view], levels[level])
        for row, mode in enumerate(device.modes)
        for view in mode.views
        for level in mode.stabilisation
    ]
    mode, view, level = np.array(rows, dtype=np.intp).T
    return Frames(mode, view, level)


def enumerate_recordings(device: Device) -> Recordings:
    """Every mode with every codec, bit depth and bit rate it allows."""
    codecs = {codec.key: index for index, codec in enumerate(device.codecs)}
    rows = [
        (row, codecs[codec], depth, mbit_s)
        for row, mode in enumerate(device.modes)
        for codec, rates in mode.bit_rates.items()
        for depth in device.codecs[codecs[codec]].bit_depths
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
    """Every shutter (and automatic) with every way to fit ND and every ISO pair."""
    device = situation.device
    shutters = [*range(len(device.shutters)), *([-1] if device.automatic_shutter else [])]
    pairs = iso_pairs(device)
    rows = [
        (shutter, glass, floor, ceiling)
        for shutter in shutters
        for glass in range(len(situation.glasses))
        for floor, ceiling in pairs
    ]
    shutter, glass, floor, ceiling = np.array(rows, dtype=float).T
    return Exposures(shutter.astype(np.intp), glass.astype(np.intp), floor, ceiling)


def crop_width(mode: Mode, shape: str) -> float:
    """Width [px] of the largest frame of a delivery shape inside a mode's frame."""
    across, down = (int(part) for part in shape.split(":"))
    return min(float(mode.width_px), mode.height_px * across / down)


def delivered_width(delivery: Delivery, shape: str) -> float:
    """Width [px] of the finished film in a shape; its longer side is what the brief says."""
    across, down = (int(part) for part in shape.split(":"))
    return delivery.long_side_px * min(1.0, across / down)


class Block:
    """Frames of one rate and lens against exposures: every physical figure the considerations use.

    Arrays have shape (K, 1), (1, O) or (K, O). `at(k, o)` is the same for a single point,
    so that what is weighed and what is told are computed by the same lines.
    """

    def __init__(self, situation: Situation, frames: Frames, exposures: Exposures) -> None:
        self.situation = situation
        self.frames = frames
        self.exposures = exposures
        self.mode: Mode = situation.device.modes[int(frames.mode[0])]
        self.rate: Fraction = self.mode.rate
        view = situation.device.views[int(frames.view[0])]
        self.lens: Lens = next(lens for lens in situation.device.lenses if lens.key == view.lens)

    def at(self, k: int, o: int) -> "Block":
        """The single point of frame k and exposure o."""
        return Block(self.situation, self.frames.take(np.array([k])), self.exposures.take(np.array([o])))

    # Columns over frames, shape (K, 1).

    def _modes(self, field: str) -> Floats:
        table = np.array([float(getattr(mode, field)) for mode in self.situation.device.modes])
        return table[self.frames.mode][:, None]

    def _levels(self, field: str) -> Floats:
        table = np.array([float(getattr(level, field)) for level in self.situation.device.stabilisation])
        return table[self.frames.level][:, None]

    @cached_property
    def removes(self) -> Floats:
        """Share of the shake between frames that stabilisation removes."""
        return self._levels("removes")

    @cached_property
    def crop(self) -> Floats:
        """Share of the width that stabilisation gives up."""
        return self._levels("crop")

    @cached_property
    def optical(self) -> Floats:
        """1 where the lens or camera is moved, so that blur inside a frame shrinks too."""
        return self._levels("optical")

    @cached_property
    def draw_w(self) -> Floats:
        """Power drawn by mode and stabilisation [W]."""
        return self._modes("draw_w") + self._levels("draw_w")

    @cached_property
    def tuned(self) -> Floats:
        """1 where the device tunes the mode for low light."""
        return self._modes("low_light_tuned")

    @cached_property
    def photosite_share(self) -> Floats:
        """Share of the covered photosites that the mode reads."""
        return self._modes("photosite_share")

    @cached_property
    def have_over_need(self) -> Floats:
        """Delivered pixels across over needed ones, worst of the shapes asked for."""
        delivery, modes = self.situation.brief.delivery, self.situation.device.modes
        worst = [
            min(crop_width(mode, shape) / delivered_width(delivery, shape) for shape in delivery.shapes)
            for mode in modes
        ]
        kept = (1.0 - self.crop) * (1.0 - delivery.crop_room)
        return np.array(worst)[self.frames.mode][:, None] * kept

    @cached_property
    def _recorded_per_delivered(self) -> Floats:
        """Recorded pixels behind one delivered pixel, across, in the first shape asked for."""
        delivery, modes = self.situation.brief.delivery, self.situation.device.modes
        shape = delivery.shapes[0]
        ratio = [crop_width(mode, shape) / delivered_width(delivery, shape) for mode in modes]
        return np.array(ratio)[self.frames.mode][:, None] * (1.0 - self.crop) * (1.0 - delivery.crop_room)

    @cached_property
    def _photosites_per_recorded(self) -> Floats:
        """Photosites behind one recorded pixel, across."""
        sensor, views = self.lens.sensor, self.situation.device.views
        share = np.array([view.sensor_share for view in views])[self.frames.view][:, None]
        across = np.array(
            [
                sensor.rows / mode.height_px if mode.frame_shape in TALL else sensor.columns / mode.width_px
                for mode in self.situation.device.modes
            ]
        )
        return across[self.frames.mode][:, None] * share

    @cached_property
    def photosites(self) -> Floats:
        """Photosites that make one delivered pixel."""
        linear = self._photosites_per_recorded * self._recorded_per_delivered
        return np.square(linear) * self.photosite_share

    @cached_property
    def focal_px(self) -> Floats:
        """Focal length in delivered pixels, with the port's enlargement."""
        sensor = self.lens.sensor
        photosites = np.array(
            [
                focal_length_px(
                    width_px=sensor.columns * view.sensor_share,
                    horizontal_fov_deg=view.horizontal_fov_deg,
                    projection=view.projection,
                )
                for view in self.situation.device.views
            ]
        )[self.frames.view][:, None]
        magnified = photosites * self.situation.port_magnification
        return magnified / (self._photosites_per_recorded * self._recorded_per_delivered)

    @cached_property
    def slow_factor(self) -> float:
        """How many times slower the recorded rate plays on the timeline."""
        return float(self.rate / self.situation.brief.delivery.timeline_rate)

    # Columns over exposures, shape (1, O).

    @cached_property
    def nd_stops(self) -> Floats:
        """Stops taken by ND."""
        table = np.array([glass.stops for glass in self.situation.glasses])
        return table[self.exposures.glass][None, :]

    @cached_property
    def nd_count(self) -> Floats:
        """Number of ND filters fitted."""
        table = np.array([float(glass.count) for glass in self.situation.glasses])
        return table[self.exposures.glass][None, :]

    @cached_property
    def nd_flawed(self) -> Floats:
        """1 where a fitted filter is marked with a flaw."""
        table = np.array([float(bool(glass.flaw)) for glass in self.situation.glasses])
        return table[self.exposures.glass][None, :]

    @cached_property
    def loss_stops(self) -> Floats:
        """ND, colour filter, port and glass together [stops]."""
        fixed = self.situation.colour_loss_stops + self.situation.port_loss_stops
        return self.nd_stops + fixed + self.lens.transmission_loss_stops

    @cached_property
    def automatic(self) -> NDArray[np.bool_]:
        """Where the shutter is automatic."""
        return (self.exposures.shutter < 0)[None, :]

    @cached_property
    def _times(self) -> Floats:
        offered = [float(shutter) for shutter in self.situation.device.shutters]
        return np.array([*offered, np.nan])[self.exposures.shutter][None, :]

    @cached_property
    def shortest_s(self) -> Floats:
        """Shortest shutter the camera may take [s]."""
        return np.where(self.automatic, float(self.situation.device.shortest_shutter), self._times)

    @cached_property
    def longest_s(self) -> Floats:
        """Longest shutter the camera may take [s]: the frame, for an automatic one."""
        return np.where(self.automatic, float(1 / self.rate), self._times)

    @cached_property
    def floor(self) -> Floats:
        """ISO floor."""
        return self.exposures.floor[None, :]

    @cached_property
    def ceiling(self) -> Floats:
        """ISO ceiling."""
        return self.exposures.ceiling[None, :]

    def expose(self, scene_ev100: float) -> Chosen:
        """What the camera does in this light, shape (1, O)."""
        return automatic_exposure(
            scene_ev100=scene_ev100,
            loss_stops=self.loss_stops,
            f_number=self.lens.f_number,
            shortest_s=self.shortest_s,
            longest_s=self.longest_s,
            iso_floor=self.floor,
            iso_ceiling=self.ceiling,
            bias_stops=self.situation.bias_stops,
        )

    @cached_property
    def dark(self) -> Chosen:
        """The camera's choice in the darkest light expected."""
        return self.expose(self.situation.dark_ev100)

    @cached_property
    def aim(self) -> Chosen:
        """The camera's choice in the light aimed at."""
        return self.expose(self.situation.aim_ev100)

    @cached_property
    def bright(self) -> Chosen:
        """The camera's choice in the brightest light expected."""
        return self.expose(self.situation.bright_ev100)

    # Figures over both, shape (K, O).

    def snr(self, scene_ev100: float, chosen: Chosen) -> Floats:
        """SNR at mid grey of a delivered pixel; separable, so the frame part is a factor."""
        per_photosite = mid_grey_snr(
            ev100=scene_ev100,
            loss_stops=self.loss_stops,
            shutter_s=chosen.shutter_s,
            f_number=self.lens.f_number,
            photosites=1.0,
            sensor=self.lens.sensor,
        )
        return np.asarray(per_photosite * np.sqrt(self.photosites))

    @cached_property
    def smear_px(self) -> Floats:
        """Blur inside a frame from shake [delivered px] at the light aimed at."""
        left = 1.0 - self.optical * self.removes
        shake = radians(self.situation.shake_deg_per_s) * left
        return np.asarray(blur_px(rate_rad_s=shake, shutter_s=self.aim.shutter_s, focal_px=self.focal_px))

    @cached_property
    def subject_blur_px(self) -> Floats:
        """Blur of the subject's own movement inside a frame [delivered px]."""
        brief = self.situation.brief
        rate = brief.subject_speed_m_s / brief.subject_distance_m
        return np.asarray(blur_px(rate_rad_s=rate, shutter_s=self.aim.shutter_s, focal_px=self.focal_px))

    @cached_property
    def jitter_px(self) -> Floats:
        """Movement between frames left after stabilisation [delivered px]."""
        left = radians(self.situation.shake_deg_per_s) * (1.0 - self.removes)
        return left / float(self.situation.brief.delivery.timeline_rate) * self.focal_px


def blocks(situation: Situation, frames: Frames, exposures: Exposures) -> list[tuple[Ints, Ints, Block]]:
    """Frames in groups of one rate and lens, with the exposures whose shutter fits the frame.

    Returns (rows into frames, columns into exposures, block) for each group.
    """
    device = situation.device
    groups: dict[tuple[Fraction, str], list[int]] = {}
    for row, (mode, view) in enumerate(zip(frames.mode, frames.view, strict=True)):
        groups.setdefault((device.modes[mode].rate, device.views[view].lens), []).append(row)
    times = np.array([*(float(shutter) for shutter in device.shutters), 0.0])[exposures.shutter]
    found = []
    for (rate, _), rows in groups.items():
        columns = np.flatnonzero(times <= float(1 / rate) * (1 + 1e-9))
        if columns.size:
            at = np.array(rows, dtype=np.intp)
            found.append((at, columns, Block(situation, frames.take(at), exposures.take(columns))))
    return found
