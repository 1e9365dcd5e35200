"""Where a shoot is, and when its scenes are filmed"""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("shoots", sa.Column("latitude_deg", sa.Float(), nullable=True))
    op.add_column("shoots", sa.Column("longitude_deg", sa.Float(), nullable=True))
    op.add_column("shoots", sa.Column("cloud_okta", sa.Float(), server_default="2", nullable=False))
    op.add_column("scenes", sa.Column("starts", sa.Integer(), nullable=True))
    op.add_column("scenes", sa.Column("ends", sa.Integer(), nullable=True))


def downgrade() -> None:
    for table, column in (
        ("scenes", "ends"),
        ("scenes", "starts"),
        ("shoots", "cloud_okta"),
        ("shoots", "longitude_deg"),
        ("shoots", "latitude_deg"),
    ):
        op.drop_column(table, column)
