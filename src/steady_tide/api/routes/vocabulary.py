"""The words of the job that the interface offers: conditions, schools, ways to carry, settings."""

from typing import Annotated, get_args

from fastapi import APIRouter, Query
from pydantic import BaseModel

from steady_tide.api.context import ServiceOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.core.advice.sums import LONGEST_TEXT, SUMS, Answered, quick_sum
from steady_tide.core.kit.settings import ROOMS, SETTINGS, Setting
from steady_tide.core.light.conditions import CONDITIONS, Condition
from steady_tide.core.light.gazetteer import LONGEST_SOUGHT, Town
from steady_tide.core.light.lamplight import LAMP_CLASSES
from steady_tide.core.light.water import WATER_LABEL
from steady_tide.core.motion.blur import SHAKE_DEG_PER_S
from steady_tide.core.plan.problem.stance import AXIS_LABELS, SCHOOLS, School, Stance
from steady_tide.core.quick.table import AskedSum, SumName, names, worked
from steady_tide.core.quick.worked import Worked
from steady_tide.desk.inventory.templates import TEMPLATES, template

router = APIRouter(prefix="/api/vocabulary", tags=["vocabulary"])


class CarryingWord(BaseModel):
    """A way to carry the camera with its assumed shake [degrees/s]."""

    key: str
    shake_deg_per_s: float


class SettingWord(BaseModel):
    """A setting's ordinary name."""

    key: Setting
    label: str
    room: str
    unit: str


class TemplateWord(BaseModel):
    """A plain camera to start a description from."""

    key: str
    name: str


class AxisWord(BaseModel):
    """A disagreement with its positions."""

    key: str
    label: str
    positions: list[str]


class Word(BaseModel):
    """A key of the documents and how it is read."""

    key: str
    label: str


class LampClassWord(Word):
    """A lighting class with its illuminance [lx]."""

    lux: float


class Vocabulary(BaseModel):
    """Everything the interface offers by name."""

    conditions: list[Condition]
    schools: list[School]
    carrying: list[CarryingWord]
    rooms: list[str]
    settings: list[SettingWord]
    templates: list[TemplateWord]
    axes: list[AxisWord]
    waters: list[Word]
    lamp_classes: list[LampClassWord]
    sums: list[str]


@router.get("")
def vocabulary() -> Vocabulary:
    """All words at once; they change only with the product."""
    return Vocabulary(
        conditions=list(CONDITIONS),
        schools=list(SCHOOLS),
        carrying=[CarryingWord(key=key, shake_deg_per_s=rate) for key, rate in SHAKE_DEG_PER_S.items()],
        rooms=list(ROOMS),
        settings=[SettingWord(key=key, **word._asdict()) for key, word in SETTINGS.items()],
        templates=[TemplateWord(key=key, name=template(key).name) for key in TEMPLATES],
        axes=[
            AxisWord(key=axis.value, label=label, positions=list(get_args(Stance.model_fields[axis.value].annotation)))
            for axis, label in AXIS_LABELS.items()
        ],
        waters=[Word(key=key, label=label) for key, label in WATER_LABEL.items()],
        lamp_classes=[LampClassWord(key=key, label=one.label, lux=one.lux) for key, one in LAMP_CLASSES.items()],
        sums=[one.example for one in SUMS],
    )


@router.get("/towns", responses=RESPONSES)
def towns(service: ServiceOf, sought: Annotated[str, Query(max_length=LONGEST_SOUGHT)]) -> list[Town]:
    """Towns that are called so, the largest first; a point as people write it, by itself."""
    return service.shared.gazetteer.find(sought)


@router.get("/sums")
def quick_sums() -> list[SumName]:
    """The quick sums there are."""
    return names()


@router.post("/sums", responses=RESPONSES)
def work_sum_out(asked: AskedSum) -> Worked:
    """A quick sum worked out; what is left out has a usual value."""
    return worked(asked)


@router.get("/sum", responses=RESPONSES)
def one_sum(text: Annotated[str, Query(max_length=LONGEST_TEXT)]) -> Answered | None:
    """The answer to a quick sum as people write it, "1/50 at 25"; null where the text is none."""
    return quick_sum(text)
