"""Considerations about movement: shake, smear, slow motion, judder, stars."""

from math import radians

import numpy as np

from steady_tide.core.kit.settings import Setting
from steady_tide.core.lapse.interval import SIDEREAL_DEG_PER_S
from steady_tide.core.plan.physics.block import Block
from steady_tide.core.plan.prices.consideration import Consideration, one
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.quantities import Floats, shutter_text

SMEAR_LIMIT_SHARE = 3 / 1920
"""Share of the finished frame's width a shake smear may take unseen. **Assumed**."""
JITTER_LIMIT_SHARE = 4 / 1920
"""Share of the width the picture may jump between frames unseen. **Assumed**."""
TRAIL_LIMIT_SHARE = 4 / 1920
"""Share of the width a star may be drawn out and still pass for a point. **Assumed**."""
SEEN = {"phone": 1.7, "computer": 1.0, "large-screen": 0.7}
"""How large a fault may be before it is seen, by where the film is shown. **Assumed**."""
SLOWED_JUDDER = 0.3
"""Of uneven motion's price, what is left for a film that is mostly slowed. **Assumed**."""
UNSTEADIED_SMEAR = 0.35
"""Blur in a frame that moves as blurred is half hidden; stabilised, it pulses. **Assumed**."""
WANTED_FACTOR = {"real-time": 1.0, "room-to-slow": 2.0, "slow-first": 4.0}


def _limit(block: Block, share: float) -> float:
    delivery = block.situation.brief.delivery
    return share * delivery.long_side_px * SEEN[delivery.shown_on]


def _smear(block: Block) -> Floats:
    stops_over = np.log2(np.maximum(block.smear_px / _limit(block, SMEAR_LIMIT_SHARE), 1.0))
    steadied = np.where(block.removes > 0, 1.0, UNSTEADIED_SMEAR)
    return np.asarray(steadied * stops_over)


def _smear_fact(block: Block) -> str:
    return f"{one(block.smear_px):.1f} px of shake smear at {shutter_text(one(block.aim.shutter_s))} s"


def _unsteady(block: Block) -> Floats:
    share = 0.25 if block.situation.stance.steadying != "in-camera" else 1.0
    return np.asarray(share * np.log2(1.0 + block.jitter_px / _limit(block, JITTER_LIMIT_SHARE)))


def _unsteady_fact(block: Block) -> str:
    return f"{one(block.jitter_px):.1f} px jump between frames ({block.situation.carried})"


def _camera_steadied(block: Block) -> Floats:
    """Stabilising in the camera against the stance, or where a support already does it."""
    wanted_off = block.situation.stance.steadying in ("in-post", "support")
    supported = block.situation.carried in ("tripod", "gimbal")
    per_level = np.asarray(block.crop / 0.1 + (block.removes > 0))
    return per_level * ((0.8 if wanted_off else 0.0) + (0.8 if supported else 0.0))


def wanted_slow_factor(block: Block) -> float:
    """How much slowing the brief and the tempo together ask for."""
    stance = WANTED_FACTOR[block.situation.stance.tempo]
    return max(block.situation.brief.delivery.slowed, stance)


def _slow(block: Block) -> Floats:
    if block.situation.brief.at_intervals:
        return np.zeros((1, 1))
    missing = max(np.log2(wanted_slow_factor(block) / block.slow_factor), 0.0)
    # What the creator typed for this film counts twice what a stance likes in general.
    asked = max(np.log2(block.situation.brief.delivery.slowed / block.slow_factor), 0.0)
    return np.full((1, 1), missing + asked)


def _too_fast(block: Block) -> Floats:
    if block.situation.brief.at_intervals:
        return np.zeros((1, 1))
    if block.situation.stance.tempo == "slow-first":
        return np.full((1, 1), 0.15 * max(np.log2(block.slow_factor / wanted_slow_factor(block)), 0.0))
    return np.full((1, 1), max(np.log2(block.slow_factor / wanted_slow_factor(block)), 0.0))


def _slow_fact(block: Block) -> str:
    return f"plays {block.slow_factor:.3g}× slower, {wanted_slow_factor(block):.3g}× wanted"


def _interval(block: Block) -> Floats:
    lapse = block.situation.brief.lapse
    if not block.situation.brief.at_intervals or lapse is None:
        return np.zeros((1, 1))
    return np.full((1, 1), abs(np.log2(float(1 / block.rate) / lapse.interval_s)))


def _interval_fact(block: Block) -> str:
    lapse = block.situation.brief.lapse
    wanted = f", {lapse.interval_s:g} s wanted" if lapse else ""
    return f"a frame every {float(1 / block.rate):g} s{wanted}"


def _trail(block: Block) -> Floats:
    lapse = block.situation.brief.lapse
    if lapse is None or not lapse.stars:
        return np.zeros((1, 1))
    trail = trail_px(block)
    return np.asarray(np.log2(np.maximum(trail / _limit(block, TRAIL_LIMIT_SHARE), 1.0)))


def trail_px(block: Block) -> Floats:
    """Trail of a star on the celestial equator in one frame [delivered px]."""
    per_second = radians(SIDEREAL_DEG_PER_S) * block.focal_px
    return np.asarray(per_second * block.aim.shutter_s)


def _trail_fact(block: Block) -> str:
    return f"stars draw {one(trail_px(block)):.1f} px in {shutter_text(one(block.aim.shutter_s))} s"


def _judder(block: Block) -> Floats:
    if block.situation.brief.at_intervals:
        return np.zeros((1, 1))
    # Slowed, every recorded frame is shown and nothing is uneven; it is at real speed that frames are dropped.
    share = 1.0 if wanted_slow_factor(block) <= 1.0 else SLOWED_JUDDER
    whole = max(round(block.slow_factor), 1)
    return np.full((1, 1), share * float(abs(block.slow_factor / whole - 1.0) > 0.002))


def _judder_fact(block: Block) -> str:
    timeline = float(block.situation.brief.delivery.timeline_rate)
    even = "fits" if one(_judder(block)) == 0 else "does not fit"
    return f"{float(block.rate):.4g} fps {even} a {timeline:.4g} fps timeline"


TABLE = (
    Consideration(
        "smear",
        "Shake smear in a frame",
        "both",
        0.8,
        _smear,
        _smear_fact,
        "smear = shake · shutter · focal length; shake assumed",
        warn_above=1.0,
        about=(Setting.SHUTTER, Setting.STABILISATION, Setting.VIEW),
    ),
    Consideration(
        "unsteady",
        "Shake between frames",
        "frame",
        0.6,
        _unsteady,
        _unsteady_fact,
        "shake rates assumed",
        axis=Axis.STEADYING,
        warn_above=2.0,
        about=(Setting.STABILISATION, Setting.VIEW),
    ),
    Consideration(
        "camera-steadied",
        "Steadied in the camera",
        "frame",
        1.0,
        _camera_steadied,
        _unsteady_fact,
        "assumed",
        axis=Axis.STEADYING,
        about=(Setting.STABILISATION,),
    ),
    Consideration(
        "slow-motion",
        "Slow motion short of the wish",
        "frame",
        1.6,
        _slow,
        _slow_fact,
        "recorded over timeline rate",
        axis=Axis.TEMPO,
        warn_above=0.5,
        about=(Setting.FRAME_RATE,),
        by_rate=True,
    ),
    Consideration(
        "rate-unused",
        "Frames nobody needs",
        "frame",
        0.55,
        _too_fast,
        _slow_fact,
        "assumed",
        axis=Axis.TEMPO,
        about=(Setting.FRAME_RATE,),
        by_rate=True,
    ),
    Consideration(
        "interval",
        "Interval off the wish",
        "frame",
        5.0,
        _interval,
        _interval_fact,
        "interval over interval",
        about=(Setting.FRAME_RATE,),
        by_rate=True,
    ),
    Consideration(
        "star-trail",
        "Trails of stars",
        "both",
        1.0,
        _trail,
        _trail_fact,
        "15.041″/s · shutter · focal length",
        about=(Setting.SHUTTER, Setting.VIEW),
    ),
    Consideration(
        "judder",
        "Uneven motion on the timeline",
        "frame",
        1.2,
        _judder,
        _judder_fact,
        "whole multiples only",
        about=(Setting.FRAME_RATE,),
        by_rate=True,
    ),
)
