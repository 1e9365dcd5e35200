"""What is done apart from requests, and the tables of its queue"""

import sqlalchemy as sa
from alembic import op
from procrastinate.schema import SchemaManager
from sqlalchemy.dialects import postgresql

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

TABLES = ("events", "periodic_defers", "jobs", "workers")


def upgrade() -> None:
    """Add the table of jobs, and the queue's own, which come as one text of many statements."""
    op.create_table(
        "jobs",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("account_id", sa.Uuid(), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
        sa.Column("kind", sa.String(40), nullable=False),
        sa.Column("subject", postgresql.JSONB(), nullable=False),
        sa.Column("file", sa.String(80)),
        sa.Column("number", sa.BigInteger()),
        sa.Column("state", sa.String(12), server_default="waiting", nullable=False),
        sa.Column("progress", sa.Float(), server_default="0", nullable=False),
        sa.Column("problems", postgresql.JSONB(), nullable=False),
        sa.Column("ended_at", sa.DateTime(timezone=True)),
        sa.ForeignKeyConstraint(["account_id"], ["accounts.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_jobs_account_id", "jobs", ["account_id"])
    driver = op.get_bind().connection.driver_connection
    assert driver is not None
    driver.execute(SchemaManager.get_schema())


def downgrade() -> None:
    """Take both away."""
    op.drop_table("jobs")
    driver = op.get_bind().connection.driver_connection
    assert driver is not None
    for table in TABLES:
        driver.execute(f"DROP TABLE procrastinate_{table} CASCADE")
    rest = driver.execute(
        "SELECT format('DROP FUNCTION %s', oid::regprocedure) FROM pg_proc WHERE proname LIKE 'procrastinate%' "
        "UNION ALL SELECT format('DROP TYPE %s', oid::regtype) FROM pg_type "
        "WHERE typname LIKE 'procrastinate%' AND typtype IN ('e', 'c')"
    ).fetchall()
    for (statement,) in rest:
        driver.execute(statement)
