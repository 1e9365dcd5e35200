"""Any device a creator may describe: a strategy over whole documents, odd ones included."""

from typing import Any

from hypothesis import strategies as st
from hypothesis.strategies import DrawFn

SHUTTERS = ["1/24", "1/30", "1/50", "1/60", "1/100", "1/120", "1/240", "1/500", "1/1000", "1/4000"]
ISOS = [50, 100, 200, 400, 800, 1600, 3200, 6400]
KINDS = ["widest", "wide", "rectilinear", "rectilinear-level", "narrow", "ultra-wide", "standard", "telephoto"]
SIZES = [
    ("16:9", "4K", 3840, 2160),
    ("16:9", "1080", 1920, 1080),
    ("4:3", "2.7K", 2704, 2028),
    ("9:16", "V", 1080, 1920),
]


def some(values: list[Any], *, least: int = 1) -> st.SearchStrategy[list[Any]]:
    """A few of the values, in their order."""
    chosen = st.sets(st.sampled_from(range(len(values))), min_size=least, max_size=len(values))
    return chosen.map(lambda found: [values[index] for index in sorted(found)])


@st.composite
def lenses(draw: DrawFn, key: str) -> dict[str, Any]:
    f_numbers = draw(st.sampled_from([[], [2.8, 4.0, 5.6], [1.8, 2.2]]))
    sensor = {
        "columns": draw(st.integers(2000, 6000)), "rows": draw(st.integers(1500, 5000)),
        "pixel_pitch_um": draw(st.floats(0.6, 4)), "quantum_efficiency": draw(st.floats(0.3, 0.9)),
        "read_noise_e": draw(st.floats(0, 8)), "full_well_e": 5000, "prnu": draw(st.floats(0, 0.05)),
    }  # fmt: skip
    return {"key": key, "label": key, "f_number": f_numbers[0] if f_numbers else draw(st.floats(1.2, 5.6)),
            "f_numbers": f_numbers, "close_focus_m": draw(st.floats(0.05, 5)), "sensor": sensor}  # fmt: skip


@st.composite
def modes(draw: DrawFn, views: list[str], levels: list[str], codecs: list[str]) -> list[dict[str, Any]]:
    found = []
    rates = ["24000/1001", "25", "30", "60", "120"]
    for shape, name, width, height in draw(some(SIZES)):
        for rate in draw(some(rates)):
            found.append({
                "frame_shape": shape, "resolution": name, "width_px": width, "height_px": height, "rate": rate,
                "views": draw(some(views)), "stabilisation": draw(some(levels)),
                "bit_rates": {codec: draw(some([8, 60, 120])) for codec in draw(some(codecs))},
                "draw_w": draw(st.floats(1, 12)), "photosite_share": draw(st.sampled_from([1, 0.5, 0.25])),
            })  # fmt: skip
    return found


@st.composite
def documents(draw: DrawFn) -> dict[str, Any]:
    """A device document that may or may not hang together; mostly it does."""
    lens_keys = draw(some(["main", "tele"]))
    views = [
        {"key": f"v{index}", "label": kind, "kind": kind, "lens": draw(st.sampled_from(lens_keys)),
         "projection": "rectilinear", "horizontal_fov_deg": draw(st.floats(10, 150)),
         "sensor_share": draw(st.floats(0.3, 1))}
        for index, kind in enumerate(draw(some(KINDS)))
    ]  # fmt: skip
    levels = [
        {"key": "off", "label": "Off", "removes": 0},
        {"key": "on", "label": "On", "removes": 0.8, "crop": draw(st.sampled_from([0.1, 0.3, None]))},
        {"key": "axis", "label": "Axis", "removes": 0.9, "optical": True},
    ]
    used = draw(some(levels))
    codecs = [{"key": "avc", "label": "avc", "bit_depths": [8], "efficiency": 1, "editing_load": 0.2},
              {"key": "hevc", "label": "hevc", "bit_depths": draw(some([8, 10])),
               "efficiency": 1.7, "editing_load": 0.6}]  # fmt: skip
    isos, settable = draw(some(ISOS)), draw(st.booleans())
    profiles = [
        {"key": curve, "label": curve, "curve": curve, "base_iso": draw(st.sampled_from(isos)),
         "bit_depth": 10 if curve == "log" else 8, "headroom_stops": draw(st.floats(2, 6)), "shadow_lift": 0.5}
        for curve in draw(some(["log", "flat", "neutral", "vivid"]))
    ]  # fmt: skip
    shutters = draw(some(SHUTTERS, least=0))
    return {
        "key": "any", "name": "Any", "kind": draw(st.sampled_from(["action-camera", "phone", "drone"])),
        "lenses": [draw(lenses(key)) for key in lens_keys], "views": views, "stabilisation": used, "codecs": codecs,
        "modes": draw(modes([v["key"] for v in views], [v["key"] for v in used], ["avc", "hevc"])),
        "shutters": shutters, "automatic_shutter": draw(st.booleans()), "shortest_shutter": "1/8000",
        "exposure_programme": draw(st.sampled_from(["shutter-first", "short-shutter", "shared"])),
        "iso": {"values": isos, "settable": settable}, "exposure_biases": draw(some([-2.0, -0.5, 0.0, 1.0])),
        "profiles": profiles, "white_balance": {"kelvins": draw(some([3200, 5600], least=0)), "automatic": True},
        "choices": {"sharpening": ["low", "high"], "beeps": ["off", "on"]},
        "left_alone": draw(some(["beeps"], least=0)),
        "menu": [{"setting": "sharpening", "label": "Edge", "default": "high"},
                 {"setting": "beeps", "label": "Beeps", "default": "on"}],
        "battery": {"capacity_wh": draw(st.floats(1, 40)), "share_at_0_c": 0.6}, "depth_rating_m": 10,
        "heat_limit_minutes": draw(st.none() | st.floats(2, 90)), "card_mb_s": draw(st.floats(5, 200)),
    }  # fmt: skip
