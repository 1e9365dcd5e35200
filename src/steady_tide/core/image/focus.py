"""Depth of field: what is sharp beside the distance focused on."""

from typing import Final, NamedTuple

from steady_tide.core.quantities import require_positive
from steady_tide.core.thresholds import threshold

UNSHARP_PX: Final = threshold("focus.unsharp")
"""A point this many delivered pixels across still passes for sharp. **Assumed**."""


class Sharp(NamedTuple):
    """From where to where it is sharp [m]; far is infinite from the hyperfocal distance on."""

    near_m: float
    far_m: float
    hyperfocal_m: float


def depth_of_field(*, focal_mm: float, f_number: float, blur_mm: float, distance_m: float) -> Sharp:
    """What is sharp around a distance focused on [m], by the thin lens.

    blur_mm: diameter of the circle that passes for a point. Hyperfocal H = f^2 / (N c) + f; near = H s / (H + (s - f)),
    far = H s / (H - (s - f)).
    """
    for name, value in (("focal_mm", focal_mm), ("f_number", f_number), ("blur_mm", blur_mm)):
        require_positive(name, value)
    f = focal_mm / 1000.0
    hyperfocal = focal_mm**2 / (f_number * blur_mm) / 1000.0 + f
    beyond = distance_m - f
    near = hyperfocal * distance_m / (hyperfocal + beyond)
    far = hyperfocal * distance_m / (hyperfocal - beyond) if beyond < hyperfocal else float("inf")
    return Sharp(near, far, hyperfocal)
