"""Lessons that were taken from footage, and pairs of clips with their verdict"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None


def _owned(table: str) -> list[Any]:
    return [
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("account_id", sa.Uuid(), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=f"pk_{table}"),
        sa.ForeignKeyConstraint(
            ["account_id"], ["accounts.id"], ondelete="CASCADE", name=f"fk_{table}_account_id_accounts"
        ),
    ]


def _of_clip(column: str) -> sa.ForeignKeyConstraint:
    return sa.ForeignKeyConstraint(
        [column, "account_id"], ["clips.id", "clips.account_id"], ondelete="CASCADE", name=f"fk_pairs_{column}_clips"
    )


def upgrade() -> None:
    """Add them."""
    op.create_table(
        "lessons",
        *_owned("lessons"),
        sa.Column("key", sa.String(160), nullable=False),
        sa.Column("document", JSONB(), nullable=False),
        sa.Column("was", JSONB(), nullable=False),
        sa.Column("undone_at", sa.DateTime(timezone=True)),
    )
    op.create_table(
        "pairs",
        *_owned("pairs"),
        sa.Column("left_id", sa.Uuid(), nullable=False),
        sa.Column("right_id", sa.Uuid(), nullable=False),
        sa.Column("verdict", sa.String(8), server_default="", nullable=False),
        sa.Column("note", sa.String(500), server_default="", nullable=False),
        sa.UniqueConstraint("left_id", "right_id", name="uq_pairs_left_id_right_id"),
        _of_clip("left_id"),
        _of_clip("right_id"),
    )
    for table in ("lessons", "pairs"):
        op.create_index(f"ix_{table}_account_id", table, ["account_id"])


def downgrade() -> None:
    """Take them away; what was taken into the kit stays in it."""
    op.drop_table("pairs")
    op.drop_table("lessons")
