"""Considerations about movement: shake, smear, slow motion, judder, stars."""

from math import radians
from typing import Final

import numpy as np

from steady_tide.core.kit.settings import Setting
from steady_tide.core.lapse.interval import SIDEREAL_DEG_PER_S
from steady_tide.core.motion.blur import angular_rate
from steady_tide.core.plan.physics.figures import FrameFigures, JointFigures, Sets
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import Consideration, Figures, constant
from steady_tide.core.plan.problem.brief import Delivery
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats, shutter_text
from steady_tide.core.thresholds import threshold, thresholds

SMEAR_LIMIT_SHARE: Final = threshold("motion.smear")
"""Share of the finished frame's width a shake smear may take unseen. **Assumed**."""
JITTER_LIMIT_SHARE: Final = threshold("motion.jump")
"""Share of the width the picture may jump between frames unseen. **Assumed**."""
SUBJECT_LIMIT_SHARE: Final = thresholds("motion.subject")
"""Share of the width a subject may smear over in a frame and still read, by how the film is to move. **Assumed**."""
TRAIL_LIMIT_SHARE: Final = threshold("motion.star-trail")
"""Share of the width a star may be drawn out and still pass for a point. **Assumed**."""
SEEN: Final = thresholds("motion.seen")
"""How large a fault may be before it is seen, by where the film is shown. **Assumed**."""
WANTED_FACTOR: Final = thresholds("motion.slowing")
UNEVEN: Final = threshold("motion.uneven")
"""How far a rate may lie from a whole multiple of the timeline's unseen."""
NOTHING_PX: Final = 1e-12
CROP_STEP: Final = threshold("motion.crop-step")


def _limit_px(delivery: Delivery, share: float) -> float:
    return share * delivery.long_side_px * SEEN[delivery.shown_on]


def stops_beyond(meeting: JointFigures, frame_px_per_s: Floats, limit_px: float) -> Floats:
    """By how many stops what crosses a frame at a speed [px/s] is longer than a limit [px] at the aimed shutter."""
    log2_at_1_s = np.log2(np.maximum(frame_px_per_s / limit_px, NOTHING_PX))
    return np.maximum(log2_at_1_s + meeting.interaction.shutter, 0.0)


def _smear(meeting: JointFigures, prices: Prices) -> Floats:
    frames = meeting.frames
    limit = _limit_px(meeting.situation.brief.delivery, SMEAR_LIMIT_SHARE)
    # Blur in a frame that moves as blurred is half hidden; stabilised, it pulses.
    share = np.where(frames.removes > 0, 1.0, prices("smear.unsteadied"))
    return np.asarray(share * stops_beyond(meeting, frames.smear_rad_s * frames.focal_px, limit))


def _smear_words(_: Situation, smear: float, shutter: float) -> str:
    return f"{smear:.1f} px of shake smear at {shutter_text(shutter)} s"


def _unsteady(frames: FrameFigures, prices: Prices) -> Floats:
    share = prices("unsteady.steadied-later") if frames.situation.stance.steadying != "in-camera" else 1.0
    limit = _limit_px(frames.situation.brief.delivery, JITTER_LIMIT_SHARE)
    return np.asarray(share * np.log2(1.0 + frames.jitter_px / limit))


def _unsteady_figures(sets: Sets) -> Figures:
    return (sets.frames.jitter_px,)


def _unsteady_words(situation: Situation, jitter: float) -> str:
    return f"{jitter:.1f} px jump between frames ({situation.carried})"


def _camera_steadied(frames: FrameFigures, prices: Prices) -> Floats:
    """Stabilising in the camera against the stance, or where a support already does it."""
    situation = frames.situation
    against = prices("camera-steadied.taste") if situation.stance.steadying in ("in-post", "support") else 0.0
    against += prices("camera-steadied.supported") if situation.carried in ("tripod", "gimbal") else 0.0
    return np.asarray((frames.crop / CROP_STEP + (frames.removes > 0)) * against)


def wanted_slow_factor(situation: Situation) -> float:
    """How much slowing the brief and the tempo together ask for."""
    return max(situation.brief.delivery.slowed, WANTED_FACTOR[situation.stance.tempo])


def _slow(frames: FrameFigures, prices: Prices) -> Floats:
    situation = frames.situation
    if situation.brief.at_intervals:
        return constant(0.0)
    missing = np.maximum(np.log2(wanted_slow_factor(situation) / frames.slow_factor), 0.0)
    # What the creator typed for this film counts besides what a stance likes in general.
    asked = np.maximum(np.log2(situation.brief.delivery.slowed / frames.slow_factor), 0.0)
    return np.asarray(missing + prices("slow-motion.asked") * asked)


def _frozen_rate(frames: FrameFigures, _: Prices) -> Floats:
    """Frozen action wants all the rate there is: halvings under the fastest of the frames."""
    if not frames.situation.brief.frozen or frames.situation.brief.at_intervals:
        return constant(0.0)
    return np.asarray(np.log2(frames.space.device.rate_hz.max() / frames.rate_hz))


def subject_limit_px(situation: Situation) -> float:
    """How far the subject may smear in a frame before it is lost [delivered px]; the more, the more flow is meant."""
    brief = situation.brief
    share = SUBJECT_LIMIT_SHARE["frozen" if brief.frozen else situation.stance.tempo]
    return _limit_px(brief.delivery, share)


def _subject_blur(meeting: JointFigures, _: Prices) -> Floats:
    brief = meeting.situation.brief
    if not brief.subject_speed_m_s or brief.at_intervals:
        return constant(0.0)
    rate = angular_rate(speed_m_s=brief.subject_speed_m_s, distance_m=brief.subject_distance_m)
    return stops_beyond(meeting, rate * meeting.frames.focal_px, subject_limit_px(meeting.situation))


def _subject_words(situation: Situation, blur: float, shutter: float) -> str:
    return f"the subject smears over {blur:.0f} px in {shutter_text(shutter)} s, {subject_limit_px(situation):.0f} pass"


def _too_fast(frames: FrameFigures, prices: Prices) -> Floats:
    situation = frames.situation
    if situation.brief.at_intervals or situation.brief.frozen:
        return constant(0.0)
    share = prices("rate-unused.slow-first") if situation.stance.tempo == "slow-first" else 1.0
    return np.asarray(share * np.maximum(np.log2(frames.slow_factor / wanted_slow_factor(situation)), 0.0))


def _rate_figures(sets: Sets) -> Figures:
    return sets.frames.rate_hz, sets.space.device.rate_hz.max()


def _rate_words(_: Situation, rate: float, most: float) -> str:
    return f"{rate:.4g} fps, {most:.4g} is the most there is"


def _slow_figures(sets: Sets) -> Figures:
    return (sets.frames.slow_factor,)


def _slow_words(situation: Situation, factor: float) -> str:
    return f"plays {factor:.3g}× slower, {wanted_slow_factor(situation):.3g}× wanted"


def _interval(frames: FrameFigures, _: Prices) -> Floats:
    brief = frames.situation.brief
    if not brief.at_intervals or brief.lapse is None:
        return constant(0.0)
    return np.abs(np.log2(1.0 / frames.rate_hz / brief.lapse.interval_s))


def _interval_words(situation: Situation, rate: float) -> str:
    lapse = situation.brief.lapse
    wanted = f", {lapse.interval_s:g} s wanted" if lapse else ""
    return f"a frame every {1.0 / rate:g} s{wanted}"


def _star_px_per_s(frames: FrameFigures) -> Floats:
    return np.asarray(radians(SIDEREAL_DEG_PER_S) * frames.focal_px)


def _trail(meeting: JointFigures, _: Prices) -> Floats:
    brief = meeting.situation.brief
    if brief.lapse is None or not brief.lapse.stars:
        return constant(0.0)
    return stops_beyond(meeting, _star_px_per_s(meeting.frames), _limit_px(brief.delivery, TRAIL_LIMIT_SHARE))


def trail_px(sets: Sets) -> Floats:
    """Trail of a star on the celestial equator in one frame [delivered px]."""
    return np.asarray(_star_px_per_s(sets.frames) * sets.exposures.aim.shutter_s)


def _trail_words(_: Situation, trail: float, shutter: float) -> str:
    return f"stars draw {trail:.1f} px in {shutter_text(shutter)} s"


def _judder(frames: FrameFigures, prices: Prices) -> Floats:
    if frames.situation.brief.at_intervals:
        return constant(0.0)
    # Slowed, every recorded frame is shown and nothing is uneven; it is at real speed that frames are dropped.
    share = 1.0 if wanted_slow_factor(frames.situation) <= 1.0 else prices("judder.slowed")
    whole = np.maximum(np.rint(frames.slow_factor), 1.0)
    return np.asarray(share * (np.abs(frames.slow_factor / whole - 1.0) > UNEVEN))


def _judder_figures(sets: Sets) -> Figures:
    return sets.frames.rate_hz, _judder(sets.frames, Prices({})) > 0


def _judder_words(situation: Situation, rate: float, uneven: float) -> str:
    timeline = float(situation.brief.delivery.timeline_rate)
    return f"{rate:.4g} fps {'does not fit' if uneven else 'fits'} a {timeline:.4g} fps timeline"


TABLE: Final[tuple[Consideration[FrameFigures, Sets] | Consideration[JointFigures, Sets], ...]] = (
    Consideration(
        "smear", "meeting", _smear,
        lambda sets: (sets.smear_px, sets.exposures.aim.shutter_s),
        _smear_words,
        (Setting.SHUTTER, Setting.STABILISATION, Setting.VIEW),
    ),
    Consideration(
        "unsteady", "frame", _unsteady, _unsteady_figures, _unsteady_words, (Setting.STABILISATION, Setting.VIEW)
    ),
    Consideration(
        "camera-steadied", "frame", _camera_steadied, _unsteady_figures, _unsteady_words, (Setting.STABILISATION,)
    ),
    Consideration(
        "subject-blur", "meeting", _subject_blur,
        lambda sets: (sets.subject_blur_px, sets.exposures.aim.shutter_s),
        _subject_words,
        (Setting.SHUTTER, Setting.FRAME_RATE, Setting.VIEW),
    ),
    Consideration("frozen-rate", "frame", _frozen_rate, _rate_figures, _rate_words, (Setting.FRAME_RATE,)),
    Consideration("slow-motion", "frame", _slow, _slow_figures, _slow_words, (Setting.FRAME_RATE,)),
    Consideration("rate-unused", "frame", _too_fast, _slow_figures, _slow_words, (Setting.FRAME_RATE,)),
    Consideration(
        "interval", "frame", _interval, lambda sets: (sets.frames.rate_hz,), _interval_words, (Setting.FRAME_RATE,)
    ),
    Consideration(
        "star-trail", "meeting", _trail,
        lambda sets: (trail_px(sets), sets.exposures.aim.shutter_s),
        _trail_words,
        (Setting.SHUTTER, Setting.VIEW),
    ),
    Consideration("judder", "frame", _judder, _judder_figures, _judder_words, (Setting.FRAME_RATE,)),
)  # fmt: skip
