"""Footage: uploads on their way in, clips with what they say"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0014"
down_revision = "0013"
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


def _loose(table: str, column: str, of: str) -> sa.ForeignKeyConstraint:
    """What it belongs to may go; it stays."""
    return sa.ForeignKeyConstraint(
        [column, "account_id"], [f"{of}.id", f"{of}.account_id"], ondelete=f"SET NULL ({column})",
        name=f"fk_{table}_{column}_{of}",
    )  # fmt: skip


def upgrade() -> None:
    """Add them."""
    op.create_table(
        "uploads",
        *_owned("uploads"),
        sa.Column("shoot_id", sa.Uuid()),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("bytes", sa.BigInteger(), nullable=False),
        sa.Column("received", sa.BigInteger(), server_default="0", nullable=False),
        sa.Column("quick", sa.String(64), server_default="", nullable=False),
        sa.Column("parts", JSONB(), server_default="[]", nullable=False),
        sa.Column("touched_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
        _loose("uploads", "shoot_id", "shoots"),
    )
    op.create_table(
        "clips",
        *_owned("clips"),
        sa.Column("shoot_id", sa.Uuid()),
        sa.Column("scene_id", sa.Uuid()),
        sa.Column("setup_id", sa.Uuid()),
        sa.Column("take_id", sa.Uuid()),
        sa.Column("job_id", sa.Uuid()),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("bytes", sa.BigInteger(), nullable=False),
        sa.Column("quick", sa.String(64), server_default="", nullable=False),
        sa.Column("digest", sa.String(64)),
        sa.Column("file", sa.String(80)),
        sa.Column("place", sa.String(400)),
        sa.Column("state", sa.String(12), server_default="waiting", nullable=False),
        sa.Column("problem", sa.String(300), server_default="", nullable=False),
        sa.Column("reading", JSONB()),
        sa.Column("made_at", sa.DateTime(timezone=True)),
        sa.Column("pictures", JSONB(), server_default="{}", nullable=False),
        sa.Column("assigned", sa.String(8), server_default="", nullable=False),
        sa.Column("doubt", sa.Float(), server_default="1", nullable=False),
        sa.Column("held", JSONB()),
        sa.Column("parts", JSONB(), server_default="[]", nullable=False),
        sa.Column("selects", JSONB(), server_default="{}", nullable=False),
        sa.Column("gone_at", sa.DateTime(timezone=True)),
        sa.UniqueConstraint("account_id", "digest", name="uq_clips_account_id_digest"),
        sa.UniqueConstraint("id", "account_id", name="uq_clips_id_account_id"),
        _loose("clips", "shoot_id", "shoots"),
        _loose("clips", "scene_id", "scenes"),
        _loose("clips", "setup_id", "setups"),
    )
    for table, column in (
        ("uploads", "account_id"), ("clips", "account_id"), ("clips", "shoot_id"), ("clips", "quick"),
    ):  # fmt: skip
        op.create_index(f"ix_{table}_{column}", table, [column])


def downgrade() -> None:
    """Take them away."""
    op.drop_table("clips")
    op.drop_table("uploads")
