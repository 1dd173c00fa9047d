"""Opening the SQLite file: settings of every connection, migrations, transactions."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.util import CommandError
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.engine.interfaces import DBAPIConnection
from sqlalchemy.exc import DatabaseError
from sqlalchemy.pool import ConnectionPoolEntry

from kettledrum import __version__
from kettledrum.store.errors import StoreUnusable

FILE_NAME = "kettledrum.sqlite"
WAIT_MS = 5000


def open_database(directory: Path) -> Engine:
    """An engine on the store in `directory`, made or brought up to date if need be. Raises StoreUnusable."""
    try:
        directory.mkdir(parents=True, exist_ok=True)
        engine = create_engine(f"sqlite:///{directory / FILE_NAME}")
        event.listen(engine, "connect", _settings)
        event.listen(engine, "begin", _begin)
        with engine.execution_options(writes=True).begin() as connection:
            command.upgrade(_alembic(connection), "head")
    except (OSError, DatabaseError) as error:
        reason = error.orig if isinstance(error, DatabaseError) else error
        raise StoreUnusable(f"the store in {directory} cannot be opened: {reason}") from error
    except CommandError as error:
        # Alembic's word for a revision that this version does not have.
        raise StoreUnusable(
            f"the store in {directory} was made by a newer Kettledrum; this one is {__version__}"
        ) from error
    return engine


def _alembic(connection: Connection) -> Config:
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
