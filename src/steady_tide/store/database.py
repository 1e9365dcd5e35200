"""The door to PostgreSQL: an engine, sessions with one account's view, migrations."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from psycopg.errors import (
    DeadlockDetected,
    DiskFull,
    ForeignKeyViolation,
    LockNotAvailable,
    SerializationFailure,
    UniqueViolation,
)
from sqlalchemy import create_engine, make_url, text
from sqlalchemy.exc import DataError, DBAPIError, OperationalError
from sqlalchemy.exc import TimeoutError as PoolTimeout
from sqlalchemy.orm import Session, sessionmaker
from sqlalchemy.orm.exc import ObjectDeletedError, StaleDataError

from steady_tide.core.errors import SteadyTideError
from steady_tide.store.errors import Collided, NoRoom, NotFound, Taken, Unavailable, Unstorable
from steady_tide.store.trace import count_statements

__all__ = ["Database", "Session", "driver_of", "libpq", "with_driver"]

MIGRATIONS = Path(__file__).parent / "migrations"


def with_driver(url: str) -> str:
    """A PostgreSQL address with the driver this product uses."""
    return make_url(url).set(drivername="postgresql+psycopg").render_as_string(hide_password=False)


def libpq(url: str) -> str:
    """A PostgreSQL address as libpq takes it."""
    return make_url(url).set(drivername="postgresql").render_as_string(hide_password=False)


def password_of(url: str) -> str:
    """The password in a PostgreSQL address; empty where there is none."""
    return str(make_url(url).password or "")


def driver_of(session: Session) -> Any:
    """The driver's own connection of a session: what is done on it is part of the session's transaction."""
    return session.connection().connection.driver_connection


class Database:
    """One database. Hand it to whoever needs sessions; close it at the end."""

    def __init__(self, url: str, *, connections: int = 16, wait_s: float = 5.0) -> None:
        """connections: at most so many at once; who finds none free in wait_s seconds is told so.

        Requests take turns before they come here, so that nobody waits for long.
        """
        self.url = with_driver(url)
        self.connections = connections
        half = connections - connections // 2
        self.engine = create_engine(
            self.url, pool_pre_ping=True, pool_size=half, max_overflow=connections - half, pool_timeout=wait_s
        )
        count_statements(self.engine)
        self._make = sessionmaker(self.engine, expire_on_commit=False)

    def migrate(self) -> None:
        """Bring the tables to the newest version; safe to run again."""
        config = Config()
        config.set_main_option("script_location", str(MIGRATIONS))
        config.attributes["url"] = self.url
        command.upgrade(config, "head")

    def revision(self) -> str:
        """The version of the tables, as migrations name it."""
        with self.session() as session:
            return str(session.scalar(text("SELECT version_num FROM alembic_version")))

    def check(self) -> None:
        """Ask the database the least there is to ask. Raises Unavailable when it does not answer."""
        with self.session() as session:
            session.execute(text("SELECT 1"))

    @contextmanager
    def session(self) -> Iterator[Session]:
        """A session that commits at the end, or rolls back when anything goes wrong."""
        try:
            with self._make.begin() as session:
                yield session
        except PoolTimeout as error:
            raise Unavailable("too many are served just now; nothing was changed, try again") from error
        except DataError as error:
            words = "this text holds characters that cannot be kept, such as a null character"
            raise Unstorable(words) from error
        except (StaleDataError, ObjectDeletedError) as error:
            raise NotFound("there is no such thing here any more; it was deleted meanwhile") from error
        except DBAPIError as error:
            raise _translated(error) from error

    def close(self) -> None:
        """Give all connections back."""
        self.engine.dispose()


COLLIDED = "somebody changed the same thing at this moment; nothing was changed, try again"
MEANINGS: tuple[tuple[type[Exception], type[SteadyTideError], str], ...] = (
    (DeadlockDetected, Collided, COLLIDED),
    (SerializationFailure, Collided, COLLIDED),
    (LockNotAvailable, Collided, COLLIDED),
    (UniqueViolation, Taken, "the same was made elsewhere at this moment; look again before you make another"),
    (ForeignKeyViolation, NotFound, "what this belongs to is not there any more; it was deleted meanwhile"),
    (DiskFull, NoRoom, "there is no room left where the database is kept; nothing was changed"),
)
"""What errors of the driver mean."""


def _translated(error: DBAPIError) -> Exception:
    """What an error of the driver means; one that means nothing to us stays as it is."""
    for kind, meaning, words in MEANINGS:
        if isinstance(error.orig, kind):
            return meaning(words)
    if isinstance(error, OperationalError):
        return Unavailable("the database cannot be reached; nothing was changed")
    if error.connection_invalidated:
        return Unavailable("the connection to the database was lost; nothing was changed")
    return error
