"""How large the data is, and what of its past can be let go."""

import sqlite3
from pathlib import Path

from pydantic import BaseModel

from kettledrum.store.errors import StoreUnusable
from kettledrum.store.file.sqlite import COMPANIONS, FILE_NAME, opened, reason

_PAST = (
    ("changes", "revision"),
    ("need", "job WHERE deleted_at IS NOT NULL"),
    ("document", "setup WHERE deleted_at IS NOT NULL"),
    ("document", "road WHERE deleted_at IS NOT NULL"),
    ("document", "part WHERE deleted_at IS NOT NULL"),
    ("document", "bike WHERE deleted_at IS NOT NULL"),
    ("document", "ride WHERE deleted_at IS NOT NULL"),
    (
        "content",
        "ride_seconds WHERE id NOT IN "
        "(SELECT seconds_id FROM ride WHERE seconds_id IS NOT NULL AND deleted_at IS NULL)",
    ),
    (
        "content",
        "road_line WHERE id NOT IN "
        "(SELECT line_id FROM road WHERE line_id IS NOT NULL AND deleted_at IS NULL)",
    ),
)
"""What only undo and deleted things need: a column, and its rows."""
_COUNTS = {
    "jobs": "SELECT count(*) FROM job WHERE deleted_at IS NULL",
    "setups": "SELECT count(*) FROM setup WHERE deleted_at IS NULL",
    "roads": "SELECT count(*) FROM road WHERE deleted_at IS NULL",
    "parts": "SELECT count(*) FROM part WHERE deleted_at IS NULL",
    "bikes": "SELECT count(*) FROM bike WHERE deleted_at IS NULL",
    "rides": "SELECT count(*) FROM ride WHERE deleted_at IS NULL",
    "steps": "SELECT count(*) FROM revision",
    "deleted_jobs": "SELECT count(*) FROM job WHERE deleted_at IS NOT NULL",
    "deleted_things": "SELECT (SELECT count(*) FROM setup WHERE deleted_at IS NOT NULL) + "
    "(SELECT count(*) FROM road WHERE deleted_at IS NOT NULL) + "
    "(SELECT count(*) FROM bike WHERE deleted_at IS NOT NULL) + "
    "(SELECT count(*) FROM ride WHERE deleted_at IS NOT NULL) + "
    "(SELECT count(*) FROM part WHERE deleted_at IS NOT NULL)",
    "past_bytes": "SELECT "
    + " + ".join(
        f"coalesce((SELECT sum(length(CAST({column} AS BLOB))) FROM {rows}), 0)" for column, rows in _PAST
    ),
}


class DataSize(BaseModel):
    """How large a store is, in bytes and in things; `steps` can be undone or redone, and what they and
    deleted things hold is `past_bytes` of it.
    """

    bytes: int
    jobs: int
    setups: int
    roads: int
    parts: int
    bikes: int
    rides: int
    steps: int
    deleted_jobs: int
    deleted_things: int
    past_bytes: int


def data_size(directory: Path) -> DataSize:
    """How large the store in a directory is. Raises StoreUnusable."""
    file = directory / FILE_NAME
    try:
        files = [file.with_name(file.name + ending) for ending in COMPANIONS]
        size = sum(each.stat().st_size for each in files if each.exists())
        with opened(file) as connection:
            counts = {name: connection.execute(ask).fetchone()[0] for name, ask in _COUNTS.items()}
    except (OSError, sqlite3.Error) as error:
        raise StoreUnusable(f"the store cannot be read: {reason(error)}") from error
    return DataSize(bytes=size, **counts)


_FORGET = (
    # What was undone goes too: nothing would be left to do it on.
    "DELETE FROM revision WHERE id IN (SELECT revision.id FROM revision JOIN job ON job.id = revision.job_id "
    "WHERE revision.number <= job.revision - :steps)",
    "DELETE FROM job WHERE deleted_at IS NOT NULL AND :deleted",
    "DELETE FROM part WHERE deleted_at IS NOT NULL AND :deleted",
    # What a step could still bring back stays.
    "DELETE FROM setup WHERE deleted_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM revision "
    "WHERE revision.job_id = setup.job_id AND instr(revision.changes, setup.id) > 0)",
    "DELETE FROM road WHERE deleted_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM revision "
    "WHERE revision.job_id = road.job_id AND instr(revision.changes, road.id) > 0)",
    "DELETE FROM ride WHERE deleted_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM revision "
    "WHERE revision.job_id = ride.job_id AND instr(revision.changes, ride.id) > 0)",
    "DELETE FROM bike WHERE deleted_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM revision "
    "WHERE revision.job_id = bike.job_id AND instr(revision.changes, bike.id) > 0) "
    "AND NOT EXISTS (SELECT 1 FROM ride WHERE ride.bike_id = bike.id AND EXISTS (SELECT 1 FROM revision "
    "WHERE revision.job_id = bike.job_id AND instr(revision.changes, ride.id) > 0))",
    "DELETE FROM ride_seconds WHERE id NOT IN (SELECT seconds_id FROM ride WHERE seconds_id IS NOT NULL) "
    "AND NOT EXISTS (SELECT 1 FROM revision WHERE instr(revision.changes, ride_seconds.id) > 0)",
    "DELETE FROM road_line WHERE id NOT IN (SELECT line_id FROM road WHERE line_id IS NOT NULL) "
    "AND NOT EXISTS (SELECT 1 FROM revision WHERE instr(revision.changes, road_line.id) > 0)",
)


def forget(directory: Path, steps: int, *, deleted: bool) -> None:
    """Lets go of all but the last `steps` of each job's undo and, where asked, of what was deleted.

    What a step that is kept could bring back is kept too. The file shrinks. Raises StoreUnusable.
    """
    try:
        with opened(directory / FILE_NAME) as connection:
            connection.isolation_level = None
            connection.execute("PRAGMA foreign_keys=ON")
            connection.execute("BEGIN IMMEDIATE")
            with connection:
                for statement in _FORGET:
                    connection.execute(statement, {"steps": steps, "deleted": int(deleted)})
            connection.execute("VACUUM")
            connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    except sqlite3.Error as error:
        raise StoreUnusable(f"the store cannot be written: {reason(error)}") from error
