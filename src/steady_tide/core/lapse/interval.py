"""The arithmetic of shooting at intervals."""

from math import cos, floor, radians
from typing import Final

from steady_tide.core.quantities import require_positive

SIDEREAL_DEG_PER_S: Final = 15.041 / 3600.0
"""Turn of the sky [degrees/s]: 15.041 seconds of arc a second."""


def frames_in(*, seconds: float, shutter_s: float, interval_s: float) -> int:
    """Frames begun and finished in a span of time [s]: floor((T - t) / interval) + 1; 0 if none is finished."""
    require_positive("interval_s", interval_s)
    require_positive("shutter_s", shutter_s)
    if seconds < shutter_s:
        return 0
    # Spans are typed in hours and minutes: a hair under a whole number of intervals counts as whole.
    return floor((seconds - shutter_s) / interval_s + 1e-9) + 1


def film_seconds(*, frames: int, timeline_rate: float) -> float:
    """Seconds of film that frames make on a timeline [1/s]."""
    require_positive("timeline_rate", timeline_rate)
    return frames / timeline_rate


def longest_shutter(*, interval_s: float, write_gap_s: float) -> float:
    """The longest shutter [s] an interval leaves room for, beside the write gap [s]; at least half the interval."""
    require_positive("interval_s", interval_s)
    return max(interval_s - write_gap_s, interval_s / 2.0)


def star_trail_px(*, shutter_s: float, focal_px: float, declination_deg: float = 0.0) -> float:
    """Length of a star's trail in one frame [px]: 15.041"/s cos(declination) t f; 0 degrees is the longest."""
    return radians(SIDEREAL_DEG_PER_S) * cos(radians(declination_deg)) * shutter_s * focal_px


def shutter_for_trail(*, limit_px: float, focal_px: float, declination_deg: float = 0.0) -> float:
    """The shutter [s] at which a star's trail is `limit_px` long; inverse of `star_trail_px`."""
    per_second = star_trail_px(shutter_s=1.0, focal_px=focal_px, declination_deg=declination_deg)
    require_positive("focal_px", per_second)
    return limit_px / per_second


def interval_for(*, seconds: float, frames: int, shutter_share: float = 0.0) -> float:
    """The interval [s] at which some frames fill a span of time [s]: T / (n - 1 + share); one frame takes all of it.

    shutter_share: how much of an interval the last frame is exposed for [0, 1].
    """
    require_positive("seconds", seconds)
    require_positive("frames", frames)
    return seconds / (frames - 1 + shutter_share if frames > 1 else 1)


def span_for(*, frames: int, interval_s: float, shutter_s: float = 0.0) -> float:
    """How long some frames take [s]: (n - 1) intervals and the last shutter."""
    require_positive("interval_s", interval_s)
    require_positive("frames", frames)
    return (frames - 1) * interval_s + shutter_s
