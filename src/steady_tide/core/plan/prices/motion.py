"""Considerations about movement: shake, smear, slow motion, judder, stars."""

from math import radians
from typing import Final

import numpy as np

from steady_tide.core.kit.settings import Setting
from steady_tide.core.lapse.interval import SIDEREAL_DEG_PER_S
from steady_tide.core.message import Message, frame_rate, number, say, shutter
from steady_tide.core.motion.blur import angular_rate
from steady_tide.core.plan.physics.figures import FrameFigures, JointFigures, Sets
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import DIM_EV100, Consideration, Figures, constant
from steady_tide.core.plan.problem.brief import Delivery
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats
from steady_tide.core.thresholds import threshold, thresholds

SMEAR_LIMIT_SHARE: Final = threshold("motion.smear")
"""Share of the finished frame's width a shake smear may take unseen. **Assumed**."""
JITTER_LIMIT_SHARE: Final = threshold("motion.jump")
"""Share of the width the picture may jump between frames unseen. **Assumed**."""
HIDDEN_SHARE: Final = threshold("motion.hidden")
"""Share of the smear of a 180 degree shutter by which a jump hides in it, in the dark. **Assumed**."""
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


def _smear_told(_: Situation, smear: float, shutter_s: float) -> Message:
    return say("price-smear", smear=number(smear, "px", 1), shutter=shutter(shutter_s))


def _unsteady(frames: FrameFigures, prices: Prices) -> Floats:
    share = prices("unsteady.steadied-later") if frames.situation.stance.steadying != "in-camera" else 1.0
    limit: Floats | float = _limit_px(frames.situation.brief.delivery, JITTER_LIMIT_SHARE)
    if frames.situation.aim_ev100 < DIM_EV100:
        # Where shutters are long a jump is hidden in what each frame smears anyway.
        smeared_px = frames.smear_rad_s * frames.focal_px * 0.5 / frames.rate_hz
        limit = np.maximum(limit, HIDDEN_SHARE * smeared_px)
    return np.asarray(share * np.maximum(np.log2(np.maximum(frames.jitter_px / limit, NOTHING_PX)), 0.0))


def _unsteady_figures(sets: Sets) -> Figures:
    return (sets.frames.jitter_px,)


def _unsteady_told(situation: Situation, jitter: float) -> Message:
    return say("price-unsteady", jump=number(jitter, "px", 1), way=say(f"way-{situation.carried}"))


def _camera_steadied(frames: FrameFigures, prices: Prices) -> Floats:
    """Stabilising in the camera against the stance, or where a support already does it."""
    situation = frames.situation
    against = prices("camera-steadied.taste") if situation.stance.steadying in ("in-post", "support") else 0.0
    against += prices("camera-steadied.supported") if situation.carried in ("tripod", "gimbal") else 0.0
    return np.asarray((frames.crop / CROP_STEP + (frames.removes > 0)) * against)


def wanted_slow_factor(situation: Situation) -> float:
    """How much slowing the brief and the tempo together ask for."""
    return max(situation.brief.delivery.slowed, WANTED_FACTOR[situation.tempo])


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
    share = SUBJECT_LIMIT_SHARE["frozen" if brief.frozen else situation.tempo]
    return _limit_px(brief.delivery, share)


def _subject_blur(meeting: JointFigures, _: Prices) -> Floats:
    brief = meeting.situation.brief
    if not brief.subject_speed_m_s or brief.at_intervals:
        return constant(0.0)
    rate = angular_rate(speed_m_s=brief.subject_speed_m_s, distance_m=brief.subject_distance_m)
    return stops_beyond(meeting, rate * meeting.frames.focal_px, subject_limit_px(meeting.situation))


def _subject_told(situation: Situation, blur: float, shutter_s: float) -> Message:
    passes = round(subject_limit_px(situation))
    return say("price-subject-blur", blur=number(blur, "px", 0), shutter=shutter(shutter_s), passes=passes)


def _too_fast(frames: FrameFigures, prices: Prices) -> Floats:
    situation = frames.situation
    if situation.brief.at_intervals or situation.brief.frozen:
        return constant(0.0)
    share = prices("rate-unused.slow-first") if situation.tempo == "slow-first" else 1.0
    return np.asarray(share * np.maximum(np.log2(frames.slow_factor / wanted_slow_factor(situation)), 0.0))


def _rate_figures(sets: Sets) -> Figures:
    return sets.frames.rate_hz, sets.space.device.rate_hz.max()


def _rate_told(_: Situation, rate: float, most: float) -> Message:
    return say("price-frozen-rate", rate=frame_rate(rate), most=frame_rate(most))


def _slow_figures(sets: Sets) -> Figures:
    return (sets.frames.slow_factor,)


def _slow_told(situation: Situation, factor: float) -> Message:
    wanted = number(wanted_slow_factor(situation), "times")
    return say("price-slow", slower=number(factor, "times"), wanted=wanted)


def _interval(frames: FrameFigures, _: Prices) -> Floats:
    brief = frames.situation.brief
    if not brief.at_intervals or brief.lapse is None:
        return constant(0.0)
    return np.abs(np.log2(1.0 / frames.rate_hz / brief.lapse.interval_s))


def _interval_told(situation: Situation, rate: float) -> Message:
    lapse, every = situation.brief.lapse, number(1.0 / rate, "s")
    if lapse is None:
        return say("price-interval", every=every)
    return say("price-interval-wanted", every=every, wanted=number(lapse.interval_s, "s"))


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


def _trail_told(_: Situation, trail: float, shutter_s: float) -> Message:
    return say("price-star-trail", trail=number(trail, "px", 1), shutter=shutter(shutter_s))


def _judder(frames: FrameFigures, prices: Prices) -> Floats:
    if frames.situation.brief.at_intervals:
        return constant(0.0)
    # Slowed, every recorded frame is shown and nothing is uneven; it is at real speed that frames are dropped.
    share = 1.0 if wanted_slow_factor(frames.situation) <= 1.0 else prices("judder.slowed")
    whole = np.maximum(np.rint(frames.slow_factor), 1.0)
    return np.asarray(share * (np.abs(frames.slow_factor / whole - 1.0) > UNEVEN))


def _judder_figures(sets: Sets) -> Figures:
    return sets.frames.rate_hz, _judder(sets.frames, Prices({})) > 0


def _judder_told(situation: Situation, rate: float, uneven: float) -> Message:
    timeline = frame_rate(float(situation.brief.delivery.timeline_rate))
    return say(f"price-judder{'' if uneven else '-none'}", rate=frame_rate(rate), timeline=timeline)


TABLE: Final[tuple[Consideration[FrameFigures, Sets] | Consideration[JointFigures, Sets], ...]] = (
    Consideration(
        "smear", "meeting", _smear,
        lambda sets: (sets.smear_px, sets.exposures.aim.shutter_s),
        _smear_told,
        (Setting.SHUTTER, Setting.STABILISATION, Setting.VIEW),
    ),
    Consideration(
        "unsteady", "frame", _unsteady, _unsteady_figures, _unsteady_told, (Setting.STABILISATION, Setting.VIEW)
    ),
    Consideration(
        "camera-steadied", "frame", _camera_steadied, _unsteady_figures, _unsteady_told, (Setting.STABILISATION,)
    ),
    Consideration(
        "subject-blur", "meeting", _subject_blur,
        lambda sets: (sets.subject_blur_px, sets.exposures.aim.shutter_s),
        _subject_told,
        (Setting.SHUTTER, Setting.FRAME_RATE, Setting.VIEW),
    ),
    Consideration("frozen-rate", "frame", _frozen_rate, _rate_figures, _rate_told, (Setting.FRAME_RATE,)),
    Consideration("slow-motion", "frame", _slow, _slow_figures, _slow_told, (Setting.FRAME_RATE,)),
    Consideration("rate-unused", "frame", _too_fast, _slow_figures, _slow_told, (Setting.FRAME_RATE,)),
    Consideration(
        "interval", "frame", _interval, lambda sets: (sets.frames.rate_hz,), _interval_told, (Setting.FRAME_RATE,)
    ),
    Consideration(
        "star-trail", "meeting", _trail,
        lambda sets: (trail_px(sets), sets.exposures.aim.shutter_s),
        _trail_told,
        (Setting.SHUTTER, Setting.VIEW),
    ),
    Consideration("judder", "frame", _judder, _judder_figures, _judder_told, (Setting.FRAME_RATE,)),
)  # fmt: skip
