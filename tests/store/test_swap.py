"""What is put in place of a whole database is undone where it fails, is killed, or another does the same."""

from collections.abc import Iterator
from uuid import uuid4

import pytest
from sqlalchemy import text

from steady_tide.launch.cluster import Cluster
from steady_tide.store.database import Database
from steady_tide.store.errors import Taken
from steady_tide.store.swap import BEFORE, in_place, undo_unfinished


@pytest.fixture
def kept(cluster: Cluster) -> Iterator[Database]:
    """A database with one table of one row."""
    database = Database(cluster.url(f"swap_{uuid4().hex[:8]}"))
    _run(database, "CREATE TABLE noted (words text)", "INSERT INTO noted VALUES ('before')")
    yield database
    database.close()


def _run(database: Database, *statements: str) -> None:
    with database.session() as session:
        for statement in statements:
            session.execute(text(statement))


def _noted(database: Database) -> str:
    with database.session() as session:
        return str(session.scalar(text("SELECT words FROM noted")))


def _brought(database: Database) -> None:
    _run(database, "CREATE TABLE noted (words text)", "INSERT INTO noted VALUES ('brought')")


def test_what_is_whole_takes_the_place(kept: Database) -> None:
    with in_place(kept):
        _brought(kept)
    assert _noted(kept) == "brought" and not undo_unfinished(kept)


def test_what_fails_leaves_what_was_there(kept: Database) -> None:
    with pytest.raises(KeyboardInterrupt), in_place(kept):
        _brought(kept)
        raise KeyboardInterrupt
    assert _noted(kept) == "before"


def test_what_was_killed_midway_is_undone_at_the_next_start(kept: Database) -> None:
    _run(kept, f"ALTER SCHEMA public RENAME TO {BEFORE}", "CREATE SCHEMA public")
    _brought(kept)
    assert undo_unfinished(kept) and _noted(kept) == "before" and not undo_unfinished(kept)


def test_while_one_is_under_way_nobody_undoes_it_or_begins_another(kept: Database) -> None:
    other = Database(kept.url)
    try:
        with in_place(kept):
            with pytest.raises(Taken, match="just now"):
                undo_unfinished(other)
            with pytest.raises(Taken, match="just now"), in_place(other):
                raise AssertionError("never begun")
            _brought(kept)
        assert _noted(other) == "brought"
    finally:
        other.close()
