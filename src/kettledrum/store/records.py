"""What the store hands out."""

from collections.abc import Sequence

from pydantic import BaseModel

from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.job.route import Leg, Rides, Route
from kettledrum.core.log.bike import BikeHead
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.parts.setup import Setup


class SetupRecord(BaseModel):
    """A setup in a job. `letter` (A to Z) is its own through every view; `version` counts its changes."""

    id: str
    letter: str
    version: int
    setup: Setup


class RoadRecord(BaseModel):
    """A road of a job without its points: its length and ascent in m, how often it is ridden.

    `legs` and `start_m` for one that was drawn; `cleaned` says what was done to one that was read from a
    file. `placed`, whether it is known where it lies.
    """

    id: str
    version: int
    name: str
    rides: Rides | None
    cleaned: str | None
    start_m: float | None
    legs: list[Leg] | None
    placed: bool
    length_m: float
    ascent_m: float


class Standing(BaseModel):
    """Where a job stands among its changes: `revision` counts them; `undo` and `redo` say in words what would
    be taken back, or done again, next. `mark` differs as soon as anything of the job does.
    """

    revision: int
    undo: str | None
    redo: str | None
    mark: str


class JobRecord(Standing):
    """A job with its setups and roads in order; `reference_id` is what the others are held against.

    `demo` tells one of the made-up jobs of the demo from one's own.
    """

    id: str
    version: int
    demo: bool
    need: Need
    reference_id: str | None
    setups: list[SetupRecord]
    roads: list[RoadRecord]


class BikeRecord(BaseModel):
    """A bike of a job without its rides."""

    id: str
    version: int
    bike: BikeHead


class RideRecord(BaseModel):
    """A ride of a bike."""

    id: str
    version: int
    ride: LoggedRide


class Saved(BaseModel):
    """Where a job stands after a change to it; `before` is its mark just before.

    Who knew the job by that mark, and puts in what was changed, knows all of it by the new one.
    """

    standing: Standing
    before: str


class SavedNeed(Saved):
    """A need as it was just written, with its version."""

    version: int
    need: Need


class SavedSetup(Saved):
    """A setup as it was just written."""

    setup: SetupRecord


class SavedRoad(Saved):
    """A road as it was just written."""

    road: RoadRecord


class Stepped(BaseModel):
    """What an undo took back or a redo did again, in words, null where there was nothing; the job now."""

    what: str | None
    job: JobRecord


class JobSummary(BaseModel):
    """A job as it stands in a list."""

    id: str
    name: str
    setup_count: int
    demo: bool


class SetupPlace(BaseModel):
    """A setup by its letter and name."""

    id: str
    letter: str
    name: str


class JobPlaces(BaseModel):
    """A job and its setups by name."""

    id: str
    name: str
    setups: list[SetupPlace]


def brief_of(job: JobRecord, routes: Sequence[Route] = ()) -> Brief:
    """The job as a brief, as it would be written to a file, with the roads that are ridden."""
    reference = next((held.setup.name for held in job.setups if held.id == job.reference_id), None)
    data: dict[str, object] = {
        "format": "kettledrum-brief/1",
        **job.need.model_dump(exclude_unset=True),
        "setups": [held.setup.model_dump(exclude_unset=True) for held in job.setups],
    }
    if reference is not None:
        data["reference"] = reference
    if routes:
        road = job.need.road.model_dump(exclude_unset=True) if job.need.road else {}
        data["road"] = {**road, "routes": [route.model_dump(exclude_unset=True) for route in routes]}
    return Brief.model_validate(data)
