"""Swap tests: a balanced plan drawn, what the runs tell, and what that means for the job."""

from datetime import date
from typing import Annotated

from fastapi import Depends, Response
from pydantic import BaseModel, Field, StrictBool

from kettledrum.api.asked import FILE_BODY, file_of_at_most
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.job.swap_test import (
    MOST_SWAP_BIKES,
    MOST_SWAP_RIDERS,
    Run,
    SwapTest,
)
from kettledrum.core.parts.setup import Setup
from kettledrum.core.swap.answer_result import SwapAnswer
from kettledrum.core.swap.laps_result import Lap
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.quantities import Model, Name, Within
from kettledrum.formats.file_names import attached, file_name
from kettledrum.formats.gpx import MOST_RIDE_BYTES
from kettledrum.store import Store

router = routed("swap", "/jobs/{job_id}/swap", strict=False)
strict = routed("swap", "/jobs/{job_id}/swap")

Scatter = Annotated[float, Within(0, 0.5, above=True)]
RunCount = Annotated[int, Within(4, 48, whole=True)]
Seed = Annotated[int, Within(0, 1_000_000, whole=True)]


class PlanAsked(Model):
    """Which bikes and riders are to ride how often, with luggage half of the time or not; by how much the
    runs of one rider on one bike scatter, as a share.
    """

    bikes: Annotated[list[Name], Field(min_length=2, max_length=MOST_SWAP_BIKES)]
    riders: Annotated[list[Name], Field(min_length=1, max_length=MOST_SWAP_RIDERS)]
    runs: RunCount
    luggage: StrictBool = False
    seed: Seed = 0
    scatter: Scatter = 0.02


class SwapPlan(BaseModel):
    """The runs in the order in which they are ridden, and the smallest difference that they can show, as a
    share; null where they are too few to tell any. `even` says that each rider rides each bike as often.
    """

    runs: list[Run]
    tells: float | None
    even: bool


@strict.post("/plan", response_model_exclude_unset=True)
def draw_plan(job_id: str, asked: PlanAsked, store: TheStore) -> SwapPlan:
    """Draws a balanced order of runs."""
    from kettledrum.core.swap.answer import smallest_told
    from kettledrum.core.swap.plan import planned

    store.jobs.mark(job_id)
    runs = planned(asked.bikes, asked.riders, asked.runs, luggage=asked.luggage, seed=asked.seed)
    return SwapPlan(
        runs=runs,
        tells=smallest_told(asked.scatter, asked.runs, len(asked.riders), len(asked.bikes)),
        even=asked.runs % (len(asked.bikes) * len(asked.riders)) == 0,
    )


@strict.post("/answer")
def answer_swap_test(job_id: str, test: SwapTest, store: TheStore) -> SwapAnswer:
    """What a swap test tells, and what that means for the job; the test may be a draft."""
    from kettledrum.core.swap.answer import swap_answer
    from kettledrum.core.swap.meaning import swap_meaning

    answer = swap_answer(test)
    answer.meaning = swap_meaning(test, answer, store.jobs.brief(job_id), _setups(job_id, store))
    return answer


class LapsFound(BaseModel):
    """The rounds of a loop in a ride file: when it began, null where that is not known, and what is to be
    told of the file.
    """

    laps: list[Lap]
    on: date | None
    told: list[str]


@router.post("/laps", openapi_extra=FILE_BODY)
def find_laps(
    job_id: str,
    loop: str,
    store: TheStore,
    content: Annotated[bytes, Depends(file_of_at_most(MOST_RIDE_BYTES))],
) -> LapsFound:
    """The rounds of a loop, a road of the job by its name, in a FIT, TCX or GPX file; nothing is kept."""
    from kettledrum.core.rides.channels import channels, where
    from kettledrum.core.swap.laps import laps, laps_by_place
    from kettledrum.core.swap.rounds import loop_of
    from kettledrum.formats.rides import one_ride

    road = next((each for each in store.jobs.job(job_id).roads if each.name == loop), None)
    if road is None:
        raise InvalidInput([Problem("loop", "must be a road of the job, by its name")])
    read = one_ride(content)
    began = read.began.astimezone() if read.began is not None else None
    ride, there = channels(read.records), where(read.records)
    route = store.roads.route(job_id, road.id)
    told = read.warns
    if there is not None and route.places and route.points:
        found = laps_by_place(ride, there, loop_of(route.places, [along for along, _ in route.points]))
    else:
        found = laps(ride, road.length_m)
        what = "the loop does not say where it lies"
        if route.places:
            what = "the file says hardly or not at all where it was ridden"
        told.append(f"found by its length alone: {what}")
    return LapsFound(laps=found, on=began.date() if began else None, told=told)


@strict.post("/file", response_class=Response)
def write_swap_test(job_id: str, test: SwapTest, store: TheStore) -> Response:
    """The test as a file, `kettledrum-swap-test/1`."""
    from kettledrum.formats.swap_test_file import swap_test_text

    store.jobs.mark(job_id)
    name = file_name(test.name, ending="json")
    return Response(swap_test_text(test), media_type="application/json", headers=attached(name))


def _setups(job_id: str, store: Store) -> dict[str, Setup]:
    """The setups of a job by their names, and by the names of the bikes that were built from them.

    A bike whose setup the job has no more is known by what is mounted on it.
    """
    setups = {held.setup.name: held.setup for held in store.jobs.job(job_id).setups}
    found = dict(setups)
    for record, _ in store.bikes.bikes(job_id):
        mounted = record.bike.mounted[-1].setup
        found.setdefault(record.bike.name, setups.get(mounted.name, mounted))
    return found
