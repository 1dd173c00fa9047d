"""Revisions, for undo and redo."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"


def upgrade() -> None:
    """Makes the table of revisions, and marks how far each job is along its own."""
    op.create_table(
        "revision",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("job_id", sa.String(), sa.ForeignKey("job.id", ondelete="CASCADE"), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("what", sa.String(), nullable=False),
        sa.Column("changes", sa.String(), nullable=False),
        sa.Column("at", sa.String(), nullable=False),
    )
    op.create_index("revision_number", "revision", ["job_id", "number"], unique=True)
    op.add_column("job", sa.Column("revision", sa.Integer(), nullable=False, server_default="0"))
