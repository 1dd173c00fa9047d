"""The roads of a job, and their points."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    """Makes the tables of roads and of their points."""
    op.create_table(
        "road_line",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("content", sa.String(), nullable=False),
    )
    op.create_table(
        "road",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("job_id", sa.String(), sa.ForeignKey("job.id", ondelete="CASCADE"), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("document", sa.String(), nullable=False),
        sa.Column("line_id", sa.String(), sa.ForeignKey("road_line.id"), nullable=True),
        sa.Column("length_m", sa.Float(), nullable=False),
        sa.Column("ascent_m", sa.Float(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at", sa.String(), nullable=False),
        sa.Column("changed_at", sa.String(), nullable=False),
        sa.Column("deleted_at", sa.String(), nullable=True),
    )
    op.create_index(
        "road_name",
        "road",
        ["job_id", "name"],
        unique=True,
        sqlite_where=sa.text("deleted_at IS NULL"),
    )
