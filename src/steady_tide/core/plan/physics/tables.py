"""Figures of a device that depend only on its document and the delivery, as columns by index."""

from dataclasses import dataclass

import numpy as np

from steady_tide.core.kit.optics import Sensor
from steady_tide.core.kit.recording import Mode
from steady_tide.core.motion.blur import focal_length_px
from steady_tide.core.plan.problem.brief import Delivery
from steady_tide.core.plan.problem.offers import apertures_of
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats

TALL = ("9:16",)


def crop_width(mode: Mode, shape: str) -> float:
    """Width [px] of the largest frame of a delivery shape inside a mode's frame."""
    across, down = (int(part) for part in shape.split(":"))
    return min(float(mode.width_px), mode.height_px * across / down)


def delivered_width(delivery: Delivery, shape: str) -> float:
    """Width [px] of the finished film in a shape; its longer side is what the brief says."""
    across, down = (int(part) for part in shape.split(":"))
    return delivery.long_side_px * min(1.0, across / down)


def _across(mode: Mode, sensor: Sensor) -> float:
    """Photosites behind one recorded pixel when the whole sensor is read."""
    return sensor.rows / mode.height_px if mode.frame_shape in TALL else sensor.columns / mode.width_px


@dataclass(frozen=True)
class Tables:
    """Columns over modes (M,), views (V,), levels (L,), shutters (S + 1,), glasses (G,); crop is (M, L).

    worst, first: frame width over delivered width, worst and first of the shapes asked for.
    photosites_across: photosites behind a recorded pixel
    on the whole sensor, by lens. focal: focal
    length in photosites, by view. times: shutter times [s], the last one NaN for automatic.
    """

    draw_w: Floats
    tuned: Floats
    photosite_share: Floats
    worst: Floats
    first: Floats
    photosites_across: dict[str, Floats]
    sensor_share: Floats
    focal: Floats
    level_removes: Floats
    crop: Floats
    level_optical: Floats
    level_draw_w: Floats
    times: Floats
    glass_stops: Floats
    glass_count: Floats
    glass_flawed: Floats
    glass_flawed_long: Floats
    view_long: Floats
    view_deg: Floats
    apertures: Floats


def tabulate(situation: Situation) -> Tables:
    """The columns of a situation; they do not depend on light, stance or bias."""
    device, delivery = situation.device, situation.brief.delivery
    modes, levels, glasses = device.modes, device.stabilisation, situation.glasses
    ratios = np.array(
        [[crop_width(m, shape) / delivered_width(delivery, shape) for shape in delivery.shapes] for m in modes]
    )
    lenses = {lens.key: lens for lens in device.lenses}
    return Tables(
        draw_w=np.array([m.draw_w for m in modes]),
        tuned=np.array([float(m.low_light_tuned) for m in modes]),
        photosite_share=np.array([m.photosite_share for m in modes]),
        worst=ratios.min(axis=1),
        first=ratios[:, 0],
        photosites_across={key: np.array([_across(m, lens.sensor) for m in modes]) for key, lens in lenses.items()},
        sensor_share=np.array([view.sensor_share for view in device.views]),
        focal=np.array(
            [
                focal_length_px(
                    width_px=lenses[view.lens].sensor.columns * view.sensor_share,
                    horizontal_fov_deg=view.horizontal_fov_deg,
                    projection=view.projection,
                )
                for view in device.views
            ],
            dtype=float,
        ),
        level_removes=np.array([level.removes for level in levels]),
        crop=np.array([[m.crop_of(level) for level in levels] for m in modes]),
        level_optical=np.array([float(level.optical) for level in levels]),
        level_draw_w=np.array([level.draw_w for level in levels]),
        times=np.array([*(float(shutter) for shutter in device.shutters), np.nan]),
        glass_stops=np.array([glass.stops for glass in glasses]),
        glass_count=np.array([float(glass.count) for glass in glasses]),
        glass_flawed=np.array([float(bool(glass.flaw) and not glass.flaw_long_only) for glass in glasses]),
        glass_flawed_long=np.array([float(bool(glass.flaw) and glass.flaw_long_only) for glass in glasses]),
        view_long=np.array([float(view.long) for view in device.views]),
        view_deg=np.array([view.horizontal_fov_deg for view in device.views]),
        apertures=np.array(apertures_of(device)),
    )
