"""A school for a whole shoot"""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("shoots", sa.Column("school", sa.String(length=60), server_default="", nullable=False))


def downgrade() -> None:
    op.drop_column("shoots", "school")
