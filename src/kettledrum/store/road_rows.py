"""Rows of roads within one session. Their points stand apart, once for all revisions that share them."""

import json
from functools import lru_cache

from sqlmodel import Session, col, func, select

from kettledrum.core.job.route import EDITED, MOST_ROUTES, Route, RouteEdit, edited
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.names import free_name
from kettledrum.store.errors import NotFound, StoreUnusable
from kettledrum.store.incoming import road_content
from kettledrum.store.records import RoadRecord
from kettledrum.store.tables import RoadLineRow, RoadRow


def present_roads(session: Session, job_id: str) -> list[RoadRow]:
    """The roads of a job, in their order."""
    return list(
        session.exec(
            select(RoadRow)
            .where(RoadRow.job_id == job_id, col(RoadRow.deleted_at).is_(None))
            .order_by(col(RoadRow.position))
        ).all()
    )


def road_row(session: Session, job_id: str, road_id: str) -> RoadRow:
    """One road that is there. Raises NotFound."""
    row = session.get(RoadRow, road_id)
    if row is None or row.job_id != job_id or row.deleted_at is not None:
        raise NotFound("This road")
    return row


def claim_road_name(session: Session, job_id: str, name: str, road_id: str | None = None) -> None:
    """Raises InvalidInput where another road of the job has the name."""
    if any(row.name == name and row.id != road_id for row in present_roads(session, job_id)):
        raise InvalidInput(
            [Problem("name", f"must differ from the other roads' names; one is “{name}” already")]
        )


def add_road(session: Session, job_id: str, route: Route, *, rename: bool = False) -> RoadRow:
    """Adds a road at the end of a job. Raises InvalidInput where its name is taken, or there are too many."""
    held = present_roads(session, job_id)
    if len(held) >= MOST_ROUTES:
        raise InvalidInput([Problem("", f"a job holds at most {MOST_ROUTES} roads; delete one first")])
    name = free_name(route.name, {row.name for row in held}) if rename else route.name
    claim_road_name(session, job_id, name)
    last = session.exec(select(func.max(RoadRow.position)).where(RoadRow.job_id == job_id)).one()
    place = 0 if last is None else last + 1
    row = RoadRow(job_id=job_id, position=place, name=name, document="", length_m=0, ascent_m=0)
    put_route(session, row, route if name == route.name else route.model_copy(update={"name": name}))
    session.add(row)
    session.flush()
    return row


def put_route(session: Session, row: RoadRow, route: Route) -> None:
    """Makes a row hold a road."""
    content, line = road_content(route)
    if line is not None and session.get(RoadLineRow, line["id"]) is None:
        session.add(RoadLineRow(**line))
        session.flush()
    for key, value in content.items():
        setattr(row, key, value)


def put_edit(session: Session, row: RoadRow, edit: RouteEdit) -> None:
    """Changes what a row holds. The points of a road that has some are not touched, and so not read.

    Raises InvalidInput where one with points is given legs or a start.
    """
    if row.line_id is None or edit.legs is not None or edit.start_m is not None:
        put_route(session, row, edited(route_of(session, row), edit))
        return
    data = json.loads(row.document)
    changed = edit.model_dump(mode="json", exclude_unset=True, exclude_none=True)
    kept = {key: value for key, value in data.items() if key not in EDITED}
    row.name, row.document = edit.name, json.dumps({**kept, **changed}, ensure_ascii=False, allow_nan=False)


def route_of(session: Session, row: RoadRow) -> Route:
    """The road that a row holds, with its points. Raises StoreUnusable."""
    line = None if row.line_id is None else session.get(RoadLineRow, row.line_id)
    try:
        return _read(row.document, line.content if line else "{}")
    except (TypeError, ValueError) as error:
        raise _unreadable(row) from error


@lru_cache(MOST_ROUTES)
def _read(document: str, line: str) -> Route:
    """A road from its texts; those of a job are kept, since every view asks for their thousands of points."""
    return Route.model_validate(json.loads(document) | json.loads(line))


def routes_of(session: Session, job_id: str) -> list[Route]:
    """The roads of a job, with their points."""
    return [route_of(session, row) for row in present_roads(session, job_id)]


def road_record(row: RoadRow) -> RoadRecord:
    """A road as it is handed out. Raises StoreUnusable."""
    try:
        data = {} | json.loads(row.document)
        return RoadRecord.model_validate(
            {
                **{key: data.get(key) for key in ("rides", "cleaned", "start_m", "legs")},
                "id": row.id,
                "version": row.version,
                "name": row.name,
                "placed": row.line_id is not None,
                "length_m": row.length_m,
                "ascent_m": row.ascent_m,
            }
        )
    except (TypeError, ValueError) as error:
        raise _unreadable(row) from error


def _unreadable(row: RoadRow) -> StoreUnusable:
    return StoreUnusable(f"the road “{row.name}” cannot be read from the store; the rest can")
