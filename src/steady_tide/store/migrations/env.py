"""Alembic's entry: runs migrations on the address it is given."""

from alembic import context
from sqlalchemy import create_engine

from steady_tide.store.tables import Base


def ours(_: object, name: str | None, kind: str, *__: object) -> bool:
    """Whether a thing is of our tables; those of the queue come as they are from its package."""
    return kind != "table" or not (name or "").startswith("procrastinate_")


engine = create_engine(context.config.attributes["url"])
with engine.connect() as connection:
    context.configure(connection=connection, target_metadata=Base.metadata, compare_type=True, include_object=ours)
    with context.begin_transaction():
        context.run_migrations()
engine.dispose()
