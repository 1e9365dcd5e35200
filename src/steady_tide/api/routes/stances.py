"""Schools and the numbers behind the plans, as one account holds them."""

from typing import Annotated

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from steady_tide.api.context import RowsOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.desk.preferences.stances import RuleView, SchoolView, Stances

router = APIRouter(prefix="/api", tags=["stances"], responses=RESPONSES)


class SchoolRequest(BaseModel):
    """A stance to keep as an own school, with its one line."""

    model_config = ConfigDict(extra="forbid")
    stance: Stance
    line: Annotated[str, StringConstraints(strip_whitespace=True, max_length=160)] = ""


class SchoolEdit(SchoolRequest):
    """An own school as it shall be. before: what the edit began with; changes made elsewhere since are kept beside."""

    before: SchoolRequest


class UsualRequest(BaseModel):
    """The school that holds where nothing else is said."""

    model_config = ConfigDict(extra="forbid")
    school: Annotated[str, Field(max_length=60)]


class WeightRequest(BaseModel):
    """How much a consideration counts, or null for what it ships with."""

    model_config = ConfigDict(extra="forbid")
    weight: float | None = Field(allow_inf_nan=False)


@router.get("/schools")
def schools(rows: RowsOf) -> list[SchoolView]:
    """Every school, the account's own last."""
    return Stances(rows).schools()


@router.post("/schools", status_code=201)
def save(rows: RowsOf, school: SchoolRequest) -> SchoolView:
    """Keep a stance as a new school."""
    return Stances(rows).save(school.stance, line=school.line)


@router.put("/schools/usual")
def choose_usual(rows: RowsOf, choice: UsualRequest) -> list[SchoolView]:
    """Choose the school that holds where neither scene nor shoot says another."""
    return Stances(rows).choose_usual(choice.school)


@router.put("/schools/{key}")
def change(rows: RowsOf, key: str, school: SchoolEdit) -> SchoolView:
    """Change an own school; everything planned under it is planned anew."""
    return Stances(rows).save(school.stance, line=school.line, key=key, before=school.before.model_dump(mode="json"))


@router.delete("/schools/{key}")
def delete(rows: RowsOf, key: str) -> list[SchoolView]:
    """Forget an own school."""
    return Stances(rows).delete(key)


@router.get("/rules")
def rules(rows: RowsOf) -> list[RuleView]:
    """Every consideration with its weight, its source, and what it is a reason for."""
    return Stances(rows).rules()


@router.put("/rules/{key}")
def weigh(rows: RowsOf, key: str, change: WeightRequest) -> list[RuleView]:
    """Let a consideration count otherwise in this account's plans."""
    return Stances(rows).weigh(key, change.weight)
