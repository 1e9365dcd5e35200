"""The first card: a camera from memory and a plan for it, before there is an account."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np

from steady_tide.core.day.scene_light import Around, lit_brief, scene_light
from steady_tide.core.first import Answers, bag_of, brief_of, school_of
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.likely import CLASS_BY_KEY, Class, Remembered, likely
from steady_tide.core.light.almanac import EventKind, Place
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.desk.compute.heavens import Heavens
from steady_tide.desk.compute.inputs import Inputs, solve
from steady_tide.desk.compute.planners import Planners
from steady_tide.desk.inventory.templates import template
from steady_tide.desk.views import Outcome, View


def remembered(kind: Class, said: Remembered, *, key: str, name: str) -> Device:
    """A camera of a plain class with what its owner remembers. Raises BadInput where that cannot be a camera."""
    return likely(template(CLASS_BY_KEY[kind].template), said, key=key, name=name)


@dataclass(frozen=True)
class Hour:
    """When and where a scene is filmed: local day, minutes after its midnight, cloud [okta]."""

    place: Place
    day: date
    starts: int
    ends: int
    cloud_okta: float


class HourView(View):
    """The sky at an hour: the sun's height, the open sky's light, and when the sun crosses the horizon that day.

    zone: whose clock it is; sunrise, sunset [minutes after local midnight], None where it does not.
    """

    zone: str
    sun_altitude_deg: float
    ev100: float
    sunrise: int | None
    sunset: int | None


def seen(hour: Hour, heavens: Heavens) -> HourView:
    """What the sky is like in the middle of an hour."""
    sky, middle = heavens.sky(hour.place, hour.day), (hour.starts + hour.ends) / 2.0
    crossed = {event.kind: event.at for event in heavens.events(hour.place, hour.day).events}

    def minute(kind: EventKind) -> int | None:
        at = crossed.get(kind)
        return None if at is None else round((at - sky.start).total_seconds() / 60.0)

    return HourView(
        zone=sky.zone,
        sun_altitude_deg=round(float(np.interp(middle, sky.minutes, sky.sun_deg)), 1),
        ev100=round(float(np.interp(middle, sky.minutes, sky.ev100(hour.cloud_okta))), 2),
        sunrise=minute("sunrise"),
        sunset=minute("sunset"),
    )


def first_problem(device: Device, answers: Answers, brief: Brief, own: Sequence[BagItem] = ()) -> PlanningProblem:
    """A scene for a camera, with one's own bag and what was said to be there. brief: with its light worked out."""
    bag = (*own, *bag_of(answers, own))
    return PlanningProblem.of(brief, device, stance=SCHOOL_BY_KEY[school_of(answers)].stance, bag=bag)


def first_brief(answers: Answers, hour: Hour | None, heavens: Heavens) -> Brief:
    """The brief that answers make, its light still that of place and hour where that was said."""
    return brief_of(answers, None if hour is None else seen(hour, heavens).ev100)


def lit(brief: Brief, hour: Hour, heavens: Heavens) -> Brief:
    """The brief with its light worked out for place and hour, where that is how its light is told."""
    around = Around(heavens.sky(hour.place, hour.day), hour.cloud_okta, hour.starts, hour.ends)
    return lit_brief(brief, scene_light(brief, around), around)


def first_plan(planners: Planners, problem: PlanningProblem) -> Outcome:
    """A plan for it."""
    return solve(Inputs(problem, "", ""), planners)
