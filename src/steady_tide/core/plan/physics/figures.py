"""Every physical figure of frames, of exposures, and of both together.

A side holds the indices of some frames or exposures, in any shape, and works out a figure when it is asked for.
Sides whose shapes broadcast make a whole space of sets: frames (K, 1) against exposures (U,) are K × U of them.
Sides of equal shape are sets one by one. What is weighed and what is told are the same lines.
"""

from functools import cached_property
from math import radians
from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.exposure.automatic import InStops, exposed_in_stops
from steady_tide.core.image.noise import log2_mid_grey_snr
from steady_tide.core.motion.blur import angular_rate, blur_px
from steady_tide.core.plan.physics.scene_space import SceneSpace
from steady_tide.core.plan.physics.space import Frames
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Bools, Floats, Ints
from steady_tide.core.thresholds import threshold

GREEN_UM: Final = 0.55
"""Wavelength at which diffraction is figured [um]."""
MOVES: Final = threshold("iso.moves")
"""ISO may move where its ceiling lies over its floor by more than this factor."""
VIGNETTE_FROM_DEG: Final = threshold("glass.vignette-from")
VIGNETTE_OVER_DEG: Final = threshold("glass.vignette-over")
"""View angle from which stacked filters may show in the corners, and how much wider they surely do. **Assumed**."""


class FrameFigures:
    """Frames, shape F: figures that no exposure changes."""

    def __init__(self, space: SceneSpace, frames: Frames) -> None:
        self.space = space
        self.situation: Situation = space.situation
        self.index = frames

    @property
    def removes(self) -> Floats:
        """Share of the shake between frames that stabilisation removes."""
        return self.space.device.removes[self.index.level]

    @cached_property
    def crop(self) -> Floats:
        """Share of the width that stabilisation gives up."""
        return self.space.device.crop[self.index.mode, self.index.level]

    @property
    def optical(self) -> Floats:
        """1 where the lens or camera is moved, so that blur inside a frame shrinks too."""
        return self.space.device.optical[self.index.level]

    @cached_property
    def draw_w(self) -> Floats:
        """Power drawn by mode and stabilisation [W]."""
        device = self.space.device
        return np.asarray(device.draw_w[self.index.mode] + device.level_draw_w[self.index.level])

    @property
    def tuned(self) -> Floats:
        """1 where the device tunes the mode for low light."""
        return self.space.device.tuned[self.index.mode]

    @property
    def rate(self) -> Ints:
        """Which of the device's rates."""
        return self.space.device.rate_of_mode[self.index.mode]

    @cached_property
    def rate_hz(self) -> Floats:
        """Frames a second."""
        return self.space.device.rate_hz[self.rate]

    @cached_property
    def slow_factor(self) -> Floats:
        """How many times slower the recorded rate plays on the timeline."""
        return np.asarray(self.rate_hz / float(self.situation.brief.delivery.timeline_rate))

    @property
    def f_number(self) -> Floats:
        """Aperture."""
        return self.space.device.f_number[self.index.passage]

    @property
    def close_focus_m(self) -> Floats:
        """How near the lens focuses [m]."""
        return self.space.device.close_focus_m[self.index.passage]

    @property
    def view_deg(self) -> Floats:
        """How much the view sees across [degrees]."""
        return self.space.device.view_deg[self.index.view]

    @property
    def view_long(self) -> Floats:
        """1 where the view looks far."""
        return self.space.device.view_long[self.index.view]

    @property
    def sensor_share(self) -> Floats:
        """Share of the sensor's width that is read."""
        return self.space.device.sensor_share[self.index.view]

    @property
    def photosite_share(self) -> Floats:
        """Share of the covered photosites that is read."""
        return self.space.device.photosite_share[self.index.mode]

    @property
    def height_share(self) -> Floats:
        """Share of the sensor's height that a mode of the whole width covers, at most 1."""
        return self.space.device.height_share[self.index.passage, self.index.mode]

    @cached_property
    def _kept(self) -> Floats:
        return np.asarray((1.0 - self.crop) * (1.0 - self.situation.brief.delivery.crop_room))

    @cached_property
    def have_over_need(self) -> Floats:
        """Delivered pixels across over needed ones, worst of the shapes asked for; none that sensor or lens lack.

        A mode that reads whole rows steadies within the photosites it has to spare; binned or line-skipped, what is
        cropped are its pixels.
        """
        device, index = self.space.device, self.index
        behind = device.resolved_across[index.passage, index.mode] * self.sensor_share
        kept = 1.0 - self.crop
        within, of_pixels = np.minimum(behind * kept, 1.0), kept * np.minimum(behind, 1.0)
        steadied = np.where(device.oversampled[index.mode], within, of_pixels)
        return np.asarray(self.space.worst[index.mode] * steadied * (1.0 - self.situation.brief.delivery.crop_room))

    @cached_property
    def photosites_across(self) -> Floats:
        """Photosites behind one delivered pixel, across, in the first shape asked for."""
        recorded = self.space.device.photosites_across[self.index.passage, self.index.mode] * self.sensor_share
        return np.asarray(recorded * self.space.first[self.index.mode] * self._kept)

    @cached_property
    def photosites(self) -> Floats:
        """Photosites that make one delivered pixel."""
        return np.asarray(np.square(self.photosites_across) * self.space.device.photosite_share[self.index.mode])

    @cached_property
    def log2_photosites(self) -> Floats:
        """Their number in stops."""
        return np.log2(self.photosites)

    @cached_property
    def focal_px(self) -> Floats:
        """Focal length in delivered pixels, with the port's enlargement."""
        magnified = self.space.device.focal[self.index.view] * self.situation.given.port_magnification
        return np.asarray(magnified / self.photosites_across)

    @cached_property
    def airy_px(self) -> Floats:
        """Diameter of the spot that diffraction leaves of a point [delivered px]: 2.44 lambda N."""
        pitch = self.space.device.pitch_um[self.index.passage] * self.photosites_across
        return np.asarray(2.44 * GREEN_UM * self.f_number / pitch)

    @cached_property
    def smear_rad_s(self) -> Floats:
        """Shake that blurs inside a frame [rad/s]: all of it, but for what moves lens or camera."""
        return np.asarray(radians(self.situation.shake_deg_per_s) * (1.0 - self.optical * self.removes))

    @cached_property
    def jitter_px(self) -> Floats:
        """Movement between frames left after stabilisation [delivered px]."""
        left = radians(self.situation.shake_deg_per_s) * (1.0 - self.removes)
        return np.asarray(left / float(self.situation.brief.delivery.timeline_rate) * self.focal_px)


class Interaction(NamedTuple):
    """What a frame sees of an exposure: through this alone frames and exposures meet.

    glass: which way to fit ND. shutter: in the light aimed at [log2 s]. snr_aim, snr_dark: at mid grey of one
    photosite, in stops, in the light aimed at and in the darkest.
    """

    glass: Ints
    shutter: Floats
    snr_aim: Floats
    snr_dark: Floats

    @property
    def _figures(self) -> tuple[Floats, Floats, Floats]:
        return self.shutter, self.snr_aim, self.snr_dark

    def take(self, rows: Ints) -> "Interaction":
        """What stands in these rows of the first axis; what has one row, as glass has, stands for all."""
        return Interaction(self.glass, *(column if len(column) == 1 else column[rows] for column in self._figures))

    def at(self, pairs: Ints) -> "Interaction":
        """What stands at these places of the last axis; what has one stands for all."""
        return Interaction(self.glass, *(one if one.shape[-1] == 1 else one[..., pairs] for one in self._figures))

    def alike(self, rows: int) -> Ints:
        """Which of so many rows of the first axis are seen alike: a number for each (rows,)."""
        if all(len(column) == 1 for column in self._figures):
            return np.zeros(rows, dtype=np.intp)
        numbers: dict[bytes, int] = {}
        seen = zip(*(column if len(column) > 1 else [column[0]] * rows for column in self._figures), strict=True)
        keys = (b"".join(row.tobytes() for row in figures) for figures in seen)
        return np.array([numbers.setdefault(key, len(numbers)) for key in keys], dtype=np.intp)


class ExposureFigures:
    """Exposures, shape X, through some passages and with some bias: figures that no frame changes.

    shutter: number of a fixed shutter, or -1 where it is automatic, which then takes `rate`. floor, ceiling: ISO.
    bias: dialled into the camera [stops]. light: EV at ISO 100 in the darkest, expected and brightest light; the
    situation's.
    """

    def __init__(
        self,
        space: SceneSpace,
        *,
        passage: Ints | int,
        shutter: Ints,
        glass: Ints,
        floor: Floats,
        ceiling: Floats,
        rate: Ints,
        bias: Floats | float,
        light: tuple[float, float, float] | None = None,
    ) -> None:
        self.space = space
        self.situation: Situation = space.situation
        self.passage, self.shutter, self.glass, self.rate = passage, shutter, glass, rate
        self.floor, self.ceiling = floor, ceiling
        self.bias = bias
        here = space.situation
        self.light = light or (here.dark_ev100, here.aim_ev100, here.bright_ev100)

    @cached_property
    def automatic(self) -> Bools:
        """Where the shutter is automatic."""
        return np.asarray(self.shutter < 0)

    @cached_property
    def metered(self) -> Bools:
        """Where the camera's meter decides something: the shutter, or ISO between its ends."""
        return np.asarray(self.automatic | (self.ceiling > self.floor * MOVES))

    @cached_property
    def aim_stops(self) -> Floats:
        """How far over mid grey it is aimed [stops]: dial and habit of a meter that decides, else what is meant."""
        situation = self.situation
        return np.where(self.metered, self.bias + situation.meter_stops, situation.intended_stops)

    @cached_property
    def rate_hz(self) -> Floats:
        """Frames a second."""
        return self.space.device.rate_hz[self.rate]

    @cached_property
    def _fixed_s(self) -> Floats:
        return np.asarray(np.append(self.space.device.shutter_s, np.nan)[self.shutter])

    @cached_property
    def shortest_s(self) -> Floats:
        """Shortest shutter the camera may take [s]."""
        return np.where(self.automatic, float(self.situation.device.shortest_shutter), self._fixed_s)

    @cached_property
    def longest_s(self) -> Floats:
        """Longest shutter the camera may take [s]: the frame, for an automatic one."""
        return np.where(self.automatic, self.space.longest_s[self.rate], self._fixed_s)

    @property
    def knee_s(self) -> Floats:
        """The shutter [s] past which the programme of automatic exposure says what moves: 180 degrees."""
        return np.asarray(0.5 / self.rate_hz)

    @cached_property
    def loss_stops(self) -> Floats:
        """Stops lost in lens, port, colour filter and ND together."""
        return np.asarray(self.space.loss_stops[self.passage, self.glass])

    @property
    def nd_stops(self) -> Floats:
        """Stops taken by ND."""
        return self.space.glass_stops[self.glass]

    @property
    def nd_count(self) -> Floats:
        """Number of ND filters fitted."""
        return self.space.glass_count[self.glass]

    @cached_property
    def log2_floor(self) -> Floats:
        """ISO floor in stops over ISO 100."""
        return np.log2(self.floor / 100.0)

    @cached_property
    def log2_ceiling(self) -> Floats:
        """ISO ceiling in stops over ISO 100."""
        return np.log2(self.ceiling / 100.0)

    @cached_property
    def _log2_shortest(self) -> Floats:
        return np.log2(self.shortest_s)

    @cached_property
    def _log2_longest(self) -> Floats:
        return np.log2(self.longest_s)

    def expose(self, scene_ev100: float) -> InStops:
        """What the camera does in this light."""
        f_stops = 2.0 * np.log2(self.space.device.f_number[self.passage])
        return exposed_in_stops(
            wanted=np.asarray(f_stops - (scene_ev100 - self.loss_stops) + self.aim_stops),
            shortest=self._log2_shortest,
            longest=self._log2_longest,
            floor=self.log2_floor,
            ceiling=self.log2_ceiling,
            programme=self.situation.device.exposure_programme,
            knee=np.log2(self.knee_s),
            fixed=not self.automatic.any(),
        )

    @cached_property
    def dark(self) -> InStops:
        """The camera's choice in the darkest light expected."""
        return self.expose(self.light[0])

    @cached_property
    def aim(self) -> InStops:
        """The camera's choice in the light aimed at."""
        return self.expose(self.light[1])

    @cached_property
    def bright(self) -> InStops:
        """The camera's choice in the brightest light expected."""
        return self.expose(self.light[2])

    def log2_snr(self, scene_ev100: float, log2_shutter: Floats) -> Floats:
        """SNR at mid grey of one photosite, in stops."""
        device = self.space.device
        return log2_mid_grey_snr(
            ev100=scene_ev100 - self.loss_stops,
            log2_shutter=log2_shutter,
            f_number=device.f_number[self.passage],
            full_electrons=device.electrons_per_lux_s[self.passage],
            read_noise_e=device.read_noise_e[self.passage],
            prnu=device.prnu[self.passage],
        )

    @cached_property
    def interaction(self) -> Interaction:
        """What a frame sees of these exposures."""
        in_dark = self.log2_snr(self.light[0], self.dark.shutter)
        return Interaction(self.glass, self.aim.shutter, self.log2_snr(self.light[1], self.aim.shutter), in_dark)


class JointFigures:
    """Frames with what they see of exposures, in the shape their shapes broadcast to."""

    def __init__(self, frames: FrameFigures, interaction: Interaction) -> None:
        self.frames = frames
        self.interaction = interaction
        self.space = frames.space
        self.situation: Situation = frames.situation

    def log2_snr(self, per_photosite: Floats) -> Floats:
        """SNR of a delivered pixel in stops: photosites average."""
        return np.asarray(per_photosite + 0.5 * self.frames.log2_photosites)

    @cached_property
    def nd_trouble(self) -> Floats:
        """Flaws of the fitted filters that this view shows, and how far a stack reaches into a wide view."""
        space, glass = self.space, self.interaction.glass
        flawed = space.glass_flawed[glass] + space.glass_flawed_long[glass] * self.frames.view_long
        stacked = np.maximum(space.glass_count[glass] - 1.0, 0.0)
        wide = np.clip((self.frames.view_deg - VIGNETTE_FROM_DEG) / VIGNETTE_OVER_DEG, 0.0, 1.0)
        return np.asarray(flawed + stacked * wide)


class Sets:
    """Whole sets: frames and exposures of one shape, set by set."""

    def __init__(self, frames: FrameFigures, exposures: ExposureFigures) -> None:
        self.frames = frames
        self.exposures = exposures
        self.space = frames.space
        self.situation: Situation = frames.situation

    @cached_property
    def meeting(self) -> JointFigures:
        """Frames with what they see of their exposures."""
        return JointFigures(self.frames, self.exposures.interaction)

    def snr(self, scene_ev100: float, chosen: InStops) -> Floats:
        """SNR at mid grey of a delivered pixel in a light [EV at ISO 100]."""
        return np.exp2(self.meeting.log2_snr(self.exposures.log2_snr(scene_ev100, chosen.shutter)))

    def _blur(self, rate_rad_s: Floats | float) -> Floats:
        shutter_s = self.exposures.aim.shutter_s
        return np.asarray(blur_px(rate_rad_s=rate_rad_s, shutter_s=shutter_s, focal_px=self.frames.focal_px))

    @cached_property
    def smear_px(self) -> Floats:
        """Blur inside a frame from shake [delivered px] at the light aimed at."""
        return self._blur(self.frames.smear_rad_s)

    @cached_property
    def subject_blur_px(self) -> Floats:
        """Blur of the subject's own movement inside a frame [delivered px]."""
        brief = self.situation.brief
        return self._blur(angular_rate(speed_m_s=brief.subject_speed_m_s, distance_m=brief.subject_distance_m))
