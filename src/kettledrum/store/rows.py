"""Rows of jobs and setups within one session: found, added, and made into what the store hands out."""

import json
from collections.abc import Sequence
from string import ascii_uppercase

from pydantic import ValidationError
from sqlalchemy import literal_column
from sqlalchemy import text as sql
from sqlmodel import Session, col, func, select

from kettledrum.core.job.brief import MOST_SETUPS, Brief, Need
from kettledrum.core.job.renamed import renamed
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.validation import AnyModel
from kettledrum.formats.archive import Everything
from kettledrum.store import revisions
from kettledrum.store.errors import NotFound, StaleWrite, StoreUnusable
from kettledrum.store.file.old_needs import readable_need
from kettledrum.store.file.old_setups import readable_setup
from kettledrum.store.incoming import insert_jobs, ready_job, text
from kettledrum.store.records import JobRecord, SetupRecord, Standing, brief_of
from kettledrum.store.road_rows import present_roads, road_record, routes_of
from kettledrum.store.tables import BikeRow, JobRow, RideRow, RoadRow, SetupRow, now


def kept(model: type[AnyModel], text: str, what: str) -> AnyModel:
    """What a row holds as a model. Raises StoreUnusable where it cannot be read."""
    try:
        return model.model_validate(json.loads(text))
    except (ValueError, ValidationError) as error:
        raise StoreUnusable(f"{what} cannot be read from the store; the rest can") from error


def kept_need(row: JobRow) -> Need:
    """The need of a job; what an older version kept in it unread, and this one cannot read, goes to its
    notes.
    """
    try:
        return Need.model_validate(json.loads(row.need))
    except (ValueError, ValidationError):
        return kept(Need, json.dumps(readable_need(json.loads(row.need))), f"the job “{row.name}”")


def kept_setup(row: SetupRow) -> Setup:
    """A setup; what an older version kept in it unread, and this one cannot read, goes to its `parts`."""
    try:
        return Setup.model_validate(json.loads(row.document))
    except (ValueError, ValidationError):
        return kept(Setup, json.dumps(readable_setup(json.loads(row.document))), f"the setup “{row.name}”")


def job_rows(session: Session, *, deleted: bool = False) -> Sequence[JobRow]:
    """Every job, oldest first."""
    mark = col(JobRow.deleted_at)
    return session.exec(
        select(JobRow)
        .where(mark.is_not(None) if deleted else mark.is_(None))
        .order_by(JobRow.created_at, literal_column("rowid"))
    ).all()


def job_row(session: Session, job_id: str) -> JobRow:
    """One job that is there. Raises NotFound."""
    row = session.get(JobRow, job_id)
    if row is None or row.deleted_at is not None:
        raise NotFound("This job")
    return row


def setup_row(session: Session, job_id: str, setup_id: str) -> SetupRow:
    """One setup that is there. Raises NotFound."""
    row = session.get(SetupRow, setup_id)
    if row is None or row.job_id != job_id or row.deleted_at is not None:
        raise NotFound("This setup")
    return row


def next_version(row: JobRow | SetupRow | RoadRow | BikeRow | RideRow, based_on: int, what: str) -> None:
    """Counts a change that was based on a version. Raises StaleWrite."""
    if row.version != based_on:
        raise StaleWrite(what, row.version)
    row.version += 1
    row.changed_at = now()


def present(session: Session, job_id: str) -> list[SetupRow]:
    """The setups of a job, in their order."""
    return list(
        session.exec(
            select(SetupRow)
            .where(SetupRow.job_id == job_id, col(SetupRow.deleted_at).is_(None))
            .order_by(col(SetupRow.position))
        ).all()
    )


def follow_name(job: JobRow, was: str, now: str) -> bool:
    """Has what a job's weighing says of a setup follow it to another name; whether it said anything."""
    if json.dumps(was, ensure_ascii=False) not in job.need:
        return False
    need = kept_need(job)
    if need.weighing is None:
        return False
    after = renamed(need.weighing, was, now)
    if after is need.weighing:
        return False
    job.need = text(need.model_copy(update={"weighing": after}))
    job.version += 1
    return True


def claim_name(session: Session, job_id: str, name: str, setup_id: str | None = None) -> None:
    """Raises InvalidInput where another setup of the job has the name."""
    taken = select(SetupRow.letter).where(
        SetupRow.job_id == job_id,
        SetupRow.name == name,
        SetupRow.id != setup_id,
        col(SetupRow.deleted_at).is_(None),
    )
    letter = session.exec(taken).first()
    if letter is not None:
        message = f"must differ from the other setups' names; {letter} is called “{name}” too"
        raise InvalidInput([Problem("name", message)])


def letters(session: Session, job_id: str) -> set[str]:
    """The letters that the setups of a job have."""
    held = select(SetupRow.letter).where(SetupRow.job_id == job_id, col(SetupRow.deleted_at).is_(None))
    return set(session.exec(held))


def free_letter(taken: set[str]) -> str:
    """The first letter that is free. Raises InvalidInput where none is."""
    letter = next((letter for letter in ascii_uppercase if letter not in taken), None)
    if letter is None:
        raise InvalidInput([Problem("", f"a job holds at most {MOST_SETUPS} setups; delete one first")])
    return letter


def add_setup(session: Session, job_id: str, setup: Setup) -> SetupRow:
    """Adds a setup at the end of a job."""
    claim_name(session, job_id, setup.name)
    last = session.exec(select(func.max(SetupRow.position)).where(SetupRow.job_id == job_id)).one()
    row = SetupRow(
        job_id=job_id,
        position=0 if last is None else last + 1,
        letter=free_letter(letters(session, job_id)),
        name=setup.name,
        document=text(setup),
    )
    session.add(row)
    session.flush()
    return row


def add_job(session: Session, brief: Brief) -> JobRecord:
    """Adds a job with its setups and roads."""
    ready = ready_job(brief)
    insert_jobs(session, [ready])
    return job_record(session, job_row(session, ready.summary.id))


def add_demo(session: Session, demo: Sequence[Brief] | Everything) -> list[str]:
    """Adds the jobs of the demo, with the bikes of those that have some, and names them."""
    held = demo if isinstance(demo, Everything) else Everything(list(demo), [])
    ready = [
        ready_job(brief, held.logs.get(place), held.seconds, demo=True)
        for place, brief in enumerate(held.jobs)
    ]
    insert_jobs(session, ready)
    return [each.summary.id for each in ready]


def setup_record(row: SetupRow, setup: Setup | None = None) -> SetupRecord:
    """A setup as it is handed out; `setup` is what the row holds, where that was just written."""
    return SetupRecord(id=row.id, letter=row.letter, version=row.version, setup=setup or kept_setup(row))


def standing(session: Session, job: JobRow) -> Standing:
    """Where a job stands among its changes."""
    undo, redo = revisions.neighbours(session, job)
    return Standing(revision=job.revision, undo=undo, redo=redo, mark=mark(session, job.id) or "")


_MARK = sql(
    """
    SELECT version, revision,
        (SELECT sum(version) FROM setup WHERE job_id = :id),
        (SELECT sum(version) FROM road WHERE job_id = :id),
        (SELECT sum(version) FROM bike WHERE job_id = :id),
        (SELECT sum(version) FROM ride WHERE job_id = :id),
        (SELECT at FROM revision WHERE job_id = :id AND number = job.revision)
    FROM job WHERE id = :id AND deleted_at IS NULL
    """
)


def mark(session: Session, job_id: str) -> str | None:
    """What differs as soon as anything of a job does; None where there is no such job.

    Versions only ever rise, but neither an order nor a deletion raises one: each is a revision, with the
    moment at which it was last added to.
    """
    parts = session.execute(_MARK, {"id": job_id}).first()
    return None if parts is None else "-".join(str(part or 0) for part in parts)


def job_record(session: Session, row: JobRow) -> JobRecord:
    """A job as it is handed out."""
    setups = [setup_record(setup) for setup in present(session, row.id)]
    known = {setup.id for setup in setups}
    return JobRecord(
        id=row.id,
        version=row.version,
        demo=row.demo,
        need=kept_need(row),
        reference_id=row.reference_id if row.reference_id in known else None,
        **dict(standing(session, row)),
        setups=setups,
        roads=[road_record(road) for road in present_roads(session, row.id)],
    )


def job_brief(session: Session, row: JobRow) -> Brief:
    """A job as a brief, with its roads."""
    return brief_of(job_record(session, row), routes_of(session, row.id))
