"""Jobs and setups."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None


def upgrade() -> None:
    """Makes the two tables."""
    op.create_table(
        "job",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("need", sa.String(), nullable=False),
        sa.Column("reference_id", sa.String(), nullable=True),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at", sa.String(), nullable=False),
        sa.Column("changed_at", sa.String(), nullable=False),
    )
    op.create_table(
        "setup",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("job_id", sa.String(), sa.ForeignKey("job.id", ondelete="CASCADE"), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("letter", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("document", sa.String(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at", sa.String(), nullable=False),
        sa.Column("changed_at", sa.String(), nullable=False),
        sa.Column("deleted_at", sa.String(), nullable=True),
    )
    for index, column in (("setup_name", "name"), ("setup_letter", "letter")):
        op.create_index(
            index, "setup", ["job_id", column], unique=True, sqlite_where=sa.text("deleted_at IS NULL")
        )
