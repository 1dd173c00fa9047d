"""Every read and write of jobs and their setups."""

from collections.abc import Sequence

from sqlmodel import col, func, select

from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.names import free_name
from kettledrum.core.terms.quantities import NAME_LENGTH
from kettledrum.formats.archive import Everything
from kettledrum.store import rows
from kettledrum.store.errors import NotFound, StaleWrite
from kettledrum.store.incoming import text
from kettledrum.store.records import (
    JobPlaces,
    JobRecord,
    JobSummary,
    SavedNeed,
    SavedSetup,
    SetupPlace,
    SetupRecord,
)
from kettledrum.store.sessions import Sessions
from kettledrum.store.tables import JobRow, SetupRow, now


class Jobs:
    """The jobs of a store. What writes raises as the methods of `Store` do; what changes a job is a step of
    its undo.
    """

    def __init__(self, sessions: Sessions) -> None:
        self._sessions = sessions

    def summaries(self, *, deleted: bool = False) -> list[JobSummary]:
        """Every job, oldest first; or with `deleted`, those that can be brought back."""
        with self._sessions.reading() as session:
            counts = dict(
                session.exec(
                    select(SetupRow.job_id, func.count())
                    .where(col(SetupRow.deleted_at).is_(None))
                    .group_by(SetupRow.job_id)
                ).all()
            )
            return [
                JobSummary(id=row.id, name=row.name, setup_count=counts.get(row.id, 0), demo=row.demo)
                for row in rows.job_rows(session, deleted=deleted)
            ]

    def places(self) -> list[JobPlaces]:
        """Every job and setup by name, as somewhere to go to."""
        with self._sessions.reading() as session:
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
        with self._sessions.reading() as session:
            return rows.job_record(session, rows.job_row(session, job_id))

    def mark(self, job_id: str) -> str:
        """What differs as soon as anything of a job does. Raises NotFound."""
        with self._sessions.reading() as session:
            mark = rows.mark(session, job_id)
            if mark is None:
                raise NotFound("This job")
            return mark

    def brief(self, job_id: str) -> Brief:
        """One job as a brief, with its setups and roads."""
        with self._sessions.reading() as session:
            return rows.job_brief(session, rows.job_row(session, job_id))

    def setup(self, job_id: str, setup_id: str) -> SetupRecord:
        """One setup of a job."""
        with self._sessions.reading() as session:
            return rows.setup_record(rows.setup_row(session, job_id, setup_id))

    def add(self, brief: Brief) -> JobRecord:
        """A new job from a brief; its setups take the letters from A on."""
        with self._sessions.writing() as session:
            return rows.add_job(session, brief)

    def add_demo(self, demo: Sequence[Brief] | Everything) -> JobRecord:
        """The first job of the demo: as it is, or brought back with the others, or added."""
        with self._sessions.writing() as session:
            for deleted in (False, True):
                found = [row for row in rows.job_rows(session, deleted=deleted) if row.demo]
                for row in found:
                    row.deleted_at = None
                if found:
                    return rows.job_record(session, found[0])
            [first, *_] = rows.add_demo(session, demo)
            return rows.job_record(session, rows.job_row(session, first))

    def delete_demo(self) -> None:
        """Puts every job of the demo away; `add_demo` brings them back."""
        with self._sessions.writing() as session:
            for row in rows.job_rows(session):
                if row.demo:
                    row.deleted_at = now()

    def add_first(self, demo: Sequence[Brief] | Everything) -> list[str]:
        """Adds the demo's jobs and names them, unless the store holds a job already: then nothing changes."""
        with self._sessions.writing() as session:
            # A job that was deleted counts: a demo that was put away does not come back by itself.
            if session.exec(select(JobRow.id)).first() is not None:
                return []
            return rows.add_demo(session, demo)

    def copy(self, job_id: str) -> JobRecord:
        """A second job like this one, under a name that says so."""
        with self._sessions.writing() as session:
            brief = rows.job_brief(session, rows.job_row(session, job_id))
            ending = ", copy"
            name = brief.name[: NAME_LENGTH - len(ending)] + ending
            return rows.add_job(session, brief.model_copy(update={"name": name}))

    def delete(self, job_id: str) -> None:
        """Puts a job away; `restore` brings it back."""
        with self._sessions.writing() as session:
            rows.job_row(session, job_id).deleted_at = now()

    def restore(self, job_id: str) -> JobRecord:
        """Brings a deleted job back as it was."""
        with self._sessions.writing() as session:
            row = session.get(JobRow, job_id)
            if row is None:
                raise NotFound("This job")
            row.deleted_at = None
            return rows.job_record(session, row)

    def change_need(self, job_id: str, need: Need, version: int) -> SavedNeed:
        """Replaces what the job asks for; `version` is the job's version the change was based on."""
        with self._sessions.changing(job_id) as change:
            row = change.job
            rows.next_version(row, version, "This job")
            row.name, row.need = need.name, text(need)
            return SavedNeed(version=row.version, need=need, **dict(change.kept()))

    def change_reference(self, job_id: str, setup_id: str, version: int) -> JobRecord:
        """Makes one of the job's setups its reference."""
        with self._sessions.changing(job_id) as change:
            session, row = change.session, change.job
            rows.setup_row(session, job_id, setup_id)
            rows.next_version(row, version, "This job")
            row.reference_id = setup_id
            change.keep()
            return rows.job_record(session, row)

    def change_order(self, job_id: str, setup_ids: list[str], revision: int) -> JobRecord:
        """Puts a job's setups in another order; each keeps its letter.

        `setup_ids` names every setup once; `revision` is the one the job was seen at.
        """
        with self._sessions.changing(job_id) as change:
            session, job = change.session, change.job
            if job.revision != revision:
                raise StaleWrite("This job", job.revision)
            held = {row.id: row for row in rows.present(session, job_id)}
            if sorted(setup_ids) != sorted(held):
                raise InvalidInput([Problem("", "the order must name every setup of the job once")])
            for position, setup_id in enumerate(setup_ids):
                held[setup_id].position = position
            change.keep()
            return rows.job_record(session, job)

    def add_setup(self, job_id: str, setup: Setup, *, rename: bool = False) -> SetupRecord:
        """Adds a setup at the end of a job, with the first letter that is free.

        With `rename`, one whose name is taken in the job gets a number behind it.
        """
        with self._sessions.changing(job_id) as change:
            session, job = change.session, change.job
            if rename:
                taken = {row.name for row in rows.present(session, job_id)}
                setup = setup.model_copy(update={"name": free_name(setup.name, taken)})
            is_first = not rows.present(session, job_id)
            row = rows.add_setup(session, job_id, setup)
            if is_first:
                job.reference_id = row.id
            session.flush()
            return rows.setup_record(row, setup)

    def change_setup(self, job_id: str, setup_id: str, setup: Setup, version: int) -> SavedSetup:
        """Replaces a setup; `version` is the setup's version the change was based on."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            row = rows.setup_row(session, job_id, setup_id)
            rows.next_version(row, version, f"“{row.name}”")
            rows.claim_name(session, job_id, setup.name, setup_id)
            was, row.name, row.document = row.name, setup.name, text(setup)
            followed = was != setup.name and rows.follow_name(change.job, was, setup.name)
            kept = dict(change.kept())
            if followed:
                # Who knew the job before does not know all of it now.
                kept["before"] = ""
            return SavedSetup(setup=rows.setup_record(row, setup), **kept)

    def delete_setup(self, job_id: str, setup_id: str) -> None:
        """Takes a setup out of its job; `restore_setup` brings it back."""
        with self._sessions.changing(job_id) as change:
            rows.setup_row(change.session, job_id, setup_id).deleted_at = now()

    def restore_setup(self, job_id: str, setup_id: str) -> SetupRecord:
        """Brings a deleted setup back to its place, with its letter unless another has taken it since."""
        with self._sessions.changing(job_id) as change:
            session = change.session
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
