"""What was deleted can be brought back for a while; shoots can be put away"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add what is needed."""
    op.add_column("shoots", sa.Column("put_away", sa.Boolean(), server_default=sa.false(), nullable=False))
    op.create_table(
        "removed",
        sa.Column("kind", sa.String(8), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("content", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("account_id", sa.Uuid(), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
        sa.ForeignKeyConstraint(["account_id"], ["accounts.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_removed_account_id", "removed", ["account_id"])


def downgrade() -> None:
    """Take it away again; what lay there to be brought back is gone."""
    op.drop_table("removed")
    op.drop_column("shoots", "put_away")
