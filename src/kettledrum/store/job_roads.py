"""Every read and write of the roads of jobs."""

from collections.abc import Callable, Sequence
from contextlib import AbstractContextManager

from sqlmodel import Session

from kettledrum.core.job.route import Route, RouteEdit, edited
from kettledrum.store import roads, rows
from kettledrum.store.errors import NotFound
from kettledrum.store.records import RoadRecord
from kettledrum.store.tables import JobRow, RoadRow, now

Reading = Callable[[], AbstractContextManager[Session]]
Changing = Callable[[str], AbstractContextManager[tuple[Session, JobRow]]]


class JobRoads:
    """The roads of jobs. What writes raises as the methods of `Store` do, and is a step of the job's undo."""

    def __init__(self, reading: Reading, changing: Changing) -> None:
        self._reading = reading
        self._changing = changing

    def route(self, job_id: str, road_id: str) -> Route:
        """One road of a job, with its points."""
        with self._reading() as session:
            rows.job_row(session, job_id)
            return roads.route_of(session, roads.road_row(session, job_id, road_id))

    def version(self, job_id: str, road_id: str) -> int:
        """The version of a road, which changes with all that it holds."""
        with self._reading() as session:
            rows.job_row(session, job_id)
            return roads.road_row(session, job_id, road_id).version

    def routes(self, job_id: str) -> list[tuple[RoadRecord, Route]]:
        """All roads of a job, with their points."""
        with self._reading() as session:
            rows.job_row(session, job_id)
            held = roads.present_roads(session, job_id)
            return [(roads.road_record(row), roads.route_of(session, row)) for row in held]

    def add(self, job_id: str, routes: Sequence[Route], *, rename: bool = False) -> list[RoadRecord]:
        """Adds roads at the end of a job: all of them or, if it raises, none.

        With `rename`, one whose name is taken in the job gets a number behind it.
        """
        with self._changing(job_id) as (session, _):
            added = [roads.add_road(session, job_id, route, rename=rename) for route in routes]
            return [roads.road_record(row) for row in added]

    def change(self, job_id: str, road_id: str, edit: RouteEdit, version: int) -> RoadRecord:
        """Changes what can be changed of a road; `version` is the one that the change was based on."""
        with self._changing(job_id) as (session, _):
            row = roads.road_row(session, job_id, road_id)
            rows.next_version(row, version, "This road")
            roads.claim_road_name(session, job_id, edit.name, road_id)
            roads.put_route(session, row, edited(roads.route_of(session, row), edit))
            return roads.road_record(row)

    def delete(self, job_id: str, road_id: str) -> None:
        """Takes a road out of its job; `restore` brings it back."""
        with self._changing(job_id) as (session, _):
            row = roads.road_row(session, job_id, road_id)
            row.deleted_at = now()
            row.version += 1

    def restore(self, job_id: str, road_id: str) -> RoadRecord:
        """Brings a deleted road back."""
        with self._changing(job_id) as (session, _):
            row = session.get(RoadRow, road_id)
            if row is None or row.job_id != job_id:
                raise NotFound("This road")
            if row.deleted_at is not None:
                roads.claim_road_name(session, job_id, row.name, road_id)
                row.deleted_at = None
                row.version += 1
            return roads.road_record(row)
