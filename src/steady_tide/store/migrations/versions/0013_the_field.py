"""The field: what is noted there, logbooks brought in, links to shoots, and when ticks were said"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None

SAID = (
    ("checks", "said_at", sa.func.now()),
    ("read_backs", "said_at", sa.func.now()),
    ("shots", "done_at", sa.text("'epoch'")),
)


def _moment(name: str) -> sa.Column[Any]:
    return sa.Column(name, sa.DateTime(timezone=True), nullable=False)


def _now(name: str) -> sa.Column[Any]:
    return sa.Column(name, sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False)


def _with_shoot(table: str) -> sa.ForeignKeyConstraint:
    return sa.ForeignKeyConstraint(
        ["shoot_id", "account_id"],
        ["shoots.id", "shoots.account_id"],
        ondelete="CASCADE",
        name=f"fk_{table}_shoot_id_shoots",
    )


def upgrade() -> None:
    """Add them."""
    for table, column, default in SAID:
        op.add_column(table, sa.Column(column, sa.DateTime(timezone=True), server_default=default, nullable=False))
    op.create_table(
        "entries",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("account_id", sa.Uuid(), nullable=False),
        _now("created_at"),
        sa.Column("shoot_id", sa.Uuid(), nullable=False),
        sa.Column("kind", sa.String(12), nullable=False),
        _moment("at"),
        sa.Column("client", sa.String(40), nullable=False),
        sa.Column("helper", sa.Boolean(), server_default="false", nullable=False),
        sa.Column("document", JSONB(), nullable=False),
        sa.PrimaryKeyConstraint("id", name="pk_entries"),
        sa.ForeignKeyConstraint(
            ["account_id"], ["accounts.id"], ondelete="CASCADE", name="fk_entries_account_id_accounts"
        ),
        _with_shoot("entries"),
    )
    op.create_table(
        "logged",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("account_id", sa.Uuid(), nullable=False),
        _now("created_at"),
        sa.Column("take_id", sa.Uuid(), nullable=False),
        _moment("at"),
        sa.Column("document", JSONB(), nullable=False),
        sa.PrimaryKeyConstraint("id", name="pk_logged"),
        sa.UniqueConstraint("account_id", "take_id", name="uq_logged_account_id_take_id"),
        sa.ForeignKeyConstraint(
            ["account_id"], ["accounts.id"], ondelete="CASCADE", name="fk_logged_account_id_accounts"
        ),
    )
    op.add_column("shares", sa.Column("shoot_id", sa.Uuid()))
    op.add_column("shares", sa.Column("counts", sa.Boolean(), server_default="false", nullable=False))
    op.create_foreign_key(
        "fk_shares_shoot_id_shoots",
        "shares",
        "shoots",
        ["shoot_id", "account_id"],
        ["id", "account_id"],
        ondelete="CASCADE",
    )
    for table, column in (
        ("entries", "account_id"), ("entries", "shoot_id"), ("logged", "account_id"), ("logged", "at"),
        ("shares", "shoot_id"),
    ):  # fmt: skip
        op.create_index(f"ix_{table}_{column}", table, [column])


def downgrade() -> None:
    """Take them away; links to shoots open nothing then."""
    op.execute(sa.text("DELETE FROM shares WHERE kind = 'shoot'"))
    op.drop_constraint("fk_shares_shoot_id_shoots", "shares")
    op.drop_column("shares", "counts")
    op.drop_column("shares", "shoot_id")
    op.drop_table("logged")
    op.drop_table("entries")
    for table, column, _ in SAID:
        op.drop_column(table, column)
