"""Accounts that people can run: attempts by address, sessions told apart, invitations, deletion in a week"""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add what is needed; failed sign-ins become attempts."""
    op.add_column("accounts", sa.Column("disabled", sa.Boolean(), server_default=sa.false(), nullable=False))
    op.add_column("accounts", sa.Column("delete_after", sa.DateTime(timezone=True)))
    op.add_column("sessions", sa.Column("id", sa.Uuid(), server_default=sa.func.gen_random_uuid(), nullable=False))
    op.add_column("sessions", sa.Column("address", sa.String(64), server_default="", nullable=False))
    op.add_column("sessions", sa.Column("agent", sa.String(200), server_default="", nullable=False))
    op.create_unique_constraint("uq_sessions_id", "sessions", ["id"])
    op.rename_table("sign_in_failures", "attempts")
    op.add_column("attempts", sa.Column("kind", sa.String(8), server_default="enter", nullable=False))
    op.add_column("attempts", sa.Column("address", sa.String(64), server_default="", nullable=False))
    op.execute("ALTER INDEX ix_sign_in_failures_email RENAME TO ix_attempts_email")
    op.create_index("ix_attempts_address", "attempts", ["address"])
    op.create_table(
        "invitations",
        sa.Column("token_hash", sa.LargeBinary(32), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
        sa.PrimaryKeyConstraint("token_hash"),
    )


def downgrade() -> None:
    """Take it away again."""
    op.drop_table("invitations")
    op.execute("DELETE FROM attempts WHERE kind <> 'enter'")
    op.drop_index("ix_attempts_address", "attempts")
    op.execute("ALTER INDEX ix_attempts_email RENAME TO ix_sign_in_failures_email")
    op.drop_column("attempts", "address")
    op.drop_column("attempts", "kind")
    op.rename_table("attempts", "sign_in_failures")
    op.drop_constraint("uq_sessions_id", "sessions")
    for column in ("agent", "address", "id"):
        op.drop_column("sessions", column)
    op.drop_column("accounts", "delete_after")
    op.drop_column("accounts", "disabled")
