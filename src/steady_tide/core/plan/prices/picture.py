"""Considerations about the picture itself: noise, pixels, view, power."""

import numpy as np

from steady_tide.core.endurance.heat import minutes_to_limit
from steady_tide.core.kit.settings import Setting
from steady_tide.core.motion.blur import flat_port_fov_deg
from steady_tide.core.plan.physics.block import Block
from steady_tide.core.plan.prices.consideration import DIM_EV100, Consideration, one, over
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.quantities import Floats

WANTED_SNR = 22.0
"""SNR at mid grey above which nobody looks for noise. **Assumed**, between ISO 12232's 10 and 40."""
SPARE_WEIGHT = {"just-enough": 0.6, "headroom": 0.12, "highest": 0.0}
WANTED_PIXELS = {"just-enough": 1.0, "headroom": 1.5, "highest": 3.0}
AIRY_LIMIT_PX = 2.0
"""Diffraction spots up to two delivered pixels across pass unseen."""

VIEW_COST: dict[str, dict[str, float]] = {
    "underwater": {
        "widest": 0.5,
        "wide": 0.0,
        "rectilinear": 0.3,
        "rectilinear-level": 0.5,
        "narrow": 2.0,
        "ultra-wide": 0.2,
        "standard": 0.3,
        "telephoto": 3.0,
    },
    "low-light": {
        "widest": 0.1,
        "wide": 0.0,
        "rectilinear": 0.2,
        "rectilinear-level": 0.4,
        "narrow": 1.2,
        "ultra-wide": 0.8,
        "standard": 0.0,
        "telephoto": 1.2,
    },
    "motion": {
        "widest": 0.3,
        "wide": 0.0,
        "rectilinear": 0.2,
        "rectilinear-level": 0.2,
        "narrow": 1.0,
        "ultra-wide": 0.4,
        "standard": 0.1,
        "telephoto": 0.9,
    },
    "talking": {
        "widest": 1.6,
        "wide": 0.6,
        "rectilinear": 0.0,
        "rectilinear-level": 0.1,
        "narrow": 0.8,
        "ultra-wide": 0.5,
        "standard": 0.0,
        "telephoto": 2.0,
    },
    "drone": {
        "widest": 0.4,
        "wide": 0.1,
        "rectilinear": 0.0,
        "rectilinear-level": 0.1,
        "narrow": 0.6,
        "ultra-wide": 0.2,
        "standard": 0.0,
        "telephoto": 0.6,
    },
    "lapse": {
        "widest": 0.2,
        "wide": 0.0,
        "rectilinear": 0.1,
        "rectilinear-level": 0.4,
        "narrow": 0.8,
        "ultra-wide": 0.0,
        "standard": 0.1,
        "telephoto": 1.0,
    },
    "product": {
        "widest": 2.5,
        "wide": 1.6,
        "rectilinear": 0.5,
        "rectilinear-level": 0.6,
        "narrow": 0.1,
        "ultra-wide": 1.6,
        "standard": 0.4,
        "telephoto": 0.0,
    },
}
"""What a view costs in a scenario, by practice. **Assumed**."""
POINT_OF_VIEW_COST = {"widest": 0.0, "wide": 0.1, "ultra-wide": 0.0}


def _noise(block: Block) -> Floats:
    def short(snr: Floats) -> Floats:
        return np.minimum(2.0 * np.log2(np.maximum(WANTED_SNR / np.maximum(snr, 1e-6), 1.0)), 12.0)

    situation = block.situation
    in_dark = short(block.snr(situation.dark_ev100, block.dark))
    return np.asarray(0.6 * short(block.snr(situation.aim_ev100, block.aim)) + 0.4 * in_dark)


def _noise_fact(block: Block) -> str:
    snr = one(block.snr(block.situation.aim_ev100, block.aim))
    return f"signal to noise {snr:.0f} at mid grey (40 is excellent, 10 acceptable)"


def _missing(block: Block) -> Floats:
    return np.asarray(2.0 * np.log2(np.maximum(1.0 / block.have_over_need, 1.0)))


def _pixels_fact(block: Block) -> str:
    have = one(block.have_over_need)
    return f"{have:.2f}× the pixels across that the film needs"


def _short_of_wish(block: Block) -> Floats:
    wish = WANTED_PIXELS[block.situation.stance.resolution]
    return np.asarray(np.log2(np.clip(wish / block.have_over_need, 1.0, wish)))


def _spare(block: Block) -> Floats:
    wish = WANTED_PIXELS[block.situation.stance.resolution]
    weight = SPARE_WEIGHT[block.situation.stance.resolution]
    return np.asarray(weight * np.log2(np.maximum(block.have_over_need / wish, 1.0)))


def _view(block: Block) -> Floats:
    table = VIEW_COST[block.situation.brief.scenario]
    if block.situation.brief.point_of_view:
        table = {**table, **POINT_OF_VIEW_COST}
    costs = np.array([table[view.kind] for view in block.situation.device.views])
    return np.asarray(costs[block.frames.view][:, None])


def _view_fact(block: Block) -> str:
    view = block.situation.device.views[int(block.frames.view[0])]
    brief = block.situation.brief
    seen = "point of view" if brief.point_of_view else brief.scenario.replace("-", " ")
    behind = ""
    if block.situation.port == "flat":
        behind = f" ({flat_port_fov_deg(view.horizontal_fov_deg):.0f}° behind the flat port)"
    return f"{view.horizontal_fov_deg:.0f}° across{behind}, for {seen}"


def _focus(block: Block) -> Floats:
    return np.full((1, 1), float(block.lens.close_focus_m > block.situation.brief.subject_distance_m))


def _focus_fact(block: Block) -> str:
    distance = block.situation.brief.subject_distance_m
    return f"{block.lens.label} focuses from {block.lens.close_focus_m:g} m, subject at {distance:g} m"


def _sensor_share(block: Block) -> Floats:
    return np.asarray(-np.log2(block.tables.sensor_share[block.frames.view][:, None]))


def _diffraction(block: Block) -> Floats:
    return over(np.log2(block.airy_px / AIRY_LIMIT_PX))


def _untuned(block: Block) -> Floats:
    dim = float(block.situation.aim_ev100 < DIM_EV100)
    return np.asarray(dim * (1.0 - block.tuned))


def battery_minutes(block: Block) -> Floats:
    """Minutes one cell lasts at this draw and temperature, shape (K, 1); a drone's flight less its reserve."""
    situation = block.situation
    if situation.device.flight_minutes is not None:
        fresh = situation.device.battery.capacity_wh
        left = situation.cell_wh / fresh * (1.0 - situation.device.landing_reserve)
        return np.full(block.draw_w.shape, situation.device.flight_minutes * left)
    return np.asarray(60.0 * (situation.cell_wh + situation.bank_wh) / block.draw_w)


def _power(block: Block) -> Floats:
    return np.asarray(np.log2(1.0 + block.situation.brief.running_minutes / battery_minutes(block)))


def _power_fact(block: Block) -> str:
    minutes = one(battery_minutes(block))
    wanted = block.situation.brief.running_minutes
    return f"{one(block.draw_w):.1f} W: a cell lasts {minutes:.0f} min, {wanted:g} min wanted"


def _heat(block: Block) -> Floats:
    minutes = heat_minutes(block)
    return np.log2(np.maximum(block.situation.brief.running_minutes / np.maximum(minutes, 0.1), 1.0))


def heat_minutes(block: Block) -> Floats:
    """Minutes one run lasts before the body stops for heat, shape (K, 1); infinite where it never does."""
    situation = block.situation
    body = situation.body
    if body is None:
        return np.full(block.draw_w.shape, np.inf)
    return minutes_to_limit(body, power_w=block.draw_w, air_c=situation.brief.temperature_c, cooling=situation.cooling)


def _heat_fact(block: Block) -> str:
    minutes, wanted = one(heat_minutes(block)), block.situation.brief.running_minutes
    lasts = "never stops for heat" if np.isinf(minutes) else f"stops for heat after about {minutes:.0f} min"
    return f"{one(block.draw_w):.1f} W at {block.situation.brief.temperature_c:g} °C {lasts}, {wanted:g} min wanted"


TABLE = (
    Consideration(
        "noise",
        "Noise from too little light",
        "both",
        0.5,
        _noise,
        _noise_fact,
        "EMVA 1288; wanted figure assumed",
        warn_above=1.0,
        about=(Setting.SHUTTER, Setting.ND_FILTER, Setting.FRAME_RATE, Setting.RESOLUTION, Setting.VIEW),
    ),
    Consideration(
        "pixels-missing",
        "Pixels missing for the film",
        "frame",
        1.0,
        _missing,
        _pixels_fact,
        "crop arithmetic",
        warn_above=0.2,
        about=(Setting.RESOLUTION, Setting.FRAME_SHAPE, Setting.STABILISATION),
    ),
    Consideration(
        "pixels-wish",
        "Room to crop and steady",
        "frame",
        0.5,
        _short_of_wish,
        _pixels_fact,
        "assumed",
        axis=Axis.RESOLUTION,
        about=(Setting.RESOLUTION, Setting.FRAME_SHAPE, Setting.STABILISATION),
    ),
    Consideration(
        "pixels-spare",
        "Pixels nobody needs",
        "frame",
        1.0,
        _spare,
        _pixels_fact,
        "assumed",
        axis=Axis.RESOLUTION,
        about=(Setting.RESOLUTION, Setting.FRAME_SHAPE),
    ),
    Consideration("view", "View for the scene", "frame", 1.0, _view, _view_fact, "assumed", about=(Setting.VIEW,)),
    Consideration(
        "focus",
        "Closer than the lens focuses",
        "frame",
        4.0,
        _focus,
        _focus_fact,
        "close focus of the lens",
        about=(Setting.VIEW,),
    ),
    Consideration(
        "sensor-share",
        "Sensor left unread",
        "frame",
        0.25,
        _sensor_share,
        _view_fact,
        "share of the sensor's width",
        about=(Setting.VIEW,),
    ),
    Consideration(
        "diffraction",
        "Softness of a small aperture",
        "frame",
        0.6,
        _diffraction,
        lambda b: f"f/{b.f_number:g} leaves a point {one(b.airy_px):.1f} px wide",
        "Airy disc, 2.44 λ N",
        about=(Setting.APERTURE,),
    ),
    Consideration(
        "untuned",
        "Mode not tuned for low light",
        "frame",
        0.5,
        _untuned,
        lambda b: "tuned for low light" if one(b.tuned) else "not tuned for low light",
        "assumed",
        about=(Setting.RESOLUTION, Setting.FRAME_SHAPE, Setting.FRAME_RATE),
    ),
    Consideration(
        "power",
        "Battery",
        "frame",
        0.35,
        _power,
        _power_fact,
        "Wh over W; cold share assumed",
        warn_above=0.6,
        about=(Setting.RESOLUTION, Setting.FRAME_RATE, Setting.FRAME_SHAPE),
    ),
    Consideration(
        "heat",
        "Heat",
        "frame",
        0.8,
        _heat,
        _heat_fact,
        "one-node heat model, assumed until calibrated",
        warn_above=0.4,
        about=(Setting.RESOLUTION, Setting.FRAME_RATE),
    ),
)
