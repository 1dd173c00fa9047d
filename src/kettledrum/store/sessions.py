"""The sessions that every door to the data works in: to read, to write, to change a job with undo."""

from collections.abc import Iterator
from contextlib import contextmanager

from sqlalchemy import Engine
from sqlalchemy.exc import DatabaseError
from sqlmodel import Session

from kettledrum.store import revisions, rows
from kettledrum.store.errors import StoreUnusable
from kettledrum.store.file.sqlite import reason
from kettledrum.store.records import Saved
from kettledrum.store.tables import JobRow

READ_ONLY = (
    "the data may be looked at but not changed: its directory may not be written; "
    "start Kettledrum on a copy of it to change something"
)


class JobChange:
    """A change to a job under way: its session, and the job's own row."""

    def __init__(self, session: Session, job: JobRow) -> None:
        self.session = session
        self.job = job
        self._before = rows.mark(session, job.id) or ""
        self._watch = revisions.Watch(session)

    def keep(self) -> None:
        """Makes a step of undo of all that was changed so far."""
        self.session.flush()
        revisions.record(self.session, self.job, self._watch.changes())

    def kept(self) -> Saved:
        """The same, and where the job stands then."""
        self.keep()
        return Saved(standing=rows.standing(self.session, self.job), before=self._before)


class Sessions:
    """Sessions on a store's file. What goes wrong with the file is raised as StoreUnusable."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine
        self.read_only = False

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """A session that only looks."""
        try:
            with Session(self._engine) as session:
                yield session
        except DatabaseError as error:
            raise StoreUnusable(f"the store cannot be read: {reason(error)}") from error

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """A session whose work is committed, and so on disk, when it ends without an error."""
        if self.read_only:
            raise StoreUnusable(READ_ONLY)
        try:
            with Session(self._engine.execution_options(writes=True)) as session, session.begin():
                yield session
        except DatabaseError as error:
            raise StoreUnusable(f"the store cannot be written: {reason(error)}") from error

    @contextmanager
    def changing(self, job_id: str) -> Iterator[JobChange]:
        """A writing session that keeps what it changes in a job as a step of its undo. Raises NotFound."""
        with self.writing() as session:
            change = JobChange(session, rows.job_row(session, job_id))
            yield change
            change.keep()
