"""Rows of bikes and of their rides within one session."""

import json
from collections.abc import Iterable, Mapping, Sequence
from functools import lru_cache

from sqlalchemy.dialects.sqlite import insert as insert_or_leave
from sqlmodel import Session, col, func, select

from kettledrum.core.log.bike import MOST_BIKES, MOST_RIDES, Bike, BikeHead, Log
from kettledrum.core.log.entry import before_bike
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.names import free_name
from kettledrum.store.errors import NotFound, StoreUnusable
from kettledrum.store.incoming import ride_content, text
from kettledrum.store.records import BikeRecord, RideRecord
from kettledrum.store.tables import BikeRow, RideRow, RideSecondsRow


def present_bikes(session: Session, job_id: str) -> list[BikeRow]:
    """The bikes of a job, in their order."""
    return list(
        session.exec(
            select(BikeRow)
            .where(BikeRow.job_id == job_id, col(BikeRow.deleted_at).is_(None))
            .order_by(col(BikeRow.position))
        ).all()
    )


def bike_row(session: Session, job_id: str, bike_id: str) -> BikeRow:
    """One bike that is there. Raises NotFound."""
    row = session.get(BikeRow, bike_id)
    if row is None or row.job_id != job_id or row.deleted_at is not None:
        raise NotFound("This bike")
    return row


def claim_bike_name(session: Session, job_id: str, name: str, bike_id: str | None = None) -> None:
    """Raises InvalidInput where another bike of the job has the name."""
    if any(row.name == name and row.id != bike_id for row in present_bikes(session, job_id)):
        what = f"must differ from the other bikes’ names; one is “{name}” already"
        raise InvalidInput([Problem("name", what)])


def add_bike(session: Session, job_id: str, head: BikeHead) -> BikeRow:
    """Adds a bike at the end of a job. Raises InvalidInput where its name is taken, or there are too many."""
    held = present_bikes(session, job_id)
    if len(held) >= MOST_BIKES:
        raise InvalidInput([Problem("", f"a job holds at most {MOST_BIKES} bikes; delete one first")])
    claim_bike_name(session, job_id, head.name)
    last = session.exec(select(func.max(BikeRow.position)).where(BikeRow.job_id == job_id)).one()
    place = 0 if last is None else last + 1
    row = BikeRow(job_id=job_id, position=place, name=head.name, document=text(head))
    session.add(row)
    session.flush()
    return row


def free_bike_name(session: Session, job_id: str, name: str) -> str:
    """A name that no other bike of a job has: the one that is asked for, or with a number behind it."""
    return free_name(name, {row.name for row in present_bikes(session, job_id)})


def judge_since(session: Session, row: BikeRow, head: BikeHead) -> None:
    """Raises InvalidInput where rides of a bike would be from before it was there."""
    first = session.exec(
        select(func.min(RideRow.day)).where(RideRow.bike_id == row.id, col(RideRow.deleted_at).is_(None))
    ).one()
    if first is not None and first < head.since.isoformat():
        raise InvalidInput([Problem("since", f"must be by {first}, the day of its first ride")])


def ride_rows(session: Session, bike_id: str) -> Sequence[RideRow]:
    """The rides of a bike, oldest first."""
    return session.exec(
        select(RideRow)
        .where(RideRow.bike_id == bike_id, col(RideRow.deleted_at).is_(None))
        .order_by(col(RideRow.day), col(RideRow.created_at), col(RideRow.id))
    ).all()


def ride_records(session: Session, bike_id: str) -> list[RideRecord]:
    """The rides of a bike as they are handed out, oldest first. Read as columns: there may be thousands."""
    asked = (
        select(RideRow.id, RideRow.version, RideRow.day, RideRow.document)
        .where(RideRow.bike_id == bike_id, col(RideRow.deleted_at).is_(None))
        .order_by(col(RideRow.day), col(RideRow.created_at), col(RideRow.id))
    )
    return [
        RideRecord(id=ride_id, version=version, ride=_ride(day, document))
        for ride_id, version, day, document in session.exec(asked)
    ]


def ride_row(session: Session, bike_id: str, ride_id: str) -> RideRow:
    """One ride that is there. Raises NotFound."""
    row = session.get(RideRow, ride_id)
    if row is None or row.bike_id != bike_id or row.deleted_at is not None:
        raise NotFound("This ride")
    return row


def add_rides(session: Session, bike: BikeRow, rides: Iterable[LoggedRide]) -> list[RideRow]:
    """Adds rides to a bike. Raises InvalidInput where there are too many, or one was before the bike."""
    head = kept_head(bike)
    rows = []
    for place, ride in enumerate(rides):
        judge_day(head, ride, f"rides[{place}].ride.on")
        known = _known_seconds(session, ride)
        rows.append(RideRow(job_id=bike.job_id, bike_id=bike.id, **ride_content(known)))
    held = session.exec(
        select(func.count()).where(RideRow.bike_id == bike.id, col(RideRow.deleted_at).is_(None))
    ).one()
    if held + len(rows) > MOST_RIDES:
        raise InvalidInput([Problem("", f"a bike holds at most {MOST_RIDES} rides")])
    session.add_all(rows)
    session.flush()
    return rows


def judge_day(head: BikeHead, ride: LoggedRide, where: str) -> None:
    """Raises InvalidInput for a ride from before a bike was there."""
    if ride.on < head.since:
        raise InvalidInput([Problem(where, before_bike(head))])


def put_ride(session: Session, row: RideRow, ride: LoggedRide) -> None:
    """Makes a row hold a ride."""
    for key, value in ride_content(_known_seconds(session, ride)).items():
        setattr(row, key, value)


def _known_seconds(session: Session, ride: LoggedRide) -> LoggedRide:
    """A ride without seconds that are not there."""
    if ride.seconds is None or session.get(RideSecondsRow, ride.seconds) is not None:
        return ride
    return LoggedRide.model_validate(ride.model_dump(exclude_unset=True, exclude={"seconds"}))


def put_seconds(session: Session, packed: Mapping[str, bytes]) -> None:
    """Keeps packed seconds by their digests; those that are there stay."""
    rows = [{"id": name, "content": content} for name, content in packed.items()]
    if rows:
        session.execute(insert_or_leave(RideSecondsRow).on_conflict_do_nothing(), rows)


def kept_head(row: BikeRow) -> BikeHead:
    """What the row of a bike holds. Raises StoreUnusable."""
    try:
        return BikeHead.model_validate(json.loads(row.document))
    except ValueError as error:
        raise StoreUnusable(f"the bike “{row.name}” cannot be read from the store; the rest can") from error


def _ride(day: str, document: str) -> LoggedRide:
    """The ride of a day out of its text. Raises StoreUnusable."""
    try:
        return _read(document)
    except ValueError as error:
        raise StoreUnusable(f"the ride of {day} cannot be read from the store; the rest can") from error


@lru_cache(maxsize=MOST_RIDES)
def _read(document: str) -> LoggedRide:
    """A ride out of its text. A bike’s page reads all of them each time."""
    return LoggedRide.model_validate(json.loads(document))


def bike_record(row: BikeRow) -> BikeRecord:
    """A bike as it is handed out."""
    return BikeRecord(id=row.id, version=row.version, bike=kept_head(row))


def ride_record(row: RideRow) -> RideRecord:
    """A ride as it is handed out."""
    return RideRecord(id=row.id, version=row.version, ride=_ride(row.day, row.document))


def log_of(session: Session, job_id: str) -> Log | None:
    """The log of a job’s bikes, None where it has none."""
    bikes = [
        Bike.model_validate(
            {
                **json.loads(row.document),
                "rides": [json.loads(ride.document) for ride in ride_rows(session, row.id)],
            }
        )
        for row in present_bikes(session, job_id)
    ]
    return Log(format="kettledrum-log/1", bikes=bikes) if bikes else None


def seconds_of(session: Session, digests: Iterable[str]) -> dict[str, bytes]:
    """Packed seconds by their digests, as far as they are there."""
    found = {}
    for digest in digests:
        row = session.get(RideSecondsRow, digest)
        if row is not None:
            found[digest] = row.content
            session.expunge(row)
    return found
