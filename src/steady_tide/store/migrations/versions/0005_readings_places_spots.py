"""Readings of light, an account's own places, spots and fixed times of scenes"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def _owned() -> list[sa.Column[Any]]:
    return [
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("account_id", sa.Uuid(), sa.ForeignKey("accounts.id", ondelete="CASCADE"), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
    ]


def _child_of(table: str, column: str) -> sa.ForeignKeyConstraint:
    return sa.ForeignKeyConstraint([column, "account_id"], [f"{table}.id", f"{table}.account_id"], ondelete="CASCADE")


def upgrade() -> None:
    op.add_column("shoots", sa.Column("travel_minutes", sa.Integer(), server_default="15", nullable=False))
    op.add_column("scenes", sa.Column("spot", sa.String(60), server_default="", nullable=False))
    op.add_column("scenes", sa.Column("fixed", sa.Boolean(), server_default="false", nullable=False))
    op.create_table(
        "readings",
        *_owned(),
        sa.Column("shoot_id", sa.Uuid(), nullable=False),
        sa.Column("scene_id", sa.Uuid(), nullable=True),
        sa.Column("minute", sa.Integer(), nullable=False),
        sa.Column("measured", JSONB(), nullable=False),
        _child_of("shoots", "shoot_id"),
        _child_of("scenes", "scene_id"),
    )
    op.create_table(
        "places",
        *_owned(),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("latitude_deg", sa.Float(), nullable=False),
        sa.Column("longitude_deg", sa.Float(), nullable=False),
        sa.UniqueConstraint("account_id", "name", name="uq_places_account_id_name"),
    )
    for table, column in (
        ("readings", "account_id"), ("readings", "shoot_id"), ("readings", "scene_id"), ("places", "account_id"),
    ):  # fmt: skip
        op.create_index(f"ix_{table}_{column}", table, [column])


def downgrade() -> None:
    op.drop_table("places")
    op.drop_table("readings")
    op.drop_column("scenes", "fixed")
    op.drop_column("scenes", "spot")
    op.drop_column("shoots", "travel_minutes")
