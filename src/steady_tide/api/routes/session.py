"""Sign-in, sign-up, sign-out, and who is signed in."""

from datetime import datetime
from typing import Annotated

from fastapi import APIRouter, Depends, Request, Response
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from steady_tide.api.context import COOKIE, ConnectionTurn, PasswordTurn, Service, ServiceOf, Token, address_of
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.texts import Name
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.habits import Habits
from steady_tide.demo.load import load_demo
from steady_tide.desk.accounts.authentication import (
    SESSION_DAYS,
    NotSignedIn,
    account_of,
    close_session,
    create_account,
    may_enter,
    may_join,
    open_session,
    sign_in,
    use_invitation,
)
from steady_tide.desk.preferences.habits import chosen
from steady_tide.desk.records.access import From
from steady_tide.settings import Registration
from steady_tide.store.errors import NotFound
from steady_tide.store.tables import Account

router = APIRouter(prefix="/api/session", tags=["session"], responses=RESPONSES)

Email = Annotated[str, StringConstraints(strip_whitespace=True, max_length=254, pattern=r"^[^@\s]+@[^@\s]+\.[^@\s]+$")]


class Credentials(BaseModel):
    """Address and password."""

    model_config = ConfigDict(extra="forbid")
    email: Email
    password: str = Field(max_length=200)


class NewAccount(Credentials):
    """What a new account is made of."""

    name: Name
    invitation: str = Field(default="", max_length=100)


class WhoAmI(BaseModel):
    """Who is signed in, if anybody; `demo` when the service offers its demo creator.

    registration: who may make an account. goes_at: when the account is deleted, unless that is regretted.
    habits: how quantities are told, where that was chosen.
    """

    name: str | None
    email: str | None
    demo: bool
    registration: Registration
    goes_at: datetime | None = None
    habits: Habits | None = None


async def come_from(request: Request) -> From:
    """From where a request comes."""
    return From(address=address_of(request), agent=request.headers.get("user-agent", "")[:200])


FromOf = Annotated[From, Depends(come_from)]


def _who(service: Service, account: Account) -> WhoAmI:
    return WhoAmI(
        name=account.name,
        email=account.email,
        demo=service.demo,
        registration=service.registration,
        goes_at=account.delete_after,
        habits=chosen(account),
    )


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
    return _who(service, account)


@router.get("", dependencies=[ConnectionTurn])
def who_am_i(service: ServiceOf, token: Token = None) -> WhoAmI:
    """Who is signed in."""
    with service.database.session() as session:
        try:
            account = account_of(session, token)
        except NotSignedIn:
            return WhoAmI(name=None, email=None, demo=service.demo, registration=service.registration)
        return _who(service, account)


@router.post("", dependencies=[PasswordTurn])
def enter(service: ServiceOf, response: Response, come_from: FromOf, credentials: Credentials) -> WhoAmI:
    """Sign in."""
    email = credentials.email
    may_enter(service.database, email=email, come_from=come_from)
    with service.database.session() as session:
        account = sign_in(session, email=email, password=credentials.password, come_from=come_from)
        token = open_session(session, account, come_from) if account is not None else ""
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
def join(service: ServiceOf, response: Response, come_from: FromOf, new: NewAccount) -> WhoAmI:
    """Make an account and sign in, where this service lets people."""
    if service.registration == "closed":
        raise BadInput([Problem(("email",), "this service takes no new accounts; ask whoever runs it")])
    may_join(service.database, email=new.email, come_from=come_from)
    with service.database.session() as session:
        if service.registration == "invited":
            use_invitation(session, new.invitation)
        account = create_account(session, email=new.email, name=new.name, password=new.password)
        token = open_session(session, account, come_from)
    return _signed_in(service, response, account, token)


@router.delete("", status_code=204, dependencies=[ConnectionTurn])
def leave(service: ServiceOf, response: Response, token: Token = None) -> None:
    """Sign out."""
    with service.database.session() as session:
        close_session(session, token)
    response.delete_cookie(COOKIE, path="/")
