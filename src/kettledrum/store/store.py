"""The one door to the data: every read and write of jobs and setups goes through `Store`."""

import sqlite3
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path
from typing import Literal

from sqlalchemy.exc import DatabaseError
from sqlmodel import Session, col, delete, func, select

from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.names import free_name
from kettledrum.core.terms.quantities import NAME_LENGTH
from kettledrum.formats import Everything
from kettledrum.store import revisions, rows
from kettledrum.store.errors import NotFound, StaleWrite, StoreUnusable
from kettledrum.store.file.damaged import (
    Damaged,
    damaged_store,
    damaged_stores,
    put_away,
    salvage,
    set_aside_if_damaged,
)
from kettledrum.store.file.database import open_database
from kettledrum.store.file.sqlite import reason
from kettledrum.store.job_roads import JobRoads
from kettledrum.store.records import (
    JobPlaces,
    JobRecord,
    JobSummary,
    SetupPlace,
    SetupRecord,
    Stepped,
)
from kettledrum.store.shelf import BroughtIn, Shelf, bring_in, part_records
from kettledrum.store.tables import JobRow, RevisionRow, RoadLineRow, RoadRow, SetupRow, now


class Store:
    """The store in a data directory.

    A method that writes has its work on disk when it returns, or has changed nothing when it raises:
    NotFound, StaleWrite, InvalidInput (a name that is taken, too many setups) or StoreUnusable.
    """

    def __init__(self, directory: Path) -> None:
        self.directory = directory
        self._engine = open_database(directory)
        self.shelf = Shelf(self._reading, self._writing)
        self.roads = JobRoads(self._reading, self._changing)

    @classmethod
    def mended(cls, directory: Path) -> "Store":
        """The store, or a new one in the place of one that is damaged, which is kept aside; see `damaged`."""
        try:
            set_aside_if_damaged(directory)
        except (OSError, sqlite3.Error) as error:
            raise StoreUnusable(f"the store in {directory} cannot be opened: {reason(error)}") from error
        return cls(directory)

    def close(self) -> None:
        """Lets go of the file."""
        self._engine.dispose()

    def jobs(self, *, deleted: bool = False) -> list[JobSummary]:
        """Every job, oldest first; or with `deleted`, those that can be brought back."""
        with self._reading() as session:
            counts = dict(
                session.exec(
                    select(SetupRow.job_id, func.count())
                    .where(col(SetupRow.deleted_at).is_(None))
                    .group_by(SetupRow.job_id)
                ).all()
            )
            return [
                JobSummary(id=row.id, name=row.name, setup_count=counts.get(row.id, 0))
                for row in rows.job_rows(session, deleted=deleted)
            ]

    def places(self) -> list[JobPlaces]:
        """Every job and setup by name, as somewhere to go to."""
        with self._reading() as session:
            return [
                JobPlaces(
                    id=row.id,
                    name=row.name,
                    setups=[
                        SetupPlace(id=setup.id, letter=setup.letter, name=setup.name)
                        for setup in rows.present(session, row.id)
                    ],
                )
                for row in rows.job_rows(session)
            ]

    def job(self, job_id: str) -> JobRecord:
        """One job with its setups."""
        with self._reading() as session:
            return rows.job_record(session, rows.job_row(session, job_id))

    def brief(self, job_id: str) -> Brief:
        """One job as a brief, with its setups and roads."""
        with self._reading() as session:
            return rows.job_brief(session, rows.job_row(session, job_id))

    def setup(self, job_id: str, setup_id: str) -> SetupRecord:
        """One setup of a job."""
        with self._reading() as session:
            return rows.setup_record(rows.setup_row(session, job_id, setup_id))

    def add_job(self, brief: Brief) -> JobRecord:
        """A new job from a brief; its setups take the letters from A on."""
        with self._writing() as session:
            return rows.add_job(session, brief)

    def add_jobs(self, briefs: Sequence[Brief]) -> list[JobRecord]:
        """New jobs from briefs: all of them or, if it raises, none."""
        with self._writing() as session:
            return [rows.add_job(session, brief) for brief in briefs]

    def take_in(self, found: Everything) -> tuple[list[JobRecord], BroughtIn]:
        """Adds jobs, and the parts that the shelf does not hold: all of it or, if it raises, nothing."""
        with self._writing() as session:
            jobs = [rows.add_job(session, brief) for brief in found.jobs]
            return jobs, bring_in(session, found.parts)

    def everything(self) -> Everything:
        """Every job as a brief, oldest first, and every part on the shelf, as of one moment."""
        with self._reading() as session:
            jobs = [rows.job_brief(session, row) for row in rows.job_rows(session)]
            return Everything(jobs, [record.part for record in part_records(session)])

    def add_first_jobs(self, briefs: Sequence[Brief]) -> list[JobRecord]:
        """New jobs from briefs, unless the store holds one already: then none, and nothing changes."""
        with self._writing() as session:
            # A job that was deleted counts: a demo that was put away does not come back by itself.
            if session.exec(select(JobRow.id)).first() is not None:
                return []
            return [rows.add_job(session, brief) for brief in briefs]

    def copy_job(self, job_id: str) -> JobRecord:
        """A second job like this one, under a name that says so."""
        with self._writing() as session:
            brief = rows.job_brief(session, rows.job_row(session, job_id))
            ending = ", copy"
            name = brief.name[: NAME_LENGTH - len(ending)] + ending
            return rows.add_job(session, brief.model_copy(update={"name": name}))

    def delete_job(self, job_id: str) -> None:
        """Puts a job away; `restore_job` brings it back."""
        with self._writing() as session:
            rows.job_row(session, job_id).deleted_at = now()

    def restore_job(self, job_id: str) -> JobRecord:
        """Brings a deleted job back as it was."""
        with self._writing() as session:
            row = session.get(JobRow, job_id)
            if row is None:
                raise NotFound("This job")
            row.deleted_at = None
            return rows.job_record(session, row)

    def damaged(self) -> list[Damaged]:
        """The damaged stores kept aside beside this one, until they are brought back or dismissed."""
        return damaged_stores(self.directory)

    def bring_back(self, file_name: str) -> list[JobRecord]:
        """Adds every job and part that can be read in a damaged store that was kept aside."""
        file = damaged_store(self.directory, file_name)
        found, _ = salvage(file)
        jobs, _ = self.take_in(found)
        put_away(file)
        return jobs

    def dismiss(self, file_name: str) -> None:
        """Keeps a damaged store where it lies, without offering it again."""
        put_away(damaged_store(self.directory, file_name))

    def start_over(self, briefs: Sequence[Brief]) -> list[JobRecord]:
        """Empties the store and puts other jobs in, in one step."""
        with self._writing() as session:
            session.exec(delete(RevisionRow))
            session.exec(delete(SetupRow))
            session.exec(delete(RoadRow))
            session.exec(delete(RoadLineRow))
            session.exec(delete(JobRow))
            return [rows.add_job(session, brief) for brief in briefs]

    def change_need(self, job_id: str, need: Need, version: int) -> JobRecord:
        """Replaces what the job asks for; `version` is the job's version the change was based on."""
        with self._changing(job_id) as (_, row):
            rows.next_version(row, version, "This job")
            row.name, row.need = need.name, rows.text(need)
        return self.job(job_id)

    def change_reference(self, job_id: str, setup_id: str, version: int) -> JobRecord:
        """Makes one of the job's setups its reference."""
        with self._changing(job_id) as (session, row):
            rows.setup_row(session, job_id, setup_id)
            rows.next_version(row, version, "This job")
            row.reference_id = setup_id
        return self.job(job_id)

    def change_order(self, job_id: str, setup_ids: list[str], revision: int) -> JobRecord:
        """Puts a job's setups in another order; each keeps its letter.

        `setup_ids` names every setup once; `revision` is the one the job was seen at.
        """
        with self._changing(job_id) as (session, job):
            if job.revision != revision:
                raise StaleWrite("This job", job.revision)
            held = {row.id: row for row in rows.present(session, job_id)}
            if sorted(setup_ids) != sorted(held):
                raise InvalidInput([Problem("", "the order must name every setup of the job once")])
            for position, setup_id in enumerate(setup_ids):
                held[setup_id].position = position
        return self.job(job_id)

    def add_setup(self, job_id: str, setup: Setup, *, rename: bool = False) -> SetupRecord:
        """Adds a setup at the end of a job, with the first letter that is free.

        With `rename`, one whose name is taken in the job gets a number behind it.
        """
        with self._changing(job_id) as (session, job):
            if rename:
                taken = {row.name for row in rows.present(session, job_id)}
                setup = setup.model_copy(update={"name": free_name(setup.name, taken)})
            row = rows.add_setup(session, job_id, setup)
            if job.reference_id is None:
                job.reference_id = row.id
            session.flush()
            return rows.setup_record(row)

    def change_setup(self, job_id: str, setup_id: str, setup: Setup, version: int) -> SetupRecord:
        """Replaces a setup; `version` is the setup's version the change was based on."""
        with self._changing(job_id) as (session, _):
            row = rows.setup_row(session, job_id, setup_id)
            rows.next_version(row, version, f"“{row.name}”")
            rows.claim_name(session, job_id, setup.name, setup_id)
            row.name, row.document = setup.name, rows.text(setup)
            session.flush()
            return rows.setup_record(row)

    def delete_setup(self, job_id: str, setup_id: str) -> None:
        """Takes a setup out of its job; `restore_setup` brings it back."""
        with self._changing(job_id) as (session, _):
            rows.setup_row(session, job_id, setup_id).deleted_at = now()

    def restore_setup(self, job_id: str, setup_id: str) -> SetupRecord:
        """Brings a deleted setup back to its place, with its letter unless another has taken it since."""
        with self._changing(job_id) as (session, _):
            row = session.get(SetupRow, setup_id)
            if row is None or row.job_id != job_id:
                raise NotFound("This setup")
            if row.deleted_at is not None:
                rows.claim_name(session, job_id, row.name, setup_id)
                letters = rows.letters(session, job_id)
                if row.letter in letters:
                    row.letter = rows.free_letter(letters)
                row.deleted_at = None
                session.flush()
            return rows.setup_record(row)

    def undo(self, job_id: str, revision: int) -> Stepped:
        """Takes back the last change to a job; `revision` is the one the job was seen at."""
        return self._step(job_id, revision, "undo")

    def redo(self, job_id: str, revision: int) -> Stepped:
        """Does the change that was last taken back again."""
        return self._step(job_id, revision, "redo")

    def _step(self, job_id: str, revision: int, way: Literal["undo", "redo"]) -> Stepped:
        with self._writing() as session:
            job = rows.job_row(session, job_id)
            if job.revision != revision:
                raise StaleWrite("This job", job.revision)
            what = revisions.step(session, job, way)
            return Stepped(what=what, job=rows.job_record(session, job))

    @contextmanager
    def _changing(self, job_id: str) -> Iterator[tuple[Session, JobRow]]:
        """A writing session that keeps what it changes in a job as a revision."""
        with self._writing() as session:
            job = rows.job_row(session, job_id)
            before = revisions.snapshot(session, job)
            yield session, job
            session.flush()
            revisions.record(session, job, before)

    @contextmanager
    def _reading(self) -> Iterator[Session]:
        try:
            with Session(self._engine) as session:
                yield session
        except DatabaseError as error:
            raise StoreUnusable(f"the store cannot be read: {reason(error)}") from error

    @contextmanager
    def _writing(self) -> Iterator[Session]:
        """A session whose work is committed, and so on disk, when it ends without an error."""
        try:
            with Session(self._engine.execution_options(writes=True)) as session, session.begin():
                yield session
        except DatabaseError as error:
            raise StoreUnusable(f"the store cannot be written: {reason(error)}") from error
