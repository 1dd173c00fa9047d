"""The one door to the data: every read and write of jobs and setups goes through `Store`."""

import json
import sqlite3
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path
from string import ascii_uppercase
from typing import Literal

from pydantic import ValidationError
from sqlalchemy import literal_column
from sqlalchemy.exc import DatabaseError
from sqlmodel import Session, col, delete, func, select

from kettledrum.core import AnyModel, Brief, InvalidInput, Need, Problem, Setup
from kettledrum.core.brief import MOST_SETUPS
from kettledrum.core.names import free_name
from kettledrum.core.quantities import NAME_LENGTH
from kettledrum.formats import as_json
from kettledrum.store import revisions
from kettledrum.store.damaged import (
    Damaged,
    damaged_store,
    damaged_stores,
    put_away,
    salvage,
    set_aside_if_damaged,
)
from kettledrum.store.database import open_database
from kettledrum.store.errors import NotFound, StaleWrite, StoreUnusable
from kettledrum.store.records import (
    JobPlaces,
    JobRecord,
    JobSummary,
    SetupPlace,
    SetupRecord,
    Stepped,
    brief_of,
)
from kettledrum.store.shelf import Shelf
from kettledrum.store.sqlite_file import reason
from kettledrum.store.tables import JobRow, RevisionRow, SetupRow, now


class Store:
    """The store in a data directory.

    A method that writes has its work on disk when it returns, or has changed nothing when it raises:
    NotFound, StaleWrite, InvalidInput (a name that is taken, too many setups) or StoreUnusable.
    """

    def __init__(self, directory: Path) -> None:
        self.directory = directory
        self._engine = open_database(directory)
        self.shelf = Shelf(self._reading, self._writing)

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
                for row in _job_rows(session, deleted=deleted)
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
                        for setup in _present(session, row.id)
                    ],
                )
                for row in _job_rows(session)
            ]

    def job(self, job_id: str) -> JobRecord:
        """One job with its setups."""
        with self._reading() as session:
            return _job_record(session, _job_row(session, job_id))

    def setup(self, job_id: str, setup_id: str) -> SetupRecord:
        """One setup of a job."""
        with self._reading() as session:
            return _setup_record(_setup_row(session, job_id, setup_id))

    def add_job(self, brief: Brief) -> JobRecord:
        """A new job from a brief; its setups take the letters from A on."""
        with self._writing() as session:
            return _add_job(session, brief)

    def add_jobs(self, briefs: Sequence[Brief]) -> list[JobRecord]:
        """New jobs from briefs: all of them or, if it raises, none."""
        with self._writing() as session:
            return [_add_job(session, brief) for brief in briefs]

    def briefs(self) -> list[Brief]:
        """Every job as a brief, oldest first, as of one moment."""
        with self._reading() as session:
            return [brief_of(_job_record(session, row)) for row in _job_rows(session)]

    def add_first_jobs(self, briefs: Sequence[Brief]) -> list[JobRecord]:
        """New jobs from briefs, unless the store holds one already: then none, and nothing changes."""
        with self._writing() as session:
            # A job that was deleted counts: a demo that was put away does not come back by itself.
            if session.exec(select(JobRow.id)).first() is not None:
                return []
            return [_add_job(session, brief) for brief in briefs]

    def copy_job(self, job_id: str) -> JobRecord:
        """A second job like this one, under a name that says so."""
        with self._writing() as session:
            brief = brief_of(_job_record(session, _job_row(session, job_id)))
            ending = ", copy"
            name = brief.name[: NAME_LENGTH - len(ending)] + ending
            return _add_job(session, brief.model_copy(update={"name": name}))

    def delete_job(self, job_id: str) -> None:
        """Puts a job away; `restore_job` brings it back."""
        with self._writing() as session:
            _job_row(session, job_id).deleted_at = now()

    def restore_job(self, job_id: str) -> JobRecord:
        """Brings a deleted job back as it was."""
        with self._writing() as session:
            row = session.get(JobRow, job_id)
            if row is None:
                raise NotFound("This job")
            row.deleted_at = None
            return _job_record(session, row)

    def damaged(self) -> list[Damaged]:
        """The damaged stores kept aside beside this one, until they are brought back or dismissed."""
        return damaged_stores(self.directory)

    def bring_back(self, file_name: str) -> list[JobRecord]:
        """Adds every job that can be read in a damaged store that was kept aside."""
        file = damaged_store(self.directory, file_name)
        briefs, _ = salvage(file)
        jobs = self.add_jobs(briefs)
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
            session.exec(delete(JobRow))
            return [_add_job(session, brief) for brief in briefs]

    def change_need(self, job_id: str, need: Need, version: int) -> JobRecord:
        """Replaces what the job asks for; `version` is the job's version the change was based on."""
        with self._changing(job_id) as (_, row):
            _next_version(row, version, "This job")
            row.name, row.need = need.name, _text(need)
        return self.job(job_id)

    def change_reference(self, job_id: str, setup_id: str, version: int) -> JobRecord:
        """Makes one of the job's setups its reference."""
        with self._changing(job_id) as (session, row):
            _setup_row(session, job_id, setup_id)
            _next_version(row, version, "This job")
            row.reference_id = setup_id
        return self.job(job_id)

    def change_order(self, job_id: str, setup_ids: list[str], revision: int) -> JobRecord:
        """Puts a job's setups in another order; each keeps its letter.

        `setup_ids` names every setup once; `revision` is the one the job was seen at.
        """
        with self._changing(job_id) as (session, job):
            if job.revision != revision:
                raise StaleWrite("This job", job.revision)
            rows = {row.id: row for row in _present(session, job_id)}
            if sorted(setup_ids) != sorted(rows):
                raise InvalidInput([Problem("", "the order must name every setup of the job once")])
            for position, setup_id in enumerate(setup_ids):
                rows[setup_id].position = position
        return self.job(job_id)

    def add_setup(self, job_id: str, setup: Setup, *, rename: bool = False) -> SetupRecord:
        """Adds a setup at the end of a job, with the first letter that is free.

        With `rename`, one whose name is taken in the job gets a number behind it.
        """
        with self._changing(job_id) as (session, job):
            if rename:
                taken = {row.name for row in _present(session, job_id)}
                setup = setup.model_copy(update={"name": free_name(setup.name, taken)})
            row = _add_setup(session, job_id, setup)
            if job.reference_id is None:
                job.reference_id = row.id
            session.flush()
            return _setup_record(row)

    def change_setup(self, job_id: str, setup_id: str, setup: Setup, version: int) -> SetupRecord:
        """Replaces a setup; `version` is the setup's version the change was based on."""
        with self._changing(job_id) as (session, _):
            row = _setup_row(session, job_id, setup_id)
            _next_version(row, version, f"“{row.name}”")
            _claim_name(session, job_id, setup.name, setup_id)
            row.name, row.document = setup.name, _text(setup)
            session.flush()
            return _setup_record(row)

    def delete_setup(self, job_id: str, setup_id: str) -> None:
        """Takes a setup out of its job; `restore_setup` brings it back."""
        with self._changing(job_id) as (session, _):
            _setup_row(session, job_id, setup_id).deleted_at = now()

    def restore_setup(self, job_id: str, setup_id: str) -> SetupRecord:
        """Brings a deleted setup back to its place, with its letter unless another has taken it since."""
        with self._changing(job_id) as (session, _):
            row = session.get(SetupRow, setup_id)
            if row is None or row.job_id != job_id:
                raise NotFound("This setup")
            if row.deleted_at is not None:
                _claim_name(session, job_id, row.name, setup_id)
                letters = _letters(session, job_id)
                if row.letter in letters:
                    row.letter = _free_letter(letters)
                row.deleted_at = None
                session.flush()
            return _setup_record(row)

    def undo(self, job_id: str, revision: int) -> Stepped:
        """Takes back the last change to a job; `revision` is the one the job was seen at."""
        return self._step(job_id, revision, "undo")

    def redo(self, job_id: str, revision: int) -> Stepped:
        """Does the change that was last taken back again."""
        return self._step(job_id, revision, "redo")

    def _step(self, job_id: str, revision: int, way: Literal["undo", "redo"]) -> Stepped:
        with self._writing() as session:
            job = _job_row(session, job_id)
            if job.revision != revision:
                raise StaleWrite("This job", job.revision)
            what = revisions.step(session, job, way)
            return Stepped(what=what, job=_job_record(session, job))

    @contextmanager
    def _changing(self, job_id: str) -> Iterator[tuple[Session, JobRow]]:
        """A writing session that keeps what it changes in a job as a revision."""
        with self._writing() as session:
            job = _job_row(session, job_id)
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


def _kept(model: type[AnyModel], text: str, what: str) -> AnyModel:
    try:
        return model.model_validate(json.loads(text))
    except (ValueError, ValidationError) as error:
        raise StoreUnusable(f"{what} cannot be read from the store; the rest can") from error


def _text(model: Need | Setup) -> str:
    return json.dumps(as_json(model), ensure_ascii=False, allow_nan=False)


def _job_rows(session: Session, *, deleted: bool = False) -> Sequence[JobRow]:
    mark = col(JobRow.deleted_at)
    return session.exec(
        select(JobRow)
        .where(mark.is_not(None) if deleted else mark.is_(None))
        .order_by(JobRow.created_at, literal_column("rowid"))
    ).all()


def _job_row(session: Session, job_id: str) -> JobRow:
    row = session.get(JobRow, job_id)
    if row is None or row.deleted_at is not None:
        raise NotFound("This job")
    return row


def _setup_row(session: Session, job_id: str, setup_id: str) -> SetupRow:
    row = session.get(SetupRow, setup_id)
    if row is None or row.job_id != job_id or row.deleted_at is not None:
        raise NotFound("This setup")
    return row


def _next_version(row: JobRow | SetupRow, based_on: int, what: str) -> None:
    if row.version != based_on:
        raise StaleWrite(what, row.version)
    row.version += 1
    row.changed_at = now()


def _present(session: Session, job_id: str) -> list[SetupRow]:
    return list(
        session.exec(
            select(SetupRow)
            .where(SetupRow.job_id == job_id, col(SetupRow.deleted_at).is_(None))
            .order_by(col(SetupRow.position))
        ).all()
    )


def _claim_name(session: Session, job_id: str, name: str, setup_id: str | None = None) -> None:
    for row in _present(session, job_id):
        if row.name == name and row.id != setup_id:
            message = f"must differ from the other setups' names; {row.letter} is called “{name}” too"
            raise InvalidInput([Problem("name", message)])


def _letters(session: Session, job_id: str) -> set[str]:
    return {row.letter for row in _present(session, job_id)}


def _free_letter(taken: set[str]) -> str:
    letter = next((letter for letter in ascii_uppercase if letter not in taken), None)
    if letter is None:
        raise InvalidInput([Problem("", f"a job holds at most {MOST_SETUPS} setups; delete one first")])
    return letter


def _add_setup(session: Session, job_id: str, setup: Setup) -> SetupRow:
    _claim_name(session, job_id, setup.name)
    last = session.exec(select(func.max(SetupRow.position)).where(SetupRow.job_id == job_id)).one()
    row = SetupRow(
        job_id=job_id,
        position=0 if last is None else last + 1,
        letter=_free_letter(_letters(session, job_id)),
        name=setup.name,
        document=_text(setup),
    )
    session.add(row)
    session.flush()
    return row


def _add_job(session: Session, brief: Brief) -> JobRecord:
    need = Need.model_validate(
        brief.model_dump(exclude_unset=True, exclude={"format", "reference", "setups"})
    )
    job = JobRow(name=need.name, need=_text(need))
    session.add(job)
    session.flush()
    for setup in brief.setups:
        row = _add_setup(session, job.id, setup)
        if setup.name == brief.reference:
            job.reference_id = row.id
    session.flush()
    return _job_record(session, job)


def _setup_record(row: SetupRow) -> SetupRecord:
    setup = _kept(Setup, row.document, f"the setup “{row.name}”")
    return SetupRecord(id=row.id, letter=row.letter, version=row.version, setup=setup)


def _job_record(session: Session, row: JobRow) -> JobRecord:
    setups = [_setup_record(setup) for setup in _present(session, row.id)]
    present = {setup.id for setup in setups}
    return JobRecord(
        id=row.id,
        version=row.version,
        need=_kept(Need, row.need, f"the job “{row.name}”"),
        reference_id=row.reference_id if row.reference_id in present else None,
        revision=row.revision,
        undo=revisions.undoable(session, row),
        redo=revisions.redoable(session, row),
        setups=setups,
    )
