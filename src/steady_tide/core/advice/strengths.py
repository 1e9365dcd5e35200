"""What a camera is good at: the planner's cost of a standard scene of each scenario."""

from collections.abc import Sequence
from typing import Final

import numpy as np

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.account.explain import PointView, turns
from steady_tide.core.plan.planner import landscape_of, written
from steady_tide.core.plan.prices.consideration import DIM_EV100
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.plan.search.landscape import Landscape

STANDARD_SCENES: Final[dict[str, Brief]] = {
    "Diving in green water, slowed twice": Brief.read(
        {
            "scenario": "underwater", "light": {"kind": "condition", "condition": "water-green-shallow"},
            "falls_stops": 1, "rises_stops": 1, "carried": "tray", "subject_speed_m_s": 0.3, "subject_distance_m": 1,
            "water": {"depth_m": 6, "colour": "green", "port": "flat"}, "delivery": {"slowed": 2},
        }
    ),
    "Walking a lit street at night": Brief.read(
        {
            "scenario": "low-light", "light": {"kind": "condition", "condition": "lit-street"}, "carried": "walking",
            "falls_stops": 1, "rises_stops": 1,
        }
    ),
    "Riding in sun and shade": Brief.read(
        {
            "scenario": "motion", "light": {"kind": "condition", "condition": "sun"}, "falls_stops": 3,
            "carried": "riding", "subject_speed_m_s": 5, "subject_distance_m": 5, "point_of_view": True,
        }
    ),
    "Sport in sun, slowed eight times": Brief.read(
        {
            "scenario": "motion", "light": {"kind": "condition", "condition": "sun"}, "carried": "standing",
            "subject_speed_m_s": 8, "subject_distance_m": 8, "delivery": {"slowed": 8},
        }
    ),
    "A product on a lit table": Brief.read(
        {
            "scenario": "product", "light": {"kind": "condition", "condition": "table-panel"}, "carried": "tripod",
            "falls_stops": 0, "rises_stops": 0, "subject_speed_m_s": 0, "subject_distance_m": 0.7,
        }
    ),
}  # fmt: skip
"""A standard scene a scenario, by its words; planned under a middle stance."""


class ModeStrength(Part):
    """A mode in one scene at its best: what it costs more than the best mode [stops-equivalents], mostly for what."""

    mode: str
    cost: float
    reason: str


class Strength(Part):
    """How one camera does in one standard scene. cost: stops-equivalents, None when it cannot be done there.

    best, weakest: its modes at the ends of the scale there. pays: what even the best set pays most.
    """

    scene: str
    cost: float | None
    words: str
    pays: str
    best: ModeStrength | None = None
    weakest: ModeStrength | None = None


def strengths(device: Device, bag: Sequence[BagItem]) -> list[Strength]:
    """Every standard scene on a camera, with the best set for it and what that set pays most."""
    return [_strength(scene, brief, device, bag) for scene, brief in STANDARD_SCENES.items()]


def _strength(scene: str, brief: Brief, device: Device, bag: Sequence[BagItem]) -> Strength:
    try:
        landscape = landscape_of(brief, device, stance=Stance(), bag=bag)
    except BadInput as error:
        return Strength(scene=scene, cost=None, words=error.problems[0].message, pays="")
    point = landscape.chosen() if landscape is not None else None
    assert landscape is not None and point is not None, "without pins something always fits"
    made = written(landscape, point)
    dearest = made.prices[0] if made.prices else None
    best, weakest = _ends(landscape)
    return Strength(
        scene=scene,
        cost=made.cost,
        words=made.headline,
        pays=f"{dearest.label.lower()}: {dearest.words}" if dearest else "",
        best=best,
        weakest=weakest,
    )


def _ends(landscape: Landscape) -> tuple[ModeStrength, ModeStrength]:
    """The modes that do best and worst, each at its best set."""
    totals = {index: landscape.by_frame(index, None) for index in landscape.profiles_allowed()}
    modes = landscape.situation.device.modes
    rows: list[tuple[float, int, int]] = []
    for mode in range(len(modes)):
        of_mode = landscape.frames.mode == mode
        cost, index, frame = min(
            (float(total[row]), index, row)
            for index, total in totals.items()
            for row in [int(np.argmin(np.where(of_mode, total, np.inf)))]
        )
        if np.isfinite(cost):
            rows.append((cost, index, frame))
    (least, best_index, best_frame), (most, worst_index, worst_frame) = min(rows), max(rows)
    best = PointView(landscape, landscape.point_of(best_index, best_frame))
    worst = PointView(landscape, landscape.point_of(worst_index, worst_frame))
    against = [turn for turn, _ in turns(best, worst) if turn.difference > 0]
    reason = against[0].label.lower() if against else ""
    tuned = "tuned for low light" if best.block.mode.low_light_tuned and _dim(landscape) else ""
    return (
        ModeStrength(mode=best.block.mode.words, cost=0.0, reason=tuned),
        ModeStrength(mode=worst.block.mode.words, cost=round(most - least, 1), reason=reason),
    )


def _dim(landscape: Landscape) -> bool:
    return landscape.situation.aim_ev100 < DIM_EV100
