"""Changes of the kit, for undo and redo"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "kit_changes",
        sa.Column("sequence", sa.Integer(), nullable=False),
        sa.Column("label", sa.String(length=200), nullable=False),
        sa.Column("undone", sa.Boolean(), nullable=False),
        sa.Column("changes", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("account_id", sa.Uuid(), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.ForeignKeyConstraint(
            ["account_id"], ["accounts.id"], name=op.f("fk_kit_changes_account_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_kit_changes")),
        sa.UniqueConstraint("account_id", "sequence", name=op.f("uq_kit_changes_account_id_sequence")),
    )
    op.create_index(op.f("ix_kit_changes_account_id"), "kit_changes", ["account_id"], unique=False)


def downgrade() -> None:
    op.drop_table("kit_changes")
