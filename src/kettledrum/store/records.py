"""What the store hands out."""

from pydantic import BaseModel

from kettledrum.core import Brief, Need, Setup


class SetupRecord(BaseModel):
    """A setup in a job. `letter` (A to Z) is its own through every view; `version` counts its changes."""

    id: str
    letter: str
    version: int
    setup: Setup


class JobRecord(BaseModel):
    """A job with its setups in order. `reference_id` is the setup the others are measured against.

    `revision` counts its changes; `undo` and `redo` say in words what would be taken back, or done
    again, next.
    """

    id: str
    version: int
    need: Need
    reference_id: str | None
    revision: int
    undo: str | None
    redo: str | None
    setups: list[SetupRecord]


class Stepped(BaseModel):
    """What an undo took back or a redo did again, in words, null where there was nothing; the job now."""

    what: str | None
    job: JobRecord


class JobSummary(BaseModel):
    """A job as it stands in a list."""

    id: str
    name: str
    setup_count: int


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


def brief_of(job: JobRecord) -> Brief:
    """The job as a brief, as it would be written to a file."""
    reference = next((held.setup.name for held in job.setups if held.id == job.reference_id), None)
    data: dict[str, object] = {
        "format": "kettledrum-brief/1",
        **job.need.model_dump(exclude_unset=True),
        "setups": [held.setup.model_dump(exclude_unset=True) for held in job.setups],
    }
    if reference is not None:
        data["reference"] = reference
    return Brief.model_validate(data)
