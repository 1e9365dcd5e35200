"""Preset economy: many scenes, few preset slots; which scenes can share one, and what that costs."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Final

import numpy as np

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.planner import landscape_of, plan_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.plan.search.cheapest import cheapest
from steady_tide.core.quantities import Floats

FITTED_BY_HAND: Final = (Setting.ND_FILTER, Setting.COLOUR_FILTER, Setting.LAMP, Setting.SUPPORT)
"""What is fitted, not dialled in: it leaves nothing behind in a preset, and may differ where one is shared."""
IMPOSSIBLE: Final = 1e6
SAME: Final = 0.02
"""Losses nearer than this [stops-equivalents] count as equal: then fewer presets win."""
EXACT_SCENES: Final = 12
"""Up to this many scenes every choice of presets is tried; beyond, one is given up at a time."""


@dataclass(frozen=True)
class Wanted:
    """A scene on one camera: its brief, its stance, its pins."""

    key: str
    name: str
    brief: Brief
    stance: Stance
    pins: Mapping[str, object]


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


def economy(scenes: Sequence[Wanted], device: Device, *, bag: Sequence[BagItem] = ()) -> Economy:
    """Group the scenes of a camera into at most its preset slots so that the loss is least.

    The loss of a scene in another's preset is what its best set costs more with every stored
    value of that preset pinned; filters and supports may still change. Ties: the earlier scene.
    """
    plans, left_out = {}, []
    for one in scenes:
        try:
            made = plan_scene(one.brief, device, stance=one.stance, bag=bag, pins=one.pins)
        except BadInput as error:
            left_out.append(f"{one.name}: {error.problems[0].message}")
            continue
        if isinstance(made, Plan):
            plans[one.key] = made
        else:
            left_out.append(f"{one.name}: {made.words}")
    able = [one for one in scenes if one.key in plans]
    if not able:
        return Economy(slots=device.preset_slots, presets=[], cost=0.0, left_out=left_out)
    loss = _losses(able, plans, device, bag)
    chosen = _choose(loss, device.preset_slots)
    least = loss[:, chosen].min(axis=1)
    return Economy(
        slots=device.preset_slots,
        presets=_written(able, plans, loss, chosen),
        cost=round(float(np.where(least < IMPOSSIBLE, least, 0.0).sum()), 2),
        left_out=left_out,
    )


def stored(plan: Plan) -> dict[str, Value]:
    """The values of a plan that a preset keeps."""
    return {one.setting.value: one.value for one in plan.decisions if one.setting not in FITTED_BY_HAND}


def _losses(scenes: Sequence[Wanted], plans: Mapping[str, Plan], device: Device, bag: Sequence[BagItem]) -> Floats:
    """What each scene (rows) loses with the preset of each other (columns), shape (n, n)."""
    loss = np.zeros((len(scenes), len(scenes)))
    for row, scene in enumerate(scenes):
        free = plans[scene.key]
        for column, other in enumerate(scenes):
            if row != column:
                loss[row, column] = _loss(scene, free, plans[other.key], device, bag)
    return loss


def _loss(scene: Wanted, free: Plan, other: Plan, device: Device, bag: Sequence[BagItem]) -> float:
    values = stored(other)
    if any(str(values.get(name, value)) != str(value) for name, value in scene.pins.items()):
        return IMPOSSIBLE
    landscape = landscape_of(scene.brief, device, stance=scene.stance, bag=bag, pins=values)
    found = cheapest(landscape) if landscape is not None else None
    if found is None:
        return IMPOSSIBLE
    simple = sum(
        next((option.cost or 0.0 for option in one.options if option.value == values.get(one.setting.value)), 0.0)
        for one in free.decisions
        if one.setting not in SEARCHED_ANYWAY and one.setting.value in values
    )
    return max(found.cost - free.cost, 0.0) + simple


SEARCHED_ANYWAY: Final = frozenset(
    {
        Setting.FRAME_SHAPE, Setting.RESOLUTION, Setting.FRAME_RATE, Setting.VIEW, Setting.STABILISATION, Setting.CODEC,
        Setting.BIT_DEPTH, Setting.BIT_RATE, Setting.APERTURE, Setting.SHUTTER, Setting.ND_FILTER, Setting.ISO_FLOOR,
        Setting.ISO_CEILING, Setting.COLOUR_PROFILE, Setting.EXPOSURE_BIAS,
    }
)  # fmt: skip
"""Settings whose price is in the total already; the others' prices are added."""


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
    values = {one.setting: one for one in preset.decisions}
    return [
        f"{SETTINGS[one.setting].in_text} {values[one.setting].text} instead of {one.text}"
        for one in wanted.decisions
        if one.setting in values
        and one.setting not in FITTED_BY_HAND
        and str(values[one.setting].value) != str(one.value)
    ]
