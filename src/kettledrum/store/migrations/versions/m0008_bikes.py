"""The bikes of a job, their rides, and the seconds of these."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"


def _kept() -> list[sa.Column[object]]:
    return [
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at", sa.String(), nullable=False),
        sa.Column("changed_at", sa.String(), nullable=False),
        sa.Column("deleted_at", sa.String(), nullable=True),
    ]


def upgrade() -> None:
    """Makes the tables of bikes, of rides and of their seconds."""
    op.create_table(
        "bike",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("job_id", sa.String(), sa.ForeignKey("job.id", ondelete="CASCADE"), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("document", sa.String(), nullable=False),
        *_kept(),
    )
    op.create_index(
        "bike_name", "bike", ["job_id", "name"], unique=True, sqlite_where=sa.text("deleted_at IS NULL")
    )
    op.create_index("bike_versions", "bike", ["job_id", "version"])
    op.create_table(
        "ride_seconds",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("content", sa.LargeBinary(), nullable=False),
    )
    op.create_table(
        "ride",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("job_id", sa.String(), sa.ForeignKey("job.id", ondelete="CASCADE"), nullable=False),
        sa.Column("bike_id", sa.String(), sa.ForeignKey("bike.id", ondelete="CASCADE"), nullable=False),
        sa.Column("day", sa.String(), nullable=False),
        sa.Column("document", sa.String(), nullable=False),
        sa.Column("seconds_id", sa.String(), sa.ForeignKey("ride_seconds.id"), nullable=True),
        *_kept(),
    )
    op.create_index("ride_days", "ride", ["bike_id", "day"])
    op.create_index("ride_versions", "ride", ["job_id", "version"])
