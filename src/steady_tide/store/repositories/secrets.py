"""Secrets of the service, made when they are first asked for and then the same for every process."""

import secrets

from sqlalchemy import select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from steady_tide.store.tables import SecretRow

LONG = 32
"""Bytes of a secret."""


def secret_of(session: Session, name: str) -> bytes:
    """The secret of a name: random bytes, made once. One statement where it is there already."""
    asked = select(SecretRow.value).where(SecretRow.name == name)
    if (found := session.scalar(asked)) is not None:
        return found
    made = {"name": name, "value": secrets.token_bytes(LONG)}
    session.execute(insert(SecretRow).values(made).on_conflict_do_nothing())
    return session.scalars(asked).one()
