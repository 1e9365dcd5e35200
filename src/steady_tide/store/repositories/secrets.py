"""Secrets of the service, made with its tables and then the same for every process."""

from sqlalchemy import select

from steady_tide.store.database import Session
from steady_tide.store.tables import SecretRow


def secret_of(session: Session, name: str) -> bytes:
    """The secret of a name, 32 random bytes."""
    return session.scalars(select(SecretRow.value).where(SecretRow.name == name)).one()
