"""What to do when the light is otherwise than planned, worked out before it is: taken along where nobody can plan."""

from collections.abc import Mapping
from typing import Final, Literal

from steady_tide.core.advice.shifting import shifted
from steady_tide.core.day.second import picture_of
from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.exposure.reach import EndKind
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import sketch_scene
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.quantities import counted

FallbackKey = Literal[
    "darker-3", "darker-2", "darker-1", "brighter-1", "brighter-2", "brighter-3", "no-filter", "no-lamp"
]
SHIFTS: Final[Mapping[FallbackKey, int]] = {
    "darker-3": -3, "darker-2": -2, "darker-1": -1, "brighter-1": 1, "brighter-2": 2, "brighter-3": 3,
}  # fmt: skip
WITHOUT: Final[Mapping[FallbackKey, Setting]] = {"no-filter": Setting.ND_FILTER, "no-lamp": Setting.LAMP}
_ISO: Final = (Setting.ISO_FLOOR, Setting.ISO_CEILING, Setting.EXPOSURE_BIAS)
SMALL_CHANGES: Final = (_ISO, (*_ISO, Setting.SHUTTER))
"""What is moved first where light is otherwise: what is dialled without touching lens or picture."""
LABELS: Final[Mapping[FallbackKey, str]] = {
    "no-filter": "without the filter",
    "no-lamp": "without the lamp",
}


class FallbackChange(Part):
    """A setting that stands otherwise than in the set as planned."""

    setting: Setting
    label: str
    before: str
    value: Value
    text: str


class Fallback(Part):
    """A set for other light, or for want of something. stops: how much more light there is than planned.

    ev100: the light it is for [EV at ISO 100]; low, high: its marks, with what ends it there. holds: whether its
    light lies between them. same_picture: whether only what exposes differs. refused: why there is none, in words.
    """

    key: FallbackKey
    label: str
    stops: float
    ev100: float
    low_ev100: float | None = None
    high_ev100: float | None = None
    low_end: EndKind | None = None
    high_end: EndKind | None = None
    holds: bool = False
    same_picture: bool = True
    headline: str = ""
    changes: list[FallbackChange] = []
    values: dict[Setting, Value] = {}
    refused: str = ""


def fallbacks(problem: PlanningProblem, here: Sketch, spaces: Spaces | None = None) -> list[Fallback]:
    """Sets for one, two and three stops less and more, and without filter or lamp where the set has one.

    here: the set as planned. The picture is kept where a set with it holds: scenes are to cut together.
    """
    shared = spaces or Spaces()
    level = problem.brief.level.ev100
    found = []
    for key, stops in SHIFTS.items():
        asked = problem.otherwise(brief=shifted(problem.brief, stops))
        found.append(_fallback(key, here, asked, shared, ev100=level + stops, stops=stops))
    for key, setting in WITHOUT.items():
        if here.values.get(setting, NO_FILTER) != NO_FILTER:
            asked = problem.otherwise(pins={**problem.pins, setting: NO_FILTER})
            found.append(_fallback(key, here, asked, shared, ev100=level, stops=0))
    return found


def _fallback(
    key: FallbackKey, here: Sketch, asked: PlanningProblem, spaces: Spaces, *, ev100: float, stops: float
) -> Fallback:
    label = LABELS.get(key) or f"{counted(abs(int(stops)), 'stop')} {'brighter' if stops > 0 else 'darker'}"
    try:
        there, same = _sketched(here, asked, spaces, ev100)
    except BadInput as error:
        return Fallback(key=key, label=label, stops=stops, ev100=ev100, refused=str(error.problems[0].message))
    if there is None:
        return Fallback(key=key, label=label, stops=stops, ev100=ev100, refused="No set is possible then.")
    return Fallback(
        key=key,
        label=label,
        stops=stops,
        ev100=round(ev100, 2),
        low_ev100=there.reach.low.ev100,
        high_ev100=there.reach.high.ev100,
        low_end=there.reach.low.end,
        high_end=there.reach.high.end,
        holds=_holds(there, ev100),
        same_picture=same,
        headline=there.headline,
        changes=_changes(here, there),
        values=there.values,
    )


def _sketched(here: Sketch, asked: PlanningProblem, spaces: Spaces, ev100: float) -> tuple[Sketch | None, bool]:
    """The set with the fewest changes that holds; whether it is the same picture.

    None where it holds as it is; only ISO, then shutter and ISO; then whatever keeps the picture, then any.
    """
    own = set(asked.pins)
    as_pinned = all(here.values.get(setting) == value for setting, value in asked.pins.items())
    if as_pinned and _holds(here, ev100):
        return here, True
    for moved in SMALL_CHANGES:
        dialled = {setting: value for setting, value in here.values.items() if setting not in (*moved, *own)}
        little = _set(asked.otherwise(pins={**dialled, **asked.pins}), spaces)
        if little is not None and _holds(little, ev100):
            return little, True
    pins = {setting: value for setting, value in picture_of(here).items() if setting not in own}
    kept = _set(asked.otherwise(pins={**pins, **asked.pins}), spaces)
    if kept is not None and _holds(kept, ev100):
        return kept, True
    free = _set(asked, spaces)
    if kept is None or (free is not None and _holds(free, ev100)):
        return free, False
    return kept, True


def _set(problem: PlanningProblem, spaces: Spaces) -> Sketch | None:
    made = sketch_scene(problem, spaces)
    return made if isinstance(made, Sketch) else None


def _holds(sketch: Sketch, ev100: float) -> bool:
    return sketch.reach.low.ev100 <= ev100 <= sketch.reach.high.ev100


def _changes(here: Sketch, there: Sketch) -> list[FallbackChange]:
    """What is otherwise, what is fitted by hand first."""
    found = [
        FallbackChange(
            setting=setting,
            label=SETTINGS[setting].label,
            before=here.texts.get(setting, "nothing"),
            value=there.values[setting],
            text=there.texts[setting],
        )
        for setting in Setting
        if setting in there.values and there.values[setting] != here.values.get(setting)
    ]
    return sorted(found, key=lambda one: not SETTINGS[one.setting].by_hand)
