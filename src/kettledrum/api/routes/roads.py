"""The roads of jobs: in from files of any length, drawn by hand, out again, and ridden with drafts.

What works roads out is loaded when it is first asked for, so that a start need not wait for it.
"""

from collections.abc import Iterator
from functools import lru_cache
from typing import TYPE_CHECKING, Annotated, Literal

from fastapi import Depends, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from kettledrum.api.asked import FILE_BODY, BasedOn, file_of_at_most
from kettledrum.api.drafts import Drafts
from kettledrum.api.problem_details import FieldProblem
from kettledrum.api.routing import routed
from kettledrum.api.step_lines import LINES, in_lines
from kettledrum.api.the_store import TheStore
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.route import Route, RouteEdit
from kettledrum.core.keeping.costs_result import Costs
from kettledrum.core.keeping.pair_result import PairCosts
from kettledrum.core.keeping.tips_result import Tip
from kettledrum.core.lineup.before_after_result import BeforeAfter
from kettledrum.core.motors.range_result import SetupRange
from kettledrum.core.parts.setup import Setup
from kettledrum.core.roads.ride_result import Coverage, Ride
from kettledrum.core.terms.errors import InvalidInput, KettledrumError
from kettledrum.core.terms.quantities import Model
from kettledrum.formats.file_names import attached, file_name
from kettledrum.formats.gpx import MOST_TRACK_BYTES, gpx_text, road_table_text
from kettledrum.store import RoadRecord, SavedRoad, Store

if TYPE_CHECKING:
    from kettledrum.core.roads.profile import Profile

_MOST_PLACES = 600

FileName = Annotated[
    str, Query(max_length=1000, description="What a road without a name in the file is called.")
]

router = routed("roads", "/jobs/{job_id}", strict=False)
strict = routed("roads", "/jobs/{job_id}")


class LeftOutTrack(BaseModel):
    """A track of a file that is no road, by its name, and why."""

    name: str
    why: str


class RoadStep(BaseModel):
    """A line of the answer to an import: the share of the file that is read.

    The last line has what was added, and what of the file was left out; or what is wrong with it, over which
    nothing was added.
    """

    done: float
    added: list[RoadRecord] | None = None
    left_out: list[LeftOutTrack] | None = None
    problems: list[FieldProblem] | None = None


class RoadRide(Ride):
    """A road of a job ridden with every setup; its outline as latitudes and longitudes, where it is known."""

    outline: list[tuple[float, float]] | None


@router.post(
    "/roads/import",
    response_class=StreamingResponse,
    responses={200: {"model": RoadStep, "content": {LINES: {}}, "description": "A line a step"}},
    openapi_extra=FILE_BODY,
)
async def import_roads(
    job_id: str,
    request: Request,
    store: TheStore,
    content: Annotated[bytes, Depends(file_of_at_most(MOST_TRACK_BYTES))],
    name: FileName = "Road",
) -> StreamingResponse:
    """Adds every road of a GPX or TCX file, or of a table of distance and elevation, or none.

    Hanging up stops it: nothing is written before the whole file is read.
    """
    await run_in_threadpool(store.jobs.mark, job_id)
    steps = _steps(store, job_id, content, name)
    return in_lines(
        request, steps, lambda what: RoadStep(done=0, problems=[FieldProblem(where="", what=what)])
    )


def _steps(store: Store, job_id: str, content: bytes, name: str) -> Iterator[RoadStep]:
    from kettledrum.formats.tracks import read_roads

    done = 0.0
    try:
        for found in read_roads(content, name):
            if isinstance(found, float):
                done = found
                yield RoadStep(done=done)
            else:
                added = store.roads.add(job_id, found.roads, rename=True)
                yield RoadStep(
                    done=1,
                    added=added,
                    left_out=[LeftOutTrack(name=each.name, why=each.why) for each in found.left_out],
                )
    except InvalidInput as error:
        told = [FieldProblem.of(problem) for problem in error.problems]
        yield RoadStep(done=done, problems=told)
    except KettledrumError as error:
        yield RoadStep(done=done, problems=[FieldProblem(where="", what=str(error))])


@strict.post("/roads", status_code=201)
def add_road(job_id: str, route: Route, store: TheStore) -> RoadRecord:
    """Adds a road that was drawn."""
    return store.roads.add(job_id, [route])[0]


@strict.put("/roads/{road_id}")
def change_road(job_id: str, road_id: str, version: BasedOn, edit: RouteEdit, store: TheStore) -> SavedRoad:
    """Changes a road's name, how often it is ridden, or the legs of a drawn one."""
    return store.roads.change(job_id, road_id, edit, version)


@router.delete("/roads/{road_id}", status_code=204)
def delete_road(job_id: str, road_id: str, store: TheStore) -> None:
    """Takes a road out of its job."""
    store.roads.delete(job_id, road_id)


@router.post("/roads/{road_id}/restore")
def restore_road(job_id: str, road_id: str, store: TheStore) -> RoadRecord:
    """Brings a deleted road back."""
    return store.roads.restore(job_id, road_id)


@router.get("/roads/{road_id}/file", response_class=Response)
def read_road_file(
    job_id: str, road_id: str, store: TheStore, form: Literal["gpx", "csv"] = "gpx"
) -> Response:
    """A road as a GPX track, or as a table of distance and elevation."""
    route = store.roads.route(job_id, road_id)
    text, kind = (
        (gpx_text(route), "application/gpx+xml") if form == "gpx" else (road_table_text(route), "text/csv")
    )
    return Response(text, media_type=kind, headers=attached(file_name(route.name, ending=form)))


@strict.post("/roads/{road_id}/ride", response_model=RoadRide)
def ride_road(job_id: str, road_id: str, brief: Brief, store: TheStore) -> Response:
    """Rides a road with the setups of a brief, which may be drafts.

    Thousands of figures, written as they are: validating what was just worked out would take as long again.
    """
    from kettledrum.core.roads.ride import ride

    road, outline = _laid_out(store, job_id, road_id, store.roads.version(job_id, road_id))
    found = RoadRide.model_construct(**dict(ride(brief, road)), outline=outline)
    return Response(found.model_dump_json(), media_type="application/json")


@lru_cache(maxsize=16)
def _laid_out(
    store: Store, job_id: str, road_id: str, version: int
) -> tuple["Profile", list[tuple[float, float]] | None]:
    """A road's profile and outline. They are asked for at every key that is typed over a setup."""
    from kettledrum.core.roads.profile import profile

    route = store.roads.route(job_id, road_id)
    places = route.places
    every = -(-len(places) // _MOST_PLACES) if places else 1
    return profile(route), [*places[::every], places[-1]] if places else None


@strict.post("/range")
def range_on_roads(job_id: str, brief: Brief, store: TheStore) -> list[SetupRange]:
    """How far the batteries of a brief's setups go on a job's roads, at each level of assistance."""
    from kettledrum.core.motors.range import setup_ranges

    return setup_ranges(brief, [route for _, route in store.roads.routes(job_id)])


@strict.post("/coverage")
def cover_roads(job_id: str, brief: Brief, store: TheStore) -> Coverage:
    """How much of all riding on a job's roads the setups of a brief cover, which may be drafts."""
    from kettledrum.core.lineup.coverage import coverage

    return coverage(brief, [route for _, route in store.roads.routes(job_id)])


@strict.post("/costs")
def count_costs(job_id: str, brief: Brief, store: TheStore) -> Costs:
    """What the setups of a brief cost over the years, ridden on a job's roads; both may be drafts."""
    from kettledrum.core.keeping.costs import costs

    return costs(brief, [route for _, route in store.roads.routes(job_id)])


@strict.post("/costs/drafted", response_model=Costs)
def count_drafted_costs(job_id: str, drafts: Drafts, store: TheStore) -> Response:
    """The same of a job as it is being typed, in order or not, asked for at every key as its figures are."""
    from kettledrum.core.keeping.costs import costs

    routes = [route for _, route in store.roads.routes(job_id)]
    found = costs(drafts.of_job(job_id, store).brief, routes)
    return Response(found.model_dump_json(), media_type="application/json")


@strict.post("/costs/pair")
def cost_two(job_id: str, brief: Brief, store: TheStore) -> PairCosts | None:
    """What two setups cost together, each on the roads where it is the better; null without two or a road."""
    from kettledrum.core.keeping.pair import pair_costs

    return pair_costs(brief, [route for _, route in store.roads.routes(job_id)])


@strict.post("/costs/tips")
def find_tips(job_id: str, brief: Brief, store: TheStore) -> list[Tip]:
    """Which assumption would make another setup of a brief cost least, and at what value."""
    from kettledrum.core.keeping.tips import tips

    return tips(brief, [route for _, route in store.roads.routes(job_id)])


class Changed(Model):
    """A job as it is while typing, and one of its setups as it was and as it is."""

    brief: Brief
    before: Setup
    after: Setup


@strict.post("/before-after")
def hold_against_what_was(job_id: str, asked: Changed, store: TheStore) -> BeforeAfter:
    """What a change to a setup does on a job's hill, on each of its roads, and to its costs."""
    from kettledrum.core.keeping.changed import changed_costs
    from kettledrum.core.lineup.before_after import before_after

    routes = [route for _, route in store.roads.routes(job_id)]
    found = before_after(asked.brief, asked.before, asked.after, routes)
    found.costs_say = changed_costs(asked.brief, asked.before, asked.after, routes)
    return found
