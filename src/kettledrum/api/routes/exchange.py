"""Everything out in one archive, files of any kind in, and the schemas of what they hold."""

from collections.abc import Callable, Iterator
from datetime import UTC, datetime
from typing import Annotated

from fastapi import Depends, Query, Request, Response
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from kettledrum.api.asked import FILE_BODY, file_of_at_most
from kettledrum.api.problem_details import FieldProblem
from kettledrum.api.routing import routed
from kettledrum.api.step_lines import LINES, in_lines
from kettledrum.api.the_store import TheStore
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput, KettledrumError, Problem
from kettledrum.formats.archive import MOST_ARCHIVE_BYTES, Everything, pack
from kettledrum.formats.file_names import attached
from kettledrum.formats.imports import Kind, kind_of, reading_any
from kettledrum.formats.schemas import FORMATS, schema_text
from kettledrum.store import BroughtIn, JobSummary, NotFound, SetupRecord, Store

router = routed("exchange", strict=False)

_JSON_SCHEMA = "application/schema+json"


class KindOfFile(BaseModel):
    """What a file holds: parts, roads, a ride, bikes, a table of none of these, or anything else."""

    kind: Kind


class Imported(BaseModel):
    """What a file held: the jobs and parts that were added, or the setup that was added to a job."""

    jobs: list[JobSummary]
    parts: BroughtIn | None
    setup: SetupRecord | None


class TakingStep(BaseModel):
    """A line of the answer to an import: the share that is done.

    The last line has what was added, or what is wrong with the file, over which nothing was added.
    """

    done: float
    added: Imported | None = None
    problems: list[FieldProblem] | None = None


AnyFile = Annotated[bytes, Depends(file_of_at_most(MOST_ARCHIVE_BYTES))]
IntoJob = Annotated[str | None, Query(description="The job that a setup goes into.")]


@router.get("/archive", response_class=Response, responses={200: {"content": {"application/zip": {}}}})
def read_archive(store: TheStore) -> Response:
    """Every job and the shelf, in one archive."""
    now = datetime.now(UTC)
    headers = attached(f"kettledrum-{now:%Y-%m-%d}.zip")
    content = pack(store.everything(), now.isoformat(timespec="seconds"))
    return Response(content, media_type="application/zip", headers=headers)


@router.post("/import/kind", openapi_extra=FILE_BODY)
def tell_kind(beginning: Annotated[bytes, Depends(file_of_at_most(64_000))]) -> KindOfFile:
    """What a file holds, by how it begins, so that the view that can do most with it takes it."""
    return KindOfFile(kind=kind_of(beginning))


@router.post(
    "/import",
    status_code=201,
    response_model_exclude_unset=True,
    openapi_extra=FILE_BODY,
)
def import_file(store: TheStore, content: AnyFile, job_id: IntoJob = None) -> Imported:
    """Adds what a file holds: a setup to a job, a job, parts, or all of an archive; the whole or nothing."""
    return [step for step in _taking(store, content, job_id) if isinstance(step, Imported)][-1]


@router.post(
    "/import/in-steps",
    response_class=StreamingResponse,
    responses={200: {"model": TakingStep, "content": {LINES: {}}, "description": "A line a step"}},
    openapi_extra=FILE_BODY,
)
async def import_in_steps(
    request: Request, store: TheStore, content: AnyFile, job_id: IntoJob = None
) -> StreamingResponse:
    """The same for files of any length, told line by line. Hanging up stops it: nothing is written then."""

    def failed(what: str) -> TakingStep:
        return TakingStep(done=0, problems=[FieldProblem(where="", what=what)])

    return in_lines(request, _steps(store, content, job_id, failed), failed)


def _steps(
    store: Store, content: bytes, job_id: str | None, failed: Callable[[str], TakingStep]
) -> Iterator[TakingStep]:
    try:
        for step in _taking(store, content, job_id):
            yield TakingStep(done=step) if isinstance(step, float) else TakingStep(done=1, added=step)
    except InvalidInput as error:
        yield TakingStep(done=0, problems=[FieldProblem.of(problem) for problem in error.problems])
    except KettledrumError as error:
        yield failed(str(error))


def _taking(store: Store, content: bytes, job_id: str | None) -> Iterator[float | Imported]:
    """Which share of a file is taken in, and at last what was added."""
    found: Setup | Everything | None = None
    for step in reading_any(content):
        if isinstance(step, float):
            yield step / 2
        else:
            found = step
    if isinstance(found, Setup):
        if job_id is None:
            raise InvalidInput(
                [Problem("", "the file holds a setup; open the job that it is to go into first")]
            )
        yield Imported(jobs=[], parts=None, setup=store.jobs.add_setup(job_id, found, rename=True))
    elif found is not None:
        for taken in store.taking_in(found):
            if isinstance(taken, float):
                yield 0.5 + taken / 2
            else:
                parts = taken.parts if found.parts else None
                yield Imported(jobs=taken.jobs, parts=parts, setup=None)


@router.get("/schemas")
def list_schemas() -> list[str]:
    """The names of the file formats' JSON Schemas."""
    return list(FORMATS)


@router.get("/schemas/{name}", response_class=Response, responses={200: {"content": {_JSON_SCHEMA: {}}}})
def read_schema(name: str) -> Response:
    """The JSON Schema of a file format."""
    if name not in FORMATS:
        raise NotFound(f"The schema {name}")
    return Response(schema_text(name), media_type=_JSON_SCHEMA)
