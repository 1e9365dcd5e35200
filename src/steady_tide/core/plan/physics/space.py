"""What a device can really do, enumerated into arrays once: frames, exposures and recordings.

A *frame* is a row of the mode table with one of its views, stabilisation levels and apertures (K of them). An
*exposure* is a shutter (S fixed ones, then the automatic one), one of G ways to fit ND, and one of P pairs of ISO
floor and ceiling. A *recording* is a codec with a bit depth and a bit rate (Q of them). A *passage* is a lens at an
aperture, through which frames are taken.
"""

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.image.noise import electrons
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.optics import Lens, Sensor
from steady_tide.core.kit.recording import Mode
from steady_tide.core.kit.settings import Setting
from steady_tide.core.memo import Memo, Shelf
from steady_tide.core.motion.blur import focal_length_px
from steady_tide.core.plan.physics.columns import Column
from steady_tide.core.plan.problem.offers import AUTOMATIC, Camera, apertures_of
from steady_tide.core.quantities import Bools, Floats, Ints

TALL = ("9:16",)
WITHIN: Final = 1 + 1e-9
"""A shutter longer than the frame by no more than this share fits it."""


class Passage(NamedTuple):
    """A lens at one of its apertures."""

    lens: Lens
    f_number: float


@dataclass(frozen=True)
class Frames:
    """Frames as columns, shape (K,): rows of modes, views, levels, `apertures_of` and `DeviceSpace.passages`."""

    mode: Ints
    view: Ints
    level: Ints
    aperture: Ints
    passage: Ints

    def take(self, rows: Ints) -> "Frames":
        """The frames in these rows."""
        return Frames(self.mode[rows], self.view[rows], self.level[rows], self.aperture[rows], self.passage[rows])


@dataclass(frozen=True)
class Recordings:
    """Recordings as columns, shape (Q,): mode row, codec, bit depth, bit rate [Mbit/s]."""

    mode: Ints
    codec: Ints
    depth: Ints
    mbit_s: Floats

    def take(self, rows: Ints) -> "Recordings":
        """The recordings in these rows."""
        return Recordings(self.mode[rows], self.codec[rows], self.depth[rows], self.mbit_s[rows])


def _across(mode: Mode, sensor: Sensor) -> float:
    """Photosites behind one recorded pixel when the whole sensor is read."""
    return sensor.rows / mode.height_px if mode.frame_shape in TALL else sensor.columns / mode.width_px


def floats_of(values: object) -> Floats:
    return np.array(values, dtype=float)


class DeviceSpace:
    """A device's frames, recordings and ISO pairs of one kind of mode, and the columns its document alone decides.

    Columns over modes (M,), views (V,), levels (L,), passages (A,), rates (R,), shutters (S,), ISO pairs (P, 2).
    """

    def __init__(self, camera: Camera) -> None:
        self.camera = camera
        self.device = device = camera.device
        self.kind = camera.kind
        self.modes = device.modes
        self.lenses = {lens.key: lens for lens in device.lenses}
        apertures = apertures_of(device)
        self.passages = [Passage(lens, number) for lens in device.lenses for number in lens.apertures]
        self._passage_of = {(way.lens.key, way.f_number): at for at, way in enumerate(self.passages)}
        self._aperture_of = {number: at for at, number in enumerate(apertures)}
        self.apertures = apertures
        self.column: Memo[Setting, Column] = Memo(lambda setting: _COLUMNS[setting](self))
        """A setting that the device alone decides, over frames, recordings, shutters or ISO pairs."""

    @cached_property
    def frames(self) -> Frames:
        """Every mode of the kind with every view and level it allows, at every aperture of the lens."""
        views = {view.key: index for index, view in enumerate(self.device.views)}
        levels = {level.key: index for index, level in enumerate(self.device.stabilisation)}
        ways = [
            [(self._aperture_of[n], self._passage_of[view.lens, n]) for n in self.lenses[view.lens].apertures]
            for view in self.device.views
        ]
        rows = [
            (row, views[view], levels[level], aperture, passage)
            for row, mode in enumerate(self.modes)
            if mode.kind == self.kind
            for view in mode.views
            for level in mode.stabilisation
            for aperture, passage in ways[views[view]]
        ]
        return Frames(*np.array(rows, dtype=np.intp).T)

    @cached_property
    def look(self) -> Ints:
        """Which frames look at exposures alike, whatever their rates: equal numbers for equal ones, shape (K,).

        Everything that meets an exposure follows from the mode's size and read-out, its crop, view and level.
        """
        numbers: dict[tuple[object, ...], int] = {}
        sizes = [(m.frame_shape, m.width_px, m.height_px, m.photosite_share) for m in self.modes]
        rows = zip(*(getattr(self.frames, name) for name in ("mode", "view", "level", "passage")), strict=True)
        keys = (
            (sizes[mode], float(self.crop[mode, level]), view, level, passage) for mode, view, level, passage in rows
        )
        return np.array([numbers.setdefault(key, len(numbers)) for key in keys], dtype=np.intp)

    @cached_property
    def recordings(self) -> Recordings:
        """Every mode of the kind with every codec, bit depth and bit rate it allows."""
        codecs = {codec.key: index for index, codec in enumerate(self.device.codecs)}
        rows = [
            (row, codecs[codec], depth, mbit_s)
            for row, mode in enumerate(self.modes)
            if mode.kind == self.kind
            for codec, rates in mode.bit_rates.items()
            for depth in mode.depths_of(self.device.codecs[codecs[codec]])
            for mbit_s in rates
        ]
        mode, codec, depth, mbit_s = np.array(rows, dtype=np.intp).T
        return Recordings(mode, codec, depth, mbit_s.astype(float))

    @cached_property
    def iso_pairs(self) -> Floats:
        """Floor and ceiling pairs that can be set, shape (P, 2): every floor with every ceiling not below it."""
        values = self.device.iso.values
        if not self.device.iso.settable:
            return floats_of([(values[0], values[-1])])
        return floats_of([(low, high) for low in values for high in values if high >= low])

    # Rates.

    @cached_property
    def rates(self) -> list[Fraction]:
        """The different frame rates of the modes, R of them."""
        return sorted({mode.rate for mode in self.modes})

    @cached_property
    def rate_of_mode(self) -> Ints:
        """Which of the rates a mode has, shape (M,)."""
        at = {rate: index for index, rate in enumerate(self.rates)}
        return np.array([at[mode.rate] for mode in self.modes], dtype=np.intp)

    @cached_property
    def rate_hz(self) -> Floats:
        """The rates [frames/s], shape (R,)."""
        return floats_of([float(rate) for rate in self.rates])

    # Columns over shutters.

    @cached_property
    def shutters(self) -> list[int]:
        """Numbers of the fixed shutters, then -1 for the automatic one where there is one."""
        return [*range(len(self.device.shutters)), *([-1] if self.device.automatic_shutter else [])]

    @cached_property
    def shutter_s(self) -> Floats:
        """Times of the fixed shutters [s], shape (S,)."""
        return floats_of([float(shutter) for shutter in self.device.shutters])

    # Columns over modes.

    @cached_property
    def width_px(self) -> Floats:
        """Width of a mode's frame [px]."""
        return floats_of([mode.width_px for mode in self.modes])

    @cached_property
    def height_px(self) -> Floats:
        """Height of a mode's frame [px]."""
        return floats_of([mode.height_px for mode in self.modes])

    @cached_property
    def still_mb(self) -> Floats:
        """Size of a single frame of a mode that keeps them [MB]; NaN where it does not."""
        return floats_of([mode.still_mb or np.nan for mode in self.modes])

    @cached_property
    def draw_w(self) -> Floats:
        """Power drawn by a mode [W]."""
        return floats_of([mode.draw_w for mode in self.modes])

    @cached_property
    def tuned(self) -> Floats:
        """1 where the device tunes a mode for low light."""
        return floats_of([float(mode.low_light_tuned) for mode in self.modes])

    @cached_property
    def photosite_share(self) -> Floats:
        """Share of the covered photosites that a mode reads."""
        return floats_of([mode.photosite_share for mode in self.modes])

    @cached_property
    def photosites_across(self) -> Floats:
        """Photosites behind a recorded pixel on the whole sensor, by passage and mode, shape (A, M)."""
        return floats_of([[_across(mode, way.lens.sensor) for mode in self.modes] for way in self.passages])

    @cached_property
    def resolved_across(self) -> Floats:
        """Photosites behind a recorded pixel across, no more than the lens resolves, shape (A, M)."""
        shares = [min((way.lens.resolves_px or np.inf) / way.lens.sensor.columns, 1.0) for way in self.passages]
        return np.asarray(self.photosites_across * floats_of(shares)[:, None])

    @cached_property
    def oversampled(self) -> Bools:
        """Whether a mode reads the whole of what it covers, pixel by pixel, shape (M,)."""
        return np.array([mode.readout == "whole" for mode in self.modes])

    @cached_property
    def height_share(self) -> Floats:
        """Share of the sensor's height covered by a mode of its whole width, at most 1, shape (A, M)."""
        sensors = [way.lens.sensor for way in self.passages]
        ratios = floats_of([mode.height_px / mode.width_px for mode in self.modes])
        shares = floats_of([sensor.columns / sensor.rows for sensor in sensors])[:, None] * ratios
        return np.minimum(shares, 1.0)

    @cached_property
    def crop(self) -> Floats:
        """Share of the width that a level gives up in a mode, shape (M, L)."""
        return floats_of([[mode.crop_of(level) for level in self.device.stabilisation] for mode in self.modes])

    # Columns over codecs.

    @cached_property
    def top_mbit_s(self) -> Floats:
        """The highest rate of a codec in a mode [Mbit/s], shape (M, codecs); NaN where the mode lacks the codec."""
        codecs = [codec.key for codec in self.device.codecs]
        return floats_of([[max(mode.bit_rates.get(key, [np.nan])) for key in codecs] for mode in self.modes])

    @cached_property
    def codec_efficiency(self) -> Floats:
        """Picture per bit against plain H.264."""
        return floats_of([codec.efficiency for codec in self.device.codecs])

    @cached_property
    def codec_editing_load(self) -> Floats:
        """How heavy a codec is to edit, 0 to 1."""
        return floats_of([codec.editing_load for codec in self.device.codecs])

    @cached_property
    def codec_drive_above(self) -> Floats:
        """Frame rate above which a codec needs an external drive; infinite where it never does."""
        limits = (codec.external_drive_above for codec in self.device.codecs)
        return floats_of([float(limit) if limit is not None else np.inf for limit in limits])

    # Columns over views and levels.

    @cached_property
    def sensor_share(self) -> Floats:
        """Share of the sensor's width that a view reads."""
        return floats_of([view.sensor_share for view in self.device.views])

    @cached_property
    def view_deg(self) -> Floats:
        """How much a view sees across [degrees]."""
        return floats_of([view.horizontal_fov_deg for view in self.device.views])

    @cached_property
    def view_long(self) -> Floats:
        """1 where a view looks far."""
        return floats_of([float(view.long) for view in self.device.views])

    @cached_property
    def focal(self) -> Floats:
        """Focal length of a view [photosites]."""
        return floats_of(
            [
                focal_length_px(
                    width_px=self.lenses[view.lens].sensor.columns * view.sensor_share,
                    horizontal_fov_deg=view.horizontal_fov_deg,
                    projection=view.projection,
                )
                for view in self.device.views
            ]
        )

    @cached_property
    def removes(self) -> Floats:
        """Share of the shake between frames that a level removes."""
        return floats_of([level.removes for level in self.device.stabilisation])

    @cached_property
    def optical(self) -> Floats:
        """1 where a level moves lens or camera."""
        return floats_of([float(level.optical) for level in self.device.stabilisation])

    @cached_property
    def level_draw_w(self) -> Floats:
        """Power drawn by a level [W]."""
        return floats_of([level.draw_w for level in self.device.stabilisation])

    # Columns over passages.

    @cached_property
    def f_number(self) -> Floats:
        """F-number of a passage."""
        return floats_of([way.f_number for way in self.passages])

    @cached_property
    def lens_loss(self) -> Floats:
        """Light lost in the lens of a passage [stops]."""
        return floats_of([way.lens.transmission_loss_stops for way in self.passages])

    @cached_property
    def pitch_um(self) -> Floats:
        """Distance between the photosites behind a passage [um]."""
        return floats_of([way.lens.sensor.pixel_pitch_um for way in self.passages])

    @cached_property
    def electrons_per_lux_s(self) -> Floats:
        """Electrons of a photosite behind a passage for an exposure of 1 lx s."""
        return floats_of([electrons(exposure_lux_s=1.0, sensor=way.lens.sensor) for way in self.passages])

    @cached_property
    def read_noise_e(self) -> Floats:
        """Read noise of a photosite behind a passage [electrons]."""
        return floats_of([way.lens.sensor.read_noise_e for way in self.passages])

    @cached_property
    def prnu(self) -> Floats:
        """Photo response non-uniformity behind a passage."""
        return floats_of([way.lens.sensor.prnu for way in self.passages])

    @cached_property
    def close_focus_m(self) -> Floats:
        """How near a passage focuses [m]."""
        return floats_of([way.lens.close_focus_m for way in self.passages])

    @cached_property
    def profile_in_mode(self) -> Bools:
        """Whether a mode allows a profile, shape (M, profiles)."""
        keys = [profile.key for profile in self.device.profiles]
        return np.array([[not mode.profiles or key in mode.profiles for key in keys] for mode in self.modes])


_COLUMNS: Final[dict[Setting, Callable[[DeviceSpace], Column]]] = {
    Setting.FRAME_SHAPE: lambda d: Column([mode.frame_shape for mode in d.modes], d.frames.mode),
    Setting.RESOLUTION: lambda d: Column([mode.resolution for mode in d.modes], d.frames.mode),
    Setting.FRAME_RATE: lambda d: Column([str(mode.rate) for mode in d.modes], d.frames.mode),
    Setting.VIEW: lambda d: Column([view.key for view in d.device.views], d.frames.view),
    Setting.STABILISATION: lambda d: Column([level.key for level in d.device.stabilisation], d.frames.level),
    Setting.APERTURE: lambda d: Column(d.apertures, d.frames.aperture),
    Setting.CODEC: lambda d: Column([codec.key for codec in d.device.codecs], d.recordings.codec),
    Setting.BIT_DEPTH: lambda d: Column.of_numbers(d.recordings.depth),
    Setting.BIT_RATE: lambda d: Column.of_numbers(d.recordings.mbit_s),
    Setting.SHUTTER: lambda d: Column.each([*map(str, d.device.shutters), *([AUTOMATIC] if -1 in d.shutters else [])]),
    Setting.ISO_FLOOR: lambda d: Column.of_numbers(d.iso_pairs[:, 0]),
    Setting.ISO_CEILING: lambda d: Column.of_numbers(d.iso_pairs[:, 1]),
}


class Spaces:
    """Device spaces, the most lately used kept: what several scenes on one camera share. Safe between threads."""

    def __init__(self, most: int = 32) -> None:
        self._shelf: Shelf[tuple[int, str], DeviceSpace] = Shelf(most)

    def of(self, device: Device, kind: str) -> DeviceSpace:
        """The space of this very document, which it keeps alive; equal ones that are other objects have their own."""
        return self._shelf.of((id(device), kind), lambda: DeviceSpace(Camera(device, kind)))
