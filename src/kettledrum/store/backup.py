"""Backups of the whole store, history and deleted things with it, and putting one back."""

import sqlite3
import tempfile
from pathlib import Path

from kettledrum.store.errors import StoreUnusable
from kettledrum.store.file.damaged import set_aside_if_damaged
from kettledrum.store.file.held import is_held
from kettledrum.store.file.own import WORKSHOP, own_directory
from kettledrum.store.file.sqlite import FILE_NAME, copy_into, damage_in, opened, reason, stamped, tables_in
from kettledrum.store.store import Store


def back_up(directory: Path, target: Path) -> None:
    """Copies the store in `directory` to a new file, as of one moment, while it may be in use.

    Raises StoreUnusable where there is no sound store, or something at `target` already.
    """
    file = directory / FILE_NAME
    if not file.exists():
        raise StoreUnusable(f"there is no store in {directory}")
    try:
        if damage := damage_in(file):
            raise StoreUnusable(f"the store in {directory} is damaged: {damage}")
        with opened(file) as connection:
            copy_into(connection, target)
    except sqlite3.Error as error:
        raise StoreUnusable(f"the store in {directory} cannot be read: {reason(error)}") from error


def restore(directory: Path, source: Path) -> Path | None:
    """Puts a backup in the place of the store in `directory`, at one stroke, while that may be in use.

    Returns where what stood there before was copied to, None where there was no store. The backup is read
    whole first, and brought up to date; it is itself not changed. Raises StoreUnusable for a file that
    is no sound backup; the store is then as it was.
    """
    try:
        own_directory(directory)
        with tempfile.TemporaryDirectory(dir=directory, prefix=WORKSHOP) as workshop:
            ready = Path(workshop) / FILE_NAME
            _take_in(source, ready)
            if not is_held(directory):
                set_aside_if_damaged(directory)
            kept = None
            file = directory / FILE_NAME
            if file.exists():
                kept = stamped(directory, "before-restore")
                back_up(directory, kept)
            Store(directory).close()
            with opened(ready) as backup, opened(file) as live:
                _rise_above(backup, live)
                backup.backup(live)
            return kept
    except (OSError, sqlite3.Error) as error:
        raise StoreUnusable(
            f"the backup cannot be put back: {reason(error)}; the store is as it was"
        ) from error


def _take_in(source: Path, ready: Path) -> None:
    """Copies a backup to where it can be worked on, and sees that all of it can be read."""
    if not source.is_file():
        raise StoreUnusable(f"{source} cannot be read: there is no such file")
    try:
        with opened(source, read_only=True) as connection:
            if not {"alembic_version", "job", "setup"} <= tables_in(connection):
                raise StoreUnusable(f"{source} is no backup of a Kettledrum store")
            copy_into(connection, ready)
    except sqlite3.DatabaseError as error:
        raise StoreUnusable(f"{source} is no backup of a Kettledrum store: {reason(error)}") from error
    try:
        store = Store(ready.parent)
        store.everything()
        store.close()
    except StoreUnusable as error:
        why = str(error).replace(f"the store in {ready.parent}", "it")
        raise StoreUnusable(f"{source} cannot be put back: {why}") from error


def _rise_above(backup: sqlite3.Connection, live: sqlite3.Connection) -> None:
    """Raises every version and revision number above those in use, so that no open window mistakes
    what is put back for what it knows.
    """
    highest = (
        "SELECT max(coalesce(max(version), 0), coalesce((SELECT max(version) FROM setup), 0), "
        "coalesce((SELECT max(version) FROM part), 0), coalesce((SELECT max(version) FROM road), 0), "
        "coalesce((SELECT max(version) FROM bike), 0), coalesce((SELECT max(version) FROM ride), 0), "
        "coalesce(max(revision), 0), coalesce((SELECT max(number) FROM revision), 0)) FROM job"
    )
    by = max(connection.execute(highest).fetchone()[0] for connection in (backup, live)) + 1
    for change in (
        "UPDATE setup SET version = version + ?",
        "UPDATE part SET version = version + ?",
        "UPDATE road SET version = version + ?",
        "UPDATE bike SET version = version + ?",
        "UPDATE ride SET version = version + ?",
        "UPDATE revision SET number = number + ?",
        "UPDATE job SET version = version + ?1, revision = revision + ?1",
    ):
        backup.execute(change, (by,))
    backup.commit()
