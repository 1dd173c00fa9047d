"""A bike on the bench, live: put there from drafts, steered, and read as a stream of events."""

import asyncio
from collections.abc import AsyncIterator
from typing import Annotated

from fastapi import Depends, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse
from pydantic import BaseModel, StrictBool

from kettledrum.api.asked import OfOneSetup
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.motors.assist_levels import known_level
from kettledrum.core.simulation.bike import SimulatedBike
from kettledrum.core.simulation.course import of_profile, trial_course
from kettledrum.core.simulation.says import sets_off_says
from kettledrum.core.simulation.trial import Trial, trial
from kettledrum.core.terms.assumed import Assumed
from kettledrum.core.terms.quantities import Model, Name, Within
from kettledrum.devices.bench import Bench
from kettledrum.devices.bike_on_the_bench import MOST_PACE, BikeOnTheBench, Reading

EVERY_S = 0.1
MOST_MARKS = 400

router = routed("live", strict=False)
strict = routed("live")

RoadAsked = Annotated[
    str | None, Query(description="The road of the job to go along; start, climb, coast and stop without.")
]


MOST_EFFORT = 5.0
USUAL_BURST = 2.0
"""What one pedals with for a minute, in the power of all day, where the rider does not say. Ours."""


class OnTheBench(OfOneSetup):
    """A setup of a brief to put on the bench, how much its motors are to help, by a level's name, and whether
    its gears are chosen by hand.
    """

    level: Name | None = None
    by_hand: StrictBool = False


class Steered(Model):
    """Whether the bike goes, and how many times as fast as the clock; so many gears up, or down below 0; how
    hard the rider pedals, in the power of all day. What is left out stays as it is.
    """

    running: StrictBool | None = None
    pace: Annotated[float, Within(1, MOST_PACE)] | None = None
    shift: Annotated[int, Within(-30, 30, whole=True)] = 0
    effort: Annotated[float, Within(0, MOST_EFFORT)] | None = None


class LiveBike(BaseModel):
    """A bike that was put on the bench: its name there, the course, and the cadences to read it by.

    `marks_m` and `elevation_m` draw the course. `low_rpm` to `high_rpm` are the cadences at which its gears
    stay as they are, around `set_rpm`. `assumed` are the keys whose figures were taken for want of the
    rider's own. `by_hand` says that its gears wait for orders: not those that change by themselves at a
    speed. `hardest` is so many times the power of all day that the rider holds for a minute. `says` tells
    with what it goes along.
    """

    name: str
    by_hand: bool
    hardest: float
    length_m: float
    marks_m: list[float]
    elevation_m: list[float]
    low_rpm: float
    set_rpm: float
    high_rpm: float
    automatic: bool
    stepless: bool
    assumed: list[Assumed]
    says: str
    now: Reading


def _bench(request: Request) -> Bench:
    bench: Bench = request.app.state.bench
    return bench


TheBench = Annotated[Bench, Depends(_bench)]


def _on_the_bench(name: str, bench: TheBench) -> BikeOnTheBench:
    return bench.bike(name)


TheBike = Annotated[BikeOnTheBench, Depends(_on_the_bench)]


@strict.post("/calculate/trial", response_model=Trial)
def calculate_trial(asked: OfOneSetup) -> Trial:
    """Start, climb, coast and stop, simulated at once with one setup of a brief."""
    return trial(asked.brief, asked.meant)


@strict.post("/jobs/{job_id}/live", status_code=201)
def put_on_the_bench(
    job_id: str, asked: OnTheBench, store: TheStore, bench: TheBench, road: RoadAsked = None
) -> LiveBike:
    """Puts a setup of a brief, which may be drafts, on the bench, at the start of a road of the job.

    Its rider shares power out as the ride over a road does, unless its gears are chosen by hand.
    """
    setup, along = asked.meant, None
    if road is None:
        store.jobs.mark(job_id)
        steepest = asked.brief.road.steepest if asked.brief.road else None
        course = trial_course(steepest)
    else:
        from kettledrum.core.roads.profile import profile

        along = profile(store.roads.route(job_id, road))
        course = of_profile(along)
    bike = SimulatedBike(asked.brief, setup, course, known_level(setup, asked.level))
    if asked.by_hand:
        bike.shifter.take_in_hand()
    if not bike.shifter.by_hand:
        from kettledrum.core.simulation.pace import paced, pushed

        bike.pace = paced(asked.brief, setup, along) if along else pushed(asked.brief, setup, course)
    device = BikeOnTheBench(bike)
    every = -(-len(course.distance_m) // MOST_MARKS)
    start, band = course.distance_m[0], bike.shifter.band
    hardest = min((bike.job.burst_w or USUAL_BURST * bike.job.power_w) / bike.job.power_w, MOST_EFFORT)
    return LiveBike(
        name=bench.put(device),
        by_hand=bike.shifter.by_hand,
        hardest=hardest,
        length_m=course.length_m,
        marks_m=[*(each - start for each in course.distance_m[:-1:every]), course.length_m],
        elevation_m=[*course.elevation_m[:-1:every], course.elevation_m[-1]],
        low_rpm=band.low_rpm,
        set_rpm=band.set_rpm,
        high_rpm=band.high_rpm,
        automatic=setup.shifting is not None,
        stepless=bike.table.stepless,
        assumed=bike.job.assumed,
        says=sets_off_says(bike, hardest),
        now=device.read(),
    )


@strict.patch("/live/{name}")
def steer(bike: TheBike, steered: Steered) -> Reading:
    """Starts a bike on the bench, lets it stand, or changes its pace."""
    return bike.steer(running=steered.running, pace=steered.pace, shift=steered.shift, effort=steered.effort)


@router.delete("/live/{name}", status_code=204)
def take_off_the_bench(name: str, bench: TheBench) -> None:
    """Takes a bike off the bench."""
    bench.take_off(name)


@router.get("/live/{name}/readings", response_class=EventSourceResponse)
async def readings(name: str, bike: TheBike, bench: TheBench) -> AsyncIterator[Reading]:
    """What a bike on the bench tells, ten times a second, until it has arrived or is taken off."""
    with bench.watched(name):
        while bench.holds(name) and not bench.closed:
            reading = await run_in_threadpool(bike.read)
            yield reading
            if reading.state == "arrived":
                return
            await asyncio.sleep(EVERY_S)
