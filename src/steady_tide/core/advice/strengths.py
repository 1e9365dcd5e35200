"""What a camera is good at: the planner's cost of a standard scene of each scenario."""

from collections.abc import Sequence
from typing import Final

import numpy as np

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import label_in_text
from steady_tide.core.message import Told, say
from steady_tide.core.plan.account.candidates import Candidates
from steady_tide.core.plan.account.explain import TURNS_TOLD, UNTOLD
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import landscape_of, written
from steady_tide.core.plan.prices.book import BOOK
from steady_tide.core.plan.prices.consideration import DIM_EV100
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.plan.search.costs import first_least
from steady_tide.core.plan.search.landscape import Landscape, Point
from steady_tide.core.quantities import Floats

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
    words: Told
    pays: Told
    best: ModeStrength | None = None
    weakest: ModeStrength | None = None


def strengths(device: Device, bag: Sequence[BagItem], spaces: Spaces | None = None) -> list[Strength]:
    """Every standard scene on a camera, with the best set for it and what that set pays most."""
    shared = spaces or Spaces()
    problems = {scene: PlanningProblem(brief, device, Stance(), tuple(bag)) for scene, brief in STANDARD_SCENES.items()}
    return [_strength(scene, problem, shared) for scene, problem in problems.items()]


def _strength(scene: str, problem: PlanningProblem, spaces: Spaces) -> Strength:
    try:
        landscape = landscape_of(problem, spaces)
    except BadInput as error:
        return Strength(scene=scene, cost=None, words=error.problems[0].message, pays="")
    point = landscape.chosen() if landscape is not None else None
    assert landscape is not None and point is not None, "without pins something always fits"
    made = written(landscape, point)
    if made.alerts:
        return Strength(scene=scene, cost=None, words=made.alerts[0], pays="")
    dearest = made.prices[0] if made.prices else None
    best, weakest = _ends(landscape)
    return Strength(
        scene=scene,
        cost=made.cost,
        words=made.headline,
        pays=say("pays", price=label_in_text(dearest.label), told=dearest.told) if dearest else "",
        best=best,
        weakest=weakest,
    )


def _ends(landscape: Landscape) -> tuple[ModeStrength, ModeStrength]:
    """The modes that do best and worst, each at its best set."""
    profiles = landscape.profiles_allowed()
    totals = np.array([landscape.by_frame((profile, None)) for profile in profiles])
    of_mode = landscape.device.frames.mode
    least = np.full(len(landscape.device.modes), np.inf)
    np.minimum.at(least, of_mode, totals.min(axis=0))
    able = np.flatnonzero(np.isfinite(least))
    best, worst = int(able[np.argmin(least[able])]), int(able[np.argmax(least[able])])
    points = [_best_of(landscape, profiles, np.where(of_mode == mode, totals, np.inf)) for mode in (best, worst)]
    looked = Candidates(landscape, points)
    against = [key for key, apart in looked.differences(0, 1, most=TURNS_TOLD, untold=UNTOLD) if apart > 0]
    modes = landscape.device.modes
    dim = landscape.situation.aim_ev100 < DIM_EV100
    tuned = "tuned for low light" if modes[best].low_light_tuned and dim else ""
    dearer = round(float(least[worst] - least[best]), 1)
    reason = BOOK[against[0]].label.lower() if against else ""
    return (
        ModeStrength(mode=modes[best].words, cost=0.0, reason=tuned),
        ModeStrength(mode=modes[worst].words, cost=dearer, reason=reason),
    )


def _best_of(landscape: Landscape, profiles: list[int], totals: Floats) -> Point:
    """The cheapest set by totals over profiles and frames, shape (profiles, K)."""
    row, frame = np.unravel_index(first_least(totals.reshape(-1)), totals.shape)
    return landscape.point_of(profiles[int(row)], int(frame))
