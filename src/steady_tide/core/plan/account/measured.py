"""The numbers of a set, as plain numbers."""

from math import isfinite

from steady_tide.core.exposure.flicker import beat_hz, nearest_clean_shutter, residual_ripple
from steady_tide.core.image.bit_rate import gb_per_hour
from steady_tide.core.image.focus import UNSHARP_PX, depth_of_field
from steady_tide.core.kit.settings import Setting
from steady_tide.core.lapse.interval import film_seconds, frames_in
from steady_tide.core.light.dew import dew_point_c
from steady_tide.core.motion.blur import angular_rate, longest_useful_shutter, pan_seconds, skew_deg
from steady_tide.core.plan.account.candidates import Candidates
from steady_tide.core.plan.account.plan import Measures
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.prices.consideration import single
from steady_tide.core.plan.prices.motion import SMEAR_LIMIT_SHARE, trail_px, wanted_slow_factor
from steady_tide.core.plan.prices.picture import battery_minutes
from steady_tide.core.plan.prices.recording import recorded_gb, spent_bits, written_mbit_s
from steady_tide.core.quantities import shutter_angle_deg


def measures(looked: Candidates, chosen: ExposedSet) -> Measures:
    """The numbers of the first set looked at."""
    brief, recording = looked.situation.brief, looked.recordings
    rate = chosen.rate_hz
    return Measures(
        angle_deg=float(shutter_angle_deg(shutter_s=chosen.aim.shutter_s, rate=rate)),
        smear_px=chosen.smear_px,
        subject_px=chosen.subject_blur_px,
        jitter_px=chosen.jitter_px,
        snr_mid=chosen.aim.snr_mid,
        snr_shadow=chosen.aim.snr_shadow,
        slow_factor=chosen.slow_factor,
        pixels_over_need=chosen.have_over_need,
        bits_per_pixel=single(spent_bits(recording)),
        gb_per_hour=single(gb_per_hour(written_mbit_s(recording))),
        recorded_gb=single(recorded_gb(recording)),
        battery_minutes=single(battery_minutes(looked.sets.frames)),
        smear_limit_px=SMEAR_LIMIT_SHARE * brief.delivery.long_side_px,
        **_steady(chosen),
        **_ripple(chosen),
        **_at_intervals(looked, chosen),
        **_seen_sharp(chosen),
        **_moved(chosen),
        **_of_air(chosen),
    )


def _steady(chosen: ExposedSet) -> dict[str, float]:
    """The longest shutter whose shake passes unseen, where there is any shake."""
    if chosen.smear_rad_s <= 0:
        return {}
    limit = SMEAR_LIMIT_SHARE * chosen.situation.brief.delivery.long_side_px
    useful = longest_useful_shutter(limit_px=limit, rate_rad_s=chosen.smear_rad_s, focal_px=chosen.focal_px)
    return {"useful_shutter_s": useful}


def _ripple(chosen: ExposedSet) -> dict[str, float | None]:
    """What of the lamps' ripple is left, and the nearest shutter that leaves none."""
    situation, mains_hz = chosen.situation, chosen.situation.brief.mains_hz
    if not situation.light.lamps:
        return {}
    shutter, rate = chosen.aim.shutter_s, chosen.mode.rate
    clean = nearest_clean_shutter(situation.device.shutters, near_s=shutter, rate=rate, mains_hz=mains_hz)
    return {
        "ripple_share": float(residual_ripple(shutter_s=shutter, mains_hz=mains_hz)) * situation.light.ripple,
        "beat_hz": beat_hz(rate=chosen.rate_hz, mains_hz=mains_hz),
        "clean_shutter_s": float(clean) if clean else None,
    }


def _seen_sharp(chosen: ExposedSet) -> dict[str, float | None]:
    """Depth of field around the subject, where the camera focuses."""
    situation = chosen.situation
    if Setting.FOCUS_LOCK not in situation.device.choices:
        return {}
    pitch_mm = chosen.delivered_pitch_um / 1000.0
    sharp = depth_of_field(
        focal_mm=chosen.focal_px * pitch_mm,
        f_number=chosen.settings.f_number,
        blur_mm=UNSHARP_PX * pitch_mm,
        distance_m=max(situation.brief.subject_distance_m, chosen.lens.close_focus_m),
    )
    far = sharp.far_m if isfinite(sharp.far_m) else None
    return {"sharp_near_m": sharp.near_m, "sharp_far_m": far, "hyperfocal_m": sharp.hyperfocal_m}


def _moved(chosen: ExposedSet) -> dict[str, float | None]:
    """Lean of what crosses while rows are read, and how long a pan has to take."""
    brief = chosen.situation.brief
    if brief.at_intervals:
        return {}
    slowed = max(min(chosen.slow_factor, wanted_slow_factor(chosen.situation)), 1.0)
    found: dict[str, float | None] = {"pan_s": pan_seconds(slowed=slowed)}
    if chosen.mode.readout_ms is not None and brief.subject_speed_m_s:
        rate = angular_rate(speed_m_s=brief.subject_speed_m_s, distance_m=brief.subject_distance_m)
        height = chosen.delivered_height_px
        found["skew_deg"] = skew_deg(
            rate_rad_s=rate, readout_s=chosen.mode.readout_ms / 1000.0, focal_px=chosen.focal_px, height_px=height
        )
    return found


def _of_air(chosen: ExposedSet) -> dict[str, float | None]:
    """What glass, air and wind do: a cast, the dew point, what is left of a flight."""
    brief, given = chosen.situation.brief, chosen.situation.given
    found: dict[str, float | None] = {}
    if chosen.glass.cast_mired:
        found["cast_mired"] = chosen.glass.cast_mired
    if brief.humidity_percent is not None:
        found["dew_point_c"] = dew_point_c(temperature_c=brief.temperature_c, humidity_percent=brief.humidity_percent)
    if given.device.flight_minutes is not None and given.wind_share < 1.0:
        found["wind_share"] = given.wind_share
    return found


def _at_intervals(looked: Candidates, chosen: ExposedSet) -> dict[str, float]:
    """Interval shooting: frames, seconds of film, trails of stars."""
    brief = looked.situation.brief
    if not brief.at_intervals or brief.lapse is None:
        return {}
    interval = 1.0 / chosen.rate_hz
    count = frames_in(seconds=3600.0 * brief.lapse.hours, shutter_s=chosen.aim.shutter_s, interval_s=interval)
    return {
        "interval_s": interval,
        "frames": count,
        "film_s": film_seconds(frames=count, timeline_rate=float(brief.delivery.timeline_rate)),
        "trail_px": single(trail_px(looked.sets)),
    }
