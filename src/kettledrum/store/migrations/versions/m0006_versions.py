"""Versions of a job's setups and roads, where they can be added up without reading what these hold."""

from alembic import op

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    """Makes an index of the versions of setups, and one of those of roads."""
    op.create_index("setup_versions", "setup", ["job_id", "version"], if_not_exists=True)
    op.create_index("road_versions", "road", ["job_id", "version"], if_not_exists=True)
