"""Secrets of the service: what it signs with, the same for all its processes"""

import sqlalchemy as sa
from alembic import op

revision = "0019"
down_revision = "0018"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add the table; each secret is made when it is first needed."""
    op.create_table(
        "secrets",
        sa.Column("name", sa.String(40), primary_key=True),
        sa.Column("value", sa.LargeBinary(), nullable=False),
    )


def downgrade() -> None:
    """Take it away; what was signed is not known any more."""
    op.drop_table("secrets")
