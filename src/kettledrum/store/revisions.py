"""Undo and redo: what each change found and left, row by row, so that it can be taken back and done again.

Rows are never removed: what was added is taken back by marking it deleted. Versions only ever rise,
so that a window that has not seen an undo cannot write over it unnoticed.
"""

import json
from datetime import datetime, timedelta
from typing import Any, Literal

from sqlalchemy import event, inspect
from sqlmodel import Session, col, delete, select

from kettledrum.store.change_words import Change, Content, in_words, kind, what_it_is
from kettledrum.store.tables import BikeRow, JobRow, RevisionRow, RideRow, RoadRow, SetupRow, now

JOB = "job"
TYPING_SECONDS = 4
"""Changes of one thing that follow each other faster than this are one step of undo."""

Watched = JobRow | SetupRow | RoadRow | BikeRow | RideRow
_FIELDS: dict[type[Watched], tuple[str, ...]] = {
    JobRow: ("name", "need", "reference_id"),
    SetupRow: ("position", "letter", "name", "document", "deleted_at"),
    RoadRow: ("position", "name", "document", "line_id", "length_m", "ascent_m", "deleted_at"),
    BikeRow: ("position", "name", "document", "deleted_at"),
    RideRow: ("bike_id", "day", "document", "seconds_id", "deleted_at"),
}
_TABLES: dict[str, type[SetupRow | RoadRow | BikeRow | RideRow]] = {
    "setup": SetupRow,
    "road": RoadRow,
    "bike": BikeRow,
    "ride": RideRow,
}


class Watch:
    """Sees what a session changes of a job's rows from now on, and what each held before that."""

    def __init__(self, session: Session) -> None:
        self._before: dict[int, tuple[Watched, Content | None]] = {}
        event.listen(session, "before_flush", self._look)

    def _look(self, session: Session, _context: object, _instances: object) -> None:
        for row in [*session.new, *session.dirty]:
            if isinstance(row, Watched) and id(row) not in self._before:
                self._before[id(row)] = row, None if row in session.new else _held_before(row)

    def changes(self) -> list[Change]:
        """All that was changed and flushed: the job first, then setups, roads, bikes and rides."""
        found = [
            Change(JOB if isinstance(row, JobRow) else row.id, before, _held(row))
            for row, before in sorted(self._before.values(), key=lambda seen: _place(seen[0]))
            if before != _held(row)
        ]
        self._before.clear()
        return found


def _place(row: Watched) -> tuple[int, int, str]:
    position = 0 if isinstance(row, JobRow | RideRow) else row.position
    return list(_FIELDS).index(type(row)), position, row.id


def _held(row: Watched) -> Content:
    return {field: getattr(row, field) for field in _FIELDS[type(row)]}


def _held_before(row: Watched) -> Content:
    """What a changed row held when it was read."""
    state = inspect(row)
    replaced = {field: state.attrs[field].history.deleted for field in _FIELDS[type(row)]}
    return {field: old[0] if old else getattr(row, field) for field, old in replaced.items()}


def record(session: Session, job: JobRow, changes: list[Change]) -> None:
    """Adds a revision for changes; what had been undone can then not be redone."""
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
    # A clock that was put back tells nothing of how long it was.
    at_once = timedelta() <= pause <= timedelta(seconds=TYPING_SECONDS)
    if not at_once or not same or not one_kind:
        return None
    return [Change(old.key, old.before, new.after) for old, new in zip(first, changes, strict=True)]


def _revision(session: Session, job: JobRow, number: int) -> RevisionRow | None:
    return session.exec(
        select(RevisionRow).where(RevisionRow.job_id == job.id, RevisionRow.number == number)
    ).first()


def neighbours(session: Session, job: JobRow) -> tuple[str | None, str | None]:
    """What the next undo would take back, and what the next redo would do again, in words."""
    rows = session.exec(
        select(RevisionRow.number, RevisionRow.what).where(
            RevisionRow.job_id == job.id, col(RevisionRow.number).in_([job.revision, job.revision + 1])
        )
    )
    told = dict(list(rows))
    return told.get(job.revision), told.get(job.revision + 1)


def step(session: Session, job: JobRow, way: Literal["undo", "redo"]) -> str | None:
    """Takes back the last change, or does the next one again; says which, or None where there is none."""
    revision = _revision(session, job, job.revision + (way == "redo"))
    if revision is None:
        return None
    changes = [Change(*change) for change in json.loads(revision.changes)]
    rows: dict[str, SetupRow | RoadRow | BikeRow | RideRow] = {}
    for change in changes:
        row: Any = session.get(_TABLES[what_it_is(change)], change.key) if change.key != JOB else None
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


def _put(row: Watched, content: Content | None) -> None:
    for field, value in (content or {}).items():
        setattr(row, field, value)
    row.version += 1
    row.changed_at = now()
