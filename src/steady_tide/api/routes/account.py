"""One's own account: password, sessions, everything out and in, and leaving."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Response
from pydantic import BaseModel, ConfigDict, Field

from steady_tide.api.context import JobsOf, PasswordTurn, PlainOf, RowsOf, Token
from steady_tide.api.downloads import download
from steady_tide.api.guards.bodies import largest
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.uploads import Uploaded
from steady_tide.core.habits import Habits
from steady_tide.core.ready.upkeep import Upkeep
from steady_tide.desk.accounts.own import Own, OwnView
from steady_tide.desk.archive.archive import Archives
from steady_tide.desk.preferences.habits import choose, habits_of
from steady_tide.desk.preferences.upkeep import keep_upkeep, upkeep_of
from steady_tide.formats.archive import LARGEST_ARCHIVE
from steady_tide.work.jobs import JobView
from steady_tide.work.kinds import ARCHIVE

router = APIRouter(prefix="/api/account", tags=["account"], responses=RESPONSES)
ZIP = {"application/zip": {"schema": {"type": "string", "format": "binary"}}}
Secret = Annotated[str, Field(max_length=200)]


async def own_of(rows: RowsOf, token: Token = None) -> Own:
    """The account of whoever asks."""
    return Own(rows, token)


OwnOf = Annotated[Own, Depends(own_of)]


class PasswordChange(BaseModel):
    """The password as it was, and as it shall be."""

    model_config = ConfigDict(extra="forbid")
    old: Secret
    password: Secret


class Proof(BaseModel):
    """One's password, for what cannot be done by somebody who finds the browser open."""

    model_config = ConfigDict(extra="forbid")
    password: Secret


@router.get("")
def own(account: OwnOf) -> OwnView:
    """The account, and where it is signed in."""
    return account.view()


@router.get("/habits")
def habits(rows: RowsOf) -> Habits:
    """How quantities are told."""
    return habits_of(rows)


@router.put("/habits")
def choose_habits(rows: RowsOf, wish: Habits) -> Habits:
    """Have them told otherwise."""
    return choose(rows, wish)


@router.get("/upkeep")
def upkeep(rows: RowsOf) -> Upkeep:
    """What budgets of power and media rest on."""
    return upkeep_of(rows)


@router.put("/upkeep")
def change_upkeep(rows: RowsOf, wish: Upkeep) -> Upkeep:
    """Have them rest on other figures."""
    return keep_upkeep(rows, wish)


@router.put("/password", dependencies=[PasswordTurn])
def change_password(account: OwnOf, change: PasswordChange) -> OwnView:
    """Another password; every other browser is signed out."""
    return account.change_password(old=change.old, new=change.password)


@router.delete("/sessions")
def sign_out_elsewhere(account: OwnOf) -> OwnView:
    """Sign every other browser out."""
    return account.sign_out_elsewhere()


@router.delete("/sessions/{session_id}")
def sign_out(account: OwnOf, session_id: UUID) -> OwnView:
    """Sign one browser out."""
    return account.sign_out(session_id)


@router.get("/archive", response_class=Response, responses={200: {"content": ZIP}})
def take_out(at: PlainOf) -> Response:
    """Everything the account owns, as one archive of open formats."""
    return download(Archives(at).taken_out(), "application/zip", "steady-tide.zip")


@router.post(
    "/archive",
    status_code=202,
    openapi_extra={**largest(LARGEST_ARCHIVE), "requestBody": {"required": True, "content": ZIP}},
)
def bring_in(archive: Uploaded, jobs: JobsOf) -> JobView:
    """Bring an archive in beside what is there, all of it or nothing; the job that does so."""
    return jobs.begin(ARCHIVE, {}, file=archive)


@router.post("/leave", dependencies=[PasswordTurn])
def leave(account: OwnOf, proof: Proof) -> OwnView:
    """Delete the account in a week."""
    return account.leave(password=proof.password)


@router.post("/stay")
def stay(account: OwnOf) -> OwnView:
    """Regret it."""
    return account.stay()
