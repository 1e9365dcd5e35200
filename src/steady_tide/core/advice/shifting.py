"""A scene in other light."""

from steady_tide.core.light.level import ComputedLight, EvLight, level
from steady_tide.core.plan.problem.brief import Brief


def shifted(brief: Brief, stops: float) -> Brief:
    """A scene with so much more light [stops]: the expected, darkest and brightest alike."""
    light = brief.light
    moved: dict[str, float] = {}
    if light.kind == "condition":
        moved["shift_stops"] = light.shift_stops + stops
    elif light.kind == "lux":
        moved["lux"] = light.lux * 2.0**stops
    elif isinstance(light, EvLight | ComputedLight):
        moved["ev100"] = light.ev100 + stops
    elif light.kind == "lamps":
        known = level(light)
        light = ComputedLight(**{**known.model_dump(), "ev100": known.ev100 + stops})
    else:
        moved["shade_stops"] = light.shade_stops - stops
    return brief.model_copy(update={"light": light.model_copy(update=moved)})
