"""Preset economy: many scenes, few preset slots; which scenes can share one, and what that costs."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Final

import numpy as np

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import landscape_of, plan_scene, repinned
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.search.landscape import Landscape
from steady_tide.core.quantities import Floats

IMPOSSIBLE: Final = 1e6
SAME: Final = 0.02
"""Losses nearer than this [stops-equivalents] count as equal: then fewer presets win."""
EXACT_SCENES: Final = 12
"""Up to this many scenes every choice of presets is tried; beyond, one is given up at a time."""


@dataclass(frozen=True)
class Wanted:
    """A scene on one camera, as it is to be planned there."""

    key: str
    name: str
    problem: PlanningProblem


class Compromise(Part):
    """A scene that uses another's preset: what that costs it [stops-equivalents], None where it cannot."""

    key: str
    name: str
    cost: float | None
    differs: list[str]


class Preset(Part):
    """One slot: the scene it is made for, and the scenes that make do with it."""

    key: str
    name: str
    headline: str
    shared_by: list[Compromise]


class Economy(Part):
    """Scenes in the fewest presets that lose least. left_out: scenes that have no plan to share, with the reason."""

    slots: int
    presets: list[Preset]
    cost: float
    left_out: list[str]


def economy(scenes: Sequence[Wanted], slots: int, spaces: Spaces | None = None) -> Economy:
    """Group the scenes of a camera into at most its preset slots so that the loss is least.

    The loss of a scene in another's preset is what its best set costs more with every stored
    value of that preset pinned; filters and supports may still change. Ties: the earlier scene.
    """
    shared = spaces or Spaces()
    plans, left_out = {}, []
    for scene in scenes:
        try:
            made = plan_scene(scene.problem, shared)
        except BadInput as error:
            left_out.append(f"{scene.name}: {error.problems[0].message}")
            continue
        if isinstance(made, Plan):
            plans[scene.key] = made
        else:
            left_out.append(f"{scene.name}: {made.words}")
    able = [scene for scene in scenes if scene.key in plans]
    if not able:
        return Economy(slots=slots, presets=[], cost=0.0, left_out=left_out)
    loss = _losses(able, plans, shared)
    chosen = _choose(loss, slots)
    least = loss[:, chosen].min(axis=1)
    return Economy(
        slots=slots,
        presets=_written(able, plans, loss, chosen),
        cost=round(float(np.where(least < IMPOSSIBLE, least, 0.0).sum()), 2),
        left_out=left_out,
    )


def stored(plan: Plan) -> dict[Setting, Value]:
    """The values of a plan that a preset keeps: what is fitted by hand leaves nothing behind in it."""
    return {made.setting: made.value for made in plan.decisions if not SETTINGS[made.setting].by_hand}


def _losses(scenes: Sequence[Wanted], plans: Mapping[str, Plan], spaces: Spaces) -> Floats:
    """What each scene (rows) loses with the preset of each other (columns), shape (n, n)."""
    loss = np.zeros((len(scenes), len(scenes)))
    presets = [stored(plans[scene.key]) for scene in scenes]
    for row, scene in enumerate(scenes):
        free = landscape_of(scene.problem.otherwise(pins={}), spaces)
        for column, preset in enumerate(presets):
            if row != column:
                pinned = scene.problem.pins.items()
                able = all(str(preset.get(setting, value)) == str(value) for setting, value in pinned)
                loss[row, column] = _loss(free, plans[scene.key], preset) if able and free else IMPOSSIBLE
    return loss


def _loss(free: Landscape, own: Plan, preset: Mapping[Setting, Value]) -> float:
    """What a scene loses with another's preset [stops-equivalents]. free: the scene with nothing pinned."""
    landscape = repinned(free, preset)
    if landscape is None:
        return IMPOSSIBLE
    least = min(landscape.least(profile) for profile in landscape.profiles_allowed())
    simple = sum(
        next((option.cost or 0.0 for option in made.options if option.value == preset.get(made.setting)), 0.0)
        for made in own.decisions
        if made.setting in preset and not (SETTINGS[made.setting].searched or made.setting is Setting.EXPOSURE_BIAS)
    )
    return max(least - own.cost, 0.0) + simple


def _choose(loss: Floats, slots: int) -> list[int]:
    """The columns to keep so that the least losses of the rows sum lowest; fewer where nothing is lost by it."""
    count = len(loss)
    if count > EXACT_SCENES:
        return _give_up_one_at_a_time(loss, slots)
    best: tuple[float, list[int]] | None = None
    for size in range(1, min(slots, count) + 1):
        for columns in combinations(range(count), size):
            total = float(loss[:, columns].min(axis=1).sum())
            if best is None or total < best[0] - SAME:
                best = (total, list(columns))
    assert best is not None, "there is a scene"
    return best[1]


def _give_up_one_at_a_time(loss: Floats, slots: int) -> list[int]:
    kept = list(range(len(loss)))
    while len(kept) > slots:
        rest = [[column for column in kept if column != gone] for gone in kept]
        kept = min(rest, key=lambda columns: float(loss[:, columns].min(axis=1).sum()))
    return kept


def _written(scenes: Sequence[Wanted], plans: Mapping[str, Plan], loss: Floats, chosen: list[int]) -> list[Preset]:
    home = [chosen[int(np.argmin(loss[row, chosen]))] for row in range(len(scenes))]
    presets = []
    for column in chosen:
        keeper = scenes[column]
        sharing = [row for row in range(len(scenes)) if home[row] == column and row != column]
        shared = [
            Compromise(
                key=scenes[row].key,
                name=scenes[row].name,
                cost=round(float(loss[row, column]), 2) if loss[row, column] < IMPOSSIBLE else None,
                differs=_differs(plans[scenes[row].key], plans[keeper.key]),
            )
            for row in sharing
        ]
        headline = plans[keeper.key].headline
        presets.append(Preset(key=keeper.key, name=keeper.name, headline=headline, shared_by=shared))
    return presets


def _differs(wanted: Plan, preset: Plan) -> list[str]:
    values = {decision.setting: decision for decision in preset.decisions}
    return [
        f"{SETTINGS[decision.setting].in_text} {values[decision.setting].text} instead of {decision.text}"
        for decision in wanted.decisions
        if decision.setting in values
        and not SETTINGS[decision.setting].by_hand
        and str(values[decision.setting].value) != str(decision.value)
    ]
