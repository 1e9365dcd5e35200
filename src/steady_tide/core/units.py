"""The unit of a field, told by its name: names carry their units, and this table says how they are written."""

from typing import Final

WHOLE: Final = {
    "bit_rates": "Mbit/s",
    "cuts_out_below": "share",
    "crop": "share",
    "crop_room": "share",
    "editing_load": "0 to 1",
    "ev100": "EV",
    "external_drive_above": "fps",
    "f_number": "f/",
    "f_numbers": "f/",
    "flight_minutes": "min",
    "health": "share",
    "hours": "hours",
    "kelvin": "K",
    "kelvins": "K",
    "landing_reserve": "share",
    "least": "share",
    "long_side_px": "px long",
    "lumens": "lm",
    "lux": "lx",
    "lux_at_1_m": "lx",
    "minute": "min",
    "minutes": "min",
    "most": "share",
    "nm": "nm",
    "prnu": "share",
    "rate": "fps",
    "removes": "share",
    "ripple": "0 to 1",
    "share": "share",
    "share_at_0_c": "share",
    "shadow_lift": "stops",
    "shortest_shutter": "s",
    "shutters": "s",
    "slowed": "×",
    "stops": "stops",
    "recorded_rate": "fps",
    "timeline_rate": "fps",
}
"""Names that say it as a whole."""

ENDINGS: Final = {
    "_k_per_w": "K/W",
    "_deg_per_s": "°/s",
    "_mb_s": "MB/s",
    "_m_s": "m/s",
    "_minutes": "min",
    "_months": "months",
    "_stops": "stops",
    "_share": "share",
    "_biases": "stops",
    "_okta": "/ 8",
    "_deg": "°",
    "_mm": "mm",
    "_um": "µm",
    "_nm": "nm",
    "_px": "px",
    "_wh": "Wh",
    "_gb": "GB",
    "_mb": "MB",
    "_hz": "Hz",
    "_iso": "ISO",
    "_c": "°C",
    "_e": "e⁻",
    "_w": "W",
    "_m": "m",
    "_s": "s",
}
"""Endings that say it, longer ones first."""


def unit_of(name: str) -> str | None:
    """The unit of a field of a document, as it is written beside it; None where it has none."""
    if name in WHOLE:
        return WHOLE[name]
    return next((unit for ending, unit in ENDINGS.items() if name.endswith(ending)), None)
