"""Sign-in, sign-up, sign-out, and who is signed in."""

from typing import Annotated

from fastapi import APIRouter, Response
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from steady_tide.api.context import COOKIE, ConnectionTurn, PasswordTurn, Service, ServiceOf, Token
from steady_tide.api.problems import RESPONSES
from steady_tide.core.errors import BadInput, Problem
from steady_tide.demo.load import load_demo
from steady_tide.desk.accounts import (
    SESSION_DAYS,
    NotSignedIn,
    account_of,
    close_session,
    create_account,
    open_session,
    sign_in,
)
from steady_tide.store.errors import NotFound
from steady_tide.store.tables import Account

router = APIRouter(prefix="/api/session", tags=["session"], responses=RESPONSES)

Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Email = Annotated[str, StringConstraints(strip_whitespace=True, max_length=254, pattern=r"^[^@\s]+@[^@\s]+\.[^@\s]+$")]


class Credentials(BaseModel):
    """Address and password."""

    model_config = ConfigDict(extra="forbid")
    email: Email
    password: str = Field(max_length=200)


class NewAccount(Credentials):
    """What a new account is made of."""

    name: Name


class WhoAmI(BaseModel):
    """Who is signed in, if anybody; `demo` when the service offers its demo creator."""

    name: str | None
    email: str | None
    demo: bool


def _signed_in(service: Service, response: Response, account: Account, token: str) -> WhoAmI:
    response.set_cookie(
        COOKIE,
        token,
        max_age=SESSION_DAYS * 86_400,
        httponly=True,
        samesite="lax",
        secure=service.https,
        path="/",
    )
    return WhoAmI(name=account.name, email=account.email, demo=service.demo)


@router.get("", dependencies=[ConnectionTurn])
def who_am_i(service: ServiceOf, token: Token = None) -> WhoAmI:
    """Who is signed in."""
    with service.database.session() as session:
        try:
            account = account_of(session, token)
        except NotSignedIn:
            return WhoAmI(name=None, email=None, demo=service.demo)
        return WhoAmI(name=account.name, email=account.email, demo=service.demo)


@router.post("", dependencies=[PasswordTurn])
def enter(service: ServiceOf, response: Response, credentials: Credentials) -> WhoAmI:
    """Sign in."""
    with service.database.session() as session:
        account = sign_in(session, email=credentials.email, password=credentials.password)
        token = open_session(session, account) if account is not None else ""
    if account is None:
        raise BadInput([Problem(("password",), "address and password do not belong together")])
    return _signed_in(service, response, account, token)


@router.post("/demo", dependencies=[PasswordTurn])
def enter_demo(service: ServiceOf, response: Response) -> WhoAmI:
    """Sign the demo's creator in; there is no such thing outside the demo."""
    if not service.demo:
        raise NotFound("this is not the demo")
    with service.database.session() as session:
        account = load_demo(session)
        token = open_session(session, account)
    return _signed_in(service, response, account, token)


@router.post("/accounts", status_code=201, dependencies=[PasswordTurn])
def join(service: ServiceOf, response: Response, new: NewAccount) -> WhoAmI:
    """Make an account and sign in."""
    with service.database.session() as session:
        account = create_account(session, email=new.email, name=new.name, password=new.password)
        token = open_session(session, account)
    return _signed_in(service, response, account, token)


@router.delete("", status_code=204, dependencies=[ConnectionTurn])
def leave(service: ServiceOf, response: Response, token: Token = None) -> None:
    """Sign out."""
    with service.database.session() as session:
        close_session(session, token)
    response.delete_cookie(COOKIE, path="/")
