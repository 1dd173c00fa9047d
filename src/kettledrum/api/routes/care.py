"""What falls due on the bikes of a job, on screen and for calendars; what it cost; and tours."""

from collections.abc import Sequence
from datetime import UTC, date, datetime
from typing import Annotated

from fastapi import Query, Response
from pydantic import BaseModel

from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.care.due_result import Due
from kettledrum.core.care.spent_result import AsItWas
from kettledrum.core.care.tour_result import TourPlan
from kettledrum.core.care.wear_result import MeasuredWear
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.tour import Tour
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.day import Day
from kettledrum.formats.file_names import attached, file_name
from kettledrum.store import BikeRecord, JobRecord, SetupRecord, Store
from kettledrum.store.records import brief_of

router = routed("care", "/jobs/{job_id}", strict=False)
strict = routed("care", "/jobs/{job_id}")


class LookAgain(BaseModel):
    """A decision of the job that is to be looked at again on a day."""

    on: date
    chosen: list[str]
    late: bool


class BikeWear(BaseModel):
    """What was measured on a bike, and what it says of its lives."""

    bike_id: str
    wear: list[MeasuredWear]


class CarePage(BaseModel):
    """What falls due on each bike, by `ids` as the bikes of `due` stand; what was measured; what upkeep
    really cost, in the same order; by which setup of the job its upkeep would be another by now, null where
    it is the same; and the decision that is to be looked at again, null where none is.
    """

    ids: list[str]
    due: Due
    wear: list[BikeWear]
    spent: list[AsItWas]
    upkeep_of: list[str | None]
    look_again: LookAgain | None


OnDay = Annotated[Day | None, Query(description="The day that is looked at; today where it is left out.")]


@router.get("/care")
def look_after(job_id: str, store: TheStore, on: OnDay = None) -> CarePage:
    """What falls due on the bikes of a job."""
    from kettledrum.core.care.spent import as_it_was
    from kettledrum.core.care.wear import wear
    from kettledrum.core.keeping.rates import rates

    job = store.jobs.job(job_id)
    day = on or date.today()
    ids, due = _due(job, store, day)
    brief = _brief(job)
    rate = rates(brief, job.roads)
    bikes, setups = store.bikes.bikes(job_id), job.setups
    weighing = brief.weighing
    decision = weighing.decision if weighing else None
    again = decision.look_again if decision else None
    return CarePage(
        ids=ids,
        due=due,
        wear=[
            BikeWear(bike_id=record.id, wear=wear(record.bike, [each.ride for each in rides], day))
            for record, rides in bikes
        ],
        spent=[as_it_was(record.bike, [each.ride for each in rides], day, rate) for record, rides in bikes],
        upkeep_of=[_other_upkeep(record, setups) for record, _ in bikes],
        look_again=LookAgain(on=again, chosen=decision.chosen, late=again <= day)
        if decision and again
        else None,
    )


@router.get("/care/calendar", response_class=Response)
def read_calendar(job_id: str, store: TheStore) -> Response:
    """What falls due, as an iCalendar file that a calendar may take in again and again."""
    from kettledrum.formats.due_calendar import due_calendar

    job = store.jobs.job(job_id)
    _, due = _due(job, store, date.today())
    name = file_name(f"{job.need.name} care", ending="ics")
    content = due_calendar(due, datetime.now(UTC).replace(microsecond=0))
    return Response(content, media_type="text/calendar", headers=attached(name))


@router.post("/care/{bike_id}/upkeep", response_model_exclude_unset=True)
def take_over_upkeep(job_id: str, bike_id: str, store: TheStore) -> BikeRecord:
    """Gives a bike the upkeep that its setup has in the job by now; nothing changes where it is the same."""
    from kettledrum.core.care.taken_over import with_upkeep_of

    record, _ = store.bikes.bike(job_id, bike_id)
    setup = _its_setup(record, store.jobs.job(job_id).setups)
    if setup is None:
        return record
    return store.bikes.change(job_id, bike_id, with_upkeep_of(record.bike, setup), record.version)


def _its_setup(record: BikeRecord, setups: Sequence[SetupRecord]) -> Setup | None:
    """The setup of the job by the name of what was last mounted on a bike, of those that the job has."""
    of_name = {held.setup.name: held.setup for held in setups}
    named = (each.setup.name for each in reversed(record.bike.mounted))
    return next((of_name[name] for name in named if name in of_name), None)


def _other_upkeep(record: BikeRecord, setups: Sequence[SetupRecord]) -> str | None:
    from kettledrum.core.care.taken_over import differs

    setup = _its_setup(record, setups)
    return setup.name if setup is not None and differs(record.bike, setup) else None


@strict.post("/care/tour")
def plan_tour(job_id: str, tour: Tour, store: TheStore, on: OnDay = None) -> TourPlan:
    """What a tour on the bikes of a job asks for; the tour may be a draft."""
    from kettledrum.core.care.tour import tour_plan

    job = store.jobs.job(job_id)
    bikes = [(record.bike, [each.ride for each in rides]) for record, rides in store.bikes.bikes(job_id)]
    return tour_plan(tour, _brief(job), bikes, on or date.today(), _usual_km_a_day(job))


def _brief(job: JobRecord) -> Brief:
    """The job without its setups: rider, load, road, frame, wants and money."""
    return brief_of(job.model_copy(update={"setups": [], "reference_id": None}))


def _usual_km_a_day(job: JobRecord) -> float | None:
    """How far is ridden by what a job says of a year, or its roads; None where neither does."""
    from kettledrum.core.keeping.rates import said_km_a_year

    a_year = said_km_a_year(_brief(job), job.roads)
    return None if a_year is None else a_year / 365


def _due(job: JobRecord, store: Store, day: date) -> tuple[list[str], Due]:
    from kettledrum.core.care.due import due

    bikes = store.bikes.bikes(job.id)
    found = due(
        [(record.bike, [each.ride for each in rides]) for record, rides in bikes],
        day,
        _usual_km_a_day(job),
    )
    return [record.id for record, _ in bikes], found
