"""Alembic's entry: migrations run on the connection that the store hands over."""

from alembic import context
from sqlmodel import SQLModel

from kettledrum.store import tables

context.configure(
    connection=context.config.attributes["connection"],
    target_metadata=SQLModel.metadata,
    render_as_batch=True,
)
assert tables.JobRow.metadata is SQLModel.metadata
with context.begin_transaction():
    context.run_migrations()
