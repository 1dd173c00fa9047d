"""The bikes of jobs, and what was ridden, done and measured on them.

What works rides out is loaded when it is first asked for, so that a start need not wait for it.
"""

from collections.abc import Sequence
from datetime import date
from typing import Annotated, Literal

from fastapi import Depends, Query, Response
from pydantic import BaseModel, Field

from kettledrum.api.asked import FILE_BODY, BasedOn, file_of_at_most
from kettledrum.api.lately import Lately
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route
from kettledrum.core.log.bike import BikeHead
from kettledrum.core.log.history import History
from kettledrum.core.log.learnt_result import FromRides
from kettledrum.core.log.other_teeth_result import MOST_TEETH, WithOtherTeeth
from kettledrum.core.log.patterns_result import Patterns
from kettledrum.core.log.sums_result import BikeSums
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.rides.found_result import FoundGears
from kettledrum.core.terms.quantities import Model, Name
from kettledrum.formats.file_names import attached, file_name
from kettledrum.formats.log_file import MOST_LOG_BYTES, log_text, read_log
from kettledrum.store import BikeRecord, RideRecord, Store

_foretold: Lately[dict[str, float]] = Lately(24)
"""What the ride model foretells for a setup on a job’s roads: the same at every look at a bike."""

router = routed("bikes", "/jobs/{job_id}", strict=False)
strict = routed("bikes", "/jobs/{job_id}")


class BikePlace(BaseModel):
    """A bike by its name: since when, which setup is mounted, km on its odometer, how many rides."""

    id: str
    name: str
    since: date
    setup: str
    km: float
    rides: int
    last: date | None


class RideLine(BaseModel):
    """A ride as it stands in a list; `gears` whether it tells them, `kept` whether its seconds are kept, and
    `stale` whether its gears were worked out for others than were mounted.
    """

    id: str
    version: int
    on: date
    km: float
    minutes: float | None
    ascent_m: float | None
    rider: str | None
    load_kg: float | None
    temperature_c: float | None
    notes: str | None
    file: str | None
    gears: bool
    kept: bool
    stale: bool


class BikePage(BaseModel):
    """A bike with what its rides come to, and its rides, the latest first.

    `gears` are the labels of those that are mounted now.
    """

    id: str
    version: int
    bike: BikeHead
    sums: BikeSums
    history: History
    rides: list[RideLine]
    gears: list[str]


@router.get("/bikes")
def list_bikes(job_id: str, store: TheStore) -> list[BikePlace]:
    """The bikes of a job, by name."""
    from kettledrum.core.log.odometer import Odometer

    found = []
    for record, rides in store.bikes.bikes(job_id):
        days = [each.ride.on for each in rides]
        odometer = Odometer(record.bike, [each.ride for each in rides])
        found.append(
            BikePlace(
                id=record.id,
                name=record.bike.name,
                since=record.bike.since,
                setup=record.bike.mounted[-1].setup.name,
                km=odometer.latest_km,
                rides=len(rides),
                last=max(days, default=None),
            )
        )
    return found


@strict.post("/bikes", status_code=201, response_model_exclude_unset=True)
def add_bike(job_id: str, bike: BikeHead, store: TheStore) -> BikeRecord:
    """A bike more: a setup that was built."""
    return store.bikes.add(job_id, bike)


@router.get("/bikes/file", response_class=Response)
def read_log_file(job_id: str, store: TheStore) -> Response:
    """The log of all bikes of a job as a file, `kettledrum-log/1`, without the seconds of rides."""
    name = file_name(f"{store.jobs.job(job_id).need.name} log", ending="json")
    return Response(log_text(store.bikes.log(job_id)), media_type="application/json", headers=attached(name))


@router.post("/bikes/file", status_code=201, response_model_exclude_unset=True, openapi_extra=FILE_BODY)
def take_in_log(
    job_id: str, store: TheStore, content: Annotated[bytes, Depends(file_of_at_most(MOST_LOG_BYTES))]
) -> list[BikeRecord]:
    """Adds the bikes of a log file with their rides, or none of them."""
    return store.bikes.take_in(job_id, read_log(content))


@router.get("/bikes/{bike_id}", response_model=BikePage)
def read_bike(job_id: str, bike_id: str, store: TheStore) -> Response:
    """A bike with what its rides come to.

    Written as it is: validating thousands of rides that were just read would take as long again.
    """
    from kettledrum.core.log.foretold import foretold
    from kettledrum.core.log.page import bike_page

    record, rides = store.bikes.bike(job_id, bike_id)
    job = store.jobs.job(job_id)
    brief = store.jobs.brief(job_id)
    routes = (brief.road.routes if brief.road else None) or []
    bare = brief.model_copy(update={"weighing": None, "setups": [], "reference": None, "road": None})
    road = job.need.road.model_dump_json() if job.need.road else ""
    key = f"{job_id} {store.roads.versions(job_id)} {road} {bare.model_dump_json()}"

    def foretell(brief: Brief, setup: Setup, routes: Sequence[Route]) -> dict[str, float]:
        return _foretold.of(f"{key} {setup.model_dump_json()}", lambda: foretold(brief, setup, routes))

    found = bike_page(brief, routes, record.bike, [each.ride for each in rides], foretell)
    stale = found.stale
    page = BikePage.model_construct(
        id=record.id,
        version=record.version,
        bike=record.bike,
        sums=found.sums,
        history=found.history,
        gears=found.gears,
        rides=[_line(each, stale=place in stale) for place, each in enumerate(rides)][::-1],
    )
    return Response(page.model_dump_json(exclude_unset=True), media_type="application/json")


def _line(record: RideRecord, *, stale: bool) -> RideLine:
    ride = record.ride
    return RideLine.model_construct(
        id=record.id,
        version=record.version,
        on=ride.on,
        km=ride.km,
        minutes=ride.minutes,
        ascent_m=ride.ascent_m,
        rider=ride.rider,
        load_kg=ride.load_kg,
        temperature_c=ride.temperature_c,
        notes=ride.notes,
        file=ride.file,
        gears=bool(ride.gears),
        kept=ride.seconds is not None,
        stale=stale,
    )


@strict.put("/bikes/{bike_id}", response_model_exclude_unset=True)
def change_bike(job_id: str, bike_id: str, version: BasedOn, bike: BikeHead, store: TheStore) -> BikeRecord:
    """Changes a bike: its name, what is mounted, what was done on it, measured, or happened to it."""
    from kettledrum.core.log.entry import stand

    held, rides = store.bikes.bike(job_id, bike_id)
    if held.version == version:
        stand(held.bike, bike, [each.ride for each in rides], date.today())
    return store.bikes.change(job_id, bike_id, bike, version)


@router.delete("/bikes/{bike_id}", status_code=204)
def delete_bike(job_id: str, bike_id: str, store: TheStore) -> None:
    """Takes a bike out of its job."""
    store.bikes.delete(job_id, bike_id)


@router.post("/bikes/{bike_id}/restore", response_model_exclude_unset=True)
def restore_bike(job_id: str, bike_id: str, store: TheStore) -> BikeRecord:
    """Brings a deleted bike back."""
    return store.bikes.restore(job_id, bike_id)


@router.get("/bikes/{bike_id}/learnt")
def learn_from_rides(
    job_id: str, bike_id: str, store: TheStore, rider: Annotated[str | None, Query(max_length=120)] = None
) -> FromRides:
    """What the rides of a bike tell of rider and road, beside what the job assumes."""
    from kettledrum.core.log.learnt import from_rides

    record, rides = store.bikes.bike(job_id, bike_id)
    need = store.jobs.job(job_id).need
    return from_rides(need, record.bike.mounted[-1].setup, [each.ride for each in rides], rider)


@router.get("/bikes/{bike_id}/patterns")
def find_patterns(job_id: str, bike_id: str, store: TheStore) -> Patterns:
    """What happened, counted by gear, distance since the last oil, and temperature, against chance."""
    from kettledrum.core.log.patterns import patterns

    record, rides = store.bikes.bike(job_id, bike_id)
    return patterns(record.bike, [each.ride for each in rides])


@router.get("/bikes/{bike_id}/other-teeth")
def try_other_teeth(
    job_id: str, bike_id: str, store: TheStore, teeth: Annotated[int, Query(ge=-MOST_TEETH, le=MOST_TEETH)]
) -> WithOtherTeeth:
    """What other front teeth would have done on the rides with what is mounted now."""
    from kettledrum.core.log.other_teeth import with_other_teeth

    record, rides = store.bikes.bike(job_id, bike_id)
    mounted = record.bike.mounted[-1]
    own = [each.ride for each in rides if each.ride.on >= mounted.on or len(record.bike.mounted) == 1]
    return with_other_teeth(store.jobs.brief(job_id), mounted.setup, own, teeth)


@router.get("/bikes/{bike_id}/found-gears")
def find_gears_of_bike(job_id: str, bike_id: str, store: TheStore) -> FoundGears:
    """The gears that the kept seconds of the rides with what is mounted now show by themselves."""
    return _found(job_id, bike_id, store)[1]


class HubAsked(Model):
    """How many gears a hub or gearbox has, and what it is called."""

    count: Annotated[int, Field(ge=1, le=40)]
    name: Name
    kind: Literal["hub", "gearbox"] = "hub"


@strict.post("/bikes/{bike_id}/found-gears", response_model_exclude_unset=True)
def take_found_gears(job_id: str, bike_id: str, asked: HubAsked, store: TheStore) -> Part:
    """The gears that were found, as a part for the shelf."""
    from kettledrum.core.log.hub_found import hub_found, per_turn_m

    setup, found = _found(job_id, bike_id, store)
    return hub_found(found.found, asked.count, per_turn_m(setup), asked.name, asked.kind)


def _found(job_id: str, bike_id: str, store: Store) -> tuple[Setup, FoundGears]:
    from kettledrum.core.rides.found_gears import gears_in
    from kettledrum.formats.ride_seconds import unpacked_seconds

    record, rides = store.bikes.bike(job_id, bike_id)
    mounted = record.bike.mounted[-1]
    own = [each.ride for each in rides if each.ride.on >= mounted.on and each.ride.seconds]
    # The latest rides tell as much as all of them.
    digests = [ride.seconds for ride in own[-_MOST_LOOKED_AT:] if ride.seconds]
    return mounted.setup, gears_in([unpacked_seconds(each) for each in store.bikes.seconds(digests).values()])


_MOST_LOOKED_AT = 40
