"""Which jobs are the demo's, so that they can be told from one's own and taken away together."""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"


def upgrade() -> None:
    """Marks jobs as the demo's; those that are there already count as one's own."""
    if any(column["name"] == "demo" for column in sa.inspect(op.get_bind()).get_columns("job")):
        return
    op.add_column("job", sa.Column("demo", sa.Boolean(), nullable=False, server_default="0"))
