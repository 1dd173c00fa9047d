"""Deleted jobs stay, marked, so that they can be brought back."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"


def upgrade() -> None:
    """Gives jobs the mark that setups have."""
    op.add_column("job", sa.Column("deleted_at", sa.String(), nullable=True))
