"""Every read and write of the bikes of jobs and of their rides."""

from collections.abc import Mapping, Sequence

from kettledrum.core.log.bike import BikeHead, Log
from kettledrum.core.log.ride import LoggedRide
from kettledrum.store import bike_rows, rows
from kettledrum.store.errors import NotFound
from kettledrum.store.incoming import text
from kettledrum.store.records import BikeRecord, RideRecord
from kettledrum.store.sessions import Sessions
from kettledrum.store.tables import BikeRow, RideRow, now


class Bikes:
    """The bikes of jobs. What writes raises as the methods of `Store` do, and is a step of the job's undo."""

    def __init__(self, sessions: Sessions) -> None:
        self._sessions = sessions

    def bikes(self, job_id: str) -> list[tuple[BikeRecord, list[RideRecord]]]:
        """The bikes of a job, each with its rides, oldest first."""
        with self._sessions.reading() as session:
            rows.job_row(session, job_id)
            return [
                (bike_rows.bike_record(row), bike_rows.ride_records(session, row.id))
                for row in bike_rows.present_bikes(session, job_id)
            ]

    def bike(self, job_id: str, bike_id: str) -> tuple[BikeRecord, list[RideRecord]]:
        """One bike of a job with its rides, oldest first."""
        with self._sessions.reading() as session:
            rows.job_row(session, job_id)
            row = bike_rows.bike_row(session, job_id, bike_id)
            return bike_rows.bike_record(row), bike_rows.ride_records(session, bike_id)

    def ride(self, job_id: str, bike_id: str, ride_id: str) -> tuple[BikeRecord, RideRecord]:
        """One ride, and its bike."""
        with self._sessions.reading() as session:
            rows.job_row(session, job_id)
            row = bike_rows.bike_row(session, job_id, bike_id)
            ride = bike_rows.ride_row(session, bike_id, ride_id)
            return bike_rows.bike_record(row), bike_rows.ride_record(ride)

    def log(self, job_id: str) -> Log:
        """The log of all bikes of a job."""
        with self._sessions.reading() as session:
            rows.job_row(session, job_id)
            return bike_rows.log_of(session, job_id) or Log(format="kettledrum-log/1", bikes=[])

    def add(self, job_id: str, head: BikeHead) -> BikeRecord:
        """A bike more at the end of a job."""
        with self._sessions.changing(job_id) as change:
            return bike_rows.bike_record(bike_rows.add_bike(change.session, job_id, head))

    def take_in(self, job_id: str, log: Log) -> list[BikeRecord]:
        """Adds the bikes of a log with their rides: all of them or, if it raises, none. One whose name is
        taken gets a number behind it.
        """
        with self._sessions.changing(job_id) as change:
            session = change.session
            added = []
            for bike in log.bikes:
                name = bike_rows.free_bike_name(session, job_id, bike.name)
                data = bike.model_dump(exclude_unset=True, exclude={"rides"})
                row = bike_rows.add_bike(session, job_id, BikeHead.model_validate({**data, "name": name}))
                bike_rows.add_rides(session, row, bike.rides or [])
                added.append(bike_rows.bike_record(row))
            return added

    def change(self, job_id: str, bike_id: str, head: BikeHead, version: int) -> BikeRecord:
        """Changes a bike but for its rides; `version` is the one that the change was based on."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            row = bike_rows.bike_row(session, job_id, bike_id)
            rows.next_version(row, version, f"“{row.name}”")
            bike_rows.claim_bike_name(session, job_id, head.name, bike_id)
            bike_rows.judge_since(session, row, head)
            row.name, row.document = head.name, text(head)
            session.flush()
            return bike_rows.bike_record(row)

    def delete(self, job_id: str, bike_id: str) -> None:
        """Takes a bike out of its job, with its rides; `restore` brings it back."""
        with self._sessions.changing(job_id) as change:
            row = bike_rows.bike_row(change.session, job_id, bike_id)
            row.deleted_at = now()
            row.version += 1

    def restore(self, job_id: str, bike_id: str) -> BikeRecord:
        """Brings a deleted bike back."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            row = session.get(BikeRow, bike_id)
            if row is None or row.job_id != job_id:
                raise NotFound("This bike")
            if row.deleted_at is not None:
                bike_rows.claim_bike_name(session, job_id, row.name, bike_id)
                row.deleted_at = None
                row.version += 1
            return bike_rows.bike_record(row)

    def add_rides(self, job_id: str, bike_id: str, rides: Sequence[LoggedRide]) -> list[RideRecord]:
        """Adds rides to a bike: all of them or, if it raises, none."""
        with self._sessions.changing(job_id) as change:
            row = bike_rows.bike_row(change.session, job_id, bike_id)
            return [bike_rows.ride_record(each) for each in bike_rows.add_rides(change.session, row, rides)]

    def change_ride(
        self, job_id: str, bike_id: str, ride_id: str, ride: LoggedRide, version: int
    ) -> RideRecord:
        """Replaces a ride; `version` is the one that the change was based on."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            bike = bike_rows.bike_row(session, job_id, bike_id)
            row = bike_rows.ride_row(session, bike_id, ride_id)
            rows.next_version(row, version, "This ride")
            bike_rows.judge_day(bike_rows.kept_head(bike), ride, "on")
            bike_rows.put_ride(session, row, ride)
            session.flush()
            return bike_rows.ride_record(row)

    def put_rides(self, job_id: str, bike_id: str, rides: Mapping[str, LoggedRide]) -> None:
        """Replaces many rides at once, by their ids: what was worked out of them anew."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            bike_rows.bike_row(session, job_id, bike_id)
            for ride_id, ride in rides.items():
                row = bike_rows.ride_row(session, bike_id, ride_id)
                bike_rows.put_ride(session, row, ride)
                row.version += 1

    def delete_rides(self, job_id: str, bike_id: str, ride_ids: Sequence[str], *, back: bool = False) -> None:
        """Takes rides off a bike, or brings them `back`."""
        with self._sessions.changing(job_id) as change:
            session = change.session
            bike_rows.bike_row(session, job_id, bike_id)
            for ride_id in ride_ids:
                row = session.get(RideRow, ride_id)
                if row is None or row.bike_id != bike_id:
                    raise NotFound("This ride")
                row.deleted_at = None if back else now()
                row.version += 1

    def keep_seconds(self, packed: Mapping[str, bytes]) -> None:
        """Keeps packed seconds by their digests, until `forget` finds no ride that they are of."""
        with self._sessions.writing() as session:
            bike_rows.put_seconds(session, packed)

    def seconds(self, digests: Sequence[str]) -> dict[str, bytes]:
        """Packed seconds by their digests, as far as they are there."""
        with self._sessions.reading() as session:
            return bike_rows.seconds_of(session, digests)
