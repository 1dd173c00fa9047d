"""The store's file as a file: whether it is sound, which version wrote it, copies of it while in use."""

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from datetime import UTC, datetime
from pathlib import Path

from sqlalchemy.exc import DatabaseError

from kettledrum.store.errors import StoreUnusable
from kettledrum.store.file.own import written_whole

FILE_NAME = "kettledrum.sqlite"
WAIT_MS = 5000
COMPANIONS = ("", "-wal", "-shm")
"""What SQLite keeps beside a file of this name."""

# SQLite calls it a plain error when it cannot make out a file's head or its list of tables.
_DAMAGE = (sqlite3.SQLITE_CORRUPT, sqlite3.SQLITE_NOTADB, sqlite3.SQLITE_ERROR)
_DOCUMENTS = (("job", "need"), ("setup", "document"), ("revision", "changes"), ("part", "document"))


@contextmanager
def opened(file: Path, *, read_only: bool = False) -> Iterator[sqlite3.Connection]:
    """A connection to a file that is there."""
    mode = "ro" if read_only else "rw"
    address = f"{file.absolute().as_uri()}?mode={mode}"
    with closing(sqlite3.connect(address, uri=True, timeout=WAIT_MS / 1000)) as connection:
        # What a file from elsewhere says of itself is not believed: no function in its schema runs, and
        # every page is looked at before it is used.
        connection.execute("PRAGMA trusted_schema=OFF")
        connection.execute("PRAGMA cell_size_check=ON")
        yield connection


def damage_in(file: Path) -> str | None:
    """What is wrong with a file, in SQLite's words; None for one that is sound. Raises sqlite3.Error."""
    try:
        with opened(file) as connection:
            [found] = connection.execute("PRAGMA integrity_check(1)").fetchone()
            if found != "ok":
                return str(found)
            for table, column in _DOCUMENTS:
                held = "SELECT 1 FROM pragma_table_info(?) WHERE name = ?"
                broken = f"SELECT 1 FROM {table} WHERE NOT json_valid({column})"
                there = connection.execute(held, (table, column)).fetchone()
                if there and connection.execute(broken).fetchone():
                    return f"unreadable content in the table {table}"
            return None
    except sqlite3.DatabaseError as error:
        if is_damage(error):
            return str(error)
        raise


def is_damage(error: sqlite3.Error) -> bool:
    """Whether an error of a sound question says that the file is broken, not busy, full or not allowed."""
    return (getattr(error, "sqlite_errorcode", None) or 0) & 0xFF in _DAMAGE


def reason(error: BaseException) -> str:
    """Why a file could not be used, for the user to act on."""
    cause = error.orig if isinstance(error, DatabaseError) and error.orig else error
    if isinstance(cause, OSError):
        return cause.strerror or str(cause)
    known = {
        sqlite3.SQLITE_FULL: "the disk is full",
        sqlite3.SQLITE_IOERR: f"the disk may be full or failing ({cause})",
        sqlite3.SQLITE_READONLY: "it may be read but not written",
        sqlite3.SQLITE_CANTOPEN: "its file cannot be opened or made there",
        sqlite3.SQLITE_BUSY: "another program is holding it",
    }
    return known.get((getattr(cause, "sqlite_errorcode", None) or 0) & 0xFF, str(cause))


def tables_in(connection: sqlite3.Connection) -> set[str]:
    """The names of the tables."""
    return {name for (name,) in connection.execute("SELECT name FROM sqlite_schema WHERE type = 'table'")}


def revision_of(file: Path) -> str | None:
    """The migration that a file stands at; None for one that holds no store."""
    with opened(file) as connection:
        if "alembic_version" not in tables_in(connection):
            return None
        row = connection.execute("SELECT version_num FROM alembic_version").fetchone()
        return str(row[0]) if row else None


def copy_into(source: sqlite3.Connection, target: Path) -> None:
    """Copies what a connection sees, as of one moment, into a new file that stands for itself.

    It is read through before it gets its name. Raises StoreUnusable when something is at `target` already;
    leaves nothing half written there.
    """
    try:
        with written_whole(target) as part:
            with closing(sqlite3.connect(part)) as copy:
                source.backup(copy)
                copy.execute("PRAGMA journal_mode=DELETE")
            if damage := damage_in(part):
                raise StoreUnusable(
                    f"{target} cannot be written: what was written reads otherwise ({damage})"
                )
    except FileExistsError as error:
        raise StoreUnusable(f"{target} is there already; nothing was written over it") from error
    except (OSError, sqlite3.Error) as error:
        raise StoreUnusable(f"{target} cannot be written: {reason(error)}") from error


def stamped(directory: Path, what: str) -> Path:
    """A file name beside the store that says what the file is and when it was put there, UTC."""
    at = datetime.now(UTC).strftime("%Y-%m-%d-%H%M%S-%f")
    return directory / f"kettledrum-{what}-{at}.sqlite"
