"""Undo and redo: what each change found and left, row by row, so that it can be taken back and done again.

Rows are never removed: what was added is taken back by marking it deleted. Versions only ever rise,
so that a window that has not seen an undo cannot write over it unnoticed.
"""

import json
from datetime import datetime, timedelta
from typing import Literal

from sqlmodel import Session, col, delete, select

from kettledrum.store.change_words import Change, Content, in_words, kind
from kettledrum.store.tables import JobRow, RevisionRow, RoadRow, SetupRow, now

JOB = "job"
TYPING_SECONDS = 4
"""Changes of one thing that follow each other faster than this are one step of undo."""

_JOB_FIELDS = ("name", "need", "reference_id")
_SETUP_FIELDS = ("position", "letter", "name", "document", "deleted_at")
_ROAD_FIELDS = ("position", "name", "document", "line_id", "length_m", "ascent_m", "deleted_at")


def snapshot(session: Session, job: JobRow) -> dict[str, Content]:
    """What a change may alter: the job's own content under "job", each setup's and road's under its id."""
    setups = session.exec(select(SetupRow).where(SetupRow.job_id == job.id)).all()
    roads = session.exec(select(RoadRow).where(RoadRow.job_id == job.id)).all()
    return {
        JOB: {field: getattr(job, field) for field in _JOB_FIELDS},
        **{row.id: {field: getattr(row, field) for field in _SETUP_FIELDS} for row in setups},
        **{row.id: {field: getattr(row, field) for field in _ROAD_FIELDS} for row in roads},
    }


def record(session: Session, job: JobRow, before: dict[str, Content]) -> None:
    """Adds a revision for all that differs from `before`; what had been undone can then not be redone."""
    after = snapshot(session, job)
    changes = [
        Change(key, before.get(key), content) for key, content in after.items() if before.get(key) != content
    ]
    if not changes:
        return
    what = in_words(changes)
    session.exec(
        delete(RevisionRow).where(col(RevisionRow.job_id) == job.id, col(RevisionRow.number) > job.revision)
    )
    last = _revision(session, job, job.revision)
    if last is not None and (joined := _joined(last, changes)):
        last.what, last.at = in_words(joined), now()
        last.changes = json.dumps(joined, ensure_ascii=False)
        return
    job.revision += 1
    session.add(
        RevisionRow(
            job_id=job.id,
            number=job.revision,
            what=what,
            changes=json.dumps(changes, ensure_ascii=False),
        )
    )


def _joined(last: RevisionRow, changes: list[Change]) -> list[Change] | None:
    """The last revision's changes and these as one, if these go on with what it began, and at once."""
    pause = datetime.fromisoformat(now()) - datetime.fromisoformat(last.at)
    first = [Change(*change) for change in json.loads(last.changes)]
    same = [change.key for change in first] == [change.key for change in changes]
    one_kind = kind(first) is not None and kind(first) == kind(changes)
    if pause > timedelta(seconds=TYPING_SECONDS) or not same or not one_kind:
        return None
    return [Change(old.key, old.before, new.after) for old, new in zip(first, changes, strict=True)]


def _revision(session: Session, job: JobRow, number: int) -> RevisionRow | None:
    return session.exec(
        select(RevisionRow).where(RevisionRow.job_id == job.id, RevisionRow.number == number)
    ).first()


def undoable(session: Session, job: JobRow) -> str | None:
    """What the next undo would take back, in words."""
    revision = _revision(session, job, job.revision)
    return revision.what if revision else None


def redoable(session: Session, job: JobRow) -> str | None:
    """What the next redo would do again, in words."""
    revision = _revision(session, job, job.revision + 1)
    return revision.what if revision else None


def step(session: Session, job: JobRow, way: Literal["undo", "redo"]) -> str | None:
    """Takes back the last change, or does the next one again; says which, or None where there is none."""
    revision = _revision(session, job, job.revision + (way == "redo"))
    if revision is None:
        return None
    changes = [Change(*change) for change in json.loads(revision.changes)]
    rows: dict[str, SetupRow | RoadRow] = {}
    for change in changes:
        row = session.get(SetupRow, change.key) or session.get(RoadRow, change.key)
        if row is not None:
            rows[change.key] = row
    # Names and letters may trade places between setups: all step aside before any takes its new one.
    for row in rows.values():
        row.deleted_at = now()
    session.flush()
    for change in changes:
        content = change.before if way == "undo" else change.after
        if change.key == JOB:
            _put(job, content)
        elif change.key in rows and content is not None:
            _put(rows[change.key], content)
        elif change.key in rows:
            rows[change.key].version += 1
    job.revision += 1 if way == "redo" else -1
    session.flush()
    return revision.what


def _put(row: JobRow | SetupRow | RoadRow, content: Content | None) -> None:
    for field, value in (content or {}).items():
        setattr(row, field, value)
    row.version += 1
    row.changed_at = now()
