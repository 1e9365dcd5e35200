"""One given set in a given light, without a search: what picture, field and a changed light ask for."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.exposure.reach import ExposureSet
from steady_tide.core.image.noise import SHADOW_STOPS, light_for_snr
from steady_tide.core.kit.optics import Lens, View
from steady_tide.core.kit.recording import Mode
from steady_tide.core.kit.settings import SETTINGS, Setting, Value, settings_that
from steady_tide.core.motion.blur import flat_port_fov_deg
from steady_tide.core.plan.physics.figures import ExposureFigures, FrameFigures, Sets
from steady_tide.core.plan.physics.scene_space import SceneSpace
from steady_tide.core.plan.physics.space import DeviceSpace
from steady_tide.core.plan.problem.glasses import Glass
from steady_tide.core.plan.problem.offers import AUTOMATIC
from steady_tide.core.plan.problem.situation import Situation


@dataclass(frozen=True)
class InOneLight:
    """What a set does in a light [EV at ISO 100]: shutter [s], ISO, leftover error [stops], SNR at mid grey and under.

    snr_shadow: three stops under mid grey.
    """

    ev100: float
    shutter_s: float
    iso: float
    error_stops: float
    snr_mid: float
    snr_shadow: float


class ExposedSet:
    """The physics of one set, as plain numbers."""

    def __init__(self, sets: Sets, at: int = 0) -> None:
        """sets: some sets worked out together; at: which of them."""
        self._sets = sets
        self._at = at
        self.situation: Situation = sets.situation

    @classmethod
    def of(
        cls, situation: Situation, space: DeviceSpace, values: Mapping[Setting, Value], *, bias: float
    ) -> "ExposedSet":
        """The set with these values of the searched settings that make frame and exposure; others do not matter here.

        bias: intended [stops]. Raises BadInput naming the setting where the device has no such set.
        """
        scene = SceneSpace(situation, space)
        frame = _frame_with(space, values)
        shutter = -1 if values[Setting.SHUTTER] == AUTOMATIC else _at(Setting.SHUTTER, space, values)
        glasses = [glass.key for glass in situation.given.glasses]
        if values[Setting.ND_FILTER] not in glasses:
            raise _no_such(Setting.ND_FILTER, values)
        frames = space.frames.take(np.array([frame]))
        exposures = ExposureFigures(
            scene,
            passage=frames.passage,
            shutter=np.array([shutter]),
            glass=np.array([glasses.index(str(values[Setting.ND_FILTER]))]),
            floor=np.array([float(values[Setting.ISO_FLOOR])]),
            ceiling=np.array([float(values[Setting.ISO_CEILING])]),
            rate=space.rate_of_mode[frames.mode],
            bias=bias,
        )
        return cls(Sets(FrameFigures(scene, frames), exposures))

    def _of(self, column: ArrayLike) -> float:
        array = np.asarray(column)
        return float(array.reshape(-1)[self._at if array.size > 1 else 0])

    # What it is.

    @property
    def mode(self) -> Mode:
        """Its row of the mode table."""
        return self.situation.device.modes[int(self._sets.frames.index.mode[self._at])]

    @property
    def view(self) -> View:
        """Its field of view."""
        return self.situation.device.views[int(self._sets.frames.index.view[self._at])]

    @property
    def lens(self) -> Lens:
        """The lens it looks through."""
        return self._sets.space.device.passages[int(self._sets.frames.index.passage[self._at])].lens

    @property
    def glass(self) -> Glass:
        """The ND that is fitted."""
        return self.situation.given.glasses[int(self._of(self._sets.exposures.glass))]

    @cached_property
    def settings(self) -> ExposureSet:
        """Its settings that decide exposure."""
        side = self._sets.exposures
        return ExposureSet(
            f_number=self._of(self._sets.frames.f_number),
            shortest_s=self._of(side.shortest_s),
            longest_s=self._of(side.longest_s),
            iso_floor=self._of(side.floor),
            iso_ceiling=self._of(side.ceiling),
            loss_stops=self._of(side.loss_stops),
            bias_stops=self._of(side.aim_stops),
            programme=self.situation.device.exposure_programme,
            knee_s=self._of(side.knee_s),
        )

    @property
    def bias(self) -> float:
        """What is dialled into the camera [stops]."""
        return self._of(np.asarray(self._sets.exposures.bias))

    @property
    def metered(self) -> bool:
        """Whether the camera's meter decides anything of it."""
        return bool(self._of(self._sets.exposures.metered))

    @property
    def draw_w(self) -> float:
        """Power drawn by mode and stabilisation [W]."""
        return self._of(self._sets.frames.draw_w)

    @property
    def rate_hz(self) -> float:
        """Frames a second."""
        return self._of(self._sets.frames.rate_hz)

    # What it does.

    def in_light(self, ev100: float) -> InOneLight:
        """What the camera does in a light, and what comes of it."""
        chosen = self._sets.exposures.expose(ev100)
        return InOneLight(
            ev100=ev100,
            shutter_s=self._of(chosen.shutter_s),
            iso=self._of(chosen.iso),
            error_stops=self._of(chosen.error),
            snr_mid=self._of(self._sets.snr(ev100, chosen)),
            snr_shadow=self._of(self._sets.snr(ev100 - SHADOW_STOPS, chosen)),
        )

    @cached_property
    def dark(self) -> InOneLight:
        """In the darkest light expected."""
        return self.in_light(self.situation.dark_ev100)

    @cached_property
    def aim(self) -> InOneLight:
        """In the light aimed at."""
        return self.in_light(self.situation.aim_ev100)

    @cached_property
    def bright(self) -> InOneLight:
        """In the brightest light expected."""
        return self.in_light(self.situation.bright_ev100)

    def light_for_snr(self, snr: float) -> float:
        """The light [EV at ISO 100] in which mid grey reaches a signal to noise at the longest shutter; or infinity."""
        return light_for_snr(
            snr=snr,
            shutter_s=self.settings.longest_s,
            f_number=self.settings.f_number,
            loss_stops=self.settings.loss_stops,
            photosites=self._of(self._sets.frames.photosites),
            sensor=self.lens.sensor,
        )

    @property
    def photosites(self) -> float:
        """Photosites behind a delivered pixel."""
        return self._of(self._sets.frames.photosites)

    @property
    def focal_px(self) -> float:
        """Focal length [delivered px], with the port's enlargement."""
        return self._of(self._sets.frames.focal_px)

    @property
    def delivered_pitch_um(self) -> float:
        """Photosites behind a delivered pixel, across, times their distance [um]."""
        return self.lens.sensor.pixel_pitch_um * self._of(self._sets.frames.photosites_across)

    @property
    def delivered_height_px(self) -> float:
        """Height of the finished film in its first shape [px]."""
        delivery = self.situation.brief.delivery
        across, down = (int(part) for part in delivery.shapes[0].split(":"))
        return delivery.long_side_px * min(1.0, down / across)

    @property
    def smear_px(self) -> float:
        """Blur inside a frame from shake [delivered px] in the light aimed at."""
        return self._of(self._sets.smear_px)

    @property
    def smear_rad_s(self) -> float:
        """Shake that blurs inside a frame [rad/s]."""
        return self._of(self._sets.frames.smear_rad_s)

    @property
    def subject_blur_px(self) -> float:
        """Blur of the subject's own movement inside a frame [delivered px]."""
        return self._of(self._sets.subject_blur_px)

    @property
    def jitter_px(self) -> float:
        """Movement between frames left after stabilisation [delivered px]."""
        return self._of(self._sets.frames.jitter_px)

    @property
    def jitter_rad_s(self) -> float:
        """Shake left between frames after stabilisation [rad/s]."""
        return self.jitter_px * float(self.situation.brief.delivery.timeline_rate) / self.focal_px

    @property
    def slow_factor(self) -> float:
        """How many times slower it plays on the timeline."""
        return self._of(self._sets.frames.slow_factor)

    @property
    def have_over_need(self) -> float:
        """Delivered pixels across over needed ones, worst of the shapes asked for."""
        return self._of(self._sets.frames.have_over_need)

    @property
    def frame_deg(self) -> tuple[float, float]:
        """What the finished frame sees [degrees], across and upright, after the steadying crop and behind the port.

        Measured along the middle of the frame; a bent view sees further in its corners.
        """
        kept = 1.0 - self._of(self._sets.frames.crop)
        ratio = self.mode.height_px / self.mode.width_px
        across, upright = self.view.seen_deg(kept), self.view.seen_deg(kept * ratio)
        if self.situation.given.port == "flat":
            return flat_port_fov_deg(across), flat_port_fov_deg(upright)
        return across, upright


def _at(setting: Setting, space: DeviceSpace, values: Mapping[Setting, Value]) -> int:
    column = space.column(setting)
    if values[setting] not in column.values:
        raise _no_such(setting, values)
    return column.values.index(values[setting])


def _frame_with(space: DeviceSpace, values: Mapping[Setting, Value]) -> int:
    """The first frame with the values given of the settings that make frames."""
    allowed = np.ones(len(space.frames.mode), dtype=bool)
    for setting in settings_that("decided", "frame"):
        if setting in values:
            _at(setting, space, values)
            allowed &= space.column(setting).mask(values[setting])
            if not allowed.any():
                raise _no_such(setting, values)
    return int(np.argmax(allowed))


def _no_such(setting: Setting, values: Mapping[Setting, Value]) -> BadInput:
    words = f"{SETTINGS[setting].in_text} {values[setting]} is not to be had with the rest of this set"
    return BadInput([Problem((setting.value,), words)])
