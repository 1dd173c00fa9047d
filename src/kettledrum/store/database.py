"""Opening the SQLite file: settings of every connection, migrations, transactions."""

import sqlite3
from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.script import ScriptDirectory
from alembic.util import CommandError
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.engine.interfaces import DBAPIConnection
from sqlalchemy.exc import DatabaseError
from sqlalchemy.pool import ConnectionPoolEntry

from kettledrum import __version__
from kettledrum.store.errors import StoreUnusable
from kettledrum.store.sqlite_file import (
    FILE_NAME,
    WAIT_MS,
    copy_into,
    damage_in,
    opened,
    reason,
    revision_of,
    stamped,
)


def open_database(directory: Path) -> Engine:
    """An engine on the store in `directory`, made or brought up to date if need be.

    A store of an older version is copied beside itself before it is brought up to date. Raises
    StoreUnusable, also for a store that is damaged.
    """
    try:
        directory.mkdir(parents=True, exist_ok=True)
        file = directory / FILE_NAME
        if file.exists():
            if damage := damage_in(file):
                raise StoreUnusable(f"the store in {directory} is damaged: {damage}")
            _keep_older(file)
        engine = create_engine(f"sqlite:///{file}")
        event.listen(engine, "connect", _settings)
        event.listen(engine, "begin", _begin)
        with engine.execution_options(writes=True).begin() as connection:
            command.upgrade(_alembic(connection), "head")
    except (OSError, sqlite3.Error, DatabaseError) as error:
        raise StoreUnusable(f"the store in {directory} cannot be opened: {reason(error)}") from error
    except CommandError as error:
        # Alembic's word for a revision that this version does not have.
        raise StoreUnusable(
            f"the store in {directory} was made by a newer Kettledrum; this one is {__version__}"
        ) from error
    return engine


def _keep_older(file: Path) -> None:
    """Copies a store that is about to be migrated, unless it is newer than this version or empty."""
    revision = revision_of(file)
    known = [script.revision for script in ScriptDirectory.from_config(_alembic()).walk_revisions()]
    if revision in known[1:]:
        with opened(file) as connection:
            copy_into(connection, stamped(file.parent, f"before-update-from-{revision}"))


def _alembic(connection: Connection | None = None) -> Config:
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    config.set_main_option("path_separator", "os")
    config.attributes["connection"] = connection
    return config


def _settings(connection: DBAPIConnection, _entry: ConnectionPoolEntry) -> None:
    # The driver must not open transactions of its own: _begin does, and knows which ones write.
    connection.isolation_level = None
    cursor = connection.cursor()
    for setting in (
        "journal_mode=WAL",
        "foreign_keys=ON",
        "synchronous=FULL",
        f"busy_timeout={WAIT_MS}",
    ):
        cursor.execute(f"PRAGMA {setting}")
    cursor.close()


def _begin(connection: Connection) -> None:
    """A transaction that will write takes its lock first: it waits its turn rather than fail halfway."""
    writes = connection.get_execution_options().get("writes", False)
    connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")
