"""Putting something in place of all that a database holds: in a schema beside, so that it is undone if it fails."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Final

from sqlalchemy import text

from steady_tide.store.database import Database
from steady_tide.store.errors import Taken

BEFORE: Final = "before_restore"
"""The schema in which lies what was there, until what comes in its place is whole."""
LOCK: Final = 7_465_616_475
"""Of PostgreSQL's advisory locks: held while something is put in place."""


@contextmanager
def in_place(database: Database) -> Iterator[None]:
    """Put something in place of all that a database holds; what was there is back where that does not work out.

    The schema "public" is empty when the context begins. Raises Taken while another does the same.
    """
    with _alone(database):
        _undo(database)
        with database.session() as session:
            session.execute(text(f"ALTER SCHEMA public RENAME TO {BEFORE}"))
            session.execute(text("CREATE SCHEMA public"))
        try:
            yield
        except BaseException:
            _undo(database)
            raise
        with database.session() as session:
            session.execute(text(f"DROP SCHEMA {BEFORE} CASCADE"))


def undo_unfinished(database: Database) -> bool:
    """Bring back what was there before a change that was killed midway; whether there was one.

    Raises Taken while such a change is under way.
    """
    if not _waits(database):
        return False
    with _alone(database):
        return _undo(database)


@contextmanager
def _alone(database: Database) -> Iterator[None]:
    with database.engine.connect() as connection:
        if not connection.scalar(text("SELECT pg_try_advisory_lock(:lock)"), {"lock": LOCK}):
            raise Taken("a backup is being brought back here just now; wait until that has ended")
        try:
            yield
        finally:
            connection.execute(text("SELECT pg_advisory_unlock(:lock)"), {"lock": LOCK})
    database.close()


def _waits(database: Database) -> bool:
    with database.session() as session:
        asked = text("SELECT count(*) FROM pg_namespace WHERE nspname = :name")
        return bool(session.scalar(asked, {"name": BEFORE}))


def _undo(database: Database) -> bool:
    if not _waits(database):
        return False
    with database.session() as session:
        session.execute(text("DROP SCHEMA IF EXISTS public CASCADE"))
        session.execute(text(f"ALTER SCHEMA {BEFORE} RENAME TO public"))
    return True
