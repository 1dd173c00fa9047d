"""Makes a new store's tables, or brings an older one's up to this version after a copy of it was put aside.

Alembic is loaded only where there is something to bring up: it is a good part of the time to start. A new
store is made as the migrations would leave it; a test holds the two together.
"""

from pathlib import Path

from sqlalchemy import Engine
from sqlmodel import SQLModel

from kettledrum import __version__
from kettledrum.store.errors import StoreUnusable
from kettledrum.store.file.sqlite import copy_into, opened, revision_of, stamped
from kettledrum.store.tables import JobRow

assert JobRow.metadata is SQLModel.metadata

_MIGRATIONS = Path(__file__).parents[1] / "migrations"


def migrate(engine: Engine, file: Path) -> None:
    """Brings the store in `file` up to date. Raises StoreUnusable for one of a newer version."""
    known = sorted(path.name[1:5] for path in (_MIGRATIONS / "versions").glob("m*.py"))
    revision = revision_of(file) if file.exists() and file.stat().st_size else None
    if revision == known[-1]:
        return
    if revision is not None and revision not in known:
        raise StoreUnusable(
            f"the store in {file.parent} was made by a newer Kettledrum; this one is {__version__}"
        )
    if revision is None:
        make_newest(engine, known[-1])
        return
    with opened(file) as connection:
        copy_into(connection, stamped(file.parent, f"before-update-from-{revision}"))
    upgrade(engine)


def make_newest(engine: Engine, revision: str) -> None:
    """Makes every table as it is now, and says that all migrations up to `revision` are in it."""
    with engine.execution_options(writes=True).begin() as connection:
        SQLModel.metadata.create_all(connection)
        for statement in (
            "CREATE TABLE alembic_version (version_num VARCHAR(32) NOT NULL PRIMARY KEY)",
            f"INSERT INTO alembic_version VALUES ('{revision}')",
        ):
            connection.exec_driver_sql(statement)


def upgrade(engine: Engine) -> None:
    """Runs every migration that a store does not have yet."""
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(_MIGRATIONS))
    config.set_main_option("path_separator", "os")
    with engine.execution_options(writes=True).begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
