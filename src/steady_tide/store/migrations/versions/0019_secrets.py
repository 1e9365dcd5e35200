"""Secrets of the service: what it signs with, the same for all its processes"""

import secrets

import sqlalchemy as sa
from alembic import op

revision = "0019"
down_revision = "0018"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add the table, and the secret of pictures."""
    made = op.create_table(
        "secrets",
        sa.Column("name", sa.String(40), primary_key=True),
        sa.Column("value", sa.LargeBinary(), nullable=False),
    )
    op.bulk_insert(made, [{"name": "pictures", "value": secrets.token_bytes(32)}])


def downgrade() -> None:
    """Take it away; what was signed is not known any more."""
    op.drop_table("secrets")
