"""Getting ready: what was ticked and added to a shoot's list, cells and cards as single pieces, shots"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None


def _owned(name: str, *columns: sa.Column[Any], unique: tuple[str, ...], of_shoot: bool) -> None:
    """A table of rows that belong to an account, and where it says so to a shoot."""
    constraints: list[sa.Constraint] = [
        sa.PrimaryKeyConstraint("id", name=f"pk_{name}"),
        sa.ForeignKeyConstraint(
            ["account_id"], ["accounts.id"], ondelete="CASCADE", name=f"fk_{name}_account_id_accounts"
        ),
    ]
    if unique:
        constraints.append(sa.UniqueConstraint(*unique, name=f"uq_{name}_{'_'.join(unique)}"))
    if of_shoot:
        columns = (sa.Column("shoot_id", sa.Uuid(), nullable=False), *columns)
        constraints.append(
            sa.ForeignKeyConstraint(
                ["shoot_id", "account_id"],
                ["shoots.id", "shoots.account_id"],
                ondelete="CASCADE",
                name=f"fk_{name}_shoot_id_shoots",
            )
        )
    op.create_table(
        name,
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("account_id", sa.Uuid(), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        *columns,
        *constraints,
    )
    op.create_index(f"ix_{name}_account_id", name, ["account_id"])
    if of_shoot:
        op.create_index(f"ix_{name}_shoot_id", name, ["shoot_id"])


def upgrade() -> None:
    """Add the tables."""
    _owned(
        "checks",
        sa.Column("key", sa.String(140), nullable=False),
        sa.Column("text", sa.String(200), nullable=True),
        sa.Column("done", sa.Boolean(), server_default="false", nullable=False),
        unique=("shoot_id", "key"),
        of_shoot=True,
    )
    _owned(
        "pieces",
        sa.Column("item_key", sa.String(60), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("state", sa.String(8), nullable=False),
        sa.Column("since", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        unique=("account_id", "item_key", "number"),
        of_shoot=False,
    )
    _owned(
        "shots",
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("document", JSONB(), nullable=False),
        unique=(),
        of_shoot=True,
    )


def downgrade() -> None:
    """Take them away."""
    for name in ("shots", "pieces", "checks"):
        op.drop_table(name)
