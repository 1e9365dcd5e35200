"""Every physical figure of frames against exposures, computed when a consideration asks for it."""

from fractions import Fraction
from functools import cached_property
from math import radians

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.exposure.automatic import Chosen, automatic_exposure
from steady_tide.core.image.noise import mid_grey_snr
from steady_tide.core.kit.optics import Lens
from steady_tide.core.kit.recording import Mode
from steady_tide.core.motion.blur import angular_rate, blur_px, slow_factor
from steady_tide.core.plan.physics.space import Exposures, Frames, Ints
from steady_tide.core.plan.physics.tables import Tables
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats

GREEN_UM = 0.55
"""Wavelength at which diffraction is figured [um]."""
VIGNETTE_FROM_DEG = 90.0
"""View angle from which stacked filters may show in the corners; surely from 40 degrees more. **Assumed**."""


class Block:
    """Frames of one rate, lens and aperture against exposures: every physical figure the considerations use.

    Arrays have shape (K, 1), (1, O) or (K, O). `at(k, o)` is the same for a single point,
    so that what is weighed and what is told are computed by the same lines.
    """

    def __init__(self, situation: Situation, tables: Tables, frames: Frames, exposures: Exposures) -> None:
        self.situation = situation
        self.tables = tables
        self.frames = frames
        self.exposures = exposures
        self.mode: Mode = situation.device.modes[int(frames.mode[0])]
        self.rate: Fraction = self.mode.rate
        view = situation.device.views[int(frames.view[0])]
        self.lens: Lens = next(lens for lens in situation.device.lenses if lens.key == view.lens)
        self.f_number = float(tables.apertures[int(frames.aperture[0])])

    def at(self, k: int, o: int) -> "Block":
        """The single point of frame k and exposure o."""
        return Block(self.situation, self.tables, self.frames.take(np.array([k])), self.exposures.take(np.array([o])))

    def of(self, columns: Ints) -> "Block":
        """The same frames against some of the exposures."""
        return Block(self.situation, self.tables, self.frames, self.exposures.take(columns))

    def tell(self, name: str, chosen: Chosen) -> None:
        """Say what the camera does in one light ("dark", "aim", "bright") where that is known already."""
        self.__dict__[name] = chosen

    # Columns over frames, shape (K, 1).

    def _by_mode(self, column: Floats) -> Floats:
        return column[self.frames.mode][:, None]

    def _by_level(self, column: Floats) -> Floats:
        return column[self.frames.level][:, None]

    def _by_view(self, column: Floats) -> Floats:
        return column[self.frames.view][:, None]

    def _by_glass(self, column: Floats) -> Floats:
        return column[self.exposures.glass][None, :]

    @cached_property
    def removes(self) -> Floats:
        """Share of the shake between frames that stabilisation removes."""
        return self._by_level(self.tables.level_removes)

    @cached_property
    def crop(self) -> Floats:
        """Share of the width that stabilisation gives up."""
        return self.tables.crop[self.frames.mode, self.frames.level][:, None]

    @cached_property
    def optical(self) -> Floats:
        """1 where the lens or camera is moved, so that blur inside a frame shrinks too."""
        return self._by_level(self.tables.level_optical)

    @cached_property
    def draw_w(self) -> Floats:
        """Power drawn by mode and stabilisation [W]."""
        return self._by_mode(self.tables.draw_w) + self._by_level(self.tables.level_draw_w)

    @cached_property
    def tuned(self) -> Floats:
        """1 where the device tunes the mode for low light."""
        return self._by_mode(self.tables.tuned)

    @cached_property
    def photosite_share(self) -> Floats:
        """Share of the covered photosites that the mode reads."""
        return self._by_mode(self.tables.photosite_share)

    @cached_property
    def have_over_need(self) -> Floats:
        """Delivered pixels across over needed ones, worst of the shapes asked for."""
        kept = (1.0 - self.crop) * (1.0 - self.situation.brief.delivery.crop_room)
        return self._by_mode(self.tables.worst) * kept

    @cached_property
    def _recorded_per_delivered(self) -> Floats:
        """Recorded pixels behind one delivered pixel, across, in the first shape asked for."""
        kept = (1.0 - self.crop) * (1.0 - self.situation.brief.delivery.crop_room)
        return self._by_mode(self.tables.first) * kept

    @cached_property
    def _photosites_per_recorded(self) -> Floats:
        """Photosites behind one recorded pixel, across."""
        across = self._by_mode(self.tables.photosites_across[self.lens.key])
        return across * self._by_view(self.tables.sensor_share)

    @cached_property
    def photosites(self) -> Floats:
        """Photosites that make one delivered pixel."""
        linear = self._photosites_per_recorded * self._recorded_per_delivered
        return np.square(linear) * self.photosite_share

    @cached_property
    def focal_px(self) -> Floats:
        """Focal length in delivered pixels, with the port's enlargement."""
        magnified = self._by_view(self.tables.focal) * self.situation.port_magnification
        return magnified / (self._photosites_per_recorded * self._recorded_per_delivered)

    @cached_property
    def slow_factor(self) -> float:
        """How many times slower the recorded rate plays on the timeline."""
        delivery = self.situation.brief.delivery
        return float(slow_factor(recorded=float(self.rate), timeline=float(delivery.timeline_rate)))

    # Columns over exposures, shape (1, O).

    @cached_property
    def nd_stops(self) -> Floats:
        """Stops taken by ND."""
        return self._by_glass(self.tables.glass_stops)

    @cached_property
    def nd_count(self) -> Floats:
        """Number of ND filters fitted."""
        return self._by_glass(self.tables.glass_count)

    @cached_property
    def nd_flawed(self) -> Floats:
        """1 where a fitted filter is marked with a flaw."""
        return self._by_glass(self.tables.glass_flawed)

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
        return self.tables.times[self.exposures.shutter][None, :]

    @property
    def knee_s(self) -> float:
        """The shutter [s] past which the programme of automatic exposure says what moves: 180 degrees."""
        return float(1 / (2 * self.rate))

    @cached_property
    def shortest_s(self) -> Floats:
        """Shortest shutter the camera may take [s]."""
        return np.where(self.automatic, float(self.situation.device.shortest_shutter), self._times)

    @cached_property
    def longest_s(self) -> Floats:
        """Longest shutter the camera may take [s]: the frame, for an automatic one."""
        return np.where(self.automatic, self.situation.longest_shutter_s(self.rate), self._times)

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
            f_number=self.f_number,
            shortest_s=self.shortest_s,
            longest_s=self.longest_s,
            iso_floor=self.floor,
            iso_ceiling=self.ceiling,
            bias_stops=self.situation.bias_stops,
            programme=self.situation.device.exposure_programme,
            knee_s=self.knee_s,
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

    @cached_property
    def nd_trouble(self) -> Floats:
        """Flaws of the fitted filters that this view shows, and how far a stack reaches into a wide view."""
        flawed = self.nd_flawed + self._by_glass(self.tables.glass_flawed_long) * self._by_view(self.tables.view_long)
        stacked = np.maximum(self.nd_count - 1.0, 0.0)
        wide = np.clip((self._by_view(self.tables.view_deg) - VIGNETTE_FROM_DEG) / 40.0, 0.0, 1.0)
        return np.asarray(flawed + stacked * wide)

    @cached_property
    def airy_px(self) -> Floats:
        """Diameter of the spot that diffraction leaves of a point [delivered px], shape (K, 1): 2.44 lambda N."""
        pitch_um = self.lens.sensor.pixel_pitch_um * self._photosites_per_recorded * self._recorded_per_delivered
        return np.asarray(2.44 * GREEN_UM * self.f_number / pitch_um)

    def snr(self, scene_ev100: float, chosen: Chosen) -> Floats:
        """SNR at mid grey of a delivered pixel; separable, so the frame part is a factor."""
        per_photosite = mid_grey_snr(
            ev100=scene_ev100,
            loss_stops=self.loss_stops,
            shutter_s=chosen.shutter_s,
            f_number=self.f_number,
            photosites=1.0,
            sensor=self.lens.sensor,
        )
        return np.asarray(per_photosite * np.sqrt(self.photosites))

    @cached_property
    def smear_rad_s(self) -> Floats:
        """Shake that blurs inside a frame [rad/s]: all of it, but for what moves lens or camera."""
        return radians(self.situation.shake_deg_per_s) * (1.0 - self.optical * self.removes)

    @cached_property
    def smear_px(self) -> Floats:
        """Blur inside a frame from shake [delivered px] at the light aimed at."""
        return np.asarray(blur_px(rate_rad_s=self.smear_rad_s, shutter_s=self.aim.shutter_s, focal_px=self.focal_px))

    @cached_property
    def subject_blur_px(self) -> Floats:
        """Blur of the subject's own movement inside a frame [delivered px]."""
        brief = self.situation.brief
        rate = angular_rate(speed_m_s=brief.subject_speed_m_s, distance_m=brief.subject_distance_m)
        return np.asarray(blur_px(rate_rad_s=rate, shutter_s=self.aim.shutter_s, focal_px=self.focal_px))

    @cached_property
    def jitter_px(self) -> Floats:
        """Movement between frames left after stabilisation [delivered px]."""
        left = radians(self.situation.shake_deg_per_s) * (1.0 - self.removes)
        return left / float(self.situation.brief.delivery.timeline_rate) * self.focal_px


def blocks(
    situation: Situation, tables: Tables, frames: Frames, exposures: Exposures
) -> list[tuple[Ints, Ints, Block]]:
    """Frames in groups of one rate, lens and aperture, with the exposures whose shutter fits the frame.

    Returns (rows into frames, columns into exposures, block) for each group.
    """
    device = situation.device
    _, rate = np.unique([float(mode.rate) for mode in device.modes], return_inverse=True)
    lenses = {lens.key: code for code, lens in enumerate(device.lenses)}
    lens = np.array([lenses[view.lens] for view in device.views])
    code = (rate[frames.mode] * len(lenses) + lens[frames.view]) * len(tables.apertures) + frames.aperture
    _, first, group = np.unique(code, return_index=True, return_inverse=True)
    times = np.nan_to_num(tables.times)[exposures.shutter]
    found = []
    for at in np.argsort(first):
        rows = np.flatnonzero(group == at)
        longest_s = situation.longest_shutter_s(device.modes[int(frames.mode[rows[0]])].rate)
        columns = np.flatnonzero(times <= longest_s * (1 + 1e-9))
        if columns.size:
            found.append((rows, columns, Block(situation, tables, frames.take(rows), exposures.take(columns))))
    return found
