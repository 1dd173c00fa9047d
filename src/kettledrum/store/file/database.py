"""Opening the SQLite file: settings of every connection, transactions."""

import sqlite3
from pathlib import Path

from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.engine.interfaces import DBAPIConnection
from sqlalchemy.exc import DatabaseError
from sqlalchemy.pool import ConnectionPoolEntry

from kettledrum.store.errors import StoreUnusable
from kettledrum.store.file.migrating import migrate
from kettledrum.store.file.own import own_directory, own_file
from kettledrum.store.file.sqlite import FILE_NAME, WAIT_MS, damage_in, reason


def open_database(directory: Path) -> Engine:
    """An engine on the store in `directory`, made or brought up to date if need be.

    A store of an older version is copied beside itself before it is brought up to date. Raises
    StoreUnusable, also for a store that is damaged.
    """
    try:
        own_directory(directory)
        file = directory / FILE_NAME
        if file.exists() and (damage := damage_in(file)):
            raise StoreUnusable(f"the store in {directory} is damaged: {damage}")
        own_file(file)
        engine = create_engine(f"sqlite:///{file}")
        event.listen(engine, "connect", _settings)
        event.listen(engine, "begin", _begin)
        migrate(engine, file)
        # A file that cannot be written is better found now than with what the user types first.
        with engine.execution_options(writes=True).begin():
            return engine
    except (OSError, sqlite3.Error, DatabaseError) as error:
        raise StoreUnusable(f"the store in {directory} cannot be opened: {reason(error)}") from error


def _settings(connection: DBAPIConnection, _entry: ConnectionPoolEntry) -> None:
    # The driver must not open transactions of its own: _begin does, and knows which ones write.
    connection.isolation_level = None
    cursor = connection.cursor()
    for setting in (
        "journal_mode=WAL",
        "foreign_keys=ON",
        "trusted_schema=OFF",
        "synchronous=FULL",
        f"busy_timeout={WAIT_MS}",
    ):
        cursor.execute(f"PRAGMA {setting}")
    cursor.close()


def _begin(connection: Connection) -> None:
    """A transaction that will write takes its lock first: it waits its turn rather than fail halfway."""
    writes = connection.get_execution_options().get("writes", False)
    connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")
