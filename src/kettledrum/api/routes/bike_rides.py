"""The rides of a bike: typed, read from files, worked out anew, drawn, thrown away and brought back."""

from collections.abc import Iterator, Mapping
from datetime import date
from typing import TYPE_CHECKING, Annotated

from fastapi import Depends, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, Field

from kettledrum.api.asked import FILE_BODY, BasedOn, file_of_at_most
from kettledrum.api.problem_details import FieldProblem
from kettledrum.api.routing import routed
from kettledrum.api.step_lines import LINES, in_lines
from kettledrum.api.the_store import TheStore
from kettledrum.core.log.bike import MOST_RIDES, BikeHead
from kettledrum.core.log.one_ride_result import OneRide
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.terms.errors import InvalidInput, KettledrumError, Problem
from kettledrum.core.terms.quantities import Model, Name
from kettledrum.formats.gpx import MOST_RIDE_BYTES
from kettledrum.store import NotFound, RideRecord, Store

if TYPE_CHECKING:
    from kettledrum.core.rides.channels import Channels
    from kettledrum.formats.ride_read import ReadRide

router = routed("rides", "/jobs/{job_id}/bikes/{bike_id}", strict=False)
strict = routed("rides", "/jobs/{job_id}/bikes/{bike_id}")


class FileAsked(Model):
    """What a file is called, and whether the seconds of the ride in it are kept."""

    name: Name = "ride"
    keep: bool = True


class HeldAlready(BaseModel):
    """The ride of a job that another is again, on which bike, and how that is known."""

    bike: str
    on: date
    km: float
    why: str


class ReadStep(BaseModel):
    """A line of the answer to a file: the share of it that is read.

    The last line has the ride as it would be added, what is to be told of it, what is to be asked before it
    counts, whether it is held already, and why this bike cannot take it; or what is wrong with the file.
    """

    done: float
    ride: LoggedRide | None = None
    told: list[str] | None = None
    asks: str | None = None
    held: HeldAlready | None = None
    bars: str | None = None
    problems: list[FieldProblem] | None = None


@router.post(
    "/rides/read",
    response_class=StreamingResponse,
    responses={200: {"model": ReadStep, "content": {LINES: {}}, "description": "A line a step"}},
    openapi_extra=FILE_BODY,
)
async def read_ride_file(
    job_id: str,
    bike_id: str,
    request: Request,
    store: TheStore,
    content: Annotated[bytes, Depends(file_of_at_most(MOST_RIDE_BYTES))],
    asked: Annotated[FileAsked, Query()],
) -> StreamingResponse:
    """Reads a ride out of a FIT, TCX or GPX file and works its gears out; nothing is added to the bike yet.

    Hanging up stops it.
    """
    await run_in_threadpool(store.bikes.bike, job_id, bike_id)
    steps = _reading(store, job_id, bike_id, content, asked)
    return in_lines(
        request, steps, lambda what: ReadStep(done=0, problems=[FieldProblem(where="", what=what)])
    )


def _reading(store: Store, job_id: str, bike_id: str, content: bytes, asked: FileAsked) -> Iterator[ReadStep]:
    from kettledrum.formats.ride_read import ReadRide
    from kettledrum.formats.rides import read_ride

    done = 0.0
    try:
        for found in read_ride(content):
            if isinstance(found, ReadRide):
                yield _read(store, job_id, bike_id, found, asked)
            else:
                done = found * 0.9
                yield ReadStep(done=done)
    except InvalidInput as error:
        yield ReadStep(done=done, problems=[FieldProblem.of(problem) for problem in error.problems])
    except KettledrumError as error:
        yield ReadStep(done=done, problems=[FieldProblem(where="", what=str(error))])


def _read(store: Store, job_id: str, bike_id: str, found: object, asked: FileAsked) -> ReadStep:
    """The last step: the ride worked out, and its seconds kept until a ride of them is added."""
    from kettledrum.core.log.entry import ride_day
    from kettledrum.core.log.from_file import from_file
    from kettledrum.core.rides.channels import channels, recorded_m
    from kettledrum.formats.ride_read import ReadRide
    from kettledrum.formats.ride_seconds import digest, packed_seconds, unpacked_seconds

    assert isinstance(found, ReadRide)
    packed = packed_seconds(channels(found.records))
    recorded = unpacked_seconds(packed)
    # The days that count are those of the rider’s own clock, which is this machine’s.
    began = found.began.astimezone() if found.began is not None else None
    length_m, other = recorded_m(found.records), found.other_sport
    read = from_file(recorded, length_m, began, asked.name, trainer=found.trainer, other_sport=other)
    record, _ = store.bikes.bike(job_id, bike_id)
    wrong = ride_day(record.bike, read.ride.on, date.today())
    ride = _worked(record.bike, read.ride, recorded)
    if asked.keep:
        store.bikes.keep_seconds({digest(packed): packed})
        ride = ride.model_copy(update={"seconds": digest(packed)})
    return ReadStep(
        done=1,
        ride=ride,
        told=[*found.told, *_clock(found), *read.told],
        asks=read.asks,
        held=_held(store, job_id, bike_id, ride),
        bars=None if wrong is None else f"It cannot be added: its day {wrong}.",
    )


def _clock(found: "ReadRide") -> list[str]:
    """What is to be told of the zone that a ride’s times are in."""
    if found.began is None or found.began.tzinfo is not None:
        return []
    return ["its times name no zone; they are taken for those of this computer"]


def _worked(bike: BikeHead, ride: LoggedRide, recorded: "Channels") -> LoggedRide:
    from kettledrum.core.log.sums import mounted_on
    from kettledrum.core.log.work import worked

    setup = bike.mounted[mounted_on(bike, ride.on)].setup
    return worked(ride, recorded, setup)


def _held(store: Store, job_id: str, bike_id: str, ride: LoggedRide) -> HeldAlready | None:
    from kettledrum.core.log.twice import there_already

    for record, rides in store.bikes.bikes(job_id):
        here = [each.ride for each in rides]
        found = there_already(ride, *((here,) if record.id == bike_id else ((), here)))
        if found is not None:
            other, why = found
            return HeldAlready(bike=record.bike.name, on=other.on, km=other.km, why=why)
    return None


def _judge_days(head: BikeHead, rides: Mapping[str, LoggedRide]) -> None:
    """Raises InvalidInput for rides, by their place, that this bike cannot have done yet."""
    from kettledrum.core.log.entry import ride_day

    found = [(where, ride_day(head, ride.on, date.today())) for where, ride in rides.items()]
    if problems := [Problem(where, what) for where, what in found if what is not None]:
        raise InvalidInput(problems)


class AddedRide(Model):
    """A ride to be added; `anyway`, though one like it is held."""

    ride: LoggedRide
    anyway: bool = False


class AddedRides(Model):
    """Rides to be added to a bike."""

    rides: Annotated[list[AddedRide], Field(min_length=1, max_length=MOST_RIDES)]


class RidesAdded(BaseModel):
    """What was added, and which rides were left out since they are held already, by their place."""

    added: list[RideRecord]
    left_out: list[tuple[int, HeldAlready]]


@strict.post("/rides", status_code=201, response_model_exclude_unset=True)
def add_rides(job_id: str, bike_id: str, asked: AddedRides, store: TheStore) -> RidesAdded:
    """Adds rides to a bike, but for those that are held already, in the job or twice among them: of two that
    are one, the longer counts.
    """
    from kettledrum.core.log.twice import there_already

    bikes = store.bikes.bikes(job_id)
    head = next((record.bike for record, _ in bikes if record.id == bike_id), None)
    if head is None:
        raise NotFound("This bike")
    _judge_days(head, {f"rides[{place}].ride.on": each.ride for place, each in enumerate(asked.rides)})
    own = [each.ride for record, rides in bikes if record.id == bike_id for each in rides]
    others = [
        (record.bike.name, each.ride) for record, rides in bikes if record.id != bike_id for each in rides
    ]
    elsewhere = [ride for _, ride in others]
    taken: dict[int, LoggedRide] = {}
    left: list[tuple[int, HeldAlready]] = []
    for place, each in sorted(enumerate(asked.rides), key=lambda each: -each[1].ride.km):
        again = None if each.anyway else there_already(each.ride, own, elsewhere)
        if again is None:
            taken[place] = each.ride
            own.append(each.ride)
        else:
            other, why = again
            bike = next((name for name, ride in others if ride is other), head.name)
            left.append((place, HeldAlready(bike=bike, on=other.on, km=other.km, why=why)))
    rides = [taken[place] for place in sorted(taken)]
    added = store.bikes.add_rides(job_id, bike_id, rides) if rides else []
    return RidesAdded(added=added, left_out=sorted(left, key=lambda each: each[0]))


@strict.put("/rides/{ride_id}", response_model_exclude_unset=True)
def change_ride(
    job_id: str, bike_id: str, ride_id: str, version: BasedOn, ride: LoggedRide, store: TheStore
) -> RideRecord:
    """Changes a ride; one on another day is worked out for what was mounted then."""
    _judge_days(store.bikes.bike(job_id, bike_id)[0].bike, {"on": ride})
    return store.bikes.change_ride(job_id, bike_id, ride_id, ride, version)


@router.get("/rides/{ride_id}", response_model_exclude_unset=True)
def read_ride_of_bike(job_id: str, bike_id: str, ride_id: str, store: TheStore) -> RideRecord:
    """One ride with all that is known of it."""
    return store.bikes.ride(job_id, bike_id, ride_id)[1]


@router.get("/rides/{ride_id}/drawn")
def draw_ride(job_id: str, bike_id: str, ride_id: str, store: TheStore) -> OneRide:
    """One ride second by second, as far as a drawing has room. 422 where its seconds were not kept."""
    from kettledrum.core.log.one_ride import one_ride
    from kettledrum.core.log.sums import mounted_on

    record, ride = store.bikes.ride(job_id, bike_id, ride_id)
    recorded = _seconds(store, [ride]).get(ride.id)
    if recorded is None:
        raise InvalidInput([Problem("", "the seconds of this ride were not kept; its sums were")])
    bike, band = record.bike, store.jobs.job(job_id).need.rider.cadence_rpm
    return one_ride(recorded, bike.mounted[mounted_on(bike, ride.ride.on)].setup, band)


def _seconds(store: Store, rides: list[RideRecord]) -> Mapping[str, "Channels"]:
    """The seconds of rides by the rides’ ids, as far as they were kept."""
    from kettledrum.formats.ride_seconds import unpacked_seconds

    digests = {each.id: each.ride.seconds for each in rides if each.ride.seconds is not None}
    held = store.bikes.seconds(list(set(digests.values())))
    return {ride: unpacked_seconds(held[digest]) for ride, digest in digests.items() if digest in held}


class WorkedAgain(BaseModel):
    """How many rides were worked out anew, and how many could not be, since their seconds were not kept."""

    done: int
    without_seconds: int


@strict.post("/rides/work-again")
def work_rides_again(job_id: str, bike_id: str, store: TheStore) -> WorkedAgain:
    """Works out anew the gears of rides that were worked out for others than were mounted."""
    from kettledrum.core.log.page import stale_rides

    record, rides = store.bikes.bike(job_id, bike_id)
    stale = [rides[place] for place in stale_rides(record.bike, [each.ride for each in rides])]
    done: dict[str, LoggedRide] = {}
    for start in range(0, len(stale), _AT_ONCE):
        some = stale[start : start + _AT_ONCE]
        seconds = _seconds(store, some)
        for each in some:
            if each.id in seconds:
                done[each.id] = _worked(record.bike, each.ride, seconds[each.id])
    if done:
        store.bikes.put_rides(job_id, bike_id, done)
    return WorkedAgain(done=len(done), without_seconds=len(stale) - len(done))


_AT_ONCE = 50
"""The seconds of so many rides are in memory together."""


class SomeRides(Model):
    """Rides by their ids."""

    rides: Annotated[list[Name], Field(min_length=1, max_length=MOST_RIDES)]


@strict.post("/rides/delete", status_code=204)
def delete_rides(job_id: str, bike_id: str, some: SomeRides, store: TheStore) -> None:
    """Takes rides off a bike."""
    store.bikes.delete_rides(job_id, bike_id, some.rides)


@strict.post("/rides/restore", status_code=204)
def restore_rides(job_id: str, bike_id: str, some: SomeRides, store: TheStore) -> None:
    """Brings rides back."""
    store.bikes.delete_rides(job_id, bike_id, some.rides, back=True)


@strict.post("/rides/forget-seconds")
def forget_seconds(job_id: str, bike_id: str, store: TheStore) -> WorkedAgain:
    """Lets go of the seconds of all rides of a bike; their sums stay."""
    _, rides = store.bikes.bike(job_id, bike_id)
    bare = {
        each.id: LoggedRide.model_validate(each.ride.model_dump(exclude_unset=True, exclude={"seconds"}))
        for each in rides
        if each.ride.seconds is not None
    }
    if bare:
        store.bikes.put_rides(job_id, bike_id, bare)
    return WorkedAgain(done=len(bare), without_seconds=len(rides) - len(bare))
