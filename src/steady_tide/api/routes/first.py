"""The first card, before signing up: a camera from memory, and a plan. Nothing of it is kept here."""

from datetime import date
from typing import Annotated, Final

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field

from steady_tide.api.context import PlannerTurn, Service, ServiceOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.texts import Name
from steady_tide.core.advice.helps import Help
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.first import Answers, bag_of, school_of
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device, checked
from steady_tide.core.kit.likely import CLASSES, Class, Remembered
from steady_tide.core.light.almanac import Place
from steady_tide.core.light.level import SkyLight
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.typed import TypedNumbers
from steady_tide.desk.compute import planners
from steady_tide.desk.compute.heavens import NIGHT_MINUTES
from steady_tide.desk.kit.first import Hour, HourView, first_brief, first_plan, first_problem, lit, remembered, seen
from steady_tide.desk.views import Outcome

MOST_THINGS: Final = 500
"""Things of a bag that are sent along."""

router = APIRouter(prefix="/api/first", tags=["first"], responses=RESPONSES)


class ClassView(BaseModel):
    """A plain class of camera, and what is usual for it."""

    key: Class
    kind: str
    label: str
    usual: Remembered


class CameraRequest(BaseModel):
    """What is remembered of a camera."""

    model_config = ConfigDict(extra="forbid")
    kind: Class
    said: Remembered
    name: Name = "My camera"
    key: Annotated[str, Field(pattern=r"^[a-z0-9]+(-[a-z0-9]+)*$", max_length=60)] = "my-camera"


class HourRequest(TypedNumbers):
    """Where and when it is filmed: minutes after local midnight, cloud in eighths."""

    model_config = ConfigDict(extra="forbid")
    latitude_deg: float = Field(ge=-90, le=90, allow_inf_nan=False)
    longitude_deg: float = Field(ge=-180, le=180, allow_inf_nan=False)
    day: date = Field(ge=date(1990, 1, 1), le=date(2100, 12, 31))
    starts: int = Field(ge=0, le=1439)
    minutes: int = Field(default=30, ge=0, le=1440)
    cloud_okta: float = Field(default=2, ge=0, le=8, allow_inf_nan=False)

    def told(self) -> Hour:
        """What the desk is told."""
        place = Place(self.latitude_deg, self.longitude_deg)
        ends = min(self.starts + self.minutes, 1439 + NIGHT_MINUTES)
        return Hour(place, self.day, self.starts, ends, self.cloud_okta)


class BriefRequest(BaseModel):
    """What was answered. hour: for light told by place and hour. bag: what there is already."""

    model_config = ConfigDict(extra="forbid")
    answers: Answers
    hour: HourRequest | None = None
    bag: Annotated[list[BagItem], Field(max_length=MOST_THINGS)] = []

    def brief(self, service: Service) -> Brief:
        """What it makes, its light as it was told."""
        hour = self.hour.told() if self.hour is not None else None
        return first_brief(self.answers, hour, service.shared.heavens)


class PlanRequest(BriefRequest):
    """What was answered, for a camera that need not be kept."""

    device: Device

    def problem(self, service: Service) -> PlanningProblem:
        """What is planned, its light worked out. Raises BadInput where place and hour are wanted for it."""
        brief = self.brief(service)
        if self.hour is not None:
            brief = lit(brief, self.hour.told(), service.shared.heavens)
        elif isinstance(brief.light, SkyLight):
            raise BadInput([Problem(("hour",), "say where and when: the light follows place and hour")])
        return first_problem(checked(self.device), self.answers, brief, self.bag)


class BriefView(BaseModel):
    """What answers make: a brief, the key of the school that decides, and what is to go into the bag for it."""

    brief: Brief
    school: str
    bag: list[BagItem]


@router.get("/classes")
def classes() -> list[ClassView]:
    """Plain classes of cameras, by kind and age."""
    return [ClassView(key=one.key, kind=one.kind, label=one.label, usual=one.usual) for one in CLASSES]


@router.post("/camera")
def camera(told: CameraRequest) -> Device:
    """A whole camera document from what is remembered; what is assumed is marked."""
    return remembered(told.kind, told.said, key=told.key, name=told.name)


@router.post("/sky", dependencies=[PlannerTurn])
def sky(service: ServiceOf, hour: HourRequest) -> HourView:
    """What the sky is like there and then."""
    return seen(hour.told(), service.shared.heavens)


@router.post("/brief", dependencies=[PlannerTurn])
def brief(service: ServiceOf, told: BriefRequest) -> BriefView:
    """The brief, the school and what is to go into the bag, to be kept."""
    answers = told.answers
    return BriefView(brief=told.brief(service), school=school_of(answers), bag=bag_of(answers, told.bag))


@router.post("/helps", dependencies=[PlannerTurn])
def helps(service: ServiceOf, told: PlanRequest) -> list[Help]:
    """What would help such a plan most; nothing is kept."""
    problem = told.problem(service)
    outcome = first_plan(service.shared.planners, problem)
    if not isinstance(outcome, Plan):
        return []
    return service.shared.planners.ask(planners.helpful, problem, outcome, [], [])


@router.post("/plan", dependencies=[PlannerTurn])
def plan(service: ServiceOf, told: PlanRequest) -> Outcome:
    """A plan with what was said to be there; nothing is kept."""
    return first_plan(service.shared.planners, told.problem(service))
