"""Considerations about exposure: hitting the aim, the shutter's look, filters, ISO, flicker."""

import numpy as np

from steady_tide.core.exposure.flicker import beat_hz, residual_ripple
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.physics.block import Block
from steady_tide.core.plan.prices.consideration import DIM_EV100, Consideration, one, over
from steady_tide.core.plan.prices.motion import wanted_slow_factor
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.quantities import Floats, shutter_angle_deg, shutter_at_angle, shutter_text, signed

FROZEN_SHUTTER_S = 1 / 1000
"""Shutter at which drops and splashes stand still, by practice."""
NORM_ANGLE_DEG = 180.0
LOOK_WEIGHT = {"always-nd": 1.0, "nd-when-needed": 0.55, "bare-lens": 0.2}
"""How much the 180-degree look is worth per stop, by position on the filtering axis."""
FREE_SHORTER_STOPS = {"always-nd": 0.1, "nd-when-needed": 0.3, "bare-lens": 2.0}
GLASS_WEIGHT = {"always-nd": 0.4, "nd-when-needed": 1.0, "bare-lens": 4.0}
CONTROL_KINDS = ("locked", "floating-iso", "floating-shutter", "automatic")
CONTROL_COST = np.array([[0.0, 0.7, 1.0, 1.5], [0.4, 0.0, 0.8, 1.0], [0.8, 0.6, 0.0, 0.4], [1.2, 0.6, 0.4, 0.0]])
"""Rows: position of the stance; columns: what an exposure does; both as in CONTROL_KINDS."""


def target_shutter_s(block: Block) -> float:
    """The shutter wanted [s]: 180 degrees, or short enough to freeze; at intervals in the dark all there is."""
    if block.situation.brief.frozen:
        return min(FROZEN_SHUTTER_S, float(1 / block.rate))
    if block.situation.brief.at_intervals:
        if block.situation.aim_ev100 < DIM_EV100:
            return block.situation.longest_shutter_s(block.rate)
        return 0.5 / float(block.situation.brief.delivery.timeline_rate)
    return float(shutter_at_angle(angle_deg=NORM_ANGLE_DEG, rate=block.rate))


def played_shutter_s(block: Block) -> float:
    """The shutter [s] that is 180 degrees as the film plays: at the timeline's rate times the slowing wanted.

    Frames recorded beyond that are left out when the film plays, and with them the blur between.
    """
    if block.situation.brief.at_intervals:
        return target_shutter_s(block)
    playing = float(block.situation.brief.delivery.timeline_rate) * wanted_slow_factor(block)
    return max(target_shutter_s(block), 0.5 / playing)


def _off_aim(block: Block) -> Floats:
    aim, dark, bright = block.aim.error_stops, block.dark.error_stops, block.bright.error_stops
    in_light = over(np.abs(aim), 0.1) + 0.5 * over(aim)
    return np.asarray(in_light + 0.6 * over(-dark, 0.5) + 1.0 * over(bright, 0.3))


def _off_aim_fact(block: Block) -> str:
    dark, aim, bright = (signed(one(chosen.error_stops)) for chosen in (block.dark, block.aim, block.bright))
    return f"{dark}, {aim}, {bright} stops off in the darkest, expected and brightest light"


def _look(block: Block) -> Floats:
    target, played = target_shutter_s(block), played_shutter_s(block)
    weight = LOOK_WEIGHT[block.situation.stance.filtering]
    free = FREE_SHORTER_STOPS[block.situation.stance.filtering]
    total = np.zeros(1)
    for chosen, share in ((block.aim, 0.7), (block.bright, 0.3)):
        away = np.log2(chosen.shutter_s / target)
        if block.situation.brief.frozen:
            priced = 1.0 * over(away, 0.1) + 0.05 * over(-away, 0.1)
        else:
            short = np.log2(played / chosen.shutter_s)
            priced = 2.6 * over(away, 0.1) + weight * np.minimum(over(short, free), 4.0)
        total = total + share * (priced + 0.3 * np.minimum(np.abs(away), 1.0))
    return np.asarray(total)


def _look_fact(block: Block) -> str:
    shutter = one(block.aim.shutter_s)
    angle = one(shutter_angle_deg(shutter_s=block.aim.shutter_s, rate=float(block.rate)))
    told = f"{shutter_text(shutter)} s is {angle:.0f}°, wanted {shutter_text(target_shutter_s(block))} s"
    played = played_shutter_s(block)
    if played > 1.05 * target_shutter_s(block) and not block.situation.brief.frozen:
        told += f"; played unslowed it is {180.0 * shutter / played:.0f}°"
    return told


def _iso_taste(block: Block) -> Floats:
    limit = float(np.log2(block.situation.iso_limit))
    used, offered = np.log2(block.dark.iso), np.log2(block.ceiling)
    return np.asarray(1.6 * over(used, limit) + 0.35 * over(offered, limit))


def _iso_room(block: Block) -> Floats:
    needed = np.maximum(np.log2(block.dark.iso), np.log2(block.floor))
    return np.asarray(over(np.log2(block.ceiling) - needed))


def _iso_base(block: Block) -> Floats:
    lowest = float(block.situation.device.iso.values[0])
    return np.asarray(np.log2(block.floor / lowest))


def _iso_base_fact(block: Block) -> str:
    above = one(_iso_base(block))
    return f"{above:.0f} stops above the lowest give bright light away" if above else "the lowest it has"


def _glass(block: Block) -> Floats:
    stance = GLASS_WEIGHT[block.situation.stance.filtering]
    return np.asarray(stance * (0.2 * block.nd_count + 0.4 * over(block.nd_count, 1.0)))


def _glass_fact(block: Block) -> str:
    glass = block.situation.glasses[int(block.exposures.glass[0])]
    return glass.label if glass.count else "bare lens"


def _glass_trouble_fact(block: Block) -> str:
    glass = block.situation.glasses[int(block.exposures.glass[0])]
    view = block.situation.device.views[int(block.frames.view[0])]
    told = [glass.flaw] if glass.flaw else []
    if glass.count > 1 and one(block.nd_trouble) > one(block.nd_flawed):
        told.append(f"a stack may show in the corners at {view.horizontal_fov_deg:.0f}°")
    return f"{glass.label}: {'; '.join(told)}" if told else f"{glass.label if glass.count else 'bare lens'}: clean"


def _nd_buys_noise(block: Block) -> Floats:
    lifted = over(np.log2(block.aim.iso / block.floor)) + 0.5 * over(np.log2(block.dark.iso / block.floor), 1.0)
    return np.asarray(np.minimum(block.nd_stops, lifted))


def _nd_buys_noise_fact(block: Block) -> str:
    return f"ND takes {one(block.nd_stops):g} stops while ISO stands at {one(block.aim.iso):.0f}"


def control_kind(block: Block) -> Floats:
    """What the exposures leave to the camera: index into CONTROL_KINDS, shape (1, O)."""
    iso_moves = block.ceiling > block.floor * 1.01
    return np.asarray(np.where(block.automatic, np.where(iso_moves, 3, 2), np.where(iso_moves, 1, 0)))


def _control(block: Block) -> Floats:
    wanted = CONTROL_KINDS.index(block.situation.stance.exposure_control)
    kind = control_kind(block)
    # Nothing left to move with is a fault only as far as the light moves.
    moves = min((block.situation.brief.falls_stops + block.situation.brief.rises_stops) / 2.0, 1.0)
    return np.asarray(CONTROL_COST[wanted][kind] * np.where(kind == 0, moves, 1.0))


def _control_fact(block: Block) -> str:
    words = ("everything fixed", "ISO floats", "the shutter floats", "shutter and ISO float")
    return words[int(one(control_kind(block)))]


def _swing(block: Block) -> Floats:
    time = np.abs(np.log2(block.bright.shutter_s / block.dark.shutter_s))
    gain = np.abs(np.log2(block.bright.iso / block.dark.iso))
    return np.asarray(time + gain)


def _flicker(block: Block) -> Floats:
    if not block.situation.light.lamps:
        return np.zeros((1, 1))
    kept = residual_ripple(shutter_s=block.aim.shutter_s, mains_hz=block.situation.brief.mains_hz)
    return np.asarray(kept * np.asarray(block.situation.light.ripple))


def _flicker_fact(block: Block) -> str:
    mains = block.situation.brief.mains_hz
    kept, beat = one(_flicker(block)), beat_hz(rate=float(block.rate), mains_hz=mains)
    return f"{kept:.0%} of the lamps' ripple stays at {mains} Hz, beating at {beat:.0f} Hz"


TABLE = (
    Consideration(
        "off-aim",
        "Off the aim",
        "exposure",
        1.0,
        _off_aim,
        _off_aim_fact,
        "APEX; ISO 2720",
        warn_above=0.7,
        about=(Setting.SHUTTER, Setting.ND_FILTER, Setting.ISO_FLOOR, Setting.ISO_CEILING),
    ),
    Consideration(
        "motion-look",
        "Look of motion",
        "exposure",
        1.0,
        _look,
        _look_fact,
        "180° norm; weights assumed",
        axis=Axis.FILTERING,
        warn_above=1.2,
        about=(Setting.SHUTTER, Setting.ND_FILTER, Setting.FRAME_RATE),
        by_rate=True,
    ),
    Consideration(
        "iso-over-taste",
        "ISO over your limit",
        "exposure",
        1.0,
        _iso_taste,
        lambda b: f"ceiling {one(b.ceiling):.0f}, limit {b.situation.iso_limit}",
        "assumed",
        axis=Axis.NOISE_CEILING,
        about=(Setting.ISO_CEILING,),
    ),
    Consideration(
        "iso-unused",
        "ISO room nothing needs",
        "exposure",
        0.12,
        _iso_room,
        lambda b: f"darkest light needs ISO {one(b.dark.iso):.0f}, ceiling {one(b.ceiling):.0f}",
        "assumed",
        about=(Setting.ISO_CEILING,),
    ),
    Consideration(
        "iso-floor",
        "Floor above the base",
        "exposure",
        0.08,
        _iso_base,
        _iso_base_fact,
        "assumed",
        about=(Setting.ISO_FLOOR,),
    ),
    Consideration(
        "glass",
        "Glass in front",
        "exposure",
        1.0,
        _glass,
        _glass_fact,
        "assumed",
        axis=Axis.FILTERING,
        about=(Setting.ND_FILTER,),
    ),
    Consideration(
        "glass-trouble",
        "What the filter leaves in the picture",
        "both",
        1.0,
        lambda b: b.nd_trouble,
        _glass_trouble_fact,
        "your tests of the filter; vignetting assumed",
        warn_above=0.5,
        about=(Setting.ND_FILTER, Setting.VIEW),
    ),
    Consideration(
        "nd-buys-noise",
        "ND that buys noise",
        "exposure",
        0.7,
        _nd_buys_noise,
        _nd_buys_noise_fact,
        "assumed",
        about=(Setting.ND_FILTER, Setting.ISO_CEILING),
    ),
    Consideration(
        "control",
        "What is left to the camera",
        "exposure",
        1.0,
        _control,
        _control_fact,
        "assumed",
        axis=Axis.EXPOSURE_CONTROL,
        warn_above=1.4,
        about=(Setting.SHUTTER, Setting.ISO_CEILING, Setting.ISO_FLOOR),
    ),
    Consideration(
        "swing",
        "Visible swing of exposure",
        "exposure",
        0.05,
        _swing,
        lambda b: f"{one(_swing(b)):.1f} stops of shutter and ISO move in the take",
        "assumed",
        about=(Setting.SHUTTER, Setting.ISO_CEILING),
    ),
    Consideration(
        "flicker",
        "Lamp flicker",
        "exposure",
        4.0,
        _flicker,
        _flicker_fact,
        "sinc of ripple and shutter",
        about=(Setting.SHUTTER, Setting.FRAME_RATE),
    ),
)
