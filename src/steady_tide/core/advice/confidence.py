"""Confidence: which inputs a plan hangs on, so that one knows what to measure first."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from steady_tide.core.advice.shifting import shifted
from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.exposure.reach import ending
from steady_tide.core.message import Message, Told, number, say
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import plan_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem

DECISIVE_STOPS: Final = 0.3
"""A change of cost smaller than this without another decision is no news. **Assumed**."""


class Dependence(Part):
    """One input tried otherwise. weight: how much hangs on it, for sorting; words: what would happen."""

    key: str
    label: str
    words: Told
    weight: float
    measure: str


@dataclass(frozen=True)
class Trial:
    """An input tried otherwise: what it is called, how it is changed, how to be sure of it."""

    key: str
    label: str
    measure: str
    change: Callable[[Brief], Brief]
    applies: Callable[[Brief], bool] = lambda brief: True


def _shift(stops: float) -> Callable[[Brief], Brief]:
    return lambda brief: shifted(brief, stops)


def _with(**fields: Callable[[Brief], object]) -> Callable[[Brief], Brief]:
    return lambda brief: brief.model_copy(update={name: read(brief) for name, read in fields.items()})


METER: Final = "meter it at the subject, or film a grey card with known settings"
TRIALS: Final[tuple[Trial, ...]] = (
    Trial("darker", "One stop less light", METER, _shift(-1.0)),
    Trial("brighter", "One stop more light", METER, _shift(1.0)),
    Trial(
        "falls",
        "The light falls two stops further",
        "look where shade and cloud will be",
        _with(falls_stops=lambda b: b.falls_stops + 2),
    ),
    Trial(
        "faster",
        "The subject moves twice as fast",
        "film it once and count the frames it takes across",
        _with(subject_speed_m_s=lambda b: 2 * b.subject_speed_m_s),
        lambda b: b.subject_speed_m_s > 0,
    ),
    Trial(
        "nearer",
        "The subject at half the distance",
        "pace it out",
        _with(subject_distance_m=lambda b: b.subject_distance_m / 2),
    ),
    Trial(
        "longer",
        "It runs half as long again",
        "time a rehearsal",
        _with(minutes=lambda b: 1.5 * b.minutes),
        lambda b: not b.at_intervals,
    ),
    Trial(
        "colder",
        "Ten degrees colder",
        "look at the forecast",
        _with(temperature_c=lambda b: max(b.temperature_c - 10, -40.0)),
    ),
)


def hangs_on(problem: PlanningProblem, spaces: Spaces | None = None) -> list[Dependence]:
    """What would turn the plan, most decisive first. Raises BadInput as `plan_scene`; empty for wishes in conflict."""
    shared = spaces or Spaces()
    made = plan_scene(problem, shared)
    if not isinstance(made, Plan):
        return []
    told = (_tried(trial, problem, made, shared) for trial in TRIALS if trial.applies(problem.brief))
    return sorted((one for one in told if one is not None), key=lambda one: -one.weight)


def _tried(trial: Trial, problem: PlanningProblem, made: Plan, spaces: Spaces) -> Dependence | None:
    """What one input tried otherwise turns; None where it turns nothing, or where nothing can be planned with it."""
    try:
        other = plan_scene(problem.otherwise(brief=trial.change(problem.brief)), spaces)
    except BadInput:
        return None
    return _told(trial, made, other) if isinstance(other, Plan) else None


def _told(trial: Trial, here: Plan, there: Plan) -> Dependence | None:
    after = {one.setting: one for one in there.decisions}
    turned: list[Message | str] = [
        say("hangs-turned", label=one.label, there=after[one.setting].text, here=one.text)
        for one in here.decisions
        if one.setting in after and after[one.setting].value != one.value
    ]
    lost: list[Message | str] = []
    if here.reach.holds_dark and not there.reach.holds_dark:
        lost.append(say("hangs-dark", end=ending(there.reach.low.end)))
    if here.reach.holds_bright and not there.reach.holds_bright:
        lost.append(say("hangs-bright", end=ending(there.reach.high.end)))
    dearer = there.cost - here.cost
    if not turned and not lost and abs(dearer) < DECISIVE_STOPS:
        return None
    told = [*lost, *turned[:3]]
    if abs(dearer) >= DECISIVE_STOPS:
        told.append(say(f"hangs-{'dearer' if dearer > 0 else 'cheaper'}", cost=number(abs(dearer), "stops", 1)))
    words = say("hangs-on", each=[*told])
    weight = abs(dearer) + 0.5 * len(turned) + 2.0 * len(lost)
    return Dependence(key=trial.key, label=trial.label, words=words, weight=round(weight, 2), measure=trial.measure)
