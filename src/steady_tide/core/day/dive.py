"""Light down the water: a scene's light by depth against what its set holds, and dive profiles."""

from collections.abc import Sequence
from typing import Final

import numpy as np

from steady_tide.core.day.scene_light import Around, SceneLight, depth_along
from steady_tide.core.day.timeline import SLACK_STOPS
from steady_tide.core.document import Part
from steady_tide.core.light.underwater import WaterPath, water_loss_stops
from steady_tide.core.plan.problem.brief import MOST_POINTS, Brief, DivePoint, Water
from steady_tide.core.quantities import Floats, ev100_from_lux, lux_from_ev100

STEPS: Final = 41
LEAST_SHOWN_M: Final = 10.0


class Depths(Part):
    """Light by depth in the middle of the filming [EV at ISO 100], step_m apart from the surface down.

    steady_from_m, steady_to_m: the depths at which the set holds; both None where it holds at none.
    """

    step_m: float
    ev100: list[float]
    uncertainty_stops: float
    steady_from_m: float | None
    steady_to_m: float | None


def depth_levels(brief: Brief, light: SceneLight, around: Around, *, okta: float) -> tuple[Floats, Floats]:
    """Depths [m] and the light at each of them in the middle of the filming [EV at ISO 100], shapes (n,).

    Bound to the scene's own light at the depth it stands for, so that names and readings count.
    """
    water = brief.water
    assert water is not None, "only scenes under water have depths"
    deepest = max(LEAST_SHOWN_M, 1.25 * water.deepest_m)
    depths = np.linspace(0.0, deepest, STEPS)
    sun = float(np.interp(around.middle, around.sky.minutes, around.sky.sun_deg))
    here = float(np.interp(around.middle, around.sky.minutes, depth_along(water, around)))
    path = WaterPath(water.colour, np.append(depths, here), brief.subject_distance_m, sun, okta)
    lost = water_loss_stops(path)
    return depths, np.asarray(light.at(around.middle) + lost[-1] - lost[:-1])


def depths_of(
    brief: Brief,
    light: SceneLight,
    around: Around,
    *,
    okta: float,
    marks: Sequence[tuple[float, float]],
    lamp_lux: float = 0.0,
) -> Depths:
    """Light by depth, and where every camera of the scene holds. marks: low and high of each [EV at ISO 100].

    light: of the surroundings; lamp_lux: what a lamp adds on the subject at any depth [lx].
    """
    depths, levels = depth_levels(brief, light, around, okta=okta)
    levels = np.asarray(ev100_from_lux(np.asarray(lux_from_ev100(levels)) + lamp_lux))
    holds = np.ones(depths.shape, dtype=bool)
    for low, high in marks:
        holds &= (levels >= low - SLACK_STOPS) & (levels <= high + SLACK_STOPS)
    steady = depths[holds] if marks else depths[:0]
    return Depths(
        step_m=float(depths[1]),
        ev100=[round(float(value), 2) for value in levels],
        uncertainty_stops=round(float(np.interp(around.middle, light.minutes, light.uncertainty)), 2),
        steady_from_m=round(float(steady[0]), 1) if len(steady) else None,
        steady_to_m=round(float(steady[-1]), 1) if len(steady) else None,
    )


def thinned_profile(points: Sequence[DivePoint], most: int = MOST_POINTS) -> list[DivePoint]:
    """A profile in at most so many points: those whose loss would bend it least go first.

    Points at one minute become one, the deepest. Areas of the triangles with both neighbours rank them
    [VISVALINGAM].
    """
    deepest: dict[float, float] = {}
    for point in points:
        minute = round(point.minute, 3)
        deepest[minute] = max(deepest.get(minute, 0.0), point.depth_m)
    at = np.array(sorted(deepest))
    depths = np.array([deepest[minute] for minute in at])
    keep = np.arange(len(at))
    while len(keep) > most:
        x, y = at[keep], depths[keep]
        area = np.abs((x[1:-1] - x[:-2]) * (y[2:] - y[:-2]) - (x[2:] - x[:-2]) * (y[1:-1] - y[:-2]))
        drop = max(1, min(len(keep) - most, len(keep) // 8))
        keep = np.delete(keep, 1 + np.argsort(area, kind="stable")[:drop])
    return [DivePoint(minute=round(float(at[i]), 2), depth_m=round(float(depths[i]), 2)) for i in keep]


def with_profile(water: Water, points: Sequence[DivePoint]) -> Water:
    """The water of a scene with a profile: least and deepest depth follow it. Dives beyond 60 m are refused."""
    kept = thinned_profile(points)
    depths = [point.depth_m for point in kept]
    return Water.read(
        {
            **water.plain(),
            "profile": [point.plain() for point in kept],
            "depth_m": max(*depths, 0.5),
            "shallowest_m": min(*depths, 60.0),
        }
    )
