"""Links by which others see something of an account"""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add the links."""
    op.create_table(
        "shares",
        sa.Column("token_hash", sa.LargeBinary(32), nullable=False),
        sa.Column("kind", sa.String(8), nullable=False),
        sa.Column("device_id", sa.Uuid()),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("account_id", sa.Uuid(), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
        sa.ForeignKeyConstraint(["account_id"], ["accounts.id"], ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["device_id", "account_id"], ["devices.id", "devices.account_id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("token_hash"),
    )
    op.create_index("ix_shares_account_id", "shares", ["account_id"])


def downgrade() -> None:
    """Take them away; whoever has one finds nothing."""
    op.drop_table("shares")
