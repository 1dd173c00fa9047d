"""The one door to the data: every read and write of jobs and setups goes through `Store`."""

import shutil
import sqlite3
import tempfile
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path

from sqlmodel import delete

from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.formats.archive import Everything
from kettledrum.store import bike_rows, rows
from kettledrum.store.bikes import Bikes
from kettledrum.store.errors import StoreUnusable
from kettledrum.store.file.damaged import (
    Damaged,
    damaged_store,
    damaged_stores,
    put_away,
    salvage,
    set_aside_if_damaged,
)
from kettledrum.store.file.database import open_database
from kettledrum.store.file.sqlite import COMPANIONS, FILE_NAME, reason
from kettledrum.store.history import History
from kettledrum.store.incoming import insert_jobs, ready_job
from kettledrum.store.jobs import Jobs
from kettledrum.store.records import JobSummary
from kettledrum.store.roads import Roads
from kettledrum.store.sessions import READ_ONLY, Sessions
from kettledrum.store.shelf import BroughtIn, Shelf, bring_in, part_records, put_on
from kettledrum.store.tables import (
    BikeRow,
    JobRow,
    PartRow,
    RevisionRow,
    RideRow,
    RideSecondsRow,
    RoadLineRow,
    RoadRow,
    SetupRow,
)
from kettledrum.store.upkeep import DataSize, data_size, forget


@dataclass(frozen=True)
class TakenIn:
    """What was added: jobs, in order, and parts."""

    jobs: list[JobSummary]
    parts: BroughtIn


class Store:
    """The store in a data directory, with a door for each kind of thing in it.

    A method that writes has its work on disk when it returns, or has changed nothing when it raises:
    NotFound, StaleWrite, InvalidInput (a name that is taken, too many setups) or StoreUnusable.
    """

    def __init__(self, directory: Path) -> None:
        self.directory = directory
        self._workshop: tempfile.TemporaryDirectory[str] | None = None
        self._engine = open_database(directory)
        self._sessions = Sessions(self._engine)
        self.jobs = Jobs(self._sessions)
        self.roads = Roads(self._sessions)
        self.bikes = Bikes(self._sessions)
        self.history = History(self._sessions)
        self.shelf = Shelf(self._sessions)

    @classmethod
    def mended(cls, directory: Path) -> "Store":
        """The store, or a new one in the place of one that is damaged, which is kept aside; see `damaged`."""
        try:
            set_aside_if_damaged(directory)
        except (OSError, sqlite3.Error) as error:
            raise StoreUnusable(f"the store in {directory} cannot be opened: {reason(error)}") from error
        return cls(directory)

    @classmethod
    def to_look_at(cls, directory: Path) -> "Store":
        """The store in a directory that may not be written: a copy of it, in which nothing can be changed.

        Raises StoreUnusable where there is none.
        """
        file = directory / FILE_NAME
        workshop = tempfile.TemporaryDirectory(prefix="kettledrum-")
        try:
            for ending in COMPANIONS[:2]:
                if file.with_name(file.name + ending).exists():
                    shutil.copyfile(
                        file.with_name(file.name + ending), Path(workshop.name) / (FILE_NAME + ending)
                    )
            if not (Path(workshop.name) / FILE_NAME).exists():
                raise StoreUnusable(f"there is no store in {directory}, and none can be made there")
            store = cls(Path(workshop.name))
        except (OSError, StoreUnusable) as error:
            workshop.cleanup()
            if isinstance(error, StoreUnusable):
                raise
            raise StoreUnusable(f"the store in {directory} cannot be read: {reason(error)}") from error
        store._workshop = workshop
        store.directory = directory
        store._sessions.read_only = True
        return store

    @property
    def read_only(self) -> bool:
        """Whether nothing can be changed."""
        return self._sessions.read_only

    def close(self) -> None:
        """Lets go of the file."""
        self._engine.dispose()
        if self._workshop is not None:
            self._workshop.cleanup()

    def size(self) -> DataSize:
        """How large the store is."""
        return data_size(self._file_directory)

    def forget(self, steps: int, *, deleted: bool) -> DataSize:
        """Lets go of all but so many last steps of undo and, where asked, of what was deleted."""
        if self.read_only:
            raise StoreUnusable(READ_ONLY)
        forget(self._file_directory, steps, deleted=deleted)
        return self.size()

    @property
    def _file_directory(self) -> Path:
        return Path(self._workshop.name) if self._workshop is not None else self.directory

    def take_in(self, found: Everything) -> TakenIn:
        """Adds jobs, and the parts that the shelf does not hold: all of it or, if it raises, nothing."""
        return [step for step in self.taking_in(found) if isinstance(step, TakenIn)][-1]

    def taking_in(self, found: Everything) -> Iterator[float | TakenIn]:
        """The same, telling time and again which share is ready to be written; until then it can be left off.

        Nobody else who writes waits but for the writing itself.
        """
        ready = []
        for number, brief in enumerate(found.jobs, start=1):
            ready.append(ready_job(brief, found.logs.get(number - 1), found.seconds))
            yield number / len(found.jobs)
        with self._sessions.writing() as session:
            insert_jobs(session, ready)
            parts = bring_in(session, found.parts)
        yield TakenIn([job.summary for job in ready], parts)

    def everything(self) -> Everything:
        """Every job as a brief, oldest first, and every part on the shelf, as of one moment."""
        with self._sessions.reading() as session:
            held = rows.job_rows(session)
            jobs = [rows.job_brief(session, row) for row in held]
            logs = {
                place: log
                for place, row in enumerate(held)
                if (log := bike_rows.log_of(session, row.id)) is not None
            }
            rides = (ride for log in logs.values() for bike in log.bikes for ride in bike.rides or [])
            seconds = bike_rows.seconds_of(session, {ride.seconds for ride in rides if ride.seconds})
            return Everything(jobs, [record.part for record in part_records(session)], logs, seconds)

    def damaged(self) -> list[Damaged]:
        """The damaged stores kept aside beside this one, until they are brought back or dismissed."""
        return damaged_stores(self.directory)

    def bring_back(self, file_name: str) -> list[JobSummary]:
        """Adds every job and part that can be read in a damaged store that was kept aside."""
        file = damaged_store(self.directory, file_name)
        found, _ = salvage(file)
        taken = self.take_in(found)
        put_away(file)
        return taken.jobs

    def dismiss(self, file_name: str) -> None:
        """Keeps a damaged store where it lies, without offering it again."""
        put_away(damaged_store(self.directory, file_name))

    def start_over(self, demo: Sequence[Brief] | Everything, parts: Sequence[Part] = ()) -> list[str]:
        """Empties the store and puts the demo's jobs in, in one step, and names them; a shelf of just
        `parts`, where any are given.
        """
        with self._sessions.writing() as session:
            session.exec(delete(RevisionRow))
            session.exec(delete(SetupRow))
            session.exec(delete(RideRow))
            session.exec(delete(BikeRow))
            session.exec(delete(RideSecondsRow))
            session.exec(delete(RoadRow))
            session.exec(delete(RoadLineRow))
            session.exec(delete(JobRow))
            if parts:
                session.exec(delete(PartRow))
                put_on(session, parts)
            return rows.add_demo(session, demo)
