"""The numbers of a set as they are read: each with its unit and the formula behind it."""

from collections.abc import Callable
from typing import Final

from steady_tide.core.image.focus import UNSHARP_PX
from steady_tide.core.message import Told, degrees_c, metres, number, say, shutter
from steady_tide.core.plan.account.plan import Figure, Measures
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import shutter_text

UNTOLD_AT_INTERVALS: Final = ("angle", "subject", "jitter")
"""Figures that say nothing where frames are taken one by one."""


def figures(measured: Measures, situation: Situation) -> list[Figure]:
    """The numbers of the set as they are read, in the order in which they are read."""
    rows = [
        *_seen(measured),
        _pace(measured),
        *_amounts(measured, situation),
        *_told_lapse(measured),
        *_told_limits(measured, situation),
        *_told_sharp(measured),
        *_told_craft(measured),
    ]
    left_out = UNTOLD_AT_INTERVALS if situation.brief.at_intervals else ()
    return [row for row in rows if row.key not in left_out]


def _figure(key: str, label: str, value: float, unit: str, text: Told, how: Told) -> Figure:
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


def _amounts(m: Measures, situation: Situation) -> list[Figure]:
    """Pixels, bits, card and battery."""
    lasts = "Cell and bank last" if situation.given.bank_wh else "A cell lasts"
    in_cold = "Wh in this cold / W of mode and stabilisation"
    cropped = "after stabilisation crop, worst delivery shape"
    spent = "bit rate / (width · height · frame rate)"
    return [
        _figure("pixels", "Pixels over need", m.pixels_over_need, "×", f"{m.pixels_over_need:.2f}", cropped),
        _figure("bits", "Bits per pixel", m.bits_per_pixel, "", f"{m.bits_per_pixel:.3f}", spent),
        _figure("gb-hour", "Card use", m.gb_per_hour, "GB/h", f"{m.gb_per_hour:.3g}", "0.45 · Mbit/s"),
        _figure("battery", lasts, m.battery_minutes, "min", f"{m.battery_minutes:.0f}", in_cold),
    ]


def _told_lapse(m: Measures) -> list[Figure]:
    if m.frames is None or m.film_s is None or m.trail_px is None:
        return []
    drawn = "15.041″/s · shutter · focal length, on the equator"
    return [
        _figure("frames", "Frames", float(m.frames), "", f"{m.frames}", "floor((time - shutter) / interval) + 1"),
        _figure(
            "frame",
            "A frame",
            1000.0 * m.recorded_gb / max(m.frames, 1),
            "MB",
            f"{1000.0 * m.recorded_gb / max(m.frames, 1):.3g}",
            "as single frames, or of the film at its bit rate",
        ),
        _figure("film", "Film", m.film_s, "s", f"{m.film_s:.0f}", "frames over timeline rate"),
        _figure("trail", "Star trail", m.trail_px, "px", f"{m.trail_px:.1f}", drawn),
    ]


def _told_limits(m: Measures, situation: Situation) -> list[Figure]:
    """The useful shutter, and what is left of the lamps' ripple."""
    found = []
    if m.useful_shutter_s is not None:
        how = say("how-useful-shutter", limit=number(m.smear_limit_px, "px", 0))
        text = shutter_text(m.useful_shutter_s)
        found.append(_figure("useful-shutter", "Steady up to", m.useful_shutter_s, "s", text, how))
    if m.ripple_share is not None:
        kept, clean = 100.0 * m.ripple_share, m.clean_shutter_s
        advice = say("how-clean", shutter=shutter(clean)) if clean else say("how-clean-none")
        mains, beats = number(situation.brief.mains_hz, "Hz", 0), number(m.beat_hz or 0.0, "Hz", 0)
        how = say("how-flicker", mains=mains, beats=beats, advice=advice)
        found.append(_figure("flicker", "Lamp ripple left", kept, "%", f"{kept:.0f}", how))
    return found


def _told_sharp(m: Measures) -> list[Figure]:
    """Depth of field, in one line."""
    if m.sharp_near_m is None or m.hyperfocal_m is None:
        return []
    far = metres(m.sharp_far_m) if m.sharp_far_m is not None else say("infinity")
    how = say("how-sharp", spot=number(UNSHARP_PX, "px"), hyperfocal=metres(m.hyperfocal_m))
    text = say("from-to", near=metres(m.sharp_near_m), far=far)
    return [_figure("sharp", "Sharp from", m.sharp_near_m, "m", text, how)]


CRAFT: Final[tuple[tuple[str, str, Callable[[Measures], float | None], str, str, str], ...]] = (
    ("pan", "A pan of one frame", lambda m: m.pan_s, "s", ".1f",
     "7 s a frame's width at real time (practice), less as it is slowed"),
    ("skew", "Lean of what crosses", lambda m: m.skew_deg, "°", ".1f",
     "speed / distance · focal length · read-out time"),
    ("cast", "Cast of the ND", lambda m: m.cast_mired, "mired", "+.0f", "as your test of the filter found it"),
    ("dew", "Dew point", lambda m: m.dew_point_c, "°C", ".1f",
     "Magnus; glass under a clear sky lies about 3 K under the air (assumed)"),
    ("wind", "Flight left in the wind", lambda m: None if m.wind_share is None else 100.0 * m.wind_share, "%", ".0f",
     "1 / (1 + 0.5 (wind / limit)²), assumed"),
)  # fmt: skip
"""Key, label, value where there is one, unit, form and source."""


def _told_craft(m: Measures) -> list[Figure]:
    """How long a pan takes, what leans, what glass, air and wind do."""
    return [
        _figure(key, label, value, unit, _text(value, unit, form), how)
        for key, label, value_of, unit, form, how in CRAFT
        if (value := value_of(m)) is not None
    ]


def _text(value: float, unit: str, form: str) -> Told:
    return say("amount", amount=degrees_c(value)) if unit == "°C" else f"{value:{form}}"
