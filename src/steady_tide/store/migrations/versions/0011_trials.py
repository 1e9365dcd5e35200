"""Sets that are to be tested for real, marked on a camera of a scene"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add the marks; none are set."""
    op.add_column("setups", sa.Column("trials", JSONB(), server_default="[]", nullable=False))


def downgrade() -> None:
    """Take them away."""
    op.drop_column("setups", "trials")
