"""The numbers of a set, first as numbers, then as they are read: each with its unit and the formula behind it."""

from typing import Final

from steady_tide.core.exposure.flicker import beat_hz, nearest_clean_shutter, residual_ripple
from steady_tide.core.image.budget import gb_per_hour
from steady_tide.core.lapse.interval import film_seconds, frames_in
from steady_tide.core.motion.blur import longest_useful_shutter
from steady_tide.core.plan.account.looked import Looked
from steady_tide.core.plan.account.plan import Figure, Measures
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.prices.consideration import single
from steady_tide.core.plan.prices.motion import SMEAR_LIMIT_SHARE, trail_px
from steady_tide.core.plan.prices.picture import battery_minutes
from steady_tide.core.plan.prices.recording import recorded_gb, spent_bits, written_mbit_s
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import shutter_angle_deg, shutter_text

UNTOLD_AT_INTERVALS: Final = ("angle", "subject", "jitter")
"""Figures that say nothing where frames are taken one by one."""


def measures(looked: Looked, chosen: ExposedSet) -> Measures:
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


def _at_intervals(looked: Looked, chosen: ExposedSet) -> dict[str, float]:
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


def figures(measured: Measures, situation: Situation) -> list[Figure]:
    """The numbers of the set as they are read, in the order in which they are read."""
    rows = [
        *_seen(measured),
        _pace(measured),
        *_amounts(measured),
        *_told_lapse(measured),
        *_told_limits(measured, situation),
    ]
    left_out = UNTOLD_AT_INTERVALS if situation.brief.at_intervals else ()
    return [row for row in rows if row.key not in left_out]


def _figure(key: str, label: str, value: float, unit: str, text: str, how: str) -> Figure:
    return Figure(key=key, label=label, value=value, unit=unit, text=text, how=how)


def _seen(m: Measures) -> list[Figure]:
    of_shake = "shake rate (assumed) · shutter · focal length in pixels"
    of_subject = "speed / distance · shutter · focal length in pixels"
    left = "shake left after stabilisation, per timeline frame"
    scale = "EMVA 1288; 40 excellent, 10 acceptable (ISO 12232)"
    under = "EMVA 1288, three stops under mid grey"
    return [
        _figure("angle", "Shutter angle", m.angle_deg, "°", f"{m.angle_deg:.0f}", "360 · frame rate · shutter"),
        _figure("smear", "Shake smear", m.smear_px, "px", f"{m.smear_px:.1f}", of_shake),
        _figure("subject", "Subject blur", m.subject_px, "px", f"{m.subject_px:.1f}", of_subject),
        _figure("jitter", "Frame jump", m.jitter_px, "px", f"{m.jitter_px:.1f}", left),
        _figure("snr-mid", "S/N, mid grey", m.snr_mid, "", f"{m.snr_mid:.0f}", scale),
        _figure("snr-shadow", "S/N, shadow", m.snr_shadow, "", f"{m.snr_shadow:.0f}", under),
    ]


def _pace(m: Measures) -> Figure:
    if m.interval_s is not None:
        faster = 1.0 / m.slow_factor
        return _figure("slow", "Speeded up", faster, "×", f"{faster:.0f}", "timeline rate times interval")
    return _figure(
        "slow", "Slow motion", m.slow_factor, "×", f"{m.slow_factor:.3g}", "recorded rate over timeline rate"
    )


def _amounts(m: Measures) -> list[Figure]:
    """Pixels, bits, card and battery."""
    in_cold = "Wh in this cold / W of mode and stabilisation"
    cropped = "after stabilisation crop, worst delivery shape"
    spent = "bit rate / (width · height · frame rate)"
    return [
        _figure("pixels", "Pixels over need", m.pixels_over_need, "×", f"{m.pixels_over_need:.2f}", cropped),
        _figure("bits", "Bits per pixel", m.bits_per_pixel, "", f"{m.bits_per_pixel:.3f}", spent),
        _figure("gb-hour", "Card use", m.gb_per_hour, "GB/h", f"{m.gb_per_hour:.3g}", "0.45 · Mbit/s"),
        _figure("battery", "A cell lasts", m.battery_minutes, "min", f"{m.battery_minutes:.0f}", in_cold),
    ]


def _told_lapse(m: Measures) -> list[Figure]:
    if m.frames is None or m.film_s is None or m.trail_px is None:
        return []
    drawn = "15.041″/s · shutter · focal length, on the equator"
    return [
        _figure("frames", "Frames", float(m.frames), "", f"{m.frames}", "floor((time - shutter) / interval) + 1"),
        _figure("film", "Film", m.film_s, "s", f"{m.film_s:.0f}", "frames over timeline rate"),
        _figure("trail", "Star trail", m.trail_px, "px", f"{m.trail_px:.1f}", drawn),
    ]


def _told_limits(m: Measures, situation: Situation) -> list[Figure]:
    """The useful shutter, and what is left of the lamps' ripple."""
    found = []
    if m.useful_shutter_s is not None:
        how = (
            f"longest shutter that keeps shake smear within {m.smear_limit_px:.0f} px; "
            "electronic stabilisation cannot remove it"
        )
        text = shutter_text(m.useful_shutter_s)
        found.append(_figure("useful-shutter", "Steady up to", m.useful_shutter_s, "s", text, how))
    if m.ripple_share is not None:
        kept, clean = 100.0 * m.ripple_share, m.clean_shutter_s
        advice = (
            f"nearest clean shutter {shutter_text(clean)} s" if clean else "no offered shutter is clean at this rate"
        )
        how = f"|sinc(2f·t)| at {situation.brief.mains_hz} Hz, beating at {m.beat_hz or 0.0:.0f} Hz; {advice}"
        found.append(_figure("flicker", "Lamp ripple left", kept, "%", f"{kept:.0f}", how))
    return found
