"""`./tide account`: who may come in, for whoever runs the service."""

import argparse
import secrets
from collections.abc import Callable
from typing import TYPE_CHECKING

from steady_tide.cli import BAD_INPUT, DONE

if TYPE_CHECKING:
    from steady_tide.store.database import Session

WAYS = {
    "list": "every account, with when it was made and whether it is open",
    "reset": "give an account a new password, and sign it out everywhere",
    "disable": "close an account without deleting anything",
    "enable": "open a closed account again",
    "delete": "delete an account with all it owns, at once",
    "invite": "print an invitation, for a service that takes accounts by invitation",
}


def add_commands(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """Add `account` with its ways."""
    parser = commands.add_parser("account", help="list accounts, reset a password, disable, delete, invite")
    ways = parser.add_subparsers(dest="way", metavar="WAY", required=True)
    for name, words in WAYS.items():
        way = ways.add_parser(name, help=words)
        if name not in ("list", "invite"):
            way.add_argument("email", help="address of the account")
        if name == "delete":
            way.add_argument("--yes", action="store_true", help="do not ask")
        way.set_defaults(run=run)


def run(arguments: argparse.Namespace) -> int:
    """Do one of them."""
    from steady_tide.core.errors import SteadyTideError
    from steady_tide.launch.cluster import ClusterError
    from steady_tide.launch.service import REAL, open_database
    from steady_tide.launch.words import StartError, say
    from steady_tide.settings import Settings

    if arguments.way == "delete" and not arguments.yes and not _sure(arguments.email):
        return BAD_INPUT
    try:
        with open_database(Settings(), REAL) as (database, _), database.session() as session:
            for line in DO[arguments.way](session, getattr(arguments, "email", "")):
                print(line)
    except (ClusterError, StartError, SteadyTideError, OSError) as error:
        say(str(error))
        return BAD_INPUT
    return DONE


def _sure(email: str) -> bool:
    typed = input(f"This deletes {email} with all it owns, at once. Type the address to go on: ")
    return typed.strip() == email


def _list(session: "Session", _: str) -> list[str]:
    from steady_tide.store.repositories.accounts import every_account

    rows = every_account(session)
    if not rows:
        return ["There is no account yet."]
    return [
        f"{row.email}  {row.name}  since {row.created_at:%Y-%m-%d}"
        + ("  closed" if row.disabled else "")
        + (f"  goes on {row.delete_after:%Y-%m-%d}" if row.delete_after else "")
        for row in rows
    ]


def _reset(session: "Session", email: str) -> list[str]:
    from steady_tide.desk.accounts.authentication import called, hashed
    from steady_tide.store.repositories.accounts import forget_sessions

    account, password = called(session, email), secrets.token_urlsafe(12)
    account.password_hash = hashed(password)
    forget_sessions(session, account.id)
    return [f"The new password of {account.email}: {password}", "Send it by another way than the address."]


def _close(session: "Session", email: str) -> list[str]:
    from steady_tide.desk.accounts.authentication import called

    account = called(session, email)
    account.disabled = True
    return [f"{account.email} is closed: nobody signs in, nothing is deleted."]


def _open(session: "Session", email: str) -> list[str]:
    from steady_tide.desk.accounts.authentication import called

    account = called(session, email)
    account.disabled, account.delete_after = False, None
    return [f"{account.email} is open."]


def _delete(session: "Session", email: str) -> list[str]:
    from steady_tide.desk.accounts.authentication import called, forget_account

    account = called(session, email)
    forget_account(session, account.id)
    return [f"{account.email} is deleted."]


def _invite(session: "Session", _: str) -> list[str]:
    from steady_tide.desk.accounts.authentication import invite

    return [f"Invitation, for one account: {invite(session)}"]


DO: "dict[str, Callable[[Session, str], list[str]]]" = {
    "list": _list,
    "reset": _reset,
    "disable": _close,
    "enable": _open,
    "delete": _delete,
    "invite": _invite,
}
