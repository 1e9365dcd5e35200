"""Blur within a frame and how fast things cross it."""

from math import atan, degrees, radians, tan
from typing import Final

import numpy as np

from steady_tide.core.quantities import WATER_INDEX, Floats, Quantity, require_positive
from steady_tide.core.thresholds import threshold, thresholds

SHAKE_DEG_PER_S: Final = thresholds("carried.shake")
"""**Assumed** shake rate [degrees/s, rms] by how the camera is carried; to be calibrated from footage."""
PAN_S: Final = threshold("pan.least")


def focal_length_px(*, width_px: Quantity, horizontal_fov_deg: float, projection: str) -> Floats:
    """Focal length in pixels at the centre of the picture.

    rectilinear: W / (2 tan(HFOV/2)); fisheye (equidistant): W / HFOV. HFOV in (0, 180) for
    rectilinear, (0, 360) for fisheye.
    """
    view_rad = radians(horizontal_fov_deg)
    across = 2.0 * tan(view_rad / 2.0) if projection == "rectilinear" else view_rad
    focal: Floats = np.asarray(width_px, dtype=float) / across
    return focal


def angular_rate(*, speed_m_s: float, distance_m: float) -> float:
    """Angular rate [rad/s] of a subject crossing the line of sight at a distance."""
    require_positive("distance_m", distance_m)
    return speed_m_s / distance_m


def blur_px(*, rate_rad_s: Quantity, shutter_s: Quantity, focal_px: Quantity) -> Quantity:
    """Length of the smear within one frame [pixels]: angular rate * shutter * focal length."""
    length: Floats = np.asarray(rate_rad_s) * np.asarray(shutter_s) * np.asarray(focal_px)
    return length


def longest_useful_shutter(*, limit_px: float, rate_rad_s: float, focal_px: float) -> float:
    """The longest shutter [s] that keeps the smear within a limit [pixels]."""
    require_positive("rate_rad_s", rate_rad_s)
    return limit_px / (rate_rad_s * focal_px)


def flat_port_fov_deg(horizontal_fov_deg: float) -> float:
    """Horizontal view angle [degrees] behind a flat port under water.

    sin(theta_water) = sin(theta_air) / 1.34, for the half angle (Snell).
    """
    half_air = radians(min(horizontal_fov_deg, 178.0) / 2.0)
    return float(np.degrees(2.0 * np.arcsin(np.sin(half_air) / WATER_INDEX)))


def slow_factor(*, recorded: Quantity, timeline: float) -> Quantity:
    """How many times slower recorded frames play on a timeline."""
    require_positive("timeline", timeline)
    return np.asarray(recorded) / timeline


def skew_deg(*, rate_rad_s: float, readout_s: float, focal_px: float, height_px: float) -> float:
    """How far something upright leans that crosses while the rows are read [degrees].

    atan(angular rate * focal length * read-out time / height of the frame [px]).
    """
    return degrees(atan(rate_rad_s * focal_px * readout_s / height_px))


def pan_seconds(*, slowed: float) -> float:
    """The least time to pan across a frame's width [s]: a feature takes about 7 s at 24 to 30 frames a second and 180
    degrees; played slower, as much less. **Assumed**, practice.
    """
    require_positive("slowed", slowed)
    return PAN_S / slowed
