"""Undo and redo of the changes to jobs."""

from typing import Literal

from kettledrum.store import revisions, rows
from kettledrum.store.errors import StaleWrite
from kettledrum.store.records import Stepped
from kettledrum.store.sessions import Sessions


class History:
    """The changes to each job, which can be taken back and done again, over restarts too."""

    def __init__(self, sessions: Sessions) -> None:
        self._sessions = sessions

    def undo(self, job_id: str, revision: int) -> Stepped:
        """Takes back the last change to a job; `revision` is the one the job was seen at."""
        return self._step(job_id, revision, "undo")

    def redo(self, job_id: str, revision: int) -> Stepped:
        """Does the change that was last taken back again."""
        return self._step(job_id, revision, "redo")

    def _step(self, job_id: str, revision: int, way: Literal["undo", "redo"]) -> Stepped:
        with self._sessions.writing() as session:
            job = rows.job_row(session, job_id)
            if job.revision != revision:
                raise StaleWrite("This job", job.revision)
            what = revisions.step(session, job, way)
            return Stepped(what=what, job=rows.job_record(session, job))
