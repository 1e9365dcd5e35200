"""What would help most: changes outside the camera, each told by planning the scene with it."""

from collections.abc import Sequence
from typing import Any, Final

from pydantic import Field

from steady_tide.core.advice.interventions import Hour, Intervention, Kind, Need, runs_away, tries
from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.message import Message, Told, clauses, number, say
from steady_tide.core.plan.account.plan import Conflict, Plan, Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import Priced, priced_scene
from steady_tide.core.plan.problem.problem import PlanningProblem

TOLD: Final = 3
TRIED: Final = 8
"""So many changes are planned with: a set without its reasons takes about a third of a plan's time."""
LEAST_SAVED: Final = 0.3
LEAST_STOPS: Final = 0.3
"""A change that saves no more than this, and holds no more light, is not worth telling. **Assumed**."""
MOST_DEARER: Final = 4.0
"""Another look is told up to this price. **Assumed**."""
RUNAWAY_STOPS: Final = 1.0
CHANGED_TOLD: Final = 3


class Help(Part):
    """A change that helps. saves: stops-equivalents less to pay; held_stops: how much more of the light is held.

    item: what to get. changes: of the brief, by path. device_key: of the other camera. setting, value: what to pin, for
    another look. start: the other hour [minutes of the day].
    """

    key: str
    kind: Kind
    label: Told
    told: Message
    saves: float
    held_stops: float
    needed: bool = Field(default=False, description="Whether the scene cannot be filmed to its end without.")
    item: BagItem | None = None
    changes: dict[str, Any] = {}
    device_key: str | None = None
    setting: Setting | None = None
    value: Value | None = None
    start: float | None = Field(default=None, description="Another hour [minutes after midnight].")


def helps(
    problem: PlanningProblem,
    plan: Plan,
    spaces: Spaces | None = None,
    *,
    others: Sequence[Device] = (),
    hours: Sequence[Hour] = (),
) -> list[Help]:
    """The one to three changes that help a plan most; none where it is steady and pays little.

    others: cameras that could take it. hours: when else it may be.
    """
    shared = spaces or Spaces()
    here = _planned(problem, shared)
    needs = _needs(problem, plan)
    if here is None or not needs:
        return []
    found = [
        help_
        for attempt in list(tries(problem, plan, needs, others, hours))[:TRIED]
        if (there := _planned(attempt.problem, shared)) is not None
        and (help_ := _help(attempt, here, there)) is not None
    ]
    looks = [one for one in found if one.kind == "look" and one.saves > -MOST_DEARER]
    better = _least_lifted([one for one in found if one.kind != "look" and _worth(one)])
    better.sort(key=_rank)
    return [*better[:TOLD], *looks[: max(TOLD - len(better), 0)]]


def _least_lifted(found: list[Help]) -> list[Help]:
    """Those found, of higher limits only the lowest that holds as much."""
    limits = [one for one in found if one.kind == "limit"]
    most = max((one.held_stops for one in limits), default=0.0)
    enough = next((one for one in limits if one.held_stops > most - LEAST_STOPS), None)
    return [one for one in found if one.kind != "limit" or one is enough]


def _rank(one: Help) -> tuple[bool, bool, float, str]:
    """What is needed first, then what gains most; noise that is put up with last."""
    return not one.needed, one.kind == "limit", -(max(one.saves, 0.0) + max(one.held_stops, 0.0)), one.key


def _worth(one: Help) -> bool:
    gains = one.saves >= LEAST_SAVED or one.held_stops >= LEAST_STOPS
    if one.kind == "limit":
        # It costs noise by its nature: it is worth what light it holds.
        return one.held_stops >= LEAST_STOPS
    return one.needed or (gains and one.saves > -LEAST_SAVED and one.held_stops > -LEAST_STOPS)


NEED_OF: Final[dict[str, tuple[Need, ...]]] = {
    "noise": ("more-light",),
    "off-aim": (),
    "hopeless": ("more-light",),
    "lamp-missing": ("more-light",),
    "smear": ("steadier",),
    "unsteady": ("steadier",),
    "support-missing": ("steadier",),
    "cells-short": ("power",),
    "power": ("power",),
    "cards-short": ("room",),
    "card-speed": ("room",),
    "room": ("room",),
}
"""What a price that is paid dearly asks for."""


def _needs(problem: PlanningProblem, plan: Plan) -> set[Need]:
    """What the plan lacks, by its marks and by what it pays."""
    needs: set[Need] = {need for price in plan.prices for need in NEED_OF.get(price.key, ())}
    if plan.cautions_of("no-housing"):
        needs.add("housing")
    lights = {light.name: light for light in plan.in_light}
    if not plan.reach.holds_bright or lights["brightest"].error_stops > LEAST_STOPS or runs_away(plan) > RUNAWAY_STOPS:
        needs.add("less-light")
    if not plan.reach.holds_dark or lights["darkest"].error_stops < -LEAST_STOPS * 2:
        needs.add("more-light")
    if problem.device.kind == "phone" and problem.brief.scenario in ("everyday", "scenic", "talking", "product"):
        needs.add("look")
    return needs


def _planned(problem: PlanningProblem, spaces: Spaces) -> Priced | None:
    try:
        made = priced_scene(problem, spaces)
    except BadInput:
        return None
    return None if isinstance(made, Conflict) else made


def _help(attempt: Intervention, here: Priced, there: Priced) -> Help | None:
    saves = here.cost - there.cost
    held = here.short_stops - there.short_stops
    return Help(
        key=attempt.key,
        kind=attempt.kind,
        label=attempt.label,
        told=attempt.told or _told(attempt, here.sketch, there.sketch, saves, held),
        saves=round(saves, 2),
        held_stops=round(held, 2),
        needed=attempt.needed,
        item=attempt.item,
        changes=dict(attempt.changes),
        device_key=attempt.problem.device.key if attempt.kind == "camera" else None,
        setting=attempt.setting,
        value=attempt.value,
        start=attempt.start,
    )


UNTOLD: Final = (Setting.LAMP_LEVEL, Setting.SUPPORT, Setting.LAMP, Setting.ND_FILTER, Setting.EXPOSURE_BIAS)
"""Settings that follow from the change itself."""


def _told(attempt: Intervention, here: Sketch, there: Sketch, saves: float, held: float) -> Message:
    """What it would do, in one sentence."""
    if attempt.kind == "look":
        return say("help-look", look=attempt.label, dearer=number(max(-saves, 0.0), "stops", 1))
    would = []
    if attempt.kind == "camera":
        would.append(say("help-takes", headline=there.headline))
    if held >= LEAST_STOPS:
        low, high = (number(mark.ev100, "ratio", 1) for mark in (there.reach.low, there.reach.high))
        would.append(say("help-holds", low=low, high=high, better=number(held, "stops", 1)))
    changed = [
        SETTINGS[setting].in_text_before(text)
        for setting, text in there.texts.items()
        if here.texts.get(setting) != text and setting not in UNTOLD
    ]
    if changed and not would:
        would.append(say("help-allows", settings=[*changed[:CHANGED_TOLD]]))
    if saves >= LEAST_SAVED and held < LEAST_STOPS:
        less = number(saves, "stops", 1)
        would.append(say("help-saves-too", less=less) if would else say("help-saves", less=less))
    return say("help", thing=attempt.label, would=clauses(would or [say("help-eases")]))
