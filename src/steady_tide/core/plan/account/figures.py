"""The numbers of a set: each with its unit and the formula behind it."""

from typing import Final

import numpy as np

from steady_tide.core.exposure.flicker import beat_hz, nearest_clean_shutter, residual_ripple
from steady_tide.core.image.budget import gb_per_hour
from steady_tide.core.image.noise import SHADOW_STOPS
from steady_tide.core.lapse.interval import film_seconds, frames_in
from steady_tide.core.motion.blur import longest_useful_shutter
from steady_tide.core.plan.account.explain import PointView
from steady_tide.core.plan.account.plan import Figure
from steady_tide.core.plan.physics.block import Block
from steady_tide.core.plan.prices.consideration import one
from steady_tide.core.plan.prices.motion import SMEAR_LIMIT_SHARE, trail_px
from steady_tide.core.plan.prices.picture import battery_minutes
from steady_tide.core.plan.prices.recording import spent_bits, written_mbit_s
from steady_tide.core.quantities import shutter_angle_deg, shutter_text

UNTOLD_AT_INTERVALS: Final = ("angle", "subject", "jitter")
"""Figures that say nothing where frames are taken one by one."""


def _figure(key: str, label: str, value: float, unit: str, text: str, how: str) -> Figure:
    return Figure(key=key, label=label, value=value, unit=unit, text=text, how=how)


def figures(view: PointView) -> list[Figure]:
    """The numbers of the set, in the order in which they are read."""
    block = view.block
    seen = [*_movement(block), *_noise(block), _pace(block)]
    rows = [*seen, *_amounts(view), *_lapse(block), *_steady(block), *_ripple(block)]
    left_out = UNTOLD_AT_INTERVALS if block.situation.brief.at_intervals else ()
    return [one for one in rows if one.key not in left_out]


def _movement(block: Block) -> list[Figure]:
    angle = one(shutter_angle_deg(shutter_s=block.aim.shutter_s, rate=float(block.rate)))
    smear, subject, jitter = one(block.smear_px), one(block.subject_blur_px), one(block.jitter_px)
    of_shake = "shake rate (assumed) · shutter · focal length in pixels"
    of_subject = "speed / distance · shutter · focal length in pixels"
    left = "shake left after stabilisation, per timeline frame"
    return [
        _figure("angle", "Shutter angle", angle, "°", f"{angle:.0f}", "360 · frame rate · shutter"),
        _figure("smear", "Shake smear", smear, "px", f"{smear:.1f}", of_shake),
        _figure("subject", "Subject blur", subject, "px", f"{subject:.1f}", of_subject),
        _figure("jitter", "Frame jump", jitter, "px", f"{jitter:.1f}", left),
    ]


def _noise(block: Block) -> list[Figure]:
    aim = block.situation.aim_ev100
    middle, shadow = one(block.snr(aim, block.aim)), one(block.snr(aim - SHADOW_STOPS, block.aim))
    scale = "EMVA 1288; 40 excellent, 10 acceptable (ISO 12232)"
    return [
        _figure("snr-mid", "S/N, mid grey", middle, "", f"{middle:.0f}", scale),
        _figure("snr-shadow", "S/N, shadow", shadow, "", f"{shadow:.0f}", "EMVA 1288, three stops under mid grey"),
    ]


def _pace(block: Block) -> Figure:
    if block.situation.brief.at_intervals:
        faster = 1.0 / block.slow_factor
        return _figure("slow", "Speeded up", faster, "×", f"{faster:.0f}", "timeline rate times interval")
    slower = block.slow_factor
    return _figure("slow", "Slow motion", slower, "×", f"{slower:.3g}", "recorded rate over timeline rate")


def _amounts(view: PointView) -> list[Figure]:
    """Pixels, bits, card and battery."""
    block, recording = view.block, view.recording
    pixels, lasts = one(block.have_over_need), one(battery_minutes(block))
    bits = one(np.asarray(spent_bits(recording)))
    hourly = one(np.asarray(gb_per_hour(written_mbit_s(recording))))
    in_cold = "Wh in this cold / W of mode and stabilisation"
    cropped = "after stabilisation crop, worst delivery shape"
    return [
        _figure("pixels", "Pixels over need", pixels, "×", f"{pixels:.2f}", cropped),
        _figure("bits", "Bits per pixel", bits, "", f"{bits:.3f}", "bit rate / (width · height · frame rate)"),
        _figure("gb-hour", "Card use", hourly, "GB/h", f"{hourly:.3g}", "0.45 · Mbit/s"),
        _figure("battery", "A cell lasts", lasts, "min", f"{lasts:.0f}", in_cold),
    ]


def _lapse(block: Block) -> list[Figure]:
    """Figures of interval shooting: frames, seconds of film, trails of stars."""
    brief = block.situation.brief
    if not brief.at_intervals or brief.lapse is None:
        return []
    interval, shutter = float(1 / block.rate), one(block.aim.shutter_s)
    count = frames_in(seconds=3600.0 * brief.lapse.hours, shutter_s=shutter, interval_s=interval)
    seconds = film_seconds(frames=count, timeline_rate=float(brief.delivery.timeline_rate))
    trail = one(trail_px(block))
    return [
        _figure("frames", "Frames", float(count), "", f"{count}", "floor((time - shutter) / interval) + 1"),
        _figure("film", "Film", seconds, "s", f"{seconds:.0f}", "frames over timeline rate"),
        _figure(
            "trail", "Star trail", trail, "px", f"{trail:.1f}", "15.041″/s · shutter · focal length, on the equator"
        ),
    ]


def _steady(block: Block) -> list[Figure]:
    """The longest shutter whose shake passes unseen, where there is any shake."""
    rate = one(block.smear_rad_s)
    if rate <= 0:
        return []
    limit = SMEAR_LIMIT_SHARE * block.situation.brief.delivery.long_side_px
    useful = longest_useful_shutter(limit_px=limit, rate_rad_s=rate, focal_px=one(block.focal_px))
    how = f"longest shutter that keeps shake smear within {limit:.0f} px; electronic stabilisation cannot remove it"
    return [_figure("useful-shutter", "Steady up to", useful, "s", shutter_text(useful), how)]


def _ripple(block: Block) -> list[Figure]:
    """What of the lamps' ripple is left, and the nearest shutter that leaves none."""
    situation, mains_hz = block.situation, block.situation.brief.mains_hz
    if not situation.light.lamps:
        return []
    shutter = one(block.aim.shutter_s)
    kept = 100 * one(np.asarray(residual_ripple(shutter_s=shutter, mains_hz=mains_hz))) * situation.light.ripple
    beat = beat_hz(rate=float(block.rate), mains_hz=mains_hz)
    clean = nearest_clean_shutter(situation.device.shutters, near_s=shutter, rate=block.rate, mains_hz=mains_hz)
    advice = f"nearest clean shutter {shutter_text(clean)} s" if clean else "no offered shutter is clean at this rate"
    how = f"|sinc(2f·t)| at {mains_hz} Hz, beating at {beat:.0f} Hz; {advice}"
    return [_figure("flicker", "Lamp ripple left", kept, "%", f"{kept:.0f}", how)]
