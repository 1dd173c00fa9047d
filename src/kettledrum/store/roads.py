"""Every read and write of the roads of jobs."""

from collections.abc import Sequence

from kettledrum.core.job.route import Route, RouteEdit
from kettledrum.store import road_rows, rows
from kettledrum.store.errors import NotFound
from kettledrum.store.records import RoadRecord, SavedRoad
from kettledrum.store.sessions import Sessions
from kettledrum.store.tables import RoadRow, now


class Roads:
    """The roads of jobs. What writes raises as the methods of `Store` do, and is a step of the job's undo."""

    def __init__(self, sessions: Sessions) -> None:
        self._sessions = sessions

    def route(self, job_id: str, road_id: str) -> Route:
        """One road of a job, with its points."""
        with self._sessions.reading() as session:
            rows.job_row(session, job_id)
            return road_rows.route_of(session, road_rows.road_row(session, job_id, road_id))

    def version(self, job_id: str, road_id: str) -> int:
        """The version of a road, which changes with all that it holds."""
        with self._sessions.reading() as session:
            rows.job_row(session, job_id)
            return road_rows.road_row(session, job_id, road_id).version

    def versions(self, job_id: str) -> list[tuple[str, int]]:
        """The roads of a job by what changes with all that they hold."""
        with self._sessions.reading() as session:
            rows.job_row(session, job_id)
            return [(row.id, row.version) for row in road_rows.present_roads(session, job_id)]

    def routes(self, job_id: str) -> list[tuple[RoadRecord, Route]]:
        """All roads of a job, with their points."""
        with self._sessions.reading() as session:
            rows.job_row(session, job_id)
            held = road_rows.present_roads(session, job_id)
            return [(road_rows.road_record(row), road_rows.route_of(session, row)) for row in held]

    def add(self, job_id: str, routes: Sequence[Route], *, rename: bool = False) -> list[RoadRecord]:
        """Adds roads at the end of a job: all of them or, if it raises, none.

        With `rename`, one whose name is taken in the job gets a number behind it.
        """
        with self._sessions.changing(job_id) as change:
            session = change.session
            added = [road_rows.add_road(session, job_id, route, rename=rename) for route in routes]
            return [road_rows.road_record(row) for row in added]

    def change(self, job_id: str, road_id: str, edit: RouteEdit, version: int) -> SavedRoad:
        """Changes what can be changed of a road; `version` is the one that the change was based on."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            row = road_rows.road_row(session, job_id, road_id)
            rows.next_version(row, version, "This road")
            road_rows.claim_road_name(session, job_id, edit.name, road_id)
            road_rows.put_edit(session, row, edit)
            return SavedRoad(road=road_rows.road_record(row), **dict(change.kept()))

    def delete(self, job_id: str, road_id: str) -> None:
        """Takes a road out of its job; `restore` brings it back."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            row = road_rows.road_row(session, job_id, road_id)
            row.deleted_at = now()
            row.version += 1

    def restore(self, job_id: str, road_id: str) -> RoadRecord:
        """Brings a deleted road back."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            row = session.get(RoadRow, road_id)
            if row is None or row.job_id != job_id:
                raise NotFound("This road")
            if row.deleted_at is not None:
                road_rows.claim_road_name(session, job_id, row.name, road_id)
                row.deleted_at = None
                row.version += 1
            return road_rows.road_record(row)
