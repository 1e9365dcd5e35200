"""Considerations about the picture itself: noise, pixels, view, power."""

from typing import Final

import numpy as np

from steady_tide.core.endurance.heat import minutes_to_limit
from steady_tide.core.kit.settings import Setting
from steady_tide.core.message import Message, degrees_c, metres, number, say, share
from steady_tide.core.motion.blur import flat_port_fov_deg
from steady_tide.core.plan.physics.figures import FrameFigures, JointFigures, Sets
from steady_tide.core.plan.prices.book import BOOK, Prices
from steady_tide.core.plan.prices.consideration import DIM_EV100, Consideration, Figures, constant, over
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats
from steady_tide.core.thresholds import threshold, thresholds

WANTED_SNR: Final = threshold("noise.wanted")
"""SNR at mid grey above which nobody looks for noise. **Assumed**, between ISO 12232's 10 and 40."""
MOST_NOISE: Final = threshold("noise.most")
"""No picture counts as noisier than this, in half doublings."""
WANTED_PIXELS: Final = thresholds("pixels.wanted")
CLOSE_M: Final = threshold("view.close")
"""A subject nearer than this is bent by a wide view. **Assumed**."""
BENDS: Final = thresholds("view.bends")
"""How much a view bends what is near. **Assumed**."""
AIRY_LIMIT_PX: Final = threshold("diffraction.unseen")
"""Diffraction spots up to two delivered pixels across pass unseen."""
ROOM_WISH: Final = threshold("height.room-wish")
MOST_HEIGHT_WISHES: Final = threshold("height.most-wishes")


def comfort(situation: Situation, prices: Prices) -> float:
    """How much what is only easier counts beside the resolution that was asked for, as a factor."""
    return prices(f"power.comfort.{situation.stance.resolution}")


def _noise(meeting: JointFigures, prices: Prices) -> Floats:
    wanted, interaction, weights = float(np.log2(WANTED_SNR)), meeting.interaction, ("noise.expected", "noise.dark")
    # SNR gains half a stop with each stop of photosites, so that each counts once in half doublings.
    gained = meeting.frames.log2_photosites
    total: Floats = constant(0.0)
    for per_photosite, weight in zip((interaction.snr_aim, interaction.snr_dark), weights, strict=True):
        short = np.asarray(2.0 * (wanted - per_photosite) - gained)
        np.maximum(short, 0.0, out=short)
        np.minimum(short, MOST_NOISE, out=short)
        short *= prices(weight)
        total = np.asarray(total + short)
    return total


def _noise_figures(sets: Sets) -> Figures:
    return (np.exp2(sets.meeting.log2_snr(sets.meeting.interaction.snr_aim)),)


def _noise_told(_: Situation, snr: float) -> Message:
    return say("price-noise", snr=round(snr))


def _missing(frames: FrameFigures, _: Prices) -> Floats:
    return np.asarray(2.0 * np.log2(np.maximum(1.0 / frames.have_over_need, 1.0)))


def _pixels_figures(sets: Sets) -> Figures:
    return (sets.frames.have_over_need,)


def _pixels_told(_: Situation, have: float) -> Message:
    return say("price-pixels", have=number(have, "times", 2))


def _short_of_wish(frames: FrameFigures, prices: Prices) -> Floats:
    taste = frames.situation.stance.resolution
    wish = WANTED_PIXELS[taste]
    return np.asarray(prices(f"pixels-wish.taste.{taste}") * np.log2(np.clip(wish / frames.have_over_need, 1.0, wish)))


def _spare(frames: FrameFigures, prices: Prices) -> Floats:
    taste = frames.situation.stance.resolution
    spare = np.log2(np.maximum(frames.have_over_need / WANTED_PIXELS[taste], 1.0))
    return np.asarray(prices(f"pixels-spare.taste.{taste}") * spare)


def _view(frames: FrameFigures, prices: Prices) -> Floats:
    brief = frames.situation.brief

    def price(kind: str) -> float:
        seen = f"view.point-of-view.seen.{kind}"
        if seen in BOOK and (brief.point_of_view or brief.wide_look):
            return prices(seen)
        straight = prices("view.straight") if brief.wide_look else 0.0
        return straight + prices(f"view.kind.{brief.scenario}.{kind}")

    near = 0.0 if brief.point_of_view or brief.wide_look else _nearness(brief.subject_distance_m)
    bent = prices("view.close") * near if near else 0.0
    costs = np.array([price(view.kind) + bent * BENDS.get(view.kind, 0.0) for view in frames.situation.device.views])
    return np.asarray(costs[frames.index.view])


def _nearness(distance_m: float) -> float:
    """Halvings of the distance under which a wide view bends a subject."""
    return float(np.log2(max(CLOSE_M / distance_m, 1.0)))


def wants_height(situation: Situation) -> float:
    """How much the full height of the sensor is worth: worn, steadied in post, wide and tall, with room to crop."""
    brief = situation.brief
    shapes = set(brief.delivery.shapes)
    worn = brief.point_of_view or situation.carried == "helmet-on-snow"
    both = bool(shapes & {"16:9"} and shapes & {"9:16", "8:7", "4:3"})
    wishes = worn + (situation.stance.steadying == "in-post") + both
    cropped = ROOM_WISH if brief.delivery.crop_room > 0 else 0.0
    return float(wishes) + cropped if not brief.at_intervals else 0.0


def _height(frames: FrameFigures, prices: Prices) -> Floats:
    worth = wants_height(frames.situation)
    if not worth:
        return constant(0.0)
    return np.asarray(min(worth, MOST_HEIGHT_WISHES) * -np.log2(frames.height_share))


def _height_told(_: Situation, read: float) -> Message:
    return say("price-frame-height", share=share(read))


def _aliased(frames: FrameFigures, _: Prices) -> Floats:
    return -np.log2(frames.photosite_share)


def _aliased_told(_: Situation, read: float) -> Message:
    return say("price-aliasing-none") if read >= 1 else say("price-aliasing", share=share(read))


def _view_figures(sets: Sets) -> Figures:
    return (sets.frames.view_deg,)


def _view_told(situation: Situation, view_deg: float) -> Message:
    brief = situation.brief
    filmed = say(f"filmed-{'point-of-view' if brief.point_of_view else brief.scenario}")
    across = number(view_deg, "deg", 0)
    if situation.given.port != "flat":
        return say("price-view", across=across, filmed=filmed)
    behind = number(flat_port_fov_deg(view_deg), "deg", 0)
    return say("price-view-behind-port", across=across, behind=behind, filmed=filmed)


def _focus(frames: FrameFigures, _: Prices) -> Floats:
    return np.asarray(1.0 * (frames.close_focus_m > frames.situation.brief.subject_distance_m))


def _focus_told(situation: Situation, passage: float, nearest: float) -> Message:
    lens = [lens for lens in situation.device.lenses for _ in lens.apertures][int(passage)]
    at = metres(situation.brief.subject_distance_m)
    return say("price-focus", lens=lens.label, nearest=metres(nearest), subject=at)


def _sensor_share(frames: FrameFigures, _: Prices) -> Floats:
    return -np.log2(frames.sensor_share)


def _diffraction(frames: FrameFigures, _: Prices) -> Floats:
    return over(np.log2(frames.airy_px / AIRY_LIMIT_PX))


def _untuned(frames: FrameFigures, _: Prices) -> Floats:
    dim = float(frames.situation.aim_ev100 < DIM_EV100)
    return np.asarray(dim * (1.0 - frames.tuned))


def battery_minutes(frames: FrameFigures) -> Floats:
    """Minutes one cell lasts at this draw and temperature; a drone's flight less its reserve."""
    given = frames.situation.given
    if given.device.flight_minutes is not None:
        left = given.cell_wh / given.device.battery.capacity_wh * (1.0 - given.device.landing_reserve)
        return np.full(frames.draw_w.shape, given.device.flight_minutes * left * given.wind_share)
    return np.asarray(60.0 * (given.cell_wh + given.bank_wh) / frames.draw_w)


def _power(frames: FrameFigures, prices: Prices) -> Floats:
    """What the running time takes of a cell; while one lasts it is comfort, which the highest resolution outranks."""
    taken = frames.situation.brief.running_minutes / battery_minutes(frames)
    return np.asarray(np.where(taken <= 1.0, comfort(frames.situation, prices), 1.0) * np.log2(1.0 + taken))


def _power_told(situation: Situation, draw: float, minutes: float) -> Message:
    facts = {"draw": number(draw, "W", 1), "lasts": number(minutes, "min", 0)}
    wanted = number(situation.brief.running_minutes, "min")
    return say(f"price-power{'-banked' if situation.given.bank_wh else ''}", wanted=wanted, **facts)


def _heat(frames: FrameFigures, _: Prices) -> Floats:
    minutes = np.maximum(heat_minutes(frames), 0.1)
    return np.log2(np.maximum(frames.situation.brief.running_minutes / minutes, 1.0))


def heat_minutes(frames: FrameFigures) -> Floats:
    """Minutes one run lasts before the body stops for heat; infinite where it never does."""
    situation = frames.situation
    body = situation.given.body
    if body is None:
        return np.full(frames.draw_w.shape, np.inf)
    air_c = situation.brief.temperature_c
    return minutes_to_limit(body, power_w=frames.draw_w, air_c=air_c, cooling=situation.cooling)


def _heat_told(situation: Situation, draw: float, minutes: float) -> Message:
    brief = situation.brief
    facts = {"draw": number(draw, "W", 1), "air": degrees_c(brief.temperature_c)}
    wanted = number(brief.running_minutes, "min")
    if np.isinf(minutes):
        return say("price-heat-never", wanted=wanted, **facts)
    return say("price-heat", stops=number(minutes, "min", 0), wanted=wanted, **facts)


TABLE: Final[tuple[Consideration[FrameFigures, Sets] | Consideration[JointFigures, Sets], ...]] = (
    Consideration(
        "noise", "meeting", _noise, _noise_figures, _noise_told,
        (Setting.SHUTTER, Setting.ND_FILTER, Setting.FRAME_RATE, Setting.RESOLUTION, Setting.VIEW),
    ),
    Consideration(
        "pixels-missing", "frame", _missing, _pixels_figures, _pixels_told,
        (Setting.RESOLUTION, Setting.FRAME_SHAPE, Setting.STABILISATION),
    ),
    Consideration(
        "pixels-wish", "frame", _short_of_wish, _pixels_figures, _pixels_told,
        (Setting.RESOLUTION, Setting.FRAME_SHAPE, Setting.STABILISATION),
    ),
    Consideration(
        "pixels-spare", "frame", _spare, _pixels_figures, _pixels_told, (Setting.RESOLUTION, Setting.FRAME_SHAPE)
    ),
    Consideration("view", "frame", _view, _view_figures, _view_told, (Setting.VIEW,)),
    Consideration(
        "focus", "frame", _focus,
        lambda sets: (sets.frames.index.passage, sets.frames.close_focus_m),
        _focus_told,
        (Setting.VIEW,),
    ),
    Consideration(
        "frame-height", "frame", _height,
        lambda sets: (sets.frames.height_share,),
        _height_told,
        (Setting.FRAME_SHAPE, Setting.RESOLUTION),
    ),
    Consideration(
        "aliasing", "frame", _aliased,
        lambda sets: (sets.frames.photosite_share,),
        _aliased_told,
        (Setting.RESOLUTION, Setting.FRAME_RATE),
    ),
    Consideration("sensor-share", "frame", _sensor_share, _view_figures, _view_told, (Setting.VIEW,)),
    Consideration(
        "diffraction", "frame", _diffraction,
        lambda sets: (sets.frames.f_number, sets.frames.airy_px),
        lambda _, f_number, airy: say(
            "price-diffraction", f_number=number(f_number, "ratio"), spot=number(airy, "px", 1)
        ),
        (Setting.APERTURE,),
    ),
    Consideration(
        "untuned", "frame", _untuned,
        lambda sets: (sets.frames.tuned,),
        lambda _, tuned: say("price-untuned-none") if tuned else say("price-untuned"),
        (Setting.RESOLUTION, Setting.FRAME_SHAPE, Setting.FRAME_RATE),
    ),
    Consideration(
        "power", "frame", _power,
        lambda sets: (sets.frames.draw_w, battery_minutes(sets.frames)),
        _power_told,
        (Setting.RESOLUTION, Setting.FRAME_RATE, Setting.FRAME_SHAPE),
    ),
    Consideration(
        "heat", "frame", _heat,
        lambda sets: (sets.frames.draw_w, heat_minutes(sets.frames)),
        _heat_told,
        (Setting.RESOLUTION, Setting.FRAME_RATE),
    ),
)  # fmt: skip
