"""Clips that are read and clips that are held against their sets are told apart"""

from alembic import op

revision = "0016"
down_revision = "0015"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Clips that were read were held, too; those found of no scene by a service that was slow are looked at again."""
    op.execute("UPDATE clips SET state = 'held' WHERE state = 'read'")


def downgrade() -> None:
    """As before."""
    op.execute("UPDATE clips SET state = 'read' WHERE state IN ('held', 'unheld')")
    op.execute("UPDATE clips SET state = 'waiting' WHERE state = 'failed'")
