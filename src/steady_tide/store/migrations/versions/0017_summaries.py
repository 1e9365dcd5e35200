"""What lists tell of a plan is kept beside it; rows that are looked for in order have an index"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0017"
down_revision = "0016"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add them; plans kept before are told as waiting until their shoot is looked at."""
    op.add_column("plans", sa.Column("summary", JSONB()))


def downgrade() -> None:
    """Take them away."""
    op.drop_column("plans", "summary")
