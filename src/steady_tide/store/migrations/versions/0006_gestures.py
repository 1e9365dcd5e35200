"""Steps to undo know which fields they touched"""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None

TABLES = ("scene_states", "kit_changes")


def upgrade() -> None:
    """Add the column."""
    for table in TABLES:
        op.add_column(table, sa.Column("gesture", sa.String(32), nullable=False, server_default=""))


def downgrade() -> None:
    """Take it away."""
    for table in TABLES:
        op.drop_column(table, "gesture")
